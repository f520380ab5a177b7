// SPDX-License-Identifier: GPL-3.0-or-later
// The store: there and back, append-only, safe against a kill, and polite to files that are not its own.
#include "support/projects.h"
#include "support/workroom_files.h"

#include "core/format/project_json.h"
#include "workroom/workroom.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSqlError>
#include <QSqlQuery>
#include <QTemporaryDir>
#include <QTest>

#include <random>

#include <csignal>
#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

using namespace vestimen;
using vestimen::test::bytesOf;
using vestimen::test::odilesPullover;
using vestimen::test::refusal;
using vestimen::test::runSql;

namespace {

JournalRecord done(std::size_t operation, int rows) {
    return {JournalRecord::Kind::done, {operation, rows}, {}, {}};
}

} // namespace

class TestWorkroom : public QObject {
    Q_OBJECT

private slots:
    void init();
    void aNewOneHasTheMachines();
    void shelvesGoThereAndBack();
    void settingsStay();
    void aBegunPieceKeepsItsProgram();
    void theLastRecordSaysWhereAPieceIs();
    void theJournalIsAppendOnly();
    void piecesNeedTheirProject();
    void togetherOrNotAtAll();
    void killedAtAnyMomentNothingConfirmedIsLost();
    void foreignFilesAreLeftAlone();
    void damagedFilesAreLeftAlone();
    void otherDatabasesAreLeftAlone();
    void newerSchemasAreLeftAlone();
    void unwritablePlacesAreNamed();
    void aFullDiskIsSaidAndNothingLost();
    void aBackupOnceADay();

private:
    std::unique_ptr<QTemporaryDir> folder_;
    QString file_;
};

void TestWorkroom::init() {
    folder_ = std::make_unique<QTemporaryDir>();
    file_ = folder_->filePath("workroom.sqlite");
}

void TestWorkroom::aNewOneHasTheMachines() {
    Workroom workroom(file_);
    QCOMPARE(workroom.items(Shelf::machines).size(), 7);
    QVERIFY(workroom.items(Shelf::projects).isEmpty());
    QVERIFY(QFile::exists(file_));
}

void TestWorkroom::shelvesGoThereAndBack() {
    const Project project = odilesPullover();
    qint64 id = 0;
    {
        Workroom workroom(file_);
        id = workroom.add(Shelf::projects, "Pullover", toJson(project));
        workroom.add(Shelf::swatches, "Slate", toJson(project.swatch));
        workroom.add(Shelf::wearers, "Odile", toJson(project.wearer));
        workroom.add(Shelf::yarns, "Slate", toJson(project.yarn));
        Project changed = project;
        changed.name = "Winter pullover";
        workroom.save(Shelf::projects, id, "Winter pullover", toJson(changed));
    }
    Workroom again(file_);
    QCOMPARE(again.items(Shelf::projects).size(), 1);
    QCOMPARE(again.items(Shelf::projects)[0].name, QString("Winter pullover"));
    QCOMPARE(again.project(id).name, std::string("Winter pullover"));
    QVERIFY(swatchFromJson(again.items(Shelf::swatches)[0].body.toStdString()) == project.swatch);
    QVERIFY(wearerFromJson(again.items(Shelf::wearers)[0].body.toStdString()) == project.wearer);
    QCOMPARE(again.items(Shelf::yarns).size(), 1);
    QVERIFY_EXCEPTION_THROWN(again.project(99), WorkroomError);
}

void TestWorkroom::settingsStay() {
    {
        Workroom workroom(file_);
        workroom.setSetting("theme", "peat");
        workroom.setSetting("theme", "fleece");
    }
    Workroom again(file_);
    QCOMPARE(again.setting("theme"), QString("fleece"));
    QCOMPARE(again.setting("nothing"), QString());
}

void TestWorkroom::aBegunPieceKeepsItsProgram() {
    const Worked worked = work(odilesPullover());
    Workroom workroom(file_);
    const qint64 project = workroom.add(Shelf::projects, "Pullover", toJson(odilesPullover()));
    QCOMPARE(workroom.begunCount(project), 0);
    const Program& back = worked.piece(pieces::back)->program;
    const qint64 piece = workroom.beginPiece(project, back);
    Project moved = odilesPullover();
    moved.pins[quantities::bodyStitches] = 160;
    workroom.save(Shelf::projects, project, "Pullover", toJson(moved));
    const auto pieces = workroom.pieces(project);
    QCOMPARE(pieces.size(), 1);
    QCOMPARE(pieces[0].id, piece);
    QVERIFY(pieces[0].program == back);
    QVERIFY(pieces[0].place == ProgramPlace{});
    QCOMPARE(workroom.begunCount(project), 1);
}

void TestWorkroom::theLastRecordSaysWhereAPieceIs() {
    const Worked worked = work(odilesPullover());
    qint64 first = 0;
    qint64 second = 0;
    {
        Workroom workroom(file_);
        const qint64 project = workroom.add(Shelf::projects, "Pullover", toJson(odilesPullover()));
        first = workroom.beginPiece(project, worked.pieces[0].program);
        second = workroom.beginPiece(project, worked.pieces[1].program);
        workroom.append(second, done(3, 1));
        workroom.append(first, done(1, 0));
        workroom.append(first, done(3, 7));
        workroom.append(first, {JournalRecord::Kind::note, {3, 7}, "a knot in the yarn", {}});
        workroom.append(first, {JournalRecord::Kind::back, {3, 6}, {}, {}});
    }
    Workroom again(file_);
    const auto pieces = again.begunPieces();
    QCOMPARE(pieces.size(), 2);
    QCOMPARE(pieces[0].id, first); // touched last
    QVERIFY((pieces[0].place == ProgramPlace{3, 6}));
    QVERIFY((pieces[1].place == ProgramPlace{3, 1}));
    const auto journal = again.journal(first);
    QCOMPARE(journal.size(), 4);
    QCOMPARE(journal[2].text, QString("a knot in the yarn"));
    QCOMPARE(journal[3].kind, JournalRecord::Kind::back);
    QVERIFY(journal[0].at.isValid());
}

void TestWorkroom::theJournalIsAppendOnly() {
    {
        Workroom workroom(file_);
        const qint64 project = workroom.add(Shelf::projects, "Pullover", toJson(odilesPullover()));
        const qint64 piece = workroom.beginPiece(project, work(odilesPullover()).pieces[0].program);
        workroom.append(piece, done(1, 1));
    }
    {
        QSqlDatabase database = QSqlDatabase::addDatabase("QSQLITE", "test");
        database.setDatabaseName(file_);
        QVERIFY(database.open());
        QSqlQuery query(database);
        QVERIFY(!query.exec("UPDATE journal SET rows_done = 9"));
        QVERIFY(!query.exec("DELETE FROM journal"));
    }
    QSqlDatabase::removeDatabase("test");
}

void TestWorkroom::piecesNeedTheirProject() {
    Workroom workroom(file_);
    QVERIFY_EXCEPTION_THROWN(workroom.beginPiece(77, work(odilesPullover()).pieces[0].program), WorkroomError);
    QVERIFY_EXCEPTION_THROWN(workroom.append(77, done(1, 1)), WorkroomError);
}

void TestWorkroom::togetherOrNotAtAll() {
    Workroom workroom(file_);
    QVERIFY_EXCEPTION_THROWN(workroom.together([&] {
        workroom.setSetting("half", "done");
        throw WorkroomError("stopped");
    }),
                             WorkroomError);
    QCOMPARE(workroom.setting("half"), QString());
    // One within another is part of it.
    QVERIFY_EXCEPTION_THROWN(workroom.together([&] {
        workroom.together([&] { workroom.setSetting("half", "done"); });
        throw WorkroomError("stopped");
    }),
                             WorkroomError);
    QCOMPARE(workroom.setting("half"), QString());
    workroom.together([&] { workroom.together([&] { workroom.setSetting("whole", "done"); }); });
    QCOMPARE(workroom.setting("whole"), QStringLiteral("done"));
}

namespace {

/// The record that a knitter's child process makes as its nth: rows, steps back, notes, corrections in turn.
JournalRecord nthRecord(int n, const Program& program) {
    using Kind = JournalRecord::Kind;
    JournalRecord record{Kind::done, {3, n}, {}, {}};
    if (n % 7 == 3)
        record = {Kind::back, {3, n - 1}, {}, {}};
    else if (n % 11 == 5)
        record = {Kind::note, {3, n - 1}, QStringLiteral("note %1").arg(n), {}};
    else if (n % 50 == 20)
        record = {Kind::adjusted, {4, n}, QStringLiteral("carried %1").arg(n), {}, program};
    return record;
}

} // namespace

void TestWorkroom::killedAtAnyMomentNothingConfirmedIsLost() {
    const Program program = work(odilesPullover()).pieces[0].program;
    Program adjusted = program;
    adjusted.operations.pop_back();
    qint64 piece = 0;
    {
        Workroom workroom(file_);
        piece = workroom.beginPiece(workroom.add(Shelf::projects, "Pullover", toJson(odilesPullover())), program);
    }
    std::mt19937 chance(20261125);
    int confirmed = 0;
    for (int round = 0; round < 200; ++round) {
        int pipe[2];
        QCOMPARE(::pipe(pipe), 0);
        const pid_t child = fork();
        if (child == 0) {
            ::close(pipe[0]);
            // Its own connection; says each record only when the store has said it.
            Workroom workroom(file_);
            for (int n = confirmed + 1;; ++n) {
                workroom.append(piece, nthRecord(n, adjusted));
                if (::write(pipe[1], &n, sizeof n) != sizeof n)
                    _exit(1);
            }
        }
        ::close(pipe[1]);
        QTest::qSleep(std::uniform_int_distribution(3, 40)(chance));
        ::kill(child, SIGKILL);
        ::waitpid(child, nullptr, 0);
        int n = 0;
        while (::read(pipe[0], &n, sizeof n) == sizeof n)
            confirmed = n;
        ::close(pipe[0]);
        Workroom after(file_);
        // The journal is what was fed to it, record by record, and the piece is where its last one says.
        const auto journal = after.journal(piece);
        const auto stored = static_cast<int>(journal.size());
        QVERIFY2(stored >= confirmed && stored <= confirmed + 1,
                 qPrintable(QString("%1 confirmed, %2 stored").arg(confirmed).arg(stored)));
        bool changed = false;
        for (int i = 1; i <= stored; ++i) {
            const JournalRecord& is = journal[i - 1];
            const JournalRecord was = nthRecord(i, adjusted);
            QVERIFY(is.kind == was.kind && is.place == was.place && is.text == was.text &&
                    is.program.has_value() == was.program.has_value());
            changed = changed || is.program;
        }
        if (stored > 0) {
            const BegunPiece now = after.begunPieces()[0];
            QVERIFY(now.place == journal.back().place);
            QVERIFY(now.program == (changed ? adjusted : program));
        }
        confirmed = stored;
    }
    QVERIFY(confirmed > 200);
}

void TestWorkroom::foreignFilesAreLeftAlone() {
    QFile file(file_);
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write("A letter to the harbour master.\n");
    file.close();
    const QByteArray before = bytesOf(file_);
    QVERIFY(refusal(file_).contains("is not a workroom"));
    QCOMPARE(bytesOf(file_), before);
    QCOMPARE(QDir(folder_->path()).entryList(QDir::Files).size(), 1);
}

void TestWorkroom::damagedFilesAreLeftAlone() {
    {
        Workroom workroom(file_);
        for (int i = 0; i < 20; ++i)
            workroom.add(Shelf::projects, "Pullover", toJson(odilesPullover()));
    }
    QFile file(file_);
    QVERIFY(file.open(QIODevice::ReadWrite));
    file.seek(4096); // the tables' own pages
    file.write(QByteArray(5 * 4096, 'x'));
    file.close();
    const QByteArray before = bytesOf(file_);
    const QString text = refusal(file_);
    QVERIFY2(text.contains("is damaged"), qPrintable(text));
    QCOMPARE(bytesOf(file_), before);
    // Cut in half.
    QVERIFY(file.resize(before.size() / 2 + 100));
    QVERIFY(!refusal(file_).isEmpty());
}

void TestWorkroom::otherDatabasesAreLeftAlone() {
    runSql(file_, {"CREATE TABLE boats (name TEXT)"});
    const QByteArray before = bytesOf(file_);
    QVERIFY(refusal(file_).contains("another program"));
    QCOMPARE(bytesOf(file_), before);
}

void TestWorkroom::newerSchemasAreLeftAlone() {
    { Workroom workroom(file_); }
    runSql(file_, {"PRAGMA user_version = 9"});
    const QByteArray before = bytesOf(file_);
    const QString text = refusal(file_);
    QVERIFY2(text.contains("newer Vestimen") && text.contains("version 9"), qPrintable(text));
    QCOMPARE(bytesOf(file_), before);
}

void TestWorkroom::unwritablePlacesAreNamed() {
    // A file where a folder should be: nobody can write there, root neither.
    QFile block(folder_->filePath("block"));
    QVERIFY(block.open(QIODevice::WriteOnly));
    block.close();
    QVERIFY(refusal(folder_->filePath("block/workroom.sqlite")).contains("cannot be written"));
    if (::geteuid() == 0)
        QSKIP("root may write everywhere");
    QDir().mkpath(folder_->filePath("locked"));
    QFile::setPermissions(folder_->filePath("locked"), QFile::ReadOwner | QFile::ExeOwner);
    QVERIFY(refusal(folder_->filePath("locked/workroom.sqlite")).contains("cannot be written"));
    QFile::setPermissions(folder_->filePath("locked"), QFile::ReadOwner | QFile::WriteOwner | QFile::ExeOwner);
}

void TestWorkroom::aFullDiskIsSaidAndNothingLost() {
    const std::string body = toJson(odilesPullover());
    qint64 id = 0;
    {
        Workroom workroom(file_);
        id = workroom.add(Shelf::projects, "Pullover", body);
    }
    // A limit on file sizes stands in for a full disk, in a child so that the limit ends with it.
    const pid_t child = fork();
    if (child == 0) {
        ::signal(SIGXFSZ, SIG_IGN);
        int result = 1;
        try {
            Workroom workroom(file_);
            const auto size = static_cast<rlim_t>(QFileInfo(file_).size() + 40000);
            const rlimit limit{size, size};
            ::setrlimit(RLIMIT_FSIZE, &limit);
            for (int i = 0; i < 200; ++i)
                workroom.add(Shelf::projects, "More", body);
        } catch (const WorkroomError& error) {
            result = error.message().contains("make room on the disk") ? 0 : 2;
        }
        _exit(result);
    }
    int status = 0;
    ::waitpid(child, &status, 0);
    QCOMPARE(WEXITSTATUS(status), 0);
    Workroom after(file_);
    QCOMPARE(after.project(id).name, odilesPullover().name);
}

void TestWorkroom::aBackupOnceADay() {
    { Workroom workroom(file_); }
    { Workroom workroom(file_); }
    { Workroom workroom(file_); }
    const QStringList copies = QDir(folder_->path()).entryList({"workroom.backup-*"}, QDir::Files);
    QCOMPARE(copies.size(), 1);
    QCOMPARE(Workroom(folder_->filePath(copies[0])).items(Shelf::machines).size(), 7);
}

QTEST_GUILESS_MAIN(TestWorkroom)
#include "tst_workroom.moc"
