// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "devices/scale_line.h"

#include <QObject>
#include <QSerialPort>
#include <QTimer>

namespace vestimen {

/// A yarn scale on a serial line. Once it was connected to a port it stays with it: a line that is lost is said and
/// opened again as soon as it is there. Nothing here blocks.
class YarnScale : public QObject {
    Q_OBJECT

public:
    enum class State { off, waiting, connected, lost };

    explicit YarnScale(QObject* parent = nullptr);

    /// A port such as ttyUSB0, or a path. An empty one disconnects.
    void connectTo(const QString& port);
    QString port() const { return port_; }
    State state() const { return state_; }
    /// The last weight of the line as it is; nothing while it is lost.
    std::optional<ScaleReading> reading() const { return reading_; }
    /// Lines that were no reading.
    int rubbish() const { return rubbish_; }

    /// Ports that this computer has now.
    static QStringList ports();

    /// Silence that counts as a lost line.
    static constexpr int silence = 2000; // ms
    static constexpr int between = 500;  // ms between attempts

signals:
    void weighed(const vestimen::ScaleReading& reading);
    void stateChanged();

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
    std::optional<ScaleReading> reading_;
    int rubbish_ = 0;
};

} // namespace vestimen
