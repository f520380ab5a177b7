// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ground/stripes.h"

#include <algorithm>
#include <cmath>
#include <random>

namespace vestimen {
namespace {

/// Heights one after the other, upward from the lower edge, or downward below it.
class Heights {
public:
    Heights(const Stripes& stripes, const Gauge& rows, bool upward)
        : stripes_(stripes), rows_(rows),
          chance_(stripes.mixed ? stripes.mixed->seed + (upward ? 0u : 0x9e3779b9u) : 0) {}

    Rows next(const Stripe& stripe) {
        if (!stripes_.mixed)
            return stripeRows(stripe, rows_, stripes_.even);
        const int least = std::max(1, stripes_.mixed->least.count());
        const int most = std::max(least, stripes_.mixed->most.count());
        // Not a distribution of the library's: files give the same stripes everywhere.
        const int rows = least + static_cast<int>(chance_() % static_cast<std::uint32_t>(most - least + 1));
        return stripeRows({.yarn = stripe.yarn, .height = Rows(rows)}, rows_, stripes_.even);
    }

private:
    const Stripes& stripes_;
    const Gauge& rows_;
    std::mt19937 chance_;
};

void append(std::vector<StripeStretch>& all, StripeStretch stretch, int from, int to) {
    stretch.from = std::max(stretch.from, from);
    stretch.to = std::min(stretch.to, to);
    if (stretch.from >= stretch.to)
        return;
    if (!all.empty() && all.back().yarn == stretch.yarn && all.back().to == stretch.from)
        all.back().to = stretch.to;
    else
        all.push_back(stretch);
}

} // namespace

Rows stripeRows(const Stripe& stripe, const Gauge& rows, bool even) {
    const double wanted = std::holds_alternative<Rows>(stripe.height) ? std::get<Rows>(stripe.height).count()
                                                                      : rows.over(std::get<Length>(stripe.height));
    const double least = even ? 2.0 : 1.0;
    const double bounded = std::clamp(wanted, least, static_cast<double>(mostStripeRows.count()));
    return Rows(even ? 2 * static_cast<int>(std::lround(bounded / 2.0)) : static_cast<int>(std::lround(bounded)));
}

std::vector<StripeStretch> stripesBetween(const Stripes& stripes, int from, int to, const Gauge& rows) {
    std::vector<StripeStretch> all;
    if (stripes.of.empty() || from >= to)
        return all;
    const std::size_t count = stripes.of.size();
    if (from < 0 && !stripes.repeated)
        append(all, {stripes.of.front().yarn, from, 0}, from, to);
    if (from < 0 && stripes.repeated) {
        std::vector<StripeStretch> below;
        Heights heights(stripes, rows, false);
        int low = 0;
        for (std::size_t i = count; low > from; i = i == 0 ? count : i) {
            const Stripe& stripe = stripes.of[--i];
            const int high = low;
            low -= heights.next(stripe).count();
            below.push_back({stripe.yarn, low, high, stripe.ends});
        }
        for (auto each = below.rbegin(); each != below.rend(); ++each)
            append(all, *each, from, to);
    }
    Heights heights(stripes, rows, true);
    int low = 0;
    for (std::size_t i = 0; low < to && (stripes.repeated || i < count); ++i) {
        const Stripe& stripe = stripes.of[i % count];
        const int high = low + heights.next(stripe).count();
        append(all, {stripe.yarn, low, high, stripe.ends}, from, to);
        low = high;
    }
    if (low < to)
        append(all, {0, low, to}, from, to);
    return all;
}

} // namespace vestimen
