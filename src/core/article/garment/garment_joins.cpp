// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/garment_joins.h"

#include "core/article/garment/garment_measures.h"

#include <cmath>

namespace vestimen {
namespace {

class GarmentJoiner {
public:
    explicit GarmentJoiner(const JoinInput& input) : input_(input) {}

    std::vector<Join> all() {
        joins_.reserve(18);
        if (input_.choices.panels) {
            centreSeam(pieces::leftBack, pieces::rightBack, "seam_back", "Back, down the middle");
            if (!cardigan())
                centreSeam(pieces::leftFront, pieces::rightFront, "seam_front", "Front, down the middle");
        }
        raglan() ? raglanSeams() : shoulders();
        if (inTwo() && (cardigan() || !vee()))
            trimSeam(pieces::neckTrim, "trim_seam", "Neck trim, its parts",
                     {cardigan() ? "Sew both parts together at the middle of the back."
                                 : "Sew both parts together where they meet, at both sides.",
                      {}});
        else if (!cardigan())
            trimSeam(
                pieces::neckTrim, "trim_seam", "Neck trim, ends",
                vee()
                    ? Phrase{inTwo() ? "Sew the parts together at the middle of the back, and lap their ends at the "
                                       "point of "
                                       "the V."
                                     : "Lap one end over the other at the point of the V.",
                             {}}
                    : Phrase{raglan() ? "Sew from the fold to the raglan." : "Sew from the fold to the shoulder.", {}});
        switch (input_.choices.body) {
        case BodyKind::dropShoulder:
            if (input_.choices.sleevesKnittedDown()) {
                sleeveDown(Side::left, "sleeve_left", "Left sleeve from its armhole");
                sleeveDown(Side::right, "sleeve_right", "Right sleeve from its armhole");
            } else {
                straightSleeve(Side::left, "sleeve_left", "Left sleeve to armhole");
                straightSleeve(Side::right, "sleeve_right", "Right sleeve to armhole");
            }
            break;
        case BodyKind::raglan:
        case BodyKind::setIn: // a cap that is sewn goes in last, into a closed armhole
            if (input_.choices.sleevesKnittedDown()) {
                sleeveDown(Side::left, "sleeve_left", "Left sleeve from its armhole");
                sleeveDown(Side::right, "sleeve_right", "Right sleeve from its armhole");
            }
            break;
        case BodyKind::sleeveless:
        case BodyKind::strapped:
            armTrim(pieces::leftArmTrim, "arm_trim_left", "Left armhole trim");
            armTrim(pieces::rightArmTrim, "arm_trim_right", "Right armhole trim");
            break;
        }
        sideSeam(Side::left, "seam_left", sleeves() ? "Left side and sleeve" : "Left side");
        sideSeam(Side::right, "seam_right", sleeves() ? "Right side and sleeve" : "Right side");
        if (input_.choices.body == BodyKind::setIn && !input_.choices.sleevesKnittedDown()) {
            setInSleeve(pieces::leftSleeve, "sleeve_left", "Left sleeve into armhole");
            setInSleeve(pieces::rightSleeve, "sleeve_right", "Right sleeve into armhole");
        }
        if (!sleeves()) {
            const Phrase how{"Sew from the fold to the underarm.", {}};
            trimSeam(pieces::leftArmTrim, "arm_trim_seam_left", "Left armhole trim, ends", how);
            trimSeam(pieces::rightArmTrim, "arm_trim_seam_right", "Right armhole trim, ends", how);
        }
        if (cardigan()) {
            band(pieces::leftBand, "band_left", "Left band");
            band(pieces::rightBand, "band_right", "Right band");
        }
        return std::move(joins_);
    }

private:
    bool sleeves() const { return input_.choices.hasSleeves(); }
    bool cardigan() const { return input_.choices.isCardigan(); }
    bool raglan() const { return input_.choices.body == BodyKind::raglan; }
    bool vee() const { return input_.choices.neck == NeckKind::vee; }
    PieceKey front(Side wearers) const { return frontOf(input_.choices, wearers); }
    PieceKey back(Side wearers) const { return backOf(input_.choices, wearers); }
    const Fabric& fabric(PieceKey piece) const { return *input_.fabrics.at(key(piece)); }

    /// The name that an edge has on a piece, from the wearer's side.
    static std::string edgeName(const char* stem, PieceKey piece, Side wearers) {
        const Side machine = wearerSide(piece, Side::left) == wearers ? Side::left : Side::right;
        return std::string(stem) + (machine == Side::left ? "_left" : "_right");
    }

    JoinEdge kept(PieceKey piece, const std::string& name, Phrase what) const {
        return stitches(fabric(piece).kept, name, std::move(what));
    }
    JoinEdge bound(PieceKey piece, const std::string& name, Phrase what) const {
        return stitches(fabric(piece).bound, name, std::move(what));
    }
    JoinEdge stitches(const std::map<std::string, std::vector<LoopId>>& named, const std::string& name,
                      Phrase what) const {
        const auto found = named.find(name);
        const int count = found == named.end() ? 0 : static_cast<int>(found->second.size());
        return {std::move(what), JoinUnit::stitches, count, input_.gauge.width(Stitches(count))};
    }
    /// What a trim has on its needles in its first row.
    Stitches needlesOf(PieceKey trim) const {
        const auto& passes = fabric(trim).passes;
        return Stitches(passes.empty() ? 0 : static_cast<int>(passes.front().loopCount));
    }

    /// The side, as the piece hung, where the yarn was when open stitches of a name came off.
    Side endsAt(PieceKey piece, const std::string& name) const {
        const Fabric& of = fabric(piece);
        const auto found = of.kept.find(name);
        if (found != of.kept.end() && !found->second.empty())
            for (const Pass& pass : of.passes)
                if (const LoopId loop = found->second.front();
                    loop >= pass.firstLoop && loop < pass.firstLoop + pass.loopCount)
                    return opposite(pass.from);
        return Side::right;
    }

    /// So many openings more, as they are counted, or from the last to the first.
    static void hangFromLeft(JoinEdge& edge, PieceKey piece, int count) {
        for (int index = 1; index <= count; ++index)
            edge.hung.push_back({piece, index});
    }
    static void hangFromRight(JoinEdge& edge, PieceKey piece, int count) {
        for (int index = count; index >= 1; --index)
            edge.hung.push_back({piece, index});
    }

    JoinEdge rows(int count, Phrase what) const {
        return {std::move(what), JoinUnit::rows, count, input_.gauge.height(Rows(count))};
    }

    int edgeRows(PieceKey piece, const char* stem, Side wearers) const {
        return fabric(piece).edgeRows(edgeName(stem, piece, wearers));
    }

    void add(Join join) { joins_.push_back(finished(std::move(join))); }

    /// A trim that begins and ends in front goes round when both sides are joined; else one stays open for it.
    bool trimGoesAllRound() const { return vee() || cardigan() || inTwo(); }
    bool inTwo() const { return input_.choices.neckTrimInTwo; }

    /// Two panels, from the lower edge to the neck.
    void centreSeam(PieceKey left, PieceKey right, const char* joinKey, const char* title) {
        const int leftRows = fabric(left).edgeRows("centre_edge");
        const int rightRows = fabric(right).edgeRows("centre_edge");
        Join join;
        join.key = joinKey;
        join.title = {title, {}};
        join.method = JoinMethod::mattress;
        join.first = rows(leftRows, {"left panel", {}});
        join.second = rows(rightRows, {"right panel", {}});
        join.tailSide = {"Sew from the lower edge up to the neck.", {}};
        join.facing = {"Knit side facing you, two bars a side, always one stitch in.", {}};
        if (leftRows != rightRows)
            join.findings.push_back(
                {Severity::error,
                 "rows_differ",
                 {"The panels have {0} and {1} rows and should have the same.", {leftRows, rightRows}}});
        add(std::move(join));
    }

    void shoulders() {
        shoulder(Side::left, "shoulder_left", "Left shoulder");
        if (trimGoesAllRound())
            shoulder(Side::right, "shoulder_right", "Right shoulder");
        neckTrim();
        if (!trimGoesAllRound())
            shoulder(Side::right, "shoulder_right", "Right shoulder");
    }

    void raglanSeams() {
        raglanSeam(Side::left, true, "raglan_back_left", "Left raglan, back");
        raglanSeam(Side::left, false, "raglan_front_left", "Left raglan, front");
        raglanSeam(Side::right, false, "raglan_front_right", "Right raglan, front");
        if (trimGoesAllRound())
            raglanSeam(Side::right, true, "raglan_back_right", "Right raglan, back");
        neckTrim();
        if (!trimGoesAllRound())
            raglanSeam(Side::right, true, "raglan_back_right", "Right raglan, back");
    }

    void raglanSeam(Side wearers, bool back, const char* joinKey, const char* title) {
        const PieceKey body = back ? this->back(wearers) : front(wearers);
        const PieceKey sleeve = wearers == Side::left ? pieces::leftSleeve : pieces::rightSleeve;
        // Purl side facing, the back of the left sleeve is at its left, that of the right sleeve at its right.
        const bool left = (wearers == Side::left) == back;
        const int bodyRows = edgeRows(body, "armhole", wearers);
        const int sleeveRows = fabric(sleeve).edgeRows(left ? "cap_left" : "cap_right");
        Join join;
        join.key = joinKey;
        join.title = {title, {}};
        join.method = JoinMethod::mattress;
        join.first = rows(bodyRows, {back ? "back, {0} rows" : "front, {0} rows", {bodyRows}});
        join.second = rows(sleeveRows, {"sleeve, {0} rows", {sleeveRows}});
        join.tailSide = {"Sew from the underarm up to the neck.", {}};
        join.facing = {
            "Knit side facing you, two bars a side, always one stitch in: row for row, decrease to decrease.", {}};
        if (std::abs(bodyRows - sleeveRows) > 2)
            join.findings.push_back({Severity::error,
                                     "rows_differ",
                                     {"The raglan has {0} rows on the body and {1} on the sleeve, and should have the "
                                      "same.",
                                      {bodyRows, sleeveRows}}});
        add(std::move(join));
    }

    void shoulder(Side wearers, const char* joinKey, const char* title) {
        const PieceKey other = front(wearers);
        Join join;
        join.key = joinKey;
        join.title = {title, {}};
        if (input_.choices.shoulder == ShoulderKind::stepped && input_.counts->shoulderRows > Rows(0) &&
            input_.choices.hasShoulders()) {
            join.method = JoinMethod::sewOn;
            join.first =
                bound(back(wearers), edgeName("shoulder", back(wearers), wearers), {"back, bound off in steps", {}});
            join.second = bound(other, edgeName("shoulder", other, wearers), {"front, bound off in steps", {}});
            join.tailSide = {"Sew from the armhole to the neck, in one line past the steps.", {}};
            join.facing = {"Knit sides together, stitch for stitch.", {}};
            return add(std::move(join));
        }
        join.method = JoinMethod::latchOff;
        join.first = kept(back(wearers), edgeName("shoulder", back(wearers), wearers), {"back, on waste yarn", {}});
        join.second = kept(other, edgeName("shoulder", other, wearers), {"front, on waste yarn", {}});
        join.hang = hang(Stitches(join.first.count), Rows(join.second.count));
        // The front is turned over: its stitches come from the right.
        hangFromLeft(join.first, back(wearers), join.first.count);
        hangFromRight(join.second, other, join.second.count);
        const Side atArmhole = edgeName("shoulder", other, wearers) == "shoulder_left" ? Side::left : Side::right;
        join.tailSide = {endsAt(other, edgeName("shoulder", other, wearers)) == atArmhole
                             ? "The front’s tail is at the armhole: work from there to the neck."
                             : "The front’s tail is at the neck: work from there to the armhole.",
                         {}};
        join.facing = {"Hang the back purl side facing you, then the front on the same needles knit side facing you.",
                       {}};
        join.check = {"Before the waste yarn comes out: {0} needles, two loops on each.", {join.first.count}};
        add(std::move(join));
    }

    void neckTrim() {
        const Stitches first = input_.counts->trimFirst;
        neckTrim(pieces::neckTrim, "neck_trim", inTwo() ? "Neck trim, first part" : "Neck trim", first);
        if (inTwo())
            neckTrim(pieces::secondNeckTrim, "neck_trim_second", "Neck trim, second part", input_.counts->trim - first);
    }

    void neckTrim(PieceKey piece, const char* joinKey, const char* title, Stitches needles) {
        const GarmentCounts& c = *input_.counts;
        const double part = static_cast<double>(needles.count()) / c.trim.count();
        Join join;
        join.key = joinKey;
        join.title = {title, {}};
        join.method = JoinMethod::knitOn;
        join.trim = piece;
        const Stitches frontBottom = c.frontBottom();
        const Stitches backBottom = c.backBottom();
        const auto rowsHung = [](const NeckCounts& neck) {
            return neck.edge + Rows(static_cast<int>(neck.rowsBetween.size()));
        };
        const Rows edges = (rowsHung(c.frontNeck) + rowsHung(c.backNeck)) * 2;
        const Stitches sleeveTops =
            c.trim - backBottom - frontBottom - (c.frontNeck.sideNeedles() + c.backNeck.sideNeedles()) * 2;
        const Stitches open = backBottom + frontBottom + sleeveTops;
        const Stitches hung = needlesOf(piece);
        join.first = {{"needles of the trim", {}}, JoinUnit::stitches, hung.count(), input_.gauge.width(hung)};
        join.second = {
            raglan() ? Phrase{"back neck {0}, front neck {1}, {2} of sleeves and raglans, and {3} rows of edges",
                              {backBottom, frontBottom, sleeveTops, edges}}
                     : Phrase{"back neck {0}, front neck {1} and {2} rows of edges", {backBottom, frontBottom, edges}},
            JoinUnit::stitches, static_cast<int>(std::lround((open.count() + edges.count()) * part)),
            (input_.gauge.width(open) + (c.frontNeck.edgeLength + c.backNeck.edgeLength) * 2.0) * part};
        join.tailSide = {"None: the trim is knitted on.", {}};
        join.facing = {inTwo()      ? "Purl side facing you; its row list says where it begins and ends."
                       : cardigan() ? "Purl side facing you, from the right front’s edge round to the left’s."
                       : vee()      ? "Purl side facing you, from the point of the V round to the point."
                       : raglan()   ? "Purl side facing you; the right raglan of the back is still open."
                                    : "Purl side facing you; the right shoulder is still open.",
                       {}};
        join.check = {"Before the waste yarn comes out: one loop on each of {0} needles.", {needles}};
        add(std::move(join));
    }

    void band(PieceKey piece, const char* joinKey, const char* title) {
        const GarmentCounts& c = *input_.counts;
        Join join;
        join.key = joinKey;
        join.title = {title, {}};
        join.method = JoinMethod::knitOn;
        join.trim = piece;
        const Stitches hung = needlesOf(piece);
        join.first = {{"needles of the band", {}}, JoinUnit::stitches, hung.count(), input_.gauge.width(hung)};
        // As the front came off the bed, with a welt that was knitted down afterwards.
        const Fabric& edged = fabric(piece == pieces::leftBand ? front(Side::left) : front(Side::right));
        const Rows along(edged.edgeRows("front_edge") +
                         (input_.choices.weltFollows(input_.choices.bodyWelt)
                              ? edged.edgeRows(piece == pieces::leftBand ? "welt_left" : "welt_right")
                              : 0));
        const Rows openings = along + c.trimRows / 2;
        join.second = {{"{0} rows of the front and {1} of the neck trim", {along, c.trimRows / 2}},
                       JoinUnit::rows,
                       openings.count(),
                       input_.gauge.height(openings)};
        join.tailSide = {"None: the band is knitted on.", {}};
        const bool holes = (piece == pieces::leftBand) == (input_.choices.buttonholes == Side::left);
        join.facing = {holes
                           ? "Purl side facing you, ends first, then the middles. This band has the buttonholes."
                           : "Purl side facing you, ends first, then the middles. The buttons are sewn onto this band, "
                             "across from the holes.",
                       {}};
        join.check = {"One loop on each of {0} needles, always a whole stitch in from the edge.", {c.band}};
        add(std::move(join));
    }

    void trimSeam(PieceKey piece, const char* joinKey, const char* title, Phrase how) {
        Join join;
        join.key = joinKey;
        join.title = {title, {}};
        join.method = JoinMethod::mattress;
        const Fabric& trim = fabric(piece);
        const int count = static_cast<int>(trim.passes.size());
        join.first = rows(count, {"one end, both layers", {}});
        join.second = rows(count, {"the other end", {}});
        join.tailSide = std::move(how);
        join.facing = {"Knit side facing you.", {}};
        add(std::move(join));
    }

    void armTrim(PieceKey piece, const char* joinKey, const char* title) {
        const Stitches underarm = input_.counts->underarm;
        Join join;
        join.key = joinKey;
        join.title = {title, {}};
        join.method = JoinMethod::knitOn;
        join.trim = piece;
        const int hung = needlesOf(piece).count();
        join.first = {{"needles of the trim", {}}, JoinUnit::stitches, hung, input_.gauge.width(Stitches(hung))};
        const Side side = piece == pieces::leftArmTrim ? Side::left : Side::right;
        const int frontRows = edgeRows(front(side), "armhole", side);
        const int backRows = edgeRows(back(side), "armhole", side);
        join.second = {
            {"{0} stitches of each underarm, {1} rows of back and {2} of front", {underarm, backRows, frontRows}},
            JoinUnit::stitches,
            2 * underarm.count() + backRows + frontRows,
            input_.counts->armholeEdge * 2.0};
        join.tailSide = {"None: the trim is knitted on.", {}};
        join.facing = {"Purl side facing you; the side is still open.", {}};
        join.check = {"Before the holders come out: one loop on each of {0} needles.", {hung}};
        add(std::move(join));
    }

    /// Sewn by length: the cap's ease lies at its top.
    void setInSleeve(PieceKey piece, const char* joinKey, const char* title) {
        Join join;
        join.key = joinKey;
        join.title = {title, {}};
        join.method = JoinMethod::sewOn;
        join.first = {{"armhole, back and front", {}},
                      JoinUnit::rows,
                      2 * input_.counts->armhole.count(),
                      input_.counts->armholeEdge * 2.0};
        join.second = {
            {"cap of {0} rows, and its top of {1} stitches", {input_.counts->capRows, input_.counts->capTop}},
            JoinUnit::rows,
            fabric(piece).edgeRows("cap_left") + fabric(piece).edgeRows("cap_right"),
            input_.counts->capEdge};
        join.tailSide = {"Begin at the underarm, where side and sleeve seam meet.", {}};
        join.facing = {"Pin it knit sides together: seam to seam, underarms on each other, the cap’s middle at the "
                       "shoulder; ease the rest in over the upper half.",
                       {}};
        add(std::move(join));
    }

    /// Hung from the armhole and knitted down to its cuff.
    void sleeveDown(Side wearers, const char* joinKey, const char* title) {
        const GarmentCounts& c = *input_.counts;
        Join join;
        join.key = joinKey;
        join.title = {title, {}};
        join.method = JoinMethod::knitOn;
        join.trim = wearers == Side::left ? pieces::leftSleeve : pieces::rightSleeve;
        join.first = {
            {"needles of the sleeve", {}}, JoinUnit::stitches, c.sleeveTop.count(), input_.gauge.width(c.sleeveTop)};
        const Rows rowsHung(2 * c.armholeRowsHung().count());
        join.second = {
            c.underarm > Stitches(0)
                ? Phrase{"armhole: {0} stitches of each underarm, {1} rows of front and back", {c.underarm, rowsHung}}
                : Phrase{"armhole: {0} rows of front and back, marker to marker", {rowsHung}},
            JoinUnit::rows, (c.underarm * 2).count() + rowsHung.count(), c.armholeEdge * 2.0};
        if (c.underarm == Stitches(0))
            join.second.length = input_.gauge.height(rowsHung);
        // A cap is narrower than its way round the armhole: its short rows make up for it.
        else
            join.first.length = c.capEdge;
        join.tailSide = {"None: the sleeve is knitted on, down to its cuff.", {}};
        join.facing = {"Purl side facing you; the side is still open.", {}};
        join.check = {"One loop on each of {0} needles, always a whole stitch in from the edge.", {c.sleeveTop}};
        add(std::move(join));
    }

    void straightSleeve(Side wearers, const char* joinKey, const char* title) {
        const PieceKey piece = wearers == Side::left ? pieces::leftSleeve : pieces::rightSleeve;
        const int backRows = edgeRows(back(wearers), "armhole", wearers);
        const int frontRows = edgeRows(front(wearers), "armhole", wearers);
        Join join;
        join.key = joinKey;
        join.title = {title, {}};
        join.first = kept(piece, "top", {"sleeve top, on waste yarn", {}});
        join.second = rows(backRows + frontRows,
                           {"armhole: front {0} rows, back {1} rows, marker to marker", {frontRows, backRows}});
        join.hang = hang(Stitches(join.first.count), Rows(join.second.count));
        // Purl side facing, the left armhole is walked up the front and down the back, the right one the other way; the
        // sleeve's top is turned over.
        const bool left = wearers == Side::left;
        hangFromRight(join.first, piece, join.first.count);
        hangFromLeft(join.second, left ? front(wearers) : back(wearers), left ? frontRows : backRows);
        hangFromRight(join.second, left ? back(wearers) : front(wearers), left ? backRows : frontRows);
        if (join.hang) {
            join.method = JoinMethod::latchOff;
            join.facing = {
                "Hang the armhole purl side facing you, a whole stitch in from the edge, ends first; then the "
                "sleeve top knit side facing you.",
                {}};
            // Its own left and right, purl side facing, are turned over with it.
            join.tailSide = {endsAt(piece, "top") == Side::left
                                 ? "The sleeve’s tail is at your right when its knit side "
                                   "faces you: begin there."
                                 : "The sleeve’s tail is at your left when its knit side "
                                   "faces you: begin there.",
                             {}};
        } else {
            join.method = JoinMethod::sewOn;
            join.facing = {
                "There are more stitches than rows, so it cannot be hung: pin it at shoulder and markers and "
                "backstitch loop by loop.",
                {}};
            join.tailSide = {"Begin at one marker.", {}};
        }
        join.check = {"Before the waste yarn comes out: all {0} loops of the sleeve top are caught.",
                      {join.first.count}};
        add(std::move(join));
    }

    void sideSeam(Side wearers, const char* joinKey, const char* title) {
        const PieceKey piece = wearers == Side::left ? pieces::leftSleeve : pieces::rightSleeve;
        const int sleeveRows = sleeves() ? fabric(piece).edgeRows("seam_left") : 0;
        const int frontRows = edgeRows(front(wearers), "side", wearers);
        const int backRows = edgeRows(back(wearers), "side", wearers);
        Join join;
        join.key = joinKey;
        join.title = {title, {}};
        join.method = JoinMethod::mattress;
        join.first = rows(backRows + sleeveRows,
                          {sleeves() ? "back {0} rows and sleeve {1} rows" : "back {0} rows", {backRows, sleeveRows}});
        join.second = rows(frontRows + sleeveRows, {sleeves() ? "front {0} rows and sleeve {1} rows" : "front {0} rows",
                                                    {frontRows, sleeveRows}});
        join.tailSide = {
            input_.choices.body == BodyKind::dropShoulder ? "Sew from the hem up to the marker and on to the cuff."
            : raglan()  ? "Sew from the hem up to the underarm, where the bound stitches meet, and on to the "
                          "cuff."
            : sleeves() ? "Sew each from its edge to the underarm."
                        : "Sew from the hem up to the armhole, and on through its trim.",
            {}};
        join.facing = {"Knit side facing you, two bars a side, always one stitch in.", {}};
        if (frontRows != backRows)
            join.findings.push_back(
                {Severity::error,
                 "rows_differ",
                 {"The sides have {0} and {1} rows and should have the same.", {backRows, frontRows}}});
        add(std::move(join));
    }

    const JoinInput& input_;
    std::vector<Join> joins_;
};

} // namespace

std::vector<Join> garmentJoins(const JoinInput& input) {
    return GarmentJoiner(input).all();
}

} // namespace vestimen
