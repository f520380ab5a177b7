// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shelf/shelves_page.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/session/text_files.h"
#include "core/format/project_json.h"
#include "workroom/search_words.h"

#include <QFileDialog>
#include <QHBoxLayout>
#include <QSignalBlocker>
#include <QVBoxLayout>

namespace vestimen::app {
namespace {

constexpr int mostListed = 400;

QString shelfName(Shelf shelf) {
    switch (shelf) {
    case Shelf::yarns:
        return ShelvesPage::tr("Yarns");
    case Shelf::machines:
        return ShelvesPage::tr("Machines");
    case Shelf::swatches:
        return ShelvesPage::tr("Swatches");
    case Shelf::wearers:
        return ShelvesPage::tr("Wearers");
    case Shelf::projects:
        break;
    }
    return {};
}

/// A new item of a shelf, to be filled in.
std::pair<QString, std::string> freshItem(Shelf shelf) {
    const auto named = [](auto value, const QString& name) {
        value.name = name.toStdString();
        return std::pair(name, toJson(value));
    };
    switch (shelf) {
    case Shelf::machines:
        return named(genericMachines()[1], ShelvesPage::tr("New machine"));
    case Shelf::swatches:
        return named(advisedSwatch(genericMachines()[1]), ShelvesPage::tr("New swatch"));
    case Shelf::wearers:
        return named(Wearer{}, ShelvesPage::tr("New wearer"));
    default:
        return named(Yarn{}, ShelvesPage::tr("New yarn"));
    }
}

} // namespace

ShelvesPage::ShelvesPage(Session& session, QWidget* parent) : Station(session, parent) {
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(24, 14, 24, 14);
    all->setSpacing(24);
    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    all->addLayout(left, 2);
    buildList(left);
    auto* right = new QVBoxLayout;
    right->setSpacing(8);
    all->addLayout(right, 3);
    buildPage(right);
}

void ShelvesPage::buildList(QVBoxLayout* column) {
    auto* title = new Label(tr("Shelves"), this);
    title->setObjectName(QStringLiteral("title"));
    column->addWidget(title);
    auto* tabs = new QHBoxLayout;
    tabs->setSpacing(6);
    shelves_ = new QButtonGroup(this);
    for (const Shelf each : {Shelf::yarns, Shelf::machines, Shelf::swatches, Shelf::wearers}) {
        auto* tab = new QPushButton(shelfName(each), this);
        tab->setCheckable(true);
        shelves_->addButton(tab, static_cast<int>(each));
        tabs->addWidget(tab);
    }
    tabs->addStretch(1);
    column->addLayout(tabs);
    connect(shelves_, &QButtonGroup::idClicked, this, [this](int id) { showShelf(static_cast<Shelf>(id)); });
    search_ = new QLineEdit(this);
    search_->setPlaceholderText(tr("find: a name, a yarn, a size, a word of a note"));
    search_->setAccessibleName(tr("Find on this shelf"));
    search_->setClearButtonEnabled(true);
    column->addWidget(search_);
    connect(search_, &QLineEdit::textChanged, this, [this] { fillList(); });
    list_ = new QListWidget(this);
    list_->setAccessibleName(tr("Items of this shelf"));
    list_->setUniformItemSizes(true);
    list_->setTextElideMode(Qt::ElideRight);
    column->addWidget(list_, 1);
    connect(list_, &QListWidget::currentItemChanged, this, [this](const QListWidgetItem* item) {
        if (item)
            showItem(item->data(Qt::UserRole).toLongLong());
    });
    more_ = new Label(tr("There are more: type a word to find one."), this);
    more_->setObjectName(QStringLiteral("muted"));
    column->addWidget(more_);
    auto* foot = new QHBoxLayout;
    retiredToo_ = new QCheckBox(tr("retired ones too"), this);
    connect(retiredToo_, &QCheckBox::toggled, this, [this] { fillList(); });
    foot->addWidget(retiredToo_, 1);
    auto* fresh = new QPushButton(tr("New"), this);
    fresh->setObjectName(QStringLiteral("primary"));
    connect(fresh, &QPushButton::clicked, this, &ShelvesPage::make);
    auto* import = new QPushButton(tr("Import …"), this);
    import->setAccessibleName(tr("Import onto this shelf"));
    connect(import, &QPushButton::clicked, this, [this] {
        const QString file = QFileDialog::getOpenFileName(this, tr("Import"), {}, tr("Vestimen files (*.json)"));
        if (!file.isEmpty())
            importItem(file);
    });
    foot->addWidget(import);
    foot->addWidget(fresh);
    column->addLayout(foot);
}

void ShelvesPage::buildPage(QVBoxLayout* column) {
    title_ = new ElidedLabel(this);
    title_->setObjectName(QStringLiteral("title"));
    column->addWidget(title_);
    used_ = new Label(this);
    used_->setObjectName(QStringLiteral("muted"));
    used_->setWordWrap(true);
    column->addWidget(used_);
    auto* actions = new QHBoxLayout;
    actions->setSpacing(6);
    const auto action = [&](const QString& text, const char* name, const QString& tip, auto slot) {
        auto* button = new QPushButton(text, this);
        button->setToolTip(tip);
        button->setAccessibleName(text);
        button->setProperty("action", QLatin1String(name));
        button->setObjectName(QLatin1String(name));
        actions->addWidget(button);
        connect(button, &QPushButton::clicked, this, slot);
        return button;
    };
    use_ = action(tr("Use in project"), "use", {}, [this] { use(); });
    copy_ = action(tr("Copy"), "copy", tr("A second one like this, to be changed"), [this] { copy(); });
    retire_ = action(tr("Retire"), "retire", tr("Puts it away; projects that use it keep it"), [this] { retire(); });
    export_ = action(tr("Export …"), "export", tr("To a JSON file"), [this] {
        const QString file =
            QFileDialog::getSaveFileName(this, tr("Export"), form_ ? form_->name() + ".json" : QString());
        if (!file.isEmpty())
            exportItem(file);
    });
    undo_ = action(tr("Undo"), "undo", tr("Takes the last change of this page back"), [this] { undo(); });
    actions->addStretch(1);
    column->addLayout(actions);
    problem_ = new Label(this);
    problem_->setObjectName(QStringLiteral("problem"));
    problem_->setWordWrap(true);
    column->addWidget(problem_);
    scroll_ = new QScrollArea(this);
    scroll_->setWidgetResizable(true);
    scroll_->setFrameShape(QFrame::NoFrame);
    scroll_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll_->setFocusPolicy(Qt::NoFocus);
    column->addWidget(scroll_, 1);
    consequences_ = new Label(this);
    consequences_->setObjectName(QStringLiteral("card"));
    consequences_->setWordWrap(true);
    consequences_->setMargin(12);
    consequences_->setAccessibleName(tr("What follows"));
    column->addWidget(consequences_);
}

template<class Action> bool ShelvesPage::tried(Action action) {
    try {
        action();
        return true;
    } catch (const WorkroomError& error) {
        emit said(error.message());
    } catch (const FormatError& error) {
        emit said(tr("It cannot be read: %1").arg(QString::fromUtf8(error.what())));
    }
    return false;
}

void ShelvesPage::showShelf(Shelf shelf) {
    shelf_ = shelf;
    item_ = 0;
    const QSignalBlocker quiet(search_);
    search_->clear();
    refresh();
}

void ShelvesPage::refresh() {
    shelves_->button(static_cast<int>(shelf_))->setChecked(true);
    fillList();
    fillPage();
}

void ShelvesPage::fillList() {
    const QSignalBlocker quiet(list_);
    list_->clear();
    tried([&] {
        const auto found =
            session().workroom().search(shelf_, search_->text(), retiredToo_->isChecked(), mostListed + 1);
        more_->setVisible(found.size() > mostListed);
        for (qsizetype i = 0; i < std::min<qsizetype>(found.size(), mostListed); ++i) {
            auto* item =
                new QListWidgetItem(found[i].retired ? tr("%1 (retired)").arg(found[i].name) : found[i].name, list_);
            item->setData(Qt::UserRole, found[i].id);
            if (found[i].id == item_)
                list_->setCurrentItem(item);
        }
    });
    if (list_->count() == 0) {
        auto* nothing =
            new QListWidgetItem(search_->text().isEmpty() ? tr("nothing here yet") : tr("nothing found"), list_);
        nothing->setFlags(Qt::NoItemFlags);
    }
}

void ShelvesPage::showItem(qint64 id) {
    if (id != item_)
        before_.clear();
    item_ = id;
    problem_->clear();
    fillPage();
}

void ShelvesPage::fillPage() {
    std::optional<ShelfItem> item;
    QStringList projects;
    tried([&] {
        if (item_ != 0)
            item = session().workroom().item(shelf_, item_);
        if (item)
            projects = session().workroom().projectsFrom(shelf_, item_);
    });
    for (QPushButton* each : {use_, copy_, retire_, export_, undo_})
        each->setVisible(item.has_value());
    title_->setText(item ? item->name : QString());
    used_->setText(!item                ? tr("Choose one at the left, or make a new one.")
                   : projects.isEmpty() ? tr("No project uses it.")
                                        : tr("Used by %1. Each keeps its own copy and says when this one changes.")
                                              .arg(projects.join(QStringLiteral(", "))));
    consequences_->hide();
    if (!item) {
        scroll_->takeWidget();
        form_.reset();
        return;
    }
    retire_->setText(item->retired ? tr("Bring back") : tr("Retire"));
    use_->setEnabled(session().hasProject());
    use_->setToolTip(session().hasProject() ? tr("In “%1”").arg(QString::fromStdString(session().project().name))
                                            : tr("Open a project first."));
    undo_->setEnabled(!before_.empty());
    // The form is made anew for another item only, so that whoever types in it is not disturbed.
    if (!form_ || form_->property("item").toLongLong() != item_ ||
        form_->property("shelf").toInt() != static_cast<int>(shelf_)) {
        scroll_->takeWidget();
        form_ = ItemForm::make(shelf_);
        form_->setProperty("item", item_);
        form_->setProperty("shelf", static_cast<int>(shelf_));
        connect(form_.get(), &ItemForm::edited, this, &ShelvesPage::save);
        connect(form_.get(), &ItemForm::wrong, problem_, &QLabel::setText);
        if (!tried([&] { form_->load(item->body.toStdString()); })) {
            form_.reset();
            return;
        }
        scroll_->setWidget(form_.get());
    }
    form_->setUnit(session().unit());
    form_->fill();
    form_->show();
    const QStringList lines = form_->consequences();
    consequences_->setText(lines.join('\n'));
    consequences_->setVisible(!lines.isEmpty());
}

void ShelvesPage::save() {
    if (item_ == 0 || !form_)
        return;
    tried([&] {
        const auto item = session().workroom().item(shelf_, item_);
        const std::string body = form_->body();
        if (!item || item->body.toStdString() == body)
            return;
        before_.push_back(item->body.toStdString());
        session().workroom().together(
            [&] { session().workroom().save(shelf_, item_, form_->name(), body, searchWords(shelf_, body)); });
    });
    for (int i = 0; i < list_->count(); ++i)
        if (list_->item(i)->data(Qt::UserRole).toLongLong() == item_)
            list_->item(i)->setText(form_->name());
    fillPage();
}

void ShelvesPage::undo() {
    if (before_.empty() || !form_)
        return;
    const std::string body = before_.back();
    before_.pop_back();
    tried([&] {
        form_->load(body);
        session().workroom().together(
            [&] { session().workroom().save(shelf_, item_, form_->name(), body, searchWords(shelf_, body)); });
    });
    setFocus(); // no field keeps what it says
    refresh();
}

qint64 ShelvesPage::add(const QString& name, const std::string& body) {
    qint64 id = 0;
    session().workroom().together(
        [&] { id = session().workroom().add(shelf_, name, body, searchWords(shelf_, body)); });
    return id;
}

void ShelvesPage::make() {
    tried([&] {
        const auto [name, body] = freshItem(shelf_);
        showItem(add(name, body));
        fillList();
    });
    if (auto* first = form_ ? form_->findChild<QLineEdit*>() : nullptr) {
        first->setFocus();
        first->selectAll();
    }
}

void ShelvesPage::copy() {
    tried([&] {
        const auto item = session().workroom().item(shelf_, item_);
        if (!item)
            return;
        const std::unique_ptr<ItemForm> copied = ItemForm::make(shelf_);
        copied->load(item->body.toStdString());
        // The name stands in the body as well, and in the form's first field.
        auto* name = copied->findChild<QLineEdit*>();
        name->setText(tr("%1, copy").arg(item->name));
        emit name->textEdited(name->text());
        showItem(add(copied->name(), copied->body()));
        fillList();
    });
}

void ShelvesPage::retire() {
    tried([&] {
        const auto item = session().workroom().item(shelf_, item_);
        if (item)
            session().workroom().retire(shelf_, item_, !item->retired);
    });
    refresh();
}

void ShelvesPage::use() {
    session().useFromShelf(shelf_, item_);
    emit usedInProject(shelf_);
}

bool ShelvesPage::importItem(const QString& file) {
    QString problem;
    const auto body = readText(file, problem);
    if (!body) {
        emit said(problem);
        return false;
    }
    try {
        const std::unique_ptr<ItemForm> read = ItemForm::make(shelf_);
        read->load(*body);
        // Written anew, so that the workroom holds the newest form of it.
        showItem(add(read->name(), read->body()));
        fillList();
        return true;
    } catch (const FormatError& error) {
        emit said(tr("%1 was not imported: %2").arg(file, QString::fromUtf8(error.what())));
    } catch (const WorkroomError& error) {
        emit said(error.message());
    }
    return false;
}

bool ShelvesPage::exportItem(const QString& file) {
    if (!form_)
        return false;
    const QString problem = writeText(file, form_->body());
    if (!problem.isEmpty())
        emit said(problem);
    return problem.isEmpty();
}

void ShelvesPage::hideEvent(QHideEvent* event) {
    Station::hideEvent(event);
    session().checkShelves();
}

} // namespace vestimen::app
