// SPDX-License-Identifier: GPL-3.0-or-later
// Measures of a wearer, ease, and what is plausible (craft 6).
#pragma once

#include "core/reckoning/reckoning.h"

#include <array>
#include <optional>
#include <string>
#include <string_view>

namespace vestimen {

/// In the order in which a tape goes round a person.
enum class Measure {
    headGirth,
    neckWidth,
    frontNeckDepth,
    shoulderDrop,
    chest,
    armholeDepth,
    bodyLength,
    centreBackToWrist,
    upperArm,
    wrist,
};
inline constexpr std::size_t measureCount = 10;

struct MeasureInfo {
    Measure measure;
    const char* key;   ///< in files
    const char* label; ///< for people
    const char* how;   ///< how to take it
    Length least;      ///< below this, and
    Length most;       ///< above this, it is no measure of a person
};
const std::array<MeasureInfo, measureCount>& measureInfos();
const MeasureInfo& info(Measure measure);
std::optional<Measure> measureFromKey(std::string_view key);

struct MeasureValue {
    Length value;
    bool borrowed = false; ///< from a starter size, not measured
    std::string date;      ///< when it was taken, yyyy-mm-dd, or empty
    bool operator==(const MeasureValue&) const = default;
};

/// Room that a garment has beyond the body: a length, or a share of the measure.
struct Ease {
    enum class Kind { length, percent };
    Kind kind = Kind::length;
    double value = 0.0; ///< mm or %
    bool operator==(const Ease&) const = default;
};

struct Wearer {
    std::string name;
    std::array<std::optional<MeasureValue>, measureCount> measures;

    const std::optional<MeasureValue>& operator[](Measure measure) const {
        return measures[static_cast<std::size_t>(measure)];
    }
    std::optional<MeasureValue>& operator[](Measure measure) { return measures[static_cast<std::size_t>(measure)]; }
    bool operator==(const Wearer&) const = default;
};

using EaseTable = std::array<Ease, measureCount>;

/// The measure with its ease; nothing where it was not given.
std::optional<Length> withEase(const Wearer& wearer, const EaseTable& ease, Measure measure);
/// Easy fit: 80 mm at the chest, half of it at the upper arm, room at the wrist.
EaseTable easyFit();

struct StarterSize {
    const char* name;
    std::array<double, measureCount> mm; ///< in the order of Measure
};
/// Rounded sizes of our own, from baby to adult.
const std::vector<StarterSize>& starterSizes();
/// The starter size whose chest is nearest.
const StarterSize& nearestStarterSize(Length chest);
/// Fills the gaps from the size nearest in chest (or the adult medium); those values are marked as borrowed.
Wearer withBorrowedMeasures(Wearer wearer);

/// Missing, absurd or implausible measures.
std::vector<Finding> measureFindings(const Wearer& wearer);

} // namespace vestimen
