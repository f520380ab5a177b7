// SPDX-License-Identifier: GPL-3.0-or-later
// The open project: one value, what follows from it, and the older values that undo goes back to.
#pragma once

#include "core/article/articles.h"
#include "core/work.h"
#include "workroom/workroom.h"

#include <QObject>
#include <QString>
#include <QTimer>

#include <deque>
#include <functional>
#include <map>
#include <optional>

namespace vestimen::app {

/// A part's version on the shelf has changed since the project took or left it.
struct ShelfNews {
    QString name;
    QString body;
    /// What would change in the project, one sentence each; empty when only words did.
    std::vector<Phrase> changes;
};

class Session : public QObject {
    Q_OBJECT

public:
    explicit Session(Workroom& workroom, QObject* parent = nullptr);
    ~Session() override;

    Workroom& workroom() { return workroom_; }
    const Workroom& workroom() const { return workroom_; }
    bool hasProject() const { return id_ != 0; }
    qint64 projectId() const { return id_; }
    const Project& project() const { return project_; }
    /// What follows from the project as it is, sound or not.
    const Worked& worked() const { return *worked_; }
    /// The last sound state, for drawing while a contradiction is being mended. Null before there was one.
    const Worked* drawn() const { return drawn_.get(); }
    /// What is drawn before there ever was a sound state, because a gauge or measures are missing: to be looked at, not
    /// to be knitted. Null otherwise.
    const Worked* sketch() const { return drawn_ ? nullptr : sketch_.get(); }
    /// The sound state or the sketch, to be looked at; null where there is neither.
    const Worked* shown() const { return drawn_ ? drawn_.get() : sketch_.get(); }
    /// The unit that lengths are shown in, here and after the next start; what was typed is kept as it was typed.
    ReadingUnit unit() const { return unit_; }
    void setUnit(ReadingUnit unit);

    void open(qint64 id);
    /// `sources`: the shelf items that parts were taken from; the other parts are stood on their shelves.
    void create(const Project& project, const std::map<Shelf, qint64>& sources = {});

    /// What a shelf would change in the open project, if anything.
    const ShelfNews* news(Shelf shelf) const;
    void takeNews(Shelf shelf);
    void leaveNews(Shelf shelf);
    /// Puts an item of a shelf in the place of the project's own; `also` changes what depends on it.
    void useFromShelf(Shelf shelf, qint64 item, const std::function<void(Project&)>& also = {});
    /// Stands a new item on a shelf and puts it in the place of the project's own, which stays on its shelf.
    void useNew(const Swatch& swatch);
    /// Takes what another window has changed in the project meanwhile, and says so; undo leads back.
    void catchUp();
    /// Looks at the shelves again, after something was changed there.
    void checkShelves();
    /// Makes `next` the project: stored, worked out and shown. Edits with the same `what` in a row are one undo step
    /// when `merge` is set, as while somebody types; those are stored a moment after the last of them.
    void edit(const QString& what, Project next, bool merge = false);
    /// What was typed and not stored yet is stored: whoever leaves something, or lets others look at it, asks for this.
    void storeNow();
    /// Shows `next` without storing it, while something is dragged. `edit` or `endPreview` follows.
    void preview(Project next);
    bool isPreviewing() const { return beforePreview_.has_value(); }
    void endPreview();

    bool canUndo() const { return !undo_.empty(); }
    bool canRedo() const { return !redo_.empty(); }
    QString undoText() const { return undo_.empty() ? QString() : undo_.back().what; }
    QString redoText() const { return redo_.empty() ? QString() : redo_.back().what; }
    /// The earlier states that undo goes back to, the latest first: what each was changed by, and the project then.
    QStringList pastTexts() const;
    const Project& past(int index) const {
        return undo_.at(undo_.size() - 1 - static_cast<std::size_t>(index)).project;
    }
    void undo();
    void redo();

signals:
    void opened();
    void changed();
    /// Something could not be stored; the value on the screen is kept.
    void failed(const QString& message);

private:
    /// Where a part came from, and whether it is the shelf's version still: then edits go there as well.
    struct Link {
        ShelfSource source;
        bool inStep = false;
    };
    using Links = std::map<Shelf, Link>;
    struct Step {
        QString what;
        Project project;
        Links links;
    };

    void edit(const QString& what, Project next, bool merge, const Links& changed);
    void use(Project project);
    void store();
    bool takeOthersChanges();
    void storeParts();
    void lookAtShelves();
    void restore(Step step, std::deque<Step>& other);

    Workroom& workroom_;
    qint64 id_ = 0;
    Project project_;
    std::optional<Project> beforePreview_;
    std::shared_ptr<const Worked> worked_ = std::make_shared<Worked>();
    std::shared_ptr<const Worked> drawn_;
    std::shared_ptr<const Worked> sketch_;
    ReadingUnit unit_ = ReadingUnit::centimetres;
    std::deque<Step> undo_;
    std::deque<Step> redo_;
    bool mergeable_ = false;
    Project stored_; ///< as it is on the disk
    QTimer typed_;   ///< runs while something is not stored yet
    Links links_;
    std::map<Shelf, ShelfNews> news_;
};

/// A sentence or value of the core in the user's language.
QString coreText(const Phrase& phrase, ReadingUnit unit = ReadingUnit::centimetres);
QString coreText(const Operand& operand, ReadingUnit unit = ReadingUnit::centimetres);
QString coreText(const char* text);
/// The name of one of an article's pieces, for people.
QString pieceName(const Article& article, PieceKey piece);
/// The name of a program's piece as it is worn: "Left sleeve".
QString pieceName(const Program& program);
/// The labels of all values of a choice, for a list to pick from.
template<class Values> QStringList labels(const Values& values) {
    QStringList all;
    for (const auto value : values)
        all << coreText(label(value));
    return all;
}

} // namespace vestimen::app
