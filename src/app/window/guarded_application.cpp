// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/guarded_application.h"

#include "workroom/workroom.h"

#include <QHelpEvent>
#include <QToolTip>
#include <QWidget>

#include <new>

namespace vestimen::app {

GuardedApplication::GuardedApplication(int& argc, char** argv) : QApplication(argc, argv) {}

bool GuardedApplication::notify(QObject* receiver, QEvent* event) {
    QString message;
    try {
        return showToolTip(receiver, event) || QApplication::notify(receiver, event);
    } catch (const WorkroomError& error) {
        message = error.message();
    } catch (const std::bad_alloc&) {
        message = tr("There is not enough memory for this. What was stored before is safe.");
    } catch (const std::exception& error) {
        message = tr("That did not work: %1. What was stored before is safe.").arg(QString::fromUtf8(error.what()));
    }
    // Not from within the event that failed.
    QMetaObject::invokeMethod(
        this, [this, message] { emit troubled(message); }, Qt::QueuedConnection);
    return true;
}

/// A tip that looks like markup is shown as the text that it is.
bool GuardedApplication::showToolTip(QObject* receiver, QEvent* event) {
    const auto* widget = event->type() == QEvent::ToolTip ? qobject_cast<QWidget*>(receiver) : nullptr;
    if (!widget || !Qt::mightBeRichText(widget->toolTip()))
        return false;
    QToolTip::showText(static_cast<QHelpEvent*>(event)->globalPos(), widget->toolTip().toHtmlEscaped());
    return true;
}

} // namespace vestimen::app
