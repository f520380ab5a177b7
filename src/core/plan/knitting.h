// SPDX-License-Identifier: GPL-3.0-or-later
// A piece as it is to be knitted, upward, in three tracks that the writer merges row by row: stages are what is done at
// a row over all that is on the needles; edges change the width by their own clocks; surface holds over rows. All are
// addressed by rows from the first after what it begins with.
#pragma once

#include "core/ground/edge_shaping.h"
#include "core/ground/ends.h"
#include "core/ground/welt.h"
#include "core/knitting/program.h"
#include "core/quantity/count.h"
#include "core/quantity/gauge.h"

#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <variant>
#include <vector>

namespace vestimen {

// ---- edges

/// So many stitches after so many rows of the piece, or of the branch.
struct Due {
    Rows row;
    Stitches by;
};

/// Outer stitches move out, or in where it is less than 0, on both sides at once. A simple increase is made where the
/// carriage stands.
struct Moved {
    EdgeShaping how;
    Stitches atMost{1000}; ///< that move together
    bool inside = false;   ///< by needle, since something may lie beside them
};
/// Bound off, where the carriage stands, under a name by which it can be hung again.
struct BoundOff {
    std::string left = {};
    std::string right = {};
};
/// Onto a holder, by a needle, opposite the carriage.
struct TakenOff {
    const char* left;
    const char* right;
};
/// To hold, opposite the carriage, and the turn wrapped or left open. Or where the carriage stands, where the yarn
/// wraps the needle by itself: then one a row.
struct Held {
    bool wrapped = true;
    bool atCarriage = false;
};
/// Back from hold, opposite the carriage, and each turn wrapped or left open as long as some wait.
struct Released {
    bool wrapped = true;
    Stitches atCarriage = {}; ///< so many may come back at the carriage's side as well
    int mostWraps = 100;      ///< round one needle: then it comes back early
};
/// Loops wound on beside those that work, at the carriage, under a name.
struct WoundOn {
    std::string left = {};
    std::string right = {};
};
using Way = std::variant<Moved, BoundOff, TakenOff, Held, Released, WoundOn>;

/// What becomes of a side, or of both. What falls due happens as soon as the carriage allows it; within a row in the
/// order in which edges are listed, before the stages of that row where the edge has begun already, else after them.
struct Edge {
    enum class At { left, right, both };
    At at = At::both;
    Way way;
    std::vector<Due> due = {};     ///< rising
    Rows from = {};                ///< where it begins
    const char* section = nullptr; ///< that begins with what is due first
};
constexpr Edge::At at(Side side) {
    return side == Side::left ? Edge::At::left : Edge::At::right;
}

// ---- surface

/// A stretch of rows in another yarn or stitch size; or some of their needles in another yarn, which is laid into them
/// by hand in every row.
struct Patch {
    Rows from;
    Rows to;                              ///< the first row that is no more of it
    std::optional<YarnNumber> yarn = {};  ///< of the project's
    std::optional<int> looser = {};       ///< of whole rows: whole numbers of stitch size; negative for tighter
    bool halfSize = false;                ///< of whole rows: half the stitch size
    bool alone = false;                   ///< row by row, with no reminder among them
    std::vector<NeedleSpan> needles = {}; ///< empty: whole rows
    std::optional<Ends> ends = {}; ///< what becomes of them where its yarn begins; nothing: as the project has it

    bool holds(Rows row) const { return from <= row && row < to; }
};

// ---- stages

struct Stage;

/// So many needles that are worked alone while the others wait; its rows are counted from where it begins.
struct Branch {
    NeedleSpan of; ///< those of them that wait already in hold at its outer side among them
    std::vector<Stage> stages;
    std::vector<Edge> edges;
    std::vector<Patch> surface = {};
};

/// Stretches of a shape that lie beside each other are worked one after the other: while one is, the loops of those to
/// come wait on holders, by name. Its rows are counted from where it begins.
struct Part {
    struct Loops {
        std::string as;
        NeedleSpan needles;
    };
    Rows from = {}; ///< of the whole: the counter there
    NeedleSpan of = {};
    std::vector<Loops> takes = {}; ///< that wait and are hung again
    std::vector<Loops> wound = {}; ///< bare needles that loops are wound on
    bool goesOn = false;           ///< from the part before it, with its yarn
    Side carriage = Side::right;   ///< where it is for its first row
    std::vector<Stage> stages = {};
    std::vector<Edge> edges = {};
    std::vector<Patch> surface = {};
};

namespace act {

/// Every `every`th stitch onto its neighbour, from a side on (craft 9).
struct Thin {
    int every = 2;
    Side from = Side::left;
    int first = 1; ///< to go, counted from that side
    AcrossWay way = AcrossWay::byHand;
};
/// Every second stitch onto its neighbour, from a side on; the bare needles stay out, and the rows after it are knitted
/// over them.
struct Halve {
    Side from = Side::left;
};
/// So many fewer, spread evenly; an even number (craft 9).
struct Fewer {
    Stitches change;
    AcrossWay way = AcrossWay::byHand;
    /// The plain stitches before the first, where the knitter says them; the change is then any number.
    std::optional<Stitches> firstRun = {};
    Side from = Side::left; ///< at which they are
};
/// One stitch more after each of these, counted from the left; those beside them move out.
struct More {
    std::vector<int> after;
    AcrossWay way = AcrossWay::byHand;
};
struct Say {
    RemarkCode code;
    const char* text;
};
/// A mark at a side, or at both.
struct Mark {
    const char* name;
    Edge::At at = Edge::At::both;
};
/// A part of the piece begins.
struct Section {
    const char* name;
};
/// A side has a name, between two rows: from the first that is seen, and up to here or to the last that is seen, where
/// they are not said.
struct Name {
    std::string name;
    Side side;
    std::optional<Rows> from = {};
    std::optional<Rows> to = {};
};
struct HoldLever {
    bool on;
};
/// Holes: the stitches of each go onto its neighbours, and the bare needles stay in work.
struct Holes {
    std::vector<NeedleSpan> holes;
};
/// So many within the row, by hand and without yarn; their needles go out.
struct BindOffWithin {
    NeedleSpan needles;
    Side from; ///< at which it begins
    std::string as = {};
};
/// Slits between stitches, so many rows high: what lies between two of them is knitted alone. Each with a ball of its
/// own, but the last, where the carriage and the piece's yarn are: an even number of rows. Or bridged: the last row of
/// one and the first of the next are knitted in one pass, with no end, and the carriage comes to the other side: an odd
/// one.
struct Slits {
    std::vector<Needle> before; ///< to the left of each of them; rising
    Rows rows;
    bool bridged = false;
};
/// A mark in some stitches, where something is sewn on later.
struct MarkStitches {
    std::vector<Needle> needles;
    std::string as;
};
/// The loops of its first row, which was hung, on the same needles again: it is folded.
struct HangFirstRow {
    bool theEdge = false; ///< not its loops but the edge that it hangs from, a second time
};
struct TakeOff {
    NeedleSpan needles;
    operation::Onto onto;
    std::string as;
};
/// So many outer ones, to wait until their edge brings them back.
struct Hold {
    Side side;
    Stitches count;
};
/// Back from hold, whoever put them there.
struct Release {
    NeedleSpan needles;
};
/// One row over all that waits in hold, from where the yarn is; and one back where some wait at that side as well.
struct AllOver {
    const char* farFirst; ///< what is said where some wait at the other side,
    const char* thenAll;  ///< and before the row back
};
/// The rest of a branch goes to hold as well, and its yarn is broken.
struct Wait {};
/// So many needles knit alone, with balls of their own, while the others wait and their yarn hangs at the edge. What
/// they knit has edges of its own, is folded behind, and counts in no other rows. Even, so that the carriage comes
/// back.
struct Flap {
    Branch of; ///< whose surface says the yarn of every row
};
/// Of a flap: the needle that waits beside the carriage takes the yarn, so that no hole is left at the corner.
struct CloseCorner {};
/// One branch after the other, from the one at the carriage on.
struct Branches {
    /// In hold; on a holder until their turn comes; or off under the names below, until they are hung again: then the
    /// yarn is broken, and there is one branch.
    enum class Waiting { held, holder, off };
    std::vector<Branch> each;
    Waiting waiting = Waiting::held;
    /// Each begins at its outer side and at the row where they part; else where the carriage is, and rows count on.
    bool apart = true;
    const char* nextSection = nullptr; ///< with which each but the first begins
    /// Waits with the second branch, and is bound off before it, under a name.
    NeedleSpan boundBetween = {Needle::atSlot(0), Needle::atSlot(-1)};
    const char* boundAs = "";
    const char* offLeft = ""; ///< what waits off at the sides
    const char* offRight = "";
};
/// Parts of a shape, each after those that it goes on from.
struct Parts {
    std::vector<Part> each;
};
/// The yarn is broken, and the loops wait until their part is worked.
struct BreakYarn {};
/// The yarn is broken, and what knits next is joined anew: it would lie across what waits.
struct NewYarn {};
/// A welt on two beds went on over the piece: all onto the main bed.
struct ToMainBed {};
/// The last welt, downward from here, bound off; of a rolled one the loose bind-off alone.
struct EndWelt {
    WeltCounts welt;
};
/// The welt of a piece that was begun without one, from its first row, which is hung upside down. Names are then of the
/// piece as it hangs.
struct WeltAfterwards {
    WeltCounts welt;
};
/// All of it, where no count is said; else so many from a side on, and the yarn is broken. Where the yarn is at the
/// other side, or is broken, it is joined anew.
struct BindOff {
    BindOffMethod method = BindOffMethod::transferChain;
    std::string as = {};
    std::optional<Stitches> count = {};
    std::optional<Side> from = {}; ///< nothing: where the carriage is
    bool joined = true;            ///< the yarn is there
};
/// Waste yarn over all of them, and off, under their names.
struct OffOnWaste {
    std::vector<std::pair<std::string, NeedleSpan>> as;
    bool joined = true; ///< the yarn is there, and broken
};
/// The tail goes through all loops, twice, and is drawn up.
struct DrawUp {
    const char* as;
};
/// So many loops beside those that work, at the carriage, under a name; with them the yarn is joined.
struct CastOnBeside {
    Stitches count;
    const char* as;
    CastOnMethod method = CastOnMethod::closedLoop;
};
/// A name for loops that are wound over a gap, with a length of the yarn of its own.
struct CastOnOver {
    NeedleSpan gap;
    const char* as;
    CastOnMethod method = CastOnMethod::closedLoop;
};
/// Loops that were kept or cast on hang on the needles again: with them, these work.
struct HangOn {
    operation::Hang hang;
    NeedleSpan working;
    bool joins = true; ///< the yarn, where the carriage is; else it is there
};
/// The loops of the row before so many rows, on the same needles again: a tube. Seen from below there is one fewer than
/// needles: the one away from the carriage takes none.
struct HangRow {
    Rows below;
};
/// So many rows one way: after each the carriage slips back.
struct OneWay {
    Rows rows;
};

} // namespace act

using Act = std::variant<act::Thin, act::Fewer, act::More, act::Say, act::Mark, act::Section, act::Name, act::HoldLever,
                         act::Holes, act::HangFirstRow, act::TakeOff, act::Hold, act::Release, act::AllOver, act::Wait,
                         act::Branches, act::EndWelt, act::WeltAfterwards, act::BindOff, act::OffOnWaste, act::DrawUp,
                         act::CastOnBeside, act::CastOnOver, act::HangOn, act::HangRow, act::OneWay, act::Parts,
                         act::BreakYarn, act::NewYarn, act::ToMainBed, act::BindOffWithin, act::MarkStitches, act::Flap,
                         act::CloseCorner, act::Slits, act::Halve>;

struct Stage {
    Rows at;
    Act act;
};

// ---- the piece

/// On waste yarn: its welt is knitted down afterwards.
struct BegunOpen {};
/// What hangs on bare needles before the first row.
struct BegunHung {
    const char* section;
    std::vector<act::Say> before; ///< what is said before it is hung
    operation::Hang hang;
    std::vector<act::Say> after;
    bool weights = false;
};
using Begin = std::variant<WeltCounts, BegunOpen, BegunHung>;

struct Knitting {
    FabricGauge gauge;
    Stitches stitches; ///< of the first row
    int shift = 0;     ///< needles that it lies to the right of the middle, for a piece that grows to one side
    Begin begin;
    std::vector<Stage> stages; ///< rising; of the same row, in the order in which they are done
    std::vector<Edge> edges;
    std::vector<Patch> surface;  ///< of whole rows that hold a row, the last that says its yarn or its size
    YarnNumber work = 0;         ///< what it is knitted of where nothing else is said
    Side carriage = Side::right; ///< before the first row
    bool openTurns = false;      ///< eyelets at the turns are decoration
    Rows wasteRows{12};
    bool ravelCord = true; ///< between the waste yarn that it begins on and the work

    void at(Rows row, Act act) { stages.push_back({row, std::move(act)}); }
    /// Both sides have names.
    void name(Rows row, const char* left, const char* right, std::optional<Rows> from = {},
              std::optional<Rows> to = {});
};

/// The needles of the first row.
NeedleSpan firstRow(const Knitting& knitting);
/// Rows before the first that is counted.
Rows rowsBefore(const Knitting& knitting);
/// How many rows it gives a side's name to, between rows that are said, in its branches too.
Rows rowsNamed(const Knitting& knitting, std::string_view name);
/// Where the carriage stands after so many rows of a piece without branches that count.
Side carriageAfter(const Knitting& knitting, Rows rows);

} // namespace vestimen
