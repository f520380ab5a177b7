// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/article/sock/sock_counts.h"

namespace vestimen {

Knitting sockKnitting(const LaidSock& laid, const Ground& ground, const FabricGauge& gauge);
/// Of the cord that a stocking hangs by.
Knitting sockLoopKnitting(const Sock& sock, const SockCounts& counts, const FabricGauge& gauge);

} // namespace vestimen
