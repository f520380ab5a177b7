// SPDX-License-Identifier: GPL-3.0-or-later
// An article that the sources do not know: the whole core, built once more with one line in the variant and a folder of
// its own, drafts it, writes it, knits it, keeps it in files and drags it.
#include "core/article/articles.h"
#include "core/format/project_json.h"
#include "core/work.h"

#include <QFile>
#include <QTest>

#include <algorithm>

using namespace vestimen;

namespace {

Project coaster() {
    QFile file(QStringLiteral(VESTIMEN_SOURCE_DIR "/data/demo/drop-shoulder-pullover.json"));
    if (!file.open(QIODevice::ReadOnly))
        qFatal("the demo is not there");
    Project project = projectFromJson(file.readAll().toStdString());
    project.article = Coaster();
    Yarn second;
    second.name = "second yarn";
    second.strands = 2;
    project.moreYarns = {second};
    return project;
}

} // namespace

class TestNewArticle : public QObject {
    Q_OBJECT

private slots:
    void itIsOneOfTheKinds();
    void itIsDraftedAndKnitted();
    void simpleIncreasesWaitForTheCarriage();
    void itIsKeptInFiles();
    void itIsDragged();
    void anotherYarnIsJoinedAndBroken();
    void someNeedlesKnitInAnotherYarn();
    void othersAreAsTheyWere();
};

void TestNewArticle::itIsOneOfTheKinds() {
    QVERIFY(
        std::ranges::any_of(allArticles(), [](const Article& each) { return std::string(keyOf(each)) == "coaster"; }));
    QCOMPARE(std::string(usualName(Coaster())), std::string("Coaster"));
}

void TestNewArticle::itIsDraftedAndKnitted() {
    for (const double mm : {60.0, 101.0, 240.0}) {
        Project project = coaster();
        std::get<Coaster>(project.article).width = Length::millimetres(mm);
        const Worked worked = work(project);
        QVERIFY(worked.sound());
        const WorkedPiece& piece = worked.pieces.front();
        QVERIFY2(piece.fabric.findings.empty(),
                 piece.fabric.findings.empty() ? "" : render(piece.fabric.findings.front().text).c_str());
        // A diamond: from the fabric, each second row two wider up to the middle, and two narrower after it.
        std::vector<int> wide;
        for (const Pass& pass : piece.fabric.passes)
            wide.push_back(static_cast<int>(pass.loopCount));
        const auto middle = std::ranges::max_element(wide) - wide.begin();
        QVERIFY(std::is_sorted(wide.begin(), wide.begin() + middle));
        QVERIFY(std::is_sorted(wide.rbegin(), wide.rend() - middle));
        QCOMPARE(wide.front(), wide.back());
        QVERIFY(abs(worked.measured.gauge->width(Stitches(wide[static_cast<std::size_t>(middle)])) -
                    Length::millimetres(mm)) <= worked.measured.gauge->stitches.unit() * 1.01);
    }
}

/// Without moving the outer stitches together, one side grows where the carriage stands, the other a row later; it
/// comes out as wide.
void TestNewArticle::simpleIncreasesWaitForTheCarriage() {
    Project project = coaster();
    std::get<Coaster>(project.article).striped = false;
    const auto widest = [](const Worked& worked) {
        LoopId most = 0;
        for (const Pass& pass : worked.pieces.front().fabric.passes)
            most = std::max(most, pass.loopCount);
        return most;
    };
    const Worked fashioned = work(project);
    std::get<Coaster>(project.article).fashioned = false;
    const Worked simple = work(project);
    QVERIFY(simple.sound());
    QVERIFY2(simple.pieces.front().fabric.findings.empty(),
             simple.pieces.front().fabric.findings.empty()
                 ? ""
                 : render(simple.pieces.front().fabric.findings.front().text).c_str());
    QCOMPARE(widest(simple), widest(fashioned));
    bool odd = false; // a row in which one side alone has grown
    for (const Pass& pass : simple.pieces.front().fabric.passes)
        odd = odd || pass.loopCount % 2 == 0;
    QVERIFY(odd);
}

void TestNewArticle::itIsKeptInFiles() {
    Project project = coaster();
    project.pins["coaster_stitches"] = 31;
    std::get<Coaster>(project.article).striped = false;
    QVERIFY(projectFromJson(toJson(project)) == project);
    QCOMPARE(std::get<int>(work(project).workings.at("coaster_stitches").result), 31);
}

void TestNewArticle::itIsDragged() {
    const Project project = coaster();
    const Worked worked = work(project);
    const Handle* width = worked.piece("coaster")->handle("width");
    QVERIFY(width);
    const Worked wider = work(dragged(project, *width, 3));
    QCOMPARE(std::get<int>(wider.workings.at("coaster_stitches").result),
             std::get<int>(worked.workings.at("coaster_stitches").result) + 6);
    QVERIFY(dragged(dragged(project, *width, 3), *width, -3) == project);
}

/// The surface: from the middle on it is knitted in the second yarn, a size looser.
void TestNewArticle::anotherYarnIsJoinedAndBroken() {
    const Worked worked = work(coaster());
    const Fabric& fabric = worked.pieces.front().fabric;
    const auto yarnAt = [&](std::size_t pass) {
        return worked.pieces.front().program.yarns[fabric.passes[pass].yarn].id;
    };
    QCOMPARE(yarnAt(0), std::string("A"));
    QCOMPARE(yarnAt(fabric.passes.size() - 3), std::string("B"));
    QVERIFY(fabric.passes[fabric.passes.size() - 3].size > fabric.passes[1].size);
    int changes = 0;
    for (std::size_t i = 1; i < fabric.passes.size(); ++i)
        changes += yarnAt(i) != yarnAt(i - 1) ? 1 : 0;
    // Its rolled edge has no yarn of its own: the second goes on to the last row.
    QCOMPARE(changes, 1);
    QCOMPARE(yarnAt(fabric.passes.size() - 1), std::string("B"));
}

/// From the fabric: which stitches are of the second yarn, row by row; and it weighs by its strands.
void TestNewArticle::someNeedlesKnitInAnotherYarn() {
    Project project = coaster();
    std::get<Coaster>(project.article).striped = false;
    std::get<Coaster>(project.article).fashioned = false; // else a loop beside a dot is hung from it
    const Worked plain = work(project);
    std::get<Coaster>(project.article).dotted = true;
    const Worked worked = work(project);
    QVERIFY2(worked.sound(), worked.findings.empty() ? "" : render(worked.findings.front().text).c_str());
    const Fabric& fabric = worked.pieces.front().fabric;
    const Program& program = worked.pieces.front().program;
    const auto second = static_cast<YarnIndex>(program.yarns.size() - 1);
    QCOMPARE(program.yarns[second].id, std::string("B"));
    int dots = 0;
    for (std::size_t pass = 0; pass < fabric.passes.size(); ++pass)
        for (LoopId loop = fabric.passes[pass].firstLoop;
             loop < fabric.passes[pass].firstLoop + fabric.passes[pass].loopCount; ++loop) {
            const int slot = fabric.loops[loop].slot;
            const bool dotted = pass >= 4 && pass < 8 && (slot == -3 || slot == -2 || slot == 2 || slot == 3);
            QCOMPARE(fabric.loops[loop].yarn == second, dotted);
            dots += dotted ? 1 : 0;
        }
    QCOMPARE(dots, 16);
    QCOMPARE(fabric.loopsPerYarn[second], 16);
    // Two strands in place of one.
    const double stitch = *plain.supplies.grams / plain.supplies.stitches;
    QCOMPARE(plain.supplies.stitches, worked.supplies.stitches);
    QVERIFY(std::abs(*worked.supplies.grams - *plain.supplies.grams - 16 * stitch) < 1e-6);
    // It is joined and broken once.
    int joined = 0;
    int broken = 0;
    for (const Operation& each : program.operations) {
        const auto* join = std::get_if<operation::JoinYarn>(&each.action);
        const auto* cut = std::get_if<operation::BreakYarn>(&each.action);
        joined += join && join->yarn == second ? 1 : 0;
        broken += cut && cut->yarn == second ? 1 : 0;
    }
    QCOMPARE(joined, 1);
    QCOMPARE(broken, 1);
}

void TestNewArticle::othersAreAsTheyWere() {
    Project project = coaster();
    for (const Article& each : allArticles()) {
        project.article = each;
        project.wearer = withBorrowedMeasures(project.wearer);
        QVERIFY2(work(project).sound(), keyOf(each));
    }
}

QTEST_APPLESS_MAIN(TestNewArticle)
#include "tst_new_article.moc"
