// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/yarn_changes.h"

#include <fmt/format.h>

#include <algorithm>
#include <cstdlib>

namespace vestimen {
namespace {

/// So long a strand beside an edge does not pull, and so far an edge may have moved beside it.
constexpr int mostRowsHanging = 6;
constexpr int mostCarriedOver = 2;

/// Of a yarn that is changed at an edge, for the seam to take.
constexpr Length endForSeam = Length::millimetres(120);

} // namespace

YarnIndex YarnChanges::inProgram(YarnNumber number) {
    if (number < 0 || number >= ground_.yarns())
        number = 0;
    const bool isMain = number == 0;
    if (isMain && !ownBalls_)
        return yarns::main;
    std::optional<YarnIndex>& found = (ownBalls_ ? ofOwnBalls_ : inProgram_)[static_cast<std::size_t>(number)];
    if (!found) {
        const Yarn& yarn = ground_.yarnOf(number);
        ProgramYarn listed{.id = ownBalls_ ? ownBallId(number) : yarnId(number),
                           .name = isMain ? writer_.nameOf(yarns::main) : yarn.name};
        if (ownBalls_)
            listed.name += ", second ball";
        if (!isMain) {
            listed.strands = yarn.strands;
            listed.colour = yarn.colour;
        }
        found = writer_.addYarn(std::move(listed));
    }
    return *found;
}

void YarnChanges::use(YarnNumber yarn, Ends ends, const Around& around) {
    const YarnIndex before = writer_.work();
    const YarnIndex now = inProgram(yarn);
    if (now == before)
        return;
    const std::optional<Rows> again = around.mayHang ? wantedAgain(before, around) : std::nullopt;
    const auto found = std::ranges::find(hanging_, now, &Hanging::yarn);
    const bool isHere = found != hanging_.end() && found->side == writer_.carriage() && around.mayHang &&
                        std::abs(found->needle.slot() - around.working.end(found->side).slot()) <= mostCarriedOver;
    if (found != hanging_.end()) {
        if (!isHere)
            writer_.add(operation::BreakYarn{now});
        hanging_.erase(found);
    }
    if (again) {
        hanging_.push_back({before, writer_.carriage(), lastWorked_.end(writer_.carriage())});
        writer_.say("leave_hanging", isHere
                                         ? fmt::format("Leave {} hanging here, it knits again in {} rows, and take up "
                                                       "{}.",
                                                       writer_.nameOf(before), again->count(), writer_.nameOf(now))
                                         : fmt::format("Leave {} hanging here: it knits again in {} rows.",
                                                       writer_.nameOf(before), again->count()));
    } else {
        writer_.add(operation::BreakYarn{
            before, ends == Ends::intoTheSeam ? writer_.leave(endForSeam, operation::seamTail) : operation::Tail()});
    }
    if (!isHere)
        writer_.add(operation::JoinYarn{now, writer_.carriage()});
    tuckEnds(ends, around.stitches, !again, !isHere);
    writer_.workWith(now);
}

/// What is done at once with the end of the yarn that was broken, and of the one that was joined.
void YarnChanges::tuckEnds(Ends ends, const Gauge& stitches, bool old, bool fresh) {
    const EndNeedles over = endNeedles(stitches);
    if (fresh && ends == Ends::intoTheSeam)
        writer_.say("new_end_to_seam", "Leave the new end a hand long at this edge: the seam takes it.");
    if (ends != Ends::whileKnitting)
        return;
    if (fresh)
        writer_.say("weave_new_end",
                    fmt::format("Lay the new end over the end needle, then over and under {} in all; peg it down.",
                                over.fresh));
    if (old)
        writer_.say("weave_old_end", fmt::format("Lay the old end over and under the outer {} needles.", over.old));
}

/// In so many rows, at this side and before anything else happens.
std::optional<Rows> YarnChanges::wantedAgain(YarnIndex yarn, const Around& around) {
    for (int after = 2; after <= mostRowsHanging; after += 2) {
        const auto then = around.yarnAfter(Rows(after));
        if (!then)
            return std::nullopt;
        if (inProgram(*then) == yarn) {
            const auto before = around.yarnAfter(Rows(after - 1));
            return before && inProgram(*before) == yarn ? std::nullopt : std::optional(Rows(after));
        }
    }
    return std::nullopt;
}

void YarnChanges::breakHanging() {
    for (const Hanging& each : hanging_)
        writer_.add(operation::BreakYarn{each.yarn});
    hanging_.clear();
}

void YarnChanges::layIn(YarnNumber yarn, std::vector<Needle> needles) {
    operation::Place place{std::move(needles), inProgram(yarn)};
    if (std::ranges::count(laidIn_, yarn) == 0) {
        writer_.add(operation::JoinYarn{place.yarn, writer_.carriage()});
        laidIn_.push_back(yarn);
    }
    if (!place.needles.empty())
        writer_.add(std::move(place));
}

void YarnChanges::breakLaidIn(const std::function<bool(YarnNumber)>& isNeeded) {
    std::erase_if(laidIn_, [&](YarnNumber yarn) {
        if (isNeeded(yarn))
            return false;
        writer_.add(operation::BreakYarn{inProgram(yarn)});
        return true;
    });
}

} // namespace vestimen
