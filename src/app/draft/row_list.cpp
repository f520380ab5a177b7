// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/row_list.h"

#include "app/session/session.h"

#include <QFont>

namespace vestimen::app {

RowList::RowList(QWidget* parent) : QListWidget(parent) {
    setAccessibleName(tr("Rows in words"));
    setObjectName(QStringLiteral("rows")); // whose lines have no padding at their ends: wrapping does not know of it
    setWordWrap(true);
    setTextElideMode(Qt::ElideNone);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    connect(this, &QListWidget::currentRowChanged, this, &RowList::pointedAt);
}

void RowList::show(const Program& program) {
    if (program == shown_)
        return;
    shown_ = program;
    const int kept = currentRow();
    const QSignalBlocker quiet(this);
    clear();
    passes_.clear();
    isRows_.clear();
    int done = 0;
    std::string part;
    for (const ProgramStep& step : listedSteps(program)) {
        const int rows = step.rows.count();
        QString text = coreText(step.text);
        // The section's name stands before its first line.
        if (std::string now = section(program, step.from.operation); now != part) {
            part = std::move(now);
            text.prepend(tr("%1\n").arg(coreText(part.c_str()).toUpper()));
        }
        if (rows > 1)
            text = tr("%1–%2  %3").arg(step.row + 1).arg(step.rowAfter).arg(text);
        else if (rows == 1)
            text = tr("%1  %2").arg(step.row + 1).arg(text);
        auto* item = new QListWidgetItem(text, this);
        if (rows > 0) {
            QFont bold = font();
            bold.setBold(true);
            item->setFont(bold);
        }
        passes_.emplace_back(done, std::max(done, done + rows - 1));
        isRows_.push_back(rows > 0);
        done += rows;
    }
    setCurrentRow(kept < count() ? kept : -1);
}

void RowList::point(int pass) {
    for (std::size_t line = 0; line < passes_.size(); ++line)
        if (isRows_[line] && pass >= passes_[line].first && pass <= passes_[line].second) {
            setCurrentRow(static_cast<int>(line));
            scrollToItem(currentItem(), QAbstractItemView::PositionAtCenter);
            return;
        }
}

} // namespace vestimen::app
