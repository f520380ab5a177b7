// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/knit_dialogs.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/shell/session.h"
#include "app/theme/theme.h"

#include <QVBoxLayout>

namespace vestimen::app {
namespace {

QLabel* paragraph(QDialog* dialog, QVBoxLayout* layout, const QString& text = {}) {
    auto* label = new Label(text, dialog);
    label->setWordWrap(true);
    label->setMinimumWidth(420);
    layout->addWidget(label);
    return label;
}

} // namespace

CounterDialog::CounterDialog(const KnittingState& state, QWidget* parent) : QDialog(parent) {
    auto* layout = dialogForm(this, tr("My counter says …"));
    const CounterStretch stretch = counterStretch(state.program(), state.place());
    paragraph(
        this, layout,
        tr("The screen stands at row %1. The counter of this part goes from %2 to %3; what is done by hand on the way "
           "counts as done.")
            .arg(state.bed().counter())
            .arg(stretch.first)
            .arg(stretch.last));
    row_ = new QSpinBox(this);
    row_->setRange(stretch.first, stretch.last);
    row_->setValue(state.bed().counter());
    addRow(layout, tr("row"), row_);
    why_ = new QLineEdit(this);
    why_->setPlaceholderText(tr("the cord slipped off"));
    addRow(layout, tr("reason"), why_, 260);
    addDialogButtons(this, layout);
    row_->setFocus();
    row_->selectAll();
}

MistakeDialog::MistakeDialog(const KnittingState& state, QWidget* parent) : QDialog(parent), state_(state) {
    auto* layout = dialogForm(this, tr("I made a mistake"));
    mistake_ = new QComboBox(this);
    mistake_->addItems({tr("The last shaping was done once too often"), tr("The last shaping was left out"),
                        tr("A stitch has dropped"), tr("Held needles were not put back"), tr("Some rows are wrong")});
    mistake_->setAccessibleName(tr("What happened"));
    layout->addWidget(mistake_);
    side_ = new QComboBox(this);
    side_->addItems({tr("at the left"), tr("at the right")});
    side_->setAccessibleName(tr("Side"));
    layout->addWidget(side_);
    rows_ = new QSpinBox(this);
    rows_->setRange(1, std::max(1, state.passesDone()));
    rows_->setSuffix(tr(" rows"));
    rows_->setAccessibleName(tr("Rows to unravel"));
    layout->addWidget(rows_);
    words_ = paragraph(this, layout);
    words_->setMinimumHeight(96);
    words_->setAlignment(Qt::AlignTop);
    unravel_ = addRemedy(tr("Unravel"), Remedy::unravel);
    carry_ = addRemedy(tr("Carry it"), Remedy::carry);
    remember_ = addRemedy(tr("Note it"), Remedy::remember);
    auto* line = new QHBoxLayout;
    auto* close = new QPushButton(tr("Close"), this);
    connect(close, &QPushButton::clicked, this, &QDialog::reject);
    for (QPushButton* each : {unravel_, carry_, remember_})
        line->addWidget(each);
    line->addStretch(1);
    line->addWidget(close);
    layout->addLayout(line);
    for (QComboBox* each : {mistake_, side_})
        connect(each, &QComboBox::currentIndexChanged, this, &MistakeDialog::work);
    connect(rows_, &QSpinBox::valueChanged, this, &MistakeDialog::work);
    work();
}

QPushButton* MistakeDialog::addRemedy(const QString& text, Remedy remedy) {
    auto* button = new QPushButton(text, this);
    button->setAutoDefault(false);
    connect(button, &QPushButton::clicked, this, [this, remedy] {
        remedy_ = remedy;
        accept();
    });
    return button;
}

int MistakeDialog::rowsToUnravel() const {
    return rowsBack_;
}

void MistakeDialog::work() {
    const auto what = static_cast<Mistake>(mistake_->currentIndex());
    const Side side = side_->currentIndex() == 0 ? Side::left : Side::right;
    const bool shaping = what == Mistake::tooMany || what == Mistake::tooFew;
    side_->setVisible(shaping);
    rows_->setVisible(what == Mistake::wrongRows);
    correction_.reset();
    rowsBack_ = 0;
    switch (what) {
    case Mistake::tooMany:
    case Mistake::tooFew: {
        const auto from = mendedFrom(state_.program(), state_.place(), side);
        if (!from) {
            words_->setText(tr("Nothing was shaped on that side yet."));
            break;
        }
        rowsBack_ = state_.passesDone() - passesBefore(state_.program(), *from);
        QString text = rowsBack_ > 0 ? tr("To mend it, unravel %1 rows and do the shaping again.").arg(rowsBack_)
                                     : tr("To mend it, put the stitches back before the next row.");
        correction_ =
            carried(state_.program(), state_.place(), {side, what == Mistake::tooMany ? 1 : -1}, &state_.siblings());
        if (correction_ && anyError(correction_->findings)) {
            text += '\n' + tr("It cannot be carried: %1").arg(coreText(correction_->findings.front().text));
            correction_.reset();
        } else if (correction_) {
            text += '\n' + tr("Or carry it: the piece is %1 st off at that edge from row %2 to row %3, where the "
                              "next shaping on that side makes it good. Everything after stays as it was drafted; the "
                              "rest was rehearsed to the end.")
                               .arg(correction_->stitches)
                               .arg(correction_->fromRow)
                               .arg(correction_->goodRow);
        } else {
            text += '\n' + tr("It cannot be carried: no shaping of its kind follows on that side to make it good.");
        }
        words_->setText(text);
        break;
    }
    case Mistake::droppedStitch:
        words_->setText(
            tr("Stop before the next row. From the front, put the latch tool into the loop below the ladder, "
               "catch the lowest rung and draw it through; go on rung by rung, and hang the last loop on its "
               "needle. On the purl side the tool goes in from behind."));
        break;
    case Mistake::notPutBack:
        words_->setText(tr("A float lies over needles that should have knitted. Put them to work and knit them by hand "
                           "with that strand, one after the other; then go on."));
        break;
    case Mistake::wrongRows:
        rowsBack_ = rows_->value();
        words_->setText(
            tr("Unravel %1 rows: draw the yarn out stitch by stitch and hang each loop back. The counter goes "
               "back to row %2 and the carriage to the %3.")
                .arg(rowsBack_)
                .arg(std::max(0, state_.bed().counter() - rowsBack_))
                .arg((rowsBack_ % 2 == 0) == (state_.bed().carriage() == Side::left) ? tr("left") : tr("right")));
        break;
    }
    unravel_->setVisible(shaping || what == Mistake::wrongRows);
    unravel_->setEnabled(rowsBack_ > 0);
    carry_->setVisible(shaping);
    carry_->setEnabled(correction_.has_value());
    remember_->setVisible(!shaping && what != Mistake::wrongRows);
}

QString MistakeDialog::summary() const {
    switch (static_cast<Mistake>(mistake_->currentIndex())) {
    case Mistake::tooMany:
    case Mistake::tooFew:
        return tr("%1, %2").arg(mistake_->currentText(), side_->currentText());
    case Mistake::droppedStitch:
        return tr("A stitch was taken up again");
    case Mistake::notPutBack:
        return tr("Held needles were knitted by hand");
    case Mistake::wrongRows:
        break;
    }
    return tr("%1 rows unravelled").arg(rowsBack_);
}

} // namespace vestimen::app
