// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reckoner/reckoner_drawer.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/theme/theme.h"
#include "core/reckoner/question.h"

#include <QBoxLayout>
#include <QCompleter>
#include <QKeyEvent>
#include <QPainter>
#include <QScrollArea>

namespace vestimen::app {
namespace {

/// The core speaks of options as a command line does; here they have no dashes.
QString withoutDashes(std::string_view text) {
    return coreText(QByteArray(text.data(), static_cast<qsizetype>(text.size())).constData()).remove("--");
}

QString tableRow(const QString& what, const QString& value) {
    return QStringLiteral("<tr><td style='padding-right: 18px; color: %1'>%2</td><td><b>%3</b></td></tr>")
        .arg(Theme::current().muted.name(), what.toHtmlEscaped(), value.toHtmlEscaped());
}

/// A gauge as people say it; other figures as they are.
QString figureText(const std::string& figure) {
    const auto gauge = parseGauge(figure);
    return gauge ? ReckonerDrawer::tr("%1 in 10 cm").arg((*gauge).perTenCentimetres(), 0, 'f', 1)
                 : QString::fromStdString(figure);
}

} // namespace

ReckonerDrawer::ReckonerDrawer(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setFixedHeight(224);
    auto* columns = new QHBoxLayout(this);
    columns->setContentsMargins(24, 14, 24, 12);
    columns->setSpacing(18);
    columns->addWidget(buildLine(), 5);
    working_ = new Label(this);
    working_->setTextFormat(Qt::RichText);
    working_->setWordWrap(true);
    working_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    working_->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::LinksAccessibleByMouse);
    connect(working_, &QLabel::linkActivated, this, [this](const QString& example) {
        question_->setText(example);
        question_->setFocus();
    });
    working_->setAccessibleName(tr("Working"));
    auto* scroll = new QScrollArea(this);
    scroll->setWidget(working_);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setFocusPolicy(Qt::NoFocus);
    columns->addWidget(scroll, 4);
    columns->addWidget(buildNotes(), 3);

    connect(&session_, &Session::changed, this, &ReckonerDrawer::refresh);
    connect(&session_, &Session::opened, this, &ReckonerDrawer::refresh);
    answer();
    refresh();
}

QWidget* ReckonerDrawer::buildLine() {
    auto* side = new QWidget(this);
    auto* column = new QVBoxLayout(side);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    auto* title = new Label(tr("Reckoner"), side);
    title->setObjectName(QStringLiteral("heading"));
    column->addWidget(title);
    question_ = new QLineEdit(side);
    question_->setAccessibleName(tr("Question"));
    question_->setPlaceholderText(tr("count 52 cm"));
    question_->setClearButtonEnabled(true);
    column->addWidget(question_);
    headline_ = new Label(side);
    headline_->setObjectName(QStringLiteral("answer"));
    headline_->setWordWrap(true);
    headline_->setAccessibleName(tr("Answer"));
    column->addWidget(headline_);
    chipLine_ = new QHBoxLayout;
    chipLine_->setSpacing(6);
    chipLine_->addStretch(1);
    column->addLayout(chipLine_);
    hint_ = new Label(side);
    hint_->setWordWrap(true);
    hint_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    column->addWidget(hint_, 1);

    QStringList names;
    for (const Sum& sum : sums())
        names << QString::fromLatin1(sum.name);
    names.sort();
    auto* completer = new QCompleter(names, this);
    completer->setCompletionMode(QCompleter::InlineCompletion);
    question_->setCompleter(completer);
    question_->installEventFilter(this);
    connect(question_, &QLineEdit::textEdited, this, [this] { recalled_ = 0; });
    connect(question_, &QLineEdit::textChanged, this, &ReckonerDrawer::answer);
    connect(question_, &QLineEdit::returnPressed, this, [this] {
        keepAnswered();
        if (keep_->isEnabled())
            keepNote();
    });
    return side;
}

QWidget* ReckonerDrawer::buildNotes() {
    auto* side = new QWidget(this);
    auto* column = new QVBoxLayout(side);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    auto* head = new QHBoxLayout;
    keptOn_ = new QComboBox(side);
    keptOn_->setAccessibleName(tr("Keep the answer on"));
    keep_ = new QPushButton(tr("Keep"), side);
    keep_->setToolTip(tr("Keep the answer as a note: Enter"));
    head->addWidget(keptOn_, 1);
    head->addWidget(keep_);
    column->addLayout(head);
    notes_ = new QListWidget(side);
    notes_->setAccessibleName(tr("Kept answers"));
    notes_->setWordWrap(true);
    column->addWidget(notes_, 1);
    forget_ = new QPushButton(tr("Forget the chosen one"), side);
    column->addWidget(forget_);
    connect(keep_, &QPushButton::clicked, this, &ReckonerDrawer::keepNote);
    connect(forget_, &QPushButton::clicked, this, &ReckonerDrawer::forgetNote);
    connect(notes_, &QListWidget::currentRowChanged, this, [this](int row) { forget_->setEnabled(row >= 0); });
    return side;
}

void ReckonerDrawer::openUp() {
    show();
    refresh();
    question_->setFocus();
    question_->selectAll();
}

/// What a line still lacks: a click puts its word there, and the number follows.
void ReckonerDrawer::offerChips(const std::vector<std::string>& names) {
    for (QPushButton* chip : std::exchange(chips_, {}))
        chip->deleteLater();
    for (const std::string& name : names) {
        const QString word = withoutDashes(name);
        auto* chip = new QPushButton(word, this);
        chip->setObjectName(QStringLiteral("small"));
        chip->setFocusPolicy(Qt::TabFocus);
        connect(chip, &QPushButton::clicked, this, [this, word] {
            question_->setText(question_->text().trimmed() + ' ' + word + ' ');
            question_->setFocus();
        });
        chipLine_->insertWidget(static_cast<int>(chips_.size()), chip);
        chips_.append(chip);
    }
}

bool ReckonerDrawer::eventFilter(QObject* watched, QEvent* event) {
    if (watched == question_ && event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Up || key == Qt::Key_Down) {
            recall(recalled_ + (key == Qt::Key_Up ? 1 : -1));
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

void ReckonerDrawer::keepAnswered() {
    if (answered_.isEmpty())
        return;
    asked_.removeAll(answered_);
    asked_.prepend(answered_);
}

void ReckonerDrawer::recall(int back) {
    if (recalled_ == 0) {
        typed_ = question_->text();
        keepAnswered();
    }
    if (back < 0 || back > asked_.size())
        return;
    // What is answered right now is no older line.
    if (back == 1 && recalled_ == 0 && asked_.value(0) == typed_.trimmed() && asked_.size() > 1)
        back = 2;
    recalled_ = back;
    question_->setText(back == 0 ? typed_ : asked_[back - 1]);
}

void ReckonerDrawer::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape)
        emit closed();
    else
        QWidget::keyPressEvent(event);
}

void ReckonerDrawer::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), Theme::current().paper);
    painter.setPen(QPen(Theme::current().line, 1));
    painter.drawLine(0, 0, width(), 0);
}

/// Worked out anew at every key; a question that is not finished says what it still needs.
void ReckonerDrawer::answer() {
    headline_->clear();
    working_->clear();
    keep_->setEnabled(false);
    offerChips({});
    const auto hint = [this](const QString& text, bool problem) {
        hint_->setObjectName(problem ? QStringLiteral("problem") : QStringLiteral("muted"));
        hint_->setStyleSheet(QString()); // asks for the style of its new name
        hint_->setText(text);
    };
    if (question_->text().trimmed().isEmpty()) {
        QString examples;
        for (const Sum& sum : sums())
            examples += QStringLiteral("<tr><td style='padding-right: 18px; color: %1'>%2</td><td><a href='%3' "
                                       "style='color: %4'>%3</a></td></tr>")
                            .arg(Theme::current().muted.name(), coreText(sum.help).toHtmlEscaped(),
                                 QString::fromLatin1(sum.example).toHtmlEscaped(), Theme::current().woad.name());
        working_->setText(QStringLiteral("<table>%1</table>").arg(examples));
        hint(tr("A sum, then its values. What the open project knows, such as the gauge, may be left out. Enter keeps "
                "the answer, Esc closes."),
             false);
        return;
    }
    const Swatch& swatch = session_.project().swatch;
    const KnownFigures known{session_.worked().measured.gauge, swatch.grams, loopCount(swatch)};
    const auto question =
        parseQuestion(question_->text().toStdString(), session_.hasProject() ? known : KnownFigures{});
    if (!question)
        return hint(withoutDashes(question.problem), true);
    const Sum& sum = *(*question).sum;
    try {
        const SumAnswer answer = reckon(sum.name, (*question).given);
        QString rows;
        for (const Step& step : answer.working)
            rows += tableRow(coreText(step.what, session_.unit()), coreText(step.value, session_.unit()));
        working_->setText(QStringLiteral("<table>%1</table>").arg(rows));
        if (answer.answered) {
            headline_->setText(coreText(answer.headline, session_.unit()));
            if (recalled_ == 0)
                answered_ = question_->text().trimmed();
        }
        keep_->setEnabled(answer.answered && session_.hasProject());
        QStringList remarks;
        bool problem = false;
        for (const Finding& finding : answer.findings) {
            remarks << coreText(finding.text, session_.unit());
            problem = problem || finding.severity != Severity::note;
        }
        for (const std::string& assumed : (*question).assumed)
            remarks << tr("%1 from this project: %2")
                           .arg(QString::fromStdString(assumed), figureText((*question).given.at("--" + assumed)));
        hint(remarks.join('\n'), problem);
    } catch (const UsageError& error) {
        hint(withoutDashes(error.what()), false);
        offerChips(leftOpen(*question));
    }
}

void ReckonerDrawer::refresh() {
    if (!isVisible())
        return;
    const QString chosen = keptOn_->currentData().toString();
    keptOn_->clear();
    keptOn_->addItem(tr("on the project"), QString());
    for (const PieceName& each : namesOf(session_.project().article))
        keptOn_->addItem(tr("on: %1").arg(coreText(each.label)), QString::fromStdString(key(each.key)));
    keptOn_->setCurrentIndex(std::max(0, keptOn_->findData(chosen)));
    keptOn_->setEnabled(session_.hasProject());
    const int row = notes_->currentRow();
    notes_->clear();
    for (const Note& note : session_.project().notes)
        notes_->addItem(noteText(session_.project().article, note));
    notes_->setCurrentRow(std::min(row, notes_->count() - 1));
    forget_->setEnabled(notes_->currentRow() >= 0);
    answer();
}

void ReckonerDrawer::keepNote() {
    Project next = session_.project();
    next.notes.push_back({keptOn_->currentData().toString().toStdString(),
                          (question_->text().trimmed() + QStringLiteral(" → ") + headline_->text()).toStdString()});
    session_.edit(tr("Answer kept"), std::move(next));
    notes_->scrollToBottom();
}

void ReckonerDrawer::forgetNote() {
    Project next = session_.project();
    next.notes.erase(next.notes.begin() + notes_->currentRow());
    session_.edit(tr("Note forgotten"), std::move(next));
}

QString noteText(const Article& article, const Note& note) {
    const QString text = QString::fromStdString(note.text);
    return note.piece.empty() ? text : ReckonerDrawer::tr("%1: %2").arg(pieceName(article, PieceKey(note.piece)), text);
}

} // namespace vestimen::app
