// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/draft_station.h"

#include "app/canvas/fields.h"
#include "app/draft/piece_view.h"
#include "app/draft/shelf_ways.h"
#include "app/theme/theme.h"
#include "core/bed/fabric_picture.h"
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
const QString allTab = QStringLiteral("*");

} // namespace

DraftStation::DraftStation(Session& session, QWidget* parent)
    : Station(session, parent), canvas_(new RailCanvas(this)), overview_(new PiecesOverview(this)),
      stage_(new QStackedWidget(this)), slip_(new Slip(this)), panel_(new ChoicePanel(session, slip_)),
      shape_(new ShapePanel(session, slip_)), yarns_(new YarnPanel(session, slip_)),
      next_(new NextStep(session, slip_)), ways_(new WayButtons(slip_)), rowList_(new RowList(this)) {
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
    slip_->controls()->addWidget(next_);
    slip_->controls()->addWidget(ways_);
    slip_->controls()->addWidget(shape_);
    slip_->controls()->addWidget(panel_);
    slip_->controls()->addWidget(yarns_);
    buildCompare();
    all->addWidget(scrolled(slip_, this));
    connectCanvas();
    connect(next_, &NextStep::swatchWanted, this, &Station::swatchWanted);
    connect(next_, &NextStep::measuresWanted, this, &Station::measuresWanted);
    connect(overview_, &PiecesOverview::opened, this, &DraftStation::showPiece);
    connect(shape_, &ShapePanel::said, this, &DraftStation::said);
    connect(shape_, &ShapePanel::piecesChanged, this, &DraftStation::showAll);
    connect(rowList_, &RowList::pointedAt, this, &DraftStation::light);
    connect(&session, &Session::opened, this, [this] { other_.reset(); });
}

void DraftStation::connectCanvas() {
    connect(canvas_, &RailCanvas::partPicked, this, [this] { refresh(); });
    connect(canvas_, &RailCanvas::dragBegan, this, [this] {
        dragBase_ = session().project();
        held_.reset();
    });
    connect(canvas_, &RailCanvas::draggedBy, this, [this](HandleKey part, int steps) { move(part, steps, false); });
    connect(canvas_, &RailCanvas::dragEnded, this, [this](HandleKey part, bool keep) {
        if (keep)
            session().edit(tr("%1: %2").arg(nameOf(part), stateNow(part)), session().project());
        else
            session().endPreview();
        dragBase_.reset();
        canvas_->setBubble({});
        refresh();
    });
    connect(canvas_, &RailCanvas::nudged, this, [this](HandleKey part, int steps) { move(part, steps, true); });
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
        const QString tab = tabs_->tabData(index).toString();
        tab == allTab ? showAll() : showPiece(PieceKey(tab.toStdString()));
    });
    row->addWidget(tabs_, 1);
    wholeBed_ = new QPushButton(tr("Whole bed"), this);
    wholeBed_->setToolTip(tr("All needles of the machine, not only those that the piece needs"));
    wholeBed_->setCheckable(true);
    connect(wholeBed_, &QPushButton::toggled, canvas_, &RailCanvas::setWholeBed);
    row->addWidget(wholeBed_);
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

void DraftStation::showPiece(PieceKey piece) {
    piece_ = piece;
    all_ = false;
    canvas_->setBubble({});
    canvas_->setLit({});
    refresh();
}

void DraftStation::showAll() {
    all_ = true;
    canvas_->pick({});
    refresh();
}

bool DraftStation::isWhole() const {
    return all_ || canvas_->picked().empty();
}

const WorkedPiece* DraftStation::pieceIn(const Worked* worked) const {
    return worked ? worked->piece(inPlaceOf(worked->article, piece_)) : nullptr;
}

const Handle* DraftStation::handleIn(const Worked* worked, HandleKey part) const {
    const WorkedPiece* piece = pieceIn(worked);
    return piece ? piece->handle(part) : nullptr;
}

QString DraftStation::nameOf(HandleKey part) const {
    const Handle* handle = handleIn(session().drawn(), part);
    return handle ? coreText(handle->label) : QString();
}

QString DraftStation::stateNow(HandleKey part) const {
    const Handle* handle = handleIn(&session().worked(), part);
    return handle ? stateOf(*handle, session().unit()) : tr("not possible");
}

void DraftStation::move(HandleKey part, int steps, bool keep) {
    const Project base = dragBase_ ? *dragBase_ : session().project();
    // What a step means is what it meant when the drag began.
    if (!dragBase_ || !held_ || held_->key != part) {
        const Handle* handle = handleIn(session().drawn(), part);
        held_ = handle ? std::optional(*handle) : std::nullopt;
    }
    if (!held_)
        return;
    const auto at = [&](int some) { return dragged(base, *held_, some); };
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
    const QString name = nameOf(part);
    if (keep)
        session().edit(tr("%1 moved").arg(name), at(steps), true);
    else
        session().preview(at(steps));
    canvas_->setBubble(name + '\n' + stateNow(part));
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
    const QString ground =
        tr("%1 · “%2”").arg(QString::fromStdString(project.machine.name), QString::fromStdString(project.swatch.name));
    subtitle_->setText(project.wearer.name.empty()
                           ? ground
                           : tr("for %1 · %2").arg(QString::fromStdString(project.wearer.name), ground));
    undo_->setEnabled(session().canUndo());
    undo_->setToolTip(session().canUndo() ? tr("Undo: %1").arg(session().undoText()) : QString());
    redo_->setEnabled(session().canRedo());
    redo_->setToolTip(session().canRedo() ? tr("Redo: %1").arg(session().redoText()) : QString());
    fillTabs();
    fillCompare();
    stage_->setCurrentWidget(all_ ? static_cast<QWidget*>(overview_) : canvas_);
    const Worked* drawn = session().shown();
    overview_->setSketched(session().sketch() != nullptr);
    if (!drawn) {
        canvas_->clear();
        overview_->clear();
    } else if (all_) {
        overview_->show(*drawn, fabricColour(QString::fromStdString(project.yarn.colour)), session().unit());
    } else {
        const WorkedPiece* piece = pieceIn(drawn);
        RailView view = piece ? railView(*piece, project, *drawn->measured.gauge, session().unit()) : RailView();
        if (const WorkedPiece* then = pieceIn(other_ ? &*other_ : nullptr)) {
            const FabricPicture picture = pictureOf(then->fabric, then->program);
            view.other = picture.outline;
            view.otherRows = picture.rows;
            view.otherLabel = tr("dotted: %1").arg(compare_->currentText());
        }
        markWanted(view);
        view.sketched = session().sketch() != nullptr;
        if (view.sketched) { // a part is moved when there is something to measure it by
            view.handles.clear();
            view.farthestText.clear();
        }
        canvas_->setView(std::move(view));
    }
    wholeBed_->setVisible(!all_ && drawn && canvas_->needsAPart());
    fillRows();
    next_->fill();
    fillWays();
    fillSlip();
    panel_->show(all_ ? Place{namesOf(project.article).front().key, {}}
                      : Place{inPlaceOf(project.article, piece_), canvas_->picked()});
    fillShape();
    const Handle* picked = isWhole() ? nullptr : handleIn(session().drawn(), canvas_->picked());
    const bool isStripe = picked && std::ranges::any_of(picked->pulls, [](const Pull& pull) {
                              return std::holds_alternative<StripeAt>(pull.what);
                          });
    yarns_->setVisible(all_ || isStripe);
    if (all_ || isStripe)
        yarns_->fill();
}

/// Where something is drawn: all pieces, or the one that is shown.
void DraftStation::fillShape() {
    const Article& article = session().project().article;
    if (!isWhole() || !drawingOf(article)) {
        shape_->hide();
        return;
    }
    const std::vector<PieceName> names = namesOf(article);
    const auto here = std::ranges::find(names, inPlaceOf(article, piece_), &PieceName::key);
    shape_->show(all_ ? std::nullopt : std::optional(static_cast<std::size_t>(here - names.begin())));
}

/// Too wide for the bed: the drawing is the last that fitted, and the rail shows where the piece would run out.
void DraftStation::markWanted(RailView& view) const {
    const Worked& worked = session().worked();
    const bool tooWide = std::ranges::any_of(
        worked.findings, [](const Finding& each) { return each.code == "too_wide" || each.code == "trim_too_wide"; });
    const WorkedPiece* piece = pieceIn(session().drawn());
    const Handle* width = piece ? piece->handle(piece->marks.width) : nullptr;
    if (!tooWide || !width || width->counts.empty())
        return;
    // A trim is held by its depth; its stitches stand second.
    const auto working = worked.workings.find(piece->ontoOthers ? width->counts.back() : width->counts.front());
    if (working == worked.workings.end())
        return;
    if (const int* needles = std::get_if<int>(&working->second.result); needles && *needles > view.needles) {
        view.wanted = *needles;
        view.wantedLabel = tr("%1 needles wanted, %2 there").arg(*needles).arg(view.needles);
    }
}

void DraftStation::fillTabs() {
    filling_ = true;
    const Article& article = session().project().article;
    piece_ = inPlaceOf(article, piece_);
    QStringList wanted = {allTab};
    QStringList names = {tr("All")};
    for (const PieceName& each : namesOf(article)) {
        wanted << QString::fromStdString(each.key.text());
        names << coreText(each.label);
    }
    QStringList shown;
    for (int i = 0; i < tabs_->count(); ++i) {
        shown << tabs_->tabData(i).toString();
        if (i < names.size())
            tabs_->setTabText(i, names[i]);
    }
    if (shown != wanted) {
        while (tabs_->count() > 0)
            tabs_->removeTab(0);
        for (qsizetype i = 0; i < wanted.size(); ++i)
            tabs_->setTabData(tabs_->addTab(names[i]), wanted[i]);
    }
    tabs_->setCurrentIndex(static_cast<int>(wanted.indexOf(all_ ? allTab : QString::fromStdString(piece_.text()))));
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
    if (const WorkedPiece* piece = all_ ? nullptr : pieceIn(session().drawn())) {
        rowList_->show(piece->program);
        light(rowList_->currentRow());
    } else {
        rowList_->show(Program{});
    }
}

void DraftStation::fillEnds(const Worked& drawn) {
    const auto ends = [&](const Worked& of) {
        if (all_)
            return of.supplies.ends;
        const auto piece = std::ranges::find(of.supplies.pieces, key(piece_), &PieceSupplies::piece);
        return piece == of.supplies.pieces.end() ? 0 : piece->ends;
    };
    const int now = ends(drawn);
    slip_->addLine(tr("ends to darn in"), QString::number(now));
    if (const int then = other_ ? ends(*other_) : now; then != now)
        slip_->addLine(tr("   then"), QString::number(then));
}

void DraftStation::fillWhole(const Worked& drawn) {
    if (all_) {
        for (const WorkedPiece& piece : drawn.pieces)
            slip_->addLine(pieceName(drawn.article, piece.key),
                           tr("%1 × %2").arg(text(piece.width), text(piece.length)));
        fillEnds(drawn);
        return;
    }
    const WorkedPiece* piece = pieceIn(&drawn);
    if (!piece)
        return;
    slip_->addLine(tr("wide"), text(piece->width));
    slip_->addLine(tr("long"), text(piece->length));
    if (const QString farthest = canvas_->view().farthestText; !farthest.isEmpty())
        slip_->addLine(tr("farthest from the ideal line"), farthest);
    slip_->addRule();
    for (const Handle& each : piece->handles) {
        if (drawingOf(drawn.article) && each.counts.empty())
            continue; // the drawing's own list says it
        const QString now = stateOf(each, session().unit());
        slip_->addLine(coreText(each.label), now);
        const Handle* before = other_ ? handleIn(&*other_, each.key) : nullptr;
        if (const QString then = before ? stateOf(*before, session().unit()) : now; then != now)
            slip_->addLine(tr("   then"), then);
    }
    fillEnds(drawn);
}

void DraftStation::fillSlip() {
    const Worked& worked = session().worked();
    const ReadingUnit unit = session().unit();
    const Article& article = session().project().article;
    if (isWhole()) {
        slip_->begin(all_ ? coreText(labelOf(article)) : pieceName(article, piece_));
        if (const Worked* drawn = session().shown())
            fillWhole(*drawn);
        slip_->addRule();
        for (const Note& note : session().project().notes)
            if (note.piece.empty() || note.piece == key(piece_))
                slip_->addNote(QString::fromStdString(note.text));
        if (session().drawn())
            slip_->addNote(all_ ? tr("Pick a piece to work on it: with the mouse, or with the arrow keys and Enter.")
                                : tr("Pick a part of the drawing to see its working, or drag it. Tab goes from part to "
                                     "part, the arrow keys move it."));
    } else {
        const HandleKey part = canvas_->picked();
        slip_->begin(nameOf(part));
        if (const Handle* handle = handleIn(session().drawn(), part))
            for (const CountKey count : handle->counts)
                if (const auto found = worked.workings.find(count); found != worked.workings.end())
                    slip_->addReckoning(found->second, unit);
        if (const Handle* handle = handleIn(session().drawn(), part); handle && handle->counts.empty())
            slip_->addLine(handle->upright ? tr("high") : tr("wide"), stateOf(*handle, unit));
        if (const Handle* before = other_ ? handleIn(&*other_, part) : nullptr)
            slip_->addLine(tr("then"), stateOf(*before, unit));
    }
    for (std::size_t i = 0; i < worked.findings.size(); ++i)
        if (!toldWithWays_.contains(i))
            slip_->addNote(coreText(worked.findings[i].text, unit), worked.findings[i].severity);
    slip_->end();
}

/// What can be done about what is in the way, as buttons.
void DraftStation::fillWays() {
    ways_->clear();
    toldWithWays_.clear();
    if (session().isPreviewing())
        return; // a hand that drags takes no way out; the shelves are not read at every step
    const std::vector<Finding>& findings = session().worked().findings;
    for (std::size_t i = 0; i < findings.size(); ++i) {
        const Finding& finding = findings[i];
        if (session().sketch() && finding.severity == Severity::error) {
            toldWithWays_.insert(i); // the next step says it
            continue;
        }
        const auto tell = [&] {
            if (toldWithWays_.insert(i).second)
                ways_->tell(coreText(finding.text, session().unit()), finding.severity);
        };
        for (WayOut& way : waysOut(session().project(), finding)) {
            const QString what = coreText(way.what, session().unit());
            tell();
            ways_->offer(what, [this, what, next = std::move(way.project)] { session().edit(what, next); });
        }
        if (finding.severity != Severity::error)
            continue;
        try {
            for (const ShelfWay& way : waysFromShelves(session(), finding)) {
                tell();
                ways_->offer(way.what, [this, way] { session().useFromShelf(way.shelf, way.item); });
            }
        } catch (const WorkroomError& error) {
            emit said(error.message());
        }
    }
}

} // namespace vestimen::app
