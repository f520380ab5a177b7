// SPDX-License-Identifier: GPL-3.0-or-later
// A piece as it is to be knitted, upward, in three tracks that the writer merges row by row: stages are what is done at
// a row over all that is on the needles; edges change the width by their own clocks; surface holds over rows. All are
// addressed by rows from the first after the welt it begins with.
#pragma once

#include "core/ground/edge_shaping.h"
#include "core/ground/welt.h"
#include "core/knitting/program.h"
#include "core/quantity/count.h"
#include "core/quantity/gauge.h"
#include "core/shaping/tail.h"

#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace vestimen {

/// So many stitches after so many rows: made where it is more than 0, else taken away, or put to hold.
struct Due {
    Rows row;
    Stitches by;
};

/// Outer stitches move in or out, on both sides at once. A simple increase is made where the carriage stands: the other
/// side's waits for the next row.
struct Moved {
    EdgeShaping how;
};
/// Put to hold, opposite the carriage, and the turn wrapped or left open. What falls due at the carriage's own side
/// waits for the next row.
struct Held {
    bool wrapped = true;
};
struct Edge {
    enum class At { left, right, both };
    At at = At::both;
    std::variant<Moved, Held> way;
    std::vector<Due> due; ///< rising
};

/// So many needles from the left that are worked alone while the others wait in hold, with an end of yarn of their own.
/// Then they wait as well.
struct Branch {
    Stitches skip;
    Stitches count;
    Rows rows; ///< even: the carriage comes back
    std::vector<Edge> edges;
    std::string tailFor; ///< what its yarn is left long for, and how long
    Length tail;
};

namespace act {

/// Every `every`th stitch onto its neighbour, from a side on (craft 9).
struct Thin {
    int every = 2;
    Side from = Side::left;
    int first = 1; ///< to go, counted from that side
    AcrossWay way = AcrossWay::byHand;
};
/// So many fewer, spread evenly; an even number (craft 9).
struct Fewer {
    Stitches change;
    AcrossWay way = AcrossWay::byHand;
};
struct Say {
    const char* code;
    const char* text;
};
/// Marks at both sides.
struct Mark {
    const char* name;
};
/// A part of the piece begins.
struct Section {
    const char* name;
};
/// The last welt, downward from here, bound off; of a rolled one the loose bind-off alone.
struct EndWelt {
    WeltCounts welt;
};
/// Holes: the stitches of each go onto its neighbours, and the bare needles stay in work.
struct Holes {
    std::vector<NeedleSpan> holes;
};
/// The loops of its first row, which was hung, on the same needles again: it is folded.
struct HangFirstRow {};
/// All of it, chained round the needles.
struct BindOff {
    Length tail;
    std::string tailFor;
};
/// The tail goes through all loops, twice, and is drawn up.
struct DrawUp {
    const char* as;
};
/// One after the other, from the one at the carriage on. Afterwards each is taken off in two halves, under its name
/// with
/// "_left" and "_right".
struct Branches {
    std::vector<Branch> each;
    const char* as;
};

} // namespace act

using Act = std::variant<act::Thin, act::Fewer, act::Say, act::Mark, act::Section, act::Holes, act::HangFirstRow,
                         act::EndWelt, act::BindOff, act::DrawUp, act::Branches>;

struct Stage {
    Rows at;
    Act act;
};

/// A stretch of rows in another yarn or stitch size.
struct Patch {
    Rows from;
    Rows to;            ///< the first row that is no more of it
    YarnIndex yarn = 0; ///< of the piece's: 0 is the main one, those of `yarns` follow the waste yarn and the cord
    int looser = 0;     ///< whole numbers of stitch size; negative for tighter
    bool alone = false; ///< rows of their own: no reminder is due among them
};

/// What hangs on bare needles before the first row, in place of a welt.
struct BegunHung {
    const char* section;
    std::vector<act::Say> before; ///< what is said before it is hung
    operation::Hang hang;
    std::vector<act::Say> after;
};

/// Both its sides, as edges with a name, from the first row that is seen; without `to`, to the end.
struct Sides {
    const char* left = "seam_left";
    const char* right = "seam_right";
    std::optional<Rows> to = {};
};

struct Knitting {
    FabricGauge gauge;
    Stitches stitches;
    WeltCounts welt; ///< that it begins with, unless it is hung
    std::optional<BegunHung> hung;
    std::vector<Stage> stages; ///< rising; of the same row, in the order in which they are done
    std::vector<Edge> edges;
    std::vector<Patch> surface;     ///< the last that holds a row says how it is knitted
    std::vector<ProgramYarn> yarns; ///< beyond the main one
    Sides sides;
    bool openTurns = false; ///< eyelets at the turns are decoration
    Rows wasteRows{12};
};

} // namespace vestimen
