// SPDX-License-Identifier: GPL-3.0-or-later
// Choices that describe themselves: what the list says is what files keep and what the drawing offers.
#include "support/projects.h"

#include "core/article/articles.h"
#include "core/format/project_json.h"

#include <QTest>

#include <map>
#include <set>

using namespace vestimen;
using vestimen::test::garment;
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

/// A project of that kind with each value that a choice can have, one after the other; for numbers, the ends of what is
/// offered.
std::vector<Project> withEachValue(const Article& article, const AnyChoice& choice) {
    std::vector<double> values;
    if (const auto* one = std::get_if<OneOf>(&choice.form))
        for (std::size_t i = 0; i < one->options.size(); ++i)
            values.push_back(static_cast<double>(i));
    else if (std::holds_alternative<YesOrNo>(choice.form))
        values = {0.0, 1.0};
    else if (const auto* length = std::get_if<ALength>(&choice.form))
        values = {1.0 * length->offered.least, 1.0 * length->offered.most};
    else if (const auto* number = std::get_if<ANumber>(&choice.form))
        values = {1.0 * number->offered.least, 1.0 * number->offered.most};
    else if (std::holds_alternative<AYarn>(choice.form))
        values = {0.0, 1.0, mostYarns - 1.0};
    else if (const auto* share = std::get_if<AShare>(&choice.form))
        values = {share->least, share->most};
    std::vector<Project> all;
    for (const double value : values) {
        Project project = odilesPullover();
        project.article = article;
        choice.set(project.article, value);
        all.push_back(project);
    }
    return all;
}

} // namespace

void TestChoices::everyValueIsKept() {
    for (const Article& article : allArticles())
        for (const AnyChoice& choice : choicesOf(article)) {
            const auto all = withEachValue(article, choice);
            QVERIFY(all.size() >= 2);
            for (const Project& project : all) {
                QVERIFY2(projectFromJson(toJson(project)) == project, choice.key.key);
                // Each value makes another project: none is written for two.
                QCOMPARE(std::ranges::count(all, project), 1);
                if (const auto* one = std::get_if<OneOf>(&choice.form))
                    QVERIFY(one->options[static_cast<std::size_t>(choice.get(project.article))].label[0] != 0);
            }
        }
}

/// Somebody of whom every measure is known.
Project everythingMeasured() {
    Project project = odilesPullover();
    project.wearer = withBorrowedMeasures(project.wearer);
    return project;
}

/// In some article, at some part of some piece, each is offered, and there is never a doubt which of several is meant.
void TestChoices::everyChoiceHasItsPlace() {
    std::set<const AnyChoice*> offered;
    const auto look = [&](const Project& project) {
        for (const WorkedPiece& piece : work(project).pieces) {
            std::vector<HandleKey> parts = {HandleKey()};
            for (const Handle& each : piece.handles)
                parts.push_back(each.key);
            for (const HandleKey part : parts) {
                std::map<std::string, int> labels;
                for (const AnyChoice& choice : choicesOf(project.article))
                    if (choice.belongs && choice.belongs(project.article, {piece.key, part})) {
                        offered.insert(&choice);
                        QVERIFY2(++labels[choice.label] == 1, choice.label);
                    }
            }
        }
    };
    for (const BodyKind body : allBodies)
        for (const NeckKind neck : allNecks)
            for (const Closure closure : allClosures)
                for (const SideKind sides : allSides) {
                    Project project = everythingMeasured();
                    Garment& choices = garment(project);
                    choices.body.kind = body;
                    choices.neck.kind = neck;
                    choices.opening.closure = closure;
                    choices.body.sides = sides;
                    choices.neck.school = NeckSchool::bindOff;
                    choices.neck.trimInTwo = true;
                    choices.hem.line = sides == SideKind::straight ? HemLine::straight : HemLine::curved;
                    if (sides == SideKind::straight && closure == Closure::pullover)
                        choices.body.welt.gather = 0.1;
                    if (sides == SideKind::aLine)
                        choices.sleeves.reach = SleeveReach::shortened;
                    look(project);
                    // Ways of an edge: where a welt begins with it, and where it ends with it.
                    choices.body.welt.gather = 0.0;
                    choices.body.welt.kind = choices.sleeves.cuff.kind = WeltKind::latchedRib;
                    look(project);
                    choices.making.weltAfterwards = true;
                    choices.neck.trim.kind = choices.body.armTrim.kind = WeltKind::rolled;
                    choices.body.welt.kind = choices.sleeves.cuff.kind = WeltKind::mockRib;
                    look(project);
                }
    Scarf blanket;
    blanket.panels = 3;
    blanket.sideBorders = true;
    blanket.sideParts = 9;
    Project inPanels = everythingMeasured();
    inPanels.article = blanket;
    look(inPanels);
    for (const PocketKind kind : {PocketKind::inside, PocketKind::slit, PocketKind::patch}) {
        Project pockets = everythingMeasured();
        garment(pockets).pocket.kind = kind;
        look(pockets);
    }
    // What takes two choices to be asked for.
    Mitten open;
    open.top = MittenTop::open;
    open.topEdge.kind = WeltKind::foldedHem;
    open.flap = true;
    Mitten widened;
    widened.gusset = widened.thumbOpen = true;
    Sock stocking;
    stocking.single = stocking.loop = true;
    Cushion narrowed;
    narrowed.tubes = 4;
    narrowed.fewer = 3;
    Shawl bordered;
    bordered.shape = ShawlShape::fromTip;
    bordered.width = Length::millimetres(500);
    bordered.border.kind = WeltKind::foldedHem;
    Shawl crescent;
    crescent.shape = ShawlShape::crescent;
    crescent.width = Length::millimetres(500);
    crescent.depth = Length::millimetres(90);
    for (const Article& article : {Article(crescent), Article(open), Article(widened), Article(stocking),
                                   Article(narrowed), Article(bordered)}) {
        Project project = everythingMeasured();
        project.article = article;
        project.wearer = withBorrowedMeasures(project.wearer);
        look(project);
    }
    // Racked ribs, on two beds.
    Welt racked{WeltKind::twoBedRib, Length::millimetres(40)};
    racked.making.racked = 2;
    Hat hat;
    hat.brim = racked;
    Mitten mitten;
    mitten.cuff = racked;
    Sock sock;
    sock.cuff = racked;
    Scarf scarf;
    scarf.border = racked;
    Shawl shawl = bordered;
    shawl.border = racked;
    Garment pullover = garment(everythingMeasured());
    pullover.body.welt = pullover.sleeves.cuff = racked;
    for (const Article& article :
         {Article(hat), Article(mitten), Article(sock), Article(scarf), Article(shawl), Article(pullover)}) {
        Project project = everythingMeasured();
        project.machine.beds = 2;
        project.article = article;
        project.wearer = withBorrowedMeasures(project.wearer);
        look(project);
    }
    // Of the other kinds, with each choice at each of its values.
    for (const Article& article : allArticles())
        for (const AnyChoice& choice : choicesOf(article))
            for (Project project : withEachValue(article, choice)) {
                if (std::holds_alternative<Garment>(article))
                    continue;
                project.wearer = withBorrowedMeasures(project.wearer);
                look(project);
            }
    for (const Article& article : allArticles())
        for (const AnyChoice& choice : choicesOf(article))
            QVERIFY2(offered.contains(&choice) == (choice.belongs != nullptr), choice.label);
}

void TestChoices::keysStandOnce() {
    std::set<std::string> kinds;
    for (const Article& article : allArticles()) {
        QVERIFY(kinds.insert(keyOf(article)).second);
        std::set<std::string> paths;
        for (const AnyChoice& choice : choicesOf(article)) {
            QVERIFY2(paths.insert(choice.path()).second, choice.key.key);
            QCOMPARE(findChoice(article, choice.path()), &choice);
            if (const auto* one = std::get_if<OneOf>(&choice.form)) {
                std::set<std::string> options;
                for (const Option& option : one->options)
                    QVERIFY2(options.insert(option.key).second, option.key);
            }
        }
        QVERIFY(!findChoice(article, "no_such"));
        std::set<CountKey> counts;
        for (const CountKey key : countsOf(article))
            QVERIFY2(counts.insert(key).second, key.text().c_str());
    }
}

void TestChoices::whatGoesAlongIsChosenToo() {
    Project project = odilesPullover();
    const Project before = project;
    const AnyChoice* neck = findChoice(project.article, "neck");
    QVERIFY(neck);
    neck->choose(project.article, project.ease, static_cast<int>(NeckKind::vee));
    QVERIFY(garment(project).neck.kind == NeckKind::vee);
    QVERIFY(project.ease != before.ease); // as deep as a V usually is
}

QTEST_APPLESS_MAIN(TestChoices)
#include "tst_choices.moc"
