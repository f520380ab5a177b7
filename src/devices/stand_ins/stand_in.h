// SPDX-License-Identifier: GPL-3.0-or-later
// What the stand-ins share: a pseudo-terminal under a name that stays, and commands on standard input.
#pragma once

#include <functional>
#include <string>

namespace vestimen {

/// A serial line whose plug can be pulled. Its own name changes each time; the link to it does not.
class PseudoTerminal {
public:
    explicit PseudoTerminal(std::string link) : link_(std::move(link)) {}
    ~PseudoTerminal() { lose(); }
    PseudoTerminal(const PseudoTerminal&) = delete;
    PseudoTerminal& operator=(const PseudoTerminal&) = delete;

    /// Plugs it in, or again. False where no terminal can be had or the link cannot be made; only a link that leads to
    /// a terminal is replaced.
    bool find();
    void lose();
    bool isThere() const { return master_ >= 0; }
    /// Dropped when nobody reads.
    void send(const std::string& text);

private:
    std::string link_;
    std::string name_; ///< of the terminal that the link leads to
    int master_ = -1;
};

/// The command `vestimen-DEVICE [--port PATH] [--every MILLISECONDS]`: plugs the line in, says where, and runs. Returns
/// what the process ends with: 2 for arguments that make no sense, 1 where no line can be had.
int standInMain(int argc, char** argv, const std::string& device, int every,
                const std::function<int(PseudoTerminal&, int every)>& run);

/// A stand-in is told what to do on standard input, one command a line, and does something every `interval`
/// milliseconds. Ends with 0 after a false answer or at the end of the input.
int runStandIn(int interval, const std::function<bool(const std::string&)>& obey, const std::function<void()>& tick);

} // namespace vestimen
