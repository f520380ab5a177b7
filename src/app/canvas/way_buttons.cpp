// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/way_buttons.h"

#include "app/canvas/label.h"

#include <QPushButton>
#include <QVBoxLayout>

namespace vestimen::app {

WayButtons::WayButtons(QWidget* parent) : QWidget(parent) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    hide();
}

void WayButtons::clear() {
    while (QLayoutItem* item = layout()->takeAt(0)) {
        item->widget()->deleteLater();
        delete item;
    }
    hide();
}

void WayButtons::tell(const QString& sentence, Severity severity) {
    auto* words = new Label(sentence, this);
    words->setWordWrap(true);
    words->setObjectName(severity == Severity::error     ? QStringLiteral("problem")
                         : severity == Severity::warning ? QStringLiteral("warning")
                                                         : QString());
    layout()->addWidget(words);
    words->show();
    show();
}

void WayButtons::offer(const QString& what, const std::function<void()>& take) {
    auto* button = new QPushButton(what, this);
    button->setObjectName(QStringLiteral("small"));
    connect(button, &QPushButton::clicked, this, take);
    layout()->addWidget(button);
    button->show(); // at once, also where the others are seen already
    show();
}

} // namespace vestimen::app
