// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/across_program.h"

#include "core/shaping/across_row.h"

#include <fmt/format.h>

#include <algorithm>
#include <cstdlib>

namespace vestimen {
namespace {

/// Neighbouring stitches that move by the same number of needles.
struct Group {
    Needle first;
    int stitches = 0;
    int by = 0; ///< needles to the right

    Needle last() const { return first.shifted(stitches - 1); }
};

/// A row in groups, from left to right. At each place, after so many stitches, two groups meet: fewer stitches lose one
/// there, or so many as go at once; more gain one.
struct Grouped {
    std::vector<Group> groups;
    bool fewer = false;

    Grouped(NeedleSpan span, const std::vector<int>& places, bool closingUp, int atOnce = 1) : fewer(closingUp) {
        const int step = closingUp ? -atOnce : atOnce;
        int begin = 0;
        int by = -step * (static_cast<int>(places.size()) / 2);
        const auto add = [&](int end) {
            groups.push_back({span.first.shifted(begin), end - begin, by});
            begin = end;
            by += step;
        };
        for (const int place : places)
            add(place);
        add(span.size());
    }

    bool changesNothing() const { return groups.size() < 2; }
    NeedleSpan after() const {
        return {groups.front().first.shifted(groups.front().by), groups.back().last().shifted(groups.back().by)};
    }
};

Grouped spreadOver(NeedleSpan span, Stitches change) {
    const auto row = spread(Stitches(span.size()), change, RunEnds::half);
    return {span, row ? row->positions : std::vector<int>(), change < Stitches(0)};
}

/// The order in which groups move without getting in each other's way: from the middle outward where they close up,
/// from the outside inward where they make room.
std::vector<Group> inOrder(std::vector<Group> groups, bool closingUp) {
    std::erase_if(groups, [](const Group& group) { return group.by == 0 || group.stitches == 0; });
    std::ranges::stable_sort(groups, [&](const Group& a, const Group& b) {
        return closingUp ? std::abs(a.by) < std::abs(b.by) : std::abs(a.by) > std::abs(b.by);
    });
    return groups;
}

/// `holds`: whether a slot of the bed has a stitch.
template<class Holds> operation::Transfer moved(const Group& group, Bed bed, Holds holds) {
    operation::Transfer transfer;
    for (int i = 0; i < group.stitches; ++i)
        if (const int slot = group.first.slot() + i; holds(slot))
            transfer.moves.emplace_back(Needle::atSlot(slot, bed), Needle::atSlot(slot + group.by, bed));
    return transfer;
}
operation::Transfer moved(const Group& group) {
    return moved(group, Bed::main, [](int) { return true; });
}

void fillFromBars(ProgramWriter& writer, const std::vector<Group>& groups) {
    writer.say("fill_from_bars", "Fill every empty needle with the bar beside it, twisted, so that no hole stays.");
    operation::Hang hang;
    hang.from({.kind = HangSource::Kind::bar});
    for (std::size_t i = 0; i + 1 < groups.size(); ++i) {
        const Needle beside = groups[i].last().shifted(groups[i].by);
        hang.put(beside.shifted(1), beside);
    }
    writer.add(std::move(hang));
}

void hangGroups(ProgramWriter& writer, const std::vector<Group>& groups, const std::string& name) {
    int index = 1;
    for (const Group& group : groups) {
        operation::Hang hang;
        hang.from({.kind = HangSource::Kind::kept, .name = name});
        for (int i = 0; i < group.stitches; ++i)
            hang.put(group.first.shifted(i + group.by), index++);
        if (!hang.map.empty())
            writer.add(std::move(hang));
    }
}

Rows evenRows(Rows rows) {
    return rows.isEven() ? rows : rows + Rows(1);
}

} // namespace

namespace {

NeedleSpan writeGroups(ProgramWriter& writer, NeedleSpan span, const Grouped& grouped, AcrossWay way, Rows wasteRows) {
    if (grouped.changesNothing())
        return span;
    const auto& [groups, fewer] = grouped;
    // A name of its own: there may be several in a piece.
    const std::string off = fmt::format("across_{}", writer.passes());
    writer.section(fewer ? "fewer stitches" : "more stitches");
    switch (way) {
    case AcrossWay::byHand:
        writer.say("across_by_hand", fewer
                                         ? "From the middle outward, group by group: move each in, so that its end "
                                           "lies on its neighbour."
                                         : "From the outside inward, group by group: move each out, and leave a needle "
                                           "empty behind it.");
        for (const Group& group : inOrder(groups, fewer))
            writer.add(moved(group));
        break;
    case AcrossWay::garterBar:
        writer.say("across_garter_bar",
                   fewer ? "Take every stitch off on the garter bar. Hang them again group by group, and move the bar "
                           "over by one needle after each, so that two lie on one."
                         : "Take every stitch off on the garter bar. Hang them again group by group, and move the bar "
                           "over by one needle after each, so that one stays empty.");
        writer.add(operation::TakeOff{span.first, span.last, operation::Onto::holder, off});
        hangGroups(writer, groups, off);
        break;
    case AcrossWay::wasteYarn: {
        const int counter = writer.counter();
        writer.say("across_waste_yarn",
                   fewer
                       ? "The main yarn waits, unbroken. After the waste yarn hang the stitches again group by group, "
                         "two on one needle where groups meet. Then pull the waste yarn out."
                       : "The main yarn waits, unbroken. After the waste yarn hang the stitches again group by group, "
                         "with a needle empty where groups meet. Then pull the waste yarn out.");
        writer.offOnWaste(evenRows(wasteRows), Stitches(span.size()), std::nullopt, {{off, span}});
        hangGroups(writer, groups, off);
        writer.counterTo(counter);
        break;
    }
    }
    if (!fewer)
        fillFromBars(writer, groups);
    writer.say("across_count", "Count: every needle from end to end holds a loop.");
    return grouped.after();
}

} // namespace

NeedleSpan writeAcross(ProgramWriter& writer, NeedleSpan span, Stitches change, AcrossWay way, Rows wasteRows) {
    return writeGroups(writer, span, spreadOver(span, change), way, wasteRows);
}

NeedleSpan writeMore(ProgramWriter& writer, NeedleSpan span, const std::vector<int>& after, AcrossWay way,
                     Rows wasteRows) {
    return writeGroups(writer, span, {span, after, false}, way, wasteRows);
}

NeedleSpan writeFewer(ProgramWriter& writer, NeedleSpan span, Stitches fewer, Stitches firstRun, Side from,
                      AcrossWay way, Rows wasteRows) {
    const auto row = spreadFrom(Stitches(span.size()), fewer, firstRun);
    std::vector<int> places = row ? row->positions : std::vector<int>();
    if (from == Side::right) {
        std::ranges::reverse(places);
        for (int& place : places)
            place = span.size() - place;
    }
    return writeGroups(writer, span, {span, places, true}, way, wasteRows);
}

namespace {

/// The places at which groups meet where each of these goes onto its neighbour, rising.
std::vector<int> thinnedAfter(Stitches over, int every, Side from, int first) {
    std::vector<int> places = thin(over, every, from, first);
    if (from == Side::right) {
        // Each goes onto the one before it.
        std::ranges::reverse(places);
        for (int& place : places)
            --place;
    }
    return places;
}

} // namespace

NeedleSpan writeThinned(ProgramWriter& writer, NeedleSpan span, int every, Side from, AcrossWay way, Rows wasteRows,
                        int first) {
    return writeGroups(writer, span, {span, thinnedAfter(Stitches(span.size()), every, from, first), true}, way,
                       wasteRows);
}

NeedleSpan writeThinnedOnTwoBeds(ProgramWriter& writer, NeedleSpan span, const TwoBedArrangement& stitches, int every,
                                 Side from, int first) {
    const int repeat = stitches.repeat();
    std::vector<int> places = thinnedAfter(Stitches(stitches.repeats(span.size())), every, from, first);
    for (int& place : places)
        place *= repeat;
    const Grouped grouped(span, places, true, repeat);
    if (grouped.changesNothing())
        return span;
    writer.section("fewer stitches");
    writer.say("across_two_beds",
               "From the middle outward, the same group on one bed and then on the other, by turns.");
    for (const Group& group : inOrder(grouped.groups, true))
        for (const Bed bed : {Bed::main, Bed::second}) {
            operation::Transfer transfer =
                moved(group, bed, [&](int slot) { return stitches.has(slot - span.first.slot(), span.size(), bed); });
            if (!transfer.moves.empty())
                writer.add(std::move(transfer));
        }
    return grouped.after();
}

int acrossPasses(AcrossWay way, Rows wasteRows) {
    return way == AcrossWay::wasteYarn ? evenRows(wasteRows).count() : 0;
}

} // namespace vestimen
