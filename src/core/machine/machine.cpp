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

SwatchAdvice swatchAdvice(const Machine& machine) {
    if (machine.pitch >= Length::millimetres(7.5))
        return {Stitches(20), Rows(30), Stitches(34), Rows(8)};
    if (machine.pitch >= Length::millimetres(5.75))
        return {Stitches(30), Rows(40), Stitches(46), Rows(12)};
    return {Stitches(40), Rows(60), Stitches(60), Rows(20)};
}

} // namespace vestimen
