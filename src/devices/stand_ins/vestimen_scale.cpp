// SPDX-License-Identifier: GPL-3.0-or-later
// Stands in for a yarn scale: speaks its protocol on a pseudo-terminal and does what it is told on standard input.
//   on GRAMS   put something on        off        take it off
//   drift G    G grams more a second   settle     stop drifting
//   lose       pull the plug           find       plug it in again
//   rubbish    send a broken line      quit
#include "devices/scale_line.h"

#include <fmt/format.h>

#include <chrono>
#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <iostream>
#include <sstream>
#include <string>

#include <fcntl.h>
#include <poll.h>
#include <termios.h>
#include <unistd.h>

namespace {

using Clock = std::chrono::steady_clock;

class StandInScale {
public:
    StandInScale(std::string link, int interval) : link_(std::move(link)), interval_(interval) {}
    ~StandInScale() { lose(); }

    /// The pseudo-terminal's name changes each time; the link to it does not.
    bool find() {
        lose();
        master_ = posix_openpt(O_RDWR | O_NOCTTY);
        if (master_ < 0 || grantpt(master_) != 0 || unlockpt(master_) != 0)
            return false;
        const char* name = ptsname(master_);
        if (!name)
            return false;
        termios plain{};
        if (tcgetattr(master_, &plain) == 0) {
            cfmakeraw(&plain);
            tcsetattr(master_, TCSANOW, &plain);
        }
        fcntl(master_, F_SETFL, O_NONBLOCK);
        std::error_code failed;
        std::filesystem::remove(link_, failed);
        std::filesystem::create_symlink(name, link_, failed);
        return !failed;
    }

    void lose() {
        if (master_ < 0)
            return;
        close(master_);
        master_ = -1;
        std::error_code failed;
        std::filesystem::remove(link_, failed);
    }

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
            lose();
        else if (verb == "find")
            return find();
        else if (verb == "rubbish")
            send("scale 31#.4 g st\n");
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
        send(vestimen::scaleLine({shown_, !swings && drift_ == 0.0}));
    }

private:
    void send(const std::string& line) {
        if (master_ >= 0 && write(master_, line.data(), line.size()) < 0) {
            // Nobody is reading: the terminal's buffer is full, which a scale does not mind.
        }
    }

    std::string link_;
    int interval_;
    int master_ = -1;
    double target_ = 0.0;
    double shown_ = 0.0;
    double drift_ = 0.0;
};

} // namespace

int main(int argc, char** argv) {
    std::string link = "/tmp/vestimen-scale";
    int interval = 200;
    for (int i = 1; i + 1 < argc; i += 2) {
        if (std::string(argv[i]) == "--port")
            link = argv[i + 1];
        else if (std::string(argv[i]) == "--every")
            interval = std::max(1, std::atoi(argv[i + 1]));
    }
    if (argc % 2 == 0) {
        std::cerr << "usage: vestimen-scale [--port PATH] [--every MILLISECONDS]\n";
        return 2;
    }
    StandInScale scale(link, interval);
    if (!scale.find()) {
        std::cerr << "vestimen-scale: no pseudo-terminal, or " << link << " cannot be made\n";
        return 1;
    }
    std::cout << "port " << link << std::endl;
    auto next = Clock::now();
    std::string typed;
    while (true) {
        const auto left = std::chrono::duration_cast<std::chrono::milliseconds>(next - Clock::now()).count();
        pollfd input{STDIN_FILENO, POLLIN, 0};
        if (poll(&input, 1, static_cast<int>(std::max<long long>(0, left))) > 0) {
            char bytes[256];
            const ssize_t count = read(STDIN_FILENO, bytes, sizeof bytes);
            if (count <= 0)
                return 0;
            typed.append(bytes, static_cast<std::size_t>(count));
            for (auto end = typed.find('\n'); end != std::string::npos; end = typed.find('\n')) {
                if (!scale.obey(typed.substr(0, end)))
                    return 0;
                typed.erase(0, end + 1);
            }
        }
        if (Clock::now() >= next) {
            scale.tick();
            next = Clock::now() + std::chrono::milliseconds(interval);
        }
    }
}
