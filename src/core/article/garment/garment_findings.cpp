// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/garment_outlines.h"
#include "core/ground/welt_findings.h"

namespace vestimen {
namespace {

constexpr Length mm(double value) {
    return Length::millimetres(value);
}
} // namespace

std::vector<Finding> choiceFindings(const GarmentBrief& project) {
    std::vector<Finding> findings;
    const auto error = [&](FindingCode code, Phrase text) {
        findings.push_back({Severity::error, code, std::move(text)});
    };
    const Garment& choices = project.choices;
    if (choices.neck.kind == NeckKind::boat && !choices.hasShoulders())
        error("boat_needs_shoulders", {choices.body.kind == BodyKind::raglan
                                           ? "A boat neck lies along the shoulders, and a raglan has none: choose a "
                                             "round, V or square neck."
                                           : "A boat neck lies along the shoulders, and straps leave none: choose a "
                                             "round, V or square neck.",
                                       {}});
    if (choices.neck.kind == NeckKind::boat && choices.isCardigan())
        error("boat_needs_closed_front",
              {"A boat neck goes straight across, and an open front needs a neck with some depth to end in: choose a "
               "round, V or square neck, or a closed front.",
               {}});
    if (choices.hasSidePanels() && !choices.hasShoulders())
        error("panels_need_shoulders", {choices.body.kind == BodyKind::raglan
                                            ? "The seams of three or four panels go up to the shoulders, and a raglan "
                                              "has none: choose one piece, or two panels."
                                            : "The seams of three or four panels go up to the shoulders, and straps "
                                              "leave none: choose one piece, or two panels.",
                                        {}});
    if (choices.sleevesKnittedDown() && choices.body.kind == BodyKind::raglan)
        error("raglan_down",
              {"A raglan sleeve is sewn along its slanting lines, with nothing to hang it on: knit it up "
               "from the cuff.",
               {}});
    for (const Welt* welt : {&choices.body.welt, &choices.sleeves.cuff})
        if (auto missing = bedsMissing(*welt, project.machine))
            findings.push_back(std::move(*missing));
    if (choices.neck.trimFirst &&
        (choices.isCardigan() || choices.neck.kind == NeckKind::vee || choices.body.kind == BodyKind::raglan))
        error("trim_before_shoulders",
              {choices.isCardigan()
                   ? "The trim of an open front goes round it in one line: it is hung when both shoulders are joined."
               : choices.neck.kind == NeckKind::vee
                   ? "The trim of a V ends at its point, over both shoulders: it is hung when they are joined."
                   : "A raglan has no shoulders: its trim goes over the tops of the sleeves, and is hung when these "
                     "are in.",
               {}});
    for (const WeltKind kind : {choices.neck.trim.kind, choices.body.armTrim.kind})
        if (auto missing = bedsMissing({.kind = kind}, project.machine))
            findings.push_back(std::move(*missing));
    if (Garment::gatherOf(choices.body.welt) > 0.0 && (choices.isCardigan() || choices.hem.line == HemLine::curved))
        error("gathered_welt",
              {choices.isCardigan()
                   ? "The bands of an open front hang from straight edges, which a gathered welt draws "
                     "in: leave the body's welt ungathered, or close the front."
                   : "A curved lower edge is shaped from all of its stitches: leave its welt "
                     "ungathered, or choose a straight edge.",
               {}});
    for (const Welt* welt : {&choices.body.welt, &choices.sleeves.cuff})
        if (welt->gather < 0.0 || welt->gather > mostGather)
            error("gather_share", {"An edge gathered by {0} cannot be: 0 to {1} can.",
                                   {Figure{welt->gather * 100.0, 0, "%"}, Figure{mostGather * 100.0, 0, "%"}}});
    return findings;
}

std::vector<Finding> garmentFindings(const GarmentMeasures& m, const GarmentBrief& project) {
    std::vector<Finding> findings = choiceFindings(project);
    const auto error = [&](FindingCode code, Phrase text) {
        findings.push_back({Severity::error, code, std::move(text)});
    };
    const Garment& choices = project.choices;
    const bool sleeves = choices.hasSleeves();
    const bool boat = choices.neck.kind == NeckKind::boat;
    if (anyError(findings))
        return findings;
    const auto add = [&](std::optional<Finding> finding) {
        if (finding)
            findings.push_back(std::move(*finding));
    };
    if (sleeves)
        add(firmEdge("The cuff", choices.sleeves.cuff,
                     choices.sleevesKnittedDown() || choices.weltFollows(choices.sleeves.cuff),
                     key(pieces::leftSleeve)));
    add(firmEdge("The neck", choices.neck.trim.bindOff, key(pieces::neckTrim)));
    std::vector<Length> all = {m.width, m.hemWidth, m.upperWidth, m.length, m.armholeDepth, m.neckWidth};
    if (sleeves)
        all.insert(all.end(), {m.wrist, m.sleeveTop});
    if (!boat)
        all.push_back(m.neckDepth);
    if (m.sides == SideKind::waisted)
        all.push_back(m.waistWidth);
    if (m.isCardigan())
        all.push_back((m.width - m.opening) / 2.0);
    for (const Length made : all)
        if (!(made > Length()) || made > mm(3000)) {
            error("measure_with_ease",
                  {"A measure with its ease comes to {0}: make it more than 0 and less than 3 m.", {made}});
            return findings;
        }
    const Length leastShoulder = choices.hasShoulders() ? mm(20) : mm(8);
    const Length leastInset = mm(10);
    if (choices.body.kind != BodyKind::dropShoulder && m.armholeInset() < leastInset)
        error("no_armhole",
              {"{0} between the armholes leaves nothing of a body {1} wide to shape: make it at most {2}, give the "
               "chest more ease, or choose a drop shoulder.",
               {m.upperWidth, m.width, m.width - leastInset * 2.0}});
    if (choices.body.kind == BodyKind::strapped && (choices.straps.width < mm(15) || m.neckWidth < mm(80)))
        error("strap_width", {"Straps {0} wide leave a neck of {1}: make them at least 15 mm and at most {2}.",
                              {choices.straps.width, m.neckWidth, (m.upperWidth - mm(80)) / 2.0}});
    else if (m.neckWidth > m.upperWidth - leastShoulder * 2.0)
        error("neck_too_wide", {"A neck of {0} leaves no shoulders on a back of {1}: make the neck at most {2} wide.",
                                {m.neckWidth, m.upperWidth, m.upperWidth - leastShoulder * 2.0}});
    const Length armholeTop = m.armholeDepth + m.shoulderDrop;
    if (!boat && m.neckDepth > armholeTop - mm(10))
        error("neck_too_deep", {"A front neck {0} deep would reach below the underarm: make it at most {1}.",
                                {m.neckDepth, armholeTop - mm(10)}});
    if (m.backNeckDepth > Length() && (m.backNeckDepth < mm(8) || m.backNeckDepth > armholeTop - mm(10)))
        error("back_neck_depth",
              {"A back neck {0} deep cannot be: 8 mm to {1} can.", {m.backNeckDepth, armholeTop - mm(10)}});
    if (m.isCardigan() && !(m.opening >= mm(8) && m.opening <= m.neckWidth - mm(20)))
        error("band_depth", {"An open front is closed by its bands, and bands {0} deep cannot be: 8 mm to {1} can. Or "
                             "close the front.",
                             {m.opening, m.neckWidth - mm(20)}});
    if (!boat && m.shoulderDrop > Length() && m.neckDepth < m.shoulderDrop + mm(10))
        error("neck_above_slope", {"A front neck {0} deep would begin above the shoulder slope of {1}: make it at "
                                   "least {2}, or choose straight shoulders.",
                                   {m.neckDepth, m.shoulderDrop, m.shoulderDrop + mm(10)}});
    for (const auto& [welt, what] : {std::pair{choices.body.welt, "body"}, {choices.sleeves.cuff, "sleeve"}})
        if (welt.hasDepth() && (welt.depth < mm(5) || welt.depth > mm(200)))
            error("welt_depth",
                  {"A welt {0} deep on the {1} cannot be: 5 mm to 20 cm can.", {welt.depth, std::string(what)}});
    if (m.length - armholeTop < choices.body.welt.depth + mm(20))
        error("body_too_short",
              {"A length of {0} has no room for an armhole of {1} and a welt of {2}: make it at "
               "least {3}.",
               {m.length, armholeTop, choices.body.welt.depth, armholeTop + choices.body.welt.depth + mm(20)}});
    if (m.hemRise > Length() &&
        (m.hemRise < mm(15) || m.hemRise > m.underarmHeight() - choices.body.welt.depth - mm(40)))
        error("hem_rise", {"A lower edge {0} higher at the sides cannot be: 15 mm to {1} can.",
                           {m.hemRise, m.underarmHeight() - choices.body.welt.depth - mm(40)}});
    const Length waistFrom = choices.body.welt.depth + m.hemRise + sideStraight;
    const Length waistTo = m.underarmHeight() - sideStraight - waistStraight;
    if (m.sides == SideKind::waisted && (m.waistHeight < waistFrom || m.waistHeight > waistTo))
        error(
            "waist_out_of_place",
            {"The waist lies {0} above the lower edge; sides can be shaped for one from {1} to {2}: change the body's "
             "length, or choose straight sides.",
             {m.waistHeight, waistFrom, waistTo}});
    Length cap;
    if (m.hasArmhole() && sleeves && !anyError(findings)) {
        if (m.cap)
            cap = *m.cap;
        else if (choices.body.kind == BodyKind::raglan)
            error("raglan_top",
                  {"A sleeve of {0} less {1} at each underarm is no wider than its top of {2}: make the top narrower, "
                   "or give the upper arm more ease.",
                   {m.sleeveTop, m.underarm, m.capTop}});
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
    const Length leastSleeve = choices.sleeves.cuff.depth + sleeveStraight + cap + mm(20);
    if (sleeves && m.sleeveLength < leastSleeve && choices.sleeves.reach == SleeveReach::shortened)
        error("short_sleeve",
              {"A short sleeve of {0} below the underarm has no room for its edge: make it at least {1}.",
               {choices.sleeves.shortLength, leastSleeve - cap}});
    else if (sleeves && m.sleeveLength < leastSleeve)
        error("sleeve_too_short", {"The sleeve comes to {0}: the back is too wide, or centre back to wrist too short. "
                                   "It needs at least {1}, cuff and cap included.",
                                   {m.sleeveLength, leastSleeve}});
    if (sleeves && m.wrist > m.sleeveTop)
        error("cuff_too_wide",
              {m.hasArmhole() ? "A cuff of {0} is wider than the upper arm of {1}: make the wrist narrower, or "
                                "give the upper arm more ease."
                              : "A cuff of {0} is wider than the sleeve top of {1}: make the wrist narrower or "
                                "the armhole deeper.",
               {m.wrist, m.sleeveTop}});
    for (const auto& [depth, what] :
         {std::pair{choices.neck.trim.depth, "neck"}, {choices.body.armTrim.depth, "armhole"}})
        if (depth < mm(5) || depth > mm(80))
            error("trim_depth", {"A trim {0} deep at the {1} cannot be: 5 to 80 mm can.", {depth, std::string(what)}});
    if (choices.body.underarm < mm(5) || choices.body.underarm > mm(80))
        error("underarm", {"{0} bound off at the underarm cannot be: 5 to 80 mm can.", {choices.body.underarm}});
    if (choices.sleeves.capTop < mm(30) || choices.sleeves.capTop > mm(120))
        error("cap_top", {"A cap's top {0} wide cannot be: 30 to 120 mm can.", {choices.sleeves.capTop}});
    if (choices.sleeves.capEase < Length() || choices.sleeves.capEase > mm(25))
        error("cap_ease", {"{0} of ease in a cap cannot be: 0 to 25 mm can.", {choices.sleeves.capEase}});
    if (m.isCardigan() && (choices.opening.buttons < 0 || choices.opening.buttons > 30))
        error("buttons", {"{0} buttons cannot be: 0 to 30 can.", {choices.opening.buttons}});
    if (choices.body.narrower < Length() || choices.body.narrower > mm(60))
        error("narrower", {"{0} less on each side cannot be: 0 to 60 mm can.", {choices.body.narrower}});
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
    return findings;
}

} // namespace vestimen
