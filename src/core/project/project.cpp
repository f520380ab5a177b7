// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/project.h"

#include <array>

namespace vestimen {
namespace {

constexpr std::array<const char*, 22> keys = {
    "body_stitches", "neck_stitches",  "body_welt_rows",      "body_rows",        "armhole_rows", "shoulder_rows",
    "neck_rows",     "wrist_stitches", "sleeve_top_stitches", "cuff_rows",        "sleeve_rows",  "trim_stitches",
    "trim_rows",     "upper_stitches", "underarm_stitches",   "cap_top_stitches", "cap_rows",     "arm_trim_stitches",
    "arm_trim_rows", "hem_stitches",   "waist_stitches",      "waist_rows",
};
static_assert(keys.size() == static_cast<std::size_t>(Quantity::waistRows) + 1);

} // namespace

const char* key(Quantity quantity) {
    return keys[static_cast<std::size_t>(quantity)];
}

std::optional<Quantity> quantityFromKey(std::string_view key) {
    for (std::size_t i = 0; i < keys.size(); ++i)
        if (key == keys[i])
            return static_cast<Quantity>(i);
    return std::nullopt;
}

} // namespace vestimen
