// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/body_knitting.h"

#include "core/knitting/piece_parts.h"
#include "core/plan/edge_dues.h"

#include <algorithm>

namespace vestimen {
namespace {

class BodyPlanner {
public:
    BodyPlanner(const GarmentBrief& brief, const GarmentCounts& counts, PieceKey piece)
        : choices_(brief.choices), counts_(countsOfPiece(counts, piece, brief.choices)), piece_(piece),
          half_(isHalf(piece)), neck_(isBack(piece) ? counts_.backNeck : counts_.frontNeck),
          up_(counts_.hemRise + counts_.toUnderarm), ravelCord_(brief.ground.waste.cord) {}

    Knitting plan() {
        begin();
        toUnderarm();
        armholes();
        if (isSidePanel(piece_))
            sidePanelTop();
        else if (neck_.depth == Rows(0))
            straightTop();
        else
            neckedTop();
        if (afterwards())
            weltBelow();
        return std::move(knitting_);
    }

private:
    bool afterwards() const { return choices_.weltFollows(choices_.body.welt); }
    bool stepped() const { return choices_.body.shoulder == ShoulderKind::stepped; }
    bool raglan() const { return choices_.body.kind == BodyKind::raglan; }
    bool isVee() const { return !isBack(piece_) && choices_.neck.kind == NeckKind::vee; }
    bool isOuter(Side side) const { return !half_ || side == outerSide(piece_); }
    /// Both sides of a piece in one, or the outer one of a half.
    std::vector<Side> sides() const {
        return half_ ? std::vector{outerSide(piece_)} : std::vector{Side::left, Side::right};
    }
    Edge::At atSides() const { return half_ ? at(outerSide(piece_)) : Edge::At::both; }

    // ---- needles: a piece hangs about the middle of the bed by its first row, and grows and narrows at its sides

    NeedleSpan hem() const { return centred(half_ ? counts_.ofHalf(counts_.half(piece_), counts_.hem) : counts_.hem); }
    NeedleSpan inset(NeedleSpan span, int by) const {
        for (const Side side : sides())
            span = fromEdge(span, side, by, span.size() - by);
        return span;
    }
    /// When nothing is left to go off its armholes.
    NeedleSpan top() const {
        return inset(inset(hem(), (counts_.hem - counts_.body).count() / 2), counts_.armholeInset().count());
    }
    // Beside a side panel a seam goes up to the shoulder, past the underarm.
    const char* sideName(Side side) const {
        return hasSides(piece_, choices_) ? sided(side, "side_left", "side_right")
                                          : sided(side, "panel_left", "panel_right");
    }
    const char* armholeName(Side side) const {
        return hasSides(piece_, choices_) ? sided(side, "armhole_left", "armhole_right")
                                          : sided(side, "panel_left", "panel_right");
    }
    NeedleSpan shoulder(Side side) const { return fromEdge(top(), side, 0, counts_.shoulder.count()); }
    NeedleSpan wholeNeck() const {
        if (half_)
            return fromEdge(top(), opposite(outerSide(piece_)), 0, counts_.neckOfHalf(counts_.half(piece_)).count());
        return fromEdge(top(), Side::left, counts_.shoulder.count(), counts_.neck.count());
    }

    // ---- up to the underarm

    void begin() {
        knitting_.gauge = counts_.gauge;
        knitting_.stitches = Stitches(hem().size());
        knitting_.openTurns = !choices_.making.wrapTurns;
        knitting_.wasteRows = choices_.making.wasteRows;
        knitting_.ravelCord = ravelCord_;
        if (afterwards())
            knitting_.begin = BegunOpen{};
        else
            knitting_.begin = counts_.bodyWelt;
        // A half comes to its underarm with the carriage at the armhole, where it is bound off, or away from it, where
        // it goes onto a holder; so the other mirrors it.
        if (half_) {
            const Side atUnderarm = choices_.hasSleeves() ? outerSide(piece_) : opposite(outerSide(piece_));
            if (carriageAfter(knitting_, up_) != atUnderarm)
                knitting_.carriage = opposite(knitting_.carriage);
        }
    }

    void nameSides(Rows row, std::optional<Rows> from) {
        for (const Side side : sides())
            knitting_.at(row,
                         act::Name{sideName(side), side, from ? std::optional(*from - inTheCurve(side)) : from, row});
    }

    /// Rows that the outermost stitches knit before a curved hem ends: two, or one where the carriage is at their side
    /// when they are due. Beside a side panel they are of the seam; at a side, where back and front are alike, it
    /// begins above the curve.
    Rows inTheCurve(Side side) const {
        if (hasSides(piece_, choices_) || counts_.hemRise == Rows(0))
            return Rows(0);
        return Rows(carriageAfter(knitting_, Rows(1) + counts_.hemRise - Rows(2)) == side ? 1 : 2);
    }

    void toUnderarm() {
        knitting_.at(Rows(0), act::Section{"body"});
        Rows from;
        if (counts_.hemRise > Rows(0)) {
            curvedHem();
            from = Rows(1) + counts_.hemRise;
        }
        // The row below the curve is the slopes' first.
        std::vector<Due> dues;
        Rows row = counts_.hemRise;
        for (const SideSlope& stretch : counts_.sides) {
            std::ranges::copy(duesOf(stretch.slope, row, stretch.widens), std::back_inserter(dues));
            row += stretch.slope.plainAfter;
            if (!stretch.slope.eventRows().empty())
                row += Rows(stretch.slope.eventRows().back());
            dues.push_back({row, Stitches(0)});
        }
        knitting_.edges.push_back(
            {atSides(), Moved{choices_.edge(ShapedEdge::sides), counts_.shoulder}, std::move(dues), from});
        nameSides(up_, counts_.hemRise > Rows(0) ? std::optional(from) : std::nullopt);
        knitting_.at(up_, act::Mark{"underarm", atSides()});
        knitting_.at(up_, act::Section{raglan() ? "raglan" : "armhole"});
    }

    /// From the middle out: the sides wait, one after the other, and come back in steps opposite the carriage.
    void curvedHem() {
        const Rows from(1);
        const Rows to = from + counts_.hemRise;
        nameSides(from, std::nullopt);
        knitting_.at(from, act::Section{"curved hem"});
        knitting_.at(from, act::HoldLever{true});
        knitting_.edges.push_back({atSides(), Held{choices_.making.wrapTurns}, {{from, counts_.hemSide}}, from});
        std::vector<Due> back;
        for (std::size_t i = 0; i < counts_.hemSteps.size(); ++i)
            back.push_back({from + Rows(2 + 2 * static_cast<int>(i)), counts_.hemSteps[i]});
        knitting_.edges.push_back({atSides(), Released{choices_.making.wrapTurns}, std::move(back), from + Rows(2)});
        knitting_.surface.push_back({.from = Rows(0), .to = to, .alone = true});
        knitting_.at(to, act::HoldLever{false});
        knitting_.at(to, act::Name{curvedStartEdge, Side::left, from, to});
        knitting_.at(to, act::Section{"body"});
    }

    // ---- from the underarm

    /// Where the shoulders' slope begins, or a neck divides the piece, or all is done.
    Rows armholeEnds() const {
        return neck_.depth == Rows(0) ? up_ + counts_.armhole : up_ + counts_.toNeck(neck_) - neck_.slopeBefore;
    }
    /// The rows before and after which what goes off an armhole by transfer falls due.
    std::vector<Due> armholeDues(Rows from, Rows before) const {
        std::vector<Due> dues = duesOf(counts_.armholeCurve, up_ + Rows(1), false);
        std::erase_if(dues, [&](const Due& due) { return due.row < from || due.row >= before; });
        return dues;
    }
    Moved armholeWay() const { return {choices_.edge(ShapedEdge::armhole), counts_.shoulder}; }

    void armholes() {
        if (counts_.underarm > Stitches(0)) {
            const Way off = choices_.hasSleeves() ? Way(BoundOff{"underarm_left", "underarm_right"})
                                                  : Way(TakenOff{"underarm_left", "underarm_right"});
            knitting_.edges.push_back({atSides(), off, {{up_, counts_.underarm}}, up_});
        }
        // What is due when a neck divides the piece is done by its halves.
        const Rows before = neck_.depth == Rows(0) ? armholeEnds() + Rows(1) : armholeEnds();
        knitting_.edges.push_back({atSides(), armholeWay(), armholeDues(up_, before), up_});
    }

    /// The side whose underarm goes first; the other one's follows a row later.
    Side firstUnderarm() const {
        const Side carriage = carriageAfter(knitting_, up_);
        return choices_.hasSleeves() ? carriage : opposite(carriage);
    }
    /// The same of the shoulders' steps.
    Side firstShoulder(Rows row) const {
        const Side carriage = carriageAfter(knitting_, row);
        return stepped() ? carriage : opposite(carriage);
    }

    /// An armhole's edge begins above what goes off at the underarm, and ends where the shoulder begins.
    void nameArmholes(Rows row, bool slopes) {
        if (slopes)
            row -= slopesEarlier();
        for (const Side side : sides()) {
            const bool later = counts_.underarm > Stitches(0) && side != firstUnderarm();
            knitting_.at(row, act::Name{armholeName(side), side, up_ + Rows(later ? 1 : 0),
                                        row + Rows(slopes && side != firstShoulder(row) ? 1 : 0)});
        }
    }

    /// The edge towards the middle, up to the neck or the shoulder.
    void nameInnerEdge(Rows row) {
        if (half_)
            knitting_.at(row, act::Name{innerEdge(piece_, choices_), opposite(outerSide(piece_))});
    }

    /// The middle of three is sloped at both sides, one a row after the other: begun a row earlier, so that each side
    /// is as long as the panel that it is sewn to, to the row.
    Rows slopesEarlier() const {
        return Rows(choices_.hasSidePanels() && !isSidePanel(piece_) && !half_ && !stepped() ? 1 : 0);
    }

    /// So many rows of the shoulders' slopes, one side after the other; of a half only its own.
    void slopeShoulders(Rows from, Rows rows) {
        from -= slopesEarlier();
        knitting_.at(from, act::Section{"shoulders"});
        if (!stepped())
            knitting_.at(from, act::HoldLever{true});
        std::vector<Due> dues;
        for (std::size_t step = 0; 2 * static_cast<int>(step) < rows.count(); ++step)
            dues.push_back({from + Rows(2 * static_cast<int>(step)), counts_.shoulderSteps[step]});
        const Way way =
            stepped() ? Way(BoundOff{"shoulder_left", "shoulder_right"}) : Way(Held{choices_.making.wrapTurns});
        knitting_.edges.push_back({atSides(), way, std::move(dues), from});
        knitting_.surface.push_back({.from = from, .to = from + rows, .alone = true});
    }

    /// No neck to shape: straight or sloped shoulders, and what is open off on waste yarn.
    void straightTop() {
        const bool slopes = !counts_.shoulderSteps.empty();
        const Rows from = armholeEnds();
        const Rows rows(2 * static_cast<int>(counts_.shoulderSteps.size()));
        nameArmholes(from, slopes);
        // Of steps that are bound off, no row follows the last.
        const Rows to = from + rows - Rows(slopes && stepped() ? 1 : 0);
        if (slopes)
            slopeShoulders(from, rows);
        Side carriage = carriageAfter(knitting_, to);
        if (slopes && !stepped()) {
            knitting_.at(to,
                         act::AllOver{"The yarn is at the neck: first bring back the shoulder away from the carriage, "
                                      "and knit across.",
                                      "Now all stitches: one row back."});
            carriage = isOuter(carriage) ? carriage : opposite(carriage);
        }
        nameInnerEdge(to);
        const bool bound = choices_.bindsShoulders(slopes);
        act::OffOnWaste off;
        if (bound && !(slopes && stepped())) {
            knitting_.at(to, act::Section{"bind off"});
            // First where the yarn is.
            for (const Side side : {carriage, opposite(carriage)})
                if (isOuter(side)) {
                    knitting_.at(to, act::BindOff{.as = shoulderName(side),
                                                  .count = counts_.shoulder,
                                                  .from = side,
                                                  .joined = off.joined});
                    off.joined = false;
                }
        }
        knitting_.at(to, act::Section{"off on waste yarn"});
        if (raglan()) {
            off.as = {{"neck", top()}};
        } else {
            off.as = {{"neck", wholeNeck()}};
            const bool open = !bound;
            if (open && isOuter(Side::left))
                off.as.insert(off.as.begin(), {"shoulder_left", shoulder(Side::left)});
            if (open && isOuter(Side::right))
                off.as.emplace_back("shoulder_right", shoulder(Side::right));
        }
        knitting_.at(to, std::move(off));
    }

    /// The shoulder's outer part alone. Its last step does not wait: it brings back the others, or closes the panel.
    void sidePanelTop() {
        const Rows from = armholeEnds();
        const bool slopes = !counts_.shoulderSteps.empty();
        const Rows sloped(slopes ? 2 * static_cast<int>(counts_.shoulderSteps.size() - 1) : 0);
        nameArmholes(from, slopes);
        if (sloped > Rows(0))
            slopeShoulders(from, sloped);
        // One step alone is a row more, to the armhole.
        const bool inSteps = slopes && stepped();
        const bool bound = choices_.bindsShoulders(slopes);
        // The last step is as high as the middle's first, beside it: their seam has the same rows.
        const Rows to = from + sloped + Rows(inSteps ? 2 : slopes && sloped == Rows(0) ? 1 : 0);
        if (sloped > Rows(0) && !inSteps)
            knitting_.at(to, act::AllOver{"Bring back the shoulder and knit across.", ""});
        nameInnerEdge(to);
        if (!bound)
            knitting_.at(to, act::Section{"off on waste yarn"});
        knitting_.at(to, shoulderOff(outerSide(piece_)));
    }

    // ---- from the neck: one half after the other; the second mirrors the first, from the other side

    enum class Beside { nothing, heldNeck, heldHalf };

    void neckedTop() {
        const Rows from = armholeEnds();
        const Rows parts = from + neck_.slopeBefore;
        nameArmholes(from, neck_.slopeBefore > Rows(0));
        if (neck_.slopeBefore > Rows(0))
            slopeShoulders(from, neck_.slopeBefore);
        nameInnerEdge(parts);
        knitting_.at(parts, act::Section{half_ ? "neck" : "neck, first half"});

        const NeckSchool school = choices_.neck.school;
        const bool slopes = !counts_.shoulderSteps.empty();
        // Held stitches would be in the way where a shoulder's last step is closed, or where the neck's edge is
        // decreased.
        const bool off = isVee() ? half_ || choices_.bindsShoulders(slopes) : school != NeckSchool::hold;
        const bool bindOff = off && !isVee() && school == NeckSchool::bindOff;
        const Beside beside = off ? Beside::nothing : isVee() ? Beside::heldHalf : Beside::heldNeck;
        const int pending = -sum(armholeDues(parts, Rows(1'000'000'000)));
        NeedleSpan all = top();
        for (const Side side : sides())
            all = fromEdge(all, side, -pending, all.size() + pending);
        const int own = (counts_.shoulder + neck_.side).count() + pending;
        const NeedleSpan centre = fromEdge(all, half_ ? outerSide(piece_) : Side::left, own, neck_.centre.count());
        if (off && !bindOff && !centre.empty()) {
            knitting_.at(parts, act::Say{"centre_off", "With a needle, lead waste yarn through the middle stitches and "
                                                       "take them off."});
            knitting_.at(parts, act::TakeOff{centre, operation::Onto::waste, "neck"});
        }
        act::Branches branches;
        branches.waiting = off ? act::Branches::Waiting::holder : act::Branches::Waiting::held;
        branches.nextSection = "neck, second half";
        if (bindOff && !half_) {
            branches.boundBetween = centre;
            branches.boundAs = "neck";
        }
        for (const Side side : sides()) {
            const int gone = stepped() ? stepsDone(side, from) : 0; // off the bed already
            NeedleSpan its = fromEdge(all, side, gone, own - gone);
            const bool bindsMiddle = bindOff && half_;
            if (bindsMiddle)
                its = {std::min(its.first, centre.first), std::max(its.last, centre.last)};
            branches.each.push_back(branch(side, its, parts, beside, bindsMiddle, stepsDone(side, from)));
        }
        knitting_.at(parts, std::move(branches));
        if (!off)
            neckOff(parts, isVee() ? centre : wholeNeck());
    }

    static int sum(const std::vector<Due>& dues) {
        int all = 0;
        for (const Due& due : dues)
            all += due.by.count();
        return all;
    }

    /// Stitches of a shoulder that went before the neck began.
    int stepsDone(Side side, Rows from) const {
        int gone = 0;
        for (std::size_t step = 0; step < counts_.shoulderSteps.size(); ++step)
            if (2 * static_cast<int>(step) + (side == firstShoulder(from) ? 0 : 1) < neck_.slopeBefore.count())
                gone += counts_.shoulderSteps[step].count();
        return gone;
    }

    void neckOff(Rows row, NeedleSpan middle) {
        if (middle.empty())
            return knitting_.at(row, act::HoldLever{false});
        knitting_.at(row, act::Section{"neck off on waste yarn"});
        knitting_.at(row, act::Release{middle});
        knitting_.at(row, act::HoldLever{false});
        knitting_.at(row, act::OffOnWaste{.as = {{"neck", middle}}, .joined = false});
    }

    const char* shoulderName(Side side) const {
        return raglan() ? sided(side, "tip_left", "tip_right") : sided(side, "shoulder_left", "shoulder_right");
    }

    /// From the row where the neck begins, to its shoulder; `gone` stitches of which went before.
    Branch branch(Side side, NeedleSpan its, Rows parts, Beside beside, bool bindsMiddle, int gone) const {
        Branch half;
        half.of = its;
        // What is left of its armhole.
        std::vector<Due> left = armholeDues(parts, Rows(1'000'000'000));
        for (Due& due : left)
            due.row -= parts;
        half.edges.push_back({at(side), armholeWay(), std::move(left)});
        // The neck's edge: held in turns, or bound off and decreased.
        const Edge::At inner = at(opposite(side));
        if (bindsMiddle)
            half.edges.push_back({inner, BoundOff{"neck", "neck"}, {{Rows(0), neck_.centre}}});
        half.edges.push_back({inner, Moved{choices_.edge(ShapedEdge::neck), counts_.shoulder, true},
                              duesOf(neck_.shape, Rows(0), false)});
        std::vector<Due> steps;
        for (std::size_t turn = 0; turn < neck_.steps.size(); ++turn)
            if (turn == 0 || neck_.steps[turn] > Stitches(0))
                steps.push_back({Rows(2 * static_cast<int>(turn)), neck_.steps[turn]});
        half.edges.push_back({inner, Held{choices_.making.wrapTurns}, std::move(steps)});
        shoulderEdge(half, side, gone);

        const Rows rows = neck_.rows;
        if (neck_.slopeBefore == Rows(0))
            half.stages.push_back({rows, act::Name{armholeName(side), side, Rows(0), std::min(neck_.firstTurn, rows)}});
        const Rows shaped = bindsMiddle ? Rows(1) : neck_.turning();
        const Side neck = opposite(side);
        if (!neck_.steps.empty())
            half.stages.push_back(
                {rows, act::Name{sided(side, "neck_curve_left", "neck_curve_right"), neck, Rows(0), shaped}});
        half.stages.push_back({rows, act::Name{sided(side, "neck_left", "neck_right"), neck, shaped, rows}});
        // The last step is closed; beside a held neck its last loop joins the neck's edge.
        const Stitches last = stepped() ? counts_.shoulder - Stitches(gone + sum(shoulderDues())) : counts_.shoulder;
        half.stages.push_back(
            {rows, shoulderOff(side, beside == Beside::nothing ? std::nullopt : std::optional(last))});
        return half;
    }

    std::size_t stepsBeforeNeck() const { return static_cast<std::size_t>(neck_.slopeBefore.count() + 1) / 2; }
    /// The shoulder's steps that fall due within a half.
    std::vector<Due> shoulderDues() const {
        std::vector<Due> dues;
        Rows row = neck_.firstTurn;
        for (std::size_t step = stepsBeforeNeck(); step < counts_.shoulderSteps.size() && row < neck_.rows; ++step) {
            dues.push_back({row, counts_.shoulderSteps[step]});
            row += Rows(2);
        }
        return dues;
    }

    /// What is left of its shoulder's steps: held or bound off; after the last that is held, all come back.
    void shoulderEdge(Branch& half, Side side, int gone) const {
        std::vector<Due> dues = shoulderDues();
        // The last that is held is not: it brings all back.
        std::optional<Rows> back;
        if (!stepped() && stepsBeforeNeck() + dues.size() == counts_.shoulderSteps.size() && !dues.empty()) {
            back = dues.back().row;
            dues.pop_back();
        }
        const Stitches held(gone + sum(dues));
        const char* section = "shoulder";
        if (!dues.empty()) {
            const Way way = stepped() ? Way(BoundOff{shoulderName(Side::left), shoulderName(Side::right)})
                                      : Way(Held{choices_.making.wrapTurns});
            half.edges.push_back({at(side), way, std::move(dues), Rows(0), std::exchange(section, nullptr)});
        }
        if (back && held > Stitches(0))
            half.edges.push_back({at(side), Released{}, {{*back, held}}, *back, section});
        else if (back && section)
            half.stages.push_back({*back, act::Section{section}});
    }

    /// What is left of a shoulder: bound off, so many stitches if not all, or kept.
    Act shoulderOff(Side side, std::optional<Stitches> bound = {}) const {
        if (!counts_.shoulderSteps.empty() && stepped())
            return act::BindOff{.as = shoulderName(side), .count = bound};
        if (choices_.bindsShoulders(!counts_.shoulderSteps.empty()))
            return act::BindOff{
                .as = shoulderName(side), .count = bound, .from = bound ? std::optional(side) : std::nullopt};
        return act::OffOnWaste{.as = {{shoulderName(side), shoulder(side)}}};
    }

    /// From the first row down, upside down: what was the left side is at the right.
    void weltBelow() {
        const Rows last = knitting_.stages.back().at;
        knitting_.at(last, act::HoldLever{false});
        knitting_.at(last,
                     act::Say{"try_on", "The welt can wait: tack the pieces together and try them on, and the rows "
                                        "above it can still be fewer or more."});
        knitting_.at(last, act::WeltAfterwards{counts_.bodyWelt});
        for (const Side side : {Side::left, Side::right})
            if (isOuter(side))
                knitting_.at(last, act::Name{sideName(side), opposite(side)});
            else if (isSidePanel(piece_) || isBack(piece_) || !choices_.isCardigan()) // bands hang from it by its own
                knitting_.at(last, act::Name{innerEdge(piece_, choices_), opposite(side)});
    }

    const Garment& choices_;
    const GarmentCounts counts_; ///< of the piece
    PieceKey piece_;
    bool half_;
    const NeckCounts& neck_;
    Rows up_; ///< from the welt to the underarm
    bool ravelCord_;
    Knitting knitting_;
};

} // namespace

Knitting bodyKnitting(const GarmentBrief& brief, const GarmentCounts& counts, PieceKey piece) {
    return BodyPlanner(brief, counts, piece).plan();
}

Rows armholeRowsOf(const GarmentBrief& brief, const GarmentCounts& counts, PieceKey piece, Side machines) {
    return rowsNamed(bodyKnitting(brief, counts, piece), sided(machines, "armhole_left", "armhole_right"));
}

} // namespace vestimen
