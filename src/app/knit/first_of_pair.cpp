// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/first_of_pair.h"

#include "app/session/newest_begun.h"

#include <algorithm>

namespace vestimen::app {
std::optional<FirstOfPair> FirstOfPair::of(const Session& session, PieceKey second) {
    const WorkedPiece* secondDrafted = session.worked().piece(second);
    const WorkedPiece* firstDrafted =
        secondDrafted && secondDrafted->pair ? session.worked().piece(*secondDrafted->pair) : nullptr;
    if (!firstDrafted || !secondDrafted)
        return std::nullopt;
    const Workroom& workroom = session.workroom();
    const auto begun = newestBegun(workroom.pieces(session.projectId()), key(firstDrafted->key));
    if (!begun || !begun->problem.isEmpty())
        return std::nullopt;

    const auto turned = [&](const Program& program) {
        Program like = mirrorImage(program);
        like.piece = secondDrafted->program.piece;
        like.worn = secondDrafted->program.worn;
        return like;
    };
    FirstOfPair first;
    first.differs_ = begun->program != firstDrafted->program;
    first.asKnitted_ = turned(begun->program);
    Program program = workroom.programAsBegun(begun->id);
    first.asBegun_ = turned(program);
    for (const JournalRecord& each : workroom.journal(begun->id)) {
        if (each.program) {
            Deviation deviation{turned(program), turned(*each.program), {}, each.text};
            deviation.shared = sharedUntil(deviation.before, {deviation.before.operations.size(), 0}, deviation.after);
            first.deviations_.append(std::move(deviation));
            program = *each.program;
        }
        using Kind = JournalRecord::Kind;
        if (each.kind == Kind::note || each.kind == Kind::mark || each.kind == Kind::adjusted)
            first.remarks_.emplace(passesBefore(program, each.place), each.text);
    }
    return first;
}

const FirstOfPair::Deviation* FirstOfPair::deviationAt(const Program& program, ProgramPlace place,
                                                       const ProgramStep* next) const {
    const auto begins = [&](const Deviation& each) {
        // What is done on both sides at once may differ on the second of them only.
        const bool within = next && !next->isRows && place < each.shared.begun && each.shared.begun < next->to;
        return (within || each.shared.begun == place) && each.before == program;
    };
    const auto found = std::ranges::find_if(deviations_, begins);
    return found == deviations_.end() ? nullptr : &*found;
}

} // namespace vestimen::app
