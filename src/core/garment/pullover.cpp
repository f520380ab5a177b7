// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/garment/pullover.h"

#include <cmath>

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
std::vector<OutlinePoint> roundNeck(const PulloverMeasures& m) {
    const Length half = m.neckWidth / 2.0;
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

} // namespace

const char* key(PieceKind kind) {
    static constexpr std::array keys = {"back", "front", "left_sleeve", "right_sleeve", "neck_trim"};
    return keys[static_cast<std::size_t>(kind)];
}

const char* label(PieceKind kind) {
    static constexpr std::array labels = {"Back", "Front", "Left sleeve", "Right sleeve", "Neck trim"};
    return labels[static_cast<std::size_t>(kind)];
}

const std::vector<Measure>& pulloverNeeds() {
    static const std::vector<Measure> needs = {
        Measure::headGirth,    Measure::neckWidth,  Measure::frontNeckDepth,    Measure::shoulderDrop, Measure::chest,
        Measure::armholeDepth, Measure::bodyLength, Measure::centreBackToWrist, Measure::upperArm,     Measure::wrist};
    return needs;
}

std::optional<PulloverMeasures> pulloverMeasures(const Project& project) {
    const auto get = [&](Measure measure) { return withEase(project.wearer, project.ease, measure); };
    for (const Measure each : pulloverNeeds())
        if (!get(each))
            return std::nullopt;
    PulloverMeasures m;
    m.width = *get(Measure::chest) / 2.0;
    m.length = *get(Measure::bodyLength);
    m.armholeDepth = *get(Measure::armholeDepth);
    m.neckWidth = *get(Measure::neckWidth);
    m.neckDepth = *get(Measure::frontNeckDepth);
    m.shoulderDrop = project.choices.shoulder == ShoulderKind::shortRows ? *get(Measure::shoulderDrop) : Length();
    m.sleeveTop = m.armholeDepth * 2.0;
    m.sleeveLength = *get(Measure::centreBackToWrist) - m.width / 2.0;
    m.cuffDepth = project.choices.cuff.depth;
    m.wrist = *get(Measure::wrist);
    m.upperArm = *get(Measure::upperArm);
    m.headGirth = project.wearer[Measure::headGirth]->value;
    return m;
}

std::vector<Finding> pulloverFindings(const PulloverMeasures& m, const Project& project) {
    std::vector<Finding> findings;
    const auto error = [&](const char* code, Phrase text) {
        findings.push_back({Severity::error, code, std::move(text)});
    };
    const Choices& choices = project.choices;
    for (const Length made : {m.width, m.length, m.armholeDepth, m.neckWidth, m.neckDepth, m.wrist})
        if (!(made > Length()) || made > mm(3000)) {
            error("measure_with_ease",
                  {"A measure with its ease comes to {0}: make it more than 0 and less than 3 m.", {made}});
            return findings;
        }
    const Length leastShoulder = mm(20);
    if (m.neckWidth > m.width - leastShoulder * 2.0)
        error("neck_too_wide", {"A neck of {0} leaves no shoulders on a back of {1}: make the neck at most {2} wide.",
                                {m.neckWidth, m.width, m.width - leastShoulder * 2.0}});
    const Length armholeTop = m.armholeDepth + m.shoulderDrop;
    if (m.neckDepth > armholeTop - mm(10))
        error("neck_too_deep", {"A front neck {0} deep would reach below the underarm: make it at most {1}.",
                                {m.neckDepth, armholeTop - mm(10)}});
    if (m.shoulderDrop > Length() && m.neckDepth < m.shoulderDrop + mm(10))
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
    if (m.sleeveLength < choices.cuff.depth + sleeveStraight + mm(20))
        error("sleeve_too_short", {"The sleeve comes to {0}: the back is too wide, or centre back to wrist too short. "
                                   "It needs at least {1}.",
                                   {m.sleeveLength, choices.cuff.depth + sleeveStraight + mm(20)}});
    if (m.wrist > m.sleeveTop)
        error("cuff_too_wide", {"A cuff of {0} is wider than the sleeve top of {1}: make the wrist narrower or the "
                                "armhole deeper.",
                                {m.wrist, m.sleeveTop}});
    if (choices.neckTrimDepth < mm(5) || choices.neckTrimDepth > mm(80))
        error("trim_depth", {"A neck trim {0} deep cannot be: 5 to 80 mm can.", {choices.neckTrimDepth}});
    if (anyError(findings))
        return findings;

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

Outline bodyOutline(const PulloverMeasures& m, PieceKind piece) {
    const Length half = m.width / 2.0;
    const Length neck = m.neckWidth / 2.0;
    const Length shoulder = m.length - m.shoulderDrop;
    std::vector<OutlinePoint> neckLine = {{neck, m.length}, {-neck, m.length}};
    if (piece == PieceKind::front)
        neckLine = roundNeck(m);
    return {piece,
            {{"hem", {{-half, Length()}, {half, Length()}}},
             {"side_right", {{half, Length()}, {half, shoulder}}},
             {"shoulder_right", {{half, shoulder}, {neck, m.length}}},
             {"neck", neckLine},
             {"shoulder_left", {{-neck, m.length}, {-half, shoulder}}},
             {"side_left", {{-half, shoulder}, {-half, Length()}}}}};
}

Outline sleeveOutline(const PulloverMeasures& m, PieceKind piece) {
    const Length wrist = m.wrist / 2.0;
    const Length top = m.sleeveTop / 2.0;
    const Length straightFrom = m.sleeveLength - sleeveStraight;
    return {piece,
            {{"hem", {{-wrist, Length()}, {wrist, Length()}}},
             {"seam_right", {{wrist, Length()}, {wrist, m.cuffDepth}, {top, straightFrom}, {top, m.sleeveLength}}},
             {"top", {{top, m.sleeveLength}, {-top, m.sleeveLength}}},
             {"seam_left", {{-top, m.sleeveLength}, {-top, straightFrom}, {-wrist, m.cuffDepth}, {-wrist, Length()}}}}};
}

Length neckOpening(const PulloverMeasures& m) {
    return pathLength(roundNeck(m)) + m.neckWidth;
}

Side wearerSide(PieceKind piece, Side machineSide) {
    return piece == PieceKind::back ? opposite(machineSide) : machineSide;
}

} // namespace vestimen
