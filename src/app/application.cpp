// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/application.h"

#include "app/shell/demo.h"
#include "app/shell/main_window.h"
#include "app/shell/shots.h"
#include "app/theme/theme.h"
#include "workroom/workroom.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QFile>
#include <QIcon>
#include <QMessageBox>
#include <QTemporaryDir>
#include <QTextStream>
#include <QTimer>

#include <algorithm>
#include <ctime>
#include <memory>

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

/// What is only printed needs no display.
std::unique_ptr<QCoreApplication> makeApplication(int& argc, char** argv) {
    const auto asksForText = [](const char* argument) {
        const QLatin1String text(argument);
        return text == QLatin1String("--help") || text == QLatin1String("-h") || text == QLatin1String("--version") ||
               text == QLatin1String("-v") || text == QLatin1String("--help-all");
    };
    if (std::any_of(argv + 1, argv + argc, asksForText))
        return std::make_unique<QCoreApplication>(argc, argv);
    auto application = std::make_unique<QApplication>(argc, argv);
    QApplication::setApplicationDisplayName(QStringLiteral("Vestimen"));
    return application;
}

} // namespace

int runApplication(int argc, char** argv) {
    const auto application = makeApplication(argc, argv);
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
    try {
        std::unique_ptr<QTemporaryDir> throwaway;
        QString path = parser.isSet(file) ? parser.value(file) : defaultWorkroomFile();
        if (parser.isSet(shots)) {
            throwaway = std::make_unique<QTemporaryDir>();
            path = makeDemoWorkroom(throwaway->path(), true);
        } else if (parser.isSet(demo)) {
            path = makeDemoWorkroom(demoFolder(), parser.isSet(fresh));
        }
        Workroom workroom(path);
        Theme::choose(workroom.setting(QStringLiteral("theme")) == QLatin1String("peat") ? Theme::Name::peat
                                                                                         : Theme::Name::fleece);
        qApp->setStyleSheet(applicationStyleSheet());
        MainWindow window(workroom);
        if (parser.isSet(shots))
            return takeShots(window, parser.value(shots));
        std::unique_ptr<StartMeter> meter;
        if (parser.isSet(measureStart))
            meter = std::make_unique<StartMeter>(window);
        window.show();
        // Reading the picture would hold up the first frame.
        QTimer::singleShot(50, application.get(),
                           [] { QApplication::setWindowIcon(QIcon(QStringLiteral(":/icons/vestimen.svg"))); });
        return QApplication::exec();
    } catch (const WorkroomError& error) {
        QTextStream(stderr) << "vestimen: " << error.message() << "\n";
        if (!parser.isSet(measureStart) && QApplication::platformName() != QLatin1String("offscreen"))
            QMessageBox::critical(nullptr, QStringLiteral("Vestimen"), error.message());
        return 1;
    }
}

} // namespace vestimen::app
