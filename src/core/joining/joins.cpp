// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/joining/joins.h"

#include <cmath>

namespace vestimen {
namespace {

Length tailFor(JoinMethod method, Length along) {
    switch (method) {
    case JoinMethod::latchOff:
        return tail(TailFor::latch, along);
    case JoinMethod::mattress:
        return tail(TailFor::mattress, along);
    case JoinMethod::sewOn:
        return tail(TailFor::backstitch, along);
    case JoinMethod::knitOn:
        break;
    }
    return {};
}

class PulloverJoiner {
public:
    explicit PulloverJoiner(const JoinInput& input) : input_(input) {}

    std::vector<Join> all() {
        joins_.reserve(10);
        const bool vee = input_.choices.neck == NeckKind::vee;
        shoulder(Side::left, "shoulder_left", "Left shoulder");
        if (vee) // its trim begins and ends at the point
            shoulder(Side::right, "shoulder_right", "Right shoulder");
        neckTrim();
        if (!vee)
            shoulder(Side::right, "shoulder_right", "Right shoulder");
        trimSeam(PieceKind::neckTrim, "trim_seam", "Neck trim, ends",
                 vee ? Phrase{"Lap one end over the other at the point of the V.", {}}
                     : Phrase{"Sew from the fold to the shoulder.", {}});
        switch (input_.choices.body) {
        case BodyKind::dropShoulder:
            straightSleeve(Side::left, "sleeve_left", "Left sleeve to armhole");
            straightSleeve(Side::right, "sleeve_right", "Right sleeve to armhole");
            break;
        case BodyKind::setIn:
            break; // the cap goes in last, into a closed armhole
        case BodyKind::sleeveless:
            armTrim(PieceKind::leftArmTrim, "arm_trim_left", "Left armhole trim");
            armTrim(PieceKind::rightArmTrim, "arm_trim_right", "Right armhole trim");
            break;
        }
        sideSeam(Side::left, "seam_left", sleeves() ? "Left side and sleeve" : "Left side");
        sideSeam(Side::right, "seam_right", sleeves() ? "Right side and sleeve" : "Right side");
        if (input_.choices.body == BodyKind::setIn) {
            setInSleeve(PieceKind::leftSleeve, "sleeve_left", "Left sleeve into armhole");
            setInSleeve(PieceKind::rightSleeve, "sleeve_right", "Right sleeve into armhole");
        }
        if (!sleeves()) {
            const Phrase how{"Sew from the fold to the underarm.", {}};
            trimSeam(PieceKind::leftArmTrim, "arm_trim_seam_left", "Left armhole trim, ends", how);
            trimSeam(PieceKind::rightArmTrim, "arm_trim_seam_right", "Right armhole trim, ends", how);
        }
        return std::move(joins_);
    }

private:
    bool sleeves() const { return input_.choices.body != BodyKind::sleeveless; }
    const Fabric& fabric(PieceKind piece) const { return *input_.fabrics.at(piece); }

    /// The name that an edge has on a piece, from the wearer's side.
    static std::string edgeName(const char* stem, PieceKind piece, Side wearers) {
        const Side machine = wearerSide(piece, Side::left) == wearers ? Side::left : Side::right;
        return std::string(stem) + (machine == Side::left ? "_left" : "_right");
    }

    JoinEdge kept(PieceKind piece, const std::string& name, Phrase what) const {
        const auto found = fabric(piece).kept.find(name);
        const int count = found == fabric(piece).kept.end() ? 0 : static_cast<int>(found->second.size());
        return {std::move(what), JoinUnit::stitches, count, input_.gauge.width(Stitches(count))};
    }

    JoinEdge rows(int count, Phrase what) const {
        return {std::move(what), JoinUnit::rows, count, input_.gauge.height(Rows(count))};
    }

    int edgeRows(PieceKind piece, const char* stem, Side wearers) const {
        return static_cast<int>(fabric(piece).edge(edgeName(stem, piece, wearers)).size());
    }

    void add(Join join) {
        if (join.first.length > Length())
            join.eased = (join.second.length - join.first.length) / join.first.length;
        if (std::abs(join.eased) > mostEased)
            join.findings.push_back({Severity::warning,
                                     "eased",
                                     {join.eased > 0.0 ? "The second edge is {0} longer and must be eased in evenly."
                                                       : "The second edge is {0} shorter and must be stretched evenly.",
                                      {Figure{std::abs(join.eased) * 100.0, 1, "%"}}}});
        if (join.tail == Length())
            join.tail = tailFor(join.method, std::max(join.first.length, join.second.length));
        joins_.push_back(std::move(join));
    }

    void shoulder(Side wearers, const char* joinKey, const char* title) {
        Join join;
        join.key = joinKey;
        join.title = title;
        join.method = JoinMethod::latchOff;
        join.first = kept(PieceKind::back, edgeName("shoulder", PieceKind::back, wearers), {"back, on waste yarn", {}});
        join.second =
            kept(PieceKind::front, edgeName("shoulder", PieceKind::front, wearers), {"front, on waste yarn", {}});
        join.hang = hang(Stitches(join.first.count), Rows(join.second.count));
        join.tailSide = {"Work from the armhole towards the neck: leave the tail at the armhole.", {}};
        join.facing = {"Hang the back purl side facing you, then the front on the same needles knit side facing you.",
                       {}};
        join.check = {"Before the waste yarn comes out: {0} needles, two loops on each.", {join.first.count}};
        add(std::move(join));
    }

    void neckTrim() {
        Join join;
        join.key = "neck_trim";
        join.title = "Neck trim";
        join.method = JoinMethod::knitOn;
        join.trim = PieceKind::neckTrim;
        const int needles = input_.counts->trim.count();
        int edges = 0;
        for (const char* edge : {"neck_left", "neck_right"})
            edges += static_cast<int>(fabric(PieceKind::front).edge(edge).size());
        const auto neck = kept(PieceKind::back, "neck", {"", {}});
        const auto front = kept(PieceKind::front, "neck", {"", {}});
        const int openings = neck.count + front.count + edges;
        join.first = {{"needles of the trim", {}}, JoinUnit::stitches, needles, input_.gauge.width(Stitches(needles))};
        join.second = {{"back neck {0}, front neck {1} and {2} rows of its edges", {neck.count, front.count, edges}},
                       JoinUnit::stitches,
                       openings,
                       neck.length + front.length + input_.counts->neckEdgeLength * 2.0};
        join.tailSide = {"None: the trim is knitted on.", {}};
        join.facing = {input_.choices.neck == NeckKind::vee
                           ? "Purl side facing you, from the point of the V round to the point."
                           : "Purl side facing you; the right shoulder is still open.",
                       {}};
        join.check = {"Before the waste yarn comes out: one loop on each of {0} needles.", {needles}};
        add(std::move(join));
    }

    void trimSeam(PieceKind piece, const char* joinKey, const char* title, Phrase how) {
        Join join;
        join.key = joinKey;
        join.title = title;
        join.method = JoinMethod::mattress;
        const Fabric& trim = fabric(piece);
        const int count = static_cast<int>(trim.passes.size());
        join.first = rows(count, {"one end, both layers", {}});
        join.second = rows(count, {"the other end", {}});
        join.tailSide = std::move(how);
        join.facing = {"Knit side facing you.", {}};
        add(std::move(join));
    }

    void armTrim(PieceKind piece, const char* joinKey, const char* title) {
        const Stitches underarm = input_.counts->underarm;
        Join join;
        join.key = joinKey;
        join.title = title;
        join.method = JoinMethod::knitOn;
        join.trim = piece;
        const int hung = static_cast<int>(fabric(piece).passes.empty() ? 0 : fabric(piece).passes.front().loopCount);
        join.first = {{"needles of the trim", {}}, JoinUnit::stitches, hung, input_.gauge.width(Stitches(hung))};
        join.second = {{"{0} stitches of each underarm, {1} rows of back and of front",
                        {underarm, input_.counts->armholeRowsHung()}},
                       JoinUnit::stitches,
                       2 * (underarm + input_.counts->armholeRowsHung()).count(),
                       input_.counts->armholeEdge * 2.0};
        join.tailSide = {"None: the trim is knitted on.", {}};
        join.facing = {"Purl side facing you; the side is still open.", {}};
        join.check = {"Before the holders come out: one loop on each of {0} needles.", {hung}};
        add(std::move(join));
    }

    /// Sewn by length: the cap's ease lies at its top.
    void setInSleeve(PieceKind piece, const char* joinKey, const char* title) {
        Join join;
        join.key = joinKey;
        join.title = title;
        join.method = JoinMethod::sewOn;
        join.first = {{"armhole, back and front", {}},
                      JoinUnit::rows,
                      2 * input_.counts->armhole.count(),
                      input_.counts->armholeEdge * 2.0};
        join.second = {
            {"cap of {0} rows, and its top of {1} stitches", {input_.counts->capRows, input_.counts->capTop}},
            JoinUnit::rows,
            static_cast<int>(fabric(piece).edge("cap_left").size() + fabric(piece).edge("cap_right").size()),
            input_.counts->capEdge};
        join.tailSide = {"Begin at the underarm, where side and sleeve seam meet.", {}};
        join.facing = {"Pin it knit sides together: seam to seam, underarms on each other, the cap’s middle at the "
                       "shoulder; ease the rest in over the upper half.",
                       {}};
        add(std::move(join));
    }

    void straightSleeve(Side wearers, const char* joinKey, const char* title) {
        const PieceKind piece = wearers == Side::left ? PieceKind::leftSleeve : PieceKind::rightSleeve;
        const int back = edgeRows(PieceKind::back, "armhole", wearers);
        const int front = edgeRows(PieceKind::front, "armhole", wearers);
        Join join;
        join.key = joinKey;
        join.title = title;
        join.first = kept(piece, "top", {"sleeve top, on waste yarn", {}});
        join.second = rows(back + front, {"armhole: front {0} rows, back {1} rows, marker to marker", {front, back}});
        join.hang = hang(Stitches(join.first.count), Rows(join.second.count));
        if (join.hang) {
            join.method = JoinMethod::latchOff;
            join.facing = {
                "Hang the armhole purl side facing you, a whole stitch in from the edge, ends first; then the "
                "sleeve top knit side facing you.",
                {}};
            join.tailSide = {"Leave the tail at the underarm where you begin.", {}};
        } else {
            join.method = JoinMethod::sewOn;
            join.facing = {
                "There are more stitches than rows, so it cannot be hung: pin it at shoulder and markers and "
                "backstitch loop by loop.",
                {}};
            join.tailSide = {"Begin at one marker.", {}};
        }
        join.check = {"Before the waste yarn comes out: all {0} loops of the sleeve top are caught.",
                      {join.first.count}};
        add(std::move(join));
    }

    void sideSeam(Side wearers, const char* joinKey, const char* title) {
        const PieceKind piece = wearers == Side::left ? PieceKind::leftSleeve : PieceKind::rightSleeve;
        const int sleeveRows = sleeves() ? static_cast<int>(fabric(piece).edge("seam_left").size()) : 0;
        const int front = edgeRows(PieceKind::front, "side", wearers);
        const int back = edgeRows(PieceKind::back, "side", wearers);
        Join join;
        join.key = joinKey;
        join.title = title;
        join.method = JoinMethod::mattress;
        join.first = rows(back + sleeveRows,
                          {sleeves() ? "back {0} rows and sleeve {1} rows" : "back {0} rows", {back, sleeveRows}});
        join.second = rows(front + sleeveRows,
                           {sleeves() ? "front {0} rows and sleeve {1} rows" : "front {0} rows", {front, sleeveRows}});
        join.tailSide = {input_.choices.body == BodyKind::dropShoulder
                             ? "Sew from the hem up to the marker and on to the cuff."
                         : sleeves() ? "Sew each from its edge to the underarm."
                                     : "Sew from the hem up to the armhole, and on through its trim.",
                         {}};
        join.facing = {"Knit side facing you, two bars a side, always one stitch in.", {}};
        if (front != back)
            join.findings.push_back({Severity::error,
                                     "rows_differ",
                                     {"The sides have {0} and {1} rows and should have the same.", {back, front}}});
        add(std::move(join));
    }

    const JoinInput& input_;
    std::vector<Join> joins_;
};

} // namespace

const char* label(JoinMethod method) {
    switch (method) {
    case JoinMethod::latchOff:
        return "hang both, one loosest row, latch off";
    case JoinMethod::knitOn:
        return "hang and knit on";
    case JoinMethod::mattress:
        return "mattress stitch";
    case JoinMethod::sewOn:
        break;
    }
    return "backstitch";
}

Length tail(TailFor way, Length along) {
    switch (way) {
    case TailFor::mattress:
        return along * 1.5 + Length::millimetres(150);
    case TailFor::graft:
        return along * 3.5;
    case TailFor::backstitch:
        return along * 3.0;
    case TailFor::latch:
        break;
    }
    return along * 4.0;
}

std::vector<Join> pulloverJoins(const JoinInput& input) {
    return PulloverJoiner(input).all();
}

} // namespace vestimen
