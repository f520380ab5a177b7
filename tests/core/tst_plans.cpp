// SPDX-License-Identifier: GPL-3.0-or-later
// What holds of every plan, whatever it is a plan of: things are in order, what is referred to is there, what is kept
// open is used.
#include "support/check_property.h"
#include "support/projects.h"
#include "support/random_projects.h"

#include "core/article/articles.h"
#include "core/work.h"

#include <algorithm>
#include <map>
#include <set>

using namespace vestimen;

namespace {

using Names = std::set<std::string>;

/// What a piece has by name, as its stages and edges say.
struct Named {
    Names edges;
    Names kept;
    Names bound;
    Names castOn;
    Names hungWithin; ///< kept loops that its own stages hang again
    Names castHung;   ///< the same of loops that were cast on
};

bool isRising(const std::vector<Due>& dues) {
    return std::ranges::is_sorted(dues, {}, &Due::row);
}

void collect(const std::vector<Stage>& stages, const std::vector<Edge>& edges, Named& named) {
    RC_ASSERT(std::ranges::is_sorted(stages, {}, &Stage::at));
    for (const Edge& edge : edges) {
        RC_ASSERT(isRising(edge.due));
        RC_ASSERT((edge.due.empty() || edge.from <= edge.due.front().row));
        // Of sides that it has.
        const auto insert = [&](Names& names, const std::string& left, const std::string& right) {
            if (edge.at != Edge::At::right)
                names.emplace(left);
            if (edge.at != Edge::At::left)
                names.emplace(right);
        };
        if (const auto* bound = std::get_if<BoundOff>(&edge.way))
            insert(named.bound, bound->left, bound->right);
        if (const auto* wound = std::get_if<WoundOn>(&edge.way))
            insert(named.castOn, wound->left, wound->right);
        if (const auto* off = std::get_if<TakenOff>(&edge.way))
            insert(named.kept, off->left, off->right);
    }
    for (const Stage& stage : stages) {
        if (const auto* name = std::get_if<act::Name>(&stage.act))
            named.edges.insert(name->name);
        else if (const auto* off = std::get_if<act::TakeOff>(&stage.act))
            named.kept.insert(off->as);
        else if (const auto* bind = std::get_if<act::BindOff>(&stage.act))
            named.bound.insert(bind->as);
        else if (const auto* drawn = std::get_if<act::DrawUp>(&stage.act))
            named.kept.insert(drawn->as);
        else if (const auto* beside = std::get_if<act::CastOnBeside>(&stage.act))
            named.castOn.insert(beside->as);
        else if (const auto* over = std::get_if<act::CastOnOver>(&stage.act))
            named.castOn.insert(over->as);
        else if (const auto* hang = std::get_if<act::HangOn>(&stage.act)) {
            for (const HangSource& source : hang->hang.sources) {
                RC_ASSERT(source.piece.empty());
                Names& names = source.kind == HangSource::Kind::kept ? named.hungWithin : named.castHung;
                RC_ASSERT(names.insert(source.name).second);
            }
        } else if (std::holds_alternative<act::WeltAfterwards>(stage.act))
            for (const char* welt : {"welt_left", "welt_right"})
                named.edges.emplace(welt);
        else if (const auto* waste = std::get_if<act::OffOnWaste>(&stage.act)) {
            for (const auto& [as, needles] : waste->as) {
                RC_ASSERT(!needles.empty());
                named.kept.insert(as);
            }
        } else if (const auto* parts = std::get_if<act::Parts>(&stage.act)) {
            for (const Part& each : parts->each) {
                RC_ASSERT(!each.of.empty());
                RC_ASSERT((!each.goesOn || (each.takes.empty() && each.wound.empty())));
                // What waits was taken off by a part before it.
                for (const Part::Loops& taken : each.takes) {
                    RC_ASSERT(named.kept.contains(taken.as));
                    RC_ASSERT(named.hungWithin.insert(taken.as).second);
                }
                for (const Part::Loops& wound : each.wound)
                    named.castOn.insert(wound.as);
                collect(each.stages, each.edges, named);
            }
        } else if (const auto* branches = std::get_if<act::Branches>(&stage.act)) {
            named.bound.insert(branches->boundAs);
            if (branches->waiting == act::Branches::Waiting::off)
                named.kept.insert({branches->offLeft, branches->offRight});
            for (const Branch& each : branches->each) {
                RC_ASSERT(!each.of.empty());
                collect(each.stages, each.edges, named);
            }
        }
    }
}

/// How many plans were really looked at: a property that draws what is refused says nothing.
struct Seen {
    int all = 0;
    int drafted = 0;

    void count(bool isDrafted) {
        ++all;
        drafted += isDrafted ? 1 : 0;
    }
    bool most() const { return drafted * 2 > all; }
    QByteArray words() const { return QByteArray::number(drafted) + " of " + QByteArray::number(all); }
};

/// Whether it can be drafted, and there was a plan to look at.
bool checkPlan(const Project& project) {
    const Worked worked = work(project);
    if (worked.pieces.empty())
        return false;
    const Plan plan = vestimen::plan(project.article, project, *worked.measured.gauge);
    RC_ASSERT(plan.pieces.size() == worked.pieces.size());
    for (const auto& [key, working] : plan.workings)
        RC_ASSERT(std::ranges::count(countsOf(project.article), key) == 1);

    std::map<PieceKey, Named> named;
    using Loops = std::pair<PieceKey, std::string>;
    std::set<Loops> hung; // kept loops, by one piece or by the parts of one
    std::map<Loops, int> joined;
    std::map<PieceKey, int> made;
    const auto use = [&](PieceKey piece, const std::string& name, const Names Named::*of) {
        RC_ASSERT(named.contains(piece));
        if (!(named[piece].*of).contains(name))
            RC_FAIL(piece.text() + " has no " + name);
    };
    const auto member = [](Along::Of of) {
        return of == Along::Of::edge     ? &Named::edges
               : of == Along::Of::kept   ? &Named::kept
               : of == Along::Of::castOn ? &Named::castOn
                                         : &Named::bound;
    };
    for (const PlannedPiece& piece : plan.pieces) {
        // What it hangs on was knitted before it.
        if (const auto* begun = std::get_if<BegunHung>(&piece.knitting.begin))
            for (const HangSource& source : begun->hang.sources) {
                use(PieceKey(source.piece), source.name,
                    source.kind == HangSource::Kind::edge     ? &Named::edges
                    : source.kind == HangSource::Kind::bound  ? &Named::bound
                    : source.kind == HangSource::Kind::castOn ? &Named::castOn
                                                              : &Named::kept);
                if (source.kind == HangSource::Kind::kept)
                    hung.emplace(PieceKey(source.piece), source.name);
            }
        RC_ASSERT(!named.contains(piece.key));
        Named& its = named[piece.key];
        collect(piece.knitting.stages, piece.knitting.edges, its);
        RC_ASSERT(std::ranges::includes(its.kept, its.hungWithin));
        RC_ASSERT(std::ranges::includes(its.castOn, its.castHung));
        if (piece.pair)
            RC_ASSERT(std::ranges::count(plan.pieces, *piece.pair, &PlannedPiece::key) == 1);
    }
    Names keys;
    Names makers;
    for (const PlannedJoin& join : plan.joins) {
        RC_ASSERT(keys.insert(join.key).second);
        for (const PlannedEdge* edge : {&join.first, &join.second})
            for (const Along& along : edge->line) {
                RC_ASSERT(named.contains(along.piece));
                if (along.of == Along::Of::firstRow || along.of == Along::Of::allRows)
                    continue;
                use(along.piece, along.name, member(along.of));
                // What is knitted on has hung it already.
                if (!join.makes && along.of == Along::Of::kept)
                    ++joined[{along.piece, along.name}];
            }
        if (join.makes)
            ++made[*join.makes];
    }
    for (const auto& [piece, times] : made)
        RC_ASSERT((times == 1 && named.contains(piece)));
    // What is kept open is hung or joined, once.
    for (const auto& [piece, its] : named)
        for (const std::string& name : its.kept)
            if ((hung.contains({piece, name}) ? 1 : 0) + (its.hungWithin.contains(name) ? 1 : 0) +
                    joined[{piece, name}] !=
                1)
                RC_FAIL(piece.text() + " keeps " + name + ", which is joined " + std::to_string(joined[{piece, name}]) +
                        " times");
    // The making up comes in an order in which nothing is missing.
    Names done;
    for (const Join& join : worked.joins) {
        const auto planned = std::ranges::find(plan.joins, join.key, &PlannedJoin::key);
        RC_ASSERT(planned != plan.joins.end());
        for (const std::string& before : planned->after)
            RC_ASSERT((!keys.contains(before) || done.contains(before)));
        done.insert(join.key);
    }
    RC_ASSERT(done == keys);
    return true;
}

} // namespace

class TestPlans : public QObject {
    Q_OBJECT

private slots:
    void everyGarmentsPlan();
    void everyHatsPlan();
    void everyBlanketsPlan();
    void everySmallThingsPlan();
};

void TestPlans::everyGarmentsPlan() {
    Seen seen;
    CHECK_PROPERTY("garments", [&] {
        Project project = test::randomProject();
        project.pins.clear();
        seen.count(checkPlan(project));
    });
    QVERIFY2(seen.most(), seen.words());
}

void TestPlans::everyHatsPlan() {
    Seen seen;
    CHECK_PROPERTY("hats", [&] {
        Hat hat;
        hat.crown = *rc::gen::element(Crown::gathered, Crown::thinned, Crown::wedges);
        hat.wedges = *rc::gen::inRange(3, 9);
        hat.repeat = *rc::gen::inRange(1, 9);
        hat.wrapTurns = *rc::gen::arbitrary<bool>();
        Project project = test::somebodys(hat);
        project.wearer.measures[static_cast<std::size_t>(Measure::headGirth)] =
            MeasureValue{Length::millimetres(*rc::gen::inRange(420, 620)), false, {}};
        seen.count(checkPlan(project));
    });
    QVERIFY2(seen.most(), seen.words());
}

void TestPlans::everyBlanketsPlan() {
    Seen seen;
    CHECK_PROPERTY("blankets", [&] {
        Project project = test::odilesPullover();
        Scarf scarf;
        scarf.panels = *rc::gen::inRange(1, 9);
        scarf.sideways = *rc::gen::arbitrary<bool>();
        scarf.width = Length::millimetres(*rc::gen::inRange(150, 400) * scarf.panels);
        scarf.length = scarf.width;
        scarf.sideBorders = *rc::gen::arbitrary<bool>();
        scarf.sideParts = *rc::gen::inRange(1, 9);
        project.article = scarf;
        seen.count(checkPlan(project));
    });
    QVERIFY2(seen.most(), seen.words());
}

void TestPlans::everySmallThingsPlan() {
    CHECK_PROPERTY("small things", [] {
        Mitten mitten;
        mitten.thumb = *rc::gen::elementOf(allThumbSchools);
        mitten.gusset = *rc::gen::arbitrary<bool>();
        mitten.thumbOpen = *rc::gen::arbitrary<bool>();
        mitten.top = *rc::gen::elementOf(allMittenTops);
        Sock sock;
        sock.toe = *rc::gen::element(Toe::likeHeel, Toe::narrowed);
        sock.shapedLeg = *rc::gen::arbitrary<bool>();
        sock.single = *rc::gen::arbitrary<bool>();
        sock.loop = *rc::gen::arbitrary<bool>();
        Cushion cushion;
        cushion.tubes = *rc::gen::inRange(0, 8);
        cushion.fewer = *rc::gen::inRange(0, 3);
        cushion.zipLength = Length::millimetres(200);
        cushion.zip = *rc::gen::arbitrary<bool>();
        Cord cord;
        cord.use = *rc::gen::element(CordUse::cord, CordUse::ties, CordUse::loop, CordUse::belt);
        Shawl shawl;
        shawl.shape = *rc::gen::elementOf(allShawlShapes);
        shawl.width = Length::millimetres(500);
        shawl.depth = Length::millimetres(shawl.shape == ShawlShape::crescent ? 90 : 300);
        const WeltKind cuff = *rc::gen::elementOf(allWelts);
        mitten.cuff.kind = sock.cuff.kind = cuff;
        OwnShape own;
        own.size = *rc::gen::inRange(5, 12) / 10.0;
        own.edge.fashioned = *rc::gen::arbitrary<bool>();
        for (const Article& article :
             {Article(mitten), Article(sock), Article(cushion), Article(cord), Article(shawl), Article(own)}) {
            Project project = test::somebodys(article);
            project.machine.beds = 2;
            RC_ASSERT(work(project).sound());
            RC_ASSERT(checkPlan(project));
        }
    });
}

QTEST_APPLESS_MAIN(TestPlans)
#include "tst_plans.moc"
