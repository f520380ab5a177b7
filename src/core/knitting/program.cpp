// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/program.h"

namespace vestimen {

std::optional<YarnNumber> numberOf(const ProgramYarn& yarn) {
    if (yarn.role != YarnRole::main || yarn.id.empty() || yarn.id[0] < 'A' || yarn.id[0] >= 'A' + mostYarns)
        return std::nullopt;
    const YarnNumber number = yarn.id[0] - 'A';
    return yarn.id == yarnId(number) || yarn.id == ownBallId(number) ? std::optional(number) : std::nullopt;
}

std::string toText(const HangSource& source) {
    const std::string prefix = source.piece.empty() ? "" : source.piece + "/";
    switch (source.kind) {
    case HangSource::Kind::first:
        return prefix + "first";
    case HangSource::Kind::bar:
        return prefix + "bar";
    case HangSource::Kind::edge:
        return prefix + "edge:" + source.name;
    case HangSource::Kind::bound:
        return prefix + "bound:" + source.name;
    case HangSource::Kind::castOn:
        return prefix + "cast:" + source.name;
    case HangSource::Kind::row:
        return prefix + "row:" + source.name;
    case HangSource::Kind::kept:
        break;
    }
    return prefix + "kept:" + source.name;
}

const operation::Tail* tailOf(const Operation& operation) {
    return std::visit(
        []<class Op>(const Op& op) -> const operation::Tail* {
            if constexpr (requires { op.tail; })
                return &op.tail;
            else
                return nullptr;
        },
        operation.action);
}

operation::Tail* tailOf(Operation& operation) {
    return const_cast<operation::Tail*>(tailOf(std::as_const(operation)));
}

int passCount(const Program& program) {
    int passes = 0;
    for (const Operation& each : program.operations)
        if (const auto* knit = std::get_if<operation::Knit>(&each.action))
            passes += knit->rows.count();
    return passes;
}

} // namespace vestimen
