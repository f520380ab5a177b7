// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/article/garment/armholes.h"
#include "core/shaping/tail.h"

#include <optional>

namespace vestimen {

/// What lies beside a half while it is worked.
enum class Beside {
    nothing,   ///< the bed is bare but for this half
    boundNeck, ///< the same; the neck's middle was bound off just now, and its last loop lies on this half
    heldNeck,  ///< needles of the neck wait in hold
    heldHalf,  ///< the other half waits in hold
    bindOffDue ///< this half's own middle is still on it, to be bound off after its first row: a half front
};

/// One half of a necked piece, from the row where the neck begins, to its shoulder. The carriage stands at the
/// armhole's side; `top` are the piece's needles when nothing is left to go off its armholes; `shoulderGone` stitches
/// of the shoulder went before the neck began, into hold or bound off.
class BodyHalf {
public:
    BodyHalf(ProgramWriter& writer, const GarmentCounts& counts, const NeckCounts& neck, const GarmentBrief& project,
             Armholes& armholes, Side side, Beside beside, int shoulderGone);

    /// Leaves the shoulder off the needles: on waste yarn, or bound off.
    void write();

private:
    void armholeAt(int done);
    void neckAt(int done);
    void shoulderAt(int done);
    /// The shoulder's step that is due after so many rows.
    std::optional<std::size_t> shoulderTurn(int done) const;
    void finish();
    void flush();
    void holdAtNeck(int step);
    void decreaseAtNeck(int stitches, Stitches most, bool besideBindOff);
    /// Stitches that go at the neck by transfer after so many rows of this half.
    int neckDueAt(int done) const;
    /// Whether the last loop of the neck's middle lies on this half's innermost stitch, after so many rows.
    bool isBesideBindOff(int done) const {
        return (beside_ == Beside::bindOffDue && done == 1) || (beside_ == Beside::boundNeck && done == 0);
    }
    void holdAtShoulder(int step);
    /// Needles from the shoulder's edge to where this half now ends towards the neck.
    int inner() const { return (counts_.shoulder + neck_.side).count() - neckGone_; }
    bool stepped() const { return project_.choices.shoulder == ShoulderKind::stepped; }
    const char* shoulderName() const;
    operation::Tail shoulderTail(TailFor way) const;

    ProgramWriter& writer_;
    const GarmentCounts& counts_;
    const NeckCounts& neck_;
    const GarmentBrief& project_;
    Armholes& armholes_;
    NeedleSpan top_;
    Side side_;
    Beside beside_;
    Stitches width_;
    int neckGone_ = 0;
    int shoulderGone_;
    int plain_ = 0;
    std::optional<Needle> toWrap_;
    std::vector<std::pair<int, int>> decreases_; ///< after so many rows of this half, so many at the neck
    std::size_t decreased_ = 0;                  ///< so many of them are done
};

} // namespace vestimen
