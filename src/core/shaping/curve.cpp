// SPDX-License-Identifier: GPL-3.0-or-later
//
// A place is (rows knitted, stitches gone). For a limit on the deviation, only places near the curve can be passed; the
// runs that lead from one to another are edges, and layer after layer of them gives the fewest runs, with the smallest
// deviation of each place. The limit starts near the best that is possible at all and grows until the runs suffice, so
// that few places are looked at.
#include "core/shaping/curve.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <utility>

namespace vestimen {
namespace {

constexpr double never = std::numeric_limits<double>::infinity();
/// Deviations closer than this are the same.
constexpr double hair = 1e-9;

class CurveSolver {
public:
    explicit CurveSolver(const CurveRequest& request)
        : request_(request), rows_(static_cast<int>(request.ideal.size())), total_(request.total.count()),
          step_(std::max(1, request.everyMultiple)), largest_(std::max(request.decreaseAtMost, request.bindOffAtMost)) {
    }

    /// No deviation is larger than this.
    double widest() const { return total_ + (request_.ideal.empty() ? 0.0 : request_.ideal.back()) + 1.0; }

    /// The smallest deviation that any schedule can have; infinite when there is none.
    double best() const {
        for (double limit = 0.5;; limit *= 2.0) {
            if (const double lowest = bestWithin(limit); lowest <= limit)
                return lowest;
            if (limit > widest())
                return never;
        }
    }

    /// The fewest runs, up to `most`, within the limit, and with them the smallest deviation.
    std::optional<Curve> within(double limit, int most) const {
        Search search(*this, limit);
        std::optional<Curve> found = finish(search, limit);
        for (int runs = 1; !found && runs <= most; ++runs) {
            // Whether one run takes off all that is left is soon said; where else it leads is not.
            if (runs > 1)
                found = finishWithOneMore(search, limit);
            if (found || (runs > 1 && runs == most))
                break;
            grow(search, limit);
            if (search.layer == search.steps.size())
                break;
            if (runs == 1)
                found = finish(search, limit);
        }
        return found;
    }

private:
    /// Stitches gone, or going, from one figure to another; none where the first is the larger.
    struct Band {
        int least = 0;
        int most = -1;
    };
    /// A run that led to a place.
    struct Step {
        int row = 0;
        int gone = 0;
        double worst = 0.0; ///< the largest deviation until then
        CurveRun by = {};
        std::size_t from = 0; ///< the step before
    };
    struct Place {
        double worst = never;   ///< the smallest deviation, with any number of runs
        std::size_t latest = 0; ///< the step that reached it
    };
    struct Search {
        Search(const CurveSolver& solver, double limit) : bands(solver.bandsWithin(limit)), steps(1) {
            steps.reserve(4 * bands.size());
            firstOfRow.reserve(bands.size());
            std::size_t all = 0;
            for (const Band& band : bands) {
                firstOfRow.push_back(all);
                all += static_cast<std::size_t>(std::max(0, band.most - band.least + 1));
            }
            places.resize(all);
            at(0, 0).worst = 0.0;
        }
        /// Within the band of its row.
        Place& at(int row, int gone) {
            const auto of = static_cast<std::size_t>(row);
            return places[firstOfRow[of] + static_cast<std::size_t>(gone - bands[of].least)];
        }
        std::vector<Band> bands;
        std::vector<Step> steps; ///< layer after layer; the first stands before row 1
        std::size_t layer = 0;   ///< where the steps with the most runs begin
        std::vector<std::size_t> firstOfRow;
        std::vector<Place> places;
    };

    /// Bound off where the carriage stands, and a row later on the other side, which must still be knitted.
    bool mayFollow(int row, bool bound) const { return !bound || (row % 2 == 0 && row < rows_); }

    /// The largest deviation while rows `from` + 1 to `to` are short of `gone`. The ideal never falls: ends
    /// suffice.
    double plainWorst(int from, int to, int gone) const {
        if (from >= to)
            return 0.0;
        return std::max(std::abs(gone - request_.ideal[static_cast<std::size_t>(from)]),
                        std::abs(gone - request_.ideal[static_cast<std::size_t>(to - 1)]));
    }

    /// The last row before an event is seen on both sides: with the row in which the far one has yet to follow.
    int seenAt(int row, bool bound) const { return row + (bound && row < rows_ ? 1 : 0); }

    /// The same up to an event.
    double eventWorst(int row, int gone, int every, bool bound) const {
        return plainWorst(row, seenAt(row + every, bound), gone);
    }

    /// Whether rows `from` + 1 to `to` keep within the limit of the bands: quickly said, before the deviation is.
    static bool keeps(const std::vector<Band>& bands, int from, int to, int gone) {
        return gone <= bands[static_cast<std::size_t>(from)].most &&
               gone >= bands[static_cast<std::size_t>(to) - 1].least;
    }

    /// The places that a limit leaves after each row: those that the next row can still be knitted from.
    std::vector<Band> bandsWithin(double limit) const {
        std::vector<Band> bands(static_cast<std::size_t>(rows_) + 1, Band{0, total_});
        const auto clamped = [this](double gone) { return static_cast<int>(std::clamp(gone, -1.0, total_ + 1.0)); };
        for (std::size_t row = 0; row + 1 < bands.size(); ++row) {
            const double ideal = request_.ideal[row];
            bands[row] = {std::max(0, clamped(std::ceil(ideal - limit))),
                          std::min(total_, clamped(std::floor(ideal + limit)))};
        }
        // A schedule begins with nothing gone, however far off that is.
        bands[0] = {0, std::max(bands[0].most, mostAtOnce())};
        return bands;
    }

    /// The events, in stitches, that lead from `gone` to a place in the band. One stitch is never bound off.
    Band sizesTo(Band band, int gone) const {
        return {std::max(request_.decreaseAtMost > 0 ? 1 : 2, band.least - gone), std::min(largest_, band.most - gone)};
    }

    /// Decreases that may come before row 1.
    int mostAtOnce() const { return request_.atOnce ? std::min(request_.decreaseAtMost, total_) : 0; }

    /// Row by row: an event may follow each gap, however the gaps differ.
    double bestWithin(double limit) const {
        const std::vector<Band> bands = bandsWithin(limit);
        // The smallest deviation by stitches gone and rows since the last event, those modulo the multiple of the gaps.
        const auto at = [this](int gone, int rows) { return static_cast<std::size_t>(gone * step_ + rows); };
        std::vector<double> before(at(total_, 0) + static_cast<std::size_t>(step_), never);
        std::vector<double> after = before;
        for (int n = 0; n <= mostAtOnce(); ++n)
            after[at(n, 0)] = 0.0;
        for (int row = 1; row <= rows_; ++row) {
            const Band band = bands[static_cast<std::size_t>(row) - 1];
            const Band next = bands[static_cast<std::size_t>(row)];
            double lowest = never;
            for (int gone = band.least; gone <= band.most; ++gone)
                for (int rows = 0; rows < step_; ++rows) {
                    double& worst = before[at(gone, rows + 1 < step_ ? rows + 1 : 0)];
                    worst = std::max(after[at(gone, rows)], plainWorst(row - 1, row, gone));
                    lowest = std::min(lowest, worst);
                }
            if (lowest > limit)
                return never;
            for (int gone = next.least; gone <= next.most; ++gone)
                for (int rows = 0; rows < step_; ++rows)
                    after[at(gone, rows)] = gone >= band.least && gone <= band.most ? before[at(gone, rows)] : never;
            for (int gone = band.least; gone <= band.most; ++gone) {
                if (before[at(gone, 0)] > limit)
                    continue;
                const Band sizes = sizesTo(next, gone);
                const auto follow = [&](int least, int most, bool bound) {
                    const double worst = std::max(before[at(gone, 0)], eventWorst(row - 1, gone, 1, bound));
                    for (int stitches = least; stitches <= most; ++stitches) {
                        double& to = after[at(gone + stitches, 0)];
                        to = std::min(to, worst);
                    }
                };
                follow(sizes.least, std::min(sizes.most, request_.decreaseAtMost), false);
                if (mayFollow(row, true))
                    follow(std::max(sizes.least, request_.decreaseAtMost + 1), sizes.most, true);
            }
        }
        return *std::min_element(after.begin() + static_cast<std::ptrdiff_t>(at(total_, 0)), after.end());
    }

    /// A place that was reached as closely with no more runs is of no use.
    void reach(Search& search, Step step) const {
        Place& place = search.at(step.row, step.gone);
        if (step.worst >= place.worst)
            return;
        place.worst = step.worst;
        if (place.latest >= search.layer && place.latest > 0) {
            search.steps[place.latest] = step;
        } else {
            place.latest = search.steps.size();
            search.steps.push_back(step);
        }
    }

    /// One run more.
    void grow(Search& search, double limit) const {
        const std::size_t begin = std::exchange(search.layer, search.steps.size());
        const std::size_t end = search.layer;
        for (int n = 1; begin == 0 && n <= mostAtOnce(); ++n)
            reach(search, {0, n, 0.0, {Rows(0), Stitches(n), 1, false}, 0});
        for (std::size_t from = begin; from < end; ++from) {
            const auto [row, gone, worstBefore, by, parent] = search.steps[from];
            for (int every = step_; row + every <= rows_; every += step_) {
                const Band sizes = sizesTo(search.bands[static_cast<std::size_t>(row + every)], gone);
                for (int stitches = sizes.least; stitches <= sizes.most; ++stitches) {
                    const bool bound = stitches > request_.decreaseAtMost;
                    double worst = worstBefore;
                    int times = 0;
                    for (int r = row, s = gone; r + every <= rows_ && s + stitches <= total_;) {
                        if (!mayFollow(r + every, bound) || !keeps(search.bands, r, seenAt(r + every, bound), s) ||
                            !keeps(search.bands, r + every, r + every + 1, s + stitches))
                            break;
                        worst = std::max(worst, eventWorst(r, s, every, bound));
                        if (worst > limit)
                            break;
                        r += every;
                        s += stitches;
                        ++times;
                        reach(search, {r, s, worst, {Rows(every), Stitches(stitches), times, bound}, from});
                    }
                }
                if (!keeps(search.bands, row, row + every, gone))
                    break; // a longer gap is worse still
            }
        }
    }

    /// The closest of the schedules that take all off with one run more than the most so far.
    std::optional<Curve> finishWithOneMore(Search& search, double limit) const {
        Step closest;
        closest.worst = never;
        // All may be gone from here on.
        const auto isAll = [this](Band band) { return band.most >= total_; };
        const auto earliest = static_cast<int>(std::ranges::find_if(search.bands, isAll) - search.bands.begin());
        for (std::size_t from = search.layer; from < search.steps.size(); ++from) {
            const auto [row, gone, worstBefore, by, parent] = search.steps[from];
            const int left = total_ - gone;
            for (int stitches = 1; stitches <= std::min(left, largest_); ++stitches) {
                if (left % stitches != 0 || (stitches == 1 && request_.decreaseAtMost == 0))
                    continue; // one stitch is never bound off
                const int times = left / stitches;
                const bool bound = stitches > request_.decreaseAtMost;
                // The shortest gaps that are not too short.
                const int shortest = std::max(1, (earliest - row + times * step_ - 1) / (times * step_)) * step_;
                for (int every = shortest; row + times * every <= rows_; every += step_) {
                    if (!keeps(search.bands, row, row + every, gone))
                        break; // a longer gap is worse still
                    const int end = row + times * every;
                    int r = row;
                    for (int s = gone;
                         r < end && mayFollow(r + every, bound) && keeps(search.bands, r, seenAt(r + every, bound), s);
                         s += stitches)
                        r += every;
                    if (r < end)
                        continue;
                    double worst = std::max(worstBefore, plainWorst(end, rows_, total_));
                    r = row;
                    for (int s = gone; r < end; r += every, s += stitches)
                        worst = std::max(worst, eventWorst(r, s, every, bound));
                    // Of two that are as close, the one with the shorter gaps.
                    const bool isShorter = from == closest.from && Rows(every) < closest.by.every;
                    if (worst <= limit && (worst < closest.worst || (worst == closest.worst && isShorter)))
                        closest = {end, total_, worst, {Rows(every), Stitches(stitches), times, bound}, from};
                }
            }
        }
        if (closest.worst == never)
            return std::nullopt;
        search.layer = search.steps.size();
        search.steps.push_back(closest);
        return finish(search, limit);
    }

    /// The closest of the schedules with the most runs so far that takes all off.
    std::optional<Curve> finish(const Search& search, double limit) const {
        double lowest = never;
        std::size_t last = 0;
        for (std::size_t i = search.layer; i < search.steps.size(); ++i) {
            const Step& step = search.steps[i];
            if (step.gone != total_)
                continue;
            const double worst = std::max(step.worst, plainWorst(step.row, rows_, total_));
            if (worst <= limit && worst < lowest) {
                lowest = worst;
                last = i;
            }
        }
        if (lowest == never)
            return std::nullopt;
        Curve result{{}, Rows(rows_ - search.steps[last].row), lowest};
        for (; last > 0; last = search.steps[last].from)
            result.runs.push_back(search.steps[last].by);
        std::ranges::reverse(result.runs);
        return result;
    }

    const CurveRequest& request_;
    int rows_;
    int total_;
    int step_;
    int largest_; ///< stitches of one event
};

} // namespace

std::vector<CurveEvent> Curve::events() const {
    std::vector<CurveEvent> all;
    all.reserve(static_cast<std::size_t>(total().count())); // no fewer than there are
    int row = 0;
    for (const CurveRun& run : runs)
        for (int i = 0; i < run.times; ++i)
            all.push_back({row += run.every.count(), run.stitches, run.boundOff});
    return all;
}

Stitches Curve::total() const {
    Stitches sum;
    for (const CurveRun& run : runs)
        sum += run.stitches * run.times;
    return sum;
}

std::optional<Curve> curve(const CurveRequest& request, int runs) {
    const CurveSolver solver(request);
    const double best = solver.best();
    if (best == never)
        return std::nullopt;
    std::optional<Curve> found;
    for (double limit = best + hair; !found; limit = 1.5 * limit + 0.25) {
        found = solver.within(limit, runs);
        if (!found && limit > solver.widest())
            return std::nullopt;
    }
    // The fewest runs were found; the others that are allowed may come closer.
    while (static_cast<int>(found->runs.size()) < runs) {
        const auto closer = solver.within(found->deviation - hair, runs);
        if (!closer)
            break;
        found = closer;
    }
    return found;
}

std::optional<Curve> curveWithin(const CurveRequest& request, double tolerance) {
    const CurveSolver solver(request);
    const double best = solver.best();
    if (best == never)
        return std::nullopt;
    return solver.within(best + tolerance + hair, std::max(1, request.total.count()));
}

std::optional<Curve> blendedLine(Stitches events, Rows rows, int everyMultiple) {
    const int steps = rows.count() / everyMultiple;
    const int count = events.count();
    if (count < 1 || count > steps)
        return std::nullopt;
    Curve line;
    line.blended = true;
    int before = 0;
    for (int event = 1; event <= count; ++event) {
        // The middle of the event's share of the rows, to the nearest step.
        const int at = ((2 * event - 1) * steps + count) / (2 * count);
        const Rows every((at - before) * everyMultiple);
        before = at;
        if (!line.runs.empty() && line.runs.back().every == every)
            ++line.runs.back().times;
        else
            line.runs.push_back({every, Stitches(1), 1});
    }
    line.plainAfter = rows - Rows(before * everyMultiple);
    std::vector<double> ideal;
    for (int row = 1; row <= rows.count(); ++row)
        ideal.push_back(count * (row - 0.5) / rows.count());
    line.deviation = deviationFrom(line, ideal);
    return line;
}

double deviationFrom(const Curve& curve, const std::vector<double>& ideal) {
    const std::vector<CurveEvent> events = curve.events();
    double worst = 0.0;
    for (const int late : {0, 1}) { // the near side, and the far one
        int gone = 0;
        auto next = events.begin();
        for (std::size_t row = 0; row < ideal.size(); ++row) {
            for (; next != events.end() && next->row + (next->boundOff ? late : 0) <= static_cast<int>(row); ++next)
                gone += next->stitches.count();
            worst = std::max(worst, std::abs(gone - ideal[row]));
        }
    }
    return worst;
}

} // namespace vestimen
