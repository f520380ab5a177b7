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

namespace vestimen {
namespace {

constexpr double never = std::numeric_limits<double>::infinity();
/// Deviations closer than this are the same.
constexpr double hair = 1e-9;

class CurveSolver {
public:
    explicit CurveSolver(const CurveRequest& request)
        : request_(request), rows_(static_cast<int>(request.ideal.size())), total_(request.total.count()),
          step_(std::max(1, request.everyMultiple)) {
        for (int n = 1; n <= std::min(request.decreaseAtMost, total_); ++n)
            sizes_.emplace_back(n, false);
        for (int n = std::max(2, request.decreaseAtMost + 1); n <= std::min(request.bindOffAtMost, total_); ++n)
            sizes_.emplace_back(n, true);
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
        std::vector<Layer> layers{start()};
        std::optional<Curve> found = finish(layers, limit);
        while (!found && static_cast<int>(layers.size()) <= most) {
            if (!grow(layers, limit))
                return std::nullopt;
            found = finish(layers, limit);
        }
        return found;
    }

private:
    struct Place {
        double worst = never;
        CurveRun by = {};
    };
    using Layer = std::vector<Place>;

    std::size_t at(int row, int gone) const { return static_cast<std::size_t>(row * (total_ + 1) + gone); }
    Layer start() const {
        Layer layer(at(rows_, total_) + 1);
        layer[0].worst = 0.0;
        return layer;
    }

    /// Bound off where the carriage stands, and a row later on the other side, which must still be knitted.
    bool mayFollow(int row, bool bound) const { return !bound || (row % 2 == 0 && row < rows_); }

    /// The largest deviation while rows `from` + 1 to `to` are short of `gone`. The ideal never falls: ends suffice.
    double plainWorst(int from, int to, int gone) const {
        if (from >= to)
            return 0.0;
        return std::max(std::abs(gone - request_.ideal[static_cast<std::size_t>(from)]),
                        std::abs(gone - request_.ideal[static_cast<std::size_t>(to - 1)]));
    }

    /// Whether the row after `row` is out of the limit already; looked at early, so that no place is taken in vain.
    bool tooFar(int row, int gone, double limit) const {
        return plainWorst(row, std::min(row + 1, rows_), gone) > limit;
    }

    /// The same up to an event, with the row in which the far side has yet to follow.
    double eventWorst(int row, int gone, int every, bool bound) const {
        return plainWorst(row, row + every + (bound && row + every < rows_ ? 1 : 0), gone);
    }

    /// Decreases that may come before row 1.
    int mostAtOnce() const { return request_.atOnce ? std::min(request_.decreaseAtMost, total_) : 0; }

    /// Row by row: an event may follow each gap, however the gaps differ.
    double bestWithin(double limit) const {
        Layer places = start();
        for (int n = 1; n <= mostAtOnce(); ++n)
            places[at(0, n)].worst = 0.0;
        double lowest = never;
        for (int row = 0; row <= rows_; ++row)
            for (int gone = 0; gone <= total_; ++gone) {
                const double worst = places[at(row, gone)].worst;
                if (worst > limit)
                    continue;
                if (gone == total_)
                    lowest = std::min(lowest, std::max(worst, plainWorst(row, rows_, gone)));
                for (const auto& [stitches, bound] : sizes_)
                    for (int every = step_; row + every <= rows_ && gone + stitches <= total_; every += step_) {
                        const double reached = std::max(worst, eventWorst(row, gone, every, bound));
                        if (reached > limit)
                            break; // a longer gap is worse still
                        Place& to = places[at(row + every, gone + stitches)];
                        if (mayFollow(row + every, bound) && !tooFar(row + every, gone + stitches, limit))
                            to.worst = std::min(to.worst, reached);
                    }
            }
        return lowest;
    }

    bool grow(std::vector<Layer>& layers, double limit) const {
        Layer next(layers.back().size());
        const bool first = layers.size() == 1;
        bool any = first && mostAtOnce() > 0;
        for (int n = 1; first && n <= mostAtOnce(); ++n)
            next[at(0, n)] = {0.0, {Rows(0), Stitches(n), 1, false}};
        for (int row = 0; row < rows_; ++row)
            for (int gone = 0; gone < total_; ++gone) {
                const double from = layers.back()[at(row, gone)].worst;
                if (from > limit)
                    continue;
                for (const auto& [stitches, bound] : sizes_)
                    for (int every = step_; row + every <= rows_; every += step_) {
                        double worst = from;
                        int times = 0;
                        for (int r = row, s = gone; r + every <= rows_ && s + stitches <= total_;) {
                            worst = std::max(worst, eventWorst(r, s, every, bound));
                            if (worst > limit || !mayFollow(r + every, bound) || tooFar(r + every, s + stitches, limit))
                                break;
                            r += every;
                            s += stitches;
                            Place& to = next[at(r, s)];
                            ++times;
                            if (worst < to.worst) {
                                to = {worst, {Rows(every), Stitches(stitches), times, bound}};
                                any = true;
                            }
                        }
                        if (std::max(from, plainWorst(row, row + every, gone)) > limit)
                            break; // a longer gap is worse still
                    }
            }
        layers.push_back(std::move(next));
        return any;
    }

    std::optional<Curve> finish(const std::vector<Layer>& layers, double limit) const {
        double lowest = never;
        int from = -1;
        for (int row = 0; row <= rows_; ++row) {
            const double worst = std::max(layers.back()[at(row, total_)].worst, plainWorst(row, rows_, total_));
            if (worst <= limit && worst < lowest) {
                lowest = worst;
                from = row;
            }
        }
        if (from < 0)
            return std::nullopt;
        Curve result{{}, Rows(rows_ - from), lowest};
        int gone = total_;
        for (std::size_t layer = layers.size() - 1; layer > 0; --layer) {
            const CurveRun& run = layers[layer][at(from, gone)].by;
            result.runs.push_back(run);
            from -= run.every.count() * run.times;
            gone -= run.stitches.count() * run.times;
        }
        std::ranges::reverse(result.runs);
        return result;
    }

    const CurveRequest& request_;
    int rows_;
    int total_;
    int step_;
    std::vector<std::pair<int, bool>> sizes_; ///< stitches of an event, and whether they are bound off
};

} // namespace

std::vector<CurveEvent> Curve::events() const {
    std::vector<CurveEvent> all;
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
