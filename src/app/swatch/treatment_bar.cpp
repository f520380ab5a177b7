// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/swatch/treatment_bar.h"

#include "app/shell/session.h"

#include <QDateTime>
#include <QLocale>
#include <QMenu>
#include <QPushButton>

namespace vestimen::app {

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
    const QString when = ready.date() == now.date()
                             ? ready.toString(QStringLiteral("HH:mm"))
                             : QLocale().toString(ready.date(), QStringLiteral("ddd d MMM")) + ready.toString(", HH:mm");
    return ready <= now ? TreatmentBar::tr("ready since %1").arg(when) : TreatmentBar::tr("ready at %1").arg(when);
}

TreatmentBar::TreatmentBar(QWidget* parent) : QWidget(parent), chips_(new QHBoxLayout(this)) {
    chips_->setContentsMargins(0, 0, 0, 0);
    chips_->setSpacing(8);
}

void TreatmentBar::show(const Swatch& swatch) {
    while (QLayoutItem* item = chips_->takeAt(0)) {
        if (item->widget()) {
            item->widget()->hide();
            item->widget()->deleteLater();
        }
        delete item;
    }
    const Treatment* inUse = treatmentInUse(swatch);
    std::optional<MeasuredFabric> before;
    for (std::size_t i = 0; i < swatch.treatments.size(); ++i) {
        const Treatment& treatment = swatch.treatments[i];
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
        auto* chip = new QPushButton(text, this);
        chip->setAccessibleName(spoken.replace('\n', QStringLiteral(": ")));
        chip->setToolTip(restText(treatment, QDateTime::currentDateTime()));
        chip->setCheckable(true);
        chip->setChecked(inUse == &treatment);
        chip->setMinimumHeight(66);
        connect(chip, &QPushButton::clicked, this, [this, i] { emit chosen(static_cast<int>(i)); });
        chip->setContextMenuPolicy(Qt::ActionsContextMenu);
        auto* remove = new QAction(tr("Remove this treatment and its readings"), chip);
        connect(remove, &QAction::triggered, this, [this, i] { emit removed(static_cast<int>(i)); });
        chip->addAction(remove);
        chips_->addWidget(chip);
    }
    auto* add = new QPushButton(swatch.treatments.empty() ? tr("Treated …") : tr("Treated again …"), this);
    add->setMinimumHeight(66);
    auto* menu = new QMenu(add);
    for (std::size_t kind = 0; kind < treatmentKindCount; ++kind)
        menu->addAction(coreText(label(static_cast<TreatmentKind>(kind))), this,
                        [this, kind] { emit added(static_cast<TreatmentKind>(kind)); });
    add->setMenu(menu);
    chips_->addWidget(add);
    chips_->addStretch(1);
}

} // namespace vestimen::app
