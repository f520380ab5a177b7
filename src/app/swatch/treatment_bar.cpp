// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/swatch/treatment_bar.h"

#include "app/session/session.h"

#include <QDateTime>
#include <QLocale>
#include <QMenu>
#include <QPushButton>

namespace vestimen::app {
namespace {

constexpr int chipHeight = 66;
constexpr int scrollRoom = 12;

} // namespace

QString percentText(double share) {
    const double percent = share * 100.0;
    return (percent < -0.05  ? QStringLiteral("−")
            : percent > 0.05 ? QStringLiteral("+")
                             : QStringLiteral("±")) +
           QString::number(std::abs(percent), 'f', 1) + " %";
}

QString restText(const Treatment& treatment, const QDateTime& now) {
    const QDateTime began = QDateTime::fromString(QString::fromStdString(treatment.began), Qt::ISODate);
    if (!began.isValid() || treatment.hours <= 0.0)
        return {};
    const QDateTime ready = began.addSecs(static_cast<qint64>(treatment.hours * 3600));
    const QString when = ready.date() == now.date() ? ready.toString(QStringLiteral("HH:mm"))
                                                    : QLocale().toString(ready.date(), QStringLiteral("ddd d MMM")) +
                                                          ready.toString(", HH:mm");
    return ready <= now ? TreatmentBar::tr("ready since %1").arg(when) : TreatmentBar::tr("ready at %1").arg(when);
}

TreatmentBar::TreatmentBar(QWidget* parent)
    : QScrollArea(parent), layout_(new QHBoxLayout), add_(new QPushButton(this)) {
    // Many treatments are scrolled, never squeezed.
    auto* line = new QWidget(this);
    line->setLayout(layout_);
    setWidget(line);
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFocusPolicy(Qt::NoFocus);
    setFixedHeight(chipHeight + scrollRoom);
    layout_->setContentsMargins(0, 0, 0, 0);
    layout_->setSpacing(8);
    add_->setMinimumHeight(chipHeight);
    auto* menu = new QMenu(add_);
    for (std::size_t kind = 0; kind < treatmentKindCount; ++kind)
        menu->addAction(coreText(label(static_cast<TreatmentKind>(kind))), this,
                        [this, kind] { emit added(static_cast<TreatmentKind>(kind)); });
    add_->setMenu(menu);
    layout_->addWidget(add_);
    layout_->addStretch(1);
}

/// Chips are kept while there are as many treatments: making them anew at every digit would be felt.
void TreatmentBar::matchChips(int count) {
    while (chips_.size() > count) {
        chips_.back()->hide();
        chips_.takeLast()->deleteLater();
    }
    while (chips_.size() < count) {
        const int index = static_cast<int>(chips_.size());
        auto* chip = new QPushButton(widget());
        chip->setSizePolicy(QSizePolicy::Minimum, QSizePolicy::Fixed);
        chip->setCheckable(true);
        chip->setMinimumHeight(chipHeight);
        connect(chip, &QPushButton::clicked, this, [this, index] { emit chosen(index); });
        chip->setContextMenuPolicy(Qt::ActionsContextMenu);
        auto* remove = new QAction(tr("Remove this treatment and its readings"), chip);
        connect(remove, &QAction::triggered, this, [this, index] { emit removed(index); });
        chip->addAction(remove);
        layout_->insertWidget(index, chip);
        chips_.append(chip);
    }
}

void TreatmentBar::show(const Swatch& swatch) {
    matchChips(static_cast<int>(swatch.treatments.size()));
    const Treatment* inUse = treatmentInUse(swatch);
    std::optional<MeasuredFabric> before;
    for (qsizetype i = 0; i < chips_.size(); ++i) {
        const Treatment& treatment = swatch.treatments[static_cast<std::size_t>(i)];
        const MeasuredFabric fabric = measured(treatment, swatch.field, swatch.fieldRows);
        QString text = treatment.kind == TreatmentKind::custom && !treatment.note.empty()
                           ? QString::fromStdString(treatment.note)
                           : coreText(label(treatment.kind));
        if (treatment.hours > 0.0)
            text += tr(", %1 h").arg(treatment.hours);
        text += '\n';
        text += fabric.gauge ? tr("%1 × %2")
                                   .arg(fabric.gauge->stitches.perTenCentimetres(), 0, 'f', 1)
                                   .arg(fabric.gauge->rows.perTenCentimetres(), 0, 'f', 1)
                             : tr("not read yet");
        const QString rest = restText(treatment, QDateTime::currentDateTime());
        if (!fabric.gauge && !rest.isEmpty())
            text += '\n' + rest;
        QString spoken = text;
        if (before && fabric.gauge) {
            const TreatmentChange change = changeSince(*before, fabric);
            if (change.across && change.up) {
                text += tr("\n↔ %1  ↕ %2").arg(percentText(*change.across), percentText(*change.up));
                spoken += tr(", %1 wider, %2 taller").arg(percentText(*change.across), percentText(*change.up));
            }
        }
        if (fabric.gauge)
            before = fabric;
        QPushButton* chip = chips_[i];
        chip->setChecked(inUse == &treatment);
        if (chip->text() == text)
            continue;
        chip->setText(text);
        chip->setAccessibleName(spoken.replace('\n', QStringLiteral(": ")));
        chip->setToolTip(rest);
    }
    add_->setText(swatch.treatments.empty() ? tr("Treated …") : tr("Treated again …"));
}

} // namespace vestimen::app
