// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/draft_station.h"

#include "app/canvas/fields.h"
#include "app/draft/part_words.h"
#include "app/draft/piece_view.h"
#include "app/draft/shelf_ways.h"
#include "app/theme/theme.h"
#include "core/piece_picture.h"
#include "core/ways_out.h"

#include <QButtonGroup>
#include <QVBoxLayout>

#include <algorithm>
#include <cstdlib>
#include <string_view>

namespace vestimen::app {
namespace {

constexpr int rowListWidth = 270;
constexpr int mostStates = 12;
/// The tab that shows all pieces.
constexpr int allTab = -1;

/// The piece that stands for another in a garment that has no such: a front that is parted, or closed again, stays a
/// front.
PieceKind inPlaceOf(PieceKind piece, const Choices& choices) {
    if (std::ranges::count(piecesOf(choices), piece) > 0)
        return piece;
    return piece == PieceKind::front || (isHalf(piece) && !isBack(piece)) ? frontOf(choices, Side::left)
                                                                          : backOf(choices, Side::left);
}

} // namespace

DraftStation::DraftStation(Session& session, QWidget* parent)
    : Station(session, parent), canvas_(new RailCanvas(this)), overview_(new GarmentOverview(this)),
      stage_(new QStackedWidget(this)), slip_(new Slip(this)), panel_(new ChoicePanel(session, slip_)),
      ways_(new QWidget(slip_)), rowList_(new RowList(this)) {
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(24, 14, 16, 14);
    all->setSpacing(16);
    auto* left = new QVBoxLayout;
    left->setSpacing(10);
    all->addLayout(left, 1);
    buildHead(left);
    buildTabs(left);
    stage_->addWidget(canvas_);
    stage_->addWidget(overview_);
    auto* drawing = new QHBoxLayout;
    drawing->addWidget(stage_, 1);
    rowList_->setFixedWidth(rowListWidth);
    rowList_->hide();
    drawing->addWidget(rowList_);
    left->addLayout(drawing, 1);
    auto* ways = new QVBoxLayout(ways_);
    ways->setContentsMargins(0, 0, 0, 0);
    slip_->controls()->addWidget(ways_);
    slip_->controls()->addWidget(panel_);
    buildCompare();
    all->addWidget(scrolled(slip_, this));
    connectCanvas();
    connect(overview_, &GarmentOverview::opened, this, &DraftStation::showPiece);
    connect(rowList_, &RowList::pointedAt, this, &DraftStation::light);
    connect(&session, &Session::opened, this, [this] { other_.reset(); });
}

void DraftStation::connectCanvas() {
    connect(canvas_, &RailCanvas::partPicked, this, [this] { refresh(); });
    connect(canvas_, &RailCanvas::dragBegan, this, [this] { dragBase_ = session().project(); });
    connect(canvas_, &RailCanvas::draggedBy, this, [this](Part part, int steps) { move(part, steps, false); });
    connect(canvas_, &RailCanvas::dragEnded, this, [this](Part part, bool keep) {
        if (keep)
            session().edit(tr("%1: %2").arg(partName(part, piece_), partState(session().worked(), session().project(),
                                                                              piece_, part, session().unit())),
                           session().project());
        else
            session().endPreview();
        dragBase_.reset();
        canvas_->setBubble({});
        refresh();
    });
    connect(canvas_, &RailCanvas::nudged, this, [this](Part part, int steps) { move(part, steps, true); });
    connect(canvas_, &RailCanvas::fabricPressed, this, [this](QPointF at) {
        if (rowList_->isVisible())
            rowList_->point(passAt(canvas_->view().picture, at));
    });
}

void DraftStation::buildHead(QVBoxLayout* layout) {
    auto* head = new QHBoxLayout;
    auto* words = new QVBoxLayout;
    words->setSpacing(0);
    title_ = new ElidedLabel(this);
    title_->setObjectName(QStringLiteral("title"));
    subtitle_ = new ElidedLabel(this);
    subtitle_->setObjectName(QStringLiteral("muted"));
    words->addWidget(title_);
    words->addWidget(subtitle_);
    head->addLayout(words, 1);
    rows_ = new QPushButton(tr("Rows in words"), this);
    rows_->setCheckable(true);
    connect(rows_, &QPushButton::toggled, this, [this](bool on) {
        rowList_->setVisible(on);
        if (!on)
            canvas_->setLit({});
        refresh();
    });
    head->addWidget(rows_);
    head->addSpacing(8);
    hangs_ = new QPushButton(tr("as it hangs"), this);
    worn_ = new QPushButton(tr("as worn"), this);
    hangs_->setToolTip(tr("The purl side, as the piece hangs before you at the machine"));
    worn_->setToolTip(tr("The knit side, as the garment is worn"));
    auto* sides = new QButtonGroup(this);
    for (QPushButton* button : {hangs_, worn_}) {
        button->setCheckable(true);
        sides->addButton(button);
        head->addWidget(button);
    }
    hangs_->setChecked(true);
    connect(worn_, &QPushButton::toggled, this, [this](bool on) {
        canvas_->setAsWorn(on);
        overview_->setAsWorn(on);
        refresh();
    });
    undo_ = new QPushButton(tr("Undo"), this);
    redo_ = new QPushButton(tr("Redo"), this);
    connect(undo_, &QPushButton::clicked, &session(), &Session::undo);
    connect(redo_, &QPushButton::clicked, &session(), &Session::redo);
    head->addSpacing(8);
    head->addWidget(undo_);
    head->addWidget(redo_);
    layout->addLayout(head);
}

void DraftStation::buildTabs(QVBoxLayout* layout) {
    auto* row = new QHBoxLayout;
    row->setSpacing(8);
    tabs_ = new QTabBar(this);
    tabs_->setExpanding(false);
    tabs_->setDrawBase(false);
    tabs_->setUsesScrollButtons(true);
    tabs_->setElideMode(Qt::ElideNone);
    tabs_->setAccessibleName(tr("Pieces"));
    connect(tabs_, &QTabBar::currentChanged, this, [this](int index) {
        if (filling_ || index < 0)
            return;
        const int tab = tabs_->tabData(index).toInt();
        tab == allTab ? showAll() : showPiece(static_cast<PieceKind>(tab));
    });
    row->addWidget(tabs_, 1);
    layout->addLayout(row);
}

void DraftStation::buildCompare() {
    compare_ = new QComboBox(slip_);
    compare_->setAccessibleName(tr("Compare with an earlier state"));
    compare_->setToolTip(tr("An earlier state is drawn over the piece, dotted, with its counts on the slip"));
    compare_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    compare_->setMinimumContentsLength(12);
    connect(compare_, &QComboBox::activated, this, [this](int index) {
        other_.reset();
        if (index > 0) {
            other_ = work(session().past(index - 1));
            otherFromOldest_ = static_cast<int>(session().pastTexts().size()) - index;
        }
        refresh();
    });
    slip_->controls()->addWidget(compare_);
}

void DraftStation::showPiece(PieceKind piece) {
    piece_ = piece;
    all_ = false;
    canvas_->setBubble({});
    canvas_->setLit({});
    refresh();
}

void DraftStation::showAll() {
    all_ = true;
    canvas_->pick(Part::none);
    refresh();
}

bool DraftStation::isWhole() const {
    return all_ || canvas_->picked() == Part::none;
}

void DraftStation::move(Part part, int steps, bool keep) {
    const Worked* drawn = session().drawn();
    if (!drawn || !drawn->measured.gauge)
        return;
    const Project base = dragBase_ ? *dragBase_ : session().project();
    const FabricGauge gauge = *drawn->measured.gauge;
    const auto at = [&](int some) { return movedBy(base, piece_, part, some, gauge); };
    // A hand stops where it can go no further; what is typed may go past, and says what is to be mended.
    QString stopped;
    if (const Worked wanted = work(at(steps)); !wanted.sound() && work(base).sound()) {
        const auto error = std::ranges::find(wanted.findings, Severity::error, &Finding::severity);
        if (error != wanted.findings.end())
            stopped = coreText(error->text, session().unit());
        int can = 0;
        for (int cannot = steps; std::abs(cannot - can) > 1;) {
            const int middle = can + (cannot - can) / 2;
            (work(at(middle)).sound() ? can : cannot) = middle;
        }
        steps = can;
    }
    if (keep)
        session().edit(tr("%1 moved").arg(partName(part, piece_)), at(steps), true);
    else
        session().preview(at(steps));
    const QString state = partState(session().worked(), session().project(), piece_, part, session().unit());
    canvas_->setBubble(partName(part, piece_) + '\n' + (state.isEmpty() ? tr("not possible") : state));
    if (!stopped.isEmpty())
        emit said(stopped);
}

void DraftStation::light(int line) {
    if (line < 0)
        return canvas_->setLit({});
    const auto [first, last] = rowList_->passes(line);
    canvas_->setLit(litBlocks(canvas_->view().picture, first, last));
}

void DraftStation::refresh() {
    if (!session().hasProject())
        return;
    const Project& project = session().project();
    title_->setText(QString::fromStdString(project.name));
    subtitle_->setText(tr("for %1 · %2 · “%3”")
                           .arg(QString::fromStdString(project.wearer.name),
                                QString::fromStdString(project.machine.name),
                                QString::fromStdString(project.swatch.name)));
    undo_->setEnabled(session().canUndo());
    undo_->setToolTip(session().canUndo() ? tr("Undo: %1").arg(session().undoText()) : QString());
    redo_->setEnabled(session().canRedo());
    redo_->setToolTip(session().canRedo() ? tr("Redo: %1").arg(session().redoText()) : QString());
    fillTabs();
    fillCompare();
    stage_->setCurrentWidget(all_ ? static_cast<QWidget*>(overview_) : canvas_);
    const Worked* drawn = session().drawn();
    if (!drawn) {
        canvas_->clear();
        overview_->clear();
    } else if (all_) {
        overview_->show(*drawn, fabricColour(QString::fromStdString(project.yarn.colour)), session().unit());
    } else {
        RailView view = railView(*drawn, project, inPlaceOf(piece_, drawn->choices), session().unit());
        if (const WorkedPiece* then = other_ ? other_->piece(piece_) : nullptr) {
            const FabricPicture picture = pictureOf(then->fabric, then->program);
            view.other = picture.outline;
            view.otherRows = picture.rows;
            view.otherLabel = tr("dotted: %1").arg(compare_->currentText());
        }
        markWanted(view);
        canvas_->setView(std::move(view));
    }
    fillRows();
    fillSlip();
    fillWays();
    panel_->show(all_ ? PieceKind::back : piece_, all_ ? Part::none : canvas_->picked());
}

/// Too wide for the bed: the drawing is the last that fitted, and the rail shows where the piece would run out.
void DraftStation::markWanted(RailView& view) const {
    const Worked& worked = session().worked();
    const bool tooWide = std::ranges::any_of(
        worked.findings, [](const Finding& each) { return each.code == "too_wide" || each.code == "trim_too_wide"; });
    const auto working =
        worked.workings.find(isSleeve(piece_)     ? Quantity::sleeveTopStitches
                             : isNeckTrim(piece_) ? Quantity::trimStitches
                                                  : quantitiesOf(Part::width, piece_, worked.choices).front());
    if (!tooWide || working == worked.workings.end())
        return;
    if (const int* needles = std::get_if<int>(&working->second.result); needles && *needles > view.needles) {
        view.wanted = *needles;
        view.wantedLabel = tr("%1 needles wanted, %2 there").arg(*needles).arg(view.needles);
    }
}

void DraftStation::fillTabs() {
    filling_ = true;
    const Choices& choices = session().project().choices;
    piece_ = inPlaceOf(piece_, choices);
    std::vector<int> wanted = {allTab};
    for (const PieceKind kind : piecesOf(choices))
        wanted.push_back(static_cast<int>(kind));
    std::vector<int> shown;
    for (int i = 0; i < tabs_->count(); ++i)
        shown.push_back(tabs_->tabData(i).toInt());
    if (shown != wanted) {
        while (tabs_->count() > 0)
            tabs_->removeTab(0);
        for (const int tab : wanted)
            tabs_->setTabData(tabs_->addTab(tab == allTab ? tr("All") : coreText(label(static_cast<PieceKind>(tab)))),
                              tab);
    }
    const auto at = std::ranges::find(wanted, all_ ? allTab : static_cast<int>(piece_));
    tabs_->setCurrentIndex(static_cast<int>(at - wanted.begin()));
    filling_ = false;
}

void DraftStation::fillCompare() {
    const QStringList past = session().pastTexts();
    // After an edit, the same state lies one further back.
    const int kept = other_ ? static_cast<int>(past.size()) - otherFromOldest_ : 0;
    if (kept < 1)
        other_.reset();
    compare_->clear();
    compare_->addItem(tr("Compare with …"));
    for (const QString& what : past.first(std::min<qsizetype>(past.size(), mostStates)))
        compare_->addItem(tr("before “%1”").arg(what));
    compare_->setCurrentIndex(kept < compare_->count() ? kept : 0);
    compare_->setEnabled(!past.isEmpty());
}

void DraftStation::fillRows() {
    if (!rowList_->isVisibleTo(this))
        return;
    const Worked* drawn = session().drawn();
    if (const WorkedPiece* piece = drawn && !all_ ? drawn->piece(inPlaceOf(piece_, drawn->choices)) : nullptr) {
        rowList_->show(piece->program);
        light(rowList_->currentRow());
    } else {
        rowList_->show(Program{});
    }
}

void DraftStation::fillWhole(const Worked& drawn) {
    const ReadingUnit unit = session().unit();
    const Project& project = session().project();
    if (all_) {
        for (const WorkedPiece& piece : drawn.pieces)
            slip_->addLine(coreText(label(piece.kind)), tr("%1 × %2").arg(text(piece.width), text(piece.length)));
        return;
    }
    const PieceKind kind = inPlaceOf(piece_, drawn.choices);
    const WorkedPiece* piece = drawn.piece(kind);
    if (!piece)
        return;
    slip_->addLine(tr("wide"), text(piece->width));
    slip_->addLine(tr("long"), text(piece->length));
    if (const QString farthest = canvas_->view().farthestText; !farthest.isEmpty())
        slip_->addLine(tr("farthest from the ideal line"), farthest);
    slip_->addRule();
    for (const Part each : partsOf(kind, drawn.choices)) {
        const QString now = partState(drawn, project, kind, each, unit);
        const QString then = other_ ? partState(*other_, project, piece_, each, unit) : QString();
        slip_->addLine(partName(each, piece_), now);
        if (!then.isEmpty() && then != now)
            slip_->addLine(tr("   then"), then);
    }
}

void DraftStation::fillSlip() {
    const Worked& worked = session().worked();
    const ReadingUnit unit = session().unit();
    if (isWhole()) {
        const Worked* drawn = session().drawn();
        slip_->begin(all_ ? tr("The garment") : coreText(label(drawn ? inPlaceOf(piece_, drawn->choices) : piece_)));
        if (drawn)
            fillWhole(*drawn);
        slip_->addRule();
        for (const Note& note : session().project().notes)
            if (note.piece.empty() || note.piece == key(piece_))
                slip_->addNote(QString::fromStdString(note.text));
        slip_->addNote(all_ ? tr("Pick a piece to work on it: with the mouse, or with the arrow keys and Enter.")
                            : tr("Pick a part of the drawing to see its working, or drag it. Tab goes from part to "
                                 "part, the arrow keys move it."));
    } else {
        const Part part = canvas_->picked();
        slip_->begin(partName(part, piece_));
        for (const Quantity quantity : quantitiesOf(part, piece_, worked.choices))
            if (const auto found = worked.workings.find(quantity); found != worked.workings.end())
                slip_->addReckoning(found->second, unit);
        if (other_)
            if (const QString then = partState(*other_, session().project(), piece_, part, unit); !then.isEmpty())
                slip_->addLine(tr("then"), then);
    }
    for (const Finding& finding : worked.findings)
        slip_->addNote(coreText(finding.text, unit), finding.severity);
    slip_->end();
}

/// What can be done about what is in the way, as buttons.
void DraftStation::fillWays() {
    if (session().isPreviewing())
        return; // a hand that drags takes no way out; the shelves are not read at every step
    while (QLayoutItem* item = ways_->layout()->takeAt(0)) {
        item->widget()->deleteLater();
        delete item;
    }
    const auto offer = [this](const QString& what, const std::function<void()>& take) {
        auto* button = new QPushButton(what, ways_);
        button->setObjectName(QStringLiteral("small"));
        connect(button, &QPushButton::clicked, this, take);
        ways_->layout()->addWidget(button);
    };
    for (const Finding& finding : session().worked().findings) {
        if (finding.severity != Severity::error)
            continue;
        for (WayOut& way : waysOut(session().project(), finding)) {
            const QString what = coreText(way.what, session().unit());
            offer(what, [this, what, next = std::move(way.project)] { session().edit(what, next); });
        }
        try {
            for (const ShelfWay& way : waysFromShelves(session(), finding))
                offer(way.what, [this, way] { session().useFromShelf(way.shelf, way.item); });
        } catch (const WorkroomError& error) {
            emit said(error.message());
        }
    }
    ways_->setVisible(ways_->layout()->count() > 0);
}

} // namespace vestimen::app
