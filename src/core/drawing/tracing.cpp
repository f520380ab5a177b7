// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drawing/tracing.h"

#include <boost/geometry.hpp>
#include <boost/geometry/geometries/point_xy.hpp>
#include <boost/geometry/geometries/ring.hpp>
#include <boost/geometry/geometries/segment.hpp>
#include <boost/geometry/index/rtree.hpp>

#include <algorithm>
#include <cmath>
#include <functional>
#include <map>
#include <numbers>

namespace vestimen {
namespace {

namespace bg = boost::geometry;
using Point = bg::model::d2::point_xy<double>;
using Segment = bg::model::segment<Point>;
using Box = bg::model::box<Point>;
using Ring = bg::model::ring<Point, false>; // anticlockwise, closed

/// Ends this close meet.
constexpr double meeting = 0.05;
/// A line this close to what is drawn is as good: a tenth of the finest stitch.
constexpr double fineness = 0.1;
/// No more points are looked at for what could be left out.
constexpr std::size_t mostLookedAt = 20'000;
/// No piece, and no hole, is smaller: in mm².
constexpr double leastArea = 4.0;
/// A corner turns by more within so many mm at either side.
constexpr double cornerReach = 3.0;
constexpr double cornerAngle = 35.0 * std::numbers::pi / 180.0;

Point toPoint(const DrawnPoint& point) {
    return {point.x.mm(), point.y.mm()};
}
DrawnPoint toDrawn(const Point& point) {
    return {Length::millimetres(point.x()), Length::millimetres(point.y())};
}
double apart(const DrawnPoint& a, const DrawnPoint& b) {
    return std::hypot((a.x - b.x).mm(), (a.y - b.y).mm());
}

// ---- lines that meet

/// The ends of lines, to be found by where they lie.
class Ends {
public:
    explicit Ends(const std::vector<DrawnLine>& lines) : lines_(lines), used_(lines.size()) {
        for (std::size_t i = 0; i < lines.size(); ++i)
            for (const DrawnPoint* each : {&lines[i].points.front(), &lines[i].points.back()})
                cells_.emplace(cellOf(*each), i);
    }

    void use(std::size_t line) { used_[line] = true; }
    bool isUsed(std::size_t line) const { return used_[line]; }
    /// A line that is not used yet and has an end there.
    std::optional<std::size_t> at(const DrawnPoint& point) const {
        const Cell cell = cellOf(point);
        for (long long x = cell.first - 1; x <= cell.first + 1; ++x)
            for (long long y = cell.second - 1; y <= cell.second + 1; ++y) {
                const auto [from, to] = cells_.equal_range({x, y});
                for (auto each = from; each != to; ++each) {
                    const DrawnLine& line = lines_[each->second];
                    if (!used_[each->second] &&
                        (apart(line.points.front(), point) <= meeting || apart(line.points.back(), point) <= meeting))
                        return each->second;
                }
            }
        return std::nullopt;
    }

private:
    using Cell = std::pair<long long, long long>;
    static Cell cellOf(const DrawnPoint& point) {
        return {std::llround(point.x.mm() / meeting), std::llround(point.y.mm() / meeting)};
    }

    const std::vector<DrawnLine>& lines_;
    std::vector<bool> used_;
    std::multimap<Cell, std::size_t> cells_;
};

// ---- loops

/// Without what is closer than a line's fineness; at most so many points as are looked at.
Ring thinned(const DrawnLoop& loop) {
    double least = fineness / 4.0;
    Ring ring;
    do {
        ring.clear();
        for (const DrawnPoint& each : loop)
            if (ring.empty() || bg::distance(ring.back(), toPoint(each)) >= least)
                ring.push_back(toPoint(each));
        while (ring.size() > 1 && bg::distance(ring.back(), ring.front()) < least)
            ring.pop_back();
        least *= 2.0;
    } while (ring.size() > mostLookedAt && least < 1.0);
    if (ring.size() > mostLookedAt)
        return ring;
    ring.push_back(ring.front());
    Ring plain;
    bg::simplify(ring, plain, fineness);
    return plain;
}

/// The sharp corners of a loop: where it goes another way than just before, and by what angle.
struct Corner {
    std::size_t at;
    double turn;
};
std::vector<Corner> sharpCorners(const DrawnLoop& loop) {
    const std::size_t size = loop.size();
    // A point at least so far along the loop from another one.
    const auto along = [&](std::size_t from, bool onward) {
        std::size_t at = from;
        for (double gone = 0.0; gone < cornerReach;) {
            const std::size_t next = onward ? (at + 1) % size : (at + size - 1) % size;
            gone += apart(loop[at], loop[next]);
            at = next;
            if (at == from)
                break;
        }
        return loop[at];
    };
    std::vector<double> turns(size);
    for (std::size_t i = 0; i < size; ++i) {
        const DrawnPoint before = along(i, false);
        const DrawnPoint after = along(i, true);
        const double in = std::atan2((loop[i].y - before.y).mm(), (loop[i].x - before.x).mm());
        const double out = std::atan2((after.y - loop[i].y).mm(), (after.x - loop[i].x).mm());
        turns[i] = std::abs(std::remainder(out - in, 2.0 * std::numbers::pi));
    }
    std::vector<Corner> corners;
    for (std::size_t i = 0; i < size; ++i) {
        if (turns[i] < cornerAngle)
            continue;
        // Of several that are one corner, cut or rounded, the sharpest.
        if (corners.empty() || apart(loop[corners.back().at], loop[i]) >= cornerReach)
            corners.push_back({i, turns[i]});
        else if (turns[i] > corners.back().turn)
            corners.back() = {i, turns[i]};
    }
    if (corners.size() > 1 && apart(loop[corners.front().at], loop[corners.back().at]) < cornerReach)
        corners.pop_back();
    return corners;
}

/// Edges from corner to corner of all loops; where there are more than can be, the sharpest. A loop without any has
/// one edge.
std::vector<DrawnEdge> edgesOf(const std::vector<DrawnLoop>& loops) {
    std::vector<Corner> corners;
    std::vector<Corner> beginnings;
    std::size_t first = 0;
    for (const DrawnLoop& loop : loops) {
        std::vector<Corner> its = sharpCorners(loop);
        const auto sharpest = std::ranges::max_element(its, {}, &Corner::turn);
        beginnings.push_back({first + (its.empty() ? 0 : sharpest->at), 0.0});
        for (const Corner& each : its)
            if (each.at != sharpest->at)
                corners.push_back({first + each.at, each.turn});
        first += loop.size();
    }
    std::ranges::stable_sort(corners, std::greater(), &Corner::turn);
    corners.resize(std::min(corners.size(), mostDrawnEdges - std::min(mostDrawnEdges, beginnings.size())));
    corners.insert(corners.end(), beginnings.begin(), beginnings.end());
    std::ranges::sort(corners, {}, &Corner::at);
    std::vector<DrawnEdge> edges;
    for (const Corner& each : corners)
        edges.push_back({"edge " + std::to_string(edges.size() + 1), each.at});
    return edges;
}

struct Bounded {
    Ring ring;
    double area; ///< without its sign
    int depth = 0;
};

DrawnLoop drawnLoop(const Ring& ring, bool anticlockwise, DrawnPoint from) {
    DrawnLoop loop;
    for (std::size_t i = 0; i + 1 < ring.size(); ++i) {
        const DrawnPoint point = toDrawn(ring[i]);
        loop.push_back({point.x - from.x, point.y - from.y});
    }
    if ((bg::area(ring) > 0.0) != anticlockwise)
        std::ranges::reverse(loop);
    return loop;
}

} // namespace

std::vector<DrawnLoop> loopsOf(std::vector<DrawnLine> lines, int& open) {
    std::erase_if(lines, [](const DrawnLine& each) { return each.points.empty(); });
    std::vector<DrawnLoop> loops;
    open = 0;
    Ends ends(lines);
    for (std::size_t i = 0; i < lines.size(); ++i) {
        if (ends.isUsed(i))
            continue;
        ends.use(i);
        DrawnLoop loop = lines[i].points;
        const auto isClosed = [&] { return loop.size() > 2 && apart(loop.front(), loop.back()) <= meeting; };
        while (!lines[i].closed && !isClosed()) {
            const auto next = ends.at(loop.back());
            if (!next)
                break;
            ends.use(*next);
            std::vector<DrawnPoint> more = lines[*next].points;
            if (apart(more.front(), loop.back()) > meeting)
                std::ranges::reverse(more);
            loop.insert(loop.end(), more.begin() + 1, more.end());
        }
        if (lines[i].closed || isClosed())
            loops.push_back(std::move(loop));
        else
            ++open;
    }
    return loops;
}

std::optional<DrawnPoint> crossingOf(const std::vector<DrawnLoop>& loops) {
    struct Place {
        std::size_t loop, line;
    };
    std::vector<Place> places;
    std::vector<std::pair<Box, std::size_t>> boxes;
    const auto segment = [&](const Place& place) {
        const DrawnLoop& loop = loops[place.loop];
        return Segment(toPoint(loop[place.line]), toPoint(loop[(place.line + 1) % loop.size()]));
    };
    for (std::size_t l = 0; l < loops.size(); ++l)
        for (std::size_t i = 0; i < loops[l].size(); ++i) {
            places.push_back({l, i});
            boxes.emplace_back(bg::return_envelope<Box>(segment(places.back())), places.size() - 1);
        }
    const bg::index::rtree<std::pair<Box, std::size_t>, bg::index::rstar<16>> tree(boxes);
    std::vector<std::pair<Box, std::size_t>> near;
    for (std::size_t i = 0; i < places.size(); ++i) {
        const Place& one = places[i];
        near.clear();
        tree.query(bg::index::intersects(boxes[i].first), std::back_inserter(near));
        for (const auto& [box, j] : near) {
            const Place& other = places[j];
            const std::size_t size = loops[one.loop].size();
            const bool neighbours =
                one.loop == other.loop && ((one.line + 1) % size == other.line || (other.line + 1) % size == one.line);
            if (j <= i || neighbours)
                continue;
            std::vector<Point> meet;
            bg::intersection(segment(one), segment(other), meet);
            if (!meet.empty())
                return toDrawn(meet.front());
        }
    }
    return std::nullopt;
}

std::variant<std::vector<DrawnPiece>, Phrase> traced(std::vector<DrawnLoop> loops) {
    for (const DrawnLoop& loop : loops)
        for (const DrawnPoint& each : loop)
            if (!std::isfinite(each.x.mm()) || !std::isfinite(each.y.mm()))
                return Phrase{"A point of the outline lies nowhere: its place is no number.", {}};
    // From the first point on, so that what lies far from nought loses nothing.
    const DrawnPoint origin = loops.empty() || loops.front().empty() ? DrawnPoint() : loops.front().front();
    std::vector<Bounded> bounded;
    std::vector<DrawnLoop> plain;
    std::size_t points = 0;
    for (DrawnLoop& loop : loops) {
        for (DrawnPoint& each : loop)
            each = {each.x - origin.x, each.y - origin.y};
        Ring ring = thinned(loop);
        // By its bounds: one that crosses itself may have no area.
        if (ring.size() < 4 || bg::area(bg::return_envelope<Box>(ring)) < leastArea)
            continue;
        const double area = std::abs(bg::area(ring));
        points += ring.size();
        if (points > mostTracedPoints)
            return Phrase{"The outline has more corners than can be knitted: {0} at most, finer than a tenth of a "
                          "millimetre left out. Draw it plainer.",
                          {static_cast<int>(mostTracedPoints)}};
        plain.push_back(drawnLoop(ring, bg::area(ring) > 0.0, {}));
        bounded.push_back({std::move(ring), area});
    }
    if (bounded.empty())
        return Phrase{"There is no closed outline larger than a few stitches in it: close its lines, end to end.", {}};
    if (const auto crossing = crossingOf(plain)) {
        Box all = bg::return_envelope<Box>(bounded.front().ring);
        for (const Bounded& each : bounded)
            bg::expand(all, bg::return_envelope<Box>(each.ring));
        const DrawnPoint corner = toDrawn(all.min_corner());
        return Phrase{"The outline crosses or touches itself, {0} to the right and {1} above its lower left corner: "
                      "part the lines there.",
                      {crossing->x - corner.x, crossing->y - corner.y}};
    }
    // A hole lies in an odd number of others.
    for (Bounded& each : bounded)
        for (const Bounded& other : bounded)
            if (&each != &other && other.area > each.area && bg::within(each.ring.front(), other.ring))
                ++each.depth;
    std::vector<std::pair<double, DrawnPiece>> pieces; // with where each begins at the left
    for (const Bounded& outer : bounded) {
        if (outer.depth % 2 != 0)
            continue;
        const Box box = bg::return_envelope<Box>(outer.ring);
        const DrawnPoint from{Length::millimetres((box.min_corner().x() + box.max_corner().x()) / 2.0),
                              Length::millimetres(box.min_corner().y())};
        Traced form{{drawnLoop(outer.ring, true, from)}};
        for (const Bounded& hole : bounded)
            if (hole.depth == outer.depth + 1 && bg::within(hole.ring.front(), outer.ring))
                form.loops.push_back(drawnLoop(hole.ring, false, from));
        DrawnPiece piece;
        piece.edges = edgesOf(form.loops);
        if (piece.edges.size() > mostDrawnEdges)
            return Phrase{"An outline has {0} holes: {1} can be. Draw it plainer.",
                          {static_cast<int>(form.loops.size()) - 1, static_cast<int>(mostDrawnEdges) - 1}};
        piece.form = std::move(form);
        pieces.emplace_back(box.min_corner().x(), std::move(piece));
    }
    if (pieces.size() > mostDrawnPieces)
        return Phrase{"There are {0} outlines in it: {1} pieces can be. Read them in several drawings.",
                      {static_cast<int>(pieces.size()), static_cast<int>(mostDrawnPieces)}};
    std::ranges::stable_sort(pieces, {}, &std::pair<double, DrawnPiece>::first);
    std::vector<DrawnPiece> all;
    for (auto& [left, piece] : pieces) {
        piece.name = "Piece " + std::to_string(all.size() + 1);
        all.push_back(std::move(piece));
    }
    return all;
}

} // namespace vestimen
