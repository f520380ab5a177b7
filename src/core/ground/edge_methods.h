// SPDX-License-Identifier: GPL-3.0-or-later
// The ways to cast on and to bind off (craft 11), a row each: what an edge becomes by them, how hands do it, and which
// two belong together. Programs, choices, findings and pictures are made from these.
#pragma once

#include "core/ground/option.h"
#include "core/quantity/needle.h"

#include <array>
#include <cstddef>
#include <optional>
#include <span>

namespace vestimen {

enum class CastOnMethod { closedLoop, latchChain, weightedHem, zigzag };
enum class BindOffMethod {
    loopThroughLoop,
    chainRoundTheNeedles,
    transferChain,
    longChain,
    overACord,
    latchOff,
    backstitch,
    sewnThrough,
    woundOnWaste
};

/// How far an edge gives. One that depends on the hand is `firmToFair`.
enum class Stretch { firm, firmToFair, fair, full };
inline constexpr std::array stretchLabels = {"firm", "firm to fair", "fair", "full"};
constexpr const char* label(Stretch stretch) {
    return stretchLabels[static_cast<std::size_t>(stretch)];
}

/// One movement, and five needles as they are after it. Of each needle: `.` bare, `o` a loop, `w` a loop wound on, `c`
/// a chain stitch in front of it, `k` a long loop that is knitted through, `x` bound off, `s` a sewing needle through
/// its loop, `t` sewn and off, `r` a loop that is held by a cord, `_` held by waste yarn; a capital where the hand is.
struct HandStep {
    const char* text;
    const char* picture;
};

struct CastOnTraits {
    CastOnMethod method;
    Option option;  ///< its word in files and for people
    const char* by; ///< within a sentence: "cast on by …"
    Stretch stretch;
    const char* width; ///< of the edge, against the fabric
    double tail;       ///< yarn to lay aside before it, in widths of the edge; 0 where it comes off the cone
    const char* uses;
    std::array<HandStep, 4> steps;      ///< those without a text are none
    std::optional<BindOffMethod> match; ///< the bind off that is as wide and stretches as far; none: any
};
struct BindOffTraits {
    BindOffMethod method;
    Option option;
    const char* by;
    Stretch stretch;
    const char* width;
    bool withYarn; ///< it begins where the yarn is and takes it along; else loops are drawn through each other, towards
                   ///< the yarn, which fastens the last
    bool latched;  ///< with the latch tool
    double tail;   ///< the yarn is broken before, with so many widths of the edge; 0 where it stays on the cone
    int looser;    ///< whole numbers of stitch size of the row before it
    const char* uses;
    std::array<HandStep, 4> steps;
    std::optional<CastOnMethod> match;
};

extern const std::array<CastOnTraits, 4> castOnTraits;
extern const std::array<BindOffTraits, 9> bindOffTraits;

inline const CastOnTraits& traits(CastOnMethod method) {
    return castOnTraits[static_cast<std::size_t>(method)];
}
inline const BindOffTraits& traits(BindOffMethod method) {
    return bindOffTraits[static_cast<std::size_t>(method)];
}

/// What can be chosen, in their order: not the zigzag, which two beds have and one has not.
extern const std::array<Option, 3> castOnOptions;
extern const std::array<Option, 9> bindOffOptions;

/// Whole numbers of stitch size that the row before it is looser by, over so many layers: two are hard to draw through.
inline int looserBefore(BindOffMethod method, int layers) {
    const int looser = traits(method).looser;
    return layers > 1 && looser < 3 ? 3 : looser;
}
/// Where the end of yarn hangs after all of a row was bound off; `carriage`: where it was before.
inline Side tailAfter(BindOffMethod method, Side carriage) {
    return traits(method).withYarn ? opposite(carriage) : carriage;
}
/// Whether the yarn is broken first and the edge worked with its tail.
inline bool isSewn(BindOffMethod method) {
    return traits(method).tail > 0.0;
}

} // namespace vestimen
