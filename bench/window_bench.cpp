// SPDX-License-Identifier: GPL-3.0-or-later
// What a hand waits for in the window, in a workroom of 2,000 swatches and 200 wearers: a digit typed, a word sought.
// Everything runs off screen; a frame is the edit, all that follows from it, the storing, and the painting.
#include "app/draft/draft_station.h"
#include "app/join/join_station.h"
#include "app/knit/knit_station.h"
#include "app/measure/measure_station.h"
#include "app/shelf/shelves_page.h"
#include "app/swatch/swatch_station.h"
#include "app/theme/theme.h"
#include "app/window/demo.h"
#include "app/window/main_window.h"
#include "core/format/project_json.h"
#include "workroom/search_words.h"

#include <benchmark/benchmark.h>

#include <QApplication>
#include <QElapsedTimer>
#include <QEventLoop>
#include <QKeyEvent>
#include <QTemporaryDir>
#include <QTimer>

#include <algorithm>
#include <ctime>

using namespace vestimen;
using namespace vestimen::app;

namespace {

constexpr int manySwatches = 2000;
constexpr int manyWearers = 200;
constexpr std::size_t rowsToKnit = 5000;

/// The demo's workroom, filled up.
class FullWorkroom {
public:
    FullWorkroom() : workroom_(makeDemoWorkroom(folder_.path(), true)) {
        workroom_.together([&] {
            const char* yarns[] = {"Slate 4-ply", "Rust aran", "Moss sock", "Cream double-knit", "Ink lace"};
            Swatch swatch = advisedSwatch(genericMachines()[1]);
            Treatment treatment;
            for (int i = 0; i < manySwatches; ++i) {
                swatch.yarn = yarns[i % 5];
                swatch.size.steps = 6 + i % 20;
                swatch.name = swatch.yarn + ", trial " + std::to_string(i);
                swatch.notes = i % 7 == 0 ? "pilled after the wash" : "good for a winter thing of the crew";
                treatment.widths.assign(3, RuleReading{20.0 + i % 17});
                treatment.heights.assign(3, RuleReading{30.0 + i % 17});
                swatch.treatments = {treatment};
                workroom_.add(Shelf::swatches, QString::fromStdString(swatch.name), toJson(swatch),
                              searchWords(swatch));
            }
            for (int i = 0; i < manyWearers; ++i) {
                Wearer wearer = borrowed(starterSizes()[static_cast<std::size_t>(i) % starterSizes().size()]);
                wearer.name = "Hand " + std::to_string(i);
                workroom_.add(Shelf::wearers, QString::fromStdString(wearer.name), toJson(wearer), searchWords(wearer));
            }
        });
        window_ = std::make_unique<MainWindow>(workroom_);
        window_->show();
        QApplication::processEvents();
    }

    MainWindow& window() { return *window_; }
    Workroom& workroom() { return workroom_; }

private:
    QTemporaryDir folder_;
    Workroom workroom_;
    std::unique_ptr<MainWindow> window_;
};

std::unique_ptr<FullWorkroom> kept;

FullWorkroom& full() {
    if (!kept)
        kept = std::make_unique<FullWorkroom>();
    return *kept;
}

void typeInto(QLineEdit* edit, const QString& text) {
    edit->setFocus();
    edit->setText(text);
    emit edit->textEdited(text);
}

/// Everything that was posted is carried out, the painting of what changed too.
void settle() {
    QApplication::sendPostedEvents();
    QApplication::processEvents();
}

/// What any program pays for its frame: the same window painted once more, nothing changed.
void paint_the_window_again(benchmark::State& state) {
    full().window().showStation(MainWindow::swatch);
    settle();
    for (auto _ : state) {
        full().window().repaint();
        settle();
    }
}

void digit_in_a_reading(benchmark::State& state) {
    MainWindow& window = full().window();
    window.showStation(MainWindow::swatch);
    window.swatchStation()->showMode(SwatchStation::Mode::read);
    QLineEdit* edit = window.swatchStation()->canvas()->edits(true).value(0);
    int digit = 0;
    for (auto _ : state) {
        typeInto(edit, QStringLiteral("142.%1").arg(digit++ % 10));
        settle();
    }
}

void digit_in_a_measure(benchmark::State& state) {
    MainWindow& window = full().window();
    window.showStation(MainWindow::measure);
    QLineEdit* edit = window.measureStation()->valueEdit(Measure::chest);
    int digit = 0;
    for (auto _ : state) {
        typeInto(edit, QStringLiteral("94.%1").arg(digit++ % 10));
        settle();
    }
}

/// From the pointer's move to the painted frame: the side of the front one stitch out and back.
void drag_a_part(benchmark::State& state) {
    MainWindow& window = full().window();
    window.showStation(MainWindow::draft);
    window.draftStation()->showPiece(pieces::front);
    RailCanvas* canvas = window.draftStation()->canvas();
    settle();
    canvas->pick(parts::width);
    emit canvas->dragBegan(parts::width);
    int step = 0;
    for (auto _ : state) {
        emit canvas->draggedBy(parts::width, ++step % 2);
        settle();
    }
    emit canvas->dragEnded(parts::width, false);
}

/// All pieces with every second row in another of five colours: some 200 stripes on each.
void paint_200_stripes(benchmark::State& state) {
    MainWindow& window = full().window();
    window.showStation(MainWindow::draft);
    Project striped = window.session().project();
    for (YarnNumber number = 1; number < 5; ++number) {
        striped.moreYarns.push_back(striped.yarn);
        striped.moreYarns.back().colour[1] = static_cast<char>('1' + number);
    }
    for (YarnNumber number = 0; number < 5; ++number)
        striped.stripes.of.push_back({number, Rows(1)});
    striped.stripes.even = false;
    window.session().edit(QStringLiteral("Stripes"), striped);
    window.draftStation()->showAll();
    settle();
    for (auto _ : state) {
        window.repaint();
        settle();
    }
    window.session().undo();
}

/// The cardigan with slit pockets laid out, its threads from edge to edge: one more of them picked, and painted.
void pick_a_thread(benchmark::State& state) {
    MainWindow& window = full().window();
    window.showStation(MainWindow::join);
    Project project = window.session().project();
    Garment& garment = std::get<Garment>(project.article);
    garment.opening.closure = Closure::cardigan;
    garment.body.panels = Panels::three;
    garment.pocket.kind = PocketKind::slit;
    garment.pocket.width = Length::millimetres(60);
    garment.pocket.fromMiddle = Length::millimetres(15);
    window.session().edit(QStringLiteral("Pockets"), project);
    window.joinStation()->showLaidOut(true);
    settle();
    const int joins = window.joinStation()->list()->count();
    state.counters["threads"] = joins;
    int picked = 0;
    for (auto _ : state) {
        window.joinStation()->list()->setCurrentRow(picked++ % joins);
        settle();
    }
    window.session().undo();
}

/// The same, drawn anew from its edges: what a tick costs.
void tick_a_join(benchmark::State& state) {
    MainWindow& window = full().window();
    window.showStation(MainWindow::join);
    window.joinStation()->showLaidOut(true);
    settle();
    QListWidget* list = window.joinStation()->list();
    bool on = false;
    for (auto _ : state) {
        list->item(0)->setCheckState((on = !on) ? Qt::Checked : Qt::Unchecked);
        settle();
    }
}

void search_swatches(benchmark::State& state) {
    const char* typed[] = {"s", "slate", "pilled", "trial 19", "wint", "rust good", "nothing of the kind"};
    int word = 0;
    for (auto _ : state)
        benchmark::DoNotOptimize(full().workroom().search(Shelf::swatches, typed[word++ % 7]));
}

void search_in_the_window(benchmark::State& state) {
    MainWindow& window = full().window();
    window.shelvesStation()->showShelf(Shelf::swatches);
    window.showStation(MainWindow::shelvesPage);
    const char* typed[] = {"s", "slate", "pilled", "trial 19", "wint"};
    int word = 0;
    for (auto _ : state) {
        window.shelvesStation()->search()->setText(QString::fromLatin1(typed[word++ % 5]));
        settle();
    }
}

/// From the key to the painted frame, with the row on the disk: 5,000 rows of fronts and backs, one after the other.
/// The benchmark's own time is that of all of them; the counters are what a knitter meets.
void row_done(benchmark::State& state) {
    MainWindow& window = full().window();
    window.showStation(MainWindow::knit);
    KnitStation* station = window.knitStation();
    KnitSettings settings;
    settings.confirm = Confirm::never;
    station->useSettings(settings);
    const Session& session = window.session();
    std::vector<double> times;
    QElapsedTimer clock;
    for (auto _ : state) {
        for (int piece = 0; times.size() < rowsToKnit; ++piece) {
            const PieceKey kind = piece % 2 == 0 ? pieces::front : pieces::back;
            station->resume(full().workroom().beginPiece(session.projectId(), session.worked().piece(kind)->program));
            settle();
            while (!station->state()->finished() && times.size() < rowsToKnit) {
                clock.start();
                QKeyEvent space(QEvent::KeyPress, Qt::Key_Space, Qt::NoModifier);
                QApplication::sendEvent(station, &space);
                settle();
                times.push_back(static_cast<double>(clock.nsecsElapsed()) / 1e6);
            }
        }
    }
    std::ranges::sort(times);
    state.counters["median_ms"] = times[times.size() / 2];
    state.counters["p99_ms"] = times[times.size() * 99 / 100];
    state.counters["most_ms"] = times.back();
}

/// The machine screen with nobody at it, in percent of a core.
void idle_at_the_machine(benchmark::State& state) {
    MainWindow& window = full().window();
    window.showStation(MainWindow::knit);
    const Session& session = window.session();
    window.knitStation()->resume(
        full().workroom().beginPiece(session.projectId(), session.worked().piece(pieces::back)->program));
    settle();
    const std::clock_t before = std::clock();
    for (auto _ : state) {
        QEventLoop loop;
        QTimer::singleShot(3000, &loop, &QEventLoop::quit);
        loop.exec();
    }
    state.counters["percent"] = 100.0 * static_cast<double>(std::clock() - before) / CLOCKS_PER_SEC / 3.0;
}

BENCHMARK(row_done)->Iterations(1)->Repetitions(1)->Unit(benchmark::kMillisecond);
BENCHMARK(idle_at_the_machine)->Iterations(1)->Repetitions(1)->Unit(benchmark::kMillisecond);
BENCHMARK(paint_the_window_again)->Unit(benchmark::kMillisecond);
BENCHMARK(digit_in_a_reading)->Unit(benchmark::kMillisecond);
BENCHMARK(digit_in_a_measure)->Unit(benchmark::kMillisecond);
BENCHMARK(drag_a_part)->Unit(benchmark::kMillisecond);
BENCHMARK(paint_200_stripes)->Unit(benchmark::kMillisecond);
BENCHMARK(pick_a_thread)->Unit(benchmark::kMillisecond);
BENCHMARK(tick_a_join)->Unit(benchmark::kMillisecond);
BENCHMARK(search_swatches)->Unit(benchmark::kMillisecond);
BENCHMARK(search_in_the_window)->Unit(benchmark::kMillisecond);

} // namespace

int main(int argc, char** argv) {
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication application(argc, argv);
    loadFonts();
    application.setStyleSheet(applicationStyleSheet());
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
    kept.reset();
    return 0;
}
