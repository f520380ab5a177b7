// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/rehearsal.h"

#include "cli/reading.h"
#include "core/bed/virtual_bed.h"
#include "core/format/format_of.h"
#include "core/format/program_json.h"
#include "core/format/rehearsal_json.h"
#include "core/reckoner/reckoner.h"
#include "core/swatch_plan.h"

#include <fmt/format.h>

#include <set>

namespace vestimen {
namespace {

void print(const Rehearsed& piece) {
    fmt::print("{}: {} rows, {} loops, {} ends\n", printable(piece.program->piece), piece.fabric->passes.size(),
               piece.fabric->loops.size(), piece.fabric->ends);
}

/// Prints pieces and findings; returns the exit code. `findings`: of the pieces and of the whole.
int report(const std::vector<Rehearsed>& pieces, const std::vector<Finding>& findings, bool asJson) {
    if (asJson) {
        std::vector<Finding> general;
        for (const Finding& finding : findings)
            if (finding.operation < 0) // the others stand with their pieces
                general.push_back(finding);
        fmt::print("{}", rehearsalJson(pieces, general));
    } else {
        for (const Finding& finding : findings)
            print(finding);
        for (const Rehearsed& piece : pieces)
            print(piece);
    }
    return anyError(findings) ? 1 : 0;
}

int rehearseProject(const Project& project, bool asJson) {
    const SwatchPlan plan = planSwatch(project);
    const Worked worked = work(project);
    std::vector<Rehearsed> pieces;
    if (plan.program)
        pieces.push_back({&*plan.program, &plan.fabric});
    for (const WorkedPiece& piece : worked.pieces)
        pieces.push_back({&piece.program, &piece.fabric});
    std::vector<Finding> findings = plan.findings;
    findings.insert(findings.end(), worked.findings.begin(), worked.findings.end());
    const int code = report(pieces, findings, asJson);
    return worked.sound() ? code : 1;
}

/// A program and those that it hangs from, each after what it needs.
class ProgramFiles {
public:
    explicit ProgramFiles(std::filesystem::path folder) : folder_(std::move(folder)) {}

    void add(const std::string& file, const Program& program) {
        if (!begun_.insert(program.piece).second)
            throw UsageError(fmt::format("{}: the piece “{}” hangs from one that hangs from it", file, program.piece));
        for (const Operation& operation : program.operations)
            if (const auto* hang = std::get_if<operation::Hang>(&operation.action))
                for (const auto* sources : {&hang->sources, &hang->allOf})
                    for (const HangSource& source : *sources)
                        if (!source.piece.empty() && !siblings_.contains(source.piece))
                            addSibling(file, source.piece);
        Run& run = *runs_.emplace_back(std::make_unique<Run>(Run{program, {}}));
        run.fabric = knit(run.program, &siblings_);
        siblings_[run.program.piece] = &run.fabric;
    }

    int report(bool asJson) const {
        std::vector<Rehearsed> pieces;
        std::vector<Finding> findings;
        for (const auto& run : runs_) {
            pieces.push_back({&run->program, &run->fabric});
            findings.insert(findings.end(), run->fabric.findings.begin(), run->fabric.findings.end());
        }
        return vestimen::report(pieces, findings, asJson);
    }

private:
    struct Run {
        Program program;
        Fabric fabric;
    };

    void addSibling(const std::string& file, const std::string& piece) {
        if (piece.find('/') != std::string::npos || piece.front() == '.')
            throw UsageError(
                fmt::format("{}: “{}” is no name of a piece; a name has no “/” and begins with no point", file, piece));
        const std::string beside = (folder_ / (piece + ".json")).string();
        if (!std::filesystem::exists(beside))
            throw UsageError(
                fmt::format("{}: it hangs from the piece “{}”; put {}.json beside it", file, piece, piece));
        const Program program = parsed(beside, programFromJson);
        if (program.piece != piece)
            throw UsageError(fmt::format("{}: its piece is “{}” and should be “{}”", beside, program.piece, piece));
        add(beside, program);
    }

    std::filesystem::path folder_;
    std::set<std::string> begun_;
    std::vector<std::unique_ptr<Run>> runs_; ///< whose addresses stay
    Siblings siblings_;
};

} // namespace

int rehearse(const std::string& file, bool asJson) {
    const std::string text = readFile(file);
    if (formatOf(text) != "vestimen-program")
        return rehearseProject(parsed(file, projectFromJson), asJson);
    ProgramFiles files(std::filesystem::path(file).parent_path());
    files.add(file, parsed(file, programFromJson));
    return files.report(asJson);
}

} // namespace vestimen
