// SPDX-License-Identifier: GPL-3.0-or-later
// Files: there and back, against their schemas, and broken in every way.
#include "support/bed_programs.h"
#include "support/projects.h"
#include "support/schemas.h"

#include "core/article/articles.h"
#include "core/bed/fabric_picture.h"
#include "core/format/joins_json.h"
#include "core/format/piece_export.h"
#include "core/format/program_json.h"
#include "core/format/project_json.h"

#include <nlohmann/json.hpp>

#include <QDir>
#include <QRegularExpression>
#include <QTest>

#include <QXmlStreamReader>
#include <map>
#include <set>

using namespace vestimen;
using namespace vestimen::test;
using operation::Shaping;
using Json = nlohmann::json;

namespace {

Program everyOperation() {
    op::Hang hang{.allOf = {HangSource{}, {"front", HangSource::Kind::kept, "neck"}}};
    hang.from({});
    hang.put(at("L1"), at("L2"));
    hang.from({{}, HangSource::Kind::edge, "right"});
    hang.put(at("L2"), 34);
    hang.put(at("R2"), 36);
    hang.from({"front", HangSource::Kind::kept, "neck"});
    hang.put(at("L3"), 7);
    hang.from({{}, HangSource::Kind::castOn, "thumb"});
    hang.put(at("R1"), 2);
    hang.from({{}, HangSource::Kind::row, "17"});
    hang.put(at("R3"), at("R3"));
    Program all = program({op::CastOn{CastOnMethod::closedLoop, at("L3"), at("R3"), 2, slate, Side::right},
                           op::Knit{Rows(4), slate, StitchSize{19}, true},
                           op::SlipRow{},
                           op::Rack{-1},
                           op::Knit{.rows = Rows(2), .yarn = slate, .size = StitchSize{19}, .beds = op::Beds::main},
                           op::Knit{.rows = Rows(2), .yarn = slate, .secondSize = StitchSize{16}},
                           op::CastOn{.from = at("R4"), .to = at("R6"), .yarn = slate, .as = "thumb", .ownEnd = true},
                           op::DrawUp{"crown", {Length::millimetres(120), "the seam", Side::left}},
                           op::Knit{Rows(2), waste},
                           op::Hold{at("L3"), at("L1")},
                           op::Release{at("L3"), at("L1")},
                           op::HoldLever{true},
                           op::Wrap{at("L1")},
                           op::Increase{Side::left, 2, Shaping::edge},
                           op::Increase{Side::left, 1, Shaping::fashioned, 3},
                           op::Decrease{Side::right, 2, Shaping::edge},
                           op::Decrease{Side::right, 1, Shaping::fashioned, 3},
                           op::BindOff{Side::left, 3, BindOffMethod::loopThroughLoop},
                           op::BindOff{Side::left, 1, BindOffMethod::loopThroughLoop, true},
                           op::Transfer{{{at("L1"), at("R1")}, {at("b:L2"), at("L2")}}, {at("L1")}},
                           op::Cross{{at("L1")}, {at("R1")}},
                           op::Place{{at("L1"), at("R1")}, rust},
                           hang,
                           op::TakeOff{at("L3"), at("R3"), op::Onto::holder, "rest"},
                           op::Drop{at("L1"), Rows(2)},
                           op::Reform{at("L1"), Rows(2), op::Reformed::purl},
                           op::Split{at("L1"), Rows(2)},
                           op::BreakYarn{slate},
                           op::JoinYarn{rust, Side::left},
                           op::JoinYarn{rust, {}},
                           op::MoveCarriage{Side::left, op::Crossing::lifted},
                           op::Mark{Side::left, "underarm"},
                           op::Mark{at("R1"), "middle"},
                           op::Counter{12},
                           op::Say{"Weights up.", "weights"},
                           op::Say{"Look.", ""}});
    all.operations[1].row = 0;
    all.edges = {{"side", Side::left, 2, 5}};
    all.shape = {{4, 6}};
    all.openTurnsWanted = true;
    all.wornSideOut = WornSide::purl;
    all.machine.beds = 2;
    return all;
}

/// Replaces the first occurrence; the test fails when there is none.
std::string replaced(std::string text, const std::string& what, const std::string& with) {
    const auto found = text.find(what);
    if (found == std::string::npos)
        qFatal("%s is not in the text", what.c_str());
    return text.replace(found, what.size(), with);
}

QString refusal(const std::string& text) {
    try {
        projectFromJson(text);
    } catch (const FormatError& error) {
        return QString::fromUtf8(error.what());
    }
    return {};
}

QString programRefusal(const std::string& text) {
    try {
        programFromJson(text);
    } catch (const FormatError& error) {
        return QString::fromUtf8(error.what());
    }
    return {};
}

} // namespace

class TestFormat : public QObject {
    Q_OBJECT

private slots:
    void boundsComeBeforeTheWork();
    void drawingsOfAnyNameAreXml();
    void projectsGoThereAndBack();
    void programsGoThereAndBack();
    void shelfItemsGoThereAndBack();
    void schemasAreContent();
    void schemasRefuseWhatTheReaderRefuses();
    void joinsAreWrittenWhole_data();
    void joinsAreWrittenWhole();
    void theSchemaSaysWhatTheListOfChoicesSays();
    void brokenProjectsAreRefused_data();
    void brokenProjectsAreRefused();
    void halfAFileIsRefusedEverywhere();
    void brokenProgramsAreRefused_data();
    void brokenProgramsAreRefused();
    void bytesAreTheSameEachTime();
    void svgIsTrueToSize();
    void csvHasALineForEachStep();
    void plainTextCanBeTicked();
};

void TestFormat::projectsGoThereAndBack() {
    for (Project project : {odilesPullover(), pietsPullover()}) {
        project.pins = {{quantities::bodyStitches, 150}, {quantities::trimRows, 14}};
        project.made = {{"back", Length::millimetres(518), std::nullopt, "a \"little\" wide"},
                        {"front", {}, Length::millimetres(620), {}}};
        project.joined = {"shoulder_left"};
        project.forgottenEnds = {{"front", 2}};
        project.ease[0] = {Ease::Kind::percent, -8};
        project.swatch.known = FabricGauge{};
        project.swatch.treatmentInUse = 0;
        project.swatch.treatments[0].widths.push_back(RuleReading{28.5});
        project.swatch.treatments[0].widths.push_back(CountReading{34, Length::millimetres(120), "12 cm"});
        project.swatch.treatments[0].widths.push_back(TapeReading{Length::inches(5.5), "5 1/2 in"});
        project.swatch.treatments[0].began = "2026-11-24T21:30";
        project.swatch.articleTreatment = TreatmentKind::washed;
        project.swatch.fabric = FabricKind::mockRib;
        project.swatch.verdict = FabricVerdict::stiff;
        project.swatch.photographs = {"3f.png"};
        project.yarn.thickness = {Thickness::Kind::tex, 250};
        project.ease[2] = Ease::of(Fit::roomy);
        project.wearer.take(Measure::chest,
                            MeasureValue{Length::millimetres(1000), false, "2031-01-02", true, "50 cm", "Piet"});
        QVERIFY(projectFromJson(toJson(project)) == project);
    }
}

void TestFormat::programsGoThereAndBack() {
    const Program all = everyOperation();
    QVERIFY(programFromJson(toJson(all)) == all);
    for (const Project& project : {odilesPullover(), pietsPullover()})
        for (const WorkedGarment worked = workGarment(project); const WorkedPiece& piece : worked.pieces)
            QVERIFY(programFromJson(toJson(piece.program)) == piece.program);
}

void TestFormat::shelfItemsGoThereAndBack() {
    const Project project = odilesPullover();
    QVERIFY(swatchFromJson(toJson(project.swatch)) == project.swatch);
    QVERIFY(wearerFromJson(toJson(project.wearer)) == project.wearer);
    QVERIFY(yarnFromJson(toJson(project.yarn)) == project.yarn);
    for (const Machine& machine : genericMachines())
        QVERIFY(machineFromJson(toJson(machine)) == machine);
    QVERIFY_EXCEPTION_THROWN(swatchFromJson(toJson(project.yarn)), FormatError);
}

void TestFormat::schemasAreContent() {
    for (const Project& project : {odilesPullover(), pietsPullover()}) {
        QCOMPARE(complaints("project.schema.json", toJson(project)), std::string());
        for (const WorkedGarment worked = workGarment(project); const WorkedPiece& piece : worked.pieces)
            QCOMPARE(complaints("program.schema.json", toJson(piece.program)), std::string());
    }
    QCOMPARE(complaints("program.schema.json", toJson(everyOperation())), std::string());
    const QDir cards(QStringLiteral(VESTIMEN_SOURCE_DIR "/data/cards"));
    const QStringList names = cards.entryList({"*.json"});
    QVERIFY(names.size() > 40);
    for (const QString& name : names) {
        const std::string text = readFile(cards.filePath(name).toStdString());
        QCOMPARE(complaints("card.schema.json", text), std::string());
        QCOMPARE(complaints("program.schema.json", Json::parse(text).at("program").dump()), std::string());
    }
}

void TestFormat::joinsAreWrittenWhole_data() {
    QTest::addColumn<int>("which");
    for (int i = 0; i < 9; ++i)
        QTest::addRow("%d", i) << i;
}

/// From the file alone, with the programs' files beside it: every join after those it rests on, both edges as many
/// where they must be, every needle hung once, and each tail where the program leaves one for it.
void TestFormat::joinsAreWrittenWhole() {
    QFETCH(int, which);
    Shawl crescent;
    crescent.shape = ShawlShape::crescent;
    crescent.width = Length::millimetres(450);
    crescent.depth = Length::millimetres(90);
    crescent.sideBorders = true;
    Sock sole;
    sole.seam = SockSeam::sole;
    sole.toe = Toe::narrowed;
    Project cardigan = test::ilkesPullover();
    test::garment(cardigan).opening.closure = Closure::cardigan;
    const std::vector<Project> all = {odilesPullover(),           pietsPullover(),        cardigan,
                                      test::somebodys(Mitten()),  test::somebodys(sole),  test::somebodys(crescent),
                                      test::somebodys(Cushion()), test::somebodys(Hat()), test::somebodys(OwnShape())};
    const Worked worked = work(all[static_cast<std::size_t>(which)]);
    QVERIFY2(!worked.joins.empty(), test::listed(worked.findings));
    const std::string text = joinsJson(worked);
    QCOMPARE(complaints("joins.schema.json", text), std::string());
    std::map<std::string, Json> programs;
    for (const WorkedPiece& piece : worked.pieces)
        programs[piece.program.piece] = Json::parse(toJson(piece.program));
    const Json written = Json::parse(text);
    QCOMPARE(written["joins"].size(), worked.joins.size());
    std::set<std::string> done;
    for (const Json& join : written["joins"]) {
        const std::string key = join["key"];
        for (const Json& before : join["after"])
            QVERIFY2(done.contains(before.get<std::string>()), key.c_str());
        QVERIFY(done.insert(key).second);
        for (const char* side : {"first", "second"})
            if (join.contains(side)) {
                QVERIFY(join[side]["count"].get<int>() > 0);
                for (const Json& stretch : join[side]["line"])
                    QVERIFY2(programs.contains(stretch["piece"].get<std::string>()), key.c_str());
                for (const Json& opening : join[side].value("openings", Json::array()))
                    QVERIFY(programs.contains(opening[0].get<std::string>()) && opening[1].get<int>() > 0);
            }
        if (join["way"] == "graft" || (join["way"] == "mattress" && join.contains("second") && which != 8))
            QVERIFY2(std::abs(join["first"]["count"].get<int>() - join["second"]["count"].get<int>()) <= 3,
                     key.c_str());
        int needle = 0;
        for (const Json& pair : join.value("hang", Json::array()))
            QCOMPARE(pair[0].get<int>(), ++needle);
        if (needle > 0)
            QCOMPARE(needle, join["first"]["count"].get<int>());
        if (join.contains("makes"))
            QVERIFY(programs.contains(join["makes"].get<std::string>()));
        if (!join.contains("tail") || !join["tail"].contains("piece"))
            continue;
        const Json& tail = join["tail"];
        const Json& operation =
            programs[tail["piece"].get<std::string>()]["operations"][tail["operation"].get<std::size_t>()];
        QVERIFY2(operation.contains("tail"), (key + operation.dump()).c_str());
        QVERIFY2(operation["tail"]["mm"].get<double>() >= tail["mm"].get<double>() - 0.01, operation.dump().c_str());
        QVERIFY(operation["tail"]["at"] == tail["side"]);
    }
}

/// Choices are stated once: each stands in the schema as its list has it, and no other does but those of earlier files.
void TestFormat::theSchemaSaysWhatTheListOfChoicesSays() {
    const Json schema = Json::parse(readFile(VESTIMEN_SOURCE_DIR "/docs/format/project.schema.json"));
    const auto number = [](const char* type, double least, double most) {
        return Json{{"type", type}, {"minimum", least}, {"maximum", most}};
    };
    QStringList others;
    for (const Article& article : allArticles()) {
        const std::string kind = keyOf(article);
        std::set<std::string> pins;
        for (const auto& [name, range] : schema["definitions"][kind + "_pins"]["properties"].items())
            pins.insert(name);
        std::set<std::string> counts;
        for (const CountKey key : countsOf(article))
            counts.insert(key.text());
        QVERIFY2(pins == counts, kind.c_str());
        Json known = schema["definitions"][kind]["properties"];
        for (const AnyChoice& choice : choicesOf(article)) {
            std::string path;
            for (const char c : '/' + std::string(choice.key.within))
                path += c == '/' && path.size() > 1 ? std::string("/properties/") : std::string(1, c);
            if (path.size() > 1)
                path += "/properties/";
            const Json::json_pointer at(path + choice.key.key);
            QVERIFY2(known.contains(at), at.to_string().c_str());
            Json expected;
            if (const auto* one = std::get_if<OneOf>(&choice.form))
                for (const Option& option : one->options)
                    expected["enum"].push_back(option.key);
            else if (std::holds_alternative<YesOrNo>(choice.form))
                expected = {{"type", "boolean"}};
            else if (std::holds_alternative<ALength>(choice.form))
                expected = number("number", 0, std::get<ALength>(choice.form).mostInFiles);
            else if (const auto* share = std::get_if<AShare>(&choice.form))
                expected = number("number", share->least * 100.0, share->most * 100.0);
            else if (const auto* count = std::get_if<ANumber>(&choice.form))
                expected = number("integer", count->inFiles.least, count->inFiles.most);
            else
                expected = number("integer", 0, mostYarns - 1);
            QVERIFY2(known[at] == expected, (at.to_string() + ": " + known[at].dump()).c_str());
            known[at] = nullptr; // seen
        }
        const std::function<void(const std::string&, const Json&)> look = [&](const std::string& name,
                                                                              const Json& value) {
            if (value.contains("properties"))
                for (const auto& [key, each] : value["properties"].items())
                    look(name + '/' + key, each);
            else if (!value.is_null())
                others << QString::fromStdString(name);
        };
        for (const auto& [key, value] : known.items())
            look(key, value);
    }
    others.sort();
    QCOMPARE(others, QStringList({"drawing", "every_second_row", "fashioning_inset", "panels", "sleeve_lines"}));
}

void TestFormat::schemasRefuseWhatTheReaderRefuses() {
    const std::string sound = toJson(odilesPullover());
    QVERIFY(!complaints("project.schema.json", replaced(sound, "\"wrap_turns\": true", "\"wrap_turns\": 1")).empty());
    QVERIFY(!complaints("project.schema.json", replaced(sound, "\"choices\"", "\"chioces\"")).empty());
    const std::string all = toJson(everyOperation());
    QVERIFY(!complaints("program.schema.json", replaced(all, "\"hold_lever\"", "\"hold_leaver\"")).empty());
    QVERIFY(!complaints("program.schema.json", replaced(all, "\"L3\"", "\"L0\"")).empty());
}

void TestFormat::brokenProjectsAreRefused_data() {
    QTest::addColumn<QString>("what");
    QTest::addColumn<QString>("with");
    QTest::addColumn<QString>("says");
    QTest::newRow("other format") << "vestimen-project"
                                  << "something"
                                  << "is not a vestimen-project file";
    QTest::newRow("newer version") << "\"version\": 7"
                                   << "\"version\": 9"
                                   << "version 9";
    QTest::newRow("unknown key") << "\"choices\""
                                 << "\"chioces\""
                                 << "unknown key \"chioces\"";
    QTest::newRow("text for a number") << "\"needles\": 200"
                                       << "\"needles\": \"200\""
                                       << "/machine/needles should be a number";
    QTest::newRow("number for a text") << "\"name\": \"Odile\""
                                       << "\"name\": 7"
                                       << "/wearer/name should be a text";
    QTest::newRow("half a stitch") << "\"field_stitches\": 40"
                                   << "\"field_stitches\": 40.5"
                                   << "whole number";
    QTest::newRow("zero stitches") << "\"field_stitches\": 40"
                                   << "\"field_stitches\": 0"
                                   << "from 1 to 2000";
    QTest::newRow("negative length") << "\"depth_mm\": 40.0"
                                     << "\"depth_mm\": -4"
                                     << "/choices/body_welt/depth_mm is -4";
    QTest::newRow("unknown choice") << "\"wrap_turns\""
                                    << "\"wrap_turn\""
                                    << "/choices has the unknown key \"wrap_turn\"";
    QTest::newRow("unknown choice of an edge") << "\"fashioned\""
                                               << "\"fashionable\""
                                               << "has the unknown key \"fashionable\"";
    QTest::newRow("two values for one choice") << "\"wrap_turns\": true"
                                               << "\"wrap_turns\": true, \"wrap_turns\": false"
                                               << "\"wrap_turns\" stands twice";
    QTest::newRow("unknown welt") << "folded_hem"
                                  << "frill"
                                  << "one of folded_hem, mock_rib";
    QTest::newRow("unknown measure") << "\"head_girth\""
                                     << "\"shoe_size\""
                                     << "no measure that is known";
    QTest::newRow("unknown treatment") << "off_the_machine"
                                       << "ironed"
                                       << "no treatment";
    QTest::newRow("no colour") << "#7F909C"
                               << "grey"
                               << "a colour such as";
    QTest::newRow("other article") << "\"garment\""
                                   << "\"sail\""
                                   << "cannot draft";
    QTest::newRow("missing key") << "\"wearer\""
                                 << "\"somebody\""
                                 << "unknown key \"somebody\"";
    QTest::newRow("not JSON") << "\"pins\": {}"
                              << "\"pins\": {,}"
                              << "is not JSON";
}

void TestFormat::brokenProjectsAreRefused() {
    QFETCH(QString, what);
    QFETCH(QString, with);
    QFETCH(QString, says);
    const QString text = refusal(replaced(toJson(odilesPullover()), what.toStdString(), with.toStdString()));
    QVERIFY2(text.contains(says), qPrintable(text));
    QCOMPARE(text.count('\n'), 0);
}

void TestFormat::halfAFileIsRefusedEverywhere() {
    const std::string whole = toJson(pietsPullover());
    for (std::size_t cut = 0; cut + 2 < whole.size(); cut += 37)
        QVERIFY(!refusal(whole.substr(0, cut)).isEmpty());
    QVERIFY(refusal(whole.substr(0, whole.size() / 2)).contains("cut off"));
    QVERIFY(!refusal("").isEmpty());
    QVERIFY(!refusal("[]").isEmpty());
    QVERIFY(!refusal("null").isEmpty());
    QVERIFY(!refusal(std::string("\0\1\2", 3)).isEmpty());
}

void TestFormat::brokenProgramsAreRefused_data() {
    QTest::addColumn<QString>("what");
    QTest::addColumn<QString>("with");
    QTest::addColumn<QString>("says");
    QTest::newRow("unknown operation") << "\"hold_lever\""
                                       << "\"jump\""
                                       << "which is no operation";
    QTest::newRow("no such needle") << "\"L3\""
                                    << "\"L0\""
                                    << "should be a needle such as";
    QTest::newRow("unknown yarn") << "\"yarn\": \"A\""
                                  << "\"yarn\": \"Z\""
                                  << "not among the yarns";
    QTest::newRow("size off the scale") << "6⅓"
                                        << "66"
                                        << "scale does not have";
    QTest::newRow("waste in the main yarn") << "\"op\": \"knit\""
                                            << "\"op\": \"waste\""
                                            << "whose role is waste";
    QTest::newRow("bad source") << "first:L2"
                                << "second:L2"
                                << "should be like first:L12";
    QTest::newRow("bad name of what is hung whole") << "\"front/kept:neck\""
                                                    << "\"front/neck\""
                                                    << "should be like first, edge:right";
    QTest::newRow("bad index") << "right:34"
                               << "right:0"
                               << "should be like first:L12";
    QTest::newRow("no rows") << "\"rows\": 4"
                             << "\"rows\": 0"
                             << "from 1 to 30000";
    QTest::newRow("unknown key") << "\"every\": 2"
                                 << "\"evry\": 2"
                                 << "unknown key \"evry\"";
    QTest::newRow("three beds") << "\"beds\": 2"
                                << "\"beds\": 3"
                                << "from 1 to 2";
}

void TestFormat::brokenProgramsAreRefused() {
    QFETCH(QString, what);
    QFETCH(QString, with);
    QFETCH(QString, says);
    const QString text = programRefusal(replaced(toJson(everyOperation()), what.toStdString(), with.toStdString()));
    QVERIFY2(text.contains(says), qPrintable(text));
}

void TestFormat::bytesAreTheSameEachTime() {
    QCOMPARE(toJson(odilesPullover()), toJson(odilesPullover()));
    QCOMPARE(toJson(projectFromJson(toJson(odilesPullover()))), toJson(odilesPullover()));
}

void TestFormat::svgIsTrueToSize() {
    const WorkedGarment worked = workGarment(odilesPullover());
    const WorkedPiece& front = *worked.piece(pieces::front);
    const QString svg =
        QString::fromStdString(toSvg(front.program, front.fabric, front.outline, *worked.measured.gauge, "#7F909C"));
    QXmlStreamReader reader(svg);
    QStringList groups;
    double area = 0;
    QString width;
    while (!reader.atEnd()) {
        if (reader.readNext() != QXmlStreamReader::StartElement)
            continue;
        if (reader.name() == QLatin1String("svg"))
            width = reader.attributes().value("width").toString();
        if (reader.name() == QLatin1String("g"))
            groups << reader.attributes().value("id").toString();
        if (reader.name() == QLatin1String("rect"))
            area += reader.attributes().value("width").toDouble() * reader.attributes().value("height").toDouble();
    }
    QVERIFY2(!reader.hasError(), qPrintable(reader.errorString()));
    QCOMPARE(groups, (QStringList{"stitches", "outline", "ideal"}));
    const FabricGauge& gauge = *worked.measured.gauge;
    QVERIFY(width.endsWith("mm"));
    QVERIFY(std::abs(width.chopped(2).toDouble() - 20 - gauge.width(worked.counts->body).mm()) < 0.01);
    // The rectangles cover exactly the stitches that are seen.
    int stitches = 0;
    for (const FabricBlock& block : picture(front.fabric, front.program, firstSeenPass(front.program), true).blocks)
        stitches += (block.lastSlot - block.firstSlot + 1) * (block.to - block.from);
    QVERIFY(std::abs(area / (stitches * gauge.stitches.unit().mm() * gauge.rows.unit().mm()) - 1.0) < 1e-4);
}

void TestFormat::csvHasALineForEachStep() {
    const WorkedGarment worked = workGarment(odilesPullover());
    const WorkedPiece& back = *worked.piece(pieces::back);
    const QStringList lines = QString::fromStdString(toCsv(back.program)).split('\n', Qt::SkipEmptyParts);
    QCOMPARE(lines[0], QString("step,row,rows,section,what"));
    int rows = 0;
    for (int i = 1; i < lines.size(); ++i) {
        const QStringList cells = lines[i].split(',');
        QCOMPARE(cells[0].toInt(), i);
        rows += cells[2].toInt();
    }
    QCOMPARE(rows, static_cast<int>(back.fabric.passes.size()));
    Program quoted = program({op::Say{"Say \"ahoy\", twice", ""}});
    QVERIFY(toCsv(quoted).find("\"Say \"\"ahoy\"\", twice\"") != std::string::npos);
}

void TestFormat::plainTextCanBeTicked() {
    const WorkedGarment worked = workGarment(odilesPullover());
    const QString text = QString::fromStdString(toPlainText(worked.piece(pieces::leftSleeve)->program));
    QVERIFY(text.startsWith("left_sleeve\n==========="));
    QVERIFY(text.contains("\nfolded hem\n"));
    QVERIFY(text.contains("[ ] row   0"));
    QVERIFY(text.contains("both sides"));
}

/// Deep and wide files are refused at once, in every reader.
void TestFormat::boundsComeBeforeTheWork() {
    std::string wide = "{";
    for (int i = 0; i < 50000; ++i)
        wide += (i > 0 ? "," : "") + ("\"key" + std::to_string(i)) + "\":" + std::to_string(i);
    wide += "}";
    const std::string deep(16u << 20, '[');
    for (const std::string& text : {wide, deep}) {
        QVERIFY_THROWS_EXCEPTION(FormatError, projectFromJson(text));
        QVERIFY_THROWS_EXCEPTION(FormatError, programFromJson(text));
        QVERIFY_THROWS_EXCEPTION(FormatError, swatchFromJson(text));
    }
}

/// Names of edges with what would end an attribute, and with what cannot stand in XML at all.
void TestFormat::drawingsOfAnyNameAreXml() {
    const Worked worked = work(test::odilesPullover());
    WorkedPiece piece = worked.pieces.front();
    for (const char* name : {"a\"b", "a<b>&c", "tab\tand \x01 and \x1b", "’ & “"}) {
        piece.outline.edges.front().name = name;
        piece.program.piece = name;
        const std::string svg = toSvg(piece.program, piece.fabric, piece.outline, *worked.measured.gauge, "#abcdef");
        QXmlStreamReader reader(QByteArray::fromStdString(svg));
        while (!reader.atEnd())
            reader.readNext();
        QVERIFY2(!reader.hasError(), qPrintable(reader.errorString()));
    }
}

QTEST_APPLESS_MAIN(TestFormat)
#include "tst_format.moc"
