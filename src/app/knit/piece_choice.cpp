// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/piece_choice.h"

#include "app/canvas/label.h"
#include "app/knit/knit_words.h"
#include "core/bed/virtual_bed.h"
#include "core/knitting/swatch_program.h"
#include "core/record/corrections.h"
#include "core/swatch_plan.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>

#include <algorithm>

namespace vestimen::app {

std::optional<BegunPiece> newestBegun(const QList<BegunPiece>& pieces, const std::string& name) {
    std::optional<BegunPiece> newest;
    for (const BegunPiece& each : pieces)
        if (each.name == QString::fromStdString(name) && (!newest || each.id > newest->id))
            newest = each;
    return newest;
}

PieceChoice::PieceChoice(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 14);
    auto* title = new Label(tr("Which piece is on the machine?"), this);
    title->setObjectName(QStringLiteral("title"));
    layout->addWidget(title);
    auto* hint = new Label(
        tr("A begun piece keeps its program as it is, whatever happens to the draft. Look before you reach: latch "
           "needles pierce. Rest hands and back every 30 to 45 minutes."),
        this);
    hint->setObjectName(QStringLiteral("muted"));
    hint->setWordWrap(true);
    layout->addWidget(hint);
    rows_ = new QVBoxLayout;
    rows_->setSpacing(10);
    layout->addSpacing(8);
    layout->addLayout(rows_);
    layout->addStretch(1);
}

void PieceChoice::fill() {
    while (QLayoutItem* item = rows_->takeAt(0)) {
        if (item->widget())
            item->widget()->deleteLater();
        delete item;
    }
    const Worked* drawn = session_.drawn();
    const auto pieces = session_.workroom().pieces(session_.projectId());
    pace_.read(session_.workroom(), pieces);
    const SwatchPlan plan = planSwatch(session_.project());
    const auto offerSwatch = [&] {
        add(tr("Swatch"), newestBegun(pieces, swatchPiece), plan.program ? &*plan.program : nullptr,
            plan.program.has_value(), [this] { emit swatchWanted(); });
    };
    // It comes first until there is a gauge that was measured.
    const MeasuredFabric& fabric = session_.worked().measured;
    const bool swatchFirst = !fabric.gauge || fabric.unproven;
    if (swatchFirst)
        offerSwatch();
    for (const PieceKind kind : allPieces) {
        const WorkedPiece* drafted = drawn ? drawn->piece(kind) : nullptr;
        add(coreText(vestimen::label(kind)), newestBegun(pieces, vestimen::key(kind)),
            drafted ? &drafted->program : nullptr, session_.worked().sound(), [this, kind] { emit beginWanted(kind); });
    }
    if (!swatchFirst)
        offerSwatch();
    if (rows_->count() == 0)
        rows_->addWidget(new Label(tr("There is no piece yet: the draft needs a gauge and measures first."), this));
}

void PieceChoice::addBegun(QWidget* row, QLabel* words, QPushButton* button, const BegunPiece& already,
                           const Program* drafted, const std::function<void()>& beginIt) {
    if (!already.problem.isEmpty()) {
        words->setText(already.problem);
        words->setObjectName(QStringLiteral("problem"));
        button->setText(tr("Begin again"));
        button->setEnabled(drafted != nullptr);
        connect(button, &QPushButton::clicked, this, beginIt);
        return;
    }
    const bool finished = already.place.operation >= already.program.operations.size();
    const bool movedOn = drafted && !(*drafted == already.program);
    VirtualBed at(already.program);
    at.advance(already.place);
    const bool onWaste = finished && std::ranges::any_of(already.program.operations, [](const Operation& each) {
                             const auto* off = std::get_if<operation::TakeOff>(&each.action);
                             return off && off->onto == operation::Onto::waste;
                         });
    QString text = !finished ? tr("on the machine, row %1").arg(at.counter())
                   : onWaste ? tr("off the machine, on waste yarn")
                             : tr("done");
    if (const QString time = pace_.left(already.program, already.place); !finished && !time.isEmpty())
        text += tr(" · %1 to go").arg(time);
    if (movedOn)
        text += tr(" · the draft has moved on since it was begun");
    words->setText(text);
    button->setText(finished ? tr("Look") : tr("Resume"));
    if (!finished)
        button->setObjectName(QStringLiteral("primary"));
    connect(button, &QPushButton::clicked, this, [this, id = already.id] { emit resumeWanted(id); });
    if (drafted && (finished || movedOn)) {
        auto* again = new QPushButton(tr("Begin again"), row);
        again->setToolTip(
            tr("Starts this piece anew from the draft as it is now. What was knitted stays in the journal."));
        connect(again, &QPushButton::clicked, this, beginIt);
        row->layout()->addWidget(again);
    }
    if (drafted && movedOn && !finished) {
        const ProgramPlace shared = sharedUntil(already.program, already.place, *drafted).begun;
        VirtualBed until(already.program);
        until.advance(shared);
        words->setText(text + (shared == already.place ? tr(", and can be taken over from here")
                                                       : tr(", from row %1 on").arg(until.counter())));
        auto* adopt = new QPushButton(tr("Take the draft over"), row);
        connect(adopt, &QPushButton::clicked, this,
                [this, piece = already, program = *drafted] { emit draftWanted(piece, program); });
        row->layout()->addWidget(adopt);
    }
}

void PieceChoice::add(const QString& title, const std::optional<BegunPiece>& already, const Program* drafted,
                      bool sound, const std::function<void()>& beginIt) {
    if (!already && !drafted)
        return;
    auto* row = new QWidget(this);
    row->setObjectName(QStringLiteral("card"));
    row->setAttribute(Qt::WA_StyledBackground);
    auto* line = new QHBoxLayout(row);
    line->setContentsMargins(16, 10, 16, 10);
    auto* name = new Label(title, row);
    name->setObjectName(QStringLiteral("heading"));
    name->setMinimumWidth(190);
    auto* words = new Label(row);
    words->setObjectName(QStringLiteral("muted"));
    words->setWordWrap(true);
    line->addWidget(name);
    line->addWidget(words, 1);
    auto* button = new QPushButton(row);
    line->addWidget(button);
    if (already) {
        addBegun(row, words, button, *already, drafted, beginIt);
    } else {
        QStringList facts = {rowsText(passCount(*drafted)), tr("not begun")};
        if (const QString time = pace_.left(*drafted, {}); !time.isEmpty())
            facts << time;
        words->setText(facts.join(QStringLiteral(" · ")));
        button->setText(tr("Begin"));
        button->setEnabled(sound);
        if (!sound)
            button->setToolTip(tr("The draft has something to mend first."));
        connect(button, &QPushButton::clicked, this, beginIt);
    }
    if (drafted && sound) {
        auto* rehearsal = new QPushButton(tr("Rehearse"), row);
        rehearsal->setToolTip(tr("Goes through the piece without yarn; nothing of it is kept."));
        connect(rehearsal, &QPushButton::clicked, this, [this, program = *drafted] { emit rehearsalWanted(program); });
        line->addWidget(rehearsal);
    }
    rows_->addWidget(row);
}

} // namespace vestimen::app
