// SPDX-License-Identifier: GPL-3.0-or-later
// What a finding is about, for code that looks for it and for those who read our JSON: one of a list. A code that is
// not in the list does not compile.
#pragma once

#include <array>
#include <cstdint>
#include <string_view>

namespace vestimen {

inline constexpr std::array findingCodes = {
    // swatch and gauge
    "absurd_gauge",
    "decimal_slip",
    "few_readings",
    "field_small",
    "field_splits_repeat",
    "field_tiny",
    "margin_small",
    "no_gauge",
    "no_margin",
    "no_second_bed",
    "no_side_margin",
    "no_such_size",
    "other_fabric",
    "spread",
    "swatch_beyond_bed",
    "treatment_differs",
    "unproven_gauge",
    // measures
    "armhole_doubtful",
    "foot_over_leg",
    "measure_absurd",
    "measure_doubtful",
    "measure_missing",
    "neck_over_back",
    "wrist_over_arm",
    // choices and measures of the garment
    "arm_tight",
    "back_neck_depth",
    "band_depth",
    "boat_needs_closed_front",
    "boat_needs_shoulders",
    "body_too_short",
    "buttons",
    "cannot_hold",
    "cap_ease",
    "cap_too_high",
    "cap_too_wide",
    "cap_top",
    "cuff_too_wide",
    "gather_share",
    "gathered_welt",
    "hem_narrower",
    "hem_rise",
    "inset",
    "machine",
    "measure_with_ease",
    "narrower",
    "neck_above_slope",
    "neck_too_deep",
    "neck_too_wide",
    "no_armhole",
    "other_machine",
    "other_strands",
    "other_yarn",
    "raglan_down",
    "raglan_top",
    "rib_needs_two_beds",
    "short_sleeve",
    "sleeve_too_short",
    "strap_width",
    "trim_depth",
    "underarm",
    "waist_out_of_place",
    "waist_wide",
    "waste_rows",
    "welt_depth",
    // counts
    "armhole_shape",
    "body_rows_odd",
    "cap_shape",
    "cap_top_stitches",
    "front_too_narrow",
    "head_tight",
    "hem_rise_rows",
    "neck_depth",
    "no_shoulder",
    "pin_refused",
    "raglan_rows",
    "side_slope",
    "sleeve_down",
    "sleeve_slope",
    "too_many_buttons",
    "too_wide",
    "trim_too_wide",
    // hats and scarves
    "brim_deep",
    "crown_to_nothing",
    "curl",
    "hat_girth",
    "hat_height",
    "hat_low",
    "panel_narrow",
    "panels",
    "repeat_and_welt",
    "scarf_length",
    "scarf_width",
    "scarf_yarn",
    // the virtual bed
    "away_from_carriage",
    "beyond_bed",
    "carriage_there",
    "colour_side",
    "edge_beyond",
    "first_left_open",
    "head_on",
    "long_strand",
    "loop_lost",
    "loops_left",
    "needle_crowded",
    "needle_full",
    "needle_taken",
    "no_neighbour",
    "no_yarn",
    "nothing_knits",
    "nothing_there",
    "open_turn",
    "row_mismatch",
    "rung_open",
    "shape_mismatch",
    "source_missed",
    "source_twice",
    "undeclared_empty",
    "undeclared_float",
    "undeclared_ladder",
    "yarn_joined",
    // joins and supplies
    "eased",
    "rows_differ",
    "swatch_not_weighed",
    "yarn_short",
    // sums
    "beyond_any_bed",
    "leave",
    "no_room",
    "odd_rows",
    "parity",
    "pocket_low",
    "too_many_needles",
    "too_many_turns",
    "too_steep",
    "zip_too_long",
};

class FindingCode {
public:
    /// None.
    constexpr FindingCode() = default;
    // Implicit: it is written as what it says.
    consteval FindingCode(const char* code) : index_(indexOf(code)) {}

    constexpr const char* text() const { return index_ < 0 ? "" : findingCodes[static_cast<std::size_t>(index_)]; }
    constexpr bool operator==(const FindingCode&) const = default;

private:
    static consteval std::int16_t indexOf(std::string_view code) {
        for (std::size_t i = 0; i < findingCodes.size(); ++i)
            if (findingCodes[i] == code)
                return static_cast<std::int16_t>(i);
        throw "a code that is not in the list";
    }

    std::int16_t index_ = -1;
};

} // namespace vestimen
