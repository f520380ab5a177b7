// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/wearer/measure.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

constexpr Length mm(double value) {
    return Length::millimetres(value);
}

/// A measure this far off its neighbour among the starter sizes is asked about.
constexpr double doubtfulShare = 0.25;

} // namespace

const std::array<MeasureInfo, measureCount>& measureInfos() {
    static const std::array<MeasureInfo, measureCount> infos = {{
        {Measure::headGirth, "head_girth", "Head girth",
         "Round the head above the ears; the neck opening must pass it.", mm(250), mm(750)},
        {Measure::neckWidth, "neck_width", "Neck width",
         "Across the back of the neck, from one side of its base to the other.", mm(50), mm(300)},
        {Measure::frontNeckDepth, "front_neck_depth", "Front neck depth",
         "From the height of the neck's side straight down to where the front neck shall lie.", mm(10), mm(350)},
        {Measure::shoulderDrop, "shoulder_drop", "Shoulder drop",
         "How much lower the shoulder's end lies than the neck's side.", mm(0), mm(120)},
        {Measure::chest, "chest", "Chest", "Round the fullest part, tape level, arms down.", mm(300), mm(2000)},
        {Measure::armholeDepth, "armhole_depth", "Armhole depth",
         "From the shoulder's end straight down to the level of the underarm.", mm(60), mm(450)},
        {Measure::bodyLength, "body_length", "Body length",
         "From the neck's side straight down to where the hem shall be.", mm(150), mm(1200)},
        {Measure::centreBackToWrist, "centre_back_to_wrist", "Centre back to wrist",
         "From the bone at the neck over the shoulder to the wrist, arm a little bent.", mm(200), mm(1200)},
        {Measure::upperArm, "upper_arm", "Upper arm", "Round the arm at its fullest.", mm(100), mm(700)},
        {Measure::wrist, "wrist", "Wrist", "Round the wrist over the bone.", mm(70), mm(350)},
    }};
    return infos;
}

const MeasureInfo& info(Measure measure) {
    return measureInfos()[static_cast<std::size_t>(measure)];
}

std::optional<Measure> measureFromKey(std::string_view key) {
    for (const MeasureInfo& each : measureInfos())
        if (key == each.key)
            return each.measure;
    return std::nullopt;
}

std::optional<Length> withEase(const Wearer& wearer, const EaseTable& ease, Measure measure) {
    const auto& taken = wearer[measure];
    if (!taken)
        return std::nullopt;
    const Ease& room = ease[static_cast<std::size_t>(measure)];
    return room.kind == Ease::Kind::length ? taken->value + mm(room.value) : taken->value * (1.0 + room.value / 100.0);
}

EaseTable easyFit() {
    EaseTable ease;
    ease[static_cast<std::size_t>(Measure::chest)].value = 80.0;
    ease[static_cast<std::size_t>(Measure::upperArm)].value = 40.0;
    ease[static_cast<std::size_t>(Measure::wrist)].value = 40.0;
    return ease;
}

const std::vector<StarterSize>& starterSizes() {
    //                           head neck fneck drop chest armh. body  cb-wr  arm  wrist
    static const std::vector<StarterSize> sizes = {
        {"baby", {{440, 110, 35, 20, 480, 120, 270, 290, 150, 110}}},
        {"small child", {{500, 120, 45, 25, 560, 130, 360, 400, 180, 125}}},
        {"child", {{530, 135, 60, 30, 680, 160, 460, 560, 215, 140}}},
        {"youth", {{550, 150, 75, 35, 800, 185, 560, 690, 260, 155}}},
        {"adult small", {{560, 165, 85, 40, 880, 200, 600, 760, 280, 160}}},
        {"adult medium", {{570, 175, 90, 42, 980, 215, 630, 790, 310, 170}}},
        {"adult large", {{580, 185, 95, 45, 1080, 230, 660, 820, 340, 180}}},
        {"adult very large", {{590, 195, 100, 48, 1220, 245, 690, 840, 380, 190}}},
    };
    return sizes;
}

const StarterSize& nearestStarterSize(Length chest) {
    constexpr auto at = static_cast<std::size_t>(Measure::chest);
    return *std::min_element(starterSizes().begin(), starterSizes().end(), [&](const auto& a, const auto& b) {
        return std::abs(a.mm[at] - chest.mm()) < std::abs(b.mm[at] - chest.mm());
    });
}

Wearer withBorrowedMeasures(Wearer wearer) {
    const auto& chest = wearer[Measure::chest];
    const StarterSize& size = nearestStarterSize(chest ? chest->value : mm(980));
    for (std::size_t i = 0; i < measureCount; ++i)
        if (!wearer.measures[i])
            wearer.measures[i] = MeasureValue{mm(size.mm[i]), true, {}};
    return wearer;
}

std::vector<Finding> measureFindings(const Wearer& wearer) {
    std::vector<Finding> findings;
    for (const MeasureInfo& each : measureInfos()) {
        const auto& taken = wearer[each.measure];
        if (!taken)
            findings.push_back(
                {Severity::error,
                 "measure_missing",
                 {"{0} is missing: take it, or borrow it from a starter size.", {std::string(each.label)}}});
        else if (!(taken->value >= each.least && taken->value <= each.most))
            findings.push_back({Severity::error,
                                "measure_absurd",
                                {"{0} of {1} cannot be: it lies between {2} and {3}.",
                                 {std::string(each.label), taken->value, each.least, each.most}}});
    }
    if (anyError(findings))
        return findings;

    const auto value = [&](Measure measure) { return wearer[measure]->value; };
    const auto question = [&](const char* code, Phrase text) {
        findings.push_back({Severity::warning, code, std::move(text)});
    };
    if (value(Measure::wrist) > value(Measure::upperArm))
        question("wrist_over_arm", {"The wrist, {0}, is wider than the upper arm, {1}: are the two swapped?",
                                    {value(Measure::wrist), value(Measure::upperArm)}});
    const Length chest = value(Measure::chest);
    const Length depth = value(Measure::armholeDepth);
    const Length shallow = chest * 0.12 + mm(60);
    const Length deep = chest * 0.20 + mm(60);
    if (depth < shallow || depth > deep)
        question("armhole_doubtful", {"An armhole depth of {0} is unusual for a chest of {1}: {2} to {3} is usual.",
                                      {depth, chest, shallow, deep}});
    const StarterSize& size = nearestStarterSize(chest);
    for (const MeasureInfo& each : measureInfos()) {
        const Length usual = mm(size.mm[static_cast<std::size_t>(each.measure)]);
        if (std::abs(value(each.measure) / usual - 1.0) > doubtfulShare)
            question("measure_doubtful", {"{0} of {1} is far from the {2} usual for that chest: right?",
                                          {std::string(each.label), value(each.measure), usual}});
    }
    return findings;
}

} // namespace vestimen
