// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/garment_joins.h"

#include "core/article/garment/garment_measures.h"
#include "core/article/garment/pockets.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

class GarmentJoiner {
public:
    GarmentJoiner(const Garment& garment, const GarmentCounts& counts) : choices_(garment), counts_(counts) {}

    std::vector<PlannedJoin> all() {
        // While the front still lies flat.
        joins_ = pocketJoins(choices_, counts_);
        if (choices_.backInHalves()) {
            centreSeam(pieces::leftBack, pieces::rightBack, "seam_back", "Back, down the middle");
            if (!cardigan())
                centreSeam(pieces::leftFront, pieces::rightFront, "seam_front", "Front, down the middle");
        }
        if (choices_.hasSidePanels()) {
            panelSeam(back(Side::left), backSide(Side::left), Side::left, "panel_back_left", "Back, left side panel");
            panelSeam(back(Side::right), backSide(Side::right), Side::right, "panel_back_right",
                      "Back, right side panel");
            panelSeam(front(Side::left), frontSide(Side::left), Side::left, "panel_front_left",
                      "Front, left side panel");
            panelSeam(front(Side::right), frontSide(Side::right), Side::right, "panel_front_right",
                      "Front, right side panel");
        }
        raglan() ? raglanSeams() : shoulders();
        neckTrimEnds();
        if (choices_.sleevesKnittedDown()) {
            sleeveDown(Side::left, "sleeve_left", "Left sleeve from its armhole");
            sleeveDown(Side::right, "sleeve_right", "Right sleeve from its armhole");
        } else if (choices_.body.kind == BodyKind::dropShoulder) {
            straightSleeve(Side::left, "sleeve_left", "Left sleeve to armhole");
            straightSleeve(Side::right, "sleeve_right", "Right sleeve to armhole");
        } else if (!sleeves()) {
            armTrim(Side::left, "arm_trim_left", "Left armhole trim");
            armTrim(Side::right, "arm_trim_right", "Right armhole trim");
        }
        const bool on = sleeves() && !sewnInLast();
        sideSeam(Side::left, "seam_left", on ? "Left side and sleeve" : "Left side");
        sideSeam(Side::right, "seam_right", on ? "Right side and sleeve" : "Right side");
        // A cap that is sewn goes in last, into a closed armhole.
        if (sewnInLast()) {
            sleeveSeam(Side::left, "sleeve_seam_left", "Left sleeve, its seam");
            sleeveSeam(Side::right, "sleeve_seam_right", "Right sleeve, its seam");
            setInSleeve(Side::left, "sleeve_left", "Left sleeve into armhole");
            setInSleeve(Side::right, "sleeve_right", "Right sleeve into armhole");
        }
        if (!sleeves()) {
            const Phrase how{"Sew from the underarm to the fold.", {}};
            trimSeam(pieces::leftArmTrim, "arm_trim_seam_left", "Left armhole trim, ends", how,
                     {"arm_trim_left", "seam_left"});
            trimSeam(pieces::rightArmTrim, "arm_trim_seam_right", "Right armhole trim, ends", how,
                     {"arm_trim_right", "seam_right"});
        }
        if (cardigan()) {
            band(Side::left, "band_left", "Left band");
            band(Side::right, "band_right", "Right band");
        }
        return std::move(joins_);
    }

private:
    bool sleeves() const { return choices_.hasSleeves(); }
    bool cardigan() const { return choices_.isCardigan(); }
    bool raglan() const { return choices_.body.kind == BodyKind::raglan; }
    bool vee() const { return choices_.neck.kind == NeckKind::vee; }
    bool inTwo() const { return choices_.trimIsInTwo(); }
    /// A trim that begins and ends in front goes round when both sides are joined; else one stays open for it.
    bool trimGoesAllRound() const { return vee() || cardigan() || inTwo(); }
    PieceKey front(Side wearers) const { return frontOf(choices_, wearers); }
    PieceKey back(Side wearers) const { return backOf(choices_, wearers); }
    PieceKey frontSide(Side wearers) const { return frontSideOf(choices_, wearers); }
    PieceKey backSide(Side wearers) const { return backSideOf(choices_, wearers); }
    static PieceKey sleeve(Side wearers) { return wearers == Side::left ? pieces::leftSleeve : pieces::rightSleeve; }
    const FabricGauge& gauge() const { return counts_.gauge; }

    /// The side of a piece at the machine that is the wearer's.
    static Side atMachine(PieceKey piece, Side wearers) {
        return wearerSide(piece, Side::left) == wearers ? Side::left : Side::right;
    }
    /// The edge, or loops, that a piece has at a side of the wearer.
    static Along along(PieceKey piece, const char* stem, Side wearers, Along::Of of = Along::Of::edge) {
        return {piece, std::string(stem) + (atMachine(piece, wearers) == Side::left ? "_left" : "_right"), of};
    }
    static Along backwards(Along along) {
        along.backwards = true;
        return along;
    }

    /// Where pieces begin with their edge, a seam goes up from there; not where a welt is knitted down afterwards.
    std::vector<EndAt> atLowerEdge(const std::vector<Along>& edges) const {
        std::vector<EndAt> ends;
        if (!choices_.weltFollows(choices_.body.welt))
            for (const Along& each : edges)
                ends.push_back({each});
        return ends;
    }

    void add(PlannedJoin join) { joins_.push_back(std::move(join)); }

    /// Two panels, from the lower edge to the neck.
    void centreSeam(PieceKey left, PieceKey right, const char* joinKey, const char* title) {
        add({.key = joinKey,
             .title = {title, {}},
             .first = {{{left, "centre_edge"}}, {"left panel", {}}},
             .second = {{{right, "centre_edge"}}, {"right panel", {}}},
             .ends = atLowerEdge({{left, "centre_edge"}, {right, "centre_edge"}}),
             .tailSide = {"Sew from the lower edge up to the neck.", {}},
             .facing = {"Knit side facing you, always one stitch in.", {}},
             .mayDiffer = 0,
             .differs = {"The panels have {0} and {1} rows and should have the same.", {}}});
    }

    /// A middle and its side panel, from the lower edge to the shoulder.
    void panelSeam(PieceKey middle, PieceKey side, Side wearers, const char* joinKey, const char* title) {
        add({.key = joinKey,
             .title = {title, {}},
             .first = {{along(middle, "panel", wearers)}, {"middle, {0} rows", {}}},
             .second = {{{side, "panel_edge"}}, {"side panel, {0} rows", {}}},
             .ends = atLowerEdge({along(middle, "panel", wearers), {side, "panel_edge"}}),
             .tailSide = {"Sew from the lower edge up to the shoulder.", {}},
             .facing = {"Knit side facing you, always one stitch in.", {}},
             .mayDiffer = 1, // a piece's two sides are a row apart
             .differs = {"The panels have {0} and {1} rows at their seam and should have the same.", {}}});
    }

    void shoulders() {
        if (choices_.neck.trimFirst)
            neckTrims();
        shoulder(Side::left, "shoulder_left", "Left shoulder");
        if (trimGoesAllRound())
            shoulder(Side::right, "shoulder_right", "Right shoulder");
        if (!choices_.neck.trimFirst)
            neckTrims();
        if (!trimGoesAllRound())
            shoulder(Side::right, "shoulder_right", "Right shoulder");
    }

    void raglanSeams() {
        raglanSeam(Side::left, true, "raglan_back_left", "Left raglan, back");
        raglanSeam(Side::left, false, "raglan_front_left", "Left raglan, front");
        raglanSeam(Side::right, false, "raglan_front_right", "Right raglan, front");
        if (trimGoesAllRound())
            raglanSeam(Side::right, true, "raglan_back_right", "Right raglan, back");
        neckTrims();
        if (!trimGoesAllRound())
            raglanSeam(Side::right, true, "raglan_back_right", "Right raglan, back");
    }

    void raglanSeam(Side wearers, bool atBack, const char* joinKey, const char* title) {
        // Purl side facing, the back of the left sleeve is at its left, that of the right sleeve at its right.
        const bool left = (wearers == Side::left) == atBack;
        add({.key = joinKey,
             .title = {title, {}},
             .first = {{along(atBack ? back(wearers) : front(wearers), "armhole", wearers)},
                       {atBack ? "back, {0} rows" : "front, {0} rows", {}}},
             .second = {{{sleeve(wearers), left ? "cap_left" : "cap_right"}}, {"sleeve, {0} rows", {}}},
             .tailSide = {"Sew from the underarm up to the neck.", {}},
             .facing = {"Knit side facing you, always one stitch in: row for row, decrease to "
                        "decrease.",
                        {}},
             .mayDiffer = 2,
             .differs = {"The raglan has {0} rows on the body and {1} on the sleeve, and should have the same.", {}},
             .after = atBack ? afterTrim(wearers) : std::vector<std::string>{}});
    }

    /// What a shoulder's line begins and ends with, as it hangs purl side facing.
    PlannedEdge shoulderEdge(PieceKey piece, PieceKey side, Side wearers, Along::Of of, const char* name,
                             Phrase what) const {
        const bool outerFirst = atMachine(piece, wearers) == Side::left;
        return {.line = shoulderLine(piece, side, wearers, of),
                .what = std::move(what),
                .unit = JoinUnit::stitches,
                .hung = of == Along::Of::kept,
                .name = name,
                .from = outerFirst ? "the armhole" : "the neck",
                .to = outerFirst ? "the neck" : "the armhole"};
    }

    void shoulder(Side wearers, const char* joinKey, const char* title) {
        const bool bound = choices_.bindsShoulders(counts_.shoulderRows > Rows(0));
        const Along::Of of = bound ? Along::Of::bound : Along::Of::kept;
        PlannedJoin join{.key = joinKey,
                         .title = {title, {}},
                         .method = bound ? JoinMethod::sewOn : JoinMethod::latchOff,
                         .first = shoulderEdge(back(wearers), backSide(wearers), wearers, of, "the back",
                                               {bound ? "back, bound off" : "back, on waste yarn", {}}),
                         .second = shoulderEdge(front(wearers), frontSide(wearers), wearers, of, "the front",
                                                {bound ? "front, bound off" : "front, on waste yarn", {}}),
                         // The front's first: its other end is at its neck, where a seam does not begin.
                         .ends = {{along(frontSide(wearers), "shoulder", wearers, of)},
                                  {along(backSide(wearers), "shoulder", wearers, of)}},
                         .after = beforeShoulder(wearers)};
        if (frontSide(wearers) != front(wearers))
            join.ends.push_back({along(front(wearers), "shoulder", wearers, of)});
        if (bound)
            join.facing = {"Knit sides together, stitch for stitch, in one line past the steps.", {}};
        else
            join.check = {"Before the waste yarn comes out: {0} needles, two loops on each.", {}};
        add(std::move(join));
    }

    /// As it hangs, from left to right: of a piece, and of the side panel beside it.
    Line shoulderLine(PieceKey piece, PieceKey side, Side wearers, Along::Of of) const {
        const Along own = along(piece, "shoulder", wearers, of);
        if (piece == side)
            return {own};
        const Along beside = along(side, "shoulder", wearers, of);
        return atMachine(piece, wearers) == Side::left ? Line{beside, own} : Line{own, beside};
    }
    void neckTrims() {
        neckTrim(pieces::neckTrim, "neck_trim", inTwo() ? "Neck trim, first part" : "Neck trim", counts_.trimFirst);
        if (inTwo())
            neckTrim(pieces::secondNeckTrim, "neck_trim_second", "Neck trim, second part",
                     counts_.trim - counts_.trimFirst);
    }

    static PlannedEdge needlesOf(PieceKey trim, const char* what) {
        return {.line = {{trim, "", Along::Of::firstRow}}, .what = {what, {}}, .unit = JoinUnit::stitches};
    }

    void neckTrim(PieceKey piece, const char* joinKey, const char* title, Stitches needles) {
        const GarmentCounts& c = counts_;
        const double part = static_cast<double>(needles.count()) / c.trim.count();
        const Stitches frontBottom = c.frontBottom();
        const Stitches backBottom = c.backBottom();
        const auto rowsHung = [](const NeckCounts& neck) {
            return neck.edge + Rows(static_cast<int>(neck.rowsBetween.size()));
        };
        const Rows edges = (rowsHung(c.frontNeck) + rowsHung(c.backNeck)) * 2;
        const Stitches sleeveTops =
            c.trim - backBottom - frontBottom - (c.frontNeck.sideNeedles() + c.backNeck.sideNeedles()) * 2;
        const Stitches open = backBottom + frontBottom + sleeveTops;
        add({.key = joinKey,
             .title = {title, {}},
             .method = JoinMethod::knitOn,
             .first = needlesOf(piece, "needles of the trim"),
             .second = {.what = raglan() ? Phrase{"back neck {0}, front neck {1}, {2} of sleeves and raglans, and {3} "
                                                  "rows of edges",
                                                  {backBottom, frontBottom, sleeveTops, edges}}
                                         : Phrase{"back neck {0}, front neck {1} and {2} rows of edges",
                                                  {backBottom, frontBottom, edges}},
                        .count = static_cast<int>(std::lround((open.count() + edges.count()) * part)),
                        .length = (gauge().width(open) + (c.frontNeck.edgeLength + c.backNeck.edgeLength) * 2.0) * part,
                        .unit = JoinUnit::stitches},
             .tailSide = {"None: the trim is knitted on.", {}},
             .facing = {choices_.neck.trimFirst ? "Purl side facing you, on its own piece: no shoulder is joined yet."
                        : inTwo()               ? "Purl side facing you; its row list says where it begins and ends."
                        : cardigan() ? "Purl side facing you, from the right front’s edge round to the left’s."
                        : vee()      ? "Purl side facing you, from the point of the V round to the point."
                        : raglan()   ? "Purl side facing you; the right raglan of the back is still open."
                                     : "Purl side facing you; the right shoulder is still open.",
                        {}},
             .check = {"Before the waste yarn comes out: one loop on each of {0} needles.", {}},
             .makes = piece,
             .after = beforeNeckTrim()});
    }

    /// One side stays open where the trim does not go all round.
    std::vector<std::string> beforeNeckTrim() const {
        if (choices_.neck.trimFirst)
            return {"seam_back", "seam_front"};
        std::vector<std::string> before = {"seam_back",        "seam_front",        "shoulder_left",
                                           "raglan_back_left", "raglan_front_left", "raglan_front_right"};
        if (trimGoesAllRound())
            before.insert(before.end(), {"shoulder_right", "raglan_back_right"});
        return before;
    }
    /// The last side, where the trim is hung before it is joined.
    std::vector<std::string> afterTrim(Side wearers) const {
        return wearers == Side::right && !trimGoesAllRound() ? std::vector<std::string>{"neck_trim"}
                                                             : std::vector<std::string>{};
    }
    /// Seams through a shoulder, and what is knitted onto a neck first.
    std::vector<std::string> beforeShoulder(Side wearers) const {
        std::vector<std::string> before = afterTrim(wearers);
        if (choices_.neck.trimFirst)
            before = {"neck_trim", "neck_trim_second"};
        before.insert(before.end(), {wearers == Side::left ? "panel_back_left" : "panel_back_right",
                                     wearers == Side::left ? "panel_front_left" : "panel_front_right"});
        return before;
    }

    void neckTrimEnds() {
        const char* how = nullptr;
        if (inTwo() && (cardigan() || !vee()))
            how = cardigan() ? "Sew both parts together at the middle of the back."
                             : "Sew both parts together where they meet, at both sides.";
        else if (!cardigan() && vee())
            how = inTwo()
                      ? "Sew the parts together at the middle of the back, and lap their ends at the point of the V."
                      : "Lap one end over the other at the point of the V.";
        else if (!cardigan())
            how = raglan() ? "Sew from the raglan to the fold." : "Sew from the shoulder to the fold.";
        if (how)
            trimSeam(pieces::neckTrim, "trim_seam",
                     inTwo() && (cardigan() || !vee()) ? "Neck trim, its parts" : "Neck trim, ends", {how, {}},
                     {"neck_trim", "neck_trim_second", "shoulder_left", "shoulder_right"});
    }

    void band(Side wearers, const char* joinKey, const char* title) {
        const GarmentCounts& c = counts_;
        const bool left = wearers == Side::left;
        const PieceKey piece = left ? pieces::leftBand : pieces::rightBand;
        // As the front came off the bed, with a welt that was knitted down afterwards.
        Line line = {{front(wearers), "front_edge"}};
        if (choices_.weltFollows(choices_.body.welt))
            line.push_back({front(wearers), left ? weltLeftEdge : weltRightEdge});
        line.push_back(left ? Along{inTwo() ? pieces::secondNeckTrim : pieces::neckTrim, "end_right"}
                            : Along{pieces::neckTrim, "end_left"});
        const bool closed = choices_.opening.hole == HoleKind::none;
        const bool holes = left == (choices_.opening.holes == Side::left);
        add({.key = joinKey,
             .title = {title, {}},
             .method = JoinMethod::knitOn,
             .first = needlesOf(piece, "needles of the band"),
             .second = {std::move(line),
                        {"{0} rows of the front and {1} of the neck trim", {c.frontEdge(), c.trimSeen}}},
             .tailSide = {"None: the band is knitted on.", {}},
             .facing = {closed ? "Purl side facing you, ends first, then the middles. Buttons are sewn on through both "
                                 "bands."
                        : holes ? "Purl side facing you, ends first, then the middles. This band has the buttonholes."
                                : "Purl side facing you, ends first, then the middles. The buttons are sewn onto this "
                                  "band, across from the holes.",
                        {}},
             .check = {"One loop on each of {0} needles, always a whole stitch in from the edge.", {}},
             .makes = piece,
             .after = {"neck_trim", "neck_trim_second"}});
    }

    void trimSeam(PieceKey piece, const char* joinKey, const char* title, Phrase how, std::vector<std::string> after) {
        const Along end{piece, "", Along::Of::allRows};
        const WeltKind kind = isNeckTrim(piece) ? choices_.neck.trim.kind : choices_.body.armTrim.kind;
        const bool isDouble = traits(kind).layers == 2;
        add({.key = joinKey,
             .title = {title, {}},
             .first = {{end}, {isDouble ? "one end, both layers" : "one end", {}}},
             .second = {{end}, {"the other end", {}}},
             .ends = {{end, true}},
             .tailSide = std::move(how),
             .facing = {"Knit side facing you.", {}},
             .after = std::move(after)});
    }

    void armTrim(Side side, const char* joinKey, const char* title) {
        const Along ofBack = along(backSide(side), "armhole", side);
        const Along ofFront = along(frontSide(side), "armhole", side);
        add({.key = joinKey,
             .title = {title, {}},
             .method = JoinMethod::knitOn,
             .first = needlesOf(side == Side::left ? pieces::leftArmTrim : pieces::rightArmTrim, "needles of the trim"),
             .second = {.line = {along(backSide(side), "underarm", side, Along::Of::kept), ofBack, ofFront,
                                 along(frontSide(side), "underarm", side, Along::Of::kept)},
                        .what = {"{0} stitches of each underarm, {2} rows of back and {3} of front",
                                 {counts_.underarm}},
                        .length = counts_.armholeEdge * 2.0,
                        .unit = JoinUnit::stitches},
             .tailSide = {"None: the trim is knitted on.", {}},
             .facing = {"Purl side facing you; the side is still open.", {}},
             .check = {"Before the holders come out: one loop on each of {0} needles.", {}},
             .makes = side == Side::left ? pieces::leftArmTrim : pieces::rightArmTrim,
             .after = {shoulderKey(side)}});
    }

    static std::string shoulderKey(Side wearers) { return wearers == Side::left ? "shoulder_left" : "shoulder_right"; }

    /// Sewn by length: the cap's ease lies at its top.
    void setInSleeve(Side wearers, const char* joinKey, const char* title) {
        add({.key = joinKey,
             .title = {title, {}},
             .method = JoinMethod::sewOn,
             .first = {.line = {along(backSide(wearers), "armhole", wearers),
                                along(frontSide(wearers), "armhole", wearers)},
                       .what = {"armhole, back and front", {}},
                       .count = 2 * counts_.armhole.count(),
                       .length = counts_.armholeEdge * 2.0},
             .second = {.line = {{sleeve(wearers), "cap_left"}, {sleeve(wearers), "cap_right"}},
                        .what = {"cap of {0} rows, and its top of {1} stitches", {counts_.capRows, counts_.capTop}},
                        .length = counts_.capEdge},
             .tailSide = {"Begin at the underarm, where side and sleeve seam meet.", {}},
             .facing = {"Pin it knit sides together: seam to seam, underarms on each other, the cap’s middle at the "
                        "shoulder; ease the rest in over the upper half.",
                        {}},
             .after = {wearers == Side::left ? "seam_left" : "seam_right",
                       wearers == Side::left ? "sleeve_seam_left" : "sleeve_seam_right", shoulderKey(wearers)}});
    }

    /// Hung from the armhole and knitted down to its cuff.
    void sleeveDown(Side wearers, const char* joinKey, const char* title) {
        const GarmentCounts& c = counts_;
        const bool capped = c.underarm > Stitches(0);
        PlannedEdge armhole = armholeLine(wearers);
        const bool left = wearers == Side::left;
        armhole.hung = false; // the sleeve's own program says what hangs where
        if (capped) {
            armhole.line.insert(armhole.line.begin(), along(left ? frontSide(wearers) : backSide(wearers), "underarm",
                                                            wearers, Along::Of::bound));
            armhole.line.push_back(
                along(left ? backSide(wearers) : frontSide(wearers), "underarm", wearers, Along::Of::bound));
            armhole.what = {left ? "armhole: {0} stitches of each underarm, {1} rows of front and {2} of back"
                                 : "armhole: {0} stitches of each underarm, {2} rows of front and {1} of back",
                            {}};
            armhole.length = c.armholeEdge * 2.0;
        }
        add({.key = joinKey,
             .title = {title, {}},
             .method = JoinMethod::knitOn,
             // A cap is narrower than its way round the armhole: its short rows make up for it.
             .first = {.what = {"needles of the sleeve", {}},
                       .count = c.sleeveTop.count(),
                       .length = capped ? c.capEdge : gauge().width(c.sleeveTop),
                       .unit = JoinUnit::stitches},
             .second = std::move(armhole),
             .tailSide = {"None: the sleeve is knitted on, down to its cuff.", {}},
             .facing = {"Purl side facing you; the side is still open.", {}},
             .check = {"One loop on each of {0} needles, always a whole stitch in from the edge.", {}},
             .makes = sleeve(wearers),
             .after = {shoulderKey(wearers)}});
    }

    /// Purl side facing, the left armhole goes up the front and down the back, the right one the other way.
    PlannedEdge armholeLine(Side wearers) const {
        const bool left = wearers == Side::left;
        const Along ofBack = along(backSide(wearers), "armhole", wearers);
        const Along ofFront = along(frontSide(wearers), "armhole", wearers);
        return {.line = {left ? ofFront : ofBack, backwards(left ? ofBack : ofFront)},
                .what = {left ? "armhole: front {0} rows, back {1} rows, marker to marker"
                              : "armhole: front {1} rows, back {0} rows, marker to marker",
                         {}},
                .hung = true,
                .name = "the armhole",
                .from = left ? "the front’s marker" : "the back’s marker",
                .to = left ? "the back’s marker" : "the front’s marker"};
    }

    void straightSleeve(Side wearers, const char* joinKey, const char* title) {
        const bool bound = choices_.sleeves.topEdge == TopEdge::boundOff;
        const bool left = wearers == Side::left;
        const Along top{sleeve(wearers), "top", bound ? Along::Of::bound : Along::Of::kept};
        // Its own left and right, purl side facing: turned over it lies on the armhole.
        PlannedJoin join{.key = joinKey,
                         .title = {title, {}},
                         .method = bound ? JoinMethod::sewOn : JoinMethod::latchOff,
                         .first = {.line = {top},
                                   .what = {bound ? "sleeve top, bound off" : "sleeve top, on waste yarn", {}},
                                   .unit = JoinUnit::stitches,
                                   .hung = !bound,
                                   .name = "the sleeve’s top",
                                   .from = left ? "the back’s marker" : "the front’s marker",
                                   .to = left ? "the front’s marker" : "the back’s marker"},
                         .second = armholeLine(wearers),
                         .ends = {{top}},
                         .after = {shoulderKey(wearers)}};
        if (bound) {
            join.second.hung = false;
            join.facing = {"Knit sides together, ends at the markers, the middle at the shoulder; a whole stitch in "
                           "from the armhole’s edge.",
                           {}};
        } else {
            join.check = {"Before the waste yarn comes out: all {0} loops of the sleeve top are caught.", {}};
            join.elseSewn = ElseSewn{{"There are more stitches than rows, so it cannot be hung: pin it at shoulder and "
                                      "markers and backstitch loop by loop, knit sides together.",
                                      {}}};
        }
        add(std::move(join));
    }

    /// Its cap is sewn into a closed armhole: by then it has a seam of its own.
    bool sewnInLast() const { return choices_.body.kind == BodyKind::setIn && !choices_.sleevesKnittedDown(); }

    void sleeveSeam(Side wearers, const char* joinKey, const char* title) {
        const Along left{sleeve(wearers), "seam_left"};
        const Along right{sleeve(wearers), "seam_right"};
        std::vector<EndAt> ends;
        if (!choices_.weltFollows(choices_.sleeves.cuff))
            ends = {{left}, {right}};
        add({.key = joinKey,
             .title = {title, {}},
             .first = {{left}, {"one side, {0} rows", {}}},
             .second = {{right}, {"the other side, {0} rows", {}}},
             .ends = std::move(ends),
             .tailSide = {"Sew from the cuff up to the underarm.", {}},
             .facing = {"Knit side facing you, always one stitch in.", {}},
             .mayDiffer = 0,
             .differs = {"The sides have {0} and {1} rows and should have the same.", {}}});
    }

    void sideSeam(Side wearers, const char* joinKey, const char* title) {
        Line first = {along(backSide(wearers), "side", wearers)};
        Line second = {along(frontSide(wearers), "side", wearers)};
        const bool on = sleeves() && !sewnInLast();
        std::vector<std::string> after;
        if (!sewnInLast()) // what goes round the armhole is there by then
            after = wearers == Side::left ? std::vector<std::string>{"sleeve_left", "arm_trim_left", "raglan_back_left",
                                                                     "raglan_front_left"}
                                          : std::vector<std::string>{"sleeve_right", "arm_trim_right",
                                                                     "raglan_back_right", "raglan_front_right"};
        if (on) {
            // Purl side facing, the back of the left sleeve is at its left.
            const bool left = wearers == Side::left;
            first.push_back({sleeve(wearers), left ? "seam_left" : "seam_right"});
            second.push_back({sleeve(wearers), left ? "seam_right" : "seam_left"});
        }
        add({.key = joinKey,
             .title = {title, {}},
             .first = {std::move(first), {on ? "back {0} rows and sleeve {1} rows" : "back {0} rows", {}}},
             .second = {std::move(second), {on ? "front {0} rows and sleeve {1} rows" : "front {0} rows", {}}},
             .ends =
                 atLowerEdge({along(backSide(wearers), "side", wearers), along(frontSide(wearers), "side", wearers)}),
             .tailSide = {choices_.body.kind == BodyKind::dropShoulder
                              ? "Sew from the hem up to the marker and on to the cuff."
                          : raglan()  ? "Sew from the hem up to the underarm, where the bound stitches meet, and on to "
                                        "the cuff."
                          : on        ? "Sew from the hem up to the underarm and on to the cuff."
                          : sleeves() ? "Sew from the hem up to the underarm: the sleeve comes in later."
                                      : "Sew from the hem up to the armhole, and on through its trim.",
                          {}},
             .facing = {"Knit side facing you, always one stitch in.", {}},
             .mayDiffer = 0,
             .differs = {"The sides have {0} and {1} rows and should have the same.", {}},
             .after = std::move(after)});
    }

    const Garment& choices_;
    const GarmentCounts& counts_;
    std::vector<PlannedJoin> joins_;
};

} // namespace

std::vector<PlannedJoin> garmentJoins(const Garment& garment, const GarmentCounts& counts) {
    return GarmentJoiner(garment, counts).all();
}

} // namespace vestimen
