// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/quantity/length.h"

namespace vestimen {

/// Ways of sewing or latching for which a tail is left (craft 23).
/// A slip stitch is a chain as a latched off edge is, of one row; whipping goes over the edges, close together.
enum class TailFor { mattress, graft, backstitch, latch, slipStitch, whip };
/// The yarn to leave for so long an edge.
Length tail(TailFor way, Length along);
/// The same to the next whole centimetre, as hands measure it.
Length tailToLeave(TailFor way, Length along);

/// To the next whole one, as hands measure it.
Length wholeCentimetres(Length length);

} // namespace vestimen
