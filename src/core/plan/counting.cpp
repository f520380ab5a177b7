// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/counting.h"

#include "core/plan/edge_dues.h"
#include "core/shaping/across_row.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

const char* refusal(const CountForm& form) {
    if (form.multiple > 1)
        return "The pinned {0} of {1} must be a multiple of {3} and {4} more: {2} is used.";
    switch (form.parity) {
    case Parity::even:
        return "The pinned {0} of {1} must be even: {2} is used.";
    case Parity::odd:
        return "The pinned {0} of {1} must be odd: {2} is used.";
    case Parity::any:
        break;
    }
    return "The pinned {0} of {1} cannot be: {2} is used.";
}

} // namespace

Stitches Counting::stitches(CountKey quantity, const char* title, Length width, Stitches seams, CountForm form,
                            const char* reason) {
    Reckoning reckoning{title, {}, {}};
    const CountRequest request{width + gauge_.stitches.unit() * seams.count(), gauge_.stitches, form};
    const auto answer = count(request);
    reckoning.steps.reserve(6);
    reckoning.steps.push_back({{"wide", {}}, width});
    reckoning.steps.push_back(
        {{"÷ {0} a stitch", {Figure{gauge_.stitches.unit().mm(), 3, "mm"}}}, Figure{gauge_.stitches.over(width), 2}});
    if (seams.count() > 0)
        reckoning.steps.push_back({{"and {0} for the seams", {seams}}, Figure{answer->exact, 2}});
    reckoning.steps.push_back({{reason, {}}, answer->count});
    const int made = settled(quantity, *answer, gauge_.stitches, std::move(reckoning), form);
    if (made == answer->count && form.period() > 2)
        sayWhatItCosts(title, width, Stitches(made) - seams, answer->below, form, seams);
    return Stitches(made);
}

void Counting::sayWhatItCosts(const char* title, Length asked, Stitches made, std::optional<int> below,
                              const CountForm& form, Stitches seams) const {
    constexpr double dear = 0.03;
    const Length wide = gauge_.width(made);
    const double off = asked > Length() ? (wide - asked) / asked : 0.0;
    if (std::abs(off) <= dear)
        return;
    Finding finding{Severity::warning, "multiple_costs", {}};
    const Figure percent{std::abs(off) * 100.0, 0, "%"};
    if (below && off > 0.0)
        finding.text = {
            "{0}: they go by {1}, which makes {2} where {3} was asked, {4} more. The next smaller is {5} "
            "stitches, {6}.",
            {Words{title}, form.period(), wide, asked, percent, *below, gauge_.width(Stitches(*below) - seams)}};
    else
        finding.text = {off > 0.0 ? "{0}: they go by {1}, which makes {2} where {3} was asked, {4} more; no smaller "
                                    "count does."
                                  : "{0}: they go by {1}, which makes {2} where {3} was asked, {4} less.",
                        {Words{title}, form.period(), wide, asked, percent}};
    findings_.push_back(std::move(finding));
}

std::optional<Stitches> moreAtTheEdge(Stitches beside, const CountForm& welt) {
    for (const Stitches more : {Stitches(0), Stitches(1), Stitches(2)})
        if (welt.takes((beside + more).count()))
            return more;
    return std::nullopt;
}

bool canLieBeside(const CountForm& welt, const CountForm& form) {
    for (const int more : {0, 1, 2})
        if (both(form, welt.shifted(-more)).multiple > 0)
            return true;
    return false;
}

Stitches Counting::stitchesBeside(const CountForm& welt, CountKey quantity, const char* title, Length width,
                                  Stitches seams, CountForm form, const char* reason) {
    // Of the forms that lie so far off, the one that comes nearest to the width; a pin's own where it has one.
    CountForm best = both(form, welt);
    std::optional<Length> error;
    const auto pin = pins_.find(quantity);
    for (const int more : {0, 1, 2}) {
        const CountForm now = both(form, welt.shifted(-more));
        if (now.multiple == 0)
            continue;
        if (pin != pins_.end() && now.takes(pin->second)) {
            best = now;
            break;
        }
        const auto answer = count({width + gauge_.stitches.unit() * seams.count(), gauge_.stitches, now});
        if (answer && (!error || abs(answer->error) < *error - Length::millimetres(1e-9))) {
            error = abs(answer->error);
            best = now;
        }
    }
    return stitches(quantity, title, width, seams, best.multiple == 0 ? form : best, reason);
}

void Counting::checkSecondRows(const std::vector<int>& rows, const EdgeShaping& how, PieceKey piece) const {
    if (!how.everySecondRow || std::ranges::all_of(rows, [](int row) { return row % 2 == 0; }))
        return;
    const auto isSame = [&](const Finding& each) {
        return each.code == "every_second_row" && each.piece == key(piece);
    };
    if (std::ranges::none_of(findings_, isSame))
        findings_.push_back({Severity::warning,
                             "every_second_row",
                             {"On every second row alone {0} steps do not go into the rows there are, so some fall on "
                              "the rows between: more rows, or fewer stitches to move, would do.",
                              {static_cast<int>(rows.size())}},
                             key(piece)});
}

std::optional<Slope> Counting::slope(const SlopeRequest& request, const EdgeShaping& how, double tolerance,
                                     PieceKey piece) const {
    auto shape = shapedSlope(request, how, tolerance);
    if (shape)
        checkSecondRows(shape->eventRows(), how, piece);
    return shape;
}

Rows Counting::rows(CountKey quantity, const char* title, Length length, CountForm form, const char* reason,
                    std::optional<Gauge> own) {
    Reckoning reckoning{title, {}, {}};
    const Gauge gauge = own.value_or(gauge_.rows);
    const auto answer = count({length, gauge, form});
    reckoning.steps.reserve(6);
    reckoning.steps.push_back({{"long", {}}, length});
    reckoning.steps.push_back(
        {{own ? "÷ {0} a row, by its own swatch" : "÷ {0} a row", {Figure{gauge.unit().mm(), 3, "mm"}}},
         Figure{answer->exact, 2}});
    reckoning.steps.push_back({{reason, {}}, answer->count});
    return Rows(settled(quantity, *answer, gauge, std::move(reckoning), form));
}

WeltCounts Counting::welt(CountKey quantity, const char* title, const Welt& welt, AcrossWay across) {
    WeltCounts counts{welt.kind, {}, {}, {}, across, welt.yarn, welt.making};
    const WeltTraits& kind = traits(welt.kind);
    if (kind.layers == 2) {
        counts.knitted = rows(quantity, title, welt.depth * 2.0, evenCount, "twice the depth, even, to be folded");
        counts.visible = counts.knitted / 2 + Rows(kind.closedByARow ? 1 : 0);
    } else if (kind.layers == 1) {
        counts.knitted = counts.visible =
            rows(quantity, title, welt.depth, evenCount, "even, so that the carriage comes back");
    }
    return counts;
}

void Counting::gather(WeltCounts& welt, Stitches beside, double share, CountKey quantity) {
    welt.gathered = gathered(beside, share, traits(welt.kind).form);
    if (welt.gathered > Stitches(0))
        working(quantity).steps.push_back(
            {{"gathered into its edge, {0} fewer", {welt.gathered}}, beside - welt.gathered});
}

Rows Counting::remainder(CountKey quantity, const char* title, std::vector<Step> steps, int value) {
    Reckoning reckoning{title, std::move(steps), {}};
    CountAnswer answer;
    answer.count = value;
    answer.made = gauge_.rows.unit() * value;
    answer.below = value - 1;
    answer.above = value + 1;
    return Rows(settled(quantity, answer, gauge_.rows, std::move(reckoning), anyCount));
}

void Counting::error(FindingCode code, Phrase text, PieceKey piece) {
    findings_.push_back({Severity::error, code, std::move(text), key(piece)});
}

void Counting::note(FindingCode code, Phrase text, PieceKey piece) {
    findings_.push_back({Severity::note, code, std::move(text), key(piece)});
}

void Counting::warning(FindingCode code, Phrase text, PieceKey piece) {
    findings_.push_back({Severity::warning, code, std::move(text), key(piece)});
}

bool Counting::fitsBed(Stitches stitches, PieceKey piece, const char* text) {
    if (stitches <= needles_)
        return true;
    // With room for the seams and for what a rib's form adds, rounded down: it does fit then.
    const Stitches seams(2);
    const Length wide = gauge_.width(stitches - seams);
    const double fitting = std::floor(1000.0 * (needles_ - seams - Stitches(2)).count() / wide.mm()) / 10.0;
    error("too_wide", {text, {stitches, gauge_.width(stitches), needles_, gauge_.width(needles_), Figure{fitting, 1}}},
          piece);
    return false;
}

int Counting::settled(CountKey quantity, const CountAnswer& answer, Gauge gauge, Reckoning reckoning, CountForm form) {
    int value = answer.count;
    if (const auto pin = pins_.find(quantity); pin != pins_.end() && pin->second != value) {
        if (pin->second >= 1 && pin->second <= 2000 && form.takes(pin->second)) {
            const Length cost = gauge.unit() * (pin->second - answer.count);
            reckoning.steps.push_back({{"pinned by you; it costs", {}}, cost});
            value = pin->second;
        } else {
            findings_.push_back(
                {Severity::warning,
                 "pin_refused",
                 {refusal(form),
                  {std::string(reckoning.title), pin->second, value, form.multiple, form.plus % form.multiple}}});
        }
    }
    if (answer.below)
        reckoning.steps.push_back({{"one down: {0}", {*answer.below}}, gauge.unit() * (*answer.below - value)});
    reckoning.steps.push_back({{"one up: {0}", {answer.above}}, gauge.unit() * (answer.above - value)});
    reckoning.result = value;
    workings_[quantity] = std::move(reckoning);
    return value;
}
} // namespace vestimen
