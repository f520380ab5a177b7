// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/command_line.h"

#include "core/format/draft_export.h"
#include "core/format/gauge_rule_svg.h"
#include "core/format/piece_export.h"
#include "core/format/program_json.h"
#include "core/format/project_json.h"
#include "core/reckoner/reckoner.h"
#include "core/swatch_plan.h"

#include <CLI/CLI.hpp>
#include <fmt/format.h>
#include <fmt/ostream.h>

#include <filesystem>
#include <fstream>
#include <iostream>
#include <sstream>

namespace vestimen {
namespace {

constexpr int exitBadInput = 2;

Project readProject(const std::string& file) {
    std::ifstream stream(file, std::ios::binary);
    if (!stream)
        throw UsageError(fmt::format("{}: the file cannot be opened", file));
    std::ostringstream text;
    text << stream.rdbuf();
    try {
        return projectFromJson(text.str());
    } catch (const FormatError& error) {
        throw UsageError(fmt::format("{}: {}", file, error.what()));
    }
}

void print(const Finding& finding) {
    std::string place;
    if (!finding.piece.empty())
        place = finding.piece + (finding.row >= 0 ? fmt::format(", row {}", finding.row) : "") + ": ";
    fmt::print("{} {}: {}{}\n", name(finding.severity), finding.code, place, render(finding.text));
}

int rehearse(const std::string& file) {
    const Project project = readProject(file);
    const SwatchPlan plan = planSwatch(project);
    for (const Finding& finding : plan.findings)
        print(finding);
    if (plan.program)
        fmt::print("{}: {} rows, {} loops, {} ends\n", plan.program->piece, plan.fabric.passes.size(),
                   plan.fabric.loops.size(), plan.fabric.ends);
    const Worked worked = work(project);
    for (const Finding& finding : worked.findings)
        print(finding);
    for (const WorkedPiece& piece : worked.pieces)
        fmt::print("{}: {} rows, {} loops, {} ends\n", piece.program.piece, piece.fabric.passes.size(),
                   piece.fabric.loops.size(), piece.fabric.ends);
    return worked.sound() && !anyError(plan.findings) ? 0 : 1;
}

void writeFile(const std::filesystem::path& path, const std::string& text) {
    std::ofstream stream(path, std::ios::binary | std::ios::trunc);
    stream << text;
    stream.close();
    if (!stream)
        throw UsageError(fmt::format("{}: the file cannot be written", path.string()));
}

int exportPieces(const std::string& file, const std::string& folder, const std::vector<std::string>& formats) {
    const Project project = readProject(file);
    const Worked worked = work(project);
    for (const Finding& finding : worked.findings)
        if (finding.severity == Severity::error)
            print(finding);
    if (!worked.sound())
        return 1;
    std::error_code failed;
    std::filesystem::create_directories(folder, failed);
    if (failed)
        throw UsageError(fmt::format("--to {}: the folder cannot be made", folder));
    const SwatchPlan plan = planSwatch(project);
    const auto wanted = [&](const char* format) {
        return std::find(formats.begin(), formats.end(), format) != formats.end();
    };
    const auto write = [&](const std::string& name, const std::string& text) {
        const auto path = std::filesystem::path(folder) / name;
        writeFile(path, text);
        fmt::print("{}\n", path.string());
    };
    if (wanted("svg"))
        write("gauge_rule.svg", gaugeRuleSvg(gaugeRule(project.swatch.field, project.swatch.fieldRows,
                                                       worked.measured.gauge, project.swatch.name)));
    if (plan.program && wanted("json"))
        write("swatch.json", toJson(*plan.program));
    if (plan.program && wanted("csv"))
        write("swatch.csv", toCsv(*plan.program));
    if (plan.program && wanted("text"))
        write("swatch.txt", toPlainText(*plan.program));
    if (wanted("svg"))
        write("draft.svg", draftSvg(worked, project.yarn.colour));
    if (wanted("dxf"))
        write("draft.dxf", draftDxf(worked));
    if (wanted("csv"))
        write("counts.csv", countsCsv(worked));
    for (const WorkedPiece& piece : worked.pieces)
        for (const std::string& format : formats) {
            const auto path =
                std::filesystem::path(folder) / (piece.program.piece + "." + (format == "text" ? "txt" : format));
            if (format == "json")
                writeFile(path, toJson(piece.program));
            else if (format == "svg")
                writeFile(path, toSvg(piece.program, piece.fabric, piece.outline, *worked.measured.gauge,
                                      project.yarn.colour));
            else if (format == "dxf")
                writeFile(path, draftDxf(worked, {piece.kind}));
            else if (format == "csv")
                writeFile(path, toCsv(piece.program));
            else
                writeFile(path, toPlainText(piece.program));
            fmt::print("{}\n", path.string());
        }
    return 0;
}

void requireSum(const std::string& word) {
    if (findSum(word))
        return;
    std::string known;
    for (const Sum& sum : sums())
        known += (known.empty() ? "" : ", ") + std::string(sum.name);
    throw UsageError(fmt::format("reckon {}: one of {} is allowed", word, known));
}

} // namespace

bool isSubcommand(const std::string& word) {
    return word == "reckon" || word == "rehearse" || word == "export";
}

int runSubcommand(int argc, char** argv) {
    CLI::App app("Vestimen for machine knitters", "vestimen");
    app.require_subcommand(1);

    CLI::App* reckoner = app.add_subcommand("reckon", "quick sums");
    reckoner->require_subcommand(1);
    std::map<std::string, std::map<std::string, std::string>> values;
    std::map<std::string, bool> asJson;
    for (const Sum& sum : sums()) {
        CLI::App* command = reckoner->add_subcommand(sum.name, sum.help);
        command->add_flag("--json", asJson[sum.name], "one JSON object");
        for (const SumOption& option : sum.options) {
            const auto keep = [&values, &sum, &option](const std::string& text) {
                values[sum.name][option.name] = text;
            };
            if (option.isFlag)
                command->add_flag_callback(
                    option.name, [keep] { keep(""); }, option.help);
            else
                command->add_option_function<std::string>(option.name, keep, option.help);
        }
    }
    std::string file;
    CLI::App* rehearsal = app.add_subcommand("rehearse", "run every program of a project on the virtual bed");
    rehearsal->add_option("project", file, "a project's JSON file")->required();
    std::string folder = ".";
    std::vector<std::string> formats = {"json"};
    CLI::App* exporter = app.add_subcommand("export", "write one file for each piece and format");
    exporter->add_option("project", file, "a project's JSON file")->required();
    exporter->add_option("--to", folder, "folder")->required();
    exporter->add_option("--as", formats, "json, svg, dxf, csv, text")
        ->delimiter(',')
        ->check(CLI::IsMember({"json", "svg", "dxf", "csv", "text"}));

    try {
        if (argc > 2 && std::string(argv[1]) == "reckon" && argv[2][0] != '-')
            requireSum(argv[2]);
        app.parse(argc, argv);
        if (reckoner->parsed()) {
            const std::string sum = reckoner->get_subcommands().front()->get_name();
            const SumAnswer answer = reckon(sum, values[sum]);
            std::cout << (asJson[sum] ? vestimen::asJson(sum, answer) : asText(answer));
            return answer.answered ? 0 : 1;
        }
        return rehearsal->parsed() ? rehearse(file) : exportPieces(file, folder, formats);
    } catch (const CLI::CallForHelp& help) {
        return app.exit(help);
    } catch (const CLI::ParseError& error) {
        std::string text = error.what();
        std::replace(text.begin(), text.end(), '\n', ' ');
        std::cerr << "vestimen: " << text << "\n";
    } catch (const UsageError& error) {
        std::cerr << "vestimen: " << error.what() << "\n";
    }
    return exitBadInput;
}

} // namespace vestimen
