// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include <functional>

namespace vestimen::app {

/// What can be done about what is in the way, a button each. Seen while there are any.
class WayButtons : public QWidget {
    Q_OBJECT

public:
    explicit WayButtons(QWidget* parent = nullptr);
    void clear();
    void offer(const QString& what, const std::function<void()>& take);
};

} // namespace vestimen::app
