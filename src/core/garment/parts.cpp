// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/garment/parts.h"

#include "core/garment/garment_measures.h"

#include <algorithm>

namespace vestimen {
namespace {

/// Changes a measure's ease so that the measure with ease comes out longer by `by`.
void addEase(Project& project, Measure measure, Length by) {
    Ease& ease = project.ease[static_cast<std::size_t>(measure)];
    if (ease.kind == Ease::Kind::fit)
        ease = {Ease::Kind::length, easeLength(project.wearer, project.ease, measure).mm()};
    if (ease.kind == Ease::Kind::percent) {
        const auto& taken = project.wearer[measure];
        if (taken && taken->value > Length())
            ease.value += 100.0 * (by / taken->value);
        return;
    }
    ease.value += by.mm();
}

/// A flat middle that grows at both its ends by so much.
double widened(double flat, Length by, Length width, double least, double most) {
    return width > Length() ? std::clamp(flat + by * 2.0 / width, least, most) : flat;
}

} // namespace

bool hasRoundNeck(PieceKind piece, const Choices& choices) {
    if (isTrim(piece) || isSleeve(piece) || choices.neck == NeckKind::boat)
        return false;
    return isBack(piece) ? choices.backNeck || choices.body == BodyKind::strapped : choices.neck == NeckKind::round;
}

std::vector<Part> partsOf(PieceKind piece, const Choices& choices) {
    if (isTrim(piece))
        return {Part::trimDepth};
    const bool shaped = choices.body != BodyKind::dropShoulder;
    std::vector<Part> parts = {Part::length, Part::welt};
    if (isSleeve(piece)) {
        parts.insert(parts.end(), {Part::wrist, Part::sleeveTop});
        if (choices.body == BodyKind::setIn)
            parts.push_back(Part::cap);
        if (shaped)
            parts.push_back(Part::capTop);
        return parts;
    }
    if (choices.hemLine == HemLine::curved)
        parts.push_back(Part::hemFlat);
    if (choices.sides != SideKind::straight)
        parts.push_back(Part::hemWidth);
    if (choices.sides == SideKind::waisted)
        parts.push_back(Part::waist);
    parts.insert(parts.end(), {Part::width, Part::armhole});
    if (shaped && choices.body != BodyKind::raglan)
        parts.push_back(Part::upperWidth);
    if (choices.hasShoulders())
        parts.push_back(Part::shoulder);
    parts.push_back(Part::neckWidth);
    const bool back = isBack(piece);
    if (choices.neck != NeckKind::boat && (!back || choices.backNeck || choices.body == BodyKind::strapped))
        parts.push_back(Part::neckDepth);
    if (hasRoundNeck(piece, choices))
        parts.push_back(Part::neckFlat);
    return parts;
}

std::optional<ShapedEdge> edgeOf(Part part, PieceKind piece, const Choices& choices) {
    const bool shaped = choices.body != BodyKind::dropShoulder;
    switch (part) {
    case Part::length:
        return isSleeve(piece) ? std::optional(ShapedEdge::sleeve) : std::nullopt;
    case Part::wrist:
    case Part::sleeveTop:
        return ShapedEdge::sleeve;
    case Part::width:
    case Part::hemWidth:
    case Part::waist:
        return choices.sides == SideKind::straight ? std::nullopt : std::optional(ShapedEdge::sides);
    case Part::armhole:
    case Part::upperWidth:
        return shaped ? std::optional(ShapedEdge::armhole) : std::nullopt;
    case Part::neckDepth:
    case Part::neckWidth:
    case Part::neckFlat: {
        const bool vee = choices.neck == NeckKind::vee && !isBack(piece);
        return vee || choices.neckSchool != NeckSchool::hold ? std::optional(ShapedEdge::neck) : std::nullopt;
    }
    case Part::cap:
    case Part::capTop:
        return ShapedEdge::cap;
    case Part::none:
    case Part::welt:
    case Part::hemFlat:
    case Part::shoulder:
    case Part::trimDepth:
        break;
    }
    return std::nullopt;
}

std::vector<Quantity> quantitiesOf(Part part, PieceKind piece, const Choices& choices) {
    switch (part) {
    case Part::length:
        return {isSleeve(piece) ? Quantity::sleeveRows : Quantity::bodyRows};
    case Part::welt:
        return {isSleeve(piece) ? Quantity::cuffRows : Quantity::bodyWeltRows};
    case Part::width:
        if (isHalf(piece))
            return {isPanel(piece, choices) ? Quantity::panelStitches : Quantity::frontStitches,
                    Quantity::bodyStitches};
        return {Quantity::bodyStitches};
    case Part::hemFlat:
        return {Quantity::hemRiseRows};
    case Part::hemWidth:
        return {Quantity::hemStitches};
    case Part::waist:
        return {Quantity::waistStitches, Quantity::waistRows};
    case Part::armhole:
        return {Quantity::armholeRows};
    case Part::upperWidth:
        return {Quantity::upperStitches, Quantity::underarmStitches};
    case Part::cap:
        return {Quantity::capRows};
    case Part::capTop:
        return {Quantity::capTopStitches};
    case Part::neckDepth:
    case Part::neckFlat:
        return {isBack(piece) ? Quantity::backNeckRows : Quantity::neckRows};
    case Part::neckWidth:
        return {Quantity::neckStitches};
    case Part::shoulder:
        return {Quantity::shoulderRows};
    case Part::wrist:
        return {Quantity::wristStitches};
    case Part::sleeveTop:
        return {Quantity::sleeveTopStitches};
    case Part::trimDepth:
        if (isBand(piece))
            return {Quantity::bandRows, Quantity::bandStitches};
        if (!isNeckTrim(piece))
            return {Quantity::armTrimRows, Quantity::armTrimStitches};
        return {Quantity::trimRows, Quantity::trimStitches};
    case Part::none:
        break;
    }
    return {};
}

Project movedBy(Project project, PieceKind piece, Part part, int steps, const FabricGauge& gauge) {
    const Length rows = gauge.rows.unit() * steps;
    const Length stitches = gauge.stitches.unit() * steps;
    switch (part) {
    case Part::length: // the lower edge: down is longer
        addEase(project, isSleeve(piece) ? Measure::centreBackToWrist : Measure::bodyLength, -rows);
        break;
    case Part::welt:
        (isSleeve(piece) ? project.choices.cuff : project.choices.bodyWelt).depth += rows;
        break;
    case Part::width: // both sides, back and front
        addEase(project, Measure::chest, stitches * 4.0);
        break;
    case Part::hemFlat: // at both its ends
        if (const auto measures = garmentMeasures(project))
            project.choices.hemFlat =
                widened(project.choices.hemFlat, stitches, measures->hemWidth, leastHemFlat, mostHemFlat);
        break;
    case Part::hemWidth:
        addEase(project, Measure::hip, stitches * 4.0);
        break;
    case Part::waist:
        addEase(project, Measure::waist, stitches * 4.0);
        break;
    case Part::armhole:
        addEase(project, Measure::armholeDepth, -rows);
        break;
    case Part::upperWidth:
        addEase(project, Measure::crossBack, stitches * 2.0);
        break;
    case Part::cap: // higher, with a longer edge on both sides
        project.choices.capEase = std::clamp(project.choices.capEase + rows * 2.0, Length(), Length::millimetres(25));
        break;
    case Part::capTop:
        project.choices.capTop += stitches * 2.0;
        break;
    case Part::neckDepth:
        if (!isBack(piece))
            addEase(project, Measure::frontNeckDepth, -rows);
        else if (project.choices.body == BodyKind::strapped)
            project.choices.strapBack += -rows;
        else
            addEase(project, Measure::backNeckDepth, -rows);
        break;
    case Part::neckWidth: // between straps, these make room for it
        if (project.choices.body == BodyKind::strapped)
            project.choices.strap += -stitches;
        else
            addEase(project, Measure::neckWidth, stitches * 2.0);
        break;
    case Part::neckFlat: // at both its ends
        if (const auto measures = garmentMeasures(project))
            project.choices.neckFlat =
                widened(project.choices.neckFlat, stitches, measures->neckWidth, leastNeckFlat, mostNeckFlat);
        break;
    case Part::shoulder:
        addEase(project, Measure::shoulderDrop, -rows);
        break;
    case Part::wrist:
        addEase(project, Measure::wrist, stitches * 2.0);
        break;
    case Part::sleeveTop: // a straight top goes into an armhole of half its width; a cap goes round the arm
        if (project.choices.body == BodyKind::dropShoulder)
            addEase(project, Measure::armholeDepth, stitches);
        else
            addEase(project, Measure::upperArm, stitches * 2.0);
        break;
    case Part::trimDepth:
        (isNeckTrim(piece) ? project.choices.neckTrimDepth
         : isBand(piece)   ? project.choices.bandDepth
                           : project.choices.armTrimDepth) += rows / 2.0;
        break;
    case Part::none:
        break;
    }
    return project;
}

} // namespace vestimen
