// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/joining/join_order.h"

#include <algorithm>

namespace vestimen {
namespace {

const PlannedJoin* find(std::span<const PlannedJoin> planned, const std::string& key) {
    const auto found = std::ranges::find(planned, key, &PlannedJoin::key);
    return found == planned.end() ? nullptr : &*found;
}

bool restsOn(const PlannedJoin& join, const std::string& key) {
    return std::ranges::count(join.after, key) > 0;
}

} // namespace

std::vector<PlannedJoin> inOrder(std::vector<PlannedJoin> planned, std::span<const std::string> keys) {
    std::vector<PlannedJoin> ordered;
    ordered.reserve(planned.size());
    for (const std::string& key : keys) {
        const auto found = std::ranges::find(planned, key, &PlannedJoin::key);
        if (found != planned.end() && std::ranges::find(ordered, key, &PlannedJoin::key) == ordered.end())
            ordered.push_back(*found);
    }
    for (auto each = planned.begin(); each != planned.end(); ++each) {
        if (std::ranges::find(ordered, each->key, &PlannedJoin::key) != ordered.end())
            continue;
        auto behind = ordered.begin();
        if (each != planned.begin())
            behind = std::ranges::find(ordered, (each - 1)->key, &PlannedJoin::key) + 1;
        ordered.insert(behind, *each);
    }
    return ordered;
}

std::optional<Phrase> whyNotAt(std::size_t place, const std::string& key, std::span<const std::string> order,
                               std::span<const PlannedJoin> planned) {
    const auto from = static_cast<std::size_t>(std::ranges::find(order, key) - order.begin());
    const PlannedJoin* moved = find(planned, key);
    if (!moved || from >= order.size() || place >= order.size())
        return Phrase{"There is no such place.", {}};
    // All that it would pass on its way.
    for (std::size_t i = std::min(from, place); i <= std::max(from, place); ++i) {
        const PlannedJoin* passed = find(planned, order[i]);
        if (!passed || passed == moved)
            continue;
        const bool earlier = place < from;
        const PlannedJoin& later = earlier ? *moved : *passed;
        const PlannedJoin& before = earlier ? *passed : *moved;
        if (restsOn(later, before.key))
            return Phrase{"“{0}” rests on “{1}”, which has to be done before it.",
                          {render(later.title), render(before.title)}};
    }
    return std::nullopt;
}

} // namespace vestimen
