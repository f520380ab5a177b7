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

Side carriageAfter(const Knitting& knitting, Rows rows) {
    return (rowsBefore(knitting) + rows).isEven() ? knitting.carriage : opposite(knitting.carriage);
}

} // namespace vestimen
