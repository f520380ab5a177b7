// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/allocation.h"

#include <cstdlib> // says which C library it is

#ifdef __GLIBC__
#include <malloc.h>
#endif

namespace vestimen {

void keepFreedMemory() {
#ifdef __GLIBC__
    constexpr int kept = 64 << 20;
    mallopt(M_TRIM_THRESHOLD, kept);
    mallopt(M_MMAP_THRESHOLD, kept / 2); // the largest that is taken
#endif
}

} // namespace vestimen
