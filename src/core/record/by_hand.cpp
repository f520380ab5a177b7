// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/record/by_hand.h"

#include <algorithm>
#include <array>
#include <string_view>
#include <type_traits>

namespace vestimen {
namespace {

using namespace operation;

/// What the learner does with the needles, and what goes along by itself.
enum class Share { needles, alongside, hands, row };

template<class Op, class... Of> constexpr bool oneOf = (std::is_same_v<Op, Of> || ...);

struct ShareOf {
    Share operator()(const Hang& hang) const {
        const auto areBars = [](const HangSource& source) { return source.kind == HangSource::Kind::bar; };
        return std::ranges::all_of(hang.sources, areBars) ? Share::needles : Share::hands;
    }
    template<class Op> Share operator()(const Op&) const {
        if constexpr (oneOf<Op, Knit>)
            return Share::row;
        else if constexpr (oneOf<Op, Hold, Release, Increase, Decrease, Transfer>)
            return Share::needles;
        else if constexpr (oneOf<Op, HoldLever, operation::Wrap, JoinYarn, BreakYarn, MoveCarriage, Mark, Counter, Say>)
            return Share::alongside;
        else
            return Share::hands;
    }
};

/// The knit operation that makes the next row.
std::size_t nextRow(const Program& program, ProgramPlace place) {
    std::size_t at = place.operation;
    while (at < program.operations.size() && !std::holds_alternative<Knit>(program.operations[at].action))
        ++at;
    return at;
}

/// Findings of the bed that tell a learner more than the needles do.
constexpr std::array<FindingCode, 4> alsoSaid{"undeclared_float", "undeclared_ladder", "open_turn", "needle_full"};

} // namespace

std::optional<ProgramPlace> rowSetByHand(const Program& program, ProgramPlace place) {
    const std::size_t row = nextRow(program, place);
    if (row == program.operations.size() || row == place.operation)
        return std::nullopt;
    const auto share = [&](std::size_t i) { return std::visit(ShareOf{}, program.operations[i].action); };
    if (share(place.operation) != Share::needles)
        return std::nullopt;
    for (std::size_t i = place.operation; i < row; ++i)
        if (share(i) == Share::hands)
            return std::nullopt;
    const bool more = std::get<Knit>(program.operations[row].action).rows > Rows(1);
    return more ? ProgramPlace{row, 1} : ProgramPlace{row + 1, 0};
}

HandBed::HandBed(const Program& program, ProgramPlace place, const Siblings* siblings)
    : program_(program), place_(place), siblings_(siblings), hands_(program, place, siblings) {}

Side HandBed::sideOf(Needle needle) const {
    // Beside a neck that holds, the edge is at the neck.
    NeedleSpan span = bed().occupied();
    const auto rests = [&](Needle at) {
        const NeedleState& state = bed().needle(at);
        return state.loops == 0 || (bed().leverOn() && state.position == Position::hold);
    };
    while (!span.empty() && rests(span.first))
        span.first = span.first.shifted(1);
    while (!span.empty() && rests(span.last))
        span.last = span.last.shifted(-1);
    return span.empty() || 2 * needle.slot() < span.first.slot() + span.last.slot() ? Side::left : Side::right;
}

bool HandBed::put(Needle needle, Position position) {
    if (!bed().onBed(needle) || (bed().needle(needle).loops == 0 && position == Position::hold))
        return false;
    if (bed().needle(needle).position != position)
        hands_.put(needle, position);
    return true;
}

bool HandBed::move(Needle first, int count, int over) {
    const Side inward = opposite(sideOf(first));
    Transfer transfer;
    for (int i = 0; i < count; ++i) {
        const Needle from = first.towards(inward, i);
        const Needle to = from.shifted(over);
        if (!bed().onBed(from) || !bed().onBed(to) || bed().needle(from).loops == 0)
            return false;
        transfer.moves.emplace_back(from, to);
    }
    if (over == 0 || transfer.moves.empty())
        return false;
    hands_.perform({std::move(transfer), std::nullopt});
    return true;
}

bool HandBed::fill(Needle needle) {
    if (!bed().onBed(needle) || bed().needle(needle).loops > 0)
        return false;
    const Needle beside = needle.towards(opposite(sideOf(needle)));
    if (!bed().onBed(beside) || bed().needle(beside).loops == 0)
        return false;
    hands_.perform({Hang{{{.kind = HangSource::Kind::bar}}, {{needle, beside}}}, std::nullopt});
    return true;
}

Trial HandBed::knit() const {
    const std::size_t row = nextRow(program_, place_);
    VirtualBed wanted(program_, siblings_);
    wanted.advance(place_);
    const auto before = static_cast<LoopId>(wanted.fabric().loops.size());
    wanted.advance({row, 0});
    const auto again = hands_.again();
    VirtualBed& set = *again;
    for (std::size_t i = place_.operation; i < row; ++i)
        if (std::visit(ShareOf{}, program_.operations[i].action) == Share::alongside)
            set.perform(program_.operations[i]);

    Trial trial = setOtherwise(wanted, set, before);
    if (trial.right())
        return trial;
    const Operation one{Knit{std::get<Knit>(program_.operations[row].action)}, std::nullopt};
    wanted.advance(*rowSetByHand(program_, place_));
    const std::size_t known = set.fabric().findings.size();
    set.perform(one);
    // What else the bed finds in such a row: yarn that lies loose, ladders, turns without a wrap.
    for (std::size_t i = known; i < set.fabric().findings.size(); ++i) {
        const Finding& found = set.fabric().findings[i];
        if (std::ranges::find(alsoSaid, found.code) != alsoSaid.end())
            trial.happened.push_back(found.text);
    }
    const int stitchesWanted = static_cast<int>(wanted.fabric().passes.back().loopCount);
    const int stitchesMade = static_cast<int>(set.fabric().passes.back().loopCount);
    if (stitchesMade != stitchesWanted)
        trial.happened.push_back(
            {"The row would have {0} stitches; it should have {1}.", {stitchesMade, stitchesWanted}});
    return trial;
}

} // namespace vestimen
