// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/shots.h"

#include "app/draft/draft_station.h"
#include "app/handbook/handbook_station.h"
#include "app/join/join_station.h"
#include "app/knit/knit_station.h"
#include "app/measure/measure_station.h"
#include "app/reckoner/reckoner_drawer.h"
#include "app/review/review_station.h"
#include "app/shelf/begin_page.h"
#include "app/swatch/swatch_station.h"
#include "app/window/main_window.h"
#include "core/article/articles.h"

#include <QApplication>
#include <QDir>
#include <QPixmap>

#include <algorithm>
#include <functional>
#include <string_view>

namespace vestimen::app {
namespace {

// What the samples are is said as files say it.

void choose(Project& project, const char* path, std::string_view option) {
    const AnyChoice* choice = findChoice(project.article, path);
    const auto* one = choice ? std::get_if<OneOf>(&choice->form) : nullptr;
    for (std::size_t i = 0; one && i < one->options.size(); ++i)
        if (one->options[i].key == option)
            choice->set(project.article, static_cast<double>(i));
}

Article fresh(std::string_view kind) {
    const auto found = std::ranges::find(allArticles(), kind, keyOf);
    return found == allArticles().end() ? Article() : *found;
}

} // namespace

int takeShots(MainWindow& window, const QString& folder) {
    if (!QDir().mkpath(folder))
        return 1;
    QApplication::setCursorFlashTime(0); // the same picture whenever it is taken
    window.resize(1280, 800);
    window.show();
    bool sound = true;
    const auto shot = [&](const char* name) {
        for (int i = 0; i < 5; ++i)
            QApplication::processEvents();
        sound = window.grab().save(folder + '/' + QLatin1String(name) + QStringLiteral(".png")) && sound;
    };
    const auto knitUntil = [&](const std::function<bool(const KnittingState&)>& enough) {
        const auto* state = window.knitStation()->state();
        for (int i = 0; i < 2000 && state && !state->finished() && !enough(*state); ++i) {
            QKeyEvent space(QEvent::KeyPress, Qt::Key_Space, Qt::NoModifier);
            QApplication::sendEvent(window.knitStation(), &space);
        }
    };
    const auto begin = [&](PieceKey kind) {
        Workroom& workroom = window.session().workroom();
        window.knitStation()->resume(
            workroom.beginPiece(window.session().projectId(), window.session().worked().piece(kind)->program));
    };

    shot("workroom");
    {
        BeginPage page(window.session().workroom(), window.session().unit());
        page.findChild<QLineEdit*>(QStringLiteral("new_stitches"))->setText(QStringLiteral("28"));
        page.findChild<QLineEdit*>(QStringLiteral("new_rows"))->setText(QStringLiteral("40"));
        page.findChild<QLineEdit*>(QStringLiteral("new_wearer_name"))->setText(QStringLiteral("Odile"));
        page.tiles()[1]->click();
        page.tiles()[1]->setFocus();
        page.resize(1280, 800);
        page.show();
        QApplication::processEvents();
        sound = page.grab().save(folder + QStringLiteral("/begin.png")) && sound;
    }
    window.showStation(MainWindow::swatch);
    shot("swatch");
    window.swatchStation()->showMode(SwatchStation::Mode::plan);
    shot("swatch-plan");
    window.showStation(MainWindow::measure);
    window.measureStation()->valueEdit(Measure::chest)->setFocus();
    shot("measure");
    window.showStation(MainWindow::draft);
    window.draftStation()->showPiece("front");
    window.draftStation()->canvas()->pick("neck_depth");
    shot("draft");
    window.showStation(MainWindow::knit);
    begin("left_sleeve");
    knitUntil([](const KnittingState& state) {
        const auto* step = state.next();
        return state.bed().counter() > 120 && step &&
               std::holds_alternative<operation::Increase>(state.program().operations[step->from.operation].action);
    });
    shot("knit");
    knitUntil([](const KnittingState& state) { return state.bed().counter() > 126; });
    const auto press = [&](Qt::Key key) {
        QKeyEvent event(QEvent::KeyPress, key, Qt::NoModifier);
        QApplication::sendEvent(window.knitStation(), &event);
    };
    press(Qt::Key_W); // what is seen on the fabric
    shot("knit-fault");
    press(Qt::Key_Escape);
    window.openHandbook(QStringLiteral("short_rows_wrapped"));
    PracticeView& practice = *window.handbookStation()->practice();
    for (const Qt::Key key : {Qt::Key_Y, Qt::Key_L, Qt::Key_Return}) { // a step half done, and tried
        const QKeyEvent event(QEvent::KeyPress, key, Qt::NoModifier);
        practice.takeKey(event);
    }
    shot("handbook");
    window.openHandbook();
    begin("neck_trim");
    knitUntil([](const KnittingState& state) {
        const auto* step = state.next();
        return step &&
               std::holds_alternative<operation::BindOff>(state.program().operations[step->from.operation].action);
    });
    shot("knit-edge");
    begin("front");
    knitUntil([](const KnittingState& state) { return state.bed().counter() > 226; });
    const qint64 front = window.knitStation()->state()->piece().id;
    press(Qt::Key_P);
    shot("knit-pieces");
    window.knitStation()->resume(front);
    window.chooseTheme(true);
    window.knitStation()->fillScreen(true);
    window.setWindowState(Qt::WindowNoState); // the display that there is not would be smaller
    window.resize(1280, 800);
    shot("knit-full-dark");
    window.knitStation()->fillScreen(false);
    window.resize(1280, 800);
    window.chooseTheme(false);
    window.showStation(MainWindow::join);
    window.joinStation()->list()->setCurrentRow(4);
    shot("join");
    window.showStation(MainWindow::review);
    Project measured = window.session().project();
    measured.made = {{"back", Length::millimetres(536), Length::millimetres(612), ""},
                     {"front", Length::millimetres(523), Length::millimetres(617), "good"}};
    window.session().edit({}, measured);
    window.reviewStation()->edit("left_sleeve", true)->setFocus();
    shot("review");
    const auto open = [&](const QString& name) {
        for (const ShelfItem& each : window.session().workroom().items(Shelf::projects))
            if (each.name.startsWith(name))
                return window.session().open(each.id);
    };
    open(QStringLiteral("Watch cardigan"));
    window.showStation(MainWindow::draft);
    window.draftStation()->showPiece("left_front");
    window.draftStation()->canvas()->pick("pocket_mouth");
    shot("draft-pocket");
    window.showStation(MainWindow::join);
    for (const int row : {0, 1})
        window.joinStation()->list()->item(row)->setCheckState(Qt::Checked);
    window.joinStation()->list()->setCurrentRow(4);
    window.joinStation()->showLaidOut(true);
    shot("join-laid-out");
    window.joinStation()->showLaidOut(false);
    window.session().undo();
    window.session().undo();
    open(QStringLiteral("Set-in"));
    window.showStation(MainWindow::draft);
    window.draftStation()->showPiece("left_sleeve");
    window.draftStation()->canvas()->pick({});
    window.openReckoner(true);
    window.reckoner()->question()->setText(QStringLiteral("band 52 cm 2 cm folded edge-rows 200"));
    window.reckoner()->keep()->click();
    shot("reckoner");
    window.openReckoner(false);
    Project cardigan = window.session().project();
    choose(cardigan, "body", "raglan");
    choose(cardigan, "closure", "cardigan");
    choose(cardigan, "hem_line", "curved");
    window.session().edit(QStringLiteral("Raglan"), cardigan);
    window.draftStation()->showAll();
    cardigan.ease[static_cast<std::size_t>(Measure::armholeDepth)] = {Ease::Kind::length, 30.0};
    choose(cardigan, "closure", "pullover");
    window.session().edit(QStringLiteral("Deeper armholes"), cardigan);
    window.draftStation()->showPiece("back");
    Project small = window.session().project();
    small.wearer = withBorrowedMeasures(small.wearer);
    small.name = "Hat for the harbour";
    small.article = fresh("hat");
    useUsualEase(small.article, small.ease);
    window.session().edit(QStringLiteral("Hat"), small);
    window.draftStation()->showPiece("hat");
    window.draftStation()->canvas()->pick("crown");
    window.draftStation()->showRowList(true);
    window.draftStation()->rowList()->point(170);
    shot("draft-hat");
    window.draftStation()->showRowList(false);
    small.name = "Harbour dog’s coat";
    small.notes.clear();
    small.article = fresh("own_shape");
    window.session().edit(QStringLiteral("Coat"), small);
    window.draftStation()->showPiece("piece_1");
    window.draftStation()->canvas()->pick({});
    shot("draft-own-shape");
    return sound ? 0 : 1;
}

} // namespace vestimen::app
