// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/session/station.h"

namespace vestimen::app {

Station::Station(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    connect(&session, &Session::changed, this, [this] {
        if (isVisible())
            refresh();
    });
}

void Station::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

QString Station::text(Length length) const {
    return QString::fromStdString(vestimen::text(length, session_.unit()));
}

Parsed<Length> Station::parsed(const QString& text) const {
    return parseLength(text.toStdString(), bareUnit(session_.unit()));
}

} // namespace vestimen::app
