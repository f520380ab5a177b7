// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/supplies/supplies.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>

namespace vestimen {
namespace {

bool isMain(const Program& program, YarnIndex yarn) {
    return program.yarns[yarn].role == YarnRole::main;
}

/// Each break leaves two ends, as does the last bind-off, of the yarn that is knitted with then. What is said to be
/// woven in, or left for the seam, is not left to darn.
class EndCount {
public:
    explicit EndCount(const Program& program) : program_(program) {
        for (const Operation& each : program.operations)
            std::visit([this](const auto& op) { take(op); }, each.action);
    }

    std::array<int, mostYarns> left{};
    int tucked = 0;
    int hanging = 0;

private:
    void add(YarnIndex yarn, int ends) {
        if (isMain(program_, yarn))
            left[static_cast<std::size_t>(numberOf(program_.yarns[yarn]).value_or(0))] += ends;
    }
    void take(const operation::BreakYarn& op) {
        add(broken_ = op.yarn, 2);
        if (op.tail.use == operation::seamTail)
            tuck(op.yarn);
    }
    void take(const operation::JoinYarn& op) { joined_ = op.yarn; }
    void take(const operation::Knit& op) { knitted_ = op.yarn; }
    void take(const operation::BindOff& op) {
        if (op.all)
            add(knitted_, 2);
    }
    void take(const operation::DrawUp& op) { add(op.yarn, 2); }
    void take(const operation::CastOn& op) {
        if (op.ownEnd)
            add(op.yarn, 2);
    }
    void take(const operation::Say& op) {
        if (op.code == "weave_new_end" || op.code == "new_end_to_seam")
            tuck(joined_);
        else if (op.code == "weave_old_end")
            tuck(broken_);
        else if (op.code == "leave_hanging")
            ++hanging;
    }
    void tuck(YarnIndex yarn) {
        add(yarn, -1);
        ++tucked;
    }
    template<class Other> void take(const Other&) {}

    const Program& program_;
    YarnIndex knitted_ = 0;
    YarnIndex broken_ = 0;
    YarnIndex joined_ = 0;
};

/// Grams of a stitch of a yarn, for one gram of the main one: by its strands, and by its thickness where both are
/// known.
double weightOf(const Yarn& yarn, int strands, const Yarn& main) {
    const auto own = metresPer100g(yarn.thickness);
    const auto its = metresPer100g(main.thickness);
    const double thicker = own && its && *own > 0.0 ? *its / *own : 1.0;
    return thicker * (strands > 0 ? strands : main.strands) / std::max(1, main.strands);
}

} // namespace

Supplies supplies(const Ground& project, const std::vector<const Program*>& programs,
                  const std::vector<const Fabric*>& fabrics, const std::vector<Join>& joins) {
    Supplies result;
    const Swatch& swatch = project.swatch;
    const auto perStitch = gramsPerStitch(swatch);
    double weighed = 0.0;
    std::array<int, mostYarns> stitches{};
    std::array<double, mostYarns> asMain{};
    std::array<int, mostYarns> enough{};
    std::array<int, mostYarns> ends{};
    for (std::size_t i = 0; i < programs.size(); ++i) {
        PieceSupplies piece;
        piece.piece = programs[i]->piece;
        double asOne = 0.0; // as if all were of the main yarn
        for (std::size_t yarn = 0; yarn < programs[i]->yarns.size(); ++yarn)
            if (isMain(*programs[i], static_cast<YarnIndex>(yarn))) {
                const ProgramYarn& its = programs[i]->yarns[yarn];
                const auto number = static_cast<std::size_t>(numberOf(its).value_or(0));
                const int loops = fabrics[i]->loopsPerYarn[yarn];
                const double weight =
                    loops * weightOf(project.yarnOf(static_cast<YarnNumber>(number)), its.strands, project.yarn);
                piece.stitches += loops;
                asOne += weight;
                stitches[number] += loops;
                asMain[number] += weight;
            }
        // All pieces so far are weighed together: once it does not suffice, it suffices for none of those that come
        // later.
        for (std::size_t number = 0; perStitch && number < mostYarns; ++number)
            if (asMain[number] * *perStitch * (1.0 + spareShare) <=
                project.yarnOf(static_cast<YarnNumber>(number)).gramsOnHand)
                ++enough[number];
        for (const Pass& pass : fabrics[i]->passes)
            piece.rows += isMain(*programs[i], pass.yarn) ? 1 : 0;
        if (perStitch)
            piece.grams = *perStitch * asOne;
        weighed += asOne;
        result.stitches += piece.stitches;
        const EndCount counted(*programs[i]);
        for (std::size_t number = 0; number < mostYarns; ++number)
            ends[number] += counted.left[number];
        piece.ends = std::accumulate(counted.left.begin(), counted.left.end(), 0);
        piece.tucked = counted.tucked;
        piece.hanging = counted.hanging;
        result.tucked += counted.tucked;
        result.hanging += counted.hanging;
        result.pieces.push_back(std::move(piece));
    }
    for (std::size_t number = 0; number < mostYarns; ++number) {
        result.ends += ends[number];
        if (stitches[number] == 0)
            continue;
        YarnSupplies of{static_cast<YarnNumber>(number), stitches[number], {}, {}, ends[number], enough[number], 0};
        const Yarn& yarn = project.yarnOf(of.number);
        if (perStitch)
            of.grams = asMain[number] * *perStitch * (1.0 + spareShare);
        if (of.grams && yarn.gramsPerBall > 0.0)
            of.ballsToBuy =
                std::max(0, static_cast<int>(std::ceil((*of.grams - yarn.gramsOnHand) / yarn.gramsPerBall - 1e-9)));
        if (const auto metres = metresPer100g(yarn.thickness); metres && of.grams)
            of.metres = *of.grams / 100.0 * *metres;
        result.yarns.push_back(of);
    }
    for (const Join& join : joins)
        result.tails += join.tail;
    result.weight.title = "Yarn";
    result.weight.steps = {{{"stitches in all pieces", {}}, result.stitches}};
    if (!perStitch) {
        result.findings.push_back(
            {Severity::note,
             "swatch_not_weighed",
             {"Weigh the whole swatch: then Vestimen can say how much yarn the pieces take.", {}}});
        return result;
    }
    const double knitted = *perStitch * weighed;
    if (std::lround(weighed) != result.stitches)
        result.weight.steps.push_back(
            {{"by their strands they take as much yarn as", {}}, static_cast<int>(std::lround(weighed))});
    result.grams = knitted * (1.0 + spareShare);
    result.weight.steps.push_back({{"swatch: {0} over {1} stitches", {Figure{swatch.grams, 1, "g"}, loopCount(swatch)}},
                                   Figure{*perStitch * 1000.0, 2, "mg a stitch"}});
    result.weight.steps.push_back({{"pieces", {}}, Figure{knitted, 0, "g"}});
    result.weight.steps.push_back(
        {{"and {0} to spare", {Figure{spareShare * 100.0, 0, "%"}}}, Figure{*result.grams, 0, "g"}});
    result.weight.result = Figure{*result.grams, 0, "g"};
    for (const YarnSupplies& of : result.yarns) {
        const Yarn& yarn = project.yarnOf(of.number);
        if (!(yarn.gramsOnHand > 0.0) || yarn.gramsOnHand >= *of.grams)
            continue;
        const Figure grams{*of.grams, 0, "g"};
        const Figure onHand{yarn.gramsOnHand, 0, "g"};
        Phrase text = result.yarns.size() == 1
                          ? Phrase{"The pieces take about {0} with some to spare; {1} are on hand.", {grams, onHand}}
                          : Phrase{"Of {2} the pieces take about {0} with some to spare; {1} are on hand.",
                                   {grams, onHand, yarn.name}};
        if (of.ballsToBuy > 0) {
            text.text = "Of {2} the pieces take about {0} with some to spare; {1} are on hand: {3} more of {4}, of the "
                        "same lot{5}.";
            text.operands = {grams,
                             onHand,
                             yarn.name,
                             of.ballsToBuy,
                             Figure{yarn.gramsPerBall, 0, "g"},
                             yarn.lot.empty() ? std::string() : ", " + yarn.lot};
        }
        result.findings.push_back({Severity::warning, "yarn_short", std::move(text)});
    }
    return result;
}

} // namespace vestimen
