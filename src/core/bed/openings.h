// SPDX-License-Identifier: GPL-3.0-or-later
// What needles can be hung into: the loops and openings of this piece and of pieces that were finished before.
#pragma once

#include "core/bed/fabric.h"
#include "core/bed/needles.h"

#include <span>

namespace vestimen {

/// Fabrics of pieces that were finished before, by name.
using Siblings = std::map<std::string, const Fabric*>;

/// The fabric that a source is of: `own`, or a sibling; nothing where it is not known, and for a sibling's bars.
/// `siblings` may be null.
const Fabric* fabricOf(const HangSource& source, const Fabric& own, const Siblings* siblings);

/// How many loops and openings a source has in all; 0 for bars, which are made as they are wanted, and for no fabric.
int openingCount(const HangSource& source, const Fabric* fabric);

/// The loops and openings of one source. Its fabric's kept and bound loops must stay while they are asked for.
class Openings {
public:
    Openings() = default;
    /// `fabric` may be null.
    Openings(const HangSource& source, const Fabric* fabric, const Needles& needles);
    Openings(Openings&&) = default;
    Openings& operator=(Openings&&) = default;

    /// What is hung, or noLoop where there is no such loop, or no fabric. `needles`: as they are now.
    LoopId loop(const Hung& hung, const Needles& needles) const {
        if (kind_ == HangSource::Kind::bar)
            return needles.has(hung.of) ? needles.state(hung.of).newest() : noLoop;
        const bool byNeedle = kind_ == HangSource::Kind::first || kind_ == HangSource::Kind::row;
        const std::size_t at = !byNeedle              ? static_cast<std::size_t>(hung.index) - 1
                               : needles.has(hung.of) ? needles.index(hung.of)
                                                      : loops_.size();
        return at < loops_.size() ? loops_[at] : noLoop; // an index below 1 comes out as a large number
    }

private:
    HangSource::Kind kind_ = HangSource::Kind::first;
    std::span<const LoopId> loops_; ///< in their order; of the first row by needle, with gaps
    std::vector<LoopId> found_;     ///< the same, where the fabric does not list them
};

} // namespace vestimen
