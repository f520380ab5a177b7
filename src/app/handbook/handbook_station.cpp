// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handbook/handbook_station.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/handbook/handbook_print.h"
#include "app/handbook/practice_record.h"
#include "app/theme/habit.h"
#include "app/theme/theme.h"
#include "core/joining/join_ways.h"

#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QVBoxLayout>

#include <algorithm>

namespace vestimen::app {
namespace {

/// Every typed word begins one of the page's.
bool isFound(const HandbookPage& page, const QStringList& typed) {
    // In either habit.
    const QString words = QLatin1Char('\n') + page.words() + QLatin1Char('\n') + inOtherWords(page.words());
    return std::ranges::all_of(typed, [&](const QString& word) {
        for (qsizetype at = words.indexOf(word, 0, Qt::CaseInsensitive); at >= 0;
             at = words.indexOf(word, at + 1, Qt::CaseInsensitive))
            if (!words[at - 1].isLetterOrNumber())
                return true;
        return false;
    });
}

} // namespace

HandbookStation::HandbookStation(Session& session, QWidget* parent)
    : Station(session, parent),
      book_(loadHandbook(QFileInfo(session.workroom().file()).dir().filePath(QStringLiteral("cards")))),
      search_(new QLineEdit(this)), list_(new QListWidget(this)), habit_(new QComboBox(this)),
      views_(new QStackedWidget(this)), reading_(new QTextBrowser(this)), practice_(new PracticeView(this)),
      sewing_(new StepPictures(this)), slip_(new Slip(this)) {
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(24, 14, 24, 14);
    all->setSpacing(16);
    auto* left = new QVBoxLayout;
    auto* title = new Label(tr("Handbook"), this);
    title->setObjectName(QStringLiteral("title"));
    left->addWidget(title);
    search_->setPlaceholderText(tr("Search: Ctrl F, from everywhere"));
    search_->setAccessibleName(tr("Search the handbook"));
    search_->setClearButtonEnabled(true);
    left->addWidget(search_);
    list_->setAccessibleName(tr("Pages"));
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    left->addWidget(list_, 1);
    // As they are, in both: they are what is chosen.
    habit_->addItems(
        {QStringLiteral("bind off, gauge, waste yarn …"), QStringLiteral("cast off, tension, scrap yarn …")});
    habit_->setAccessibleName(tr("Habit of speech"));
    habit_->setCurrentIndex(chosenHabit() == Habit::other ? 1 : 0);
    connect(habit_, &QComboBox::activated, this, [this](int index) { emit habitWanted(index == 1); });
    left->addWidget(habit_);
    auto* foot = new QHBoxLayout;
    auto* back = new QPushButton(tr("Esc · back"), this);
    connect(back, &QPushButton::clicked, this, &HandbookStation::left);
    foot->addWidget(back);
    auto* paper = new QPushButton(tr("Print"), this);
    connect(paper, &QPushButton::clicked, this, [this] {
        const QString file = QFileDialog::getSaveFileName(this, tr("Print the page"), opened() + ".pdf");
        if (!file.isEmpty())
            print(file);
    });
    foot->addWidget(paper);
    left->addLayout(foot);
    all->addLayout(left);
    reading_->setOpenLinks(false);
    reading_->setAccessibleName(tr("The page"));
    reading_->document()->setDocumentMargin(24);
    connect(reading_, &QTextBrowser::anchorClicked, this, [this](const QUrl& link) { open(link.toString()); });
    views_->addWidget(reading_);
    auto* cards = new QWidget(this);
    auto* column = new QVBoxLayout(cards);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(practice_, 1);
    column->addWidget(sewing_);
    views_->addWidget(cards);
    all->addWidget(views_, 1);
    all->addWidget(scrolled(slip_, this));

    connect(search_, &QLineEdit::textChanged, this, &HandbookStation::fillList);
    connect(list_, &QListWidget::currentRowChanged, this, [this] {
        if (!filling_)
            showPage();
    });
    connect(practice_, &PracticeView::wentRight, this, [this](const QString& card) {
        PracticeRecord record(this->session().workroom());
        try {
            record.wentRight(card, QDate::currentDate());
        } catch (const WorkroomError& error) {
            emit said(error.message());
        }
        fillList();
        if (const HandbookPage* page = current(); page && page->card)
            showCard(*page);
    });
    fillList();
    open(QStringLiteral("the_machine"));
}

void HandbookStation::refresh() {
    if (!book_.problems.isEmpty())
        emit said(book_.problems.join(QLatin1Char('\n')));
    // Colours may be others now.
    const HandbookPage* page = current();
    if (page && page->card)
        practice_->refresh();
    else if (page)
        showPage();
}

const HandbookPage* HandbookStation::current() const {
    const QListWidgetItem* item = list_->currentItem();
    return item ? book_.page(item->data(Qt::UserRole).toString()) : nullptr;
}

QString HandbookStation::opened() const {
    const HandbookPage* page = current();
    return page ? page->key : QString();
}

void HandbookStation::fillList() {
    const QString was = opened();
    filling_ = true;
    list_->clear();
    const QStringList typed = search_->text().simplified().split(QLatin1Char(' '), Qt::SkipEmptyParts);
    const PracticeRecord record(session().workroom());
    QString group;
    int row = -1;
    for (const HandbookPage& page : book_.pages) {
        if (!isFound(page, typed))
            continue;
        if (page.group != group) {
            group = page.group;
            auto* heading = new QListWidgetItem(inHabit(group), list_);
            heading->setFlags(Qt::NoItemFlags);
            QFont font = list_->font();
            font.setBold(true);
            heading->setFont(font);
        }
        QString name = inHabit(page.title);
        try {
            if (page.card && record.isKnown(page.key))
                name = tr("✓ %1").arg(name);
        } catch (const WorkroomError&) { // the store says so itself when it is written
        }
        auto* item = new QListWidgetItem(name, list_);
        item->setData(Qt::UserRole, page.key);
        if (page.key == was || (row < 0 && was.isEmpty()))
            row = list_->count() - 1;
    }
    if (row < 0 && list_->count() > 1)
        row = 1;
    list_->setCurrentRow(row);
    filling_ = false;
    if (opened() != was)
        showPage();
}

bool HandbookStation::open(const QString& key) {
    if (!book_.page(key))
        return false;
    if (!search_->text().isEmpty())
        search_->clear();
    for (int row = 0; row < list_->count(); ++row)
        if (list_->item(row)->data(Qt::UserRole).toString() == key) {
            if (list_->currentRow() == row)
                showPage();
            list_->setCurrentRow(row);
            list_->scrollToItem(list_->item(row), QAbstractItemView::PositionAtCenter);
            return true;
        }
    return false;
}

void HandbookStation::showPage() {
    const HandbookPage* page = current();
    slip_->parentWidget()->parentWidget()->setVisible(page && page->card);
    if (!page) {
        views_->setCurrentIndex(0);
        reading_->setPlainText(tr("No page has these words. Fewer letters find more."));
        return;
    }
    if (page->card) {
        views_->setCurrentIndex(1);
        practice_->show(*page->card);
        showCard(*page);
        return;
    }
    practice_->play(false);
    views_->setCurrentIndex(0);
    reading_->clear();
    setPage(*reading_->document(), *page, book_);
    reading_->moveCursor(QTextCursor::Start);
}

void HandbookStation::showCard(const HandbookPage& page) {
    const PracticeCard& card = *page.card;
    sewing_->setVisible(!card.sewn.empty());
    for (const JoinWay& way : joinWays)
        if (card.sewn == way.option.key)
            sewing_->show(way.method);
    slip_->begin(inHabit(page.title));
    slip_->addNote(inHabit(card.about));
    slip_->addRule();
    if (card.isFault()) {
        slip_->addNote(tr("What is seen: %1").arg(inHabit(card.sign)));
        int number = 0;
        for (const std::string& cause : card.causes)
            slip_->addNote(tr("%1. %2").arg(++number).arg(inHabit(cause)));
        slip_->addRule();
    }
    if (!card.tools.empty()) {
        QStringList tools;
        for (const std::string& tool : card.tools)
            tools << inHabit(tool);
        slip_->addNote(tr("At hand: %1.").arg(tools.join(tr(", "))));
    }
    slip_->addNote(tr("Right looks so: %1").arg(inHabit(card.look)));
    if (!card.next.empty())
        slip_->addNote(tr("Look at next: %1").arg(inHabit(card.next)));
    if (!card.caution.empty())
        slip_->addNote(inHabit(card.caution), Severity::warning);
    slip_->addRule();
    try {
        const auto days = PracticeRecord(session().workroom()).days(page.key).size();
        slip_->addAnswer(tr("went right on"), days == 1 ? tr("1 day") : tr("%1 days").arg(days));
        slip_->addNote(days >= PracticeRecord::daysToKnow ? tr("Your hands know it.")
                                                          : tr("Three different days, and your hands know it."));
    } catch (const WorkroomError& error) {
        emit said(error.message());
    }
    slip_->end();
}

bool HandbookStation::print(const QString& file) {
    const HandbookPage* page = current();
    if (!page)
        return false;
    const QString problem = printPage(file, *page, book_);
    emit said(problem.isEmpty() ? tr("It is in %1.").arg(file) : problem);
    return problem.isEmpty();
}

/// The card needs the room more than the list does.
void HandbookStation::resizeEvent(QResizeEvent* event) {
    Station::resizeEvent(event);
    const int list = width() < 1000 ? 200 : 258;
    for (QWidget* each : {static_cast<QWidget*>(search_), static_cast<QWidget*>(list_), static_cast<QWidget*>(habit_)})
        each->setFixedWidth(list);
}

void HandbookStation::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape)
        emit left();
    else if (event->key() == Qt::Key_Slash)
        search_->setFocus();
    else if (views_->currentIndex() != 1 || !practice_->takeKey(*event))
        Station::keyPressEvent(event);
}

} // namespace vestimen::app
