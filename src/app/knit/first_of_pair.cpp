// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/first_of_pair.h"

#include "app/knit/piece_choice.h"

#include <algorithm>

namespace vestimen::app {
namespace {

std::optional<PieceKind> other(PieceKind kind, const Choices& choices) {
    switch (kind) {
    case PieceKind::leftBack:
        return PieceKind::rightBack;
    case PieceKind::rightBack:
        return PieceKind::leftBack;
    case PieceKind::leftFront:
        return PieceKind::rightFront;
    case PieceKind::rightFront:
        return PieceKind::leftFront;
    case PieceKind::leftSleeve:
    case PieceKind::rightSleeve:
        // Those that are knitted down hang each from its own armhole.
        if (choices.sleevesKnittedDown())
            return std::nullopt;
        return kind == PieceKind::leftSleeve ? PieceKind::rightSleeve : PieceKind::leftSleeve;
    default:
        return std::nullopt;
    }
}

} // namespace

std::optional<FirstOfPair> FirstOfPair::of(const Session& session, PieceKind second) {
    const auto kind = other(second, session.project().choices);
    const WorkedPiece* firstDrafted = kind ? session.worked().piece(*kind) : nullptr;
    const WorkedPiece* secondDrafted = session.worked().piece(second);
    if (!firstDrafted || !secondDrafted)
        return std::nullopt;
    const Workroom& workroom = session.workroom();
    const auto begun = newestBegun(workroom.pieces(session.projectId()), key(*kind));
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
