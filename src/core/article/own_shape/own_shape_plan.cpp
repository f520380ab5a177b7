// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/own_shape/own_shape_plan.h"

#include "core/article/own_shape/own_shape_counts.h"
#include "core/article/own_shape/own_shape_knitting.h"
#include "core/ground/welt_options.h"
#include "core/plan/counting.h"

#include <algorithm>
#include <set>

namespace vestimen {
namespace {

namespace handles {
constexpr HandleKey width{"width"}, height{"height"};
HandleKey of(const char* what, std::size_t index) {
    return HandleKey(what + std::to_string(index));
}
} // namespace handles

/// From the middle of what is knitted: a tip may end between two rows.
Outline outlineOf(const DrawnPiece& piece, const CountedShape& counted) {
    int left = counted.stitches.count();
    int right = 0;
    for (const Strip& strip : counted.sweep.strips)
        for (const SweptRow& row : strip.rows) {
            left = std::min(left, row.left);
            right = std::max(right, row.right);
        }
    const Length middle = counted.width() * ((left + right) / 2.0 / counted.stitches.count());
    Outline outline;
    for (const auto& loop : counted.contour)
        for (std::size_t i = 0; i < loop.size(); ++i) {
            const auto place = [&](const ContourPoint& each) { return OutlinePoint{each.at.x - middle, each.at.y}; };
            const std::string& name = piece.edges[loop[i].edge].name;
            if (i == 0 || outline.edges.back().name != name)
                outline.edges.push_back({name, {place(loop[i])}});
            outline.edges.back().points.push_back(place(loop[(i + 1) % loop.size()]));
        }
    return outline;
}

/// By heights, each can be moved, and both edges there; a tracing grows as a whole.
class Handles {
public:
    Handles(const OwnShape& shape, std::size_t piece, const CountedShape& counted, const FabricGauge& gauge)
        : shape_(shape), piece_(piece), counted_(counted), gauge_(gauge),
          firstSlot_(centred(counted.stitches).first.slot()) {}

    std::vector<Handle> all() {
        const auto* heights = std::get_if<ByHeights>(&shape_.drawing.pieces[piece_].form);
        heights ? byHeights(heights->at) : traced();
        return std::move(handles_);
    }

private:
    double slotAt(Length x) const { return firstSlot_ + counted_.stitches.count() * (x / counted_.width()); }
    double rowAt(Length y) const { return counted_.rows.count() * (y / counted_.height()); }

    void byHeights(const std::vector<WidthAt>& at) {
        const Length low = std::ranges::min(at, {}, &WidthAt::left).left;
        const auto wide = [](const WidthAt& each) { return each.right - each.left; };
        const auto widest = std::ranges::max_element(at, {}, wide);
        const double stitch = gauge_.stitches.unit().mm() / shape_.size;
        const double row = gauge_.rows.unit().mm() / shape_.size;
        for (std::size_t i = 0; i < at.size(); ++i) {
            const Length left = (at[i].left - low) * shape_.size;
            const Length right = (at[i].right - low) * shape_.size;
            const Length high = (at[i].height - at.front().height) * shape_.size;
            const bool isWidest = at.begin() + static_cast<std::ptrdiff_t>(i) == widest;
            const auto side = [&](HandleKey key, const char* label, Length x, bool leftward, DrawnAt::Of of) {
                Handle handle{.key = key,
                              .label = label,
                              .length = right - left,
                              .count = Stitches(static_cast<int>(gauge_.stitches.over(right - left) + 0.5)),
                              .x = slotAt(x),
                              .y = rowAt(high),
                              .upright = false,
                              .leftward = leftward,
                              .canPin = false,
                              .pulls = {{DrawnAt{piece_, i, of}, leftward ? -stitch : stitch}}};
                if (isWidest)
                    handle.counts = {own_shape::stitchesOf(piece_)};
                handles_.push_back(std::move(handle));
            };
            side(isWidest ? handles::width : handles::of("right_", i), "Width, right edge", right, false,
                 DrawnAt::Of::right);
            side(handles::of("left_", i), "Width, left edge", left, true, DrawnAt::Of::left);
            if (i == 0)
                continue;
            const bool isLast = i + 1 == at.size();
            Handle handle{.key = isLast ? handles::height : handles::of("height_", i),
                          .label = isLast ? "Height" : "Height of this width",
                          .length = high,
                          .count = Rows(static_cast<int>(rowAt(high) + 0.5)),
                          .x = slotAt((left + right) / 2.0),
                          .y = rowAt(high),
                          .canPin = isLast,
                          .pulls = {{DrawnAt{piece_, i, DrawnAt::Of::height}, row}}};
            if (isLast)
                handle.counts = {own_shape::rowsOf(piece_)};
            handles_.push_back(std::move(handle));
        }
    }

    void traced() {
        const double right = firstSlot_ + counted_.stitches.count();
        const double rows = counted_.rows.count();
        handles_.push_back({.key = handles::width,
                            .label = "Width",
                            .length = counted_.width(),
                            .count = counted_.stitches,
                            .x = right,
                            .y = rows / 2.0,
                            .upright = false,
                            .counts = {own_shape::stitchesOf(piece_)},
                            .pulls = {{"size", shape_.size * 2.0 / counted_.stitches.count(), true}}});
        handles_.push_back({.key = handles::height,
                            .label = "Height",
                            .length = counted_.height(),
                            .count = counted_.rows,
                            .x = firstSlot_ + counted_.stitches.count() / 2.0,
                            .y = rows,
                            .counts = {own_shape::rowsOf(piece_)},
                            .pulls = {{"size", shape_.size / counted_.rows.count(), true}}});
    }

    const OwnShape& shape_;
    std::size_t piece_;
    const CountedShape& counted_;
    const FabricGauge& gauge_;
    int firstSlot_;
    std::vector<Handle> handles_;
};

// ---- joins

bool areRows(const Line& line) {
    return std::ranges::all_of(line, [](const Along& each) { return each.of == Along::Of::edge; });
}

PlannedEdge edgeOf(const DrawnPiece& piece, const std::string& name, const Line& line, Length length) {
    return {.line = line,
            .what = {"{0}, {1}", {piece.name, name}},
            .length = length,
            .unit = areRows(line) ? JoinUnit::rows : JoinUnit::stitches};
}

std::vector<PlannedJoin> joinsOf(const OwnShape& shape, const std::vector<CountedShape>& counted,
                                 const std::vector<DrawnKnitting>& knitted) {
    std::vector<PlannedJoin> joins;
    for (std::size_t i = 0; i < shape.drawing.joins.size(); ++i) {
        const DrawnJoin& drawn = shape.drawing.joins[i];
        const auto edge = [&](DrawnEdgeAt at) {
            const DrawnPiece& piece = shape.drawing.pieces[at.piece];
            const std::string& name = piece.edges[at.edge].name;
            const auto line = knitted[at.piece].edges.find(name);
            return edgeOf(piece, name, line == knitted[at.piece].edges.end() ? Line() : line->second,
                          lengthOf(counted[at.piece].contour, at.edge));
        };
        PlannedJoin join;
        join.key = "join_" + std::to_string(i + 1);
        join.first = edge(drawn.first);
        join.second = edge(drawn.second);
        // An edge too short to have a row or a stitch of its own has nothing to be joined by.
        if (join.first.line.empty() || join.second.line.empty())
            continue;
        const auto nameOf = [&](DrawnEdgeAt at) {
            const DrawnPiece& piece = shape.drawing.pieces[at.piece];
            return Phrase{"{0}, {1}", {piece.name, piece.edges[at.edge].name}};
        };
        join.title = {"{0} to {1}", {render(nameOf(drawn.first)), render(nameOf(drawn.second))}};
        const bool rows = areRows(join.first.line) && areRows(join.second.line);
        join.method = rows ? JoinMethod::mattress : JoinMethod::sewOn;
        for (const PlannedEdge* each : {&join.first, &join.second})
            for (const Along& along : each->line) {
                join.ends.push_back({along, false});
                join.ends.push_back({along, true});
            }
        join.tailSide = {"From one end of the edges to the other.", {}};
        join.facing = {"Knit sides facing you, edge to edge.", {}};
        joins.push_back(std::move(join));
    }
    return joins;
}

bool isAnywhere(const OwnShape&, const Place&) {
    return true;
}

} // namespace

std::span<const Choice<OwnShape>> choicesOf(const OwnShape&) {
    static const std::vector<Choice<OwnShape>> all = {
        {{"", "size"}, "Size of what is drawn, in percent", aShare<&OwnShape::size>(0.05, 10.0), isAnywhere, true},
        {{"edge", "lines"}, "Lines of the shaping", aNumber<&OwnShape::edge, &EdgeShaping::lines>({0, 50}, {0, 50})},
        {{"edge", "every_second_row"},
         "On every second row only",
         yesOrNo<&OwnShape::edge, &EdgeShaping::everySecondRow>(),
         isAnywhere},
        {{"edge", "fashioned"}, "Fashioned", yesOrNo<&OwnShape::edge, &EdgeShaping::fashioned>(), isAnywhere},
        {{"edge", "inset"},
         "Stitches moved",
         aNumber<&OwnShape::edge, &EdgeShaping::inset>({1, 7}, {1, 2}),
         isAnywhere},
        {{"", "bind_off"}, "How it is bound off", oneOf<&OwnShape::bindOff>(), isAnywhere},
        {{"", "straps"}, "Straps of 3 or 4 stitches as cords", yesOrNo<&OwnShape::straps>(), isAnywhere, true},
        {{"", "waste_rows"}, "Rows of waste yarn", aNumber<&OwnShape::wasteRows>({2, 60}, {2, 60})},
    };
    return all;
}

std::span<const CountKey> countsOf(const OwnShape&) {
    return own_shape::allCounts();
}

const char* usualName(const OwnShape&) {
    return "Own shape";
}

std::vector<PieceName> namesOf(const OwnShape& shape) {
    std::vector<PieceName> names;
    for (std::size_t i = 0; i < shape.drawing.pieces.size(); ++i)
        names.push_back({own_shape::pieceAt(i), {"{0}", {shape.drawing.pieces[i].name}}});
    return names;
}

PieceKey inPlaceOf(const OwnShape&, PieceKey) {
    return own_shape::pieceAt(0);
}

std::vector<Measure> needsOf(const OwnShape&) {
    return {};
}

void useUsualEase(const OwnShape&, EaseTable&) {}

std::vector<Finding> limitsOf(const OwnShape&, const Ground&) {
    return {};
}

std::vector<Finding> contradictionsOf(const OwnShape& shape, const Ground&) {
    std::vector<Finding> findings;
    std::set<DrawnEdgeAt> joined;
    for (const DrawnJoin& each : shape.drawing.joins)
        for (const DrawnEdgeAt at : {each.first, each.second})
            if (!joined.insert(at).second) {
                const DrawnPiece& piece = shape.drawing.pieces[at.piece];
                findings.push_back({Severity::warning,
                                    "shape_join",
                                    {"“{0}” of “{1}” is joined twice. Part the edge in two at a corner, and join each.",
                                     {piece.edges[at.edge].name, piece.name}},
                                    key(own_shape::pieceAt(at.piece))});
            }
    return findings;
}

Checked check(const OwnShape& shape, const Ground& ground) {
    Checked checked{Length(), contradictionsOf(shape, ground)};
    const auto error = [&](FindingCode code, Phrase text, std::size_t piece) {
        checked.findings.push_back({Severity::error, code, std::move(text), key(own_shape::pieceAt(piece))});
    };
    for (std::size_t i = 0; i < shape.drawing.pieces.size(); ++i) {
        const DrawnPiece& piece = shape.drawing.pieces[i];
        if (auto problem = problemOf(piece)) {
            error("shape_heights", std::move(*problem), i);
            continue;
        }
        const auto [low, high] = boundsOf(own_shape::contourAt(shape, piece));
        checked.widest = std::max(*checked.widest, high.x);
        if (high.x < leastDrawn || high.y < leastDrawn || high.x > mostDrawn || high.y > mostDrawn)
            error("shape_size",
                  {"“{0}” is {1} wide and {2} high: from 1 cm to 5 m can be. Change its size.",
                   {piece.name, high.x, high.y}},
                  i);
    }
    // Two stitches of a tip can be moved, and one must stay beside them.
    if (shape.edge.fashioned && shape.edge.inset >= narrowestStretch)
        error("inset",
              {"{0} stitches moved at a tip of {1} cannot be: 1 or 2 can.",
               {shape.edge.inset, Stitches(narrowestStretch)}},
              0);
    return checked;
}

Plan plan(const OwnShape& shape, const Ground& ground, const FabricGauge& gauge) {
    Plan plan;
    const auto counted = countShapes(shape, ground, gauge, plan);
    if (!counted)
        return plan;
    Counting(ground, gauge, plan.workings, plan.findings)
        .note("shape_seams",
              {"A seam takes a stitch of each edge, or half of one: draw the line where the knitting "
               "is to end.",
               {}},
              own_shape::pieceAt(0));
    std::vector<DrawnKnitting> knitted;
    for (std::size_t i = 0; i < counted->size(); ++i) {
        const DrawnPiece& drawn = shape.drawing.pieces[i];
        const CountedShape& its = (*counted)[i];
        PlannedPiece piece;
        piece.key = own_shape::pieceAt(i);
        piece.outline = outlineOf(drawn, its);
        piece.width = gauge.width(its.stitches);
        piece.length = gauge.height(its.rows);
        piece.handles = Handles(shape, i, its, gauge).all();
        piece.marks.width = handles::width;
        knitted.push_back(knittingOf(shape, drawn, piece.key, its, gauge, ground));
        piece.knitting = std::move(knitted.back().knitting);
        plan.pieces.push_back(std::move(piece));
    }
    plan.joins = joinsOf(shape, *counted, knitted);
    return plan;
}

std::vector<Change<OwnShape>> changesFor(const OwnShape& shape, const Ground& ground, const Finding& finding) {
    std::vector<Change<OwnShape>> changes;
    const auto choose = [&](Phrase what, auto change, bool elseOnly = false) {
        OwnShape next = shape;
        change(next);
        changes.push_back({std::move(what), next, ground.ease, elseOnly});
    };
    if (finding.code == "too_wide") {
        for (int percent = 95; percent >= 5; percent -= 5)
            choose(
                {"{0} of its size", {Figure{percent * shape.size, 0, "%"}}},
                [&](OwnShape& next) { next.size = shape.size * percent / 100.0; }, true);
    } else if (finding.code == "shape_fine" || finding.code == "shape_size") {
        choose({"Twice as large", {}}, [&](OwnShape& next) { next.size = shape.size * 2.0; });
    } else if (finding.code == "inset") {
        choose({"Two stitches moved", {}}, [](OwnShape& next) { next.edge.inset = 2; });
    }
    return changes;
}

} // namespace vestimen
