// SPDX-License-Identifier: GPL-3.0-or-later
// What can be knitted. Each kind stands in a folder of its own, with its choices, its measures and its plan; this is
// the one line that names them all.
#pragma once

#include "core/article/cord/cord_plan.h"
#include "core/article/cushion/cushion_plan.h"
#include "core/article/garment/garment_plan.h"
#include "core/article/hat/hat_plan.h"
#include "core/article/mitten/mitten_plan.h"
#include "core/article/own_shape/own_shape_plan.h"
#include "core/article/scarf/scarf_plan.h"
#include "core/article/shawl/shawl_plan.h"
#include "core/article/sock/sock_plan.h"

#include <variant>

namespace vestimen {

using Article = std::variant<Garment, Hat, Mitten, Sock, Scarf, Shawl, Cushion, Cord, OwnShape>;

} // namespace vestimen
