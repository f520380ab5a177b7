// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/articles.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

template<class Kind> AnyChoice anyOf(const Choice<Kind>& choice) {
    const Field<Kind>& field = choice.field;
    AnyChoice any{choice.key, choice.label, field.form, choice.atTheBeginning, {}, {}, {}, {}};
    any.get = [get = field.get](const Article& article) { return get(std::get<Kind>(article)); };
    any.set = [set = field.set](Article& article, double value) { set(std::get<Kind>(article), value); };
    any.choose = [field](Article& article, EaseTable& ease, double value) {
        Kind& kind = std::get<Kind>(article);
        field.choose ? field.choose(kind, ease, value) : field.set(kind, value);
    };
    if (choice.belongs)
        any.belongs = [belongs = choice.belongs](const Article& article, const Place& place) {
            return belongs(std::get<Kind>(article), place);
        };
    return any;
}

template<class Kind> std::span<const AnyChoice> anyChoices(const Kind& kind) {
    static const std::vector<AnyChoice> all = [&kind] {
        std::vector<AnyChoice> any;
        for (const Choice<Kind>& each : choicesOf(kind))
            any.push_back(anyOf(each));
        return any;
    }();
    return all;
}

void addEase(Ground& ground, Measure measure, double mm) {
    Ease& ease = ground.ease[static_cast<std::size_t>(measure)];
    if (ease.kind == Ease::Kind::fit)
        ease = {Ease::Kind::length, easeLength(ground.wearer, ground.ease, measure).mm()};
    if (ease.kind == Ease::Kind::percent) {
        const auto& taken = ground.wearer[measure];
        if (taken && taken->value > Length())
            ease.value += 100.0 * mm / taken->value.mm();
        return;
    }
    ease.value += mm;
}

std::pair<double, double> boundsOf(const ChoiceForm& form) {
    if (const auto* length = std::get_if<ALength>(&form))
        return {length->offered.least, length->offered.most};
    if (const auto* share = std::get_if<AShare>(&form))
        return {share->least, share->most};
    if (const auto* number = std::get_if<ANumber>(&form))
        return {number->offered.least, number->offered.most};
    return {0.0, 1.0};
}

} // namespace

std::string AnyChoice::path() const {
    return *key.within ? std::string(key.within) + '/' + key.key : key.key;
}

const std::vector<Article>& allArticles() {
    static const std::vector<Article> all = []<std::size_t... i>(std::index_sequence<i...>) {
        return std::vector<Article>{Article(std::in_place_index<i>)...};
    }
    (std::make_index_sequence<std::variant_size_v<Article>>());
    return all;
}

const char* keyOf(const Article& article) {
    return std::visit([](const auto& kind) { return kind.key; }, article);
}

const char* labelOf(const Article& article) {
    return std::visit([](const auto& kind) { return kind.label; }, article);
}

const char* usualName(const Article& article) {
    return std::visit([](const auto& kind) { return usualName(kind); }, article);
}

std::span<const AnyChoice> choicesOf(const Article& article) {
    return std::visit([](const auto& kind) { return anyChoices(kind); }, article);
}

const AnyChoice* findChoice(const Article& article, std::string_view path) {
    const auto all = choicesOf(article);
    const auto found = std::ranges::find_if(all, [&](const AnyChoice& each) { return each.path() == path; });
    return found == all.end() ? nullptr : &*found;
}

std::span<const CountKey> countsOf(const Article& article) {
    return std::visit([](const auto& kind) { return countsOf(kind); }, article);
}

std::vector<PieceName> namesOf(const Article& article) {
    return std::visit([](const auto& kind) { return namesOf(kind); }, article);
}

Phrase labelOf(const Article& article, PieceKey piece) {
    for (PieceName& each : namesOf(article))
        if (each.key == piece)
            return std::move(each.label);
    return {"{0}", {piece.text()}};
}

PieceKey inPlaceOf(const Article& article, PieceKey piece) {
    const std::vector<PieceName> names = namesOf(article);
    if (std::ranges::find(names, piece, &PieceName::key) != names.end())
        return piece;
    return std::visit([&](const auto& kind) { return inPlaceOf(kind, piece); }, article);
}

std::vector<Measure> needsOf(const Article& article) {
    return std::visit([](const auto& kind) { return needsOf(kind); }, article);
}

void useUsualEase(const Article& article, EaseTable& ease) {
    std::visit([&](const auto& kind) { useUsualEase(kind, ease); }, article);
}

const Drawing* drawingOf(const Article& article) {
    return std::visit(
        [](const auto& kind) -> const Drawing* {
            if constexpr (requires { kind.drawing; })
                return &kind.drawing;
            else
                return nullptr;
        },
        article);
}

Drawing* drawingOf(Article& article) {
    return const_cast<Drawing*>(drawingOf(std::as_const(article)));
}

std::vector<Finding> limitsOf(const Article& article, const Ground& ground) {
    return std::visit([&](const auto& kind) { return limitsOf(kind, ground); }, article);
}

std::vector<Finding> contradictionsOf(const Article& article, const Ground& ground) {
    return std::visit([&](const auto& kind) { return contradictionsOf(kind, ground); }, article);
}

Checked check(const Article& article, const Ground& ground) {
    return std::visit([&](const auto& kind) { return check(kind, ground); }, article);
}

Plan plan(const Article& article, const Ground& ground, const FabricGauge& gauge) {
    return std::visit([&](const auto& kind) { return plan(kind, ground, gauge); }, article);
}

std::vector<Change<Article>> changesFor(const Article& article, const Ground& ground, const Finding& finding) {
    return std::visit(
        [&](const auto& kind) {
            std::vector<Change<Article>> changes;
            for (auto& each : changesFor(kind, ground, finding))
                changes.push_back({std::move(each.what), std::move(each.article), each.ease, each.elseOnly});
            return changes;
        },
        article);
}

namespace {

/// By so many rows; an even one by an even number, so that it moves with the hand.
void growStripe(Ground& ground, std::size_t index, int rows) {
    const auto gauge = measured(ground.swatch).gauge;
    if (!gauge || index >= ground.stripes.of.size() || rows == 0)
        return;
    Stripe& stripe = ground.stripes.of[index];
    const bool even = ground.stripes.even;
    int now = stripeRows(stripe, gauge->rows, even).count() + rows;
    if (even && now % 2 != 0)
        now += rows > 0 ? 1 : -1;
    const Rows wanted(std::clamp(now, even ? 2 : 1, mostStripeRows.count()));
    if (std::holds_alternative<Rows>(stripe.height))
        stripe.height = wanted;
    else
        stripe.height = gauge->height(wanted);
}

void moveDrawn(Article& article, const DrawnAt& at, double mm) {
    Drawing* drawing = drawingOf(article);
    if (!drawing || at.piece >= drawing->pieces.size())
        return;
    auto* heights = std::get_if<ByHeights>(&drawing->pieces[at.piece].form);
    if (!heights || at.index >= heights->at.size())
        return;
    WidthAt& width = heights->at[at.index];
    Length& moved = at.of == DrawnAt::Of::height ? width.height : at.of == DrawnAt::Of::left ? width.left : width.right;
    moved += Length::millimetres(mm);
}

} // namespace

void drag(Article& article, Ground& ground, const Handle& handle, int steps) {
    for (const Pull& pull : handle.pulls) {
        const double by = pull.perStep * steps;
        if (const auto* measure = std::get_if<Measure>(&pull.what)) {
            addEase(ground, *measure, by);
        } else if (const auto* stripe = std::get_if<StripeAt>(&pull.what)) {
            growStripe(ground, stripe->index, static_cast<int>(std::lround(by)));
        } else if (const auto* drawn = std::get_if<DrawnAt>(&pull.what)) {
            moveDrawn(article, *drawn, by);
        } else if (const AnyChoice* choice = findChoice(article, std::get<const char*>(pull.what))) {
            const auto [least, most] = boundsOf(choice->form);
            const double value = choice->get(article) + by;
            choice->set(article, pull.within ? std::clamp(value, least, most) : value);
        }
    }
}

} // namespace vestimen
