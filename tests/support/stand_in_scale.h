// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QProcess>
#include <QTemporaryDir>

namespace vestimen::test {

/// The yarn scale's stand-in as a child process, on a pseudo-terminal of its own.
class StandInScale {
public:
    StandInScale() {
        process_.start(QStringLiteral(VESTIMEN_SCALE), {"--port", port(), "--every", "20"});
        process_.waitForReadyRead(5000);
        started_ = process_.readAllStandardOutput().startsWith("port ");
    }
    ~StandInScale() {
        tell("quit");
        process_.waitForFinished(5000);
    }

    bool started() const { return started_; }
    QString port() const { return folder_.filePath(QStringLiteral("scale")); }
    void tell(const QByteArray& command) {
        process_.write(command + '\n');
        process_.waitForBytesWritten(1000);
    }

private:
    QTemporaryDir folder_;
    QProcess process_;
    bool started_ = false;
};

} // namespace vestimen::test
