// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handbook/practice_record.h"

#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>

namespace vestimen::app {
namespace {

const QString practiceSetting = QStringLiteral("practice");

QJsonObject stored(const Workroom& workroom) {
    return QJsonDocument::fromJson(workroom.setting(practiceSetting).toUtf8()).object();
}

} // namespace

QStringList PracticeRecord::days(const QString& card) const {
    QStringList all;
    const QJsonArray days = stored(workroom_).value(card).toArray();
    for (const QJsonValue& day : days)
        if (QDate::fromString(day.toString(), Qt::ISODate).isValid() && !all.contains(day.toString()))
            all << day.toString();
    return all;
}

void PracticeRecord::wentRight(const QString& card, QDate day) {
    QStringList all = days(card);
    const QString text = day.toString(Qt::ISODate);
    if (all.contains(text) || all.size() >= daysToKnow)
        return;
    QJsonObject record = stored(workroom_);
    record.insert(card, QJsonArray::fromStringList(all << text));
    workroom_.setSetting(practiceSetting, QString::fromUtf8(QJsonDocument(record).toJson(QJsonDocument::Compact)));
}

} // namespace vestimen::app
