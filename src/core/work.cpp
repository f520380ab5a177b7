// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/work.h"

#include "core/article/articles.h"
#include "core/bed/virtual_bed.h"
#include "core/joining/join_order.h"
#include "core/joining/join_ways.h"
#include "core/knitting/piece_parts.h"
#include "core/knitting/tools_used.h"
#include "core/plan/piece_writer.h"
#include "core/plan/stripe_surface.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <cstdlib>
#include <set>

namespace vestimen {
namespace {

template<class Range> void append(std::vector<Finding>& to, Range&& from) {
    to.insert(to.end(), from.begin(), from.end());
}

void findMachineLimits(const Project& project, std::vector<Finding>& findings) {
    const Machine& machine = project.machine;
    if (machine.needles < Stitches(10) || machine.needles > Stitches(600) || machine.pitch <= Length())
        findings.push_back(
            {Severity::error,
             "machine",
             {"A bed of {0} needles, {1} apart, cannot be: 10 to 600 needles can.", {machine.needles, machine.pitch}}});
}

/// A swatch of another fabric tells a piece's size only roughly (craft 4): the likely error at its width.
void findOtherFabric(const Project& project, Length width, FabricKind wanted, std::vector<Finding>& findings) {
    const FabricKind fabric = project.swatch.fabric;
    if (fabric == wanted || project.swatch.treatments.empty())
        return;
    const auto further = std::max(fabric, wanted);
    const double share = further == FabricKind::patterned ? 0.05 : further == FabricKind::mockRib ? 0.2 : 0.3;
    findings.push_back(
        {.severity = Severity::warning,
         .code = "other_fabric",
         .text = {wanted == FabricKind::plain
                      ? "The swatch is {0} and the pieces are plain: a piece {1} wide may come out {2} off. Knit a "
                        "plain swatch."
                  : wanted == FabricKind::patterned
                      ? "The swatch is {0} and the pieces are patterned: a piece {1} wide may come out {2} off. Knit a "
                        "swatch of the pattern."
                      : "The swatch is {0} and this is ribbed on two beds: a piece {1} wide may come out {2} off. Knit "
                        "a swatch of its rib.",
                  {std::string(label(fabric)), width, width * share}},
         .decision = std::string("other_fabric: ") + label(fabric)});
}

/// Another yarn, strand count or machine than the swatch's has another gauge (craft 4): said with what a gauge that is
/// a twentieth off makes.
void findOtherMaking(const Project& project, Length width, std::vector<Finding>& findings) {
    const Swatch& swatch = project.swatch;
    if (swatch.treatments.empty())
        return;
    const auto say = [&](FindingCode code, const char* text, Operand of, Operand now) {
        std::string decision = std::string(code.text()) + ": " + render(of) + ", " + render(now);
        findings.push_back({.severity = Severity::warning,
                            .code = code,
                            .text = {text, {std::move(of), std::move(now), width * 0.05, width}},
                            .decision = std::move(decision)});
    };
    const auto differs = [](const std::string& of, const std::string& now) {
        return !of.empty() && !now.empty() && of != now;
    };
    for (Finding& each : findings)
        if (each.code == "treatment_differs") {
            const Operand of = each.text.operands[0];
            const Operand now = each.text.operands[1];
            each.decision = "treatment_differs: " + render(of) + ", " + render(now);
            each.text = {
                "This gauge is of fabric that was {0}, and the article will be {1}: a gauge 5 % off makes {2} at "
                "{3} wide. Treat the swatch the same way and read it again.",
                {of, now, width * 0.05, width}};
        }
    if (differs(swatch.yarn, project.yarn.name))
        say("other_yarn",
            "The swatch is of {0}, the pieces of {1}: a gauge 5 % off makes {2} at {3} wide. Knit a swatch of it.",
            swatch.yarn, project.yarn.name);
    if (swatch.strands != project.yarn.strands)
        say("other_strands",
            "The swatch has {0} strands as one, the pieces {1}: a gauge 5 % off makes {2} at {3} wide. Knit a swatch "
            "with as many.",
            swatch.strands, project.yarn.strands);
    if (differs(swatch.machine, project.machine.name))
        say("other_machine",
            "The swatch was knitted on {0}, the pieces are for {1}: a gauge 5 % off makes {2} at {3} wide. Knit a "
            "swatch on it.",
            swatch.machine, project.machine.name);
}

/// Red, green and blue of "#rrggbb"; nothing where it is none.
std::optional<std::array<int, 3>> channels(const std::string& colour) {
    std::array<int, 3> found{};
    if (colour.size() != 7 || colour[0] != '#')
        return std::nullopt;
    for (std::size_t i = 0; i < found.size(); ++i) {
        const char* first = colour.data() + 1 + 2 * i;
        if (std::from_chars(first, first + 2, found[i], 16).ptr != first + 2)
            return std::nullopt;
    }
    return found;
}

/// Waste yarn that looks like the work cannot be told from it when it comes out (craft 11).
void findWasteColour(const Project& project, std::vector<Finding>& findings) {
    constexpr int tooNear = 90; // of 765, over all three
    const auto waste = channels(project.waste.colour);
    for (YarnNumber number = 0; waste && number < project.yarns(); ++number) {
        const Yarn& yarn = project.yarnOf(number);
        const auto its = channels(yarn.colour);
        if (!its)
            continue;
        int apart = 0;
        for (std::size_t i = 0; i < its->size(); ++i)
            apart += std::abs((*its)[i] - (*waste)[i]);
        if (apart < tooNear)
            return findings.push_back(
                {.severity = Severity::warning,
                 .code = "waste_colour",
                 .text = {"The waste yarn looks like {0}: take one that contrasts, or a loop of the work is drawn out "
                          "with it.",
                          {yarn.name}},
                 .decision = "waste_colour: " + project.waste.colour + ", " + yarn.colour});
    }
}

/// What somebody decided to take as it is stays to be seen, as a note.
void heedDecisions(const Project& project, std::vector<Finding>& findings) {
    for (Finding& each : findings)
        if (!each.decision.empty() && std::ranges::count(project.decided, each.decision) > 0)
            each.severity = Severity::note;
}

/// More by turns than hands keep apart.
constexpr std::size_t manyYarns = 4;

/// Knitted as one by any machine.
constexpr int manyStrands = 6;

void findYarns(const Project& project, std::vector<Finding>& findings) {
    for (YarnNumber number = 0; number < project.yarns(); ++number)
        if (const Yarn& yarn = project.yarnOf(number); yarn.strands > manyStrands)
            findings.push_back({Severity::warning,
                                "strands_many",
                                {"{0}: {1} strands as one are more than a feeder takes: up to {2} go.",
                                 {yarn.name, yarn.strands, manyStrands}}});
    const auto missing = [&](std::string what, YarnNumber number) {
        findings.push_back({Severity::warning,
                            "no_such_yarn",
                            {"{0}: there is no yarn {1}, since the project has {2}. The main yarn takes its place.",
                             {std::move(what), number + 1, project.yarns()}}});
    };
    for (const AnyChoice& each : choicesOf(project.article))
        if (std::holds_alternative<AYarn>(each.form))
            if (const auto number = static_cast<YarnNumber>(each.get(project.article)); number >= project.yarns())
                missing(each.label, number);
    const Stripes& stripes = project.stripes;
    std::set<YarnNumber> striped;
    for (const Stripe& each : stripes.of)
        striped.insert(each.yarn);
    if (!striped.empty() && *striped.rbegin() >= project.yarns())
        missing("Stripes", *striped.rbegin());
    if (striped.size() > manyYarns)
        findings.push_back({Severity::note,
                            "many_yarns",
                            {"{0} yarns by turns are hard to keep apart: up to {1} hang well beside a piece.",
                             {static_cast<int>(striped.size()), static_cast<int>(manyYarns)}}});
    const bool odd = std::ranges::any_of(stripes.of, [](const Stripe& each) {
        const Rows* rows = std::get_if<Rows>(&each.height);
        return !rows || !rows->isEven();
    });
    if (striped.size() > 1 && !stripes.even && (odd || stripes.mixed))
        findings.push_back({Severity::warning,
                            "stripes_odd",
                            {"Stripes of an odd number of rows end where the other yarn does not hang: each is broken "
                             "there, with two ends. Even numbers let the yarns change at one side.",
                             {}}});
}

/// Tools that programs ask for and that the machine's list has not, once each.
void findTools(const Project& project, const std::vector<WorkedPiece>& pieces, std::vector<Finding>& findings) {
    std::set<Tool> missing;
    for (const WorkedPiece& piece : pieces)
        for (const Tool tool : toolsUsed(piece.program))
            if (!project.machine.has(tool) && missing.insert(tool).second) {
                const char* name = toolInfos()[static_cast<std::size_t>(tool)].label;
                findings.push_back(
                    {.severity = Severity::warning,
                     .code = "tool_missing",
                     .text = {"This wants a tool that is not in the list of {0}: {1}. Choose another way, "
                              "or tick it where the machine is described.",
                              {project.machine.name, Words{name}}},
                     .piece = piece.program.piece,
                     .decision = std::string("tool_missing: ") + name});
            }
}

WorkedPiece knitted(PlannedPiece& planned, const Ground& ground, const Siblings& siblings) {
    WorkedPiece piece;
    piece.key = planned.key;
    piece.atLeft = planned.atLeft;
    piece.atRight = planned.atRight;
    piece.pair = planned.pair;
    piece.ontoOthers = planned.ontoOthers;
    piece.outline = std::move(planned.outline);
    piece.seam = planned.seam;
    piece.marks = std::move(planned.marks);
    piece.handles = std::move(planned.handles);
    piece.width = planned.width;
    piece.length = planned.length;
    piece.program = writePiece(ground, planned.knitting, key(planned.key));
    piece.fabric = knit(piece.program, &siblings);
    return piece;
}

/// A piece that is knitted stitch for stitch like an earlier one.
WorkedPiece again(PlannedPiece& planned, const WorkedPiece& earlier) {
    WorkedPiece piece = earlier;
    piece.key = planned.key;
    piece.atLeft = planned.atLeft;
    piece.atRight = planned.atRight;
    piece.pair = planned.pair;
    piece.handles = std::move(planned.handles);
    piece.program.piece = key(piece.key);
    piece.program.worn = worn(piece.key);
    piece.fabric.piece = piece.program.piece;
    for (Finding& finding : piece.fabric.findings)
        finding.piece = piece.program.piece;
    return piece;
}

} // namespace

const Handle* WorkedPiece::handle(HandleKey wanted) const {
    const auto found = std::ranges::find(handles, wanted, &Handle::key);
    return found == handles.end() ? nullptr : &*found;
}

const WorkedPiece* Worked::piece(PieceKey key) const {
    const auto found = std::ranges::find(pieces, key, &WorkedPiece::key);
    return found == pieces.end() ? nullptr : &*found;
}

Worked work(const Project& project) {
    Worked worked;
    worked.article = project.article;
    worked.measured = measured(project.swatch);
    append(worked.findings, swatchFindings(project.swatch));
    if (const auto needs = needsOf(project.article); !needs.empty())
        append(worked.findings, measureFindings(project.wearer, needs));
    findMachineLimits(project, worked.findings);
    append(worked.findings, limitsOf(project.article, project));
    const Checked checked = check(project.article, project);
    worked.widest = checked.widest;
    if (anyError(worked.findings) || !checked.widest)
        return worked;
    append(worked.findings, checked.findings);
    findOtherFabric(project, *checked.widest, checked.fabric, worked.findings);
    findOtherMaking(project, *checked.widest, worked.findings);
    findYarns(project, worked.findings);
    findWasteColour(project, worked.findings);
    heedDecisions(project, worked.findings);
    if (anyError(worked.findings))
        return worked;

    Plan planned = plan(project.article, project, *worked.measured.gauge);
    worked.workings = std::move(planned.workings);
    append(worked.findings, planned.findings);
    layStripes(planned.pieces, project, *worked.measured.gauge);
    worked.pieces.reserve(planned.pieces.size()); // siblings point into it
    Siblings siblings;
    for (PlannedPiece& each : planned.pieces) {
        worked.pieces.push_back(each.twin ? again(each, *worked.piece(*each.twin)) : knitted(each, project, siblings));
        WorkedPiece& piece = worked.pieces.back();
        if (drawingOf(project.article)) // it is called as somebody calls it
            piece.program.worn = render(labelOf(project.article, each.key));
        siblings[piece.program.piece] = &piece.fabric;
        append(worked.findings, piece.fabric.findings);
    }
    if (worked.pieces.empty())
        return worked;

    const auto before = worked.findings.size();
    findTools(project, worked.pieces, worked.findings);
    if (worked.findings.size() > before)
        heedDecisions(project, worked.findings);
    std::vector<const Program*> programs;
    std::vector<const Fabric*> fabrics;
    for (const WorkedPiece& piece : worked.pieces) {
        programs.push_back(&piece.program);
        fabrics.push_back(&piece.fabric);
    }
    worked.plannedJoins = inOrder(std::move(planned.joins), project.joinOrder);
    takeMoreBars(worked.plannedJoins, worked.measured.gauge->rows.unit());
    useWays(worked.plannedJoins, project.joinWays);
    worked.joins = joined(worked.plannedJoins, siblings, *worked.measured.gauge, project.hand);
    std::map<std::string, Program*> toMark;
    for (WorkedPiece& piece : worked.pieces)
        toMark[piece.program.piece] = &piece.program;
    layTails(worked.joins, toMark);
    for (const Join& join : worked.joins)
        append(worked.findings, join.findings);
    worked.supplies = supplies(project, programs, fabrics, worked.joins);
    append(worked.findings, worked.supplies.findings);
    return worked;
}

Project dragged(Project project, const Handle& handle, int steps) {
    drag(project.article, project, handle, steps);
    return project;
}

} // namespace vestimen
