// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drawing/contour.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace vestimen {
namespace {

/// A curve is drawn in so many lines between two heights.
constexpr int linesOfACurve = 12;

/// Slopes at each height of one edge's curves, in mm of width a mm of height: such that no curve goes past the widths
/// that it joins (Fritsch and Carlson 1980). Beside a straight stretch it goes on from that.
std::vector<double> slopesOf(const std::vector<WidthAt>& at, Length WidthAt::*edge) {
    const std::size_t stretches = at.size() - 1;
    std::vector<double> straight(stretches);
    for (std::size_t i = 0; i < stretches; ++i)
        straight[i] = (at[i + 1].*edge - at[i].*edge) / (at[i + 1].height - at[i].height);
    const auto isCurved = [&](std::size_t stretch) { return stretch < stretches && at[stretch].curved; };
    // Where both go the same way; else the edge turns there.
    const auto alike = [](double a, double b) { return a * b > 0.0; };
    std::vector<double> slopes(at.size());
    for (std::size_t i = 0; i < at.size(); ++i) {
        const bool hasBelow = i > 0;
        const bool hasAbove = i < stretches;
        if (!hasBelow || !hasAbove)
            continue; // below
        const double below = straight[i - 1];
        const double above = straight[i];
        if (isCurved(i - 1) && isCurved(i))
            slopes[i] = alike(below, above) ? (below + above) / 2.0 : 0.0;
        else if (alike(below, above))
            slopes[i] = isCurved(i) ? below : above; // on from what is straight
    }
    // An end is free: it bends no more there.
    const auto atEnd = [&](double last, double beside) {
        const double free = (3.0 * last - beside) / 2.0;
        return alike(free, last) ? free : 0.0;
    };
    slopes.front() = stretches > 1 ? atEnd(straight.front(), slopes[1]) : straight.front();
    slopes.back() = stretches > 1 ? atEnd(straight.back(), slopes[stretches - 1]) : straight.back();
    for (std::size_t i = 0; i < stretches; ++i) {
        if (!at[i].curved)
            continue;
        if (straight[i] == 0.0) {
            slopes[i] = slopes[i + 1] = 0.0;
            continue;
        }
        const double a = slopes[i] / straight[i];
        const double b = slopes[i + 1] / straight[i];
        if (const double far = std::hypot(a, b); far > 3.0) {
            slopes[i] = 3.0 / far * a * straight[i];
            slopes[i + 1] = 3.0 / far * b * straight[i];
        }
    }
    return slopes;
}

/// Between two heights, as a share of the way up from the lower one (cubic Hermite).
Length between(Length from, Length to, double slopeFrom, double slopeTo, Length high, double share) {
    const double back = 1.0 - share;
    return from * ((1.0 + 2.0 * share) * back * back) + high * (slopeFrom * share * back * back) +
           to * (share * share * (3.0 - 2.0 * share)) - high * (slopeTo * share * share * back);
}

std::vector<ContourPoint> loopOf(const std::vector<WidthAt>& at) {
    std::vector<ContourPoint> points;
    const auto side = [&](Length WidthAt::*edge, bool upward) {
        const std::vector<double> slopes = slopesOf(at, edge);
        for (std::size_t step = 0; step < at.size(); ++step) {
            const std::size_t i = upward ? step : at.size() - 1 - step;
            const std::size_t corner = upward ? i : at.size() + step;
            points.push_back({{at[i].*edge, at[i].height}, 0, corner, true});
            if (step + 1 == at.size())
                break;
            const std::size_t low = upward ? i : i - 1;
            if (!at[low].curved)
                continue;
            const Length high = at[low + 1].height - at[low].height;
            for (int line = 1; line < linesOfACurve; ++line) {
                const double share = static_cast<double>(upward ? line : linesOfACurve - line) / linesOfACurve;
                points.push_back({{between(at[low].*edge, at[low + 1].*edge, slopes[low], slopes[low + 1], high, share),
                                   at[low].height + high * share},
                                  0,
                                  corner,
                                  false});
            }
        }
    };
    side(&WidthAt::right, true);
    side(&WidthAt::left, false);
    return points;
}

/// Which edge goes on from each corner. One that none begins at goes on with the last before it in its loop.
void nameEdges(const DrawnPiece& piece, Contour& contour) {
    std::size_t first = 0;
    for (auto& loop : contour) {
        std::size_t end = first;
        for (const ContourPoint& each : loop)
            end = std::max(end, each.corner + 1);
        const auto begins = std::ranges::lower_bound(piece.edges, first, {}, &DrawnEdge::from);
        const auto ends = std::ranges::lower_bound(piece.edges, end, {}, &DrawnEdge::from);
        for (ContourPoint& each : loop) {
            auto next = std::upper_bound(begins, ends, each.corner,
                                         [](std::size_t corner, const DrawnEdge& edge) { return corner < edge.from; });
            if (next == begins)
                next = ends;
            each.edge = begins == ends ? 0 : static_cast<std::size_t>(next - piece.edges.begin()) - 1;
        }
        first = end;
    }
}

} // namespace

Contour contourOf(const DrawnPiece& piece) {
    Contour contour;
    if (const auto* heights = std::get_if<ByHeights>(&piece.form)) {
        contour.push_back(loopOf(heights->at));
    } else {
        std::size_t corner = 0;
        for (const DrawnLoop& loop : std::get<Traced>(piece.form).loops) {
            contour.emplace_back();
            for (const DrawnPoint& each : loop)
                contour.back().push_back({each, 0, corner++, true});
        }
    }
    nameEdges(piece, contour);
    return contour;
}

std::pair<DrawnPoint, DrawnPoint> boundsOf(const Contour& contour) {
    DrawnPoint low = contour.front().front().at;
    DrawnPoint high = low;
    for (const auto& loop : contour)
        for (const ContourPoint& each : loop) {
            low = {std::min(low.x, each.at.x), std::min(low.y, each.at.y)};
            high = {std::max(high.x, each.at.x), std::max(high.y, each.at.y)};
        }
    return {low, high};
}

Length lengthOf(const Contour& contour, std::size_t edge) {
    Length length;
    for (const auto& loop : contour)
        for (std::size_t i = 0; i < loop.size(); ++i)
            if (loop[i].edge == edge) {
                const DrawnPoint& next = loop[(i + 1) % loop.size()].at;
                length += Length::millimetres(std::hypot((next.x - loop[i].at.x).mm(), (next.y - loop[i].at.y).mm()));
            }
    return length;
}

std::optional<Phrase> problemOf(const DrawnPiece& piece) {
    if (const auto* heights = std::get_if<ByHeights>(&piece.form)) {
        const auto& at = heights->at;
        if (at.size() < 2)
            return Phrase{"“{0}” has one height: two are needed.", {piece.name}};
        for (std::size_t i = 0; i < at.size(); ++i) {
            if (i > 0 && at[i].height <= at[i - 1].height)
                return Phrase{"In “{0}” the height {1} comes after {2}: heights must rise.",
                              {piece.name, at[i].height, at[i - 1].height}};
            if (at[i].right < at[i].left)
                return Phrase{"“{0}” at {1}: its right edge lies to the left of its left edge. Let the right one be "
                              "at least as far to the right.",
                              {piece.name, at[i].height}};
        }
        // Both sides have their points at the same heights.
        const std::vector<ContourPoint> loop = loopOf(at);
        for (std::size_t i = 0; i < loop.size() / 2; ++i)
            if (const DrawnPoint& right = loop[i].at; loop[loop.size() - 1 - i].at.x > right.x)
                return Phrase{"The edges of “{0}” cross at {1}: let them be straight there, or farther apart.",
                              {piece.name, right.y}};
    }
    std::set<std::string> names;
    for (const DrawnEdge& each : piece.edges) {
        if (each.name.empty())
            return Phrase{"An edge of “{0}” has no name: give it one.", {piece.name}};
        if (!names.insert(each.name).second)
            return Phrase{"Two edges of “{0}” are called “{1}”: give one of them another name.",
                          {piece.name, each.name}};
    }
    return std::nullopt;
}

} // namespace vestimen
