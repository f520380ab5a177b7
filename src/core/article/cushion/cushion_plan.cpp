// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/cushion/cushion_plan.h"

#include "core/ground/welt_options.h"
#include "core/joining/line_joins.h"
#include "core/plan/counting.h"
#include "core/shaping/across_row.h"
#include "core/shaping/edge_sums.h"
#include "core/shaping/short_rows.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

namespace pieces {
constexpr PieceKey face{"face"}, back{"back"}, faceFacing{"face_facing"}, backFacing{"back_facing"};
} // namespace pieces
namespace counts {
constexpr CountKey stitches{"cushion_stitches"}, rows{"cushion_rows"}, tube{"tube_rows"}, facing{"facing_rows"};
constexpr std::array all = {stitches, rows, tube, facing};
} // namespace counts
} // namespace
inline constexpr Option stuffingOptions[] = {
    {"while_it_hangs", "While they hang, a few loops and some stuffing by turns"},
    {"through_the_end", "Through their open ends, when the face is off"}};
template<> inline constexpr std::span<const Option> optionsOf<Stuffing> = stuffingOptions;
namespace {
namespace handles {
constexpr HandleKey width{"width"}, height{"height"}, tube{"tube"};
} // namespace handles

constexpr Length mm(double value) {
    return Length::millimetres(value);
}

constexpr Stitches narrowest{8};

/// Where a zip is sewn: in the middle of its tape.
Length stitchLine(const Cushion& cushion) {
    return cushion.zipTape / 2.0;
}

/// Between two tubes, and what goes after the one below it.
struct Band {
    Rows closing; ///< of the tube below it; 0 for the first
    Rows plain;
    Stitches stitches; ///< while it is knitted
};

struct Counted {
    std::vector<Band> bands; ///< from the lower edge
    Rows tube;
    Rows facing;

    Stitches line() const { return bands.back().stitches; } ///< of the upper edge
    Rows tubes() const { return tube * (static_cast<int>(bands.size()) - 1); }
    Rows seen() const {
        Rows rows;
        for (const Band& each : bands)
            rows += each.closing + each.plain;
        return rows;
    }
};

/// Rows of a tube's lowest band, right above the cast on: what the tube is hung from.
constexpr Rows edgeRow(1);

/// The background below each tube, from the lower edge up; above the last is none.
std::vector<Rows> plainRows(const Cushion& cushion, Rows all) {
    std::vector<Rows> rows;
    const int even = std::max(1, cushion.tubes - (cushion.tubeAtTheEdge ? 1 : 0));
    if (cushion.tubeAtTheEdge && cushion.tubes > 1)
        rows.push_back(edgeRow);
    const Rows rest = all - (rows.empty() ? Rows(0) : edgeRow);
    for (const Stitches each : evenSteps(Stitches(rest.count()), even))
        rows.push_back(Rows(each.count()));
    if (cushion.tubes > 0)
        rows.push_back(Rows(0));
    return rows;
}

/// The side from which a thinning is counted: by turns.
Side thinnedFrom(std::size_t band) {
    return band % 2 == 1 ? Side::left : Side::right;
}

/// The plain stitches before the first that goes.
Stitches firstRunOf(const Cushion& cushion, Stitches over) {
    if (cushion.firstRun > 0)
        return Stitches(cushion.firstRun);
    return (over - Stitches(2 * cushion.fewer)) / (2 * std::max(1, cushion.fewer));
}

std::optional<Counted> countCushion(const Cushion& cushion, const Ground& ground, const FabricGauge& gauge,
                                    Plan& plan) {
    Counting counting(ground, gauge, plan.workings, plan.findings);
    Counted counted;
    const Stitches stitches =
        counting.stitches(counts::stitches, "Stitches of the lower edge", cushion.width,
                          Stitches(cushion.seamStitches ? 2 : 0), anyCount, "nearest whole stitch");
    if (!counting.fitsBed(stitches, pieces::face))
        return std::nullopt;
    if (stitches < narrowest) {
        counting.error(
            "cushion_narrow",
            {"{0} make no cushion: {1} are the fewest. Make it wider, or unpin its stitches.", {stitches, narrowest}},
            pieces::face);
        return std::nullopt;
    }
    const Rows rows =
        counting.rows(counts::rows, "Rows of each side, tubes left out", cushion.height, anyCount, "nearest whole row");
    if (cushion.tubes > 0)
        counted.tube = std::max(Rows(2), counting.rows(counts::tube, "Rows of each tube", cushion.tubeGirth, anyCount,
                                                       "nearest whole row"));
    const Rows plain = rows - cushion.closing * cushion.tubes;
    if (plain < Rows(2 * std::max(1, cushion.tubes))) {
        counting.error(
            "cushion_tubes",
            {"{0} tubes, each closed with {1}, do not fit into {2}: at least 2 rows lie between them. Choose "
             "fewer tubes, or a higher cushion.",
             {cushion.tubes, cushion.closing, rows}},
            pieces::face);
        return std::nullopt;
    }
    Stitches now = stitches;
    Reckoning& working = counting.working(counts::stitches);
    for (const Rows between : plainRows(cushion, plain)) {
        const bool first = counted.bands.empty();
        // Above the last tube nothing goes any more.
        if (!first && cushion.fewer > 0 && between > Rows(0)) {
            const Stitches run = firstRunOf(cushion, now);
            if (!spreadFrom(now, Stitches(cushion.fewer), run) || now - Stitches(cushion.fewer) < narrowest) {
                counting.error(
                    "cushion_narrow",
                    {"{0} fewer do not come out of {1} with {2} plain ones before the first: choose fewer, or "
                     "begin sooner.",
                     {cushion.fewer, now, run}},
                    pieces::face);
                return std::nullopt;
            }
            now -= Stitches(cushion.fewer);
            working.steps.push_back({{"after a tube, {0} fewer", {cushion.fewer}}, now});
        }
        counted.bands.push_back({first ? Rows(0) : cushion.closing, between, now});
    }
    if (!cushion.zip)
        return counted;
    const FacingCounts facing =
        vestimen::facing(gauge.width(counted.line()), cushion.zipLength, cushion.facingDepth, gauge);
    if (facing.overhangEach < Length()) {
        counting.error(
            "zip_long",
            {"The zip, {0}, is longer than the edge that it closes, {1}: take a shorter one, or make the cushion "
             "wider.",
             {cushion.zipLength, gauge.width(counted.line())}},
            pieces::face);
        return std::nullopt;
    }
    counted.facing = std::max(
        Rows(2), counting.rows(counts::facing, "Rows of a facing", cushion.facingDepth, anyCount, "nearest whole row"));
    auto& steps = counting.working(counts::facing).steps;
    steps.push_back({{"stitch to stitch on the edge", {}}, counted.line()});
    steps.push_back({{"the line, as it is blocked and measured", {}}, gauge.width(counted.line())});
    steps.push_back({{"the edge is longer than the zip, at each end by", {}}, facing.overhangEach});
    steps.push_back({{"the zip’s tape lies behind each facing", {}}, cushion.zipTape});
    steps.push_back({{"and is sewn so far from the facing’s edge", {}}, stitchLine(cushion)});
    if (cushion.facingDepth < cushion.zipTape)
        counting.warning("facing_depth",
                         {"A facing {0} deep does not cover the zip’s tape, {1} at each side: make it deeper.",
                          {cushion.facingDepth, cushion.zipTape}},
                         pieces::face);
    return counted;
}

/// The face with its tubes, or the back, which narrows at the same rows.
Knitting knittingOf(const Cushion& cushion, const Counted& counted, const Ground& ground, const FabricGauge& gauge,
                    bool front) {
    const bool face = front || cushion.likeFaces;
    Knitting knitting;
    knitting.gauge = gauge;
    knitting.stitches = counted.bands.front().stitches;
    knitting.begin = WeltCounts{.kind = WeltKind::rolled};
    knitting.wasteRows = cushion.wasteRows;
    knitting.ravelCord = ground.waste.cord;
    if (!front)
        knitting.work = cushion.backYarn;
    Rows row;
    std::vector<std::pair<Rows, Rows>> sides;
    for (std::size_t i = 0; i < counted.bands.size(); ++i) {
        const Band& band = counted.bands[i];
        if (i > 0 && face) {
            knitting.at(row, act::Section{"tube"});
            knitting.surface.push_back({.from = row, .to = row + counted.tube, .yarn = cushion.tubeYarn});
            row += counted.tube;
            if (cushion.stuffing == Stuffing::whileItHangs)
                knitting.at(row, act::Say{"close_ends", "Tie one end of the tube shut. Hang six or eight loops of the "
                                                        "row below, stuff a finger’s length, and so on by turns; tie "
                                                        "the other end last. Seen from below there is one loop fewer "
                                                        "than needles: both legs of each, and push the needle that "
                                                        "gets none back first, so that the last one proves the "
                                                        "count."});
            else
                knitting.at(row, act::Say{"close_ends", "The tube stays open at its ends: it is stuffed when the face "
                                                        "is off. Seen from below there is one loop fewer than "
                                                        "needles: both legs of each, and push the needle that gets "
                                                        "none back first, so that the last one proves the count."});
            knitting.at(row, act::HangRow{counted.tube});
        }
        const Rows from = row;
        row += band.closing;
        if (i > 0 && band.stitches < counted.bands[i - 1].stitches)
            knitting.at(row, act::Fewer{Stitches(cushion.fewer), cushion.acrossWay,
                                        firstRunOf(cushion, counted.bands[i - 1].stitches), thinnedFrom(i)});
        if (i > 0 && face && band.plain > Rows(0))
            knitting.at(row, act::Section{"between the tubes"});
        if (i % 2 == 1 && band.plain > Rows(0))
            knitting.surface.push_back({.from = row, .to = row + band.plain, .yarn = cushion.bandYarn});
        row += band.plain;
        sides.emplace_back(from, row);
    }
    for (const auto& [from, to] : sides) {
        knitting.at(row, act::Name{"side_left", Side::left, from, to});
        knitting.at(row, act::Name{"side_right", Side::right, from, to});
    }
    knitting.at(row, act::Section{"off on waste yarn"});
    // Of an odd number one more goes at the right.
    int times = 0;
    for (std::size_t i = 1; i < counted.bands.size(); ++i)
        times += counted.bands[i].stitches < counted.bands[i - 1].stitches ? 1 : 0;
    const int gone = cushion.fewer * times;
    const int goneLeft = cushion.fewer / 2 * times;
    const NeedleSpan all = centred(knitting.stitches);
    knitting.at(row,
                act::OffOnWaste{.as = {{"line", {all.first.shifted(goneLeft), all.last.shifted(goneLeft - gone)}}}});
    return knitting;
}

Knitting facingKnitting(const Cushion& cushion, const Counted& counted, const FabricGauge& gauge, PieceKey of) {
    Knitting knitting;
    knitting.gauge = gauge;
    knitting.stitches = counted.line();
    knitting.wasteRows = cushion.wasteRows;
    if (of == pieces::back)
        knitting.work = cushion.backYarn;
    const HangSource line{key(of), HangSource::Kind::kept, "line"};
    operation::Hang hang{.sources = {line}, .allOf = {line}};
    Needle needle = centred(counted.line()).first;
    for (int i = counted.line().count(); i >= 1; --i, needle = needle.shifted(1))
        hang.put(needle, i);
    BegunHung begun{"hang the edge", {}, std::move(hang), {}, true};
    begun.before.push_back({"purl_facing", "Knit side facing you, stitch to stitch, so that the facing folds inward."});
    knitting.begin = std::move(begun);
    knitting.at(counted.facing, act::BindOff{.method = BindOffMethod::chainRoundTheNeedles, .as = "edge"});
    knitting.at(counted.facing,
                act::Say{"block_line", "Block the edge to the line as it was measured before the zip is sewn in."});
    return knitting;
}

Outline outlineOf(const Cushion& cushion, const Counted& counted, const FabricGauge& gauge, bool face) {
    const Stitches seams(cushion.seamStitches ? 2 : 0);
    std::vector<OutlinePoint> right;
    std::vector<OutlinePoint> left;
    Length y;
    for (std::size_t i = 0; i < counted.bands.size(); ++i) {
        const Band& band = counted.bands[i];
        const Stitches before = counted.bands[i > 0 ? i - 1 : 0].stitches;
        const Length wide = gauge.width(before - seams) / 2.0;
        const Length half = gauge.width(band.stitches - seams) / 2.0;
        right.push_back({i > 0 ? wide : half, y});
        y += gauge.height((i > 0 && face ? counted.tube : Rows(0)) + band.closing);
        right.push_back({i > 0 ? wide : half, y});
        right.push_back({half, y});
        y += gauge.height(band.plain);
    }
    right.push_back({right.back().x, y});
    for (const OutlinePoint& each : right)
        left.insert(left.begin(), {-each.x, each.y});
    return {{{"hem", {left.back(), right.front()}},
             {"side_right", right},
             {"top", {right.back(), left.front()}},
             {"side_left", left}}};
}

std::vector<Handle> handlesOf(const Cushion& cushion, const Counted& counted, const FabricGauge& gauge, bool face) {
    const Stitches stitches = counted.bands.front().stitches;
    const NeedleSpan all = centred(stitches);
    const double right = all.last.slot() + 1.0;
    const double middle = (all.first.slot() + right) / 2.0;
    const double rows = (counted.seen() + (face ? counted.tubes() : Rows(0))).count();
    std::vector<Handle> handles = {{.key = handles::width,
                                    .label = "Width",
                                    .length = gauge.width(stitches - Stitches(cushion.seamStitches ? 2 : 0)),
                                    .count = stitches,
                                    .x = right,
                                    .y = counted.bands.front().plain.count() / 2.0,
                                    .upright = false,
                                    .counts = {counts::stitches},
                                    .pulls = {{"width_mm", gauge.stitches.unit().mm() * 2.0}}},
                                   {.key = handles::height,
                                    .label = "Height",
                                    .length = gauge.height(counted.seen()),
                                    .count = counted.seen(),
                                    .x = middle,
                                    .y = rows,
                                    .counts = {counts::rows},
                                    .pulls = {{"height_mm", gauge.rows.unit().mm()}}}};
    if (face && cushion.tubes > 0)
        handles.push_back({.key = handles::tube,
                           .label = "Tube",
                           .length = gauge.height(counted.tube),
                           .count = counted.tube,
                           .x = middle - stitches.count() * 0.3,
                           .y = static_cast<double>((counted.bands.front().plain + counted.tube).count()),
                           .counts = {counts::tube},
                           .pulls = {{"tube_girth_mm", gauge.rows.unit().mm()}}});
    return handles;
}

std::vector<PlannedJoin> joinsOf(const Cushion& cushion, const Counted& counted, const FabricGauge& gauge) {
    std::vector<PlannedJoin> joins;
    const bool stuffedLater = cushion.tubes > 0 && cushion.stuffing == Stuffing::throughTheEnd;
    const int faces = cushion.likeFaces ? 2 : 1;
    if (stuffedLater)
        joins.push_back(
            {.key = "tubes",
             .title = {"Ends of the tubes", {}},
             .method = JoinMethod::sewOn,
             .first = {.what = {"{0} ends at either side", {cushion.tubes * faces}},
                       .count = cushion.tubes * faces * counted.tube.count(),
                       .length = gauge.height(counted.tubes()) * faces,
                       .unit = JoinUnit::rows},
             .tailSide = {"One end of each first; stuff it, a finger’s length at a time; then the other.", {}},
             .facing = {"Closed flat, edge to edge.", {}},
             .check = {"No stuffing shows between the stitches.", {}}});
    const auto side = [&](const char* joinKey, const char* title, const char* ofFace, const char* ofBack) {
        PlannedJoin join{.key = joinKey,
                         .title = {title, {}},
                         .method = JoinMethod::mattress,
                         .first = {.line = {{pieces::face, ofFace}},
                                   .what = {"the face, {0} rows", {}},
                                   .name = "the face",
                                   .from = "its lower edge",
                                   .to = "its upper edge"},
                         .second = {.line = {{pieces::back, ofBack}},
                                    .what = {"the back, {0} rows", {}},
                                    .name = "the back",
                                    .from = "its lower edge",
                                    .to = "its upper edge"},
                         .ends = {{{pieces::face, ofFace}}, {{pieces::back, ofBack}}},
                         .facing = {"Knit side facing you, one stitch in.", {}},
                         .mayDiffer = 0};
        // What is counted in several stretches of one name counts once each.
        if (stuffedLater)
            join.after = {"tubes"};
        joins.push_back(std::move(join));
    };
    side("left", "Left side", "side_left", "side_right");
    side("right", "Right side", "side_right", "side_left");
    joins.push_back({.key = "lower",
                     .title = {"Lower edge", {}},
                     .method = JoinMethod::sewOn,
                     .first = {.line = {{pieces::face, "", Along::Of::firstRow}},
                               .what = {"the face, {0} stitches", {}},
                               .unit = JoinUnit::stitches},
                     .second = {.line = {{pieces::back, "", Along::Of::firstRow}},
                                .what = {"the back, {0} stitches", {}},
                                .unit = JoinUnit::stitches},
                     .ends = {{{pieces::face, "", Along::Of::firstRow}}, {{pieces::back, "", Along::Of::firstRow}}},
                     .tailSide = {"From one corner to the other.", {}},
                     .facing = {"Knit side facing you, stitch to stitch.", {}},
                     .mayDiffer = 0});
    if (!cushion.zip) {
        joins.push_back({.key = "upper",
                         .title = {"Upper edge", {}},
                         .method = JoinMethod::graft,
                         .first = {.line = {{pieces::face, "line", Along::Of::kept}},
                                   .what = {"the face, {0} loops", {}},
                                   .unit = JoinUnit::stitches},
                         .second = {.line = {{pieces::back, "line", Along::Of::kept}},
                                    .what = {"the back, {0} loops", {}},
                                    .unit = JoinUnit::stitches},
                         .ends = {{{pieces::face, "line", Along::Of::kept}}, {{pieces::back, "line", Along::Of::kept}}},
                         .tailSide = {"Last, when the pad is in.", {}},
                         .facing = {"Knit side facing you, loop by loop off the waste yarn.", {}},
                         .check = {"All {0} loops are caught before the waste yarn comes out.", {}},
                         .mayDiffer = 0,
                         .after = {"left", "right", "lower"}});
        return joins;
    }
    for (const bool face : {true, false})
        joins.push_back({.key = face ? "facing_face" : "facing_back",
                         .title = {face ? "Facing of the face" : "Facing of the back", {}},
                         .method = JoinMethod::knitOn,
                         .first = {.what = {"{0} needles of the facing", {counted.line()}},
                                   .count = counted.line().count(),
                                   .length = gauge.width(counted.line()),
                                   .unit = JoinUnit::stitches},
                         .second = {.line = {{face ? pieces::face : pieces::back, "line", Along::Of::kept}},
                                    .what = {"{0} loops of the edge", {}},
                                    .unit = JoinUnit::stitches},
                         .tailSide = {"None: the facing is knitted on.", {}},
                         .facing = {"Knit side facing you, stitch to stitch.", {}},
                         .check = {"Before the waste yarn comes out: one loop on each of {0} needles.", {}},
                         .makes = face ? pieces::faceFacing : pieces::backFacing,
                         .mayDiffer = 0});
    const Length over = (gauge.width(counted.line()) - cushion.zipLength) / 2.0;
    const int beyond = static_cast<int>(std::lround(gauge.stitches.over(over)));
    if (beyond > 0)
        joins.push_back({.key = "facing_ends",
                         .title = {"Facings, beyond the zip", {}},
                         .method = JoinMethod::whip,
                         .first = {.line = {{pieces::faceFacing, "edge", Along::Of::bound}},
                                   .what = {"the face’s facing, {0} at each end", {over}},
                                   .count = 2 * beyond,
                                   .length = over * 2.0,
                                   .unit = JoinUnit::stitches},
                         .second = {.line = {{pieces::backFacing, "edge", Along::Of::bound}},
                                    .what = {"the back’s facing, {0} at each end", {over}},
                                    .count = 2 * beyond,
                                    .length = over * 2.0,
                                    .unit = JoinUnit::stitches},
                         .ends = {{{pieces::faceFacing, "edge", Along::Of::bound}},
                                  {{pieces::backFacing, "edge", Along::Of::bound}}},
                         .tailSide = {"From each corner to where the zip’s teeth end.", {}},
                         .facing = {"Edge to edge, on the line as it is blocked.", {}},
                         .check = {"What is open is as long as the zip’s teeth.", {}},
                         .after = {"facing_face", "facing_back"}});
    const Phrase zip{"the zip, {0}", {cushion.zipLength}};
    joins.push_back(
        {.key = "zip",
         .title = {"Zip", {}},
         .method = JoinMethod::sewOn,
         .first = {.line = {{pieces::faceFacing, "edge", Along::Of::bound},
                            {pieces::backFacing, "edge", Along::Of::bound}},
                   .what = {"the edges of both facings", {}},
                   .count = counted.line().count() * 2,
                   .length = cushion.zipLength * 2.0,
                   .unit = JoinUnit::stitches},
         .second = {.what = zip,
                    .count = counted.line().count() * 2,
                    .length = cushion.zipLength * 2.0,
                    .unit = JoinUnit::stitches},
         .tailSide = {"With sewing thread, by hand or machine, on the edges blocked to their measured line, {0} from "
                      "the edge of each facing.",
                      {stitchLine(cushion)}},
         .facing = {"The zip between the facings, its teeth just inside the edges; as much edge over at either "
                    "end.",
                    {}},
         .check = {"It opens and closes without catching.", {}},
         .after = {"facing_face", "facing_back", "facing_ends"}});
    for (PlannedJoin& each : joins)
        if (each.key == "left" || each.key == "right")
            each.after.push_back("zip");
    return joins;
}

} // namespace

std::span<const Choice<Cushion>> choicesOf(const Cushion&) {
    const auto whole = [](const Cushion&, const Place& at) { return at.part.empty(); };
    static const auto isTubes = [](const Cushion&, const Place& at) {
        return at.part.empty() || at.part == HandleKey("tube");
    };
    const auto hasTubes = [](const Cushion& cushion, const Place& at) {
        return isTubes(cushion, at) && cushion.tubes > 0;
    };
    const auto hasZip = [](const Cushion& cushion, const Place& at) {
        return cushion.zip && (at.part.empty() || at.part == HandleKey("height"));
    };
    static const std::vector<Choice<Cushion>> all = {
        {{"", "width_mm"},
         "Width",
         aLength<&Cushion::width>({100, 1500}, 10000),
         [](const Cushion&, const Place& at) { return at.part.empty() || at.part == HandleKey("width"); },
         true},
        {{"", "height_mm"},
         "Height, tubes left out",
         aLength<&Cushion::height>({100, 1500}, 10000),
         [](const Cushion&, const Place& at) { return at.part.empty() || at.part == HandleKey("height"); },
         true},
        {{"", "tubes"},
         "Padded tubes across the face",
         aNumber<&Cushion::tubes>({0, 1000}, {0, mostTubes}),
         isTubes,
         true},
        {{"", "tube_girth_mm"}, "Around each tube", aLength<&Cushion::tubeGirth>({10, 300}), hasTubes, true},
        {{"", "closing_rows"}, "Rows that close each tube", aNumber<&Cushion::closing>({1, 20}, {1, 6}), hasTubes},
        {{"", "tube_yarn"}, "Yarn of the tubes", aYarn<&Cushion::tubeYarn>(), hasTubes},
        {{"", "band_yarn"}, "Yarn of every second band between them", aYarn<&Cushion::bandYarn>(), hasTubes},
        {{"", "stuffing"}, "When the tubes are stuffed", oneOf<&Cushion::stuffing>(), hasTubes},
        {{"", "tube_at_the_edge"},
         "The first tube right above the cast on",
         yesOrNo<&Cushion::tubeAtTheEdge>(),
         [](const Cushion& cushion, const Place& at) { return isTubes(cushion, at) && cushion.tubes > 1; }},
        {{"", "like_faces"}, "The back is a second face", yesOrNo<&Cushion::likeFaces>(), hasTubes},
        {{"", "fewer"}, "Stitches that go after each tube", aNumber<&Cushion::fewer>({0, 200}, {0, 60}), hasTubes},
        {{"", "first_run"},
         "Plain stitches before the first; 0: half a run",
         aNumber<&Cushion::firstRun>({0, 200}, {0, 60}),
         [](const Cushion& cushion, const Place& at) {
             return isTubes(cushion, at) && cushion.tubes > 0 && cushion.fewer > 0;
         }},
        {{"", "back_yarn"}, "Yarn of the back", aYarn<&Cushion::backYarn>(), whole},
        {{"", "zip"},
         "With a zip",
         yesOrNo<&Cushion::zip>(),
         [](const Cushion&, const Place& at) { return at.part.empty() || at.part == HandleKey("height"); },
         true},
        {{"", "zip_mm"},
         "The zip’s length, as you measure it",
         aLength<&Cushion::zipLength>({30, 1500}, 5000),
         hasZip,
         true},
        {{"", "zip_tape_mm"}, "Its tape, at each side", aLength<&Cushion::zipTape>({3, 40}), hasZip},
        {{"", "facing_depth_mm"}, "Depth of its facings", aLength<&Cushion::facingDepth>({5, 100}), hasZip},
        {{"", "across"},
         "How stitches are moved across a row",
         oneOf<&Cushion::acrossWay>(),
         [](const Cushion& cushion, const Place& at) {
             return isTubes(cushion, at) && cushion.tubes > 0 && cushion.fewer > 0;
         }},
        {{"", "seam_stitches"}, "One stitch more for each seam", yesOrNo<&Cushion::seamStitches>(), whole},
        {{"", "waste_rows"}, "Rows of waste yarn", aNumber<&Cushion::wasteRows>({2, 60}, {2, 60})},
    };
    return all;
}

std::span<const CountKey> countsOf(const Cushion&) {
    return counts::all;
}

const char* usualName(const Cushion&) {
    return "Cushion";
}

std::vector<PieceName> namesOf(const Cushion& cushion) {
    std::vector<PieceName> names = {{pieces::face, {"Face", {}}}, {pieces::back, {"Back", {}}}};
    if (cushion.zip) {
        names.push_back({pieces::faceFacing, {"Facing of the face", {}}});
        names.push_back({pieces::backFacing, {"Facing of the back", {}}});
    }
    return names;
}

PieceKey inPlaceOf(const Cushion&, PieceKey piece) {
    return piece == pieces::backFacing ? pieces::back : pieces::face;
}

std::vector<Measure> needsOf(const Cushion&) {
    return {};
}

void useUsualEase(const Cushion&, EaseTable&) {}

std::vector<Finding> limitsOf(const Cushion&, const Ground&) {
    return {};
}

std::vector<Finding> contradictionsOf(const Cushion&, const Ground&) {
    return {};
}

Checked check(const Cushion& cushion, const Ground&) {
    Checked checked{cushion.width, {}};
    const auto error = [&](FindingCode code, Phrase text) {
        checked.findings.push_back({Severity::error, code, std::move(text)});
    };
    if (cushion.width < mm(50) || cushion.width > mm(3000) || cushion.height < mm(50) || cushion.height > mm(3000))
        error("cushion_size", {"A cushion {0} wide and {1} high cannot be: 5 cm to 3 m can, each way.",
                               {cushion.width, cushion.height}});
    if (cushion.tubes < 0 || cushion.tubes > mostTubes)
        error("cushion_tubes", {"{0} tubes cannot be: up to {1} can.", {cushion.tubes, mostTubes}});
    if (cushion.tubes > 0 && (cushion.tubeGirth < mm(10) || cushion.tubeGirth > mm(500)))
        error("cushion_tubes", {"A tube {0} around cannot be: 1 to 50 cm can.", {cushion.tubeGirth}});
    if (cushion.zip && (cushion.facingDepth < mm(5) || cushion.facingDepth > mm(150)))
        error("facing_depth", {"A facing {0} deep cannot be: 5 mm to 15 cm can.", {cushion.facingDepth}});
    if (cushion.zip && cushion.zipLength < mm(20))
        error("zip_long", {"A zip {0} long cannot be: 2 cm is the shortest.", {cushion.zipLength}});
    return checked;
}

Plan plan(const Cushion& cushion, const Ground& ground, const FabricGauge& gauge) {
    Plan plan;
    const auto counted = countCushion(cushion, ground, gauge, plan);
    if (!counted)
        return plan;
    for (const bool face : {true, false}) {
        PlannedPiece piece;
        piece.key = face ? pieces::face : pieces::back;
        piece.seam = Stitches(cushion.seamStitches ? 1 : 0);
        const bool tubes = face || cushion.likeFaces;
        if (!face && cushion.likeFaces && cushion.backYarn == 0)
            piece.twin = pieces::face;
        piece.outline = outlineOf(cushion, *counted, gauge, tubes);
        piece.width = gauge.width(counted->bands.front().stitches - piece.seam * 2);
        piece.length = gauge.height(counted->seen() + (tubes ? counted->tubes() : Rows(0)));
        piece.handles = handlesOf(cushion, *counted, gauge, tubes);
        piece.marks.width = handles::width;
        piece.knitting = knittingOf(cushion, *counted, ground, gauge, face);
        plan.pieces.push_back(std::move(piece));
    }
    if (cushion.zip)
        for (const bool face : {true, false}) {
            PlannedPiece facing;
            facing.key = face ? pieces::faceFacing : pieces::backFacing;
            facing.ontoOthers = true;
            facing.width = gauge.width(counted->line());
            facing.length = gauge.height(counted->facing);
            facing.knitting = facingKnitting(cushion, *counted, gauge, face ? pieces::face : pieces::back);
            plan.pieces.push_back(std::move(facing));
        }
    plan.joins = joinsOf(cushion, *counted, gauge);
    return plan;
}

std::vector<Change<Cushion>> changesFor(const Cushion& cushion, const Ground& ground, const Finding& finding) {
    std::vector<Change<Cushion>> changes;
    const auto choose = [&](Phrase what, auto change, bool elseOnly = false) {
        Cushion next = cushion;
        change(next);
        changes.push_back({std::move(what), next, ground.ease, elseOnly});
    };
    if (finding.code == "zip_long") {
        choose({"No zip: the upper edge is grafted", {}}, [](Cushion& next) { next.zip = false; });
    } else if (finding.code == "cushion_tubes") {
        for (int tubes = std::min(cushion.tubes - 1, mostTubes); tubes >= 0; --tubes)
            choose(
                {"{0} tubes", {tubes}}, [tubes](Cushion& next) { next.tubes = tubes; }, true);
    } else if (finding.code == "cushion_narrow") {
        choose({"The first run as it comes", {}}, [](Cushion& next) { next.firstRun = 0; });
        choose({"A face that keeps its width", {}}, [](Cushion& next) { next.fewer = 0; });
    }
    return changes;
}

} // namespace vestimen
