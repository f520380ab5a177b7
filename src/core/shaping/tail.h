// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/quantity/length.h"

namespace vestimen {

/// Ways of sewing or latching for which a tail is left (craft 23).
enum class TailFor { mattress, graft, backstitch, latch };
/// The yarn to leave for so long an edge.
Length tail(TailFor way, Length along);
/// The same to the next whole centimetre, as hands measure it.
Length tailToLeave(TailFor way, Length along);

/// To the next whole one, as hands measure it.
Length wholeCentimetres(Length length);

} // namespace vestimen
