// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ground/welt_findings.h"

namespace vestimen {

std::optional<Finding> bedsMissing(const Welt& welt, const Machine& machine) {
    if (!traits(welt.kind).onTwoBeds || machine.beds > 1)
        return std::nullopt;
    return Finding{
        Severity::error,
        "rib_needs_two_beds",
        {"A two-bed rib needs a second bed, and {0} has one: choose a latched rib or a mock rib.", {machine.name}}};
}

namespace {

template<class Method, class Match>
std::optional<Finding> firm(std::string edge, Method way, Method better, Match match, std::string piece) {
    const Stretch stretch = traits(way).stretch;
    if (stretch > Stretch::firmToFair)
        return std::nullopt;
    std::string decision = "firm_edge: " + edge + ", " + traits(way).option.key;
    const bool isFirm = stretch == Stretch::firm;
    return Finding{
        .severity = isFirm ? Severity::warning : Severity::note,
        .code = "firm_edge",
        .text = {isFirm
                     ? "{0} must stretch, and {1} is firm: {2} stretches, and {3} is like it at the other end."
                     : "{0} must stretch. With {1} it does only as far as the hand lets it; with {2} it always does, "
                       "and {3} is like that at the other end.",
                 {std::move(edge), std::string(traits(way).by), std::string(traits(better).by),
                  std::string(traits(match).by)}},
        .piece = std::move(piece),
        .decision = std::move(decision)};
}

} // namespace

std::optional<Finding> firmEdge(std::string edge, CastOnMethod way, std::string piece) {
    return firm(std::move(edge), way, CastOnMethod::latchChain, BindOffMethod::chainRoundTheNeedles, std::move(piece));
}

std::optional<Finding> firmEdge(std::string edge, BindOffMethod way, std::string piece) {
    return firm(std::move(edge), way, BindOffMethod::chainRoundTheNeedles, CastOnMethod::latchChain, std::move(piece));
}

std::optional<Finding> firmEdge(std::string edge, const Welt& welt, bool knittedDown, std::string piece) {
    const WeltTraits& its = traits(welt.kind);
    if (knittedDown)
        return firmEdge(std::move(edge), welt.making.bindOff, std::move(piece));
    // What begins on waste yarn has open loops, and a zigzag stretches as far as a rib.
    if (its.beginsOpen || its.onTwoBeds)
        return std::nullopt;
    return firmEdge(std::move(edge), welt.making.castOn, std::move(piece));
}

} // namespace vestimen
