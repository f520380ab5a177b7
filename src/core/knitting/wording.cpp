// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/wording.h"

#include <algorithm>
#include <cstdlib>

namespace vestimen {
namespace {

/// By how many needles a group of neighbours moves together, to the right when positive; 0 when it is no such group.
int movedOver(const std::vector<std::pair<Needle, Needle>>& moves) {
    if (moves.empty())
        return 0;
    const int over = moves.front().second.slot() - moves.front().first.slot();
    std::vector<int> slots;
    for (const auto& [from, to] : moves) {
        if (to.slot() - from.slot() != over || from.bed() != to.bed())
            return 0;
        slots.push_back(from.slot());
    }
    std::ranges::sort(slots);
    return slots.back() - slots.front() + 1 == static_cast<int>(slots.size()) ? over : 0;
}

using namespace operation;

std::string names(const std::vector<Needle>& needles) {
    std::string list;
    for (const Needle needle : needles)
        list += (list.empty() ? "" : ", ") + needle.name();
    return list;
}

/// Loops of the piece itself, of several names.
bool isOfSeveral(const Hang& op) {
    return op.sources.size() > 1 && std::ranges::all_of(op.sources, [](const HangSource& source) {
               return source.piece.empty() &&
                      (source.kind == HangSource::Kind::kept || source.kind == HangSource::Kind::castOn);
           });
}

/// "12 loops of “hand left”, 3 cast on as “thumb” and 40 of “hand right”", in the order of the needles.
std::string parts(const Hang& op) {
    std::string text;
    for (std::size_t source = 0; source < op.sources.size(); ++source) {
        const auto count = std::ranges::count_if(op.map, [&](const Hung& hung) { return hung.source == source; });
        std::string name = op.sources[source].name;
        std::ranges::replace(name, '_', ' ');
        text += source == 0 ? "" : source + 1 == op.sources.size() ? " and " : ", ";
        text += std::to_string(count) + (source == 0 ? " loops" : "") +
                (op.sources[source].kind == HangSource::Kind::castOn ? " cast on as “" : " of “") + name + "”";
    }
    return text;
}

struct Sentence {
    const Program& program;

    std::string yarn(YarnIndex index) const { return program.yarns[index].name; }

    /// `position`: of the four, the one that the needles go to, by the knitter's own name.
    Phrase range(const char* one, const char* more, Needle from, Needle to, std::size_t position) const {
        const std::string& name = program.machine.positionNames[position];
        if (from == to)
            return {one, {from, name}};
        return {more, {from, to, name, std::abs(to.slot() - from.slot()) + 1}};
    }

    Phrase operator()(const CastOn& op) const {
        const bool leaves = op.tail.length > Length();
        if (op.every > 1) {
            const char* text =
                op.every == 2   ? leaves ? "Cast on with {0}: every second needle from {2} to {3}; carriage {4}. Leave "
                                           "{5} before it, at the {6}, for {7}."
                                         : "Cast on with {0}: every second needle from {2} to {3}; carriage {4}."
                : op.every == 3 ? leaves ? "Cast on with {0}: every third needle from {2} to {3}; carriage {4}. Leave "
                                           "{5} before it, at the {6}, for {7}."
                                         : "Cast on with {0}: every third needle from {2} to {3}; carriage {4}."
                : leaves        ? "Cast on with {0}: one needle in {1} from {2} to {3}; carriage {4}. Leave {5} before "
                                  "it, at the {6}, for {7}."
                                : "Cast on with {0}: one needle in {1} from {2} to {3}; carriage {4}.";
            return {text,
                    {yarn(op.yarn), op.every, op.from, op.to, op.carriage, op.tail.length, op.tail.at, op.tail.use}};
        }
        if (op.ownEnd)
            return {
                "With a length of {1} of its own, wind {0} loops onto the bare needles, {2} to {3}, by {4}. The yarn "
                "that you knit with waits.",
                {std::abs(op.to.slot() - op.from.slot()) + 1, yarn(op.yarn), op.from, op.to, traits(op.method).by}};
        // How waste yarn goes on matters to nothing.
        if (protects(program.yarns[op.yarn].role))
            return {"Cast on {0} stitches with {1}, {2} to {3}; carriage {4}.",
                    {std::abs(op.to.slot() - op.from.slot()) + 1, yarn(op.yarn), op.from, op.to, op.carriage}};
        return {leaves ? "Cast on {0} stitches with {1}, {2} to {3}, by {5}; carriage {4}. Leave {6} before it, at the "
                         "{7}, for {8}."
                       : "Cast on {0} stitches with {1}, {2} to {3}, by {5}; carriage {4}.",
                {std::abs(op.to.slot() - op.from.slot()) + 1, yarn(op.yarn), op.from, op.to, op.carriage,
                 traits(op.method).by, op.tail.length, op.tail.at, op.tail.use}};
    }
    Phrase operator()(const Knit& op) const {
        const std::string size = op.size ? program.machine.sizes.text(*op.size) : "as it is";
        const bool one = op.rows == Rows(1);
        switch (op.beds) {
        case Beds::main:
            return {"On the main bed alone, the second slips: knit {0} with {1}, stitch size {2}.",
                    {op.rows, yarn(op.yarn), size}};
        case Beds::second:
            return {"On the second bed alone, the main bed slips: knit {0} with {1}, stitch size {2}.",
                    {op.rows, yarn(op.yarn), size}};
        case Beds::both:
            break;
        }
        if (op.secondSize)
            return {one ? "Knit 1 row with {1}, stitch size {2} on the main bed and {3} on the second."
                        : "Knit {0} rows with {1}, stitch size {2} on the main bed and {3} on the second.",
                    {op.rows, yarn(op.yarn), size, program.machine.sizes.text(*op.secondSize)}};
        return {one ? "Knit 1 row with {1}, stitch size {2}." : "Knit {0} rows with {1}, stitch size {2}.",
                {op.rows, yarn(op.yarn), size}};
    }
    Phrase operator()(const Rack& op) const {
        if (op.to == 0)
            return {"Rack the second bed back to where it began.", {}};
        if (std::abs(op.to) == 1)
            return {"Rack the second bed: it stands one needle {0} of where it began.",
                    {op.to > 0 ? Side::right : Side::left}};
        return {"Rack the second bed: it stands {0} needles {1} of where it began.",
                {std::abs(op.to), op.to > 0 ? Side::right : Side::left}};
    }
    Phrase operator()(const SlipRow&) const {
        return {"Take the carriage back with the cam set to slip: nothing knits, and the yarn lies behind.", {}};
    }
    Phrase operator()(const Hold& op) const {
        return range("Put {0} to {1}.", "Put {0} to {1} to {2}: {3} needles.", op.from, op.to, 3);
    }
    Phrase operator()(const Release& op) const {
        return range("Put {0} back to {1}.", "Put {0} to {1} back to {2}: {3} needles.", op.from, op.to, 1);
    }
    Phrase operator()(const HoldLever& op) const {
        return {op.on ? "Set the carriage to hold." : "Set the carriage back: held needles knit.", {}};
    }
    Phrase operator()(const operation::Wrap& op) const { return {"Lay the yarn under {0}.", {op.needle}}; }
    Phrase operator()(const Increase& op) const {
        if (op.kind == Shaping::edge)
            return {"Bring {0} more needle into work, {1}.", {op.count, op.side}};
        return {"Move the outer {0} stitches out by one, {1}; fill the gap from the bar beside it.",
                {op.inset, op.side}};
    }
    Phrase operator()(const Decrease& op) const {
        if (op.kind == Shaping::edge)
            return {"Move the edge stitch onto its neighbour, {0} time(s), {1}.", {op.count, op.side}};
        return {"Move the outer {0} stitches in by {1}, {2}.", {op.inset, op.count, op.side}};
    }
    Phrase operator()(const BindOff& op) const {
        const bool leaves = op.tail.length > Length();
        const char* by = traits(op.method).by;
        if (op.all && op.sewnWith > Length())
            return leaves ? Phrase{"Break the yarn at {0} and bind off all stitches with it, by {1}: what is left at "
                                   "the {2}, {3}, is for {4}.",
                                   {op.sewnWith + op.tail.length, by, op.tail.at, op.tail.length, op.tail.use}}
                          : Phrase{"Break the yarn at {0} and bind off all stitches with it, by {1}; its end is woven "
                                   "in.",
                                   {op.sewnWith, by}};
        if (op.all)
            return leaves ? Phrase{"Bind off all stitches loosely, by {3}, and break the yarn: leave {0} at the {1} "
                                   "for {2}.",
                                   {op.tail.length, op.tail.at, op.tail.use, by}}
                          : Phrase{"Bind off all stitches loosely, by {0}, and break the yarn; its end is woven in.",
                                   {by}};
        if (op.at)
            return {"Bind off {0} stitches by hand, without yarn: from {1} to the {2} draw each loop through the one "
                    "before; hang the last on the next needle.",
                    {op.count, *op.at, opposite(op.side)}};
        return {"Bind off {0} stitches, {1}.", {op.count, op.side}};
    }
    Phrase operator()(const Transfer& op) const {
        if (!op.stay.empty() && op.stay.size() == op.moves.size())
            return {op.stay.size() == 1
                        ? "Make an eyelet: move {0} onto its neighbour and leave the bare needle in work."
                        : "Make eyelets: move {0} each onto its neighbour and leave the bare needles in work.",
                    {names(op.stay)}};
        if (const auto over = movedOver(op.moves); over != 0) {
            const auto [first, last] = std::ranges::minmax(op.moves, {}, [](const auto& move) { return move.first; });
            return {op.moves.size() == 1 ? "Move {0} over by {2}, to the {3}."
                                         : "Move {0} to {1} over by {2}, to the {3}.",
                    {first.first, last.first, std::abs(over), over < 0 ? Side::left : Side::right}};
        }
        return {"Transfer {0} stitches, the first from {1} to {2}.",
                {static_cast<int>(op.moves.size()), op.moves.empty() ? Needle() : op.moves.front().first,
                 op.moves.empty() ? Needle() : op.moves.front().second}};
    }
    Phrase operator()(const Cross& op) const {
        return {"Cross {0} stitches over {1}.", {static_cast<int>(op.left.size()), static_cast<int>(op.right.size())}};
    }
    Phrase operator()(const Place& op) const {
        return {"Lay {0} over {1} needles for the next row.", {yarn(op.yarn), static_cast<int>(op.needles.size())}};
    }
    Phrase operator()(const Hang& op) const {
        if (op.map.empty())
            return {"Nothing to hang.", {}};
        if (op.sources.front().kind == HangSource::Kind::bar)
            return {"Fill {0} empty needles from the bars beside them: {1} to {2}.",
                    {static_cast<int>(op.map.size()), op.map.front().needle, op.map.back().needle}};
        if (op.sources.front().kind == HangSource::Kind::row)
            return {"Hang the {0} loops of the row that it began with once more, on {1} to {2}: what was "
                    "knitted since is closed.",
                    {static_cast<int>(op.map.size()), op.map.front().needle, op.map.back().needle}};
        if (isOfSeveral(op))
            return {"Hang {0} on {1} to {2}.", {parts(op), op.map.front().needle, op.map.back().needle}};
        return {"Hang {0} loops on {1} to {2}.",
                {static_cast<int>(op.map.size()), op.map.front().needle, op.map.back().needle}};
    }
    Phrase operator()(const TakeOff& op) const {
        return {op.onto == Onto::waste ? "Take {0} to {1} off: “{2}” stays on the waste yarn."
                                       : "Take {0} to {1} off on a holder, as “{2}”.",
                {op.from, op.to, op.as}};
    }
    Phrase operator()(const DrawUp& op) const {
        return op.tail.length > Length()
                   ? Phrase{"Break {3}, thread it through every loop, twice, and take them off: what is left, {0} at "
                            "the {1}, is for {2}. Pull with care: a soft yarn breaks.",
                            {op.tail.length, op.tail.at, op.tail.use, yarn(op.yarn)}}
                   : Phrase{"Break {0}, thread it through every loop, twice, and take them off. Pull with care: a soft "
                            "yarn breaks.",
                            {yarn(op.yarn)}};
    }
    Phrase operator()(const Drop& op) const { return {"Let {0} down by {1} rows.", {op.needle, op.rows}}; }
    Phrase operator()(const Reform& op) const {
        return {op.as == Reformed::purl ? "Take {0} up again, {1} rungs, as purl." : "Take {0} up again, {1} rungs.",
                {op.needle, op.rows}};
    }
    Phrase operator()(const Split& op) const {
        return op.rows == Rows(1)
                   ? Phrase{"The stitch on {0} took half of its yarn.", {op.needle}}
                   : Phrase{"At {0}, the stitch {1} rows down took half of its yarn.", {op.needle, op.rows}};
    }
    Phrase operator()(const BreakYarn& op) const {
        if (op.tail.length > Length())
            return {"Break {0}: leave {1} at the {2} for {3}.",
                    {yarn(op.yarn), op.tail.length, op.tail.at, op.tail.use}};
        return {protects(program.yarns[op.yarn].role) ? "Break {0}." : "Break {0}; its end is woven in.",
                {yarn(op.yarn)}};
    }
    Phrase operator()(const JoinYarn& op) const {
        if (op.tail.length > Length())
            return {"Join {0}; leave {1} at the {2} for {3}.",
                    {yarn(op.yarn), op.tail.length, op.tail.at, op.tail.use}};
        if (op.carriage)
            return {"Join {0}; the carriage stands {1}.", {yarn(op.yarn), *op.carriage}};
        return {"Join {0}.", {yarn(op.yarn)}};
    }
    Phrase operator()(const MoveCarriage& op) const {
        return {op.how == Crossing::freePass ? "Take the carriage across to the {0}; nothing knits."
                                             : "Lift the carriage over to the {0}.",
                {op.to}};
    }
    Phrase operator()(const Mark& op) const {
        if (const auto* side = std::get_if<Side>(&op.at))
            return {"Hook a contrast yarn into the edge stitch, {0}: {1}.", {*side, op.as}};
        return {"Hook a contrast yarn into {0}: {1}.", {std::get<Needle>(op.at), op.as}};
    }
    Phrase operator()(const Counter& op) const { return {"Set the row counter to {0}.", {op.to}}; }
    Phrase operator()(const Say& op) const { return {"{0}", {op.text}}; }
};

} // namespace

Phrase sentence(const Program& program, const Operation& operation) {
    return std::visit(Sentence{program}, operation.action);
}

bool mirrored(const Operation& a, const Operation& b) {
    if (const auto* x = std::get_if<Increase>(&a.action))
        if (const auto* y = std::get_if<Increase>(&b.action))
            return x->side != y->side && x->count == y->count && x->kind == y->kind && x->inset == y->inset;
    if (const auto* x = std::get_if<Decrease>(&a.action))
        if (const auto* y = std::get_if<Decrease>(&b.action))
            return x->side != y->side && x->count == y->count && x->kind == y->kind && x->inset == y->inset;
    if (const auto* x = std::get_if<Mark>(&a.action))
        if (const auto* y = std::get_if<Mark>(&b.action))
            return x->as == y->as && std::holds_alternative<Side>(x->at) && std::holds_alternative<Side>(y->at);
    return false;
}

Phrase bothSidesSentence(const Operation& operation) {
    if (const auto* op = std::get_if<Increase>(&operation.action))
        return op->kind == Shaping::edge
                   ? Phrase{"Bring {0} more needle into work on each side.", {op->count}}
                   : Phrase{"Move the outer {0} stitches out by one, both sides; fill each gap from the bar beside it.",
                            {op->inset}};
    if (const auto* op = std::get_if<Decrease>(&operation.action))
        return {"Move the outer {0} stitches in by {1}, both sides.", {op->inset, op->count}};
    return {"Hook a contrast yarn into both edge stitches: {0}.", {std::get<Mark>(operation.action).as}};
}

std::string section(const Program& program, std::size_t operation) {
    for (std::size_t i = std::min(operation + 1, program.operations.size()); i-- > 0;)
        if (const auto* say = std::get_if<Say>(&program.operations[i].action); say && isSection(*say))
            return say->text;
    return {};
}

std::vector<ProgramStep> steps(const Program& program) {
    std::vector<ProgramStep> result;
    int row = 0;
    const auto& operations = program.operations;
    for (std::size_t i = 0; i < operations.size(); ++i) {
        const Operation& op = operations[i];
        if (const auto* say = std::get_if<Say>(&op.action); say && isSection(*say))
            continue;
        ProgramStep step{{i, 0}, {i + 1, 0}, row, false, {}};
        if (i + 1 < operations.size() && mirrored(op, operations[i + 1])) {
            step.text = bothSidesSentence(op);
            step.to = {++i + 1, 0};
        } else {
            step.text = sentence(program, op);
        }
        if (const auto* knit = std::get_if<Knit>(&op.action)) {
            step.isRows = true;
            step.rows = knit->rows;
            row += knit->rows.count();
        } else if (std::holds_alternative<SlipRow>(op.action)) {
            ++row;
        } else if (const auto* counter = std::get_if<Counter>(&op.action)) {
            row = counter->to;
        }
        step.rowAfter = row;
        result.push_back(std::move(step));
    }
    return result;
}

std::vector<ProgramStep> listedSteps(const Program& program) {
    std::vector<ProgramStep> all = steps(program);
    std::vector<ProgramStep> listed;
    const auto knits = [&](std::size_t i) {
        return std::get_if<Knit>(&program.operations[all[i].from.operation].action);
    };
    const auto slips = [&](std::size_t i) {
        return std::holds_alternative<SlipRow>(program.operations[all[i].from.operation].action);
    };
    for (std::size_t i = 0; i < all.size(); ++i) {
        const Knit* first = knits(i);
        std::size_t last = i;
        while (first && last + 2 < all.size() && slips(last + 1) && knits(last + 2) && *knits(last + 2) == *first)
            last += 2;
        listed.push_back(std::move(all[i]));
        if (last == i)
            continue;
        ProgramStep& step = listed.back();
        step.rows = Rows(static_cast<int>(last - i) / 2 + 1);
        step.to = all[last].to;
        step.rowAfter = all[last].rowAfter;
        const std::string size = first->size ? program.machine.sizes.text(*first->size) : "as it is";
        step.text = {
            "Knit {0} rows one way with {1}, stitch size {2}: after each the carriage goes back and knits nothing.",
            {step.rows, program.yarns[first->yarn].name, size}};
        i = last;
    }
    return listed;
}

const ProgramStep* stepAt(const std::vector<ProgramStep>& steps, ProgramPlace place) {
    for (const ProgramStep& step : steps)
        if (place < step.to)
            return &step;
    return nullptr;
}

ProgramPlace nextPlace(const Program& program, const std::vector<ProgramStep>& steps, ProgramPlace place) {
    const ProgramStep* step = stepAt(steps, place);
    if (!step)
        return place;
    if (!step->isRows)
        return step->to;
    const int done = place.operation == step->from.operation ? place.rowsDone : 0;
    const auto& knit = std::get<operation::Knit>(program.operations[step->from.operation].action);
    return done + 1 < knit.rows.count() ? ProgramPlace{step->from.operation, done + 1} : step->to;
}

ProgramPlace previousPlace(const Program& program, const std::vector<ProgramStep>& steps, ProgramPlace place) {
    ProgramPlace previous{};
    for (const ProgramStep& step : steps) {
        if (!(step.from < place))
            break;
        previous = step.from;
        if (const auto* knit = std::get_if<operation::Knit>(&program.operations[step.from.operation].action))
            previous.rowsDone = place.operation == step.from.operation ? place.rowsDone - 1 : knit->rows.count() - 1;
    }
    return previous;
}

} // namespace vestimen
