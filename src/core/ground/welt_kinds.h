// SPDX-License-Identifier: GPL-3.0-or-later
// The welts that there are (craft 12), a row each. How each is knitted stands beside it, in core/knitting/welt_*.cpp.
#pragma once

#include "core/ground/option.h"
#include "core/ground/two_beds.h"
#include "core/quantity/count_form.h"

#include <array>
#include <optional>

namespace vestimen {

/// A latched rib is dropped and re-formed with the latch tool; ribs of two beds need a second bed, and are one by one
/// where nothing else is said.
enum class WeltKind {
    foldedHem,
    mockRib,
    latchedRib,
    twoBedRib,
    rolled,
    mockRibOfThree,
    latchedRibOfTwo,
    twoByOneRib,
    twoByTwoRib,
    everyNeedleRib
};

struct WeltTraits {
    WeltKind kind;
    Option option;                              ///< its word in files and for people
    const char* name;                           ///< within a sentence
    CountForm form;                             ///< of its stitches, so that it begins and ends alike
    const char* reason;                         ///< of the form
    int layers;                                 ///< 2: folded in half; 0: nothing that has a depth
    bool closedByARow;                          ///< through both layers, which is seen
    std::optional<TwoBedArrangement> onTwoBeds; ///< of one that needs two beds
    bool beginsOpen;                            ///< on waste yarn, so that its first row can be hung
};

inline constexpr const char* nearestStitch = "nearest whole stitch";
inline constexpr std::array weltTraits = {
    WeltTraits{WeltKind::foldedHem,
               {"folded_hem", "Folded hem"},
               "folded hem",
               anyCount,
               nearestStitch,
               2,
               true,
               std::nullopt,
               true},
    WeltTraits{WeltKind::mockRib,
               {"mock_rib", "Mock rib, every second needle"},
               "mock rib",
               oddCount,
               "odd, so that the rib begins and ends alike",
               2,
               false,
               std::nullopt,
               true},
    WeltTraits{WeltKind::latchedRib,
               {"latched_rib", "Latched rib"},
               "latched rib",
               {.multiple = 3, .plus = 2}, // two plain columns at either edge
               "threes and two more, so that the rib begins and ends alike",
               1,
               false,
               std::nullopt,
               false},
    WeltTraits{WeltKind::twoBedRib,
               {"two_bed_rib", "Two-bed rib"},
               "two-bed rib",
               anyCount,
               nearestStitch,
               1,
               false,
               TwoBedArrangement{1, 1},
               false},
    WeltTraits{WeltKind::rolled,
               {"rolled", "Rolled edge"},
               "rolled edge",
               anyCount,
               nearestStitch,
               0,
               false,
               std::nullopt,
               false},
    WeltTraits{WeltKind::mockRibOfThree,
               {"mock_rib_of_three", "Mock rib, every third needle"},
               "mock rib of three",
               {.multiple = 3, .plus = 2}, // two stitches between the gaps, and at either edge
               "threes and two more, so that the rib begins and ends alike",
               2,
               false,
               std::nullopt,
               true},
    WeltTraits{WeltKind::latchedRibOfTwo,
               {"latched_rib_of_two", "Latched rib, every second stitch"},
               "latched rib of two",
               oddCount,
               "odd, so that the rib begins and ends alike",
               1,
               false,
               std::nullopt,
               false},
    WeltTraits{WeltKind::twoByOneRib,
               {"two_by_one_rib", "Two-bed rib, two by one"},
               "two-by-one rib",
               {.multiple = 3, .plus = 2}, // two of the main bed at either edge
               "threes and two more, so that the rib begins and ends alike",
               1,
               false,
               TwoBedArrangement{2, 1},
               false},
    WeltTraits{WeltKind::twoByTwoRib,
               {"two_by_two_rib", "Two-bed rib, two by two"},
               "two-by-two rib",
               {.multiple = 4, .plus = 2},
               "fours and two more, so that the rib begins and ends alike",
               1,
               false,
               TwoBedArrangement{2, 2},
               false},
    WeltTraits{WeltKind::everyNeedleRib,
               {"every_needle_rib", "Two-bed rib, every needle"},
               "rib of every needle",
               anyCount,
               nearestStitch,
               1,
               false,
               TwoBedArrangement{1, 1, true},
               false},
};

inline constexpr std::array allWelts = {WeltKind::foldedHem,       WeltKind::mockRib,     WeltKind::latchedRib,
                                        WeltKind::twoBedRib,       WeltKind::rolled,      WeltKind::mockRibOfThree,
                                        WeltKind::latchedRibOfTwo, WeltKind::twoByOneRib, WeltKind::twoByTwoRib,
                                        WeltKind::everyNeedleRib};
static_assert(allWelts.size() == weltTraits.size());

constexpr const WeltTraits& traits(WeltKind kind) {
    return weltTraits[static_cast<std::size_t>(kind)];
}
constexpr bool weltsStandInOrder() {
    for (std::size_t i = 0; i < weltTraits.size(); ++i)
        if (weltTraits[i].kind != static_cast<WeltKind>(i))
            return false;
    return true;
}
static_assert(weltsStandInOrder());

} // namespace vestimen
