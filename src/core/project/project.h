// SPDX-License-Identifier: GPL-3.0-or-later
// The project as one value: all that the knitter chose. Everything else is worked out from it.
#pragma once

#include "core/article/article.h"
#include "core/ground/ground.h"
#include "core/joining/hanging.h"

#include <map>
#include <string>
#include <vector>

namespace vestimen {

/// What the finished pieces measured, for the review.
struct MadePiece {
    std::string piece;
    std::optional<Length> width;
    std::optional<Length> length;
    std::string note;
    bool operator==(const MadePiece&) const = default;
};

/// Something kept about the project, or about one of its pieces.
struct Note {
    std::string piece; ///< empty: the whole project
    std::string text;
    bool operator==(const Note&) const = default;
};

/// Something that is done, and on which day: YYYY-MM-DD.
struct Tick {
    std::string what;
    std::string on;
    double minutes = 0.0; ///< that it took; 0 where nobody said
    bool operator==(const Tick&) const = default;
};

struct Project : Ground {
    std::string name;
    Article article;
    std::vector<MadePiece> made;
    std::vector<std::string> joined;             ///< keys of the joins that are done
    std::vector<std::string> joinOrder;          ///< keys of joins in the knitter's own order; empty: as planned
    std::map<std::string, std::string> joinWays; ///< by join, how it is made where not as planned
    Hand hand = Hand::right;                     ///< that latches off: which edge hangs first follows from it
    std::vector<Tick> finished; ///< joins by key, and what was left to do after them, such as "ends/front"
    /// By piece, 1 to `mostForgotten`: ends that were to be woven in or sewn with, and hang there still.
    std::map<std::string, int> forgottenEnds;
    std::vector<Note> notes;

    static constexpr int mostForgotten = 99;
    bool operator==(const Project&) const = default;
};

} // namespace vestimen
