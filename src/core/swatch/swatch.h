// SPDX-License-Identifier: GPL-3.0-or-later
// The measured swatch (craft 4 and 5): readings of a marked field, after one or more treatments.
#pragma once

#include "core/machine/stitch_size.h"
#include "core/quantity/gauge.h"
#include "core/reckoning/reckoning.h"

#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace vestimen {

/// By tape: the length over the field's stitches, or over its rows.
struct TapeReading {
    Length length;
    bool operator==(const TapeReading&) const = default;
};
/// By gauge rule: stitches or rows per 10 cm.
struct RuleReading {
    double perTenCentimetres = 0.0;
    bool operator==(const RuleReading&) const = default;
};
/// By count: so many stitches or rows counted in a length.
struct CountReading {
    double counted = 0.0;
    Length within;
    bool operator==(const CountReading&) const = default;
};
using Reading = std::variant<TapeReading, RuleReading, CountReading>;

enum class TreatmentKind { offTheMachine, pulled, rested, washed, steamed, blocked, custom };

/// What was done to the swatch before these readings were taken.
struct Treatment {
    TreatmentKind kind = TreatmentKind::offTheMachine;
    double hours = 0.0; ///< of rest; 0 when it does not matter
    std::string note;
    std::vector<Reading> widths;
    std::vector<Reading> heights;
    bool operator==(const Treatment&) const = default;
};

struct Swatch {
    std::string name;
    Stitches field{40};
    Rows fieldRows{60};
    StitchSize size;
    std::vector<Treatment> treatments;
    /// The treatment whose readings are used; the last one when there is no such index.
    std::optional<int> treatmentInUse;
    /// A gauge that the knitter already knows; used while nothing is measured, and marked as unproven.
    std::optional<FabricGauge> known;
    double grams = 0.0; ///< weight of the whole swatch, 0 when not weighed
    Stitches castOn{60};
    Rows rows{104}; ///< all of its rows, margins too
    std::string verdict;

    bool operator==(const Swatch&) const = default;
};

/// One direction of a treatment's readings, all turned into lengths of the field before averaging.
struct MeasuredDirection {
    std::vector<Length> lengths;
    Length mean;
    double spread = 0.0; ///< (longest - shortest) / mean
    /// Half of the 95 % interval of the mean, as a share of it; nothing for one reading.
    std::optional<double> interval;
    std::optional<int> odd; ///< the reading farthest from the others, where the spread asks for a look
    std::optional<Gauge> gauge;
};

struct MeasuredFabric {
    MeasuredDirection across; ///< widths, stitches
    MeasuredDirection up;     ///< heights, rows
    std::optional<FabricGauge> gauge;
    bool unproven = false;
};

/// Above this spread, readings are pointed at (craft 5).
inline constexpr double widestSpread = 0.03;

/// The length of a field of `field` stitches or rows that a reading stands for. Nothing for a reading that is zero,
/// negative or not finite.
std::optional<Length> fieldLength(const Reading& reading, int field);
/// Mean, spread and interval of one direction's readings; those that say nothing are passed over.
MeasuredDirection measured(const std::vector<Reading>& readings, int field);
MeasuredFabric measured(const Treatment& treatment, Stitches field, Rows fieldRows);
/// The gauge in use: of the treatment chosen, or the known one. No gauge where there is neither.
MeasuredFabric measured(const Swatch& swatch);

/// The treatment in use, or null where there is none.
const Treatment* treatmentInUse(const Swatch& swatch);
const char* label(TreatmentKind kind);

/// The working of one direction: mean, one unit, count in 10 cm.
Reckoning gaugeReckoning(const MeasuredDirection& direction, int field, bool isStitches);
/// What is doubtful about the readings in use.
std::vector<Finding> swatchFindings(const Swatch& swatch);

/// Two-sided 95 % quantile of Student's t with so many degrees of freedom (at least 1).
double studentsT95(int degreesOfFreedom);

} // namespace vestimen
