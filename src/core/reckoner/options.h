// SPDX-License-Identifier: GPL-3.0-or-later
// How the sums read their options, and what each of them is. Only for the reckoner's own files.
#pragma once

#include "core/quantity/parsing.h"
#include "core/reckoner/reckoner.h"
#include "core/shaping/hang.h"
#include "core/swatch/swatch.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

#include <cmath>

namespace vestimen::reckoner {

using Json = nlohmann::ordered_json;

class Options {
public:
    explicit Options(const GivenOptions& given) : given_(given) {}

    bool has(const char* name) const { return given_.count(name) > 0; }

    int integer(const char* name, int least, int most, std::optional<int> otherwise = std::nullopt) const {
        if (!has(name) && otherwise)
            return *otherwise;
        const std::string& text = need(name);
        const auto number = parseNumber(text);
        if (!number || *number != std::floor(*number) || *number < least || *number > most)
            throw UsageError(fmt::format("{} {}: a whole number from {} to {} is allowed", name, text, least, most));
        return static_cast<int>(*number);
    }

    Length length(const char* name) const {
        const auto length = checked(name, parseLength(need(name)));
        if (length <= Length() || length > Length::centimetres(10000.0))
            throw UsageError(fmt::format("{} {}: more than 0 and at most 100 m is allowed", name, need(name)));
        return length;
    }

    std::optional<Stitches> optionalStitches(const char* name) const {
        return has(name) ? std::optional(Stitches(integer(name, 0, 2000))) : std::nullopt;
    }

    /// A number from `least` to `most`.
    double number(const char* name, double least, double most, std::optional<double> otherwise = std::nullopt) const {
        if (!has(name) && otherwise)
            return *otherwise;
        const auto number = parseNumber(need(name));
        if (!number || *number < least || *number > most)
            throw UsageError(fmt::format("{} {}: a number from {} to {} is allowed", name, need(name), least, most));
        return *number;
    }

    Gauge gauge(const char* name) const {
        const auto gauge = checked(name, parseGauge(need(name)));
        if (gauge.perTenCentimetres() < 0.1 || gauge.perTenCentimetres() > 10000.0)
            throw UsageError(fmt::format("{} {}: 0.1 to 10000 in 10 cm is allowed", name, need(name)));
        return gauge;
    }

    /// Lengths, and counts in a length such as 34/12cm.
    std::vector<Reading> readings(const char* name) const {
        const std::string& text = need(name);
        if (const std::string problem = ambiguousList(text); !problem.empty())
            throw UsageError(fmt::format("{} {}", name, problem));
        std::vector<Reading> list;
        std::string lengthsOnly;
        for (std::size_t from = 0; from <= text.size();) {
            const auto comma = std::min(text.find(',', from), text.size());
            const std::string part = text.substr(from, comma - from);
            from = comma + 1;
            const auto reading = parseReading(part, LengthUnit::none);
            if (reading && !std::holds_alternative<TapeReading>(*reading))
                list.push_back(*reading);
            else
                lengthsOnly += (lengthsOnly.empty() ? "" : ",") + part;
        }
        if (!lengthsOnly.empty() || list.empty())
            for (const Length each : checked(name, parseLengths(lengthsOnly))) {
                if (each <= Length())
                    throw UsageError(fmt::format("{} {}: only lengths above 0 are allowed", name, text));
                list.emplace_back(TapeReading{each});
            }
        return list;
    }

    std::vector<double> numbers(const char* name) const {
        auto list = checked(name, parseNumbers(need(name)));
        for (const double each : list)
            if (each <= 0.0)
                throw UsageError(fmt::format("{} {}: only numbers above 0 are allowed", name, need(name)));
        return list;
    }

    /// What stands between commas.
    std::vector<std::string> words(const char* name) const {
        const std::string& text = need(name);
        // Of plain counts "4,2" can only be two.
        const bool isPlain = text.find_first_not_of("0123456789, ") == std::string::npos;
        if (const std::string problem = ambiguousList(text); !isPlain && !problem.empty())
            throw UsageError(fmt::format("{} {}", name, problem));
        std::vector<std::string> list;
        for (std::size_t from = 0; from <= text.size();) {
            const auto comma = std::min(text.find(',', from), text.size());
            std::string part = text.substr(from, comma - from);
            part.erase(0, std::min(part.find_first_not_of(' '), part.size()));
            part.erase(part.find_last_not_of(' ') + 1);
            list.push_back(std::move(part));
            from = comma + 1;
        }
        return list;
    }

    template<class Value>
    Value oneOf(const char* name, std::initializer_list<std::pair<const char*, Value>> names, Value otherwise) const {
        if (!has(name))
            return otherwise;
        std::string allowed;
        for (const auto& [word, value] : names) {
            if (need(name) == word)
                return value;
            allowed += (allowed.empty() ? "" : ", ") + std::string(word);
        }
        throw UsageError(fmt::format("{} {}: one of {} is allowed", name, need(name), allowed));
    }

private:
    const std::string& need(const char* name) const {
        const auto found = given_.find(name);
        if (found == given_.end())
            throw UsageError(fmt::format("{} is missing", name));
        return found->second;
    }
    template<class Value> static Value checked(const char* name, Parsed<Value> parsed) {
        if (!parsed)
            throw UsageError(fmt::format("{}: {}", name, parsed.problem));
        return *parsed;
    }

    const GivenOptions& given_;
};

/// No answer: the finding offers the nearest that there is.
SumAnswer noAnswer(FindingCode code, Phrase text);
Operand listed(const std::vector<int>& numbers);
Json json(const HangMap& map);

// What stitches and rows come to.
SumAnswer gauge(const Options& options);
SumAnswer count(const Options& options);
SumAnswer hem(const Options& options);
SumAnswer band(const Options& options);
SumAnswer pocket(const Options& options);
SumAnswer facing(const Options& options);
SumAnswer weight(const Options& options);
// What edges and yarns ask.
SumAnswer rib(const Options& options);
SumAnswer match(const Options& options);
SumAnswer stripes(const Options& options);
SumAnswer balls(const Options& options);
// What small things ask.
SumAnswer hat(const Options& options);
SumAnswer crown(const Options& options);
SumAnswer heel(const Options& options);
SumAnswer mitten(const Options& options);
SumAnswer thumb(const Options& options);
SumAnswer sock(const Options& options);
SumAnswer cushion(const Options& options);
SumAnswer panels(const Options& options);
// What curves ask.
SumAnswer neck(const Options& options);
SumAnswer cap(const Options& options);
// What is asked standing at the machine.
SumAnswer needles(const Options& options);
SumAnswer repeats(const Options& options);
SumAnswer correct(const Options& options);
SumAnswer pickUp(const Options& options);
SumAnswer sleeveTop(const Options& options);
SumAnswer swatchNeedles(const Options& options);
// Where something happens.
SumAnswer spread(const Options& options);
SumAnswer thin(const Options& options);
SumAnswer slope(const Options& options);
SumAnswer taper(const Options& options);
SumAnswer shortRows(const Options& options);
SumAnswer hang(const Options& options);
SumAnswer buttonholes(const Options& options);
SumAnswer carriage(const Options& options);
SumAnswer tail(const Options& options);

} // namespace vestimen::reckoner
