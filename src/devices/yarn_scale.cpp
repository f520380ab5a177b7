// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/yarn_scale.h"

#include <QSerialPortInfo>

namespace vestimen {
namespace {

/// No reading is nearly as long; what is longer is noise.
constexpr int longestLine = 256;

} // namespace

YarnScale::YarnScale(QObject* parent) : QObject(parent) {
    watch_.setSingleShot(true);
    watch_.setInterval(silence);
    again_.setInterval(between);
    connect(&watch_, &QTimer::timeout, this, &YarnScale::lose);
    connect(&again_, &QTimer::timeout, this, &YarnScale::open);
    connect(&line_, &QSerialPort::readyRead, this, &YarnScale::read);
    connect(&line_, &QSerialPort::errorOccurred, this, [this](QSerialPort::SerialPortError error) {
        // Later, since the port must not be closed from within its own signal.
        if (error == QSerialPort::ResourceError)
            QTimer::singleShot(0, this, &YarnScale::lose);
    });
}

void YarnScale::connectTo(const QString& port) {
    line_.close();
    watch_.stop();
    again_.stop();
    half_.clear();
    reading_.reset();
    rubbish_ = 0;
    port_ = port.trimmed();
    setState(port_.isEmpty() ? State::off : State::waiting);
    if (!port_.isEmpty())
        open();
}

void YarnScale::open() {
    if (line_.isOpen())
        line_.close();
    line_.setPortName(port_);
    if (!line_.open(QIODevice::ReadOnly)) {
        again_.start();
        return;
    }
    again_.stop();
    line_.setBaudRate(QSerialPort::Baud9600);
    watch_.start();
}

void YarnScale::read() {
    half_ += line_.readAll();
    std::optional<ScaleReading> last;
    for (qsizetype end = half_.indexOf('\n'); end >= 0; end = half_.indexOf('\n')) {
        const auto reading = parseScaleLine(std::string_view(half_.constData(), static_cast<std::size_t>(end)));
        half_.remove(0, end + 1);
        if (reading)
            last = reading;
        else
            ++rubbish_;
    }
    if (half_.size() > longestLine)
        half_.clear();
    if (!last)
        return;
    watch_.start();
    reading_ = last;
    setState(State::connected);
    emit weighed(*last);
}

void YarnScale::lose() {
    if (port_.isEmpty())
        return;
    watch_.stop();
    line_.close();
    half_.clear();
    reading_.reset();
    setState(State::lost);
    again_.start();
}

void YarnScale::setState(State state) {
    if (state == state_)
        return;
    state_ = state;
    emit stateChanged();
}

QStringList YarnScale::ports() {
    QStringList names;
    for (const QSerialPortInfo& each : QSerialPortInfo::availablePorts())
        names << each.portName();
    return names;
}

} // namespace vestimen
