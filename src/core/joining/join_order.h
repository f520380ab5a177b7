// SPDX-License-Identifier: GPL-3.0-or-later
// The order of making up, where a knitter wants another than is planned.
#pragma once

#include "core/joining/line_joins.h"

#include <span>

namespace vestimen {

/// In the order of these keys; what is not among them stays behind what it came after. Where one would come before what
/// it rests on, `joined` still takes that first.
std::vector<PlannedJoin> inOrder(std::vector<PlannedJoin> planned, std::span<const std::string> keys);

/// Why a join cannot come to another place, from 0, among joins as they follow each other now: what it rests on would
/// come after it, or what rests on it before. Nothing where it can.
std::optional<Phrase> whyNotAt(std::size_t place, const std::string& key, std::span<const std::string> order,
                               std::span<const PlannedJoin> planned);

} // namespace vestimen
