// SPDX-License-Identifier: GPL-3.0-or-later
//
// Deviations are held as whole numbers, multiplied by 2 · rows. For a given limit on the deviation, event i may only
// happen within a window of rows; the fewest lines that lead through all windows are found by dynamic programming over
// (event, row), each line being one straight run. Layer after layer of lines gives the fewest within a limit, and the
// smallest deviation of so many; for a number of lines that is asked for, the smallest limit is found by bisection.
// Both are exact, because the limits are whole numbers.
#include "core/shaping/slope.h"

#include <algorithm>
#include <cstdint>
#include <limits>

namespace vestimen {
namespace {

using Scaled = std::int64_t;

/// Rounded down, also below 0.
Scaled quotient(Scaled dividend, Scaled divisor) {
    return dividend >= 0 ? dividend / divisor : -((-dividend + divisor - 1) / divisor);
}

class SlopeSolver {
public:
    explicit SlopeSolver(const SlopeRequest& request)
        : rows_(request.rows.count()), events_(request.events.count()), step_(std::max(1, request.everyMultiple)) {
        const int least = std::max(1, request.everyAtLeast);
        shortest_ = multipleFrom(least);
    }

    bool possible() const { return rows_ >= 0 && events_ >= 0 && Scaled{events_} * shortest_ <= rows_; }

    /// No schedule, whatever its number of lines, is closer than this.
    Scaled best() const {
        Scaled lowest = 0;
        int previous = 0;
        bool feasible = true;
        for (int event = 1; event <= events_; ++event) {
            // Costs fall, then rise with the row: look where over and under cross.
            const Scaled middle = Scaled{2 * event - 1} * rows_ / (Scaled{2} * events_);
            Scaled cost = std::numeric_limits<Scaled>::max();
            int at = 0;
            for (Scaled row = (step_ == 1 ? middle : middle / step_ * step_) - step_; row <= middle + 2 * step_;
                 row += step_)
                if (row >= 1 && row <= rows_ && costOf(event, static_cast<int>(row)) < cost) {
                    cost = costOf(event, static_cast<int>(row));
                    at = static_cast<int>(row);
                }
            feasible = feasible && at - previous >= shortest_;
            previous = at;
            lowest = std::max(lowest, cost);
        }
        return feasible ? lowest : bisect(lowest, std::max(1, events_), oneLine());
    }

    /// The smallest limit, not under `from`, that at most so many lines can meet; they meet `known`.
    Scaled bisect(Scaled from, int lines, Scaled known) const {
        Scaled low = from;
        Scaled high = std::max(from, known);
        std::vector<SlopeLine> path;
        while (low < high) {
            const Scaled middle = low + (high - low) / 2;
            if (reachable(middle, lines, &path))
                high = std::max(low, worst(path)); // within the limit, and often well within
            else
                low = middle + 1;
        }
        return low;
    }

    /// Whether at most so many lines keep within the limit; the ones with the fewest go to `path`.
    bool reachable(Scaled limit, int mostLines, std::vector<SlopeLine>* path) const {
        struct Place {
            std::int32_t lines = std::numeric_limits<std::int32_t>::max();
            std::int32_t every = 0;
            std::int32_t times = 0;
        };
        const Windows windows = windowsWithin(limit);
        std::vector<Place> places(windows.places());
        const auto place = [&](int event, int row) -> Place& { return places[windows.place(event, row)]; };
        place(0, 0).lines = 0;
        for (int event = 0; event < events_; ++event)
            for (int row = windows[event].first; row <= windows[event].last; ++row) {
                const int lines = place(event, row).lines;
                if (lines >= mostLines)
                    continue;
                forLinesFrom(windows, event, row, [&](int every, int times) {
                    Place& reached = place(event + times, row + every * times);
                    if (lines + 1 < reached.lines)
                        reached = {lines + 1, every, times};
                });
            }
        const Window end = windows[events_];
        int bestRow = -1;
        for (int row = end.first; row <= end.last; ++row)
            if (place(events_, row).lines < std::numeric_limits<std::int32_t>::max() &&
                (bestRow < 0 || place(events_, row).lines <= place(events_, bestRow).lines))
                bestRow = row;
        if (bestRow >= 0 && path) {
            path->clear();
            for (int event = events_, row = bestRow; event > 0;) {
                const Place& here = place(event, row);
                path->push_back({Rows(here.every), here.times});
                event -= here.times;
                row -= here.every * here.times;
            }
            std::reverse(path->begin(), path->end());
        }
        return bestRow >= 0;
    }

    /// The fewest lines that keep within the limit, and the smallest deviation that so many can have. There are some.
    std::pair<int, Scaled> fewest(Scaled limit) const {
        struct Reached {
            int event;
            int row;
        };
        constexpr Scaled never = std::numeric_limits<Scaled>::max();
        const Windows windows = windowsWithin(limit);
        std::vector<Scaled> worst(windows.places(), never);
        worst[windows.place(0, 0)] = 0;
        std::vector<Reached> reached = {{0, 0}};
        std::vector<Reached> further;
        std::vector<Scaled> with;
        for (int lines = 1;; ++lines) {
            further.clear();
            with = worst;
            for (const auto [event, row] : reached) {
                const Scaled until = worst[windows.place(event, row)];
                Scaled most = until;
                forLinesFrom(windows, event, row, [&](int every, int times) {
                    const int to = row + every * times;
                    most = std::max(times == 1 ? until : most, costOf(event + times, to));
                    const std::size_t place = windows.place(event + times, to);
                    if (most >= with[place])
                        return;
                    if (with[place] == worst[place]) // not yet among them
                        further.push_back({event + times, to});
                    with[place] = most;
                });
            }
            Scaled least = never;
            for (int row = windows[events_].first; row <= windows[events_].last; ++row)
                least = std::min(least, with[windows.place(events_, row)]);
            if (least < never)
                return {lines, least};
            std::swap(worst, with);
            std::swap(reached, further);
        }
    }

    Slope schedule(Scaled limit, int lines) const {
        Slope result;
        reachable(limit, lines, &result.lines);
        int done = 0;
        for (const SlopeLine& line : result.lines)
            done += line.every.count() * line.times;
        result.plainAfter = Rows(rows_ - done);
        result.deviation = rows_ > 0 ? static_cast<double>(worst(result.lines)) / (2.0 * rows_) : 0.0;
        return result;
    }

    /// The smallest deviation that a single line can have.
    Scaled oneLine() const {
        Scaled lowest = std::numeric_limits<Scaled>::max();
        for (int every = shortest_; Scaled{every} * events_ <= rows_; every += step_) {
            Scaled worst = 0;
            for (int event = 1; event <= events_; ++event)
                worst = std::max(worst, costOf(event, every * event));
            lowest = std::min(lowest, worst);
        }
        return lowest;
    }

    /// The deviation of a schedule.
    Scaled worst(const std::vector<SlopeLine>& lines) const {
        Scaled cost = 0;
        int event = 0;
        int row = 0;
        for (const SlopeLine& line : lines)
            for (int i = 0; i < line.times; ++i)
                cost = std::max(cost, costOf(++event, row += line.every.count()));
        return cost;
    }

    Scaled scaled(double stitches) const { return static_cast<Scaled>(stitches * 2.0 * rows_ + 1e-9); }

private:
    struct Window {
        int first = 0;
        int last = -1;
    };

    /// The smallest gap that is so long. Dividing is slow, and mostly all gaps will do.
    int multipleFrom(int rows) const { return step_ == 1 ? rows : (rows + step_ - 1) / step_ * step_; }

    /// The larger deviation of the two rows beside event `event` when it happens after `row`.
    Scaled costOf(int event, int row) const {
        const Scaled under = Scaled{events_} * (2 * row - 1) - Scaled{2} * rows_ * (event - 1);
        if (row == rows_)
            return under;
        const Scaled over = Scaled{2} * rows_ * event - Scaled{events_} * (2 * row + 1);
        return std::max(over, under);
    }

    /// The windows of all events, and a number for each place in them.
    class Windows {
    public:
        explicit Windows(int events) : windows_(static_cast<std::size_t>(events) + 1, {0, 0}), offsets_{0, 1} {
            offsets_.reserve(windows_.size() + 1);
        }
        void add(Window window) {
            windows_[offsets_.size() - 1] = window;
            offsets_.push_back(offsets_.back() + static_cast<std::size_t>(std::max(0, window.last - window.first + 1)));
        }
        Window operator[](int event) const { return windows_[static_cast<std::size_t>(event)]; }
        std::size_t places() const { return offsets_.back(); }
        std::size_t place(int event, int row) const {
            const auto at = static_cast<std::size_t>(event);
            return offsets_[at] + static_cast<std::size_t>(row - windows_[at].first);
        }

    private:
        std::vector<Window> windows_; ///< by event; the first stands before row 1
        std::vector<std::size_t> offsets_;
    };

    /// Event by event: the rows, times two, between which it keeps within the limit.
    Windows windowsWithin(Scaled limit) const {
        Windows windows(events_);
        const Scaled rise = Scaled{2} * rows_;
        for (int event = 1; event <= events_; ++event) {
            const Scaled first = quotient(event * rise - limit + events_ - 1, events_); // rounded up
            const Scaled last = quotient((event - 1) * rise + limit, events_);
            // After the last row there is no row whose deviation could be too large.
            windows.add({static_cast<int>(std::clamp<Scaled>(quotient(first, 2), 1, rows_)),
                         static_cast<int>(std::min<Scaled>(quotient(last + 1, 2), rows_))});
        }
        return windows;
    }

    /// Calls `each` with the gap and the times of every line that leads on from a place within the windows, each gap's
    /// from once upward.
    template<class Each> void forLinesFrom(const Windows& windows, int event, int row, Each each) const {
        const Window next = windows[event + 1];
        const int gap = std::max(shortest_, multipleFrom(next.first - row));
        for (int every = gap; row + every <= next.last; every += step_)
            for (int times = 1; event + times <= events_; ++times) {
                const int to = row + every * times;
                const Window there = windows[event + times];
                if (to < there.first || to > there.last)
                    break;
                each(every, times);
            }
    }

    int rows_;
    int events_;
    int step_;
    int shortest_ = 1;
};

} // namespace

std::vector<int> Slope::eventRows() const {
    std::vector<int> rows;
    int row = 0;
    for (const SlopeLine& line : lines)
        for (int i = 0; i < line.times; ++i)
            rows.push_back(row += line.every.count());
    return rows;
}

std::optional<Slope> slope(const SlopeRequest& request, int lines) {
    const SlopeSolver solver(request);
    if (!solver.possible() || lines < 1)
        return std::nullopt;
    if (request.events.count() == 0)
        return Slope{{}, request.rows, 0.0};
    return solver.schedule(solver.bisect(0, lines, solver.oneLine()), lines);
}

std::optional<Slope> slopeWithin(const SlopeRequest& request, double tolerance) {
    const SlopeSolver solver(request);
    if (!solver.possible())
        return std::nullopt;
    if (request.events.count() == 0)
        return Slope{{}, request.rows, 0.0};
    const Scaled best = solver.best();
    const Scaled limit = best + solver.scaled(tolerance);
    const auto [lines, deviation] = solver.fewest(limit);
    return solver.schedule(deviation, lines);
}

} // namespace vestimen
