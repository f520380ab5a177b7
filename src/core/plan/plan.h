// SPDX-License-Identifier: GPL-3.0-or-later
// What an article comes to before anything is knitted: its pieces, with how each is written, and how they are joined.
// Nothing after this knows what kind of article it is.
#pragma once

#include "core/joining/line_joins.h"
#include "core/plan/handle.h"
#include "core/plan/knitting.h"
#include "core/plan/outline.h"
#include "core/reckoning/reckoning.h"
#include "core/swatch/swatch.h"

#include <map>
#include <optional>
#include <vector>

namespace vestimen {

/// A piece by name, as soon as the choices are known.
struct PieceName {
    PieceKey key;
    Phrase label;
};

/// A row of a piece, counted from the first after what it begins with, and how high in the garment it lies: in rows
/// above the lower edge of its body, or of the piece itself where it lies beside nothing.
struct Level {
    Rows row;
    Rows height;
    bool downward = false; ///< it is knitted from there down
    double y = 0.0;        ///< of that row in the piece's picture, its welt included
};

struct PlannedPiece {
    PieceKey key;
    /// Where the edges at the machine's left and right lie on the wearer; empty where that is no one place.
    const char* atLeft = "";
    const char* atRight = "";
    /// The piece that this one is the mirror image of, so that it may be knitted as that one came out.
    std::optional<PieceKey> pair = {};
    /// An earlier piece that is knitted stitch for stitch alike.
    std::optional<PieceKey> twin = {};
    bool ontoOthers = false; ///< a trim or band: it has no outline of its own
    Outline outline = {};    ///< the ideal one, in mm
    Stitches seam = {};      ///< at each side edge, that a seam eats: it lies outside the outline
    Length width = {};       ///< of the finished piece at its widest, seams left out
    Length length = {};      ///< from the finished edge to the top
    Level level = {};
    PieceMarks marks = {};
    std::vector<Handle> handles = {};
    Knitting knitting = {};
};

/// Whether an article can be drafted from its measures, and how wide its widest piece is to be.
struct Checked {
    std::optional<Length> widest; ///< nothing where a measure is missing
    std::vector<Finding> findings;
    FabricKind fabric = FabricKind::plain; ///< that most of it is, as its swatch should be
};

struct Plan {
    std::map<CountKey, Reckoning> workings;
    std::vector<Finding> findings;
    std::vector<PlannedPiece> pieces; ///< in the order of knitting; none where a finding is an error
    std::vector<PlannedJoin> joins;
};

/// A change of the project that might mend a finding.
template<class Article> struct Change {
    Phrase what;
    Article article;
    EaseTable ease;
    bool elseOnly = false; ///< offered only where none before it mends
};

} // namespace vestimen
