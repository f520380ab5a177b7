// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/row_facts.h"

#include "app/canvas/label.h"
#include "app/knit/knit_words.h"
#include "app/theme/theme.h"

#include <QHBoxLayout>

#include <cmath>

namespace vestimen::app {
namespace {

/// The application's style sheet would win over setFont.
void setSize(QLabel* label, int pixels, bool bold = false, const QColor& colour = {}) {
    QString style = QStringLiteral("font-size: %1px; font-weight: %2;").arg(pixels).arg(bold ? 700 : 400);
    if (colour.isValid())
        style += QStringLiteral(" color: %1;").arg(colour.name());
    if (label->styleSheet() != style) // it is dear, and a row mostly changes nothing
        label->setStyleSheet(style);
}

} // namespace

RowFacts::RowFacts(QWidget* parent) : QWidget(parent) {
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(22);
    row_ = new Label(this);
    row_->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    row_->setAccessibleName(tr("Row"));
    line->addWidget(row_);
    auto* facts = new QVBoxLayout;
    facts->setSpacing(2);
    facts->addStretch(1);
    for (QLabel** each : {&of_, &carriage_, &size_, &held_}) {
        *each = new Label(this);
        facts->addWidget(*each);
    }
    facts->addStretch(1);
    line->addLayout(facts);
}

void RowFacts::show(const KnittingState& state) {
    const Program& program = state.program();
    const VirtualBed& bed = state.bed();
    row_->setText(QString::number(bed.counter()));
    of_->setText(tr("on the counter"));
    carriage_->setText(state.finished() ? tr("off the machine") : sideText(bed.carriage()));
    const operation::Knit* knit = nullptr;
    for (std::size_t i = state.place().operation; i < program.operations.size() && !knit; ++i)
        knit = std::get_if<operation::Knit>(&program.operations[i].action);
    QStringList setting;
    if (knit && knit->size)
        setting << tr("size %1").arg(QString::fromStdString(program.machine.sizes.text(*knit->size)));
    if (knit)
        setting << QString::fromStdString(program.yarns[knit->yarn].name);
    size_->setText(setting.join(QStringLiteral(" · ")));
    held_->setText(heldText(bed, program.machine));
    // Another size or yarn than in the row before must not be overlooked.
    const auto& passes = bed.fabric().passes;
    settingChanges_ = knit && !passes.empty() &&
                      (passes.back().yarn != knit->yarn || (knit->size && passes.back().size != knit->size));
    style();
}

void RowFacts::setScale(double number, double text) {
    number_ = number;
    text_ = text;
    style();
}

void RowFacts::style() {
    const Theme& theme = Theme::current();
    const auto sized = [](double pixels, double scale) { return static_cast<int>(std::lround(pixels * scale)); };
    row_->setMinimumWidth(sized(252, number_));
    row_->setFixedHeight(sized(138, number_));
    setSize(row_, sized(132, number_), true);
    setSize(of_, sized(24, text_), false, theme.muted);
    setSize(carriage_, sized(24, text_), true, theme.woad);
    setSize(held_, sized(16, text_), false, theme.heather);
    setSize(size_, sized(settingChanges_ ? 26 : 20, text_), settingChanges_,
            settingChanges_ ? theme.madder : theme.muted);
}

} // namespace vestimen::app
