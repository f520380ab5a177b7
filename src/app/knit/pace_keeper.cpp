// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/pace_keeper.h"

#include "app/knit/knit_words.h"

#include <ranges>

namespace vestimen::app {
namespace {

/// A hand gets faster: what is long ago counts no more.
constexpr std::size_t mostSteps = 600;

} // namespace

void PaceKeeper::read(const Workroom& workroom, const QList<BegunPiece>& pieces) {
    steps_.clear();
    // They come with the one knitted last first; its steps shall be the last to be forgotten.
    for (const BegunPiece& piece : pieces | std::views::reverse) {
        try {
            readPiece(workroom, piece.id);
        } catch (const WorkroomError&) {
            continue; // the choice of pieces says what is wrong with it
        }
    }
}

void PaceKeeper::readPiece(const Workroom& workroom, qint64 piece) {
    QDateTime before;
    Program program = workroom.programAsBegun(piece);
    for (const JournalRecord& each : workroom.journal(piece)) {
        if (each.program)
            program = *each.program;
        if (each.kind == JournalRecord::Kind::done && before.isValid())
            add({isAfterRow(program, each.place), static_cast<double>(before.msecsTo(each.at)) / 1000.0});
        before = each.kind == JournalRecord::Kind::pause ? QDateTime() : each.at;
    }
}

void PaceKeeper::add(TimedStep step) {
    if (steps_.size() >= mostSteps)
        steps_.erase(steps_.begin());
    steps_.push_back(step);
}

void PaceKeeper::done(const Program& program, ProgramPlace place) {
    if (since_.isValid())
        add({isAfterRow(program, place), static_cast<double>(since_.elapsed()) / 1000.0});
    since_.start();
}

QString PaceKeeper::left(const Program& program, ProgramPlace place) const {
    const auto known = pace(steps_);
    return known ? durationText(secondsLeft(program, place, *known)) : QString();
}

} // namespace vestimen::app
