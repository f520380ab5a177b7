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
    using enum Measure;
    using enum FigureView;
    static const std::array<MeasureInfo, measureCount> infos = {{
        {headGirth, "head_girth", "Head girth", "Round the head above the ears; the neck opening must pass it.",
         mm(250), mm(750), head, 0},
        {headHeight, "head_height", "Head height", "From the brow over the forehead up to the crown.", mm(80), mm(320),
         head, 0},
        {neckWidth, "neck_width", "Neck width", "Across the back of the neck, from one side of its base to the other.",
         mm(50), mm(300), front, 1},
        {backNeckDepth, "back_neck_depth", "Back neck depth",
         "From the height of the neck’s side straight down to the bone at the neck.", mm(0), mm(100), back, 1},
        {frontNeckDepth, "front_neck_depth", "Front neck depth",
         "From the height of the neck’s side straight down to where the front neck shall lie.", mm(10), mm(350), front,
         1},
        {shoulderLength, "shoulder_length", "Shoulder length",
         "From the neck’s side along the shoulder to its end, where the arm begins.", mm(30), mm(250), front, 1},
        {shoulderDrop, "shoulder_drop", "Shoulder drop", "How much lower the shoulder’s end lies than the neck’s side.",
         mm(0), mm(120), front, 1},
        {crossBack, "cross_back", "Cross-back", "Across the back, from one shoulder’s end to the other.", mm(150),
         mm(800), back, 1},
        {chest, "chest", "Chest", "Round the fullest part, tape level, arms down.", mm(300), mm(2000), front, 2},
        {armholeDepth, "armhole_depth", "Armhole depth",
         "From the shoulder’s end straight down to the level of the underarm.", mm(60), mm(450), front, 1},
        {waist, "waist", "Waist", "Round the narrowest part, or where a belt sits; tape level.", mm(250), mm(2000),
         front, 2},
        {backNeckToWaist, "back_neck_to_waist", "Back neck to waist",
         "From the bone at the neck straight down the back to the waist.", mm(120), mm(700), back, 1},
        {hip, "hip", "Hip", "Round the fullest part of the seat, tape level.", mm(300), mm(2200), front, 2},
        {bodyLength, "body_length", "Body length", "From the neck’s side straight down to where the hem shall be.",
         mm(150), mm(1200), front, 1},
        {centreBackToWrist, "centre_back_to_wrist", "Centre back to wrist",
         "From the bone at the neck over the shoulder to the wrist, arm a little bent.", mm(200), mm(1200), back, 1},
        {sleeveLength, "sleeve_length", "Sleeve length", "From the underarm along the inside of the arm to the wrist.",
         mm(80), mm(800), front, 1},
        {upperArm, "upper_arm", "Upper arm", "Round the arm at its fullest.", mm(100), mm(700), front, 2},
        {wrist, "wrist", "Wrist", "Round the wrist over the bone.", mm(70), mm(350), hand, 2},
        {palmGirth, "palm_girth", "Palm girth", "Round the palm over the knuckles, thumb left out.", mm(80), mm(350),
         hand, 0},
        {handLength, "hand_length", "Hand length", "From the wrist to the tip of the longest finger.", mm(60), mm(280),
         hand, 0},
        {wristToThumb, "wrist_to_thumb", "Wrist to thumb fork", "From the wrist to where the thumb leaves the palm.",
         mm(15), mm(120), hand, 0},
        {thumbGirth, "thumb_girth", "Thumb girth", "Round the thumb at its thickest.", mm(25), mm(120), hand, 0},
        {thumbLength, "thumb_length", "Thumb length", "From the fork to the tip of the thumb.", mm(15), mm(110), hand,
         0},
        {legLength, "leg_length", "Leg length", "From the floor up to where the stocking shall end.", mm(80), mm(1100),
         foot, 0},
        {ankleGirth, "ankle_girth", "Ankle girth", "Round the ankle over the bones.", mm(80), mm(450), foot, 0},
        {heelHeight, "heel_height", "Heel to floor height", "From the ankle bone down to the floor, at the heel.",
         mm(20), mm(150), foot, 0},
        {footGirth, "foot_girth", "Foot girth", "Round the ball of the foot, standing on it.", mm(80), mm(400), foot,
         0},
        {footLength, "foot_length", "Foot length", "From the heel to the tip of the longest toe, standing on it.",
         mm(70), mm(360), foot, 0},
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

void Wearer::take(Measure measure, const MeasureValue& value) {
    auto& current = (*this)[measure];
    if (current && !current->borrowed && !current->date.empty() && current->date != value.date)
        earlier[static_cast<std::size_t>(measure)].push_back(*current);
    current = value;
}

const std::vector<StarterSize>& starterSizes() {
    // In the order of Measure: head girth, height; neck width, back and front depth; shoulder length, drop; cross-back;
    // chest; armhole; waist; back to waist; hip; body; centre back to wrist; sleeve; upper arm; wrist; palm; hand;
    // wrist to thumb; thumb girth, length; leg; ankle; heel; foot girth, length.
    static const std::vector<StarterSize> sizes = {
        {"baby", true, {{440, 120, 110, 10,  35,  55, 20, 220, 480, 120, 460, 200, 480, 270,
                         290, 180, 150, 110, 115, 90, 25, 40,  25,  180, 135, 35,  125, 110}}},
        {"small child", true, {{500, 140, 120, 12,  45,  70,  25, 260, 560, 130, 530, 250, 580, 360,
                                400, 270, 180, 125, 135, 110, 30, 45,  32,  260, 160, 42,  155, 150}}},
        {"child", true, {{530, 155, 135, 15,  60,  90,  30, 310, 680, 160, 600, 310, 710, 460,
                          560, 370, 215, 140, 160, 140, 40, 52,  42,  360, 190, 52,  190, 195}}},
        {"youth", true, {{550, 165, 150, 18,  75,  110, 35, 370, 800, 185, 680, 380, 840, 560,
                          690, 440, 260, 155, 185, 170, 50, 60,  52,  440, 215, 62,  220, 235}}},
        {"adult small", false, {{560, 170, 165, 20,  85,  120, 40, 400, 880, 200, 720, 410, 940, 600,
                                 760, 450, 280, 160, 190, 175, 52, 62,  55,  450, 220, 65,  225, 240}}},
        {"adult medium", false, {{570, 175, 175, 20,  90,  130, 42, 430, 980, 215, 830, 430, 1030, 630,
                                  790, 460, 310, 170, 205, 185, 56, 66,  60,  460, 235, 70,  240,  255}}},
        {"adult large", false, {{580, 180, 185, 22,  95,  140, 45, 460, 1080, 230, 950, 445, 1120, 660,
                                 820, 470, 340, 180, 220, 195, 60, 72,  64,   470, 250, 75,  255,  270}}},
        {"adult very large", false, {{590, 185, 195, 25,  100, 145, 48, 500, 1220, 245, 1100, 460, 1250, 690,
                                      840, 480, 380, 190, 235, 200, 62, 76,  66,   480, 265,  78,  265,  280}}},
    };
    return sizes;
}

const StarterSize& nearestStarterSize(Length chest) {
    constexpr auto at = static_cast<std::size_t>(Measure::chest);
    return *std::min_element(starterSizes().begin(), starterSizes().end(), [&](const auto& a, const auto& b) {
        return std::abs(a.mm[at] - chest.mm()) < std::abs(b.mm[at] - chest.mm());
    });
}

Wearer borrowed(const StarterSize& size) {
    Wearer wearer;
    wearer.isChild = size.isChild;
    for (std::size_t i = 0; i < measureCount; ++i)
        wearer.measures[i] = MeasureValue{mm(size.mm[i]), true};
    return wearer;
}

Wearer withMeasures(Wearer present, const Wearer& read) {
    for (std::size_t i = 0; i < measureCount; ++i) {
        if (!read.measures[i])
            continue;
        const MeasureValue& now = *read.measures[i];
        std::vector<MeasureValue> history = present.earlier[i];
        if (present.measures[i] && !present.measures[i]->borrowed) // what was borrowed was never taken
            history.push_back(*present.measures[i]);
        history.insert(history.end(), read.earlier[i].begin(), read.earlier[i].end());
        std::vector<MeasureValue>& earlier = present.earlier[i];
        earlier.clear();
        for (const MeasureValue& each : history)
            if (!(each == now) && std::ranges::find(earlier, each) == earlier.end())
                earlier.push_back(each);
        std::ranges::stable_sort(earlier, {}, &MeasureValue::date);
        present.measures[i] = now;
    }
    return present;
}

Wearer withBorrowedMeasures(Wearer wearer) {
    const auto& chest = wearer[Measure::chest];
    const StarterSize& size = nearestStarterSize(chest ? chest->value : mm(980));
    for (std::size_t i = 0; i < measureCount; ++i)
        if (!wearer.measures[i])
            wearer.measures[i] = MeasureValue{mm(size.mm[i]), true};
    return wearer;
}

std::vector<Finding> measureFindings(const Wearer& wearer, const std::vector<Measure>& needed) {
    std::vector<Finding> findings;
    for (const Measure measure : needed) {
        const MeasureInfo& each = info(measure);
        const auto& taken = wearer[measure];
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

    // Questions are asked of the body only: a garment has its room in it.
    const auto body = [&](Measure measure) -> std::optional<Length> {
        const auto& taken = wearer[measure];
        return taken && !taken->onGarment ? std::optional(taken->value) : std::nullopt;
    };
    const auto question = [&](FindingCode code, Phrase text) {
        findings.push_back({Severity::warning, code, std::move(text)});
    };
    const auto both = [&](Measure a, Measure b, auto ask) {
        if (const auto x = body(a), y = body(b); x && y)
            ask(*x, *y);
    };
    const auto asked = [&](Measure measure) {
        return std::find(needed.begin(), needed.end(), measure) != needed.end();
    };
    if (asked(Measure::wrist) || asked(Measure::upperArm))
        both(Measure::wrist, Measure::upperArm, [&](Length wrist, Length arm) {
            if (wrist > arm)
                question("wrist_over_arm",
                         {"The wrist, {0}, is wider than the upper arm, {1}: are the two swapped?", {wrist, arm}});
        });
    if (asked(Measure::neckWidth))
        both(Measure::neckWidth, Measure::crossBack, [&](Length neck, Length back) {
            if (neck > back / 2.0)
                question("neck_over_back",
                         {"A neck width of {0} is over half of the cross-back, {1}: right?", {neck, back}});
        });
    if (asked(Measure::footLength) || asked(Measure::legLength))
        both(Measure::footLength, Measure::legLength, [&](Length foot, Length leg) {
            if (foot > leg)
                question("foot_over_leg",
                         {"The foot, {0}, is longer than the leg, {1}: are the two swapped?", {foot, leg}});
        });
    const auto chest = body(Measure::chest);
    if (!chest)
        return findings;
    if (const auto depth = body(Measure::armholeDepth); depth && asked(Measure::armholeDepth)) {
        const Length shallow = *chest * 0.12 + mm(60);
        const Length deep = *chest * 0.20 + mm(60);
        if (*depth < shallow || *depth > deep)
            question("armhole_doubtful", {"An armhole depth of {0} is unusual for a chest of {1}: {2} to {3} is usual.",
                                          {*depth, *chest, shallow, deep}});
    }
    const StarterSize& size = nearestStarterSize(*chest);
    for (const Measure measure : needed) {
        const Length usual = mm(size.mm[static_cast<std::size_t>(measure)]);
        const auto value = body(measure);
        if (value && usual > Length() && std::abs(*value / usual - 1.0) > doubtfulShare)
            question("measure_doubtful", {"{0} of {1} is far from the {2} usual for that chest: right?",
                                          {std::string(info(measure).label), *value, usual}});
    }
    return findings;
}

} // namespace vestimen
