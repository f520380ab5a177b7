// SPDX-License-Identifier: GPL-3.0-or-later
// What the tests of the machine screen share.
#pragma once

#include "app/window_fixture.h"

#include "app/knit/knit_dialogs.h"

#include <functional>

namespace vestimen::test {

using namespace vestimen::app;

/// Begins a piece by its program and goes to the machine.
inline KnitStation* beginPiece(WindowFixture& fixture, PieceKind kind) {
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

/// Answers the next dialog of a kind, while the key that opened it still waits for it.
template<class Dialog> void whenAsked(const std::function<void(Dialog*)>& answer) {
    QTimer::singleShot(0, [answer] {
        for (QWidget* each : QApplication::topLevelWidgets())
            if (auto* dialog = qobject_cast<Dialog*>(each); dialog && dialog->isVisible())
                return answer(dialog);
        QFAIL("nothing was asked");
    });
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
