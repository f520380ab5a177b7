// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/joining/join_ways.h"

#include <algorithm>
#include <string_view>

namespace vestimen {
namespace {

constexpr JoinStep latchedOff[] = {
    {StepLook::firstHung, "Hang one edge, ends first, then the middles, the side towards you that is said here."},
    {StepLook::bothHung, "Hang the other on the same needles."},
    {StepLook::looseRow, "One row, as loose as the machine knits."},
    {StepLook::latched, "Latch off, loop through loop, towards the tail. Then the waste yarn comes out."}};
constexpr JoinStep latchedOutside[] = {
    {StepLook::firstHung, "Hang one edge, ends first, then the middles: the side towards you is another than usual."},
    {StepLook::bothHung, "The other on the same needles."},
    {StepLook::looseRow, "One row, as loose as the machine knits: it is seen."},
    {StepLook::latched, "Latch off evenly, towards the tail. Then the waste yarn comes out."}};
constexpr JoinStep boundTogether[] = {
    {StepLook::firstHung, "Hang one edge, ends first, middles after, the side towards you that is said here."},
    {StepLook::bothHung, "Hang the other on the needles of the first."},
    {StepLook::looseRow, "One loose row over both."},
    {StepLook::latched, "Bind off round the needles. Then the waste yarn comes out."}};
constexpr JoinStep boundOutside[] = {
    {StepLook::firstHung, "Hang one edge, ends first, middles after: the side towards you is another than usual."},
    {StepLook::bothHung, "Then the other, on the needles of the first."},
    {StepLook::looseRow, "One loose row over both: it is seen."},
    {StepLook::latched, "Bind off round the needles, evenly. Then the waste yarn comes out."}};
constexpr JoinStep knittedOn[] = {
    {StepLook::firstHung, "Hang the edge as the map says, a whole stitch in."},
    {StepLook::wasteOut, "Look along it from both sides: every loop is caught. Then what protected them comes out."},
    {StepLook::rowsKnitted, "Knit on from there, as the row list of the piece says."}};
constexpr JoinStep mattress[] = {
    {StepLook::pinned, "Lay both edges beside each other, flat and not twisted, pinned at ends and middles."},
    {StepLook::barsTaken, "Two bars of one side, then two of the other, always one stitch in."},
    {StepLook::drawnTight, "Every few centimetres draw it up, until the edges meet and no tighter."}};
constexpr JoinStep mattressOfThree[] = {
    {StepLook::pinned, "Lay the edges side by side, pinned at ends and middles, not twisted."},
    {StepLook::barsTaken, "Three bars of one side, then three of the other: for thick yarn, and quicker."},
    {StepLook::drawnTight, "Draw it up every few centimetres; it must stretch as the fabric does."}};
constexpr JoinStep sewn[] = {
    {StepLook::pinned, "Pin the edges on each other: ends, middles, then between."},
    {StepLook::backstitches, "Back one stitch, forward two, as deep as the edge stitch."},
    {StepLook::drawnTight, "Stretch it once along its length: the thread gives as the fabric does."}};
constexpr JoinStep slipStitched[] = {
    {StepLook::pinned, "Pin one on the other, ends and middles first."},
    {StepLook::chained, "With a hook, a loop through both edges and through the loop before."},
    {StepLook::drawnTight, "No tighter than the edge: a slip that is too tight ripples."}};
constexpr JoinStep whipped[] = {{StepLook::pinned, "Lay edge to edge, pinned at ends and middles."},
                                {StepLook::overTheEdge, "Over both edges, one leg of each stitch, close together."},
                                {StepLook::drawnTight, "Open it flat: the edges lie side by side."}};
constexpr JoinStep linked[] = {
    {StepLook::firstHung, "One edge on the linker’s points, stitch for stitch."},
    {StepLook::bothHung, "The other on the same points, eased as the card says."},
    {StepLook::chained, "Link it slowly, and look at both sides before any waste yarn comes out."}};
constexpr JoinStep grafted[] = {
    {StepLook::loopToLoop, "Each loop is passed twice: the needle comes out where it went in before, and goes on."},
    {StepLook::drawnTight, "Draw each stitch to the size of the fabric’s own."},
    {StepLook::wasteOut, "Look from both sides, then the waste yarn comes out."}};
constexpr JoinStep drawnUp[] = {{StepLook::throughLoops, "The tail goes through all loops, twice."},
                                {StepLook::drawnUp, "Draw them together, and fasten on the purl side."}};

constexpr const char* wornSides = "The {0}s together, one stitch in: pin ends, middles, then between.";

} // namespace

const std::array<JoinWay, 13> joinWays{
    {{JoinMethod::latchOff,
      {"latch_off", "hang both, one loosest row, latch off"},
      "joining on the machine",
      TailFor::latch,
      3.0,
      "",
      latchedOff,
      "bind_off_latch_off",
      true,
      true},
     {JoinMethod::bindOffTogether,
      {"bind_off_together", "hang both, one loose row, bind off"},
      "joining on the machine",
      TailFor::latch,
      4.0,
      "",
      boundTogether,
      "hang_an_edge",
      true},
     {JoinMethod::knitOn, {"knit_on", "hang and knit on"}, "", std::nullopt, 0.0, "", knittedOn, "hang_an_edge"},
     {JoinMethod::mattress,
      {"mattress", "mattress stitch"},
      "mattress seams",
      TailFor::mattress,
      4.0,
      "The {0} facing you, two bars a side, always one stitch in.",
      mattress,
      "mattress"},
     {JoinMethod::mattressOfThree,
      {"mattress_of_three", "mattress stitch, three bars a side"},
      "mattress seams",
      TailFor::mattress,
      3.0,
      "The {0} facing you, three bars a side, always one stitch in.",
      mattressOfThree,
      "mattress"},
     {JoinMethod::sewOn, {"sew_on", "backstitch"}, "backstitched seams", TailFor::backstitch, 4.0, wornSides, sewn, ""},
     {JoinMethod::slipStitch,
      {"slip_stitch", "slip stitch with a hook"},
      "seams with a hook",
      TailFor::slipStitch,
      3.0,
      wornSides,
      slipStitched,
      ""},
     {JoinMethod::whip,
      {"whip", "whip stitch"},
      "whipped seams",
      TailFor::whip,
      3.0,
      "The {1} facing you, edge beside edge and not on each other.",
      whipped,
      ""},
     {JoinMethod::linker, {"linker", "linker"}, "linking", TailFor::slipStitch, 2.0, wornSides, linked, ""},
     {JoinMethod::graft, {"graft", "graft, loop by loop"}, "grafting", TailFor::graft, 10.0, "", grafted, "graft"},
     {JoinMethod::drawUp,
      {"draw_up", "tail through all loops, drawn up"},
      "drawing up",
      TailFor::backstitch,
      2.0,
      "",
      drawnUp,
      "draw_up"},
     {JoinMethod::latchOffOutside,
      {"latch_off_outside", "hang both, latch off, the ridge outside as decoration"},
      "joining on the machine",
      TailFor::latch,
      3.0,
      "",
      latchedOutside,
      "bind_off_latch_off",
      true,
      true,
      Ridge::outside},
     {JoinMethod::bindOffOutside,
      {"bind_off_outside", "hang both, bind off, the ridge outside as decoration"},
      "joining on the machine",
      TailFor::latch,
      4.0,
      "",
      boundOutside,
      "hang_an_edge",
      true,
      false,
      Ridge::outside}}};

const JoinWay& wayOf(JoinMethod method) {
    return *std::ranges::find(joinWays, method, &JoinWay::method);
}

const char* label(JoinMethod method) {
    return wayOf(method).option.label;
}

std::vector<JoinMethod> waysFor(const PlannedJoin& planned) {
    switch (planned.method) {
    case JoinMethod::latchOff:
        return {JoinMethod::latchOff,       JoinMethod::bindOffTogether, JoinMethod::latchOffOutside,
                JoinMethod::bindOffOutside, JoinMethod::linker,          JoinMethod::sewOn};
    case JoinMethod::mattress:
        return {JoinMethod::mattress, JoinMethod::mattressOfThree, JoinMethod::sewOn, JoinMethod::slipStitch,
                JoinMethod::whip,     JoinMethod::linker};
    case JoinMethod::mattressOfThree:
        return {JoinMethod::mattressOfThree, JoinMethod::mattress, JoinMethod::sewOn,
                JoinMethod::slipStitch,      JoinMethod::whip,     JoinMethod::linker};
    case JoinMethod::sewOn:
        return {JoinMethod::sewOn, JoinMethod::slipStitch, JoinMethod::whip, JoinMethod::linker};
    default: // nothing else takes these loops as well
        return {planned.method};
    }
}

void takeMoreBars(std::vector<PlannedJoin>& planned, Length row) {
    if (row < thickRow)
        return;
    for (PlannedJoin& join : planned)
        if (join.method == JoinMethod::mattress)
            join.method = JoinMethod::mattressOfThree;
}

void useWays(std::vector<PlannedJoin>& planned, const std::map<std::string, std::string>& chosen) {
    for (PlannedJoin& join : planned) {
        const auto wanted = chosen.find(join.key);
        if (wanted == chosen.end())
            continue;
        for (const JoinMethod method : waysFor(join)) {
            const JoinWay& way = wayOf(method);
            if (way.option.key != wanted->second || method == join.method)
                continue;
            if (!isHung(method)) {
                join.facing = {way.facing, {Words{label(join.wornOut)}, Words{label(opposite(join.wornOut))}}};
                join.elseSewn.reset();
            }
            join.chosen = method;
            break;
        }
    }
}

} // namespace vestimen
