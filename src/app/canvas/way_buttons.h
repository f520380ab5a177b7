// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reckoning/reckoning.h"

#include <QWidget>

#include <functional>

namespace vestimen::app {

/// What is in the way, and what can be done about it: a sentence, and below it a button for each way out. Seen while
/// there are any.
class WayButtons : public QWidget {
    Q_OBJECT

public:
    explicit WayButtons(QWidget* parent = nullptr);
    void clear();
    /// What the buttons that follow are about.
    void tell(const QString& sentence, Severity severity);
    void offer(const QString& what, const std::function<void()>& take);
};

} // namespace vestimen::app
