// SPDX-License-Identifier: GPL-3.0-or-later
// The ways that each choice can go, stated once: the word in files and the words for people, in the order of the
// values.
#pragma once

#include "core/article/garment/garment.h"
#include "core/ground/choice.h"
#include "core/ground/welt_options.h"

namespace vestimen {

inline constexpr Option bodyOptions[] = {{"drop_shoulder", "Drop shoulder"},
                                         {"set_in", "Set-in sleeves"},
                                         {"raglan", "Raglan"},
                                         {"sleeveless", "Sleeveless"},
                                         {"strapped", "Strapped top"}};
template<> inline constexpr std::span<const Option> optionsOf<BodyKind> = bodyOptions;

inline constexpr Option closureOptions[] = {{"pullover", "Closed front"}, {"cardigan", "Open front, with bands"}};
template<> inline constexpr std::span<const Option> optionsOf<Closure> = closureOptions;

inline constexpr Option panelOptions[] = {{"one", "Back and closed front in one piece"},
                                          {"two", "In two panels, with a middle seam"},
                                          {"three", "In three panels, two at the sides"},
                                          {"four", "In four panels, two at the sides"}};
template<> inline constexpr std::span<const Option> optionsOf<Panels> = panelOptions;

inline constexpr Option neckOptions[] = {
    {"round", "Round neck"}, {"v", "V neck"}, {"square", "Square neck"}, {"boat", "Boat neck"}};
template<> inline constexpr std::span<const Option> optionsOf<NeckKind> = neckOptions;

inline constexpr Option neckSchoolOptions[] = {{"hold", "Neck held, shaped by short rows"},
                                               {"bind_off", "Neck bound off, sides decreased"},
                                               {"waste_yarn", "Neck on waste yarn, sides decreased"}};
template<> inline constexpr std::span<const Option> optionsOf<NeckSchool> = neckSchoolOptions;

inline constexpr Option profileOptions[] = {{"ellipse", "Rises as an ellipse"}, {"straight", "Rises straight"}};
template<> inline constexpr std::span<const Option> optionsOf<Profile> = profileOptions;

inline constexpr Option sideOptions[] = {{"straight", "Straight sides"}, {"a_line", "A-line"}, {"waisted", "Waisted"}};
template<> inline constexpr std::span<const Option> optionsOf<SideKind> = sideOptions;

inline constexpr Option shoulderOptions[] = {
    {"straight", "Straight shoulders"}, {"short_rows", "Sloped by short rows"}, {"stepped", "Bound off in steps"}};
template<> inline constexpr std::span<const Option> optionsOf<ShoulderKind> = shoulderOptions;

inline constexpr Option topEdgeOptions[] = {{"waste_yarn", "Off on waste yarn, and hung"},
                                            {"bound_off", "Bound off, and sewn"}};
template<> inline constexpr std::span<const Option> optionsOf<TopEdge> = topEdgeOptions;

inline constexpr Option hemOptions[] = {{"straight", "Straight lower edge"},
                                        {"curved", "Curved lower edge, higher at the sides"}};
template<> inline constexpr std::span<const Option> optionsOf<HemLine> = hemOptions;

inline constexpr Option pocketOptions[] = {{"none", "No pockets"},
                                           {"inside", "Inside, by short rows"},
                                           {"slit", "A slit, with a bag hung behind it"},
                                           {"patch", "Patches, sewn on"}};
template<> inline constexpr std::span<const Option> optionsOf<PocketKind> = pocketOptions;

inline constexpr Option pocketSideOptions[] = {
    {"both", "One on each side"}, {"left", "On the wearer’s left"}, {"right", "On the wearer’s right"}};
template<> inline constexpr std::span<const Option> optionsOf<PocketSides> = pocketSideOptions;

inline constexpr Option holeOptions[] = {{"eyelet", "Eyelets, for small buttons"},
                                         {"bound_off", "Bound off and cast on again"},
                                         {"slit", "Slits, with ends of their own"},
                                         {"bridged_slit", "Short slits, bridged, with no end"},
                                         {"none", "None: buttons sewn through both bands"}};
template<> inline constexpr std::span<const Option> optionsOf<HoleKind> = holeOptions;

inline constexpr Option sleeveLineOptions[] = {{"tapered", "Tapered sleeve"}, {"straight", "Straight sleeve"}};
template<> inline constexpr std::span<const Option> optionsOf<SleeveLine> = sleeveLineOptions;

inline constexpr Option sleeveReachOptions[] = {{"full", "Down to the wrist"}, {"short", "Short"}};
template<> inline constexpr std::span<const Option> optionsOf<SleeveReach> = sleeveReachOptions;

inline constexpr Option sleeveSchoolOptions[] = {{"up", "Knitted up from the cuff"},
                                                 {"down", "Knitted down from the armhole"}};
template<> inline constexpr std::span<const Option> optionsOf<SleeveSchool> = sleeveSchoolOptions;

/// The wearer's side that has the buttonholes.
inline constexpr Option buttonholeOptions[] = {{"left", "Buttonholes on the wearer’s left"},
                                               {"right", "Buttonholes on the wearer’s right"}};
template<> inline constexpr std::span<const Option> optionsOf<Side> = buttonholeOptions;

} // namespace vestimen
