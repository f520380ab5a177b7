// SPDX-License-Identifier: GPL-3.0-or-later
// The parts of a piece's drawing that can be picked, and mostly dragged; they come with the plan.
#pragma once

#include "core/quantity/gauge.h"
#include "core/quantity/name.h"
#include "core/shaping/lines_in_words.h"
#include "core/wearer/measure.h"

#include <variant>
#include <vector>

namespace vestimen {

/// One of the project's stripes, by its place among them.
struct StripeAt {
    std::size_t index;
};

/// Of a piece that is drawn by heights, one of them, or where an edge lies at it.
struct DrawnAt {
    enum class Of { height, left, right };
    std::size_t piece;
    std::size_t index;
    Of of;
};

/// What a drag pulls at: the ease of a measure, a choice of the article by its place in files, such as
/// "cuff/depth_mm", the height of a stripe, in rows, or a place of the drawing, in mm.
struct Pull {
    std::variant<Measure, const char*, StripeAt, DrawnAt> what;
    double perStep;      ///< mm, or what else the choice is kept in, for each stitch or row
    bool within = false; ///< a choice stays within what is offered
};

struct Handle {
    HandleKey key;
    const char* label = "";
    /// What it stands for now: so many stitches or rows, and their length with the seams left out.
    Length length = {};
    std::variant<Stitches, Rows> count = {};
    double x = 0.0;                    ///< needle boundaries, as in FabricPicture
    double y = 0.0;                    ///< rows above the picture's base
    bool upright = true;               ///< moves up and down; else sideways
    bool leftward = false;             ///< of one that moves sideways: more lies to the left
    std::vector<CountKey> counts = {}; ///< that it is made of, its own first
    bool canPin = true;                ///< its own count
    std::vector<Pull> pulls = {};      ///< empty: it can be picked only
    /// Where its edge is shaped row by row: the object of the choices that says how, such as "shaping/neck", and what
    /// came of it.
    const char* shaping = nullptr;
    EdgeSchedule schedule = {};
};

/// Something that lies on a piece, or behind it: a pocket.
struct MarkedArea {
    double left = 0.0, right = 0.0; ///< needle boundaries, as in FabricPicture
    double from = 0.0, to = 0.0;    ///< rows above the picture's base
    bool behind = false;            ///< only its upper edge is seen
};
/// Where something is sewn on later: a button.
struct MarkedSpot {
    double x = 0.0, y = 0.0; ///< as above
    Length across = {};
    bool isHole = false; ///< that it goes through
};

/// What is drawn beside the fabric.
struct PieceMarks {
    int weltRows = 0; ///< visible rows of a straight welt
    Phrase welt;
    int markRow = 0;       ///< rows from the lower edge to a mark, such as the underarm's; 0: none
    NeedleSpan markSpan{}; ///< the stitches of that row
    HandleKey width;       ///< the handle whose length stands below the piece,
    Phrase below = {};     ///< unless something else does
    std::vector<MarkedArea> areas = {};
    std::vector<MarkedSpot> spots = {};
};

} // namespace vestimen
