// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/machine_head.h"

#include "app/canvas/label.h"
#include "app/knit/knit_words.h"

#include <QBoxLayout>
#include <QPushButton>

namespace vestimen::app {

MachineHead::MachineHead(QWidget* parent) : QWidget(parent) {
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(8);
    piece_ = new Label(this);
    piece_->setObjectName(QStringLiteral("title"));
    line_ = new Label(this);
    line_->setObjectName(QStringLiteral("muted"));
    where_ = new Label(this);
    where_->setObjectName(QStringLiteral("muted"));
    auto* other = new QPushButton(tr("Other piece"), this);
    other->setFocusPolicy(Qt::TabFocus);
    connect(other, &QPushButton::clicked, this, &MachineHead::otherPieceWanted);
    layout->addWidget(piece_);
    layout->addStretch(1);
    layout->addWidget(line_);
    layout->addSpacing(12);
    layout->addWidget(where_);
    layout->addSpacing(12);
    layout->addWidget(other);
}

void MachineHead::fill(const KnittingState& state, const QString& project, const QString& left,
                       DeviceLine::State counter) {
    const Program& program = state.program();
    piece_->setText(state.isRehearsal() ? tr("%1, rehearsed").arg(pieceName(program)) : pieceName(program));
    const ProgramStep* next = state.next();
    QStringList where = {
        project, QString::fromStdString(section(program, next ? next->from.operation : program.operations.size())),
        tr("this part: %1 rows to go").arg(state.rowsLeftInSection()),
        tr("the piece: %1 of %2 rows done").arg(state.passesDone()).arg(state.passesAll())};
    if (!left.isEmpty())
        where << left;
    where_->setText(where.join(QStringLiteral(" · ")));
    line_->setText(state.looksOn()                           ? tr("read only: another window has this piece")
                   : counter == DeviceLine::State::connected ? tr("row counter on")
                   : counter == DeviceLine::State::off       ? QString()
                                                             : tr("row counter lost; keys go on working"));
}

} // namespace vestimen::app
