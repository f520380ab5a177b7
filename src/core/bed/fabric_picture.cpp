// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/bed/fabric_picture.h"

#include <algorithm>
#include <charconv>
#include <map>
#include <optional>
#include <ranges>
#include <set>

namespace vestimen {
namespace {

using Interval = std::pair<int, int>; // slots, the second one excluded

std::vector<Interval> merged(std::vector<Interval> intervals) {
    std::sort(intervals.begin(), intervals.end());
    std::vector<Interval> result;
    for (const Interval& each : intervals)
        // A needle that was left out of a rib or an eyelet is no edge of the piece.
        if (!result.empty() && each.first <= result.back().second + 1)
            result.back().second = std::max(result.back().second, each.second);
        else
            result.push_back(each);
    return result;
}

/// Where exactly one of two rows is filled.
std::vector<Interval> difference(const std::vector<Interval>& a, const std::vector<Interval>& b) {
    std::map<int, int> changes;
    for (const auto* row : {&a, &b})
        for (const auto& [first, last] : *row) {
            changes[first] ^= 1;
            changes[last] ^= 1;
        }
    std::vector<Interval> result;
    int open = 0;
    bool inside = false;
    for (const auto& [slot, odd] : changes) {
        if (odd == 0)
            continue;
        if (inside)
            result.emplace_back(open, slot);
        open = slot;
        inside = !inside;
    }
    return result;
}

void addOutline(std::vector<OutlineLine>& outline, const std::vector<std::vector<Interval>>& rows) {
    std::map<int, int> left; // x of a vertical line that goes on, and the row where it began
    std::map<int, int> right;
    static const std::vector<Interval> nothing;
    for (int row = 0; row <= static_cast<int>(rows.size()); ++row) {
        const auto& below = row > 0 ? rows[static_cast<std::size_t>(row) - 1] : nothing;
        const auto& here = row < static_cast<int>(rows.size()) ? rows[static_cast<std::size_t>(row)] : nothing;
        for (const auto& [first, last] : difference(below, here))
            outline.push_back({first, row, last, row});
        const auto follow = [&](std::map<int, int>& lines, auto end) {
            for (auto line = lines.begin(); line != lines.end();) {
                const bool goesOn = std::any_of(here.begin(), here.end(),
                                                [&](const Interval& each) { return end(each) == line->first; });
                if (!goesOn)
                    outline.push_back({line->first, line->second, line->first, row});
                line = goesOn ? std::next(line) : lines.erase(line);
            }
            for (const Interval& each : here)
                lines.try_emplace(end(each), row);
        };
        follow(left, [](const Interval& each) { return each.first; });
        follow(right, [](const Interval& each) { return each.second; });
    }
}

/// Some loops lie along the row that they were made beside, and add no height: a bind-off's chain is one of them.
bool liesAcross(LoopKind kind) {
    return kind == LoopKind::wrap || kind == LoopKind::picked || kind == LoopKind::bound;
}

} // namespace

namespace {

/// Heights at which columns begin, by slot; none where all begin alike.
using Bases = std::map<int, int>;

std::vector<FabricRun> runsFrom(const Fabric& fabric, const Bases& bases) {
    const auto baseAt = [&](int slot) {
        const auto found = bases.find(slot);
        return found == bases.end() ? 0 : found->second;
    };
    // What a flap's passes make adds no height: it is folded behind.
    std::vector<bool> isFlat(fabric.passes.size());
    for (const NamedEdge& each : fabric.edges)
        if (each.name == flapEdge)
            for (int pass = std::max(1, each.firstPass);
                 pass <= std::min<int>(each.lastPass, static_cast<int>(isFlat.size())); ++pass)
                isFlat[static_cast<std::size_t>(pass) - 1] = true;
    int rise = 1; ///< of a stitch
    const auto isFirstRow = [&](LoopId id) {
        if (!fabric.firstMainPass)
            return false;
        const Pass& first = fabric.passes[*fabric.firstMainPass];
        return id >= first.firstLoop && id < first.firstLoop + first.loopCount;
    };
    // Which begin as high as the row that they were cast on beside; or, where nothing hung there, as the counter says.
    std::map<LoopId, std::optional<int>> castBeside;
    for (const auto& [name, loops] : fabric.castOn)
        for (const LoopId each : loops)
            castBeside.emplace(each, std::nullopt);
    for (const auto& [first, counter] : fabric.begunAt)
        for (LoopId each = first; castBeside.contains(each); ++each)
            castBeside[each] = counter;
    std::vector<int> heights(fabric.loops.size(), 0);
    int newest = 0; // height of the row on the needles, which a loop hung beside it joins
    std::vector<FabricRun> result;
    const auto castHeight = [&](LoopId id, int slot) {
        const auto beside = castBeside.find(id);
        if (beside == castBeside.end())
            return baseAt(slot);
        // Beside a row that a curve closed, all are as high as it.
        return beside->second ? baseAt(slot) + *beside->second : result.empty() ? 0 : result.back().height;
    };
    const auto heightFrom = [&](LoopId id, const Loop& loop) {
        // A first row that is hung again joins the row on the needles; what waited on a holder goes on where it was.
        if (loop.kind == LoopKind::hung)
            return loop.parent == noLoop || isFirstRow(loop.parent) ? newest + baseAt(loop.slot) : heights[loop.parent];
        if (loop.kind == LoopKind::empty)
            return newest + rise + baseAt(loop.slot); // as high as its neighbours in the row
        if (loop.kind == LoopKind::castOn || loop.parent == noLoop)
            return castHeight(id, loop.slot);
        const int below = heights[loop.parent];
        return liesAcross(loop.kind) ? below : below + rise;
    };
    std::size_t more = 0;
    const auto settle = [&](LoopId id, const Loop& loop) {
        int height = heightFrom(id, loop);
        for (; more < fabric.moreParents.size() && fabric.moreParents[more].first <= id; ++more)
            if (fabric.moreParents[more].first == id &&
                fabric.loops[fabric.moreParents[more].second].kind != LoopKind::hung)
                height =
                    std::max(height, heights[fabric.moreParents[more].second] + (liesAcross(loop.kind) ? 0 : rise));
        heights[id] = height;
    };
    // So many loops from one on that hang at one height, and are as high as each other.
    const auto settleAlike = [&](const Loops::const_iterator& from, LoopId most) {
        const LoopId parent = (*from).parent;
        settle(from.id(), *from);
        const int height = heights[from.id()];
        LoopId count = 1;
        for (; count < most && heights[parent + static_cast<LoopId>(from.parentStep()) * count] + rise == height;
             ++count)
            heights[from.id() + count] = height;
        return count;
    };
    auto next = fabric.loops.begin();
    for (std::size_t p = 0; p < fabric.passes.size(); ++p) {
        const Pass& pass = fabric.passes[p];
        for (; next.id() < pass.firstLoop; ++next)
            settle(next.id(), *next);
        rise = isFlat[p] ? 0 : 1;
        const LoopId end = pass.firstLoop + pass.loopCount;
        const bool rightwards = pass.from == Side::left;
        while (next.id() < end) {
            const Loop loop = *next;
            const LoopId alike = std::min(next.alike(), end - next.id());
            const LoopId count = settleAlike(next, alike);
            const int height = heights[next.id()];
            const int last = loop.slot + (rightwards ? 1 : -1) * static_cast<int>(count - 1);
            next.skip(count);
            if (!result.empty() && result.back().pass == static_cast<int>(p) && result.back().height == height &&
                result.back().yarn == loop.yarn &&
                (rightwards ? result.back().lastSlot + 1 : result.back().firstSlot - 1) == loop.slot)
                (rightwards ? result.back().lastSlot : result.back().firstSlot) = last;
            else
                result.push_back({static_cast<int>(p), height, std::min<int>(loop.slot, last),
                                  std::max<int>(loop.slot, last), loop.yarn});
        }
        if (!result.empty())
            newest = result.back().height - baseAt(result.back().lastSlot);
    }
    return result;
}

/// What the columns lack of the row that closes the short rows of a curved beginning.
Bases basesOf(const Fabric& fabric, const NamedEdge& curve) {
    Bases bases;
    int highest = 0;
    for (const FabricRun& run : runsFrom(fabric, {}))
        if (run.pass == curve.lastPass) // the pass after it, counted from 0
            for (int slot = run.firstSlot; slot <= run.lastSlot; ++slot) {
                bases[slot] = run.height;
                highest = std::max(highest, run.height);
            }
    for (auto& [slot, height] : bases)
        height = highest - height;
    return bases;
}

} // namespace

std::vector<FabricRun> runs(const Fabric& fabric) {
    for (const NamedEdge& edge : fabric.edges)
        if (edge.name == curvedStartEdge)
            return runsFrom(fabric, basesOf(fabric, edge));
    return runsFrom(fabric, {});
}

namespace {

/// By pass, the slots that took the yarn with nothing on them, where the row before had a stitch.
std::map<int, std::vector<int>> eyeletsOf(const Fabric& fabric) {
    std::map<int, std::vector<int>> result;
    fabric.loops.forEachSingle([&](LoopId id, const Loop& loop) {
        if (loop.kind != LoopKind::empty)
            return;
        const auto after =
            std::ranges::upper_bound(fabric.passes, id, {}, [](const Pass& pass) { return pass.firstLoop; });
        const auto pass = after - fabric.passes.begin() - 1;
        if (pass < 1)
            return;
        const Pass& before = fabric.passes[static_cast<std::size_t>(pass) - 1];
        const auto isBelow = [&](const Loop& each) { return each.needle() == loop.needle(); };
        if (std::ranges::any_of(std::ranges::subrange(fabric.loops.from(before.firstLoop),
                                                      fabric.loops.from(before.firstLoop + before.loopCount)),
                                isBelow))
            result[static_cast<int>(pass)].push_back(loop.slot);
    });
    return result;
}

/// Passes that are one above the other are neighbours of a rib's rounds, and none lies over the other.
constexpr int leastApart = 4;

bool isFlap(const Program& program, int pass) {
    return std::ranges::any_of(program.edges, [&](const NamedEdge& each) {
        return each.name == flapEdge && pass + 1 >= each.firstPass && pass + 1 <= each.lastPass;
    });
}

/// The passes after which a tube begins or is closed, counted from 0. What a flap closes lies behind.
std::set<int> tubeRows(const Program& program) {
    std::set<int> rows;
    int passes = 0;
    for (const Operation& each : program.operations) {
        if (const auto* knit = std::get_if<operation::Knit>(&each.action))
            passes += knit->rows.count();
        const auto* hang = std::get_if<operation::Hang>(&each.action);
        if (!hang || hang->sources.empty() || hang->sources.front().kind != HangSource::Kind::row)
            continue;
        int from = 0;
        const std::string& name = hang->sources.front().name;
        const bool isRow = std::from_chars(name.data(), name.data() + name.size(), from).ec == std::errc();
        if (isRow && !isFlap(program, passes - 1))
            rows.insert({from - 1, passes - 1});
    }
    return rows;
}

void addWithin(FabricPicture& picture, const Program& program) {
    std::vector<std::vector<const FabricBlock*>> byRow(static_cast<std::size_t>(picture.rows));
    std::vector<std::vector<Interval>> below(byRow.size());
    const std::set<int> tubes = tubeRows(program);
    for (const FabricBlock& block : picture.blocks) {
        if (program.yarns[block.yarn].role != YarnRole::main)
            continue;
        for (int row = block.from; row < block.to; ++row) {
            const auto at = static_cast<std::size_t>(row);
            for (const FabricBlock* other : byRow[at]) {
                const int first = std::max(block.firstSlot, other->firstSlot);
                const int last = std::min(block.lastSlot, other->lastSlot);
                const int apart = block.firstPass - block.from - (other->firstPass - other->from); // at this row
                if (first <= last && apart >= leastApart)
                    below[at].emplace_back(first, last + 1);
            }
            byRow[at].push_back(&block);
            if (tubes.contains(block.firstPass + row - block.from))
                picture.within.push_back({block.firstSlot, row + 1, block.lastSlot + 1, row + 1});
        }
    }
    for (auto& row : below)
        row = merged(std::move(row));
    addOutline(picture.within, below);
}

} // namespace

FabricPicture picture(const Fabric& fabric, const Program& program, int firstPass, bool mainOnly) {
    FabricPicture result;
    for (const ProgramYarn& yarn : program.yarns)
        result.colours.push_back(yarn.colour);
    const auto eyelets = eyeletsOf(fabric);
    const auto all = runs(fabric);
    // A welt that was knitted down from the first row hangs below it, and what is folded behind it is not seen.
    NamedEdge below;
    std::vector<NamedEdge> behind;
    for (const NamedEdge& each : program.edges) {
        if (each.name == weltLeftEdge)
            below = each;
        if (each.name == foldedBehindEdge || each.name == flapEdge)
            behind.push_back(each);
    }
    const bool hasWelt = below.lastPass > firstPass && below.firstPass > firstPass;
    // Its rows from a pass on, that one left out; a round on two beds is one.
    const auto rowsAfter = [&](int pass) {
        int count = 0;
        for (const int last = std::min(below.lastPass, static_cast<int>(fabric.passes.size())); pass < last; ++pass)
            count += fabric.passes[static_cast<std::size_t>(pass)].beds == operation::Beds::second ? 0 : 1;
        return count;
    };
    const int weltRows = hasWelt ? rowsAfter(below.firstPass - 1) : 0;
    int base = 0;
    bool based = false;
    // A curved hem's first row is lowest in its middle; a welt that hangs from it, upside down, follows it.
    std::map<int, int> firstRow;
    std::vector<std::vector<Interval>> rows;
    const auto place = [&](const FabricRun& run, int row) {
        if (row < 0)
            return;
        if (const auto here = eyelets.find(run.pass); here != eyelets.end())
            for (const int slot : here->second)
                if (slot >= run.firstSlot && slot <= run.lastSlot)
                    result.eyelets.push_back({slot, row});
        if (static_cast<int>(rows.size()) <= row)
            rows.resize(static_cast<std::size_t>(row) + 1);
        rows[static_cast<std::size_t>(row)].emplace_back(run.firstSlot, run.lastSlot + 1);
        if (result.lastSlot < result.firstSlot) {
            result.firstSlot = run.firstSlot;
            result.lastSlot = run.lastSlot;
        }
        result.firstSlot = std::min(result.firstSlot, run.firstSlot);
        result.lastSlot = std::max(result.lastSlot, run.lastSlot);
        FabricBlock* last = result.blocks.empty() ? nullptr : &result.blocks.back();
        // Between them lies a flap, whose passes are not among the rows.
        const bool goesOn = last && std::ranges::none_of(behind, [&](const NamedEdge& each) {
                                return each.firstPass > last->lastPass + 1 && each.firstPass <= run.pass;
                            });
        if (goesOn && last->firstSlot == run.firstSlot && last->lastSlot == run.lastSlot && last->to == row &&
            last->yarn == run.yarn) {
            last->to = row + 1;
            last->lastPass = run.pass;
        } else {
            result.blocks.push_back({run.firstSlot, run.lastSlot, row, row + 1, run.yarn, run.pass, run.pass});
        }
    };
    const auto placeBelow = [&](const FabricRun& run, int row) {
        const int ends = firstRow.begin()->first + firstRow.rbegin()->first;
        const auto above = [&](int slot) {
            const auto found = firstRow.find(slot);
            return found == firstRow.end() ? 0 : found->second - base;
        };
        for (int first = ends - run.lastSlot; first <= ends - run.firstSlot;) {
            int last = first;
            while (last < ends - run.firstSlot && above(last + 1) == above(first))
                ++last;
            place({run.pass, run.height, first, last, run.yarn}, row + above(first));
            first = last + 1;
        }
    };
    for (const FabricRun& run : all) {
        const bool hidden = std::ranges::any_of(behind, [&](const NamedEdge& each) {
            return run.pass + 1 >= each.firstPass && run.pass + 1 <= each.lastPass;
        });
        if (hidden || run.pass + 1 < firstPass || (mainOnly && program.yarns[run.yarn].role != YarnRole::main))
            continue;
        if (!based) {
            base = run.height;
            for (const FabricRun& other : all)
                if (other.pass == run.pass) {
                    base = std::min(base, other.height);
                    for (int slot = other.firstSlot; slot <= other.lastSlot; ++slot)
                        firstRow[slot] = other.height;
                }
            based = true;
        }
        if (hasWelt && run.pass + 1 >= below.firstPass)
            placeBelow(run, run.pass + 1 > below.lastPass ? -1 : rowsAfter(run.pass + 1));
        else
            place(run, run.height - base + weltRows);
    }
    result.rows = static_cast<int>(rows.size());
    for (auto& row : rows)
        row = merged(std::move(row));
    addOutline(result.outline, rows);
    addWithin(result, program);
    return result;
}

int firstSeenPass(const Program& program) {
    int first = 0;
    for (const NamedEdge& edge : program.edges)
        if (first == 0 || edge.firstPass < first)
            first = edge.firstPass;
    return std::max(1, first);
}

FabricPicture pictureOf(const Fabric& fabric, const Program& program) {
    return picture(fabric, program, firstSeenPass(program), true);
}

} // namespace vestimen
