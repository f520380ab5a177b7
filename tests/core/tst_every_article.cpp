// SPDX-License-Identifier: GPL-3.0-or-later
// Whatever article, whatever is chosen of it: kinds and their choices are walked, none is named here. What is drafted
// runs clean, its seams meet, its ridges and tails lie where the words say; and its files are what the pages promise.
#include "support/check_property.h"
#include "support/joins_in_the_hand.h"
#include "support/projects.h"
#include "support/random_projects.h"
#include "support/schemas.h"
#include "support/tails.h"

#include "core/article/articles.h"
#include "core/bed/virtual_bed.h"
#include "core/format/joins_json.h"
#include "core/format/program_json.h"
#include "core/format/project_json.h"
#include "core/swatch_plan.h"

using namespace vestimen;

class TestEveryArticle : public QObject {
    Q_OBJECT

private slots:
    void isCleanWhateverIsChosen_data();
    void isCleanWhateverIsChosen();
    void isWrittenAsThePagesSay_data();
    void isWrittenAsThePagesSay();

private:
    static void rows() {
        QTest::addColumn<int>("kind");
        for (std::size_t i = 0; i < allArticles().size(); ++i)
            QTest::addRow("%s", keyOf(allArticles()[i])) << static_cast<int>(i);
    }
};

void TestEveryArticle::isCleanWhateverIsChosen_data() {
    rows();
}

void TestEveryArticle::isCleanWhateverIsChosen() {
    QFETCH(int, kind);
    const Article& article = allArticles()[static_cast<std::size_t>(kind)];
    int tried = 0;
    int drafted = 0;
    int seams = 0;
    int facings = 0;
    test::JoinsSeen seen;
    CHECK_PROPERTY("drafted clean, or refused with a word", [&] {
        ++tried;
        const Project project = test::randomProjectOf(article);
        const Worked worked = work(project);
        RC_ASSERT(worked.sound() || anyError(worked.findings));
        if (!worked.sound())
            return;
        ++drafted;
        for (const WorkedPiece& piece : worked.pieces)
            for (const Finding& each : piece.fabric.findings)
                if (each.severity == Severity::error)
                    RC_FAIL(piece.program.piece + ": " + render(each.text) + "\n" + toJson(project));
        test::checkTails(worked);
        const test::JoinsSeen now = test::checkJoinsInTheHand(project, worked);
        seen.hung += now.hung;
        seen.sewn += now.sewn;
        facings += test::checkFacings(project, worked);
        test::checkNothingIsLeftBare(project, worked);
        seams += test::checkSeamsMeet(project, worked);
        // What a swatch does not say of its machine, the file does from then on.
        const Project read = projectFromJson(toJson(project));
        RC_ASSERT(read.article == project.article);
        RC_ASSERT(toJson(projectFromJson(toJson(read))) == toJson(read));
    });
    qInfo("%s: %d of %d were drafted; %d seams, %d hung joins, %d sewn ones with a tail and %d sides that face were "
          "looked at",
          keyOf(article), drafted, tried, seams, seen.hung, seen.sewn, facings);
    QVERIFY(drafted * 3 > tried);
    QVERIFY(facings > 0 || seams == 0); // where there are seams, something is said of sides
}

void TestEveryArticle::isWrittenAsThePagesSay_data() {
    rows();
}

/// Project, pieces, joins and swatch, as they are exported.
void TestEveryArticle::isWrittenAsThePagesSay() {
    QFETCH(int, kind);
    const Article& article = allArticles()[static_cast<std::size_t>(kind)];
    int drafted = 0;
    for (std::uint64_t seed = 1; seed <= 40 && drafted < 12; ++seed) {
        const Project project = test::randomProjectOf(article, seed);
        QCOMPARE(test::complaints("project.schema.json", toJson(project)), std::string());
        const Worked worked = work(project);
        if (!worked.sound())
            continue;
        ++drafted;
        for (const WorkedPiece& piece : worked.pieces)
            QCOMPARE(test::complaints("program.schema.json", toJson(piece.program)), std::string());
        QCOMPARE(test::complaints("joins.schema.json", joinsJson(worked)), std::string());
        if (const auto swatch = planSwatch(project).program)
            QCOMPARE(test::complaints("program.schema.json", toJson(*swatch)), std::string());
    }
    QVERIFY2(drafted >= 10, qPrintable(QString::number(drafted)));
}

QTEST_APPLESS_MAIN(TestEveryArticle)
#include "tst_every_article.moc"
