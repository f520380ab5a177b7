// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drawing/sweep.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

/// Where a line of the contour crosses the middle of a row, in stitches from the left of all.
struct Crossing {
    double x;
    ContourLine line;
};

std::vector<std::vector<Crossing>> crossingsOf(const Contour& contour, Stitches stitches, Rows rows) {
    std::vector<std::vector<Crossing>> result(static_cast<std::size_t>(rows.count()));
    const auto [low, high] = boundsOf(contour);
    const double perStitch = stitches.count() / std::max(1e-9, (high.x - low.x).mm());
    const double perRow = rows.count() / std::max(1e-9, (high.y - low.y).mm());
    for (std::size_t l = 0; l < contour.size(); ++l) {
        const auto& loop = contour[l];
        for (std::size_t i = 0; i < loop.size(); ++i) {
            const DrawnPoint& a = loop[i].at;
            const DrawnPoint& b = loop[(i + 1) % loop.size()].at;
            const double ya = (a.y - low.y).mm() * perRow - 0.5; // the middle of row k lies at k
            const double yb = (b.y - low.y).mm() * perRow - 0.5;
            const double xa = (a.x - low.x).mm() * perStitch;
            const double xb = (b.x - low.x).mm() * perStitch;
            // Half-open, so that a corner on a row's middle counts once.
            const auto first = static_cast<int>(std::ceil(std::min(ya, yb)));
            for (int row = std::max(0, first); row < rows.count() && row < std::max(ya, yb); ++row)
                result[static_cast<std::size_t>(row)].push_back({xa + (xb - xa) * (row - ya) / (yb - ya), {l, i}});
        }
    }
    for (auto& row : result)
        std::ranges::stable_sort(row, {}, &Crossing::x);
    return result;
}

/// In whole stitches, a mirrored shape mirrored; at least as wide as can be knitted.
std::vector<SweptRow> stretchesOf(const std::vector<Crossing>& crossings, int stitches, bool& tooFine) {
    std::vector<SweptRow> row;
    for (std::size_t i = 0; i + 1 < crossings.size(); i += 2) {
        SweptRow each{static_cast<int>(std::lround(crossings[i].x)),
                      stitches - static_cast<int>(std::lround(stitches - crossings[i + 1].x)), crossings[i].line,
                      crossings[i + 1].line};
        if (each.size() < narrowestStretch) {
            const double middle = (crossings[i].x + crossings[i + 1].x) / 2.0;
            each.left = std::clamp(static_cast<int>(std::lround(middle - narrowestStretch / 2.0)), 0,
                                   std::max(0, stitches - narrowestStretch));
            each.right = each.left + narrowestStretch;
        }
        if (!row.empty() && each.left < row.back().right)
            tooFine = true;
        row.push_back(each);
    }
    return row;
}

bool meet(const SweptRow& below, const SweptRow& above) {
    return std::max(below.left, above.left) < std::min(below.right, above.right);
}

class Strips {
public:
    void add(int row, const std::vector<SweptRow>& stretches) {
        std::vector<std::size_t> next;
        // Which lie above which: each stretch of the row before that it meets.
        std::vector<std::vector<std::size_t>> below(stretches.size());
        std::vector<int> above(open_.size(), 0);
        for (std::size_t i = 0; i < stretches.size(); ++i)
            for (std::size_t j = 0; j < open_.size(); ++j)
                if (meet(strips_[open_[j]].rows.back(), stretches[i])) {
                    below[i].push_back(j);
                    ++above[j];
                }
        for (std::size_t i = 0; i < stretches.size(); ++i) {
            if (below[i].size() == 1 && above[below[i].front()] == 1) {
                next.push_back(open_[below[i].front()]);
                strips_[next.back()].rows.push_back(stretches[i]);
                continue;
            }
            next.push_back(strips_.size());
            strips_.push_back({row, {stretches[i]}, {}, {}});
            for (const std::size_t j : below[i])
                link(open_[j], next.back());
        }
        open_ = std::move(next);
    }

    /// What ends or begins within two rows is no part of its own: a corner, or the unevenness of a level edge.
    void dropSpecks() {
        for (bool again = true; again;) {
            again = false;
            for (std::size_t i = 0; i < strips_.size() && !again; ++i)
                if (strips_[i].above.size() == 1 && strips_[strips_[i].above.front()].below.size() == 1) {
                    merge(i, strips_[i].above.front());
                    again = true;
                }
            for (std::size_t i = 0; i < strips_.size() && !again; ++i)
                if (strips_[i].below.size() + strips_[i].above.size() == 1 && strips_[i].rows.size() < 2) {
                    take(i);
                    again = true;
                }
        }
    }

    std::vector<Strip> take() { return std::move(strips_); }

private:
    void link(std::size_t below, std::size_t above) {
        strips_[below].above.push_back(above);
        strips_[above].below.push_back(below);
    }
    void take(std::size_t gone) {
        strips_.erase(strips_.begin() + static_cast<std::ptrdiff_t>(gone));
        for (Strip& each : strips_)
            for (auto* links : {&each.below, &each.above}) {
                std::erase(*links, gone);
                for (std::size_t& link : *links)
                    link -= link > gone ? 1 : 0;
            }
    }
    void merge(std::size_t low, std::size_t high) {
        Strip& below = strips_[low];
        below.rows.insert(below.rows.end(), strips_[high].rows.begin(), strips_[high].rows.end());
        below.above = strips_[high].above;
        for (const std::size_t each : below.above)
            std::ranges::replace(strips_[each].below, high, low);
        strips_[high].above.clear();
        take(high);
    }

    std::vector<Strip> strips_;
    std::vector<std::size_t> open_;
};

} // namespace

Sweep sweep(const Contour& contour, Stitches stitches, Rows rows) {
    Sweep result;
    Strips strips;
    const auto crossings = crossingsOf(contour, stitches, rows);
    for (int row = 0; row < rows.count(); ++row) {
        bool tooFine = false;
        strips.add(row, stretchesOf(crossings[static_cast<std::size_t>(row)], stitches.count(), tooFine));
        if (tooFine && result.tooFine < 0)
            result.tooFine = row;
    }
    strips.dropSpecks();
    result.strips = strips.take();
    return result;
}

} // namespace vestimen
