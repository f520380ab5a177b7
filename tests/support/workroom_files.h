// SPDX-License-Identifier: GPL-3.0-or-later
// A workroom's file, looked at and changed from outside.
#pragma once

#include "workroom/workroom.h"

#include <QFile>
#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QTest>

namespace vestimen::test {

inline QByteArray bytesOf(const QString& path) {
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

/// The sentence with which a file is refused; empty when it is opened.
inline QString refusal(const QString& path) {
    try {
        Workroom workroom(path);
    } catch (const WorkroomError& error) {
        return error.message();
    }
    return {};
}

inline void runSql(const QString& path, const QStringList& statements) {
    {
        QSqlDatabase database = QSqlDatabase::addDatabase("QSQLITE", "test");
        database.setDatabaseName(path);
        QVERIFY(database.open());
        for (const QString& statement : statements) {
            QSqlQuery query(database);
            QVERIFY2(query.exec(statement), qPrintable(query.lastError().text()));
        }
    }
    QSqlDatabase::removeDatabase("test");
}

} // namespace vestimen::test
