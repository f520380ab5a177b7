// SPDX-License-Identifier: GPL-3.0-or-later
// The ways that a welt can go: the word in files and the words for people.
#pragma once

#include "core/ground/choice.h"
#include "core/ground/welt.h"

namespace vestimen {

inline constexpr auto weltOptions = [] {
    std::array<Option, weltTraits.size()> all{};
    for (std::size_t i = 0; i < all.size(); ++i)
        all[i] = weltTraits[i].option;
    return all;
}();
template<> inline constexpr std::span<const Option> optionsOf<WeltKind> = weltOptions;

template<> inline constexpr std::span<const Option> optionsOf<CastOnMethod> = castOnOptions;
template<> inline constexpr std::span<const Option> optionsOf<BindOffMethod> = bindOffOptions;

inline constexpr Option acrossOptions[] = {{"by_hand", "Gather by hand, stitch by stitch"},
                                           {"garter_bar", "Gather with a garter bar", Tool::garterBar},
                                           {"waste_yarn", "Gather by way of waste yarn"}};
template<> inline constexpr std::span<const Option> optionsOf<AcrossWay> = acrossOptions;

inline constexpr Option halvingOptions[] = {{"bare_needles", "Onto its neighbour, and the bare needle stays out"},
                                            {"garter_bar", "Closed up with a garter bar", Tool::garterBar},
                                            {"waste_yarn", "Closed up by way of waste yarn"}};
template<> inline constexpr std::span<const Option> optionsOf<HalvingWay> = halvingOptions;

} // namespace vestimen
