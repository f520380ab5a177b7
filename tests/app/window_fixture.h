// SPDX-License-Identifier: GPL-3.0-or-later
// A real window over a demo workroom in a folder of its own.
#pragma once

#include "app/draft/draft_station.h"
#include "app/join/join_station.h"
#include "app/knit/knit_station.h"
#include "app/measure/measure_station.h"
#include "app/review/review_station.h"
#include "app/shelf/workroom_page.h"
#include "app/swatch/swatch_station.h"
#include "app/theme/theme.h"
#include "app/window/demo.h"
#include "app/window/main_window.h"
#include "workroom/workroom.h"

#include <QApplication>
#include <QTemporaryDir>
#include <QTest>

#include <memory>

namespace vestimen::test {

class WindowFixture {
public:
    explicit WindowFixture(bool demo = true) {
        file_ = demo ? app::makeDemoWorkroom(folder_.path(), true) : folder_.filePath("workroom.sqlite");
        start();
    }

    app::MainWindow& window() { return *window_; }
    Workroom& workroom() { return *workroom_; }
    const Project& project() const { return window_->session().project(); }
    const Worked& worked() const { return window_->session().worked(); }

    /// As after quitting and starting again.
    void restart() {
        window_.reset();
        workroom_.reset();
        start();
    }

    /// Replaces the text of a field as hands do.
    static void type(QLineEdit* edit, const QString& text) {
        edit->setFocus();
        edit->selectAll();
        if (text.isEmpty())
            QTest::keyClick(edit, Qt::Key_Delete);
        else
            QTest::keyClicks(edit, text);
    }

private:
    void start() {
        workroom_ = std::make_unique<Workroom>(file_);
        window_ = std::make_unique<app::MainWindow>(*workroom_);
        qApp->setStyleSheet(app::applicationStyleSheet());
        window_->show();
        QVERIFY(QTest::qWaitForWindowExposed(window_.get()));
        // Where there is no window manager, nobody else gives it the keyboard.
        window_->activateWindow();
        QApplication::setActiveWindow(window_.get());
    }

    QTemporaryDir folder_;
    QString file_;
    std::unique_ptr<Workroom> workroom_;
    std::unique_ptr<app::MainWindow> window_;
};

} // namespace vestimen::test
