// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/session.h"

#include "core/format/project_json.h"

#include <QCoreApplication>

namespace vestimen::app {
namespace {

constexpr std::size_t undoSteps = 200;

} // namespace

Session::Session(Workroom& workroom, QObject* parent) : QObject(parent), workroom_(workroom) {}

void Session::use(Project project) {
    project_ = std::move(project);
    worked_ = std::make_shared<Worked>(work(project_));
    if (worked_->sound())
        drawn_ = worked_;
    emit changed();
}

void Session::store() {
    try {
        workroom_.save(Shelf::projects, id_, QString::fromStdString(project_.name), toJson(project_));
    } catch (const WorkroomError& error) {
        emit failed(error.message());
    }
}

void Session::open(qint64 id) {
    Project project = workroom_.project(id);
    id_ = id;
    undo_.clear();
    redo_.clear();
    drawn_.reset();
    beforePreview_.reset();
    use(std::move(project));
    emit opened();
    try {
        const auto key = QStringLiteral("open_project");
        if (workroom_.setting(key) != QString::number(id))
            workroom_.setSetting(key, QString::number(id));
    } catch (const WorkroomError& error) {
        emit failed(error.message());
    }
}

void Session::create(const Project& project) {
    open(workroom_.add(Shelf::projects, QString::fromStdString(project.name), toJson(project)));
}

void Session::edit(const QString& what, Project next, bool merge) {
    const Project& before = beforePreview_ ? *beforePreview_ : project_;
    if (next == before) {
        endPreview();
        return;
    }
    if (!(merge && mergeable_ && !undo_.empty() && undo_.back().what == what)) {
        undo_.push_back({what, before});
        if (undo_.size() > undoSteps)
            undo_.pop_front();
    }
    mergeable_ = merge;
    redo_.clear();
    beforePreview_.reset();
    use(std::move(next));
    store();
}

void Session::preview(Project next) {
    if (!beforePreview_)
        beforePreview_ = project_;
    use(std::move(next));
}

void Session::endPreview() {
    if (!beforePreview_)
        return;
    Project before = std::move(*beforePreview_);
    beforePreview_.reset();
    use(std::move(before));
}

void Session::setUnit(ReadingUnit unit) {
    unit_ = unit;
    emit changed();
}

void Session::undo() {
    if (undo_.empty())
        return;
    Step step = std::move(undo_.back());
    undo_.pop_back();
    redo_.push_back({step.what, project_});
    mergeable_ = false;
    use(std::move(step.project));
    store();
}

void Session::redo() {
    if (redo_.empty())
        return;
    Step step = std::move(redo_.back());
    redo_.pop_back();
    undo_.push_back({step.what, project_});
    mergeable_ = false;
    use(std::move(step.project));
    store();
}

QString coreText(const char* text) {
    return QCoreApplication::translate("core", text);
}

QString coreText(const Phrase& phrase, ReadingUnit unit) {
    return QString::fromStdString(render(phrase, unit, [](const char* text) { return coreText(text).toStdString(); }));
}

QString coreText(const Operand& operand, ReadingUnit unit) {
    return QString::fromStdString(render(operand, unit));
}

} // namespace vestimen::app
