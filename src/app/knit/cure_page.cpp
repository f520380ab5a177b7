// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/cure_page.h"

#include "app/canvas/label.h"

#include <QBoxLayout>
#include <QPushButton>

namespace vestimen::app {

CurePage::CurePage(QWidget* parent) : QWidget(parent), view_(new PracticeView(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(24, 14, 24, 14);
    auto* title = new Label(tr("The cure, on this piece"), this);
    title->setObjectName(QStringLiteral("title"));
    column->addWidget(title);
    column->addWidget(view_, 1);
    auto* foot = new QHBoxLayout;
    auto* done = new QPushButton(tr("M · it is mended, go on"), this);
    done->setObjectName(QStringLiteral("primary"));
    auto* leave = new QPushButton(tr("Esc · leave it"), this);
    for (QPushButton* each : {done, leave}) {
        each->setFocusPolicy(Qt::NoFocus);
        foot->addWidget(each);
    }
    foot->addStretch(1);
    column->addLayout(foot);
    connect(done, &QPushButton::clicked, this, [this] { emit mended(note_); });
    connect(leave, &QPushButton::clicked, this, &CurePage::left);
}

void CurePage::follow(const PracticeCard& cure, const Siblings& siblings, const QColor& yarn, const QString& note) {
    note_ = note;
    view_->show(cure, &siblings, yarn);
}

bool CurePage::takeKey(const QKeyEvent& event) {
    if (view_->takeKey(event))
        return true;
    if (event.key() == Qt::Key_M)
        emit mended(note_);
    else if (event.key() == Qt::Key_Escape)
        emit left();
    else
        return false;
    return true;
}

} // namespace vestimen::app
