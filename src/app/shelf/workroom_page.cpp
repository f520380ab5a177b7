// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shelf/workroom_page.h"

#include "app/canvas/label.h"
#include "app/canvas/pieces_row.h"
#include "app/canvas/rail_canvas.h"
#include "app/session/session.h"
#include "app/theme/theme.h"
#include "core/bed/virtual_bed.h"
#include "core/format/project_json.h"

#include <QAbstractButton>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QLocale>
#include <QPainter>
#include <QPainterPath>
#include <QPushButton>
#include <QScrollArea>
#include <QTimer>

#include <algorithm>
#include <utility>

namespace vestimen::app {
namespace {

constexpr int mostOnCard = 7;
constexpr int mostTiles = 24;
constexpr int fewProjects = 9; ///< beyond these they are sought, sorted and listed

/// A project as a tile with its pieces drawn to one scale.
class ProjectTile : public QAbstractButton {
public:
    static constexpr int tileWidth = 284;
    ProjectTile(const QString& name, const QString& second, QWidget* parent)
        : QAbstractButton(parent), second_(second) {
        setText(name);
        setAccessibleName(name);
        setAccessibleDescription(second);
        setFixedHeight(222);
        setMinimumWidth(tileWidth);
        setMaximumWidth(tileWidth + 64);
        setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        setCursor(Qt::PointingHandCursor);
        setFocusPolicy(Qt::StrongFocus);
    }

    /// The pieces are worked out after the first painting, so that a full shelf opens at once.
    void setProject(Project project) { project_ = std::move(project); }

protected:
    void paintEvent(QPaintEvent*) override {
        if (project_)
            QTimer::singleShot(0, this, [this] {
                if (project_)
                    draw(*std::exchange(project_, std::nullopt));
            });
        paintTile();
    }

private:
    void draw(const Project& project) {
        const Worked worked = work(project);
        if (worked.measured.gauge)
            gauge_ = *worked.measured.gauge;
        colour_ = fabricColour(QString::fromStdString(project.yarn.colour));
        drafted_ = worked.sound();
        update();
        pictures_ = picturesOf(worked);
    }

    void paintTile() {
        const Theme& theme = Theme::current();
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(QPen(hasFocus() || underMouse() ? theme.woad : theme.line, hasFocus() ? 2.0 : 1.0));
        painter.setBrush(theme.paper);
        painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 9, 9);
        painter.setPen(theme.ink);
        painter.setFont(titleFont(18));
        painter.drawText(QRect(16, 158, width() - 32, 28), Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(text(), Qt::ElideRight, width() - 32));
        painter.setPen(theme.muted);
        painter.setFont(textFont(13));
        painter.drawText(QRect(16, 184, width() - 32, 22), Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(second_, Qt::ElideRight, width() - 32));
        if (pictures_.empty()) {
            if (!drafted_)
                painter.drawText(QRect(16, 16, width() - 32, 130), Qt::AlignCenter | Qt::TextWordWrap,
                                 WorkroomPage::tr("not drafted yet"));
            return;
        }
        paintPieces(painter, QRectF(18, 18, width() - 36, 134), pictures_, gauge_, colour_);
    }

    QString second_;
    std::optional<Project> project_;
    bool drafted_ = true;
    FabricGauge gauge_;
    QColor colour_;
    std::vector<FabricPicture> pictures_;
};

/// Names, a line each. What is too long for the line is whole in the tip: a label that wraps its words would have the
/// whole page laid out over and over at the start, and so would a label for each line.
class NameLines : public Label {
public:
    NameLines(const QString& text, QWidget* parent) : Label(text, parent) {
        setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        const QFontMetrics metrics = painter.fontMetrics();
        QRect line(0, 0, width(), metrics.lineSpacing());
        for (const QString& name : text().split('\n')) {
            painter.drawText(line, Qt::AlignVCenter, metrics.elidedText(name, Qt::ElideRight, width()));
            line.translate(0, metrics.lineSpacing());
        }
    }
    void resizeEvent(QResizeEvent* event) override {
        Label::resizeEvent(event);
        setToolTip(sizeHint().width() > width() ? text() : QString());
    }
};

QLabel* heading(const QString& text, QWidget* parent) {
    auto* label = new Label(text, parent);
    label->setObjectName(QStringLiteral("heading"));
    return label;
}

} // namespace

WorkroomPage::WorkroomPage(Session& session, QWidget* parent) : Station(session, parent) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(24, 14, 16, 8);
    auto* head = new QHBoxLayout;
    auto* title = new Label(tr("Workroom"), this);
    title->setObjectName(QStringLiteral("title"));
    auto* add = new QPushButton(tr("New project"), this);
    add->setObjectName(QStringLiteral("primary"));
    connect(add, &QPushButton::clicked, this, &WorkroomPage::newProjectWanted);
    head->addWidget(title);
    head->addStretch(1);
    auto* copies = new QPushButton(tr("Safe copies"), this);
    copies->setToolTip(tr("Older states of the workroom, and everything as files"));
    connect(copies, &QPushButton::clicked, this, &WorkroomPage::safeCopiesWanted);
    head->addWidget(copies);
    head->addWidget(add);
    layout->addLayout(head);
    tools_ = new QWidget(this);
    auto* tools = new QHBoxLayout(tools_);
    tools->setContentsMargins(0, 0, 0, 0);
    auto* seek = new QLineEdit(tools_);
    seek->setPlaceholderText(tr("Seek a project"));
    seek->setAccessibleName(tr("Seek a project"));
    seek->setClearButtonEnabled(true);
    tools->addWidget(seek, 1);
    const auto choice = [&](const QStringList& names, const QString& name, auto chosen) {
        auto* box = new QComboBox(tools_);
        box->addItems(names);
        box->setAccessibleName(name);
        tools->addWidget(box);
        connect(box, &QComboBox::activated, this, chosen);
        return box;
    };
    choice({tr("Changed last first"), tr("By name")}, tr("Order"), [this](int index) {
        byName_ = index == 1;
        refresh();
    });
    form_ = choice({tr("As tiles"), tr("As lines")}, tr("Form"), [this](int index) {
        asLines_ = index == 1;
        isChosen_ = true;
        refresh();
    });
    for (const auto& [shelf, name] : {std::pair{Shelf::yarns, tr("Yarns")},
                                      {Shelf::machines, tr("Machines")},
                                      {Shelf::swatches, tr("Swatches")},
                                      {Shelf::wearers, tr("Wearers")}}) {
        auto* open = new QPushButton(name, tools_);
        connect(open, &QPushButton::clicked, this, [this, shelf = shelf] { emit shelfWanted(shelf); });
        tools->addWidget(open);
    }
    connect(seek, &QLineEdit::textChanged, this, [this](const QString& text) {
        sought_ = text;
        refresh();
    });
    tools_->hide();
    layout->addWidget(tools_);
    auto* scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    auto* page = new QWidget(scroll);
    content_ = new QVBoxLayout(page);
    content_->setContentsMargins(0, 4, 8, 8);
    content_->setSpacing(10);
    scroll->setWidget(page);
    layout->addWidget(scroll, 1);
}

void WorkroomPage::refresh() {
    grid_ = nullptr;
    tiles_.clear();
    while (QLayoutItem* item = content_->takeAt(0)) {
        if (item->widget())
            item->widget()->deleteLater();
        delete item;
    }
    auto* all = new QWidget(this);
    auto* layout = new QVBoxLayout(all);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(10);
    // What cannot be read is a card of its own, and the rest is there.
    for (const auto fill : {&WorkroomPage::fillMachine, &WorkroomPage::fillProjects, &WorkroomPage::fillShelves})
        try {
            (this->*fill)(layout);
        } catch (const WorkroomError& error) {
            layout->addWidget(problemCard(error.message()));
        }
    content_->addWidget(all);
    content_->addStretch(1);
}

QWidget* WorkroomPage::problemCard(const QString& text) {
    auto* card = new QWidget(this);
    card->setObjectName(QStringLiteral("card"));
    card->setAttribute(Qt::WA_StyledBackground);
    auto* line = new QHBoxLayout(card);
    line->setContentsMargins(18, 12, 18, 12);
    auto* words = new Label(text, card);
    words->setObjectName(QStringLiteral("problem"));
    words->setWordWrap(true);
    line->addWidget(words);
    return card;
}

void WorkroomPage::fillMachine(QVBoxLayout* layout) {
    const auto pieces = session().workroom().begunPieces();
    for (const BegunPiece& piece : pieces)
        if (!piece.problem.isEmpty())
            layout->addWidget(problemCard(piece.problem));
    const auto onMachine = std::find_if(pieces.begin(), pieces.end(), [](const BegunPiece& piece) {
        return piece.problem.isEmpty() && piece.place.operation < piece.program.operations.size();
    });
    if (onMachine == pieces.end())
        return;
    const auto projects = session().workroom().items(Shelf::projects);
    const auto project = std::find_if(projects.begin(), projects.end(),
                                      [&](const ShelfItem& item) { return item.id == onMachine->project; });
    VirtualBed bed(onMachine->program);
    bed.advance(onMachine->place);
    auto* card = new QWidget(this);
    card->setObjectName(QStringLiteral("card"));
    card->setAttribute(Qt::WA_StyledBackground);
    auto* line = new QHBoxLayout(card);
    line->setContentsMargins(18, 12, 18, 12);
    auto* words = new QVBoxLayout;
    words->addWidget(heading(tr("On the machine"), card));
    const QString piece = pieceName(onMachine->program);
    auto* detail = new Label(tr("%1 of “%2”, row %3, %4")
                                 .arg(piece, project == projects.end() ? QString() : project->name)
                                 .arg(bed.counter())
                                 .arg(bed.carriage() == Side::left ? tr("carriage left") : tr("carriage right")),
                             card);
    words->addWidget(detail);
    line->addLayout(words, 1);
    auto* resume = new QPushButton(tr("Resume"), card);
    resume->setObjectName(QStringLiteral("primary"));
    connect(resume, &QPushButton::clicked, this,
            [this, at = onMachine->project, id = onMachine->id] { emit pieceChosen(at, id); });
    line->addWidget(resume);
    layout->addWidget(card);
}

void WorkroomPage::fillProjects(QVBoxLayout* layout) {
    layout->addWidget(heading(tr("Projects"), this));
    const auto projects = session().workroom().items(Shelf::projects);
    const bool many = projects.size() > fewProjects;
    tools_->setVisible(many);
    if (!isChosen_)
        asLines_ = projects.size() > mostTiles;
    form_->setCurrentIndex(asLines_ ? 1 : 0);
    if (projects.isEmpty()) {
        auto* welcome =
            new Label(tr("This workroom is empty. Begin with “New project”: choose the machine, give a gauge that you "
                         "know or read a swatch later, take the measures or borrow them, and the first draft "
                         "hangs on the rail three minutes from now."),
                      this);
        welcome->setWordWrap(true);
        welcome->setMaximumWidth(640);
        layout->addWidget(welcome);
        return;
    }
    shown_.clear();
    for (const ShelfItem& item : projects)
        if (item.name.contains(sought_.trimmed(), Qt::CaseInsensitive))
            shown_.append(item);
    if (byName_)
        std::ranges::sort(shown_, [](const ShelfItem& a, const ShelfItem& b) {
            return QString::localeAwareCompare(a.name, b.name) < 0;
        });
    asLines_ ? addLines(layout) : addTiles(layout);
}

/// Everything by name and day, however many there are.
void WorkroomPage::addLines(QVBoxLayout* layout) {
    auto* list = new QListWidget(this);
    list->setAccessibleName(tr("Projects"));
    list->setMinimumHeight(230);
    const QLocale locale;
    for (const ShelfItem& item : shown_) {
        auto* line = new QListWidgetItem(
            tr("%1 · %2").arg(item.name, locale.toString(item.changed.toLocalTime().date(), QLocale::ShortFormat)),
            list);
        line->setData(Qt::UserRole, item.id);
    }
    connect(list, &QListWidget::itemActivated, this,
            [this](QListWidgetItem* line) { emit projectChosen(line->data(Qt::UserRole).toLongLong()); });
    layout->addWidget(list, 1);
}

void WorkroomPage::addTiles(QVBoxLayout* layout) {
    grid_ = new QGridLayout;
    grid_->setSpacing(14);
    layout->addLayout(grid_);
    for (const ShelfItem& item : shown_) {
        if (tiles_.size() == mostTiles)
            break;
        QString second = tr("cannot be read");
        std::optional<Project> project;
        try {
            project = projectFromJson(item.body.toStdString());
            second = QString::fromStdString(project->machine.name);
            if (!project->wearer.name.empty())
                second = tr("for %1 · %2").arg(QString::fromStdString(project->wearer.name), second);
        } catch (const FormatError& error) {
            second = QString::fromUtf8(error.what());
        }
        auto* tile = new ProjectTile(item.name, second, this);
        if (project)
            tile->setProject(std::move(*project));
        connect(tile, &QAbstractButton::clicked, this, [this, id = item.id] { emit projectChosen(id); });
        tiles_.append(tile);
    }
    placeTiles();
    if (shown_.size() > mostTiles) {
        auto* more =
            new Label(tr("and %1 more: seek them by name, or see all as lines").arg(shown_.size() - mostTiles), this);
        more->setObjectName(QStringLiteral("muted"));
        layout->addWidget(more);
    }
}

int WorkroomPage::columnsFor(int wide) {
    return std::clamp((wide - 60 + 14) / (ProjectTile::tileWidth + 14), 1, 5);
}

void WorkroomPage::resizeEvent(QResizeEvent* event) {
    Station::resizeEvent(event);
    placeTiles();
}

void WorkroomPage::placeTiles() {
    if (!grid_)
        return;
    const int columns = columnsFor(width());
    if (columns == std::exchange(columns_, columns) && grid_->count() == tiles_.size())
        return;
    for (int i = 0; i < tiles_.size(); ++i)
        grid_->addWidget(tiles_[i], i / columns, i % columns); // which takes it from where it was
    for (int column = 0; column < std::max(columns, grid_->columnCount()); ++column)
        grid_->setColumnStretch(column, column < columns ? 1 : 0);
}

void WorkroomPage::fillShelves(QVBoxLayout* layout) {
    auto* shelves = new QHBoxLayout;
    shelves->setSpacing(14);
    for (const auto& [shelf, title] : {std::pair{Shelf::yarns, tr("Yarns")},
                                       {Shelf::machines, tr("Machines")},
                                       {Shelf::swatches, tr("Swatches")},
                                       {Shelf::wearers, tr("Wearers")}}) {
        auto* card = new QWidget(this);
        card->setObjectName(QStringLiteral("card"));
        card->setAttribute(Qt::WA_StyledBackground);
        auto* list = new QVBoxLayout(card);
        list->setContentsMargins(16, 12, 16, 12);
        const int count = session().workroom().count(shelf);
        list->addWidget(heading(QStringLiteral("%1 (%2)").arg(title).arg(count), card));
        QStringList lines;
        for (const ShelfItem& item : session().workroom().search(shelf, {}, false, mostOnCard))
            lines << item.name;
        if (count > mostOnCard)
            lines << tr("and %1 more").arg(count - mostOnCard);
        auto* contents = new NameLines(lines.isEmpty() ? tr("none yet") : lines.join('\n'), card);
        contents->setObjectName(lines.isEmpty() ? QStringLiteral("muted") : QString());
        list->addWidget(contents);
        list->addStretch(1);
        auto* open = new QPushButton(tr("Open %1").arg(title.toLower()), card);
        open->setAccessibleName(tr("To the shelf: %1").arg(title));
        connect(open, &QPushButton::clicked, this, [this, shelf = shelf] { emit shelfWanted(shelf); });
        list->addWidget(open);
        shelves->addWidget(card, 1);
    }
    layout->addLayout(shelves);
}

} // namespace vestimen::app
