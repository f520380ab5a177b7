// SPDX-License-Identifier: GPL-3.0-or-later
#include "workroom/piece_exchange.h"

#include "core/format/json_reader.h"
#include "core/format/program_json.h"

#include <QCoreApplication>
#include <QSqlError>
#include <QSqlQuery>

namespace vestimen {
namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("Workroom", text);
}

std::string utf8(const QVariant& value) {
    return value.toString().toStdString();
}

/// Programs stand in the file as what they are, not as text.
Json asJson(const QVariant& program) {
    try {
        return parseJson(utf8(program));
    } catch (const FormatError& error) {
        throw WorkroomError(tr("a program in it cannot be read: %1").arg(QString::fromUtf8(error.what())));
    }
}

Json recordToJson(const QSqlQuery& query) {
    Json record{{"kind", utf8(query.value(0))},
                {"operation", query.value(1).toLongLong()},
                {"rows_done", query.value(2).toInt()},
                {"at", utf8(query.value(4))}};
    if (!query.value(3).toString().isEmpty())
        record["text"] = utf8(query.value(3));
    if (!query.value(5).isNull())
        record["program"] = asJson(query.value(5));
    return record;
}

QDateTime timeFrom(const JsonReader& json) {
    const QDateTime time = QDateTime::fromString(QString::fromStdString(json.text()), Qt::ISODateWithMs);
    if (!time.isValid())
        json.fail("is no time: write it like 2026-11-27T17:04:00.000Z");
    return time;
}

Program programFrom(const Json& whole) {
    return programFromJson(whole.dump());
}

} // namespace

QString pieceToJson(const QSqlDatabase& database, qint64 piece, const QString& projectFile, QString& journalProblem) {
    QSqlQuery query(database);
    query.prepare(QStringLiteral("SELECT project, program, begun FROM piece WHERE id = ?"));
    query.addBindValue(piece);
    if (!query.exec() || !query.next())
        throw WorkroomError(query.lastError().databaseText());
    QSqlQuery project(database); // which may lie on a page that cannot be read
    project.prepare(QStringLiteral("SELECT name FROM project WHERE id = ?"));
    project.addBindValue(query.value(0));
    const bool isNamed = project.exec() && project.next();
    Json json{{"format", "vestimen-begun-piece"},
              {"version", 1},
              {"project", {{"name", isNamed ? utf8(project.value(0)) : ""}, {"file", projectFile.toStdString()}}},
              {"begun", utf8(query.value(2))},
              {"program", asJson(query.value(1))},
              {"journal", Json::array()}};
    QSqlQuery journal(database);
    journal.setForwardOnly(true);
    journal.prepare(QStringLiteral(
        "SELECT kind, operation, rows_done, text, at, program FROM journal WHERE piece = ? ORDER BY seq"));
    journal.addBindValue(piece);
    bool isRead = journal.exec();
    try {
        while (isRead && journal.next())
            json["journal"].push_back(recordToJson(journal));
        if (journal.lastError().type() != QSqlError::NoError)
            journalProblem = journal.lastError().databaseText();
    } catch (const WorkroomError& error) {
        journalProblem = error.message(); // what comes after counts by that program
    }
    return QString::fromStdString(json.dump(1));
}

namespace {

/// Whether a program has such a place: at its end nothing is begun, and of rows there are as many as it knits.
bool isPlaceIn(const Program& program, ProgramPlace place) {
    if (place.operation >= program.operations.size())
        return place.operation == program.operations.size() && place.rowsDone == 0;
    const auto* knit = std::get_if<operation::Knit>(&program.operations[place.operation].action);
    return place.rowsDone >= 0 && place.rowsDone <= (knit ? knit->rows.count() : 0);
}

} // namespace

PieceFile pieceFromJson(const std::string& text) {
    const Json whole = parseJson(text);
    const JsonReader json(whole);
    expectFormat(json, "vestimen-begun-piece", 1);
    json.expectKeys({"format", "version", "project", "begun", "program", "journal"});
    PieceFile piece;
    const JsonReader project = json.at("project");
    project.expectKeys({"name", "file"});
    piece.projectName = QString::fromStdString(project.at("name").text());
    piece.projectFile = QString::fromStdString(project.at("file").text());
    piece.begun = timeFrom(json.at("begun"));
    piece.program = programFrom(whole.at("program"));
    std::size_t index = 0;
    Program inForce = piece.program;
    auto operations = static_cast<int>(piece.program.operations.size());
    json.at("journal").forEach([&](const JsonReader& each) {
        each.expectKeys({"kind", "operation", "rows_done", "at", "text", "program"});
        JournalRecord record;
        using Kind = JournalRecord::Kind;
        record.kind = each.at("kind").oneOf<Kind>({{"done", Kind::done},
                                                   {"back", Kind::back},
                                                   {"unravelled", Kind::unravelled},
                                                   {"set", Kind::set},
                                                   {"adjusted", Kind::adjusted},
                                                   {"note", Kind::note},
                                                   {"mark", Kind::mark},
                                                   {"pause", Kind::pause}});
        if (each.has("program")) {
            record.program = programFrom(whole.at("journal").at(index).at("program"));
            operations = static_cast<int>(record.program->operations.size());
        }
        // The place after the last operation is the end.
        record.place = {static_cast<std::size_t>(each.at("operation").integer(0, operations)),
                        each.at("rows_done").integer(0, 100000)};
        const Program& counted = record.program ? *record.program : inForce;
        if (!isPlaceIn(counted, record.place))
            throw FormatError(
                QStringLiteral("/journal/%1 says a place that its program does not have: operation %2, row %3.")
                    .arg(index)
                    .arg(record.place.operation)
                    .arg(record.place.rowsDone)
                    .toStdString());
        if (record.program)
            inForce = *record.program;
        record.at = timeFrom(each.at("at"));
        if (const auto words = each.find("text"))
            record.text = QString::fromStdString(words->text());
        piece.journal.append(std::move(record));
        ++index;
    });
    return piece;
}

} // namespace vestimen
