// SPDX-License-Identifier: GPL-3.0-or-later
// Pockets and buttonholes: what a hand finds in the fabric, not what was counted.
#include "support/check_property.h"
#include "support/projects.h"
#include "support/random_projects.h"

#include "core/article/garment/parts.h"
#include "core/bed/fabric_picture.h"
#include "core/finishing/left_to_do.h"
#include "core/format/program_json.h"
#include "core/format/project_json.h"
#include "core/record/corrections.h"
#include "core/shaping/edge_sums.h"
#include "core/ways_out.h"

#include <map>
#include <set>

using namespace vestimen;
using namespace vestimen::test;

namespace {

constexpr std::array bothSides = {Side::left, Side::right};

Length mm(double value) {
    return Length::millimetres(value);
}

Project withPockets(PocketKind kind, Closure closure = Closure::pullover, Length trim = mm(20)) {
    Project project = odilesPullover();
    garment(project).pocket.kind = kind;
    garment(project).pocket.trim = trim;
    garment(project).opening.closure = closure;
    return project;
}

Project without(Project project) {
    garment(project).pocket.kind = PocketKind::none;
    return project;
}

const Fabric& frontAt(const Worked& worked, Side side) {
    return worked.piece(frontOf(std::get<Garment>(worked.article), side))->fabric;
}

/// Loops of a pass by the needle that they hang on.
std::map<int, LoopId> bySlot(const Fabric& fabric, int pass) {
    std::map<int, LoopId> loops;
    const Pass& its = fabric.passes.at(static_cast<std::size_t>(pass) - 1);
    for (LoopId loop = its.firstLoop; loop < its.firstLoop + its.loopCount; ++loop)
        loops[fabric.loops[loop].slot] = loop;
    return loops;
}

/// All that a loop was drawn through.
std::set<LoopId> parentsOf(const Fabric& fabric, LoopId loop) {
    std::set<LoopId> parents = {fabric.loops[loop].parent};
    for (const auto& [of, parent] : fabric.moreParents)
        if (of == loop)
            parents.insert(parent);
    return parents;
}

std::vector<NamedEdge> flapsOf(const Fabric& fabric) {
    std::vector<NamedEdge> flaps;
    std::ranges::copy_if(fabric.edges, std::back_inserter(flaps),
                         [](const NamedEdge& each) { return each.name == flapEdge; });
    return flaps;
}

const NamedEdge& edgeOf(const Fabric& fabric, const std::string& name) {
    const auto found = std::ranges::find(fabric.edges, name, &NamedEdge::name);
    return found == fabric.edges.end() ? throw std::out_of_range(name) : *found;
}

/// What a hand checks of an inside pocket; empty where it is right.
std::string wrongInside(const Worked& worked, Side side) {
    const Garment& chosen = std::get<Garment>(worked.article);
    const WorkedPiece& piece = *worked.piece(frontOf(chosen, side));
    const Fabric& front = piece.fabric;
    const FabricPicture picture = pictureOf(front, piece.program);
    const std::string name = side == Side::left ? "pocket_left" : "pocket_right";
    const std::vector<NamedEdge> flaps = flapsOf(front);
    const NamedEdge& firstDown = edgeOf(front, name + "_left_down");
    const auto flap = std::ranges::find_if(flaps, [&](const NamedEdge& each) {
        return each.firstPass <= firstDown.firstPass && firstDown.lastPass <= each.lastPass;
    });
    if (flap == flaps.end())
        return "no flap";
    // Its mouth: each needle goes on from the front below it, and the front above goes on from its last row.
    const std::map<int, LoopId> first = bySlot(front, flap->firstPass);
    const std::map<int, LoopId> last = bySlot(front, flap->lastPass);
    int before = flap->firstPass - 1;
    int after = flap->lastPass + 1;
    for (const NamedEdge& other : flaps) { // the other pocket may lie between
        before = before == other.lastPass ? other.firstPass - 1 : before;
        after = after == other.firstPass ? other.lastPass + 1 : after;
    }
    const std::map<int, LoopId> below = bySlot(front, before);
    const std::map<int, LoopId> above = bySlot(front, after);
    for (const auto& [slot, loop] : first) {
        if (!below.contains(slot) || !parentsOf(front, loop).contains(below.at(slot)))
            return "the bag does not go on from the front";
        if (!above.contains(slot) || !parentsOf(front, above.at(slot)).contains(last.at(slot)))
            return "the front does not go on from the bag";
    }
    // The front knits on over it from where its yarn hung: at the same edge.
    const Pass& lastOfFront = front.passes[static_cast<std::size_t>(before) - 1];
    const Pass& nextOfFront = front.passes[static_cast<std::size_t>(after) - 1];
    const int hung = front.loops[lastOfFront.firstLoop + lastOfFront.loopCount - 1].slot;
    if (std::abs(hung - front.loops[nextOfFront.firstLoop].slot) > 1)
        return "the front's yarn lies across the bag";
    // A yarn of its own, and no other.
    for (int pass = flap->firstPass; pass <= flap->lastPass; ++pass)
        if (front.passes[static_cast<std::size_t>(pass) - 1].yarn == lastOfFront.yarn)
            return "the bag is knitted with the front's yarn";
    // Corners: the stitch beside it was wrapped with the bag's yarn when it began and when it ended, at both sides.
    for (const Side edge : bothSides) {
        const int beside = edge == Side::left ? first.begin()->first - 1 : first.rbegin()->first + 1;
        std::set<bool> wrapped;
        for (const LoopId parent : parentsOf(front, above.at(beside)))
            if (front.loops[parent].kind == LoopKind::wrap)
                wrapped.insert(parent < front.passes[static_cast<std::size_t>(flap->firstPass) + 2].firstLoop);
        if (wrapped.size() != 2)
            return "a corner is open";
    }
    // Folded, its layers are as long as each other, and it hangs no lower than it may.
    for (const Side edge : bothSides) {
        const std::string of = name + (edge == Side::left ? "_left" : "_right");
        const int down = front.edgeRows(of + "_down");
        if (std::abs(down - front.edgeRows(of + "_up")) > 1)
            return "its layers differ";
        const FabricGauge& gauge = *worked.measured.gauge;
        for (const FabricBlock& block : picture.blocks)
            if (before - 1 >= block.firstPass && before - 1 <= block.lastPass &&
                gauge.height(Rows(block.from + before - block.firstPass - down)) < pocketClearance)
                return "it hangs out";
    }
    // The trim is a fold: its closing row took up the bag's first row again.
    const int trimmed = firstDown.firstPass - flap->firstPass;
    if ((trimmed > 0) != (chosen.pocket.trim > Length()))
        return "its mouth is not as chosen";
    if (trimmed > 0)
        for (const auto& [slot, loop] : bySlot(front, firstDown.firstPass)) {
            bool closed = false;
            for (const LoopId parent : parentsOf(front, loop))
                closed = closed ||
                         (front.loops[parent].kind == LoopKind::hung && front.loops[parent].parent == first.at(slot));
            if (!closed)
                return "the trim is not closed";
        }
    return {};
}

/// The slit's loops are all taken up, above and below.
std::string wrongSlit(const Worked& worked, Side side) {
    const Garment& chosen = std::get<Garment>(worked.article);
    const Fabric& front = frontAt(worked, side);
    const bool left = side == Side::left;
    const Fabric& bag = worked.piece(left ? pieces::leftPocket : pieces::rightPocket)->fabric;
    const std::vector<LoopId> upper = front.castOn.at(left ? "pocket_left" : "pocket_right");
    const bool trimmed = chosen.pocket.trim > Length();
    const auto& mouths = trimmed ? front.kept : front.bound;
    const std::vector<LoopId> mouth = mouths.at(left ? "mouth_left" : "mouth_right");
    if (upper.size() != mouth.size())
        return "its edges differ";
    for (std::size_t i = 0; i < upper.size(); ++i)
        if (front.loops[upper[i]].slot != front.loops[mouth[i]].slot)
            return "its edges do not lie above each other";
    if (bySlot(bag, 1).size() != upper.size())
        return "the bag hangs from fewer loops";
    if (trimmed &&
        bySlot(worked.piece(left ? pieces::leftPocketTrim : pieces::rightPocketTrim)->fabric, 1).size() != mouth.size())
        return "the trim hangs from fewer loops";
    return {};
}

/// Marks at four corners, as far apart as the patch has stitches and rows.
std::string wrongPatch(const Worked& worked, Side side) {
    const Fabric& front = frontAt(worked, side);
    const Fabric& patch = worked.piece(side == Side::left ? pieces::leftPocket : pieces::rightPocket)->fabric;
    std::map<int, std::set<int>> slotsByRow;
    for (const FabricMark& mark : front.marks)
        if (mark.as == "pocket")
            slotsByRow[mark.pass].insert(std::get<Needle>(mark.at).slot());
    if (slotsByRow.size() != 2)
        return "it has no two rows of marks";
    const auto& [low, lower] = *slotsByRow.begin();
    const auto& [high, upper] = *slotsByRow.rbegin();
    if (lower != upper || lower.size() % 2 != 0)
        return "its corners do not lie above each other";
    if (high - low != patch.edgeRows("side_left") || high - low != patch.edgeRows("side_right"))
        return "it is not as high as its place";
    auto first = side == Side::left || lower.size() == 2 ? lower.begin() : std::next(lower.begin(), 2);
    if (*std::next(first) - *first + 1 != static_cast<int>(bySlot(patch, 1).size()))
        return "it is not as wide as its place";
    return {};
}

std::string wrong(const Worked& worked) {
    const Garment& chosen = std::get<Garment>(worked.article);
    for (const Side side : bothSides) {
        if (!chosen.pocket.isAt(side))
            continue;
        std::string found;
        switch (chosen.pocket.kind) {
        case PocketKind::inside:
            found = wrongInside(worked, side);
            break;
        case PocketKind::slit:
            found = wrongSlit(worked, side);
            break;
        case PocketKind::patch:
            found = wrongPatch(worked, side);
            break;
        case PocketKind::none:
            break;
        }
        if (!found.empty())
            return found + (side == Side::left ? ", left" : ", right");
    }
    return {};
}

/// A pocket changes neither the front's shape nor any of its edges.
std::string changed(const Project& project, const Worked& worked) {
    const Worked plain = work(without(project));
    for (const WorkedPiece& piece : plain.pieces) {
        const WorkedPiece& now = *worked.piece(piece.key);
        for (const NamedEdge& edge : piece.fabric.edges)
            if (now.fabric.edgeRows(edge.name) != piece.fabric.edgeRows(edge.name))
                return piece.program.piece + " has other rows along " + edge.name;
        const FabricPicture one = pictureOf(piece.fabric, piece.program);
        const FabricPicture other = pictureOf(now.fabric, now.program);
        if (one.rows != other.rows || one.firstSlot != other.firstSlot || one.lastSlot != other.lastSlot)
            return piece.program.piece + " is drawn in another shape";
    }
    return {};
}

bool isClean(const Worked& worked) {
    return !worked.pieces.empty() && std::ranges::none_of(worked.findings, [](const Finding& each) {
        return each.severity == Severity::error || each.code == "open_turn";
    });
}

} // namespace

class TestPockets : public QObject {
    Q_OBJECT

private slots:
    void everyKindIsRightInTheHand_data();
    void everyKindIsRightInTheHand();
    void frontsMirrorEachOther_data();
    void frontsMirrorEachOther();
    void whereTheyCannotBe_data();
    void whereTheyCannotBe();
    void randomGarments();
    void ownBallsAreOfTheirYarn();
    void buttonholes_data();
    void buttonholes();
    void buttonedForShow();
    void buttonsAreDragged();
    void triedOn();
    void buttonsByDistance();
    void eyeletsForLargeButtonsAreWarnedOf();

private:
    static void slits(Project project);
};

void TestPockets::everyKindIsRightInTheHand_data() {
    QTest::addColumn<int>("kind");
    QTest::addColumn<int>("closure");
    QTest::addColumn<int>("panels");
    QTest::addColumn<int>("sides");
    QTest::addColumn<int>("trim");
    for (int kind = 1; kind < 4; ++kind)
        for (int closure = 0; closure < 2; ++closure)
            for (int panels = 0; panels < 4; ++panels)
                for (int sides = 0; sides < 3; ++sides)
                    for (const int trim : {0, 20})
                        QTest::addRow("kind %d, front %d, %d panels, sides %d, trim %d", kind, closure, panels + 1,
                                      sides, trim)
                            << kind << closure << panels << sides << trim;
}

void TestPockets::everyKindIsRightInTheHand() {
    QFETCH(int, kind);
    QFETCH(int, closure);
    QFETCH(int, panels);
    QFETCH(int, sides);
    QFETCH(int, trim);
    Project project = withPockets(static_cast<PocketKind>(kind), static_cast<Closure>(closure), mm(trim));
    Garment& chosen = garment(project);
    chosen.body.panels = static_cast<Panels>(panels);
    chosen.pocket.sides = static_cast<PocketSides>(sides);
    if (panels > 1) { // a middle is narrow
        chosen.pocket.width = mm(60);
        chosen.pocket.fromMiddle = mm(15);
    }
    for (const bool afterwards : {false, true}) {
        chosen.making.weltAfterwards = afterwards;
        const Worked worked = work(project);
        QVERIFY2(isClean(worked), listed(worked.findings));
        const std::string found = wrong(worked) + changed(project, worked);
        QVERIFY2(found.empty(), found.c_str());
        for (const WorkedPiece& piece : worked.pieces)
            QVERIFY(programFromJson(toJson(piece.program)) == piece.program);
    }
}

void TestPockets::frontsMirrorEachOther_data() {
    QTest::addColumn<int>("kind");
    for (int kind = 1; kind < 4; ++kind)
        QTest::addRow("kind %d", kind) << kind;
}

void TestPockets::frontsMirrorEachOther() {
    QFETCH(int, kind);
    for (const Length trim : {mm(0), mm(24)}) {
        Project project = withPockets(static_cast<PocketKind>(kind), Closure::cardigan, trim);
        garment(project).opening.hole = HoleKind::boundOff;
        const Worked worked = work(project);
        QVERIFY2(isClean(worked), listed(worked.findings));
        Program mirrored = mirrorImage(worked.piece(pieces::leftFront)->program);
        const Program& right = worked.piece(pieces::rightFront)->program;
        // The loops that are cast on beside a hole go the other way round, and nothing else.
        QCOMPARE(mirrored.operations.size(), right.operations.size());
        const auto withoutWords = [](const Program& program) {
            std::vector<Action> actions;
            for (const Operation& each : program.operations)
                if (!std::holds_alternative<operation::Say>(each.action))
                    actions.push_back(each.action);
            return actions;
        };
        QVERIFY(withoutWords(mirrored) == withoutWords(right));
    }
}

void TestPockets::whereTheyCannotBe_data() {
    QTest::addColumn<double>("height");
    QTest::addColumn<double>("depth");
    QTest::addColumn<double>("width");
    QTest::addColumn<double>("fromMiddle");
    QTest::addColumn<QString>("code");
    QTest::newRow("the bag hangs out") << 100.0 << 130.0 << 130.0 << 40.0 << "pocket_low";
    QTest::newRow("it comes to the neck") << 640.0 << 130.0 << 130.0 << 40.0 << "pocket_place";
    QTest::newRow("beyond the side") << 200.0 << 130.0 << 240.0 << 90.0 << "pocket_place";
    QTest::newRow("across the opening") << 200.0 << 130.0 << 130.0 << 0.0 << "pocket_place";
}

void TestPockets::whereTheyCannotBe() {
    QFETCH(double, height);
    QFETCH(double, depth);
    QFETCH(double, width);
    QFETCH(double, fromMiddle);
    QFETCH(QString, code);
    for (int kind = 1; kind < 4; ++kind) {
        Project project = withPockets(static_cast<PocketKind>(kind), Closure::cardigan);
        Garment::Pocket& pocket = garment(project).pocket;
        pocket.height = mm(height);
        pocket.depth = mm(depth);
        pocket.width = mm(width);
        pocket.fromMiddle = mm(fromMiddle);
        const Worked worked = work(project);
        QVERIFY2(hasFinding(worked.findings, code.toStdString()), listed(worked.findings));
        QVERIFY(worked.pieces.empty());
        for (const Finding& finding : worked.findings)
            if (code == QLatin1String(finding.code.text())) {
                const auto ways = waysOut(project, finding);
                QVERIFY2(!ways.empty(), render(finding.text).c_str());
                for (const WayOut& way : ways)
                    QVERIFY(!hasFinding(work(way.project).findings, code.toStdString()));
            }
    }
}

void TestPockets::randomGarments() {
    int drafted = 0;
    CHECK_PROPERTY("pockets in any front are right in the hand, or an error says why not", [&drafted] {
        Project project = randomProject();
        Garment& chosen = garment(project);
        chosen.pocket.kind = *rc::gen::element(PocketKind::inside, PocketKind::slit, PocketKind::patch);
        chosen.pocket.sides = *rc::gen::element(PocketSides::both, PocketSides::left, PocketSides::right);
        chosen.pocket.width = mm(between(40, 120));
        chosen.pocket.depth = mm(between(40, 140));
        chosen.pocket.height = chosen.pocket.depth + mm(between(10, 120));
        chosen.pocket.fromMiddle = mm(between(0, 60));
        chosen.pocket.trim = *rc::gen::arbitrary<bool>() ? mm(between(8, 30)) : Length();
        chosen.opening.hole = *rc::gen::element(HoleKind::eyelet, HoleKind::boundOff, HoleKind::slit,
                                                HoleKind::bridgedSlit, HoleKind::none);
        chosen.opening.apart = *rc::gen::arbitrary<bool>() ? mm(between(30, 120)) : Length();
        const Worked worked = work(project);
        if (worked.pieces.empty())
            return;
        if (std::ranges::any_of(worked.findings,
                                [](const Finding& each) { return each.severity == Severity::error; })) {
            RC_LOG() << toJson(project);
            RC_FAIL(listed(worked.findings).toStdString());
        }
        ++drafted;
        const std::string found = wrong(worked) + changed(project, worked);
        if (!found.empty()) {
            RC_LOG() << toJson(project);
            RC_FAIL(found);
        }
    });
    QVERIFY2(drafted > 15, qPrintable(QString::number(drafted)));
}

/// A bag in another yarn is weighed with that yarn, and one in the front's with it.
void TestPockets::ownBallsAreOfTheirYarn() {
    Project project = withPockets(PocketKind::inside);
    project.moreYarns.push_back(project.yarn);
    project.moreYarns.back().name = "Rust 4-ply";
    const Worked own = work(project);
    garment(project).pocket.yarn = 1;
    const Worked other = work(project);
    QCOMPARE(own.supplies.yarns.size(), std::size_t{1});
    QCOMPARE(other.supplies.yarns.size(), std::size_t{2});
    const Worked plain = work(without(project));
    QVERIFY(own.supplies.stitches > plain.supplies.stitches);
    QCOMPARE(other.supplies.yarns[0].stitches + other.supplies.yarns[1].stitches, own.supplies.yarns[0].stitches);
    // Two bags of two layers, less their trims.
    const int bags = other.supplies.yarns[1].stitches;
    const Fabric& front = other.piece(pieces::front)->fabric;
    const int rows = front.edgeRows("pocket_left_left_down") + front.edgeRows("pocket_left_left_up");
    const int wide = static_cast<int>(bySlot(front, edgeOf(front, "pocket_left_left_down").firstPass).size());
    QVERIFY(std::abs(bags - 2 * rows * wide) <= 8); // and what closes the corners
}

void TestPockets::buttonholes_data() {
    QTest::addColumn<int>("kind");
    QTest::addColumn<double>("button");
    QTest::addColumn<int>("side");
    for (int kind = 0; kind < 4; ++kind)
        for (const double button : {9.0, 15.0, 22.0, 30.0})
            for (int side = 0; side < 2; ++side)
                QTest::addRow("kind %d, button %.0f mm, side %d", kind, button, side) << kind << button << side;
}

void TestPockets::buttonholes() {
    QFETCH(int, kind);
    QFETCH(double, button);
    QFETCH(int, side);
    Project project = withPockets(PocketKind::none, Closure::cardigan);
    Garment::Opening& opening = garment(project).opening;
    opening.hole = static_cast<HoleKind>(kind);
    opening.button = mm(button);
    opening.holes = static_cast<Side>(side);
    opening.buttons = 5;
    if (isSlit(opening.hole))
        return slits(project);
    const Worked worked = work(project);
    QVERIFY2(isClean(worked), listed(worked.findings));
    const bool left = opening.holes == Side::left;
    const Fabric& holes = worked.piece(left ? pieces::leftBand : pieces::rightBand)->fabric;
    const Fabric& buttons = worked.piece(left ? pieces::rightBand : pieces::leftBand)->fabric;
    // By row: the needles whose loops were wound on or made from nothing.
    std::map<int, std::vector<int>> gaps;
    for (std::size_t pass = 0; pass < holes.passes.size(); ++pass)
        for (const auto& [slot, loop] : bySlot(holes, static_cast<int>(pass) + 1)) {
            const Loop its = holes.loops[loop];
            const bool wound =
                its.kind == LoopKind::knit && its.parent != noLoop && holes.loops[its.parent].kind == LoopKind::castOn;
            if (its.kind == LoopKind::empty || wound)
                gaps[static_cast<int>(pass)].push_back(slot);
        }
    // Both layers have them, needle above needle, as far from the fold.
    QCOMPARE(gaps.size(), std::size_t{2});
    const auto& [outerRow, outer] = *gaps.begin();
    const auto& [innerRow, inner] = *gaps.rbegin();
    QCOMPARE(outer, inner);
    const int layers = static_cast<int>(holes.passes.size()) - 1; // the last closes them
    QCOMPARE(2 * outerRow, 2 * (innerRow - layers / 2));
    std::vector<std::pair<int, int>> runs;
    for (const int slot : outer)
        if (runs.empty() || runs.back().second + 1 != slot)
            runs.emplace_back(slot, slot);
        else
            runs.back().second = slot;
    QCOMPARE(runs.size(), std::size_t{5});
    const double stitch = worked.measured.gauge->stitches.unit().mm();
    std::vector<int> middles;
    for (const auto& [first, last] : runs) {
        if (opening.hole == HoleKind::boundOff) { // the button goes through, and does not slip out
            QVERIFY((last - first + 1) * stitch <= std::max(button, 2 * stitch));
            QVERIFY((last - first + 1) * stitch > button - stitch);
        } else {
            QVERIFY(last - first < 2);
        }
        middles.push_back(first + last);
    }
    // Across from them on the other band, which hangs the other way: a mark in the middle of each.
    std::vector<int> marks;
    for (const FabricMark& mark : buttons.marks)
        if (mark.as == "button")
            marks.push_back(std::get<Needle>(mark.at).slot());
    QCOMPARE(marks.size(), middles.size());
    std::ranges::sort(marks, std::greater());
    const auto all = bySlot(holes, 1);
    const int ends = all.begin()->first + all.rbegin()->first;
    for (std::size_t i = 0; i < marks.size(); ++i)
        QVERIFY(std::abs(2 * marks[i] - (2 * ends - middles[i])) <= 1);
    QVERIFY(std::ranges::none_of(holes.marks, [](const FabricMark& mark) { return mark.as == "button"; }));
}

/// In both layers each column of stitches goes on alone for as many rows as the button is across, from the row below
/// the slit to the one above; only a bridge lies across.
void TestPockets::slits(Project project) {
    const Garment::Opening& opening = garment(project).opening;
    garment(project).opening.band.depth = mm(45);
    const bool bridged = opening.hole == HoleKind::bridgedSlit;
    const Worked worked = work(project);
    const Length row = worked.measured.gauge->rows.unit();
    if (bridged && opening.button > row * 7.0) {
        QVERIFY2(hasFinding(worked.findings, "buttonhole_size"), listed(worked.findings));
        for (const Finding& finding : worked.findings)
            if (finding.code == "buttonhole_size")
                QVERIFY(!waysOut(project, finding).empty());
        return;
    }
    QVERIFY2(isClean(worked), listed(worked.findings));
    const bool left = opening.holes == Side::left;
    const WorkedPiece& band = *worked.piece(left ? pieces::leftBand : pieces::rightBand);
    const WorkedPiece& other = *worked.piece(left ? pieces::rightBand : pieces::leftBand);
    const Fabric& fabric = band.fabric;
    // By column, how many stitches were knitted in it: all alike, and as many as on the band without holes.
    const auto columns = [](const Fabric& of) {
        std::map<int, int> all;
        for (const Pass& pass : of.passes)
            for (LoopId loop = pass.firstLoop; loop < pass.firstLoop + pass.loopCount; ++loop)
                ++all[of.loops[loop].slot];
        return all;
    };
    for (const auto& [slot, stitches] : columns(fabric))
        QCOMPARE(stitches, static_cast<int>(other.fabric.passes.size()));
    QCOMPARE(fabric.edgeRows("end_left"), other.fabric.edgeRows("end_left"));
    QCOMPARE(fabric.edgeRows("end_right"), other.fabric.edgeRows("end_right"));
    // A slit: neighbours that pass after pass are not knitted together. Each is as high as its button, and there are
    // two layers of them.
    std::map<int, int> apart; // by the needle to its right, passes in which it knits and its left neighbour does not
    for (std::size_t pass = 0; pass < fabric.passes.size(); ++pass) {
        const auto row_ = bySlot(fabric, static_cast<int>(pass) + 1);
        for (const auto& [slot, loop] : row_)
            if (slot > bySlot(fabric, 1).begin()->first && !row_.contains(slot - 1))
                ++apart[slot];
    }
    QCOMPARE(apart.size(), std::size_t{5});
    for (const auto& [slot, passes] : apart) {
        const int rows = passes / 2 + (bridged ? 1 : 0); // and the row of the bridge
        QVERIFY2(row * rows <= std::max(opening.button, row * 3.0), qPrintable(QString::number(rows)));
        QVERIFY(row * (rows + 2) > opening.button);
    }
    // Ends: two for each stretch but the last, in two layers; none of a bridge.
    QCOMPARE(fabric.ends - other.fabric.ends, bridged ? 0 : 2 * 2 * 5);
    QVERIFY(programFromJson(toJson(band.program)) == band.program);
}

/// Fronts that do not open: no stitch of a band is moved or bound off, and both have the same buttons' marks.
void TestPockets::buttonedForShow() {
    Project project = withPockets(PocketKind::none, Closure::cardigan);
    garment(project).opening.hole = HoleKind::none;
    garment(project).opening.buttons = 5;
    const Worked worked = work(project);
    QVERIFY2(isClean(worked), listed(worked.findings));
    garment(project).opening.buttons = 0;
    const Worked bare = work(project);
    for (const PieceKey key : {pieces::leftBand, pieces::rightBand}) {
        const WorkedPiece& band = *worked.piece(key);
        QCOMPARE(band.fabric.loops.size(), bare.piece(key)->fabric.loops.size());
        QCOMPARE(band.fabric.ends, bare.piece(key)->fabric.ends);
        int marks = 0;
        for (const FabricMark& mark : band.fabric.marks)
            marks += mark.as == "button" || mark.as == "below a button" ? 1 : 0;
        QCOMPARE(marks, 5);
        QCOMPARE(band.marks.spots.size(), std::size_t{5});
        for (const MarkedSpot& spot : band.marks.spots)
            QVERIFY(!spot.isHole);
    }
    const auto chores = leftToDo(project, worked);
    const auto buttons = std::ranges::find(chores, std::string("buttons"), &Chore::key);
    QVERIFY(buttons != chores.end());
    QVERIFY2(render(buttons->what).starts_with("5 "), render(buttons->what).c_str()); // not ten
}

/// Each handle of a band pulls at what it shows: the first and the last at the margins, the second at the distance.
void TestPockets::buttonsAreDragged() {
    Project project = withPockets(PocketKind::none, Closure::cardigan);
    garment(project).opening.buttons = 5;
    const auto dragOf = [](const Worked& worked, HandleKey key) {
        for (const Handle& handle : worked.piece(pieces::leftBand)->handles)
            if (handle.key == key)
                return std::optional(handle);
        return std::optional<Handle>();
    };
    const auto spots = [](const Worked& worked) {
        std::vector<double> all;
        for (const MarkedSpot& spot : worked.piece(pieces::leftBand)->marks.spots)
            all.push_back(spot.x);
        return all;
    };
    garment(project).opening.margin = mm(30);
    const Worked before = work(project);
    const Worked first = work(dragged(project, *dragOf(before, parts::buttonhole), 4));
    const Worked last = work(dragged(project, *dragOf(before, parts::lastButtonhole), 4));
    QCOMPARE(spots(first), spots(last)); // both ends alike
    QVERIFY(std::abs(std::abs(spots(first).front() - spots(before).front()) - 4.0) <= 1.0);
    QVERIFY(!dragOf(before, parts::nextButtonhole));
    garment(project).opening.apart = mm(80);
    const Worked byDistance = work(project);
    QVERIFY(!dragOf(byDistance, parts::lastButtonhole));
    const Worked wider = work(dragged(project, *dragOf(byDistance, parts::nextButtonhole), 6));
    QVERIFY(std::abs(spots(wider)[1] - spots(wider)[0]) > std::abs(spots(byDistance)[1] - spots(byDistance)[0]));
    QCOMPARE(spots(wider).front(), spots(byDistance).front());
}

/// It is stopped to be tried on before holes are made, and before a welt that can wait; nowhere else.
void TestPockets::triedOn() {
    const auto stops = [](const Worked& worked) {
        std::set<std::string> pieces;
        for (const WorkedPiece& each : worked.pieces)
            for (const Operation& operation : each.program.operations)
                if (const auto* say = std::get_if<operation::Say>(&operation.action); say && say->code == "try_on")
                    pieces.insert(each.program.piece);
        return pieces;
    };
    Project project = withPockets(PocketKind::none, Closure::cardigan);
    QCOMPARE(stops(work(project)), std::set<std::string>{"left_band"});
    garment(project).opening.holes = Side::right;
    QCOMPARE(stops(work(project)), std::set<std::string>{"right_band"});
    garment(project).opening.hole = HoleKind::none;
    QCOMPARE(stops(work(project)), std::set<std::string>{});
    garment(project).making.weltAfterwards = true;
    const auto welts = stops(work(project));
    QVERIFY(welts.contains("back") && welts.contains("left_front") && welts.contains("left_sleeve"));
}

void TestPockets::buttonsByDistance() {
    Project project = withPockets(PocketKind::none, Closure::cardigan);
    garment(project).opening.apart = mm(70);
    garment(project).opening.margin = mm(25);
    const Worked worked = work(project);
    QVERIFY2(isClean(worked), listed(worked.findings));
    const WorkedPiece& band = *worked.piece(pieces::leftBand);
    const double stitch = worked.measured.gauge->stitches.unit().mm();
    const auto& spots = band.marks.spots;
    QVERIFY(spots.size() >= 4);
    double most = 0.0;
    for (std::size_t i = 1; i < spots.size(); ++i)
        most = std::max(most, std::abs(spots[i].x - spots[i - 1].x) * stitch);
    // No wider than was said than what is left over, shared; one more would lie closer than was said.
    QVERIFY(most >= 70.0 - stitch);
    QVERIFY(most * static_cast<double>(spots.size() - 1) / static_cast<double>(spots.size()) < 70.0 + stitch);
    const auto needles = bySlot(band.fabric, 1);
    const double fromEnd = (needles.rbegin()->first + 1 - spots.front().x) * stitch;
    QVERIFY(std::abs(fromEnd - 25.0) < 3 * stitch);
}

void TestPockets::eyeletsForLargeButtonsAreWarnedOf() {
    Project project = withPockets(PocketKind::none, Closure::cardigan);
    garment(project).opening.button = mm(28);
    const Worked worked = work(project);
    const auto found = std::ranges::find(worked.findings, FindingCode("buttonhole_size"), &Finding::code);
    QVERIFY(found != worked.findings.end());
    const auto ways = waysOut(project, *found);
    QVERIFY(!ways.empty());
    QVERIFY(garment(ways.front().project).opening.hole == HoleKind::boundOff);
}

QTEST_GUILESS_MAIN(TestPockets)
#include "tst_pockets.moc"
