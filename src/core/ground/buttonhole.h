// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace vestimen {

/// Stitches moved aside; bound off by hand and cast on again; or each side of it knitted alone, with an end of its own
/// or bridged (craft 17). Or none: the fronts do not open, and buttons are sewn through both bands.
enum class HoleKind { eyelet, boundOff, slit, bridgedSlit, none };
constexpr bool isSlit(HoleKind kind) {
    return kind == HoleKind::slit || kind == HoleKind::bridgedSlit;
}

} // namespace vestimen
