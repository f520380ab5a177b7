// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/body_program.h"

#include "core/knitting/piece_parts.h"
#include "core/knitting/welt.h"

#include <algorithm>

namespace vestimen {
namespace {

/// The three parts of a body at the top: the outer needles of each shoulder, and the neck between them.
struct BodySpans {
    NeedleSpan all, left, neck, right;

    explicit BodySpans(const PulloverCounts& counts) : all(centred(counts.body)) {
        const int inset = counts.armholeInset().count();
        all = {all.first.shifted(inset), all.last.shifted(-inset)};
        const int shoulder = counts.shoulder.count();
        left = {all.first, all.first.shifted(shoulder - 1)};
        neck = {all.first.shifted(shoulder), all.last.shifted(-shoulder)};
        right = {all.last.shifted(1 - shoulder), all.last};
    }
    NeedleSpan shoulder(Side side) const { return side == Side::left ? left : right; }
};

/// Welt and body up to the underarm mark. Leaves the seam edges written down.
void writeBodyToUnderarm(ProgramWriter& writer, const PulloverCounts& counts, const Project& project) {
    const int seenFrom = writeWelt(writer, centred(counts.hem), counts.bodyWelt, project.choices.wasteRows);
    writer.section("body");
    Stitches width = counts.hem;
    for (const SideSlope& stretch : counts.sides) {
        for (const SlopeLine& line : stretch.slope.lines)
            for (int i = 0; i < line.times; ++i) {
                writer.knitPlain(line.every, width, writer.size());
                for (const Side side : {Side::left, Side::right}) {
                    if (stretch.widens)
                        writer.add(operation::Increase{side, 1, operation::Shaping::fashioned,
                                                       project.choices.fashioningInset});
                    else
                        writer.add(moveIn(side, 1, project, counts.shoulder));
                }
                width += Stitches(stretch.widens ? 2 : -2);
            }
        writer.knitPlain(stretch.slope.plainAfter, width, writer.size());
    }
    writer.edge("side_left", Side::left, seenFrom, writer.passes());
    writer.edge("side_right", Side::right, seenFrom, writer.passes());
    writer.markSides("underarm");
    writer.say("mark", counts.underarm > Stitches(0)
                           ? "Hook a contrast yarn into both edge stitches: the armhole begins here."
                           : "Hook a contrast yarn into both edge stitches: the sleeve begins here.");
    writer.section("armhole");
}

/// Both sides of a body from the underarm up, with the shaping of its armholes.
class Armholes {
public:
    Armholes(ProgramWriter& writer, const PulloverCounts& counts, const Project& project)
        : writer_(writer), counts_(counts), project_(project), mark_(writer.passes()), width_(counts.body),
          near_(project.choices.body == BodyKind::sleeveless ? opposite(writer.carriage()) : writer.carriage()) {
        for (const CurveEvent& each : counts.armholeCurve.events())
            decreases_.emplace_back(each.row + 1, each.stitches.count());
    }

    /// Knits up to that many rows above the mark. What falls due in the next row is left to whoever knits it.
    void knitTo(Rows row) {
        while (row_ < row.count()) {
            doDue();
            int next = row.count();
            if (row_ == 0 && counts_.underarm > Stitches(0))
                next = std::min(next, 1);
            for (const auto& [at, stitches] : decreases_)
                if (at > row_)
                    next = std::min(next, at);
            writer_.knitPlain(Rows(next - row_), width_, writer_.size());
            row_ = next;
        }
    }

    /// Stitches that go off a side after that many rows, by transfer.
    int dueAt(int row) const {
        for (const auto& [at, stitches] : decreases_)
            if (at == row)
                return stitches;
        return 0;
    }
    /// Those that are still to go when so many rows are knitted.
    int leftAt(int row) const {
        int left = 0;
        for (const auto& [at, stitches] : decreases_)
            left += at >= row ? stitches : 0;
        return left;
    }
    void decrease(Side side, int stitches) { writer_.add(moveIn(side, stitches, project_, counts_.shoulder)); }
    /// The first pass whose end lies along a side's armhole.
    int firstPass(Side side) const { return mark_ + (counts_.underarm > Stitches(0) && side != near_ ? 2 : 1); }

private:
    void doDue() {
        if (counts_.underarm > Stitches(0) && row_ < 2)
            underarm(row_ == 0 ? near_ : opposite(near_));
        if (const int stitches = dueAt(row_); stitches > 0)
            for (const Side side : {Side::left, Side::right}) {
                decrease(side, stitches);
                width_ -= Stitches(stitches);
            }
    }

    /// Bound off where the carriage stands, for a sleeve; or open on a holder at the other side, for a trim.
    void underarm(Side side) {
        const int count = counts_.underarm.count();
        if (project_.choices.body == BodyKind::sleeveless) {
            const NeedleSpan span = fromEdge(centred(counts_.body), side, 0, count);
            writer_.add(operation::TakeOff{span.first, span.last, operation::Onto::holder,
                                           sided(side, "underarm_left", "underarm_right")});
        } else {
            writer_.add(operation::BindOff{.side = side, .count = count});
        }
        width_ -= counts_.underarm;
    }

    ProgramWriter& writer_;
    const PulloverCounts& counts_;
    const Project& project_;
    int mark_;
    Stitches width_;
    Side near_; ///< the side whose underarm goes first
    int row_ = 0;
    std::vector<std::pair<int, int>> decreases_; ///< after so many rows, so many on each side
};

/// One half of the front, from the row where the neck begins. The carriage stands at `side`, everything but this
/// half's needles is held, with the lever on.
class FrontHalf {
public:
    FrontHalf(ProgramWriter& writer, const PulloverCounts& counts, const Project& project, Armholes& armholes,
              Side side)
        : writer_(writer), counts_(counts), project_(project), armholes_(armholes), spans_(counts), side_(side),
          width_(counts.shoulder + sideNeck() + Stitches(armholes.leftAt(counts.toNeck().count()))) {}

    void write() {
        const int first = writer_.passes();
        const int slope = counts_.shoulderRows.count();
        // Rows of this half; with a slope, the last of them knits over all that the shoulder held.
        const int rows = counts_.neckDepth.count() - (slope > 0 ? 1 : 0);
        const int slopeFrom = slope > 0 ? counts_.neckDepth.count() - slope : rows;
        const int lastTurn = static_cast<int>(counts_.shoulderSteps.size()) - 1;
        const bool vee = project_.choices.neck == NeckKind::vee;
        std::vector<int> veeRows;
        if (vee) {
            veeRows = counts_.neckSlope.eventRows();
            veeRows.insert(veeRows.begin(), 0);
        }
        int plain = 0;
        const auto flush = [&] {
            writer_.knitPlain(Rows(plain), width_, writer_.size());
            plain = 0;
        };
        std::optional<Needle> toWrap;
        for (int done = 0; done < rows; ++done) {
            const auto neckTurn = static_cast<std::size_t>(done / 2);
            if (const int stitches = armholes_.dueAt(counts_.toNeck().count() + done); stitches > 0) {
                flush();
                armholes_.decrease(side_, stitches);
                width_ -= Stitches(stitches);
            }
            if (std::ranges::count(veeRows, done) > 0) {
                flush();
                decreaseAtNeck();
            }
            if (done % 2 == 0 && neckTurn < counts_.neckSteps.size() &&
                (neckTurn == 0 || counts_.neckSteps[neckTurn] > Stitches(0))) {
                flush();
                toWrap = holdAtNeck(counts_.neckSteps[neckTurn].count());
            }
            if (done >= slopeFrom && (done - slopeFrom) % 2 == 0) {
                flush();
                const int turn = (done - slopeFrom) / 2;
                if (turn == 0)
                    writer_.section("shoulder");
                if (turn < lastTurn) {
                    toWrap = holdAtShoulder(counts_.shoulderSteps[static_cast<std::size_t>(turn)].count());
                } else {
                    release(writer_, fromEdge(spans_.all, side_, 0, shoulderHeld_));
                    width_ += Stitches(shoulderHeld_);
                }
            }
            ++plain;
            if (toWrap) {
                flush();
                if (project_.choices.wrapTurns)
                    writer_.add(operation::Wrap{*toWrap});
                toWrap.reset();
            }
        }
        flush();
        const int beforeSlope = first + slopeFrom;
        writer_.edge(sided(side_, "armhole_left", "armhole_right"), side_, first + 1, beforeSlope);
        writer_.edge(sided(side_, "neck_left", "neck_right"), opposite(side_),
                     first + 2 * static_cast<int>(counts_.neckSteps.size()) + 1, first + rows);
    }

private:
    Needle holdAtNeck(int step) {
        const NeedleSpan held = fromEdge(spans_.all, side_, inner() - step, step);
        hold(writer_, held);
        neckGone_ += step;
        width_ -= Stitches(step);
        // The held needle beside the working ones, towards the neck.
        return fromEdge(spans_.all, side_, inner(), 1).first;
    }

    /// The other half is still on the bed, so the inner stitches are moved by needle.
    void decreaseAtNeck() {
        const Needle innermost = fromEdge(spans_.all, side_, inner() - 1, 1).first;
        operation::Transfer transfer;
        for (int i = 0; i < std::min(project_.choices.fashioningInset, counts_.shoulder.count()); ++i)
            transfer.moves.emplace_back(innermost.towards(side_, i), innermost.towards(side_, i + 1));
        writer_.add(std::move(transfer));
        ++neckGone_;
        width_ -= Stitches(1);
    }

    Needle holdAtShoulder(int step) {
        hold(writer_, fromEdge(spans_.all, side_, shoulderHeld_, step));
        shoulderHeld_ += step;
        width_ -= Stitches(step);
        return fromEdge(spans_.all, side_, shoulderHeld_ - 1, 1).first;
    }

    Stitches sideNeck() const { return (counts_.neck - counts_.neckCentre) / 2; }
    /// Needles from the shoulder's edge to where this half now ends towards the neck.
    int inner() const { return (counts_.shoulder + sideNeck()).count() - neckGone_; }

    ProgramWriter& writer_;
    const PulloverCounts& counts_;
    const Project& project_;
    Armholes& armholes_;
    BodySpans spans_;
    Side side_;
    Stitches width_;
    int neckGone_ = 0;
    int shoulderHeld_ = 0;
};

/// No neck to shape: straight or sloped shoulders, and all off on waste yarn.
void writeStraightTop(ProgramWriter& writer, Armholes& armholes, const Project& project, const PulloverCounts& counts) {
    const BodySpans spans(counts);
    armholes.knitTo(counts.armhole);
    const auto edge = [&](Side side, int to) {
        writer.edge(sided(side, "armhole_left", "armhole_right"), side, armholes.firstPass(side), to);
    };
    if (!counts.shoulderSteps.empty()) {
        writer.section("shoulders");
        writer.add(operation::HoldLever{true});
        Stitches width = counts.upper;
        int heldLeft = 0;
        int heldRight = 0;
        const Side first = opposite(writer.carriage());
        edge(first, writer.passes());
        edge(opposite(first), writer.passes() + 1);
        for (const Stitches step : counts.shoulderSteps)
            for (int half = 0; half < 2; ++half) {
                const Side side = opposite(writer.carriage());
                int& held = side == Side::left ? heldLeft : heldRight;
                hold(writer, fromEdge(spans.all, side, held, step.count()));
                held += step.count();
                width -= step;
                writer.knit(Rows(1), width, writer.size());
                if (project.choices.wrapTurns)
                    writer.add(operation::Wrap{fromEdge(spans.all, side, held - 1, 1).first});
            }
        release(writer, spans.left);
        release(writer, spans.right);
        writer.add(operation::HoldLever{false});
        writer.say("all_over", "One row over all stitches.");
        writer.knit(Rows(1), counts.upper, writer.size());
    } else {
        edge(Side::left, writer.passes());
        edge(Side::right, writer.passes());
    }
    writer.section("off on waste yarn");
    writer.offOnWaste(project.choices.wasteRows, counts.upper, mainYarn,
                      {{"shoulder_left", spans.left}, {"neck", spans.neck}, {"shoulder_right", spans.right}});
}

/// The neck by holding: one half after the other, then the middle off on waste yarn.
void writeNeckedTop(ProgramWriter& writer, Armholes& armholes, const Project& project, const PulloverCounts& counts) {
    const BodySpans spans(counts);
    armholes.knitTo(counts.toNeck());
    for (const Side side : {Side::left, Side::right})
        writer.edge(sided(side, "armhole_left", "armhole_right"), side, armholes.firstPass(side), writer.passes());

    const int neckRow = writer.counter();
    const Side first = writer.carriage();
    const int outer = armholes.leftAt(counts.toNeck().count());
    const NeedleSpan all{spans.all.first.shifted(-outer), spans.all.last.shifted(outer)};
    const int half = (counts.shoulder + (counts.neck - counts.neckCentre) / 2).count() + outer;
    writer.section("neck, first half");
    writer.add(operation::HoldLever{true});
    hold(writer, fromEdge(all, opposite(first), 0, all.size() - half));
    FrontHalf(writer, counts, project, armholes, first).write();
    writer.offOnWaste(project.choices.wasteRows, counts.shoulder, mainYarn,
                      {{sided(first, "shoulder_left", "shoulder_right"), spans.shoulder(first)}});

    const Side second = opposite(first);
    writer.section("neck, second half");
    writer.moveCarriage(second);
    writer.counterTo(neckRow);
    release(writer, fromEdge(all, second, 0, half));
    writer.add(operation::JoinYarn{mainYarn, second});
    FrontHalf(writer, counts, project, armholes, second).write();
    writer.offOnWaste(project.choices.wasteRows, counts.shoulder, mainYarn,
                      {{sided(second, "shoulder_left", "shoulder_right"), spans.shoulder(second)}});

    // The decreases of a V leave at most a centre stitch.
    const bool vee = project.choices.neck == NeckKind::vee;
    const NeedleSpan middle =
        vee ? fromEdge(spans.all, Side::left, half - outer, counts.neckCentre.count()) : spans.neck;
    if (middle.empty())
        return writer.add(operation::HoldLever{false});
    writer.section("neck off on waste yarn");
    release(writer, middle);
    writer.add(operation::HoldLever{false});
    writer.offOnWaste(project.choices.wasteRows, Stitches(middle.size()), std::nullopt, {{"neck", middle}});
}

} // namespace

Program writeBody(const Project& project, const PulloverCounts& counts, PieceKind piece) {
    ProgramWriter writer(project, key(piece), worn(piece));
    writeBodyToUnderarm(writer, counts, project);
    Armholes armholes(writer, counts, project);
    if (piece == PieceKind::back || project.choices.neck == NeckKind::boat)
        writeStraightTop(writer, armholes, project, counts);
    else
        writeNeckedTop(writer, armholes, project, counts);
    return writer.take();
}

} // namespace vestimen
