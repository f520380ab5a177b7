// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/draft_station.h"

#include "app/canvas/fields.h"
#include "app/draft/draft_edits.h"

#include <QHBoxLayout>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>
#include <functional>

namespace vestimen::app {
DraftStation::DraftStation(Session& session, QWidget* parent)
    : Station(session, parent), canvas_(new RailCanvas(this)), slip_(new Slip(this)) {
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(24, 14, 16, 14);
    all->setSpacing(16);
    auto* left = new QVBoxLayout;
    left->setSpacing(10);
    all->addLayout(left, 1);
    buildHead(left);
    left->addWidget(canvas_, 1);
    all->addWidget(scrolled(slip_, this));
    buildControls();

    connect(canvas_, &RailCanvas::partPicked, this, [this] { refresh(); });
    connect(canvas_, &RailCanvas::dragBegan, this, [this] { dragBase_ = this->session().project(); });
    connect(canvas_, &RailCanvas::draggedBy, this, [this](Part part, int steps) { move(part, steps, false); });
    connect(canvas_, &RailCanvas::dragEnded, this, [this](Part part, bool keep) {
        if (keep)
            this->session().edit(
                tr("%1: %2").arg(partName(part, piece_), partState(this->session().worked(), this->session().project(),
                                                                   piece_, part, this->session().unit())),
                this->session().project());
        else
            this->session().endPreview();
        dragBase_.reset();
        canvas_->setBubble({});
        refresh();
    });
    connect(canvas_, &RailCanvas::nudged, this, [this](Part part, int steps) { move(part, steps, true); });
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

    auto* pieces = new QHBoxLayout;
    pieces->setSpacing(6);
    tabs_ = new QButtonGroup(this);
    for (const PieceKind kind : allPieces) {
        auto* tab = new QPushButton(coreText(label(kind)), this);
        tab->setCheckable(true);
        tabs_->addButton(tab, static_cast<int>(kind));
        pieces->addWidget(tab);
    }
    pieces->addStretch(1);
    layout->addLayout(pieces);
    connect(tabs_, &QButtonGroup::idClicked, this, [this](int id) { showPiece(static_cast<PieceKind>(id)); });
}

void DraftStation::buildControls() {
    QVBoxLayout* controls = slip_->controls();
    const auto combo = [&](const QStringList& texts, const QString& name) {
        auto* box = new QComboBox(slip_);
        box->addItems(texts);
        box->setAccessibleName(name);
        controls->addWidget(box);
        return box;
    };
    weltKind_ = combo({tr("Folded hem"), tr("Mock rib, every second needle")}, tr("Kind of welt"));
    connect(weltKind_, &QComboBox::activated, this, [this](int index) {
        choose(tr("Kind of welt"), [&](Project& project) {
            (isSleeve(piece_) ? project.choices.cuff : project.choices.bodyWelt).kind = static_cast<WeltKind>(index);
        });
    });
    bodyKind_ = combo(labels(allBodies), tr("Armholes and sleeves"));
    connect(bodyKind_, &QComboBox::activated, this, [this](int index) {
        choose(tr("Armholes and sleeves"),
               [&](Project& project) { project.choices.body = static_cast<BodyKind>(index); });
    });
    neckKind_ = combo(labels(allNecks), tr("Neckline"));
    connect(neckKind_, &QComboBox::activated, this, [this](int index) {
        choose(tr("Neckline"), [&](Project& project) { chooseNeck(project, static_cast<NeckKind>(index)); });
    });
    sideKind_ = combo(labels(allSides), tr("Sides"));
    connect(sideKind_, &QComboBox::activated, this, [this](int index) {
        choose(tr("Sides"), [&](Project& project) { project.choices.sides = static_cast<SideKind>(index); });
    });
    shoulderKind_ = combo({tr("Straight shoulders"), tr("Sloped by short rows")}, tr("Shoulders"));
    connect(shoulderKind_, &QComboBox::activated, this, [this](int index) {
        choose(tr("Shoulders"), [&](Project& project) { project.choices.shoulder = static_cast<ShoulderKind>(index); });
    });
    const auto length = [&](const QString& text, Length Choices::*choice, int least, int most) {
        auto* label = new QLabel(text, slip_);
        label->setObjectName(QStringLiteral("muted"));
        auto* box = new QSpinBox(slip_);
        box->setRange(least, most);
        box->setSuffix(tr(" mm"));
        box->setAccessibleName(text);
        controls->addWidget(label);
        controls->addWidget(box);
        connect(box, &QSpinBox::valueChanged, this, [this, text, choice](int value) {
            choose(text, [&](Project& project) { project.choices.*choice = Length::millimetres(value); });
        });
        lengths_.emplaceBack(box, label);
        return box;
    };
    underarm_ = length(tr("Off at each underarm"), &Choices::underarm, 5, 80);
    narrower_ = length(tr("Less than cross-back, each side"), &Choices::narrower, 0, 60);
    capEase_ = length(tr("Cap longer than its armhole by"), &Choices::capEase, 0, 25);
    const auto check = [&](const QString& text, bool Choices::*choice) {
        auto* box = new QCheckBox(text, slip_);
        controls->addWidget(box);
        connect(box, &QCheckBox::clicked, this, [this, text, choice](bool on) {
            choose(text, [&](Project& project) { project.choices.*choice = on; });
        });
        return box;
    };
    wrap_ = check(tr("Wrap the turns"), &Choices::wrapTurns);
    seams_ = check(tr("One stitch more for each seam"), &Choices::seamStitches);
    everySecond_ = check(tr("Increase on every second row only"), &Choices::everySecondRow);
    insetLabel_ = new QLabel(tr("Stitches moved at an increase"), slip_);
    insetLabel_->setObjectName(QStringLiteral("muted"));
    inset_ = new QSpinBox(slip_);
    inset_->setRange(1, 7);
    inset_->setAccessibleName(insetLabel_->text());
    controls->addWidget(insetLabel_);
    controls->addWidget(inset_);
    connect(inset_, &QSpinBox::valueChanged, this, [this](int value) {
        choose(tr("Stitches moved at an increase"), [&](Project& project) { project.choices.fashioningInset = value; });
    });
    linesLabel_ = new QLabel(slip_);
    linesLabel_->setObjectName(QStringLiteral("muted"));
    lines_ = new QSlider(Qt::Horizontal, slip_);
    lines_->setRange(1, 9);
    lines_->setAccessibleName(tr("Fewest lines to truest line"));
    controls->addWidget(lines_);
    controls->addWidget(linesLabel_);
    connect(lines_, &QSlider::valueChanged, this, [this](int value) {
        choose(tr("Lines of the sleeve"), [&](Project& project) { project.choices.sleeveLines = value; });
    });
    auto* pinRow = new QHBoxLayout;
    pin_ = new QSpinBox(slip_);
    pin_->setRange(1, 2000);
    pin_->setAccessibleName(tr("Count to pin"));
    pinButton_ = new QPushButton(slip_);
    pinRow->addWidget(pin_);
    pinRow->addWidget(pinButton_, 1);
    controls->addLayout(pinRow);
    connect(pinButton_, &QPushButton::clicked, this, [this] {
        const Quantity quantity = mainQuantity();
        const bool pinned = session().project().pins.count(quantity) > 0;
        choose(pinned ? tr("Let the count go") : tr("Pin a count"), [&](Project& project) {
            if (pinned)
                project.pins.erase(quantity);
            else
                project.pins[quantity] = pin_->value();
        });
    });
}

void DraftStation::showPiece(PieceKind piece) {
    piece_ = piece;
    canvas_->setBubble({});
    refresh();
}

Quantity DraftStation::mainQuantity() const {
    const auto quantities = quantitiesOf(canvas_->picked(), piece_);
    return quantities.isEmpty() ? Quantity::bodyStitches : quantities.front();
}

void DraftStation::choose(const QString& what, const std::function<void(Project&)>& change) {
    if (filling_)
        return;
    Project next = session().project();
    change(next);
    session().edit(what, std::move(next), true);
}

void DraftStation::move(Part part, int steps, bool keep) {
    const Worked* drawn = session().drawn();
    if (!drawn || !drawn->measured.gauge)
        return;
    const Project base = dragBase_ ? *dragBase_ : session().project();
    Project next = movedBy(base, piece_, part, steps, *drawn->measured.gauge);
    if (keep)
        session().edit(tr("%1 moved").arg(partName(part, piece_)), std::move(next), true);
    else
        session().preview(std::move(next));
    const QString state = partState(session().worked(), session().project(), piece_, part, session().unit());
    canvas_->setBubble(partName(part, piece_) + '\n' + (state.isEmpty() ? tr("not possible") : state));
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
    const std::vector<PieceKind> pieces = piecesOf(project.choices);
    if (std::ranges::count(pieces, piece_) == 0)
        piece_ = pieces.front();
    for (const PieceKind kind : allPieces)
        tabs_->button(static_cast<int>(kind))->setVisible(std::ranges::count(pieces, kind) > 0);
    if (QAbstractButton* tab = tabs_->button(static_cast<int>(piece_)))
        tab->setChecked(true);
    undo_->setEnabled(session().canUndo());
    undo_->setToolTip(session().canUndo() ? tr("Undo: %1").arg(session().undoText()) : QString());
    redo_->setEnabled(session().canRedo());
    redo_->setToolTip(session().canRedo() ? tr("Redo: %1").arg(session().redoText()) : QString());
    if (const Worked* drawn = session().drawn())
        canvas_->setView(railView(*drawn, project, piece_, session().unit()));
    else
        canvas_->clear();
    fillSlip();
    fillControls();
}

void DraftStation::fillSlip() {
    const Worked& worked = session().worked();
    const ReadingUnit unit = session().unit();
    const Part part = canvas_->picked();
    if (part == Part::none) {
        slip_->begin(coreText(label(piece_)));
        if (const Worked* drawn = session().drawn())
            if (const WorkedPiece* piece = drawn->piece(piece_)) {
                slip_->addLine(tr("wide"), text(piece->width));
                slip_->addLine(tr("long"), text(piece->length));
                if (const QString farthest = canvas_->view().farthestText; !farthest.isEmpty())
                    slip_->addLine(tr("farthest from the ideal line"), farthest);
                slip_->addRule();
                for (const Part each : partsOf(piece_, session().project().choices))
                    slip_->addLine(partName(each, piece_), partState(*drawn, session().project(), piece_, each, unit));
            }
        slip_->addRule();
        for (const Note& note : session().project().notes)
            if (note.piece.empty() || note.piece == key(piece_))
                slip_->addNote(QString::fromStdString(note.text));
        slip_->addNote(tr("Pick a part of the drawing to see its working, or drag it. Tab goes from part to part, the "
                          "arrow keys move it."));
    } else {
        slip_->begin(partName(part, piece_));
        for (const Quantity quantity : quantitiesOf(part, piece_))
            if (const auto found = worked.workings.find(quantity); found != worked.workings.end())
                slip_->addReckoning(found->second, unit);
    }
    for (const Finding& finding : worked.findings)
        slip_->addNote(coreText(finding.text, unit), finding.severity);
    slip_->end();
}

void DraftStation::fillControls() {
    filling_ = true;
    const Project& project = session().project();
    const Choices& choices = project.choices;
    const Part part = canvas_->picked();
    const bool sleeve = isSleeve(piece_);
    const bool shaped = choices.body != BodyKind::dropShoulder;
    const bool whole = part == Part::none && !isTrim(piece_);
    const Welt& welt = sleeve ? choices.cuff : choices.bodyWelt;
    weltKind_->setVisible(part == Part::welt);
    weltKind_->setCurrentIndex(static_cast<int>(welt.kind));
    const bool isArmhole = part == Part::armhole || part == Part::upperWidth;
    bodyKind_->setVisible(whole || isArmhole || part == Part::cap);
    bodyKind_->setCurrentIndex(static_cast<int>(choices.body));
    neckKind_->setVisible((whole && !sleeve) || part == Part::neckDepth || part == Part::neckWidth);
    neckKind_->setCurrentIndex(static_cast<int>(choices.neck));
    const bool isSide = part == Part::width || part == Part::hemWidth || part == Part::waist;
    sideKind_->setVisible((whole && !sleeve) || isSide);
    sideKind_->setCurrentIndex(static_cast<int>(choices.sides));
    const auto showLength = [&](QSpinBox* box, Length length, bool visible) {
        for (const auto& [spin, label] : lengths_)
            if (spin == box)
                label->setVisible(visible);
        box->setVisible(visible);
        if (!isBeingTyped(box))
            box->setValue(static_cast<int>(std::lround(length.mm())));
    };
    showLength(underarm_, choices.underarm, shaped && isArmhole);
    showLength(narrower_, choices.narrower, choices.body == BodyKind::sleeveless && part == Part::upperWidth);
    showLength(capEase_, choices.capEase, choices.body == BodyKind::setIn && part == Part::cap);
    const bool isShoulder = part == Part::shoulder || part == Part::neckDepth;
    shoulderKind_->setVisible(isShoulder || (whole && !sleeve));
    shoulderKind_->setCurrentIndex(static_cast<int>(choices.shoulder));
    wrap_->setVisible(isShoulder);
    wrap_->setChecked(choices.wrapTurns);
    seams_->setVisible(part == Part::width || part == Part::sleeveTop || part == Part::wrist);
    seams_->setChecked(choices.seamStitches);
    const bool slopes = sleeve && (part == Part::length || part == Part::sleeveTop);
    for (QWidget* widget : std::initializer_list<QWidget*>{everySecond_, inset_, insetLabel_, lines_, linesLabel_})
        widget->setVisible(slopes);
    everySecond_->setChecked(choices.everySecondRow);
    inset_->setValue(choices.fashioningInset);
    const Worked* drawn = session().drawn();
    const int lines = drawn && drawn->counts ? static_cast<int>(drawn->counts->sleeve.lines.size()) : 1;
    lines_->setValue(choices.sleeveLines > 0 ? choices.sleeveLines : lines);
    linesLabel_->setText(tr("fewest lines … truest line: now %1").arg(lines));

    const auto& workings = session().worked().workings;
    const Quantity quantity = mainQuantity();
    const auto working = workings.find(quantity);
    const bool canPin = part != Part::none && part != Part::trimDepth && working != workings.end();
    pin_->setVisible(canPin);
    pinButton_->setVisible(canPin);
    if (canPin) {
        const bool pinned = project.pins.count(quantity) > 0;
        if (const int* value = std::get_if<int>(&working->second.result); value && !isBeingTyped(pin_))
            pin_->setValue(*value);
        pinButton_->setText(pinned ? tr("Let the count go") : tr("Pin this count"));
    }
    filling_ = false;
}

} // namespace vestimen::app
