// SPDX-License-Identifier: GPL-3.0-or-later
// What each operation of a row program does to the bed. The order is that of docs/format/program.md.
#include "core/bed/virtual_bed.h"

#include <algorithm>

namespace vestimen {

using namespace operation;

/// Carries out one operation; visited in VirtualBed::advance only.
struct Perform {
    VirtualBed& bed;

    void nothingThere(Needle needle, const char* what) const {
        bed.find("nothing_there", needle, {"There is no loop on {0} to {1}.", {needle, std::string(what)}});
    }

    /// Calls `each` for the needles from one to the other that the bed has.
    template<class Each> void span(Needle from, Needle to, Each each) const {
        const int step = from.slot() <= to.slot() ? 1 : -1;
        for (Needle needle = from;; needle = needle.shifted(step)) {
            if (!bed.inReach(needle))
                return;
            each(needle);
            if (needle == to)
                return;
        }
    }

    bool atCarriage(Side side, const char* what) const {
        if (side == bed.carriage_)
            return true;
        bed.find("away_from_carriage", std::nullopt,
                 {"The carriage, and with it the yarn, stands {0}: {1} can only be done there.",
                  {bed.carriage_, std::string(what)}});
        return false;
    }

    void operator()(const CastOn& castOn) const {
        bed.yarns_[castOn.yarn] = {true, castOn.carriage};
        bed.workingYarn_ = castOn.yarn;
        bed.carriage_ = castOn.carriage;
        bed.lastKnitted_.reset();
        int place = 0;
        span(castOn.from, castOn.to, [&](Needle needle) {
            NeedleState& state = bed.needles_.at(needle);
            if (place++ % std::max(1, castOn.every) != 0) {
                state.ladderAllowed = true;
                return;
            }
            if (state.loops > 0)
                return bed.find("needle_taken", needle, {"{0} already holds a loop.", {needle}});
            bed.push(needle, state, bed.make(LoopKind::castOn, needle, castOn.yarn, noLoop));
            state.position = Position::work;
        });
    }

    void operator()(const Knit&) const {} // row by row in VirtualBed::advance

    void operator()(const Hold& hold) const {
        span(hold.from, hold.to, [&](Needle needle) {
            bed.needles_.activate(needle);
            NeedleState& state = bed.needles_.at(needle);
            if (state.position != Position::hold)
                state.wrapped = false;
            state.position = Position::hold;
        });
    }

    void operator()(const Release& release) const {
        bool reported = false;
        span(release.from, release.to, [&](Needle needle) {
            NeedleState& state = bed.needles_.at(needle);
            if (state.loops == 0) {
                if (!reported)
                    nothingThere(needle, "put back to work");
                reported = true;
                return;
            }
            state.position = Position::work;
        });
    }

    void operator()(const HoldLever& lever) const {
        bed.leverOn_ = lever.on;
        bed.steady_ = false;
    }

    void operator()(const Wrap& wrap) const {
        if (!bed.inReach(wrap.needle))
            return;
        NeedleState& state = bed.needles_.at(wrap.needle);
        if (state.position != Position::hold || state.loops == 0)
            return nothingThere(wrap.needle, "wrap; a needle in hold is wrapped");
        const Needle inner = wrap.needle.towards(opposite(bed.carriage_));
        if (!bed.onBed(inner) || bed.needles_.look(inner).position != Position::work ||
            bed.needles_.look(inner).loops == 0)
            return bed.find("no_neighbour", wrap.needle,
                            {"{0} is not beside the working needles on the carriage's side: the yarn is not there.",
                             {wrap.needle}});
        const auto yarn = bed.yarnAtHand("wrap");
        if (!yarn)
            return;
        bed.push(wrap.needle, bed.make(LoopKind::wrap, wrap.needle, *yarn, state.newest()));
        state.wrapped = true;
    }

    void operator()(const Increase& increase) const {
        for (int i = 0; i < increase.count; ++i) {
            const auto outer = bed.needles_.outermost(increase.side);
            if (!outer)
                return bed.find("nothing_there", std::nullopt, {"There is no edge to increase at.", {}});
            const Needle target = outer->towards(increase.side);
            if (increase.kind == Shaping::edge) {
                // After the first, the needles outward are still empty.
                const Needle next = outer->towards(increase.side, i + 1);
                if (!atCarriage(increase.side, "a simple increase") || !bed.inReach(next))
                    return;
                bed.needles_.activate(next);
                bed.needles_.at(next).position = Position::work;
                bed.needles_.at(next).expectsEmpty = true;
                continue;
            }
            if (!bed.inReach(target))
                return;
            const Needle inner = outer->towards(opposite(increase.side), increase.inset);
            if (!bed.onBed(inner) || bed.needles_.look(inner).loops == 0)
                return bed.find("no_neighbour", *outer,
                                {"There are not more than {0} stitches to move out at {1}.", {increase.inset, *outer}});
            for (int moved = 0; moved < increase.inset; ++moved) {
                const Needle from = outer->towards(opposite(increase.side), moved);
                bed.move(bed.needles_.lift(from), from.towards(increase.side));
            }
            const Needle bare = outer->towards(opposite(increase.side), increase.inset - 1);
            const LoopId beside = bed.needle(inner).newest();
            bed.push(bare, bed.make(LoopKind::picked, bare, bed.fabric_.loops[beside].yarn, beside));
        }
    }

    void operator()(const Decrease& decrease) const {
        const Side inward = opposite(decrease.side);
        const int moving = decrease.kind == Shaping::edge ? 1 : decrease.inset;
        const int times = decrease.kind == Shaping::edge ? decrease.count : 1;
        const int places = decrease.kind == Shaping::edge ? 1 : decrease.count;
        for (int i = 0; i < times; ++i) {
            const auto outer = bed.needles_.outermost(decrease.side);
            if (!outer)
                return bed.find("nothing_there", std::nullopt, {"There is no edge to decrease at.", {}});
            const Needle innermost = outer->towards(inward, moving - 1 + places);
            if (!bed.onBed(innermost) || bed.needles_.look(innermost).loops == 0)
                return bed.find("no_neighbour", *outer,
                                {"There is no stitch to move {0} onto: the piece is too narrow here.", {*outer}});
            for (int moved = moving - 1; moved >= 0; --moved)
                bed.move(bed.needles_.lift(outer->towards(inward, moved)), outer->towards(inward, moved + places));
            for (int emptied = 0; emptied < places; ++emptied)
                if (bed.needles_.look(outer->towards(inward, emptied)).loops == 0)
                    bed.needles_.at(outer->towards(inward, emptied)).position = Position::out;
        }
    }

    void operator()(const BindOff& bindOff) const {
        const auto yarn = bed.yarnAtHand("bind off");
        if (!yarn || (!bindOff.all && !atCarriage(bindOff.side, "binding off")))
            return;
        const Side side = bindOff.all ? bed.carriage_ : bindOff.side;
        const NeedleSpan span = bed.occupied();
        const int count = bindOff.all ? span.size() : bindOff.count;
        LoopId chain = noLoop;
        std::vector<LoopId> made;
        made.reserve(static_cast<std::size_t>(std::clamp(count, 0, bed.needles_.perBed())));
        for (int i = 0; i < count; ++i) {
            const Needle needle = span.empty() ? Needle() : span.end(side).towards(opposite(side), i);
            if (!bed.onBed(needle) || bed.needles_.look(needle).loops == 0) {
                if (bindOff.all && bed.onBed(needle) && bed.needles_.look(needle).ladderAllowed)
                    continue;
                return nothingThere(needle, "bind off");
            }
            NeedleState& state = bed.needles_.at(needle);
            if (state.position != Position::work)
                return nothingThere(needle, "bind off in work; release it first");
            const LoopId bound = bed.make(LoopKind::bound, needle, *yarn, chain == noLoop ? state.first : chain);
            bed.addParents(bound, state, chain != noLoop);
            state.clear();
            state.position = Position::out;
            chain = bound;
            made.push_back(bound);
        }
        if (!bindOff.as.empty())
            keepBound(bindOff.as, made);
        if (bindOff.all) {
            breakYarn(*yarn);
            return;
        }
        const auto next = bed.needles_.outermost(side);
        if (!next || chain == noLoop)
            return bed.find("no_neighbour", std::nullopt,
                            {"Nothing is left for the last bound stitch: bind off all instead.", {}});
        bed.push(*next, chain);
    }

    /// Bound stitches under their name, from left to right, together with those that were bound before.
    void keepBound(const std::string& name, const std::vector<LoopId>& made) const {
        std::vector<LoopId>& all = bed.fabric_.bound[name];
        all.insert(all.end(), made.begin(), made.end());
        std::ranges::stable_sort(all, {}, [&](LoopId loop) { return bed.fabric_.loops[loop].slot; });
    }

    void operator()(const Transfer& transfer) const {
        boost::container::small_vector<std::pair<NeedleState, Needle>, 4> lifted; // mostly a few
        for (const auto& [from, to] : transfer.moves) {
            if (!bed.inReach(from) || !bed.inReach(to))
                continue;
            if (bed.needles_.look(from).loops == 0)
                nothingThere(from, "transfer");
            else
                lifted.emplace_back(bed.needles_.lift(from), to);
        }
        for (auto& [stack, to] : lifted)
            bed.move(std::move(stack), to);
        for (const auto& [from, to] : transfer.moves) {
            if (!bed.onBed(from) || bed.needles_.look(from).loops > 0)
                continue;
            const bool stays = std::find(transfer.stay.begin(), transfer.stay.end(), from) != transfer.stay.end();
            bed.needles_.at(from).position = stays ? Position::work : Position::out;
            bed.needles_.at(from).expectsEmpty = stays;
            bed.needles_.at(from).ladderAllowed = true;
        }
    }

    void operator()(const Cross& cross) const {
        std::vector<Needle> places = cross.left;
        places.insert(places.end(), cross.right.begin(), cross.right.end());
        std::vector<Needle> order = cross.right;
        order.insert(order.end(), cross.left.begin(), cross.left.end());
        for (std::size_t i = 0; i < places.size(); ++i) {
            if (!bed.inReach(places[i]))
                return;
            if (bed.needles_.look(places[i]).loops == 0)
                return nothingThere(places[i], "cross");
            if (i > 0 && places[i].slot() != places[i - 1].slot() + 1)
                return bed.find("no_neighbour", places[i],
                                {"Only neighbouring stitches can cross; {0} does not follow.", {places[i]}});
        }
        std::vector<NeedleState> lifted;
        for (const Needle needle : order)
            lifted.push_back(bed.needles_.lift(needle));
        for (std::size_t i = 0; i < places.size(); ++i)
            bed.move(std::move(lifted[i]), places[i]);
    }

    void operator()(const Place& place) const {
        if (!bed.yarns_[place.yarn].joined)
            bed.find("no_yarn", std::nullopt,
                     {"{0} is not joined: join it first.", {bed.program_.yarns[place.yarn].name}});
        for (const Needle needle : place.needles) {
            if (!bed.inReach(needle))
                continue;
            if (bed.needles_.look(needle).loops == 0)
                nothingThere(needle, "lay a second yarn on");
            bed.needles_.at(needle).placed = place.yarn;
        }
    }

    /// What a run of sources with one name hangs from.
    struct HangRun {
        const HangSource* source = nullptr; ///< the first of the run
        const Fabric* fabric = nullptr;     ///< nothing where there is no such piece
        bool own = true;                    ///< of this piece
        std::vector<LoopId> openings;       ///< in their order; of the first row by needle, with gaps
        std::vector<bool>* used = nullptr;  ///< by loop: hung before, from a source of this kind
        int hung = 0;
    };

    /// By the bed's needles, from left to right.
    std::vector<LoopId> firstRow(const Fabric& fabric) const {
        std::vector<LoopId> row(bed.needles_.size(), noLoop);
        if (!fabric.firstMainPass)
            return row;
        const Pass& pass = fabric.passes[*fabric.firstMainPass];
        const auto end = fabric.loops.from(pass.firstLoop + pass.loopCount);
        for (auto loop = fabric.loops.from(pass.firstLoop); loop != end; ++loop)
            if (const Needle needle = (*loop).needle(); bed.onBed(needle))
                row[bed.needles_.index(needle)] = loop.id();
        return row;
    }

    HangRun hangRun(const HangSource& source) const {
        HangRun run{.source = &source, .fabric = &bed.fabric_, .openings = {}};
        std::size_t piece = 0;
        if (!source.piece.empty()) {
            run.own = false;
            run.fabric = nullptr;
            if (!bed.siblings_)
                return run;
            const auto found = bed.siblings_->find(source.piece);
            if (found == bed.siblings_->end())
                return run;
            run.fabric = found->second;
            piece = 1 + static_cast<std::size_t>(std::distance(bed.siblings_->begin(), found));
        }
        run.used = &bed.sourcesUsed_[{piece, source.kind}];
        if (source.kind == HangSource::Kind::first) {
            run.openings = firstRow(*run.fabric);
        } else if (source.kind == HangSource::Kind::edge) {
            run.openings = run.fabric->edge(source.name);
        } else if (source.kind == HangSource::Kind::kept || source.kind == HangSource::Kind::bound) {
            const auto& named = source.kind == HangSource::Kind::bound ? run.fabric->bound : run.fabric->kept;
            if (const auto found = named.find(source.name); found != named.end())
                run.openings = found->second;
        }
        return run;
    }

    /// A source's loop, or noLoop when there is none.
    LoopId resolve(const HangRun& run, const HangSource& source) const {
        if (!run.fabric)
            return noLoop;
        if (source.kind == HangSource::Kind::first)
            return bed.onBed(source.needle) ? run.openings[bed.needles_.index(source.needle)] : noLoop;
        if (source.kind == HangSource::Kind::bar)
            return run.own && bed.onBed(source.needle) ? bed.needle(source.needle).newest() : noLoop;
        return source.index >= 1 && source.index <= static_cast<int>(run.openings.size())
                   ? run.openings[static_cast<std::size_t>(source.index) - 1]
                   : noLoop;
    }

    /// How many openings a name in `allOf` has.
    int openings(const std::string& name) const {
        if (name == "first")
            return bed.fabric_.firstMainPass
                       ? static_cast<int>(bed.fabric_.passes[*bed.fabric_.firstMainPass].loopCount)
                       : 0;
        const auto slash = name.find('/');
        const auto colon = name.find(':');
        if (colon == std::string::npos)
            return 0;
        const Fabric* fabric = &bed.fabric_;
        if (slash != std::string::npos) {
            const auto found = bed.siblings_ ? bed.siblings_->find(name.substr(0, slash)) : Siblings::const_iterator();
            if (!bed.siblings_ || found == bed.siblings_->end())
                return 0;
            fabric = found->second;
        }
        const auto begin = slash == std::string::npos ? 0 : slash + 1;
        const std::string kind = name.substr(begin, colon - begin);
        const std::string which = name.substr(colon + 1);
        if (kind == "kept" || kind == "bound") {
            const auto& named = kind == "kept" ? fabric->kept : fabric->bound;
            const auto found = named.find(which);
            return found == named.end() ? 0 : static_cast<int>(found->second.size());
        }
        return static_cast<int>(fabric->edge(which).size());
    }

    void operator()(const Hang& hang) const {
        std::map<std::string, int> hungOf;
        HangRun run;
        const auto endRun = [&] {
            if (!run.source || hang.allOf.empty())
                return;
            const HangSource& of = *run.source;
            const std::string prefix = of.piece.empty() ? "" : of.piece + "/";
            hungOf[of.kind == HangSource::Kind::first   ? prefix + "first"
                   : of.kind == HangSource::Kind::edge  ? prefix + "edge:" + of.name
                   : of.kind == HangSource::Kind::bound ? prefix + "bound:" + of.name
                                                        : prefix + "kept:" + of.name] += run.hung;
        };
        auto hung = bed.fabric_.loops.begin();
        for (const auto& [needle, source] : hang.map) {
            if (!bed.inReach(needle))
                continue;
            if (!run.source || source.kind != run.source->kind || source.name != run.source->name ||
                source.piece != run.source->piece) {
                endRun();
                run = hangRun(source);
            }
            const LoopId loop = resolve(run, source);
            if (loop == noLoop) {
                nothingThere(needle, "hang: its source does not exist");
                continue;
            }
            if (loop >= run.used->size())
                run.used->resize(run.fabric->loops.size());
            if ((*run.used)[loop])
                bed.find("source_twice", needle, {"What goes on {0} was hung before.", {needle}});
            (*run.used)[loop] = true;
            if (run.own)
                hung.goTo(loop);
            const YarnIndex yarn = run.own ? (*hung).yarn : bed.workingYarn_.value_or(YarnIndex{0});
            const LoopKind kind = source.kind == HangSource::Kind::bar ? LoopKind::picked : LoopKind::hung;
            NeedleState& state = bed.needles_.at(needle);
            bed.push(needle, state, bed.make(kind, needle, yarn, run.own ? loop : noLoop));
            state.position = Position::work;
            state.ladderAllowed = false;
            ++run.hung;
        }
        endRun();
        for (const std::string& name : hang.allOf)
            if (const int missed = openings(name) - hungOf[name]; missed > 0)
                bed.find("source_missed", std::nullopt,
                         {"{0} of the openings of {1} were left out: hang them too.", {missed, name}});
    }

    void operator()(const TakeOff& takeOff) const {
        std::vector<LoopId>& kept = bed.fabric_.kept[takeOff.as];
        const std::size_t before = kept.size();
        // Waste knitting only protects: what is kept are the loops of the work below it.
        const auto protects = [&](const Loop& loop) {
            const YarnRole role = bed.program_.yarns[loop.yarn].role;
            return role == YarnRole::waste || role == YarnRole::ravel;
        };
        auto loop = bed.fabric_.loops.begin();
        span(takeOff.from, takeOff.to, [&](Needle needle) {
            if (bed.needles_.look(needle).loops == 0)
                return;
            NeedleState& state = bed.needles_.at(needle);
            loop.goTo(state.first);
            state.clear();
            state.position = Position::out;
            for (Loop at = *loop; protects(at) && at.parent != noLoop; at = *loop)
                loop.goTo(at.parent);
            kept.push_back(loop.id());
        });
        if (kept.size() == before)
            nothingThere(takeOff.from, "take off");
    }

    void operator()(const Drop& drop) const {
        if (!bed.inReach(drop.needle))
            return;
        if (bed.needles_.look(drop.needle).loops == 0)
            return nothingThere(drop.needle, "let down");
        const NeedleState stack = bed.needles_.lift(drop.needle);
        LoopId loop = stack.newest();
        int depth = 0;
        while (depth < drop.rows.count() && bed.fabric_.loops[loop].parent != noLoop) {
            --bed.fabric_.loopsPerYarn[bed.fabric_.loops[loop].yarn]; // its yarn is a bar again
            loop = bed.fabric_.loops[loop].parent;
            ++depth;
        }
        bed.dropped_[drop.needle] = {loop, depth};
        bed.needles_.at(drop.needle).position = Position::out;
        bed.needles_.at(drop.needle).ladderAllowed = true;
    }

    void operator()(const Reform& reform) const {
        const auto dropped = bed.dropped_.find(reform.needle);
        if (dropped == bed.dropped_.end())
            return nothingThere(reform.needle, "take up again");
        auto [loop, depth] = dropped->second;
        bed.dropped_.erase(dropped);
        const YarnIndex yarn = bed.fabric_.loops[loop].yarn;
        for (int rung = 0; rung < std::min(depth, reform.rows.count()); ++rung) {
            loop = bed.make(LoopKind::knit, reform.needle, yarn, loop, reform.as == Reformed::purl);
        }
        bed.push(reform.needle, loop);
        bed.needles_.at(reform.needle).position = Position::work;
    }

    void breakYarn(YarnIndex yarn) const {
        bed.yarns_[yarn].joined = false;
        bed.fabric_.ends += 2;
        if (bed.workingYarn_ == yarn)
            bed.workingYarn_.reset();
        bed.lastKnitted_.reset();
    }

    void operator()(const BreakYarn& broken) const {
        if (!bed.yarns_[broken.yarn].joined)
            return bed.find("no_yarn", std::nullopt,
                            {"{0} is not joined, so it cannot be broken.", {bed.program_.yarns[broken.yarn].name}});
        breakYarn(broken.yarn);
    }

    void operator()(const JoinYarn& join) const {
        if (join.carriage)
            atCarriage(*join.carriage, "joining yarn");
        bed.yarns_[join.yarn] = {true, bed.carriage_};
        bed.workingYarn_ = join.yarn;
        bed.lastKnitted_.reset();
    }

    void operator()(const MoveCarriage& move) const {
        if (move.how == Crossing::freePass) {
            if (!bed.leverOn_ || !bed.needles_.allHeld())
                bed.find("undeclared_float", std::nullopt,
                         {"The carriage would knit on its way: put every needle to hold, with the lever on.", {}});
            if (bed.workingYarn_)
                bed.yarns_[*bed.workingYarn_].side = move.to;
        }
        bed.carriage_ = move.to;
        bed.lastKnitted_.reset();
    }

    void operator()(const Mark& mark) const {
        if (const auto* needle = std::get_if<Needle>(&mark.at);
            needle && bed.inReach(*needle) && bed.needles_.look(*needle).loops == 0)
            return nothingThere(*needle, "mark");
        bed.fabric_.marks.push_back({mark.as, mark.at, static_cast<int>(bed.fabric_.passes.size()), bed.counter_});
    }

    void operator()(const Counter& counter) const { bed.counter_ = counter.to; }
    void operator()(const Say&) const {}
};

void VirtualBed::perform(const Operation& operation) {
    if (const auto* knit = std::get_if<Knit>(&operation.action))
        pass(*knit);
    else
        std::visit(Perform{*this}, operation.action);
}

void VirtualBed::setPosition(Needle needle, Position position) {
    needles_.activate(needle);
    NeedleState& state = needles_.at(needle);
    state.position = position;
    state.expectsEmpty = state.loops == 0 && position == Position::work;
}

void VirtualBed::advance(ProgramPlace to) {
    const auto& operations = program_.operations;
    while (place_ < to && place_.operation < operations.size()) {
        const Operation& current = operations[place_.operation];
        if (place_.rowsDone == 0 && current.row && *current.row != counter_)
            find("row_mismatch", std::nullopt,
                 {"The program says row {0} here; the counter stands at {1}.", {*current.row, counter_}});
        if (const auto* knit = std::get_if<Knit>(&current.action)) {
            const int until =
                to.operation > place_.operation ? knit->rows.count() : std::min(to.rowsDone, knit->rows.count());
            while (place_.rowsDone < until) {
                pass(*knit);
                ++place_.rowsDone;
                place_.rowsDone += repeatRow(until - place_.rowsDone);
            }
            if (place_.rowsDone < knit->rows.count())
                return;
        } else {
            std::visit(Perform{*this}, current.action);
        }
        place_ = {place_.operation + 1, 0};
    }
}

} // namespace vestimen
