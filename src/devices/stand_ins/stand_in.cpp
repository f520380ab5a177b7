// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/stand_ins/stand_in.h"

#include <algorithm>
#include <chrono>
#include <cstdlib>
#include <filesystem>
#include <iostream>
#include <utility>

#include <fcntl.h>
#include <poll.h>
#include <sys/stat.h>
#include <termios.h>
#include <unistd.h>

namespace vestimen {

namespace {

/// What a stand-in made, of this run or of one that was killed: a link to a pseudo-terminal.
bool leadsToATerminal(const std::string& link) {
    std::error_code failed;
    return std::filesystem::read_symlink(link, failed).parent_path() == "/dev/pts" && !failed;
}

/// In the folder that is the user's alone while logged in, or one made like it.
std::string defaultLink(const std::string& name) {
    if (const char* run = std::getenv("XDG_RUNTIME_DIR"); run && *run == '/')
        return std::string(run) + "/" + name;
    const std::string folder = "/tmp/vestimen-" + std::to_string(getuid());
    mkdir(folder.c_str(), 0700);
    struct stat about {};
    const bool isOurs = lstat(folder.c_str(), &about) == 0 && S_ISDIR(about.st_mode) && about.st_uid == getuid();
    return isOurs ? folder + "/" + name : std::string();
}

} // namespace

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
    const auto there = std::filesystem::symlink_status(link_, failed);
    if (std::filesystem::exists(there) && !leadsToATerminal(link_)) {
        close(std::exchange(master_, -1)); // somebody else's: it stays
        return false;
    }
    std::filesystem::remove(link_, failed);
    std::filesystem::create_symlink(name, link_, failed);
    if (failed) {
        close(std::exchange(master_, -1));
        return false;
    }
    name_ = name;
    return true;
}

void PseudoTerminal::lose() {
    if (master_ < 0)
        return;
    close(std::exchange(master_, -1));
    // Only while it is still this one's own.
    std::error_code failed;
    if (std::filesystem::read_symlink(link_, failed) == name_)
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
    std::string link = defaultLink(name);
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
        std::cerr << name << ": no pseudo-terminal, or " << link
                  << " cannot be made: something else is there already, which stays\n";
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
