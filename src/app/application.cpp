// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/application.h"

#include "app/theme/habit.h"
#include "app/theme/theme.h"
#include "app/window/demo.h"
#include "app/window/guarded_application.h"
#include "app/window/main_window.h"
#include "app/window/shots.h"
#include "workroom/exchange.h"
#include "workroom/workroom.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QFile>
#include <QFileDialog>
#include <QIcon>
#include <QLocale>
#include <QMessageBox>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTextStream>
#include <QTimer>

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <ctime>
#include <memory>
#include <new>
#include <utility>

#include <unistd.h>

namespace vestimen::app {
namespace {

/// Milliseconds since the kernel started this process, loading of libraries included; to its clock's 10 ms.
qint64 processAge() {
    QFile stat(QStringLiteral("/proc/self/stat"));
    timespec now{};
    if (!stat.open(QIODevice::ReadOnly) || clock_gettime(CLOCK_BOOTTIME, &now) != 0)
        return 0;
    const QByteArray line = stat.readAll();
    // The second field, the name, may hold spaces; the start time is the 22nd.
    const qint64 started = line.mid(line.lastIndexOf(')') + 2).split(' ').value(19).toLongLong();
    return now.tv_sec * 1000 + now.tv_nsec / 1000000 - started * 1000 / sysconf(_SC_CLK_TCK);
}

/// Prints the milliseconds from the process's start to the first painted frame, and the resident memory.
class StartMeter : public QObject {
public:
    explicit StartMeter(QWidget& window) { window.installEventFilter(this); }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override {
        if (event->type() == QEvent::Paint && !painted_) {
            painted_ = true;
            // After this paint event has been carried out.
            QTimer::singleShot(0, this, [this] {
                QTextStream(stdout) << processAge() << " ms " << residentKilobytes() << " kB\n";
                QApplication::quit();
            });
        }
        return QObject::eventFilter(watched, event);
    }

private:
    static qint64 residentKilobytes() {
        QFile status(QStringLiteral("/proc/self/status"));
        if (!status.open(QIODevice::ReadOnly))
            return 0;
        for (const QByteArray& line : status.readAll().split('\n'))
            if (line.startsWith("VmRSS:"))
                return line.simplified().split(' ').value(1).toLongLong();
        return 0;
    }

    bool painted_ = false;
};

/// Whether there is something that a window can be shown on. Qt would end the process with a signal.
bool hasDisplay(int argc, char** argv) {
    const auto isSet = [](const char* name) {
        const char* value = std::getenv(name);
        return value && *value;
    };
    return isSet("DISPLAY") || isSet("WAYLAND_DISPLAY") || isSet("QT_QPA_PLATFORM") ||
           std::any_of(argv + 1, argv + argc,
                       [](const char* argument) { return QLatin1String(argument) == QLatin1String("-platform"); });
}

/// What is only printed needs no display.
std::unique_ptr<QCoreApplication> makeApplication(int& argc, char** argv) {
    const auto asksForText = [](const char* argument) {
        const QLatin1String text(argument);
        return text == QLatin1String("--help") || text == QLatin1String("-h") || text == QLatin1String("--version") ||
               text == QLatin1String("-v") || text == QLatin1String("--help-all");
    };
    if (std::any_of(argv + 1, argv + argc, asksForText))
        return std::make_unique<QCoreApplication>(argc, argv);
    if (!hasDisplay(argc, argv)) {
        std::fputs("vestimen: there is no display to open a window on. Start it from a desktop; reckon, rehearse and "
                   "export need none.\n",
                   stderr);
        return nullptr;
    }
    auto application = std::make_unique<GuardedApplication>(argc, argv);
    QApplication::setApplicationDisplayName(QStringLiteral("Vestimen"));
    return application;
}

void report(const QString& message, bool inWindow) {
    QTextStream(stderr) << "vestimen: " << message << "\n";
    if (!inWindow || QApplication::platformName() == QLatin1String("offscreen"))
        return;
    QMessageBox box(QMessageBox::Critical, QStringLiteral("Vestimen"), message);
    box.setTextFormat(Qt::PlainText);
    box.exec();
}

void putBack(const SafeCopy& copy, const QString& workroom) {
    if (const QString problem = restoreCopy(copy, workroom); !problem.isEmpty())
        report(problem, true);
}

/// What shall be done about a workroom that is missing or damaged. Nothing where the knitter leaves it at that.
std::unique_ptr<Workroom> ask(const WorkroomTrouble& trouble, const QString& path) {
    const auto tr = [](const char* text) { return QApplication::translate("Application", text); };
    QTextStream(stderr) << "vestimen: " << trouble.message() << "\n";
    if (QApplication::platformName() == QLatin1String("offscreen"))
        return nullptr;
    const bool isDamaged = trouble.kind() == WorkroomTrouble::Kind::damaged;
    QString message = trouble.message();
    if (isDamaged) {
        const ReadableContents there = whatCanBeRead(path);
        message += ' ' + tr("Of it can still be read: projects: %1, begun pieces: %2, swatches, wearers, machines and "
                            "yarns: %3.")
                             .arg(there.projects)
                             .arg(there.pieces)
                             .arg(there.others);
    }
    QMessageBox box(QMessageBox::Warning, QStringLiteral("Vestimen"), message);
    box.setTextFormat(Qt::PlainText);
    QPushButton* copy = nullptr;
    if (trouble.copy())
        copy = box.addButton(
            tr("Open the copy of %1").arg(QLocale().toString(trouble.copy()->written, QLocale::ShortFormat)),
            QMessageBox::AcceptRole);
    QPushButton* save = isDamaged ? box.addButton(tr("Save what can be read …"), QMessageBox::ActionRole) : nullptr;
    QPushButton* anew = isDamaged ? nullptr : box.addButton(tr("Begin a new workroom"), QMessageBox::ActionRole);
    box.addButton(tr("Leave it"), QMessageBox::RejectRole);
    box.exec();
    if (copy && box.clickedButton() == copy) {
        putBack(*trouble.copy(), path);
        return std::make_unique<Workroom>(path);
    }
    if (anew && box.clickedButton() == anew)
        return std::make_unique<Workroom>(path, Opening::anew);
    if (save && box.clickedButton() == save) {
        const QString folder =
            QFileDialog::getExistingDirectory(nullptr, tr("A folder for what can be read of the workroom"));
        if (!folder.isEmpty()) {
            const Exchanged done = saveWhatCanBeRead(path, folder);
            QStringList lines = {tr("%1 files are in %2.").arg(done.files).arg(folder)};
            report((lines + done.problems).join('\n'), true);
        }
    }
    return nullptr;
}

int takenShots(MainWindow& window, const QString& folder) {
    const int code = takeShots(window, folder);
    if (code != 0)
        report(QApplication::translate("Application",
                                       "The pictures could not be written to %1: name a folder that can be "
                                       "made, or written to.")
                   .arg(folder),
               false);
    return code;
}

std::unique_ptr<Workroom> openWorkroom(const QString& path) {
    try {
        return std::make_unique<Workroom>(path);
    } catch (const WorkroomTrouble& trouble) {
        return ask(trouble, path);
    }
}

} // namespace

int runApplication(int argc, char** argv) {
    const auto application = makeApplication(argc, argv);
    if (!application)
        return 1;
    QCoreApplication::setApplicationName(QStringLiteral("vestimen"));
    QCoreApplication::setApplicationVersion(QStringLiteral(VESTIMEN_VERSION));

    QCommandLineParser parser;
    parser.setApplicationDescription(QApplication::translate(
        "Application", "Vestimen for machine knitters. Subcommands without a window: reckon, rehearse, export."));
    parser.addHelpOption();
    parser.addVersionOption();
    const QCommandLineOption demo(
        QStringLiteral("demo"),
        QApplication::translate("Application", "Open the demo workroom, a copy that can be thrown away."));
    const QCommandLineOption fresh(QStringLiteral("fresh"),
                                   QApplication::translate("Application", "With --demo: begin the demo anew."));
    const QCommandLineOption file(QStringLiteral("workroom"),
                                  QApplication::translate("Application", "Open this workroom file."),
                                  QStringLiteral("file"));
    const QCommandLineOption shots(
        QStringLiteral("shots"),
        QApplication::translate("Application", "Write a picture of each view to a folder, and exit."),
        QStringLiteral("folder"));
    const QCommandLineOption measureStart(
        QStringLiteral("measure-start"),
        QApplication::translate("Application", "Print time to the first frame and memory, and exit."));
    const QCommandLineOption bare(
        QStringLiteral("bare"),
        QApplication::translate("Application", "With --measure-start: an empty window, to compare with."));
    parser.addOptions({demo, fresh, file, shots, measureStart, bare});
    parser.process(*application);

    if (parser.isSet(bare)) {
        QMainWindow window;
        window.resize(1280, 800);
        StartMeter meter(window);
        window.show();
        return QApplication::exec();
    }

    loadFonts();
    std::unique_ptr<QTemporaryDir> throwaway;
    QString path = parser.isSet(file) ? parser.value(file) : defaultWorkroomFile();
    try {
        if (parser.isSet(shots)) {
            throwaway = std::make_unique<QTemporaryDir>();
            path = makeDemoWorkroom(throwaway->path(), true);
        } else if (parser.isSet(demo)) {
            path = makeDemoWorkroom(demoFolder(), parser.isSet(fresh));
        }
        std::optional<SafeCopy> wanted;
        int code = 0;
        do {
            if (wanted)
                putBack(*std::exchange(wanted, std::nullopt), path);
            const std::unique_ptr<Workroom> workroom = openWorkroom(path);
            if (!workroom)
                return 1;
            Theme::choose(workroom->setting(QStringLiteral("theme")) == QLatin1String("peat") ? Theme::Name::peat
                                                                                              : Theme::Name::fleece);
            chooseHabit(workroom->setting(QStringLiteral("words")) == QLatin1String("other") ? Habit::other
                                                                                             : Habit::here);
            qApp->setStyleSheet(applicationStyleSheet());
            MainWindow window(*workroom);
            if (parser.isSet(shots))
                return takenShots(window, parser.value(shots));
            QObject::connect(&window, &MainWindow::restoreWanted, &window, [&](const SafeCopy& copy) {
                wanted = copy;
                QApplication::quit();
            });
            std::unique_ptr<StartMeter> meter;
            if (parser.isSet(measureStart))
                meter = std::make_unique<StartMeter>(window);
            window.show();
            // Reading the picture would hold up the first frame.
            QTimer::singleShot(50, application.get(),
                               [] { QApplication::setWindowIcon(QIcon(QStringLiteral(":/icons/vestimen.svg"))); });
            code = QApplication::exec();
        } while (wanted);
        return code;
    } catch (const WorkroomError& error) {
        report(error.message(), !parser.isSet(measureStart));
    } catch (const std::bad_alloc&) {
        report(QApplication::translate("Application", "There is not enough memory to open the workroom."), true);
    } catch (const std::exception& error) {
        report(QString::fromUtf8(error.what()), true);
    }
    return 1;
}

} // namespace vestimen::app
