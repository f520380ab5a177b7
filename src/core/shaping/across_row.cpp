// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shaping/across_row.h"

#include <algorithm>
#include <cmath>
#include <cstdlib>
#include <numeric>

namespace vestimen {
namespace {

/// Where the parts of a length end when it is shared as evenly as whole stitches allow. In whole numbers, so that ties
/// always go the same way; shares are counted in halves.
int shared(int plain, int halvesBefore, int halvesInAll) {
    return halvesInAll > 0 ? (2 * plain * halvesBefore + halvesInAll) / (2 * halvesInAll) : 0;
}

/// `plain` stitches in `events` + 1 runs, the outer ones so many halves of an inner run.
std::vector<int> evenRuns(int plain, int events, int outerHalves) {
    std::vector<int> runs;
    int before = 0;
    for (int i = 0; i < events; ++i) {
        const int end = shared(plain, outerHalves + 2 * i, 2 * (events - 1) + 2 * outerHalves);
        runs.push_back(end - before);
        before = end;
    }
    runs.push_back(plain - before);
    return runs;
}

int halves(RunEnds ends) {
    return ends == RunEnds::half ? 1 : 2;
}

} // namespace

Stitches mostSpread(Stitches over, bool fewer, RunEnds ends) {
    if (fewer)
        return over / 2;
    // Each new stitch stands after one of its own.
    return ends == RunEnds::half ? over : over - Stitches(1);
}

std::optional<RowPlaces> spread(Stitches over, Stitches change, RunEnds ends) {
    const bool fewer = change < Stitches(0);
    const int events = std::abs(change.count());
    if (over < Stitches(1) || Stitches(events) > mostSpread(over, fewer, ends))
        return std::nullopt;
    RowPlaces row;
    const int used = fewer ? 2 : 0; // a decrease takes two stitches, an increase none
    row.plainRuns = evenRuns(over.count() - used * events, events, halves(ends));
    int at = 0;
    for (int i = 0; i < events; ++i) {
        at += row.plainRuns[static_cast<std::size_t>(i)];
        row.positions.push_back(fewer ? at + 1 : at);
        at += used;
    }
    return row;
}

std::optional<RowPlaces> spreadFrom(Stitches over, Stitches fewer, Stitches firstRun) {
    const int events = fewer.count();
    const int rest = over.count() - firstRun.count() - 2 * events;
    if (events < 1 || firstRun < Stitches(0) || rest < 0)
        return std::nullopt;
    RowPlaces row;
    row.plainRuns.push_back(firstRun.count());
    int at = firstRun.count();
    for (int i = 0; i < events; ++i) {
        row.positions.push_back(at + 1);
        const int run = shared(rest, i + 1, events) - shared(rest, i, events);
        row.plainRuns.push_back(run);
        at += 2 + run;
    }
    return row;
}

Stitches gathered(Stitches beside, double share, const CountForm& form) {
    const int together = std::lcm(form.multiple, 2);
    const int wanted = static_cast<int>(std::lround(beside.count() * share / together)) * together;
    return Stitches(std::clamp(wanted, 0, beside.count() / (2 * together) * together));
}

std::vector<int> thin(Stitches over, int every, Side from, int first) {
    std::vector<int> positions;
    // The last stitch has no neighbour to go onto.
    for (int at = std::max(1, first); at < over.count(); at += std::max(2, every))
        positions.push_back(from == Side::left ? at : over.count() + 1 - at);
    return positions;
}

std::optional<RowPlaces> buttonholes(Stitches over, int holes, Stitches size, std::optional<Stitches> first,
                                     std::optional<Stitches> last) {
    if (holes < 1 || size < Stitches(1))
        return std::nullopt;
    const int plain = over.count() - holes * size.count();
    const int given = (first ? first->count() : 0) + (last ? last->count() : 0);
    const int rest = plain - given;
    if (rest < holes - 1 || (first && *first < Stitches(0)) || (last && *last < Stitches(0)) ||
        (holes == 1 && first && last && rest != 0))
        return std::nullopt;
    RowPlaces row;
    if (!first && !last) {
        row.plainRuns = evenRuns(plain, holes, 1);
    } else {
        // What is not given is shared by the runs between, and half a run at the open end.
        const int open = first && last ? 0 : 1;
        const int lead = first ? 0 : open;
        int before = 0;
        const auto upTo = [&](int halvesBefore) {
            const int end = shared(rest, halvesBefore, 2 * (holes - 1) + open);
            const int run = end - before;
            before = end;
            return run;
        };
        row.plainRuns.push_back(first ? first->count() : upTo(lead));
        for (int i = 1; i < holes; ++i)
            row.plainRuns.push_back(upTo(lead + 2 * i));
        row.plainRuns.push_back(last ? last->count() : rest - before);
    }
    // Holes need a stitch between them, also where the runs were rounded.
    for (int i = 1; i < holes; ++i)
        if (row.plainRuns[static_cast<std::size_t>(i)] < 1)
            return std::nullopt;
    int at = 1;
    for (int i = 0; i < holes; ++i) {
        at += row.plainRuns[static_cast<std::size_t>(i)];
        row.positions.push_back(at);
        at += size.count();
    }
    return row;
}

int mostButtonholes(Stitches over, Stitches size, std::optional<Stitches> first, std::optional<Stitches> last) {
    int most = over.count() / std::max(1, size.count());
    while (most > 0 && !buttonholes(over, most, size, first, last))
        --most;
    return most;
}

} // namespace vestimen
