// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/practice/practice_turn.h"

#include <algorithm>
#include <set>
#include <type_traits>

namespace vestimen {
namespace {

using namespace operation;

/// What goes by itself, or is said only.
bool goesAlong(const Operation& operation) {
    return std::visit(
        []<class Op>(const Op&) {
            return std::is_same_v<Op, JoinYarn> || std::is_same_v<Op, BreakYarn> || std::is_same_v<Op, Mark> ||
                   std::is_same_v<Op, Counter> || std::is_same_v<Op, Say> || std::is_same_v<Op, Place> ||
                   std::is_same_v<Op, Rack> || std::is_same_v<Op, Split>;
        },
        operation.action);
}

bool isBar(const Hang& hang) {
    return std::ranges::all_of(hang.sources, [](const HangSource& each) { return each.kind == HangSource::Kind::bar; });
}

/// Which moves of hands an operation is made of, besides stitches moved and needles set.
std::optional<HandMove> moveOf(const Operation& operation) {
    return std::visit(
        []<class Op>(const Op& op) -> std::optional<HandMove> {
            if constexpr (std::is_same_v<Op, Knit>)
                return HandMove::knit;
            else if constexpr (std::is_same_v<Op, HoldLever>)
                return HandMove::lever;
            else if constexpr (std::is_same_v<Op, MoveCarriage> || std::is_same_v<Op, SlipRow>)
                return HandMove::passFree;
            else if constexpr (std::is_same_v<Op, CastOn>)
                return HandMove::wind;
            else if constexpr (std::is_same_v<Op, BindOff>)
                return HandMove::bindOff;
            else if constexpr (std::is_same_v<Op, operation::Wrap>)
                return HandMove::wrap;
            else if constexpr (std::is_same_v<Op, Increase>)
                return op.kind == Shaping::fashioned ? std::optional(HandMove::liftBar) : std::nullopt;
            else if constexpr (std::is_same_v<Op, Hang>)
                return isBar(op) ? HandMove::liftBar : HandMove::hang;
            else if constexpr (std::is_same_v<Op, TakeOff>)
                return HandMove::takeOff;
            else if constexpr (std::is_same_v<Op, Drop>)
                return HandMove::letDown;
            else if constexpr (std::is_same_v<Op, Reform>)
                return HandMove::takeUp;
            else if constexpr (std::is_same_v<Op, Cross>)
                return HandMove::cross;
            else if constexpr (std::is_same_v<Op, DrawUp>)
                return HandMove::drawUp;
            else
                return std::nullopt;
        },
        operation.action);
}

/// Over these needles, in the direction in which the step has it.
template<class Op> void putAlong(Op& op, NeedleSpan at) {
    const bool backwards = op.to < op.from;
    op.from = backwards ? at.last : at.first;
    op.to = backwards ? at.first : at.last;
}

Phrase notHere() {
    return {"There is nothing here that it could be done to.", {}};
}

} // namespace

std::vector<HandMove> movesOf(const PracticeCard& card) {
    std::set<HandMove> moves;
    for (const CardStep& step : stepsOf(card))
        for (std::size_t i = step.from; i < step.to; ++i)
            if (const auto move = moveOf(card.program.operations[i]))
                moves.insert(*move);
    return {moves.begin(), moves.end()};
}

PracticeTurn::PracticeTurn(const PracticeCard& card, const Siblings* siblings)
    : card_(card), siblings_(siblings), steps_(stepsOf(card)) {
    begin();
}

void PracticeTurn::begin() {
    const auto& operations = card_.program.operations;
    const CardStep here = isDone() ? CardStep{{}, operations.size(), operations.size()} : steps_[step_];
    begin_ = here.from;
    while (begin_ < here.to && goesAlong(operations[begin_]))
        ++begin_;
    hands_.emplace(card_.program, ProgramPlace{begin_, 0}, siblings_);
}

std::optional<Phrase> PracticeTurn::perform(Operation operation) {
    const std::size_t found = bed().fabric().findings.size();
    // A row is knitted whatever comes of it; what hands cannot do, they do not do.
    const bool isRow = std::holds_alternative<Knit>(operation.action);
    hands_->perform(std::move(operation));
    if (!isRow)
        for (std::size_t i = found; i < bed().fabric().findings.size(); ++i)
            if (const Finding finding = bed().fabric().findings[i]; finding.severity == Severity::error) {
                undo();
                return finding.text;
            }
    return std::nullopt;
}

std::optional<Phrase> PracticeTurn::put(Needle needle, Position position) {
    if (isDone())
        return Phrase{"The card is done.", {}};
    if (!bed().onBed(needle))
        return Phrase{"The bed ends here.", {}};
    if (bed().needle(needle).loops == 0 && position == Position::hold)
        return Phrase{"An empty needle holds nothing.", {}};
    if (bed().needle(needle).position != position)
        hands_->put(needle, position);
    return std::nullopt;
}

std::optional<Phrase> PracticeTurn::move(NeedleSpan needles, int over) {
    if (isDone())
        return Phrase{"The card is done.", {}};
    Transfer transfer;
    for (int i = 0; i < needles.size(); ++i) {
        const Needle from = needles.first.shifted(i);
        if (!bed().onBed(from) || !bed().onBed(from.shifted(over)) || bed().needle(from).loops == 0)
            return notHere();
        transfer.moves.emplace_back(from, from.shifted(over));
    }
    if (over == 0 || transfer.moves.empty())
        return notHere();
    if (const Transfer* planned = this->planned<Transfer>()) // whether a needle stays at work is set with it
        for (const Needle stays : planned->stay)
            if (stays.slot() >= needles.first.slot() && stays.slot() <= needles.last.slot())
                transfer.stay.push_back(stays);
    return perform({std::move(transfer), std::nullopt});
}

template<class Op> const Op* PracticeTurn::planned() const {
    if (isDone())
        return nullptr;
    std::ptrdiff_t did = std::ranges::count_if(
        hands_->performed(), [](const Operation* done) { return std::holds_alternative<Op>(done->action); });
    const Op* last = nullptr;
    for (std::size_t i = begin_; i < steps_[step_].to; ++i)
        if (const auto* op = std::get_if<Op>(&card_.program.operations[i].action)) {
            last = op;
            if (did-- == 0)
                break;
        }
    return last;
}

std::optional<Operation> PracticeTurn::nextHung(Needle needle) const {
    // Each press hangs one: as many were hung as there are acts of that kind.
    std::size_t hung = 0;
    for (const Operation* done : hands_->performed())
        if (const auto* hang = std::get_if<Hang>(&done->action); hang && !isBar(*hang))
            hung += hang->map.size();
    for (std::size_t i = begin_; i < steps_[step_].to; ++i)
        if (const auto* hang = std::get_if<Hang>(&card_.program.operations[i].action); hang && !isBar(*hang)) {
            if (hung < hang->map.size()) {
                const Hung& next = hang->map[hung];
                return Operation{Hang{{hang->source(next)}, {{needle, next.of, next.index}}, {}, hang->again},
                                 std::nullopt};
            }
            hung -= hang->map.size();
        }
    return std::nullopt;
}

Side PracticeTurn::sideOf(NeedleSpan at) const {
    const NeedleSpan all = bed().occupied(at.first.bed());
    return at.first.slot() + at.last.slot() < all.first.slot() + all.last.slot() ? Side::left : Side::right;
}

std::optional<Operation> PracticeTurn::operationFor(HandMove move, NeedleSpan at) const {
    const auto operation = [](auto op) { return Operation{std::move(op), std::nullopt}; };
    switch (move) {
    case HandMove::knit: {
        Knit row;
        if (const Knit* like = planned<Knit>())
            row = *like;
        else if (const auto yarn = bed().workingYarn())
            row.yarn = *yarn;
        row.rows = Rows(1);
        return operation(row);
    }
    case HandMove::lever:
        return operation(HoldLever{!bed().leverOn()});
    case HandMove::passFree: {
        if (planned<SlipRow>())
            return operation(SlipRow{});
        const MoveCarriage* like = planned<MoveCarriage>();
        return operation(MoveCarriage{opposite(bed().carriage()), like ? like->how : Crossing::freePass});
    }
    case HandMove::wind: {
        const CastOn* like = planned<CastOn>();
        CastOn wound;
        wound.carriage = bed().carriage();
        if (like)
            wound = *like;
        putAlong(wound, at);
        return operation(std::move(wound));
    }
    case HandMove::bindOff: {
        const BindOff* like = planned<BindOff>();
        BindOff bound = like ? *like : BindOff{};
        bound.all = bound.all && at == bed().occupied();
        if (bound.at)
            bound.at = at.end(bound.side);
        else
            bound.side = sideOf(at);
        bound.count = at.size();
        return operation(std::move(bound));
    }
    case HandMove::wrap:
        return operation(operation::Wrap{at.first});
    case HandMove::liftBar: {
        const Needle beside = at.first.towards(opposite(sideOf(at)));
        if (bed().needle(at.first).loops > 0 || !bed().onBed(beside) || bed().needle(beside).loops == 0)
            return std::nullopt;
        return operation(Hang{{{.kind = HangSource::Kind::bar}}, {{at.first, beside}}});
    }
    case HandMove::hang:
        return nextHung(at.first);
    case HandMove::takeOff: {
        const TakeOff* like = planned<TakeOff>();
        TakeOff off;
        off.as = "off";
        if (like)
            off = *like;
        putAlong(off, at);
        return operation(std::move(off));
    }
    case HandMove::letDown: {
        const Drop* like = planned<Drop>();
        Drop down = like ? *like : Drop{};
        down.needle = at.first;
        return operation(down);
    }
    case HandMove::takeUp: {
        const Reform* like = planned<Reform>();
        return operation(Reform{at.first, Rows(1), like ? like->as : Reformed::knit});
    }
    case HandMove::cross: {
        const Cross* like = planned<Cross>();
        const int left = like ? static_cast<int>(like->left.size()) : at.size() / 2;
        Cross crossed;
        for (int i = 0; i < at.size(); ++i)
            (i < left ? crossed.left : crossed.right).push_back(at.first.shifted(i));
        return operation(std::move(crossed));
    }
    case HandMove::drawUp:
        if (const DrawUp* like = planned<DrawUp>())
            return operation(*like);
        return std::nullopt;
    }
    return std::nullopt;
}

std::optional<Phrase> PracticeTurn::make(HandMove move, NeedleSpan at) {
    if (isDone())
        return Phrase{"The card is done.", {}};
    if (!bed().onBed(at.first) || !bed().onBed(at.last))
        return Phrase{"The bed ends here.", {}};
    auto operation = operationFor(move, at);
    return operation ? perform(std::move(*operation)) : notHere();
}

Trial PracticeTurn::tryStep() {
    if (isDone())
        return {};
    const CardStep& here = steps_[step_];
    VirtualBed wanted(card_.program, siblings_);
    wanted.advance({begin_, 0});
    const auto before = static_cast<LoopId>(wanted.fabric().loops.size());
    const std::size_t found = wanted.fabric().findings.size();
    wanted.advance({here.to, 0});
    const auto again = hands_->again();
    VirtualBed& set = *again;
    for (std::size_t i = begin_; i < here.to; ++i)
        if (goesAlong(card_.program.operations[i]))
            set.perform(card_.program.operations[i]);

    Trial trial = setOtherwise(wanted, set, before);
    for (std::size_t i = found; i < set.fabric().findings.size(); ++i)
        if (const Finding& finding = set.fabric().findings[i]; finding.severity == Severity::error)
            trial.happened.push_back(finding.text);
    const CardEnd should = endOf(wanted, card_.program);
    const CardEnd is = endOf(set, card_.program);
    const auto compare = [&](const char* text, int one, int other) {
        if (one != other)
            trial.happened.push_back({text, {one, other}});
    };
    compare("There are {0} rows, and there should be {1}.", is.rows, should.rows);
    compare("{0} stitches are off on waste yarn or a holder, and {1} should be.", is.kept, should.kept);
    compare("{0} stitches are bound off, and {1} should be.", is.bound, should.bound);
    compare("{0} rungs are purl, and {1} should be.", is.purls, should.purls);
    if (set.carriage() != wanted.carriage())
        trial.happened.push_back(set.carriage() == Side::left
                                     ? Phrase{"The carriage stands at the left, and should be at the right.", {}}
                                     : Phrase{"The carriage stands at the right, and should be at the left.", {}});
    if (set.leverOn() != wanted.leverOn())
        trial.happened.push_back(set.leverOn() ? Phrase{"The hold lever is on, and should be off.", {}}
                                               : Phrase{"The hold lever is off, and should be on.", {}});
    if (!trial.right()) {
        right_ = false;
        return trial;
    }
    ++step_;
    begin();
    return trial;
}

void PracticeTurn::showStep() {
    if (isDone())
        return;
    right_ = false;
    ++step_;
    begin();
}

} // namespace vestimen
