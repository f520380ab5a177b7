// SPDX-License-Identifier: GPL-3.0-or-later
// As in the sources, and one article more: it stands in its own folder, and nothing else knows of it.
#pragma once

#include "core/article/coaster/coaster.h"
#include "core/article/garment/garment_plan.h"
#include "core/article/hat/hat_plan.h"
#include "core/article/scarf/scarf_plan.h"

#include <variant>

namespace vestimen {

using Article = std::variant<Garment, Hat, Scarf, Coaster>;

} // namespace vestimen
