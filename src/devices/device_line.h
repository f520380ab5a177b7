// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QSerialPort>
#include <QTimer>

#include <string_view>

namespace vestimen {

/// A device that tells something on a serial line, line by line (docs/devices.md). Once it was connected to a port it
/// stays with it: a line that is lost is said and opened again as soon as it is there. Nothing here blocks.
class DeviceLine : public QObject {
    Q_OBJECT

public:
    enum class State { off, waiting, connected, lost };

    explicit DeviceLine(QObject* parent = nullptr);

    /// A port such as ttyUSB0, or a path. An empty one disconnects.
    void connectTo(const QString& port);
    QString port() const { return port_; }
    State state() const { return state_; }
    /// Lines that said nothing.
    int rubbish() const { return rubbish_; }

    /// Ports that this computer has now.
    static QStringList ports();

    /// Silence that counts as a lost line.
    static constexpr int silence = 2000; // ms
    static constexpr int between = 500;  // ms between attempts

signals:
    void stateChanged();

protected:
    /// One line without its end; false for what the device does not say.
    virtual bool take(std::string_view line) = 0;
    /// After everything that had come was taken.
    virtual void taken() {}
    /// The line is lost, or another.
    virtual void forget(bool otherPort) = 0;

private:
    void open();
    void read();
    void lose();
    void setState(State state);

    QSerialPort line_;
    QString port_;
    QByteArray half_; ///< a line that has not ended yet
    QTimer watch_;
    QTimer again_;
    State state_ = State::off;
    int rubbish_ = 0;
};

} // namespace vestimen
