// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/application.h"

#include "app/shell/demo.h"
#include "app/shell/main_window.h"
#include "app/shell/shots.h"
#include "app/theme/theme.h"
#include "workroom/workroom.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QElapsedTimer>
#include <QFile>
#include <QIcon>
#include <QMessageBox>
#include <QTemporaryDir>
#include <QTextStream>
#include <QTimer>

#include <memory>

namespace vestimen::app {
namespace {

/// Prints the milliseconds from the process's start to the first painted frame, and the resident memory.
class StartMeter : public QObject {
public:
    StartMeter(QWidget& window, const QElapsedTimer& since) : since_(since) { window.installEventFilter(this); }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override {
        if (event->type() == QEvent::Paint && !painted_) {
            painted_ = true;
            // After this paint event has been carried out.
            QTimer::singleShot(0, this, [this] {
                QTextStream(stdout) << since_.elapsed() << " ms " << residentKilobytes() << " kB\n";
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

    const QElapsedTimer& since_;
    bool painted_ = false;
};

} // namespace

int runApplication(int argc, char** argv) {
    QElapsedTimer since;
    since.start();
    QApplication application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("vestimen"));
    QApplication::setApplicationDisplayName(QStringLiteral("Vestimen"));
    QApplication::setApplicationVersion(QStringLiteral(VESTIMEN_VERSION));
    QApplication::setWindowIcon(QIcon(QStringLiteral(":/icons/vestimen.svg")));

    QCommandLineParser parser;
    parser.setApplicationDescription(QApplication::translate(
        "Application", "Vestimen for machine knitters. Subcommands without a window: reckon, rehearse, export."));
    parser.addHelpOption();
    parser.addVersionOption();
    const QCommandLineOption demo(QStringLiteral("demo"), QApplication::translate("Application", "Open the demo workroom, a copy that can be thrown away."));
    const QCommandLineOption fresh(QStringLiteral("fresh"), QApplication::translate("Application", "With --demo: begin the demo anew."));
    const QCommandLineOption file(QStringLiteral("workroom"), QApplication::translate("Application", "Open this workroom file."), QStringLiteral("file"));
    const QCommandLineOption shots(QStringLiteral("shots"), QApplication::translate("Application", "Write a picture of each view to a folder, and exit."), QStringLiteral("folder"));
    const QCommandLineOption measureStart(QStringLiteral("measure-start"), QApplication::translate("Application", "Print time to the first frame and memory, and exit."));
    const QCommandLineOption bare(QStringLiteral("bare"), QApplication::translate("Application", "With --measure-start: an empty window, to compare with."));
    parser.addOptions({demo, fresh, file, shots, measureStart, bare});
    parser.process(application);

    if (parser.isSet(bare)) {
        QMainWindow window;
        window.resize(1280, 800);
        StartMeter meter(window, since);
        window.show();
        return QApplication::exec();
    }

    loadFonts();
    application.setStyleSheet(applicationStyleSheet());
    try {
        std::unique_ptr<QTemporaryDir> throwaway;
        QString path = parser.isSet(file) ? parser.value(file) : defaultWorkroomFile();
        if (parser.isSet(shots) || (parser.isSet(demo) && parser.isSet(measureStart))) {
            throwaway = std::make_unique<QTemporaryDir>();
            path = makeDemoWorkroom(throwaway->path(), true);
        } else if (parser.isSet(demo)) {
            path = makeDemoWorkroom(demoFolder(), parser.isSet(fresh));
        }
        Workroom workroom(path);
        MainWindow window(workroom);
        if (parser.isSet(shots))
            return takeShots(window, parser.value(shots));
        std::unique_ptr<StartMeter> meter;
        if (parser.isSet(measureStart))
            meter = std::make_unique<StartMeter>(window, since);
        window.show();
        return QApplication::exec();
    } catch (const WorkroomError& error) {
        QTextStream(stderr) << "vestimen: " << error.message() << "\n";
        if (!parser.isSet(measureStart) && QApplication::platformName() != QLatin1String("offscreen"))
            QMessageBox::critical(nullptr, QStringLiteral("Vestimen"), error.message());
        return 1;
    }
}

} // namespace vestimen::app
