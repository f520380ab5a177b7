// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/swatch/scale_panel.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"

#include <QLineEdit>
#include <QVBoxLayout>

namespace vestimen::app {
namespace {

const QString portKey = QStringLiteral("yarn_scale_port");

} // namespace

ScalePanel::ScalePanel(Workroom& workroom, QWidget* parent) : QWidget(parent), workroom_(workroom) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(6);
    port_ = new QComboBox(this);
    port_->setEditable(true);
    port_->lineEdit()->setPlaceholderText(tr("port"));
    port_->setToolTip(tr("The serial port of the yarn scale, such as ttyUSB0; empty when there is none"));
    port_->addItems(YarnScale::ports());
    addRow(layout, tr("yarn scale"), port_);
    words_ = new Label(this);
    words_->setObjectName(QStringLiteral("muted"));
    words_->setWordWrap(true);
    words_->setAccessibleName(tr("What the scale shows"));
    layout->addWidget(words_);
    take_ = new QPushButton(tr("Take this weight"), this);
    layout->addWidget(take_);
    connect(port_->lineEdit(), &QLineEdit::editingFinished, this, &ScalePanel::connectTo);
    connect(port_, &QComboBox::activated, this, &ScalePanel::connectTo);
    connect(&scale_, &YarnScale::weighed, this, &ScalePanel::show);
    connect(&scale_, &YarnScale::stateChanged, this, &ScalePanel::show);
    connect(take_, &QPushButton::clicked, this, [this] {
        if (const auto reading = scale_.reading(); reading && reading->steady && reading->grams > 0.0)
            emit taken(reading->grams);
    });
    const QString port = workroom.setting(portKey);
    port_->setEditText(port);
    scale_.connectTo(port);
    show();
}

void ScalePanel::connectTo() {
    const QString port = port_->currentText().trimmed();
    if (port == scale_.port())
        return;
    scale_.connectTo(port);
    try {
        workroom_.setSetting(portKey, port);
    } catch (const WorkroomError&) {
        // The scale works all the same; only the port will have to be typed again.
    }
}

void ScalePanel::show() {
    const auto reading = scale_.reading();
    switch (scale_.state()) {
    case YarnScale::State::off:
        words_->setText(tr("No scale: type the weight."));
        break;
    case YarnScale::State::waiting:
        words_->setText(tr("Waiting for %1; typing works.").arg(scale_.port()));
        break;
    case YarnScale::State::lost:
        words_->setText(tr("The line to the scale is lost; it is tried again. Typing works."));
        break;
    case YarnScale::State::connected:
        words_->setText(reading && reading->steady ? tr("%1 g, steady").arg(reading->grams, 0, 'f', 1)
                                                   : tr("%1 g, moving").arg(reading ? reading->grams : 0.0, 0, 'f', 1));
        break;
    }
    take_->setEnabled(reading && reading->steady && reading->grams > 0.0);
    take_->setVisible(scale_.state() == YarnScale::State::connected);
}

} // namespace vestimen::app
