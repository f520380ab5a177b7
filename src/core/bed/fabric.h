// SPDX-License-Identifier: GPL-3.0-or-later
// What comes off the virtual bed: every loop ever made, pass by pass.
#pragma once

#include "core/knitting/program.h"
#include "core/reckoning/reckoning.h"

#include <cstdint>
#include <map>
#include <string>
#include <vector>

namespace vestimen {

using LoopId = std::uint32_t;
inline constexpr LoopId noLoop = 0xffffffff;

enum class LoopKind : std::uint8_t { castOn, knit, wrap, picked, empty, hung, bound };

/// Kept small and trivial, since a garment has more than a hundred thousand. Its row is that of the pass it was made in
/// or after: see Fabric::row.
class Loop {
public:
    LoopId parent; ///< the oldest of its parents; further ones stand in Fabric::moreParents
    std::int16_t slot;
    YarnIndex yarn;

    static Loop made(LoopKind kind, LoopId parent, Needle needle, YarnIndex yarn) {
        const auto bed = needle.bed() == Bed::second ? secondBed : std::uint8_t{0};
        return {parent, static_cast<std::int16_t>(needle.slot()), yarn,
                static_cast<std::uint8_t>(static_cast<std::uint8_t>(kind) | bed)};
    }
    /// Nearly every stitch there is: one knit loop on the main bed.
    static Loop knit(LoopId parent, int slot, YarnIndex yarn) {
        return {parent, static_cast<std::int16_t>(slot), yarn, static_cast<std::uint8_t>(LoopKind::knit)};
    }

    LoopKind kind() const { return static_cast<LoopKind>(traits_ & kindMask); }
    Bed bed() const { return (traits_ & secondBed) != 0 ? Bed::second : Bed::main; }
    bool isPurl() const { return (traits_ & purl) != 0; } ///< re-formed as purl
    void turnToPurl() { traits_ |= purl; }
    Needle needle() const { return Needle::atSlot(slot, bed()); }

    Loop() = default;

private:
    static constexpr std::uint8_t kindMask = 0x0f;
    static constexpr std::uint8_t secondBed = 0x10;
    static constexpr std::uint8_t purl = 0x20;

    Loop(LoopId parentLoop, std::int16_t atSlot, YarnIndex ofYarn, std::uint8_t traits)
        : parent(parentLoop), slot(atSlot), yarn(ofYarn), traits_(traits) {}

    std::uint8_t traits_;
};
static_assert(sizeof(Loop) == 8);

/// One crossing of the carriage. Its loops stand together in Fabric::loops, in the order in which they were knitted.
struct Pass {
    int row = 0; ///< the counter's reading after it
    Side from = Side::right;
    YarnIndex yarn = 0;
    std::optional<StitchSize> size;
    std::size_t operation = 0;
    LoopId firstLoop = 0;
    LoopId loopCount = 0;

    /// The loop at one end of the row.
    LoopId end(Side side) const { return side == from ? firstLoop : firstLoop + loopCount - 1; }
};

struct FabricMark {
    std::string as;
    std::variant<Needle, Side> at;
    int pass = 0; ///< passes made before it
    int row = 0;
};

struct Fabric {
    std::string piece;
    std::vector<Loop> loops;
    std::vector<std::pair<LoopId, LoopId>> moreParents; ///< (loop, parent), by loop
    std::vector<Pass> passes;
    std::map<std::string, std::vector<LoopId>> kept;  ///< from left to right
    std::map<std::string, std::vector<LoopId>> bound; ///< bound off under a name, from left to right
    std::vector<FabricMark> marks;
    std::vector<NamedEdge> edges;
    std::vector<int> loopsPerYarn;
    int ends = 0;
    std::optional<std::size_t> firstMainPass; ///< index of the first pass in a main yarn
    std::vector<Finding> findings;

    /// The openings of a named edge from the bottom up, or of the whole "left" or "right". Empty when unknown.
    std::vector<LoopId> edge(const std::string& name) const;
    /// The counter's reading after the pass that the loop was made in or after; 0 before the first.
    int row(LoopId loop) const;
    /// The loop of the first main row on a needle, or noLoop.
    LoopId firstRowLoop(Needle needle) const;
};

} // namespace vestimen
