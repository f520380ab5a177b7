// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/ground/ground.h"
#include "core/plan/knitting.h"

namespace vestimen {

/// The row program of a piece, whatever it is a piece of.
Program writePiece(const Ground& ground, const Knitting& knitting, const std::string& piece);

} // namespace vestimen
