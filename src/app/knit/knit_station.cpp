// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/knit_station.h"

#include "app/canvas/fields.h"
#include "app/theme/theme.h"
#include "core/bed/virtual_bed.h"
#include "core/knitting/swatch_program.h"
#include "core/swatch_plan.h"

#include <QHBoxLayout>
#include <QInputDialog>
#include <QKeyEvent>

namespace vestimen::app {
namespace {

QLabel* label(QWidget* parent, const QFont& font, const char* name = nullptr) {
    auto* label = new QLabel(parent);
    // The application's style sheet would win over setFont.
    label->setStyleSheet(QStringLiteral("font-family: %1; font-size: %2px; font-weight: %3;")
                             .arg(font.family())
                             .arg(font.pixelSize())
                             .arg(static_cast<int>(font.weight())));
    if (name)
        label->setObjectName(QString::fromLatin1(name));
    return label;
}

QString pieceName(const Program& program) {
    if (const auto kind = pieceFromKey(program.piece))
        return coreText(label(*kind));
    if (program.piece == swatchPiece)
        return KnitStation::tr("Swatch");
    return QString::fromStdString(program.piece);
}

/// The newest begun piece of that name, if there is one.
std::optional<BegunPiece> begun(const QList<BegunPiece>& pieces, const std::string& name) {
    std::optional<BegunPiece> newest;
    for (const BegunPiece& each : pieces)
        if (each.program.piece == name && (!newest || each.id > newest->id))
            newest = each;
    return newest;
}

QString sideText(Side side) {
    return side == Side::left ? KnitStation::tr("carriage left") : KnitStation::tr("carriage right");
}

} // namespace

KnitStation::KnitStation(Session& session, QWidget* parent)
    : Station(session, parent), pages_(new QStackedWidget(this)) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(24, 14, 24, 0);
    layout->addWidget(pages_);
    setFocusPolicy(Qt::StrongFocus);
    buildChoice();
    buildMachine();
    connect(&session, &Session::opened, this, [this] { state_.reset(); });
}

void KnitStation::buildChoice() {
    choice_ = new QWidget(this);
    auto* layout = new QVBoxLayout(choice_);
    layout->setContentsMargins(0, 0, 0, 14);
    auto* title = new QLabel(tr("Which piece is on the machine?"), choice_);
    title->setObjectName(QStringLiteral("title"));
    layout->addWidget(title);
    auto* hint = new QLabel(
        tr("A begun piece keeps its program as it is, whatever happens to the draft. Look before you reach: latch "
           "needles pierce. Rest hands and back every 30 to 45 minutes."),
        choice_);
    hint->setObjectName(QStringLiteral("muted"));
    hint->setWordWrap(true);
    layout->addWidget(hint);
    choiceRows_ = new QVBoxLayout;
    choiceRows_->setSpacing(10);
    layout->addSpacing(8);
    layout->addLayout(choiceRows_);
    layout->addStretch(1);
    choicePage_ = scrolledColumn(choice_, this);
    pages_->addWidget(choicePage_);
}

void KnitStation::buildMachine() {
    machine_ = new QWidget(this);
    auto* layout = new QVBoxLayout(machine_);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(8);
    auto* head = new QHBoxLayout;
    piece_ = new QLabel(machine_);
    piece_->setObjectName(QStringLiteral("title"));
    where_ = new QLabel(machine_);
    where_->setObjectName(QStringLiteral("muted"));
    auto* other = new QPushButton(tr("Other piece"), machine_);
    other->setFocusPolicy(Qt::TabFocus);
    connect(other, &QPushButton::clicked, this, &KnitStation::leave);
    head->addWidget(piece_);
    head->addStretch(1);
    head->addWidget(where_);
    head->addSpacing(12);
    head->addWidget(other);
    layout->addLayout(head);

    auto* top = new QHBoxLayout;
    top->setSpacing(22);
    row_ = label(machine_, textFont(132, QFont::Bold));
    row_->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    row_->setMinimumWidth(252);
    row_->setFixedHeight(138);
    row_->setAccessibleName(tr("Row"));
    top->addWidget(row_);
    auto* facts = new QVBoxLayout;
    facts->setSpacing(2);
    of_ = label(machine_, textFont(24), "muted");
    carriage_ = label(machine_, textFont(24, QFont::Bold));
    size_ = label(machine_, textFont(20), "muted");
    facts->addStretch(1);
    facts->addWidget(of_);
    facts->addWidget(carriage_);
    facts->addWidget(size_);
    facts->addStretch(1);
    top->addLayout(facts);
    card_ = new QWidget(machine_);
    card_->setAttribute(Qt::WA_StyledBackground);
    card_->setObjectName(QStringLiteral("nextCard"));
    auto* card = new QVBoxLayout(card_);
    card->setContentsMargins(22, 12, 22, 12);
    card->setSpacing(2);
    before_ = label(card_, textFont(18, QFont::Bold));
    sentence_ = label(card_, textFont(26, QFont::Bold));
    sentence_->setWordWrap(true);
    sentence_->setAccessibleName(tr("What to do next"));
    then_ = label(card_, textFont(17), "muted");
    card->addWidget(before_);
    card->addWidget(sentence_, 1);
    card->addWidget(then_);
    top->addWidget(card_, 1);
    layout->addLayout(top);

    auto* middle = new QHBoxLayout;
    middle->setSpacing(14);
    needles_ = new NeedlePicture(machine_);
    middle->addWidget(needles_, 3);
    coming_ = new QListWidget(machine_);
    coming_->setFocusPolicy(Qt::NoFocus);
    coming_->setSelectionMode(QAbstractItemView::NoSelection);
    coming_->setFixedHeight(118);
    coming_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    coming_->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    coming_->setStyleSheet(QStringLiteral("QListWidget::item { padding: 2px 6px; }"));
    coming_->setAccessibleName(tr("Coming"));
    middle->addWidget(coming_, 2);
    layout->addLayout(middle);
    bed_ = new BedCanvas(machine_);
    layout->addWidget(bed_, 1);

    auto* keys = new QHBoxLayout;
    keys->setContentsMargins(0, 4, 0, 10);
    const auto key = [&](const QString& name, const QString& what, auto action) {
        auto* button = new QPushButton(name, machine_);
        button->setFocusPolicy(Qt::NoFocus);
        button->setAccessibleName(what);
        connect(button, &QPushButton::clicked, this, action);
        auto* words = new QLabel(what, machine_);
        words->setObjectName(QStringLiteral("muted"));
        keys->addWidget(button);
        keys->addWidget(words);
        keys->addSpacing(16);
    };
    key(tr("Space"), tr("row or step done"), [this] { step(true); });
    key(tr("Backspace"), tr("one back"), [this] { step(false); });
    key(tr("N"), tr("note"), [this] { addNote(); });
    key(tr("F"), tr("full screen"),
        [this] { window()->setWindowState(window()->windowState() ^ Qt::WindowFullScreen); });
    keys->addStretch(1);
    layout->addLayout(keys);
    pages_->addWidget(machine_);
}

void KnitStation::fillChoice() {
    while (QLayoutItem* item = choiceRows_->takeAt(0)) {
        if (item->widget())
            item->widget()->deleteLater();
        delete item;
    }
    const Worked* drawn = session().drawn();
    const auto pieces = session().workroom().pieces(session().projectId());
    const SwatchPlan plan = planSwatch(session().project());
    const auto offerSwatch = [&] {
        addChoice(tr("Swatch"), begun(pieces, swatchPiece), plan.program ? &*plan.program : nullptr,
                  plan.program.has_value(), [this] { beginSwatch(true); });
    };
    // It comes first until there is a gauge that was measured.
    const MeasuredFabric& fabric = session().worked().measured;
    const bool swatchFirst = !fabric.gauge || fabric.unproven;
    if (swatchFirst)
        offerSwatch();
    for (const PieceKind kind : allPieces) {
        const WorkedPiece* drafted = drawn ? drawn->piece(kind) : nullptr;
        addChoice(coreText(vestimen::label(kind)), begun(pieces, vestimen::key(kind)),
                  drafted ? &drafted->program : nullptr, session().worked().sound(), [this, kind] { begin(kind); });
    }
    if (!swatchFirst)
        offerSwatch();
    if (choiceRows_->count() == 0)
        choiceRows_->addWidget(
            new QLabel(tr("There is no piece yet: the draft needs a gauge and measures first."), choice_));
}

void KnitStation::addChoice(const QString& title, const std::optional<BegunPiece>& already, const Program* drafted,
                            bool sound, const std::function<void()>& beginIt) {
    if (!already && !drafted)
        return;
    auto* row = new QWidget(choice_);
    row->setObjectName(QStringLiteral("card"));
    row->setAttribute(Qt::WA_StyledBackground);
    auto* line = new QHBoxLayout(row);
    line->setContentsMargins(16, 10, 16, 10);
    auto* name = new QLabel(title, row);
    name->setObjectName(QStringLiteral("heading"));
    name->setMinimumWidth(140);
    auto* words = new QLabel(row);
    words->setObjectName(QStringLiteral("muted"));
    line->addWidget(name);
    line->addWidget(words, 1);
    auto* button = new QPushButton(row);
    line->addWidget(button);
    if (already) {
        const bool finished = already->place.operation >= already->program.operations.size();
        const bool movedOn = drafted && !(*drafted == already->program);
        VirtualBed at(already->program);
        at.advance(already->place);
        QString text = finished ? tr("done") : tr("on the machine, row %1").arg(at.counter());
        if (movedOn)
            text += tr(" · the draft has moved on since it was begun");
        words->setText(text);
        button->setText(finished ? tr("Look") : tr("Resume"));
        if (!finished)
            button->setObjectName(QStringLiteral("primary"));
        connect(button, &QPushButton::clicked, this, [this, id = already->id] { resume(id); });
        if (drafted && (finished || movedOn)) {
            auto* again = new QPushButton(tr("Begin again"), row);
            again->setToolTip(
                tr("Starts this piece anew from the draft as it is now. What was knitted stays in the journal."));
            connect(again, &QPushButton::clicked, this, beginIt);
            line->addWidget(again);
        }
    } else {
        words->setText(tr("%1 rows · not begun").arg(passCount(*drafted)));
        button->setText(tr("Begin"));
        button->setEnabled(sound);
        if (!sound)
            button->setToolTip(tr("The draft has something to mend first."));
        connect(button, &QPushButton::clicked, this, beginIt);
    }
    choiceRows_->addWidget(row);
}

void KnitStation::beginSwatch(bool anew) {
    try {
        if (!anew)
            for (const BegunPiece& each : session().workroom().pieces(session().projectId()))
                if (each.program.piece == swatchPiece && each.place.operation < each.program.operations.size())
                    return resume(each.id);
        const SwatchPlan plan = planSwatch(session().project());
        if (plan.program)
            resume(session().workroom().beginPiece(session().projectId(), *plan.program));
    } catch (const WorkroomError& error) {
        emit said(error.message());
    }
}

void KnitStation::begin(PieceKind kind) {
    const WorkedPiece* piece = session().worked().piece(kind);
    if (!piece)
        return;
    try {
        resume(session().workroom().beginPiece(session().projectId(), piece->program));
    } catch (const WorkroomError& error) {
        emit said(error.message());
    }
}

void KnitStation::resume(qint64 id) {
    try {
        auto fabrics = std::make_shared<std::map<std::string, Fabric>>();
        for (const BegunPiece& each : session().workroom().pieces(session().projectId()))
            if (each.id == id) {
                // The trim hangs from the other pieces as they are drafted.
                if (const Worked* drawn = session().drawn())
                    for (const WorkedPiece& piece : drawn->pieces)
                        if (piece.program.piece != each.program.piece)
                            fabrics->emplace(piece.program.piece, piece.fabric);
                state_ = std::make_unique<KnittingState>(session().workroom(), each, fabrics);
            }
    } catch (const WorkroomError& error) {
        emit said(error.message());
    }
    refresh();
    setFocus();
    emit moved();
}

void KnitStation::leave() {
    state_.reset();
    refresh();
    emit moved();
}

void KnitStation::step(bool forward) {
    if (!state_)
        return;
    try {
        forward ? state_->done() : state_->back();
    } catch (const WorkroomError& error) {
        emit said(error.message());
        return;
    }
    fillMachine();
    emit moved();
}

void KnitStation::addNote() {
    if (!state_)
        return;
    bool given = false;
    const QString text = QInputDialog::getText(this, tr("Note"), tr("Note at row %1").arg(state_->bed().counter()),
                                               QLineEdit::Normal, {}, &given);
    if (!given || text.trimmed().isEmpty())
        return;
    try {
        state_->note(text.trimmed());
        emit said(tr("Noted."));
    } catch (const WorkroomError& error) {
        emit said(error.message());
    }
}

QString KnitStation::answer() const {
    if (state_)
        return state_->finished() ? tr("%1, done").arg(pieceName(state_->program()))
                                  : tr("%1, row %2 of %3")
                                        .arg(pieceName(state_->program()))
                                        .arg(state_->bed().counter())
                                        .arg(state_->lastRow());
    return {};
}

void KnitStation::refresh() {
    if (!session().hasProject())
        return;
    pages_->setCurrentWidget(state_ ? machine_ : choicePage_);
    try {
        state_ ? fillMachine() : fillChoice();
    } catch (const WorkroomError& error) {
        emit said(error.message());
    }
}

void KnitStation::fillMachine() {
    const Theme& theme = Theme::current();
    const Program& program = state_->program();
    const VirtualBed& bed = state_->bed();
    const Project& project = session().project();
    card_->setStyleSheet(QStringLiteral("#nextCard { background: %1; border: 2.5px solid %2; border-radius: 10px; }")
                             .arg(theme.paper.name(), theme.madder.name()));
    before_->setStyleSheet(QStringLiteral("color: %1; font-size: 18px; font-weight: 700;").arg(theme.madder.name()));
    carriage_->setStyleSheet(QStringLiteral("color: %1; font-size: 24px; font-weight: 700;").arg(theme.woad.name()));

    piece_->setText(pieceName(program));
    const ProgramStep* next = state_->next();
    const QString part =
        QString::fromStdString(section(program, next ? next->from.operation : program.operations.size()));
    where_->setText(tr("%1 · %2 · %3 rows to go")
                        .arg(QString::fromStdString(project.name), part)
                        .arg(state_->passesAll() - state_->passesDone()));
    row_->setText(QString::number(bed.counter()));
    of_->setText(tr("of %1").arg(state_->lastRow()));
    carriage_->setText(state_->finished() ? tr("off the machine") : sideText(bed.carriage()));
    QStringList setting;
    const operation::Knit* knit = nullptr;
    for (std::size_t i = state_->place().operation; i < program.operations.size() && !knit; ++i)
        knit = std::get_if<operation::Knit>(&program.operations[i].action);
    if (knit && knit->size)
        setting << tr("size %1").arg(QString::fromStdString(program.machine.sizes.text(*knit->size)));
    if (knit)
        setting << QString::fromStdString(program.yarns[knit->yarn].name);
    size_->setText(setting.join(QStringLiteral(" · ")));

    const int ahead = state_->rowsAhead();
    if (!next) {
        before_->setText(tr("done"));
        sentence_->setText(tr("%1 is finished.").arg(pieceName(program)));
        then_->setText(tr("Leave the waste yarn in until its loops are caught: see Join."));
        needles_->clear();
    } else if (next->isRows) {
        before_->setText(tr("row %1").arg(bed.counter() + 1));
        sentence_->setText(
            ahead == 1 ? tr("Knit 1 row, towards the %1.").arg(bed.carriage() == Side::right ? tr("left") : tr("right"))
                       : tr("Knit %1 rows; nothing else to do.").arg(ahead));
        const ProgramStep* after = stepAt(state_->steps(), next->to);
        then_->setText(after ? tr("then: %1").arg(coreText(after->text)) : QString());
        needles_->clear();
    } else {
        before_->setText(tr("before row %1").arg(bed.counter() + 1));
        sentence_->setText(coreText(next->text));
        const ProgramStep* after = stepAt(state_->steps(), next->to);
        then_->setText(after ? tr("then: %1").arg(coreText(after->text)) : QString());
        needles_->setStates(bed, *state_->bedAfterNext());
    }
    sentence_->setStyleSheet(
        QStringLiteral("font-size: %1px; font-weight: 700;").arg(sentence_->text().size() > 88 ? 20 : 26));

    coming_->clear();
    ProgramPlace place = next ? next->to : state_->place();
    for (int i = 0; i < 4; ++i) {
        const ProgramStep* step = stepAt(state_->steps(), place);
        if (!step)
            break;
        coming_->addItem(QStringLiteral("%1   %2").arg(step->row, 3).arg(coreText(step->text)));
        place = step->to;
    }
    const FabricGauge gauge = session().worked().measured.gauge.value_or(FabricGauge{});
    bed_->setView(bedView(bed, program, gauge, fabricColour(QString::fromStdString(project.yarn.colour))));
}

void KnitStation::keyPressEvent(QKeyEvent* event) {
    if (!state_)
        return Station::keyPressEvent(event);
    switch (event->key()) {
    case Qt::Key_Space:
    case Qt::Key_Return:
    case Qt::Key_Enter:
    case Qt::Key_PageDown:
        step(true);
        return;
    case Qt::Key_Backspace:
    case Qt::Key_PageUp:
        step(false);
        return;
    case Qt::Key_N:
        addNote();
        return;
    case Qt::Key_F:
        window()->setWindowState(window()->windowState() ^ Qt::WindowFullScreen);
        return;
    case Qt::Key_Escape:
        if (window()->isFullScreen())
            window()->showNormal();
        return;
    default:
        Station::keyPressEvent(event);
    }
}

} // namespace vestimen::app
