// SPDX-License-Identifier: GPL-3.0-or-later
// Small row programs for the virtual bed's tests.
#pragma once

#include "core/bed/virtual_bed.h"

namespace vestimen::test {

namespace op = operation;

inline constexpr YarnIndex slate = 0;
inline constexpr YarnIndex waste = 1;
inline constexpr YarnIndex rust = 2;

/// "L4" and so on, for short programs.
Needle at(const char* name);
/// A program on a small bed of 20 needles with a main, a waste and a contrast yarn.
Program program(std::vector<Action> actions);
/// Cast on L3 to R3, carriage right, then these.
Program onSixNeedles(std::vector<Action> actions);
/// The codes that a program finds, in order, without repeats.
std::vector<std::string> codes(const Program& program, const Siblings* siblings = nullptr);
/// Knits a program a second time with a hand on every needle before each row and operation, so that nothing is made at
/// once. The first thing in which needles or fabrics differ; empty when all are alike.
std::string differenceByHand(const Program& program, const Siblings* siblings = nullptr);
/// The first thing in which two fabrics differ; empty when they are alike, loop by loop.
std::string difference(const Fabric& one, const Fabric& other);
/// Takes everything off at the end, so that no loops are left; program() puts in what is on the main bed by then.
Action allOff();

} // namespace vestimen::test
