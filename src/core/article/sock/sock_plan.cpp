// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/sock/sock_plan.h"

#include "core/article/sock/sock_knitting.h"
#include "core/ground/welt_findings.h"
#include "core/joining/line_joins.h"
#include "core/knitting/piece_parts.h"

#include <algorithm>

namespace vestimen {
namespace {

namespace pieces {
constexpr PieceKey left{"left_sock"}, right{"right_sock"}, stocking{"stocking"}, loop{"loop"};
} // namespace pieces
namespace counts = sock_counts;
namespace handles {
constexpr HandleKey cuff{"cuff"}, girth{"girth"}, leg{"leg"}, ankle{"ankle"}, heel{"heel"}, foot{"foot"}, toe{"toe"};
} // namespace handles

constexpr Length mm(double value) {
    return Length::millimetres(value);
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

Outline outlineOf(const Sock& sock, const SockCounts& counted, const FabricGauge& gauge, Side heelSide) {
    const Length eaten = gauge.stitches.unit() * (sock.seamStitches ? 1.0 : 0.0);
    const LaidSock laid{sock, counted, heelSide};
    const NeedleSpan top = centred(counted.top);
    const NeedleSpan foot = laid.whole();
    const double middle = (top.first.slot() + top.last.slot() + 1) / 2.0;
    const auto x = [&](double boundary) { return gauge.stitches.unit() * (boundary - middle); };
    const auto y = [&](Rows row) { return gauge.height(counted.cuff.visible + row); };
    const Length leftTop = x(top.first.slot()) + eaten;
    const Length rightTop = x(top.last.slot() + 1) - eaten;
    const Length left = x(foot.first.slot()) + eaten;
    const Length right = x(foot.last.slot() + 1) - eaten;
    const Length base = y(counted.leg + counted.foot);
    const Length cup = gauge.height(Rows(2 * counted.heelOut().count()));
    const bool likeHeel = sock.toe == Toe::likeHeel;
    const auto halfOver = [&](std::vector<OutlinePoint>& line, Length from, Length to, bool heel) {
        Length height = heel ? cup : Length();
        if (likeHeel && heel != laid.toeOverInstep())
            height += cup;
        if (height > Length())
            addCup(line, from, to, gauge.width(counted.heelOut() / 2), base,
                   height + (likeHeel ? Length() : gauge.height(counted.toe)));
        else if (!likeHeel)
            addCup(line, from, to, gauge.width((counted.half() - counted.toeLeft) / 2), base,
                   gauge.height(counted.toe));
        else
            line.insert(line.end(), {{from, base}, {to, base}});
    };
    std::vector<OutlinePoint> over;
    if (laid.isSole()) {
        // Half a heel at each edge, which narrows inward alone.
        const Length high = base + cup + (likeHeel ? Length() : gauge.height(counted.toe));
        const Length in = gauge.width(likeHeel ? counted.heelOut() / 2 : (counted.half() - counted.toeLeft) / 2);
        const Length fromRight = x(laid.instep().last.slot() + 1);
        const Length fromLeft = x(laid.instep().first.slot());
        over = {{right, high}, {fromRight + in, high}, {fromRight, base}};
        halfOver(over, fromRight, fromLeft, false);
        over.insert(over.end(), {{fromLeft, base}, {fromLeft - in, high}, {left, high}});
    } else {
        const Length fold = x(laid.heel().end(opposite(heelSide)).slot() + (heelSide == Side::right ? 0 : 1));
        halfOver(over, right, fold, heelSide == Side::right);
        halfOver(over, fold, left, heelSide == Side::left);
    }
    std::vector<OutlinePoint> rightSide = {{rightTop, Length()}};
    std::vector<OutlinePoint> leftSide = {{leftTop, Length()}};
    const auto sides = [&](Rows row, Length in) {
        rightSide.push_back({right - in, y(row)});
        leftSide.push_back({left + in, y(row)});
    };
    if (counted.isShaped()) {
        rightSide.push_back({rightTop, y(Rows(0))});
        leftSide.push_back({leftTop, y(Rows(0))});
        sides(counted.toAnkle, gauge.width((counted.stitches - counted.ankle) / 2));
        sides(counted.leg, Length());
    } else {
        sides(Rows(0), Length());
    }
    rightSide.push_back(over.front());
    leftSide.push_back(over.back());
    std::ranges::reverse(leftSide);
    return {{{"hem", {{leftTop, Length()}, {rightTop, Length()}}},
             {"seam_right", rightSide},
             {"top", over},
             {"seam_left", leftSide}}};
}

std::vector<Handle> handlesOf(const Sock& sock, const SockCounts& counted, const FabricGauge& gauge, Side heelSide) {
    const double stitch = gauge.stitches.unit().mm();
    const double row = gauge.rows.unit().mm();
    const LaidSock laid{sock, counted, heelSide};
    const NeedleSpan foot = laid.whole();
    const double middle = foot.first.slot() + foot.size() / 2.0;
    const double cuff = counted.cuff.visible.count();
    const double heelRow = cuff + counted.leg.count();
    const NeedleSpan heel = laid.isSole() ? laid.quarter(heelSide) : laid.heel();
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
    if (sock.shapedLeg)
        leg.counts.push_back(counts::top);
    if (sock.shapedLeg || sock.ankle) {
        leg.shaping = "leg";
        leg.schedule = {linesInWords(counted.upper, false), counted.upper.deviation};
    }
    handles.push_back(std::move(leg));
    if (sock.ankle)
        handles.push_back({.key = handles::ankle,
                           .label = "Around the ankle",
                           .length = gauge.width(counted.ankle - Stitches(sock.seamStitches ? 2 : 0)),
                           .count = counted.ankle,
                           .x = foot.last.slot() + 1.0 - (counted.stitches - counted.ankle).count() / 2.0,
                           .y = cuff + counted.toAnkle.count(),
                           .upright = false,
                           .counts = {counts::ankle},
                           .pulls = {{"ankle_mm", stitch * 2.0}}});
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
    const bool isSole = sock.seam == SockSeam::sole;
    const bool narrowed = sock.toe == Toe::narrowed;
    std::vector<PlannedJoin> joins;
    const Line facing = isSole ? Line{kept("facing_left"), kept("facing_right")} : Line{kept("facing")};
    joins.push_back({.key = "toe_" + key,
                     .title = named("Toe", "Toe, {0} sock"),
                     .method = JoinMethod::graft,
                     .first = {.line = {kept("toe")},
                               .what = {"the toe, {0} loops", {}},
                               .unit = JoinUnit::stitches,
                               .name = "the toe",
                               .from = "its left end, as it hung",
                               .to = "its right end"},
                     .second = {.line = facing,
                                .what = {isSole ? "the two halves of the sole beside each other, {0} loops"
                                                : "the half that faces it, {0} loops",
                                         {}},
                                .unit = JoinUnit::stitches,
                                .name = "the half that faces it",
                                .from = "its left end, as it hung",
                                .to = "its right end"},
                     .ends = {{kept("toe")}, {facing.back()}},
                     .facing = {"Knit side facing you, loop by loop off the waste yarn.", {}},
                     .check = {"All {0} loops are caught before the waste yarn comes out.", {}},
                     .mayDiffer = 0});
    const auto toeSide = [&](std::string ofWhich, Phrase title, const char* sole, const char* instep) {
        joins.push_back({.key = std::move(ofWhich),
                         .title = std::move(title),
                         .method = JoinMethod::mattress,
                         .first = {{edge(sole)}, {"the sole’s half, {0} rows", {}}},
                         .second = {{edge(instep)}, {"the instep’s half, {0} rows", {}}},
                         .tailSide = {"Sew from the tip to where the halves part.", {}},
                         .facing = {"Knit side facing you, one stitch in.", {}},
                         .mayDiffer = 0,
                         .after = {"toe_" + key}});
    };
    PlannedEdge first{{edge("seam_left")},
                      {isSole ? "one edge, half of the heel included, {0} rows" : "one side, {0} rows", {}}};
    PlannedEdge second{{edge("seam_right")}, {isSole ? "the other edge, {0} rows" : "the other side, {0} rows", {}}};
    if (narrowed && isSole) {
        toeSide("toe_left_" + key, named("Left side of the toe", "Left side of the toe, {0} sock"), "sole_left",
                "instep_left");
        toeSide("toe_right_" + key, named("Right side of the toe", "Right side of the toe, {0} sock"), "sole_right",
                "instep_right");
    } else if (narrowed) {
        first = {{edge("seam_left"), edge(heelSide == Side::left ? "sole_left" : "instep_left")},
                 {"one side, {0} rows, and its half of the toe, {1} rows", {}}};
        second = {{edge("seam_right"), edge(heelSide == Side::right ? "sole_right" : "instep_right")},
                  {"the other side, {0} rows, and its half of the toe, {1} rows", {}}};
        toeSide("toe_side_" + key, named("Side of the toe", "Side of the toe, {0} sock"),
                heelSide == Side::right ? "sole_left" : "sole_right",
                heelSide == Side::right ? "instep_right" : "instep_left");
    }
    joins.push_back(
        {.key = "seam_" + key,
         .title =
             isSole ? named("Back and sole", "Back and sole, {0} sock") : named("Side seam", "Side seam, {0} sock"),
         .method = JoinMethod::mattress,
         .first = std::move(first),
         .second = std::move(second),
         .ends = {{edge("seam_left")}, {edge("seam_right")}},
         .tailSide = {isSole ? "Sew from the cuff down the back, around the heel, half to half, and along the sole."
                             : "Sew from the cuff down to the toe; the corner of the heel lies between two rows of "
                               "the other side.",
                      {}},
         .facing = {"Knit side facing you, always one stitch in.", {}},
         .mayDiffer = 0,
         .after = {"toe_" + key}});
    if (sock.hasLoop())
        joins.push_back({.key = "loop_" + key,
                         .title = named("Loop", "Loop, {0} sock"),
                         .method = JoinMethod::sewOn,
                         .first = {.line = {{pieces::loop, "end", Along::Of::kept}},
                                   .what = {"one end of the cord, {0} loops on the tail", {}},
                                   .unit = JoinUnit::stitches},
                         .second = {.what = {"the other, {0} stitches", {sockLoopStitches}},
                                    .count = sockLoopStitches.count(),
                                    .length = gauge.width(sockLoopStitches),
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
    const auto measures = sockMeasures(ground);
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
    if (sock.ankle && (sock.ankleGirth < mm(60) || sock.ankleGirth > mm(900)))
        error("sock_leg", {"A leg {0} around the ankle cannot be: 6 to 90 cm can.", {sock.ankleGirth}});
    if (sock.ankle && (sock.ankleAbove < mm(5) || sock.ankleAbove > measures->leg))
        error("sock_leg", {"An ankle {0} above the heel of a leg of {1} cannot be: 5 mm to {1} can.",
                           {sock.ankleAbove, measures->leg}});
    if (sock.hasLoop() && (sock.loopLength < mm(20) || sock.loopLength > mm(500)))
        error("loop_length", {"A loop of {0} cannot be: 2 to 50 cm of cord can.", {sock.loopLength}});
    if (auto firm = firmEdge("The cuff", sock.cuff, false, key(sock.single ? pieces::stocking : pieces::left)))
        checked.findings.push_back(std::move(*firm));
    return checked;
}

Plan plan(const Sock& sock, const Ground& ground, const FabricGauge& gauge) {
    Plan plan;
    const auto measures = sockMeasures(ground);
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
        const bool isSole = sock.seam == SockSeam::sole;
        piece.atLeft = isSole || heelSide == Side::left ? "the sole" : "the instep";
        piece.atRight = isSole || heelSide == Side::right ? "the sole" : "the instep";
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
        piece.knitting = sockKnitting({sock, *counted, heelSide}, ground, gauge);
        plan.pieces.push_back(std::move(piece));
        for (PlannedJoin& join : joinsOf(sock, gauge, each, heelSide, !sock.single))
            plan.joins.push_back(std::move(join));
    }
    if (sock.hasLoop()) {
        PlannedPiece loop;
        loop.key = pieces::loop;
        loop.ontoOthers = true;
        loop.width = gauge.width(sockLoopStitches);
        loop.length = gauge.height(counted->loop);
        loop.knitting = sockLoopKnitting(sock, *counted, gauge);
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
        if (sock.ankle)
            choose({"No narrower at the ankle", {}}, [](Sock& next) { next.ankle = false; });
        choose({"A straight leg", {}}, [](Sock& next) { next.shapedLeg = next.ankle = false; });
    }
    return changes;
}

} // namespace vestimen
