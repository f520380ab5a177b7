// SPDX-License-Identifier: GPL-3.0-or-later
// What a program's own remarks are about; a program from elsewhere may have others.
#pragma once

#include "core/quantity/listed_code.h"

#include <array>

namespace vestimen {

inline constexpr std::array remarkCodes = {
    "across_by_hand",
    "across_count",
    "across_garter_bar",
    "across_left",
    "across_two_beds",
    "across_waste_yarn",
    "all_over",
    "between",
    "block_line",
    "both_legs",
    "buttonholes",
    "buttons",
    "cast_beside",
    "centre_off",
    "close_ends",
    "every_loop",
    "edge_rounds",
    "eyelets",
    "far_shoulder",
    "fill_from_bars",
    "fold_row",
    "gaps",
    "half_size",
    "hang_again",
    "hang_upside_down",
    "hang_welt",
    "latch",
    "leave_hanging",
    "lift_off",
    "linking_rounds",
    "loose_row",
    "needles_forward",
    "new_end_to_seam",
    "old_end_to_seam",
    "own_ball",
    "panels_first",
    "pattern",
    "pocket",
    "purl_facing",
    "ravel",
    "rest_off",
    "section",
    "slack",
    "slip_stitch",
    "straight_on",
    "strand_behind",
    "to_one_bed",
    "thumb",
    "transfer",
    "try_on",
    "tug",
    "turning_row",
    "two_layers",
    "waste_out",
    "waste_above",
    "weave_new_end",
    "weave_old_end",
    "wedges",
    "weights",
};
using RemarkCode = ListedCode<remarkCodes>;

/// A part of the piece begins.
inline constexpr RemarkCode sectionRemark = "section";

} // namespace vestimen
