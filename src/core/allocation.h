// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace vestimen {

/// Tells the C library to keep what is freed, up to 64 MiB, for the next garment: with each letter that is typed a
/// whole one is worked, and getting its memory from the system anew costs a quarter of the time. Called once, at the
/// start of a program that stays; does nothing where the C library has no such setting.
void keepFreedMemory();

} // namespace vestimen
