// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/garment_options.h"

namespace vestimen {
namespace {

template<class Kind> const char* labelOf(Kind value) {
    return optionsOf<Kind>[static_cast<std::size_t>(value)].label;
}

} // namespace

const char* label(BodyKind body) {
    return labelOf(body);
}
const char* label(Closure closure) {
    return labelOf(closure);
}
const char* label(NeckSchool school) {
    return labelOf(school);
}
const char* label(ShoulderKind shoulder) {
    return labelOf(shoulder);
}
const char* label(SleeveSchool school) {
    return labelOf(school);
}
const char* label(HemLine hem) {
    return labelOf(hem);
}
const char* label(NeckKind neck) {
    return labelOf(neck);
}
const char* label(SideKind sides) {
    return labelOf(sides);
}

void chooseNeck(Garment& garment, EaseTable& ease, NeckKind neck) {
    garment.neck.kind = neck;
    Ease& depth = ease[static_cast<std::size_t>(Measure::frontNeckDepth)];
    if (neck == NeckKind::vee && depth == Ease{})
        depth = {Ease::Kind::length, usualVeeDepth.mm()};
}

} // namespace vestimen
