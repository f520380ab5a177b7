// SPDX-License-Identifier: GPL-3.0-or-later
// The row program: one piece as the machine meets it, operation by operation. What each operation means is law and
// stands in docs/format/program.md; bed/ carries it out.
#pragma once

#include "core/ground/edge_methods.h"
#include "core/knitting/remark_code.h"
#include "core/machine/position_names.h"
#include "core/machine/stitch_size.h"
#include "core/quantity/count.h"
#include "core/quantity/length.h"
#include "core/quantity/needle.h"
#include "core/yarn/yarn.h"

#include <array>
#include <cstdint>
#include <optional>
#include <string>
#include <utility>
#include <variant>
#include <vector>

namespace vestimen {

/// Index into Program::yarns.
using YarnIndex = std::uint8_t;
enum class YarnRole { main, contrast, waste, ravel };
/// Whether it comes out again.
constexpr bool protects(YarnRole role) {
    return role == YarnRole::waste || role == YarnRole::ravel;
}

struct ProgramYarn {
    std::string id;
    std::string name;
    YarnRole role = YarnRole::main;
    int strands = 0;         ///< knitted as one; 0 where nothing is said: as many as the work's own
    std::string colour = {}; ///< #rrggbb; empty where nothing is said
    bool operator==(const ProgramYarn&) const = default;
};

/// The name in programs of one of a project's yarns: "A" is the main one, then "B", "C" …
inline std::string yarnId(YarnNumber number) {
    return std::string(1, static_cast<char>('A' + number));
}
/// The name of a ball of its own of a yarn that is in use beside it: "A2".
inline std::string ownBallId(YarnNumber number) {
    return yarnId(number) + "2";
}
/// The number of a yarn of the project; nothing for waste yarn and cord.
std::optional<YarnNumber> numberOf(const ProgramYarn& yarn);

struct ProgramMachine {
    int needles = 200;
    int beds = 1;
    int loopsPerNeedle = 4;
    bool wrapsItselfOnCarriageSide = true;
    bool halfPitch = false; ///< two beds offset by half a pitch, so that no needles meet head-on
    int racking = 5;        ///< needles that the second bed can be racked by, either way
    StitchSizeScale sizes;
    PositionNames positionNames = usualPositionNames();
    bool operator==(const ProgramMachine&) const = default;
};

/// Loops or openings of one kind that needles can be hung into.
struct HangSource {
    /// `bar`: the bars beside the loops on needles of this piece, taken up as new stitches. `castOn`: loops that were
    /// cast on under a name. `row`: the loops that a pass made.
    enum class Kind { first, edge, kept, bound, bar, castOn, row };
    std::string piece = {}; ///< empty: this piece
    Kind kind = Kind::first;
    std::string name = {}; ///< of the edge, or of the loops; of a row its pass, from 1
    /// Whether its loops are named by needles; the others are counted.
    bool isByNeedle() const { return kind == Kind::first || kind == Kind::bar || kind == Kind::row; }
    bool operator==(const HangSource&) const = default;
};

/// "first", "bar", "edge:right", "front/kept:neck".
std::string toText(const HangSource& source);

/// A needle, and which loop or opening of a source goes onto it.
struct Hung {
    Needle needle;
    Needle of = {};           ///< where the source is by needles: the needle whose loop or bar it is
    int index = 0;            ///< for the others: from 1 along the edge, or from left to right
    std::uint32_t source = 0; ///< index into Hang::sources
    bool operator==(const Hung&) const = default;
};

namespace operation {

enum class Shaping { edge, fashioned };
enum class Reformed { knit, purl };
enum class Onto { waste, holder };
enum class Crossing { freePass, lifted };
enum class Beds : std::uint8_t { both, main, second };

/// What an end is left for that a seam takes along.
inline constexpr const char* seamTail = "the seam";
/// What is left of a yarn where it is broken or joined, and what for; of no length where the end is woven in.
struct Tail {
    Length length;
    std::string use = {}; ///< "the left shoulder"
    Side at = Side::right;
    bool operator==(const Tail&) const = default;
};
struct CastOn {
    CastOnMethod method = CastOnMethod::closedLoop;
    Needle from, to;
    int every = 1;
    YarnIndex yarn = 0;
    Side carriage = Side::right;
    Tail tail = {};
    /// The name under which its loops can be hung again. They are beside those that work, at the carriage's side,
    /// unless they have an end of their own.
    std::string as = {};
    bool ownEnd = false; ///< wound with a length of the yarn, whose ends stay; the yarn that is knitted with waits
    bool operator==(const CastOn&) const = default;
};
/// Also `waste` and `ravel`, which are told from `knit` by the yarn's role.
struct Knit {
    Rows rows{1};
    YarnIndex yarn = 0;
    std::optional<StitchSize> size = std::nullopt;
    bool floatAllowed = false;
    Beds beds = Beds::both;                              ///< the other bed's needles keep their loops
    std::optional<StitchSize> secondSize = std::nullopt; ///< of the second bed, where it is another
    bool operator==(const Knit&) const = default;
};
/// The second bed goes so many needles to the right of where it stands at the beginning, or to the left.
struct Rack {
    int to = 0;
    bool operator==(const Rack&) const = default;
};
/// The carriage goes over and knits nothing: the yarn lies behind the stitches, from one edge to the other.
struct SlipRow {
    bool operator==(const SlipRow&) const = default;
};
struct Hold {
    Needle from, to;
    bool apart = false; ///< what is knitted beside them has an edge of its own there: its turns leave no hole
    bool operator==(const Hold&) const = default;
};
struct Release {
    Needle from, to;
    bool operator==(const Release&) const = default;
};
struct HoldLever {
    bool on = false;
    bool operator==(const HoldLever&) const = default;
};
struct Wrap {
    Needle needle;
    bool operator==(const Wrap&) const = default;
};
struct Increase {
    Side side = Side::left;
    int count = 1;
    Shaping kind = Shaping::fashioned;
    int inset = 2;
    bool operator==(const Increase&) const = default;
};
struct Decrease {
    Side side = Side::left;
    int count = 1;
    Shaping kind = Shaping::fashioned;
    int inset = 3;
    bool operator==(const Decrease&) const = default;
};
struct BindOff {
    Side side = Side::left;
    int count = 1;
    BindOffMethod method = BindOffMethod::transferChain;
    bool all = false;
    std::string as = {};  ///< the name under which the bound stitches can be hung again
    Tail tail = {};       ///< with `all`, when the yarn is broken
    Length sewnWith = {}; ///< with `all`: the yarn is broken at so much more, and the edge sewn with it
    /// Within the row, by hand and without yarn: from this needle away from `side`, each loop drawn through the one
    /// before, and the last onto the next needle.
    std::optional<Needle> at = std::nullopt;
    bool operator==(const BindOff&) const = default;
};
struct Transfer {
    std::vector<std::pair<Needle, Needle>> moves;
    std::vector<Needle> stay = {};
    bool operator==(const Transfer&) const = default;
};
struct Cross {
    std::vector<Needle> left, right;
    bool operator==(const Cross&) const = default;
};
struct Place {
    std::vector<Needle> needles;
    YarnIndex yarn = 0;
    bool operator==(const Place&) const = default;
};
struct Hang {
    std::vector<HangSource> sources = {}; ///< in the order in which the map comes to them, none twice in a row
    std::vector<Hung> map = {};
    std::vector<HangSource> allOf = {}; ///< of which nothing may be left out
    bool again = false;                 ///< what was hung before is hung a second time

    const HangSource& source(const Hung& hung) const { return sources[hung.source]; }
    /// What is put on a needle from now on comes from there.
    void from(const HangSource& source) {
        if (sources.empty() || sources.back() != source)
            sources.push_back(source);
    }
    void put(Needle needle, int index) { map.push_back({needle, {}, index, lastSource()}); }
    void put(Needle needle, Needle of) { map.push_back({needle, of, 0, lastSource()}); }
    bool operator==(const Hang&) const = default;

private:
    std::uint32_t lastSource() const { return static_cast<std::uint32_t>(sources.size() - 1); }
};
struct TakeOff {
    Needle from, to;
    Onto onto = Onto::waste;
    std::string as;
    bool operator==(const TakeOff&) const = default;
};
/// The yarn is broken, goes through all loops and draws them together; they are kept under a name.
struct DrawUp {
    std::string as;
    Tail tail = {}; ///< what is left beyond that
    YarnIndex yarn = 0;
    bool operator==(const DrawUp&) const = default;
};
struct Drop {
    Needle needle;
    Rows rows{1};
    bool ladder = false; ///< rungs may stay open
    bool operator==(const Drop&) const = default;
};
struct Reform {
    Needle needle;
    Rows rows{1};
    Reformed as = Reformed::knit;
    bool operator==(const Reform&) const = default;
};
/// Found out of a stitch so many rows below its needle, 1 being the newest: it took half of its yarn.
struct Split {
    Needle needle;
    Rows rows{1};
    bool operator==(const Split&) const = default;
};
struct BreakYarn {
    YarnIndex yarn = 0;
    Tail tail = {};
    bool operator==(const BreakYarn&) const = default;
};
struct JoinYarn {
    YarnIndex yarn = 0;
    std::optional<Side> carriage = std::nullopt; ///< where the carriage stands; checked when given
    Tail tail = {};
    bool operator==(const JoinYarn&) const = default;
};
struct MoveCarriage {
    Side to = Side::left;
    Crossing how = Crossing::freePass;
    bool operator==(const MoveCarriage&) const = default;
};
struct Mark {
    std::variant<Needle, Side> at;
    std::string as;
    bool operator==(const Mark&) const = default;
};
struct Counter {
    int to = 0;
    bool operator==(const Counter&) const = default;
};
/// A reminder. The code "section" begins a part of the piece, whose name is the text.
struct Say {
    std::string text;
    std::string code;
    bool operator==(const Say&) const = default;
};

} // namespace operation

/// Whether a part of the piece begins with it.
inline bool isSection(const operation::Say& say) {
    return say.code == sectionRemark.text();
}

using Action = std::variant<operation::CastOn, operation::Knit, operation::SlipRow, operation::Rack, operation::Hold,
                            operation::Release, operation::HoldLever, operation::Wrap, operation::Increase,
                            operation::Decrease, operation::BindOff, operation::Transfer, operation::Cross,
                            operation::Place, operation::Hang, operation::TakeOff, operation::DrawUp, operation::Drop,
                            operation::Reform, operation::Split, operation::BreakYarn, operation::JoinYarn,
                            operation::MoveCarriage, operation::Mark, operation::Counter, operation::Say>;

struct Operation {
    Action action;
    std::optional<int> row; ///< the counter before it, checked when present
    bool operator==(const Operation&) const = default;
};

/// A stretch of one selvedge with a name, from one pass to another (both from 1 and included), for hanging and seams.
struct NamedEdge {
    std::string name;
    Side side = Side::left;
    int firstPass = 1;
    int lastPass = 1;
    bool operator==(const NamedEdge&) const = default;
};

/// Names of edges that tell drawings how a piece hangs: see docs/format/program.md.
inline constexpr const char* curvedStartEdge = "curved_start";
inline constexpr const char* weltLeftEdge = "welt_left";
inline constexpr const char* weltRightEdge = "welt_right";
inline constexpr const char* foldedBehindEdge = "folded_behind";
inline constexpr const char* flapEdge = "flap";
inline constexpr std::array drawnEdges = {curvedStartEdge, weltLeftEdge, weltRightEdge, foldedBehindEdge, flapEdge};

/// So many passes that knit so many needles: what the shaping intended.
struct WidthRun {
    int passes = 0;
    int stitches = 0;
    bool operator==(const WidthRun&) const = default;
};

enum class WornSide { knit, purl };

struct Program {
    std::string piece; ///< the name by which other pieces know it
    std::string worn;  ///< where on the wearer: back, front, left sleeve …
    WornSide wornSideOut = WornSide::knit;
    ProgramMachine machine;
    std::vector<ProgramYarn> yarns;
    std::vector<Operation> operations;
    std::vector<NamedEdge> edges;
    std::vector<WidthRun> shape;  ///< checked when not empty
    bool openTurnsWanted = false; ///< eyelets at the turns are decoration
    /// The name under which the first row, which stood on waste yarn, stays open for a join; empty where it does not.
    std::string firstRowKeptAs;

    bool operator==(const Program&) const = default;
};

/// The tail of an operation that breaks or joins a yarn, or casts on; null for the others.
operation::Tail* tailOf(Operation& operation);
const operation::Tail* tailOf(const Operation& operation);

/// A place in a program: before an operation, or after so many of a knit operation's rows.
struct ProgramPlace {
    std::size_t operation = 0;
    int rowsDone = 0;
    auto operator<=>(const ProgramPlace&) const = default;
};

/// All passes that a program makes.
int passCount(const Program& program);

} // namespace vestimen
