// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/record/pace.h"

#include <algorithm>

namespace vestimen {
namespace {

constexpr double least = 0.2;  // seconds
constexpr double most = 300.0; // seconds
constexpr std::size_t rowsNeeded = 20;
constexpr std::size_t stepsNeeded = 3;
constexpr double rowsPerStep = 4.0;

double median(std::vector<double> values) {
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::ranges::nth_element(values, middle);
    return *middle;
}

} // namespace

bool isAfterRow(const Program& program, ProgramPlace place) {
    return place.rowsDone > 0 ||
           (place.operation > 0 && place.operation <= program.operations.size() &&
            std::holds_alternative<operation::Knit>(program.operations[place.operation - 1].action));
}

std::optional<Pace> pace(const std::vector<TimedStep>& steps) {
    std::vector<double> rows;
    std::vector<double> byHand;
    for (const TimedStep& step : steps)
        if (step.seconds >= least && step.seconds <= most)
            (step.isRow ? rows : byHand).push_back(step.seconds);
    if (rows.size() < rowsNeeded)
        return std::nullopt;
    const double row = median(std::move(rows));
    return Pace{row, byHand.size() < stepsNeeded ? rowsPerStep * row : median(std::move(byHand))};
}

double secondsLeft(const Program& program, ProgramPlace place, const Pace& pace) {
    double seconds = 0.0;
    for (const ProgramStep& step : steps(program)) {
        if (step.to <= place)
            continue;
        if (!step.isRows) {
            seconds += pace.byHand;
            continue;
        }
        const int done = step.from.operation == place.operation ? place.rowsDone : 0;
        seconds +=
            pace.row * (std::get<operation::Knit>(program.operations[step.from.operation].action).rows.count() - done);
    }
    return seconds;
}

} // namespace vestimen
