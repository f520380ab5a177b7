// SPDX-License-Identifier: GPL-3.0-or-later
// What the tests of the machine screen share.
#pragma once

#include "app/window_fixture.h"

#include "app/knit/knit_station.h"

#include <QSpinBox>

#include <functional>

namespace vestimen::test {

using namespace vestimen::app;

/// Begins a piece by its program and goes to the machine.
inline KnitStation* beginPiece(WindowFixture& fixture, PieceKey kind) {
    Session& session = fixture.window().session();
    fixture.window().showStation(MainWindow::knit);
    KnitStation* knit = fixture.window().knitStation();
    knit->resume(fixture.workroom().beginPiece(session.projectId(), session.worked().piece(kind)->program));
    return knit;
}

inline void knitUntil(KnitStation* knit, const std::function<bool(const KnittingState&)>& enough) {
    for (int i = 0; i < 3000 && !knit->state()->finished() && !enough(*knit->state()); ++i)
        QTest::keyClick(knit, Qt::Key_Space);
}

/// The open question's field.
template<class Field> Field* asked(KnitStation* knit) {
    return knit->question()->form() ? knit->question()->form()->findChild<Field*>() : nullptr;
}

/// A number in place of the one that is there, and Enter.
inline void answerNumber(KnitStation* knit, int number) {
    auto* field = asked<QSpinBox>(knit);
    QVERIFY(field && field->hasFocus());
    QTest::keyClicks(field, QString::number(number));
    QTest::keyClick(field, Qt::Key_Return);
}

/// Words, and Enter.
inline void answerWords(KnitStation* knit, const QString& words) {
    auto* field = asked<QLineEdit>(knit);
    QVERIFY(field && field->hasFocus());
    QTest::keyClicks(field, words);
    QTest::keyClick(field, Qt::Key_Return);
}

/// The mistake's digit, its side's, and that of the remedy.
inline void answerDigits(KnitStation* knit, const char* digits) {
    for (; *digits != 0; ++digits)
        QTest::keyClick(knit, *digits);
}

inline QString texts(QWidget* parent) {
    QString all;
    for (QLabel* label : parent->findChildren<QLabel*>())
        if (label->isVisible())
            all += label->text() + '\n';
    return all;
}

/// The newest one: those that were taken away go with the next turn of the event loop.
inline QPushButton* lastButton(QWidget* parent, const QString& text) {
    QPushButton* last = nullptr;
    for (QPushButton* each : parent->findChildren<QPushButton*>())
        if (each->text() == text && each->isVisible())
            last = each;
    return last;
}

} // namespace vestimen::test
