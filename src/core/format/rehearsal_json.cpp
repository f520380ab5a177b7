// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/rehearsal_json.h"

#include "core/format/values_json.h"

namespace vestimen {
namespace {

Json pieceJson(const Rehearsed& piece) {
    const Fabric& fabric = *piece.fabric;
    Json rows = Json::array();
    for (const Pass& pass : fabric.passes)
        rows.push_back({{"row", pass.row},
                        {"yarn", piece.program->yarns[pass.yarn].id},
                        {"stitches", pass.loopCount},
                        {"carriage", pass.from == Side::left ? "right" : "left"}});
    Json yarns = Json::object();
    for (std::size_t yarn = 0; yarn < fabric.loopsPerYarn.size(); ++yarn)
        yarns[piece.program->yarns[yarn].id] = fabric.loopsPerYarn[yarn];
    Json kept = Json::object();
    for (const auto& [name, loops] : fabric.kept)
        kept[name] = loops.size();
    Json bound = Json::object();
    for (const auto& [name, loops] : fabric.bound)
        bound[name] = loops.size();
    Json edges = Json::object();
    for (const NamedEdge& edge : fabric.edges)
        edges[edge.name] = fabric.edgeRows(edge.name);
    Json findings = Json::array();
    for (const Finding& finding : fabric.findings)
        findings.push_back(findingJson(finding));
    return {{"piece", piece.program->piece}, {"rows", fabric.passes.size()},
            {"loops", fabric.loops.size()},  {"ends", fabric.ends},
            {"by_row", std::move(rows)},     {"loops_by_yarn", std::move(yarns)},
            {"kept", std::move(kept)},       {"bound", std::move(bound)},
            {"edges", std::move(edges)},     {"findings", std::move(findings)}};
}

} // namespace

std::string rehearsalJson(const std::vector<Rehearsed>& pieces, const std::vector<Finding>& general) {
    Json json = {{"format", "vestimen-rehearsal"}, {"version", 1}};
    json["pieces"] = Json::array();
    for (const Rehearsed& piece : pieces)
        json["pieces"].push_back(pieceJson(piece));
    json["findings"] = Json::array();
    for (const Finding& finding : general)
        json["findings"].push_back(findingJson(finding));
    return json.dump(1) + "\n";
}

} // namespace vestimen
