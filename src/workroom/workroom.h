// SPDX-License-Identifier: GPL-3.0-or-later
// The workroom: one SQLite file with the shelves, the begun pieces and their journals. docs/format/workroom.md.
#pragma once

#include "core/knitting/program.h"
#include "core/project/project.h"
#include "workroom/safe_copies.h"
#include "workroom/workroom_schema.h"

#include <QDateTime>
#include <QList>
#include <QSqlDatabase>
#include <QString>

#include <functional>
#include <optional>
#include <stdexcept>

namespace vestimen {

/// The workroom cannot be opened, read or written. The message is one sentence for people.
class WorkroomError : public std::runtime_error {
public:
    explicit WorkroomError(const QString& message) : std::runtime_error(message.toStdString()) {}
    QString message() const { return QString::fromUtf8(what()); }
};

/// The workroom is missing beside its copies, or damaged: somebody has to say what shall be done.
class WorkroomTrouble : public WorkroomError {
public:
    enum class Kind { missing, damaged };
    WorkroomTrouble(Kind kind, const QString& message, std::optional<SafeCopy> copy)
        : WorkroomError(message), kind_(kind), copy_(std::move(copy)) {}
    Kind kind() const { return kind_; }
    /// The newest copy that is sound, if there is one.
    const std::optional<SafeCopy>& copy() const { return copy_; }

private:
    Kind kind_;
    std::optional<SafeCopy> copy_;
};

/// The folder beside a workroom's file in which its photographs lie.
QString photographFolderOf(const QString& workroom);
inline constexpr std::uintmax_t largestPhotograph = 40u * 1024 * 1024;

/// What to do where a workroom is missing or empty and has safe copies: to ask, or to begin a new one.
enum class Opening { asItIs, anew };

enum class Shelf { projects, swatches, wearers, machines, yarns };

struct ShelfItem {
    qint64 id = 0;
    QString name;
    QString body; ///< JSON as docs/format describes it
    QDateTime changed;
    bool retired = false; ///< put away: out of the lists, never out of the workroom
};

/// Where a project's swatch, wearer, machine or yarn came from. The project has its own copy.
struct ShelfSource {
    qint64 item = 0;
    QString seen; ///< the shelf's version when it was last taken or left
};

/// A piece that was begun: its program as it stood then.
struct BegunPiece {
    qint64 id = 0;
    qint64 project = 0;
    QString name;
    Program program;    ///< as the journal last changed it
    ProgramPlace place; ///< where the journal says it is
    QString problem;    ///< why its program cannot be read; empty where it can
};

struct JournalRecord {
    /// A step on or back; so many rows unravelled; the place set by hand; the program changed under the piece; a
    /// remark, a quick mark, a pause. A record that cannot be read comes back as a remark that says so.
    enum class Kind { done, back, unravelled, set, adjusted, note, mark, pause };
    Kind kind = Kind::done;
    ProgramPlace place; ///< where the piece is after it
    QString text;
    QDateTime at;
    std::optional<Program> program = {}; ///< from here on, where it was changed
};

class Workroom {
public:
    /// Opens the file, or makes it when there is none. WorkroomError when it is damaged, foreign, newer, or cannot be
    /// written; the file is then left as it was. WorkroomTrouble where there is a choice.
    explicit Workroom(const QString& file, Opening opening = Opening::asItIs);
    ~Workroom();
    Workroom(const Workroom&) = delete;
    Workroom& operator=(const Workroom&) = delete;

    QString file() const { return file_; }

    /// Projects with the one changed last first; the other shelves as they were filled.
    QList<ShelfItem> items(Shelf shelf, bool retiredToo = false) const;
    std::optional<ShelfItem> item(Shelf shelf, qint64 id) const;
    /// The item that says exactly this, if the shelf has it.
    std::optional<qint64> find(Shelf shelf, const QString& name, const std::string& body) const;
    /// How many stand on a shelf; cheap.
    int count(Shelf shelf) const;
    /// `words`: what it can be found by, besides its name.
    qint64 add(Shelf shelf, const QString& name, const std::string& body, const QString& words = {});
    void save(Shelf shelf, qint64 id, const QString& name, const std::string& body, const QString& words = {});
    Project project(qint64 id) const;

    /// Items of one shelf in whose name or words every typed word begins one, the best match first; all of them when
    /// nothing was typed. Retired ones only when they are asked for. Bodies are left out: `item` has them.
    QList<ShelfItem> search(Shelf shelf, const QString& typed, bool retiredToo = false, int most = 500) const;
    /// Puts an item away, or back. Nothing is ever deleted: a project may rest on it.
    void retire(Shelf shelf, qint64 id, bool retired);
    /// Names of the projects that came from an item.
    QStringList projectsFrom(Shelf shelf, qint64 id) const;
    std::optional<ShelfSource> source(qint64 project, Shelf shelf) const;
    void setSource(qint64 project, Shelf shelf, const ShelfSource& source);

    /// The folder beside the workroom where photographs are kept.
    QString photographFolder() const;
    /// Copies a picture into that folder under a name of its own, which it returns. WorkroomError when it is no PNG or
    /// JPEG, too large, or cannot be read or copied; nothing is kept then.
    QString addPhotograph(const QString& file);

    QList<BegunPiece> pieces(qint64 project) const;
    /// What a piece was begun by, before anything in its journal changed it.
    Program programAsBegun(qint64 piece) const;
    /// How many pieces of a project were begun; cheap.
    int begunCount(qint64 project) const;
    /// All begun pieces, the one touched last first.
    QList<BegunPiece> begunPieces() const;
    qint64 beginPiece(qint64 project, const Program& program);
    /// A piece that was begun elsewhere, with its whole journal; false where the project has it already.
    bool addPiece(qint64 project, const Program& program, const QDateTime& begun, const QList<JournalRecord>& journal);
    /// One record, on the disk before this returns; within together(), before that returns.
    void append(qint64 piece, const JournalRecord& record);
    QList<JournalRecord> journal(qint64 piece) const;

    /// Everything that `changes` stores is stored together, or not at all; within another of these, with that one.
    void together(const std::function<void()>& changes);

    /// A value that outlives the session, such as the project that was open.
    QString setting(const QString& key) const;
    void setSetting(const QString& key, const QString& value);

    /// Makes today's safe copy where there is none yet, after everything was looked through.
    void keepSafe();
    /// What was in the way of today's copy, in one sentence; empty where it is there.
    QString copyProblem() const { return copyProblem_; }
    const QSqlDatabase& database() const { return database_; }

    static constexpr int schemaVersion = workroomSchemaVersion;

private:
    void open(const QString& file);
    void close();
    int check();
    void begin();
    void migrate(int from);
    void index(Shelf shelf, qint64 id, const QString& name, const QString& words);
    QList<BegunPiece> pieces(const QString& condition, qint64 project) const;
    qint64 beginPiece(qint64 project, const Program& program, const QString& begun);
    void append(qint64 piece, const JournalRecord& record, const QString& at);

    QString file_;
    QString connection_;
    QSqlDatabase database_;
    bool together_ = false; ///< within together()
    QString copyProblem_;
};

/// $XDG_DATA_HOME/vestimen/workroom.sqlite
QString defaultWorkroomFile();

} // namespace vestimen
