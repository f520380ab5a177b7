// SPDX-License-Identifier: GPL-3.0-or-later
// A hat as it is chosen, knitted flat from the brim up with one seam (craft 19).
#pragma once

#include "core/ground/welt.h"
#include "core/quantity/needle.h"

#include <array>

namespace vestimen {

/// How it closes: drawn up at once, thinned in rounds with plain rows between, or in wedges by short rows.
enum class Crown { gathered, thinned, wedges };
inline constexpr std::array allCrowns = {Crown::gathered, Crown::thinned, Crown::wedges};
/// Which stitch goes first in a round that thins: the outermost, or the first of the rhythm.
enum class FirstThinned { outermost, inRhythm };
enum class RoundsFrom { left, right, byTurns };

struct Hat {
    static constexpr const char* key = "hat";
    static constexpr const char* label = "Hat";

    Welt brim{WeltKind::foldedHem, Length::millimetres(50), 0.0};
    bool ribbed = false;   ///< a rib on two beds goes on up to the top
    bool turnedUp = false; ///< it is knitted twice as deep, and its outer half shows its other side
    int brimRows = 0;      ///< of the brim in 10 cm, from a swatch of its own; 0: as the swatch has it
    Crown crown = Crown::thinned;
    int firstEvery = 9; ///< of the rounds: every 9th, 8th, 7th …
    int plainRows = 0;  ///< between rounds; 0: as many as make it round
    /// Share of the stitches that is left when it is gathered; a third, as it is kept in percent.
    double left = 100.0 / 3.0 / 100.0;
    FirstThinned first = FirstThinned::outermost;
    RoundsFrom from = RoundsFrom::byTurns;
    int wedges = 6;
    bool wrapTurns = true;
    AcrossWay acrossWay = AcrossWay::wasteYarn;
    HalvingWay halving = HalvingWay::bareNeedles;
    int repeat = 1;     ///< stitches of a pattern's repeat
    int repeatPlus = 0; ///< and so many more, so that it begins and ends alike
    bool seamStitches = true;
    Rows wasteRows{12};

    bool isRibbed() const { return ribbed && traits(brim.kind).onTwoBeds; }
    bool operator==(const Hat&) const = default;
};

} // namespace vestimen
