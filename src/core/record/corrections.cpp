// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/record/corrections.h"

#include <algorithm>
#include <map>

namespace vestimen {
namespace {

using namespace operation;

/// The side of a change of width, when it is one.
std::optional<Side> shapedSide(const Operation& operation) {
    if (const auto* increase = std::get_if<Increase>(&operation.action))
        return increase->side;
    if (const auto* decrease = std::get_if<Decrease>(&operation.action))
        return decrease->side;
    return std::nullopt;
}

/// Whether two changes of width make up for each other: as many stitches, in the same direction.
bool sameChange(const Operation& a, const Operation& b) {
    if (const auto* x = std::get_if<Increase>(&a.action))
        if (const auto* y = std::get_if<Increase>(&b.action))
            return x->count == y->count && x->kind == y->kind;
    if (const auto* x = std::get_if<Decrease>(&a.action))
        if (const auto* y = std::get_if<Decrease>(&b.action))
            return x->count == y->count && x->kind == y->kind;
    return false;
}

std::optional<std::size_t> lastShaping(const Program& program, ProgramPlace place, Side side) {
    for (std::size_t i = std::min(place.operation, program.operations.size()); i-- > 0;)
        if (shapedSide(program.operations[i]) == side)
            return i;
    return std::nullopt;
}

/// The widths as the bed knits them, which the change has made others.
std::vector<WidthRun> widths(const Fabric& fabric) {
    std::vector<WidthRun> runs;
    for (const Pass& pass : fabric.passes) {
        const auto stitches = static_cast<int>(pass.loopCount);
        if (runs.empty() || runs.back().stitches != stitches)
            runs.push_back({0, stitches});
        ++runs.back().passes;
    }
    return runs;
}

} // namespace

std::optional<Correction> carried(const Program& program, ProgramPlace place, ShapingMistake mistake,
                                  const Siblings* siblings) {
    const auto wrong = lastShaping(program, place, mistake.side);
    if (!wrong)
        return std::nullopt;
    const Operation& done = program.operations[*wrong];
    std::optional<std::size_t> next;
    for (std::size_t i = place.operation; i < program.operations.size() && !next; ++i)
        if (shapedSide(program.operations[i]) == mistake.side && sameChange(program.operations[i], done))
            next = i;
    if (!next)
        return std::nullopt;
    const bool tooMany = mistake.times > 0;
    Correction result{program, place, 0, 0, 0, {}};
    const auto* increase = std::get_if<Increase>(&done.action);
    result.stitches = increase ? increase->count : std::get<Decrease>(done.action).count;
    auto& operations = result.program.operations;
    const auto at = [&](std::size_t i) { return operations.begin() + static_cast<std::ptrdiff_t>(i); };
    // From behind, so that the earlier index stays true.
    if (tooMany) {
        operations.erase(at(*next));
        operations.insert(at(*wrong), done);
        ++result.place.operation;
    } else {
        operations.insert(at(*next), program.operations[*next]);
        operations.erase(at(*wrong));
        --result.place.operation;
    }
    VirtualBed before(program, siblings);
    before.advance({*wrong, 0});
    result.fromRow = before.counter();
    before.advance({*next, 0});
    result.goodRow = before.counter();
    result.program.shape.clear();
    Fabric rehearsed = knit(result.program, siblings);
    result.findings = std::move(rehearsed.findings);
    if (!program.shape.empty())
        result.program.shape = widths(rehearsed);
    return result;
}

std::optional<ProgramPlace> mendedFrom(const Program& program, ProgramPlace place, Side side) {
    const auto wrong = lastShaping(program, place, side);
    return wrong ? std::optional(ProgramPlace{*wrong, 0}) : std::nullopt;
}

namespace {

/// What is left of a yarn changes nothing in the fabric.
bool equalButTails(const Operation& one, const Operation& other) {
    if (one == other)
        return true;
    const Tail* tail = tailOf(other);
    if (!tail || one.action.index() != other.action.index())
        return false;
    Operation alike = one;
    *tailOf(alike) = *tail;
    return alike == other;
}

} // namespace

SharedPlace sharedUntil(const Program& begun, ProgramPlace place, const Program& drafted) {
    if (begun.machine != drafted.machine || begun.yarns != drafted.yarns)
        return {};
    const std::size_t most = std::min(begun.operations.size(), drafted.operations.size());
    std::size_t same = 0;
    while (same < most && equalButTails(begun.operations[same], drafted.operations[same]))
        ++same;
    if (place < ProgramPlace{same, 1})
        return {place, place};
    // Plain rows agree as far as both have them.
    int rows = 0;
    int rowsBegun = 0;
    int rowsDrafted = 0;
    if (same < most)
        if (const auto* a = std::get_if<Knit>(&begun.operations[same].action))
            if (const auto* b = std::get_if<Knit>(&drafted.operations[same].action)) {
                Knit asLong = *a;
                asLong.rows = b->rows;
                if (asLong == *b && begun.operations[same].row == drafted.operations[same].row) {
                    rowsBegun = a->rows.count();
                    rowsDrafted = b->rows.count();
                    rows = std::min(rowsBegun, rowsDrafted);
                }
            }
    if (place.operation == same)
        rows = std::min(rows, place.rowsDone);
    const auto after = [&](int all) {
        return rows > 0 && rows == all ? ProgramPlace{same + 1, 0} : ProgramPlace{same, rows};
    };
    return {after(rowsBegun), after(rowsDrafted)};
}

namespace {

/// Of what leaves an end, the yarn; of a bind off of all the one that is knitted with, which is the work's.
struct YarnOfEnd {
    std::optional<YarnIndex> operator()(const CastOn& op) const { return op.yarn; }
    std::optional<YarnIndex> operator()(const BreakYarn& op) const { return op.yarn; }
    std::optional<YarnIndex> operator()(const JoinYarn& op) const { return op.yarn; }
    std::optional<YarnIndex> operator()(const BindOff& op) const {
        return op.all ? std::optional(YarnIndex{0}) : std::nullopt;
    }
    std::optional<YarnIndex> operator()(const DrawUp& op) const { return op.yarn; }
    template<class Other> std::optional<YarnIndex> operator()(const Other&) const { return std::nullopt; }
};

/// The operations that leave an end of the work's yarns, in their order.
std::vector<std::size_t> endsOf(const Program& program) {
    std::vector<std::size_t> found;
    for (std::size_t i = 0; i < program.operations.size(); ++i)
        if (const auto yarn = std::visit(YarnOfEnd{}, program.operations[i].action);
            yarn && !protects(program.yarns[*yarn].role))
            found.push_back(i);
    return found;
}

} // namespace

std::optional<Tail> changedTail(const Program& begun, std::size_t operation, const Program& drafted) {
    const std::vector<std::size_t> own = endsOf(begun);
    const std::vector<std::size_t> wanted = endsOf(drafted);
    const auto at = std::ranges::find(own, operation);
    if (at == own.end() || own.size() != wanted.size())
        return std::nullopt;
    const Tail& tail = *tailOf(drafted.operations[wanted[static_cast<std::size_t>(at - own.begin())]]);
    return tail.length == tailOf(begun.operations[operation])->length ? std::nullopt : std::optional(tail);
}

namespace {

std::string sidesSwapped(std::string name) {
    for (const auto& [from, to] : {std::pair<std::string, std::string>{"left", "right"}, {"right", "left"}})
        if (const auto at = name.find(from); at != std::string::npos)
            return name.replace(at, from.size(), to);
    return name;
}

struct Mirror {
    /// How many loops are kept or bound under each name: they are counted from the other end.
    std::map<std::string, int> loops;

    /// A second bed's needle that is offset by half a needle lies on the other side of the main bed's there.
    int behindFurther = 0;

    explicit Mirror(const Program& program) : behindFurther(program.machine.halfPitch ? 1 : 0) {
        for (const Operation& each : program.operations) {
            // The last of the bed has none beyond it.
            if (const auto* castOn = std::get_if<CastOn>(&each.action);
                castOn && castOn->to.bed() == Bed::second && castOn->to.slot() + 1 >= program.machine.needles / 2)
                behindFurther = 0;
            if (const auto* hang = std::get_if<Hang>(&each.action))
                for (const Hung& hung : hang->map) {
                    int& count = loops[hang->source(hung).name];
                    count = std::max(count, hung.index);
                }
        }
    }

    Needle mirrored(Needle needle) const {
        return Needle::atSlot(-1 - needle.slot() - (needle.bed() == Bed::second ? behindFurther : 0), needle.bed());
    }
    static std::string mirrored(std::string name) { return sidesSwapped(std::move(name)); }

    void operator()(CastOn& op) const {
        op.carriage = opposite(op.carriage);
        // Those that are left out are counted from the needle that comes first: the last that took a loop.
        const int along = op.to.slot() - op.from.slot();
        op.to = op.from.shifted(along / std::max(1, op.every) * std::max(1, op.every));
        span(op);
        op.as = mirrored(op.as);
        turn(op.tail);
    }
    void operator()(Hold& op) const { span(op); }
    void operator()(Release& op) const { span(op); }
    void operator()(Wrap& op) const { op.needle = mirrored(op.needle); }
    void operator()(Increase& op) const { op.side = opposite(op.side); }
    void operator()(Decrease& op) const { op.side = opposite(op.side); }
    void operator()(BindOff& op) const {
        op.side = opposite(op.side);
        if (op.at)
            op.at = mirrored(*op.at);
        op.as = mirrored(op.as);
        turn(op.tail);
    }
    void operator()(BreakYarn& op) const { turn(op.tail); }
    static void turn(Tail& tail) {
        if (tail.length > Length()) // of no tail no side is kept
            tail.at = opposite(tail.at);
        tail.use = mirrored(tail.use);
    }
    void operator()(Transfer& op) const {
        for (auto& [from, to] : op.moves) {
            from = mirrored(from);
            to = mirrored(to);
        }
        list(op.stay);
        std::ranges::reverse(op.moves);
    }
    void operator()(Cross& op) const {
        std::swap(op.left, op.right);
        list(op.left);
        list(op.right);
    }
    void operator()(Place& op) const { list(op.needles); }
    void operator()(Hang& op) const {
        for (Hung& hung : op.map) {
            const HangSource& source = op.source(hung);
            hung.needle = mirrored(hung.needle);
            if (source.isByNeedle())
                hung.of = mirrored(hung.of);
            else if (source.kind != HangSource::Kind::edge)
                hung.index = loops.at(source.name) + 1 - hung.index;
            hung.source = static_cast<std::uint32_t>(op.sources.size() - 1) - hung.source;
        }
        for (auto* sources : {&op.sources, &op.allOf})
            for (HangSource& source : *sources)
                source.name = mirrored(source.name);
        std::ranges::reverse(op.sources);
        std::ranges::reverse(op.map);
    }
    void operator()(TakeOff& op) const {
        span(op);
        op.as = mirrored(op.as);
    }
    void operator()(DrawUp& op) const { turn(op.tail); }
    void operator()(Rack& op) const { op.to = -op.to; }
    void operator()(Drop& op) const { op.needle = mirrored(op.needle); }
    void operator()(Reform& op) const { op.needle = mirrored(op.needle); }
    void operator()(Split& op) const { op.needle = mirrored(op.needle); }
    void operator()(JoinYarn& op) const {
        if (op.carriage)
            op.carriage = opposite(*op.carriage);
        turn(op.tail);
    }
    void operator()(MoveCarriage& op) const { op.to = opposite(op.to); }
    void operator()(Mark& op) const {
        if (auto* side = std::get_if<Side>(&op.at))
            *side = opposite(*side);
        else
            op.at = mirrored(std::get<Needle>(op.at));
    }
    template<class Same> void operator()(Same&) const {}

private:
    template<class Spanned> void span(Spanned& op) const {
        op.from = mirrored(op.from);
        op.to = mirrored(op.to);
        std::swap(op.from, op.to);
    }
    void list(std::vector<Needle>& needles) const {
        for (Needle& needle : needles)
            needle = mirrored(needle);
        std::ranges::reverse(needles);
    }
};

} // namespace

Program mirrorImage(const Program& program) {
    Program image = program;
    const Mirror mirror(program);
    for (Operation& each : image.operations)
        std::visit(mirror, each.action);
    for (NamedEdge& edge : image.edges) {
        edge.side = opposite(edge.side);
        edge.name = sidesSwapped(edge.name);
    }
    return image;
}

} // namespace vestimen
