// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/key_row.h"

#include <QHBoxLayout>

#include <algorithm>

namespace vestimen::app {

KeyRow::KeyRow(QWidget* parent) : QWidget(parent) {
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(0, 4, 0, 10);
    line->setSpacing(8);
    line->addStretch(1);
    // It makes itself smaller where there is no room, and asks for none.
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
}

QPushButton* KeyRow::add(const QList<Qt::Key>& keys, const QString& name, const QString& what,
                         const std::function<void()>& action) {
    auto* button = new QPushButton(this);
    button->setObjectName(QStringLiteral("key"));
    button->setFocusPolicy(Qt::NoFocus);
    button->setAccessibleName(what);
    button->setToolTip(what);
    connect(button, &QPushButton::clicked, this, action);
    auto* line = static_cast<QHBoxLayout*>(layout());
    line->insertWidget(line->count() - 1, button);
    entries_.append({keys, action, button, name});
    return button;
}

void KeyRow::addKey(Qt::Key key, const std::function<void()>& action) {
    entries_.append({{key}, action, nullptr, {}});
}

bool KeyRow::takeKey(const QKeyEvent& event) const {
    const auto found =
        std::ranges::find_if(entries_, [&](const Entry& each) { return each.keys.contains(event.key()); });
    if (found == entries_.end())
        return false;
    found->action();
    return true;
}

void KeyRow::setRoomy(bool roomy) {
    for (const Entry& each : entries_)
        if (each.button)
            each.button->setText(roomy ? QStringLiteral("%1 · %2").arg(each.name, each.button->accessibleName())
                                       : each.name);
}

} // namespace vestimen::app
