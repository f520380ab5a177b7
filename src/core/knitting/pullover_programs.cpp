// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/pullover_programs.h"

#include "core/knitting/welt.h"
#include "core/shaping/hang.h"

#include <algorithm>
#include <array>

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

const char* sided(Side side, const char* left, const char* right) {
    return side == Side::left ? left : right;
}

/// From the outermost needle of a side inward: `skip` needles left out, then `count`.
NeedleSpan fromEdge(NeedleSpan span, Side side, int skip, int count) {
    if (side == Side::left)
        return {span.first.shifted(skip), span.first.shifted(skip + count - 1)};
    return {span.last.shifted(1 - skip - count), span.last.shifted(-skip)};
}

void hold(ProgramWriter& writer, NeedleSpan span) {
    if (!span.empty())
        writer.add(operation::Hold{span.first, span.last});
}

void release(ProgramWriter& writer, NeedleSpan span) {
    if (!span.empty())
        writer.add(operation::Release{span.first, span.last});
}

/// A fashioned decrease. No more stitches are moved than `most`, and no fewer than go: else some would stay outside.
operation::Decrease moveIn(Side side, int stitches, const Project& project, Stitches most) {
    return {side, stitches, operation::Shaping::fashioned,
            std::max(stitches, std::min(project.choices.fashioningInset, most.count()))};
}

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
    writer.say("mark", "Hook a contrast yarn into both edge stitches: the sleeve begins here.");
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

    Stitches width() const { return width_; }
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

std::string worn(PieceKind piece) {
    std::string name = key(piece);
    for (char& c : name)
        if (c == '_')
            c = ' ';
    return name;
}

/// Back and front up to the underarm, then the armholes and whatever `top` makes of the rest.
template<class Top> Program writeBody(const Project& project, const PulloverCounts& counts, PieceKind piece, Top top) {
    ProgramWriter writer(project, key(piece), worn(piece));
    writeBodyToUnderarm(writer, counts, project);
    Armholes armholes(writer, counts, project);
    top(writer, armholes);
    return writer.take();
}

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

/// From the underarm: bound off as the body is, in along the bell on both sides, and the flat top bound off.
void writeCap(ProgramWriter& writer, const Project& project, const PulloverCounts& counts) {
    const int mark = writer.passes();
    const Side near = writer.carriage();
    writer.markSides("underarm");
    writer.section("cap");
    // What happens after each row: bound off at the carriage, or moved in on both sides.
    struct Due {
        int bound = 0;
        int moved = 0;
    };
    std::vector<Due> due(static_cast<std::size_t>(counts.capRows.count()) + 1);
    due[0].bound = due[1].bound = counts.underarm.count();
    for (const CurveEvent& each : counts.cap.events()) {
        const auto at = static_cast<std::size_t>(each.row) + 1;
        if (each.boundOff)
            due[at].bound = due[at + 1].bound = each.stitches.count();
        else
            due[at].moved = each.stitches.count();
    }
    Stitches width = counts.sleeveTop;
    int plain = 0;
    for (const Due& now : due) {
        if (now.bound + now.moved > 0) {
            writer.knitPlain(Rows(plain), width, writer.size());
            plain = 0;
        }
        if (now.bound > 0) {
            writer.add(operation::BindOff{.side = writer.carriage(), .count = now.bound});
            width -= Stitches(now.bound);
        }
        if (now.moved > 0)
            for (const Side side : {Side::left, Side::right}) {
                writer.add(moveIn(side, now.moved, project, counts.capTop - Stitches(1)));
                width -= Stitches(now.moved);
            }
        ++plain;
    }
    writer.knitPlain(Rows(plain - 1), width, writer.size());
    for (const Side side : {Side::left, Side::right})
        writer.edge(sided(side, "cap_left", "cap_right"), side, mark + (side == near ? 1 : 2), writer.passes());
    writer.add(operation::BindOff{.method = "loop_through_loop", .all = true});
}

/// A trim hung on open loops and row edges, folded, hung again on itself and bound off (craft 17).
Program writeTrim(const Project& project, PieceKind piece, Stitches stitches, Rows rows, const char* hangSection,
                  const char* facing, operation::Hang hung) {
    ProgramWriter writer(project, key(piece), worn(piece));
    writer.section(hangSection);
    writer.say("purl_facing", facing);
    operation::Hang close;
    close.allOf = {"first"};
    for (const auto& [needle, source] : hung.map)
        close.map.emplace_back(needle, HangSource{{}, HangSource::Kind::first, {}, 0, needle});
    writer.add(std::move(hung));
    writer.say("waste_out", "Pull the waste yarn out only when every loop is on a needle.");
    writer.add(operation::JoinYarn{mainYarn, writer.carriage()});
    writer.counterTo(0);
    writer.section("trim");
    const Rows half = rows / 2;
    writer.knitPlain(half - Rows(1), stitches, writer.size(-1));
    writer.say("fold_row", "The next row is the fold: looser.");
    writer.knit(Rows(1), stitches, writer.size(1));
    writer.knitPlain(half, stitches, writer.size(-1));
    writer.say("hang_welt", "Fold the trim towards you and hang the loops of its first row on the same needles.");
    writer.add(std::move(close));
    writer.section("bind off");
    writer.say("two_layers",
               "Push the needles right out, or knit this row by hand: two layers are hard on the carriage.");
    writer.knit(Rows(1), stitches, writer.size(2));
    writer.add(operation::BindOff{.method = "chain_round_the_needles", .all = true});
    return writer.take();
}

/// Needles of a trim from left to right, and what is hung on each.
class TrimHang {
public:
    explicit TrimHang(Stitches needles) : next_(centred(needles).first) {}

    /// Open loops of a piece in the order of its needles, or from the last to the first.
    void kept(const char* piece, const char* name, Stitches count, bool backwards = false) {
        if (count > Stitches(0))
            hang_.allOf.push_back(std::string(piece) + "/kept:" + name);
        for (int i = 1; i <= count.count(); ++i)
            put(piece, HangSource::Kind::kept, name, backwards ? count.count() + 1 - i : i);
    }
    /// Rows of an edge, upward or downward.
    void edge(const char* piece, const char* name, const std::optional<HangMap>& map, bool upward) {
        if (!map)
            return;
        std::vector<int> rows;
        for (const HangPair& pair : map->map)
            rows.push_back(pair.second);
        if (!upward)
            std::ranges::reverse(rows);
        for (const int row : rows)
            put(piece, HangSource::Kind::edge, name, row);
    }
    operation::Hang take() { return std::move(hang_); }

private:
    void put(const char* piece, HangSource::Kind kind, const char* name, int index) {
        hang_.map.emplace_back(next_, HangSource{piece, kind, name, index, {}});
        next_ = next_.shifted(1);
    }

    Needle next_;
    operation::Hang hang_;
};

Program writeBack(const Project& project, const PulloverCounts& counts) {
    return writeBody(project, counts, PieceKind::back, [&](ProgramWriter& writer, Armholes& armholes) {
        writeStraightTop(writer, armholes, project, counts);
    });
}

Program writeFront(const Project& project, const PulloverCounts& counts) {
    return writeBody(project, counts, PieceKind::front, [&](ProgramWriter& writer, Armholes& armholes) {
        project.choices.neck == NeckKind::boat ? writeStraightTop(writer, armholes, project, counts)
                                               : writeNeckedTop(writer, armholes, project, counts);
    });
}

Program writeSleeve(const Project& project, const PulloverCounts& counts, PieceKind piece) {
    ProgramWriter writer(project, key(piece), worn(piece));
    const int seenFrom = writeWelt(writer, centred(counts.wrist), counts.cuff, project.choices.wasteRows);
    writer.section("sleeve");
    Stitches width = counts.wrist;
    for (const SlopeLine& line : counts.sleeve.lines)
        for (int i = 0; i < line.times; ++i) {
            writer.knitPlain(line.every, width, writer.size());
            for (const Side side : {Side::left, Side::right})
                writer.add(
                    operation::Increase{side, 1, operation::Shaping::fashioned, project.choices.fashioningInset});
            width += Stitches(2);
        }
    writer.section(counts.capRows > Rows(0) ? "straight to the underarm" : "straight to the top");
    writer.knitPlain(counts.sleeve.plainAfter, width, writer.size());
    writer.edge("seam_left", Side::left, seenFrom, writer.passes());
    writer.edge("seam_right", Side::right, seenFrom, writer.passes());
    if (counts.capRows > Rows(0)) {
        writeCap(writer, project, counts);
        return writer.take();
    }
    writer.section("off on waste yarn");
    const NeedleSpan wrist = centred(counts.wrist);
    const int grown = (counts.sleeveTop - counts.wrist).count() / 2;
    writer.offOnWaste(project.choices.wasteRows, width, mainYarn,
                      {{"top", {wrist.first.shifted(-grown), wrist.last.shifted(grown)}}});
    return writer.take();
}

Program writeNeckTrim(const Project& project, const PulloverCounts& counts) {
    const bool vee = project.choices.neck == NeckKind::vee;
    const auto edge = hang(counts.trimEdge, counts.neckEdge);
    TrimHang neck(counts.trim);
    // Purl side facing, as at the machine, the neck is walked from the wearer's right over the back to the left.
    if (vee) {
        neck.kept("front", "neck", counts.neckCentre);
        neck.edge("front", "neck_right", edge, true);
        neck.kept("back", "neck", counts.neck);
        neck.edge("front", "neck_left", edge, false);
    } else {
        neck.kept("back", "neck", counts.neck);
        neck.edge("front", "neck_left", edge, false);
        neck.kept("front", "neck", counts.neck);
        neck.edge("front", "neck_right", edge, true);
    }
    return writeTrim(
        project, PieceKind::neckTrim, counts.trim, counts.trimRows, "hang the neck",
        vee ? "Both shoulders are joined. Purl side facing you, from the point of the V round to the point "
              "again; the ends are lapped and sewn there."
            : "The wearer's left shoulder is joined. Purl side facing you, ends first, then the middles.",
        neck.take());
}

Program writeArmTrim(const Project& project, const PulloverCounts& counts, PieceKind piece) {
    const auto edge = hang(counts.armTrimEdge, Rows(counts.armholeRowsHung().count()));
    TrimHang arm(counts.armTrim);
    // Purl side facing, the left armhole is walked up the back and down the front, the right one the other way.
    const bool left = piece == PieceKind::leftArmTrim;
    const char* up = left ? "back" : "front";
    const char* down = left ? "front" : "back";
    arm.kept(up, "underarm_right", counts.underarm, true);
    arm.edge(up, "armhole_right", edge, true);
    arm.edge(down, "armhole_left", edge, false);
    arm.kept(down, "underarm_left", counts.underarm, true);
    return writeTrim(project, piece, counts.armTrim, counts.armTrimRows, "hang the armhole",
                     "The shoulder is joined, the side is open. Purl side facing you, ends first, then the shoulder.",
                     arm.take());
}

} // namespace

Program writePiece(const Project& project, const PulloverCounts& counts, PieceKind piece) {
    switch (piece) {
    case PieceKind::back:
        return writeBack(project, counts);
    case PieceKind::front:
        return writeFront(project, counts);
    case PieceKind::neckTrim:
        return writeNeckTrim(project, counts);
    case PieceKind::leftArmTrim:
    case PieceKind::rightArmTrim:
        return writeArmTrim(project, counts, piece);
    case PieceKind::leftSleeve:
    case PieceKind::rightSleeve:
        break;
    }
    return writeSleeve(project, counts, piece);
}

} // namespace vestimen
