// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/outline_lines.h"

#include <dl_creationadapter.h>
#include <dl_dxf.h>

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <numbers>
#include <optional>
#include <set>
#include <sstream>
#include <string_view>
#include <utility>

namespace vestimen {
namespace {

/// Of anything that is counted in a line: what is said to be there is made room for.
constexpr int mostCounted = 100'000;

/// mm of a file's unit, as $INSUNITS names it.
std::optional<double> unitOf(int code) {
    switch (code) {
    case 1:
        return 25.4; // inches
    case 2:
        return 304.8; // feet
    case 4:
        return 1.0;
    case 5:
        return 10.0;
    case 6:
        return 1000.0;
    case 14:
        return 100.0;
    default:
        return std::nullopt;
    }
}

// ---- what of a file is read

/// A group: its code, and its value as text.
struct Group {
    int code = 0;
    std::string_view value;
};

/// Group by group: a line with the code, and one with the value.
class Groups {
public:
    explicit Groups(std::string_view text) : left_(text) {}

    std::optional<Group> next() {
        if (left_.empty())
            return std::nullopt;
        const std::string_view code = trimmed(line());
        ++line_;
        if (code.empty() && left_.empty())
            return std::nullopt;
        Group group;
        const auto [end, error] = std::from_chars(code.data(), code.data() + code.size(), group.code);
        if (error != std::errc() || end != code.data() + code.size() || left_.empty())
            throw FormatError("The drawing breaks in line " + std::to_string(line_) +
                              ": it should be a DXF as text, a number and a value by turns.");
        group.value = trimmed(line());
        ++line_;
        return group;
    }

private:
    std::string_view line() {
        const std::size_t end = left_.find('\n');
        const std::string_view found = left_.substr(0, end);
        left_ = end == std::string_view::npos ? std::string_view() : left_.substr(end + 1);
        return found;
    }
    static std::string_view trimmed(std::string_view text) {
        const auto isSpace = [](char c) { return c == ' ' || c == '\t' || c == '\r'; };
        while (!text.empty() && isSpace(text.front()))
            text.remove_prefix(1);
        while (!text.empty() && isSpace(text.back()))
            text.remove_suffix(1);
        return text;
    }

    std::string_view left_;
    int line_ = 1;
};

int number(std::string_view text) {
    int value = -1;
    std::from_chars(text.data(), text.data() + text.size(), value);
    return value;
}

struct Wanted {
    std::optional<double> mm; ///< of its unit
    bool hasUnit = false;
    bool ends = false;    ///< as it should: nothing was cut off
    std::string entities; ///< a drawing of lines and curves alone
};

/// The unit, and the lines and curves that stand in no block: nothing else reaches the library that makes sense of
/// them, nor numbers that it would make too much room for.
Wanted wantedOf(std::string_view text) {
    static const std::set<std::string_view> kinds = {"LINE",   "ARC",      "CIRCLE", "ELLIPSE", "LWPOLYLINE",
                                                     "SPLINE", "POLYLINE", "VERTEX", "SEQEND"};
    Wanted wanted;
    wanted.entities = "0\nSECTION\n2\nENTITIES\n";
    std::string_view section;
    std::string_view kind;
    std::string_view variable;
    bool sectionBegins = false;
    Groups groups(text);
    while (const auto group = groups.next()) {
        if (group->code == 0) {
            kind = group->value;
            sectionBegins = kind == "SECTION";
            wanted.ends = wanted.ends || kind == "EOF";
            if (kind == "ENDSEC")
                section = {};
        } else if (sectionBegins && group->code == 2) {
            section = group->value;
            sectionBegins = false;
            continue;
        }
        if (section == "HEADER") {
            if (group->code == 9)
                variable = group->value;
            else if (variable == "$INSUNITS" && group->code == 70) {
                wanted.hasUnit = number(group->value) != 0;
                wanted.mm = unitOf(number(group->value));
            }
            continue;
        }
        if (section != "ENTITIES" || !kinds.contains(kind))
            continue;
        const bool counts =
            (kind == "LWPOLYLINE" && group->code == 90) || (kind == "SPLINE" && group->code >= 72 && group->code <= 74);
        if (counts && (number(group->value) < 0 || number(group->value) > mostCounted))
            throw FormatError("A line of the drawing says that it has " + std::string(group->value) +
                              " points: at most " + std::to_string(mostCounted) + " can be.");
        wanted.entities += std::to_string(group->code) + "\n";
        wanted.entities += group->value;
        wanted.entities += '\n';
    }
    wanted.entities += "0\nENDSEC\n0\nEOF\n";
    return wanted;
}

// ---- lines and curves

class Lines : public DL_CreationAdapter {
public:
    explicit Lines(double mm) : mm_(mm) {}

    std::vector<DrawnLine> take() {
        endPolyline();
        endSpline();
        return lines_.take();
    }

    void addLine(const DL_LineData& line) override {
        begin();
        mirrored_ = false; // its ends are in the drawing’s own plane
        lines_.begin(place(line.x1, line.y1));
        lines_.to(place(line.x2, line.y2));
    }
    void addArc(const DL_ArcData& arc) override {
        begin();
        mirrored_ = isMirrored();
        double turn = arc.angle2 - arc.angle1;
        turn -= 360.0 * std::floor(turn / 360.0);
        addArcOf(arc.cx, arc.cy, arc.radius, radians(arc.angle1), radians(turn));
    }
    void addCircle(const DL_CircleData& circle) override {
        begin();
        mirrored_ = isMirrored();
        addArcOf(circle.cx, circle.cy, circle.radius, 0.0, 2.0 * std::numbers::pi);
        lines_.close();
    }
    void addEllipse(const DL_EllipseData& ellipse) override {
        begin();
        mirrored_ = false;
        double turn = ellipse.angle2 - ellipse.angle1;
        if (turn <= 0.0)
            turn += 2.0 * std::numbers::pi;
        const auto at = [&](double share) {
            const double angle = ellipse.angle1 + turn * share;
            const double along = std::cos(angle);
            const double across = std::sin(angle) * ellipse.ratio;
            return place(ellipse.cx + ellipse.mx * along - ellipse.my * across,
                         ellipse.cy + ellipse.my * along + ellipse.mx * across);
        };
        lines_.begin(at(0.0));
        lines_.along(at);
        if (turn > 2.0 * std::numbers::pi - 1e-6)
            lines_.close();
    }

    void addPolyline(const DL_PolylineData& polyline) override {
        begin();
        mirrored_ = isMirrored();
        closes_ = (polyline.flags & 1) != 0;
    }
    void addVertex(const DL_VertexData& vertex) override { vertices_.push_back(vertex); }
    void endSequence() override { endPolyline(); }

    void addSpline(const DL_SplineData& spline) override {
        begin();
        mirrored_ = false;
        spline_ = {static_cast<int>(spline.degree), (spline.flags & 1) != 0, {}, {}, true};
    }
    void addControlPoint(const DL_ControlPointData& point) override { spline_.points.push_back(point); }
    void addKnot(const DL_KnotData& knot) override { spline_.knots.push_back(knot.k); }
    void endEntity() override {
        endPolyline();
        endSpline();
    }

private:
    struct Spline {
        int degree = 0;
        bool closed = false;
        std::vector<DL_ControlPointData> points;
        std::vector<double> knots;
        bool begun = false;
    };

    static double radians(double degrees) { return degrees * std::numbers::pi / 180.0; }
    DrawnPoint place(double x, double y) const {
        return {Length::millimetres((mirrored_ ? -x : x) * mm_), Length::millimetres(y * mm_)};
    }
    /// Arcs and polylines may lie in a plane that is seen from behind; in no other.
    bool isMirrored() {
        if (!getExtrusion())
            return false;
        const double* direction = getExtrusion()->getDirection();
        if (direction[0] != 0.0 || direction[1] != 0.0 || direction[2] == 0.0)
            throw FormatError("A line of the drawing lies in a plane of its own: lay all of it flat.");
        return direction[2] < 0.0;
    }
    /// What was begun before ends where something else begins.
    void begin() {
        endPolyline();
        endSpline();
    }

    void addArcOf(double x, double y, double radius, double from, double turn) {
        const auto at = [&](double share) {
            const double angle = from + turn * share;
            return place(x + radius * std::cos(angle), y + radius * std::sin(angle));
        };
        lines_.begin(at(0.0));
        lines_.along(at);
    }

    /// From a corner of a polyline to the next: straight, or an arc whose bulge is the tangent of a quarter of its
    /// angle, to the left where it is less than 0.
    void addTo(const DL_VertexData& from, const DL_VertexData& to) {
        if (from.bulge == 0.0 || !std::isfinite(from.bulge)) {
            lines_.to(place(to.x, to.y));
            return;
        }
        const double turn = 4.0 * std::atan(from.bulge);
        const double dx = to.x - from.x;
        const double dy = to.y - from.y;
        // The centre lies on the middle of the chord, to its left by so much of it.
        const double off = (1.0 - from.bulge * from.bulge) / (4.0 * from.bulge);
        const double x = (from.x + to.x) / 2.0 - dy * off;
        const double y = (from.y + to.y) / 2.0 + dx * off;
        const double radius = std::hypot(from.x - x, from.y - y);
        const double begin = std::atan2(from.y - y, from.x - x);
        lines_.along([&](double share) {
            return place(x + radius * std::cos(begin + turn * share), y + radius * std::sin(begin + turn * share));
        });
    }

    void endPolyline() {
        if (vertices_.empty())
            return;
        lines_.begin(place(vertices_.front().x, vertices_.front().y));
        for (std::size_t i = 0; i + 1 < vertices_.size(); ++i)
            addTo(vertices_[i], vertices_[i + 1]);
        if (closes_) {
            addTo(vertices_.back(), vertices_.front());
            lines_.close();
        }
        vertices_.clear();
    }

    /// A point of a rational B-spline (de Boor), in homogeneous coordinates.
    static std::array<double, 3> onSpline(const Spline& spline, std::size_t span, double at) {
        const auto degree = static_cast<std::size_t>(spline.degree);
        std::vector<std::array<double, 3>> points;
        for (std::size_t i = 0; i <= degree; ++i) {
            const DL_ControlPointData& each = spline.points[span - degree + i];
            const double weight = each.w > 0.0 ? each.w : 1.0;
            points.push_back({each.x * weight, each.y * weight, weight});
        }
        for (std::size_t round = 1; round <= degree; ++round)
            for (std::size_t i = degree; i >= round; --i) {
                const double low = spline.knots[span - degree + i];
                const double high = spline.knots[span + 1 + i - round];
                const double share = high > low ? (at - low) / (high - low) : 0.0;
                for (std::size_t c = 0; c < 3; ++c)
                    points[i][c] = points[i - 1][c] * (1.0 - share) + points[i][c] * share;
            }
        return points[degree];
    }

    void endSpline() {
        const Spline spline = std::exchange(spline_, {});
        if (!spline.begun)
            return;
        const auto degree = static_cast<std::size_t>(std::max(0, spline.degree));
        if (degree < 1 || degree > 10 || spline.points.size() <= degree ||
            spline.knots.size() != spline.points.size() + degree + 1 || !std::ranges::is_sorted(spline.knots))
            throw FormatError("A spline of the drawing is broken: it should have its control points, and as many "
                              "rising knots as these, its degree and one more.");
        bool begun = false;
        for (std::size_t span = degree; span < spline.points.size(); ++span) {
            const double low = spline.knots[span];
            const double high = spline.knots[span + 1];
            if (!(high > low))
                continue;
            const auto at = [&](double share) {
                const auto point = onSpline(spline, span, low + (high - low) * share);
                return place(point[0] / point[2], point[1] / point[2]);
            };
            if (!std::exchange(begun, true))
                lines_.begin(at(0.0));
            lines_.along(at);
        }
    }

    double mm_;
    OutlineLines lines_;
    std::vector<DL_VertexData> vertices_;
    bool closes_ = false;
    bool mirrored_ = false; ///< what is being read
    Spline spline_;
};

} // namespace

OutlineFile outlinesFromDxf(const std::string& text) {
    const Wanted wanted = wantedOf(text);
    if (!wanted.ends)
        throw FormatError("The drawing breaks off before its end (EOF): it should be a DXF as text, written whole.");
    if (!wanted.hasUnit)
        throw FormatError("The drawing does not say its unit ($INSUNITS): write it again in mm.");
    if (!wanted.mm)
        throw FormatError("The drawing’s unit ($INSUNITS) is not mm, cm, dm, m, inches or feet: write it again in mm.");
    Lines lines(*wanted.mm);
    DL_Dxf reader;
    std::istringstream entities(wanted.entities);
    if (!reader.in(entities, &lines))
        throw FormatError("The drawing cannot be read as DXF: write it again as text.");
    return outlinesOf(lines.take());
}

} // namespace vestimen
