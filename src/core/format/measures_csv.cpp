// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/measures_csv.h"

#include "core/format/quoting.h"

#define CSV_IO_NO_THREAD
#include <csv.h>
#include <fmt/format.h>

#include <chrono>
#include <cstdio>
#include <sstream>

namespace vestimen {
namespace {

const char* stateOf(const MeasureValue& value) {
    return value.borrowed ? "borrowed" : value.onGarment ? "garment" : "measured";
}

[[noreturn]] void fail(unsigned line, const std::string& what) {
    throw FormatError(fmt::format("line {}: {}", line, what));
}

/// A day that there was, as 2026-11-25.
bool isDate(const std::string& text) {
    int year = 0;
    unsigned month = 0;
    unsigned day = 0;
    int read = 0;
    return text.size() == 10 &&
           std::count_if(text.begin(), text.end(), [](char c) { return c >= '0' && c <= '9'; }) == 8 &&
           std::sscanf(text.c_str(), "%4d-%2u-%2u%n", &year, &month, &day, &read) == 3 && read == 10 &&
           std::chrono::year_month_day(std::chrono::year(year), std::chrono::month(month), std::chrono::day(day)).ok();
}

MeasureValue readValue(unsigned line, Measure measure, const std::string& mm, const std::string& date,
                       const std::string& state) {
    const MeasureInfo& known = info(measure);
    const auto value = parseNumber(mm);
    if (!value)
        fail(line, "mm " + value.problem);
    const Length length = Length::millimetres(*value);
    if (!(length >= known.least && length <= known.most))
        fail(line, fmt::format("{} of {} mm cannot be: it lies between {} and {} mm", known.label, mm, known.least.mm(),
                               known.most.mm()));
    MeasureValue read{length};
    if (!date.empty() && !isDate(date))
        fail(line, fmt::format("\"{}\" is no date; write it like 2026-11-25", date));
    read.date = date;
    if (state == "borrowed")
        read.borrowed = true;
    else if (state == "garment")
        read.onGarment = true;
    else if (!state.empty() && state != "measured")
        fail(line, fmt::format("\"{}\" is no state; it is measured, garment or borrowed", state));
    if (read.onGarment && known.onGarment == 0)
        fail(line, fmt::format("{} cannot be taken on a garment", known.label));
    return read;
}

} // namespace

std::string measuresCsv(const Wearer& wearer) {
    std::string csv = "measure,mm,date,state,typed,by\n";
    const auto add = [&](const MeasureInfo& each, const MeasureValue& value) {
        csv += fmt::format("{},{},{},{},{},{}\n", each.key, value.value.mm(), value.date, stateOf(value),
                           csvText(value.typed), csvText(value.by));
    };
    for (const MeasureInfo& each : measureInfos()) {
        for (const MeasureValue& value : wearer.before(each.measure))
            add(each, value);
        if (const auto& taken = wearer[each.measure])
            add(each, *taken);
    }
    return csv;
}

Wearer measuresFromCsv(const std::string& text, const Wearer& wearer) {
    Wearer result;
    result.name = wearer.name;
    result.isChild = wearer.isChild;
    result.note = wearer.note;
    std::istringstream stream(text);
    unsigned line = 0;
    try {
        io::CSVReader<6, io::trim_chars<' ', '\t'>, io::double_quote_escape<',', '"'>> table("measures", stream);
        table.read_header(io::ignore_missing_column | io::ignore_extra_column, "measure", "mm", "date", "state",
                          "typed", "by");
        if (!table.has_column("measure") || !table.has_column("mm"))
            fail(1, "the table needs the columns measure and mm");
        std::string key;
        std::string mm;
        std::string date;
        std::string state;
        std::string typed;
        std::string by;
        while (table.read_row(key, mm, date, state, typed, by)) {
            line = table.get_file_line();
            const auto measure = measureFromKey(key);
            if (!measure)
                fail(line, fmt::format("\"{}\" is no measure that is known", key));
            MeasureValue value = readValue(line, *measure, mm, date, state);
            value.typed = fromCsvText(typed);
            value.by = fromCsvText(by);
            auto& current = result[*measure];
            if (current)
                result.earlier[static_cast<std::size_t>(*measure)].push_back(*current);
            current = value;
            for (std::string* field : {&date, &state, &typed, &by})
                field->clear();
        }
    } catch (const io::error::base& error) {
        throw FormatError(fmt::format("line {}: this is no table of measures: {}", line + 1, error.what()));
    }
    return result;
}

} // namespace vestimen
