// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/record/set_otherwise.h"

#include <algorithm>
#include <array>
#include <map>

namespace vestimen {
namespace {

/// How a needle was set otherwise than it should be; the worst first.
enum class Slip { slidesOff, split, wouldKnit, wouldHold, bare, tooMany, stacked, exchanged, newLoop, noLoop, none };

struct SlipText {
    const char* one;
    const char* more;
};

constexpr std::array<SlipText, static_cast<std::size_t>(Slip::none)> slipTexts{{
    {"{0} is out of work with a stitch on it, which would slip off and run down.",
     "{0} to {1} are out of work with stitches on them, which would slip off and run down."},
    {"{0} would knit on over a stitch of half its yarn, which breaks or runs: let it down, and take it up again.",
     "{0} to {1} would knit on over stitches of half their yarn, which break or run: let them down, and take them up "
     "again."},
    {"{0} would knit, where it should hold.", "{0} to {1} would knit, where they should hold."},
    {"{0} would hold, where it should knit.", "{0} to {1} would hold, where they should knit."},
    {"{0} would be bare, where a stitch should be.", "{0} to {1} would be bare, where stitches should be."},
    {"{0} would knit, where no needle should be at work.", "{0} to {1} would knit, where no needle should be at work."},
    {"{0} would knit another number of stitches together than it should.",
     "{0} to {1} would knit other numbers of stitches together than they should."},
    {"{0} would knit another stitch than it should: it was moved too far, or not far enough.",
     "{0} to {1} would knit other stitches than they should: they were moved too far, or not far enough."},
    {"{0} would take up the yarn with nothing on it: a stitch more, with a hole under it.",
     "{0} to {1} would take up the yarn with nothing on them: stitches more, with holes under them."},
    {"{0} would stay out of work, and the new stitch would not be made.",
     "{0} to {1} would stay out of work, and the new stitches would not be made."},
}};

std::vector<LoopId> stitches(const NeedleState& needle) {
    std::vector<LoopId> all;
    if (needle.loops > 0)
        all.push_back(needle.first);
    all.insert(all.end(), needle.more.begin(), needle.more.end());
    return all;
}

std::vector<LoopId> parents(const Fabric& fabric, LoopId loop) {
    std::vector<LoopId> all;
    if (const LoopId first = fabric.loops[loop].parent; first != noLoop)
        all.push_back(first);
    for (const auto& [child, parent] : fabric.moreParents)
        if (child == loop)
            all.push_back(parent);
    return all;
}

struct Comparison {
    const VirtualBed& wanted;
    const VirtualBed& set;
    LoopId before; ///< loops that were made before

    bool holds(const VirtualBed& bed, const NeedleState& needle) const {
        return bed.leverOn() && needle.position == Position::hold && needle.loops > 0;
    }
    /// Whether two stitches came about alike, down to those from before.
    bool alike(LoopId should, LoopId is) const {
        if (should < before || is < before)
            return should == is;
        const Loop one = wanted.fabric().loops[should];
        const Loop other = set.fabric().loops[is];
        return one.isPurl == other.isPurl && one.yarn == other.yarn &&
               alike(parents(wanted.fabric(), should), parents(set.fabric(), is));
    }
    bool alike(const std::vector<LoopId>& should, const std::vector<LoopId>& is) const {
        return std::ranges::is_permutation(should, is, [this](LoopId one, LoopId other) { return alike(one, other); });
    }

    static bool isSplit(const VirtualBed& bed, Needle at) {
        const auto all = bed.splitStitches();
        return std::ranges::find(all, at, &std::pair<Needle, int>::first) != all.end();
    }

    Slip operator()(Needle at) const {
        const NeedleState& should = wanted.needle(at);
        const NeedleState& is = set.needle(at);
        if (is.loops > 0 && is.position == Position::out)
            return Slip::slidesOff;
        if (isSplit(set, at) && !isSplit(wanted, at))
            return Slip::split;
        if (should.loops == 0 && is.loops == 0) {
            const bool shouldWork = should.position == Position::work;
            const bool works = is.position == Position::work;
            return works == shouldWork ? Slip::none : works ? Slip::newLoop : Slip::noLoop;
        }
        if (is.loops == 0)
            return Slip::bare;
        if (should.loops == 0)
            return Slip::tooMany;
        if (holds(wanted, should) != holds(set, is))
            return holds(wanted, should) ? Slip::wouldKnit : Slip::wouldHold;
        if (is.loops != should.loops)
            return Slip::stacked;
        return alike(stitches(should), stitches(is)) ? Slip::none : Slip::exchanged;
    }
};

} // namespace

Trial setOtherwise(const VirtualBed& wanted, const VirtualBed& set, LoopId before) {
    Trial trial;
    const Comparison slipAt{wanted, set, before};
    std::map<Slip, std::vector<NeedleSpan>> slips;
    for (const Bed bed : {Bed::main, Bed::second}) {
        Needle at = Needle::atSlot(0, bed);
        while (set.onBed(at.shifted(-1)))
            at = at.shifted(-1);
        for (; set.onBed(at); at = at.shifted(1)) {
            const Slip slip = slipAt(at);
            if (slip == Slip::none)
                continue;
            trial.needles.push_back(at);
            auto& spans = slips[slip];
            if (!spans.empty() && spans.back().last.shifted(1) == at)
                spans.back().last = at;
            else
                spans.push_back({at, at});
        }
    }
    for (const auto& [slip, spans] : slips)
        for (const NeedleSpan& span : spans) {
            const SlipText& text = slipTexts[static_cast<std::size_t>(slip)];
            trial.happened.push_back(span.first == span.last ? Phrase{text.one, {span.first}}
                                                             : Phrase{text.more, {span.first, span.last}});
        }
    return trial;
}

} // namespace vestimen
