// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/news_bar.h"

#include "app/canvas/label.h"

#include <QHBoxLayout>

namespace vestimen::app {
namespace {

constexpr std::size_t mostChanges = 4;

} // namespace

NewsBar::NewsBar(Session& session, Shelf shelf, QWidget* parent) : QWidget(parent), session_(session), shelf_(shelf) {
    setObjectName(QStringLiteral("card"));
    setAttribute(Qt::WA_StyledBackground);
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(14, 8, 14, 8);
    words_ = new Label(this);
    words_->setWordWrap(true);
    line->addWidget(words_, 1);
    take_ = new QPushButton(tr("Take it"), this);
    take_->setObjectName(QStringLiteral("primary"));
    leave_ = new QPushButton(tr("Leave it"), this);
    line->addWidget(take_);
    line->addWidget(leave_);
    connect(take_, &QPushButton::clicked, this, [this] { session_.takeNews(shelf_); });
    connect(leave_, &QPushButton::clicked, this, [this] { session_.leaveNews(shelf_); });
    hide();
}

void NewsBar::fill() {
    const ShelfNews* news = session_.news(shelf_);
    setVisible(news != nullptr);
    if (!news)
        return;
    QStringList changes;
    for (std::size_t i = 0; i < news->changes.size() && i < mostChanges; ++i)
        changes << coreText(news->changes[i], session_.unit());
    if (news->changes.size() > mostChanges)
        changes << tr("And %n more.", nullptr, static_cast<int>(news->changes.size() - mostChanges));
    words_->setText(tr("“%1” has changed on its shelf. %2")
                        .arg(news->name, changes.isEmpty() ? tr("No count here would change.") : changes.join(' ')));
}

} // namespace vestimen::app
