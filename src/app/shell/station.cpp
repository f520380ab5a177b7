// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/station.h"

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
    const auto bare = session_.unit() == ReadingUnit::inches        ? LengthUnit::inch
                      : session_.unit() == ReadingUnit::millimetres ? LengthUnit::millimetre
                                                                    : LengthUnit::centimetre;
    return parseLength(text.toStdString(), bare);
}

} // namespace vestimen::app
