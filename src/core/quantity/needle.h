// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/quantity/count.h"

#include <compare>
#include <cstdint>
#include <optional>
#include <string>
#include <string_view>

namespace vestimen {

/// A side of the machine, as the knitter sits before it.
enum class Side : std::uint8_t { left, right };
constexpr Side opposite(Side side) {
    return side == Side::left ? Side::right : Side::left;
}

enum class Bed : std::uint8_t { main, second };

/// A needle by name: L3 L2 L1 | R1 R2 R3, numbered outward from the middle, with no zero. A second bed's have the
/// prefix "b:". Slots are the same needles counted through from left to right: L1 is slot -1 and R1 is slot 0.
class Needle {
public:
    constexpr Needle() = default;
    static constexpr Needle atSlot(int slot, Bed bed = Bed::main) { return Needle(slot, bed); }
    /// `number` counts outward from the middle, from 1.
    static constexpr Needle named(Side side, int number, Bed bed = Bed::main) {
        return Needle(side == Side::left ? -number : number - 1, bed);
    }
    /// "L12", "R3" or "b:L4". Nothing when the text names no needle.
    static std::optional<Needle> parse(std::string_view text);

    constexpr int slot() const { return slot_; }
    constexpr Bed bed() const { return bed_; }
    constexpr Side side() const { return slot_ < 0 ? Side::left : Side::right; }
    constexpr int number() const { return slot_ < 0 ? -slot_ : slot_ + 1; }
    std::string name() const;

    /// The needle so many places to the right (negative: to the left) on the same bed.
    constexpr Needle shifted(int places) const { return Needle(slot_ + places, bed_); }
    /// The needle so many places further towards a side.
    constexpr Needle towards(Side side, int places = 1) const { return shifted(side == Side::left ? -places : places); }

    constexpr bool operator==(const Needle&) const = default;
    constexpr auto operator<=>(const Needle& other) const {
        return bed_ == other.bed_ ? slot_ <=> other.slot_ : bed_ <=> other.bed_;
    }

private:
    constexpr Needle(int slot, Bed bed) : slot_(static_cast<std::int16_t>(slot)), bed_(bed) {}
    std::int16_t slot_ = 0;
    Bed bed_ = Bed::main;
};

/// Neighbouring needles, both ends included. Empty when last is left of first.
struct NeedleSpan {
    Needle first;
    Needle last;

    constexpr int size() const { return last.slot() - first.slot() + 1; }
    constexpr bool empty() const { return size() <= 0; }
    constexpr Needle end(Side side) const { return side == Side::left ? first : last; }
    bool operator==(const NeedleSpan&) const = default;
};

/// A piece of that many stitches about the middle of the bed; an odd one stands on the right.
constexpr NeedleSpan centred(Stitches stitches) {
    const int left = stitches.count() / 2;
    return {Needle::atSlot(-left), Needle::atSlot(stitches.count() - left - 1)};
}

} // namespace vestimen
