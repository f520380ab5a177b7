// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/random_projects.h"

#include "core/article/articles.h"

#include <rapidcheck.h>

#include <algorithm>
#include <cmath>

namespace vestimen::test {
namespace {

BindOffMethod randomBindOff() {
    return static_cast<BindOffMethod>(*rc::gen::inRange(0, static_cast<int>(bindOffTraits.size())));
}

} // namespace

double between(double least, double most) {
    return least + (most - least) * *rc::gen::inRange(0, 10001) / 10000.0;
}

WeltMaking randomMaking() {
    WeltMaking making{*rc::gen::element(CastOnMethod::closedLoop, CastOnMethod::latchChain, CastOnMethod::weightedHem),
                      randomBindOff(), *rc::gen::inRange(-2, 3), *rc::gen::arbitrary<bool>(),
                      *rc::gen::arbitrary<bool>()};
    making.rounds = *rc::gen::inRange(0, mostRounds + 1);
    making.linking = *rc::gen::inRange(0, mostRounds + 1);
    making.racked = *rc::gen::element(0, 0, 1, 2, 3);
    making.rackedOver = *rc::gen::inRange(1, mostRacked + 1);
    making.secondLooser = *rc::gen::element(0, 0, -1, 2);
    return making;
}

Welt randomWelt(double least, double most) {
    Welt welt{*rc::gen::elementOf(allWelts), Length::millimetres(between(least, most)), 0.0};
    welt.making = randomMaking();
    return welt;
}

Hat randomHat() {
    Hat hat;
    hat.brim = randomWelt(10, 90);
    hat.turnedUp = *rc::gen::arbitrary<bool>();
    hat.brimRows = *rc::gen::element(0, 0, 35, 52);
    hat.crown = *rc::gen::elementOf(allCrowns);
    hat.firstEvery = *rc::gen::inRange(2, 16);
    hat.plainRows = *rc::gen::inRange(0, 7);
    hat.left = between(0.1, 0.6);
    hat.first = *rc::gen::element(FirstThinned::outermost, FirstThinned::inRhythm);
    hat.from = *rc::gen::element(RoundsFrom::left, RoundsFrom::right, RoundsFrom::byTurns);
    hat.wedges = *rc::gen::inRange(2, 11);
    hat.wrapTurns = *rc::gen::element(true, true, false);
    hat.acrossWay = *rc::gen::elementOf(allAcrossWays);
    hat.seamStitches = *rc::gen::arbitrary<bool>();
    return hat;
}

Project randomProject() {
    Project project;
    project.name = "random";
    project.machine = genericMachines()[static_cast<std::size_t>(*rc::gen::inRange(0, 7))];
    if (*rc::gen::element(true, false, false, false)) { // an odd machine
        project.machine.needles = Stitches(*rc::gen::inRange(110, 261));
        project.machine.holdWrapsItself = *rc::gen::arbitrary<bool>();
        project.machine.hasMast = *rc::gen::arbitrary<bool>();
    }
    // A fabric that such a bed makes: stitches a little narrower than the needles stand apart.
    const Length stitch = project.machine.pitch * between(0.6, 0.95);
    const Length row = stitch * between(0.55, 1.05);
    Treatment treatment;
    for (int i = 0; i < *rc::gen::inRange(1, 5); ++i)
        treatment.widths.emplace_back(TapeReading{stitch * (40 * between(0.99, 1.01))});
    for (int i = 0; i < *rc::gen::inRange(1, 5); ++i)
        treatment.heights.emplace_back(TapeReading{row * (60 * between(0.99, 1.01))});
    project.swatch.treatments = {treatment};
    project.swatch.grams = between(0, 40);
    const StitchSizeScale& sizes = project.machine.sizes;
    project.swatch.size = {*rc::gen::inRange(sizes.lowest * sizes.parts, sizes.highest * sizes.parts + 1)};
    // Somebody between two neighbouring starter sizes, each measure for itself.
    const auto& all = starterSizes();
    const auto size = static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(all.size()) - 1));
    for (std::size_t i = 0; i < measureCount; ++i)
        project.wearer.measures[i] =
            MeasureValue{Length::millimetres(between(all[size].mm[i] * 0.97, all[size + 1].mm[i] * 1.03)), false, {}};
    project.ease[static_cast<std::size_t>(Measure::chest)] = {Ease::Kind::length, between(0, 180)};
    if (*rc::gen::arbitrary<bool>())
        project.ease[static_cast<std::size_t>(Measure::frontNeckDepth)] = {Ease::Kind::percent, between(0, 40)};
    Garment& choices = std::get<Garment>(project.article);
    choices.body.kind = *rc::gen::elementOf(allBodies);
    choices.neck.kind = *rc::gen::elementOf(allNecks);
    choices.opening.closure = *rc::gen::elementOf(allClosures);
    if (choices.neck.kind == NeckKind::boat && (!choices.hasShoulders() || choices.isCardigan()))
        choices.neck.kind = NeckKind::round; // these are not offered
    choices.neck.school = *rc::gen::elementOf(allNeckSchools);
    choices.neck.atBack = *rc::gen::arbitrary<bool>();
    if (*rc::gen::arbitrary<bool>()) {
        choices.neck.flat = between(leastNeckFlat, mostNeckFlat);
        choices.neck.straight = *rc::gen::arbitrary<bool>() ? 0.3 : between(0.0, mostNeckStraight);
        choices.hem.lastAtOnce = *rc::gen::arbitrary<bool>();
        choices.hem.flat = between(leastHemFlat, mostHemFlat);
        choices.hem.profile = *rc::gen::element(Profile::ellipse, Profile::straight);
        choices.neck.profile = *rc::gen::element(Profile::ellipse, Profile::straight);
    }
    choices.neck.trimInTwo = !choices.hasShoulders() || *rc::gen::arbitrary<bool>();
    choices.sleeves.line = *rc::gen::element(SleeveLine::tapered, SleeveLine::tapered, SleeveLine::straight);
    choices.sleeves.reach = *rc::gen::element(SleeveReach::full, SleeveReach::full, SleeveReach::shortened);
    choices.sleeves.school =
        choices.body.kind == BodyKind::raglan ? SleeveSchool::up : *rc::gen::elementOf(allSleeveSchools);
    choices.body.panels = choices.hasShoulders()
                              ? *rc::gen::element(Panels::one, Panels::one, Panels::two, Panels::three, Panels::four)
                              : *rc::gen::element(Panels::one, Panels::two);
    choices.hem.line = *rc::gen::elementOf(allHemLines);
    choices.hem.rise = Length::millimetres(between(20, 80));
    choices.making.weltAfterwards = *rc::gen::arbitrary<bool>();
    choices.sleeves.shortLength = Length::millimetres(between(140, 240));
    choices.straps.width = Length::millimetres(between(25, 60));
    choices.straps.backDepth = Length::millimetres(between(40, 110));
    choices.opening.band.depth = Length::millimetres(between(12, 40));
    choices.opening.buttons = *rc::gen::inRange(0, 9);
    choices.opening.button = Length::millimetres(between(8, 25));
    choices.opening.holes = *rc::gen::element(Side::left, Side::right);
    // A V is deep, and a shaped armhole wants a body wider than the back across.
    if (choices.neck.kind == NeckKind::vee)
        project.ease[static_cast<std::size_t>(Measure::frontNeckDepth)] = {Ease::Kind::length, between(20, 100)};
    if (choices.body.kind != BodyKind::dropShoulder)
        project.ease[static_cast<std::size_t>(Measure::chest)].value += 40.0;
    choices.body.sides = *rc::gen::element(SideKind::straight, SideKind::aLine, SideKind::waisted);
    project.ease[static_cast<std::size_t>(Measure::hip)] = {Ease::Kind::length, between(40, 200)};
    project.ease[static_cast<std::size_t>(Measure::waist)] = {Ease::Kind::length, between(20, 160)};
    choices.body.underarm = Length::millimetres(between(15, 35));
    choices.body.narrower = Length::millimetres(between(5, 20));
    choices.sleeves.capTop = Length::millimetres(between(45, 85));
    choices.sleeves.capEase = Length::millimetres(between(0, 25));
    choices.body.armTrim.depth = Length::millimetres(between(8, 30));
    const auto onThisBed = [&](WeltKind kind) {
        return traits(kind).onTwoBeds && project.machine.beds < 2 ? WeltKind::latchedRib : kind;
    };
    const auto welt = [&] {
        const WeltKind kind = *rc::gen::elementOf(allWelts);
        return Welt{onThisBed(kind), Length::millimetres(between(8, 70)),
                    *rc::gen::inRange(0, 3) == 0 ? between(0, mostGather) : 0.0, 0, randomMaking()};
    };
    choices.body.welt = welt();
    choices.sleeves.cuff = welt();
    choices.making.acrossWay = *rc::gen::elementOf(allAcrossWays);
    if (choices.isCardigan() || choices.hem.line == HemLine::curved)
        choices.body.welt.gather = 0.0; // these are not offered
    choices.body.shoulder = *rc::gen::elementOf(allShoulders);
    choices.body.shoulderEdge = *rc::gen::element(TopEdge::onWaste, TopEdge::onWaste, TopEdge::boundOff);
    choices.sleeves.topEdge = *rc::gen::element(TopEdge::onWaste, TopEdge::onWaste, TopEdge::boundOff);
    project.hand = *rc::gen::element(Hand::right, Hand::left);
    choices.making.wrapTurns = *rc::gen::inRange(0, 5) > 0;
    choices.neck.trim.depth = Length::millimetres(between(8, 40));
    choices.making.seamStitches = *rc::gen::arbitrary<bool>();
    for (EdgeShaping& edge : choices.edges)
        edge = {*rc::gen::inRange(0, 5), *rc::gen::arbitrary<bool>(), *rc::gen::inRange(0, 3) > 0,
                *rc::gen::inRange(1, 5)};
    choices.making.wasteRows = Rows(*rc::gen::inRange(2, 20));
    // Trims are mostly folded ones.
    const auto trimKind = [&] {
        return *rc::gen::arbitrary<bool>() ? WeltKind::foldedHem : onThisBed(*rc::gen::elementOf(allWelts));
    };
    choices.neck.trim.kind = trimKind();
    choices.body.armTrim.kind = trimKind();
    choices.neck.trim.bindOff = randomBindOff();
    choices.body.armTrim.bindOff = randomBindOff();
    choices.opening.band.bindOff = randomBindOff();
    if (!choices.isCardigan() && choices.neck.kind != NeckKind::vee && choices.body.kind != BodyKind::raglan)
        choices.neck.trimFirst = *rc::gen::inRange(0, 4) == 0;
    for (Garment::Trim* trim : {&choices.neck.trim, &choices.body.armTrim}) {
        trim->ownRows = *rc::gen::inRange(0, 4) > 0 ? 0 : *rc::gen::inRange(20, 90);
        trim->tipRows = *rc::gen::inRange(0, 6);
    }
    choices.opening.bandOnItsEdge = *rc::gen::inRange(0, 3) == 0;
    project.waste.cord = *rc::gen::inRange(0, 4) > 0;
    return project;
}

namespace {

template<class... Forms> struct Overloaded : Forms... { using Forms::operator()...; };

/// A value that a choice may have, about as large as it is.
double randomValue(const AnyChoice& choice, double now, int yarns) {
    const auto whole = [](double least, double most) {
        const int low = static_cast<int>(std::ceil(least));
        return static_cast<double>(*rc::gen::inRange(low, std::max(low, static_cast<int>(most)) + 1));
    };
    return std::visit(
        Overloaded{[&](const OneOf& form) { return whole(0, static_cast<double>(form.options.size()) - 1); },
                   [&](const YesOrNo&) { return whole(0, 1); },
                   [&](const ALength& form) {
                       return whole(std::max<double>(form.offered.least, 0.7 * now),
                                    std::min<double>(form.offered.most, 1.4 * now + 2));
                   },
                   [&](const ANumber& form) {
                       return whole(std::max<double>(form.offered.least, 0.5 * now),
                                    std::min<double>(form.offered.most, 2 * now + 3));
                   },
                   [&](const AShare& form) {
                       // In whole percent, as files have it.
                       return whole(100 * std::max(form.least, 0.7 * now),
                                    100 * std::min(form.most, 1.3 * now + 0.05)) /
                              100.0;
                   },
                   [&](const AYarn&) { return whole(0, yarns - 1); }},
        choice.form);
}

} // namespace

Project randomProjectOf(const Article& kind) {
    Project project = randomProject();
    project.ease = EaseTable();
    project.pins.clear();
    project.article = kind;
    useUsualEase(kind, project.ease);
    for (const AnyChoice& choice : choicesOf(kind))
        if (*rc::gen::inRange(0, 5) == 0)
            choice.set(project.article, randomValue(choice, choice.get(project.article), project.yarns()));
    return project;
}

Project randomProjectOf(const Article& kind, std::uint64_t seed) {
    return rc::gen::exec([&] { return randomProjectOf(kind); })(rc::Random(seed), rc::kNominalSize).value();
}

Project randomProject(std::uint64_t seed) {
    return rc::gen::exec([] { return randomProject(); })(rc::Random(seed), rc::kNominalSize).value();
}

} // namespace vestimen::test
