// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/garment/pullover.h"

#include "core/garment/curved_edges.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace vestimen {
namespace {

constexpr Length mm(double value) {
    return Length::millimetres(value);
}
/// A knitted neck stretches by about this much to let a head through.
constexpr double neckStretch = 1.35;
constexpr int curvePoints = 16;

Length pathLength(const std::vector<OutlinePoint>& points) {
    Length sum;
    for (std::size_t i = 1; i < points.size(); ++i)
        sum += mm(std::hypot((points[i].x - points[i - 1].x).mm(), (points[i].y - points[i - 1].y).mm()));
    return sum;
}

/// The front neck from the right neck point round to the left one.
std::vector<OutlinePoint> frontNeck(const PulloverMeasures& m) {
    const Length half = m.neckWidth / 2.0;
    const Length low = m.length - m.neckDepth;
    switch (m.neck) {
    case NeckKind::vee:
        return {{half, m.length},
                {half, m.length - m.shoulderDrop},
                {Length(), low},
                {-half, m.length - m.shoulderDrop},
                {-half, m.length}};
    case NeckKind::square:
        return {{half, m.length}, {half, low}, {-half, low}, {-half, m.length}};
    case NeckKind::boat:
        return {{half, m.length}, {-half, m.length}};
    case NeckKind::round:
        break;
    }
    const Length flat = half * neckFlatShare;
    const Length curveHeight = m.neckDepth * (1.0 - neckStraightShare);
    const Length bottom = m.length - m.neckDepth;
    std::vector<OutlinePoint> points = {{half, m.length}};
    for (int i = 0; i <= curvePoints; ++i) {
        const double angle = 0.5 * M_PI * i / curvePoints;
        points.push_back({flat + (half - flat) * std::cos(angle), bottom + curveHeight * (1.0 - std::sin(angle))});
    }
    const std::size_t right = points.size();
    for (std::size_t i = right; i-- > 0;)
        points.push_back({-points[i].x, points[i].y});
    return points;
}

OutlinePoint mirrored(OutlinePoint point) {
    return {-point.x, point.y};
}

/// The other side of the piece, walked the other way.
std::vector<OutlinePoint> mirroredBack(const std::vector<OutlinePoint>& points) {
    std::vector<OutlinePoint> other;
    for (auto point = points.rbegin(); point != points.rend(); ++point)
        other.push_back(mirrored(*point));
    return other;
}

/// The right side from the lower edge up to the armhole.
std::vector<OutlinePoint> sideLine(const PulloverMeasures& m, Length welt) {
    const Length half = m.width / 2.0;
    const Length hem = m.hemWidth / 2.0;
    const Length under = m.underarmHeight();
    switch (m.sides) {
    case SideKind::aLine:
        return {{hem, Length()}, {hem, welt}, {half, under - sideStraight}, {half, under}};
    case SideKind::waisted: {
        const Length waist = m.waistWidth / 2.0;
        return {{hem, Length()},
                {hem, welt},
                {waist, m.waistHeight - waistStraight / 2.0},
                {waist, m.waistHeight + waistStraight / 2.0},
                {half, under - sideStraight},
                {half, under}};
    }
    case SideKind::straight:
        break;
    }
    return {{half, Length()}, {half, under}};
}

/// The right armhole from the side seam up to the shoulder.
std::vector<OutlinePoint> armholeLine(const PulloverMeasures& m) {
    const Length half = m.width / 2.0;
    const Length shoulder = m.length - m.shoulderDrop;
    const Length from = shoulder - m.armholeDepth;
    if (!m.hasArmhole())
        return {{half, from}, {half, shoulder}};
    const Length inset = m.armholeInset() - m.underarm;
    const Length height = m.armholeDepth * armholeCurveShare;
    std::vector<OutlinePoint> points = {{half, from}};
    for (int i = 0; i <= curvePoints; ++i) {
        const double angle = 0.5 * std::numbers::pi * i / curvePoints;
        points.push_back({half - m.underarm - inset * std::sin(angle), from + height * (1.0 - std::cos(angle))});
    }
    points.push_back({m.upperWidth / 2.0, shoulder});
    return points;
}

/// The right side of a cap from the underarm up to its flat top.
std::vector<OutlinePoint> capLine(const PulloverMeasures& m, Length from, Length height) {
    const Length outer = m.sleeveTop / 2.0;
    const Length side = outer - m.underarm - m.capTop / 2.0;
    std::vector<OutlinePoint> points = {{outer, from}};
    for (int i = 0; i <= 2 * curvePoints; ++i) {
        const double share = i / (2.0 * curvePoints);
        points.push_back(
            {outer - m.underarm - side * share, from + height * ((1.0 - std::cos(share * std::numbers::pi)) / 2.0)});
    }
    return points;
}

Length armholesTogether(const PulloverMeasures& m) {
    const Length height = m.armholeDepth * armholeCurveShare;
    return armholeEdge(m.underarm, m.armholeInset() - m.underarm, height, m.armholeDepth - height) * 2.0;
}

} // namespace

const char* key(PieceKind kind) {
    static constexpr std::array keys = {"back",      "front",         "left_sleeve",   "right_sleeve",
                                        "neck_trim", "left_arm_trim", "right_arm_trim"};
    return keys[static_cast<std::size_t>(kind)];
}

const char* label(PieceKind kind) {
    static constexpr std::array labels = {
        "Back", "Front", "Left sleeve", "Right sleeve", "Neck trim", "Left armhole trim", "Right armhole trim"};
    return labels[static_cast<std::size_t>(kind)];
}

std::vector<PieceKind> piecesOf(const Choices& choices) {
    if (choices.body == BodyKind::sleeveless)
        return {PieceKind::back, PieceKind::front, PieceKind::neckTrim, PieceKind::leftArmTrim,
                PieceKind::rightArmTrim};
    return {PieceKind::back, PieceKind::front, PieceKind::leftSleeve, PieceKind::rightSleeve, PieceKind::neckTrim};
}

bool isSleeve(PieceKind kind) {
    return kind == PieceKind::leftSleeve || kind == PieceKind::rightSleeve;
}

bool isTrim(PieceKind kind) {
    return kind == PieceKind::neckTrim || kind == PieceKind::leftArmTrim || kind == PieceKind::rightArmTrim;
}

std::vector<Measure> pulloverNeeds(const Choices& choices) {
    std::vector<Measure> needs = {Measure::headGirth, Measure::neckWidth,    Measure::shoulderDrop,
                                  Measure::chest,     Measure::armholeDepth, Measure::bodyLength};
    if (choices.neck != NeckKind::boat)
        needs.push_back(Measure::frontNeckDepth);
    if (choices.body != BodyKind::dropShoulder)
        needs.push_back(Measure::crossBack);
    if (choices.sides != SideKind::straight)
        needs.push_back(Measure::hip);
    if (choices.sides == SideKind::waisted)
        needs.insert(needs.end(), {Measure::waist, Measure::backNeckToWaist});
    if (choices.body != BodyKind::sleeveless)
        needs.insert(needs.end(), {Measure::centreBackToWrist, Measure::upperArm, Measure::wrist});
    std::ranges::sort(needs);
    return needs;
}

std::optional<PulloverMeasures> pulloverMeasures(const Project& project) {
    const auto get = [&](Measure measure) { return withEase(project.wearer, project.ease, measure); };
    const Choices& choices = project.choices;
    for (const Measure each : pulloverNeeds(choices))
        if (!get(each))
            return std::nullopt;
    PulloverMeasures m;
    m.neck = choices.neck;
    m.sides = choices.sides;
    m.width = *get(Measure::chest) / 2.0;
    m.hemWidth = choices.sides == SideKind::straight ? m.width : *get(Measure::hip) / 2.0;
    if (choices.sides == SideKind::waisted) {
        m.waistWidth = *get(Measure::waist) / 2.0;
        m.waistHeight = *get(Measure::bodyLength) - *get(Measure::backNeckToWaist);
    }
    m.upperWidth = m.width;
    if (choices.body != BodyKind::dropShoulder) {
        m.upperWidth =
            *get(Measure::crossBack) - (choices.body == BodyKind::sleeveless ? choices.narrower * 2.0 : Length());
        m.underarm = std::clamp(m.armholeInset(), Length(), choices.underarm);
    }
    m.length = *get(Measure::bodyLength);
    m.armholeDepth = *get(Measure::armholeDepth);
    m.neckWidth = *get(Measure::neckWidth);
    if (choices.neck != NeckKind::boat)
        m.neckDepth = *get(Measure::frontNeckDepth);
    m.shoulderDrop = choices.shoulder == ShoulderKind::shortRows ? *get(Measure::shoulderDrop) : Length();
    if (choices.body != BodyKind::sleeveless) {
        m.upperArm = *get(Measure::upperArm);
        m.sleeveTop = choices.body == BodyKind::setIn ? m.upperArm : m.armholeDepth * 2.0;
        m.sleeveLength = *get(Measure::centreBackToWrist) - m.upperWidth / 2.0;
        m.wrist = *get(Measure::wrist);
    }
    m.cuffDepth = choices.cuff.depth;
    m.capTop = choices.capTop;
    m.capEase = choices.capEase;
    m.headGirth = project.wearer[Measure::headGirth]->value;
    return m;
}

std::vector<Finding> pulloverFindings(const PulloverMeasures& m, const Project& project) {
    std::vector<Finding> findings;
    const auto error = [&](const char* code, Phrase text) {
        findings.push_back({Severity::error, code, std::move(text)});
    };
    const Choices& choices = project.choices;
    const bool sleeves = choices.body != BodyKind::sleeveless;
    const bool boat = choices.neck == NeckKind::boat;
    std::vector<Length> all = {m.width, m.hemWidth, m.upperWidth, m.length, m.armholeDepth, m.neckWidth};
    if (sleeves)
        all.insert(all.end(), {m.wrist, m.sleeveTop});
    if (!boat)
        all.push_back(m.neckDepth);
    if (m.sides == SideKind::waisted)
        all.push_back(m.waistWidth);
    for (const Length made : all)
        if (!(made > Length()) || made > mm(3000)) {
            error("measure_with_ease",
                  {"A measure with its ease comes to {0}: make it more than 0 and less than 3 m.", {made}});
            return findings;
        }
    const Length leastShoulder = mm(20);
    const Length leastInset = mm(10);
    if (choices.body != BodyKind::dropShoulder && m.armholeInset() < leastInset)
        error("no_armhole",
              {"{0} between the armholes leaves nothing of a body {1} wide to shape: make it at most {2}, give the "
               "chest more ease, or choose a drop shoulder.",
               {m.upperWidth, m.width, m.width - leastInset * 2.0}});
    if (m.neckWidth > m.upperWidth - leastShoulder * 2.0)
        error("neck_too_wide", {"A neck of {0} leaves no shoulders on a back of {1}: make the neck at most {2} wide.",
                                {m.neckWidth, m.upperWidth, m.upperWidth - leastShoulder * 2.0}});
    const Length armholeTop = m.armholeDepth + m.shoulderDrop;
    if (!boat && m.neckDepth > armholeTop - mm(10))
        error("neck_too_deep", {"A front neck {0} deep would reach below the underarm: make it at most {1}.",
                                {m.neckDepth, armholeTop - mm(10)}});
    if (!boat && m.shoulderDrop > Length() && m.neckDepth < m.shoulderDrop + mm(10))
        error("neck_above_slope", {"A front neck {0} deep would begin above the shoulder slope of {1}: make it at "
                                   "least {2}, or choose straight shoulders.",
                                   {m.neckDepth, m.shoulderDrop, m.shoulderDrop + mm(10)}});
    for (const auto& [welt, what] : {std::pair{choices.bodyWelt, "body"}, {choices.cuff, "sleeve"}})
        if (welt.depth < mm(5) || welt.depth > mm(200))
            error("welt_depth",
                  {"A welt {0} deep on the {1} cannot be: 5 mm to 20 cm can.", {welt.depth, std::string(what)}});
    if (m.length - armholeTop < choices.bodyWelt.depth + mm(20))
        error("body_too_short",
              {"A length of {0} has no room for an armhole of {1} and a welt of {2}: make it at "
               "least {3}.",
               {m.length, armholeTop, choices.bodyWelt.depth, armholeTop + choices.bodyWelt.depth + mm(20)}});
    const Length waistFrom = choices.bodyWelt.depth + sideStraight;
    const Length waistTo = m.underarmHeight() - sideStraight - waistStraight;
    if (m.sides == SideKind::waisted && (m.waistHeight < waistFrom || m.waistHeight > waistTo))
        error(
            "waist_out_of_place",
            {"The waist lies {0} above the lower edge; sides can be shaped for one from {1} to {2}: change the body's "
             "length, or choose straight sides.",
             {m.waistHeight, waistFrom, waistTo}});
    Length cap;
    if (choices.body == BodyKind::setIn && !anyError(findings)) {
        if (const auto height = capHeight(m))
            cap = *height;
        else
            error("cap_too_wide",
                  {"An upper arm of {0} is longer round than both armhole edges, {1}: make the armhole deeper, or the "
                   "upper arm's ease smaller.",
                   {m.sleeveTop, armholesTogether(m)}});
        if (cap > armholeTop)
            error("cap_too_high",
                  {"The cap would be {0} high in an armhole {1} deep: give the upper arm more ease, or make the "
                   "armhole shallower.",
                   {cap, armholeTop}});
    }
    const Length leastSleeve = choices.cuff.depth + sleeveStraight + cap + mm(20);
    if (sleeves && m.sleeveLength < leastSleeve)
        error("sleeve_too_short", {"The sleeve comes to {0}: the back is too wide, or centre back to wrist too short. "
                                   "It needs at least {1}, cuff and cap included.",
                                   {m.sleeveLength, leastSleeve}});
    if (sleeves && m.wrist > m.sleeveTop)
        error("cuff_too_wide", {choices.body == BodyKind::setIn
                                    ? "A cuff of {0} is wider than the upper arm of {1}: make the wrist narrower, or "
                                      "give the upper arm more ease."
                                    : "A cuff of {0} is wider than the sleeve top of {1}: make the wrist narrower or "
                                      "the armhole deeper.",
                                {m.wrist, m.sleeveTop}});
    for (const auto& [depth, what] : {std::pair{choices.neckTrimDepth, "neck"}, {choices.armTrimDepth, "armhole"}})
        if (depth < mm(5) || depth > mm(80))
            error("trim_depth", {"A trim {0} deep at the {1} cannot be: 5 to 80 mm can.", {depth, std::string(what)}});
    if (choices.underarm < mm(5) || choices.underarm > mm(80))
        error("underarm", {"{0} bound off at the underarm cannot be: 5 to 80 mm can.", {choices.underarm}});
    if (choices.capTop < mm(30) || choices.capTop > mm(120))
        error("cap_top", {"A cap's top {0} wide cannot be: 30 to 120 mm can.", {choices.capTop}});
    if (choices.capEase < Length() || choices.capEase > mm(25))
        error("cap_ease", {"{0} of ease in a cap cannot be: 0 to 25 mm can.", {choices.capEase}});
    if (choices.narrower < Length() || choices.narrower > mm(60))
        error("narrower", {"{0} less on each side cannot be: 0 to 60 mm can.", {choices.narrower}});
    if (anyError(findings))
        return findings;

    if (m.sides == SideKind::aLine && m.hemWidth < m.width)
        findings.push_back({Severity::note,
                            "hem_narrower",
                            {"At the hem it is {0} wide, less than the {1} at the chest: more ease at the hip makes it "
                             "flare.",
                             {m.hemWidth, m.width}}});
    if (m.sides == SideKind::waisted && m.waistWidth > std::min(m.width, m.hemWidth))
        findings.push_back({Severity::note,
                            "waist_wide",
                            {"At the waist it is {0} wide, more than at the chest or the hem: less ease at the waist "
                             "draws it in.",
                             {m.waistWidth}}});
    if (m.upperArm > m.sleeveTop)
        findings.push_back({Severity::warning,
                            "arm_tight",
                            {"The sleeve top, {0}, is tighter than the upper arm with its ease, {1}: make the armhole "
                             "deeper?",
                             {m.sleeveTop, m.upperArm}}});
    if (neckOpening(m) * neckStretch < m.headGirth)
        findings.push_back({Severity::warning,
                            "head_tight",
                            {"A neck opening of {0} stretches to about {1}: a head of {2} will hardly pass. Make it "
                             "wider or deeper.",
                             {neckOpening(m), neckOpening(m) * neckStretch, m.headGirth}}});
    return findings;
}

Outline bodyOutline(const PulloverMeasures& m, PieceKind piece, Length welt) {
    const Length neck = m.neckWidth / 2.0;
    const Length shoulder = m.length - m.shoulderDrop;
    const Length upper = m.upperWidth / 2.0;
    const std::vector<OutlinePoint> neckLine =
        piece == PieceKind::front ? frontNeck(m) : std::vector<OutlinePoint>{{neck, m.length}, {-neck, m.length}};
    const std::vector<OutlinePoint> armhole = armholeLine(m);
    const std::vector<OutlinePoint> side = sideLine(m, welt);
    return {piece,
            {{"hem", {mirrored(side.front()), side.front()}},
             {"side_right", side},
             {"armhole_right", armhole},
             {"shoulder_right", {{upper, shoulder}, {neck, m.length}}},
             {"neck", neckLine},
             {"shoulder_left", {{-neck, m.length}, {-upper, shoulder}}},
             {"armhole_left", mirroredBack(armhole)},
             {"side_left", mirroredBack(side)}}};
}

Outline sleeveOutline(const PulloverMeasures& m, PieceKind piece) {
    const Length wrist = m.wrist / 2.0;
    const Length top = m.sleeveTop / 2.0;
    const Length cap = m.hasArmhole() ? capHeight(m).value_or(Length()) : Length();
    const Length underarm = m.sleeveLength - cap;
    const std::vector<OutlinePoint> seam = {
        {wrist, Length()}, {wrist, m.cuffDepth}, {top, underarm - sleeveStraight}, {top, underarm}};
    Outline outline{piece, {{"hem", {{-wrist, Length()}, {wrist, Length()}}}, {"seam_right", seam}}};
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

Length neckOpening(const PulloverMeasures& m) {
    return pathLength(frontNeck(m)) + m.neckWidth;
}

Length armholeEdge(Length underarm, Length curveWidth, Length curveHeight, Length straight) {
    return underarm + quarterEllipseLength(curveWidth, curveHeight) + straight;
}

Length capEdge(Length underarm, Length side, Length height, Length top) {
    return (underarm + bellLength(side, height)) * 2.0 + top;
}

std::optional<Length> capHeight(const PulloverMeasures& m) {
    const Length side = (m.sleeveTop - m.capTop) / 2.0 - m.underarm;
    const Length wanted = armholesTogether(m) + m.capEase;
    if (side <= Length() || capEdge(m.underarm, side, Length(), m.capTop) > wanted)
        return std::nullopt;
    // The edge grows with the height, and is never shorter than both sides' heights.
    Length low;
    Length high = wanted;
    for (int i = 0; i < 40; ++i) {
        const Length middle = (low + high) / 2.0;
        (capEdge(m.underarm, side, middle, m.capTop) < wanted ? low : high) = middle;
    }
    return low;
}

Side wearerSide(PieceKind piece, Side machineSide) {
    return piece == PieceKind::back ? opposite(machineSide) : machineSide;
}

} // namespace vestimen
