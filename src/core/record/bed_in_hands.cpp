// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/record/bed_in_hands.h"

namespace vestimen {

BedInHands::BedInHands(const Program& program, ProgramPlace place, const Siblings* siblings)
    : program_(&program), place_(place), siblings_(siblings), bed_(again()) {}

void BedInHands::perform(VirtualBed& bed, const Act& act) {
    if (const auto* put = std::get_if<Put>(&act))
        bed.setPosition(put->needle, put->position);
    else
        bed.perform(std::get<Operation>(act));
}

void BedInHands::act(Act act) {
    perform(*bed_, act);
    acts_.push_back(std::move(act));
}

void BedInHands::put(Needle needle, Position position) {
    act(Put{needle, position});
}

void BedInHands::perform(Operation operation) {
    act(std::move(operation));
}

bool BedInHands::undo() {
    if (acts_.empty())
        return false;
    acts_.pop_back();
    bed_ = again();
    return true;
}

std::vector<const Operation*> BedInHands::performed() const {
    std::vector<const Operation*> all;
    for (const Act& each : acts_)
        if (const auto* operation = std::get_if<Operation>(&each))
            all.push_back(operation);
    return all;
}

std::unique_ptr<VirtualBed> BedInHands::again() const {
    auto bed = std::make_unique<VirtualBed>(*program_, siblings_);
    bed->advance(place_);
    for (const Act& each : acts_)
        perform(*bed, each);
    return bed;
}

} // namespace vestimen
