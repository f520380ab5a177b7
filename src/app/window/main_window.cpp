// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/main_window.h"

#include "app/canvas/choice_fields.h"
#include "app/canvas/label.h"
#include "app/draft/draft_station.h"
#include "app/handbook/handbook_station.h"
#include "app/handbook/topics.h"
#include "app/join/join_station.h"
#include "app/knit/knit_station.h"
#include "app/measure/measure_station.h"
#include "app/reckoner/reckoner_drawer.h"
#include "app/review/review_station.h"
#include "app/session/text_files.h"
#include "app/shelf/begin_page.h"
#include "app/shelf/safe_copies_dialog.h"
#include "app/shelf/shelves_page.h"
#include "app/shelf/workroom_page.h"
#include "app/swatch/swatch_station.h"
#include "app/theme/habit.h"
#include "app/theme/theme.h"
#include "app/window/guarded_application.h"
#include "core/article/articles.h"
#include "core/format/draft_export.h"
#include "core/format/joins_json.h"
#include "core/format/project_json.h"

#include <QApplication>
#include <QFile>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QPushButton>
#include <QScreen>
#include <QShortcut>
#include <QVBoxLayout>

#include <algorithm>

namespace vestimen::app {
namespace {

constexpr QSize smallest(1000, 650);
constexpr QSize frameRoom(16, 44);            ///< what a window manager puts around it
constexpr int messageShown = 8000;            // ms
constexpr int betweenCopies = 10 * 60 * 1000; // ms
constexpr int narrowWindow = 1180;            ///< below this the knots of the thread give up their words

} // namespace

MainWindow::MainWindow(Workroom& workroom, QWidget* parent) : QMainWindow(parent), session_(workroom) {
    setWindowTitle(tr("Vestimen"));
    // With its frame it fits a screen of 1024 × 700.
    setMinimumSize(smallest);
    const QSize room = QGuiApplication::primaryScreen()->availableSize() - frameRoom;
    resize(QSize(1280, 800).boundedTo(room).expandedTo(smallest));
    auto* ground = new QWidget(this);
    ground->setObjectName(QStringLiteral("ground"));
    setCentralWidget(ground);
    auto* layout = new QHBoxLayout(ground);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    thread_ = new Thread({tr("Swatch"), tr("Measure"), tr("Draft"), tr("Knit"), tr("Join"), tr("Review")}, ground);
    layout->addWidget(thread_);
    rightColumn_ = new QVBoxLayout;
    rightColumn_->setSpacing(0);
    layout->addLayout(rightColumn_, 1);
    stack_ = new QStackedWidget(ground);
    rightColumn_->addWidget(stack_, 1);
    auto* foot = new QWidget(ground);
    tools_ = new QWidget(foot);
    auto* toolLine = new QHBoxLayout(tools_);
    toolLine->setContentsMargins(0, 0, 0, 0);
    auto* footLine = new QHBoxLayout(foot);
    footLine->setContentsMargins(24, 0, 16, 8);
    message_ = new Label(foot);
    message_->setObjectName(QStringLiteral("problem"));
    message_->setWordWrap(true);
    message_->setAccessibleName(tr("Message"));
    footLine->addWidget(message_, 1);
    const auto tool = [&](const QString& text, const QString& tip, auto action) {
        auto* button = new QPushButton(text, tools_);
        button->setToolTip(tip);
        button->setFocusPolicy(Qt::TabFocus);
        connect(button, &QPushButton::clicked, this, action);
        toolLine->addWidget(button);
    };
    tool(tr("Reckon"), tr("Quick sums, from every station: Ctrl K"), [this] { openReckoner(!isReckonerOpen()); });
    tool(tr("Handbook"), tr("What is at hand, explained, and hand movements to practise: F1"),
         [this] { openHandbook(); });
    tool(tr("Import"), tr("Read a project from a JSON file"), [this] { importProject(); });
    tool(tr("Export"), tr("Write the open project, or its draft as a drawing or a table, to a file"),
         [this] { exportProject(); });
    tool(tr("cm / in"), tr("Show lengths in centimetres or inches"), [this] {
        session_.setUnit(session_.unit() == ReadingUnit::inches ? ReadingUnit::centimetres : ReadingUnit::inches);
    });
    tool(tr("Light / dark"), tr("Fleece or Peat"),
         [this] { chooseTheme(Theme::current().name == Theme::Name::fleece); });
    footLine->addWidget(tools_);
    rightColumn_->addWidget(foot);

    connect(thread_, &Thread::chosen, this, &MainWindow::showStation);
    connect(&session_, &Session::changed, this, &MainWindow::fillThread);
    connect(&session_, &Session::opened, this, [this] {
        lookedAt_.fill(inputs());
        fillThread();
    });
    connect(&session_, &Session::failed, this, &MainWindow::say);
    messageTime_.setSingleShot(true);
    connect(&messageTime_, &QTimer::timeout, message_, &QLabel::clear);
    buildShortcuts();
    restore();
    showStation(workroomPage);
    if (const QString problem = session_.workroom().copyProblem(); !problem.isEmpty())
        say(problem);
    auto* copies = new QTimer(this);
    connect(copies, &QTimer::timeout, this, &MainWindow::keepSafe);
    copies->start(betweenCopies);
    if (auto* guarded = qobject_cast<GuardedApplication*>(QCoreApplication::instance()))
        connect(guarded, &GuardedApplication::troubled, this, &MainWindow::say);
}

/// A field that loses the focus still tells its station, and the station asks the session: so the fields go first.
MainWindow::~MainWindow() {
    if (QWidget* field = focusWidget())
        field->clearFocus();
    session_.storeNow();
    delete takeCentralWidget();
}

template<class Kind> Kind* MainWindow::built(int station) {
    Station*& place = stations_[static_cast<std::size_t>(station + 1)];
    if (!place) {
        auto* made = new Kind(session_, this); // where the store cannot be read this throws, and is tried again
        place = made;
        stack_->addWidget(made);
        connect(made, &Station::said, this, &MainWindow::say);
        connect(made, &Station::swatchWanted, this, [this] {
            showStation(swatch);
            swatchStation()->showMode(SwatchStation::Mode::read);
        });
        connect(made, &Station::measuresWanted, this, [this] { showStation(measure); });
        if constexpr (std::is_same_v<Kind, WorkroomPage>) {
            connect(made, &WorkroomPage::projectChosen, this, [this](qint64 id) { openProject(id, draft); });
            connect(made, &WorkroomPage::pieceChosen, this, [this](qint64 project, qint64 piece) {
                openProject(project, knit);
                knitStation()->resume(piece);
            });
            connect(made, &WorkroomPage::newProjectWanted, this, &MainWindow::newProject);
            connect(made, &WorkroomPage::safeCopiesWanted, this, &MainWindow::showSafeCopies);
            connect(made, &WorkroomPage::shelfWanted, this, &MainWindow::showShelf);
        } else if constexpr (std::is_same_v<Kind, ShelvesPage>) {
            connect(made, &ShelvesPage::usedInProject, this,
                    [this](Shelf shelf) { showStation(shelf == Shelf::wearers ? measure : swatch); });
        } else if constexpr (std::is_same_v<Kind, MeasureStation>) {
            connect(made, &MeasureStation::wearerWanted, this, [this] { showShelf(Shelf::wearers); });
        } else if constexpr (std::is_same_v<Kind, SwatchStation>) {
            connect(made, &SwatchStation::knitWanted, this, [this] {
                showStation(knit);
                knitStation()->beginSwatch();
            });
        } else if constexpr (std::is_same_v<Kind, HandbookStation>) {
            connect(made, &HandbookStation::left, this, &MainWindow::leaveHandbook);
            connect(made, &HandbookStation::habitWanted, this, &MainWindow::chooseWords, Qt::QueuedConnection);
        } else if constexpr (std::is_same_v<Kind, JoinStation>) {
            connect(made, &JoinStation::draftWanted, this, [this] { showStation(draft); });
        } else if constexpr (std::is_same_v<Kind, KnitStation>) {
            connect(made, &KnitStation::moved, this, &MainWindow::fillThread);
            connect(made, &KnitStation::pageWanted, this, [this](const QString& key) { openHandbook(key); });
            connect(made, &KnitStation::screenFilled, this, [this](bool filled) {
                thread_->setVisible(!filled);
                setWindowState(filled ? windowState() | Qt::WindowFullScreen : windowState() & ~Qt::WindowFullScreen);
            });
        }
    }
    return static_cast<Kind*>(place);
}

WorkroomPage* MainWindow::workroomStation() {
    return built<WorkroomPage>(workroomPage);
}
ShelvesPage* MainWindow::shelvesStation() {
    return built<ShelvesPage>(shelvesPage);
}
SwatchStation* MainWindow::swatchStation() {
    return built<SwatchStation>(swatch);
}
MeasureStation* MainWindow::measureStation() {
    return built<MeasureStation>(measure);
}
DraftStation* MainWindow::draftStation() {
    return built<DraftStation>(draft);
}
KnitStation* MainWindow::knitStation() {
    return built<KnitStation>(knit);
}
JoinStation* MainWindow::joinStation() {
    return built<JoinStation>(join);
}
ReviewStation* MainWindow::reviewStation() {
    return built<ReviewStation>(review);
}

HandbookStation* MainWindow::handbookStation() {
    return built<HandbookStation>(handbookPage);
}

QString MainWindow::helpAtHand() {
    for (QWidget* at = focusWidget(); at && at != stack_; at = at->parentWidget())
        if (const QString page = pageAbout(at->property(subjectProperty).toString()); !page.isEmpty())
            return page;
    if (const QString key = station(current_)->helpKey(); !key.isEmpty())
        return key;
    static const QStringList pages{"the_machine",    "swatch",  "measures", "draft",
                                   "at_the_machine", "joining", "review",   "yarn_feed"};
    return pages.value(current_ + 1, pages.front());
}

void MainWindow::openHandbook() {
    if (current_ == handbookPage)
        return leaveHandbook();
    openHandbook(helpAtHand());
}

void MainWindow::openHandbook(const QString& key) {
    if (current_ != handbookPage) {
        beforeHandbook_ = current_;
        atHand_ = focusWidget();
    }
    const bool isThere = handbookStation()->open(key);
    showStation(handbookPage);
    if (!isThere)
        say(tr("The handbook has no page of its own for this."));
}

void MainWindow::leaveHandbook() {
    handbookStation()->practice()->play(false);
    showStation(beforeHandbook_);
    if (atHand_ && stack_->currentWidget()->isAncestorOf(atHand_))
        atHand_->setFocus();
}

Station* MainWindow::station(int station) {
    switch (station) {
    case swatch:
        return swatchStation();
    case measure:
        return measureStation();
    case draft:
        return draftStation();
    case knit:
        return knitStation();
    case join:
        return joinStation();
    case review:
        return reviewStation();
    case shelvesPage:
        return shelvesStation();
    case handbookPage:
        return handbookStation();
    default:
        return workroomStation();
    }
}

void MainWindow::buildShortcuts() {
    const auto on = [&](const QKeySequence& keys, auto action) {
        connect(new QShortcut(keys, this), &QShortcut::activated, this, action);
    };
    for (int station = workroomPage; station <= review; ++station)
        on(QKeySequence(Qt::CTRL | static_cast<Qt::Key>(Qt::Key_1 + station)),
           [this, station] { showStation(station); });
    on(QKeySequence::HelpContents, [this] { openHandbook(); });
    on(QKeySequence::Find, [this] {
        if (current_ != handbookPage)
            openHandbook(helpAtHand());
        handbookStation()->search()->setFocus();
        handbookStation()->search()->selectAll();
    });
    on(QKeySequence::Undo, [this] { undo(false); });
    on(QKeySequence::Redo, [this] { undo(true); });
    on(QKeySequence(Qt::CTRL | Qt::Key_N), [this] { newProject(); });
    on(QKeySequence(Qt::CTRL | Qt::Key_K), [this] { openReckoner(!isReckonerOpen()); });
    on(QKeySequence::Quit, [this] { close(); });
}

/// The project that was open is open again, so that its knots have their answers.
void MainWindow::restore() {
    try {
        const qint64 id = session_.workroom().setting(QStringLiteral("open_project")).toLongLong();
        if (id > 0)
            session_.open(id);
    } catch (const WorkroomError& error) {
        say(error.message());
    }
    fillThread();
}

void MainWindow::showShelf(Shelf shelf) {
    shelvesStation()->showShelf(shelf);
    showStation(shelvesPage);
}

/// Shelves have an undo of their own, for what was changed on them.
void MainWindow::undo(bool again) {
    if (current_ == shelvesPage) {
        if (!again)
            shelvesStation()->undo();
        return;
    }
    again ? session_.redo() : session_.undo();
}

void MainWindow::openProject(qint64 id, int station) {
    try {
        if (session_.projectId() != id)
            session_.open(id);
        showStation(station);
    } catch (const WorkroomError& error) {
        say(error.message());
    }
}

void MainWindow::newProject() {
    try {
        BeginPage dialog(session_.workroom(), session_.unit(), this);
        if (dialog.exec() != QDialog::Accepted)
            return;
        session_.create(dialog.project(), dialog.sources());
        // Without a gauge there is nothing to draft yet: the readings come first.
        showStation(session_.worked().measured.gauge ? draft : swatch);
    } catch (const WorkroomError& error) {
        say(error.message());
    }
}

void MainWindow::showSafeCopies() {
    SafeCopiesDialog dialog(session_.workroom(), this);
    dialog.exec();
    if (dialog.chosen())
        emit restoreWanted(*dialog.chosen());
    else if (dialog.hasImported())
        workroomStation()->refresh();
}

/// Each day that the window is open, and again where a copy failed.
void MainWindow::keepSafe() {
    try {
        session_.workroom().keepSafe();
        if (const QString problem = session_.workroom().copyProblem(); !problem.isEmpty())
            say(problem);
    } catch (const WorkroomError& error) {
        say(error.message());
    }
}

void MainWindow::importProject() {
    const QString file =
        QFileDialog::getOpenFileName(this, tr("Import a project"), {}, tr("Vestimen projects (*.json)"));
    if (file.isEmpty())
        return;
    QString problem;
    const auto text = readText(file, problem);
    if (!text)
        return say(problem);
    try {
        session_.create(projectFromJson(*text));
        showStation(draft);
    } catch (const FormatError& error) {
        say(tr("%1 was not imported: %2").arg(file, QString::fromUtf8(error.what())));
    } catch (const WorkroomError& error) {
        say(error.message());
    }
}

void MainWindow::exportProject() {
    if (!session_.hasProject())
        return say(tr("Open a project first: then it can be exported."));
    const QStringList kinds = {tr("Vestimen project (*.json)"), tr("Drawing of the draft (*.svg)"),
                               tr("Outlines of the draft (*.dxf)"), tr("Counts (*.csv)"),
                               tr("Joins in their order (*.joins.json)")};
    QString kind;
    QString file = QFileDialog::getSaveFileName(
        this, tr("Export the project"), QString::fromStdString(session_.project().name), kinds.join(";;"), &kind);
    if (file.isEmpty())
        return;
    const QStringList endings = {".json", ".svg", ".dxf", ".csv", ".joins.json"};
    const bool isNamed =
        std::ranges::any_of(endings, [&](const QString& ending) { return file.endsWith(ending, Qt::CaseInsensitive); });
    if (!isNamed) {
        file += endings.value(std::max<qsizetype>(0, kinds.indexOf(kind)));
        // The dialog could not ask about a name that it did not know.
        if (QFile::exists(file))
            return say(tr("%1 is there already: pick it in the list to write over it.").arg(file));
    }
    exportTo(file);
}

void MainWindow::exportTo(const QString& file) {
    const auto is = [&](const char* ending) { return file.endsWith(QLatin1String(ending), Qt::CaseInsensitive); };
    const Worked& worked = session_.worked();
    const bool needsDraft = is(".svg") || is(".dxf") || is(".csv") || is(".joins.json");
    if (needsDraft && !worked.sound())
        return say(tr("There is no sound draft yet to export: the Draft station says what is missing."));
    try {
        const std::string text = is(".svg")          ? draftSvg(worked, session_.project().yarn.colour)
                                 : is(".dxf")        ? draftDxf(worked)
                                 : is(".csv")        ? countsCsv(worked)
                                 : is(".joins.json") ? joinsJson(worked)
                                                     : toJson(session_.project());
        const QString problem = writeText(file, text);
        say(problem.isEmpty() ? tr("It is in %1.").arg(file) : problem);
    } catch (const std::runtime_error& error) {
        say(QString::fromUtf8(error.what()));
    }
}

bool MainWindow::isReckonerOpen() const {
    return reckoner_ && reckoner_->isVisible();
}

ReckonerDrawer* MainWindow::reckoner() {
    if (!reckoner_) {
        reckoner_ = new ReckonerDrawer(session_, centralWidget());
        reckoner_->hide();
        rightColumn_->insertWidget(1, reckoner_);
        connect(reckoner_, &ReckonerDrawer::closed, this, [this] { openReckoner(false); });
    }
    return reckoner_;
}

void MainWindow::openReckoner(bool open) {
    if (open) {
        beforeReckoner_ = focusWidget();
        reckoner()->openUp();
        return;
    }
    if (reckoner_)
        reckoner_->hide();
    const bool stillThere = beforeReckoner_ && stack_->currentWidget()->isAncestorOf(beforeReckoner_);
    (stillThere ? beforeReckoner_.data() : stack_->currentWidget())->setFocus();
}

void MainWindow::say(const QString& text) {
    message_->setText(text);
    messageTime_.start(messageShown);
}

void MainWindow::chooseTheme(bool dark) {
    Theme::choose(dark ? Theme::Name::peat : Theme::Name::fleece);
    qApp->setStyleSheet(applicationStyleSheet());
    try {
        session_.workroom().setSetting(QStringLiteral("theme"),
                                       dark ? QStringLiteral("peat") : QStringLiteral("fleece"));
    } catch (const WorkroomError& error) {
        say(error.message());
    }
    station(current_)->refresh();
    if (reckoner_)
        reckoner_->refresh();
    update();
}

void MainWindow::chooseWords(bool other) {
    try {
        session_.workroom().setSetting(QStringLiteral("words"), other ? QStringLiteral("other") : QString());
    } catch (const WorkroomError& error) {
        say(error.message());
    }
    const QString page = current_ == handbookPage ? handbookStation()->opened() : QString();
    session_.storeNow();
    chooseHabit(other ? Habit::other : Habit::here);
    openReckoner(false);
    for (Station*& each : stations_)
        if (each) {
            stack_->removeWidget(each);
            each->deleteLater();
            each = nullptr;
        }
    if (reckoner_) {
        reckoner_->deleteLater();
        reckoner_ = nullptr;
    }
    atHand_.clear();
    showStation(current_);
    if (!page.isEmpty())
        handbookStation()->open(page);
}

void MainWindow::showStation(int station) {
    session_.storeNow();
    const bool needsProject = station >= swatch && station <= review;
    if (needsProject && !session_.hasProject()) {
        say(tr("Open a project first, or begin a new one."));
        station = workroomPage;
    }
    try {
        stack_->setCurrentWidget(this->station(station));
        current_ = station;
    } catch (const WorkroomError& error) {
        return say(error.message()); // the station before stays
    }
    thread_->setCurrent(station == handbookPage ? beforeHandbook_ : needsProject ? station : workroomPage);
    fillThread();
    stack_->currentWidget()->setFocus();
}

Project MainWindow::inputs() const {
    Project project = session_.project();
    project.name.clear();
    project.made.clear();
    project.joined.clear();
    project.joinOrder.clear(); // says nothing of a piece
    project.finished.clear();
    project.notes.clear();
    return project;
}

/// The machine screen needs the room, and is driven by one key.
void MainWindow::makeRoom() {
    const auto* machine = static_cast<KnitStation*>(stations_[knit + 1]);
    const bool atTheMachine = current_ == knit && machine && machine->state();
    thread_->setNarrow(atTheMachine || width() < narrowWindow);
    tools_->setVisible(!atTheMachine);
}

void MainWindow::changeEvent(QEvent* event) {
    QMainWindow::changeEvent(event);
    if (event->type() != QEvent::ActivationChange)
        return;
    if (isActiveWindow())
        session_.catchUp();
    else
        session_.storeNow();
}

void MainWindow::resizeEvent(QResizeEvent* event) {
    QMainWindow::resizeEvent(event);
    makeRoom();
}

void MainWindow::fillThread() {
    makeRoom();
    const Worked& worked = session_.worked();
    const bool open = session_.hasProject();
    const Project now = inputs();
    if (current_ >= swatch && current_ <= review)
        lookedAt_[static_cast<std::size_t>(current_)] = now;
    const auto set = [&](int station, const QString& answer, bool reached) {
        // Swatch and measures rest on nothing before them.
        const bool loose =
            open && reached && station > measure && !(lookedAt_[static_cast<std::size_t>(station)] == now);
        thread_->knot(station)->setAnswer(open ? answer : QString(), open && reached, loose);
    };
    const auto& gauge = worked.measured.gauge;
    set(swatch,
        gauge ? tr("%1 × %2%3")
                    .arg(gauge->stitches.perTenCentimetres(), 0, 'f', 1)
                    .arg(gauge->rows.perTenCentimetres(), 0, 'f', 1)
                    .arg(worked.measured.unproven ? tr(", unproven") : QString())
              : tr("not read yet"),
        gauge.has_value());
    int taken = 0;
    const std::vector<Measure> needs = needsOf(session_.project().article);
    for (const Measure each : needs) {
        const auto& value = session_.project().wearer[each];
        taken += value && !value->borrowed ? 1 : 0;
    }
    set(measure, needs.empty() ? tr("nothing to measure") : tr("%1 of %2 taken").arg(taken).arg(needs.size()),
        worked.widest.has_value());
    const QString pieces = worked.pieces.size() == 1 ? tr("1 piece") : tr("%1 pieces").arg(worked.pieces.size());
    int questions = 0;
    for (const Finding& finding : worked.findings)
        questions += finding.severity == Severity::note ? 0 : 1;
    set(draft,
        session_.sketch() ? tr("sketched")
        : !worked.sound() ? tr("something to mend")
        : questions == 0  ? pieces
                          : tr("%1, %2 to look at").arg(pieces).arg(questions),
        session_.drawn() != nullptr);
    const auto* machine = static_cast<KnitStation*>(stations_[knit + 1]);
    QString knitting = machine ? machine->answer() : QString();
    bool begun = !knitting.isEmpty();
    if (open && !begun) {
        try {
            const int count = session_.workroom().begunCount(session_.projectId());
            begun = count > 0;
            knitting = begun ? tr("%1 begun").arg(count) : tr("not begun");
        } catch (const WorkroomError& error) {
            say(error.message());
        }
    }
    set(knit, knitting, begun);
    const auto joins = worked.joins.size();
    const auto joined = session_.project().joined.size();
    set(join, session_.sketch() ? tr("sketched") : tr("%1 of %2").arg(joined).arg(joins), joined > 0);
    const auto made = session_.project().made.size();
    set(review, made == 0 ? tr("not yet") : tr("%1 measured").arg(made), made > 0);
}

} // namespace vestimen::app
