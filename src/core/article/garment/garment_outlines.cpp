// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/garment_outlines.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <string_view>

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
    const Length curveHeight = depth * (1.0 - m.neckStraight);
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
std::vector<OutlinePoint> sideLine(const GarmentMeasures& m, Length welt) {
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

/// An edge whose first point is that of the lower edge, with a welt that is drawn in so far.
std::vector<OutlinePoint> gatheredBelow(std::vector<OutlinePoint> edge, Length by, Length welt) {
    if (by == Length())
        return edge;
    const OutlinePoint corner = edge.front();
    const OutlinePoint narrow{corner.x - by, corner.y};
    if (edge.size() > 1 && edge[1].x == corner.x && edge[1].y == corner.y + welt)
        edge.erase(edge.begin());
    else
        edge.front().y = corner.y + welt;
    edge.insert(edge.begin(), {narrow, {narrow.x, corner.y + welt}});
    return edge;
}

/// The lower edge from the middle out to the right, not gathered: straight, or flat in its middle and then rising.
std::vector<OutlinePoint> hemLine(const GarmentMeasures& m) {
    const Length half = m.hemWidth / 2.0;
    std::vector<OutlinePoint> points;
    points.reserve(curvePoints + 2);
    points.emplace_back();
    if (m.hemRise > Length()) {
        const Length flat = half * m.hemFlat;
        const Length inSteps = (half - flat) * hemInStepsShare;
        for (int i = 0; m.hemLastAtOnce && i <= curvePoints; ++i) {
            const double up = 1.0 * i / curvePoints;
            points.push_back({flat + inSteps * (up * up), m.hemRise * up});
        }
        if (m.hemProfile == Profile::straight && !m.hemLastAtOnce)
            points.push_back({flat, Length()});
        for (int i = 0; m.hemProfile == Profile::ellipse && !m.hemLastAtOnce && i < curvePoints; ++i) {
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

/// The point of a line that runs one way across.
OutlinePoint pointAt(const std::vector<OutlinePoint>& line, Length x) {
    for (std::size_t i = 1; i < line.size(); ++i) {
        const OutlinePoint& a = line[i - 1];
        const OutlinePoint& b = line[i];
        if ((a.x <= x && x <= b.x) || (b.x <= x && x <= a.x)) {
            const double share = a.x == b.x ? 0.0 : (x - a.x) / (b.x - a.x);
            return {x, a.y + (b.y - a.y) * share};
        }
    }
    return {x, line.back().y};
}

/// What of a line that runs outward lies between two places.
std::vector<OutlinePoint> between(const std::vector<OutlinePoint>& line, Length from, Length to) {
    std::vector<OutlinePoint> kept = {pointAt(line, from)};
    for (const OutlinePoint& point : line)
        if (point.x > from && point.x < to)
            kept.push_back(point);
    kept.push_back(pointAt(line, to));
    return kept;
}

/// Where the seam of a side panel lies, out from the middle.
Length panelSeam(const GarmentMeasures& m) {
    return m.width / 2.0 - m.sidePanel;
}

/// The right shoulder from the armhole to the neck.
std::vector<OutlinePoint> shoulderLine(const GarmentMeasures& m) {
    return {{m.upperWidth / 2.0, m.length - m.shoulderDrop}, {m.neckWidth / 2.0, m.length}};
}

/// A piece's right half, or what of it lies between two seams.
struct RightPart {
    std::vector<OutlineEdge> edges;  ///< from the lower one up
    std::vector<OutlinePoint> inner; ///< down from where the last of them ends
};

RightPart rightPart(const GarmentMeasures& m, PieceKey piece, Length welt) {
    const bool back = isBack(piece);
    const bool sidePanel = isSidePanel(piece);
    const bool sides = sidePanel || !m.hasSidePanels();
    const bool opens = isHalf(piece) && !back && m.isCardigan();
    const Length seam = panelSeam(m);
    const Length from = sidePanel ? seam : opens ? m.opening / 2.0 : Length();
    const std::vector<OutlinePoint> shoulder = shoulderLine(m);
    std::vector<OutlinePoint> lower = between(hemLine(m), from, sides ? m.hemWidth / 2.0 : seam);
    // A piece is drawn in from both its edges.
    const Length drawnIn = (lower.back().x - lower.front().x) / (isHalf(piece) ? 2.0 : 1.0) * m.hemGather;
    std::vector<OutlinePoint> rising =
        gatheredBelow(sides ? sideLine(m, welt) : std::vector{lower.back(), pointAt(shoulder, seam)}, drawnIn, welt);
    lower.back() = rising.front();
    OutlinePoint armpit = rising.back();
    RightPart part;
    if (sides) {
        part.edges = {{"hem", {}}, {"side_right", std::move(rising)}, {"armhole_right", armholeLine(m)}};
        armpit = part.edges.back().points.back();
    } else {
        part.edges = {{"hem", {}}, {"panel_right", std::move(rising)}};
    }
    part.edges.push_back({"shoulder_right", {armpit, sidePanel ? pointAt(shoulder, seam) : shoulder.back()}});
    // A V runs to the opening's edge.
    const Length half = m.neckWidth / 2.0;
    if (!sidePanel)
        part.edges.push_back({"neck", back ? rightOf(backNeck(m), from)
                                      : m.neck == NeckKind::vee
                                          ? std::vector<OutlinePoint>{{half, m.length},
                                                                      {half, m.length - m.shoulderDrop},
                                                                      {from, m.length - m.neckDepth}}
                                          : rightOf(frontNeck(m), from)});
    part.inner =
        gatheredBelow({lower.front(), part.edges.back().points.back()}, isHalf(piece) ? -drawnIn : Length(), welt);
    std::ranges::reverse(part.inner);
    lower.front() = part.inner.back();
    part.edges.front().points = std::move(lower);
    return part;
}

/// The name of an edge on the other side of the piece.
const char* mirroredName(std::string_view right) {
    for (const auto& [name, left] : {std::pair{"side_right", "side_left"},
                                     {"armhole_right", "armhole_left"},
                                     {"panel_right", "panel_left"},
                                     {"shoulder_right", "shoulder_left"}})
        if (right == name)
            return left;
    return nullptr;
}

/// The half on the right of the middle, moved so that its own middle lies at 0, and so far down.
Outline halfOutline(const GarmentMeasures& m, PieceKey piece, Length welt, Length down) {
    RightPart part = rightPart(m, piece, welt);
    Outline outline{std::move(part.edges)};
    outline.edges.push_back({isSidePanel(piece)                 ? "panel_edge"
                             : isBack(piece) || !m.isCardigan() ? "centre_edge"
                                                                : "front_edge",
                             std::move(part.inner)});
    const bool sides = isSidePanel(piece) || !m.hasSidePanels();
    const Length outermost = sides ? std::max({m.width, m.hemWidth}) / 2.0 : panelSeam(m);
    const Length middle = (outermost + outline.edges.back().points.front().x) / 2.0;
    for (OutlineEdge& each : outline.edges)
        for (OutlinePoint& point : each.points)
            point = {point.x - middle, point.y - down};
    if (outerSide(piece) == Side::right)
        return outline;
    // The other front is the mirror image, walked the other way round so that it stays counter-clockwise.
    Outline other;
    std::ranges::reverse(outline.edges);
    for (const OutlineEdge& each : outline.edges) {
        const char* left = mirroredName(each.name);
        other.edges.push_back({left ? left : each.name, mirroredBack(each.points)});
    }
    std::ranges::rotate(other.edges, other.edges.end() - 1); // the hem first
    return other;
}

} // namespace

Outline bodyOutline(const GarmentMeasures& m, PieceKey piece, Length welt, Length below) {
    if (isHalf(piece))
        return halfOutline(m, piece, welt, below);
    const std::vector<OutlineEdge> right = rightPart(m, piece, welt).edges;
    Outline outline{right};
    std::vector<OutlinePoint>& hem = outline.edges.front().points;
    const std::vector<OutlinePoint> leftHem = mirroredBack(hem);
    hem.insert(hem.begin(), leftHem.begin(), leftHem.end() - 1); // the middle stands once
    outline.edges.back().points = piece == pieces::front ? frontNeck(m) : backNeck(m);
    for (auto edge = right.rbegin() + 1; edge != right.rend() - 1; ++edge)
        outline.edges.push_back({mirroredName(edge->name), mirroredBack(edge->points)});
    return outline;
}

Outline sleeveOutline(const GarmentMeasures& m) {
    const Length wrist = m.wrist / 2.0;
    const Length top = m.sleeveTop / 2.0;
    const Length cap = m.cap.value_or(Length());
    const Length underarm = m.sleeveLength - cap;
    const std::vector<OutlinePoint> seam =
        gatheredBelow({{wrist, Length()}, {wrist, m.cuffDepth}, {top, underarm - sleeveStraight}, {top, underarm}},
                      wrist * m.cuffGather, m.cuffDepth);
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

Outline patchOutline(const Garment& garment) {
    const Length half = garment.pocket.width / 2.0;
    const Length top = garment.pocket.depth + garment.pocket.trim;
    return {{{"hem", {{-half, Length()}, {half, Length()}}},
             {"side_right", {{half, Length()}, {half, top}}},
             {"mouth", {{half, top}, {-half, top}}},
             {"side_left", {{-half, top}, {-half, Length()}}}}};
}

} // namespace vestimen
