// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/joining/join_steps.h"

namespace vestimen {
namespace {

constexpr JoinStep latchedOff[] = {{StepLook::firstHung, "Hang the first edge, ends first, then the middles."},
                                   {StepLook::bothHung, "Hang the other on the same needles."},
                                   {StepLook::looseRow, "One row, as loose as the machine knits."},
                                   {StepLook::latched, "Latch off, loop through loop. Then the waste yarn comes out."}};
constexpr JoinStep knittedOn[] = {
    {StepLook::firstHung, "Hang the edge as the map says, a whole stitch in."},
    {StepLook::wasteOut, "Look along it from both sides: every loop is caught. Then what protected them comes out."},
    {StepLook::rowsKnitted, "Knit on from there, as the row list of the piece says."}};
constexpr JoinStep mattress[] = {
    {StepLook::pinned, "Lay both edges beside each other, flat and not twisted, pinned at ends and middles."},
    {StepLook::barsTaken, "Two bars of one side, then two of the other, one stitch in; three in thick yarn."},
    {StepLook::drawnTight, "Every few centimetres draw it up, until the edges meet and no tighter."}};
constexpr JoinStep sewn[] = {
    {StepLook::pinned, "Pin the edges on each other: ends, middles, then between."},
    {StepLook::backstitches, "Back one stitch, forward two, as deep as the edge stitch."},
    {StepLook::drawnTight, "Stretch it once along its length: the thread gives as the fabric does."}};
constexpr JoinStep grafted[] = {
    {StepLook::loopToLoop, "Each loop is passed twice: the needle comes out where it went in before, and goes on."},
    {StepLook::drawnTight, "Draw each stitch to the size of the fabric’s own."},
    {StepLook::wasteOut, "Look from both sides, then the waste yarn comes out."}};
constexpr JoinStep drawnUp[] = {{StepLook::throughLoops, "The tail goes through all loops, twice."},
                                {StepLook::drawnUp, "Draw them together, and fasten on the purl side."}};

} // namespace

std::span<const JoinStep> stepsOf(JoinMethod method) {
    switch (method) {
    case JoinMethod::latchOff:
        return latchedOff;
    case JoinMethod::knitOn:
        return knittedOn;
    case JoinMethod::mattress:
        return mattress;
    case JoinMethod::graft:
        return grafted;
    case JoinMethod::drawUp:
        return drawnUp;
    case JoinMethod::sewOn:
        break;
    }
    return sewn;
}

} // namespace vestimen
