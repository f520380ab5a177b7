// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/tools_used.h"

namespace vestimen {
namespace {

struct Uses {
    std::set<Tool>& tools;

    void operator()(const operation::Reform&) const { tools.insert(Tool::latchTool); }
    void operator()(const operation::CastOn& castOn) const {
        if (castOn.method == CastOnMethod::latchChain)
            tools.insert(Tool::latchTool);
    }
    void operator()(const operation::BindOff& bindOff) const {
        if (traits(bindOff.method).latched)
            tools.insert(Tool::latchTool);
    }
    void operator()(const operation::Say& say) const {
        if (say.code == RemarkCode("across_garter_bar").text())
            tools.insert(Tool::garterBar);
    }
    void operator()(const auto&) const {}
};

} // namespace

std::set<Tool> toolsUsed(const Program& program) {
    std::set<Tool> tools;
    for (const Operation& each : program.operations)
        std::visit(Uses{tools}, each.action);
    return tools;
}

} // namespace vestimen
