// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/knitting.h"

#include "core/knitting/welt.h"

namespace vestimen {

void Knitting::name(Rows row, const char* left, const char* right, std::optional<Rows> from, std::optional<Rows> to) {
    at(row, act::Name{left, Side::left, from, to});
    at(row, act::Name{right, Side::right, from, to});
}

NeedleSpan firstRow(const Knitting& knitting) {
    const NeedleSpan middle = centred(knitting.stitches);
    return {middle.first.shifted(knitting.shift), middle.last.shifted(knitting.shift)};
}

Rows rowsBefore(const Knitting& knitting) {
    if (const auto* welt = std::get_if<WeltCounts>(&knitting.begin))
        return Rows(weltPasses(*welt, knitting.wasteRows, knitting.ravelCord));
    return Rows(std::holds_alternative<BegunOpen>(knitting.begin)
                    ? passesWithoutWelt(knitting.wasteRows, knitting.ravelCord)
                    : 0);
}

namespace {

Rows rowsNamedIn(const std::vector<Stage>& stages, std::string_view name) {
    Rows rows;
    for (const Stage& stage : stages)
        if (const auto* named = std::get_if<act::Name>(&stage.act)) {
            if (named->name == name && named->from && named->to)
                rows += *named->to - *named->from;
        } else if (const auto* branches = std::get_if<act::Branches>(&stage.act)) {
            for (const Branch& each : branches->each)
                rows += rowsNamedIn(each.stages, name);
        }
    return rows;
}

} // namespace

Rows rowsNamed(const Knitting& knitting, std::string_view name) {
    return rowsNamedIn(knitting.stages, name);
}

Side carriageAfter(const Knitting& knitting, Rows rows) {
    return (rowsBefore(knitting) + rows).isEven() ? knitting.carriage : opposite(knitting.carriage);
}

} // namespace vestimen
