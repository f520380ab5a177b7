// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/record/pace.h"
#include "workroom/workroom.h"

#include <QElapsedTimer>
#include <QString>

namespace vestimen::app {

/// How fast this project is knitted, and what that makes of the rest of a piece.
class PaceKeeper {
public:
    /// From the journals of a project's pieces, as Workroom::pieces() lists them. WorkroomError when they cannot be
    /// read.
    void read(const Workroom& workroom, const QList<BegunPiece>& pieces);
    /// Somebody comes to the machine: what lies before is no work.
    void start() { since_.start(); }
    void done(const Program& program, ProgramPlace place);
    /// "about 40 min", or nothing while that cannot be said.
    QString left(const Program& program, ProgramPlace place) const;

private:
    void readPiece(const Workroom& workroom, qint64 piece);
    void add(TimedStep step);

    std::vector<TimedStep> steps_; ///< the newest last
    QElapsedTimer since_;
};

} // namespace vestimen::app
