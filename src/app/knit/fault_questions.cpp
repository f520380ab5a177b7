// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/fault_questions.h"

#include "app/knit/ask_fields.h"
#include "app/knit/fault_tiles.h"
#include "app/knit/knit_words.h"
#include "app/knit/mistakes.h"
#include "app/session/handbook.h"
#include "app/session/session.h"
#include "app/theme/habit.h"
#include "core/practice/cure.h"

#include <QLineEdit>
#include <QSpinBox>

namespace vestimen::app {
namespace {

/// Causes, cure, and what to look at next, a line each.
QString words(const PracticeCard& fault) {
    QStringList causes;
    for (const std::string& cause : fault.causes)
        causes << inHabit(cause).left(1).toLower() + inHabit(cause).mid(1);
    QStringList lines{FaultQuestions::tr("Likely: %1.").arg(causes.join(FaultQuestions::tr("; ")))};
    int number = 0;
    for (const CardStep& step : stepsOf(fault))
        lines << FaultQuestions::tr("%1. %2").arg(++number).arg(inHabit(step.text));
    lines << FaultQuestions::tr("Look at next: %1").arg(inHabit(fault.next));
    if (!fault.caution.empty())
        lines << inHabit(fault.caution);
    return lines.join(QLatin1Char('\n'));
}

} // namespace

FaultQuestions::FaultQuestions(AskCard& card, Change change, QObject* parent)
    : QObject(parent), card_(card), change_(std::move(change)) {}

const std::vector<PracticeCard>& FaultQuestions::faults() {
    if (faults_.empty()) // read when they are first wanted
        for (HandbookPage& page : loadHandbook({}).pages)
            if (page.card && page.card->isFault())
                faults_.push_back(std::move(*page.card));
    return faults_;
}

void FaultQuestions::offer(KnittingState& state, const QString& key) {
    for (const PracticeCard& fault : faults())
        if (fault.key == key.toStdString())
            return offer(state, fault);
}

void FaultQuestions::ask(KnittingState& state) {
    auto* tiles = new FaultTiles(faults());
    const ProgramPlace asked = state.place();
    connect(tiles, &FaultTiles::picked, this, [this, &state, asked](int fault) {
        if (state.place() != asked)
            emit said(tr("A row was knitted meanwhile."));
        offer(state, faults_[static_cast<std::size_t>(fault)]);
    });
    card_.ask({tr("What do you see?"), {}, {}, tiles, tiles});
}

void FaultQuestions::offer(KnittingState& state, const PracticeCard& fault) {
    QList<AskCard::Answer> answers;
    const auto why = whyNotMended(state.program(), state.place(), state.bed());
    const int row = state.bed().counter();
    const QString note = tr("%1: mended").arg(inHabit(fault.title));
    QString effect;
    if (why) {
        effect = coreText(*why);
    } else if (fault.mends == PracticeCard::Mends::column) {
        effect = tr("On this piece: one needle; no row comes off.");
        answers.append({tr("follow it on the bed"), [this, &state, &fault] { askWhere(state, fault); }});
    } else if (fault.mends == PracticeCard::Mends::slip) {
        effect =
            tr("On this piece: no row comes off. The carriage goes back to the other side, and the counter by one.");
        answers.append({tr("follow it on the bed"), [this, &state, &fault, note] {
                            follow(cureOfSlip(fault, state.program(), state.place(), &state.siblings()), note, [] {});
                        }});
    } else if (fault.mends == PracticeCard::Mends::row) {
        effect = tr("On this piece: one row comes off. %1").arg(afterUnravelling(state, 1));
        answers.append({tr("follow it on the bed"), [this, &state, &fault] { askWhichNeedles(state, fault); }});
        const ProgramPlace asked = state.place();
        answers.append({tr("unravel that row"), [this, &state, note, asked] {
                            if (state.place() == asked)
                                keep(state, note, 1);
                            else
                                emit said(tr("A row was knitted meanwhile: nothing was changed."));
                        }});
    } else {
        effect = tr("On this piece: no row comes off, if row %1 is whole.").arg(row);
    }
    if (!why)
        answers.append({tr("note that it was mended"), [this, &state, note] { keep(state, note, 0); }});
    answers.append(
        {tr("watch and practise it"), [this, &fault] { emit pageWanted(QString::fromStdString(fault.key)); }});
    card_.ask({inHabit(fault.title), words(fault) + QLatin1Char('\n') + effect, answers});
}

void FaultQuestions::keep(KnittingState& state, const QString& note, int rowsOff) {
    const bool done = change_([&] {
        state.note(note);
        if (rowsOff > 0)
            state.unravel(rowsOff);
    });
    if (done)
        emit said(rowsOff > 0 ? tr("%1 unravelled, %2.").arg(rowsText(rowsOff), sideText(state.bed().carriage()))
                              : tr("Noted."));
}

std::optional<Needle> FaultQuestions::needleIn(const QLineEdit& field) {
    const QString typed = field.text().trimmed();
    const auto needle = Needle::parse(typed.toUpper().replace("B:", "b:").toStdString());
    if (!needle)
        emit said(tr("“%1” is no needle: L12 or R3 is one.").arg(typed));
    return needle;
}

void FaultQuestions::follow(const std::variant<PracticeCard, Phrase>& cure, const QString& note,
                            const std::function<void()>& again) {
    if (const auto* card = std::get_if<PracticeCard>(&cure))
        return emit cureWanted(*card, note);
    emit said(coreText(std::get<Phrase>(cure)));
    again();
}

void FaultQuestions::askWhere(KnittingState& state, const PracticeCard& fault) {
    QWidget* form = lineOfFields();
    auto* needle = addField<QLineEdit>(form, tr("needle"), 120);
    needle->setPlaceholderText(tr("L12"));
    const bool isSplit = std::ranges::any_of(fault.program.operations, [](const Operation& each) {
        return std::holds_alternative<operation::Split>(each.action);
    });
    auto* rows = addField<QSpinBox>(form, isSplit ? tr("how many rows down") : tr("ran down, rows"), 150);
    rows->setRange(1, std::max(1, state.passesDone()));
    endLine(form);
    const auto again = [this, &state, &fault] { askWhere(state, fault); };
    const auto show = [this, &state, &fault, needle, rows, again] {
        const auto at = needleIn(*needle);
        if (!at)
            return again();
        const Rows deep(rows->value());
        follow(cureOfColumn(fault, state.program(), state.place(), &state.siblings(), *at, deep),
               tr("%1 at %2, %3 down: taken up rung by rung")
                   .arg(inHabit(fault.title), QString::fromStdString(at->name()), rowsText(deep.count())),
               again);
    };
    card_.ask({tr("Which needle, and how far down?"),
               isSplit ? tr("Count from the needle: the stitch in its hook is 1.")
                       : tr("The lowest loop of the ladder is the one that is still whole."),
               {{tr("show the cure"), show}},
               form,
               needle});
}

void FaultQuestions::askWhichNeedles(KnittingState& state, const PracticeCard& fault) {
    QWidget* form = lineOfFields();
    auto* from = addField<QLineEdit>(form, tr("from needle"), 120);
    from->setPlaceholderText(tr("L12"));
    auto* to = addField<QLineEdit>(form, tr("to needle"), 120);
    to->setPlaceholderText(tr("L9"));
    endLine(form);
    const auto again = [this, &state, &fault] { askWhichNeedles(state, fault); };
    const auto show = [this, &state, &fault, from, to, again] {
        const auto one = needleIn(*from);
        const auto other = one ? needleIn(*to) : std::nullopt;
        if (!one || !other)
            return again();
        const NeedleSpan needles{std::min(*one, *other), std::max(*one, *other)};
        follow(cureOfRow(fault, state.program(), state.place(), &state.siblings(), needles),
               tr("%1 at %2 to %3: the row came off and was knitted again")
                   .arg(inHabit(fault.title), QString::fromStdString(needles.first.name()),
                        QString::fromStdString(needles.last.name())),
               again);
    };
    card_.ask({tr("Which needles?"),
               tr("Those that did not knit, or where it stopped."),
               {{tr("show the cure"), show}},
               form,
               from});
}

} // namespace vestimen::app
