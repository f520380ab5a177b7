// SPDX-License-Identifier: GPL-3.0-or-later
// The application with its net: an exception that nobody caught ends in a sentence, not in an abort; and no tool tip is
// taken for markup.
#pragma once

#include <QApplication>

namespace vestimen::app {

class GuardedApplication : public QApplication {
    Q_OBJECT

public:
    GuardedApplication(int& argc, char** argv);
    bool notify(QObject* receiver, QEvent* event) override;

signals:
    /// Something went wrong that nobody had foreseen; what was stored before is stored.
    void troubled(const QString& message);

private:
    bool showToolTip(QObject* receiver, QEvent* event);
};

} // namespace vestimen::app
