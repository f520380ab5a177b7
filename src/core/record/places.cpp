// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/record/places.h"

#include <algorithm>

namespace vestimen {
namespace {

int rowsOf(const Operation& operation) {
    const auto* knit = std::get_if<operation::Knit>(&operation.action);
    return knit ? knit->rows.count() : 0;
}

} // namespace

int passesBefore(const Program& program, ProgramPlace place) {
    int passes = place.rowsDone;
    for (std::size_t i = 0; i < std::min(place.operation, program.operations.size()); ++i)
        passes += rowsOf(program.operations[i]);
    return passes;
}

ProgramPlace placeAfterPasses(const Program& program, int passes) {
    if (passes <= 0)
        return {};
    for (std::size_t i = 0; i < program.operations.size(); ++i) {
        const int rows = rowsOf(program.operations[i]);
        if (passes < rows)
            return {i, passes};
        if (passes == rows)
            return {i + 1, 0};
        passes -= rows;
    }
    return {program.operations.size(), 0};
}

CounterStretch counterStretch(const Program& program, ProgramPlace place) {
    CounterStretch stretch;
    int row = 0;
    for (std::size_t i = 0; i < program.operations.size(); ++i) {
        if (const auto* counter = std::get_if<operation::Counter>(&program.operations[i].action)) {
            if (ProgramPlace{i, 0} >= place)
                break;
            stretch.first = row = counter->to;
        }
        row += rowsOf(program.operations[i]);
    }
    stretch.last = row;
    return stretch;
}

std::optional<ProgramPlace> placeAtRow(const Program& program, ProgramPlace place, int row) {
    const CounterStretch stretch = counterStretch(program, place);
    if (row < stretch.first || row > stretch.last)
        return std::nullopt;
    int shown = 0;
    for (std::size_t i = 0; i < std::min(place.operation, program.operations.size()); ++i) {
        const auto* counter = std::get_if<operation::Counter>(&program.operations[i].action);
        shown = counter ? counter->to : shown + rowsOf(program.operations[i]);
    }
    shown += place.rowsDone;
    if (row == shown)
        return place;
    const ProgramPlace found = placeAfterPasses(program, passesBefore(program, place) + row - shown);
    // The counter's own setting lies before its first row.
    if (row == stretch.first)
        for (std::size_t i = found.operation; i < place.operation; ++i)
            if (std::holds_alternative<operation::Counter>(program.operations[i].action))
                return ProgramPlace{i + 1, 0};
    return found;
}

bool isShaping(const Program& program, const ProgramStep& step) {
    if (step.isRows)
        return false;
    const Action& action = program.operations[step.from.operation].action;
    return !std::holds_alternative<operation::Say>(action) && !std::holds_alternative<operation::Mark>(action) &&
           !std::holds_alternative<operation::Counter>(action);
}

} // namespace vestimen
