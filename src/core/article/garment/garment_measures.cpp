// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/garment_measures.h"

#include "core/shaping/curved_edges.h"

#include <algorithm>

namespace vestimen {
namespace {

/// The lower edge of a sleeve that ends so far below the underarm, on the line from the arm to the wrist.
Length shortEdge(Length top, Length wrist, Length shortened, Length whole) {
    return whole > shortened ? top + (wrist - top) * (shortened / whole) : wrist;
}

/// The height for which the cap fits both armholes plus ease.
std::optional<Length> capHeight(const GarmentMeasures& m) {
    if (m.body == BodyKind::raglan)
        return m.sleeveTop - m.underarm * 2.0 > m.capTop ? std::optional(m.armholeDepth) : std::nullopt;
    const Length side = (m.sleeveTop - m.capTop) / 2.0 - m.underarm;
    const Length wanted = armholesTogether(m) + m.capEase;
    if (side <= Length() || capEdge(m.underarm, side, Length(), m.capTop) > wanted)
        return std::nullopt;
    // The edge grows with the height, and is never shorter than both sides' heights.
    Length low;
    Length high = wanted;
    for (int i = 0; i < 24; ++i) { // to less than 0.001 mm for anything that is worn
        const Length middle = (low + high) / 2.0;
        (capEdge(m.underarm, side, middle, m.capTop) < wanted ? low : high) = middle;
    }
    return low;
}

void measureSleeve(GarmentMeasures& m, const GarmentBrief& project) {
    const Garment& choices = project.choices;
    const auto get = [&](Measure measure) { return withEase(project.wearer, project.ease, measure); };
    m.cuffDepth = choices.sleeves.cuff.depth;
    m.capTop = choices.sleeves.capTop;
    m.capEase = choices.sleeves.capEase;
    m.upperArm = *get(Measure::upperArm);
    m.sleeveTop = choices.body.kind == BodyKind::dropShoulder ? m.armholeDepth * 2.0 : m.upperArm;
    if (m.hasArmhole())
        m.cap = capHeight(m);
    const Length cap = m.cap.value_or(Length());
    const bool shortened = choices.sleeves.reach == SleeveReach::shortened;
    const bool tapered = choices.sleeves.line == SleeveLine::tapered;
    Length below = choices.sleeves.shortLength;
    m.wrist = m.sleeveTop;
    if (!shortened || tapered) {
        const Length whole = *get(Measure::centreBackToWrist) - m.upperWidth / 2.0 - cap;
        if (!shortened)
            below = whole;
        if (tapered)
            m.wrist = shortEdge(m.sleeveTop, *get(Measure::wrist), below, whole);
    }
    // A gathered cuff has the wrist's measure; the sleeve above it is fuller, but no wider than its top.
    const double gather = Garment::gatherOf(choices.sleeves.cuff);
    const Length cuff = tapered ? m.wrist : m.wrist * (1.0 - gather);
    m.wrist = std::max(m.wrist, std::min(cuff / (1.0 - gather), m.sleeveTop));
    m.cuffGather = 1.0 - cuff / m.wrist;
    m.sleeveLength = below + cap;
}

} // namespace

std::vector<Measure> garmentNeeds(const Garment& choices) {
    std::vector<Measure> needs = {Measure::headGirth, Measure::shoulderDrop, Measure::chest, Measure::armholeDepth,
                                  Measure::bodyLength};
    if (choices.body.kind != BodyKind::strapped)
        needs.push_back(Measure::neckWidth);
    if (choices.neck.kind != NeckKind::boat) {
        needs.push_back(Measure::frontNeckDepth);
        if (choices.neck.atBack && choices.body.kind != BodyKind::strapped)
            needs.push_back(Measure::backNeckDepth);
    }
    if (choices.body.kind != BodyKind::dropShoulder && choices.body.kind != BodyKind::raglan)
        needs.push_back(Measure::crossBack);
    if (choices.body.sides != SideKind::straight)
        needs.push_back(Measure::hip);
    if (choices.body.sides == SideKind::waisted)
        needs.insert(needs.end(), {Measure::waist, Measure::backNeckToWaist});
    if (choices.hasSleeves()) {
        const bool tapered = choices.sleeves.line == SleeveLine::tapered;
        needs.push_back(Measure::upperArm);
        if (tapered || choices.sleeves.reach == SleeveReach::full)
            needs.push_back(Measure::centreBackToWrist);
        if (tapered)
            needs.push_back(Measure::wrist);
    }
    std::ranges::sort(needs);
    return needs;
}

std::optional<GarmentMeasures> garmentMeasures(const GarmentBrief& project) {
    const auto get = [&](Measure measure) { return withEase(project.wearer, project.ease, measure); };
    const Garment& choices = project.choices;
    for (const Measure each : garmentNeeds(choices))
        if (!get(each))
            return std::nullopt;
    GarmentMeasures m;
    m.body = choices.body.kind;
    m.neck = choices.neck.kind;
    m.hemFlat = choices.hem.flat;
    m.hemProfile = choices.hem.profile;
    m.hemLastAtOnce = choices.hem.lastAtOnce;
    m.neckFlat = choices.neck.flat;
    m.neckStraight = choices.neck.straight;
    m.neckProfile = choices.neck.profile;
    m.sides = choices.body.sides;
    m.backInHalves = choices.backInHalves();
    m.frontInHalves = choices.frontInHalves();
    m.openFront = choices.isCardigan();
    m.opening = choices.isCardigan() ? choices.opening.band.depth : Length();
    m.width = *get(Measure::chest) / 2.0;
    m.hemRise = choices.hem.line == HemLine::curved ? choices.hem.rise : Length();
    m.hemWidth = choices.body.sides == SideKind::straight ? m.width : *get(Measure::hip) / 2.0;
    m.hemGather = Garment::gatherOf(choices.body.welt);
    if (choices.body.sides == SideKind::waisted) {
        m.waistWidth = *get(Measure::waist) / 2.0;
        m.waistHeight = *get(Measure::bodyLength) - *get(Measure::backNeckToWaist);
    }
    m.length = *get(Measure::bodyLength);
    m.armholeDepth = *get(Measure::armholeDepth);
    m.upperWidth = m.width;
    switch (choices.body.kind) {
    case BodyKind::dropShoulder:
        break;
    case BodyKind::setIn:
        m.upperWidth = *get(Measure::crossBack);
        break;
    case BodyKind::raglan: // the slanting lines end at the neck
        m.upperWidth = *get(Measure::neckWidth) + raglanTip * 2.0;
        m.armholeDepth += *get(Measure::shoulderDrop);
        break;
    case BodyKind::sleeveless:
    case BodyKind::strapped:
        m.upperWidth = *get(Measure::crossBack) - choices.body.narrower * 2.0;
        break;
    }
    if (choices.body.kind != BodyKind::dropShoulder)
        m.underarm = std::clamp(m.armholeInset(), Length(), choices.body.underarm);
    m.neckWidth =
        choices.body.kind == BodyKind::strapped ? m.upperWidth - choices.straps.width * 2.0 : *get(Measure::neckWidth);
    if (choices.neck.kind != NeckKind::boat) {
        m.neckDepth = *get(Measure::frontNeckDepth);
        if (choices.body.kind == BodyKind::strapped)
            m.backNeckDepth = choices.straps.backDepth;
        else if (choices.neck.atBack)
            m.backNeckDepth = *get(Measure::backNeckDepth);
    }
    if (choices.hasShoulders() && choices.body.shoulder != ShoulderKind::straight)
        m.shoulderDrop = *get(Measure::shoulderDrop);
    if (choices.hasSleeves())
        measureSleeve(m, project);
    m.headGirth = project.wearer[Measure::headGirth]->value;
    if (choices.hasSidePanels()) {
        // All as wide as each other, as far as the seams go through the shoulders.
        const Length shoulder = (m.upperWidth - m.neckWidth) / 2.0;
        const Length least = std::min(leastOfShoulder, shoulder / 2.0);
        m.sidePanel = m.armholeInset() + std::clamp(m.width / (choices.backInHalves() ? 4.0 : 3.0) - m.armholeInset(),
                                                    least, std::max(least, shoulder - least));
    }
    return m;
}

Length armholeEdge(Length underarm, Length curveWidth, Length curveHeight, Length straight) {
    return underarm + quarterEllipseLength(curveWidth, curveHeight) + straight;
}

Length capEdge(Length underarm, Length side, Length height, Length top) {
    return (underarm + bellLength(side, height)) * 2.0 + top;
}

Length armholesTogether(const GarmentMeasures& m) {
    const Length height = m.armholeDepth * armholeCurveShare;
    return armholeEdge(m.underarm, m.armholeInset() - m.underarm, height, m.armholeDepth - height) * 2.0;
}

} // namespace vestimen
