// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/body_half.h"

#include "core/knitting/piece_parts.h"

#include <algorithm>

namespace vestimen {

BodyHalf::BodyHalf(ProgramWriter& writer, const GarmentCounts& counts, const NeckCounts& neck,
                   const GarmentBrief& project, Armholes& armholes, Side side, Beside beside, int shoulderGone)
    : writer_(writer), counts_(counts), neck_(neck), project_(project), armholes_(armholes), top_(armholes.top()),
      side_(side), beside_(beside), width_(counts.shoulder - Stitches(shoulderGone) + neck.side +
                                           Stitches(armholes.leftAt(counts.toNeck(neck).count()))),
      shoulderGone_(shoulderGone) {
    if (beside == Beside::bindOffDue)
        width_ += neck.centre;
    for (const CurveEvent& each : neck.shape.events())
        decreases_.emplace_back(each.row, each.stitches.count());
}

void BodyHalf::write() {
    const int first = writer_.passes();
    const int rows = neck_.rows.count();
    for (int done = 0; done < rows; ++done) {
        armholeAt(done);
        neckAt(done);
        shoulderAt(done);
        ++plain_;
        if (toWrap_) {
            flush();
            if (project_.choices.wrapTurns)
                writer_.add(operation::Wrap{*toWrap_});
            toWrap_.reset();
        }
    }
    armholeAt(rows); // a strap's last decrease may come after its last row
    flush();
    if (neck_.slopeBefore == Rows(0))
        writer_.edge(sided(side_, "armhole_left", "armhole_right"), side_, first + 1,
                     first + std::min(neck_.firstTurn, neck_.rows).count());
    const int shaped = beside_ == Beside::bindOffDue ? 1 : neck_.turning().count();
    if (!neck_.steps.empty())
        writer_.edge(sided(side_, "neck_curve_left", "neck_curve_right"), opposite(side_), first + 1, first + shaped);
    writer_.edge(sided(side_, "neck_left", "neck_right"), opposite(side_), first + shaped + 1, first + rows);
    finish();
}

void BodyHalf::armholeAt(int done) {
    const int stitches = armholes_.dueAt(counts_.toNeck(neck_).count() + done);
    if (stitches == 0)
        return;
    flush();
    // The last chain loop of the neck's middle makes its needle full enough.
    const Stitches wide = width_ - Stitches(isBesideBindOff(done) ? 1 : 0) -
                          (beside_ == Beside::bindOffDue && done == 1 ? neck_.centre : Stitches(0));
    armholes_.decrease(side_, stitches, roomAtEachSide(wide, stitches, neckDueAt(done)));
    width_ -= Stitches(stitches);
}

int BodyHalf::neckDueAt(int done) const {
    int stitches = 0;
    for (const auto& [row, each] : decreases_)
        stitches += row == done ? each : 0;
    return stitches;
}

void BodyHalf::neckAt(int done) {
    if (beside_ == Beside::bindOffDue && done == 1) {
        flush();
        writer_.add(operation::BindOff{.side = writer_.carriage(), .count = neck_.centre.count(), .as = "neck"});
        width_ -= neck_.centre;
    }
    for (; decreased_ < decreases_.size() && decreases_[decreased_].first <= done; ++decreased_) {
        flush();
        const auto [row, stitches] = decreases_[decreased_];
        const int atArmhole = armholes_.dueAt(counts_.toNeck(neck_).count() + done); // gone by now
        Stitches wide = width_ + Stitches(atArmhole);
        if (const auto turn = shoulderTurn(done); turn && stepped())
            wide -= counts_.shoulderSteps[*turn] + Stitches(1); // and the needle that takes its last loop
        decreaseAtNeck(stitches, roomAtEachSide(wide, stitches, atArmhole), isBesideBindOff(done));
    }
    const auto turn = static_cast<std::size_t>(done / 2);
    if (done % 2 == 0 && turn < neck_.steps.size() && (turn == 0 || neck_.steps[turn] > Stitches(0))) {
        flush();
        holdAtNeck(neck_.steps[turn].count());
    }
}

std::optional<std::size_t> BodyHalf::shoulderTurn(int done) const {
    const int since = done - neck_.firstTurn.count();
    if (counts_.shoulderSteps.empty() || since < 0 || since % 2 != 0)
        return std::nullopt;
    // Steps so far: one for two rows of the slope, whichever side begins.
    return static_cast<std::size_t>((neck_.slopeBefore.count() + 1 + since) / 2);
}

void BodyHalf::shoulderAt(int done) {
    const auto turn = shoulderTurn(done);
    if (!turn)
        return;
    flush();
    if (done == neck_.firstTurn.count())
        writer_.section("shoulder");
    const int step = counts_.shoulderSteps[*turn].count();
    if (stepped()) {
        writer_.add(operation::BindOff{.side = side_, .count = step, .as = shoulderName()});
        shoulderGone_ += step;
        width_ -= Stitches(step);
    } else if (*turn + 1 < counts_.shoulderSteps.size()) {
        holdAtShoulder(step);
    } else {
        release(writer_, fromEdge(top_, side_, 0, shoulderGone_));
        width_ += Stitches(shoulderGone_);
    }
}

void BodyHalf::finish() {
    if (counts_.shoulderSteps.empty() || !stepped()) {
        const NeedleSpan shoulder = fromEdge(top_, side_, 0, counts_.shoulder.count());
        return writer_.offOnWaste(project_.choices.wasteRows, counts_.shoulder, yarns::main,
                                  {{shoulderName(), shoulder}}, shoulderTail(TailFor::latch));
    }
    // The last step is closed; beside a held neck its last loop joins the neck's edge.
    const int rest = counts_.shoulder.count() - shoulderGone_;
    const bool alone = beside_ != Beside::heldNeck && beside_ != Beside::heldHalf;
    operation::Tail tail = shoulderTail(TailFor::backstitch);
    writer_.add(alone ? operation::BindOff{.all = true, .as = shoulderName(), .tail = tail}
                      : operation::BindOff{.side = side_, .count = rest, .as = shoulderName()});
    if (!alone)
        writer_.add(operation::BreakYarn{yarns::main, std::move(tail)});
}

void BodyHalf::flush() {
    writer_.knitPlain(Rows(plain_), width_, writer_.size());
    plain_ = 0;
}

void BodyHalf::holdAtNeck(int step) {
    writer_.holdLever(true);
    hold(writer_, fromEdge(top_, side_, inner() - step, step));
    neckGone_ += step;
    width_ -= Stitches(step);
    // The held needle beside the working ones, towards the neck.
    toWrap_ = fromEdge(top_, side_, inner(), 1).first;
}

/// By needle, since something may lie beside this half.
void BodyHalf::decreaseAtNeck(int stitches, Stitches most, bool besideBindOff) {
    const operation::Decrease decrease = moveIn(side_, stitches, project_.choices.edge(ShapedEdge::neck),
                                                std::min(most, counts_.shoulder), besideBindOff);
    const int moved = decrease.kind == operation::Shaping::edge ? 1 : decrease.inset;
    const Needle innermost = fromEdge(top_, side_, inner() - 1, 1).first;
    operation::Transfer transfer;
    transfer.moves.reserve(static_cast<std::size_t>(moved));
    for (int each = 0; each < moved; ++each)
        transfer.moves.emplace_back(innermost.towards(side_, each), innermost.towards(side_, each + stitches));
    writer_.add(std::move(transfer));
    neckGone_ += stitches;
    width_ -= Stitches(stitches);
}

void BodyHalf::holdAtShoulder(int step) {
    writer_.holdLever(true);
    hold(writer_, fromEdge(top_, side_, shoulderGone_, step));
    shoulderGone_ += step;
    width_ -= Stitches(step);
    toWrap_ = fromEdge(top_, side_, shoulderGone_ - 1, 1).first;
}

/// The front's yarn joins each shoulder; the back's ends are woven in, and so are a raglan's.
operation::Tail BodyHalf::shoulderTail(TailFor way) const {
    if (&neck_ != &counts_.frontNeck || project_.choices.body == BodyKind::raglan)
        return {};
    return writer_.leave(tailToLeave(way, counts_.gauge.width(counts_.shoulder)),
                         side_ == Side::left ? "the left shoulder" : "the right shoulder");
}

const char* BodyHalf::shoulderName() const {
    if (project_.choices.body == BodyKind::raglan)
        return sided(side_, "tip_left", "tip_right");
    return sided(side_, "shoulder_left", "shoulder_right");
}

} // namespace vestimen
