// SPDX-License-Identifier: GPL-3.0-or-later
// Ease, and measures and ease as they are typed and shown.
#include "core/wearer/measure.h"

#include <fmt/format.h>

namespace vestimen {
namespace {

constexpr Length mm(double value) {
    return Length::millimetres(value);
}

Ease millimetres(double value) {
    return {Ease::Kind::length, value, Fit::easy};
}

Ease percent(double value) {
    return {Ease::Kind::percent, value, Fit::easy};
}

} // namespace

const char* label(Fit fit) {
    static constexpr std::array labels = {"close", "easy", "roomy"};
    return labels[static_cast<std::size_t>(fit)];
}

Ease easeOf(Measure measure, Fit fit) {
    const auto pick = [&](double close, double easy, double roomy) {
        return fit == Fit::close ? close : fit == Fit::easy ? easy : roomy;
    };
    switch (measure) {
    case Measure::chest:
    case Measure::waist:
    case Measure::hip:
        return millimetres(pick(20, 80, 150));
    case Measure::upperArm: // half of the chest's
        return millimetres(pick(10, 40, 75));
    case Measure::wrist:
        return millimetres(pick(15, 40, 60));
    case Measure::headGirth:
        return percent(pick(-10, -8, -4));
    case Measure::palmGirth:
        return percent(pick(0, 2, 6));
    case Measure::ankleGirth:
    case Measure::footGirth:
        return percent(pick(-10, -8, -4));
    default:
        return millimetres(0);
    }
}

EaseTable fitted(Fit fit) {
    EaseTable ease;
    for (const MeasureInfo& each : measureInfos())
        // A head passes through a neck: only a hat takes ease from it.
        if (each.measure != Measure::headGirth && easeOf(each.measure, fit).value != 0.0)
            ease[static_cast<std::size_t>(each.measure)] = Ease::of(fit);
    return ease;
}

EaseTable easyFit() {
    return fitted(Fit::easy);
}

Length easeLength(const Wearer& wearer, const EaseTable& ease, Measure measure) {
    const auto& taken = wearer[measure];
    Ease room = ease[static_cast<std::size_t>(measure)];
    if (room.kind == Ease::Kind::fit) {
        if (taken && taken->onGarment)
            return {};
        room = easeOf(measure, room.fit);
    }
    if (room.kind == Ease::Kind::length)
        return mm(room.value);
    return taken ? taken->value * (room.value / 100.0) : Length();
}

std::optional<Length> withEase(const Wearer& wearer, const EaseTable& ease, Measure measure) {
    const auto& taken = wearer[measure];
    if (!taken)
        return std::nullopt;
    return taken->value + easeLength(wearer, ease, measure);
}

Parsed<MeasureValue> parseMeasure(Measure measure, const std::string& text, LengthUnit bare, bool onGarment) {
    const MeasureInfo& known = info(measure);
    const auto length = parseLength(text, bare);
    if (!length)
        return {std::nullopt, length.problem};
    const bool flat = onGarment && known.onGarment > 0;
    const double factor = flat ? known.onGarment : 1;
    MeasureValue value{*length * factor, false, {}, flat, withUnit(text, bare), {}};
    if (!(value.value >= known.least && value.value <= known.most)) {
        const ReadingUnit unit = bare == LengthUnit::inch         ? ReadingUnit::inches
                                 : bare == LengthUnit::centimetre ? ReadingUnit::centimetres
                                                                  : ReadingUnit::millimetres;
        std::string hint;
        // 40 cm where 4 is sane, or millimetres typed where centimetres are read.
        for (const double slip : {0.1, 10.0})
            if (const Length meant = value.value * slip; meant >= known.least && meant <= known.most) {
                hint = fmt::format(" Did you mean {}?", vestimen::text(meant / factor, unit));
                break;
            }
        return {std::nullopt, fmt::format("{} of {} cannot be: it lies between {} and {}.{}", known.label,
                                          vestimen::text(*length, unit), vestimen::text(known.least / factor, unit),
                                          vestimen::text(known.most / factor, unit), hint)};
    }
    return {value, {}};
}

std::string text(Measure measure, const MeasureValue& value, ReadingUnit unit) {
    const double factor = value.onGarment ? std::max(1, info(measure).onGarment) : 1;
    return asTyped(value.value / factor, value.typed, unit);
}

Parsed<Ease> parseEase(const std::string& text) {
    for (const Fit fit : {Fit::close, Fit::easy, Fit::roomy})
        if (text == label(fit))
            return {Ease::of(fit), {}};
    if (text.empty())
        return {Ease{}, {}};
    if (text.back() == '%') {
        const auto share = parseNumber(text.substr(0, text.size() - 1));
        if (!share || *share < -50 || *share > 200)
            return {std::nullopt, "Ease in percent is a number from -50 to 200."};
        return {percent(*share), {}};
    }
    const auto length = parseLength(text, LengthUnit::millimetre);
    if (!length || abs(*length) > mm(1000))
        return {std::nullopt, "Ease is close, easy, roomy, a length such as 80, 8cm or -10mm, or a share such as 5 %."};
    return {millimetres((*length).mm()), {}};
}

std::string text(const Ease& ease) {
    switch (ease.kind) {
    case Ease::Kind::fit:
        return label(ease.fit);
    case Ease::Kind::percent:
        return number(ease.value, 1) + " %";
    case Ease::Kind::length:
        break;
    }
    return number(ease.value, 1) + " mm";
}

} // namespace vestimen
