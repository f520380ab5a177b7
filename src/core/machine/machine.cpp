// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/machine.h"

namespace vestimen {
namespace {

Machine profile(const char* name, double pitch, int needles, int beds = 1) {
    Machine machine;
    machine.name = name;
    machine.pitch = Length::millimetres(pitch);
    machine.needles = Stitches(needles);
    machine.beds = beds;
    return machine;
}

Machine plateSet() {
    Machine machine = profile("Plate-set bed 8 mm", 8.0, 100);
    machine.sizes = {StitchSizeScale::Kind::plates, 1, 1, 4};
    machine.holdWrapsItself = false;
    machine.hasRowCounter = false;
    machine.hasMast = false;
    machine.needlesByHand = true;
    return machine;
}

} // namespace

const std::vector<Machine>& genericMachines() {
    static const std::vector<Machine> machines = {
        profile("Fine bed 3.6 mm", 3.6, 250),
        profile("Standard bed 4.5 mm", 4.5, 200),
        profile("Mid-gauge bed 6.5 mm", 6.5, 150),
        profile("Chunky bed 9 mm", 9.0, 112),
        plateSet(),
        profile("Standard double bed 4.5 mm", 4.5, 200, 2),
        profile("Double bed 5 mm", 5.0, 180, 2),
    };
    return machines;
}

const std::array<ToolInfo, toolCount>& toolInfos() {
    static const std::array<ToolInfo, toolCount> infos = {{
        {Tool::transferOne, "transfer_1", "1-prong transfer tool"},
        {Tool::transferTwo, "transfer_2", "2-prong transfer tool"},
        {Tool::transferThree, "transfer_3", "3-prong transfer tool"},
        {Tool::latchTool, "latch_tool", "latch tool"},
        {Tool::garterBar, "garter_bar", "garter bar"},
        {Tool::combAndWeights, "comb_and_weights", "comb and weights"},
        {Tool::linker, "linker", "linker"},
    }};
    return infos;
}

SwatchAdvice swatchAdvice(const Machine& machine) {
    if (machine.pitch >= Length::millimetres(7.5))
        return {Stitches(20), Rows(30), Stitches(34), Rows(8)};
    if (machine.pitch >= Length::millimetres(5.75))
        return {Stitches(30), Rows(40), Stitches(46), Rows(12)};
    return {Stitches(40), Rows(60), Stitches(60), Rows(20)};
}

std::vector<AcrossRow> waysAcrossRow(const Machine& machine) {
    std::vector<AcrossRow> ways;
    if (machine.has(Tool::garterBar))
        ways.push_back(AcrossRow::garterBar);
    if (machine.beds > 1)
        ways.push_back(AcrossRow::bothBedsByTurns);
    ways.push_back(AcrossRow::wasteYarnAndRehang);
    if (machine.has(Tool::transferOne) || machine.has(Tool::transferTwo) || machine.has(Tool::transferThree))
        ways.push_back(AcrossRow::transferFromMiddle);
    return ways;
}

const char* label(AcrossRow way) {
    static constexpr std::array labels = {
        "lift all on a garter bar and hang again, one needle over at each event",
        "knit off on waste yarn and hang again, doubled at each event",
        "transfer and close up stitch by stitch, from the middle outward",
        "transfer, then close up both beds in the same groups by turns",
    };
    return labels[static_cast<std::size_t>(way)];
}

std::vector<Phrase> consequences(const Machine& machine) {
    std::vector<Phrase> sentences;
    const auto say = [&](const char* text, std::vector<Operand> operands = {}) {
        sentences.push_back({text, std::move(operands)});
    };
    if (!machine.hasMast)
        say("No yarn mast: the plans remind you to take the slack out at the edge.");
    if (!machine.hasRowCounter)
        say("No row counter: Vestimen counts, and the plans say when to compare.");
    if (machine.needlesByHand)
        say("Needles drawn by hand: tight rows are slow, and the plans keep them few.");
    if (!machine.canHold)
        say("No hold: round necks and sloped shoulders by short rows are not offered.");
    else if (!machine.holdWrapsItself)
        say("A held needle is not wrapped by itself: the plans wrap every turn by hand.");
    if (machine.beds < 2)
        say("One bed: two-bed ribs are not offered; mock rib and latched rib are.");
    else
        say("Two beds: two-bed rib is offered for welts and swatches.");
    if (!machine.has(Tool::combAndWeights))
        say("No comb and weights: hold the first rows down by hand.");
    if (!machine.has(Tool::latchTool))
        say("No latch tool: bind-offs use the transfer tool, and latched rib is not offered.");
    if (!machine.has(Tool::transferTwo) && !machine.has(Tool::transferThree))
        say("No multi-prong tool: fashioned edges go one loop at a time.");
    say("Across a row, first choice: {0}.", {std::string(label(waysAcrossRow(machine).front()))});
    return sentences;
}

} // namespace vestimen
