// SPDX-License-Identifier: GPL-3.0-or-later
// The measured swatch (craft 4 and 5): readings of a marked field, after one or more treatments.
#pragma once

#include "core/machine/machine.h"
#include "core/quantity/gauge.h"
#include "core/quantity/parsing.h"
#include "core/quantity/printing.h"
#include "core/reckoning/reckoning.h"

#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace vestimen {

/// By tape: the length over the field's stitches, or over its rows.
struct TapeReading {
    Length length;
    std::string typed = {}; ///< as the knitter wrote it, unit included; empty when it came from elsewhere
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
    std::string typed = {}; ///< the length, as the knitter wrote it
    bool operator==(const CountReading&) const = default;
};
using Reading = std::variant<TapeReading, RuleReading, CountReading>;

enum class TreatmentKind { offTheMachine, pulled, rested, washed, steamed, blocked, custom };
inline constexpr std::size_t treatmentKindCount = 7;
/// What the finished article gets; a gauge read after anything else is only an estimate of it.
enum class FabricKind { plain, patterned, mockRib, twoBedRib };
inline constexpr std::size_t fabricKindCount = 4;
/// What the knitter thinks of the fabric.
enum class FabricVerdict { none, tooThin, good, stiff, uneven };
inline constexpr std::size_t fabricVerdictCount = 5;

/// What was done to the swatch before these readings were taken.
struct Treatment {
    TreatmentKind kind = TreatmentKind::offTheMachine;
    double hours = 0.0; ///< of rest; 0 when it does not matter
    std::string began;  ///< when the rest began, yyyy-mm-ddThh:mm, or empty
    std::string note;   ///< for `custom`, what was done
    std::vector<Reading> widths;
    std::vector<Reading> heights;
    bool operator==(const Treatment&) const = default;
};

struct Swatch {
    std::string name;
    // What it was made with, by name, so that a swatch says it wherever it goes.
    std::string machine;
    std::string yarn;
    int strands = 1;
    StitchSize size;
    StitchSizeScale sizes; ///< the scale that `size` is read on

    FabricKind fabric = FabricKind::plain;
    std::string pattern; ///< of a patterned swatch
    Stitches castOn{60};
    Stitches field{40};
    Rows fieldRows{60};
    Rows margin{20};       ///< above and below the contrast rows
    int markerHeights = 3; ///< rows of the field in which contrast yarn marks its width

    std::vector<Treatment> treatments;
    /// The treatment whose readings are used; the last one when there is no such index.
    std::optional<int> treatmentInUse;
    /// What the finished article will get; nothing when it is not decided.
    std::optional<TreatmentKind> articleTreatment;
    /// A gauge that the knitter already knows; used while nothing is measured, and marked as unproven.
    std::optional<FabricGauge> known;
    int weights = 0;         ///< that hung at it; 0 where nobody said
    Stitches weightsApart{}; ///< needles from one to the next
    double grams = 0.0;      ///< weight of the whole swatch, 0 when not weighed
    FabricVerdict verdict = FabricVerdict::none;
    std::string notes;
    std::vector<std::string> photographs; ///< file names in the folder beside the workroom

    /// From cast on to bind off: the field, two contrast rows on each side of it, and the margins.
    Rows rows() const { return fieldRows + margin * 2 + Rows(2 * contrastRows); }
    static constexpr int contrastRows = 2;
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
    bool oddByTen = false;  ///< that one is ten times too long or too short: a slip of the decimal point
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

/// "142", "14.2 cm", "28.1/10cm" (gauge rule) or "34/12cm" (a count in a length). Bare numbers are in the given unit.
Parsed<Reading> parseReading(const std::string& text, LengthUnit bare = LengthUnit::millimetre);
/// A reading as a field shows it: as it was typed where that fits the unit, else turned into it.
std::string text(const Reading& reading, ReadingUnit unit = ReadingUnit::millimetres);

/// Half of the 95 % interval at a piece of that width; nothing where one reading gives none.
std::optional<Length> uncertainty(const MeasuredDirection& direction, Length width);
/// How much a treatment changed the field, as a share: across and up. Nothing where one of the two was not read.
struct TreatmentChange {
    std::optional<double> across;
    std::optional<double> up;
};
TreatmentChange changeSince(const MeasuredFabric& before, const MeasuredFabric& after);

/// Loops in the whole swatch; a mock rib has half as many.
int loopCount(const Swatch& swatch);
/// Weight of one stitch in grams; nothing when it was not weighed.
std::optional<double> gramsPerStitch(const Swatch& swatch);

/// Index of the treatment in use; nothing where there is none.
std::optional<std::size_t> treatmentIndexInUse(const Swatch& swatch);
/// The treatment in use, or null where there is none.
const Treatment* treatmentInUse(const Swatch& swatch);
const char* label(TreatmentKind kind);
const char* label(FabricKind kind);
const char* label(FabricVerdict verdict);

/// The working of one direction: mean, one unit, count in 10 cm.
Reckoning gaugeReckoning(const MeasuredDirection& direction, int field, bool isStitches);
/// What is doubtful about the readings in use.
std::vector<Finding> swatchFindings(const Swatch& swatch);

/// A swatch as the machine's advice has it: field, margins and the middle of its stitch sizes.
Swatch advisedSwatch(const Machine& machine);

/// Two-sided 95 % quantile of Student's t with so many degrees of freedom (at least 1).
double studentsT95(int degreesOfFreedom);

} // namespace vestimen
