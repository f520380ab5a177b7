// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/joins_in_the_hand.h"

#include "core/bed/virtual_bed.h"
#include "core/format/project_json.h"
#include "core/joining/join_program.h"

#include <rapidcheck.h>

#include <algorithm>
#include <cctype>
#include <cstdlib>
#include <map>
#include <optional>
#include <regex>
#include <string>

namespace vestimen::test {
namespace {

/// Which side of a piece faces the knitter as it is hung: its loops came off the bed with the purl side facing, from
/// left to right; a selvedge at the left runs upward to the right, one at the right downward. Turned over, all runs the
/// other way.
std::optional<WornSide> shown(const operation::Hang& hang, const Siblings& siblings) {
    std::optional<WornSide> side;
    for (std::size_t i = 0; i + 1 < hang.map.size(); ++i) {
        const HangSource& source = hang.source(hang.map[i]);
        if (hang.source(hang.map[i + 1]) != source)
            continue;
        RC_ASSERT(hang.map[i].needle < hang.map[i + 1].needle);
        bool ascends = hang.map[i].index < hang.map[i + 1].index;
        if (source.kind == HangSource::Kind::edge) {
            const auto& edges = siblings.at(source.piece)->edges;
            const auto edge = std::ranges::find(edges, source.name, &NamedEdge::name);
            RC_ASSERT(edge != edges.end());
            ascends = ascends == (edge->side == Side::left);
        } else if (source.kind == HangSource::Kind::castOn) {
            ascends = !ascends; // by its lower edge it hangs upside down
        }
        const WornSide here = ascends ? WornSide::purl : WornSide::knit;
        RC_ASSERT(!side || *side == here); // not twisted in the middle
        side = here;
    }
    return side;
}

/// Whether words within a sentence mean a piece.
bool means(const std::string& words, const std::string& piece) {
    const auto has = [&](const char* part) { return piece.find(part) != std::string::npos; };
    if (words == "the back")
        return has("back") && !has("sleeve");
    if (words == "the front")
        return has("front") && !has("sleeve");
    if (words == "the sleeve’s top")
        return has("sleeve");
    if (words == "the armhole")
        return has("front") || has("back");
    return false;
}

/// The piece's loop beside which an end of yarn comes out.
LoopId loopAt(const Fabric& fabric, std::size_t operation) {
    for (const YarnEnd& end : fabric.yarnEnds)
        if (end.operation == operation && !end.begins)
            return end.loop;
    return noLoop;
}

[[noreturn]] void fail(const Project& project, const Join& join, const std::string& what) {
    RC_FAIL(join.key + ": " + what + "\n" + render(join.facing) + "\n" + render(join.tailSide) + "\n" +
            toJson(project));
    std::abort();
}

void checkHung(const Project& project, const Worked& worked, const Join& join, const Program& program,
               const Siblings& siblings, JoinsSeen& seen) {
    std::vector<const operation::Hang*> hangs;
    std::vector<Side> joinedAt;
    for (const Operation& each : program.operations)
        if (const auto* hang = std::get_if<operation::Hang>(&each.action))
            hangs.push_back(hang);
        else if (const auto* yarn = std::get_if<operation::JoinYarn>(&each.action))
            joinedAt.push_back(yarn->carriage.value());
    RC_ASSERT(hangs.size() == 2u && joinedAt.size() == 1u);
    std::optional<WornSide> first = shown(*hangs[0], siblings);
    std::optional<WornSide> second = shown(*hangs[1], siblings);
    if (!first || !second)
        return; // of a single stitch nothing can be said
    ++seen.hung;
    // Next to the bed hangs the first, with its shown side towards the second, which turns its other side to the first.
    if (*first == *second)
        fail(project, join, "a worn side touches one that is not worn");
    const bool inside = *first == program.wornSideOut;
    const bool wanted = join.method != JoinMethod::latchOffOutside && join.method != JoinMethod::bindOffOutside;
    if (inside != wanted)
        fail(project, join, "the ridge lies on the wrong side");
    seen.outside += inside ? 0 : 1;

    static const std::regex facing("Hang (.*) first, (knit|purl) side facing you; then (.*) on the same needles, "
                                   "(knit|purl) side facing you\\.");
    std::smatch said;
    const std::string words = render(join.facing);
    if (!std::regex_match(words, said, facing))
        fail(project, join, "it is not said how it hangs");
    const auto isSaid = [&](const std::string& side, WornSide shows) {
        return (side == "knit") == (shows == WornSide::knit);
    };
    if (!means(said[1], hangs[0]->sources.front().piece) || !means(said[3], hangs[1]->sources.front().piece))
        fail(project, join, "another piece hangs first than is said");
    if (!isSaid(said[2], *first) || !isSaid(said[4], *second))
        fail(project, join, "another side faces than is said");

    // The hand begins away from the side to which it latches.
    const Side begin = project.hand == Hand::right ? Side::left : Side::right;
    RC_ASSERT(joinedAt.front() == begin);
    const std::string at = begin == Side::left ? "left" : "right";
    const std::string to = begin == Side::left ? "right" : "left";
    const std::string where = render(join.tailSide);
    RC_ASSERT(where.find("at your " + at + ", at ") != std::string::npos);
    RC_ASSERT(where.find("to the " + to + ".") != std::string::npos);
    const bool latched = join.method == JoinMethod::latchOff || join.method == JoinMethod::latchOffOutside;
    RC_ASSERT(where.find(latched ? "from " + at + " to " + to : "from " + to + " to " + at) != std::string::npos);
    // And the yarn is where the words leave it when all is off.
    const Fabric fabric = knit(program, &siblings);
    if (fabric.findings.empty()) {
        const auto last = std::ranges::find_if(fabric.yarnEnds, [](const YarnEnd& end) { return !end.begins; });
        RC_ASSERT(last != fabric.yarnEnds.end());
        RC_ASSERT(last->side == (latched ? opposite(begin) : begin));
        // The last loop of the chain lies there.
        int outermost = fabric.loops[last->loop].slot;
        for (const auto& hung : hangs[0]->map)
            outermost = last->side == Side::left ? std::min(outermost, hung.needle.slot())
                                                 : std::max(outermost, hung.needle.slot());
        RC_ASSERT(fabric.loops[last->loop].slot == outermost);
    }
    if (!join.end)
        return;
    // The end hangs from a needle on the side where the hand begins.
    const WorkedPiece& piece = *worked.piece(join.end->piece);
    const LoopId loop = loopAt(piece.fabric, join.end->operation);
    const int middle = hangs[0]->map.front().needle.slot() + hangs[0]->map.back().needle.slot();
    for (const operation::Hang* hang : hangs)
        for (const Hung& hung : hang->map) {
            const HangSource& source = hang->source(hung);
            if (source.piece != piece.program.piece || source.kind != HangSource::Kind::kept)
                continue;
            if (piece.fabric.kept.at(source.name).at(static_cast<std::size_t>(hung.index) - 1) != loop)
                continue;
            ++seen.withTail;
            if ((2 * hung.needle.slot() < middle) != (begin == Side::left) && hangs[0]->map.size() > 2)
                fail(project, join, "the tail hangs where the row ends");
        }
}

/// From the loop where the yarn was broken, or the row where it began.
void checkSewn(const Project& project, const Worked& worked, const Join& join, JoinsSeen& seen) {
    static const std::regex from("The tail of (.*) is at (.*): work from there to (.*)\\.");
    std::smatch said;
    const std::string words = render(join.tailSide);
    if (!join.end || !std::regex_match(words, said, from))
        return;
    ++seen.sewn;
    const std::string at = said[2];
    const WorkedPiece& piece = *worked.piece(join.end->piece);
    const Fabric& fabric = piece.fabric;
    const LoopId loop = loopAt(fabric, join.end->operation);
    // Among what stayed open or was bound there, from left to right.
    const auto isAtLeft = [&]() -> std::optional<bool> {
        for (const auto* named : {&fabric.bound, &fabric.kept})
            for (const auto& [name, loops] : *named)
                if (const auto found = std::ranges::find(loops, loop); found != loops.end() && loops.size() > 1) {
                    const auto last = static_cast<std::ptrdiff_t>(loops.size()) - 1;
                    if (2 * (found - loops.begin()) == last)
                        return std::nullopt; // at neither end
                    return 2 * (found - loops.begin()) < last;
                }
        return std::nullopt;
    }();
    const auto outward = [&] { // of a shoulder the armhole is at the piece's outer end
        for (const auto& [name, loops] : fabric.bound)
            if (std::ranges::count(loops, loop) > 0)
                return name == "shoulder_left";
        for (const auto& [name, loops] : fabric.kept)
            if (std::ranges::count(loops, loop) > 0)
                return name == "shoulder_left";
        return false;
    };
    const auto expect = [&](bool holds) {
        if (!holds)
            fail(project, join, "the tail of " + piece.program.piece + " is not at " + at);
    };
    if (at == "the armhole" || at == "the neck")
        expect(!isAtLeft || (*isAtLeft == outward()) == (at == "the armhole"));
    else if (at.find("left end") != std::string::npos || at.find("right end") != std::string::npos)
        expect(!isAtLeft || *isAtLeft == (at.find("left end") != std::string::npos));
    else if (at == "its lower edge" || at == "the cuff")
        expect(loop == noLoop);
    else if (at == "its upper edge" || at == "the tip" || at == "the middle")
        expect(loop != noLoop);
}

} // namespace

JoinsSeen checkJoinsInTheHand(const Project& project, const Worked& worked) {
    JoinsSeen seen;
    Siblings siblings;
    for (const WorkedPiece& piece : worked.pieces)
        siblings[piece.program.piece] = &piece.fabric;
    for (const Join& join : worked.joins)
        if (const auto program = joinProgram(project, join))
            checkHung(project, worked, join, *program, siblings, seen);
        else
            checkSewn(project, worked, join, seen);
    return seen;
}

int checkFacings(const Project& project, const Worked& worked) {
    Siblings siblings;
    for (const WorkedPiece& piece : worked.pieces)
        siblings[piece.program.piece] = &piece.fabric;
    static const std::regex names("(Knit|knit|Purl|purl) side facing");
    const auto said = [](const std::string& words) -> std::optional<WornSide> {
        std::smatch found;
        if (!std::regex_search(words, found, names))
            return std::nullopt;
        return std::tolower(static_cast<unsigned char>(found[1].str()[0])) == 'k' ? WornSide::knit : WornSide::purl;
    };
    int held = 0;
    const auto hold = [&](const std::string& where, WornSide says, WornSide is) {
        ++held;
        if (says != is)
            RC_FAIL(where + ": another side faces than is said\n" + toJson(project));
    };
    // What a piece is hung from the others with: told just before.
    std::map<std::string, WornSide> hung;
    for (const WorkedPiece& piece : worked.pieces) {
        std::optional<WornSide> told;
        for (const Operation& each : piece.program.operations) {
            if (const auto* say = std::get_if<operation::Say>(&each.action)) {
                if (const auto side = said(say->text))
                    told = side;
                continue;
            }
            const auto* hang = std::get_if<operation::Hang>(&each.action);
            if (hang && !hang->sources.empty() && !hang->sources.front().piece.empty())
                if (const auto side = shown(*hang, siblings)) {
                    hung.emplace(piece.program.piece, *side);
                    if (told)
                        hold(piece.program.piece, *told, *side);
                }
            told.reset();
        }
    }
    for (const Join& join : worked.joins) {
        const auto says = join.hanging ? std::nullopt : said(render(join.facing));
        if (!says)
            continue;
        if (join.trim) {
            if (const auto side = hung.find(join.trim->text()); side != hung.end())
                hold(join.key, *says, side->second);
            continue;
        }
        for (const JoinEdge* edge : {&join.first, &join.second})
            for (const Along& along : edge->line)
                hold(join.key, *says, worked.piece(along.piece)->program.wornSideOut);
    }
    return held;
}

int checkNothingIsLeftBare(const Project& project, const Worked& worked) {
    Siblings siblings;
    for (const WorkedPiece& piece : worked.pieces)
        siblings[piece.program.piece] = &piece.fabric;
    // Several pieces may share an edge: the parts of a border.
    std::map<std::string, std::vector<int>> edges;
    std::map<std::string, int> counts;
    int lines = 0;
    for (const WorkedPiece& piece : worked.pieces) {
        const std::string& name = piece.program.piece;
        const bool isHung = name.find("sleeve") != std::string::npos || name.find("arm_trim") != std::string::npos ||
                            name.find("_border_") != std::string::npos;
        if (!isHung)
            continue;
        const operation::Hang* hang = nullptr;
        for (const Operation& each : piece.program.operations)
            if ((hang = std::get_if<operation::Hang>(&each.action)))
                break;
        if (!hang || hang->map.empty() || hang->source(hang->map.front()).piece.empty())
            continue;
        ++lines;
        // How far apart two needles' rows lie, and what is passed over where one edge ends and the next begins.
        int most = 1;
        std::vector<std::pair<HangSource, std::vector<int>>> stretches;
        for (const Hung& each : hang->map) {
            const HangSource& source = hang->source(each);
            if (source.kind != HangSource::Kind::edge)
                continue;
            if (stretches.empty() || stretches.back().first != source)
                stretches.push_back({source, {}});
            stretches.back().second.push_back(each.index);
            edges[toText(source)].push_back(each.index);
            counts[toText(source)] = siblings.at(source.piece)->edgeRows(source.name);
        }
        for (const auto& [source, rows] : stretches)
            for (std::size_t i = 0; i + 1 < rows.size(); ++i)
                most = std::max(most, std::abs(rows[i + 1] - rows[i]));
        if (stretches.size() == 2) { // up one edge and down the other
            const int above = counts[toText(stretches[0].first)] - stretches[0].second.back() +
                              counts[toText(stretches[1].first)] - stretches[1].second.front();
            if (above >= most + 1)
                RC_FAIL(name + ": " + std::to_string(above) + " rows at the shoulder are left bare\n" +
                        toJson(project));
            if (stretches[0].second.front() != 1 || stretches[1].second.back() != 1)
                RC_FAIL(name + ": the lowest rows are left bare\n" + toJson(project));
        }
    }
    for (const auto& [source, rows] : edges)
        if (source.find("slope") != std::string::npos || source.find("seam_") != std::string::npos ||
            source.find("long_edge") != std::string::npos) {
            const auto [low, high] = std::ranges::minmax(rows);
            if (low != 1 || high != counts[source])
                RC_FAIL(source + ": hung from " + std::to_string(low) + " to " + std::to_string(high) + " of " +
                        std::to_string(counts[source]) + "\n" + toJson(project));
        }
    return lines;
}

int checkSeamsMeet(const Project& project, const Worked& worked) {
    int seams = 0;
    for (const Join& join : worked.joins) {
        const bool byRows = join.first.unit == JoinUnit::rows && join.second.unit == JoinUnit::rows &&
                            (join.method == JoinMethod::mattress || join.method == JoinMethod::mattressOfThree);
        // A raglan's two sides are judged by their own test.
        if (!byRows || join.key.starts_with("raglan"))
            continue;
        ++seams;
        if (std::abs(join.first.count - join.second.count) > 1)
            RC_FAIL(join.key + ": " + std::to_string(join.first.count) + " rows and " +
                    std::to_string(join.second.count) + "\n" + toJson(project));
    }
    return seams;
}

} // namespace vestimen::test
