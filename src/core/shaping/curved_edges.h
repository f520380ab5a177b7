// SPDX-License-Identifier: GPL-3.0-or-later
// The curves of a garment's edges (craft 16): how wide they are at each row, and how long.
#pragma once

#include "core/quantity/count.h"
#include "core/quantity/length.h"

#include <vector>

namespace vestimen {

/// What is gone at the middle of each of `rows` rows when a quarter of an ellipse, which starts along the row and ends
/// upright after `height` rows, has taken off `width`: an armhole.
std::vector<double> quarterEllipse(Stitches width, Rows height, Rows rows);
/// The same along a straight line, up to the height.
std::vector<double> straightSide(Stitches width, Rows height, Rows rows);
/// The same for a bell over all the rows, steep at both ends and upright half-way: one side of a sleeve's cap.
std::vector<double> bell(double width, Rows rows);

/// The same as far as decreases of `atMost` stitches a row can follow it: a curve that begins along the row is steeper
/// there. The first may come before row 1 where `atOnce`.
std::vector<double> withinReach(std::vector<double> ideal, int atMost, bool atOnce);

/// The length of a quarter of an ellipse with these half-axes, and of one side of a bell; widths and heights are 0 or
/// more. Complete elliptic integrals of the second kind.
Length quarterEllipseLength(Length width, Length height);
Length bellLength(Length width, Length height);

} // namespace vestimen
