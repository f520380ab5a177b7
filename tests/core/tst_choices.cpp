// SPDX-License-Identifier: GPL-3.0-or-later
// Choices that describe themselves: what the list says is what files keep and what the drawing offers.
#include "support/projects.h"

#include "core/format/project_json.h"
#include "core/garment/garment_choices.h"

#include <QTest>

#include <map>
#include <set>

using namespace vestimen;
using vestimen::test::odilesPullover;

class TestChoices : public QObject {
    Q_OBJECT

private slots:
    void everyValueIsKept();
    void everyChoiceHasItsPlace();
    void keysStandOnce();
    void whatGoesAlongIsChosenToo();
};

namespace {

/// A project with each value that a choice can have, one after the other; for numbers, the ends of what is offered.
std::vector<Project> withEachValue(const GarmentChoice& choice) {
    std::vector<Project> all;
    const auto with = [&](const std::function<void(Choices&)>& change) {
        Project project = odilesPullover();
        change(project.choices);
        all.push_back(project);
    };
    if (const auto* one = std::get_if<OneOf>(&choice.kind))
        for (int i = 0; i < static_cast<int>(one->options.size()); ++i)
            with([&](Choices& choices) { one->set(choices, i); });
    else if (const auto* yes = std::get_if<YesOrNo>(&choice.kind))
        for (const bool on : {false, true})
            with([&](Choices& choices) { yes->of(choices) = on; });
    else if (const auto* length = std::get_if<ALength>(&choice.kind))
        for (const int mm : {length->offered.least, length->offered.most})
            with([&](Choices& choices) { length->of(choices) = Length::millimetres(mm); });
    else if (const auto* number = std::get_if<ANumber>(&choice.kind))
        for (const int value : {number->offered.least, number->offered.most})
            with([&](Choices& choices) { number->set(choices, value); });
    else if (const auto* share = std::get_if<AShare>(&choice.kind))
        for (const double value : {share->least, share->most})
            with([&](Choices& choices) { share->of(choices) = value; });
    return all;
}

} // namespace

void TestChoices::everyValueIsKept() {
    for (const GarmentChoice& choice : garmentChoices()) {
        const auto all = withEachValue(choice);
        QVERIFY(all.size() >= 2);
        for (const Project& project : all) {
            QVERIFY2(projectFromJson(toJson(project)) == project, choice.key.key);
            // Each value makes another project: none is written for two.
            QCOMPARE(std::ranges::count(all, project), 1);
            if (const auto* one = std::get_if<OneOf>(&choice.kind))
                QVERIFY(one->options[static_cast<std::size_t>(one->get(project.choices))].label[0] != 0);
        }
    }
}

/// In some garment, at some part of some piece, each is offered, and there is never a doubt which of several is meant.
void TestChoices::everyChoiceHasItsPlace() {
    std::set<const GarmentChoice*> offered;
    for (const BodyKind body : allBodies)
        for (const NeckKind neck : allNecks)
            for (const Closure closure : allClosures)
                for (const SideKind sides : allSides) {
                    Choices choices;
                    choices.body = body;
                    choices.neck = neck;
                    choices.closure = closure;
                    choices.sides = sides;
                    choices.neckSchool = NeckSchool::bindOff;
                    choices.hemLine = HemLine::curved;
                    choices.sleeveReach = SleeveReach::shortened;
                    choices.bodyWelt.gather = 0.1;
                    for (const PieceKind piece : piecesOf(choices)) {
                        std::vector<Part> parts = partsOf(piece, choices);
                        parts.push_back(Part::none);
                        for (const Part part : parts) {
                            std::map<std::string, int> labels;
                            for (const GarmentChoice& choice : garmentChoices())
                                if (choice.belongs && choice.belongs(choices, {piece, part})) {
                                    offered.insert(&choice);
                                    QVERIFY2(++labels[choice.label] == 1, choice.label);
                                }
                        }
                    }
                }
    for (const GarmentChoice& choice : garmentChoices())
        QVERIFY2(offered.contains(&choice) == (choice.belongs != nullptr), choice.label);
}

void TestChoices::keysStandOnce() {
    std::set<std::pair<std::string, std::string>> keys;
    for (const GarmentChoice& choice : garmentChoices()) {
        QVERIFY2(keys.insert({choice.key.within, choice.key.key}).second, choice.key.key);
        if (const auto* one = std::get_if<OneOf>(&choice.kind)) {
            std::set<std::string> options;
            for (const Option& option : one->options)
                QVERIFY2(options.insert(option.key).second, option.key);
        }
    }
}

void TestChoices::whatGoesAlongIsChosenToo() {
    const auto choices = garmentChoices();
    const auto neck = std::ranges::find_if(
        choices, [](const GarmentChoice& choice) { return std::string_view(choice.key.key) == "neck"; });
    QVERIFY(neck != choices.end());
    Project project = odilesPullover();
    const Project before = project;
    choose(std::get<OneOf>(neck->kind), project, static_cast<int>(NeckKind::vee));
    QVERIFY(project.choices.neck == NeckKind::vee);
    QVERIFY(project.ease != before.ease); // as deep as a V usually is
}

QTEST_APPLESS_MAIN(TestChoices)
#include "tst_choices.moc"
