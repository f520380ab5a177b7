// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QProcess>
#include <QTemporaryDir>

namespace vestimen::test {

/// A device's stand-in as a child process, on a pseudo-terminal of its own.
class StandIn {
public:
    StandIn(const char* program, int every) {
        process_.start(QString::fromUtf8(program), {"--port", port(), "--every", QString::number(every)});
        process_.waitForReadyRead(5000);
        started_ = process_.readAllStandardOutput().startsWith("port ");
    }
    ~StandIn() {
        tell("quit");
        process_.waitForFinished(5000);
    }

    bool started() const { return started_; }
    QString port() const { return folder_.filePath(QStringLiteral("device")); }
    void tell(const QByteArray& command) {
        process_.write(command + '\n');
        process_.waitForBytesWritten(1000);
    }

private:
    QTemporaryDir folder_;
    QProcess process_;
    bool started_ = false;
};

class StandInScale : public StandIn {
public:
    StandInScale() : StandIn(VESTIMEN_SCALE, 20) {}
};

/// `every`: milliseconds between passes.
class StandInCounter : public StandIn {
public:
    explicit StandInCounter(int every = 20) : StandIn(VESTIMEN_COUNTER, every) {}
};

} // namespace vestimen::test
