// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/command_line.h"

#include "cli/exporting.h"
#include "cli/reading.h"
#include "cli/rehearsal.h"

#include <CLI/CLI.hpp>

#include <algorithm>
#include <cstdio>
#include <iostream>
#include <new>
#include <string_view>

namespace vestimen {
namespace {

constexpr int exitBadInput = 2;

/// The end of every subcommand: a full disk or a closed pipe shows when what was printed is written.
bool isPrinted() {
    std::cout.flush();
    const bool isGood = std::cout.good() && std::fflush(stdout) == 0 && std::ferror(stdout) == 0;
    if (!isGood)
        std::cerr << "vestimen: standard output cannot be written: it is closed, or its disk is full\n";
    return isGood;
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
    CLI::App* rehearsal =
        app.add_subcommand("rehearse", "run every program of a project, or one program, on the virtual bed");
    rehearsal->add_option("file", file, "a project's JSON file, or a row program's")->required();
    bool rehearsalAsJson = false;
    rehearsal->add_flag("--json", rehearsalAsJson, "one JSON object");
    std::string folder = ".";
    std::vector<std::string> formats = {"json"};
    CLI::App* exporter = app.add_subcommand("export", "write one file for each piece and format");
    exporter->add_option("project", file, "a project's JSON file")->required();
    exporter->add_option("--to", folder, "folder")->required();
    bool replace = false;
    exporter->add_flag("--replace", replace, "write over files that are there already");
    exporter->add_option("--as", formats, "json, svg, dxf, csv, text")
        ->delimiter(',')
        ->check(CLI::IsMember({"json", "svg", "dxf", "csv", "text"}));

    const auto isWord = [](std::string_view word) {
        return word == "reckon" || word == "rehearse" || word == "export";
    };
    int code = exitBadInput;
    try {
        if (argc > 1 && argv[1][0] != '-' && !isWord(argv[1]))
            throw UsageError(
                fmt::format("{}: one of reckon, rehearse, export is allowed, or no word for the window", argv[1]));
        if (argc > 2 && std::string(argv[1]) == "reckon" && argv[2][0] != '-')
            requireSum(argv[2]);
        app.parse(argc, argv);
        if (reckoner->parsed()) {
            const std::string sum = reckoner->get_subcommands().front()->get_name();
            const SumAnswer answer = reckon(sum, values[sum]);
            std::cout << (asJson[sum] ? vestimen::asJson(sum, answer) : asText(answer));
            code = answer.answered ? 0 : 1;
        } else {
            code = rehearsal->parsed() ? rehearse(file, rehearsalAsJson) : exportPieces(file, folder, formats, replace);
        }
    } catch (const CLI::CallForHelp& help) {
        code = app.exit(help);
    } catch (const CLI::ParseError& error) {
        std::string text = error.what();
        std::replace(text.begin(), text.end(), '\n', ' ');
        std::cerr << "vestimen: " << printable(text) << "\n";
    } catch (const std::bad_alloc&) {
        std::cerr << "vestimen: there is not enough memory for this\n";
    } catch (const std::exception& error) { // UsageError, FileError, and what should not be
        std::cerr << "vestimen: " << printable(error.what()) << "\n";
    }
    return isPrinted() ? code : exitBadInput;
}

} // namespace vestimen
