// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/knit_questions.h"

#include "app/canvas/fields.h"
#include "app/knit/ask_fields.h"
#include "app/knit/knit_settings_form.h"
#include "app/knit/knit_words.h"
#include "devices/device_line.h"

#include <QLineEdit>
#include <QSpinBox>

namespace vestimen::app {

KnitQuestions::KnitQuestions(AskCard& card, Change change, QObject* parent)
    : QObject(parent), card_(card), change_(std::move(change)) {}

bool KnitQuestions::isStillAt(const KnittingState& state, ProgramPlace asked) {
    if (state.place() == asked)
        return true;
    emit said(tr("A row was knitted meanwhile: ask again, nothing was changed."));
    return false;
}

void KnitQuestions::askToUnravel(KnittingState& state) {
    if (state.passesDone() > 0)
        askForRows(state, tr("How many rows come off?"), {}, {});
}

void KnitQuestions::askForRows(KnittingState& state, const QString& question, const QString& words,
                               const QString& note) {
    QWidget* form = lineOfFields();
    auto* rows = addField<QSpinBox>(form, tr("rows"), 150);
    rows->setRange(1, state.passesDone());
    endLine(form);
    const auto say = [this, &state, words](int count) {
        card_.setWords((words.isEmpty() ? QString() : words + '\n') + afterUnravelling(state, count));
    };
    connect(rows, &QSpinBox::valueChanged, this, say);
    const ProgramPlace asked = state.place();
    const auto off = [this, &state, rows, asked, note] {
        const int count = rows->value();
        if (isStillAt(state, asked))
            unravel(state, count, note);
    };
    card_.ask({question, afterUnravelling(state, 1), {{tr("unravel"), off}}, form, rows});
    say(1);
    rows->selectAll();
}

void KnitQuestions::unravel(KnittingState& state, int rows, const QString& note) {
    const bool done = change_([&] {
        if (!note.isEmpty())
            state.note(note);
        state.unravel(rows);
    });
    if (done)
        emit said(tr("%1 unravelled, %2.").arg(rowsText(rows), sideText(state.bed().carriage())));
}

void KnitQuestions::askForCounter(KnittingState& state) {
    const CounterStretch stretch = counterStretch(state.program(), state.place());
    QWidget* form = lineOfFields();
    auto* row = addField<QSpinBox>(form, tr("row"), 150);
    row->setRange(stretch.first, stretch.last);
    row->setValue(state.bed().counter());
    auto* why = addField<QLineEdit>(form, tr("reason"));
    why->setPlaceholderText(tr("the cord slipped off"));
    const auto set = [this, &state, row, why] {
        const int to = row->value();
        const QString reason = why->text().trimmed();
        if (change_([&] { state.setCounter(to, reason); }))
            emit said(tr("Row %1.").arg(state.bed().counter()));
    };
    card_.ask({tr("What does your counter say?"),
               tr("The screen stands at row %1. The counter of this part goes from %2 to %3; what is done by hand on "
                  "the way counts as done.")
                   .arg(state.bed().counter())
                   .arg(stretch.first)
                   .arg(stretch.last),
               {{tr("set the row"), set}},
               form,
               row});
    row->selectAll();
}

void KnitQuestions::askForNote(KnittingState& state) {
    QWidget* form = lineOfFields();
    auto* text = addField<QLineEdit>(form, tr("note"));
    const auto keep = [this, &state, text] {
        const QString note = text->text().trimmed();
        if (!note.isEmpty() && change_([&] { state.note(note); }))
            emit said(tr("Noted."));
    };
    card_.ask(
        {tr("What is there to note at row %1?").arg(state.bed().counter()), {}, {{tr("keep it"), keep}}, form, text});
}

void KnitQuestions::askForMistake(KnittingState& state) {
    QList<AskCard::Answer> answers;
    for (const Mistake mistake : allMistakes)
        answers.append({mistakeText(mistake), [this, &state, mistake] {
                            if (const QString fault = faultOf(mistake); !fault.isEmpty())
                                emit faultWanted(fault);
                            else if (hasSide(mistake))
                                askForSide(state, mistake);
                            else
                                offerRemedies(state, mistake, Side::left);
                        }});
    card_.ask({tr("What went wrong?"), {}, answers});
}

void KnitQuestions::askForSide(KnittingState& state, Mistake mistake) {
    card_.ask({tr("%1: on which side?").arg(mistakeText(mistake)),
               {},
               {{tr("left"), [this, &state, mistake] { offerRemedies(state, mistake, Side::left); }},
                {tr("right"), [this, &state, mistake] { offerRemedies(state, mistake, Side::right); }}}});
}

void KnitQuestions::offerRemedies(KnittingState& state, Mistake mistake, Side side) {
    const Remedies remedies = remediesFor(state, mistake, side);
    if (mistake == Mistake::wrongRows && remedies.rowsToUnravel > 0)
        return askForRows(state, tr("How many rows are wrong?"), remedies.words, remedies.summary);
    QList<AskCard::Answer> answers;
    const ProgramPlace asked = state.place();
    if (remedies.rowsToUnravel > 0)
        answers.append({tr("unravel %1").arg(rowsText(remedies.rowsToUnravel)), [this, &state, asked, remedies] {
                            if (isStillAt(state, asked))
                                unravel(state, remedies.rowsToUnravel, remedies.summary);
                        }});
    if (remedies.correction)
        answers.append({tr("carry it"), [this, &state, asked, remedies] {
                            if (isStillAt(state, asked) &&
                                change_([&] { state.adjust(*remedies.correction, remedies.summary); }))
                                emit said(tr("Carried: good again from row %1.").arg(remedies.correction->goodRow));
                        }});
    if (!hasSide(mistake))
        answers.append({tr("note that it was mended"),
                        [this, &state, remedies] { change_([&] { state.note(remedies.summary); }); }});
    card_.ask({remedies.summary, remedies.words, answers});
}

void KnitQuestions::askForSettings(const KnitSettings& settings, Announcer& announcer,
                                   const std::function<void(const KnitSettings&)>& then) {
    auto* form = new KnitSettingsForm(settings, DeviceLine::ports(), announcer);
    const auto keep = [form, then] { then(form->settings()); };
    card_.ask({tr("At the machine"), {}, {{tr("keep these"), keep}}, form, form->confirm()});
}

} // namespace vestimen::app
