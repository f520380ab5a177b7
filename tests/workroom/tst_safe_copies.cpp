// SPDX-License-Identifier: GPL-3.0-or-later
// What becomes of a workroom when starts are cut short, disks are full, clocks are wrong and files are damaged.
#include "support/projects.h"
#include "support/workroom_files.h"

#include "core/format/project_json.h"
#include "workroom/exchange.h"
#include "workroom/piece_exchange.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSqlError>
#include <QSqlQuery>
#include <QTemporaryDir>
#include <QTest>

#include <functional>
#include <random>

#include <csignal>
#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

using namespace vestimen;
using vestimen::test::bytesOf;
using vestimen::test::garment;
using vestimen::test::odilesPullover;
using vestimen::test::refusal;
using vestimen::test::runSql;

namespace {

/// How often a start is cut short; more when somebody asks.
int kills() {
    return std::max(20, qEnvironmentVariableIntValue("VESTIMEN_KILLS"));
}

void write(const QString& path, const QByteArray& bytes) {
    QFile file(path);
    QVERIFY(file.open(QIODevice::WriteOnly) && file.write(bytes) == bytes.size());
}

/// Lets a child do something and kills it after a moment.
void cutShort(const std::function<void()>& what, int microseconds) {
    const pid_t child = fork();
    if (child == 0) {
        try {
            what();
        } catch (...) {
            _exit(1);
        }
        _exit(0);
    }
    ::usleep(static_cast<useconds_t>(microseconds));
    ::kill(child, SIGKILL);
    ::waitpid(child, nullptr, 0);
}

} // namespace

class TestSafeCopies : public QObject {
    Q_OBJECT

private slots:
    void init();
    void killedAtFirstStart();
    void killedWhileTheDailyCopyIsMade();
    void killedInAMigration();
    void leftOversAreReplaced();
    void whereCopiesAreItAsks_data();
    void whereCopiesAreItAsks();
    void whereNoneIsNoneIsNamed();
    void aCopyThatFailsIsSaidAndTriedAgain();
    void aClockThatWasAheadDeletesNothing();
    void aDamagedOneIsPutBack();
    void aCopyThatCannotBePutBackLeavesAllAsItWas();
    void whatCanBeReadIsSaved();
    void cutOffAnywhereItIsCalledDamaged();
    void brokenHeaderBytesAreDamage();
    void twoFirstStartsMakeOneWorkroom();
    void aClockThatRanAheadOffersNoOldCopy();
    void aDanglingLinkIsLeftAlone();
    void photographsGoAlong();
    void aPlaceThatIsNoneIsRefused();
    void whatIsTakenBackIsNotCounted();
    void begunPiecesGoOutAndIn();
    void trueSentences();
    void aFullDiskIsNoDamage();
    void oneBrokenPieceHidesNoOther();
    void aBrokenRecordHidesNoOther();
    void allOutAndAllIn();
    void namesBecomeFileNames();
    void theKnittersAlone();

private:
    qint64 fill(const QString& file) const;
    void damage(const QString& file) const;

    std::unique_ptr<QTemporaryDir> folder_;
    QString file_;
};

void TestSafeCopies::init() {
    folder_ = std::make_unique<QTemporaryDir>();
    file_ = folder_->filePath("workroom.sqlite");
}

qint64 TestSafeCopies::fill(const QString& file) const {
    Workroom workroom(file);
    const Project project = odilesPullover();
    for (int i = 0; i < 20; ++i)
        workroom.add(Shelf::projects, QString("Pullover %1").arg(i), toJson(project));
    const qint64 id = workroom.add(Shelf::projects, "The last", toJson(project));
    workroom.beginPiece(id, work(project).pieces[0].program);
    return id;
}

void TestSafeCopies::damage(const QString& file) const {
    QByteArray bytes = bytesOf(file);
    for (qsizetype i = 5000; i < std::min<qsizetype>(bytes.size(), 60000); ++i)
        bytes[i] = static_cast<char>(i * 31);
    write(file, bytes);
    QFile::remove(file + "-wal");
}

void TestSafeCopies::killedAtFirstStart() {
    std::mt19937 random(7);
    for (int i = 0; i < kills(); ++i) {
        init();
        for (int again = 0; again < 3; ++again)
            cutShort([&] { Workroom workroom(file_); }, std::uniform_int_distribution(0, 30000)(random));
        Workroom workroom(file_);
        QCOMPARE(workroom.items(Shelf::machines).size(), 7);
        QVERIFY(!QFile::exists(file_ + ".beginning"));
    }
}

void TestSafeCopies::killedWhileTheDailyCopyIsMade() {
    fill(file_);
    std::mt19937 random(8);
    const QString copy = dailyCopyName(file_, QDate::currentDate());
    for (int i = 0; i < kills(); ++i) {
        QFile::remove(copy);
        cutShort([&] { Workroom workroom(file_); }, std::uniform_int_distribution(0, 30000)(random));
        for (const SafeCopy& each : safeCopies(file_)) {
            QCOMPARE(problemOfCopy(each.file), QString());
            QCOMPARE(contentsOfCopy(each.file).projects.size(), 21);
        }
    }
    Workroom workroom(file_);
    QCOMPARE(workroom.items(Shelf::projects).size(), 21);
    QCOMPARE(contentsOfCopy(copy).projects.size(), 21);
}

void TestSafeCopies::killedInAMigration() {
    fill(file_);
    runSql(file_, {"PRAGMA user_version = 2"}); // what it has of version 3 is made again
    runSql(file_,
           {"DROP TABLE journal",
            "CREATE TABLE journal (seq INTEGER PRIMARY KEY AUTOINCREMENT, piece INTEGER NOT NULL REFERENCES "
            "piece(id), kind TEXT NOT NULL, operation INTEGER NOT NULL, rows_done INTEGER NOT NULL, text TEXT NOT "
            "NULL, at TEXT NOT NULL)"});
    const QByteArray old = bytesOf(file_);
    std::mt19937 random(9);
    const QString before = copyBeforeName(file_, "version-3");
    for (int i = 0; i < kills(); ++i) {
        for (const char* ending : {"", "-wal", "-shm"})
            QFile::remove(file_ + ending);
        QFile::remove(before);
        write(file_, old);
        cutShort([&] { Workroom workroom(file_); }, std::uniform_int_distribution(0, 30000)(random));
        if (QFile::exists(before))
            QCOMPARE(contentsOfCopy(before).projects.size(), 21);
        Workroom workroom(file_);
        QCOMPARE(workroom.items(Shelf::projects).size(), 21);
        QCOMPARE(problemOfCopy(before), QString());
    }
}

void TestSafeCopies::leftOversAreReplaced() {
    // What a start that was cut short used to leave: a database with nothing in it, and its log.
    runSql(file_, {"PRAGMA journal_mode = WAL", "CREATE TABLE gone (a)", "DROP TABLE gone"});
    write(file_ + ".beginning", "half a file");
    QCOMPARE(refusal(file_), QString());
    QCOMPARE(Workroom(file_).items(Shelf::machines).size(), 7);
}

void TestSafeCopies::whereCopiesAreItAsks_data() {
    QTest::addColumn<bool>("emptied");
    QTest::newRow("missing") << false;
    QTest::newRow("emptied") << true;
}

void TestSafeCopies::whereCopiesAreItAsks() {
    QFETCH(bool, emptied);
    fill(file_);
    { Workroom workroom(file_); } // the second start makes the copy
    for (const char* ending : {"", "-wal", "-shm"})
        QFile::remove(file_ + ending);
    if (emptied)
        write(file_, {});
    try {
        Workroom workroom(file_);
        QFAIL("it began anew, unasked");
    } catch (const WorkroomTrouble& trouble) {
        QCOMPARE(trouble.kind(), WorkroomTrouble::Kind::missing);
        QVERIFY(trouble.copy().has_value());
        QCOMPARE(restoreCopy(*trouble.copy(), file_), QString());
    }
    QCOMPARE(Workroom(file_).items(Shelf::projects).size(), 21);
    // Asked, it does begin anew, and the copies stay.
    for (const char* ending : {"", "-wal", "-shm"})
        QFile::remove(file_ + ending);
    QVERIFY(Workroom(file_, Opening::anew).items(Shelf::projects).isEmpty());
    QCOMPARE(contentsOfCopy(newestGoodCopy(file_)->file).projects.size(), 21);
}

void TestSafeCopies::whereNoneIsNoneIsNamed() {
    fill(file_);
    for (const SafeCopy& copy : safeCopies(file_))
        QFile::remove(copy.file);
    damage(file_);
    try {
        Workroom workroom(file_);
        QFAIL("it was opened");
    } catch (const WorkroomTrouble& trouble) {
        QVERIFY(!trouble.copy().has_value());
        QVERIFY2(!trouble.message().contains("copy") && !trouble.message().contains("backup"),
                 qPrintable(trouble.message()));
    }
}

void TestSafeCopies::aCopyThatFailsIsSaidAndTriedAgain() {
    fill(file_);
    const QString copy = dailyCopyName(file_, QDate::currentDate());
    QVERIFY(QDir().mkpath(copy + ".copying/in the way"));
    Workroom workroom(file_);
    QVERIFY2(workroom.copyProblem().contains("could not be written"), qPrintable(workroom.copyProblem()));
    QVERIFY(!QFile::exists(copy));
    QVERIFY(QDir(copy + ".copying").removeRecursively());
    workroom.keepSafe();
    QCOMPARE(workroom.copyProblem(), QString());
    QCOMPARE(contentsOfCopy(copy).projects.size(), 21);
}

void TestSafeCopies::aClockThatWasAheadDeletesNothing() {
    fill(file_);
    { Workroom workroom(file_); }
    const QDate today = QDate::currentDate();
    const QByteArray good = bytesOf(dailyCopyName(file_, today));
    const QString ahead = dailyCopyName(file_, QDate(2999, 1, 1));
    write(ahead, good);
    for (int days = 1; days <= 8; ++days)
        write(dailyCopyName(file_, today.addDays(-days)), good);
    QFile::remove(dailyCopyName(file_, today));
    { Workroom workroom(file_); }
    QVERIFY(QFile::exists(ahead));
    for (int days = 0; days <= 8; ++days)
        QCOMPARE(QFile::exists(dailyCopyName(file_, today.addDays(-days))), days < 5);
}

void TestSafeCopies::aDamagedOneIsPutBack() {
    fill(file_);
    { Workroom workroom(file_); }
    damage(file_);
    const QByteArray damaged = bytesOf(file_);
    try {
        Workroom workroom(file_);
        QFAIL("it was opened");
    } catch (const WorkroomTrouble& trouble) {
        QCOMPARE(trouble.kind(), WorkroomTrouble::Kind::damaged);
        QCOMPARE(bytesOf(file_), damaged);
        QCOMPARE(restoreCopy(*trouble.copy(), file_), QString());
    }
    QCOMPARE(Workroom(file_).items(Shelf::projects).size(), 21);
    // What was there is still there.
    const QStringList kept = QDir(folder_->path()).entryList({"workroom.replaced-*.sqlite"});
    QCOMPARE(kept.size(), 1);
    QCOMPARE(bytesOf(folder_->filePath(kept[0])), damaged);
}

void TestSafeCopies::aCopyThatCannotBePutBackLeavesAllAsItWas() {
    fill(file_);
    { Workroom workroom(file_); }
    const std::optional<SafeCopy> copy = newestGoodCopy(file_);
    QVERIFY(copy.has_value());
    const QByteArray before = bytesOf(file_);
    write(file_ + "-wal", "the last rows");
    // Its logs can be put aside, it cannot: something has that name in each of the next seconds.
    for (int seconds = 0; seconds < 60; ++seconds)
        write(folder_->filePath("workroom.replaced-" +
                                QDateTime::currentDateTime().addSecs(seconds).toString("yyyy-MM-dd-hhmmss") +
                                ".sqlite"),
              "taken");
    QVERIFY2(restoreCopy(*copy, file_).contains("could not be put aside"), "it was put back");
    QCOMPARE(bytesOf(file_), before);
    QCOMPARE(bytesOf(file_ + "-wal"), QByteArray("the last rows"));
    QVERIFY(!QFile::exists(file_ + ".copying"));
}

void TestSafeCopies::whatCanBeReadIsSaved() {
    fill(file_);
    runSql(file_, {"PRAGMA journal_mode = DELETE"});
    const QString into = folder_->filePath("saved");
    // Nothing damaged: all of it.
    QCOMPARE(saveWhatCanBeRead(file_, into).files, 21 + 7 + 1);
    damage(file_);
    const Exchanged some = saveWhatCanBeRead(file_, folder_->filePath("some"));
    QVERIFY(!some.problems.isEmpty());
    for (const QString& name : QDir(folder_->filePath("some/projects")).entryList(QDir::Files))
        projectFromJson(bytesOf(folder_->filePath("some/projects/" + name)).toStdString()); // each is whole
    for (const QString& name : QDir(folder_->filePath("some/pieces")).entryList(QDir::Files))
        pieceFromJson(bytesOf(folder_->filePath("some/pieces/" + name)).toStdString());
}

/// Sixteen lengths, each with a sound copy beside it: damaged, the copy offered, and what is whole still read.
void TestSafeCopies::cutOffAnywhereItIsCalledDamaged() {
    fill(file_);
    {
        Workroom again(file_); // its daily copy
    }
    runSql(file_, {"PRAGMA journal_mode = DELETE"});
    const QByteArray whole = bytesOf(file_);
    QVERIFY(!safeCopies(file_).isEmpty());
    int read = 0;
    int more = 0;
    for (int part = 1; part <= 16; ++part) {
        const qsizetype length = whole.size() * part / 17 + part % 3 * 37;
        removeWithLogs(file_);
        write(file_, whole.left(length));
        try {
            Workroom opened(file_);
            QFAIL(qPrintable(QString("it was opened at %1 of %2 bytes").arg(length).arg(whole.size())));
        } catch (const WorkroomTrouble& trouble) {
            QVERIFY2(trouble.kind() == WorkroomTrouble::Kind::damaged, qPrintable(trouble.message()));
            QVERIFY2(trouble.message().contains("damaged"), qPrintable(trouble.message()));
            QVERIFY(trouble.copy().has_value());
        } catch (const WorkroomError& error) {
            QFAIL(qPrintable(QString("%1 bytes: %2").arg(length).arg(error.message())));
        }
        QCOMPARE(bytesOf(file_).size(), length); // it was left as it is
        const ReadableContents there = whatCanBeRead(file_);
        read += there.projects + there.pieces + there.others > 0 ? 1 : 0;
        more += there.projects > 0 ? 1 : 0;
        const Exchanged saved = saveWhatCanBeRead(file_, folder_->filePath(QString("saved %1").arg(part)));
        QCOMPARE(saved.files, there.projects + there.pieces + there.others);
    }
    QVERIFY2(read >= 8, qPrintable(QString::number(read)));
    QVERIFY2(more >= 4, qPrintable(QString::number(more)));
}

void TestSafeCopies::brokenHeaderBytesAreDamage() {
    fill(file_);
    { Workroom again(file_); }
    runSql(file_, {"PRAGMA journal_mode = DELETE"});
    const QByteArray whole = bytesOf(file_);
    int damaged = 0;
    for (int at = 0; at < 100; ++at) {
        QByteArray broken = whole;
        broken[at] = static_cast<char>(broken[at] ^ 0xa5);
        removeWithLogs(file_);
        write(file_, broken);
        try {
            Workroom opened(file_); // some bytes say nothing that is needed
        } catch (const WorkroomTrouble& trouble) {
            QVERIFY2(trouble.kind() == WorkroomTrouble::Kind::damaged && trouble.copy(), qPrintable(trouble.message()));
            ++damaged;
            // But for the header all is there.
            const ReadableContents there = whatCanBeRead(file_);
            QVERIFY2(there.projects == 21 && there.pieces == 1,
                     qPrintable(QString("byte %1: %2 projects").arg(at).arg(there.projects)));
        } catch (const WorkroomError& error) {
            QFAIL(qPrintable(QString("byte %1: %2").arg(at).arg(error.message())));
        }
    }
    QVERIFY2(damaged > 20, qPrintable(QString::number(damaged)));
}

/// Two processes at the very first start, as a double click makes them.
void TestSafeCopies::twoFirstStartsMakeOneWorkroom() {
    int pairs = 0;
    for (int round = 0; round < 25; ++round) {
        const QString file = folder_->filePath(QString("first %1/workroom.sqlite").arg(round));
        pid_t children[2];
        for (pid_t& child : children) {
            child = fork();
            if (child == 0) {
                try {
                    Workroom workroom(file);
                    _exit(workroom.count(Shelf::machines) > 0 ? 0 : 2);
                } catch (...) {
                    _exit(1);
                }
            }
        }
        for (const pid_t child : children) {
            int status = -1;
            ::waitpid(child, &status, 0);
            QVERIFY2(WIFEXITED(status) && WEXITSTATUS(status) == 0,
                     qPrintable(QString("round %1: %2").arg(round).arg(WEXITSTATUS(status))));
        }
        QCOMPARE(refusal(file), QString());
        ++pairs;
    }
    QCOMPARE(pairs, 25);
}

void TestSafeCopies::aClockThatRanAheadOffersNoOldCopy() {
    fill(file_);
    { Workroom again(file_); }
    const auto copies = safeCopies(file_);
    QCOMPARE(copies.size(), 1);
    // The same, as if it had been made in 2040.
    const QString ahead = dailyCopyName(file_, QDate(2040, 1, 1));
    QVERIFY(QFile::copy(copies[0].file, ahead));
    QFile touched(ahead);
    QVERIFY(touched.open(QIODevice::ReadWrite));
    QVERIFY(touched.setFileTime(QDateTime(QDate(2040, 1, 1), QTime(12, 0)), QFileDevice::FileModificationTime));
    touched.close();
    QCOMPARE(newestGoodCopy(file_)->file, copies[0].file);
    QCOMPARE(safeCopies(file_).last().file, ahead);
}

void TestSafeCopies::aDanglingLinkIsLeftAlone() {
    const QString there = folder_->filePath("elsewhere.sqlite");
    QVERIFY(QFile::link(there, file_));
    QVERIFY2(refusal(file_).contains("is a link"), qPrintable(refusal(file_)));
    QVERIFY(QFileInfo(file_).isSymLink());
    QVERIFY(!QFile::exists(there));
}

void TestSafeCopies::photographsGoAlong() {
    fill(file_);
    Workroom workroom(file_);
    const QString picture = folder_->filePath("picture.png");
    write(picture, QByteArray("\x89PNG\r\n\x1a\n\0\0\0\rIHDR", 16) + QByteArray(40, 'x'));
    const QString name = workroom.addPhotograph(picture);
    // What is no picture of ours, or no file at all, is passed over or said, and read by nobody.
    QVERIFY(QFile::link("/dev/zero", workroom.photographFolder() + "/endless.png"));
    const QString into = folder_->filePath("all");
    const Exchanged out = exportAll(workroom.database(), workroom.photographFolder(), into);
    QCOMPARE(bytesOf(into + "/photographs/" + name), bytesOf(picture));
    QCOMPARE(out.problems.size(), 1);
    QVERIFY(out.problems[0].contains("device"));
    QVERIFY(QFileInfo(into + "/swatches").isDir());
}

void TestSafeCopies::aPlaceThatIsNoneIsRefused() {
    const qint64 id = fill(file_);
    Workroom workroom(file_);
    const BegunPiece piece = workroom.pieces(id)[0];
    workroom.append(piece.id, {JournalRecord::Kind::done, {3, 1}, {}, {}});
    const QString into = folder_->filePath("all");
    exportAll(workroom.database(), workroom.photographFolder(), into);
    const QString file = into + "/pieces/" + QDir(into + "/pieces").entryList(QDir::Files)[0];
    const QByteArray sound = bytesOf(file);
    pieceFromJson(sound.toStdString());
    for (const char* rows : {"99999", "90000"}) {
        QByteArray broken = sound;
        const auto at = broken.lastIndexOf("\"rows_done\": 1");
        QVERIFY(at > 0);
        broken.replace(at, 14, QByteArray("\"rows_done\": ") + rows);
        QVERIFY_THROWS_EXCEPTION(FormatError, pieceFromJson(broken.toStdString()));
    }
}

void TestSafeCopies::whatIsTakenBackIsNotCounted() {
    Workroom workroom(file_);
    const QString into = folder_->filePath("read/projects");
    QVERIFY(QDir().mkpath(into));
    write(into + "/one.json", QByteArray::fromStdString(toJson(odilesPullover())));
    runSql(file_, {"CREATE TRIGGER refuse BEFORE INSERT ON project BEGIN SELECT RAISE(ABORT, 'no room'); END"});
    const Exchanged done = importAll(workroom, folder_->filePath("read"));
    QCOMPARE(done.files, 0);
    QCOMPARE(done.problems.size(), 1);
    QCOMPARE(workroom.count(Shelf::projects), 0);
}

void TestSafeCopies::begunPiecesGoOutAndIn() {
    const qint64 id = fill(file_);
    Workroom workroom(file_);
    const BegunPiece piece = workroom.pieces(id)[0];
    Program changed = piece.program;
    changed.operations.pop_back();
    workroom.append(piece.id, {JournalRecord::Kind::done, {3, 1}, {}, {}});
    workroom.append(piece.id, {JournalRecord::Kind::note, {3, 1}, "a knot <b>here</b>", {}});
    workroom.append(piece.id, {JournalRecord::Kind::adjusted, {3, 2}, "mended", {}, changed});
    // Another project of the same name: the piece goes to its own.
    Project twin = odilesPullover();
    garment(twin).opening.buttons = 3;
    twin.name = workroom.project(id).name;
    workroom.add(Shelf::projects, QString::fromStdString(twin.name), toJson(twin));
    const QString into = folder_->filePath("all");
    QCOMPARE(exportAll(workroom.database(), workroom.photographFolder(), into).problems, QStringList());

    Workroom other(folder_->filePath("other.sqlite"));
    QCOMPARE(importAll(other, into).problems, QStringList());
    QCOMPARE(importAll(other, into).problems, QStringList()); // again: nothing comes twice
    QCOMPARE(other.begunPieces().size(), 1);
    const BegunPiece read = other.begunPieces()[0];
    QVERIFY(other.project(read.project) == workroom.project(id));
    QVERIFY(other.programAsBegun(read.id) == piece.program);
    QVERIFY(read.program == changed);
    QVERIFY(read.place == (ProgramPlace{3, 2}));
    const auto before = workroom.journal(piece.id);
    const auto after = other.journal(read.id);
    QCOMPARE(after.size(), before.size());
    for (int i = 0; i < after.size(); ++i) {
        QCOMPARE(after[i].kind, before[i].kind);
        QVERIFY(after[i].place == before[i].place);
        QCOMPARE(after[i].text, before[i].text);
        QCOMPARE(after[i].at, before[i].at);
        QCOMPARE(after[i].program, before[i].program);
    }

    // What does not fit says where, and stores nothing.
    const QString file = into + "/pieces/" + QDir(into + "/pieces").entryList(QDir::Files)[0];
    const QByteArray sound = bytesOf(file);
    const auto problem = [&](QByteArray from, QByteArray to) {
        write(file, QByteArray(sound).replace(from, to));
        Workroom third(folder_->filePath("third.sqlite"));
        const Exchanged done = importAll(third, into + "/pieces");
        return third.begunPieces().isEmpty() ? done.problems.value(0) : QStringLiteral("it was read");
    };
    const auto refuses = [&](const char* from, const char* to, const char* why) {
        const QString said = problem(from, to);
        QVERIFY2(said.contains(why), qPrintable(said));
    };
    refuses("\"operation\": 3", "\"operation\": 99999", "/journal/0/operation");
    refuses("\"kind\": \"note\"", "\"kind\": \"song\"", "/journal/1/kind");
    refuses("\"at\": \"2", "\"at\": \"x2", "is no time");
    refuses("", "", "is not in the workroom");
}

void TestSafeCopies::trueSentences() {
    { Workroom workroom(file_); }
    const QByteArray sound = bytesOf(file_);
    const auto after = [&](const QStringList& statements) {
        for (const char* ending : {"-wal", "-shm"})
            QFile::remove(file_ + ending);
        write(file_, sound);
        runSql(file_, statements);
        return refusal(file_);
    };
    QVERIFY2(after({"PRAGMA user_version = 0"}).contains("version 0"), qPrintable(refusal(file_)));
    QVERIFY2(after({"DROP TABLE piece"}).contains("“piece” is missing"), qPrintable(refusal(file_)));
    QVERIFY(refusal(folder_->path()).contains("is a folder"));
    QVERIFY(refusal("/dev/null").contains("device"));
    // Whole days' contents are looked through, not only pages.
    QVERIFY(after({"PRAGMA foreign_keys = OFF",
                   "INSERT INTO piece (project, name, program, begun) VALUES (99, 'back', '{}', '')"})
                .isEmpty());
    for (const SafeCopy& copy : safeCopies(file_))
        QFile::remove(copy.file);
    QVERIFY2(Workroom(file_).copyProblem().contains("belong to nothing"), qPrintable(Workroom(file_).copyProblem()));
}

void TestSafeCopies::aFullDiskIsNoDamage() {
    fill(file_);
    // A limit on file sizes stands in for a full disk, in a child so that the limit ends with it.
    for (const rlim_t size : {0, 100, 30000}) {
        int pipe[2];
        QCOMPARE(::pipe(pipe), 0);
        const pid_t child = fork();
        if (child == 0) {
            ::signal(SIGXFSZ, SIG_IGN);
            const rlimit limit{size, size};
            ::setrlimit(RLIMIT_FSIZE, &limit);
            QByteArray said = "opened";
            try {
                Workroom workroom(file_);
                said += workroom.copyProblem().toUtf8();
            } catch (const WorkroomError& error) {
                said = error.message().toUtf8();
            }
            if (::write(pipe[1], said.constData(), static_cast<std::size_t>(said.size())) < 0)
                _exit(1);
            _exit(0);
        }
        ::close(pipe[1]);
        char said[4000] = {};
        QVERIFY(::read(pipe[0], said, sizeof said - 1) > 0);
        ::close(pipe[0]);
        ::waitpid(child, nullptr, 0);
        QVERIFY2(!QByteArray(said).contains("damaged"), said);
        QVERIFY2(QByteArray(said).contains("full") || QByteArray(said).contains("room on the disk") ||
                     QByteArray(said).startsWith("opened"),
                 said);
    }
    QCOMPARE(Workroom(file_).items(Shelf::projects).size(), 21);
}

void TestSafeCopies::oneBrokenPieceHidesNoOther() {
    const qint64 id = fill(file_);
    {
        Workroom workroom(file_);
        workroom.beginPiece(id, work(odilesPullover()).pieces[1].program);
    }
    runSql(file_, {"UPDATE piece SET program = '{\"rows\": 1e999' WHERE name = 'back'"});
    Workroom workroom(file_);
    const QList<BegunPiece> pieces = workroom.pieces(id);
    QCOMPARE(pieces.size(), 2);
    for (const BegunPiece& piece : pieces)
        QCOMPARE(piece.problem.isEmpty(), piece.name == "front");
    QCOMPARE(workroom.begunPieces().size(), 2);
}

void TestSafeCopies::aBrokenRecordHidesNoOther() {
    const qint64 id = fill(file_);
    qint64 piece = 0;
    {
        Workroom workroom(file_);
        piece = workroom.pieces(id)[0].id;
        workroom.append(piece, {JournalRecord::Kind::done, {3, 1}, {}, {}});
        workroom.append(piece, {JournalRecord::Kind::adjusted, {3, 2}, "mended", {}, workroom.pieces(id)[0].program});
        workroom.append(piece, {JournalRecord::Kind::done, {3, 3}, {}, {}});
    }
    runSql(file_, {"DROP TRIGGER journal_kept", "UPDATE journal SET program = '[' WHERE text = 'mended'",
                   "CREATE TRIGGER journal_kept BEFORE UPDATE ON journal BEGIN SELECT RAISE(ABORT, 'the journal is "
                   "append-only'); END"});
    Workroom workroom(file_);
    const QList<JournalRecord> journal = workroom.journal(piece);
    QCOMPARE(journal.size(), 3);
    QCOMPARE(journal[0].kind, JournalRecord::Kind::done);
    QCOMPARE(journal[1].kind, JournalRecord::Kind::note);
    QVERIFY2(journal[1].text.contains("cannot be read"), qPrintable(journal[1].text));
    QCOMPARE(journal[2].place.rowsDone, 3);
}

void TestSafeCopies::allOutAndAllIn() {
    fill(file_);
    Workroom workroom(file_);
    Project named = odilesPullover();
    named.name = "../../Pullover / v1.2";
    workroom.add(Shelf::projects, QString::fromStdString(named.name), toJson(named));
    const QString into = folder_->filePath("all");
    const Exchanged out = exportAll(workroom.database(), workroom.photographFolder(), into);
    QCOMPARE(out.problems, QStringList());
    QCOMPARE(out.files, 22 + 7 + 1);
    QCOMPARE(QDir(into + "/projects").entryList(QDir::Files).size(), 22);
    {
        // One that the workroom does not take hides none of the rest.
        Workroom picky(folder_->filePath("picky.sqlite"));
        runSql(picky.file(), {"CREATE TRIGGER picky BEFORE INSERT ON project WHEN NEW.name LIKE '../%' BEGIN SELECT "
                              "RAISE(ABORT, 'not this one'); END"});
        const Exchanged some = importAll(picky, into);
        QCOMPARE(some.files, out.files - 1);
        QCOMPARE(some.problems.size(), 1);
        QVERIFY2(some.problems[0].contains("not this one"), qPrintable(some.problems[0]));
    }
    write(into + "/letter.json", "{\"dear\": \"Odile\"}");
    write(into + "/half.json", "{\"format\": \"vestimen-project\", \"version\"");
    Workroom other(folder_->filePath("other.sqlite"));
    const Exchanged in = importAll(other, into);
    QCOMPARE(in.problems.size(), 2);
    QCOMPARE(in.files, 22 + 7 + 1);
    QCOMPARE(other.items(Shelf::machines).size(), 7); // they were there already
    // All of Odile's are one and the same but for their names on the shelf.
    QSet<QString> names;
    for (const ShelfItem& item : other.items(Shelf::projects))
        names.insert(item.name);
    QVERIFY(names.contains("../../Pullover / v1.2"));
    QCOMPARE(importAll(other, into).files, in.files);
    QCOMPARE(other.items(Shelf::projects).size(), names.size()); // a second time nothing is added
}

void TestSafeCopies::namesBecomeFileNames() {
    QCOMPARE(fileNameFor("Pullover v1.2", ".json"), QString("Pullover v1.2.json"));
    QCOMPARE(fileNameFor("Piet/Anna", ".json"), QString("Piet-Anna.json"));
    QCOMPARE(fileNameFor("../etc", ".json"), QString("-.-etc.json"));
    QCOMPARE(fileNameFor("  ", ".json"), QString("unnamed.json"));
    QCOMPARE(fileNameFor(QString(500, QChar(0xe4)), ".json").toUtf8().size(), 235);
}

void TestSafeCopies::theKnittersAlone() {
    const QString file = folder_->filePath("deep/down/workroom.sqlite");
    { Workroom workroom(file); }
    { Workroom workroom(file); }
    const auto others =
        QFile::ReadGroup | QFile::WriteGroup | QFile::ExeGroup | QFile::ReadOther | QFile::WriteOther | QFile::ExeOther;
    QVERIFY(!(QFile::permissions(QFileInfo(file).absolutePath()) & others));
    QVERIFY(!(QFile::permissions(file) & others));
    for (const SafeCopy& copy : safeCopies(file))
        QVERIFY(!(QFile::permissions(copy.file) & others));
    QCOMPARE(safeCopies(file).size(), 1);
}

QTEST_GUILESS_MAIN(TestSafeCopies)
#include "tst_safe_copies.moc"
