// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/body_program.h"

#include "core/article/garment/armholes.h"
#include "core/article/garment/body_half.h"
#include "core/article/garment/shaped_sides.h"
#include "core/knitting/piece_parts.h"
#include "core/knitting/welt.h"

#include <algorithm>

namespace vestimen {
namespace {

class BodyWriter {
public:
    BodyWriter(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece)
        : project_(project), counts_(counts), piece_(piece), half_(isHalf(piece)),
          neck_(isBack(piece) ? counts.backNeck : counts.frontNeck),
          writer_(project.ground, key(piece), worn(piece), firstCarriage(project, counts, piece)) {
        writer_.wantOpenTurns(!project.choices.wrapTurns);
    }

    Program write() {
        const NeedleSpan below = writeToUnderarm();
        Armholes armholes(writer_, counts_, project_, piece_, below);
        top_ = armholes.top();
        if (neck_.depth == Rows(0))
            writeStraightTop(armholes);
        else if (half_)
            writeHalf(armholes);
        else
            writeNeckedTop(armholes);
        if (afterwards())
            writeWeltBelow();
        return writer_.take();
    }

private:
    /// A half comes to its underarm with the carriage at the armhole, where it is bound off, or away from it, where it
    /// goes onto a holder; so the other mirrors it.
    static Side firstCarriage(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece) {
        if (!isHalf(piece))
            return Side::right;
        const Garment& choices = project.choices;
        const int passes = (choices.weltFollows(choices.bodyWelt) ? passesWithoutWelt(choices.wasteRows)
                                                                  : weltPasses(counts.bodyWelt, choices.wasteRows)) +
                           (counts.hemRise + counts.toUnderarm).count();
        const Side atUnderarm = choices.hasSleeves() ? outerSide(piece) : opposite(outerSide(piece));
        return passes % 2 == 0 ? atUnderarm : opposite(atUnderarm);
    }

    bool afterwards() const { return project_.choices.weltFollows(project_.choices.bodyWelt); }
    Stitches hemWidth() const { return half_ ? counts_.ofHalf(counts_.half(piece_), counts_.hem) : counts_.hem; }
    NeedleSpan hemSpan() const { return centred(hemWidth()); }

    /// From the first row down, upside down: what was the left side is at the right.
    void writeWeltBelow() {
        writer_.holdLever(false);
        const int before = writer_.passes();
        const int to = writeWeltAfterwards(writer_, hemSpan(), counts_.bodyWelt);
        for (const Side side : {Side::left, Side::right})
            if (!half_ || side == outerSide(piece_))
                writer_.edge(sided(side, "side_left", "side_right"), opposite(side), before + 1, to);
            else if (isPanel())
                writer_.edge("centre_edge", opposite(side), before + 1, to);
    }

    bool isPanel() const { return vestimen::isPanel(piece_, project_.choices); }
    /// The edge along the opening, or down the middle, up to the neck.
    void nameInnerEdge() {
        if (half_)
            writer_.edge(isPanel() ? "centre_edge" : "front_edge", opposite(outerSide(piece_)), seenFrom_,
                         writer_.passes());
    }
    bool isShaped(Side side) const { return !half_ || side == outerSide(piece_); }

    bool stepped() const { return project_.choices.shoulder == ShoulderKind::stepped; }
    bool raglan() const { return project_.choices.body == BodyKind::raglan; }
    NeedleSpan shoulder(Side side) const { return fromEdge(top_, side, 0, counts_.shoulder.count()); }
    NeedleSpan wholeNeck() const {
        if (half_)
            return fromEdge(top_, opposite(outerSide(piece_)), 0, counts_.neckOfHalf(counts_.half(piece_)).count());
        return fromEdge(top_, Side::left, counts_.shoulder.count(), counts_.neck.count());
    }

    /// Welt and body up to the underarm mark, with the shaping of the sides. Leaves the seam edges written down, and
    /// gives back the needles that are left.
    NeedleSpan writeToUnderarm() {
        const Stitches width = hemWidth();
        NeedleSpan span = centred(width);
        int seenFrom = passesWithoutWelt(project_.choices.wasteRows) + 1;
        if (afterwards())
            beginWithoutWelt(writer_, span, project_.choices.wasteRows);
        else
            seenFrom = writeWelt(writer_, span, counts_.bodyWelt, project_.choices.wasteRows);
        const std::vector<Side> shaped = half_ ? std::vector{outerSide(piece_)} : std::vector{Side::left, Side::right};
        writer_.section("body");
        ShapedSides sides(writer_, project_.choices.edge(ShapedEdge::sides), shaped, width, counts_.shoulder);
        int curvedTo = 0;
        if (counts_.hemRise > Rows(0)) {
            writer_.knit(Rows(1), width, writer_.size());
            for (const Side side : shaped)
                writer_.edge(sided(side, "side_left", "side_right"), side, seenFrom, writer_.passes());
            writeCurvedHem(span);
            curvedTo = writer_.passes();
            sides.skipRow();
        }
        for (const SideSlope& stretch : counts_.sides)
            sides.follow(stretch.slope, stretch.widens);
        seenFrom_ = seenFrom;
        const int flare = (counts_.hem - counts_.body).count() / 2;
        for (const Side side : shaped) {
            writer_.edge(sided(side, "side_left", "side_right"), side, std::max(seenFrom, curvedTo + 1),
                         writer_.passes());
            span = fromEdge(span, side, flare, span.size() - flare);
        }
        half_ ? writer_.add(operation::Mark{outerSide(piece_), "underarm"}) : writer_.markSides("underarm");
        writer_.section(raglan() ? "raglan" : "armhole");
        return span;
    }

    /// From the middle out: the sides wait, one after the other, and come back in steps opposite the carriage.
    void writeCurvedHem(NeedleSpan span) {
        writer_.section("curved hem");
        writer_.holdLever(true);
        const int from = writer_.passes() + 1;
        const int each = counts_.hemSide.count();
        int held[2] = {0, 0};
        const auto waits = [&](Side side) -> int& { return held[side == Side::left ? 0 : 1]; };
        const auto pass = [&] {
            writer_.knit(Rows(1), Stitches(span.size() - held[0] - held[1]), writer_.size());
            if (const int waiting = waits(writer_.carriage()); waiting > 0 && project_.choices.wrapTurns)
                writer_.add(operation::Wrap{fromEdge(span, writer_.carriage(), waiting - 1, 1).first});
        };
        for (int i = 0; i < 2; ++i) {
            const Side far = opposite(writer_.carriage());
            if (isShaped(far)) {
                hold(writer_, fromEdge(span, far, 0, each));
                waits(far) = each;
            }
            pass();
        }
        for (const Stitches step : counts_.hemSteps)
            for (int i = 0; i < 2; ++i) {
                const Side far = opposite(writer_.carriage());
                if (isShaped(far)) {
                    release(writer_, fromEdge(span, far, waits(far) - step.count(), step.count()));
                    waits(far) -= step.count();
                }
                pass();
            }
        writer_.holdLever(false);
        writer_.edge("curved_start", Side::left, from, writer_.passes());
        writer_.section("body");
    }

    /// So many rows of the shoulders' slopes, one side after the other; of a half only its own. Steps are held opposite
    /// the carriage, or bound off where it stands; after the last of these no row follows.
    void slopeShoulders(int rows, bool toTheEnd) {
        writer_.section("shoulders");
        if (!stepped())
            writer_.holdLever(true);
        Stitches width(top_.size());
        for (int row = 0; row < rows; ++row) {
            const int step = counts_.shoulderSteps[static_cast<std::size_t>(row / 2)].count();
            const Side side = stepped() ? writer_.carriage() : opposite(writer_.carriage());
            if (!isShaped(side)) {
                if (toTheEnd && stepped() && row + 1 == rows)
                    return;
                writer_.knit(Rows(1), width, writer_.size());
                continue;
            }
            int& gone = shoulderGone_[side == Side::left ? 0 : 1];
            if (stepped())
                writer_.add(operation::BindOff{
                    .side = side, .count = step, .as = sided(side, "shoulder_left", "shoulder_right")});
            else
                hold(writer_, fromEdge(top_, side, gone, step));
            gone += step;
            width -= Stitches(step);
            if (stepped() && toTheEnd && row + 1 == rows)
                return;
            writer_.knit(Rows(1), width, writer_.size());
            if (!stepped() && project_.choices.wrapTurns)
                writer_.add(operation::Wrap{fromEdge(top_, side, gone - 1, 1).first});
        }
    }

    /// The armholes' edges end where the shoulders begin: at one side at once, at the other a row later.
    void nameSlopedArmholes(Armholes& armholes) {
        const Side first = stepped() ? writer_.carriage() : opposite(writer_.carriage());
        for (const Side side : armholes.sides())
            armholes.nameEdge(side, writer_.passes() + (side == first ? 0 : 1));
    }

    /// No neck to shape: straight or sloped shoulders, and what is open off on waste yarn.
    void writeStraightTop(Armholes& armholes) {
        armholes.knitTo(counts_.armhole);
        armholes.doDue();
        const Rows wasteRows = project_.choices.wasteRows;
        const Stitches all(top_.size());
        if (counts_.shoulderSteps.empty()) {
            for (const Side side : armholes.sides())
                armholes.nameEdge(side, writer_.passes());
        } else {
            nameSlopedArmholes(armholes);
            slopeShoulders(2 * static_cast<int>(counts_.shoulderSteps.size()), true);
        }
        if (!counts_.shoulderSteps.empty() && stepped()) {
            nameInnerEdge();
            writer_.section("off on waste yarn");
            return writer_.offOnWaste(wasteRows, Stitches(wholeNeck().size()), yarns::main, {{"neck", wholeNeck()}});
        }
        if (!counts_.shoulderSteps.empty()) {
            // The yarn is at the neck's edge: a row that began at the outer end would leave it lying under a shoulder.
            const Side near = writer_.carriage();
            const Side far = opposite(near);
            if (isShaped(far)) {
                writer_.say("far_shoulder", "The yarn is at the neck: first bring back the shoulder away from the "
                                            "carriage, and knit across.");
                release(writer_, shoulder(far));
            }
            writer_.knit(Rows(1), isShaped(near) ? all - counts_.shoulder : all, writer_.size());
            if (isShaped(near)) {
                release(writer_, shoulder(near));
                writer_.holdLever(false);
                writer_.say("all_over", "Now all stitches: one row back.");
                writer_.knit(Rows(1), all, writer_.size());
            }
            writer_.holdLever(false);
        }
        nameInnerEdge();
        writer_.section("off on waste yarn");
        if (raglan())
            return writer_.offOnWaste(wasteRows, all, yarns::main, {{"neck", top_}});
        std::vector<std::pair<std::string, NeedleSpan>> parts = {{"neck", wholeNeck()}};
        if (isShaped(Side::left))
            parts.insert(parts.begin(), {"shoulder_left", shoulder(Side::left)});
        if (isShaped(Side::right))
            parts.emplace_back("shoulder_right", shoulder(Side::right));
        // A front without a neck is as straight as a back: its yarn joins the shoulder that it ends at.
        const bool joins = !isBack(piece_) && isShaped(writer_.carriage());
        writer_.offOnWaste(wasteRows, all, yarns::main, parts,
                           joins ? writer_.leave(tailToLeave(TailFor::latch, counts_.gauge.width(counts_.shoulder)),
                                                 sided(writer_.carriage(), "the left shoulder", "the right shoulder"))
                                 : operation::Tail());
    }

    bool isVee() const { return !isBack(piece_) && project_.choices.neck == NeckKind::vee; }
    NeckSchool school() const { return project_.choices.neckSchool; }
    /// Held stitches would be in the way where a shoulder's last step is closed, or where the neck's edge is decreased.
    bool restGoesOff() const {
        return isVee() ? stepped() && !counts_.shoulderSteps.empty() : school() != NeckSchool::hold;
    }

    void takeCentreOff(NeedleSpan centre) {
        if (centre.empty())
            return;
        writer_.say("centre_off", "With a needle, lead waste yarn through the middle stitches and take them off.");
        writer_.add(operation::TakeOff{centre.first, centre.last, operation::Onto::waste, "neck"});
    }

    /// One half after the other; the second mirrors the first and begins with the carriage on the other side.
    void writeNeckedTop(Armholes& armholes) {
        armholes.knitTo(counts_.toNeck(neck_) - neck_.slopeBefore);
        if (neck_.slopeBefore > Rows(0)) {
            nameSlopedArmholes(armholes);
            slopeShoulders(neck_.slopeBefore.count(), false);
        } else {
            for (const Side side : armholes.sides())
                armholes.nameEdge(side, writer_.passes());
        }

        const int neckRow = writer_.counter();
        const Side first = writer_.carriage();
        const Side second = opposite(first);
        const int pending = armholes.leftAt(counts_.toNeck(neck_).count());
        const NeedleSpan all{top_.first.shifted(-pending), top_.last.shifted(pending)};
        const int half = (counts_.shoulder + neck_.side).count() + pending;
        const int centreWidth = neck_.centre.count();
        const NeedleSpan centre = fromEdge(all, first, half, centreWidth);
        const auto gone = [&](Side side) { return shoulderGone_[side == Side::left ? 0 : 1]; };
        const bool off = restGoesOff();
        const bool bindOff = off && !isVee() && school() == NeckSchool::bindOff;
        const int bound = stepped() ? gone(second) : 0; // off the bed already
        const int held = stepped() ? 0 : gone(second);
        const NeedleSpan waiting = fromEdge(all, second, bound, half - bound + (bindOff ? centreWidth : 0));
        writer_.section("neck, first half");
        if (off) {
            if (!bindOff)
                takeCentreOff(centre);
            writer_.say("rest_off", "Take the rest onto a holder until its turn comes.");
            writer_.add(operation::TakeOff{waiting.first, waiting.last, operation::Onto::holder, "waiting"});
        } else {
            writer_.holdLever(true);
            hold(writer_, fromEdge(all, second, bound, all.size() - half - bound));
        }
        const Beside beside = off ? Beside::nothing : isVee() ? Beside::heldHalf : Beside::heldNeck;
        BodyHalf(writer_, counts_, neck_, project_, armholes, first, beside, gone(first)).write();

        writer_.section("neck, second half");
        if (off) {
            writer_.holdLever(false);
            hangWaiting(waiting);
            writer_.moveCarriage(bindOff ? first : second, operation::Crossing::lifted);
            if (bindOff)
                bindOffCentre(first);
            // What the shoulder held before goes back to hold.
            if (held > 0) {
                writer_.holdLever(true);
                hold(writer_, fromEdge(top_, second, 0, held));
            }
            writer_.moveCarriage(second, operation::Crossing::lifted);
            writer_.counterTo(neckRow);
        } else {
            writer_.moveCarriage(second);
            writer_.counterTo(neckRow);
            release(writer_, fromEdge(all, second, held + bound, half - held - bound));
        }
        writer_.add(operation::JoinYarn{yarns::main, second});
        BodyHalf(writer_, counts_, neck_, project_, armholes, second, bindOff ? Beside::boundNeck : beside,
                 gone(second))
            .write();
        if (off) {
            writer_.holdLever(false);
            return;
        }
        // The decreases of a V leave at most a centre stitch.
        neckOffOnWaste(isVee() ? centre : wholeNeck());
    }

    void hangWaiting(NeedleSpan span) {
        writer_.say("hang_again", "Hang the waiting stitches on their needles again, purl side facing you.");
        const HangSource waiting{.kind = HangSource::Kind::kept, .name = "waiting"};
        operation::Hang hang{.sources = {waiting}, .allOf = {waiting}};
        int index = 1;
        for (Needle needle = span.first; needle <= span.last; needle = needle.shifted(1))
            hang.put(needle, index++);
        writer_.add(std::move(hang));
    }

    void bindOffCentre(Side side) {
        writer_.add(operation::JoinYarn{yarns::main, side});
        writer_.add(operation::BindOff{.side = side, .count = neck_.centre.count(), .as = "neck"});
        writer_.add(operation::BreakYarn{yarns::main});
    }

    void neckOffOnWaste(NeedleSpan middle) {
        if (middle.empty())
            return writer_.holdLever(false);
        writer_.section("neck off on waste yarn");
        release(writer_, middle);
        writer_.holdLever(false);
        writer_.offOnWaste(project_.choices.wasteRows, Stitches(middle.size()), std::nullopt, {{"neck", middle}});
    }

    void writeHalf(Armholes& armholes) {
        armholes.knitTo(counts_.toNeck(neck_) - neck_.slopeBefore);
        const Side side = outerSide(piece_);
        if (neck_.slopeBefore > Rows(0)) {
            nameSlopedArmholes(armholes);
            slopeShoulders(neck_.slopeBefore.count(), false);
        } else {
            armholes.nameEdge(side, writer_.passes());
        }
        nameInnerEdge();
        writer_.section("neck");
        const NeedleSpan centre = fromEdge(top_, opposite(side), 0, neck_.centre.count());
        Beside beside = Beside::nothing;
        if (!isVee() && school() == NeckSchool::hold) {
            beside = Beside::heldNeck;
            writer_.holdLever(true);
            hold(writer_, centre);
        } else if (!isVee() && school() == NeckSchool::bindOff) {
            beside = Beside::bindOffDue;
        } else {
            takeCentreOff(centre);
        }
        BodyHalf(writer_, counts_, neck_, project_, armholes, side, beside, shoulderGone_[side == Side::left ? 0 : 1])
            .write();
        if (beside == Beside::heldNeck)
            neckOffOnWaste(wholeNeck());
        writer_.holdLever(false);
    }

    const GarmentBrief& project_;
    const GarmentCounts& counts_;
    PieceKey piece_;
    bool half_;
    const NeckCounts& neck_;
    ProgramWriter writer_;
    NeedleSpan top_;
    int seenFrom_ = 1;
    int shoulderGone_[2] = {0, 0}; ///< left and right, before the neck begins
};

} // namespace

Program writeBody(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece) {
    return BodyWriter(project, counts, piece).write();
}

} // namespace vestimen
