// SPDX-License-Identifier: GPL-3.0-or-later
// Measures of a wearer, ease, and what is plausible (craft 6).
#pragma once

#include "core/quantity/parsing.h"
#include "core/reckoning/reckoning.h"

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace vestimen {

/// In the order in which a tape goes round a person.
enum class Measure {
    headGirth,
    headHeight,
    neckWidth,
    backNeckDepth,
    frontNeckDepth,
    shoulderLength,
    shoulderDrop,
    crossBack,
    chest,
    armholeDepth,
    waist,
    backNeckToWaist,
    hip,
    bodyLength,
    centreBackToWrist,
    sleeveLength,
    upperArm,
    wrist,
    palmGirth,
    handLength,
    wristToThumb,
    thumbGirth,
    thumbLength,
    legLength,
    ankleGirth,
    heelHeight,
    footGirth,
    footLength,
};
inline constexpr std::size_t measureCount = 28;

/// Where a measure's line is drawn: on the figure's front or back, or in a close-up.
enum class FigureView { front, back, head, hand, foot };

struct MeasureInfo {
    Measure measure;
    const char* key;   ///< in files
    const char* label; ///< for people
    const char* how;   ///< how to take it
    Length least;      ///< below this, and
    Length most;       ///< above this, it is no measure of a person
    FigureView view;
    /// On a garment laid flat: 0, it cannot be taken there; 1, as it lies; 2, a girth, whose flat width is doubled.
    int onGarment;
};
const std::array<MeasureInfo, measureCount>& measureInfos();
const MeasureInfo& info(Measure measure);
std::optional<Measure> measureFromKey(std::string_view key);

struct MeasureValue {
    Length value;
    bool borrowed = false;  ///< from a starter size, not measured
    std::string date = {};  ///< when it was taken, yyyy-mm-dd, or empty
    bool onGarment = false; ///< taken on a garment that fits: it has its room already, ease is nought
    std::string typed = {}; ///< as it was written, unit included; on a garment, the width as it lies flat
    std::string by = {};    ///< who took it
    bool operator==(const MeasureValue&) const = default;
};

/// A value as typed in the field of a measure. On a garment, a girth is typed as the width that lies flat.
/// The problem says what is wrong: no length, or none that a person can have.
Parsed<MeasureValue> parseMeasure(Measure measure, const std::string& text, LengthUnit bare, bool onGarment);
/// What the field of a measure shows.
std::string text(Measure measure, const MeasureValue& value, ReadingUnit unit);

/// How close a garment sits: room by name, which depends on the measure.
enum class Fit { close, easy, roomy };
inline constexpr std::size_t fitCount = 3;
const char* label(Fit fit);

/// Room that a garment has beyond the body: a length, a share of the measure, or a fit by name.
struct Ease {
    enum class Kind { length, percent, fit };
    Kind kind = Kind::length;
    double value = 0.0; ///< mm or %
    Fit fit = Fit::easy;

    static Ease of(Fit fit) { return {Kind::fit, 0.0, fit}; }
    bool operator==(const Ease&) const = default;
};
/// Length or percent that a fit stands for at a measure (craft 6).
Ease easeOf(Measure measure, Fit fit);
/// "easy", "80", "8cm", "-10mm", "5 %". Bare numbers are millimetres.
Parsed<Ease> parseEase(const std::string& text);
std::string text(const Ease& ease);

struct Wearer {
    std::string name;
    bool isChild = false; ///< which figure is drawn
    std::array<std::optional<MeasureValue>, measureCount> measures;
    /// Earlier values, oldest first: a child grows.
    std::array<std::vector<MeasureValue>, measureCount> earlier;
    std::string note;

    const std::optional<MeasureValue>& operator[](Measure measure) const {
        return measures[static_cast<std::size_t>(measure)];
    }
    std::optional<MeasureValue>& operator[](Measure measure) { return measures[static_cast<std::size_t>(measure)]; }
    const std::vector<MeasureValue>& before(Measure measure) const {
        return earlier[static_cast<std::size_t>(measure)];
    }
    /// Puts a new value in place. One that was measured on another day is kept among the earlier ones.
    void take(Measure measure, const MeasureValue& value);
    bool operator==(const Wearer&) const = default;
};

using EaseTable = std::array<Ease, measureCount>;

/// The ease that counts for a measure. A fit by name is nought where the measure was taken on a garment.
Length easeLength(const Wearer& wearer, const EaseTable& ease, Measure measure);
/// The measure with its ease; nothing where it was not given.
std::optional<Length> withEase(const Wearer& wearer, const EaseTable& ease, Measure measure);
/// The same fit for everything that has room.
EaseTable fitted(Fit fit);
EaseTable easyFit();

struct StarterSize {
    const char* name;
    bool isChild;
    std::array<double, measureCount> mm; ///< in the order of Measure
};
/// Rounded sizes of our own, from baby to adult.
const std::vector<StarterSize>& starterSizes();
/// The starter size whose chest is nearest.
const StarterSize& nearestStarterSize(Length chest);
/// A wearer of that size, everything borrowed.
Wearer borrowed(const StarterSize& size);
/// Fills the gaps from the size nearest in chest (or the adult medium); those values are marked as borrowed.
Wearer withBorrowedMeasures(Wearer wearer);
/// `present` with the values of `read`, which may have some measures only: those are in use then, and what stood there
/// before joins their history, oldest first, nothing twice. Name, note and all other measures stay.
Wearer withMeasures(Wearer present, const Wearer& read);

/// Missing, absurd or implausible measures, those that the article needs; without a list, all that were given.
std::vector<Finding> measureFindings(const Wearer& wearer, const std::vector<Measure>& needed);

} // namespace vestimen
