// SPDX-License-Identifier: GPL-3.0-or-later
// The quick sums: figures worked by hand, what must always hold, and questions in one line.
#include "support/check_property.h"
#include "support/projects.h"

#include "core/joining/joins.h"
#include "core/reckoner/question.h"
#include "core/reckoner/reckoner.h"
#include "core/shaping/across_row.h"
#include "core/shaping/edge_sums.h"

#include <fmt/ranges.h>
#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>
#include <numeric>
#include <set>

using namespace vestimen;

namespace {

KnownFigures odilesFigures() {
    const Project project = test::odilesPullover();
    return {measured(project.swatch).gauge, project.swatch.grams, loopCount(project.swatch)};
}

/// The headline of a question, or its problem.
QString asked(const char* line, const KnownFigures& known = {}) {
    const auto question = parseQuestion(line, known);
    if (!question)
        return QString::fromStdString(question.problem);
    try {
        const SumAnswer answer = reckon((*question).sum->name, (*question).given);
        return QString::fromStdString(answer.answered ? render(answer.headline) : render(answer.findings.front().text));
    } catch (const UsageError& error) {
        return QString::fromUtf8(error.what());
    }
}

/// A row of stitches after its changes, each as the stitches that lie in it.
std::vector<int> decreased(int over, const std::vector<int>& positions, bool towardsRight) {
    std::vector<int> row(static_cast<std::size_t>(over), 1);
    for (const int p : positions) {
        const auto at = static_cast<std::size_t>(p - 1);
        row[towardsRight ? at + 1 : at - 1] += row[at];
        row[at] = 0;
    }
    std::erase(row, 0);
    return row;
}

} // namespace

class TestReckoner : public QObject {
    Q_OBJECT

private slots:
    void numbersStandBeforeOrAfterTheirWords_data();
    void numbersStandBeforeOrAfterTheirWords();
    void decimalCommasAreNotLists();
    void countsBeyondAnyBedAreRefused();
    void spreadIsEven();
    void spreadHasItsLimits();
    void thinTakesEveryOther();
    void buttonholesAreEven();
    void buttonholesHaveTheirLimits();
    void pocketsHangClear();
    void facingsAndTails();
    void fabricsMatchByLength();
    void ribsEndAlike();
    void stripesFillThePiece();
    void hatsAreTheNearestOfTheirForm();
    void crownsThinRoundByRound();
    void heelsComeBackAsTheyWent();
    void handsHangAroundThumbs();
    void mittensHaveTheirShares();
    void socksAreAsLongAsTheFoot();
    void necksFollowTheirCurve();
    void capsComeToTheirTop();
    void aWholeSockAndMitten();
    void cushionBandsGetNarrower();
    void sumsAtTheMachine();
    void panelsFitTheBed();
    void ballsAreEnough();
    void everyExampleHasAnAnswer();
    void questions_data();
    void questions();
    void whatTheProjectKnows();
    void anythingTypedIsAnswered();
};

void TestReckoner::spreadIsEven() {
    CHECK_PROPERTY("runs differ by at most one, the ends are half or whole, and the count comes out", [] {
        const int over = *rc::gen::inRange(1, 400);
        const bool fewer = *rc::gen::arbitrary<bool>();
        const RunEnds ends = *rc::gen::element(RunEnds::half, RunEnds::whole);
        const int most = mostSpread(Stitches(over), fewer, ends).count();
        const int events = *rc::gen::inRange(0, most + 1);
        const auto row = spread(Stitches(over), Stitches(fewer ? -events : events), ends);
        RC_ASSERT(row.has_value());
        RC_ASSERT(static_cast<int>(row->positions.size()) == events);
        RC_ASSERT(static_cast<int>(row->plainRuns.size()) == events + 1);
        RC_ASSERT(std::ranges::is_sorted(row->positions));
        RC_ASSERT(std::set(row->positions.begin(), row->positions.end()).size() == row->positions.size());
        if (fewer)
            RC_ASSERT(static_cast<int>(decreased(over, row->positions, true).size()) == over - events);
        RC_ASSERT(std::accumulate(row->plainRuns.begin(), row->plainRuns.end(), 0) == over - (fewer ? 2 * events : 0));
        if (events < 2)
            return;
        const auto [least, longest] = std::minmax_element(row->plainRuns.begin() + 1, row->plainRuns.end() - 1);
        RC_ASSERT(*longest - *least <= 1);
        const double end = ends == RunEnds::half ? 0.5 : 1.0;
        for (const int run : {row->plainRuns.front(), row->plainRuns.back()})
            RC_ASSERT(std::abs(run - end * *longest) <= 1.0 || std::abs(run - end * *least) <= 1.0);
        // The runs say where the places are.
        int at = 0;
        for (std::size_t i = 0; i < row->positions.size(); ++i) {
            at += row->plainRuns[i];
            RC_ASSERT(row->positions[i] == (fewer ? at + 1 : at));
            at += fewer ? 2 : 0;
        }
    });
}

void TestReckoner::spreadHasItsLimits() {
    QVERIFY(spread(Stitches(10), Stitches(-5), RunEnds::half));
    QVERIFY(!spread(Stitches(10), Stitches(-6), RunEnds::half));
    QVERIFY(!spread(Stitches(0), Stitches(0), RunEnds::half));
    QCOMPARE(spread(Stitches(3), Stitches(3), RunEnds::half)->positions, (std::vector<int>{1, 2, 3}));
    QVERIFY(!spread(Stitches(3), Stitches(3), RunEnds::whole)); // no stitch would be left for the end
    // By hand: 16 into 12, four pairs; 8 plain ones as 1, 2, 2, 2, 1.
    const auto row = spread(Stitches(16), Stitches(-4), RunEnds::half);
    QCOMPARE(row->plainRuns, (std::vector<int>{1, 2, 2, 2, 1}));
    QCOMPARE(row->positions, (std::vector<int>{2, 6, 10, 14}));
}

void TestReckoner::thinTakesEveryOther() {
    CHECK_PROPERTY("one in k goes, and the last one only onto a neighbour", [] {
        const int over = *rc::gen::inRange(1, 300);
        const int every = *rc::gen::inRange(2, 40);
        const Side from = *rc::gen::element(Side::left, Side::right);
        const auto positions = thin(Stitches(over), every, from);
        const int all = (over + every - 1) / every;
        const bool lastAlone = (over - 1) % every == 0;
        RC_ASSERT(static_cast<int>(positions.size()) == all - (lastAlone ? 1 : 0));
        for (std::size_t i = 0; i < positions.size(); ++i) {
            const int step = static_cast<int>(i) * every + 1;
            RC_ASSERT(positions[i] == (from == Side::left ? step : over + 1 - step));
        }
        const auto row = decreased(over, positions, from == Side::left);
        RC_ASSERT(static_cast<int>(row.size()) == over - static_cast<int>(positions.size()));
    });
    QCOMPARE(thin(Stitches(108), 9, Side::left).size(), 12u);
    QCOMPARE(thin(Stitches(10), 3, Side::right), (std::vector<int>{10, 7, 4})); // 1 has no neighbour on its left
}

void TestReckoner::buttonholesAreEven() {
    CHECK_PROPERTY("holes keep their ends and their distances", [] {
        const int over = *rc::gen::inRange(1, 300);
        const int holes = *rc::gen::inRange(1, 12);
        const int size = *rc::gen::inRange(1, 8);
        const auto maybe = [&] {
            return *rc::gen::arbitrary<bool>() ? std::optional(Stitches(*rc::gen::inRange(0, 20))) : std::nullopt;
        };
        const auto first = maybe();
        const auto last = maybe();
        const auto row = buttonholes(Stitches(over), holes, Stitches(size), first, last);
        if (!row) {
            RC_ASSERT(mostButtonholes(Stitches(over), Stitches(size), first, last) != holes);
            return;
        }
        RC_ASSERT(static_cast<int>(row->positions.size()) == holes);
        RC_ASSERT(std::accumulate(row->plainRuns.begin(), row->plainRuns.end(), 0) == over - holes * size);
        if (first)
            RC_ASSERT(row->plainRuns.front() == first->count());
        if (last)
            RC_ASSERT(row->plainRuns.back() == last->count());
        RC_ASSERT(row->positions.front() == row->plainRuns.front() + 1);
        RC_ASSERT(row->positions.back() + size - 1 + row->plainRuns.back() == over);
        if (holes > 1) {
            const auto [least, most] = std::minmax_element(row->plainRuns.begin() + 1, row->plainRuns.end() - 1);
            RC_ASSERT(*most - *least <= 1);
            RC_ASSERT(*least >= 1);
        }
    });
}

void TestReckoner::buttonholesHaveTheirLimits() {
    const auto five = std::optional(Stitches(5));
    QCOMPARE(buttonholes(Stitches(120), 6, Stitches(3), five, five)->positions,
             (std::vector<int>{6, 27, 49, 70, 92, 113}));
    QCOMPARE(buttonholes(Stitches(13), 1, Stitches(3), five, five)->positions, (std::vector<int>{6}));
    QVERIFY(!buttonholes(Stitches(14), 1, Stitches(3), five, five)); // one hole cannot be at two places
    QVERIFY(!buttonholes(Stitches(20), 6, Stitches(3), {}, {}));
    QCOMPARE(mostButtonholes(Stitches(20), Stitches(3), {}, {}), 5);
}

void TestReckoner::pocketsHangClear() {
    // 12 cm at 40 rows to 10 cm: 96 rows, folded 12 cm below; opened in row 60 at 15 cm, 3 cm are left.
    const PocketCounts counts = pocket(Length::centimetres(12), Gauge::perTenCentimetres(40), Rows(60));
    QCOMPARE(counts.rows, Rows(96));
    QCOMPARE(counts.foldBelow.mm(), 120.0);
    QVERIFY(std::abs(counts.clearance.mm() - 30.0) < 1e-9);
    const SumAnswer low = reckon("pocket", {{"--depth", "12cm"}, {"--gauge", "40/10cm"}, {"--opening-row", "50"}});
    QCOMPARE(std::string(low.findings.front().code.text()), std::string("pocket_low"));
    QVERIFY(render(low.findings.front().text).find("row 56") != std::string::npos);
    QVERIFY(reckon("pocket", {{"--depth", "12cm"}, {"--gauge", "40/10cm"}, {"--opening-row", "56"}}).findings.empty());
}

void TestReckoner::facingsAndTails() {
    const FabricGauge gauge{Gauge::perTenCentimetres(28), Gauge::perTenCentimetres(40)};
    const FacingCounts strip = facing(Length::centimetres(42), Length::centimetres(40), Length::centimetres(3), gauge);
    QCOMPARE(strip.stitches, Stitches(118)); // 117.6
    QCOMPARE(strip.rows, Rows(12));
    QCOMPARE(strip.overhangEach.mm(), 10.0);
    QCOMPARE(tail(TailFor::mattress, Length::centimetres(40)).cm(), 75.0);
    QCOMPARE(tail(TailFor::graft, Length::centimetres(40)).cm(), 140.0);
    QCOMPARE(tail(TailFor::backstitch, Length::centimetres(40)).cm(), 120.0);
    QCOMPARE(tail(TailFor::latch, Length::centimetres(40)).cm(), 160.0);
}

namespace {

nlohmann::json resultOf(const std::string& sum, const GivenOptions& given) {
    return nlohmann::json::parse(reckon(sum, given).result);
}

} // namespace

void TestReckoner::fabricsMatchByLength() {
    CHECK_PROPERTY("the other is as high, to half a row of it", [] {
        const int rows = *rc::gen::inRange(4, 400);
        const int one = *rc::gen::inRange(15, 70);
        const int other = *rc::gen::inRange(15, 70);
        const auto result = resultOf("match", {{"--rows", std::to_string(rows)},
                                               {"--row-gauge", std::to_string(one) + "/10cm"},
                                               {"--other-row-gauge", std::to_string(other) + "/10cm"}});
        const double length = rows * 100.0 / one;
        RC_ASSERT(std::abs(result["length_mm"].get<double>() - length) < 1e-6);
        RC_ASSERT(std::abs(result["other_rows"].get<int>() * 100.0 / other - length) <= 50.0 / other + 1e-6);
    });
}

/// Laid out stitch by stitch it reads the same from both its ends, and begins with the plain ones that were said.
void TestReckoner::ribsEndAlike() {
    CHECK_PROPERTY("a rib reads the same from both ends, and is as wide as can be", [] {
        const int every = *rc::gen::inRange(2, 8);
        const int width = *rc::gen::inRange(100, 800);
        const auto result = resultOf("rib", {{"--width", std::to_string(width) + "mm"},
                                             {"--stitch-gauge", "28/10cm"},
                                             {"--kind", *rc::gen::element<std::string>("mock", "latched")},
                                             {"--every", std::to_string(every)}});
        const int stitches = result["stitches"];
        std::string row;
        for (int i = 1; i <= stitches; ++i)
            row += i % every == 0 ? '-' : 'v';
        RC_ASSERT(row == std::string(row.rbegin(), row.rend()));
        RC_ASSERT(std::ranges::count(row, '-') == result["purls"].get<int>());
        RC_ASSERT(row.find('-') == result["plain_at_ends"].get<std::size_t>());
        RC_ASSERT(std::abs(stitches - width * 0.28) <= every / 2.0 + 1e-9);
    });
}

void TestReckoner::stripesFillThePiece() {
    CHECK_PROPERTY("stripes lie end to end, in their order, up to the last row", [] {
        const int rows = *rc::gen::inRange(1, 600);
        const auto heights =
            *rc::gen::container<std::vector<int>>(*rc::gen::inRange<std::size_t>(1, 7), rc::gen::inRange(1, 40));
        const bool even = *rc::gen::arbitrary<bool>();
        GivenOptions given = {{"--rows", std::to_string(rows)},
                              {"--heights", fmt::format("{}", fmt::join(heights, ","))}};
        if (even)
            given["--even"] = "";
        const auto result = resultOf("stripes", given);
        int next = 1;
        std::size_t index = 0;
        for (const auto& each : result["stripes"]) {
            RC_ASSERT(each["from"].get<int>() == next);
            RC_ASSERT(each["index"].get<std::size_t>() == index % heights.size() + 1);
            const int typed = heights[index % heights.size()];
            const bool last = ++index == result["stripes"].size();
            const int laid = each["rows"];
            RC_ASSERT(((last && laid <= typed + 1) || std::abs(laid - typed) <= (even ? 1 : 0)));
            RC_ASSERT((last || !even || laid % 2 == 0));
            next += laid;
        }
        RC_ASSERT(next == rows + 1);
        // One height alone is one yarn, and never changes.
        const std::size_t changes = heights.size() > 1 ? result["stripes"].size() - 1 : 0;
        RC_ASSERT(result["changes"].get<std::size_t>() == changes);
        RC_ASSERT(result["ends"].get<std::size_t>() == 2 * (changes + 1));
    });
    QVERIFY(asked("stripes 0 rows 20").contains("from 1 to 1000"));
    QVERIFY(asked("stripes 6, 2cm").contains("one of them is needed"));
}

void TestReckoner::hatsAreTheNearestOfTheirForm() {
    CHECK_PROPERTY("no other count of the form is nearer", [] {
        const int head = *rc::gen::inRange(300, 700);
        const int ease = *rc::gen::inRange(-20, 20);
        const int multiple = *rc::gen::inRange(1, 12);
        const int plus = *rc::gen::inRange(0, multiple);
        const double gauge = *rc::gen::inRange(120, 400) / 10.0;
        const auto result = resultOf("hat", {{"--head", std::to_string(head) + "mm"},
                                             {"--ease", std::to_string(ease)},
                                             {"--height", "200mm"},
                                             {"--brim", "50mm"},
                                             {"--stitch-gauge", fmt::format("{}/10cm", gauge)},
                                             {"--row-gauge", "40/10cm"},
                                             {"--multiple", std::to_string(multiple)},
                                             {"--plus", std::to_string(plus)}});
        const double exact = head * (100 + ease) / 100.0 * gauge / 100.0;
        const int stitches = result["stitches"];
        RC_ASSERT(std::abs(result["exact"].get<double>() - exact) < 1e-6);
        RC_ASSERT((stitches - plus) % multiple == 0);
        RC_ASSERT(std::abs(stitches - exact) <= multiple / 2.0 + 1e-9);
        RC_ASSERT(result["above"].get<int>() == stitches + multiple);
        RC_ASSERT(result["below"].is_null() || result["below"].get<int>() == stitches - multiple);
        RC_ASSERT(std::abs(result["made_mm"].get<double>() - stitches * 100.0 / gauge) < 1e-6);
        RC_ASSERT(result["rows"].get<int>() == 80 && result["brim_rows"].get<int>() == 20);
    });
    QVERIFY(asked("hat 57 cm ease -60 height 20 cm brim 5 cm 28/10cm 40/10cm").contains("from -50 to 100"));
}

/// Knitted: each round is laid out stitch by stitch, and every kth goes onto the one after it.
void TestReckoner::crownsThinRoundByRound() {
    CHECK_PROPERTY("rounds take what a row of stitches loses", [] {
        const int over = *rc::gen::inRange(100, 300);
        const auto every =
            *rc::gen::container<std::vector<int>>(*rc::gen::inRange<std::size_t>(1, 6), rc::gen::inRange(2, 12));
        const bool later = *rc::gen::arbitrary<bool>();
        const auto result = resultOf("crown", {{"--over", std::to_string(over)},
                                               {"--every", fmt::format("{}", fmt::join(every, ","))},
                                               {"--first", later ? "k" : "1"}});
        std::vector<int> row(static_cast<std::size_t>(over), 1);
        std::size_t round = 0;
        for (const int k : every) {
            std::vector<int> positions;
            for (int p = later ? k : 1; p < static_cast<int>(row.size()); p += k)
                positions.push_back(p);
            const std::vector<int> after = decreased(static_cast<int>(row.size()), positions, true);
            RC_ASSERT(result["rounds"][round]["events"].get<std::size_t>() == positions.size());
            RC_ASSERT(result["rounds"][round]["remaining"].get<std::size_t>() == after.size());
            row.assign(after.size(), 1);
            ++round;
        }
    });
    // 91 by 5 are 18, 92 by 7 are 13.
    QCOMPARE(resultOf("crown", {{"--over", "91"}, {"--every", "5"}})["rounds"][0]["events"].get<int>(), 18);
    QCOMPARE(resultOf("crown", {{"--over", "92"}, {"--every", "7"}})["rounds"][0]["events"].get<int>(), 13);
    QVERIFY(asked("crown 91 every 1").contains("from 2 to 2000"));
}

/// Knitted with two hands: out on the carriage's side, in opposite it.
void TestReckoner::heelsComeBackAsTheyWent() {
    CHECK_PROPERTY("a heel that is knitted row by row ends whole, after as many rows", [] {
        const int needles = *rc::gen::inRange(6, 80);
        const int leave = *rc::gen::inRange(1, needles - 2);
        const auto answer =
            reckon("heel", {{"--needles", std::to_string(needles)}, {"--leave", std::to_string(leave)}});
        if ((needles - leave) % 2 != 0) {
            RC_ASSERT(!answer.answered);
            return;
        }
        const auto result = nlohmann::json::parse(answer.result);
        int left = 0;
        int right = 0; // that wait
        bool carriageRight = true;
        int rows = 0;
        const int out = result["out"];
        for (int row = 1; row <= out; ++row) {
            ++(carriageRight ? right : left);
            if (row == out) {
                RC_ASSERT(left == result["each_side"].get<int>() && right == left);
                break; // before this very row the first comes back
            }
            carriageRight = !carriageRight;
            ++rows;
        }
        while (left + right > 0) {
            int& opposite = carriageRight ? left : right;
            RC_ASSERT(opposite > 0);
            --opposite;
            carriageRight = !carriageRight;
            ++rows;
        }
        RC_ASSERT(rows == result["rows"].get<int>());
        RC_ASSERT(result["rows_out"].get<int>() == out);
        RC_ASSERT(needles - out == leave);
        RC_ASSERT((result["ends"] == "opposite") == !carriageRight);
    });
    QVERIFY(asked("heel 30 leave 11").contains("10 or 12 left do"));
    QVERIFY(asked("heel 30 leave 30").contains("at most 28"));
}

void TestReckoner::handsHangAroundThumbs() {
    CHECK_PROPERTY("every loop has its needle, and none takes three", [] {
        const int hand = *rc::gen::inRange(20, 90);
        const int gap = *rc::gen::inRange(0, 12);
        const int loops = *rc::gen::inRange(1, 40);
        const auto answer = reckon(
            "thumb",
            {{"--hand", std::to_string(hand)}, {"--gap", std::to_string(gap)}, {"--loops", std::to_string(loops)}});
        const bool can = loops >= gap && (loops - gap) % 2 == 0 && loops - gap <= hand - gap;
        RC_ASSERT(answer.answered == can);
        if (!can)
            return;
        const auto result = nlohmann::json::parse(answer.result);
        const int extra = result["extra_each_side"];
        RC_ASSERT(gap + 2 * extra == loops);
        RC_ASSERT(result["doubled"].get<int>() == 2 * extra);
        RC_ASSERT(result["needles"].get<int>() == hand);
    });
    QVERIFY(asked("thumb 58 gap 8 loops 9").contains("8 or 10"));
}

void TestReckoner::mittensHaveTheirShares() {
    CHECK_PROPERTY("mittens", [] {
        const int palm = *rc::gen::inRange(100, 260);
        const int hand = *rc::gen::inRange(90, 220);
        const auto result = resultOf("mitten", {{"--palm", std::to_string(palm) + "mm"},
                                                {"--hand", std::to_string(hand) + "mm"},
                                                {"--thumb-girth", "66mm"},
                                                {"--ease", "2"},
                                                {"--stitch-gauge", "28/10cm"},
                                                {"--row-gauge", "40/10cm"}});
        const int stitches = result["stitches"];
        RC_ASSERT(stitches % 2 == 0 && std::abs(stitches - palm * 1.02 * 0.28) <= 1.0 + 1e-9);
        RC_ASSERT(result["thumb_stitches"].get<int>() == 18);
        RC_ASSERT(std::abs(result["rows_to_thumb"].get<int>() - hand * 0.3 * 0.4) <= 0.5 + 1e-9);
        RC_ASSERT(std::abs(result["thumb_rows"].get<int>() - hand / 3.0 * 0.4) <= 0.5 + 1e-9);
        RC_ASSERT(std::abs(result["tip_rows"].get<int>() - palm * 1.02 / 4.0 * 0.4) <= 0.5 + 1e-9);
    });
}

void TestReckoner::socksAreAsLongAsTheFoot() {
    CHECK_PROPERTY("heel, foot and toe lie end to end", [] {
        const int foot = *rc::gen::inRange(120, 320);
        const int girth = *rc::gen::inRange(120, 280);
        const int percent = *rc::gen::inRange(20, 60);
        const auto answer = reckon("sock", {{"--foot", std::to_string(foot) + "mm"},
                                            {"--foot-girth", std::to_string(girth) + "mm"},
                                            {"--ease", "-8"},
                                            {"--stitch-gauge", "28/10cm"},
                                            {"--row-gauge", "40/10cm"},
                                            {"--leave-share", fmt::format("0.{}", percent)}});
        if (!answer.answered)
            return;
        const auto result = nlohmann::json::parse(answer.result);
        const int half = result["heel_needles"];
        const int leave = result["heel_leave"];
        RC_ASSERT(2 * half == result["stitches"].get<int>());
        RC_ASSERT((half - leave) % 2 == 0 && std::abs(leave - half * percent / 100.0) <= 1.0 + 1e-9);
        const int rows = half - leave + result["foot_rows"].get<int>() + result["toe_rows"].get<int>();
        RC_ASSERT(std::abs(rows - foot * 0.4) <= 0.5 + 1e-9);
    });
    QVERIFY(!asked("sock 8 cm foot-girth 24 cm ease -8 28/10cm 40/10cm").contains("between heel and toe"));
    QVERIFY(asked("sock 25.5 cm foot-girth 24 cm ease -8 leave-share third 28/10cm 40/10cm")
                .contains("between heel and toe"));
}

void TestReckoner::sumsAtTheMachine() {
    const auto needles = resultOf("needles", {{"--stitches", "147"}});
    QCOMPARE(needles["from"].get<std::string>(), std::string("L73"));
    QCOMPARE(needles["to"].get<std::string>(), std::string("R74"));
    const auto repeats = resultOf("repeats", {{"--over", "147"}, {"--repeat", "12"}, {"--plus", "3"}});
    QCOMPARE(repeats["times"].get<int>(), 12);
    QCOMPARE(repeats["left"].get<int>(), 0);
    QVERIFY(asked("repeats 10 repeat 12").contains("do not fit"));
    // 147 stitches came to 54 cm: 52 cm are 147 · 52 / 54 = 141.6.
    const auto right = resultOf("correct", {{"--count", "147"}, {"--made", "54cm"}, {"--wanted", "52cm"}});
    QCOMPARE(right["count"].get<int>(), 142);
    // 28.1 to 39.9: of seven rows five are taken.
    const auto ratio = resultOf("pickup", {{"--stitch-gauge", "28.1/10cm"}, {"--row-gauge", "39.9/10cm"}});
    QVERIFY(std::abs(ratio["ratio"].get<double>() - 28.1 / 39.9) < 1e-9);
    QVERIFY(std::abs(1.0 * ratio["needles"].get<int>() / ratio["rows"].get<int>() - 28.1 / 39.9) < 0.01);
    QVERIFY(asked("pickup 40/10cm 30/10cm").contains("more stitches than rows"));
    const auto top = resultOf("sleevetop", {{"--armhole", "24cm"}, {"--stitch-gauge", "28/10cm"}});
    QCOMPARE(top["stitches"].get<int>(), 134); // 48 cm are 134.4
    // Craft 4: a field of 40 is marked on L21 and R21, and 60 are cast on.
    const auto swatch = resultOf("swatch", {{"--stitches", "40"}, {"--rows", "60"}});
    QCOMPARE(swatch["marker_left"].get<std::string>(), std::string("L21"));
    QCOMPARE(swatch["marker_right"].get<std::string>(), std::string("R21"));
    QCOMPARE(swatch["from"].get<std::string>(), std::string("L30"));
    // A first run and a step of one's own.
    const auto steps = resultOf("spread", {{"--over", "40"}, {"--change", "-4"}, {"--first", "7"}, {"--step", "9"}});
    QCOMPARE(steps["positions"].get<std::vector<int>>(), (std::vector<int>{8, 17, 26, 35}));
    QCOMPARE(steps["plain_runs"].get<std::vector<int>>(), (std::vector<int>{7, 7, 7, 7, 4}));
    QVERIFY(asked("spread 40 -5 first 7 step 9").contains("do not fit"));
    const auto groups = resultOf("shortrow", {{"--needles", "23"}, {"--group", "5"}, {"--outward", ""}});
    QCOMPARE(groups["steps"].get<std::vector<int>>(), (std::vector<int>{3, 5, 5, 5, 5}));
    // The fourth goes first in every round: 147 less 37, and so on.
    const auto crown = resultOf("crown", {{"--over", "100"}, {"--every", "9"}, {"--first", "4"}});
    QCOMPARE(crown["rounds"][0]["events"].get<int>(), 11); // 4, 13, … 94
    // Two stripes of one yarn beside each other are one.
    const auto stripes = resultOf("stripes", {{"--heights", "4,4,4"}, {"--rows", "24"}, {"--yarns", "A,B,A"}});
    QCOMPARE(stripes["changes"].get<int>(), 4); // A B A|A B A
    QCOMPARE(stripes["ends"].get<int>(), 10);
    // Rows that are said are not passed over.
    const auto gauge = resultOf(
        "gauge",
        {{"--stitches", "40"}, {"--widths", "142mm,141mm,143mm"}, {"--rows", "50"}, {"--rule-rows", "40.1,39.9"}});
    QVERIFY(std::abs(gauge["rows_per_10cm"].get<double>() - 40.0) < 0.01);
    const SumAnswer told = reckon(
        "gauge",
        {{"--stitches", "40"}, {"--widths", "142mm,141mm,143mm"}, {"--rows", "50"}, {"--rule-rows", "40.1,39.9"}});
    QVERIFY(asText(told).find("50") != std::string::npos);
    // Decimal commas are refused, whatever their number.
    for (const char* list : {"142,5mm,141,5mm", "142,5,141,5mm"})
        QVERIFY_THROWS_EXCEPTION(
            UsageError,
            reckon("gauge",
                   {{"--stitches", "40"}, {"--widths", list}, {"--rows", "60"}, {"--heights", "150mm,151mm"}}));
    QCOMPARE(resultOf("heel", {{"--needles", "30"}, {"--leave", "12"}})["rows"].get<int>(), 35);
    QCOMPARE(resultOf("heel", {{"--needles", "30"}, {"--leave", "12"}})["rows_with_a_plain_one"].get<int>(), 36);
}

/// Knitted on paper: from the answer's events, row by row, the opening is held against an ellipse, or a line.
void TestReckoner::necksFollowTheirCurve() {
    int tried = 0;
    CHECK_PROPERTY("necks", [&] {
        const int width = *rc::gen::inRange(80, 320);
        const int depth = *rc::gen::inRange(40, 220);
        const int flat = *rc::gen::inRange(15, 60);
        const int straight = *rc::gen::inRange(0, 55);
        const std::string kind = *rc::gen::element<std::string>("round", "v", "square");
        const SumAnswer answer = reckon("neck", {{"--width", std::to_string(width) + "mm"},
                                                 {"--depth", std::to_string(depth) + "mm"},
                                                 {"--stitch-gauge", "28/10cm"},
                                                 {"--row-gauge", "40/10cm"},
                                                 {"--kind", kind},
                                                 {"--flat", std::to_string(flat)},
                                                 {"--straight", std::to_string(straight)}});
        if (!answer.answered)
            return;
        ++tried;
        const auto result = nlohmann::json::parse(answer.result);
        const int all = result["stitches"];
        const int rows = result["rows"];
        const int centre = result["centre"];
        const int side = result["each_side"];
        RC_ASSERT(std::abs(all - width * 0.28) <= 0.5);
        RC_ASSERT(std::abs(rows - depth * 0.4) <= 0.5);
        RC_ASSERT(centre + 2 * side == all);
        int gone = 0;
        int last = 0;
        for (const auto& event : result["events"]) {
            gone += event["stitches"].get<int>();
            last = event["after_row"];
        }
        RC_ASSERT(gone == side);
        RC_ASSERT(last + result["plain_after"].get<int>() == rows);
        if (kind == "square")
            RC_ASSERT(side == 0);
        if (kind == "round") {
            RC_ASSERT(std::abs(centre - all * flat / 100.0) <= 2.0 || centre > all * flat / 100.0);
            RC_ASSERT(last <= rows * (1.0 - straight / 100.0) + 1.0);
        }
        for (int row = 1; row < rows && kind != "square" && side > 0; ++row) {
            int by = 0;
            for (const auto& event : result["events"])
                by += event["after_row"].get<int>() < row ? event["stitches"].get<int>() : 0;
            double ideal = side;
            if (kind == "v") {
                ideal = std::min<double>(side, 1.0 + (side - 1.0) * row / std::max(1.0, rows - 2.0));
            } else {
                const double high = std::max(1.0, std::round(rows * (1.0 - straight / 100.0)));
                const double up = std::min(1.0, (row - 0.5) / high);
                ideal = std::min(2.0 * row, side * std::sqrt(1.0 - (1.0 - up) * (1.0 - up)));
            }
            RC_ASSERT(std::abs(by - ideal) <= 2.6);
        }
    });
    QVERIFY2(tried > 100, qPrintable(QString::number(tried)));
}

/// Row by row the needles never grow, both sides give the same, and the last row knits the top alone.
void TestReckoner::capsComeToTheirTop() {
    int tried = 0;
    CHECK_PROPERTY("caps", [&] {
        const int top = *rc::gen::inRange(4, 40);
        const int underarm = *rc::gen::inRange(0, 10);
        const int side = *rc::gen::inRange(4, 50);
        const int rows = *rc::gen::inRange(10, 90);
        const int around = top + 2 * underarm + 2 * side;
        const SumAnswer answer = reckon("cap", {{"--around", std::to_string(around)},
                                                {"--underarm", std::to_string(underarm)},
                                                {"--top", std::to_string(top)},
                                                {"--rows", std::to_string(rows)}});
        if (!answer.answered) {
            RC_ASSERT(side * 3 > rows);
            return;
        }
        ++tried;
        const auto needles = nlohmann::json::parse(answer.result)["needles"].get<std::vector<int>>();
        RC_ASSERT(static_cast<int>(needles.size()) == rows);
        RC_ASSERT(std::ranges::is_sorted(needles, std::greater()));
        RC_ASSERT(needles.front() <= around - 2 * underarm);
        RC_ASSERT(needles.back() == top);
        // A bell: half-way up, half of it is gone, if it is neither steep nor flat.
        if (side * 2 < rows)
            RC_ASSERT(std::abs(needles[static_cast<std::size_t>(rows / 2)] - (top + side)) <= 6);
    });
    QVERIFY2(tried > 100, qPrintable(QString::number(tried)));
    QVERIFY(asked("cap 97 top 20 rows 40").contains("same number on both sides"));
}

/// Parts follow each other on the counter as they are knitted; a tip and a thumb come to what is said of them.
void TestReckoner::aWholeSockAndMitten() {
    const auto sock = nlohmann::json::parse(reckon("sock", {{"--foot", "255mm"},
                                                            {"--foot-girth", "240mm"},
                                                            {"--ease", "-8"},
                                                            {"--stitch-gauge", "28/10cm"},
                                                            {"--row-gauge", "40/10cm"},
                                                            {"--cuff", "5cm"},
                                                            {"--leg", "12cm"}})
                                                .result);
    QCOMPARE(sock["cuff_rows"].get<int>(), 20);
    QCOMPARE(sock["leg_rows"].get<int>(), 48);
    // Heel and toe each take twice the rows out, one fewer, and a plain one.
    const int turned = 2 * sock["toe_rows"].get<int>();
    QCOMPARE(sock["rows"].get<int>(), 20 + 48 + turned + sock["foot_rows"].get<int>() + turned);
    const auto mitten = nlohmann::json::parse(reckon("mitten", {{"--palm", "205mm"},
                                                                {"--hand", "185mm"},
                                                                {"--thumb-girth", "66mm"},
                                                                {"--ease", "2"},
                                                                {"--stitch-gauge", "28/10cm"},
                                                                {"--row-gauge", "40/10cm"},
                                                                {"--cuff", "6cm"}})
                                                  .result);
    QCOMPARE(mitten["cuff_rows"].get<int>(), 24);
    const int fewer = mitten["tip_each_side_of_a_half"];
    QCOMPARE(mitten["tip_after_rows"].size(), static_cast<std::size_t>(fewer));
    QCOMPARE(mitten["tip_left"].get<int>(), mitten["stitches"].get<int>() / 2 - 2 * fewer);
    QVERIFY(mitten["tip_after_rows"].back().get<int>() < mitten["tip_rows"].get<int>());
    QVERIFY(std::abs(3 * mitten["tip_left"].get<int>() - mitten["stitches"].get<int>() / 2) <= 3);
    QCOMPARE(mitten["thumb_drawn_up"].get<int>(), (mitten["thumb_stitches"].get<int>() + 1) / 2);
}

void TestReckoner::cushionBandsGetNarrower() {
    const auto result = resultOf("cushion", {{"--cast-on", "112"},
                                             {"--bands", "4"},
                                             {"--fewer", "8"},
                                             {"--tube", "18"},
                                             {"--closing", "1"},
                                             {"--background", "10"}});
    QCOMPARE(result["stitches"].get<std::vector<int>>(), (std::vector<int>{112, 104, 96, 88}));
    // Above the last tube is no background; the counter says where each band ends.
    QCOMPARE(result["counter"].get<std::vector<int>>(), (std::vector<int>{29, 58, 87, 106}));
    QCOMPARE(result["rows"].get<int>(), 106);
    QCOMPARE(result["ends_at"].get<std::string>(), std::string("right"));
    QVERIFY(asked("cushion 20 bands 4 fewer 8 tube 18 closing 1 background 10").contains("at once"));
}

void TestReckoner::panelsFitTheBed() {
    CHECK_PROPERTY("no panel fewer would do", [] {
        const int width = *rc::gen::inRange(100, 3000);
        const int bed = *rc::gen::inRange(30, 220);
        const int seams = *rc::gen::inRange(0, 4);
        const auto result = resultOf("panels", {{"--width", std::to_string(width) + "mm"},
                                                {"--stitch-gauge", "28/10cm"},
                                                {"--bed", std::to_string(bed)},
                                                {"--seams", std::to_string(seams)}});
        const int panels = result["panels"];
        const int each = result["each"];
        RC_ASSERT(each <= bed);
        const int eaten = panels > 1 ? seams : 0;
        RC_ASSERT(std::abs((each - eaten) * panels - width * 0.28) <= panels / 2.0 + 1e-9);
        if (panels > 1)
            RC_ASSERT(std::lround(width * 0.28 / (panels - 1)) + (panels > 2 ? seams : 0) > bed);
    });
}

void TestReckoner::ballsAreEnough() {
    CHECK_PROPERTY("no ball fewer would do", [] {
        const int grams = *rc::gen::inRange(1, 3000);
        const int ball = *rc::gen::inRange(10, 200);
        const int spare = *rc::gen::inRange(0, 40);
        const auto result = resultOf(
            "balls",
            {{"--grams", std::to_string(grams)}, {"--ball", std::to_string(ball)}, {"--spare", std::to_string(spare)}});
        const double needed = grams * (100 + spare) / 100.0;
        const int balls = result["balls"];
        RC_ASSERT(balls * ball >= needed - 1e-6);
        RC_ASSERT((balls - 1) * ball < needed);
        RC_ASSERT(std::abs(result["left_over"].get<double>() - (balls * ball - needed)) < 1e-6);
    });
}

void TestReckoner::everyExampleHasAnAnswer() {
    QCOMPARE(sums().size(), 36u);
    for (const Sum& sum : sums()) {
        const auto question = parseQuestion(sum.example, {});
        QVERIFY2(question, question.problem.c_str());
        QCOMPARE((*question).sum, &sum);
        const SumAnswer answer = reckon(sum.name, (*question).given);
        QVERIFY2(answer.answered, sum.name);
        QVERIFY2(!render(answer.headline).empty(), sum.name);
        QVERIFY2(!answer.working.empty(), sum.name);
        QVERIFY2(asText(answer).size() > 10, sum.name);
        QVERIFY2(usage(sum).find(sum.options.front().help) != std::string::npos, sum.name);
    }
}

void TestReckoner::questions_data() {
    QTest::addColumn<QString>("line");
    QTest::addColumn<QString>("says");
    QTest::newRow("in order") << "count 52 cm 28.1/10cm"
                              << "146";
    QTest::newRow("with names") << "count gauge 28.1/10cm length 52cm parity odd"
                                << "147";
    QTest::newRow("with dashes") << "count --gauge 28.1/10cm --length 52cm"
                                 << "146";
    QTest::newRow("a word finds its place") << "count 52 cm 28.1/10cm odd down"
                                            << "145";
    QTest::newRow("inches and a fraction") << "count 20 1/2 in 7/in"
                                           << "144";
    QTest::newRow("a list with spaces") << "gauge 40 142 mm, 141 mm 60 150 mm, 151 mm"
                                        << "28.3 stitches";
    QTest::newRow("the beginning of a name") << "butt 120 6 3 first 5 last 5"
                                             << "6, 27, 49, 70, 92, 113";
    QTest::newRow("minus") << "spread 120 -24"
                           << "96 stitches";
    QTest::newRow("parity that cannot be") << "taper 58 5 40"
                                           << "4 or 6 can";
    QTest::newRow("one side") << "taper 58 5 106 one"
                              << "every row × 1, then 2 rows × 52";
    QTest::newRow("carriage") << "carriage right 37"
                              << "ends left";
    QTest::newRow("flag") << "hem 4 cm 39.9/10cm single"
                          << "16 rows";
    QTest::newRow("nothing") << ""
                             << "Begin with a sum";
    QTest::newRow("no sum") << "multiply 3 4"
                            << "is no sum";
    QTest::newRow("two sums") << "han"
                              << "hang"; // hang alone begins so
    QTest::newRow("ambiguous") << "t"
                               << "the beginning of several sums";
    QTest::newRow("missing") << "slope 62"
                             << "--change is missing";
    QTest::newRow("too many") << "hang 57 85 3"
                              << "one value too many";
    QTest::newRow("a name without a value") << "slope change"
                                            << "what should it be";
    QTest::newRow("no unit") << "count 52 28.1/10cm"
                             << "--length";
    QTest::newRow("no gauge known") << "count 52 cm rows"
                                    << "no project with a gauge";
    QTest::newRow("no such value") << "slope 6x2 -4"
                                   << "a whole number from 1";
}

void TestReckoner::questions() {
    QFETCH(QString, line);
    QFETCH(QString, says);
    const QString answer = asked(line.toUtf8().constData());
    if (line == "han")
        QVERIFY(answer.contains("--needles is missing"));
    else
        QVERIFY2(answer.contains(says), qPrintable(answer));
}

void TestReckoner::whatTheProjectKnows() {
    const KnownFigures known = odilesFigures();
    // 28.136 stitches and 39.911 rows to 10 cm.
    QVERIFY(asked("count 52 cm", known).startsWith("146"));
    QVERIFY(asked("count 52 cm rows", known).startsWith("208")); // 207.5
    QVERIFY(asked("count 52 cm 30/10cm", known).startsWith("156"));
    QVERIFY(asked("count 52 cm 12 1", known).startsWith("145")); // 12 · 12 + 1
    QVERIFY(asked("hem 4 cm", known).startsWith("32 rows"));
    QVERIFY(asked("band 52 cm 2 cm folded", known).startsWith("146"));
    QVERIFY(asked("weight 96000", known).endsWith("g of yarn"));
    QVERIFY(asked("weight 10 1000 5000", known).startsWith("50 g"));
    QCOMPARE((*parseQuestion("band 52 cm 2 cm", known)).assumed,
             (std::vector<std::string>{"stitch-gauge", "row-gauge"}));
    QVERIFY((*parseQuestion("count 52 cm 30/10cm", known)).assumed.empty());
}

void TestReckoner::anythingTypedIsAnswered() {
    const std::vector<std::string> words = {"count", "52",       "cm",    "-",           "28/10cm", "1/0",   "even",
                                            "rows",  "--length", "slope", "-24",         "1/2",     "in",    "ähm",
                                            ",",     "142mm,",   "",      "99999999999", "gauge",   "spare", "taper",
                                            "nan",   "inf",      "0",     "lines",       "hang",    "\"",    "%"};
    const KnownFigures known = odilesFigures();
    CHECK_PROPERTY("an answer, a finding, or a sentence", [&] {
        std::string line;
        for (int i = 0; i < *rc::gen::inRange(0, 8); ++i)
            line += words[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(words.size())))] + " ";
        RC_ASSERT(!asked(line.c_str(), *rc::gen::arbitrary<bool>() ? known : KnownFigures{}).isEmpty());
    });
}

void TestReckoner::decimalCommasAreNotLists() {
    for (const char* text : {"142,5mm", "142,5", "28,1", "14,25cm"}) {
        QVERIFY2(!parseLengths(text), text);
        QVERIFY2(!parseNumbers(text), text);
        QVERIFY2(ambiguousList(text).find("write ") != std::string::npos, text);
    }
    QCOMPARE(parseLengths("142.0,141.5mm").value->size(), 2u);
    QCOMPARE(parseLengths("142mm,141mm").value->size(), 2u);
    QCOMPARE(parseLengths("150,151mm").value->size(), 2u);
    QCOMPARE(parseLengths("142, 5mm").value->size(), 2u);
    QCOMPARE(parseNumbers("9,8,7").value->size(), 3u);
    QCOMPARE(parseNumbers("28.5,28").value->size(), 2u);
    QCOMPARE(parseLength("142,5mm").value->mm(), 142.5); // alone, the comma is a decimal one
    QVERIFY_EXCEPTION_THROWN(
        reckon("gauge", {{"--stitches", "40"}, {"--widths", "142,5mm"}, {"--rows", "60"}, {"--heights", "150mm"}}),
        UsageError);
}

void TestReckoner::countsBeyondAnyBedAreRefused() {
    QVERIFY(!parseReading("1e9/10cm", LengthUnit::none));
    QVERIFY(!parseReading("2001/3cm", LengthUnit::none));
    QVERIFY(parseReading("34/12cm", LengthUnit::none));
    QVERIFY(!reckon("band",
                    {{"--edge", "99m"}, {"--depth", "2cm"}, {"--stitch-gauge", "400/10cm"}, {"--row-gauge", "40/10cm"}})
                 .answered);
    QVERIFY(!reckon("count", {{"--length", "99m"}, {"--gauge", "9999/10cm"}}).answered);
}

void TestReckoner::numbersStandBeforeOrAfterTheirWords_data() {
    QTest::addColumn<QString>("line");
    QTest::addColumn<QString>("same");
    const QString slope = "slope rows 62 change -24 lines 3";
    for (const char* line :
         {"slope 62 rows 24 fewer 3 lines", "slope 62 -24 lines 3", "slope rows 62 fewer 24 lines 3",
          "slope 24 fewer 62 rows 3 lines", "slope 62 rows, 24 less, 3 lines", "how slope 62 rows 24 fewer 3 lines",
          "slope for 62 rows and 24 fewer with 3 lines", "slope 3 lines 62 rows 24 fewer"})
        QTest::newRow(line) << line << slope;
    QTest::newRow("more") << "slope 62 rows 24 more"
                          << "slope rows 62 change 24";
    QTest::newRow("count") << "how many count 52 cm 28.1/10cm even"
                           << "count length 52cm gauge 28.1/10cm parity even";
    QTest::newRow("band") << "band 52 cm edge 2 cm depth folded 28/10cm 40/10cm"
                          << "band edge 52cm depth 2cm folded stitch-gauge 28/10cm row-gauge 40/10cm";
    QTest::newRow("spread") << "spread 91 stitches 18 fewer"
                            << "spread over 91 change -18";
    QTest::newRow("holes") << "buttonholes 120 stitches 6 holes 3 size"
                           << "buttonholes over 120 holes 6 size 3";
    QTest::newRow("line") << "slope 62 rows 24 fewer 1 line"
                          << "slope rows 62 change -24 lines 1";
}

void TestReckoner::numbersStandBeforeOrAfterTheirWords() {
    QFETCH(QString, line);
    QFETCH(QString, same);
    const auto question = parseQuestion(line.toStdString(), {});
    QVERIFY2(question.value.has_value(), question.problem.c_str());
    const auto wanted = parseQuestion(same.toStdString(), {});
    QVERIFY2(wanted.value.has_value(), wanted.problem.c_str());
    const SumAnswer answer = reckon((*question).sum->name, (*question).given);
    QCOMPARE(answer.result, reckon((*wanted).sum->name, (*wanted).given).result);
    QVERIFY(answer.answered);
}

QTEST_APPLESS_MAIN(TestReckoner)
#include "tst_reckoner.moc"
