// SPDX-License-Identifier: GPL-3.0-or-later
// The hand that latches off: a project's own, and the workroom's for the next one.
#pragma once

#include "core/joining/hanging.h"
#include "workroom/workroom.h"

namespace vestimen::app {

Hand usualHand(const Workroom& workroom);
/// Throws WorkroomError.
void keepUsualHand(Workroom& workroom, Hand hand);

} // namespace vestimen::app
