// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/exporting.h"

#include "cli/reading.h"
#include "core/format/draft_export.h"
#include "core/format/gauge_rule_svg.h"
#include "core/format/joins_json.h"
#include "core/format/piece_export.h"
#include "core/format/program_json.h"
#include "core/joining/join_program.h"
#include "core/swatch_plan.h"

#include <algorithm>

namespace vestimen {
namespace {

struct ExportedFile {
    std::string name;
    std::string text;
};

std::string inFormat(const std::string& format, const Project& project, const Worked& worked,
                     const WorkedPiece& piece) {
    if (format == "json")
        return toJson(piece.program);
    if (format == "svg")
        return toSvg(piece.program, piece.fabric, piece.outline, *worked.measured.gauge, project.yarn.colour);
    if (format == "dxf")
        return draftDxf(worked, {piece.key});
    return format == "csv" ? toCsv(piece.program) : toPlainText(piece.program);
}

std::vector<ExportedFile> allFiles(const Project& project, const Worked& worked,
                                   const std::vector<std::string>& formats) {
    std::vector<ExportedFile> files;
    const auto isWanted = [&](const char* format) { return std::ranges::find(formats, format) != formats.end(); };
    const auto add = [&](const char* format, const char* name, auto text) {
        if (isWanted(format))
            files.push_back({name, text()});
    };
    const SwatchPlan plan = planSwatch(project);
    add("svg", "gauge_rule.svg", [&] {
        return gaugeRuleSvg(
            gaugeRule(project.swatch.field, project.swatch.fieldRows, worked.measured.gauge, project.swatch.name));
    });
    if (plan.program) {
        add("json", "swatch.json", [&] { return toJson(*plan.program); });
        add("csv", "swatch.csv", [&] { return toCsv(*plan.program); });
        add("text", "swatch.txt", [&] { return toPlainText(*plan.program); });
    }
    add("svg", "draft.svg", [&] { return draftSvg(worked, project.yarn.colour); });
    add("dxf", "draft.dxf", [&] { return draftDxf(worked); });
    add("json", "joins.json", [&] { return joinsJson(worked); });
    // What is knitted through both edges is a program as well.
    for (const Join& join : worked.joins)
        if (isWanted("json"))
            if (const auto program = joinProgram(project, join))
                files.push_back({"join_" + join.key + ".json", toJson(*program)});
    add("csv", "counts.csv", [&] { return countsCsv(worked); });
    for (const WorkedPiece& piece : worked.pieces)
        for (const std::string& format : formats)
            files.push_back({piece.program.piece + "." + (format == "text" ? "txt" : format),
                             inFormat(format, project, worked, piece)});
    return files;
}

} // namespace

int exportPieces(const std::string& file, const std::string& folder, const std::vector<std::string>& formats,
                 bool replace) {
    const Project project = parsed(file, projectFromJson);
    const Worked worked = work(project);
    for (const Finding& finding : worked.findings)
        if (finding.severity == Severity::error)
            print(finding);
    if (!worked.sound())
        return 1;
    std::error_code failed;
    std::filesystem::create_directories(folder, failed);
    if (failed || !std::filesystem::is_directory(folder, failed))
        throw UsageError(fmt::format("--to {}: the folder cannot be made", folder));
    const std::vector<ExportedFile> files = allFiles(project, worked, formats);
    // All are looked at before the first is written.
    for (const ExportedFile& each : files) {
        const auto path = std::filesystem::path(folder) / each.name;
        if (std::filesystem::equivalent(path, file, failed))
            throw UsageError(fmt::format("{}: this is the project itself, which is never written over; choose another "
                                         "folder",
                                         path.string()));
        if (!replace && std::filesystem::exists(std::filesystem::symlink_status(path, failed)))
            throw UsageError(
                fmt::format("{}: the file is there already; with --replace it is written anew", path.string()));
    }
    for (const ExportedFile& each : files) {
        const auto path = std::filesystem::path(folder) / each.name;
        writeFile(path, each.text, replace ? Existing::replace : Existing::refuse);
        fmt::print("{}\n", path.string());
    }
    return 0;
}

} // namespace vestimen
