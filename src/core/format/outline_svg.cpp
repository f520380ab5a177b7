// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/outline_lines.h"

#include <boost/array.hpp>
#include <libxml/parser.h>
#include <libxml/tree.h>

// The XML that it is to be read by comes before the reader.
#include <svgpp/policy/xml/libxml2.hpp>

#include <svgpp/svgpp.hpp>

#include <array>
#include <charconv>
#include <cmath>
#include <memory>
#include <optional>

namespace vestimen {
namespace {

/// As CSS has them: a drawing's own unit where nothing else is said.
constexpr double mmPerPixel = 25.4 / 96.0;

/// (x, y) to (a x + c y + e, b x + d y + f).
struct Matrix {
    double a = 1.0, b = 0.0, c = 0.0, d = 1.0, e = 0.0, f = 0.0;

    Matrix after(const Matrix& first) const {
        return {a * first.a + c * first.b, b * first.a + d * first.b,     a * first.c + c * first.d,
                b * first.c + d * first.d, a * first.e + c * first.f + e, b * first.e + d * first.f + f};
    }
    DrawnPoint of(double x, double y) const {
        // Drawings count downward.
        return {Length::millimetres(a * x + c * y + e), Length::millimetres(-(b * x + d * y + f))};
    }
};

/// What the reader of the drawing tells of: elements, what moves them, and their lines.
class Lines {
public:
    explicit Lines(Matrix toMm) : places_{toMm} {}
    std::vector<DrawnLine> take() { return lines_.take(); }

    template<class Element> void on_enter_element(Element) { places_.push_back(places_.back()); }
    void on_exit_element() { places_.pop_back(); }
    void transform_matrix(const boost::array<double, 6>& m) {
        places_.back() = places_.back().after({m[0], m[1], m[2], m[3], m[4], m[5]});
    }

    void path_move_to(double x, double y, svgpp::tag::coordinate::absolute) {
        lines_.begin(place(x, y));
        startX_ = x;
        startY_ = y;
        goTo(x, y);
    }
    void path_line_to(double x, double y, svgpp::tag::coordinate::absolute) {
        beginAfterClosing();
        lines_.to(place(x, y));
        goTo(x, y);
    }
    void path_cubic_bezier_to(double x1, double y1, double x2, double y2, double x, double y,
                              svgpp::tag::coordinate::absolute) {
        beginAfterClosing();
        lines_.along([&](double t) {
            const double s = 1.0 - t;
            const auto on = [&](double p0, double p1, double p2, double p3) {
                return s * s * s * p0 + 3.0 * s * s * t * p1 + 3.0 * s * t * t * p2 + t * t * t * p3;
            };
            return place(on(x_, x1, x2, x), on(y_, y1, y2, y));
        });
        goTo(x, y);
    }
    void path_close_subpath() {
        lines_.close();
        goTo(startX_, startY_);
        closed_ = true;
    }
    void path_exit() {}

private:
    DrawnPoint place(double x, double y) const { return places_.back().of(x, y); }
    void goTo(double x, double y) {
        x_ = x;
        y_ = y;
        closed_ = false;
    }
    /// What follows a closed line without a place of its own begins where that one began.
    void beginAfterClosing() {
        if (closed_)
            lines_.begin(place(startX_, startY_));
    }

    std::vector<Matrix> places_;
    OutlineLines lines_;
    double x_ = 0.0;
    double y_ = 0.0;
    double startX_ = 0.0;
    double startY_ = 0.0;
    bool closed_ = false;
};

using Elements =
    boost::mpl::set<svgpp::tag::element::svg, svgpp::tag::element::g, svgpp::tag::element::a, svgpp::tag::element::path,
                    svgpp::tag::element::rect, svgpp::tag::element::circle, svgpp::tag::element::ellipse,
                    svgpp::tag::element::polygon, svgpp::tag::element::polyline, svgpp::tag::element::line>::type;
using Attributes =
    boost::mpl::insert<svgpp::traits::shapes_attributes_by_element, svgpp::tag::attribute::transform>::type;

// ---- how large it is

struct Free {
    void operator()(xmlDoc* document) const { xmlFreeDoc(document); }
    void operator()(xmlChar* text) const { xmlFree(text); }
};

std::string attribute(xmlNode* node, const char* name) {
    const std::unique_ptr<xmlChar, Free> value(xmlGetNoNsProp(node, reinterpret_cast<const xmlChar*>(name)));
    return value ? reinterpret_cast<const char*>(value.get()) : "";
}

/// "210mm" in mm; nothing where it names no length of the world.
std::optional<double> lengthOf(const std::string& text) {
    double value = 0.0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    const std::string unit(end, text.data() + text.size());
    if (error != std::errc() || !(value > 0.0))
        return std::nullopt;
    static constexpr std::array<std::pair<const char*, double>, 6> units = {
        {{"mm", 1.0}, {"cm", 10.0}, {"in", 25.4}, {"pt", 25.4 / 72.0}, {"pc", 25.4 / 6.0}, {"Q", 0.25}}};
    for (const auto& [name, mm] : units)
        if (unit == name)
            return value * mm;
    return std::nullopt;
}

/// Left, top, width and height of what is shown, in the drawing's own units.
std::optional<std::array<double, 4>> viewBoxOf(const std::string& text) {
    std::array<double, 4> box{};
    const char* at = text.data();
    const char* end = at + text.size();
    for (double& each : box) {
        while (at < end && (*at == ' ' || *at == ',' || *at == '\t' || *at == '\n'))
            ++at;
        const auto [next, error] = std::from_chars(at, end, each);
        if (error != std::errc())
            return std::nullopt;
        at = next;
    }
    return box[2] > 0.0 && box[3] > 0.0 ? std::optional(box) : std::nullopt;
}

Matrix toMm(xmlNode* svg) {
    const auto width = lengthOf(attribute(svg, "width"));
    const auto height = lengthOf(attribute(svg, "height"));
    if (!width && !height)
        throw FormatError("The drawing does not say how large it is: its width and height should be in mm, cm or in.");
    const auto box = viewBoxOf(attribute(svg, "viewBox"));
    if (!box)
        return {mmPerPixel, 0.0, 0.0, mmPerPixel, 0.0, 0.0};
    double across = width.value_or(0.0) / (*box)[2];
    double down = height.value_or(0.0) / (*box)[3];
    if (!width || !height)
        across = down = std::max(across, down);
    else if (!attribute(svg, "preserveAspectRatio").starts_with("none"))
        across = down = std::min(across, down);
    return {across, 0.0, 0.0, down, -(*box)[0] * across, -(*box)[1] * down};
}

} // namespace

namespace {

/// Short names for what is written often are unfolded; how far, is bounded before anything is: by the longest of them
/// for each place that names one. None may name another.
void boundEntities(const std::string& text) {
    constexpr std::size_t mostUnfolded = 1'000'000; // characters
    std::size_t longest = 0;
    for (auto at = text.find("<!ENTITY"); at != std::string::npos; at = text.find("<!ENTITY", at + 1)) {
        const auto open = text.find_first_of("\"'", at);
        const auto close = open == std::string::npos ? open : text.find(text[open], open + 1);
        if (close == std::string::npos)
            break; // it is no XML, and the reader says so
        const std::string_view value = std::string_view(text).substr(open + 1, close - open - 1);
        const bool isOfOthers = text.find('%', at) < open || value.find('%') != std::string_view::npos;
        if (isOfOthers || value.find('&') != std::string_view::npos)
            throw FormatError("The drawing has short names that stand for other short names: save it without them.");
        longest = std::max(longest, value.size());
    }
    if (longest > 0 && longest * static_cast<std::size_t>(std::ranges::count(text, '&')) > mostUnfolded)
        throw FormatError("The drawing’s short names unfold to more than a drawing holds: save it without them.");
}

} // namespace

OutlineFile outlinesFromSvg(const std::string& text) {
    boundEntities(text);
    // Entities stay as they are and nothing is fetched; what is nested without end is refused.
    const std::unique_ptr<xmlDoc, Free> document(
        xmlReadMemory(text.data(), static_cast<int>(text.size()), nullptr, nullptr,
                      XML_PARSE_NONET | XML_PARSE_NOERROR | XML_PARSE_NOWARNING));
    xmlNode* root = document ? xmlDocGetRootElement(document.get()) : nullptr;
    if (!root) {
        const xmlError* error = xmlGetLastError();
        throw FormatError("The drawing breaks off in line " + std::to_string(error ? error->line : 1) +
                          ": it should be an SVG.");
    }
    if (std::string(reinterpret_cast<const char*>(root->name)) != "svg")
        throw FormatError("The file holds “" + std::string(reinterpret_cast<const char*>(root->name)) +
                          "” and should be an SVG.");
    Lines lines(toMm(root));
    try {
        using namespace svgpp;
        document_traversal<processed_elements<Elements>, processed_attributes<Attributes>,
                           path_policy<policy::path::minimal>,
                           transform_policy<policy::transform::matrix>>::load_document(root, lines);
    } catch (const FormatError&) {
        throw;
    } catch (const std::exception&) {
        throw FormatError("A line of the drawing is broken: its path or its place cannot be read as SVG.");
    }
    return outlinesOf(lines.take());
}

} // namespace vestimen
