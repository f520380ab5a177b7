// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/gauge_fields.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "core/quantity/parsing.h"

#include <QVBoxLayout>

namespace vestimen::app {
namespace {

/// A number that machines knit, in 10 cm.
std::optional<double> soundNumber(const QLineEdit& edit) {
    const auto value = parseNumber(edit.text().toStdString());
    return value && *value >= 3.0 && *value <= 150.0 ? std::optional(*value) : std::nullopt;
}

} // namespace

GaugeFields::GaugeFields(const QString& name, QWidget* parent)
    : QWidget(parent), stitches_(new QLineEdit(this)), rows_(new QLineEdit(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    const auto add = [&](const QString& title, QLineEdit* edit, const QString& example, const char* what) {
        auto* label = new Label(title, this);
        label->setObjectName(QStringLiteral("muted"));
        edit->setAccessibleName(title);
        edit->setObjectName(name + QLatin1String(what));
        edit->setPlaceholderText(example);
        column->addWidget(label);
        column->addWidget(edit);
        connect(edit, &QLineEdit::textChanged, this, &GaugeFields::changed);
        connect(edit, &QLineEdit::returnPressed, this, &GaugeFields::entered);
    };
    add(tr("Stitches in 10 cm"), stitches_, tr("such as 28"), "_stitches");
    add(tr("Rows in 10 cm"), rows_, tr("such as 40"), "_rows");
}

std::optional<FabricGauge> GaugeFields::gauge() const {
    const auto stitches = soundNumber(*stitches_);
    const auto rows = soundNumber(*rows_);
    if (!stitches || !rows)
        return std::nullopt;
    return FabricGauge{Gauge::perTenCentimetres(*stitches), Gauge::perTenCentimetres(*rows)};
}

QString GaugeFields::problem() {
    QLineEdit* wrong = nullptr;
    for (QLineEdit* edit : {rows_, stitches_}) {
        const bool sound = soundNumber(*edit).has_value();
        setWrong(edit, !sound);
        wrong = sound ? wrong : edit;
    }
    if (!wrong)
        return {};
    wrong->setFocus();
    return tr("A gauge is a number from 3 to 150 in 10 cm. Count a piece of the same yarn if you have one, or choose a "
              "swatch.");
}

} // namespace vestimen::app
