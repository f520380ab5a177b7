// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/own_shape/own_shape_knitting.h"

#include "core/plan/edge_dues.h"

#include <algorithm>
#include <cmath>
#include <cstdlib>
#include <set>

namespace vestimen {
namespace {

/// Rows along one straight line from which on it is shaped in few lines of a list, and not row by row.
constexpr int straightRows = 6;
/// So many stitches can be moved in at once; more are bound off.
constexpr int mostMoved = 2;
/// A strap is no wider.
constexpr int strapWidth = 4;
/// What tapers ends in a strap of so many rows at least: fewer are its point.
constexpr int leastStrap = 8;

int outward(const SweptRow& row, Side side) {
    return side == Side::right ? row.right : -row.left;
}
ContourLine lineAt(const SweptRow& row, Side side) {
    return side == Side::right ? row.atRight : row.atLeft;
}

/// What a strip is knitted from: the needles that it begins on, and what bounded them.
struct Start {
    int left = 0;
    int right = 0;
    ContourLine atLeft;
    ContourLine atRight;
    Side carriage = Side::right;
};

/// A strip as stages and edges.
struct Written {
    std::vector<Stage> stages;
    std::vector<Edge> edges;
    Side carriage = Side::right; ///< afterwards
};

class ShapeWriter {
public:
    ShapeWriter(const OwnShape& shape, const DrawnPiece& piece, PieceKey key, const CountedShape& counted,
                const FabricGauge& gauge)
        : shape_(shape), piece_(piece), key_(key), counted_(counted), gauge_(gauge),
          firstSlot_(centred(counted.stitches).first.slot()) {}

    DrawnKnitting write(const Ground& ground) {
        DrawnKnitting result;
        Knitting& knitting = result.knitting;
        const auto& strips = counted_.sweep.strips;
        knitting.gauge = gauge_;
        knitting.wasteRows = shape_.wasteRows;
        knitting.ravelCord = ground.waste.cord;
        knitting.begin = WeltCounts{.kind = WeltKind::rolled};
        const SweptRow& first = strips.front().rows.front();
        knitting.stitches = Stitches(first.size());
        knitting.shift = needles(first.left, first.right).first.slot() - centred(knitting.stitches).first.slot();
        add(bottomOf(first), {key_, "", Along::Of::firstRow});

        std::vector<Part> parts;
        std::size_t at = 0;
        Part part{.of = needles(first.left, first.right)};
        Start start{first.left, first.right, first.atLeft, first.atRight, Side::right};
        for (bool more = true; more;) {
            Written written = strip(strips[at], start);
            done_.insert(at);
            const auto next = end(at, written);
            part.stages = std::move(written.stages);
            part.edges = std::move(written.edges);
            parts.push_back(std::move(part));
            more = next.has_value();
            if (!more)
                break;
            std::tie(part, start) = begin(next->strip, next->goesOn, written.carriage);
            at = next->strip;
        }
        knitting.stages = std::move(parts.front().stages);
        knitting.edges = std::move(parts.front().edges);
        parts.erase(parts.begin());
        if (!parts.empty())
            knitting.at(Rows(static_cast<int>(strips.front().rows.size())), act::Parts{std::move(parts)});
        result.edges = std::move(edges_);
        return result;
    }

private:
    NeedleSpan needles(int left, int right) const {
        return {Needle::atSlot(firstSlot_ + left), Needle::atSlot(firstSlot_ + right - 1)};
    }

    // ---- names

    const ContourPoint& point(ContourLine line) const { return counted_.contour[line.loop][line.point]; }
    /// What somebody calls an edge may be a word that tells drawings how a piece hangs: docs/format/program.md.
    static std::string nameOfRows(const std::string& name) {
        return std::ranges::find(drawnEdges, name) != drawnEdges.end() ? name + " (edge)" : name;
    }
    const std::string& nameOf(ContourLine line) const { return piece_.edges[point(line).edge].name; }

    /// The edge that goes farthest sideways on the way round from one line to another.
    const std::string& farthest(ContourLine from, ContourLine to) const {
        if (from.loop != to.loop)
            return nameOf(to);
        const auto& loop = counted_.contour[from.loop];
        ContourLine best = to;
        double widest = -1.0;
        for (std::size_t i = from.point;; i = (i + 1) % loop.size()) {
            const double wide = std::abs((loop[(i + 1) % loop.size()].at.x - loop[i].at.x).mm());
            if (wide > widest) {
                widest = wide;
                best = {from.loop, i};
            }
            if (i == to.point)
                return nameOf(best);
        }
    }
    const std::string& bottomOf(const SweptRow& row) const { return farthest(row.atLeft, row.atRight); }
    const std::string& topOf(const SweptRow& row) const { return farthest(row.atRight, row.atLeft); }
    /// Between two rows at a side: the left one is gone round downward.
    const std::string& stepName(ContourLine below, ContourLine above, Side side) const {
        return side == Side::right ? farthest(below, above) : farthest(above, below);
    }

    void add(const std::string& edge, Along along) {
        Line& line = edges_[edge];
        if (std::ranges::none_of(line,
                                 [&](const Along& each) { return each.of == along.of && each.name == along.name; }))
            line.push_back(std::move(along));
    }

    // ---- sides

    /// Stitches out, or in where it is less than 0, before each row of a strip.
    std::vector<int> changes(const Strip& strip, const Start& start, Side side) const {
        std::vector<int> by;
        int last = side == Side::right ? start.right : -start.left;
        for (const SweptRow& row : strip.rows) {
            by.push_back(outward(row, side) - last);
            last = outward(row, side);
        }
        // Along a straight line, as its shaping is chosen.
        for (std::size_t from = 0; from < strip.rows.size();) {
            std::size_t to = from;
            while (to + 1 < strip.rows.size() && lineAt(strip.rows[to + 1], side) == lineAt(strip.rows[from], side))
                ++to;
            const auto rows = static_cast<int>(to - from);
            const int moved = outward(strip.rows[to], side) - outward(strip.rows[from], side);
            if (rows >= straightRows && moved != 0 && std::abs(moved) <= rows)
                if (const auto slope =
                        shapedSlope({Rows(rows), Stitches(std::abs(moved))}, shape_.edge, tolerance(gauge_))) {
                    std::fill(by.begin() + static_cast<std::ptrdiff_t>(from) + 1,
                              by.begin() + static_cast<std::ptrdiff_t>(to) + 1, 0);
                    for (const int row : slope->eventRows())
                        by[from + static_cast<std::size_t>(row)] += moved > 0 ? 1 : -1;
                }
            from = to + 1;
        }
        return by;
    }

    /// Bound off, or wound on, and not moved by the stitch: much at once, or where there is little beside it.
    bool isSteep(const std::vector<int>& by, std::size_t row, const std::vector<bool>& narrow) const {
        const int here = by[row];
        const auto beside = [&](auto holds) {
            return (row > 0 && holds(by[row - 1])) || (row + 1 < by.size() && holds(by[row + 1]));
        };
        if (narrow[row])
            return true;
        if (here < 0)
            return here < -mostMoved || beside([](int each) { return each < -mostMoved; });
        return here > 1 || beside([&](int each) { return each > (shape_.edge.fashioned ? 1 : 0); });
    }

    /// Rows before which there are too few stitches for what is moved at both sides, each with those that it is moved
    /// with.
    std::vector<bool> narrowRows(const std::vector<int>& left, const std::vector<int>& right, int width) const {
        std::vector<bool> narrow;
        for (std::size_t row = 0; row < left.size(); ++row) {
            const int gone = std::max(0, -left[row]) + std::max(0, -right[row]);
            const int moving = shape_.edge.fashioned ? shape_.edge.inset : 1;
            narrow.push_back(width <= 2 * moving + 1 || 3 * gone > width);
            width += left[row] + right[row];
        }
        return narrow;
    }

    /// The row for what can be done at the carriage alone: this one, the next, or the last before it.
    static int rowAtCarriage(int row, int rows, Side carriage, Side side) {
        if ((row % 2 == 0) == (carriage == side))
            return row;
        return row + 1 < rows ? row + 1 : row - 1;
    }

    void shape(const Strip& strip, const Start& start, Side side, const std::vector<int>& by,
               const std::vector<bool>& narrow, Written& written) {
        const auto rows = static_cast<int>(by.size());
        // What comes to lie in one row is done in one way: nothing is moved beside what is bound off or wound on.
        struct Step {
            int by = 0;
            bool steep = false;
            const std::string* name = nullptr;
        };
        std::map<int, Step> steps;
        for (int row = 0; row < rows; ++row) {
            const auto at = static_cast<std::size_t>(row);
            if (by[at] == 0)
                continue;
            const bool steep = isSteep(by, at, narrow);
            const bool atCarriage = steep || (by[at] > 0 && !shape_.edge.fashioned);
            Step& step = steps[atCarriage ? rowAtCarriage(row, rows, start.carriage, side) : row];
            step.by += by[at];
            step.steep = step.steep || steep;
            const ContourLine below = row > 0               ? lineAt(strip.rows[at - 1], side)
                                      : side == Side::right ? start.atRight
                                                            : start.atLeft;
            if (steep || !step.name)
                step.name = &stepName(below, lineAt(strip.rows[at], side), side);
        }
        std::map<int, int> moved;
        std::map<std::string, std::map<int, int>> bound;
        std::map<std::string, std::map<int, int>> wound;
        for (const auto& [row, step] : steps) {
            if (step.by == 0)
                continue;
            if (!step.steep)
                moved[row] = step.by;
            else
                (step.by < 0 ? bound : wound)[*step.name][row] = std::abs(step.by);
        }
        const auto edge = [&](Way way, const std::map<int, int>& due) {
            Edge each{.at = vestimen::at(side), .way = std::move(way)};
            for (const auto& [row, count] : due)
                each.due.push_back({Rows(row), Stitches(count)});
            each.from = each.due.front().row;
            written.edges.push_back(std::move(each));
        };
        // What goes before what comes, so that a fashioned edge finds its neighbours.
        for (const auto& [name, due] : bound) {
            edge(BoundOff{name, name}, due);
            add(name, {key_, name, Along::Of::bound});
        }
        for (const auto& [name, due] : wound) {
            edge(WoundOn{name, name}, due);
            add(name, {key_, name, Along::Of::castOn});
        }
        if (!moved.empty())
            edge(Moved{shape_.edge}, moved);
    }

    void nameRows(const Strip& strip, Side side, Written& written) {
        const Rows end(static_cast<int>(strip.rows.size()));
        for (std::size_t from = 0; from < strip.rows.size();) {
            std::size_t to = from + 1;
            const std::string& name = nameOf(lineAt(strip.rows[from], side));
            while (to < strip.rows.size() && nameOf(lineAt(strip.rows[to], side)) == name)
                ++to;
            const std::string named = nameOfRows(name);
            written.stages.push_back(
                {end, act::Name{named, side, Rows(static_cast<int>(from)), Rows(static_cast<int>(to))}});
            add(name, {key_, named, Along::Of::edge});
            from = to;
        }
    }

    /// The row from which on a strip is a strap: narrow, and as wide as its last row. Nothing where it is none, or
    /// tapers to a point without one.
    std::optional<int> strapFrom(const Strip& strip) const {
        const SweptRow& last = strip.rows.back();
        if (!shape_.straps || last.size() > strapWidth)
            return std::nullopt;
        const auto wider = std::ranges::find_if(strip.rows.rbegin(), strip.rows.rend(), [&](const SweptRow& each) {
            return each.left != last.left || each.right != last.right;
        });
        const auto from = static_cast<int>(strip.rows.rend() - wider);
        const bool isPoint = from > 0 && static_cast<int>(strip.rows.size()) - from < leastStrap;
        return isPoint ? std::nullopt : std::optional(from);
    }

    Written strip(const Strip& strip, const Start& start) {
        Written written;
        const auto rows = static_cast<int>(strip.rows.size());
        const std::vector<int> left = changes(strip, start, Side::left);
        const std::vector<int> right = changes(strip, start, Side::right);
        const std::vector<bool> narrow = narrowRows(left, right, start.right - start.left);
        shape(strip, start, Side::left, left, narrow, written);
        shape(strip, start, Side::right, right, narrow, written);
        written.carriage = rows % 2 == 0 ? start.carriage : opposite(start.carriage);
        // What lies beside a strap goes off first, a side a row.
        const SweptRow& first = strip.rows.front();
        const auto strap = strapFrom(strip);
        const bool isAlone = strap == 0 && first.left == start.left && first.right == start.right;
        if (const int flat = strap.value_or(0) + (isAlone ? 0 : 2); strap && rows > flat) {
            written.stages.push_back({Rows(flat), act::Section{"strap"}});
            written.stages.push_back({Rows(flat), act::OneWay{Rows(rows - flat)}});
            written.carriage = flat % 2 == 0 ? opposite(start.carriage) : start.carriage;
        }
        for (const Side side : {Side::left, Side::right})
            nameRows(strip, side, written);
        return written;
    }

    // ---- where strips part, meet and end

    struct Next {
        std::size_t strip;
        bool goesOn;
    };

    static std::string waiting(std::size_t from, std::size_t to) {
        return "part " + std::to_string(to + 1) + " of " + std::to_string(from + 1);
    }

    /// What becomes of a strip's last row, and which one is next.
    std::optional<Next> end(std::size_t at, Written& written) {
        const auto& strips = counted_.sweep.strips;
        const Strip& strip = strips[at];
        const SweptRow& last = strip.rows.back();
        const Rows rows(static_cast<int>(strip.rows.size()));
        std::optional<std::size_t> on;
        if (strip.above.empty()) {
            const std::string& name = topOf(last);
            written.stages.push_back({rows, act::BindOff{shape_.bindOff, name}});
            add(name, {key_, name, Along::Of::bound});
        } else {
            // The yarn goes on where it is, if nothing else is waited for there.
            const std::size_t there = written.carriage == Side::right ? strip.above.back() : strip.above.front();
            if (strips[there].below.size() == 1)
                on = there;
            share(at, on);
            if (!on)
                written.stages.push_back({rows, act::BreakYarn{}});
            for (const std::size_t above : strip.above)
                if (above != on) {
                    const Start& taken = shares_.at({at, above});
                    written.stages.push_back({rows, act::TakeOff{needles(taken.left, taken.right),
                                                                 operation::Onto::holder, waiting(at, above)}});
                }
        }
        if (on)
            return Next{*on, true};
        for (std::size_t i = 0; i < strips.size(); ++i)
            if (!done_.contains(i) &&
                std::ranges::all_of(strips[i].below, [&](auto each) { return done_.contains(each); }))
                return Next{i, false};
        return std::nullopt;
    }

    /// Which of its last needles go to which strip above it. What lies between two goes with the one that is begun
    /// anew, to be bound off there.
    void share(std::size_t at, std::optional<std::size_t> on) {
        const auto& strips = counted_.sweep.strips;
        const Strip& strip = strips[at];
        const SweptRow& last = strip.rows.back();
        Start next{last.left, last.right, last.atLeft, last.atRight, Side::right};
        for (std::size_t i = 0; i < strip.above.size(); ++i) {
            Start share = next;
            if (i + 1 < strip.above.size()) {
                const SweptRow& here = strips[strip.above[i]].rows.front();
                const SweptRow& beside = strips[strip.above[i + 1]].rows.front();
                const bool besideGoesOn = strip.above[i + 1] == on;
                share.right = std::clamp(besideGoesOn ? beside.left : here.right, share.left + 1, last.right - 1);
                next.left = share.right;
                // The way round between the two leads from the right one's left side down to the left one's right.
                share.atRight = besideGoesOn ? beside.atLeft : here.atRight;
                next.atLeft = besideGoesOn ? beside.atLeft : here.atRight;
            }
            shares_[{at, strip.above[i]}] = share;
        }
    }

    std::pair<Part, Start> begin(std::size_t at, bool goesOn, Side carriage) {
        const Strip& strip = counted_.sweep.strips[at];
        const SweptRow& first = strip.rows.front();
        Part part{.from = Rows(strip.from), .goesOn = goesOn};
        Start start{first.left, first.right, first.atLeft, first.atRight, carriage};
        if (strip.below.empty()) {
            const std::string& name = bottomOf(first);
            part.wound.push_back({name, needles(first.left, first.right)});
            add(name, {key_, name, Along::Of::castOn});
        } else {
            const Start& left = shares_.at({strip.below.front(), at});
            const Start& right = shares_.at({strip.below.back(), at});
            start = {left.left, right.right, left.atLeft, right.atRight, carriage};
            for (std::size_t i = 0; i < strip.below.size() && !goesOn; ++i) {
                const Start& taken = shares_.at({strip.below[i], at});
                part.takes.push_back({waiting(strip.below[i], at), needles(taken.left, taken.right)});
                if (i + 1 == strip.below.size())
                    break;
                const Start& next = shares_.at({strip.below[i + 1], at});
                if (next.left > taken.right) {
                    const std::string& name = farthest(taken.atRight, next.atLeft);
                    part.wound.push_back({name, needles(taken.right, next.left)});
                    add(name, {key_, name, Along::Of::castOn});
                }
            }
            if (!goesOn) {
                // At the side where most is to be bound off or wound on.
                const int atLeft = std::abs(start.left - first.left);
                const int atRight = std::abs(first.right - start.right);
                if (std::max(atLeft, atRight) > 1)
                    start.carriage = atLeft > atRight ? Side::left : Side::right;
            }
        }
        part.of = needles(start.left, start.right);
        part.carriage = start.carriage;
        return {std::move(part), start};
    }

    const OwnShape& shape_;
    const DrawnPiece& piece_;
    PieceKey key_;
    const CountedShape& counted_;
    const FabricGauge& gauge_;
    int firstSlot_;
    std::set<std::size_t> done_;
    std::map<std::pair<std::size_t, std::size_t>, Start> shares_; ///< from a strip to one above it
    std::map<std::string, Line> edges_;
};

} // namespace

DrawnKnitting knittingOf(const OwnShape& shape, const DrawnPiece& piece, PieceKey key, const CountedShape& counted,
                         const FabricGauge& gauge, const Ground& ground) {
    return ShapeWriter(shape, piece, key, counted, gauge).write(ground);
}

} // namespace vestimen
