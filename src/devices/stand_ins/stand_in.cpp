// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/stand_ins/stand_in.h"

#include <algorithm>
#include <chrono>
#include <cstdlib>
#include <filesystem>
#include <iostream>

#include <fcntl.h>
#include <poll.h>
#include <termios.h>
#include <unistd.h>

namespace vestimen {

bool PseudoTerminal::find() {
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

void PseudoTerminal::lose() {
    if (master_ < 0)
        return;
    close(master_);
    master_ = -1;
    std::error_code failed;
    std::filesystem::remove(link_, failed);
}

void PseudoTerminal::send(const std::string& text) {
    if (master_ >= 0 && write(master_, text.data(), text.size()) < 0) {
        // Nobody is reading: the terminal's buffer is full, which a device does not mind.
    }
}

int standInMain(int argc, char** argv, const std::string& device, int every,
                const std::function<int(PseudoTerminal&, int every)>& run) {
    const std::string name = "vestimen-" + device;
    std::string link = "/tmp/" + name;
    for (int i = 1; i + 1 < argc; i += 2) {
        if (std::string(argv[i]) == "--port")
            link = argv[i + 1];
        else if (std::string(argv[i]) == "--every")
            every = std::max(1, std::atoi(argv[i + 1]));
    }
    if (argc % 2 == 0) {
        std::cerr << "usage: " << name << " [--port PATH] [--every MILLISECONDS]\n";
        return 2;
    }
    PseudoTerminal line(link);
    if (!line.find()) {
        std::cerr << name << ": no pseudo-terminal, or " << link << " cannot be made\n";
        return 1;
    }
    std::cout << "port " << link << std::endl;
    return run(line, every);
}

int runStandIn(int interval, const std::function<bool(const std::string&)>& obey, const std::function<void()>& tick) {
    using Clock = std::chrono::steady_clock;
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
                if (!obey(typed.substr(0, end)))
                    return 0;
                typed.erase(0, end + 1);
            }
        }
        if (Clock::now() >= next) {
            tick();
            next = Clock::now() + std::chrono::milliseconds(interval);
        }
    }
}

} // namespace vestimen
