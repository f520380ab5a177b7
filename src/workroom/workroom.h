// SPDX-License-Identifier: GPL-3.0-or-later
// The workroom: one SQLite file with the shelves, the begun pieces and their journals. docs/format/workroom.md.
#pragma once

#include "core/knitting/program.h"
#include "core/project/project.h"

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

enum class Shelf { projects, swatches, wearers, machines, yarns };

struct ShelfItem {
    qint64 id = 0;
    QString name;
    QString body; ///< JSON as docs/format describes it
    QDateTime changed;
};

/// A piece that was begun: its program as it stood then.
struct BegunPiece {
    qint64 id = 0;
    qint64 project = 0;
    QString name;
    Program program;
    ProgramPlace place; ///< where the journal says it is
};

struct JournalRecord {
    enum class Kind { done, back, note };
    Kind kind = Kind::done;
    ProgramPlace place; ///< where the piece is after it
    QString text;
    QDateTime at;
};

class Workroom {
public:
    /// Opens the file, or makes it when there is none. WorkroomError when it is damaged, foreign, newer, or cannot be
    /// written; the file is then left as it was.
    explicit Workroom(const QString& file);
    ~Workroom();
    Workroom(const Workroom&) = delete;
    Workroom& operator=(const Workroom&) = delete;

    QString file() const { return file_; }

    /// Projects with the one changed last first; the other shelves as they were filled.
    QList<ShelfItem> items(Shelf shelf) const;
    qint64 add(Shelf shelf, const QString& name, const std::string& body);
    void save(Shelf shelf, qint64 id, const QString& name, const std::string& body);
    Project project(qint64 id) const;

    QList<BegunPiece> pieces(qint64 project) const;
    /// How many pieces of a project were begun; cheap.
    int begunCount(qint64 project) const;
    /// All begun pieces, the one touched last first.
    QList<BegunPiece> begunPieces() const;
    qint64 beginPiece(qint64 project, const Program& program);
    /// One record, on the disk before this returns.
    void append(qint64 piece, const JournalRecord& record);
    QList<JournalRecord> journal(qint64 piece) const;

    /// Everything that `changes` stores is stored together, or not at all.
    void together(const std::function<void()>& changes);

    /// A value that outlives the session, such as the project that was open.
    QString setting(const QString& key) const;
    void setSetting(const QString& key, const QString& value);

    static constexpr int schemaVersion = 1;

private:
    void createSchema();
    void keepDailyBackup();
    QList<BegunPiece> pieces(const QString& condition, qint64 project) const;

    QString file_;
    QString connection_;
    QSqlDatabase database_;
};

/// $XDG_DATA_HOME/vestimen/workroom.sqlite
QString defaultWorkroomFile();

} // namespace vestimen
