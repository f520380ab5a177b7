// SPDX-License-Identifier: GPL-3.0-or-later
#include "sound/tone.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace vestimen {
namespace {

struct Note {
    double hertz;
    int milliseconds;
};

std::vector<Note> notes(Tone tone) {
    switch (tone) {
    case Tone::row:
        return {{660, 60}};
    case Tone::comesNext:
        return {{784, 90}, {0, 50}, {784, 90}};
    case Tone::doNow:
        return {{659, 90}, {0, 20}, {831, 90}, {0, 20}, {988, 150}};
    case Tone::wrongSide:
        return {{392, 180}, {0, 30}, {262, 240}};
    case Tone::finished:
        return {{523, 80}, {659, 80}, {784, 80}, {1047, 240}};
    }
    return {};
}

} // namespace

std::vector<std::int16_t> samples(Tone tone) {
    constexpr double loudest = 0.35 * 32767;
    constexpr double fade = 0.008 * samplesPerSecond; // no click at either end of a note
    std::vector<std::int16_t> all;
    for (const Note& note : notes(tone)) {
        const int count = note.milliseconds * samplesPerSecond / 1000;
        for (int i = 0; i < count; ++i) {
            const double envelope = std::min({1.0, i / fade, (count - 1 - i) / fade});
            const double phase = 2.0 * std::numbers::pi * note.hertz * i / samplesPerSecond;
            // An octave above, softly, for small loudspeakers that swallow the low notes.
            const double wave = 0.8 * std::sin(phase) + 0.2 * std::sin(2.0 * phase);
            all.push_back(static_cast<std::int16_t>(std::lround(loudest * envelope * wave)));
        }
    }
    return all;
}

} // namespace vestimen
