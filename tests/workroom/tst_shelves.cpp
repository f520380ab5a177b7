// SPDX-License-Identifier: GPL-3.0-or-later
// Shelves: found by words, put away and never lost, known as a project's source; the way from version 1; photographs.
#include "support/projects.h"

#include "core/format/project_json.h"
#include "workroom/project_parts.h"
#include "workroom/search_words.h"

#include <QFile>
#include <QFileInfo>
#include <QSqlError>
#include <QSqlQuery>
#include <QTemporaryDir>
#include <QTest>

using namespace vestimen;
using vestimen::test::odilesPullover;
using vestimen::test::pietsPullover;

namespace {

qint64 addYarn(Workroom& workroom, const char* name, const char* fibre, const char* note = "") {
    Yarn yarn;
    yarn.name = name;
    yarn.fibre = fibre;
    yarn.note = note;
    return workroom.add(Shelf::yarns, QString::fromUtf8(name), toJson(yarn), searchWords(yarn));
}

QStringList names(const QList<ShelfItem>& items) {
    QStringList list;
    for (const ShelfItem& each : items)
        list << each.name;
    return list;
}

QString refusal(Workroom& workroom, const QString& file) {
    try {
        workroom.addPhotograph(file);
    } catch (const WorkroomError& error) {
        return error.message();
    }
    return {};
}

} // namespace

class TestShelves : public QObject {
    Q_OBJECT

private slots:
    void init() {
        folder_ = std::make_unique<QTemporaryDir>();
        file_ = folder_->filePath("workroom.sqlite");
    }

    void wordsAreFound_data();
    void wordsAreFound();
    void theIndexFollowsEveryChange();
    void retiredItemsAreKept();
    void projectsKnowWhereTheirPartsCameFrom();
    void versionOneIsBroughtUpToDate();
    void photographsAreKeptBesideTheWorkroom();
    void whatIsNoPhotographIsRefused();

private:
    std::unique_ptr<QTemporaryDir> folder_;
    QString file_;
};

void TestShelves::wordsAreFound_data() {
    QTest::addColumn<QString>("typed");
    QTest::addColumn<QStringList>("found");
    QTest::newRow("begins a word") << "sla" << QStringList{"Slate 4-ply"};
    QTest::newRow("of its words") << "lambswool" << QStringList{"Slate 4-ply"};
    QTest::newRow("case and accent") << "ECRU" << QStringList{"Écru lace"};
    QTest::newRow("all must fit") << "wool rust" << QStringList{"Rust aran"};
    QTest::newRow("in a note") << "storm" << QStringList{"Rust aran"};
    QTest::newRow("nothing") << "mohair" << QStringList{};
    QTest::newRow("no operator") << "slate OR rust" << QStringList{};
    QTest::newRow("quotes") << "\"slate\"" << QStringList{"Slate 4-ply"};
    QTest::newRow("only a quote") << "\"" << QStringList{"Slate 4-ply", "Rust aran", "Écru lace"};
    QTest::newRow("signs") << "slate*( ^" << QStringList{"Slate 4-ply"};
    QTest::newRow("not what is on another shelf") << "odile" << QStringList{};
}

void TestShelves::wordsAreFound() {
    QFETCH(QString, typed);
    QFETCH(QStringList, found);
    Workroom workroom(file_);
    addYarn(workroom, "Slate 4-ply", "lambswool");
    addYarn(workroom, "Rust aran", "wool", "survived the storm");
    addYarn(workroom, "Écru lace", "silk");
    workroom.add(Shelf::wearers, "Odile", toJson(odilesPullover().wearer));
    QStringList all = names(workroom.search(Shelf::yarns, typed));
    all.sort();
    found.sort();
    QCOMPARE(all, found);
}

void TestShelves::theIndexFollowsEveryChange() {
    Workroom workroom(file_);
    const qint64 id = addYarn(workroom, "Slate 4-ply", "lambswool");
    addYarn(workroom, "Rust aran", "slate grey with rust");                                  // in its words only
    QCOMPARE(names(workroom.search(Shelf::yarns, "slate")).first(), QString("Slate 4-ply")); // a name weighs more
    Yarn changed;
    changed.name = "Fog";
    workroom.save(Shelf::yarns, id, "Fog", toJson(changed), searchWords(changed));
    QCOMPARE(names(workroom.search(Shelf::yarns, "slate")), QStringList{"Rust aran"});
    QCOMPARE(names(workroom.search(Shelf::yarns, "fog")), QStringList{"Fog"});
    QCOMPARE(workroom.search(Shelf::yarns, "", false, 1).size(), 1);
    QCOMPARE(workroom.count(Shelf::yarns), 2);
    QCOMPARE(workroom.count(Shelf::machines), 7);
    QCOMPARE(names(workroom.search(Shelf::machines, "double")).size(), 2);
}

void TestShelves::retiredItemsAreKept() {
    Workroom workroom(file_);
    const qint64 id = addYarn(workroom, "Slate 4-ply", "lambswool");
    workroom.retire(Shelf::yarns, id, true);
    QVERIFY(workroom.search(Shelf::yarns, "slate").isEmpty());
    QVERIFY(workroom.items(Shelf::yarns).isEmpty());
    QCOMPARE(workroom.search(Shelf::yarns, "slate", true).size(), 1);
    QVERIFY(workroom.item(Shelf::yarns, id)->retired);
    workroom.retire(Shelf::yarns, id, false);
    QCOMPARE(workroom.search(Shelf::yarns, "slate").size(), 1);
}

void TestShelves::projectsKnowWhereTheirPartsCameFrom() {
    Workroom workroom(file_);
    const Project odile = odilesPullover();
    const qint64 first = workroom.add(Shelf::projects, "first", toJson(odile));
    stockShelves(workroom, first, odile);
    const auto source = workroom.source(first, Shelf::swatches);
    QVERIFY(source);
    QCOMPARE(workroom.item(Shelf::swatches, source->item)->body, source->seen);
    const qint64 second = workroom.add(Shelf::projects, "second", toJson(odile));
    stockShelves(workroom, second, odile, {{Shelf::swatches, source->item}});
    QCOMPARE(workroom.count(Shelf::swatches), 1); // the same swatch for both
    QCOMPARE(workroom.count(Shelf::wearers), 1);  // that shelf has the very same already
    QCOMPARE(workroom.count(Shelf::machines), 7);
    Project taller = odile;
    taller.wearer[Measure::chest]->value = Length::millimetres(1000);
    stockShelves(workroom, second, taller);
    QCOMPARE(workroom.count(Shelf::wearers), 2);
    workroom.setSource(second, Shelf::wearers, *workroom.source(first, Shelf::wearers));
    QCOMPARE(workroom.projectsFrom(Shelf::swatches, source->item), (QStringList{"first", "second"}));
    workroom.setSource(second, Shelf::swatches, {source->item, "seen"});
    QCOMPARE(workroom.source(second, Shelf::swatches)->seen, QString("seen"));
    for (const Shelf shelf : sharedShelves) {
        Project other = pietsPullover();
        QVERIFY(!samePart(odile, other, shelf));
        setPart(other, shelf, partBody(odile, shelf));
        QVERIFY(samePart(odile, other, shelf));
    }
}

void TestShelves::versionOneIsBroughtUpToDate() {
    const std::string old = test::readFile(VESTIMEN_SOURCE_DIR "/tests/data/project-version-1.json");
    {
        Workroom workroom(file_);
        workroom.add(Shelf::projects, "Small watch pullover", old);
        addYarn(workroom, "Rust aran", "wool");
    }
    { // back to what version 1 had
        QSqlDatabase database = QSqlDatabase::addDatabase("QSQLITE", "old");
        database.setDatabaseName(file_);
        QVERIFY(database.open());
        for (const char* statement :
             {"DROP TABLE found", "DROP TABLE found_at", "DROP TABLE source", "ALTER TABLE swatch DROP COLUMN retired",
              "ALTER TABLE wearer DROP COLUMN retired", "ALTER TABLE machine DROP COLUMN retired",
              "ALTER TABLE yarn DROP COLUMN retired", "ALTER TABLE project DROP COLUMN retired",
              "PRAGMA user_version = 1"}) {
            QSqlQuery query(database);
            QVERIFY2(query.exec(statement), qPrintable(query.lastError().text()));
        }
    }
    QSqlDatabase::removeDatabase("old");
    Workroom workroom(file_);
    QCOMPARE(names(workroom.search(Shelf::yarns, "wool")), QStringList{"Rust aran"});
    QCOMPARE(workroom.search(Shelf::machines, "chunky").size(), 1);
    const Project read = workroom.project(workroom.items(Shelf::projects).first().id);
    QVERIFY(read.wearer == projectFromJson(old).wearer);
    // The copy from before is still of version 1.
    const QString copy = folder_->filePath("workroom.backup-before-version-3.sqlite");
    QVERIFY(QFileInfo::exists(copy));
    QSqlDatabase database = QSqlDatabase::addDatabase("QSQLITE", "copy");
    database.setDatabaseName(copy);
    QVERIFY(database.open());
    QSqlQuery version("PRAGMA user_version", database);
    QVERIFY(version.next());
    QCOMPARE(version.value(0).toInt(), 1);
    version.finish();
    database.close();
    database = {};
    QSqlDatabase::removeDatabase("copy");
}

void TestShelves::photographsAreKeptBesideTheWorkroom() {
    Workroom workroom(file_);
    const QString picture = VESTIMEN_SOURCE_DIR "/data/demo/slate-swatch.png";
    const QString name = workroom.addPhotograph(picture);
    QVERIFY(name.endsWith(".png"));
    QCOMPARE(workroom.addPhotograph(picture), name); // the same picture is kept once
    QFile kept(workroom.photographFolder() + '/' + name);
    QFile given(picture);
    QVERIFY(kept.open(QIODevice::ReadOnly) && given.open(QIODevice::ReadOnly));
    QCOMPARE(kept.readAll(), given.readAll());
}

void TestShelves::whatIsNoPhotographIsRefused() {
    Workroom workroom(file_);
    QFile words(folder_->filePath("words.png"));
    QVERIFY(words.open(QIODevice::WriteOnly) && words.write("no picture at all") > 0);
    words.close();
    QVERIFY(refusal(workroom, words.fileName()).contains("is no PNG or JPEG"));
    QFile huge(folder_->filePath("huge.jpg"));
    QVERIFY(huge.open(QIODevice::WriteOnly));
    QVERIFY(huge.resize(200LL * 1024 * 1024)); // it takes no room until it is filled
    huge.close();
    QVERIFY(refusal(workroom, huge.fileName()).contains("has 200 MB"));
    QVERIFY(refusal(workroom, folder_->filePath("nowhere.png")).contains("cannot be opened"));
    QVERIFY(refusal(workroom, folder_->path()).contains("is a folder"));
    QVERIFY(refusal(workroom, "/dev/zero").contains("is a device"));
    QVERIFY(!QFileInfo::exists(workroom.photographFolder()));
}

QTEST_GUILESS_MAIN(TestShelves)
#include "tst_shelves.moc"
