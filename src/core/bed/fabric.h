// SPDX-License-Identifier: GPL-3.0-or-later
// What comes off the virtual bed: every loop ever made, pass by pass.
#pragma once

#include "core/knitting/program.h"
#include "core/reckoning/reckoning.h"

#include <boost/container/vector.hpp>

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
    static Loop made(LoopKind kind, LoopId parent, Needle needle, YarnIndex yarn) {
        const auto bed = needle.bed() == Bed::second ? secondBed : std::uint64_t{0};
        return Loop(parent, needle.slot(), yarn, static_cast<std::uint64_t>(kind) << kindAt | bed);
    }
    /// Nearly every stitch there is: one knit loop on the main bed.
    static Loop knit(LoopId parent, int slot, YarnIndex yarn) {
        return Loop(parent, slot, yarn, static_cast<std::uint64_t>(LoopKind::knit) << kindAt);
    }
    /// The same, hanging from another loop.
    Loop hungFrom(LoopId other) const { return Loop((bits_ & ~parentMask) | other); }
    /// The same, hanging from the loop that was made so many after its parent.
    Loop raised(LoopId by) const { return Loop(bits_ + by); }

    /// The oldest of its parents; further ones stand in Fabric::moreParents.
    LoopId parent() const { return static_cast<LoopId>(bits_ & parentMask); }
    std::int16_t slot() const { return static_cast<std::int16_t>(bits_ >> slotAt & 0xffff); }
    YarnIndex yarn() const { return static_cast<YarnIndex>(bits_ >> yarnAt & 0xff); }
    LoopKind kind() const { return static_cast<LoopKind>(bits_ >> kindAt & 0xf); }
    Bed bed() const { return (bits_ & secondBed) != 0 ? Bed::second : Bed::main; }
    bool isPurl() const { return (bits_ & purl) != 0; } ///< re-formed as purl
    void turnToPurl() { bits_ |= purl; }
    Needle needle() const { return Needle::atSlot(slot(), bed()); }

    Loop() = default;

private:
    // Eight bytes that are copied and counted up at once: from the lowest bit parent, slot, yarn, kind, and two marks.
    static constexpr std::uint64_t parentMask = 0xffffffff;
    static constexpr int slotAt = 32;
    static constexpr int yarnAt = 48;
    static constexpr int kindAt = 56;
    static constexpr std::uint64_t secondBed = std::uint64_t{1} << 60;
    static constexpr std::uint64_t purl = std::uint64_t{1} << 61;

    explicit Loop(std::uint64_t bits) : bits_(bits) {}
    Loop(LoopId parentLoop, int atSlot, YarnIndex ofYarn, std::uint64_t traits)
        : bits_(parentLoop | static_cast<std::uint64_t>(static_cast<std::uint16_t>(atSlot)) << slotAt |
                static_cast<std::uint64_t>(ofYarn) << yarnAt | traits) {}

    std::uint64_t bits_;
};
static_assert(sizeof(Loop) == 8);

/// One crossing of the carriage. Its loops stand together in Fabric::loops, in the order in which they were knitted.
struct Pass {
    int row = 0; ///< the counter's reading after it
    Side from = Side::right;
    YarnIndex yarn = 0;
    bool protects = false; ///< waste yarn or ravel cord, which comes out again
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

/// Rows are appended without being cleared first, which std::vector cannot.
using Loops = boost::container::vector<Loop>;

struct Fabric {
    std::string piece;
    Loops loops;
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

    /// The openings of a named edge from the bottom up, or of the whole "left" or "right"; rows that come out again
    /// have none. Empty when unknown.
    std::vector<LoopId> edge(const std::string& name) const;
    /// The counter's reading after the pass that the loop was made in or after; 0 before the first.
    int row(LoopId loop) const;
    /// The loop of the first main row on a needle, or noLoop.
    LoopId firstRowLoop(Needle needle) const;
};

} // namespace vestimen
