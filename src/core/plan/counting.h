// SPDX-License-Identifier: GPL-3.0-or-later
// What makes counts: one after the other, each with its working, its form and its pin (craft 7).
#pragma once

#include "core/ground/edge_shaping.h"
#include "core/ground/ground.h"
#include "core/ground/welt.h"
#include "core/reckoning/reckoning.h"
#include "core/shaping/count.h"
#include "core/shaping/slope.h"

#include <map>
#include <optional>
#include <vector>

namespace vestimen {

/// Makes one count after the other, writes down how, and lets a pin take the place of what was reckoned.
class Counting {
public:
    /// All must outlive it.
    Counting(const Ground& ground, const FabricGauge& gauge, std::map<CountKey, Reckoning>& workings,
             std::vector<Finding>& findings)
        : Counting(ground.pins, ground.machine.needles, gauge, workings, findings) {}

    /// Where a multiple costs more than 3 % against the width, that is said.
    Stitches stitches(CountKey quantity, const char* title, Length width, Stitches seams, CountForm form,
                      const char* reason);
    /// Stitches of a form of their own, beside a welt that may have one or two more: these go at its edges. Where its
    /// form lies farther off, the stitches are of both.
    Stitches stitchesBeside(const CountForm& welt, CountKey quantity, const char* title, Length width, Stitches seams,
                            CountForm form, const char* reason);
    /// `own`: of a part that has a swatch of its own.
    Rows rows(CountKey quantity, const char* title, Length length, CountForm form, const char* reason,
              std::optional<Gauge> own = {});
    WeltCounts welt(CountKey quantity, const char* title, const Welt& welt, AcrossWay across);
    /// Takes a share of the stitches beside it away from a welt, and says so in the working of those stitches. They are
    /// of the welt's form, and so is what it keeps.
    void gather(WeltCounts& welt, Stitches beside, double share, CountKey quantity);
    /// An edge's slope as somebody wants it; where "every second row" cannot be kept, that is said once for a piece.
    std::optional<Slope> slope(const SlopeRequest& request, const EdgeShaping& how, double tolerance,
                               PieceKey piece) const;
    /// After these rows something happens, though it shall be on every second alone.
    void checkSecondRows(const std::vector<int>& rows, const EdgeShaping& how, PieceKey piece) const;
    /// A count that is what others leave over.
    Rows remainder(CountKey quantity, const char* title, std::vector<Step> steps, int value);

    Reckoning& working(CountKey quantity) { return workings_[quantity]; }
    void error(FindingCode code, Phrase text, PieceKey piece);
    void warning(FindingCode code, Phrase text, PieceKey piece);
    void note(FindingCode code, Phrase text, PieceKey piece);
    /// `otherwise`: the sentence where they do not fit, with {0} needles, {1} wide; the bed has {2}, {3}; a swatch of
    /// at most {4} stitches to 10 cm.
    bool fitsBed(Stitches stitches, PieceKey piece, const char* otherwise = usualWaysOut);

    const FabricGauge& gauge() const { return gauge_; }
    Stitches needles() const { return needles_; }

    static constexpr const char* usualWaysOut =
        "It needs {0} needles, {1}; the bed has {2}, {3}. Ways out: less ease, a swatch of at most {4} stitches to 10 "
        "cm, or a machine with more needles.";

protected:
    Counting(const Pins& pins, Stitches needles, const FabricGauge& gauge, std::map<CountKey, Reckoning>& workings,
             std::vector<Finding>& findings)
        : pins_(pins), needles_(needles), gauge_(gauge), workings_(workings), findings_(findings) {}

private:
    void sayWhatItCosts(const char* title, Length asked, Stitches made, std::optional<int> below, const CountForm& form,
                        Stitches seams) const;
    int settled(CountKey quantity, const CountAnswer& answer, Gauge gauge, Reckoning reckoning, CountForm form);

    const Pins& pins_;
    Stitches needles_;
    const FabricGauge& gauge_;
    std::map<CountKey, Reckoning>& workings_;
    std::vector<Finding>& findings_;
};

/// What a welt of a form has more than the piece beside it: 0, 1 or 2, which go at its edges; nothing where its form is
/// farther off.
/// Whether some count of a form has such a welt beside it.
bool canLieBeside(const CountForm& welt, const CountForm& form);
std::optional<Stitches> moreAtTheEdge(Stitches beside, const CountForm& welt);

} // namespace vestimen
