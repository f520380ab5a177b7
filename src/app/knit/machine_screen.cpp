// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/machine_screen.h"

#include "app/canvas/label.h"
#include "app/knit/knit_words.h"
#include "app/session/session.h"

#include <QHBoxLayout>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace vestimen::app {

MachineScreen::MachineScreen(QWidget* parent)
    : QWidget(parent), head_(new MachineHead(this)), facts_(new RowFacts(this)), card_(new NextCard(this)),
      needles_(new NeedlePicture(this)), coming_(new ComingLines(this)), ask_(new AskCard(this)),
      bed_(new BedCanvas(this)), edge_(new EdgeMethodCard(this)), remark_(new Label(this)), keys_(new KeyRow(this)),
      rehearsal_(new RehearsalBar(this)), hand_(new HandBar(this)) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(8);
    layout->addWidget(head_);
    auto* top = new QHBoxLayout;
    top->setSpacing(22);
    top->addWidget(facts_);
    top->addWidget(card_, 1);
    layout->addLayout(top);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(14);
    middle->addWidget(needles_, 3);
    middle->addWidget(coming_, 2);
    layout->addLayout(middle);
    layout->addWidget(ask_);
    layout->addWidget(bed_, 1);
    remark_->setObjectName(QStringLiteral("muted"));
    layout->addWidget(remark_);
    layout->addWidget(keys_);
    layout->addWidget(rehearsal_);
    layout->addWidget(hand_);
    edge_->setScale(1.15);
    connect(ask_, &AskCard::opened, this, &MachineScreen::makeRoom);
}

/// A question takes the place of what comes, and as much of the bed's as its fields need.
void MachineScreen::makeRoom(bool asked, bool roomy) {
    needles_->setVisible(!asked);
    coming_->setVisible(!asked && !large_);
    bed_->setMinimumHeight(roomy ? 1 : asked ? 64 : 0);
    edge_->setVisible(!asked && !edge_->isEmpty());
}

/// Before an edge is cast on or bound off by hand: how.
void MachineScreen::showEdge(const KnittingState& state) {
    edge_->clear();
    const ProgramStep* next = state.next();
    if (!next || next->isRows)
        return;
    const Action& action = state.program().operations[next->from.operation].action;
    if (const auto* castOn = std::get_if<operation::CastOn>(&action);
        castOn && !protects(state.program().yarns[castOn->yarn].role))
        edge_->show(castOn->method);
    else if (const auto* bindOff = std::get_if<operation::BindOff>(&action))
        edge_->show(bindOff->method);
    else if (const auto* say = std::get_if<operation::Say>(&action);
             say && (say->code == "weave_new_end" || say->code == "weave_old_end"))
        edge_->showWeaving();
    edge_->setVisible(!edge_->isEmpty() && !ask_->isOpen());
    placeEdge();
}

void MachineScreen::placeEdge() {
    if (edge_->isEmpty())
        return;
    // Under the rail, and above what stands below the bed; smaller where there is little room.
    const int bottom = large_ ? height() - 16 : keys_->y() - 8;
    const int top = bed_->y() + 66;
    const int wide = std::min(bed_->width() - 40, 900);
    for (const double scale : {1.15, 1.0, 0.85}) {
        edge_->setScale(scale);
        if (edge_->heightForWidth(wide) <= bottom - top)
            break;
    }
    const int tall = edge_->heightForWidth(wide);
    edge_->setGeometry(bed_->x() + (bed_->width() - wide) / 2, std::max(top, bottom - 28 - tall), wide,
                       std::min(tall, bottom - top));
    edge_->raise();
}

void MachineScreen::show(const KnittingState& state) {
    facts_->show(state);
    showNext(state);
    showEdge(state);
    style();
    if (state.isRehearsal())
        rehearsal_->show(state.passesDone(), state.passesAll());
    else
        rehearsal_->hide();
    QStringList coming;
    const ProgramStep* next = state.next();
    ProgramPlace place = next ? next->to : state.place();
    for (int i = 0; i < 4; ++i) {
        const ProgramStep* step = stepAt(state.steps(), place);
        if (!step)
            break;
        coming << QStringLiteral("%1   %2").arg(step->row, 3).arg(coreText(step->text));
        place = step->to;
    }
    coming_->setLines(coming);
}

void MachineScreen::showNext(const KnittingState& state) {
    const VirtualBed& bed = state.bed();
    const ProgramStep* next = state.next();
    const int ahead = state.rowsAhead();
    const ProgramStep* after = next ? stepAt(state.steps(), next->to) : nullptr;
    const QString then = after ? tr("then: %1").arg(coreText(after->text)) : QString();
    if (!next) {
        card_->setWords(tr("done"), tr("%1 is finished.").arg(pieceName(state.program())),
                        tr("Leave the waste yarn in until its loops are caught: see Join."));
        needles_->clear();
    } else if (next->isRows) {
        card_->setWords(
            tr("row %1").arg(bed.counter() + 1),
            ahead == 1 ? tr("Knit 1 row, towards the %1.").arg(bed.carriage() == Side::right ? tr("left") : tr("right"))
                       : tr("Knit %1 rows; nothing else to do.").arg(ahead),
            then);
        // What comes after the plain rows can be looked at already.
        if (after && isShaping(state.program(), *after))
            needles_->setStates(*state.bedAt(after->from), *state.bedAt(after->to), tr("in %1").arg(rowsText(ahead)));
        else
            needles_->clear();
    } else {
        card_->setWords(tr("before row %1").arg(bed.counter() + 1), coreText(next->text), then);
        needles_->setStates(bed, *state.bedAfterNext());
    }
}

void MachineScreen::showByHand(int row, const QString& toDo) {
    card_->setWords(tr("by hand, row %1").arg(row), toDo, tr("Set the needles below; Space knits the row."));
    needles_->clear(tr("not shown: the needles are in your hands"));
}

void MachineScreen::setRemark(const QString& remark) {
    remark_->setText(remark);
    remark_->setVisible(!remark.isEmpty() && !large_);
}

void MachineScreen::setLarge(bool large) {
    large_ = large;
    coming_->setVisible(!large && !ask_->isOpen());
    keys_->setVisible(!large);
    remark_->setVisible(!remark_->text().isEmpty() && !large);
    style();
}

void MachineScreen::style() {
    // Large for the far side of the room, where the display is wide enough.
    const double number = large_ ? std::clamp(width() / 800.0, 1.0, 2.2) : 1.0;
    const double text = std::min(number, 1.4);
    facts_->setScale(number, text);
    needles_->setFixedHeight(static_cast<int>(std::lround(118 * text)));
    card_->setScale(text);
    ask_->setScale(text);
}

void MachineScreen::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    keys_->setRoomy(width() > 1130);
    if (large_)
        style();
    placeEdge();
}

} // namespace vestimen::app
