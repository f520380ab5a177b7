// SPDX-License-Identifier: GPL-3.0-or-later
// Where joins lie in the pictures of their pieces: held against what is covered there, stitch by stitch.
#include "support/check_property.h"
#include "support/projects.h"
#include "support/random_projects.h"

#include "core/article/articles.h"
#include "core/format/project_json.h"
#include "core/joining/edge_places.h"

#include <QTest>

#include <cmath>
#include <set>

using namespace vestimen;
using namespace vestimen::test;

namespace {

using Covered = std::set<std::pair<int, int>>; // slot and row

Covered coveredBy(const FabricPicture& picture) {
    Covered all;
    for (const FabricBlock& block : picture.blocks)
        for (int row = block.from; row < block.to; ++row)
            for (int slot = block.firstSlot; slot <= block.lastSlot; ++slot)
                all.emplace(slot, row);
    return all;
}

/// Each place that a join takes is at the edge of what is knitted, or on a stitch of it. How many are seen.
std::size_t check(const Along& along, const WorkedPiece& piece, const FabricPicture& picture, const Covered& covered) {
    const std::vector<PicturePoint> places = placesOf(along, piece.fabric, picture);
    for (const PicturePoint& each : places) {
        const int slot = static_cast<int>(std::floor(each.slot));
        const int row = static_cast<int>(std::floor(each.row));
        const bool isSide = along.of == Along::Of::edge || along.of == Along::Of::allRows;
        const bool isTop = along.of == Along::Of::kept || along.of == Along::Of::bound;
        const bool onIt = isSide  ? covered.contains({slot, row}) || covered.contains({slot - 1, row})
                          : isTop ? covered.contains({slot, row - 1})
                                  : covered.contains({slot, row});
        if (!onIt)
            RC_FAIL(piece.program.piece + " " + along.name + ": " + std::to_string(each.slot) + ", " +
                    std::to_string(each.row));
    }
    return places.size();
}

void checkAll(const Project& project) {
    const Worked worked = work(project);
    std::map<PieceKey, FabricPicture> pictures;
    std::map<PieceKey, Covered> covered;
    for (const WorkedPiece& each : worked.pieces) {
        pictures[each.key] = pictureOf(each.fabric, each.program);
        covered[each.key] = coveredBy(pictures[each.key]);
    }
    for (const PlannedJoin& join : worked.plannedJoins)
        for (const PlannedEdge* edge : {&join.first, &join.second}) {
            std::size_t seen = 0;
            for (const Along& along : edge->line)
                if (const WorkedPiece* piece = worked.piece(along.piece))
                    seen += check(along, *piece, pictures[along.piece], covered[along.piece]);
            if (seen == 0 && !edge->line.empty()) {
                RC_LOG() << toJson(project);
                RC_FAIL(join.key + ": nothing of it is seen");
            }
        }
}

} // namespace

class TestEdgePlaces : public QObject {
    Q_OBJECT

private slots:
    void sidesRunUpTheirPiece();
    void everyJoinIsSeen();
    void everyRandomJoinIsSeen();
};

/// Of a plain pullover: as many places as rows, one above the other, at the outermost needles; a shoulder's at its top.
void TestEdgePlaces::sidesRunUpTheirPiece() {
    const Worked worked = work(odilesPullover());
    const WorkedPiece& back = *worked.piece("back");
    const FabricPicture picture = pictureOf(back.fabric, back.program);
    for (const auto& [name, boundary] :
         {std::pair{"side_left", picture.firstSlot}, {"side_right", picture.lastSlot + 1}}) {
        const auto places = placesOf({back.key, name}, back.fabric, picture);
        QCOMPARE(static_cast<int>(places.size()), back.fabric.edgeRows(name));
        for (std::size_t i = 0; i < places.size(); ++i) {
            QCOMPARE(places[i].slot, static_cast<double>(boundary));
            QCOMPARE(places[i].row, static_cast<double>(i) + 0.5);
        }
    }
    const auto shoulder = placesOf({back.key, "shoulder_left", Along::Of::kept}, back.fabric, picture);
    QCOMPARE(shoulder.size(), back.fabric.kept.at("shoulder_left").size());
    for (std::size_t i = 1; i < shoulder.size(); ++i)
        QVERIFY(shoulder[i].slot == shoulder[i - 1].slot + 1.0 && shoulder[i].row >= shoulder[i - 1].row);
    QVERIFY(placesOf({back.key, "no_such", Along::Of::kept}, back.fabric, picture).empty());
    QVERIFY(placesOf({back.key, "no_such"}, back.fabric, picture).empty());
}

void TestEdgePlaces::everyJoinIsSeen() {
    CHECK_PROPERTY("joins of every article", [] {
        Project project = ilkesPullover();
        const std::size_t article = *rc::gen::inRange<std::size_t>(0, allArticles().size());
        project.article = allArticles()[article];
        project.wearer = withBorrowedMeasures(project.wearer);
        useUsualEase(project.article, project.ease);
        project.pins.clear();
        checkAll(project);
    });
}

void TestEdgePlaces::everyRandomJoinIsSeen() {
    CHECK_PROPERTY("joins of random garments and hats", [] {
        Project project = randomProject();
        if (*rc::gen::inRange(0, 4) == 0) {
            project.article = randomHat();
            project.pins.clear();
            useUsualEase(project.article, project.ease);
        }
        checkAll(project);
    });
}

QTEST_APPLESS_MAIN(TestEdgePlaces)
#include "tst_edge_places.moc"
