// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/counter_ear.h"

namespace vestimen::app {

CounterEar::CounterEar(std::function<std::optional<Side>()> carriage, QObject* parent)
    : QObject(parent), carriage_(std::move(carriage)) {
    connect(&counter_, &RowCounter::heard, this, &CounterEar::hear);
    connect(&counter_, &RowCounter::changed, this, &CounterEar::forget);
    connect(&counter_, &DeviceLine::stateChanged, this, &CounterEar::lineChanged);
}

void CounterEar::use(const QString& port, int doubleWithin, int leastBetween) {
    listener_ = CounterListener(doubleWithin, leastBetween);
    if (counter_.port() != port)
        counter_.connectTo(port);
}

void CounterEar::hear(const CounterReading& reading) {
    const auto carriage = carriage_();
    if (!carriage)
        return forget();
    using To = CounterReading::To;
    const CounterNews news = listener_.hear(reading, *carriage == Side::left ? To::left : To::right);
    switch (news.kind) {
    case CounterNews::Kind::nothing:
    case CounterNews::Kind::doubled:
    case CounterNews::Kind::tooFast:
        break;
    case CounterNews::Kind::row:
    case CounterNews::Kind::missed:
        emit rowsKnitted(news.rows, news.kind == CounterNews::Kind::missed);
        break;
    case CounterNews::Kind::wrongWay:
        emit wrongWay(reading.to == To::left ? Side::left : Side::right);
        break;
    }
}

} // namespace vestimen::app
