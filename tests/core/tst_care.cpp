// SPDX-License-Identifier: GPL-3.0-or-later
// What is due on a machine: by the day, by hours, and by what the machine has.
#include "core/machine/care.h"

#include <QTest>

#include <set>

using namespace vestimen;

namespace {

std::vector<CareTick> allTicked(const Machine& machine, const std::string& day, double hours) {
    std::vector<CareTick> ticks;
    for (const CareCheck* each : careOf(machine))
        ticks.push_back({each->key, day, hours});
    return ticks;
}

} // namespace

class TestCare : public QObject {
    Q_OBJECT

private slots:
    void everyMachineHasItsList();
    void byTheDay();
    void byHours();
};

void TestCare::everyMachineHasItsList() {
    for (const Machine& machine : genericMachines()) {
        std::set<std::string> keys;
        bool spring = false;
        bool beds = false;
        for (const CareCheck* each : careOf(machine)) {
            QVERIFY2(keys.insert(each->key).second, each->key);
            QVERIFY(std::string(each->text).back() == '.');
            QCOMPARE(each->everyHours > 0, each->time == CareTime::hours);
            spring = spring || std::string(each->key) == "spring";
            beds = beds || std::string(each->key) == "beds";
        }
        QCOMPARE(spring, machine.hasMast); // what is not there is not asked for
        QCOMPARE(beds, machine.beds > 1);
        QVERIFY(keys.contains("clamps") && keys.contains("cone") && keys.contains("oil"));
    }
}

void TestCare::byTheDay() {
    const Machine& machine = genericMachines()[1];
    const auto due = [&](const std::vector<CareTick>& ticks, const char* day) {
        return dueCare(machine, CareTime::before, ticks, day, 5.0).size();
    };
    const std::size_t all = due({}, "2026-11-28");
    QVERIFY(all >= 6);
    auto ticks = allTicked(machine, "2026-11-28", 5.0);
    QCOMPARE(due(ticks, "2026-11-28"), std::size_t{0}); // quiet when it was done
    QCOMPARE(due(ticks, "2026-11-29"), all);
    QCOMPARE(due(ticks, "2026-11-27"), all); // a clock that was set back
    std::erase_if(ticks, [](const CareTick& each) { return each.check == "clamps"; });
    QCOMPARE(due(ticks, "2026-11-28"), std::size_t{1});
}

void TestCare::byHours() {
    const Machine& machine = genericMachines()[1];
    const auto due = [&](const std::vector<CareTick>& ticks, double hours) {
        std::set<std::string> keys;
        for (const CareCheck* each : dueCare(machine, CareTime::hours, ticks, "2026-11-28", hours))
            keys.insert(each->key);
        return keys;
    };
    QVERIFY(due({}, 0.0).empty());
    QVERIFY(due({}, 19.9).empty());
    QCOMPARE(due({}, 20.0), std::set<std::string>{"oil"});
    QCOMPARE(due({}, 100.0).size(), std::size_t{2});
    QCOMPARE(due({}, 200.0).size(), std::size_t{3});
    const auto ticks = allTicked(machine, "2026-01-01", 100.0);
    QVERIFY(due(ticks, 119.0).empty());
    QCOMPARE(due(ticks, 121.0), std::set<std::string>{"oil"});
    QCOMPARE(due(ticks, 10.0).size(), std::size_t{3}); // another workroom's hours: asked once more
}

QTEST_APPLESS_MAIN(TestCare)
#include "tst_care.moc"
