// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/pullover_programs.h"

#include "core/knitting/welt.h"
#include "core/shaping/hang.h"

#include <array>

namespace vestimen {
namespace {

/// The three parts of a body at the top: the outer needles of each shoulder, and the neck between them.
struct BodySpans {
    NeedleSpan all, left, neck, right;

    explicit BodySpans(const PulloverCounts& counts) : all(centred(counts.body)) {
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

/// Welt and straight body up to the underarm mark. Leaves the seam edges written down.
void writeBodyToUnderarm(ProgramWriter& writer, const PulloverCounts& counts, const Project& project) {
    const NeedleSpan all = centred(counts.body);
    const int seenFrom = writeWelt(writer, all, counts.bodyWelt, project.choices.wasteRows);
    writer.section("body");
    writer.knitPlain(counts.toUnderarm, counts.body, writer.size());
    writer.edge("side_left", Side::left, seenFrom, writer.passes());
    writer.edge("side_right", Side::right, seenFrom, writer.passes());
    writer.markSides("underarm");
    writer.say("mark", "Hook a contrast yarn into both edge stitches: the sleeve begins here.");
    writer.section("armhole");
}

/// One half of the front, from the row where the neck begins. The carriage stands at `side`, everything but this
/// half's needles is held, with the lever on.
class FrontHalf {
public:
    FrontHalf(ProgramWriter& writer, const PulloverCounts& counts, const Project& project, Side side)
        : writer_(writer), counts_(counts), wrap_(project.choices.wrapTurns), spans_(counts), side_(side),
          width_(counts.shoulder + (counts.neck - counts.neckCentre) / 2) {}

    void write() {
        const int first = writer_.passes();
        const int slope = counts_.shoulderRows.count();
        // Rows of this half; with a slope, the last of them knits over all that the shoulder held.
        const int rows = counts_.neckDepth.count() - (slope > 0 ? 1 : 0);
        const int slopeFrom = slope > 0 ? counts_.neckDepth.count() - slope : rows;
        const int lastTurn = static_cast<int>(counts_.shoulderSteps.size()) - 1;
        int plain = 0;
        const auto flush = [&] {
            writer_.knitPlain(Rows(plain), width_, writer_.size());
            plain = 0;
        };
        std::optional<Needle> toWrap;
        for (int done = 0; done < rows; ++done) {
            const auto neckTurn = static_cast<std::size_t>(done / 2);
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
                if (wrap_)
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
        const NeedleSpan held =
            fromEdge(spans_.all, side_, counts_.shoulder.count() + sideNeck() - neckHeld_ - step, step);
        hold(writer_, held);
        neckHeld_ += step;
        width_ -= Stitches(step);
        // The held needle beside the working ones, towards the neck.
        return fromEdge(spans_.all, side_, counts_.shoulder.count() + sideNeck() - neckHeld_, 1).first;
    }

    Needle holdAtShoulder(int step) {
        hold(writer_, fromEdge(spans_.all, side_, shoulderHeld_, step));
        shoulderHeld_ += step;
        width_ -= Stitches(step);
        return fromEdge(spans_.all, side_, shoulderHeld_ - 1, 1).first;
    }

    int sideNeck() const { return ((counts_.neck - counts_.neckCentre) / 2).count(); }

    ProgramWriter& writer_;
    const PulloverCounts& counts_;
    bool wrap_;
    BodySpans spans_;
    Side side_;
    Stitches width_;
    int neckHeld_ = 0;
    int shoulderHeld_ = 0;
};

std::string worn(PieceKind piece) {
    std::string name = key(piece);
    for (char& c : name)
        if (c == '_')
            c = ' ';
    return name;
}

} // namespace

Program writeBack(const Project& project, const PulloverCounts& counts) {
    ProgramWriter writer(project, key(PieceKind::back), worn(PieceKind::back));
    writeBodyToUnderarm(writer, counts, project);
    const BodySpans spans(counts);
    const int mark = writer.passes();
    writer.knitPlain(counts.armhole, counts.body, writer.size());
    if (!counts.shoulderSteps.empty()) {
        writer.section("shoulders");
        writer.add(operation::HoldLever{true});
        Stitches width = counts.body;
        int heldLeft = 0;
        int heldRight = 0;
        const Side first = opposite(writer.carriage());
        writer.edge(sided(first, "armhole_left", "armhole_right"), first, mark + 1, writer.passes());
        writer.edge(sided(opposite(first), "armhole_left", "armhole_right"), opposite(first), mark + 1,
                    writer.passes() + 1);
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
        writer.knit(Rows(1), counts.body, writer.size());
    } else {
        writer.edge("armhole_left", Side::left, mark + 1, writer.passes());
        writer.edge("armhole_right", Side::right, mark + 1, writer.passes());
    }
    writer.section("off on waste yarn");
    writer.offOnWaste(project.choices.wasteRows, counts.body, mainYarn,
                      {{"shoulder_left", spans.left}, {"neck", spans.neck}, {"shoulder_right", spans.right}});
    return writer.take();
}

Program writeFront(const Project& project, const PulloverCounts& counts) {
    ProgramWriter writer(project, key(PieceKind::front), worn(PieceKind::front));
    writeBodyToUnderarm(writer, counts, project);
    const BodySpans spans(counts);
    const int mark = writer.passes();
    writer.knitPlain(counts.armhole + counts.shoulderRows - counts.neckDepth, counts.body, writer.size());
    writer.edge("armhole_left", Side::left, mark + 1, writer.passes());
    writer.edge("armhole_right", Side::right, mark + 1, writer.passes());

    const int neckRow = writer.counter();
    const Side first = writer.carriage();
    const int half = counts.shoulder.count() + ((counts.neck - counts.neckCentre) / 2).count();
    writer.section("neck, first half");
    writer.add(operation::HoldLever{true});
    hold(writer, fromEdge(spans.all, opposite(first), 0, counts.body.count() - half));
    FrontHalf(writer, counts, project, first).write();
    writer.offOnWaste(project.choices.wasteRows, counts.shoulder, mainYarn,
                      {{sided(first, "shoulder_left", "shoulder_right"), spans.shoulder(first)}});

    const Side second = opposite(first);
    writer.section("neck, second half");
    writer.moveCarriage(second);
    writer.counterTo(neckRow);
    release(writer, fromEdge(spans.all, second, 0, half));
    writer.add(operation::JoinYarn{mainYarn, second});
    FrontHalf(writer, counts, project, second).write();
    writer.offOnWaste(project.choices.wasteRows, counts.shoulder, mainYarn,
                      {{sided(second, "shoulder_left", "shoulder_right"), spans.shoulder(second)}});

    writer.section("neck off on waste yarn");
    release(writer, spans.neck);
    writer.add(operation::HoldLever{false});
    writer.offOnWaste(project.choices.wasteRows, counts.neck, std::nullopt, {{"neck", spans.neck}});
    return writer.take();
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
    writer.section("straight to the top");
    writer.knitPlain(counts.sleeve.plainAfter, width, writer.size());
    writer.edge("seam_left", Side::left, seenFrom, writer.passes());
    writer.edge("seam_right", Side::right, seenFrom, writer.passes());
    writer.section("off on waste yarn");
    const NeedleSpan wrist = centred(counts.wrist);
    const int grown = (counts.sleeveTop - counts.wrist).count() / 2;
    writer.offOnWaste(project.choices.wasteRows, width, mainYarn,
                      {{"top", {wrist.first.shifted(-grown), wrist.last.shifted(grown)}}});
    return writer.take();
}

Program writeNeckTrim(const Project& project, const PulloverCounts& counts) {
    ProgramWriter writer(project, key(PieceKind::neckTrim), worn(PieceKind::neckTrim));
    const NeedleSpan span = centred(counts.trim);
    // Purl side facing, as at the machine: back neck, the joined shoulder, down the front's left edge, along its held
    // centre, up its right edge.
    operation::Hang neck;
    neck.allOf = {"back/kept:neck", "front/kept:neck"};
    Needle next = span.first;
    const auto put = [&](const char* piece, HangSource::Kind kind, const char* name, int index) {
        neck.map.emplace_back(next, HangSource{piece, kind, name, index, {}});
        next = next.shifted(1);
    };
    const auto edge = hang(counts.trimEdge, counts.neckEdge);
    for (int i = 1; i <= counts.neck.count(); ++i)
        put("back", HangSource::Kind::kept, "neck", i);
    if (edge)
        for (auto pair = edge->map.rbegin(); pair != edge->map.rend(); ++pair)
            put("front", HangSource::Kind::edge, "neck_left", pair->second);
    for (int i = 1; i <= counts.neck.count(); ++i)
        put("front", HangSource::Kind::kept, "neck", i);
    if (edge)
        for (const HangPair& pair : edge->map)
            put("front", HangSource::Kind::edge, "neck_right", pair.second);

    writer.section("hang the neck");
    writer.say("purl_facing",
               "The wearer's left shoulder is joined. Purl side facing you, ends first, then the middles.");
    writer.add(std::move(neck));
    writer.say("waste_out", "Pull the waste yarn out only when every loop is on a needle.");
    writer.add(operation::JoinYarn{mainYarn, writer.carriage()});
    writer.counterTo(0);
    writer.section("trim");
    const Rows half = counts.trimRows / 2;
    writer.knitPlain(half - Rows(1), counts.trim, writer.size(-1));
    writer.say("fold_row", "The next row is the fold: looser.");
    writer.knit(Rows(1), counts.trim, writer.size(1));
    writer.knitPlain(half, counts.trim, writer.size(-1));
    operation::Hang close;
    close.allOf = {"first"};
    for (Needle needle = span.first; needle <= span.last; needle = needle.shifted(1))
        close.map.emplace_back(needle, HangSource{{}, HangSource::Kind::first, {}, 0, needle});
    writer.say("hang_welt", "Fold the trim towards you and hang the loops of its first row on the same needles.");
    writer.add(std::move(close));
    writer.section("bind off");
    writer.say("two_layers",
               "Push the needles right out, or knit this row by hand: two layers are hard on the carriage.");
    writer.knit(Rows(1), counts.trim, writer.size(2));
    writer.add(operation::BindOff{.method = "chain_round_the_needles", .all = true});
    return writer.take();
}

Program writePiece(const Project& project, const PulloverCounts& counts, PieceKind piece) {
    switch (piece) {
    case PieceKind::back:
        return writeBack(project, counts);
    case PieceKind::front:
        return writeFront(project, counts);
    case PieceKind::neckTrim:
        return writeNeckTrim(project, counts);
    case PieceKind::leftSleeve:
    case PieceKind::rightSleeve:
        break;
    }
    return writeSleeve(project, counts, piece);
}

} // namespace vestimen
