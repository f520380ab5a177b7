// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/work.h"

#include "core/bed/virtual_bed.h"
#include "core/knitting/garment_programs.h"
#include "core/knitting/piece_parts.h"

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
    if (!machine.canHold)
        findings.push_back(
            {Severity::error,
             "cannot_hold",
             {"The neck and shoulders are worked with held needles, and this machine cannot hold.", {}}});
    for (const EdgeShaping& edge : project.choices.edges)
        if (edge.inset < 1 || edge.inset > 7) {
            findings.push_back({Severity::error,
                                "inset",
                                {"Increases and decreases {0} stitches in cannot be: 1 to 7 can.", {edge.inset}}});
            break;
        }
    if (project.choices.wasteRows < Rows(2) || project.choices.wasteRows > Rows(60))
        findings.push_back(
            {Severity::error,
             "waste_rows",
             {"{0} rows of waste yarn cannot be: 2 to 60 can; 10 or more are safe.", {project.choices.wasteRows}}});
}

/// A swatch of another fabric tells a plain piece's size only roughly (craft 4): the likely error at its width.
void findOtherFabric(const Project& project, Length width, std::vector<Finding>& findings) {
    const FabricKind fabric = project.swatch.fabric;
    if (fabric == FabricKind::plain || project.swatch.treatments.empty())
        return;
    const double share = fabric == FabricKind::patterned ? 0.05 : fabric == FabricKind::mockRib ? 0.2 : 0.3;
    findings.push_back({Severity::warning,
                        "other_fabric",
                        {"The swatch is {0} and the pieces are plain: a piece {1} wide may come out {2} off. Knit a "
                         "plain swatch.",
                         {std::string(label(fabric)), width, width * share}}});
}

/// Another yarn, strand count or machine than the swatch's has another gauge (craft 4): said with what a gauge that is
/// a twentieth off makes.
void findOtherMaking(const Project& project, Length width, std::vector<Finding>& findings) {
    const Swatch& swatch = project.swatch;
    if (swatch.treatments.empty())
        return;
    const auto say = [&](FindingCode code, const char* text, Operand of, Operand now) {
        findings.push_back({Severity::warning, code, {text, {std::move(of), std::move(now), width * 0.05, width}}});
    };
    const auto differs = [](const std::string& of, const std::string& now) {
        return !of.empty() && !now.empty() && of != now;
    };
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

WorkedPiece workPiece(const Project& project, const Worked& worked, PieceKind kind, const Siblings& siblings) {
    const GarmentCounts& counts = *worked.counts;
    const FabricGauge& gauge = *worked.measured.gauge;
    const Stitches seams(project.choices.seamStitches ? 2 : 0);
    WorkedPiece piece;
    piece.kind = kind;
    piece.program = writePiece(project, counts, kind);
    piece.fabric = knit(piece.program, &siblings);
    switch (kind) {
    case PieceKind::back:
    case PieceKind::leftBack:
    case PieceKind::rightBack:
    case PieceKind::front:
    case PieceKind::leftFront:
    case PieceKind::rightFront:
        piece.outline = bodyOutline(*worked.measures, kind, project.choices.bodyWelt.depth);
        piece.width = gauge.width((isHalf(kind) ? counts.ofHalf(counts.half(kind), std::max(counts.body, counts.hem))
                                                : std::max(counts.body, counts.hem)) -
                                  seams);
        piece.length = gauge.height(counts.bodyLength());
        break;
    case PieceKind::leftSleeve:
    case PieceKind::rightSleeve:
        piece.outline = sleeveOutline(*worked.measures, kind);
        if (project.choices.sleevesKnittedDown())
            piece.outline = upsideDown(std::move(piece.outline), worked.measures->sleeveLength);
        piece.width = gauge.width(counts.sleeveTop - seams);
        piece.length = gauge.height(counts.sleeveLength());
        break;
    case PieceKind::neckTrim:
    case PieceKind::secondNeckTrim:
        piece.width = gauge.width(kind == PieceKind::neckTrim ? counts.trimFirst : counts.trim - counts.trimFirst);
        piece.length = gauge.height(counts.trimRows / 2);
        break;
    case PieceKind::leftArmTrim:
    case PieceKind::rightArmTrim:
        piece.width = gauge.width(counts.armTrim);
        piece.length = gauge.height(counts.armTrimRows / 2);
        break;
    case PieceKind::leftBand:
    case PieceKind::rightBand:
        piece.width = gauge.width(counts.band);
        piece.length = gauge.height(counts.bandRows / 2);
        break;
    }
    return piece;
}

/// Both sleeves are knitted alike, unless each hangs from its own armhole: the right one is the left one again.
WorkedPiece rightSleeveLike(const WorkedPiece& left) {
    WorkedPiece right = left;
    right.kind = PieceKind::rightSleeve;
    right.program.piece = key(right.kind);
    right.program.worn = worn(right.kind);
    right.fabric.piece = right.program.piece;
    for (Finding& finding : right.fabric.findings)
        finding.piece = right.program.piece;
    return right;
}

} // namespace

const WorkedPiece* Worked::piece(PieceKind kind) const {
    for (const WorkedPiece& each : pieces)
        if (each.kind == kind)
            return &each;
    return nullptr;
}

Worked work(const Project& project) {
    Worked worked;
    worked.choices = project.choices;
    worked.measured = measured(project.swatch);
    append(worked.findings, swatchFindings(project.swatch));
    append(worked.findings, measureFindings(project.wearer, garmentNeeds(project.choices)));
    findMachineLimits(project, worked.findings);
    worked.measures = garmentMeasures(project);
    if (anyError(worked.findings) || !worked.measures)
        return worked;
    append(worked.findings, garmentFindings(*worked.measures, project));
    findOtherFabric(project, worked.measures->width, worked.findings);
    findOtherMaking(project, worked.measures->width, worked.findings);
    if (anyError(worked.findings))
        return worked;

    CountedGarment counted = countGarment(project, *worked.measures, *worked.measured.gauge);
    worked.counts = std::move(counted.counts);
    worked.workings = std::move(counted.workings);
    append(worked.findings, counted.findings);
    if (!worked.counts)
        return worked;

    const std::vector<PieceKind> pieces = piecesOf(project.choices);
    worked.pieces.reserve(pieces.size()); // siblings point into it
    Siblings siblings;
    for (const PieceKind kind : pieces) {
        const bool again = kind == PieceKind::rightSleeve && !project.choices.sleevesKnittedDown();
        worked.pieces.push_back(again ? rightSleeveLike(*worked.piece(PieceKind::leftSleeve))
                                      : workPiece(project, worked, kind, siblings));
        const WorkedPiece& piece = worked.pieces.back();
        siblings[piece.program.piece] = &piece.fabric;
        append(worked.findings, piece.fabric.findings);
    }

    JoinInput input;
    input.gauge = *worked.measured.gauge;
    std::vector<const Program*> programs;
    std::vector<const Fabric*> fabrics;
    for (const WorkedPiece& piece : worked.pieces) {
        input.fabrics[piece.kind] = &piece.fabric;
        programs.push_back(&piece.program);
        fabrics.push_back(&piece.fabric);
    }
    input.counts = &*worked.counts;
    input.choices = project.choices;
    worked.joins = garmentJoins(input);
    for (const Join& join : worked.joins)
        append(worked.findings, join.findings);
    worked.supplies = supplies(project, programs, fabrics, worked.joins);
    append(worked.findings, worked.supplies.findings);
    return worked;
}

} // namespace vestimen
