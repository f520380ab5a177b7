// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/session/session.h"

#include "app/session/sketch.h"
#include "app/theme/habit.h"
#include "core/format/project_json.h"
#include "core/format/project_merge.h"
#include "core/knitting/swatch_program.h"
#include "core/swatch_plan.h"
#include "workroom/project_parts.h"
#include "workroom/search_words.h"

#include <QCoreApplication>

namespace vestimen::app {
namespace {

constexpr std::size_t undoSteps = 200;
/// Typing does not wait for the disk.
constexpr int afterTyping = 400; // ms
const QString unitKey = QStringLiteral("unit");

} // namespace

Session::Session(Workroom& workroom, QObject* parent) : QObject(parent), workroom_(workroom) {
    const QString unit = workroom.setting(unitKey);
    if (!unit.isEmpty())
        unit_ = static_cast<ReadingUnit>(std::clamp(unit.toInt(), 0, 2));
    typed_.setSingleShot(true);
    connect(&typed_, &QTimer::timeout, this, &Session::store);
}

Session::~Session() {
    const QSignalBlocker quiet(this); // nobody is there to hear
    storeNow();
}

/// Also what could not be stored before.
void Session::storeNow() {
    if (hasProject() && !isPreviewing() && !(project_ == stored_))
        store();
}

void Session::use(Project project) {
    project_ = std::move(project);
    worked_ = std::make_shared<Worked>(work(project_));
    if (worked_->sound())
        drawn_ = worked_;
    sketch_.reset();
    if (!drawn_) {
        const Project sketched = sketchOf(project_);
        if (auto worked = work(sketched); !(sketched == project_) && worked.sound())
            sketch_ = std::make_shared<Worked>(std::move(worked));
    }
    emit changed();
}

/// Another window, or another Vestimen, may have stored the same project meanwhile: both changes are kept. True where
/// there was something to bring together.
bool Session::takeOthersChanges() {
    const auto item = workroom_.item(Shelf::projects, id_);
    if (!item || item->body.toStdString() == toJson(stored_))
        return false;
    const Project theirs = workroom_.project(id_);
    if (theirs == stored_)
        return false;
    const MergedProject both = merged(stored_, project_, theirs);
    stored_ = theirs;
    QStringList fields;
    for (const std::string& each : both.conflicts)
        fields << QString::fromStdString(each).replace('/', ' ').replace('_', ' ');
    QMetaObject::invokeMethod(
        this,
        [this, fields] {
            emit failed(fields.isEmpty() ? tr("This project was changed in another window too: both changes are kept.")
                                         : tr("This project was changed in another window too. Both are kept, but for "
                                              "what both had changed, where this window’s stands: %1.")
                                               .arg(fields.join(QStringLiteral(", "))));
        },
        Qt::QueuedConnection);
    if (both.project == project_)
        return true;
    use(both.project);
    return true;
}

void Session::catchUp() {
    if (!hasProject() || isPreviewing())
        return;
    storeNow();
    try {
        const Project before = project_;
        if (takeOthersChanges() && !(project_ == before)) {
            undo_.push_back({tr("What another window changed"), before, links_});
            redo_.clear();
            mergeable_ = false;
        }
    } catch (const WorkroomError& error) {
        emit failed(error.message());
    }
}

void Session::store() {
    typed_.stop();
    try {
        workroom_.together([&] {
            takeOthersChanges();
            workroom_.save(Shelf::projects, id_, QString::fromStdString(project_.name), toJson(project_));
            storeParts();
        });
        stored_ = project_;
    } catch (const WorkroomError& error) {
        emit failed(error.message());
    }
}

/// The swatch on the table and the person in the room are one with those on the shelf, as long as nobody parted them.
void Session::storeParts() {
    for (auto& [shelf, link] : links_) {
        if (!link.inStep || samePart(project_, stored_, shelf))
            continue;
        const auto item = workroom_.item(shelf, link.source.item);
        link.inStep = item && item->body == link.source.seen;
        if (!link.inStep)
            continue;
        const std::string body = partBody(project_, shelf);
        link.source.seen = QString::fromStdString(body);
        workroom_.save(shelf, link.source.item, partName(project_, shelf), body, searchWords(shelf, body));
        workroom_.setSource(id_, shelf, link.source);
    }
}

void Session::lookAtShelves() {
    links_.clear();
    news_.clear();
    for (const Shelf shelf : sharedShelves) {
        const auto source = workroom_.source(id_, shelf);
        const auto item = source ? workroom_.item(shelf, source->item) : std::nullopt;
        if (!item)
            continue;
        if (item->body.toStdString() == partBody(project_, shelf)) {
            links_[shelf] = {{source->item, item->body}, true};
            continue;
        }
        links_[shelf] = {*source, false};
        if (item->body != source->seen) {
            Project then = project_;
            try {
                setPart(then, shelf, item->body.toStdString());
            } catch (const FormatError&) {
                continue; // the shelf's page says what is wrong with it
            }
            news_[shelf] = {item->name, item->body, differences(*worked_, work(then))};
        }
    }
}

void Session::checkShelves() {
    if (!hasProject())
        return;
    storeNow();
    try {
        lookAtShelves();
    } catch (const WorkroomError& error) {
        emit failed(error.message());
    }
    emit changed();
}

const ShelfNews* Session::news(Shelf shelf) const {
    const auto found = news_.find(shelf);
    return found == news_.end() ? nullptr : &found->second;
}

void Session::takeNews(Shelf shelf) {
    const auto found = news_.find(shelf);
    if (found == news_.end())
        return;
    const ShelfNews taken = found->second;
    Project next = project_;
    setPart(next, shelf, taken.body.toStdString());
    leaveNews(shelf);
    edit(tr("Take the shelf’s version"), std::move(next));
    checkShelves();
}

void Session::leaveNews(Shelf shelf) {
    const auto found = news_.find(shelf);
    if (found == news_.end())
        return;
    try {
        ShelfSource& source = links_[shelf].source;
        source.seen = found->second.body;
        workroom_.setSource(id_, shelf, source);
        news_.erase(found);
    } catch (const WorkroomError& error) {
        emit failed(error.message());
    }
    emit changed();
}

void Session::useNew(const Swatch& swatch) {
    try {
        const qint64 id =
            workroom_.add(Shelf::swatches, QString::fromStdString(swatch.name), toJson(swatch), searchWords(swatch));
        useFromShelf(Shelf::swatches, id);
    } catch (const WorkroomError& error) {
        emit failed(error.message());
    }
}

void Session::useFromShelf(Shelf shelf, qint64 item, const std::function<void(Project&)>& also) {
    try {
        const auto wanted = workroom_.item(shelf, item);
        if (!wanted)
            return;
        Project next = project_;
        setPart(next, shelf, wanted->body.toStdString());
        if (also)
            also(next);
        // Undo leads back to where the part comes from now; that item stays as it is.
        edit(tr("Take %1 from the shelf").arg(wanted->name), std::move(next), false,
             {{shelf, {{item, wanted->body}, true}}});
    } catch (const WorkroomError& error) {
        emit failed(error.message());
    } catch (const FormatError& error) {
        emit failed(tr("It cannot be read: %1").arg(QString::fromUtf8(error.what())));
    }
    emit changed();
}

void Session::open(qint64 id) {
    storeNow();
    Project project = workroom_.project(id);
    id_ = id;
    undo_.clear();
    redo_.clear();
    drawn_.reset();
    beforePreview_.reset();
    stored_ = project;
    use(std::move(project));
    try {
        lookAtShelves();
    } catch (const WorkroomError& error) {
        emit failed(error.message());
    }
    emit opened();
    try {
        const auto key = QStringLiteral("open_project");
        if (workroom_.setting(key) != QString::number(id))
            workroom_.setSetting(key, QString::number(id));
    } catch (const WorkroomError& error) {
        emit failed(error.message());
    }
}

void Session::create(const Project& project, const std::map<Shelf, qint64>& sources) {
    qint64 id = 0;
    workroom_.together([&] {
        id = workroom_.add(Shelf::projects, QString::fromStdString(project.name), toJson(project));
        stockShelves(workroom_, id, project, sources);
    });
    open(id);
}

void Session::edit(const QString& what, Project next, bool merge) {
    edit(what, std::move(next), merge, {});
}

void Session::edit(const QString& what, Project next, bool merge, const Links& changed) {
    const Project& before = beforePreview_ ? *beforePreview_ : project_;
    if (next == before) {
        endPreview();
        return;
    }
    if (!(merge && mergeable_ && !undo_.empty() && undo_.back().what == what)) {
        undo_.push_back({what, before, links_});
        if (undo_.size() > undoSteps)
            undo_.pop_front();
    }
    mergeable_ = merge;
    redo_.clear();
    beforePreview_.reset();
    for (const auto& [shelf, link] : changed) {
        workroom_.setSource(id_, shelf, link.source);
        links_[shelf] = {link.source, false};
    }
    use(std::move(next));
    if (merge)
        typed_.start(afterTyping);
    else
        store();
    for (const auto& [shelf, link] : changed)
        links_[shelf] = link;
}

void Session::preview(Project next) {
    if (!beforePreview_) {
        storeNow(); // what is only shown must not be taken for what was typed
        beforePreview_ = project_;
    }
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
    try {
        workroom_.setSetting(unitKey, QString::number(static_cast<int>(unit)));
    } catch (const WorkroomError& error) {
        emit failed(error.message());
    }
    emit changed();
}

QStringList Session::pastTexts() const {
    QStringList texts;
    for (auto step = undo_.rbegin(); step != undo_.rend(); ++step)
        texts << step->what;
    return texts;
}

void Session::undo() {
    if (undo_.empty())
        return;
    Step step = std::move(undo_.back());
    undo_.pop_back();
    restore(std::move(step), redo_);
}

void Session::redo() {
    if (redo_.empty())
        return;
    Step step = std::move(redo_.back());
    redo_.pop_back();
    restore(std::move(step), undo_);
}

void Session::restore(Step step, std::deque<Step>& other) {
    other.push_back({step.what, project_, links_});
    mergeable_ = false;
    try {
        for (auto& [shelf, link] : step.links) {
            Link& now = links_[shelf];
            if (now.source.item == link.source.item) {
                // What the shelf has was seen meanwhile; a part that was not its version then is not so now.
                now.inStep = now.inStep && link.inStep;
                continue;
            }
            now = link;
            workroom_.setSource(id_, shelf, link.source);
        }
    } catch (const WorkroomError& error) {
        emit failed(error.message());
    }
    use(std::move(step.project));
    store();
}

QString coreText(const char* text) {
    return QCoreApplication::translate("core", text);
}

QString coreText(const Phrase& phrase, ReadingUnit unit) {
    const QString said =
        QString::fromStdString(render(phrase, unit, [](const char* text) { return coreText(text).toStdString(); }));
    // A program's own sentence is no template that could be translated; what else people called something stays.
    return std::string_view(phrase.text) == "{0}" ? inHabit(said) : said;
}

QString coreText(const Operand& operand, ReadingUnit unit) {
    return QString::fromStdString(render(operand, unit, [](const char* text) { return coreText(text).toStdString(); }));
}

QString pieceName(const Article& article, PieceKey piece) {
    return coreText(labelOf(article, piece));
}

QString pieceName(const Program& program) {
    if (program.piece == swatchPiece)
        return QCoreApplication::translate("KnitWords", "Swatch");
    QString name = QString::fromStdString(program.worn.empty() ? program.piece : program.worn);
    if (!name.isEmpty())
        name[0] = name[0].toUpper();
    return name;
}

} // namespace vestimen::app
