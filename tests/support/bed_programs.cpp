// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/bed_programs.h"

#include <algorithm>

namespace vestimen::test {

Needle at(const char* name) {
    return Needle::parse(name).value();
}

Program program(std::vector<Action> actions) {
    Program result;
    result.piece = "test";
    result.worn = "test";
    result.machine.needles = 20;
    result.yarns = {{"A", "slate", YarnRole::main}, {"W", "cream", YarnRole::waste}, {"B", "rust", YarnRole::contrast}};
    for (Action& action : actions)
        result.operations.push_back({std::move(action), std::nullopt});
    return result;
}

Program onSixNeedles(std::vector<Action> actions) {
    actions.insert(actions.begin(), op::CastOn{"closed_loop", at("L3"), at("R3"), 1, slate, Side::right});
    return program(std::move(actions));
}

std::vector<std::string> codes(const Program& program, const Siblings* siblings) {
    std::vector<std::string> result;
    for (const Finding& finding : knit(program, siblings).findings)
        if (std::find(result.begin(), result.end(), finding.code) == result.end())
            result.emplace_back(finding.code);
    return result;
}

Action allOff() {
    return op::TakeOff{at("L10"), at("R10"), op::Onto::holder, "rest"};
}

} // namespace vestimen::test
