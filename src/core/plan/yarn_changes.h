// SPDX-License-Identifier: GPL-3.0-or-later
// The yarns of a piece while it is written (craft 21): listed in its program when they are first used, changed at an
// edge, left hanging there where they knit again soon, laid into rows by hand, and broken.
#pragma once

#include "core/ground/ends.h"
#include "core/ground/ground.h"
#include "core/knitting/program_writer.h"

#include <array>
#include <functional>
#include <optional>
#include <vector>

namespace vestimen {

class YarnChanges {
public:
    /// Both must outlive it.
    YarnChanges(ProgramWriter& writer, const Ground& ground) : writer_(writer), ground_(ground) {}

    /// One of the project's yarns in the program. Where the project has none such, it is the main one.
    YarnIndex inProgram(YarnNumber number);
    /// From now on each is a ball of its own, while those in use until now hang at the edge; or these again.
    void useOwnBalls(bool own) { ownBalls_ = own; }

    /// What is knitted around a change.
    struct Around {
        Gauge stitches;
        NeedleSpan working;  ///< needles that knit next
        bool mayHang = true; ///< a strand beside needles that wait would lie across them
        std::function<std::optional<YarnNumber>(Rows)> yarnAfter; ///< so many rows on; nothing where something else
                                                                  ///< than rows comes first
    };
    /// Changes to a yarn, with what becomes of the ends. One that is wanted again at this side within a few rows stays
    /// joined, and hangs there; the others are broken.
    void use(YarnNumber yarn, Ends ends, const Around& around);
    /// A row was knitted by these needles.
    void knitted(NeedleSpan by) { lastWorked_ = by; }
    /// Something else than rows comes: what hangs is broken.
    void breakHanging();

    /// Other yarn into needles that are to knit with it in the next row.
    void layIn(YarnNumber yarn, std::vector<Needle> needles);
    /// Of the yarns that were laid in, those that are not needed any more.
    void breakLaidIn(const std::function<bool(YarnNumber)>& isNeeded);

private:
    /// A yarn that is not broken, and the needle beside it.
    struct Hanging {
        YarnIndex yarn; ///< of the program
        Side side;
        Needle needle;
    };

    std::optional<Rows> wantedAgain(YarnIndex yarn, const Around& around);
    void tuckEnds(Ends ends, const Gauge& stitches, bool old, bool fresh);

    ProgramWriter& writer_;
    const Ground& ground_;
    using Listed = std::array<std::optional<YarnIndex>, mostYarns>;
    Listed inProgram_;
    Listed ofOwnBalls_;
    bool ownBalls_ = false;
    std::vector<Hanging> hanging_;
    NeedleSpan lastWorked_{};
    std::vector<YarnNumber> laidIn_; ///< joined beside the one that is knitted with
};

} // namespace vestimen
