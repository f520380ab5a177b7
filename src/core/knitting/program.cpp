// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/program.h"

namespace vestimen {

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
    case HangSource::Kind::kept:
        break;
    }
    return prefix + "kept:" + source.name;
}

int passCount(const Program& program) {
    int passes = 0;
    for (const Operation& each : program.operations)
        if (const auto* knit = std::get_if<operation::Knit>(&each.action))
            passes += knit->rows.count();
    return passes;
}

} // namespace vestimen
