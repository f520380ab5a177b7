// SPDX-License-Identifier: GPL-3.0-or-later
// Stands in for a row counter at the carriage: speaks its protocol on a pseudo-terminal and does what it is told on
// standard input.
//   rows N      the carriage goes across N times     side left|right   where it stands, unseen
//   pass        once                                 back              it goes where it already stands
//   jitter MS   up to so much later each time        doubles N         every Nth pass triggers twice
//   lose        pull the plug: it goes on counting   find              plug it in again
//   off         switch it off and on: from 0 again   rubbish           send a broken line
//   half        send half a line                     flood N           N lines at once
//   pace N      its own clock goes N times as fast   quit
#include "devices/counter_line.h"
#include "devices/stand_ins/stand_in.h"

#include <algorithm>
#include <chrono>
#include <cstdint>
#include <cstdlib>
#include <iostream>
#include <random>
#include <sstream>

namespace {

using To = vestimen::CounterReading::To;
using Clock = std::chrono::steady_clock;

class StandInCounter {
public:
    StandInCounter(vestimen::PseudoTerminal& line, int between) : line_(line), between_(between) {}

    /// False at the end.
    bool obey(const std::string& command) {
        std::istringstream words(command);
        std::string verb;
        std::string what;
        words >> verb >> what;
        const int number = std::atoi(what.c_str());
        if (verb == "rows")
            goAcross(std::max(0, number));
        else if (verb == "pass")
            goAcross(1);
        else if (verb == "back")
            goBack();
        else if (verb == "side")
            stands_ = what == "left" ? To::left : To::right;
        else if (verb == "jitter")
            jitter_ = std::max(0, number);
        else if (verb == "doubles")
            doubles_ = std::max(0, number);
        else if (verb == "lose")
            line_.lose();
        else if (verb == "find")
            return line_.find();
        else if (verb == "off")
            restart();
        else if (verb == "rubbish")
            line_.send("pass 2#4 rihgt\n");
        else if (verb == "half")
            line_.send("pass 21");
        else if (verb == "pace")
            pace_ = std::max(1, number);
        else if (verb == "flood")
            flood(number);
        else if (verb == "quit")
            return false;
        else if (!verb.empty())
            std::cerr << "rows N, pass, back, side left|right, jitter MS, doubles N, lose, find, off, rubbish, half, "
                         "flood N, pace N or quit\n";
        return true;
    }

    void tick() {
        const auto now = Clock::now();
        if (waiting_ > 0 && now >= next_) {
            --waiting_;
            stands_ = stands_ == To::left ? To::right : To::left;
            // The switch knows when it closed, however late this process was woken.
            tell(stands_, next_);
            if (doubles_ > 0 && ++passes_ % doubles_ == 0)
                tell(stands_, next_, chatter);
            next_ += std::chrono::milliseconds(between_ +
                                               (jitter_ > 0 ? std::uniform_int_distribution(0, jitter_)(chance_) : 0));
        } else if (now >= alive_) {
            line_.send(vestimen::counterLine({number_, ownTime(now), std::nullopt}));
            alive_ = now + std::chrono::milliseconds(500);
        }
    }

private:
    static constexpr int chatter = 60; ///< milliseconds from a trigger to its double

    /// Milliseconds since it was switched on, by its own clock, which never goes back.
    std::int64_t ownTime(Clock::time_point now, int later = 0) {
        const auto since = std::chrono::duration_cast<std::chrono::milliseconds>(now - switchedOn_);
        return last_ = std::max(last_, since.count() * pace_ + later);
    }

    void tell(To side, Clock::time_point now, int later = 0) {
        line_.send(vestimen::counterLine({++number_, ownTime(now, later), side}));
    }

    void restart() {
        number_ = 0;
        last_ = 0;
        switchedOn_ = Clock::now();
    }

    void goAcross(int times) {
        if (waiting_ == 0)
            next_ = std::max(next_, Clock::now());
        waiting_ += times;
    }

    void goBack() {
        const auto now = Clock::now();
        tell(stands_, now);
        next_ = now + std::chrono::milliseconds(between_);
    }

    /// As from a switch that chatters.
    void flood(int lines) {
        const auto now = Clock::now();
        for (int i = 0; i < lines; ++i)
            tell(i % 2 == 0 ? To::left : To::right, now);
    }

    vestimen::PseudoTerminal& line_;
    int between_;
    int number_ = 0;
    int waiting_ = 0;
    int passes_ = 0;
    int jitter_ = 0;
    int doubles_ = 0;
    int pace_ = 1;
    std::int64_t last_ = 0;
    Clock::time_point switchedOn_ = Clock::now();
    To stands_ = To::right;
    Clock::time_point next_;
    Clock::time_point alive_;
    std::mt19937 chance_{20261125};
};

} // namespace

int main(int argc, char** argv) {
    return vestimen::standInMain(argc, argv, "counter", 1500, [](vestimen::PseudoTerminal& line, int every) {
        StandInCounter counter(line, every);
        return vestimen::runStandIn(
            2, [&](const std::string& command) { return counter.obey(command); }, [&] { counter.tick(); });
    });
}
