// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ways_out.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <string_view>

namespace vestimen {
namespace {

constexpr std::size_t mostWays = 3;

/// Gives a measure the ease with which it comes to a length.
void bringTo(Project& project, Measure measure, Length wanted) {
    const auto taken = project.wearer[measure];
    if (taken)
        project.ease[static_cast<std::size_t>(measure)] = {Ease::Kind::length, (wanted - taken->value).mm()};
}

class Ways {
public:
    Ways(const Project& project, const Finding& finding) : project_(project), finding_(finding) {}

    std::vector<WayOut> all() {
        const FindingCode code = finding_.code;
        if (code == "too_wide") {
            inPanels();
            narrower();
        } else if (code == "trim_too_wide")
            choose({"Knit the neck trim in two parts", {}}, [](Choices& c) { c.neckTrimInTwo = true; });
        else if (code == "rib_needs_two_beds")
            otherRibs();
        else if (code == "boat_needs_shoulders" || code == "boat_needs_closed_front")
            otherNecks();
        else if (code == "neck_above_slope")
            choose({"Straight shoulders", {}}, [](Choices& c) { c.shoulder = ShoulderKind::straight; });
        else if (code == "no_armhole")
            choose({"A drop shoulder", {}}, [](Choices& c) { c.body = BodyKind::dropShoulder; });
        else if (code == "waist_out_of_place" || code == "side_slope")
            choose({"Straight sides", {}}, [](Choices& c) { c.sides = SideKind::straight; });
        else if (code == "too_many_buttons")
            fewerButtons();
        return std::move(ways_);
    }

private:
    void offer(Phrase what, Project project) {
        if (ways_.size() >= mostWays)
            return;
        if (mends(project, finding_))
            ways_.push_back({std::move(what), std::move(project)});
    }

    void choose(Phrase what, const std::function<void(Choices&)>& change) {
        Project next = project_;
        change(next.choices);
        offer(std::move(what), std::move(next));
    }

    void inPanels() {
        if (finding_.piece == key(PieceKind::back))
            choose({"In two panels, with a middle seam", {}}, [](Choices& c) { c.panels = true; });
    }

    /// As wide as the bed allows.
    void narrower() {
        const auto gauge = measured(project_.swatch).gauge;
        if (!gauge)
            return;
        const Choices& choices = project_.choices;
        const Stitches seams(choices.seamStitches ? 2 : 0);
        // Two stitches less than the bed has, so that any rib's form fits.
        const Length most = gauge->width(project_.machine.needles - seams - Stitches(2));
        Project next = project_;
        const auto piece = pieceFromKey(finding_.piece);
        if (piece && isBack(*piece)) {
            const Length widest = most * (isHalf(*piece) ? 2.0 : 1.0);
            const auto bring = [&](Measure measure) {
                if (const auto now = withEase(project_.wearer, project_.ease, measure); now && *now > widest * 2.0)
                    bringTo(next, measure, widest * 2.0);
            };
            bring(Measure::chest);
            if (choices.sides != SideKind::straight)
                bring(Measure::hip);
            offer({"Less ease: {0} wide", {widest}}, std::move(next));
        } else if (piece == PieceKind::leftSleeve) {
            if (choices.body == BodyKind::dropShoulder)
                bringTo(next, Measure::armholeDepth, most / 2.0);
            else
                bringTo(next, Measure::upperArm, most);
            offer({"Less ease: {0} wide", {most}}, std::move(next));
        }
    }

    void otherRibs() {
        for (const auto& [kind, what] :
             {std::pair{WeltKind::latchedRib, "Latched rib"}, std::pair{WeltKind::mockRib, "Mock rib"}})
            choose({what, {}}, [kind](Choices& c) {
                for (Welt* welt : {&c.bodyWelt, &c.cuff})
                    if (welt->kind == WeltKind::twoBedRib)
                        welt->kind = kind;
            });
    }

    void otherNecks() {
        for (const NeckKind neck : {NeckKind::round, NeckKind::vee, NeckKind::square}) {
            Project next = project_;
            chooseNeck(next, neck);
            offer({label(neck), {}}, std::move(next));
        }
    }

    void fewerButtons() {
        for (int buttons = project_.choices.buttons - 1; buttons > 0 && ways_.empty(); --buttons)
            choose({"{0} buttons", {buttons}}, [buttons](Choices& c) { c.buttons = buttons; });
    }

    const Project& project_;
    const Finding& finding_;
    std::vector<WayOut> ways_;
};

} // namespace

bool mends(const Project& changed, const Finding& finding) {
    const auto isSamePlace = [&](const std::string& key) {
        const auto piece = pieceFromKey(key);
        const auto found = pieceFromKey(finding.piece);
        const auto isBody = [](PieceKind kind) { return !isSleeve(kind) && !isTrim(kind); };
        return key == finding.piece || (piece && found && isBody(*piece) && isBody(*found));
    };
    return std::ranges::none_of(work(changed).findings, [&](const Finding& each) {
        return each.code == finding.code && isSamePlace(each.piece);
    });
}

std::vector<WayOut> waysOut(const Project& project, const Finding& finding) {
    return Ways(project, finding).all();
}

} // namespace vestimen
