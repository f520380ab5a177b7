// SPDX-License-Identifier: GPL-3.0-or-later
// Every window, dialog and question under a window manager: after every choice it lies within the screen, with all its
// buttons. There is no list of them: the test walks from station to station, presses what can be pressed, and looks at
// whatever comes up.
#include "app/window_fixture.h"

#include <QAbstractButton>
#include <QAbstractScrollArea>
#include <QComboBox>
#include <QDialog>
#include <QFileDialog>
#include <QMenu>
#include <QPointer>
#include <QPushButton>
#include <QScreen>
#include <QSet>
#include <QTimer>
#include <QToolButton>

using namespace vestimen;
using namespace vestimen::app;
using vestimen::test::WindowFixture;

namespace {

/// The window manager answers after a moment.
constexpr int moment = 12; // ms

void settle() {
    for (int i = 0; i < 3; ++i) {
        QTest::qWait(moment);
        QApplication::processEvents();
    }
}

bool isScrolled(const QWidget* widget, const QWidget* window) {
    for (const QWidget* each = widget->parentWidget(); each && each != window; each = each->parentWidget())
        if (qobject_cast<const QAbstractScrollArea*>(each))
            return true;
    return false;
}

/// What is wrong with where a window is; empty where all of it is to be seen.
QString misplaced(const QWidget& window) {
    const QRect room = window.screen()->availableGeometry();
    const QRect frame = window.frameGeometry();
    const auto shown = [](const QRect& rect) {
        return QString("%1 × %2 at %3, %4").arg(rect.width()).arg(rect.height()).arg(rect.x()).arg(rect.y());
    };
    const QString name = window.windowTitle() + " (" + window.metaObject()->className() + ")";
    if (!room.contains(frame))
        return name + ": " + shown(frame) + " on a screen of " + shown(room);
    for (const QAbstractButton* each : window.findChildren<QAbstractButton*>()) {
        if (!each->isVisible() || each->window() != &window || isScrolled(each, &window))
            continue;
        const QRect at(each->mapTo(&window, QPoint()), each->size());
        if (!window.rect().contains(at))
            return name + ": its button “" + each->text() + each->accessibleName() + "” lies at " + shown(at) + " in " +
                   shown(window.rect());
    }
    return {};
}

/// Looks at whatever comes up, tries its choices, and leaves it.
class Walker : public QObject {
public:
    explicit Walker(bool thorough) : thorough_(thorough) {
        connect(&timer_, &QTimer::timeout, this, &Walker::look);
        timer_.start(40);
    }

    QSet<QString> kinds; ///< of windows that came up
    QStringList problems;
    int looked = 0;

    void check(const QWidget& window) {
        settle();
        ++looked;
        if (const QString problem = misplaced(window); !problem.isEmpty() && problems.size() < 20)
            problems << problem;
    }

private:
    void look() {
        if (inside_)
            return;
        if (auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget())) {
            kinds << menu->metaObject()->className();
            check(*menu);
            menu->close();
            return;
        }
        auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
        if (!dialog)
            return;
        inside_ = true;
        const QString kind = dialog->metaObject()->className() + QString(": ") + dialog->windowTitle();
        const bool isNew = !kinds.contains(kind);
        kinds << kind;
        const QPointer<QDialog> there = dialog;
        check(*dialog);
        if (isNew && !qobject_cast<QFileDialog*>(dialog))
            tryChoices(there);
        if (there)
            there->reject();
        inside_ = false;
    }

    void tryChoices(const QPointer<QDialog>& dialog) {
        // Tiles and boxes first; under each of the tiles all lists again.
        tryLists(dialog);
        QList<QPointer<QAbstractButton>> buttons;
        for (QAbstractButton* each : dialog->findChildren<QAbstractButton*>())
            if (each->isCheckable())
                buttons << each;
        for (const auto& each : buttons) {
            if (!dialog || !each || !each->isVisible() || !each->isEnabled())
                continue;
            each->click();
            if (dialog)
                check(*dialog);
            if (dialog && thorough_)
                tryLists(dialog);
        }
    }

    void tryLists(const QPointer<QDialog>& dialog) {
        QList<QPointer<QComboBox>> lists;
        for (QComboBox* each : dialog->findChildren<QComboBox*>())
            lists << each;
        for (const auto& each : lists)
            for (int i = 0; dialog && each && each->isVisible() && each->isEnabled() && i < std::min(each->count(), 6);
                 ++i) {
                if (i == each->currentIndex())
                    continue;
                each->setCurrentIndex(i);
                emit each->activated(i);
                if (dialog)
                    check(*dialog);
            }
    }

    QTimer timer_;
    bool inside_ = false;
    bool thorough_;
};

/// Presses everything of a page that can be pressed, once each.
void press(WindowFixture& fixture, Walker& walker, int station) {
    QList<QPointer<QAbstractButton>> buttons;
    for (QAbstractButton* each : fixture.window().findChildren<QAbstractButton*>())
        if (each->isVisible() && each->isEnabled())
            buttons << each;
    for (const auto& each : buttons) {
        if (!each || !each->isVisible() || !each->isEnabled())
            continue;
        each->click();
        walker.check(fixture.window());
        if (fixture.window().currentStation() != station)
            fixture.window().showStation(station);
    }
}

} // namespace

class TestEveryWindow : public QObject {
    Q_OBJECT

private slots:
    void theNewProjectPage();
    void everyStation_data();
    void everyStation();
    void anEmptyWorkroom();
};

/// Each article with each of its choices, as it was seen to grow beyond the screen.
void TestEveryWindow::theNewProjectPage() {
    WindowFixture fixture;
    Walker walker(true);
    QTest::keyClick(&fixture.window(), Qt::Key_N, Qt::ControlModifier);
    QVERIFY2(walker.problems.isEmpty(), qPrintable(walker.problems.join('\n')));
    QVERIFY2(walker.looked > 60, qPrintable(QString::number(walker.looked)));
}

void TestEveryWindow::everyStation_data() {
    QTest::addColumn<int>("station");
    for (int station = MainWindow::workroomPage; station <= MainWindow::handbookPage; ++station)
        QTest::addRow("station %d", station) << station;
}

void TestEveryWindow::everyStation() {
    QFETCH(int, station);
    WindowFixture fixture;
    Walker walker(false);
    fixture.window().showStation(station);
    walker.check(fixture.window());
    press(fixture, walker, station);
    QVERIFY2(walker.problems.isEmpty(), qPrintable(walker.problems.join('\n')));
    QVERIFY(walker.looked > 3);
    qInfo("%d looks, %d kinds of windows: %s", walker.looked, int(walker.kinds.size()),
          qPrintable(QStringList(walker.kinds.values()).join(", ")));
}

void TestEveryWindow::anEmptyWorkroom() {
    WindowFixture fixture(false);
    Walker walker(false);
    for (int station = MainWindow::workroomPage; station <= MainWindow::handbookPage; ++station) {
        fixture.window().showStation(station);
        walker.check(fixture.window());
    }
    QVERIFY2(walker.problems.isEmpty(), qPrintable(walker.problems.join('\n')));
}

QTEST_MAIN(TestEveryWindow)
#include "tst_every_window.moc"
