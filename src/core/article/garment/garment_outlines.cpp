// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/garment_outlines.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace vestimen {
namespace {

constexpr int curvePoints = 16;

Length pathLength(const std::vector<OutlinePoint>& points) {
    Length sum;
    for (std::size_t i = 1; i < points.size(); ++i)
        sum +=
            Length::millimetres(std::hypot((points[i].x - points[i - 1].x).mm(), (points[i].y - points[i - 1].y).mm()));
    return sum;
}

/// A neckline from the right neck point round to the left one.
std::vector<OutlinePoint> neckline(const GarmentMeasures& m, NeckKind kind, Length depth) {
    const Length half = m.neckWidth / 2.0;
    const Length low = m.length - depth;
    if (!(depth > Length()))
        return {{half, m.length}, {-half, m.length}};
    switch (kind) {
    case NeckKind::vee:
        return {{half, m.length},
                {half, m.length - m.shoulderDrop},
                {Length(), low},
                {-half, m.length - m.shoulderDrop},
                {-half, m.length}};
    case NeckKind::square:
        return {{half, m.length}, {half, low}, {-half, low}, {-half, m.length}};
    case NeckKind::boat:
    case NeckKind::round:
        break;
    }
    const Length flat = half * m.neckFlat;
    const Length curveHeight = depth * (1.0 - neckStraightShare);
    std::vector<OutlinePoint> points;
    points.reserve(2 * (curvePoints + 2));
    points.push_back({half, m.length});
    if (m.neckProfile == Profile::straight)
        points.insert(points.end(), {{half, low + curveHeight}, {flat, low}});
    for (int i = 0; m.neckProfile == Profile::ellipse && i <= curvePoints; ++i) {
        const double angle = 0.5 * std::numbers::pi * i / curvePoints;
        points.push_back({flat + (half - flat) * std::cos(angle), low + curveHeight * (1.0 - std::sin(angle))});
    }
    const std::size_t right = points.size();
    for (std::size_t i = right; i-- > 0;)
        points.push_back({-points[i].x, points[i].y});
    return points;
}

std::vector<OutlinePoint> frontNeck(const GarmentMeasures& m) {
    return neckline(m, m.neck, m.neckDepth);
}

/// The back's neckline is a shallow round, whatever the front's.
std::vector<OutlinePoint> backNeck(const GarmentMeasures& m) {
    return neckline(m, NeckKind::round, m.backNeckDepth);
}

OutlinePoint mirrored(OutlinePoint point) {
    return {-point.x, point.y};
}

/// The other side of the piece, walked the other way.
std::vector<OutlinePoint> mirroredBack(const std::vector<OutlinePoint>& points) {
    std::vector<OutlinePoint> other(points.size());
    std::transform(points.rbegin(), points.rend(), other.begin(), mirrored);
    return other;
}

/// The right side from the lower edge up to the armhole, above a welt that is not gathered.
std::vector<OutlinePoint> ungatheredSide(const GarmentMeasures& m, Length welt) {
    const Length half = m.width / 2.0;
    const Length hem = m.hemWidth / 2.0;
    const Length under = m.underarmHeight();
    const Length low = m.hemRise;
    switch (m.sides) {
    case SideKind::aLine:
        return {{hem, low}, {hem, low + welt}, {half, under - sideStraight}, {half, under}};
    case SideKind::waisted: {
        const Length waist = m.waistWidth / 2.0;
        return {{hem, low},
                {hem, low + welt},
                {waist, m.waistHeight - waistStraight / 2.0},
                {waist, m.waistHeight + waistStraight / 2.0},
                {half, under - sideStraight},
                {half, under}};
    }
    case SideKind::straight:
        break;
    }
    return {{half, low}, {half, under}};
}

/// A right edge whose first point is that of the lower edge, with a welt that is narrower by a share of it.
std::vector<OutlinePoint> gatheredBelow(std::vector<OutlinePoint> edge, double share, Length welt) {
    if (share <= 0.0)
        return edge;
    const OutlinePoint corner = edge.front();
    const OutlinePoint narrow{corner.x * (1.0 - share), corner.y};
    if (edge.size() > 1 && edge[1].x == corner.x && edge[1].y == corner.y + welt)
        edge.erase(edge.begin());
    else
        edge.front().y = corner.y + welt;
    edge.insert(edge.begin(), {narrow, {narrow.x, corner.y + welt}});
    return edge;
}

std::vector<OutlinePoint> sideLine(const GarmentMeasures& m, Length welt) {
    return gatheredBelow(ungatheredSide(m, welt), m.hemGather, welt);
}

/// The lower edge from the middle out to the right: straight, or flat in its middle and then rising.
std::vector<OutlinePoint> hemLine(const GarmentMeasures& m) {
    const Length half = m.hemWidth / 2.0 * (1.0 - m.hemGather);
    std::vector<OutlinePoint> points;
    points.reserve(curvePoints + 2);
    points.emplace_back();
    if (m.hemRise > Length()) {
        const Length flat = half * m.hemFlat;
        if (m.hemProfile == Profile::straight)
            points.push_back({flat, Length()});
        for (int i = 0; m.hemProfile == Profile::ellipse && i < curvePoints; ++i) {
            const double angle = 0.5 * std::numbers::pi * i / curvePoints;
            points.push_back({flat + (half - flat) * std::sin(angle), m.hemRise * (1.0 - std::cos(angle))});
        }
    }
    points.push_back({half, m.hemRise});
    return points;
}

/// The right armhole from the side seam up to the shoulder.
std::vector<OutlinePoint> armholeLine(const GarmentMeasures& m) {
    const Length half = m.width / 2.0;
    const Length shoulder = m.length - m.shoulderDrop;
    const Length from = shoulder - m.armholeDepth;
    if (!m.hasArmhole())
        return {{half, from}, {half, shoulder}};
    const Length inset = m.armholeInset() - m.underarm;
    if (m.body == BodyKind::raglan)
        return {{half, from}, {half - m.underarm, from}, {m.upperWidth / 2.0, shoulder}};
    const Length height = m.armholeDepth * armholeCurveShare;
    std::vector<OutlinePoint> points;
    points.reserve(curvePoints + 3);
    points.push_back({half, from});
    for (int i = 0; i <= curvePoints; ++i) {
        const double angle = 0.5 * std::numbers::pi * i / curvePoints;
        points.push_back({half - m.underarm - inset * std::sin(angle), from + height * (1.0 - std::cos(angle))});
    }
    points.push_back({m.upperWidth / 2.0, shoulder});
    return points;
}

/// The right side of a cap from the underarm up to its flat top.
std::vector<OutlinePoint> capLine(const GarmentMeasures& m, Length from, Length height) {
    const Length outer = m.sleeveTop / 2.0;
    const Length side = outer - m.underarm - m.capTop / 2.0;
    if (m.body == BodyKind::raglan)
        return {{outer, from}, {outer - m.underarm, from}, {m.capTop / 2.0, from + height}};
    std::vector<OutlinePoint> points;
    points.reserve(2 * curvePoints + 2);
    points.push_back({outer, from});
    for (int i = 0; i <= 2 * curvePoints; ++i) {
        const double share = i / (2.0 * curvePoints);
        points.push_back(
            {outer - m.underarm - side * share, from + height * ((1.0 - std::cos(share * std::numbers::pi)) / 2.0)});
    }
    return points;
}

/// What of a line from its right end lies at least so far to the right, with the point where it is cut.
std::vector<OutlinePoint> rightOf(const std::vector<OutlinePoint>& line, Length x) {
    std::vector<OutlinePoint> kept;
    kept.reserve(line.size());
    for (const OutlinePoint& point : line) {
        if (point.x < x) {
            const OutlinePoint& before = kept.back();
            const double share = before.x > point.x ? (before.x - x) / (before.x - point.x) : 0.0;
            kept.push_back({x, before.y + (point.y - before.y) * share});
            return kept;
        }
        kept.push_back(point);
    }
    return kept;
}

/// The half on the right of the middle, moved so that its own middle lies at 0.
Outline halfOutline(const GarmentMeasures& m, PieceKey piece, Length welt) {
    // Panels meet in the middle.
    const bool panel = isBack(piece) || !m.isCardigan();
    const Length edge = panel ? Length() : m.opening / 2.0;
    const char* inner = panel ? "centre_edge" : "front_edge";
    std::vector<OutlinePoint> side = sideLine(m, welt);
    const std::vector<OutlinePoint> armhole = armholeLine(m);
    std::vector<OutlinePoint> lower = {{edge, Length()}};
    for (const OutlinePoint& point : hemLine(m))
        if (point.x > edge)
            lower.push_back(point);
    std::vector<OutlinePoint> middleLine = {{edge, Length()}};
    if (m.hemGather > 0.0) {
        // A gathered panel is drawn in at both its edges.
        const Length drawn = m.hemWidth / 4.0 * m.hemGather;
        lower.front().x += drawn;
        lower.back().x += drawn;
        side[0].x += drawn;
        side[1].x += drawn;
        middleLine = {{edge, welt}, {edge + drawn, welt}, {edge + drawn, Length()}};
    }
    // A V runs to the opening's edge.
    const Length half = m.neckWidth / 2.0;
    const std::vector<OutlinePoint> neck = isBack(piece) ? rightOf(backNeck(m), edge)
                                           : m.neck == NeckKind::vee
                                               ? std::vector<OutlinePoint>{{half, m.length},
                                                                           {half, m.length - m.shoulderDrop},
                                                                           {edge, m.length - m.neckDepth}}
                                               : rightOf(frontNeck(m), edge);
    middleLine.insert(middleLine.begin(), neck.back());
    Outline outline{{{"hem", lower},
                     {"side_right", side},
                     {"armhole_right", armhole},
                     {"shoulder_right", {armhole.back(), neck.front()}},
                     {"neck", neck},
                     {inner, middleLine}}};
    const Length outermost = std::max({m.width, m.hemWidth}) / 2.0;
    const Length middle = (outermost + edge) / 2.0;
    for (OutlineEdge& each : outline.edges)
        for (OutlinePoint& point : each.points)
            point.x = point.x - middle;
    if (outerSide(piece) == Side::right)
        return outline;
    // The other front is the mirror image, walked the other way round so that it stays counter-clockwise.
    Outline other;
    const std::array names = {inner, "neck", "shoulder_left", "armhole_left", "side_left", "hem"};
    std::ranges::reverse(outline.edges);
    for (std::size_t i = 0; i < outline.edges.size(); ++i)
        other.edges.push_back({names[i], mirroredBack(outline.edges[i].points)});
    std::ranges::rotate(other.edges, other.edges.end() - 1); // the hem first
    return other;
}

} // namespace

Outline bodyOutline(const GarmentMeasures& m, PieceKey piece, Length welt) {
    if (isHalf(piece))
        return halfOutline(m, piece, welt);
    const Length neck = m.neckWidth / 2.0;
    const Length shoulder = m.length - m.shoulderDrop;
    const Length upper = m.upperWidth / 2.0;
    const std::vector<OutlinePoint> neckLine = piece == pieces::front ? frontNeck(m) : backNeck(m);
    const std::vector<OutlinePoint> armhole = armholeLine(m);
    const std::vector<OutlinePoint> side = sideLine(m, welt);
    const std::vector<OutlinePoint> right = hemLine(m);
    std::vector<OutlinePoint> wholeHem = mirroredBack(right);
    wholeHem.insert(wholeHem.end(), right.begin() + 1, right.end());
    return {{{"hem", wholeHem},
             {"side_right", side},
             {"armhole_right", armhole},
             {"shoulder_right", {{upper, shoulder}, {neck, m.length}}},
             {"neck", neckLine},
             {"shoulder_left", {{-neck, m.length}, {-upper, shoulder}}},
             {"armhole_left", mirroredBack(armhole)},
             {"side_left", mirroredBack(side)}}};
}

Outline sleeveOutline(const GarmentMeasures& m) {
    const Length wrist = m.wrist / 2.0;
    const Length top = m.sleeveTop / 2.0;
    const Length cap = m.cap.value_or(Length());
    const Length underarm = m.sleeveLength - cap;
    const std::vector<OutlinePoint> seam =
        gatheredBelow({{wrist, Length()}, {wrist, m.cuffDepth}, {top, underarm - sleeveStraight}, {top, underarm}},
                      m.cuffGather, m.cuffDepth);
    Outline outline{{{"hem", {mirrored(seam.front()), seam.front()}}, {"seam_right", seam}}};
    if (cap > Length()) {
        const std::vector<OutlinePoint> line = capLine(m, underarm, cap);
        outline.edges.push_back({"cap_right", line});
        outline.edges.push_back({"top", {line.back(), mirrored(line.back())}});
        outline.edges.push_back({"cap_left", mirroredBack(line)});
    } else {
        outline.edges.push_back({"top", {{top, m.sleeveLength}, {-top, m.sleeveLength}}});
    }
    outline.edges.push_back({"seam_left", mirroredBack(seam)});
    return outline;
}

Outline upsideDown(Outline outline, Length height) {
    std::ranges::reverse(outline.edges);
    for (OutlineEdge& edge : outline.edges) {
        std::ranges::reverse(edge.points);
        for (OutlinePoint& point : edge.points)
            point.y = height - point.y;
    }
    return outline;
}

Length neckOpening(const GarmentMeasures& m) {
    const Length sleeves = m.body == BodyKind::raglan ? m.capTop * 2.0 : Length();
    return pathLength(frontNeck(m)) + pathLength(backNeck(m)) + sleeves;
}

} // namespace vestimen
