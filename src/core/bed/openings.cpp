// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/bed/openings.h"

#include <charconv>

namespace vestimen {
namespace {

/// The kept, bound or cast-on loops of a name.
std::span<const LoopId> listed(const HangSource& source, const Fabric& fabric) {
    const auto& named = source.kind == HangSource::Kind::bound    ? fabric.bound
                        : source.kind == HangSource::Kind::castOn ? fabric.castOn
                                                                  : fabric.kept;
    const auto found = named.find(source.name);
    return found == named.end() ? std::span<const LoopId>() : std::span(found->second);
}

/// The pass that a source is the loops of; null where there is none.
const Pass* passOf(const HangSource& source, const Fabric& fabric) {
    if (source.kind == HangSource::Kind::first)
        return fabric.firstMainPass ? &fabric.passes[*fabric.firstMainPass] : nullptr;
    std::size_t number = 0;
    const char* end = source.name.data() + source.name.size();
    const auto [stop, error] = std::from_chars(source.name.data(), end, number);
    const bool isOne = error == std::errc() && stop == end && number >= 1 && number <= fabric.passes.size();
    return isOne ? &fabric.passes[number - 1] : nullptr;
}

/// By the bed's needles, from left to right.
std::vector<LoopId> rowOf(const HangSource& source, const Fabric& fabric, const Needles& needles) {
    std::vector<LoopId> row(needles.size(), noLoop);
    const Pass* found = passOf(source, fabric);
    if (!found)
        return row;
    const Pass& pass = *found;
    const LoopId end = pass.firstLoop + pass.loopCount;
    for (auto loop = fabric.loops.from(pass.firstLoop); loop.id() < end;) {
        const Needle first = (*loop).needle();
        const LoopId alike = std::min(loop.alike(), end - loop.id());
        for (LoopId i = 0; i < alike; ++i)
            if (const Needle needle = first.shifted(loop.step() * static_cast<int>(i)); needles.has(needle))
                row[needles.index(needle)] = loop.id() + i;
        loop.skip(alike);
    }
    return row;
}

} // namespace

const Fabric* fabricOf(const HangSource& source, const Fabric& own, const Siblings* siblings) {
    if (source.piece.empty())
        return &own;
    if (!siblings || source.kind == HangSource::Kind::bar)
        return nullptr;
    const auto sibling = siblings->find(source.piece);
    return sibling == siblings->end() ? nullptr : sibling->second;
}

int openingCount(const HangSource& source, const Fabric* fabric) {
    if (!fabric)
        return 0;
    switch (source.kind) {
    case HangSource::Kind::first:
    case HangSource::Kind::row: {
        const Pass* pass = passOf(source, *fabric);
        return pass ? static_cast<int>(pass->loopCount) : 0;
    }
    case HangSource::Kind::edge:
        return fabric->edgeRows(source.name);
    case HangSource::Kind::kept:
    case HangSource::Kind::bound:
    case HangSource::Kind::castOn:
        return static_cast<int>(listed(source, *fabric).size());
    case HangSource::Kind::bar:
        break;
    }
    return 0;
}

Openings::Openings(const HangSource& source, const Fabric* fabric, const Needles& needles) {
    if (!fabric)
        return;
    kind_ = source.kind;
    switch (source.kind) {
    case HangSource::Kind::first:
    case HangSource::Kind::row:
        found_ = rowOf(source, *fabric, needles);
        break;
    case HangSource::Kind::edge:
        found_ = fabric->edge(source.name);
        break;
    case HangSource::Kind::kept:
    case HangSource::Kind::bound:
    case HangSource::Kind::castOn:
        loops_ = listed(source, *fabric);
        return;
    case HangSource::Kind::bar:
        return;
    }
    loops_ = found_;
}

} // namespace vestimen
