// SPDX-License-Identifier: GPL-3.0-or-later
// What each operation of a row program does to the bed. The order is that of docs/format/program.md.
#include "core/bed/below_waste.h"
#include "core/bed/virtual_bed.h"
#include "core/knitting/winding_tail.h"

#include <algorithm>
#include <utility>

namespace vestimen {

using namespace operation;

/// Carries out one operation; visited in VirtualBed::advance only.
struct Perform {
    VirtualBed& bed;

    void nothingThere(Needle needle, const char* what) const {
        bed.find("nothing_there", needle, {"There is no loop on {0} to {1}.", {needle, std::string(what)}});
    }

    /// A needle that shaping has emptied.
    void putOut(NeedleState& state) const {
        state.position = Position::out;
        state.emptiedAt = static_cast<LoopId>(bed.fabric_.loops.size());
    }

    /// Calls `each` for the needles from one to the other that the bed has.
    template<class Each> void span(Needle from, Needle to, Each each) const {
        if (from.bed() != to.bed())
            return bed.find("no_neighbour", from,
                            {"{0} and {1} are needles of two beds: name those of one.", {from, to}});
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

    /// Loops beside those that work, or in a gap between them.
    bool canCastOn(const CastOn& castOn) const {
        const NeedleSpan all = bed.occupied();
        if (castOn.as.empty() || castOn.ownEnd || all.empty())
            return true;
        if (!atCarriage(castOn.carriage, "casting on beside what works"))
            return false;
        const Needle near =
            castOn.carriage == Side::left ? std::max(castOn.from, castOn.to) : std::min(castOn.from, castOn.to);
        if (near.bed() != Bed::main || near == all.end(castOn.carriage).towards(castOn.carriage))
            return true;
        bed.find("no_neighbour", near,
                 {"{0} is not beside the needles that work, at the carriage: the yarn is not there.", {near}});
        return false;
    }

    void operator()(const CastOn& castOn) const {
        if (!canCastOn(castOn))
            return;
        if (!castOn.as.empty() && bed.occupied().empty())
            bed.fabric_.begunAt.emplace_back(static_cast<LoopId>(bed.fabric_.loops.size()), bed.counter_);
        if (castOn.ownEnd) {
            bed.fabric_.ends += 2;
            wind(castOn);
            return;
        }
        const bool wasJoined = bed.yarns_[castOn.yarn].joined;
        bed.yarns_[castOn.yarn] = {true, castOn.carriage};
        bed.workingYarn_ = castOn.yarn;
        bed.carriage_ = castOn.carriage;
        bed.carriageKnown_ = true;
        bed.lastKnitted_.reset();
        if (!wasJoined) // of a zigzag in several steps the first
            endAt(castOn.yarn, true, bed.carriage_);
        wind(castOn);
    }

    void wind(const CastOn& castOn) const {
        std::vector<LoopId> all;
        int place = 0;
        span(castOn.from, castOn.to, [&](Needle needle) {
            NeedleState& state = bed.needles_.at(needle);
            if (place++ % std::max(1, castOn.every) != 0) {
                state.ladderAllowed = true;
                return;
            }
            if (state.loops > 0)
                return bed.find("needle_taken", needle, {"{0} already holds a loop.", {needle}});
            const LoopId made = bed.make(LoopKind::castOn, needle, castOn.yarn, noLoop);
            bed.push(needle, state, made);
            state.position = Position::work;
            all.push_back(made);
            if (castOn.ownEnd)
                return;
            // The yarn leads to the carriage from the end that is nearest to it.
            if (const auto& yarn = bed.yarns_[castOn.yarn];
                yarn.last == noLoop || (needle.slot() > yarn.lastAt.slot()) == (castOn.carriage == Side::right))
                bed.leadsFrom(made, castOn.yarn, needle);
        });
        if (!castOn.as.empty()) {
            if (castOn.to < castOn.from)
                std::ranges::reverse(all);
            std::vector<LoopId>& named = bed.fabric_.castOn[castOn.as];
            named.insert(named.end(), all.begin(), all.end());
        }
    }

    void operator()(const Rack& rack) const {
        const ProgramMachine& machine = bed.program_.machine;
        if (machine.beds < 2)
            return bed.find("rack_beyond", std::nullopt, {"This machine has no second bed that could be racked.", {}});
        if (std::abs(rack.to) > machine.racking)
            return bed.find("rack_beyond", std::nullopt,
                            {"The second bed cannot be racked to {0}: it goes {1} needles either way.",
                             {rack.to, machine.racking}});
        const int by = std::abs(rack.to - bed.rackKnittedAt_);
        if (by > 1 && !bed.occupied(Bed::main).empty() && !bed.occupied(Bed::second).empty())
            bed.find(
                "rack_strain", std::nullopt,
                {"Racked by {0} needles at once, the yarn between the beds tears: rack one, and knit a row.", {by}});
        bed.rack_ = rack.to;
    }

    void operator()(const SlipRow&) const {
        const auto yarn = bed.yarnAtHand("slip");
        if (!yarn)
            return;
        if (bed.occupied().empty())
            return bed.find("nothing_there", std::nullopt, {"There is no loop on the bed to slip.", {}});
        if (bed.yarns_[*yarn].side != bed.carriage_)
            bed.find("colour_side", std::nullopt,
                     {"{0} lies on the other side: it can only be taken along from where it is.",
                      {bed.program_.yarns[*yarn].name}});
        bed.yarns_[*yarn].slipped = !bed.yarns_[*yarn].slipped;
        bed.carriage_ = opposite(bed.carriage_);
        bed.yarns_[*yarn].side = bed.carriage_;
        ++bed.counter_;
        bed.lastKnitted_.reset();
        bed.steady_ = false;
    }

    void operator()(const Knit&) const {} // row by row in VirtualBed::advance

    void operator()(const Hold& hold) const {
        bool reported = false;
        span(hold.from, hold.to, [&](Needle needle) {
            bed.needles_.activate(needle);
            NeedleState& state = bed.needles_.at(needle);
            if (state.loops == 0 && !std::exchange(reported, true))
                nothingThere(needle, "hold");
            if (state.position != Position::hold)
                state.wrapped = false;
            state.position = Position::hold;
            state.apart = hold.apart;
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
        const LoopId made = bed.make(LoopKind::wrap, wrap.needle, *yarn, state.newest());
        bed.push(wrap.needle, made);
        bed.leadsFrom(made, *yarn, wrap.needle);
        state.wrapped = true;
    }

    void operator()(const Increase& increase) const {
        for (int i = 0; i < increase.count; ++i) {
            const auto outer = bed.needles_.outermost(increase.side);
            if (!outer)
                return bed.find("nothing_there", std::nullopt, {"There is no edge to increase at.", {}});
            const Needle target = outer->towards(increase.side);
            if (increase.kind == Shaping::edge) {
                // Those that came before this row are still empty.
                Needle next = target;
                while (bed.onBed(next) && bed.needles_.look(next).expectsEmpty)
                    next = next.towards(increase.side);
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
                bed.move(from, from.towards(increase.side));
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
        if (places > moving)
            return bed.find("no_neighbour", bed.needles_.outermost(decrease.side),
                            {"{0} stitches cannot move in by {1} needles: the stitches between would be left out.",
                             {moving, places}});
        for (int i = 0; i < times; ++i) {
            const auto outer = bed.needles_.outermost(decrease.side);
            if (!outer)
                return bed.find("nothing_there", std::nullopt, {"There is no edge to decrease at.", {}});
            const Needle innermost = outer->towards(inward, moving - 1 + places);
            if (!bed.onBed(innermost) || bed.needles_.look(innermost).loops == 0)
                return bed.find("no_neighbour", *outer,
                                {"There is no stitch to move {0} onto: the piece is too narrow here.", {*outer}});
            for (int moved = moving - 1; moved >= 0; --moved)
                bed.move(outer->towards(inward, moved), outer->towards(inward, moved + places));
            for (int emptied = 0; emptied < places; ++emptied)
                if (const Needle bare = outer->towards(inward, emptied); bed.needles_.look(bare).loops == 0)
                    putOut(bed.needles_.at(bare));
        }
    }

    void operator()(const BindOff& bindOff) const {
        if (bindOff.at)
            return bindOffWithin(bindOff, *bindOff.at);
        const auto yarn = bed.yarnAtHand("bind off");
        if (!yarn || (!bindOff.all && !atCarriage(bindOff.side, "binding off")))
            return;
        // All of it begins where the yarn is, or goes towards it; in part the yarn is taken along.
        const Side side = bindOff.all ? opposite(tailAfter(bindOff.method, bed.carriage_)) : bindOff.side;
        if (bindOff.all)
            bed.needles_.unsettleAll();
        const NeedleSpan span = bed.occupied();
        const int count = bindOff.all ? span.size() : bindOff.count;
        LoopId chain = noLoop;
        std::vector<LoopId> made; // where it has a name
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
            putOut(state);
            bed.leadsFrom(bound, *yarn, needle);
            chain = bound;
            if (!bindOff.as.empty())
                made.push_back(bound);
        }
        if (!bindOff.as.empty())
            keepBound(bindOff.as, made);
        if (bindOff.all)
            return breakYarn(*yarn, tailAfter(bindOff.method, bed.carriage_));
        const auto next = bed.needles_.outermost(side);
        if (!next || chain == noLoop)
            return bed.find("no_neighbour", std::nullopt,
                            {"Nothing is left for the last bound stitch: bind off all instead.", {}});
        bed.push(*next, chain);
    }

    /// Loops drawn through each other: the work's yarn has no part in it.
    void bindOffWithin(const BindOff& bindOff, Needle from) const {
        const Side inward = opposite(bindOff.side);
        const auto holds = [&](Needle needle) { return bed.onBed(needle) && bed.needles_.look(needle).loops > 0; };
        for (int i = 0; i < bindOff.count; ++i) {
            const Needle needle = from.towards(inward, i);
            if (!bed.inReach(needle))
                return;
            if (!holds(needle))
                return nothingThere(needle, "bind off");
            if (bed.needles_.look(needle).position != Position::work)
                return nothingThere(needle, "bind off in work; release it first");
        }
        const Needle next = from.towards(inward, bindOff.count);
        if (!holds(next))
            return bed.find("no_neighbour", next, {"There is no stitch on {0} to take the last bound one.", {next}});
        LoopId chain = noLoop;
        std::vector<LoopId> made;
        for (int i = 0; i < bindOff.count; ++i) {
            const Needle needle = from.towards(inward, i);
            bed.needles_.activate(needle);
            NeedleState& state = bed.needles_.at(needle);
            const YarnIndex yarn = bed.fabric_.loops[state.newest()].yarn;
            const LoopId bound = bed.make(LoopKind::bound, needle, yarn, chain == noLoop ? state.first : chain);
            --bed.fabric_.loopsPerYarn[yarn]; // its own loop, drawn through
            bed.addParents(bound, state, chain != noLoop);
            state.clear();
            putOut(state);
            chain = bound;
            made.push_back(bound);
        }
        if (!bindOff.as.empty())
            keepBound(bindOff.as, made);
        bed.push(next, chain);
    }

    /// Bound stitches under their name, from left to right, together with those that were bound before.
    void keepBound(const std::string& name, const std::vector<LoopId>& made) const {
        std::vector<LoopId>& all = bed.fabric_.bound[name];
        all.insert(all.end(), made.begin(), made.end());
        std::ranges::stable_sort(all, {}, [&](LoopId loop) { return bed.fabric_.loops[loop].slot; });
    }

    void operator()(const Transfer& transfer) const {
        std::vector<std::pair<NeedleState, Needle>> lifted;
        for (const auto& [from, to] : transfer.moves) {
            if (!bed.inReach(from) || !bed.inReach(to))
                continue;
            if (from.bed() != to.bed() &&
                !bed.areAcross(from.bed() == Bed::main ? from : to, from.bed() == Bed::main ? to : from))
                bed.find("not_across", from,
                         {"{0} does not stand across from {1}: rack the second bed first.", {from, to}});
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
            putOut(bed.needles_.at(from));
            if (stays)
                bed.needles_.at(from).position = Position::work;
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
            bed.placed_.push_back(needle);
        }
    }

    /// What is hung from one source.
    struct HangRun {
        const HangSource* source = nullptr;
        const Fabric* fabric = nullptr; ///< nothing where it is not known
        Openings openings;
        std::vector<bool>* used = nullptr; ///< by loop: hung before, from a source of this kind

        LoopKind loopKind() const { return source->kind == HangSource::Kind::bar ? LoopKind::picked : LoopKind::hung; }
        bool isUsed(LoopId loop) const { return loop < used->size() && (*used)[loop]; }
        void use(LoopId loop) const {
            if (loop >= used->size())
                used->resize(fabric->loops.size());
            (*used)[loop] = true;
        }
    };

    HangRun hangRun(const HangSource& source) const {
        const Fabric* fabric = fabricOf(source, bed.fabric_, bed.siblings_);
        // The first row is a row.
        const HangSource::Kind kind = source.kind == HangSource::Kind::row ? HangSource::Kind::first : source.kind;
        return {&source, fabric, Openings(source, fabric, bed.needles_), &bed.sourcesUsed_[{fabric, kind}]};
    }

    /// Hangs neighbouring loops on all settled needles at once, where the map says so from there on. Returns how many
    /// were hung; 0 where it must be done one by one.
    std::size_t hangOnSettled(const HangRun& run, std::span<const Hung> map, Loops::const_iterator& parent) const {
        const NeedleRun settled = bed.needles_.settled();
        const auto count = static_cast<std::size_t>(settled.size());
        if (settled.empty() || map.size() < count || run.fabric != &bed.fabric_ || !bed.needles_.hung().empty() ||
            bed.program_.machine.loopsPerNeedle < 2 || map[0].needle != Needle::atSlot(settled.first))
            return 0;
        const LoopId first = run.openings.loop(map[0], bed.needles_);
        if (first == noLoop)
            return 0;
        parent.goTo(first);
        const int step = parent.step();
        if (step == 0 || parent.alike(step) < count) // a single loop is no stretch
            return 0;
        const auto loopAt = [&](std::size_t i) { return first + static_cast<LoopId>(step * static_cast<int>(i)); };
        for (std::size_t i = 0; i < count; ++i)
            if (map[i].needle != Needle::atSlot(settled.first + static_cast<int>(i)) ||
                map[i].source != map[0].source || run.openings.loop(map[i], bed.needles_) != loopAt(i) ||
                run.isUsed(loopAt(i)))
                return 0;
        for (std::size_t i = 0; i < count; ++i)
            run.use(loopAt(i));
        const Loop below = *parent;
        bed.needles_.hangOnSettled(static_cast<LoopId>(bed.fabric_.loops.size()));
        bed.fabric_.loops.pushStretch(Loop{first, static_cast<std::int16_t>(settled.first), below.yarn, run.loopKind()},
                                      1, step, static_cast<LoopId>(count));
        return count;
    }

    void operator()(const Hang& hang) const {
        std::vector<int> hungOf(hang.sources.size());
        HangRun run;
        auto parent = bed.fabric_.loops.begin();
        LongestRun onEmpty(1);
        bool wereEmpty = true;
        for (std::size_t i = 0; i < hang.map.size(); ++i) {
            const Hung& hung = hang.map[i];
            if (!bed.inReach(hung.needle))
                continue;
            if (const HangSource& source = hang.source(hung); run.source != &source) {
                run = hangRun(source);
                if (const std::size_t all =
                        hang.again ? 0 : hangOnSettled(run, std::span(hang.map).subspan(i), parent)) {
                    hungOf[hung.source] += static_cast<int>(all);
                    i += all - 1;
                    wereEmpty = false;
                    continue;
                }
            }
            const LoopId loop = run.openings.loop(hung, bed.needles_);
            if (loop == noLoop) {
                nothingThere(hung.needle, "hang: its source does not exist");
                continue;
            }
            if (run.isUsed(loop) && !hang.again)
                bed.find("source_twice", hung.needle, {"What goes on {0} was hung before.", {hung.needle}});
            run.use(loop);
            const bool isOwn = run.fabric == &bed.fabric_;
            if (isOwn)
                parent.goTo(loop);
            const YarnIndex yarn = isOwn ? (*parent).yarn : bed.workingYarn_.value_or(YarnIndex{0});
            NeedleState& state = bed.needles_.at(hung.needle);
            const LoopId made = bed.make(run.loopKind(), hung.needle, yarn, isOwn ? loop : noLoop);
            if (run.loopKind() == LoopKind::hung)
                --bed.fabric_.loopsPerYarn[yarn]; // it was knitted before
            onEmpty.add(hung.needle.slot(), 1, made);
            wereEmpty = wereEmpty && state.loops == 0 && !state.expectsEmpty && state.placed < 0;
            bed.push(hung.needle, state, made);
            state.position = Position::work;
            state.ladderAllowed = false;
            ++hungOf[hung.source];
        }
        if (wereEmpty && onEmpty.size() > bed.needles_.settled().size() && !bed.needles_.twoBeds())
            bed.needles_.settle(onEmpty.run());
        for (const HangSource& wanted : hang.allOf) {
            int missed = openingCount(wanted, fabricOf(wanted, bed.fabric_, bed.siblings_));
            for (std::size_t source = 0; source < hang.sources.size(); ++source)
                if (hang.sources[source] == wanted)
                    missed -= hungOf[source];
            // Seen from below, a row that was knitted over has one loop fewer than needles.
            if (missed > (wanted.kind == HangSource::Kind::row ? 1 : 0))
                bed.find("source_missed", std::nullopt,
                         {"{0} of the openings of {1} were left out: hang them too.", {missed, toText(wanted)}});
        }
    }

    void operator()(const TakeOff& takeOff) const {
        std::vector<LoopId>& kept = bed.fabric_.kept[takeOff.as];
        kept.reserve(kept.size() + static_cast<std::size_t>(std::abs(takeOff.to.slot() - takeOff.from.slot())) + 1);
        BelowWaste belowWaste(bed.program_, bed.fabric_.loops, takeOff.from < takeOff.to ? 1 : -1);
        bed.needles_.unsettleAll();
        bool reported = false;
        span(takeOff.from, takeOff.to, [&](Needle needle) {
            NeedleState& state = bed.needles_.at(needle);
            if (state.loops == 0) {
                if (!state.ladderAllowed && !std::exchange(reported, true))
                    nothingThere(needle, "take off");
                return;
            }
            kept.push_back(belowWaste.of(state.first));
            state.clear();
            state.position = Position::out;
        });
    }

    void operator()(const DrawUp& drawn) const {
        if (!bed.yarns_[drawn.yarn].joined)
            return bed.find("no_yarn", std::nullopt,
                            {"{0} is not joined, so nothing can be drawn up with it: join it first.",
                             {bed.program_.yarns[drawn.yarn].name}});
        const NeedleSpan all = bed.occupied();
        if (all.empty())
            return bed.find("nothing_there", std::nullopt, {"There is no loop on the bed to draw up.", {}});
        breakYarn(drawn.yarn);
        (*this)(TakeOff{all.first, all.last, Onto::holder, drawn.as});
    }

    static void takeNewest(NeedleState& needle) {
        if (needle.more.empty())
            needle.first = noLoop;
        else
            needle.more.pop_back();
        --needle.loops;
    }

    void operator()(const Drop& drop) const {
        if (!bed.inReach(drop.needle))
            return;
        if (bed.needles_.look(drop.needle).loops == 0)
            return nothingThere(drop.needle, "let down");
        const LoopId newest = bed.needles_.state(drop.needle).newest();
        auto loop = bed.fabric_.loops.from(newest);
        std::vector<YarnIndex> let; // of each rung
        std::vector<LoopId> letLoops;
        while (static_cast<int>(let.size()) < drop.rows.count() && (*loop).parent != noLoop) {
            let.push_back((*loop).yarn);
            letLoops.push_back(loop.id());
            loop.goTo((*loop).parent);
        }
        const auto depth = static_cast<int>(let.size());
        if (depth < drop.rows.count())
            return bed.find(
                "nothing_there", drop.needle,
                {"{0} has {1} rows below it that can be let down, not {2}.", {drop.needle, depth, drop.rows}});
        for (const YarnIndex yarn : let)
            --bed.fabric_.loopsPerYarn[yarn]; // a bar again
        for (const LoopId each : letLoops)
            forgetSplit(each);
        NeedleState before = bed.needles_.lift(drop.needle);
        takeNewest(before);
        bed.dropped_[drop.needle] = {std::move(before), loop.id(), std::move(let), drop.ladder};
        bed.needles_.at(drop.needle).position = Position::out;
        bed.needles_.at(drop.needle).ladderAllowed = true;
    }

    void operator()(const Split& split) const {
        if (!bed.inReach(split.needle))
            return;
        if (bed.needles_.look(split.needle).loops == 0)
            return nothingThere(split.needle, "split");
        LoopId loop = bed.needles_.state(split.needle).newest();
        int rows = 1;
        for (; rows < split.rows.count() && bed.fabric_.loops[loop].parent != noLoop; ++rows)
            loop = bed.fabric_.loops[loop].parent;
        // What begins a column cannot be let down.
        if (bed.fabric_.loops[loop].parent == noLoop)
            return bed.find(
                "nothing_there", split.needle,
                {"{0} has {1} rows below it that can be split, not {2}.", {split.needle, rows - 1, split.rows}});
        if (std::ranges::find(bed.fabric_.split, loop) == bed.fabric_.split.end()) {
            bed.fabric_.split.push_back(loop);
            bed.splits_.push_back({split.needle});
        }
    }

    /// It is a bar again, whole.
    void forgetSplit(LoopId loop) const {
        const auto at = std::ranges::find(bed.fabric_.split, loop);
        if (at == bed.fabric_.split.end())
            return;
        bed.splits_.erase(bed.splits_.begin() + (at - bed.fabric_.split.begin()));
        bed.fabric_.split.erase(at);
    }

    void operator()(const Reform& reform) const {
        const auto dropped = bed.dropped_.find(reform.needle);
        if (dropped == bed.dropped_.end())
            return nothingThere(reform.needle, "take up again");
        auto& [needle, loop, rungs, ladder, begun] = dropped->second;
        const auto depth = static_cast<int>(rungs.size());
        if (reform.rows.count() > depth)
            bed.find("nothing_there", reform.needle,
                     {"{0} has {1} rungs to take up, not {2}.", {reform.needle, depth, reform.rows}});
        NeedleState& state = bed.needles_.at(reform.needle);
        if (begun && (state.loops == 0 || state.newest() != loop))
            return nothingThere(reform.needle, "take up again");
        if (begun)
            takeNewest(state); // the rung that hung there meanwhile
        else if (state.loops == 0)
            state = needle;
        else
            bed.move(needle, reform.needle);
        begun = true;
        for (int rung = 0; rung < std::min(depth, reform.rows.count()); ++rung) {
            // The lowest first, each of the yarn of its own row.
            loop = bed.make(LoopKind::knit, reform.needle, rungs.back(), loop, reform.as == Reformed::purl);
            rungs.pop_back();
        }
        bed.push(reform.needle, state, loop);
        if (state.position == Position::out)
            state.position = Position::work;
        if (rungs.empty())
            bed.dropped_.erase(dropped);
    }

    /// The loop beside which the yarn comes out: of stitches that were moved onto each other the one that stands for
    /// them when they are taken off.
    LoopId outermostOf(const VirtualBed::YarnPlace& yarn) const {
        if (yarn.last == noLoop || bed.fabric_.loops[yarn.last].kind == LoopKind::bound)
            return yarn.last;
        const auto at = bed.strandFrom(yarn);
        const NeedleState state = at ? bed.needles_.state(*at) : NeedleState{};
        return state.loops > 0 ? state.first : yarn.last;
    }

    void endAt(YarnIndex yarn, bool begins, Side side) const {
        bed.fabric_.yarnEnds.push_back({bed.place_.operation, yarn, side, static_cast<int>(bed.fabric_.passes.size()),
                                        begins, begins ? noLoop : outermostOf(bed.yarns_[yarn])});
    }

    void breakYarn(YarnIndex yarn) const { breakYarn(yarn, bed.carriage_); }
    void breakYarn(YarnIndex yarn, Side at) const {
        endAt(yarn, false, at);
        bed.yarns_[yarn].joined = false;
        bed.yarns_[yarn].last = noLoop;
        bed.fabric_.ends += 2;
        if (bed.workingYarn_ == yarn)
            bed.workingYarn_.reset();
        // Where another yarn knitted the row before, it still turns there.
        if (bed.fabric_.passes.empty() || bed.fabric_.passes.back().yarn == yarn)
            bed.lastKnitted_.reset();
    }

    void operator()(const BreakYarn& broken) const {
        if (!bed.yarns_[broken.yarn].joined)
            return bed.find("no_yarn", std::nullopt,
                            {"{0} is not joined, so it cannot be broken.", {bed.program_.yarns[broken.yarn].name}});
        breakYarn(broken.yarn);
        if (broken.tail.use.starts_with(windingTail))
            bed.fabric_.yarnEnds.pop_back();
    }

    void operator()(const JoinYarn& join) const {
        if (join.carriage && !bed.carriageKnown_)
            bed.carriage_ = *join.carriage;
        else if (join.carriage)
            atCarriage(*join.carriage, "joining yarn");
        bed.carriageKnown_ = true;
        if (bed.yarns_[join.yarn].joined)
            bed.find("yarn_joined", std::nullopt,
                     {"{0} is joined already: knit with it, or break it first.", {bed.program_.yarns[join.yarn].name}});
        else
            bed.yarns_[join.yarn] = {true, bed.carriage_};
        endAt(join.yarn, true, bed.carriage_);
        bed.workingYarn_ = join.yarn;
    }

    void operator()(const MoveCarriage& move) const {
        if (move.how == Crossing::freePass && bed.carriageKnown_ && move.to == bed.carriage_)
            bed.find("carriage_there", std::nullopt,
                     {"The carriage stands {0} already: leave this free pass out.", {bed.carriage_}});
        bed.carriageKnown_ = true;
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
