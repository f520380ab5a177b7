// SPDX-License-Identifier: GPL-3.0-or-later
// What makes counts: one after the other, each with its working, its form and its pin (craft 7).
#pragma once

#include "core/ground/ground.h"
#include "core/ground/welt.h"
#include "core/reckoning/reckoning.h"
#include "core/shaping/count.h"

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

    Stitches stitches(CountKey quantity, const char* title, Length width, Stitches seams, CountForm form,
                      const char* reason);
    /// `own`: of a part that has a swatch of its own.
    Rows rows(CountKey quantity, const char* title, Length length, CountForm form, const char* reason,
              std::optional<Gauge> own = {});
    WeltCounts welt(CountKey quantity, const char* title, const Welt& welt, AcrossWay across);
    /// Takes a share of the stitches beside it away from a welt, and says so in the working of those stitches. They are
    /// of the welt's form, and so is what it keeps.
    void gather(WeltCounts& welt, Stitches beside, double share, CountKey quantity);
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
    int settled(CountKey quantity, const CountAnswer& answer, Gauge gauge, Reckoning reckoning, CountForm form);

    const Pins& pins_;
    Stitches needles_;
    const FabricGauge& gauge_;
    std::map<CountKey, Reckoning>& workings_;
    std::vector<Finding>& findings_;
};

} // namespace vestimen
