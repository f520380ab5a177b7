// SPDX-License-Identifier: GPL-3.0-or-later
// Stands in for a yarn scale: speaks its protocol on a pseudo-terminal and does what it is told on standard input.
//   on GRAMS   put something on        off        take it off
//   drift G    G grams more a second   settle     stop drifting
//   lose       pull the plug           find       plug it in again
//   rubbish    send a broken line      quit
#include "devices/scale_line.h"
#include "devices/stand_ins/stand_in.h"

#include <algorithm>
#include <cmath>
#include <iostream>
#include <sstream>

namespace {

class StandInScale {
public:
    StandInScale(vestimen::PseudoTerminal& line, int interval) : line_(line), interval_(interval) {}

    /// False at the end.
    bool obey(const std::string& command) {
        std::istringstream words(command);
        std::string verb;
        double value = 0.0;
        words >> verb >> value;
        if (verb == "on")
            target_ = value;
        else if (verb == "off")
            target_ = 0.0;
        else if (verb == "drift")
            drift_ = value;
        else if (verb == "settle")
            drift_ = 0.0;
        else if (verb == "lose")
            line_.lose();
        else if (verb == "find")
            return line_.find();
        else if (verb == "rubbish")
            line_.send("scale 31#.4 g st\n");
        else if (verb == "quit")
            return false;
        else if (!verb.empty())
            std::cerr << "on GRAMS, off, drift GRAMS, settle, lose, find, rubbish or quit\n";
        return true;
    }

    void tick() {
        const double seconds = interval_ / 1000.0;
        target_ += drift_ * seconds;
        // The pan swings for a moment before it stands still.
        const bool swings = std::abs(target_ - shown_) > 0.05;
        shown_ = swings ? shown_ + 0.7 * (target_ - shown_) : target_;
        line_.send(vestimen::scaleLine({shown_, !swings && drift_ == 0.0}));
    }

private:
    vestimen::PseudoTerminal& line_;
    int interval_;
    double target_ = 0.0;
    double shown_ = 0.0;
    double drift_ = 0.0;
};

} // namespace

int main(int argc, char** argv) {
    return vestimen::standInMain(argc, argv, "scale", 200, [](vestimen::PseudoTerminal& line, int every) {
        StandInScale scale(line, every);
        return vestimen::runStandIn(
            every, [&](const std::string& command) { return scale.obey(command); }, [&] { scale.tick(); });
    });
}
