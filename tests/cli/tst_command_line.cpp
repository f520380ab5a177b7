// SPDX-License-Identifier: GPL-3.0-or-later
// The program as a script meets it: exit codes, standard output and standard error.
#include "support/projects.h"

#include "core/format/program_json.h"
#include "core/format/project_json.h"
#include "files/files.h"

#include <nlohmann/json.hpp>

#include <QDir>
#include <QFile>
#include <QProcess>
#include <QProcessEnvironment>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>

#include <sys/stat.h>

using namespace vestimen;

namespace {

struct Outcome {
    int code = -1;
    QByteArray out;
    QByteArray error;
    nlohmann::json json() const { return nlohmann::json::parse(out.toStdString()); }
};

Outcome run(const QStringList& arguments) {
    QProcess process;
    QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
    environment.remove("DISPLAY"); // no display is needed
    environment.remove("QT_QPA_PLATFORM");
    environment.insert("LC_ALL", "C.UTF-8");
    process.setProcessEnvironment(environment);
    process.start(VESTIMEN_PROGRAM, arguments);
    if (!process.waitForFinished(60000))
        return {};
    return {process.exitCode(), process.readAllStandardOutput(), process.readAllStandardError()};
}

Outcome sum(const QString& line) {
    return run(QStringList{"reckon"} + line.split(' ') + QStringList{"--json"});
}

bool near(double a, double b, double by = 1e-6) {
    return std::abs(a - b) <= by;
}

} // namespace

class TestCommandLine : public QObject {
    Q_OBJECT

private slots:
    void gauge();
    void gaugeByRule();
    void gaugeByEveryWayAtOnce();
    void gaugeOfOneReadingHasNoInterval();
    void countNamesItsNeighbours();
    void slopeGivesTheTradeOff();
    void shortRowsByRowsOrByWhatIsLeft();
    void hangGivesBothOrders();
    void hemAndBand();
    void badInputIsOneLineOnStandardError_data();
    void badInputIsOneLineOnStandardError();
    void noAnswerOffersTheNearest_data();
    void noAnswerOffersTheNearest();
    void textIsForPeople();
    void rehearseIsCleanOnTheDemo();
    void rehearseFailsOnAnError();
    void rehearseRefusesABrokenFile();
    void exportWritesEveryFormat();
    void exportIntoAFileIsRefused();
    void whatIsSaidToBeWrittenIsWhole();
    void namesTellATerminalNothing();
    void withoutADisplayThereIsASentence();
    void rehearseTakesProgramFiles();
    void rehearseAsJsonTellsEveryRow();
    void exportOverwritesOnlyWhenAsked();
    void exportNeverOverwritesItsProject();
    void exportWritesThroughNoLinks();
    void whatIsNoFileIsRefused_data();
    void whatIsNoFileIsRefused();
    void numbersOutOfRangeEndInASentence();
    void aFullOrClosedOutputIsAnError_data();
    void aFullOrClosedOutputIsAnError();
    void mistypedWordsOpenNoWindow();
};

void TestCommandLine::gauge() {
    const Outcome outcome =
        sum("gauge --stitches 40 --widths 142.0mm,141.0mm,143.5mm --rows 60 --heights 150mm,151.5mm,149.5mm");
    QCOMPARE(outcome.code, 0);
    QVERIFY(outcome.error.isEmpty());
    const auto json = outcome.json();
    QCOMPARE(json["sum"].get<std::string>(), std::string("gauge"));
    const auto& result = json["result"];
    QVERIFY(near(result["stitches_per_10cm"], 28.14, 0.005));
    QVERIFY(near(result["rows_per_10cm"], 39.91, 0.005));
    QVERIFY(near(result["stitch_width_mm"], 3.5542, 1e-4));
    QVERIFY(near(result["row_height_mm"], 2.5056, 1e-4));
    QVERIFY(near(result["width_spread_percent"], 1.76, 0.005));
    QVERIFY(near(result["height_spread_percent"], 1.33, 0.005));
    QVERIFY(near(result["width_interval_percent"], 2.199, 0.002));
    QVERIFY(json["working"].is_array() && !json["working"].empty());
    QVERIFY(json["findings"].is_array());
}

void TestCommandLine::gaugeByRule() {
    const auto json = sum("gauge --rule-stitches 28,28.5,28.2 --rule-rows 40,40.2,39.8").json();
    // The mean is of lengths: 3 / (1/28 + 1/28.5 + 1/28.2).
    QVERIFY(near(json["result"]["stitches_per_10cm"], 3.0 / (1 / 28.0 + 1 / 28.5 + 1 / 28.2), 1e-9));
}

void TestCommandLine::gaugeByEveryWayAtOnce() {
    // One field said in three ways: 40 stitches over 142 mm are 28.169 in 10 cm, and 12 in 42.6 mm.
    const auto tape = sum("gauge --stitches 40 --widths 142mm,142mm,142mm --rows 60 --heights 150mm,150mm").json();
    const auto mixed =
        sum("gauge --stitches 40 --widths 142mm,12/42.6mm --rule-stitches 28.169014084507042 --rows 60 --heights "
            "15cm,4/cm,40/10cm,10.16/in")
            .json();
    for (const char* field : {"stitches_per_10cm", "rows_per_10cm"})
        QVERIFY(std::abs(mixed["result"][field].get<double>() - tape["result"][field].get<double>()) < 1e-9);
    QVERIFY(std::abs(mixed["result"]["width_spread_percent"].get<double>()) < 1e-9);
    // By rule across, by tape up.
    const auto both = sum("gauge --rule-stitches 28,28.5 --rows 60 --heights 150,151mm").json();
    QVERIFY(std::abs(both["result"]["row_height_mm"].get<double>() - 150.5 / 60) < 1e-9);
    // A decimal point that slipped is named.
    const auto slip = sum("gauge --stitches 40 --widths "
                          "142mm,141mm,143mm,142mm,141.5mm,14.2mm,142mm,143mm,141mm,142.5mm --rows 60 --heights 150mm,"
                          "151mm,150mm")
                          .json();
    QCOMPARE(slip["findings"][0]["code"].get<std::string>(), std::string("decimal_slip"));
    QVERIFY(slip["findings"][0]["text"].get<std::string>().find("Reading 6") != std::string::npos);
}

void TestCommandLine::gaugeOfOneReadingHasNoInterval() {
    const Outcome outcome = sum("gauge --stitches 40 --widths 142mm --rows 60 --heights 150mm");
    QCOMPARE(outcome.code, 0);
    QVERIFY(outcome.json()["result"]["width_interval_percent"].is_null());
    QCOMPARE(outcome.json()["findings"][0]["code"].get<std::string>(), std::string("few_readings"));
}

void TestCommandLine::countNamesItsNeighbours() {
    const auto result = sum("count --length 52cm --gauge 28.1/10cm --multiple 12 --plus 1").json()["result"];
    QCOMPARE(result["count"].get<int>(), 145);
    QCOMPARE(result["below"].get<int>(), 133);
    QCOMPARE(result["above"].get<int>(), 157);
    QVERIFY(near(result["exact"], 146.12));
    QVERIFY(near(result["error_mm"], 145 * 100 / 28.1 - 520));
    QCOMPARE(sum("count --length 52cm --gauge 28.1/10cm --parity odd").json()["result"]["count"].get<int>(), 147);
    QCOMPARE(sum("count --length 52cm --gauge 28.1/10cm --round down").json()["result"]["count"].get<int>(), 146);
    QCOMPARE(sum("count --length 20.5in --gauge 7/in").json()["result"]["count"].get<int>(), 144);
}

void TestCommandLine::slopeGivesTheTradeOff() {
    const auto result = sum("slope --rows 62 --change -24 --lines 3").json()["result"];
    const double wanted[] = {5.2258, 2.0645, 1.2258};
    QCOMPARE(result["trade_off"].size(), 3u);
    for (std::size_t i = 0; i < 3; ++i)
        QVERIFY(near(result["trade_off"][i]["deviation_stitches"], wanted[i], 5e-5));
    QVERIFY(result["lines"] == result["trade_off"][2]["lines"]);
    const auto even = sum("slope --rows 62 --change +24 --lines 1 --every-step 2").json()["result"];
    QCOMPARE(even["lines"][0]["every"].get<int>(), 2);
    QCOMPARE(even["lines"][0]["times"].get<int>(), 24);
    QCOMPARE(even["plain_after"].get<int>(), 14);
}

void TestCommandLine::shortRowsByRowsOrByWhatIsLeft() {
    const auto slope = sum("shortrow --needles 50 --rows 16").json()["result"];
    QCOMPARE(slope["turns"].get<int>(), 8);
    int all = 0;
    for (const auto& step : slope["steps"])
        all += step.get<int>();
    QCOMPARE(all, 50);
    QVERIFY(slope["side_left"].is_null());
    const auto heel = sum("shortrow --needles 30 --leave 11").json()["result"];
    QCOMPARE(heel["rows"].get<int>(), 19);
    QCOMPARE(heel["side_left"].get<int>() + heel["side_right"].get<int>(), 19);
}

void TestCommandLine::hangGivesBothOrders() {
    const auto result = sum("hang --needles 20 --rows 30").json()["result"];
    QCOMPARE(result["map"].size(), 20u);
    QCOMPARE(result["halving"].size(), 20u);
    QCOMPARE(result["map"][19][1].get<int>(), 30);
    QCOMPARE(result["halving"][1][0].get<int>(), 20);
    QVERIFY(result["fraction"] == nlohmann::json({2, 3}));
}

void TestCommandLine::hemAndBand() {
    const auto folded = sum("hem --depth 4cm --gauge 39.9/10cm").json()["result"];
    QCOMPARE(folded["rows"].get<int>(), 32);
    QCOMPARE(folded["fold_row"].get<int>(), 16);
    QVERIFY(sum("hem --depth 4cm --gauge 39.9/10cm --single").json()["result"]["fold_row"].is_null());
    const auto band =
        sum("band --edge 50cm --depth 2cm --stitch-gauge 28/10cm --row-gauge 40/10cm --folded --edge-rows 200")
            .json()["result"];
    QCOMPARE(band["needles"].get<int>(), 140);
    QCOMPARE(band["rows"].get<int>(), 16);
    QCOMPARE(band["hang"]["map"].size(), 140u);
}

void TestCommandLine::badInputIsOneLineOnStandardError_data() {
    QTest::addColumn<QString>("line");
    QTest::addColumn<QString>("says");
    QTest::newRow("bare number") << "count --length 52 --gauge 28/10cm"
                                 << "--length";
    QTest::newRow("negative length") << "count --length -5cm --gauge 28/10cm"
                                     << "--length";
    QTest::newRow("zero gauge") << "count --length 5cm --gauge 0/10cm"
                                << "--gauge";
    QTest::newRow("letters") << "count --length x --gauge 28/10cm"
                             << "\"x\" is not a length";
    QTest::newRow("missing option") << "count --gauge 28/10cm"
                                    << "--length is missing";
    QTest::newRow("unknown option") << "count --colour red"
                                    << "--colour";
    QTest::newRow("unknown word") << "count --length 5cm --gauge 28/10cm --parity both"
                                  << "any, even, odd";
    QTest::newRow("half a row") << "slope --rows 6.5 --change 3"
                                << "whole number";
    QTest::newRow("no rows") << "slope --rows 0 --change 3"
                             << "from 1 to 2000";
    QTest::newRow("both") << "hem --depth 4cm --gauge 40/10cm --single --folded"
                          << "only one of them";
    QTest::newRow("a count of nought") << "gauge --stitches 40 --widths 0/10cm --rows 60 --heights 150mm"
                                       << "--widths";
    QTest::newRow("a reading of nought") << "gauge --stitches 40 --widths 0mm --rows 60 --heights 150mm"
                                         << "above 0";
    QTest::newRow("unknown sum") << "guess --rows 3"
                                 << "guess";
}

void TestCommandLine::badInputIsOneLineOnStandardError() {
    QFETCH(QString, line);
    QFETCH(QString, says);
    const Outcome outcome = sum(line);
    QCOMPARE(outcome.code, 2);
    QVERIFY(outcome.out.isEmpty());
    QCOMPARE(outcome.error.count('\n'), 1);
    QVERIFY2(outcome.error.contains(says.toUtf8()), outcome.error);
}

void TestCommandLine::noAnswerOffersTheNearest_data() {
    QTest::addColumn<QString>("line");
    QTest::addColumn<QString>("code");
    QTest::addColumn<QString>("says");
    QTest::newRow("parity") << "count --length 52cm --gauge 28/10cm --multiple 4 --parity odd"
                            << "parity"
                            << "144";
    QTest::newRow("too steep") << "slope --rows 10 --change 12"
                               << "too_steep"
                               << "10 changes would fit";
    QTest::newRow("openings") << "hang --needles 31 --rows 30"
                              << "too_many_needles"
                              << "at most 30";
    QTest::newRow("odd rows") << "shortrow --needles 20 --rows 7"
                              << "odd_rows"
                              << "6 or 8";
    QTest::newRow("too many turns") << "shortrow --needles 3 --rows 20"
                                    << "too_many_turns"
                                    << "at most 6 rows";
    QTest::newRow("leave all") << "shortrow --needles 3 --leave 3"
                               << "leave"
                               << "at most 2";
    QTest::newRow("band") << "band --edge 50cm --depth 2cm --stitch-gauge 28/10cm --row-gauge 40/10cm --edge-rows 100"
                          << "too_many_needles"
                          << "at most 100";
}

void TestCommandLine::noAnswerOffersTheNearest() {
    QFETCH(QString, line);
    QFETCH(QString, code);
    QFETCH(QString, says);
    const Outcome outcome = sum(line);
    QCOMPARE(outcome.code, 1);
    const auto finding = outcome.json()["findings"][0];
    QCOMPARE(finding["severity"].get<std::string>(), std::string("error"));
    QCOMPARE(QString::fromStdString(finding["code"]), code);
    QVERIFY2(QString::fromStdString(finding["text"]).contains(says), outcome.out);
}

void TestCommandLine::textIsForPeople() {
    const Outcome outcome = run({"reckon", "slope", "--rows", "40", "--change", "7", "--lines", "2"});
    QCOMPARE(outcome.code, 0);
    QVERIFY(outcome.out.contains("increase one"));
    QVERIFY(!outcome.out.contains("{"));
    QVERIFY(run({"reckon", "--help"}).out.contains("shortrow"));
    QCOMPARE(run({"reckon", "hang", "--needles", "40", "--rows", "60", "--full"}).out.count("→"), 80 + 2);
}

void TestCommandLine::rehearseIsCleanOnTheDemo() {
    for (const char* demo : {"drop-shoulder-pullover", "small-pullover"}) {
        const Outcome outcome = run({"rehearse", QString(VESTIMEN_SOURCE_DIR "/data/demo/%1.json").arg(demo)});
        QCOMPARE(outcome.code, 0);
        QVERIFY(!outcome.out.contains("error"));
        QVERIFY(outcome.out.contains("neck_trim:"));
    }
}

void TestCommandLine::rehearseFailsOnAnError() {
    QTemporaryDir folder;
    Project project = test::odilesPullover();
    test::putOn(project, genericMachines()[3]);
    QFile file(folder.filePath("wide.json"));
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(QByteArray::fromStdString(toJson(project)));
    file.close();
    const Outcome outcome = run({"rehearse", file.fileName()});
    QCOMPARE(outcome.code, 1);
    QVERIFY(outcome.out.contains("error too_wide"));
    QCOMPARE(run({"export", file.fileName(), "--to", folder.path()}).code, 1);
}

void TestCommandLine::rehearseRefusesABrokenFile() {
    QTemporaryDir folder;
    QFile file(folder.filePath("half.json"));
    QVERIFY(file.open(QIODevice::WriteOnly));
    const std::string whole = toJson(test::odilesPullover());
    file.write(QByteArray::fromStdString(whole.substr(0, whole.size() / 2)));
    file.close();
    const Outcome outcome = run({"rehearse", file.fileName()});
    QCOMPARE(outcome.code, 2);
    QVERIFY(outcome.out.isEmpty());
    QVERIFY(outcome.error.contains("cut off"));
    QCOMPARE(run({"rehearse", folder.filePath("nowhere.json")}).code, 2);
    QCOMPARE(run({"rehearse"}).code, 2);
}

void TestCommandLine::exportWritesEveryFormat() {
    QTemporaryDir folder;
    const Outcome outcome = run({"export", VESTIMEN_SOURCE_DIR "/data/demo/drop-shoulder-pullover.json", "--to",
                                 folder.filePath("out"), "--as", "json,svg,dxf,csv,text"});
    QCOMPARE(outcome.code, 0);
    const QStringList files = QDir(folder.filePath("out")).entryList(QDir::Files);
    // The pieces; the swatch in three forms; its gauge rule; the whole draft; the joins, and those that are knitted.
    QCOMPARE(files.size(), 5 * 5 + 4 + 3 + 1 + 4);
    QVERIFY(files.contains("joins.json"));
    for (const char* join : {"shoulder_left", "shoulder_right", "sleeve_left", "sleeve_right"})
        QVERIFY(files.contains(QStringLiteral("join_%1.json").arg(QLatin1String(join))));
    QVERIFY(files.contains("gauge_rule.svg") && files.contains("swatch.json"));
    QVERIFY(files.contains("draft.svg") && files.contains("draft.dxf") && files.contains("counts.csv"));
    const Worked worked = work(test::odilesPullover());
    for (const WorkedPiece& piece : worked.pieces) {
        const std::string json = test::readFile(
            folder.filePath("out/" + QString::fromStdString(piece.program.piece) + ".json").toStdString());
        QVERIFY(programFromJson(json) == piece.program);
        for (const char* ending : {"svg", "dxf", "csv", "txt"})
            QVERIFY(files.contains(QString::fromStdString(piece.program.piece) + "." + ending));
    }
}

/// Every kind of export on a temporary disk that is full, and under a limit on the size of files: whole, or refused.
void TestCommandLine::whatIsSaidToBeWrittenIsWhole() {
    QTemporaryDir folder;
    const QString project = folder.filePath("project.json");
    QFile out(project);
    QVERIFY(out.open(QIODevice::WriteOnly));
    out.write(QByteArray::fromStdString(toJson(test::odilesPullover())));
    out.close();
    const auto exported = [&](const QString& into, const QString& format, const QString& before) {
        QProcess process;
        process.start("bash", {"-c", before + " exec \"$0\" \"$@\"", VESTIMEN_PROGRAM, "export", project, "--to", into,
                               "--as", format});
        process.waitForFinished(60000);
        return Outcome{process.exitStatus() == QProcess::NormalExit ? process.exitCode() : -1,
                       process.readAllStandardOutput(), process.readAllStandardError()};
    };
    int whole = 0;
    int refused = 0;
    for (const char* format : {"json", "svg", "dxf", "csv", "text"})
        for (const int kilobytes : {0, 1, 8, 64, 100000}) {
            const QString into = folder.filePath(QString("%1 %2").arg(format).arg(kilobytes));
            QVERIFY(QDir().mkpath(into));
            const Outcome outcome = exported(into, format, QString("ulimit -f %1;").arg(kilobytes));
            QVERIFY2(outcome.code >= 0, format); // no signal
            if (outcome.code == 0)
                ++whole;
            else
                ++refused;
            QVERIFY2(outcome.code == 0 || !outcome.error.isEmpty(), format);
            for (const QFileInfo& file : QDir(into).entryInfoList(QDir::Files)) {
                QFile read(file.filePath());
                QVERIFY(read.open(QIODevice::ReadOnly));
                const QByteArray bytes = read.readAll().trimmed();
                const bool ends = file.suffix() == "json"  ? bytes.endsWith("}")
                                  : file.suffix() == "svg" ? bytes.endsWith("</svg>")
                                  : file.suffix() == "dxf" ? bytes.endsWith("EOF")
                                                           : !bytes.isEmpty();
                QVERIFY2(ends, qPrintable(file.filePath()));
            }
        }
    QVERIFY2(whole >= 5 && refused >= 10, qPrintable(QString("%1 whole, %2 refused").arg(whole).arg(refused)));
}

void TestCommandLine::namesTellATerminalNothing() {
    QTemporaryDir folder;
    Project project = test::odilesPullover();
    project.machine.name = "bed \x1b]0;owned\x07 \xc2\x9b"
                           "31m";
    project.swatch.machine = "another";
    const QString file = folder.filePath("project.json");
    QFile out(file);
    QVERIFY(out.open(QIODevice::WriteOnly));
    out.write(QByteArray::fromStdString(toJson(project)));
    out.close();
    const Outcome outcome = run({"rehearse", file});
    QVERIFY(outcome.out.contains("bed "));
    for (const QByteArray& each : {outcome.out, outcome.error})
        QVERIFY(!each.contains('\x1b') && !each.contains('\x07') && !each.contains("\xc2\x9b"));
}

void TestCommandLine::withoutADisplayThereIsASentence() {
    QProcess process;
    QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
    for (const char* name : {"DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM"})
        environment.remove(name);
    process.setProcessEnvironment(environment);
    process.start(VESTIMEN_PROGRAM, QStringList());
    QVERIFY(process.waitForFinished(60000));
    QCOMPARE(process.exitStatus(), QProcess::NormalExit);
    QCOMPARE(process.exitCode(), 1);
    QVERIFY(process.readAllStandardError().contains("no display"));
}

void TestCommandLine::exportIntoAFileIsRefused() {
    QTemporaryDir folder;
    QFile file(folder.filePath("taken"));
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.close();
    const Outcome outcome =
        run({"export", VESTIMEN_SOURCE_DIR "/data/demo/small-pullover.json", "--to", file.fileName()});
    QCOMPARE(outcome.code, 2);
    QVERIFY(outcome.error.contains("--to"));
    QCOMPARE(
        run({"export", VESTIMEN_SOURCE_DIR "/data/demo/small-pullover.json", "--to", folder.path(), "--as", "tapestry"})
            .code,
        2);
}

void TestCommandLine::rehearseTakesProgramFiles() {
    QTemporaryDir folder;
    const QString demo = VESTIMEN_SOURCE_DIR "/data/demo/small-pullover.json";
    QCOMPARE(run({"export", demo, "--to", folder.path()}).code, 0);
    // It hangs from back and front, which lie beside it.
    const Outcome trim = run({"rehearse", folder.filePath("neck_trim.json")});
    QCOMPARE(trim.error, QByteArray());
    QCOMPARE(trim.code, 0);
    for (const char* piece : {"back: ", "front: ", "neck_trim: "})
        QVERIFY2(trim.out.contains(piece), trim.out);
    // A wrong program, written elsewhere.
    std::string wrong = test::readFile(folder.filePath("back.json").toStdString());
    const std::string hold = "\"op\": \"hold_lever\"";
    const auto at = wrong.find("\"on\": true");
    QVERIFY(at != std::string::npos && wrong.find(hold) != std::string::npos);
    wrong.replace(at, 10, "\"on\": false");
    writeFile(folder.filePath("wrong.json").toStdString(), wrong, Existing::refuse);
    const Outcome found = run({"rehearse", folder.filePath("wrong.json")});
    QCOMPARE(found.code, 1);
    QVERIFY(found.out.contains("error "));
    // What it hangs from is missing, or is another piece.
    QVERIFY(QFile::rename(folder.filePath("front.json"), folder.filePath("elsewhere.json")));
    const Outcome alone = run({"rehearse", folder.filePath("neck_trim.json")});
    QCOMPARE(alone.code, 2);
    QVERIFY2(alone.error.contains("put front.json beside it"), alone.error);
    QVERIFY(QFile::copy(folder.filePath("back.json"), folder.filePath("front.json")));
    const Outcome other = run({"rehearse", folder.filePath("neck_trim.json")});
    QCOMPARE(other.code, 2);
    QVERIFY2(other.error.contains("should be “front”"), other.error);
}

void TestCommandLine::rehearseAsJsonTellsEveryRow() {
    const auto json = run({"rehearse", VESTIMEN_SOURCE_DIR "/data/demo/drop-shoulder-pullover.json", "--json"}).json();
    QVERIFY(json["findings"].empty());
    const Worked worked = work(test::odilesPullover());
    QCOMPARE(json["pieces"].size(), worked.pieces.size() + 1); // and the swatch
    for (std::size_t i = 0; i < worked.pieces.size(); ++i) {
        const auto& piece = json["pieces"][i + 1];
        const Fabric& fabric = worked.pieces[i].fabric;
        QCOMPARE(piece["loops"].get<std::size_t>(), fabric.loops.size());
        QCOMPARE(piece["ends"].get<int>(), fabric.ends);
        QCOMPARE(piece["by_row"].size(), fabric.passes.size());
        QVERIFY(piece["findings"].empty());
        // The carriage goes to and fro, but where it is moved by hand.
        int stitches = 0;
        for (std::size_t row = 0; row < fabric.passes.size(); ++row) {
            QCOMPARE(piece["by_row"][row]["carriage"] == "left", fabric.passes[row].from == Side::right);
            stitches += piece["by_row"][row]["stitches"].get<int>();
        }
        QVERIFY(stitches > 0 && stitches <= piece["loops"].get<int>());
    }
}

void TestCommandLine::exportOverwritesOnlyWhenAsked() {
    QTemporaryDir folder;
    const QString demo = VESTIMEN_SOURCE_DIR "/data/demo/small-pullover.json";
    writeFile(folder.filePath("front.json").toStdString(), "a letter", Existing::refuse);
    const Outcome refused = run({"export", demo, "--to", folder.path()});
    QCOMPARE(refused.code, 2);
    QVERIFY2(refused.error.contains("--replace"), refused.error);
    QCOMPARE(test::readFile(folder.filePath("front.json").toStdString()), std::string("a letter"));
    QCOMPARE(QDir(folder.path()).entryList(QDir::Files | QDir::Hidden), QStringList{"front.json"}); // nothing half done
    QCOMPARE(run({"export", demo, "--to", folder.path(), "--replace"}).code, 0);
    QVERIFY(test::readFile(folder.filePath("front.json").toStdString()) != "a letter");
}

void TestCommandLine::exportNeverOverwritesItsProject() {
    QTemporaryDir folder;
    const std::string text = toJson(test::pietsPullover());
    const QString project = folder.filePath("back.json"); // the name of a piece
    writeFile(project.toStdString(), text, Existing::refuse);
    const Outcome outcome = run({"export", project, "--to", folder.path(), "--replace"});
    QCOMPARE(outcome.code, 2);
    QVERIFY2(outcome.error.contains("the project itself"), outcome.error);
    QCOMPARE(test::readFile(project.toStdString()), text);
}

void TestCommandLine::exportWritesThroughNoLinks() {
    QTemporaryDir folder;
    const QString letter = folder.filePath("letter");
    writeFile(letter.toStdString(), "a letter", Existing::refuse);
    QVERIFY(QDir(folder.path()).mkdir("out"));
    QVERIFY(QFile::link(letter, folder.filePath("out/back.json")));
    const Outcome outcome = run(
        {"export", VESTIMEN_SOURCE_DIR "/data/demo/small-pullover.json", "--to", folder.filePath("out"), "--replace"});
    QCOMPARE(outcome.code, 2);
    QVERIFY2(outcome.error.contains("link"), outcome.error);
    QCOMPARE(test::readFile(letter.toStdString()), std::string("a letter"));
}

void TestCommandLine::whatIsNoFileIsRefused_data() {
    QTest::addColumn<QString>("file");
    QTest::addColumn<QByteArray>("sentence");
    QTest::newRow("endless") << "/dev/zero" << QByteArray("device");
    QTest::newRow("folder") << "/" << QByteArray("is a folder");
    QTest::newRow("nothing") << "empty" << QByteArray("is empty");
    QTest::newRow("pipe") << "pipe" << QByteArray("pipe");
    QTest::newRow("huge") << "huge" << QByteArray("at most 16 MB");
}

void TestCommandLine::whatIsNoFileIsRefused() {
    QFETCH(QString, file);
    QFETCH(QByteArray, sentence);
    QTemporaryDir folder;
    if (!file.startsWith('/')) {
        QFile stream(folder.filePath(file));
        if (file == "pipe")
            QCOMPARE(::mkfifo(QFile::encodeName(stream.fileName()).constData(), 0600), 0);
        else
            QVERIFY(stream.open(QIODevice::WriteOnly) && stream.resize(file == "huge" ? 1LL << 30 : 0));
        file = stream.fileName();
    }
    for (const QStringList& arguments : {QStringList{"rehearse", file}, {"export", file, "--to", folder.path()}}) {
        const Outcome outcome = run(arguments);
        QCOMPARE(outcome.code, 2);
        QVERIFY2(outcome.error.contains(sentence), outcome.error);
    }
}

void TestCommandLine::numbersOutOfRangeEndInASentence() {
    QTemporaryDir folder;
    std::string text = toJson(test::pietsPullover());
    const auto at = text.find("\"grams_on_hand\": ");
    QVERIFY(at != std::string::npos);
    text.insert(at + 17, "1e999");
    text.erase(at + 22, text.find_first_of(",\n", at + 22) - at - 22);
    const std::string file = folder.filePath("rich.json").toStdString();
    writeFile(file, text, Existing::refuse);
    const Outcome outcome = run({"rehearse", QString::fromStdString(file)});
    QCOMPARE(outcome.code, 2);
    QVERIFY2(outcome.error.contains("too large"), outcome.error);
}

void TestCommandLine::aFullOrClosedOutputIsAnError_data() {
    QTest::addColumn<QString>("line");
    QTest::addColumn<QString>("to");
    const QString demo = VESTIMEN_SOURCE_DIR "/data/demo/small-pullover.json";
    for (const char* to : {">/dev/full", ">&-"}) {
        QTest::addRow("reckon %s", to) << "reckon hem --depth 5cm --gauge 40/10cm" << to;
        QTest::addRow("rehearse %s", to) << "rehearse " + demo << to;
        QTest::addRow("rehearse json %s", to) << "rehearse --json " + demo << to;
        QTest::addRow("export %s", to) << "export --to out " + demo << to;
        QTest::addRow("help %s", to) << "reckon --help" << to;
    }
}

void TestCommandLine::aFullOrClosedOutputIsAnError() {
    QFETCH(QString, line);
    QFETCH(QString, to);
    QTemporaryDir folder;
    QProcess process;
    process.setWorkingDirectory(folder.path());
    process.start("sh", {"-c", QStringLiteral("%1 %2 %3").arg(VESTIMEN_PROGRAM, line, to)});
    QVERIFY(process.waitForFinished(60000));
    QCOMPARE(process.exitCode(), 2);
    QVERIFY(process.readAllStandardError().contains("standard output cannot be written"));
}

void TestCommandLine::mistypedWordsOpenNoWindow() {
    const Outcome mistyped = run({"rehears", "x.json"});
    QCOMPARE(mistyped.code, 2);
    QVERIFY2(mistyped.error.contains("rehears"), mistyped.error);
    QCOMPARE(run({"drfat"}).code, 2);
    const Outcome version = run({"--version"});
    QCOMPARE(version.code, 0);
    QVERIFY(version.out.startsWith("vestimen "));
    const Outcome help = run({"--help"});
    QCOMPARE(help.code, 0);
    QVERIFY(help.out.contains("rehearse") && help.out.contains("--demo"));
}

QTEST_GUILESS_MAIN(TestCommandLine)
#include "tst_command_line.moc"
