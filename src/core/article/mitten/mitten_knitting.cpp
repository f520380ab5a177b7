// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/mitten/mitten_knitting.h"

#include "core/knitting/piece_parts.h"
#include "core/plan/drawn_up.h"
#include "core/plan/edge_dues.h"

namespace vestimen {
namespace {

constexpr const char* castLoops = "thumb";
constexpr const char* waiting = "thumb";

constexpr const char* whoseHand(Side palmSide) {
    return palmSide == Side::left
               ? "You look at the purl side: the palm lies at the machine’s left, and is worn on the left hand."
               : "You look at the purl side: the palm lies at the machine’s right, and is worn on the right hand.";
}

/// Loops that were kept or cast on, in their order, onto needles from one on.
void put(operation::Hang& hang, const HangSource& source, Needle first, Needle last) {
    hang.from(source);
    int index = 1;
    for (Needle needle = first; needle <= last; needle = needle.shifted(1))
        hang.put(needle, index++);
}

/// The rows of a thumb, and its top.
void addThumb(const Mitten& mitten, const MittenCounts& counts, std::vector<Stage>& stages,
              std::vector<Patch>& surface) {
    const Rows rows = counts.thumbRows;
    const auto add = [&](Act act) { stages.push_back({rows, std::move(act)}); };
    if (!mitten.thumbOpen)
        addDrawnUp(stages, surface, rows, {"thumb_top", Side::left, mitten.halving});
    add(act::Name{"thumb_left", Side::left, Rows(0)});
    add(act::Name{"thumb_right", Side::right, Rows(0)});
    if (mitten.thumbOpen)
        add(act::BindOff{.method = BindOffMethod::chainRoundTheNeedles, .as = "thumb_top"});
}

/// Its own stitches and the loops beside them, while the hand waits; then the hand, with these loops between.
void addThumbFirst(const Mitten& mitten, const LaidMitten& laid, Knitting& knitting) {
    const MittenCounts& counts = laid.counts;
    const Rows row = counts.toThumb;
    knitting.at(row, act::Section{"thumb"});
    knitting.at(row, act::Say{"thumb", whoseHand(laid.palmSide)});
    act::Branches thumb;
    Branch own{laid.own(), {}, {}};
    own.stages = {
        {Rows(0), act::Say{"cast_beside", "Wind the loops of the thumb’s other side onto the needles beside its own "
                                          "stitches, where the carriage stands."}},
        {Rows(0), act::CastOnBeside{counts.loops, castLoops}}};
    own.surface.push_back({.from = Rows(0), .to = counts.thumbRows, .yarn = mitten.thumbYarn});
    addThumb(mitten, counts, own.stages, own.surface);
    thumb.each.push_back(std::move(own));
    thumb.waiting = act::Branches::Waiting::off;
    thumb.apart = false;
    thumb.offLeft = "hand_left";
    thumb.offRight = "hand_right";
    knitting.at(row, std::move(thumb));

    knitting.at(row, act::Section{"hand"});
    knitting.at(row, act::Say{"both_legs",
                              "Fold the thumb down. Hang the hand around it: the cast-on loops by both their legs, "
                              "in order from the other end, the outermost two together with their neighbours."});
    const NeedleSpan whole = laid.whole();
    const NeedleSpan gap = laid.gap();
    const HangSource left{.kind = HangSource::Kind::kept, .name = "hand_left"};
    const HangSource loops{.kind = HangSource::Kind::castOn, .name = castLoops};
    const HangSource right{.kind = HangSource::Kind::kept, .name = "hand_right"};
    operation::Hang hang{.allOf = {left, loops, right}};
    put(hang, left, whole.first, gap.first.shifted(-1));
    // The thumb folds back: what was cast on last lies at the other end.
    hang.from(loops);
    int index = counts.loops.count();
    for (Needle needle = gap.first.shifted(-1); index >= 1; needle = needle.shifted(1))
        hang.put(needle, index--);
    put(hang, right, gap.last.shifted(1), whole.last);
    knitting.at(row, act::HangOn{std::move(hang), whole});
}

/// The thumb's stitches wait on a holder, and as many loops are wound over the gap. A gusset's are more than the gap:
/// the hand closes up around it.
void addThumbWaiting(const LaidMitten& laid, Knitting& knitting) {
    const Rows row = laid.counts.toThumb;
    const NeedleSpan own = laid.own();
    const NeedleSpan gap = laid.gap();
    const NeedleSpan whole = laid.whole();
    const int pairs = laid.counts.pairs();
    knitting.at(row, act::Section{"thumb opening"});
    knitting.at(row, act::Say{"thumb", whoseHand(laid.palmSide)});
    if (pairs > 0)
        knitting.at(row, act::BreakYarn{});
    knitting.at(row, act::TakeOff{own, operation::Onto::holder, waiting});
    if (pairs > 0) {
        const HangSource left{.kind = HangSource::Kind::kept, .name = "hand_left"};
        const HangSource right{.kind = HangSource::Kind::kept, .name = "hand_right"};
        knitting.at(row, act::TakeOff{
                             {whole.first.shifted(-pairs), own.first.shifted(-1)}, operation::Onto::holder, left.name});
        knitting.at(
            row, act::TakeOff{{own.last.shifted(1), whole.last.shifted(pairs)}, operation::Onto::holder, right.name});
        knitting.at(row, act::Say{"hang_again", "Hang both sides of the hand again, closed up to one needle between "
                                                "them, purl side facing you."});
        operation::Hang hang{.allOf = {left, right}};
        put(hang, left, whole.first, gap.first.shifted(-1));
        put(hang, right, gap.last.shifted(1), whole.last);
        knitting.at(row, act::HangOn{std::move(hang), whole});
    }
    knitting.at(row, act::CastOnOver{gap, castLoops});
}

void addGusset(const Mitten& mitten, const LaidMitten& laid, Knitting& knitting) {
    if (laid.counts.pairs() == 0)
        return;
    const int before = laid.gap().first.slot() - laid.whole().first.slot();
    int wide = 1;
    for (const int row : laid.counts.gusset.eventRows()) {
        knitting.at(Rows(row), act::More{{before, before + wide}, mitten.acrossWay});
        wide += 2;
    }
}

/// Where the carriage stands when the tip begins: a thumb between takes its rows along.
Side carriageAtTip(const Mitten& mitten, const MittenCounts& counts, const Knitting& knitting) {
    const Side side = carriageAfter(knitting, counts.hand - counts.tip);
    const bool turned = mitten.thumb == ThumbSchool::first && !counts.thumbRows.isEven();
    return turned ? opposite(side) : side;
}

void addHalves(const Mitten& mitten, const LaidMitten& laid, Knitting& knitting) {
    const MittenCounts& counts = laid.counts;
    const Rows row = counts.hand - counts.tip;
    const Side first = carriageAtTip(mitten, counts, knitting);
    const int each = (counts.half() - counts.tipLeft).count() / 2;
    knitting.at(row, act::Section{"tip, one half after the other"});
    act::Branches tip;
    tip.nextSection = "the other half of the tip";
    const auto named = [&](Side side, const char* palm, const char* back) {
        return side == laid.palmSide ? palm : back;
    };
    const auto leftOf = [&](NeedleSpan half) { return NeedleSpan{half.first.shifted(each), half.last.shifted(-each)}; };
    for (const Side side : {Side::left, Side::right}) {
        Branch half{laid.half(side), {}, {}};
        half.edges.push_back({Edge::At::both, Moved{.how = mitten.tip, .atMost = counts.tipLeft, .inside = true},
                              duesOfHalf(counts.tipSides)});
        const NeedleSpan left = leftOf(half.of);
        const auto add = [&](Act act) { half.stages.push_back({counts.tip, std::move(act)}); };
        add(act::Name{named(side, "palm_left", "back_left"), Side::left, Rows(0)});
        add(act::Name{named(side, "palm_right", "back_right"), Side::right, Rows(0)});
        if (mitten.top == MittenTop::grafted || side == first) {
            add(act::OffOnWaste{.as = {{named(side, "tip_palm", "tip_back"), left}}});
        } else {
            const HangSource other{.kind = HangSource::Kind::kept, .name = named(first, "tip_palm", "tip_back")};
            operation::Hang hang{.sources = {other}, .allOf = {other}};
            int index = counts.tipLeft.count();
            for (Needle needle = left.first; needle <= left.last; needle = needle.shifted(1))
                hang.put(needle, index--);
            add(act::Say{"hang_again",
                         "Fold the hand: hang the other half’s loops on the same needles, in order from the other "
                         "end, and pull its waste yarn out."});
            add(act::HangOn{std::move(hang), left, false});
            add(act::BindOff{.method = mitten.tipBindOff, .as = "tip"});
        }
        tip.each.push_back(std::move(half));
    }
    knitting.at(row, std::move(tip));
    knitting.at(row, act::HoldLever{false});
}

/// At the end of so many rows.
void addTip(const Mitten& mitten, const MittenCounts& counts, Rows end, Knitting& knitting) {
    Rows row = end - counts.tip;
    knitting.at(row, act::Section{"tip"});
    Side from = Side::left;
    for (const int every : counts.rounds) {
        knitting.at(row, act::Thin{every, from, 1, mitten.acrossWay});
        row += counts.plain;
        from = opposite(from);
    }
    row += Rows(1);
    addDrawnUp(knitting.stages, knitting.surface, row, {"tip", from, mitten.halving});
    knitting.name(row, "seam_left", "seam_right");
}

} // namespace

Knitting mittenKnitting(const Mitten& mitten, const MittenCounts& counts, const Ground& ground,
                        const FabricGauge& gauge, Side palmSide) {
    const LaidMitten laid{counts, palmSide};
    Knitting knitting;
    knitting.gauge = gauge;
    knitting.stitches = counts.top;
    knitting.begin = counts.cuff;
    knitting.carriage = opposite(palmSide);
    knitting.wasteRows = mitten.wasteRows;
    knitting.ravelCord = ground.waste.cord;
    knitting.at(Rows(0), act::Mark{"wrist"});
    if (counts.over() > 0)
        knitting.edges.push_back({counts.over() == 2 ? Edge::At::both : at(opposite(palmSide)),
                                  Moved{mitten.tip},
                                  {{Rows(1), Stitches(-1)}}});
    addGusset(mitten, laid, knitting);
    if (mitten.thumb == ThumbSchool::first)
        addThumbFirst(mitten, laid, knitting);
    else
        addThumbWaiting(laid, knitting);
    if (mitten.inHalves()) {
        knitting.name(counts.hand - counts.tip, "seam_left", "seam_right");
        addHalves(mitten, laid, knitting);
    } else if (mitten.hasTip()) {
        addTip(mitten, counts, counts.hand, knitting);
    } else {
        if (mitten.hasFlap())
            knitting.at(counts.flapMark, act::Mark{"flap"});
        knitting.at(counts.hand, act::EndWelt{counts.edge});
        knitting.name(counts.hand, "seam_left", "seam_right");
    }
    return knitting;
}

Knitting thumbKnitting(const Mitten& mitten, const MittenCounts& counts, const FabricGauge& gauge, Side palmSide) {
    const std::string hand = key(palmSide == Side::left ? mitten_pieces::left : mitten_pieces::right);
    const HangSource own{hand, HangSource::Kind::kept, waiting};
    const HangSource loops{hand, HangSource::Kind::castOn, castLoops};
    operation::Hang hang{.allOf = {own, loops}};
    Needle needle = centred(counts.thumb).first;
    hang.from(own);
    for (int i = 1; i <= counts.own.count(); ++i, needle = needle.shifted(1))
        hang.put(needle, i);
    hang.from(loops);
    for (int i = counts.loops.count(); i >= 1; --i, needle = needle.shifted(1))
        hang.put(needle, i);
    Knitting knitting;
    knitting.gauge = gauge;
    knitting.stitches = counts.thumb;
    knitting.work = mitten.thumbYarn;
    knitting.carriage = opposite(palmSide);
    knitting.wasteRows = mitten.wasteRows;
    BegunHung begun{"hang the thumb", {}, std::move(hang), {}, false};
    begun.before.push_back({"purl_facing",
                            "Purl side facing you: first what waits on the holder, then the loops over the gap, "
                            "by both their legs, in order from the other end."});
    knitting.begin = std::move(begun);
    addThumb(mitten, counts, knitting.stages, knitting.surface);
    return knitting;
}

Knitting flapKnitting(const Mitten& mitten, const MittenCounts& counts, const Ground& ground, const FabricGauge& gauge,
                      Side palmSide) {
    Knitting knitting;
    knitting.gauge = gauge;
    knitting.stitches = counts.stitches;
    knitting.begin = counts.flapEdge;
    knitting.carriage = opposite(palmSide);
    knitting.wasteRows = mitten.wasteRows;
    knitting.ravelCord = ground.waste.cord;
    addTip(mitten, counts, counts.flap, knitting);
    return knitting;
}

} // namespace vestimen
