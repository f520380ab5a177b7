// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/virtual_bed.h"

#include <memory>
#include <variant>
#include <vector>

namespace vestimen {

/// A bed at a place in a program, and what hands did to it there. The program and the siblings must outlive it.
class BedInHands {
public:
    BedInHands(const Program& program, ProgramPlace place, const Siblings* siblings);

    const VirtualBed& bed() const { return *bed_; }
    /// Puts a needle of the bed into a position, with its loops on it.
    void put(Needle needle, Position position);
    void perform(Operation operation);
    /// Takes the last of these back; false where there is none.
    bool undo();
    /// The operations among them, the oldest first.
    std::vector<const Operation*> performed() const;
    /// Another bed on which the same was done.
    std::unique_ptr<VirtualBed> again() const;

private:
    struct Put {
        Needle needle;
        Position position;
    };
    using Act = std::variant<Put, Operation>;

    void act(Act act);
    static void perform(VirtualBed& bed, const Act& act);

    const Program* program_;
    ProgramPlace place_;
    const Siblings* siblings_;
    std::vector<Act> acts_;
    std::unique_ptr<VirtualBed> bed_;
};

} // namespace vestimen
