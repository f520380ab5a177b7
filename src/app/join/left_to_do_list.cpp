// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/join/left_to_do_list.h"

#include "app/session/session.h"
#include "core/finishing/left_to_do.h"

#include <QCoreApplication>
#include <QDate>

#include <algorithm>

namespace vestimen::app {

LeftToDoList::LeftToDoList(QWidget* parent) : QListWidget(parent) {
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setWordWrap(true);
    setAccessibleName(tr("Left to do"));
    connect(this, &QListWidget::itemChanged, this, [this](QListWidgetItem* item) {
        if (!filling_)
            emit ticked(item->data(Qt::UserRole).toString(), item->text(), item->checkState() == Qt::Checked);
    });
}

void LeftToDoList::show(const Project& project, const Worked& drawn) {
    filling_ = true;
    clear();
    for (const Chore& chore : leftToDo(project, drawn)) {
        const QString day = tickedOn(project, chore.key);
        auto* item = new QListWidgetItem(coreText(chore.what), this);
        item->setData(Qt::UserRole, QString::fromStdString(chore.key));
        item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
        item->setCheckState(day.isEmpty() ? Qt::Unchecked : Qt::Checked);
        if (!day.isEmpty())
            item->setToolTip(tr("Done on %1").arg(day));
    }
    filling_ = false;
}

QString tickedOn(const Project& project, const std::string& what) {
    const auto found = std::ranges::find(project.finished, what, &Tick::what);
    if (found == project.finished.end())
        return {};
    const QDate day = QDate::fromString(QString::fromStdString(found->on), Qt::ISODate);
    // What a file says in its place is no text for a tip, which would take it for markup.
    return day.isValid() ? QLocale().toString(day, QLocale::LongFormat)
                         : QCoreApplication::translate("LeftToDo", "a day that was not kept");
}

void setTicked(Project& project, const std::string& what, bool done) {
    std::erase_if(project.finished, [&](const Tick& each) { return each.what == what; });
    if (done)
        project.finished.push_back({what, QDate::currentDate().toString(Qt::ISODate).toStdString()});
}

} // namespace vestimen::app
