// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/counter_line.h"

#include <fmt/format.h>

#include <charconv>
#include <utility>

namespace vestimen {
namespace {

constexpr std::int64_t most = 1'000'000'000;
constexpr std::int64_t latest = 1'000'000'000'000; ///< 31 years without a break

bool takeWord(std::string_view& line, std::string_view word) {
    if (!line.starts_with(word))
        return false;
    line.remove_prefix(word.size());
    return true;
}

/// Digits with no zero before them and no sign.
std::optional<std::int64_t> takeNumber(std::string_view& line, std::int64_t atMost) {
    if (line.empty() || (line.front() == '0' && line.size() > 1 && line[1] != ' '))
        return std::nullopt;
    std::int64_t number = -1;
    const auto [stop, error] = std::from_chars(line.data(), line.data() + line.size(), number);
    if (error != std::errc() || line.front() == '-' || number > atMost)
        return std::nullopt;
    line.remove_prefix(static_cast<std::size_t>(stop - line.data()));
    return number;
}

} // namespace

std::optional<CounterReading> parseCounterLine(std::string_view line) {
    while (!line.empty() && (line.back() == '\n' || line.back() == '\r'))
        line.remove_suffix(1);
    const bool pass = takeWord(line, "pass ");
    if (!pass && !takeWord(line, "count "))
        return std::nullopt;
    CounterReading reading;
    const auto number = takeNumber(line, most);
    if (!number || (pass && *number == 0) || !takeWord(line, " "))
        return std::nullopt;
    reading.number = static_cast<int>(*number);
    if (pass) {
        if (takeWord(line, "left "))
            reading.to = CounterReading::To::left;
        else if (takeWord(line, "right "))
            reading.to = CounterReading::To::right;
        else
            return std::nullopt;
    }
    const auto at = takeNumber(line, latest);
    if (!at || !line.empty())
        return std::nullopt;
    reading.at = *at;
    return reading;
}

std::string counterLine(const CounterReading& reading) {
    if (!reading.to)
        return fmt::format("count {} {}\n", reading.number, reading.at);
    const bool left = *reading.to == CounterReading::To::left;
    return fmt::format("pass {} {} {}\n", reading.number, left ? "left" : "right", reading.at);
}

CounterNews CounterListener::hear(const CounterReading& reading, CounterReading::To carriage) {
    using Kind = CounterNews::Kind;
    const auto before = std::exchange(last_, reading);
    // A lower number, or an earlier time, is a counter that was switched off and on: it begins anew.
    const bool anew = !before || reading.number < before->number || reading.at < before->at;
    if (anew)
        lastPass_.reset();
    const int passes = anew ? (reading.to ? 1 : 0) : reading.number - before->number;
    if (passes == 0)
        return {};
    // No carriage makes so many passes since then: a switch that chatters, whose lines did not all come through.
    const bool tooMany = !anew && reading.at - before->at < std::int64_t{passes} * leastBetween_;
    if (!reading.to)
        return tooMany ? CounterNews{Kind::tooFast, 0} : CounterNews{Kind::missed, passes};
    const auto passBefore = std::exchange(lastPass_, reading);
    const std::int64_t since = passBefore ? reading.at - passBefore->at : latest;
    if (passes == 1 && passBefore && passBefore->to == reading.to && since <= doubleWithin_)
        return {Kind::doubled, 0};
    if (passes == 1 ? since < leastBetween_ : tooMany)
        return {Kind::tooFast, 0};
    // An odd number of passes changes sides.
    const bool changes = *reading.to != carriage;
    if (changes != (passes % 2 == 1))
        return {Kind::wrongWay, passes};
    return passes == 1 ? CounterNews{Kind::row, 1} : CounterNews{Kind::missed, passes};
}

} // namespace vestimen
