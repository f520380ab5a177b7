// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/care_record.h"

#include <QJsonDocument>
#include <QJsonObject>

#include <map>

namespace vestimen::app {
namespace {

const QString careSetting = QStringLiteral("care");
constexpr qint64 longestStep = 5 * 60; ///< seconds; what took longer was a pause

QJsonObject stored(const Workroom& workroom) {
    return QJsonDocument::fromJson(workroom.setting(careSetting).toUtf8()).object();
}

} // namespace

std::vector<CareTick> CareRecord::ticks(const QString& machine) const {
    std::vector<CareTick> all;
    const QJsonObject checks = stored(workroom_).value(machine).toObject();
    for (auto each = checks.begin(); each != checks.end(); ++each) {
        const QJsonObject tick = each.value().toObject();
        const QString on = tick.value(QStringLiteral("on")).toString();
        if (QDate::fromString(on, Qt::ISODate).isValid())
            all.push_back({each.key().toStdString(), on.toStdString(), tick.value(QStringLiteral("hours")).toDouble()});
    }
    return all;
}

void CareRecord::tick(const QString& machine, const QString& check, bool done, QDate day, double hours) {
    QJsonObject all = stored(workroom_);
    QJsonObject checks = all.value(machine).toObject();
    if (done)
        checks.insert(check,
                      QJsonObject{{QStringLiteral("on"), day.toString(Qt::ISODate)}, {QStringLiteral("hours"), hours}});
    else
        checks.remove(check);
    all.insert(machine, checks);
    workroom_.setSetting(careSetting, QString::fromUtf8(QJsonDocument(all).toJson(QJsonDocument::Compact)));
}

double CareRecord::hours(const QString& machine) const {
    std::map<qint64, bool> isOn; // by project
    qint64 seconds = 0;
    for (const BegunPiece& piece : workroom_.begunPieces()) {
        auto known = isOn.find(piece.project);
        if (known == isOn.end()) {
            bool same = false;
            try {
                same = QString::fromStdString(workroom_.project(piece.project).machine.name) == machine;
            } catch (const std::exception&) { // a project that cannot be read counts for none
            }
            known = isOn.emplace(piece.project, same).first;
        }
        if (!known->second)
            continue;
        QDateTime before;
        for (const JournalRecord& record : workroom_.journal(piece.id)) {
            const qint64 took = before.isValid() ? before.secsTo(record.at) : 0;
            if (took > 0 && took <= longestStep)
                seconds += took;
            before = record.at;
        }
    }
    return static_cast<double>(seconds) / 3600.0;
}

} // namespace vestimen::app
