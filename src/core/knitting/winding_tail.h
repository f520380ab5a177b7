// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace vestimen {

/// What an end is left for that the piece's own edge takes when it is off: it comes out somewhere else, and serves no
/// join.
inline constexpr const char* windingTail = "winding the edge";

} // namespace vestimen
