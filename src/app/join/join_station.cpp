// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/join/join_station.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/canvas/rail_canvas.h"
#include "app/join/join_cards_print.h"
#include "app/join/join_threads.h"
#include "app/join/join_words.h"
#include "app/session/hand.h"
#include "app/session/newest_begun.h"
#include "app/theme/theme.h"
#include "core/bed/virtual_bed.h"
#include "core/finishing/left_to_do.h"
#include "core/format/program_json.h"
#include "core/joining/join_order.h"
#include "core/joining/join_ways.h"
#include "core/ways_out.h"

#include <QButtonGroup>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QMenu>
#include <QScrollArea>

#include <algorithm>
#include <cmath>
#include <utility>

namespace vestimen::app {
namespace {

/// To five minutes: nobody knows it better.
QString timeText(double minutes) {
    const int about = static_cast<int>(std::lround(minutes / 5.0)) * 5;
    if (about < 60)
        return about == 0 ? QString() : JoinStation::tr("About %1 min of making up are left.").arg(about);
    return JoinStation::tr("About %1 h %2 min of making up are left.").arg(about / 60).arg(about % 60);
}

} // namespace

JoinStation::JoinStation(Session& session, QWidget* parent)
    : Station(session, parent), list_(new QListWidget(this)), laidOut_(new PiecesOverview(this)),
      picture_(new JoinPicture(this)), table_(new QTableWidget(this)), slip_(new Slip(this)) {
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(24, 14, 16, 14);
    all->setSpacing(16);
    auto* left = new QVBoxLayout;
    auto* title = new Label(tr("Making up"), this);
    title->setObjectName(QStringLiteral("title"));
    left->addWidget(title);
    auto* hint = new Label(tr("In this order. Tick what is done."), this);
    hint->setObjectName(QStringLiteral("muted"));
    left->addWidget(hint);
    timeLeft_ = new Label(this);
    timeLeft_->setObjectName(QStringLiteral("muted"));
    left->addWidget(timeLeft_);
    list_->setFixedWidth(258);
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    list_->setAccessibleName(tr("Joins"));
    list_->setTextElideMode(Qt::ElideRight);
    left->addWidget(list_, 3);
    auto* order = new QHBoxLayout;
    order->setSpacing(6);
    earlier_ = new QPushButton(tr("Earlier"), this);
    earlier_->setToolTip(tr("Make this join before the one above it (Alt+Up)"));
    later_ = new QPushButton(tr("Later"), this);
    later_->setToolTip(tr("Make this join after the one below it (Alt+Down)"));
    asPlanned_ = new QPushButton(tr("As planned"), this);
    asPlanned_->setToolTip(tr("The order that the draft gives"));
    for (QPushButton* button : {earlier_, later_, asPlanned_})
        order->addWidget(button);
    connect(earlier_, &QPushButton::clicked, this, [this] { move(-1); });
    connect(later_, &QPushButton::clicked, this, [this] { move(1); });
    connect(asPlanned_, &QPushButton::clicked, this, [this] {
        Project next = this->session().project();
        next.joinOrder.clear();
        this->session().edit(tr("Joins in the order of the draft"), std::move(next));
    });
    left->addLayout(order);
    list_->installEventFilter(this);
    auto* rest = new Label(tr("Then"), this);
    rest->setObjectName(QStringLiteral("heading"));
    QPushButton* forgotten = forgottenButton_ = new QPushButton(tr("An end forgotten"), this);
    forgotten->setObjectName(QStringLiteral("small"));
    forgotten->setToolTip(tr("One that was to be woven in and still hangs: it goes on the list of those to darn in"));
    forgotten_ = new QMenu(forgotten);
    forgotten->setMenu(forgotten_);
    auto* then = new QHBoxLayout;
    then->addWidget(rest, 1);
    then->addWidget(forgotten);
    left->addLayout(then);
    chores_ = new LeftToDoList(this);
    chores_->setFixedWidth(258);
    left->addWidget(chores_, 2);
    connect(chores_, &LeftToDoList::ticked, this, &JoinStation::setChoreDone);
    hand_ = new QComboBox(this);
    hand_->addItems({tr("I work right-handed"), tr("I work left-handed")});
    hand_->setAccessibleName(tr("The hand that works"));
    connect(hand_, &QComboBox::activated, this, [this, &session](int hand) {
        Project next = session.project();
        next.hand = hand != 0 ? Hand::left : Hand::right;
        if (next.hand == session.project().hand)
            return;
        try { // the next project is this hand's as well
            keepUsualHand(session.workroom(), next.hand);
        } catch (const WorkroomError& error) {
            emit said(error.message());
        }
        session.edit(hand_->itemText(hand), std::move(next));
    });
    left->addWidget(hand_);
    all->addLayout(left);
    auto* column = new QVBoxLayout;
    column->setSpacing(10);
    auto* head = new QHBoxLayout;
    whole_ = new QPushButton(tr("Laid out"), this);
    whole_->setToolTip(tr("All pieces, and each join as a thread from edge to edge"));
    one_ = new QPushButton(tr("This join"), this);
    one_->setToolTip(tr("Both edges of the join that is picked, and what hangs where"));
    auto* views = new QButtonGroup(this);
    for (QPushButton* button : {whole_, one_}) {
        button->setCheckable(true);
        views->addButton(button);
        head->addWidget(button);
    }
    head->addStretch(1);
    auto* print = new QPushButton(tr("Print"), this);
    auto* prints = new QMenu(print);
    const auto offer = [this, prints](const QString& what, const QString& name, auto write) {
        connect(prints->addAction(what), &QAction::triggered, this, [this, what, name, write] {
            const QString file = QFileDialog::getSaveFileName(this, what, name);
            if (!file.isEmpty())
                write(file);
        });
    };
    offer(tr("A card for each join"), tr("joins.pdf"), [this](const QString& file) { printCards(file); });
    offer(tr("Blocking sheet, a page for each piece"), tr("blocking.pdf"),
          [this](const QString& file) { printBlockingSheet(file, BlockingScale::onePage); });
    offer(tr("Blocking sheet at full size, over several pages"), tr("blocking-full-size.pdf"),
          [this](const QString& file) { printBlockingSheet(file, BlockingScale::fullSize); });
    print->setMenu(prints);
    head->addWidget(print);
    column->addLayout(head);
    views_ = new QStackedWidget(this);
    laidOut_->setAccessibleName(tr("The pieces, and the joins between them"));
    views_->addWidget(laidOut_);
    auto* page = new QWidget(this);
    auto* middle = new QVBoxLayout(page);
    middle->setContentsMargins(0, 0, 0, 0);
    middle->setSpacing(10);
    middle->addWidget(picture_);
    steps_ = new StepPictures(page);
    middle->addWidget(steps_);
    card_ = new HangCard(page);
    middle->addWidget(card_);
    QScrollArea* scroll = scrolledColumn(page, this);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    views_->addWidget(scroll);
    column->addWidget(views_, 1);
    connect(whole_, &QPushButton::toggled, this, [this](bool on) {
        views_->setCurrentIndex(on ? 0 : 1);
        showJoin();
    });
    connect(laidOut_, &PiecesOverview::threadPicked, this, [this](int thread) { list_->setCurrentRow(thread); });
    connect(list_, &QListWidget::itemActivated, this, [this] { showLaidOut(false); });
    one_->setChecked(true);
    views_->setCurrentIndex(1);
    tableTitle_ = new Label(this);
    tableTitle_->setObjectName(QStringLiteral("heading"));
    tableTitle_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    tableTitle_->setWordWrap(true);
    table_->setMinimumHeight(170); // in a low window the page is scrolled
    middle->addWidget(tableTitle_);
    table_->setColumnCount(3);
    table_->setHorizontalHeaderLabels({tr("order"), tr("needle"), tr("takes")});
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setMinimumSectionSize(26);
    table_->verticalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents); // long names take two lines
    table_->horizontalHeader()->setStretchLastSection(true);
    table_->horizontalHeader()->setHighlightSections(false);
    table_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft);
    table_->setColumnWidth(0, 56);
    table_->setColumnWidth(1, 72);
    table_->setShowGrid(false);
    table_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setAccessibleName(tr("Hang map in halving order"));
    table_->setSelectionMode(QAbstractItemView::SingleSelection);
    table_->installEventFilter(this);
    connect(table_, &QTableWidget::currentCellChanged, this, [this](int row) { showNeedle(row); });
    middle->addWidget(table_, 1);
    all->addLayout(column, 1);
    all->addWidget(scrolled(slip_, this));
    way_ = new QComboBox(slip_);
    way_->setAccessibleName(tr("How it is joined"));
    connect(way_, &QComboBox::activated, this, &JoinStation::chooseWay);
    slip_->controls()->addWidget(way_);
    took_ = new QSpinBox(slip_);
    took_->setRange(0, 600);
    took_->setPrefix(tr("It took "));
    took_->setSuffix(tr(" min"));
    took_->setSpecialValueText(tr("How many minutes it took"));
    took_->setToolTip(tr("What is left is reckoned at the pace of your own hands"));
    took_->setAccessibleName(tr("Minutes that it took"));
    took_->setKeyboardTracking(false);
    took_->hide();
    connect(took_, &QSpinBox::valueChanged, this, &JoinStation::setTook);
    slip_->controls()->addWidget(took_);
    next_ = new NextStep(session, slip_);
    connect(next_, &NextStep::swatchWanted, this, &Station::swatchWanted);
    connect(next_, &NextStep::measuresWanted, this, &Station::measuresWanted);
    slip_->controls()->addWidget(next_);
    ways_ = new WayButtons(slip_);
    slip_->controls()->addWidget(ways_);
    connect(list_, &QListWidget::currentRowChanged, this, [this] {
        if (!filling_)
            showJoin();
    });
    connect(list_, &QListWidget::itemChanged, this, [this](QListWidgetItem* item) {
        if (!filling_)
            setDone(list_->row(item), item->checkState() == Qt::Checked);
    });
}

const std::vector<Join>& JoinStation::joins() const {
    static const std::vector<Join> none;
    const Worked* drawn = session().drawn();
    return !begun_.empty() ? joins_ : drawn ? drawn->joins : none;
}

void JoinStation::count(const Worked& drawn) {
    begun_.clear();
    finished_.clear();
    joins_.clear();
    QList<BegunPiece> pieces;
    try {
        pieces = session().workroom().pieces(session().projectId());
    } catch (const WorkroomError& error) {
        emit said(error.message());
    }
    // In the order of knitting, so that what hangs from a piece hangs from it as it was begun.
    Siblings fabrics;
    std::map<std::string, Fabric> knitted;
    for (const WorkedPiece& each : drawn.pieces) {
        const std::string& name = each.program.piece;
        fabrics[name] = &each.fabric;
        const auto begun = newestBegun(pieces, name);
        if (begun && begun->place.operation >= begun->program.operations.size())
            finished_.insert(name);
        if (!begun || !begun->problem.isEmpty() || begun->program == each.program)
            continue;
        begun_.emplace(name, begun->program);
        fabrics[name] = &knitted.emplace(name, knit(begun->program, &fabrics)).first->second;
    }
    if (begun_.empty() || !drawn.measured.gauge)
        return;
    joins_ = joined(drawn.plannedJoins, fabrics, *drawn.measured.gauge, session().project().hand);
}

/// What is left for it, where that hangs, and what hands make of it.
void JoinStation::showTail(const Join& join) {
    if (join.tail <= Length())
        return;
    const Worked* drawn = session().drawn();
    if (!join.end) {
        slip_->addLine(tr("yarn to cut"), text(join.tail));
        slip_->addNote(tr("No end hangs where it begins: cut a length, and leave a hand of it to weave in."));
        return;
    }
    slip_->addLine(tr("tail to leave"), text(join.tail));
    const QString piece = pieceName(drawn->article, join.end->piece);
    const QString side = join.end->at == Side::left ? tr("left") : tr("right");
    slip_->addNote(tr("It hangs at the %1 of the %2, purl side facing you, at row %3.")
                       .arg(side, piece.toLower())
                       .arg(join.end->row));
    if (const auto own = begun_.find(join.end->piece.text()); own != begun_.end()) {
        Length wanted;
        for (const Join& each : joins())
            if (each.end && each.end->piece == join.end->piece && each.end->operation == join.end->operation)
                wanted += each.tail;
        const operation::Tail* tail = tailOf(own->second.operations[join.end->operation]);
        if (tail && tail->length < wanted)
            slip_->addNote(tail->length > Length()
                               ? tr("This piece was begun with %1 for it, which is too short: begin a new length when "
                                    "a hand of it is left.")
                                     .arg(text(tail->length))
                               : tr("This piece was begun without an end for it: cut a length."),
                           Severity::warning);
    }
}

/// Hands may know better: it is ticked all the same.
void JoinStation::sayWhatComesBefore(const Join& join, const std::vector<std::string>& done) {
    const auto& all = session().drawn()->plannedJoins;
    const auto planned = std::ranges::find(all, join.key, &PlannedJoin::key);
    if (planned == all.end())
        return;
    QStringList open;
    for (const std::string& each : planned->after)
        if (const auto before = std::ranges::find(joins(), each, &Join::key);
            before != joins().end() && std::ranges::count(done, each) == 0)
            open.append(coreText(before->title));
    if (!open.isEmpty())
        emit said(tr("%1 rests on what is not ticked yet: %2. Do that first, or tick it as well.")
                      .arg(coreText(join.title), open.join(tr(", "))));
}

void JoinStation::setDone(int row, bool done) {
    const Worked* drawn = session().drawn();
    if (!drawn || row < 0 || row >= static_cast<int>(joins().size()))
        return;
    const Join& join = joins()[static_cast<std::size_t>(row)];
    Project next = session().project();
    std::erase(next.joined, join.key);
    setTicked(next, join.key, done);
    if (done) {
        next.joined.push_back(join.key);
        sayWhatComesBefore(join, next.joined);
    }
    session().edit(done ? tr("Joined: %1").arg(coreText(join.title)) : tr("Not joined: %1").arg(coreText(join.title)),
                   std::move(next));
}

void JoinStation::setTook(int minutes) {
    const int row = list_->currentRow();
    if (filling_ || row < 0 || row >= static_cast<int>(joins().size()))
        return;
    const Join& join = joins()[static_cast<std::size_t>(row)];
    Project next = session().project();
    const auto tick = std::ranges::find(next.finished, join.key, &Tick::what);
    if (tick == next.finished.end() || tick->minutes == minutes)
        return;
    tick->minutes = minutes;
    session().edit(tr("%1 took %2 min").arg(coreText(join.title)).arg(minutes), std::move(next));
}

QString JoinStation::helpKey() const {
    const int row = list_->currentRow();
    if (row < 0 || row >= static_cast<int>(joins().size()))
        return {};
    return QString::fromUtf8(wayOf(joins()[static_cast<std::size_t>(row)].method).card);
}

void JoinStation::move(int by) {
    const Worked* drawn = session().drawn();
    const int row = list_->currentRow();
    const int to = row + by;
    if (!drawn || row < 0 || to < 0 || to >= list_->count())
        return;
    std::vector<std::string> order;
    for (const Join& each : joins())
        order.push_back(each.key);
    const Join& moved = joins()[static_cast<std::size_t>(row)];
    if (const auto why = whyNotAt(static_cast<std::size_t>(to), moved.key, order, drawn->plannedJoins))
        return emit said(coreText(*why));
    std::swap(order[static_cast<std::size_t>(row)], order[static_cast<std::size_t>(to)]);
    Project next = session().project();
    next.joinOrder = std::move(order);
    const QString what =
        by < 0 ? tr("%1: earlier").arg(coreText(moved.title)) : tr("%1: later").arg(coreText(moved.title));
    filling_ = true; // what is picked goes along
    list_->setCurrentRow(to);
    filling_ = false;
    session().edit(what, std::move(next));
}

void JoinStation::setChoreDone(const QString& key, const QString& what, bool done) {
    Project next = session().project();
    setTicked(next, key.toStdString(), done);
    session().edit(done ? tr("Done: %1").arg(what) : tr("Not done: %1").arg(what), std::move(next));
}

bool JoinStation::eventFilter(QObject* watched, QEvent* event) {
    if (watched == list_ && event->type() == QEvent::KeyPress) {
        const auto* pressed = static_cast<QKeyEvent*>(event);
        const bool up = pressed->key() == Qt::Key_Up;
        if (pressed->modifiers() != Qt::AltModifier || (!up && pressed->key() != Qt::Key_Down))
            return Station::eventFilter(watched, event);
        move(up ? -1 : 1);
        return true;
    }
    if (watched != table_ || event->type() != QEvent::KeyPress)
        return Station::eventFilter(watched, event);
    const int key = static_cast<QKeyEvent*>(event)->key();
    if (key != Qt::Key_Space && key != Qt::Key_Backspace)
        return false;
    const int next = table_->currentRow() + (key == Qt::Key_Space ? 1 : -1);
    if (next >= 0 && next < table_->rowCount())
        table_->setCurrentCell(next, 0);
    return true;
}

void JoinStation::showNeedle(int at) {
    card_->setVisible(at >= 0);
    picture_->setHand(at);
    if (at < 0)
        return;
    const auto text = [&](int column) {
        const QTableWidgetItem* item = table_->item(at, column);
        return item ? item->text() : QString();
    };
    card_->show(at, table_->rowCount(), text(1), text(2));
}

bool JoinStation::saidOf(const QString& file, bool written) {
    emit said(written ? tr("It is in %1.").arg(file) : tr("%1 cannot be written: choose another place.").arg(file));
    return written;
}

bool JoinStation::printCards(const QString& file) {
    const Worked* drawn = session().drawn();
    if (!drawn || joins().empty()) {
        emit said(tr("There is nothing to join yet."));
        return false;
    }
    QList<JoinCard> cards;
    for (const Join& join : joins())
        cards.append({join, hangLines(session().drawn(), join)});
    return saidOf(file,
                  printJoinCards(file, QString::fromStdString(session().project().name), cards, session().unit()));
}

bool JoinStation::printBlockingSheet(const QString& file, BlockingScale scale) {
    const Worked* drawn = session().drawn();
    if (!drawn || drawn->pieces.empty()) {
        emit said(tr("There are no pieces yet: the draft needs a gauge and measures first."));
        return false;
    }
    return saidOf(file, printBlocking(file, *drawn, session().project(), scale));
}

void JoinStation::showLaidOut(bool on) {
    (on ? whole_ : one_)->setChecked(true);
}

bool JoinStation::isLaidOut() const {
    return views_->currentIndex() == 0;
}

void JoinStation::refresh() {
    if (!session().hasProject())
        return;
    const Worked* drawn = session().drawn();
    filling_ = true;
    const int row = std::max(0, list_->currentRow());
    const auto& done = session().project().joined;
    hand_->setCurrentIndex(session().project().hand == Hand::left ? 1 : 0);
    if (drawn) {
        count(*drawn);
        laidOut_->show(*drawn, fabricColour(QString::fromStdString(session().project().yarn.colour)), session().unit());
        laidOut_->setThreads(threadsOf(*drawn, joins(), done));
        while (list_->count() > static_cast<int>(joins().size()))
            delete list_->takeItem(list_->count() - 1);
        for (int i = 0; i < static_cast<int>(joins().size()); ++i) {
            const Join& join = joins()[static_cast<std::size_t>(i)];
            if (i >= list_->count())
                list_->addItem(QString());
            QListWidgetItem* item = list_->item(i);
            item->setText(tr("%1. %2").arg(i + 1).arg(coreText(join.title)));
            item->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable |
                           Qt::ItemIsUserCheckable); // it may have been a sketch
            item->setCheckState(std::find(done.begin(), done.end(), join.key) != done.end() ? Qt::Checked
                                                                                            : Qt::Unchecked);
        }
    } else {
        list_->clear();
        if (const Worked* sketch = session().sketch())
            showSketch(*sketch);
    }
    laidOut_->setSketched(session().sketch() != nullptr);
    one_->setEnabled(drawn != nullptr);
    next_->fill();
    fillForgotten();
    drawn ? chores_->show(session().project(), *drawn) : chores_->clear();
    timeLeft_->setText(drawn ? timeText(minutesLeft(session().project(), *drawn)) : QString());
    asPlanned_->setEnabled(!session().project().joinOrder.empty());
    filling_ = false;
    if (list_->count() > 0 && list_->currentRow() < 0)
        list_->setCurrentRow(std::min(row, list_->count() - 1));
    showJoin();
}

/// At which piece an end was forgotten.
void JoinStation::fillForgotten() {
    forgotten_->clear();
    const Project& project = session().project();
    const auto change = [this](const std::string& piece, int by, const QString& what) {
        Project next = this->session().project();
        int& ends = next.forgottenEnds[piece];
        ends = std::clamp(ends + by, 0, Project::mostForgotten);
        if (ends == 0)
            next.forgottenEnds.erase(piece);
        setTicked(next, "ends/" + piece, false);
        this->session().edit(what, std::move(next));
    };
    for (const PieceName& each : namesOf(project.article)) {
        const std::string piece = key(each.key);
        const QString name = coreText(each.label);
        connect(forgotten_->addAction(tr("%1: one more").arg(name)), &QAction::triggered, this,
                [change, piece, name] { change(piece, 1, tr("%1: an end forgotten").arg(name)); });
        if (project.forgottenEnds.contains(piece))
            connect(forgotten_->addAction(tr("%1: one fewer").arg(name)), &QAction::triggered, this,
                    [change, piece, name] { change(piece, -1, tr("%1: an end found").arg(name)); });
    }
    forgottenButton_->setEnabled(session().drawn() != nullptr);
}

/// What there will be to join: nothing of it can be picked or ticked.
void JoinStation::showSketch(const Worked& sketch) {
    const QColor colour = fabricColour(QString::fromStdString(session().project().yarn.colour));
    laidOut_->show(sketch, colour, session().unit());
    laidOut_->setThreads(threadsOf(sketch, sketch.joins, {}));
    for (std::size_t i = 0; i < sketch.joins.size(); ++i) {
        list_->addItem(tr("%1. %2").arg(i + 1).arg(coreText(sketch.joins[i].title)));
        list_->item(static_cast<int>(i))->setFlags(Qt::NoItemFlags);
    }
    showLaidOut(true);
}

/// Of what meets there, the pieces that are not off the machine; nothing is said before the first is begun.
QString JoinStation::unfinished(const Join& join) const {
    const Worked* drawn = session().drawn();
    const auto planned = std::ranges::find(drawn->plannedJoins, join.key, &PlannedJoin::key);
    if (finished_.empty() || planned == drawn->plannedJoins.end())
        return {};
    std::vector<PieceKey> pieces;
    for (const Line* line : {&planned->first.line, &planned->second.line})
        for (const Along& each : *line)
            pieces.push_back(each.piece);
    if (join.trim)
        pieces.push_back(*join.trim);
    QStringList names;
    for (const PieceKey each : pieces)
        if (const QString name = pieceName(drawn->article, each);
            !finished_.contains(key(each)) && !names.contains(name))
            names.append(name);
    return names.join(tr(", "));
}

/// Where its edges leave a choice.
void JoinStation::fillWay(const Join& join) {
    const Worked* drawn = session().drawn();
    const auto planned = std::ranges::find(drawn->plannedJoins, join.key, &PlannedJoin::key);
    way_->clear();
    if (planned != drawn->plannedJoins.end())
        for (const JoinMethod method : waysFor(*planned)) {
            way_->addItem(coreText(label(method)), QString::fromLatin1(wayOf(method).option.key));
            if (method == join.method)
                way_->setCurrentIndex(way_->count() - 1);
        }
    way_->setVisible(way_->count() > 1);
}

void JoinStation::chooseWay(int index) {
    const auto row = static_cast<std::size_t>(std::max(0, list_->currentRow()));
    if (row >= joins().size())
        return;
    const Join& join = joins()[row];
    Project next = session().project();
    if (index == 0) // as planned
        next.joinWays.erase(join.key);
    else
        next.joinWays[join.key] = way_->itemData(index).toString().toStdString();
    session().edit(tr("%1: %2").arg(coreText(join.title), way_->itemText(index)), std::move(next));
}

/// Where edges do not meet, back at the draft it can be mended.
void JoinStation::fillWays(const std::vector<Finding>& findings) {
    ways_->clear();
    for (const Finding& finding : findings) {
        ways_->tell(coreText(finding.text, session().unit()), finding.severity);
        // Of pieces that were begun by another draft, nothing that the draft does is a way out.
        if (!begun_.empty())
            continue;
        for (WayOut& way : waysOut(session().project(), finding)) {
            const QString what = coreText(way.what, session().unit());
            ways_->offer(what, [this, what, next = std::move(way.project)] { session().edit(what, next); });
        }
    }
    if (!findings.empty())
        ways_->offer(tr("To the draft"), [this] { emit draftWanted(); });
}

void JoinStation::fillMap(const Join& join) {
    const auto lines = hangLines(session().drawn(), join);
    const int before = table_->currentRow();
    table_->setVisible(!lines.empty());
    table_->horizontalHeaderItem(2)->setText(
        join.hang && join.second.unit == JoinUnit::rows ? tr("takes; rows count from the marker up") : tr("takes"));
    tableTitle_->setText(lines.empty() ? tr("Sewn from end to end; nothing is hung.")
                                       : tr("Hang map: ends first, then the middle, then the middles"));
    // Rows that grow with their words would all be measured anew for each that is filled in.
    table_->verticalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    table_->setRowCount(0);
    table_->setRowCount(static_cast<int>(lines.size()));
    for (int i = 0; i < static_cast<int>(lines.size()); ++i) {
        const auto& [needle, takes] = lines[static_cast<std::size_t>(i)];
        table_->setItem(i, 0, new QTableWidgetItem(QString::number(i + 1)));
        table_->setItem(i, 1, new QTableWidgetItem(needle));
        table_->setItem(i, 2, new QTableWidgetItem(takes));
    }
    table_->verticalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    // Something else may have changed while hands are at it.
    const int at = join.key == shown_ ? std::clamp(before, 0, static_cast<int>(lines.size()) - 1) : 0;
    shown_ = join.key;
    table_->setCurrentCell(lines.empty() ? -1 : at, 0);
    showNeedle(lines.empty() ? -1 : at);
}

void JoinStation::showJoin() {
    const Worked* drawn = session().drawn();
    const int row = list_->currentRow();
    if (!drawn || row < 0 || row >= static_cast<int>(joins().size())) {
        picture_->show(nullptr);
        steps_->show(std::nullopt);
        way_->hide();
        fillWays({});
        if (!session().sketch())
            laidOut_->clear();
        earlier_->setEnabled(false);
        later_->setEnabled(false);
        table_->setRowCount(0);
        tableTitle_->clear();
        slip_->begin(tr("Making up"));
        if (drawn)
            slip_->addNote(tr("There is nothing to join: it is one piece without a seam."));
        else if (!session().sketch())
            slip_->addNote(tr("There is nothing to join yet: the Draft station says what is to be mended first."));
        slip_->end();
        return;
    }
    const Join& join = joins()[static_cast<std::size_t>(row)];
    laidOut_->pickThread(row);
    picture_->show(&join);
    steps_->show(join.method);
    fillWay(join);
    fillWays(join.findings);
    const auto& ticks = session().project().finished;
    const auto tick = std::ranges::find(ticks, join.key, &Tick::what);
    const bool was = std::exchange(filling_, true);
    took_->setValue(tick == ticks.end() ? 0 : static_cast<int>(std::lround(tick->minutes)));
    took_->setVisible(tick != ticks.end());
    filling_ = was;
    if (!isLaidOut()) // else it is filled when it is looked at
        fillMap(join);
    earlier_->setEnabled(row > 0);
    later_->setEnabled(row + 1 < static_cast<int>(joins().size()));
    const ReadingUnit unit = session().unit();
    slip_->begin(coreText(join.title));
    slip_->addNote(coreText(label(join.method)));
    if (const QString day = tickedOn(session().project(), join.key); !day.isEmpty())
        slip_->addNote(tr("Ticked on %1.").arg(day));
    slip_->addRule();
    slip_->addLine(coreText(join.first.what), text(join.first.length));
    slip_->addLine(coreText(join.second.what), text(join.second.length));
    slip_->addAnswer(join.eased < 0 ? tr("stretched by") : tr("eased in by"),
                     tr("%1 %").arg(std::abs(join.eased) * 100, 0, 'f', 1));
    if (join.hang && join.second.unit == JoinUnit::rows)
        slip_->addLine(tr("needles to rows"),
                       tr("%1 of %2").arg(join.hang->fractionNeedles).arg(join.hang->fractionRows));
    slip_->addRule();
    slip_->addNote(coreText(join.facing, unit));
    slip_->addNote(coreText(join.tailSide, unit));
    showTail(join);
    if (*join.check.text != '\0')
        slip_->addNote(coreText(join.check, unit), Severity::warning);
    if (const QString names = unfinished(join); !names.isEmpty())
        slip_->addNote(tr("Not knitted to the end yet: %1.").arg(names), Severity::warning);
    slip_->end();
}

} // namespace vestimen::app
