// SPDX-License-Identifier: GPL-3.0-or-later
// The short tones of the machine screen, as sound.
#pragma once

#include <array>
#include <cstdint>
#include <vector>

namespace vestimen {

/// What a tone says. Told apart by how many notes there are and whether they rise or fall, not by pitch alone: a
/// machine is loud, and not every ear hears high notes.
enum class Tone {
    row,       ///< one short note: counted
    comesNext, ///< two notes alike: one more row, then something
    doNow,     ///< three rising notes: something is to do before the next row
    wrongSide, ///< two long falling notes: the carriage is not where it should be
    finished,  ///< four rising notes, the last one long: the piece is done
};
inline constexpr std::array allTones{Tone::row, Tone::comesNext, Tone::doNow, Tone::wrongSide, Tone::finished};

inline constexpr int samplesPerSecond = 44100;

/// One channel of signed 16-bit samples at samplesPerSecond; it begins and ends in silence, and lasts less than half a
/// second, so that it is over before the next row.
std::vector<std::int16_t> samples(Tone tone);

} // namespace vestimen
