// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/counter.h"
#include "core/shaping/curved_edges.h"
#include "core/shaping/edge_sums.h"
#include "core/shaping/short_rows.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

/// One of the two necklines of a garment.
class Neckline {
public:
    /// With the counts of the piece that has it, and the rows of the garment's shoulder.
    Neckline(Counter& counter, const GarmentMeasures& m, const GarmentCounts& counts, Rows shoulder, NeckCounts& neck,
             bool back)
        : counter_(counter), m_(m), counts_(counts), shoulder_(shoulder), neck_(neck), back_(back),
          half_(back ? m.backInHalves : m.frontInHalves), kind_(back ? NeckKind::round : m.neck),
          school_(counter.choices().neck.school),
          width_(half_ ? counts.neckOfHalf(back ? counts.back : counts.front) : counts.neck) {}

    bool count() {
        const Length depth = back_ ? m_.backNeckDepth : m_.neckDepth;
        if (!(depth > Length())) {
            const Stitches top = m_.body != BodyKind::raglan ? width_
                                 : half_                     ? counts_.ofHalf(counts_.back, counts_.upper)
                                                             : counts_.upper;
            neck_.centre = neck_.bottom = top;
            return true;
        }
        if (!countDepth(depth) || !countShape())
            return false;
        if (neck_.steps.empty())
            neck_.trimEdge = needlesFor(neck_.edgeLength, neck_.edge);
        return true;
    }

private:
    CountKey quantity() const { return back_ ? quantities::backNeckRows : quantities::neckRows; }
    PieceKey piece() const {
        const Garment& choices = counter_.choices();
        return back_ ? backOf(choices, Side::left) : frontOf(choices, Side::left);
    }
    /// Along an edge; no more than one for each of its rows.
    Stitches needlesFor(Length length, Rows rows) const {
        return std::min(band(length, counter_.choices().neck.trim.depth, counter_.gauge(), true).needles,
                        Stitches(rows.count()));
    }
    /// In no rows at all where one step alone is bound off.
    bool sloped() const { return !counts_.shoulderSteps.empty(); }
    bool stepped() const { return sloped() && counter_.choices().body.shoulder == ShoulderKind::stepped; }

    bool refuse(Rows least, Rows most) {
        counter_.error("neck_depth",
                       {back_ ? "A back neck of {0} rows cannot be worked here: {1} to {2} rows can."
                              : "A front neck of {0} rows cannot be worked here: {1} to {2} rows can.",
                        {neck_.depth, least, most}},
                       piece());
        return false;
    }

    /// The halves must come to their shoulder steps with the carriage on the right side; that settles the parity.
    bool countDepth(Length depth) {
        const Rows slope = counts_.shoulderRows;
        const bool inSlope = sloped() && !stepped() && counter_.gauge().rows.over(depth) < slope.count() - 0.5;
        CountForm parity = anyCount;
        const char* reason = "nearest whole row";
        if (half_ && inSlope) {
            parity = oddCount;
            reason = "odd, so that the neck begins with the carriage at the armhole";
        } else if (stepped() || inSlope) {
            parity = evenCount;
            reason = "even, so that both shoulders have the same steps";
        } else if (sloped()) {
            parity = oddCount;
            reason = "odd, so that front and back shoulders begin in the same row";
        } else if (half_) {
            parity = counts_.armhole.isEven() == counter_.choices().hasSleeves() ? evenCount : oddCount;
            reason = "so that the neck begins with the carriage at the armhole";
        }
        neck_.depth =
            counter_.rows(quantity(), back_ ? "Rows of the back neck’s depth" : "Rows of the front neck’s depth", depth,
                          parity, reason);
        // A shaped armhole has both its sides begun before the neck divides them.
        const Rows above = counts_.armhole + slope - Rows(m_.hasArmhole() ? 3 : 1);
        const Rows least = half_ && inSlope   ? Rows(3)
                           : inSlope || back_ ? Rows(2)
                           : stepped()        ? std::max(slope, Rows(2))
                           : sloped()         ? slope + Rows(1)
                                              : Rows(4);
        const Rows most = inSlope ? std::min(above, slope - Rows(half_ ? 1 : 2)) : above;
        if (neck_.depth < least || neck_.depth > most || (parity == oddCount && !inSlope && neck_.depth < slope))
            return refuse(least, most);
        neck_.slopeBefore = std::max(Rows(0), slope - neck_.depth);
        neck_.rows = neck_.depth;
        if (!sloped())
            neck_.firstTurn = neck_.rows;
        else if (stepped())
            neck_.firstTurn = neck_.depth - slope + neck_.slopeBefore;
        else if (inSlope) {
            neck_.firstTurn = Rows(1);
            neck_.rows -= Rows(half_ ? 1 : 0); // all over again one row earlier, since its one shoulder began first
        } else {
            // The last row joins what the shoulder held; the halves are one row shorter than the neck is deep.
            neck_.firstTurn = neck_.depth - slope;
            neck_.rows -= Rows(1);
        }
        return true;
    }

    bool countShape() {
        switch (kind_) {
        case NeckKind::vee:
            return countVee();
        case NeckKind::square:
            neck_.centre = neck_.bottom = width_;
            neck_.edge = neck_.rows;
            neck_.edgeLength = counter_.gauge().height(neck_.edge);
            if (school_ == NeckSchool::hold) {
                neck_.steps = {Stitches(0)};
                neck_.trimEdge = needlesFor(neck_.edgeLength, neck_.edge);
            }
            break;
        case NeckKind::round:
        case NeckKind::boat:
            if (!(school_ == NeckSchool::hold ? countHeld() : countDecreased()))
                return false;
            break;
        }
        if (half_ && school_ == NeckSchool::bindOff)
            neck_.edge -= Rows(1); // the middle is bound off where the carriage comes after one row
        return true;
    }

    /// The middle of a round neck with so many stitches beyond it on each side, of the whole neck; the parity is the
    /// neck's, so that both sides agree. A half has what is left of its own.
    void divide(Stitches sideAtMost) {
        const int flat = static_cast<int>(std::lround(counts_.neck.count() * m_.neckFlat));
        const int centre = flat + (counts_.neck.count() - flat) % 2;
        neck_.side = std::min((counts_.neck - Stitches(centre)) / 2, sideAtMost);
        if (half_)
            neck_.side = std::min(neck_.side, width_ - Stitches(1));
        neck_.centre = width_ - neck_.side * (half_ ? 1 : 2);
    }

    /// Along one side of the neck, so wide and so high.
    Length alongSide(Length width, Length height) const {
        return m_.neckProfile == Profile::straight ? Length::millimetres(std::hypot(width.mm(), height.mm()))
                                                   : quarterEllipseLength(width, height);
    }

    /// Its sides by holding (craft 14).
    bool countHeld() {
        divide(counts_.neck);
        const int rows = neck_.rows.count();
        const int turns = std::clamp(static_cast<int>(std::lround(rows * (1.0 - m_.neckStraight) / 2.0)), 1,
                                     std::max(1, (rows - 2) / 2));
        neck_.steps = m_.neckProfile == Profile::straight ? evenSteps(neck_.side, turns)
                                                          : quarterEllipseSteps(neck_.side, Rows(2 * turns));
        neck_.bottom = width_;
        neck_.edge = neck_.rows - neck_.turning();
        const FabricGauge& gauge = counter_.gauge();
        const Length along = alongSide(gauge.width(neck_.side), gauge.height(Rows(2 * turns))) +
                             gauge.height(neck_.rows - Rows(2 * turns));
        neck_.edgeLength = std::max(Length(), along - gauge.width(neck_.side));
        neck_.trimEdge = needlesFor(gauge.height(neck_.edge), neck_.edge);
        hangRowsBetween(static_cast<int>(std::lround(gauge.stitches.over(along))) -
                        (neck_.side + neck_.trimEdge).count());
        return true;
    }

    /// Where the curve is steep, two rows rise beside one stitch or none: some of their ends are hung between the held
    /// stitches, so that the trim has needles for the edge's length (craft 14). What each rise is longer than the
    /// stitches after it says where.
    void hangRowsBetween(int wanted) {
        const FabricGauge& gauge = counter_.gauge();
        struct Rise {
            int row;
            bool both;   ///< nothing is held before the next two rows: both ends are free
            double more; ///< needles that its length asks for, beyond the stitches that are held after it
        };
        std::vector<Rise> rises;
        double all = 0.0;
        int free = 0;
        for (std::size_t turn = 0; static_cast<int>(2 * turn) < neck_.turning().count(); ++turn) {
            const Stitches next = neck_.steps[turn + 1];
            const double length = std::hypot(gauge.width(next).mm(), gauge.height(Rows(2)).mm());
            rises.push_back({static_cast<int>(2 * turn) + 1, next == Stitches(0),
                             length / gauge.stitches.unit().mm() - next.count()});
            all += rises.back().more;
            free += rises.back().both ? 2 : 1;
        }
        wanted = std::clamp(wanted, 0, free);
        double due = 0.0;
        for (const Rise& rise : rises) {
            free -= rise.both ? 2 : 1;
            due += rise.more;
            const int hung = static_cast<int>(neck_.rowsBetween.size());
            // No fewer than leave the rest room.
            const int until = std::max(static_cast<int>(std::lround(wanted * due / all)), wanted - free);
            for (int i = 0; i < std::min(until - hung, rise.both ? 2 : 1); ++i)
                neck_.rowsBetween.push_back(rise.row + i);
        }
    }

    /// The same by decreases, no more than two in a row. No more stitches are left to them than the trim can be hung
    /// on: a needle for each row at most.
    bool countDecreased() {
        const FabricGauge& gauge = counter_.gauge();
        const Rows curved(std::max(1, static_cast<int>(std::lround(neck_.rows.count() * (1.0 - m_.neckStraight)))));
        const Rows shaped = neck_.rows - Rows(1);
        const auto length = [&](Stitches side) {
            return alongSide(gauge.width(side), gauge.height(curved)) + gauge.height(neck_.rows - curved);
        };
        Stitches most(std::min(curved, shaped).count() * 3 / 2);
        while (most > Stitches(0) && gauge.stitches.over(length(most)) > neck_.rows.count())
            most -= Stitches(1);
        std::optional<Curve> shape;
        do {
            divide(most);
            // A half front's middle is bound off after its first row, and nothing goes before that.
            const bool atOnce = !half_ || school_ != NeckSchool::bindOff;
            shape = decreasedAlong(m_.neckProfile == Profile::straight ? straightSide(neck_.side, curved, shaped)
                                                                       : quarterEllipse(neck_.side, curved, shaped),
                                   neck_.side, counter_, ShapedEdge::neck, atOnce);
            most = neck_.side - Stitches(1);
        } while (shape && neck_.side > Stitches(0) && !staysOffHeldNeedles(*shape));
        if (!shape)
            return refuse(neck_.depth + Rows(2), counts_.armhole + counts_.shoulderRows);
        neck_.shape = *shape;
        addRuns(counter_.working(quantity()), *shape, gauge);
        neck_.bottom = neck_.centre;
        neck_.edge = neck_.rows;
        neck_.edgeLength = length(neck_.side);
        return true;
    }

    /// Whether the neck's decreases have stitches that knit to move onto: those of the shoulder that are held meanwhile
    /// would only pile up loops.
    bool staysOffHeldNeedles(const Curve& shape) const {
        const EdgeShaping& edge = counter_.choices().edge(ShapedEdge::neck);
        Stitches gone;
        for (const CurveEvent& event : shape.events()) {
            int turns = (neck_.slopeBefore.count() + 1) / 2;
            if (event.row >= neck_.firstTurn.count())
                turns += (event.row - neck_.firstTurn.count()) / 2 + 1;
            Stitches left = counts_.shoulder + neck_.side - gone;
            for (int turn = 0; turn < std::min(turns, static_cast<int>(counts_.shoulderSteps.size())); ++turn)
                left -= counts_.shoulderSteps[static_cast<std::size_t>(turn)];
            const Stitches moved(edge.fashioned ? std::min(edge.inset, counts_.shoulder.count()) : 1);
            // Beside the middle that was bound off in this row, one stitch more moves.
            const bool besideBindOff = school_ == NeckSchool::bindOff && event.row == (half_ ? 1 : 0);
            Stitches needed =
                std::max(moved, event.stitches + Stitches(besideBindOff ? 1 : 0)) + event.stitches + Stitches(1);
            // A raglan comes towards it from the other side.
            const int row = counts_.toNeck(neck_).count() + event.row;
            for (const CurveEvent& other : counts_.armholeCurve.events()) {
                left += other.row + 1 >= row ? other.stitches : Stitches(0);
                if (other.row + 1 == row)
                    needed += Stitches(std::min(counter_.choices().edge(ShapedEdge::armhole).inset,
                                                counts_.shoulder.count())) +
                              other.stitches;
            }
            if (left < needed)
                return false;
            gone += event.stitches;
        }
        return true;
    }

    /// A V is one straight line on each side: a first decrease where the halves part, then the rest evenly, done before
    /// the shoulder's steps.
    bool countVee() {
        neck_.side = half_ ? width_ : width_ / 2;
        neck_.centre = neck_.bottom = width_ - neck_.side * (half_ ? 1 : 2);
        const Stitches further = neck_.side - Stitches(1);
        const SlopeRequest request{neck_.rows - std::max(Rows(2), shoulder_), further};
        const auto shape = request.rows > Rows(0) ? counter_.shaped(request, ShapedEdge::neck, 0.5) : std::nullopt;
        if (!shape) {
            counter_.error("neck_depth",
                           {"A V of {0} rows has no room for {1} decreases on each side: make it deeper or narrower.",
                            {neck_.depth, neck_.side}},
                           piece());
            return false;
        }
        neck_.shape.runs = {{Rows(0), Stitches(1), 1}};
        for (const SlopeLine& line : shape->lines)
            neck_.shape.runs.push_back({line.every, Stitches(1), line.times});
        neck_.shape.plainAfter = neck_.rows - (request.rows - shape->plainAfter);
        neck_.shape.deviation = shape->deviation;
        neck_.edge = neck_.rows;
        neck_.edgeLength = Length::millimetres(
            std::hypot(counter_.gauge().height(neck_.edge).mm(), counter_.gauge().width(neck_.side).mm()));
        addRuns(counter_.working(quantity()), neck_.shape, counter_.gauge());
        return true;
    }

    Counter& counter_;
    const GarmentMeasures& m_;
    const GarmentCounts& counts_;
    Rows shoulder_;
    NeckCounts& neck_;
    bool back_;
    bool half_; ///< of one front of a cardigan
    NeckKind kind_;
    NeckSchool school_;
    Stitches width_;
};

} // namespace

bool countNecks(Counter& counter, const GarmentMeasures& measures, GarmentCounts& counts) {
    const Garment& choices = counter.choices();
    const auto count = [&](PieceKey piece, NeckCounts& neck) {
        const GarmentCounts own = countsOfPiece(counts, piece, choices);
        return Neckline(counter, measures, own, counts.shoulderRows, neck, isBack(piece)).count();
    };
    const bool front = count(frontOf(choices, Side::left), counts.frontNeck);
    return count(backOf(choices, Side::left), counts.backNeck) && front;
}

} // namespace vestimen
