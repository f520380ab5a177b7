// SPDX-License-Identifier: GPL-3.0-or-later
// One line of the row counter's protocol, and what its passes mean: docs/devices.md.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>

namespace vestimen {

/// The carriage went past the counter's switch, or, without a side, the counter says that it is still there.
struct CounterReading {
    enum class To { left, right };
    int number = 0;      ///< of the counter's own passes, from 1; of the last one where there is no side
    std::int64_t at = 0; ///< milliseconds since the counter was switched on, by its own clock
    std::optional<To> to;
    bool operator==(const CounterReading&) const = default;
};

/// "pass 214 right 73512" or "count 214 73900", with or without the line's end. Nothing for anything else.
std::optional<CounterReading> parseCounterLine(std::string_view line);
/// The line for a reading, with its end.
std::string counterLine(const CounterReading& reading);

/// What a reading means for the piece.
struct CounterNews {
    enum class Kind {
        nothing,  ///< still there, or the same line again
        doubled,  ///< the switch closed twice for one pass
        row,      ///< one row more
        missed,   ///< rows whose lines were lost, and, where the reading is a pass, this one with them
        tooFast,  ///< no carriage goes across so soon again: noise
        wrongWay, ///< the carriage went where it already stood
    };
    Kind kind = Kind::nothing;
    int rows = 0; ///< to count
};

/// Tells passes from double triggers and lost lines, by the counter's own clock: a computer that is busy for a second
/// hears late, but hears the same.
class CounterListener {
public:
    /// In milliseconds: a second trigger on the same side so soon is no pass, nor is one on the other side.
    explicit CounterListener(int doubleWithin = 400, int leastBetween = 120)
        : doubleWithin_(doubleWithin), leastBetween_(leastBetween) {}

    /// `carriage`: where it stood before.
    CounterNews hear(const CounterReading& reading, CounterReading::To carriage);
    /// The next reading is taken as it comes: another counter, or another piece.
    void forget() { last_.reset(); }

private:
    int doubleWithin_;
    int leastBetween_;
    std::optional<CounterReading> last_;     ///< anything at all
    std::optional<CounterReading> lastPass_; ///< since it was switched on
};

} // namespace vestimen
