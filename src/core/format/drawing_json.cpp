// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/drawing_json.h"

#include "core/drawing/tracing.h"
#include "core/format/values_json.h"

#include <algorithm>

namespace vestimen {
namespace {

constexpr double farthest = 20'000.0;

Json json(const DrawnEdgeAt& at) {
    return {{"piece", at.piece}, {"edge", at.edge}};
}

Length readPlace(const JsonReader& json) {
    return Length::millimetres(json.number(-farthest, farthest));
}

std::string readName(const JsonReader& json) {
    const std::string name = json.text();
    if (name.empty() || name.size() > 60)
        json.fail("should be a name of 1 to 60 letters");
    return name;
}

ByHeights readHeights(const JsonReader& json) {
    ByHeights heights;
    json.forEach([&](const JsonReader& each) {
        each.expectKeys({"height_mm", "left_mm", "right_mm", "curved"});
        if (heights.at.size() >= mostHeights)
            each.fail("is one height too many: " + std::to_string(mostHeights) + " can be");
        heights.at.push_back({readPlace(each.at("height_mm")), readPlace(each.at("left_mm")),
                              readPlace(each.at("right_mm")), each.at("curved").boolean()});
    });
    if (heights.at.size() < 2)
        json.fail("should have two heights at least");
    return heights;
}

Traced readLoops(const JsonReader& json) {
    Traced traced;
    std::size_t points = 0;
    json.forEach([&](const JsonReader& loop) {
        traced.loops.emplace_back();
        loop.forEach([&](const JsonReader& each) {
            if (++points > mostTracedPoints)
                each.fail("is one point too many: " + std::to_string(mostTracedPoints) + " can be");
            std::vector<Length> place;
            each.forEach([&](const JsonReader& number) { place.push_back(readPlace(number)); });
            if (place.size() != 2)
                each.fail("should be two numbers: to the right and upward, in mm");
            traced.loops.back().push_back({place[0], place[1]});
        });
        if (traced.loops.back().size() < 3)
            loop.fail("should have three points at least");
    });
    if (traced.loops.empty())
        json.fail("should have a loop");
    if (crossingOf(traced.loops))
        json.fail("crosses or touches itself");
    return traced;
}

DrawnPiece readPiece(const JsonReader& json) {
    json.expectKeys({"name", "heights", "loops", "edges"});
    DrawnPiece piece;
    piece.name = readName(json.at("name"));
    if (json.has("heights") == json.has("loops"))
        json.fail("should have either heights or loops");
    if (json.has("heights"))
        piece.form = readHeights(json.at("heights"));
    else
        piece.form = readLoops(json.at("loops"));
    const int last = static_cast<int>(corners(piece)) - 1;
    json.at("edges").forEach([&](const JsonReader& each) {
        each.expectKeys({"name", "from"});
        if (piece.edges.size() >= mostDrawnEdges)
            each.fail("is one edge too many: " + std::to_string(mostDrawnEdges) + " can be");
        const DrawnEdge edge{readName(each.at("name")), static_cast<std::size_t>(each.at("from").integer(0, last))};
        if (!piece.edges.empty() && edge.from <= piece.edges.back().from)
            each.fail("should begin at a later corner than the edge before it");
        piece.edges.push_back(edge);
    });
    if (piece.edges.empty())
        json.at("edges").fail("should have an edge");
    return piece;
}

} // namespace

Json json(const Drawing& drawing) {
    Json pieces = Json::array();
    for (const DrawnPiece& each : drawing.pieces) {
        Json piece = {{"name", each.name}};
        if (const auto* heights = std::get_if<ByHeights>(&each.form)) {
            for (const WidthAt& at : heights->at)
                piece["heights"].push_back({{"height_mm", at.height.mm()},
                                            {"left_mm", at.left.mm()},
                                            {"right_mm", at.right.mm()},
                                            {"curved", at.curved}});
        } else {
            for (const DrawnLoop& loop : std::get<Traced>(each.form).loops) {
                Json points = Json::array();
                for (const DrawnPoint& point : loop)
                    points.push_back({point.x.mm(), point.y.mm()});
                piece["loops"].push_back(std::move(points));
            }
        }
        for (const DrawnEdge& edge : each.edges)
            piece["edges"].push_back({{"name", edge.name}, {"from", edge.from}});
        pieces.push_back(std::move(piece));
    }
    Json joins = Json::array();
    for (const DrawnJoin& each : drawing.joins)
        joins.push_back({{"first", json(each.first)}, {"second", json(each.second)}});
    return {{"pieces", std::move(pieces)}, {"joins", std::move(joins)}};
}

Drawing readDrawing(const JsonReader& json) {
    json.expectKeys({"pieces", "joins"});
    Drawing drawing;
    json.at("pieces").forEach([&](const JsonReader& each) {
        if (drawing.pieces.size() >= mostDrawnPieces)
            each.fail("is one piece too many: " + std::to_string(mostDrawnPieces) + " can be");
        drawing.pieces.push_back(readPiece(each));
    });
    if (drawing.pieces.empty())
        json.at("pieces").fail("should have a piece");
    json.at("joins").forEach([&](const JsonReader& each) {
        each.expectKeys({"first", "second"});
        if (drawing.joins.size() >= mostDrawnJoins)
            each.fail("is one join too many: " + std::to_string(mostDrawnJoins) + " can be");
        const auto end = [&](const JsonReader& at) {
            at.expectKeys({"piece", "edge"});
            DrawnEdgeAt place;
            place.piece =
                static_cast<std::size_t>(at.at("piece").integer(0, static_cast<int>(drawing.pieces.size()) - 1));
            const auto& edges = drawing.pieces[place.piece].edges;
            place.edge = static_cast<std::size_t>(at.at("edge").integer(0, static_cast<int>(edges.size()) - 1));
            return place;
        };
        const DrawnJoin join{end(each.at("first")), end(each.at("second"))};
        if (join.first == join.second)
            each.fail("joins an edge with itself: it should join two");
        drawing.joins.push_back(join);
    });
    return drawing;
}

} // namespace vestimen
