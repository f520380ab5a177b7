// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/sock/sock_plan.h"

#include "core/ground/welt_findings.h"
#include "core/joining/line_joins.h"
#include "core/knitting/piece_parts.h"
#include "core/plan/counting.h"
#include "core/plan/edge_dues.h"
#include "core/plan/short_row_cup.h"
#include "core/shaping/small_things.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

namespace pieces {
constexpr PieceKey left{"left_sock"}, right{"right_sock"}, stocking{"stocking"}, loop{"loop"};
} // namespace pieces
namespace counts {
constexpr CountKey stitches{"sock_stitches"}, top{"cuff_stitches"}, cuff{"cuff_rows"}, leg{"leg_rows"},
    heel{"heel_left"}, foot{"foot_rows"}, toe{"toe_rows"}, loop{"loop_rows"};
constexpr std::array all = {stitches, top, cuff, leg, heel, foot, toe, loop};
} // namespace counts
namespace handles {
constexpr HandleKey cuff{"cuff"}, girth{"girth"}, leg{"leg"}, heel{"heel"}, foot{"foot"}, toe{"toe"};
} // namespace handles

constexpr Length mm(double value) {
    return Length::millimetres(value);
}

/// Below the cuff, and between heel and toe.
constexpr Rows leastLeg{4};
constexpr Rows leastFoot{4};
constexpr Stitches leastHeel{8};
constexpr Stitches loopStitches{3};

/// A cuff of an odd form has one stitch more, which goes at the instep’s edge in the second row below it.
CountForm topForm(const Sock& sock) {
    return traits(sock.cuff.kind).form;
}
bool isOdd(const Sock& sock) {
    return both(topForm(sock), evenCount).multiple == 0;
}

struct SockMeasures {
    Length foot;       ///< around
    Length footLength; ///< heel to toe
    Length leg;        ///< from the cuff’s edge to the heel
};

std::optional<SockMeasures> measuresOf(const Ground& ground) {
    const auto measure = [&](Measure each) { return withEase(ground.wearer, ground.ease, each); };
    const auto girth = measure(Measure::footGirth);
    const auto length = measure(Measure::footLength);
    const auto leg = measure(Measure::legLength);
    const auto heel = measure(Measure::heelHeight);
    if (!girth || !length || !leg || !heel)
        return std::nullopt;
    return SockMeasures{*girth, *length, *leg - *heel};
}

struct Counted {
    Stitches stitches; ///< of the foot; even
    Stitches top;      ///< that the cuff is knitted over
    WeltCounts cuff;
    Rows leg; ///< below the cuff
    Slope shaped;
    Stitches heelLeft;
    Rows foot; ///< between heel and toe
    Rows toe;
    Slope toeSides;
    Stitches toeLeft; ///< of each half, where it is narrowed
    Rows loop;

    Stitches half() const { return stitches / 2; }
    Stitches heelOut() const { return half() - heelLeft; }
    /// One fewer at the instep’s edge, where the cuff’s form has one more.
    Stitches over() const { return (top - stitches).isEven() ? Stitches(0) : Stitches(1); }
    Stitches narrowed() const { return (top - stitches - over()) / 2; }
};

/// Whether the carriage is back after the cuff at the side where it began.
bool isBackAfter(const WeltCounts& cuff, const Sock& sock, const Ground& ground) {
    Knitting begun;
    begun.begin = cuff;
    begun.wasteRows = sock.wasteRows;
    begun.ravelCord = ground.waste.cord;
    return carriageAfter(begun, Rows(0)) == begun.carriage;
}

std::optional<Counted> countSock(const Sock& sock, const Ground& ground, const FabricGauge& gauge,
                                 const SockMeasures& measures, PieceKey piece, Plan& plan) {
    Counting counting(ground, gauge, plan.workings, plan.findings);
    Counted counted;
    const Stitches seams(sock.seamStitches ? 2 : 0);
    const CountForm form = isOdd(sock) || sock.shapedLeg ? evenCount : both(topForm(sock), evenCount);
    counted.stitches = counting.stitches(counts::stitches, "Stitches around the foot", measures.foot, seams, form,
                                         "even, so that heel and instep are alike");
    if (sock.shapedLeg)
        counted.top = counting.stitches(counts::top, "Stitches around the calf", sock.calf, seams, topForm(sock),
                                        traits(sock.cuff.kind).reason);
    else
        counted.top = counted.stitches + Stitches(isOdd(sock) ? 1 : 0);
    if (counted.top < counted.stitches) {
        counting.error("sock_leg",
                       {"The leg, {0}, is narrower around the calf than around the foot, {1}: a sock that "
                        "narrows needs a wider calf.",
                        {sock.calf, measures.foot}},
                       piece);
        return std::nullopt;
    }
    if (!counting.fitsBed(counted.top, piece))
        return std::nullopt;
    counted.cuff = counting.welt(counts::cuff, "Rows of the cuff", sock.cuff, AcrossWay::wasteYarn);
    if (!sock.shapedLeg && counted.over() > Stitches(0))
        counting.working(counts::stitches)
            .steps.push_back({{"the cuff has one more, so that it begins and ends alike", {}}, counted.top});

    const Length below = measures.leg - gauge.height(counted.cuff.visible);
    if (below >= gauge.height(leastLeg))
        counted.leg = counting.rows(counts::leg, "Rows from the cuff to the heel", below,
                                    isBackAfter(counted.cuff, sock, ground) ? evenCount : oddCount,
                                    "so that the carriage comes to the heel’s side");
    if (counted.leg < leastLeg) {
        counting.error(
            "leg_short",
            {"{0} from the cuff’s edge to the heel have no room for a cuff of {1} and {2} below it: make the "
             "leg longer or the cuff less deep.",
             {measures.leg, gauge.height(counted.cuff.visible), leastLeg}},
            piece);
        return std::nullopt;
    }
    if (counted.narrowed() > Stitches(0)) {
        const auto shaped = shapedSlope({counted.leg - Rows(2), counted.narrowed()}, sock.leg, tolerance(gauge));
        if (!shaped) {
            counting.error("sock_leg",
                           {"{0} fewer at each side do not fit into {1} of the leg: make it longer, or the calf "
                            "narrower.",
                            {counted.narrowed(), counted.leg}},
                           piece);
            return std::nullopt;
        }
        counted.shaped = *shaped;
    }

    counted.heelLeft = leftForShare(counted.half(), sock.heelLeft);
    Reckoning& heel = counting.working(counts::heel);
    heel.title = "Needles left at the heel";
    heel.steps = {{{"half of the stitches", {}}, counted.half()},
                  {{"out, one a row, and as many in again", {}}, counted.heelOut()},
                  {{"rows out and in", {}}, Rows(2 * counted.heelOut().count() - 1)},
                  {{"that never go out", {}}, counted.heelLeft}};
    heel.result = counted.heelLeft.count();
    if (counted.half() < leastHeel || counted.heelOut() < Stitches(4) || counted.heelLeft < Stitches(2)) {
        counting.error("heel_left",
                       {"A heel over {0} needles with {1} left at its turning row cannot be: it needs {2} needles, at "
                        "least 4 that go out and 2 that stay.",
                        {counted.half(), counted.heelLeft, leastHeel}},
                       piece);
        return std::nullopt;
    }

    const Rows heelDeep(counted.heelOut().count());
    Reckoning toe{"Rows of the toe", {}, {}};
    if (sock.toe == Toe::likeHeel) {
        counted.toe = heelDeep;
        toe.steps = {{{"out, as at the heel", {}}, counted.toe}};
    } else {
        counted.toeLeft = leftForShare(counted.half(), sock.heelLeft);
        const Stitches each = (counted.half() - counted.toeLeft) / 2;
        counted.toe = Rows(2 * each.count());
        toe.steps = {{{"one fewer at each side of each half, every second row", {}}, counted.toe}};
        const auto sides = shapedSlope({counted.toe - Rows(1), each - Stitches(1)}, sock.toeEdge, tolerance(gauge));
        if (!sides) // as many rows as it has stitches always do
            return std::nullopt;
        counted.toeSides = *sides;
    }
    toe.result = counted.toe.count();
    counting.working(counts::toe) = std::move(toe);

    const double all = gauge.rows.over(measures.footLength);
    const int between = static_cast<int>(std::lround(all)) - heelDeep.count() - counted.toe.count();
    if (Rows(between) < leastFoot) {
        counting.error("foot_short",
                       {"A foot {0} long is shorter than its heel, {1}, and its toe, {2}: leave more needles at the "
                        "turning row, or make the foot longer.",
                        {measures.footLength, gauge.height(heelDeep), gauge.height(counted.toe)}},
                       piece);
        return std::nullopt;
    }
    counted.foot = counting.remainder(counts::foot, "Rows between heel and toe",
                                      {{{"foot, heel and toe included", {}}, measures.footLength},
                                       {{"in rows", {}}, Figure{all, 2}},
                                       {{"of these the heel", {}}, heelDeep},
                                       {{"and the toe", {}}, counted.toe}},
                                      between);
    if (sock.hasLoop())
        counted.loop = counting.rows(counts::loop, "Rows of the loop", sock.loopLength, anyCount, "nearest whole row");
    return counted;
}

// ---- how it is knitted

/// One sock as it lies on the bed: the heel’s half at a side, and the seam there and at the other.
struct Laid {
    const Sock& sock;
    const Counted& counted;
    Side heelSide;

    NeedleSpan whole() const {
        NeedleSpan all = centred(counted.top);
        const Stitches gone = counted.narrowed();
        all = {all.first.shifted(gone.count()), all.last.shifted(-gone.count())};
        (heelSide == Side::right ? all.first : all.last) =
            all.end(opposite(heelSide)).towards(heelSide, counted.over().count());
        return all;
    }
    NeedleSpan heel() const { return fromEdge(whole(), heelSide, 0, counted.half().count()); }
    NeedleSpan instep() const { return fromEdge(whole(), opposite(heelSide), 0, counted.half().count()); }
    /// The toe is knitted over the half at whose side the carriage comes to.
    bool toeOverInstep() const { return !counted.foot.isEven(); }
};

ShortRowCup cupOf(const Laid& laid, NeedleSpan of, Side outer, YarnNumber yarn) {
    return {of, outer, laid.counted.heelLeft, laid.sock.wrapTurns, yarn};
}

void addHeel(const Laid& laid, Knitting& knitting) {
    const Rows row = laid.counted.leg;
    knitting.at(row, act::Section{"heel"});
    act::Branches heel;
    heel.each.push_back(branchOf(cupOf(laid, laid.heel(), laid.heelSide, laid.sock.heelYarn)));
    heel.apart = false;
    knitting.at(row, std::move(heel));
    knitting.at(row, act::Section{"foot"});
    knitting.at(row, act::Release{laid.instep()});
}

void addToeLikeHeel(const Laid& laid, Knitting& knitting) {
    const Rows row = laid.counted.leg + laid.counted.foot;
    const bool instep = laid.toeOverInstep();
    const NeedleSpan of = instep ? laid.instep() : laid.heel();
    const NeedleSpan other = instep ? laid.heel() : laid.instep();
    knitting.name(row, "seam_left", "seam_right");
    knitting.at(row, act::Section{"toe"});
    act::Branches toe;
    toe.each.push_back(branchOf(cupOf(laid, of, instep ? opposite(laid.heelSide) : laid.heelSide, laid.sock.toeYarn)));
    toe.apart = false;
    knitting.at(row, std::move(toe));
    knitting.at(row, act::Release{other});
    knitting.at(row, act::Section{"off on waste yarn"});
    knitting.at(row, act::OffOnWaste{.as = {{"toe", of}, {"facing", other}}});
}

void addNarrowedToe(const Laid& laid, Knitting& knitting) {
    const Rows row = laid.counted.leg + laid.counted.foot;
    const int each = (laid.counted.half() - laid.counted.toeLeft).count() / 2;
    knitting.name(row, "seam_left", "seam_right");
    knitting.at(row, act::Section{"toe, one half after the other"});
    act::Branches toe;
    toe.nextSection = "the other half of the toe";
    for (const Side side : {Side::left, Side::right}) {
        const bool heel = side == laid.heelSide;
        Branch half{heel ? laid.heel() : laid.instep(), {}, {}};
        half.edges.push_back({Edge::At::both,
                              Moved{.how = laid.sock.toeEdge, .atMost = laid.counted.toeLeft, .inside = true},
                              duesOfHalf(laid.counted.toeSides)});
        half.surface.push_back({.from = Rows(0), .to = laid.counted.toe, .yarn = laid.sock.toeYarn});
        const NeedleSpan left{half.of.first.shifted(each), half.of.last.shifted(-each)};
        half.stages = {{laid.counted.toe, act::Name{heel ? "sole_left" : "instep_left", Side::left, Rows(0)}},
                       {laid.counted.toe, act::Name{heel ? "sole_right" : "instep_right", Side::right, Rows(0)}},
                       {laid.counted.toe, act::OffOnWaste{.as = {{heel ? "toe" : "facing", left}}}}};
        toe.each.push_back(std::move(half));
    }
    knitting.at(row, std::move(toe));
    knitting.at(row, act::HoldLever{false});
}

Knitting knittingOf(const Sock& sock, const Counted& counted, const Ground& ground, const FabricGauge& gauge,
                    Side heelSide) {
    Knitting knitting;
    knitting.gauge = gauge;
    knitting.stitches = counted.top;
    knitting.begin = counted.cuff;
    knitting.carriage = heelSide;
    knitting.openTurns = !sock.wrapTurns;
    knitting.wasteRows = sock.wasteRows;
    knitting.ravelCord = ground.waste.cord;
    const Laid laid{sock, counted, heelSide};
    knitting.at(Rows(0), act::Mark{"leg"});
    if (counted.over() > Stitches(0))
        knitting.edges.push_back({at(opposite(heelSide)), Moved{sock.leg}, {{Rows(1), Stitches(-1)}}});
    if (counted.narrowed() > Stitches(0))
        knitting.edges.push_back({Edge::At::both, Moved{sock.leg}, duesOf(counted.shaped, Rows(1), false)});
    addHeel(laid, knitting);
    sock.toe == Toe::likeHeel ? addToeLikeHeel(laid, knitting) : addNarrowedToe(laid, knitting);
    return knitting;
}

Knitting loopKnitting(const Counted& counted, const Sock& sock, const FabricGauge& gauge) {
    Knitting knitting;
    knitting.gauge = gauge;
    knitting.stitches = loopStitches;
    knitting.begin = WeltCounts{.kind = WeltKind::rolled};
    knitting.wasteRows = sock.wasteRows;
    knitting.at(Rows(0), act::Section{"cord"});
    knitting.at(Rows(0),
                act::Say{"strand_behind", "After every row the carriage slips back, and the yarn lies behind the "
                                          "stitches: pull the cord down, and it closes."});
    knitting.at(Rows(0), act::OneWay{counted.loop});
    knitting.at(counted.loop, act::DrawUp{"end"});
    return knitting;
}

// ---- how it is drawn

/// Of a half that bulges by short rows: up and down again where needles went out and came back.
void addCup(std::vector<OutlinePoint>& top, Length from, Length to, Length inset, Length base, Length height) {
    const double direction = to > from ? 1.0 : -1.0;
    top.push_back({from, base});
    top.push_back({from + inset * direction, base + height});
    top.push_back({to - inset * direction, base + height});
    top.push_back({to, base});
}

Outline outlineOf(const Sock& sock, const Counted& counted, const FabricGauge& gauge, Side heelSide) {
    const Length eaten = gauge.stitches.unit() * (sock.seamStitches ? 1.0 : 0.0);
    const Laid laid{sock, counted, heelSide};
    const NeedleSpan top = centred(counted.top);
    const NeedleSpan foot = laid.whole();
    const double middle = (top.first.slot() + top.last.slot() + 1) / 2.0;
    const auto x = [&](double boundary) { return gauge.stitches.unit() * (boundary - middle); };
    const auto y = [&](Rows row) { return gauge.height(counted.cuff.visible + row); };
    const Length leftTop = x(top.first.slot()) + eaten;
    const Length rightTop = x(top.last.slot() + 1) - eaten;
    const Length left = x(foot.first.slot()) + eaten;
    const Length right = x(foot.last.slot() + 1) - eaten;
    const Length fold = x(laid.heel().end(opposite(heelSide)).slot() + (heelSide == Side::right ? 0 : 1));
    const Length base = y(counted.leg + counted.foot);
    const Length cup = gauge.height(Rows(2 * counted.heelOut().count()));
    const Length inset = gauge.width(counted.heelOut() / 2);
    const auto halfOver = [&](std::vector<OutlinePoint>& line, Length from, Length to, bool heel) {
        const bool likeHeel = sock.toe == Toe::likeHeel;
        const bool toe = likeHeel && heel != laid.toeOverInstep();
        Length height = heel ? cup : Length();
        if (toe)
            height += cup;
        if (height > Length())
            addCup(line, from, to, inset, base, height + (likeHeel ? Length() : gauge.height(counted.toe)));
        else if (!likeHeel)
            addCup(line, from, to, gauge.width((counted.half() - counted.toeLeft) / 2), base,
                   gauge.height(counted.toe));
        else
            line.insert(line.end(), {{from, base}, {to, base}});
    };
    std::vector<OutlinePoint> over;
    halfOver(over, right, fold, heelSide == Side::right);
    halfOver(over, fold, left, heelSide == Side::left);
    const Length narrow = counted.narrowed() > Stitches(0) ? y(counted.leg) : y(Rows(0));
    return {{{"hem", {{leftTop, Length()}, {rightTop, Length()}}},
             {"seam_right", {{rightTop, Length()}, {right, narrow}, {right, base}}},
             {"top", over},
             {"seam_left", {{left, base}, {left, narrow}, {leftTop, Length()}}}}};
}

std::vector<Handle> handlesOf(const Sock& sock, const Counted& counted, const FabricGauge& gauge, Side heelSide) {
    const double stitch = gauge.stitches.unit().mm();
    const double row = gauge.rows.unit().mm();
    const Laid laid{sock, counted, heelSide};
    const NeedleSpan foot = laid.whole();
    const double middle = foot.first.slot() + foot.size() / 2.0;
    const double cuff = counted.cuff.visible.count();
    const double heelRow = cuff + counted.leg.count();
    const NeedleSpan heel = laid.heel();
    const double heelMiddle = heel.first.slot() + heel.size() / 2.0;
    const double cup = 2.0 * counted.heelOut().count();
    std::vector<Handle> handles;
    if (sock.cuff.hasDepth())
        handles.push_back({.key = handles::cuff,
                           .label = "Cuff",
                           .length = gauge.height(counted.cuff.visible),
                           .count = counted.cuff.visible,
                           .x = middle - counted.half().count() * 0.6,
                           .y = cuff,
                           .counts = {counts::cuff},
                           .pulls = {{"cuff/depth_mm", row}}});
    else
        handles.push_back({.key = handles::cuff,
                           .label = "Cuff",
                           .count = Rows(0),
                           .x = middle - counted.half().count() * 0.6,
                           .canPin = false});
    handles.push_back({.key = handles::girth,
                       .label = "Around the foot",
                       .length = gauge.width(counted.stitches - Stitches(sock.seamStitches ? 2 : 0)),
                       .count = counted.stitches,
                       .x = foot.last.slot() + 1.0,
                       .y = heelRow + counted.foot.count() / 2.0,
                       .upright = false,
                       .counts = {counts::stitches},
                       .pulls = {{Measure::footGirth, stitch * 2.0}}});
    Handle leg{.key = handles::leg,
               .label = "Leg",
               .length = gauge.height(counted.cuff.visible + counted.leg),
               .count = counted.cuff.visible + counted.leg,
               .x = middle,
               .y = heelRow,
               .counts = {counts::leg},
               .pulls = {{Measure::legLength, row}}};
    if (sock.shapedLeg) {
        leg.counts.push_back(counts::top);
        leg.shaping = "leg";
        leg.schedule = {linesInWords(counted.shaped, false), counted.shaped.deviation};
    }
    handles.push_back(std::move(leg));
    handles.push_back({.key = handles::heel,
                       .label = "Heel",
                       .length = gauge.height(Rows(counted.heelOut().count())),
                       .count = Rows(counted.heelOut().count()),
                       .x = heelMiddle,
                       .y = heelRow + cup / 2.0,
                       .counts = {counts::heel},
                       .canPin = false});
    handles.push_back({.key = handles::foot,
                       .label = "Foot",
                       .length = gauge.height(Rows(counted.heelOut().count()) + counted.foot + counted.toe),
                       .count = counted.foot,
                       .x = heelMiddle,
                       .y = heelRow + cup + counted.foot.count(),
                       .counts = {counts::foot},
                       .pulls = {{Measure::footLength, row}}});
    Handle toe{.key = handles::toe,
               .label = "Toe",
               .length = gauge.height(counted.toe),
               .count = counted.toe,
               .x = laid.instep().first.slot() + counted.half().count() / 2.0,
               .y = heelRow + counted.foot.count(),
               .counts = {counts::toe},
               .canPin = false};
    if (sock.toe == Toe::narrowed) {
        toe.shaping = "toe_edge";
        toe.schedule = {linesInWords(counted.toeSides, false), counted.toeSides.deviation};
    }
    handles.push_back(std::move(toe));
    return handles;
}

// ---- how it is joined

std::vector<PlannedJoin> joinsOf(const Sock& sock, const FabricGauge& gauge, PieceKey piece, Side heelSide,
                                 bool ofAPair) {
    const std::string key = piece == pieces::right ? "right" : "left";
    const auto named = [&](const char* single, const char* both) {
        return ofAPair ? Phrase{both, {key}} : Phrase{single, {}};
    };
    const auto edge = [&](const char* name) { return Along{piece, name}; };
    const auto kept = [&](const char* name) { return Along{piece, name, Along::Of::kept}; };
    std::vector<PlannedJoin> joins;
    joins.push_back({.key = "toe_" + key,
                     .title = named("Toe", "Toe, {0} sock"),
                     .method = JoinMethod::graft,
                     .first = {.line = {kept("toe")}, .what = {"the toe, {0} loops", {}}, .unit = JoinUnit::stitches},
                     .second = {.line = {kept("facing")},
                                .what = {"the half that faces it, {0} loops", {}},
                                .unit = JoinUnit::stitches},
                     .ends = {{kept("toe")}, {kept("facing")}},
                     .tailSide = {"From one end of the toe to the other.", {}},
                     .facing = {"Knit side facing you, loop by loop off the waste yarn.", {}},
                     .check = {"All {0} loops are caught before the waste yarn comes out.", {}},
                     .mayDiffer = 0});
    PlannedEdge first{{edge("seam_left")}, {"one side, {0} rows", {}}};
    PlannedEdge second{{edge("seam_right")}, {"the other side, {0} rows", {}}};
    if (sock.toe == Toe::narrowed) {
        first = {{edge("seam_left"), edge(heelSide == Side::left ? "sole_left" : "instep_left")},
                 {"one side, {0} rows, and its half of the toe, {1} rows", {}}};
        second = {{edge("seam_right"), edge(heelSide == Side::right ? "sole_right" : "instep_right")},
                  {"the other side, {0} rows, and its half of the toe, {1} rows", {}}};
        joins.push_back(
            {.key = "toe_side_" + key,
             .title = named("Side of the toe", "Side of the toe, {0} sock"),
             .method = JoinMethod::mattress,
             .first = {{edge(heelSide == Side::right ? "sole_left" : "sole_right")}, {"the sole’s half, {0} rows", {}}},
             .second = {{edge(heelSide == Side::right ? "instep_right" : "instep_left")},
                        {"the instep’s half, {0} rows", {}}},
             .tailSide = {"Sew from the tip to where the halves part.", {}},
             .facing = {"Knit side facing you, one stitch in.", {}},
             .mayDiffer = 0,
             .after = {"toe_" + key}});
    }
    joins.push_back({.key = "seam_" + key,
                     .title = named("Side seam", "Side seam, {0} sock"),
                     .method = JoinMethod::mattress,
                     .first = std::move(first),
                     .second = std::move(second),
                     .ends = {{edge("seam_left")}, {edge("seam_right")}},
                     .tailSide = {"Sew from the cuff down to the toe; the corner of the heel lies between two rows of "
                                  "the other side.",
                                  {}},
                     .facing = {"Knit side facing you, two bars a side, always one stitch in.", {}},
                     .mayDiffer = 0,
                     .after = {"toe_" + key}});
    if (sock.hasLoop())
        joins.push_back({.key = "loop_" + key,
                         .title = named("Loop", "Loop, {0} sock"),
                         .method = JoinMethod::sewOn,
                         .first = {.line = {{pieces::loop, "end", Along::Of::kept}},
                                   .what = {"one end of the cord, {0} loops on the tail", {}},
                                   .unit = JoinUnit::stitches},
                         .second = {.what = {"the other, {0} stitches", {loopStitches}},
                                    .count = loopStitches.count(),
                                    .length = gauge.width(loopStitches),
                                    .unit = JoinUnit::stitches},
                         .ends = {{{pieces::loop, "end", Along::Of::kept}}},
                         .tailSide = {"Both ends inside the cuff, at its seam.", {}},
                         .facing = {"From the inside of the cuff.", {}},
                         .check = {"The loop holds when it is pulled.", {}},
                         .after = {"seam_" + key}});
    return joins;
}

Side heelSideOf(PieceKey piece) {
    // Seen from its knit side and turned cuff up, the fold lies away from the half at the left.
    return piece == pieces::right ? Side::left : Side::right;
}

} // namespace

std::span<const CountKey> countsOf(const Sock&) {
    return counts::all;
}

const char* usualName(const Sock& sock) {
    return sock.single ? "Stocking" : "Socks";
}

std::vector<PieceName> namesOf(const Sock& sock) {
    std::vector<PieceName> names;
    if (sock.single)
        names.push_back({pieces::stocking, {"Stocking", {}}});
    else
        names = {{pieces::left, {"Left sock", {}}}, {pieces::right, {"Right sock", {}}}};
    if (sock.hasLoop())
        names.push_back({pieces::loop, {"Loop", {}}});
    return names;
}

PieceKey inPlaceOf(const Sock& sock, PieceKey) {
    return sock.single ? pieces::stocking : pieces::left;
}

std::vector<Measure> needsOf(const Sock&) {
    return {Measure::legLength, Measure::heelHeight, Measure::footGirth, Measure::footLength};
}

void useUsualEase(const Sock&, EaseTable& ease) {
    ease[static_cast<std::size_t>(Measure::footGirth)] = Ease::of(Fit::easy);
}

std::vector<Finding> limitsOf(const Sock&, const Ground& ground) {
    if (ground.machine.canHold)
        return {};
    return {{Severity::error,
             "cannot_hold",
             {"A heel is worked with held needles, and this machine cannot hold: choose another machine.", {}}}};
}

std::vector<Finding> contradictionsOf(const Sock& sock, const Ground& ground) {
    std::vector<Finding> findings;
    if (auto missing = bedsMissing(sock.cuff, ground.machine))
        findings.push_back(std::move(*missing));
    return findings;
}

Checked check(const Sock& sock, const Ground& ground) {
    const auto measures = measuresOf(ground);
    if (!measures)
        return {};
    Checked checked{std::max(measures->foot, sock.shapedLeg ? sock.calf : Length()), contradictionsOf(sock, ground)};
    const auto error = [&](FindingCode code, Phrase text) {
        checked.findings.push_back({Severity::error, code, std::move(text)});
    };
    if (measures->foot < mm(60) || measures->foot > mm(600))
        error("sock_girth", {"A sock {0} around the foot cannot be: 6 to 60 cm can.", {measures->foot}});
    if (measures->footLength < mm(40) || measures->footLength > mm(500))
        error("foot_short", {"A foot {0} long cannot be: 4 to 50 cm can.", {measures->footLength}});
    if (measures->leg < mm(20) || measures->leg > mm(1200))
        error("leg_short",
              {"A leg {0} long from the cuff’s edge to the heel cannot be: 2 to 120 cm can.", {measures->leg}});
    if (sock.shapedLeg && (sock.calf < mm(60) || sock.calf > mm(900)))
        error("sock_leg", {"A leg {0} around the calf cannot be: 6 to 90 cm can.", {sock.calf}});
    if (sock.cuff.hasDepth() && (sock.cuff.depth < mm(5) || sock.cuff.depth > measures->leg))
        error("leg_short",
              {"A cuff {0} deep on a leg of {1} cannot be: 5 mm to {1} can.", {sock.cuff.depth, measures->leg}});
    if (sock.hasLoop() && (sock.loopLength < mm(20) || sock.loopLength > mm(500)))
        error("loop_length", {"A loop of {0} cannot be: 2 to 50 cm of cord can.", {sock.loopLength}});
    if (auto firm = firmEdge("The cuff", sock.cuff, false, key(sock.single ? pieces::stocking : pieces::left)))
        checked.findings.push_back(std::move(*firm));
    return checked;
}

Plan plan(const Sock& sock, const Ground& ground, const FabricGauge& gauge) {
    Plan plan;
    const auto measures = measuresOf(ground);
    const PieceKey first = inPlaceOf(sock, {});
    const auto counted = measures ? countSock(sock, ground, gauge, *measures, first, plan) : std::nullopt;
    if (!counted)
        return plan;
    std::vector<PieceKey> keys = {first};
    if (!sock.single)
        keys.push_back(pieces::right);
    for (const PieceKey each : keys) {
        const Side heelSide = heelSideOf(each);
        PlannedPiece piece;
        piece.key = each;
        piece.atLeft = heelSide == Side::left ? "the sole" : "the instep";
        piece.atRight = heelSide == Side::right ? "the sole" : "the instep";
        if (!sock.single)
            piece.pair = each == pieces::right ? pieces::left : pieces::right;
        piece.seam = Stitches(sock.seamStitches ? 1 : 0);
        piece.outline = outlineOf(sock, *counted, gauge, heelSide);
        piece.width = gauge.width(std::max(counted->top, counted->stitches) - piece.seam * 2);
        piece.length = gauge.height(counted->cuff.visible + counted->leg + counted->foot +
                                    Rows(2 * counted->heelOut().count()) + counted->toe);
        piece.handles = handlesOf(sock, *counted, gauge, heelSide);
        piece.marks.weltRows = counted->cuff.visible.count();
        piece.marks.welt =
            sock.cuff.hasDepth()
                ? Phrase{"{0} · {1} rows", {std::string(traits(sock.cuff.kind).name), counted->cuff.knitted.count()}}
                : Phrase{traits(sock.cuff.kind).name, {}};
        piece.marks.width = handles::girth;
        piece.knitting = knittingOf(sock, *counted, ground, gauge, heelSide);
        plan.pieces.push_back(std::move(piece));
        for (PlannedJoin& join : joinsOf(sock, gauge, each, heelSide, !sock.single))
            plan.joins.push_back(std::move(join));
    }
    if (sock.hasLoop()) {
        PlannedPiece loop;
        loop.key = pieces::loop;
        loop.ontoOthers = true;
        loop.width = gauge.width(loopStitches);
        loop.length = gauge.height(counted->loop);
        loop.knitting = loopKnitting(*counted, sock, gauge);
        plan.pieces.push_back(std::move(loop));
    }
    return plan;
}

std::vector<Change<Sock>> changesFor(const Sock& sock, const Ground& ground, const Finding& finding) {
    std::vector<Change<Sock>> changes;
    const auto choose = [&](Phrase what, auto change, bool elseOnly = false) {
        Sock next = sock;
        change(next);
        changes.push_back({std::move(what), next, ground.ease, elseOnly});
    };
    if (finding.code == "rib_needs_two_beds") {
        choose({"Latched rib", {}}, [](Sock& next) { next.cuff.kind = WeltKind::latchedRib; });
        choose({"Mock rib", {}}, [](Sock& next) { next.cuff.kind = WeltKind::mockRib; });
    } else if (finding.code == "firm_edge") {
        choose({"Chain round the needles", {}}, [](Sock& next) { next.cuff.making.stretch(); });
    } else if (finding.code == "foot_short" || finding.code == "heel_left") {
        for (const double share : {Sock().heelLeft, 0.5, 0.6, 0.7})
            choose(
                {"{0} left at the turning row", {Figure{100.0 * share, 0, "%"}}},
                [share](Sock& next) { next.heelLeft = share; }, true);
    } else if (finding.code == "leg_short") {
        for (const int depth : {40, 20, 10})
            if (Length::millimetres(depth) < sock.cuff.depth)
                choose(
                    {"A cuff of {0}", {Length::millimetres(depth)}},
                    [depth](Sock& next) { next.cuff.depth = Length::millimetres(depth); }, true);
    } else if (finding.code == "sock_leg") {
        choose({"A straight leg", {}}, [](Sock& next) { next.shapedLeg = false; });
    }
    return changes;
}

} // namespace vestimen
