// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/device_line.h"

#include <QSerialPortInfo>

namespace vestimen {
namespace {

/// No message is nearly as long; what is longer is noise.
constexpr int longestLine = 256;

} // namespace

DeviceLine::DeviceLine(QObject* parent) : QObject(parent) {
    watch_.setSingleShot(true);
    watch_.setInterval(silence);
    again_.setInterval(between);
    connect(&watch_, &QTimer::timeout, this, &DeviceLine::lose);
    connect(&again_, &QTimer::timeout, this, &DeviceLine::open);
    connect(&line_, &QSerialPort::readyRead, this, &DeviceLine::read);
    connect(&line_, &QSerialPort::errorOccurred, this, [this](QSerialPort::SerialPortError error) {
        // Later, since the port must not be closed from within its own signal.
        if (error == QSerialPort::ResourceError)
            QTimer::singleShot(0, this, &DeviceLine::lose);
    });
}

void DeviceLine::connectTo(const QString& port) {
    line_.close();
    watch_.stop();
    again_.stop();
    half_.clear();
    forget(true);
    rubbish_ = 0;
    port_ = port.trimmed();
    setState(port_.isEmpty() ? State::off : State::waiting);
    if (!port_.isEmpty())
        open();
}

void DeviceLine::open() {
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

void DeviceLine::read() {
    half_ += line_.readAll();
    bool any = false;
    qsizetype begin = 0;
    for (qsizetype end = half_.indexOf('\n'); end >= 0; end = half_.indexOf('\n', begin)) {
        std::string_view line(half_.constData() + begin, static_cast<std::size_t>(end - begin));
        begin = end + 1;
        if (!line.empty() && line.back() == '\r')
            line.remove_suffix(1);
        if (take(line))
            any = true;
        else
            ++rubbish_;
    }
    half_.remove(0, begin);
    if (half_.size() > longestLine)
        half_.clear();
    if (!any)
        return;
    watch_.start();
    setState(State::connected);
    taken();
}

void DeviceLine::lose() {
    if (port_.isEmpty())
        return;
    watch_.stop();
    line_.close();
    half_.clear();
    forget(false);
    setState(State::lost);
    again_.start();
}

void DeviceLine::setState(State state) {
    if (state == state_)
        return;
    state_ = state;
    emit stateChanged();
}

QStringList DeviceLine::ports() {
    QStringList names;
    for (const QSerialPortInfo& each : QSerialPortInfo::availablePorts())
        names << each.portName();
    return names;
}

} // namespace vestimen
