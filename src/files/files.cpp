// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/files.h"

#include <algorithm>
#include <cerrno>
#include <cstdio>
#include <cstring>
#include <utility>

#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

namespace vestimen {
namespace {

class Descriptor {
public:
    explicit Descriptor(int number) : number_(number) {}
    Descriptor(const Descriptor&) = delete;
    Descriptor& operator=(const Descriptor&) = delete;
    ~Descriptor() { close(); }
    bool isOpen() const { return number_ >= 0; }
    int get() const { return number_; }
    bool close() { return number_ < 0 || ::close(std::exchange(number_, -1)) == 0; }

private:
    int number_;
};

std::string reason() {
    return std::strerror(errno);
}

int megabytes(std::uintmax_t bytes) {
    return static_cast<int>((bytes + 1024 * 1024 - 1) / (1024 * 1024));
}

[[noreturn]] void refuseKind(const std::filesystem::path& file, mode_t mode) {
    if (S_ISDIR(mode))
        throw FileError({"{0} is a folder: name a file.", {file.string()}});
    throw FileError({"{0} is a device or a pipe: name an ordinary file.", {file.string()}});
}

/// Takes a half-written file away again, unless it came to its place.
class Aside {
public:
    explicit Aside(std::string path) : path_(std::move(path)) {}
    Aside(const Aside&) = delete;
    Aside& operator=(const Aside&) = delete;
    ~Aside() {
        if (!path_.empty())
            ::unlink(path_.c_str());
    }
    void keep() { path_.clear(); }

private:
    std::string path_;
};

bool writeAll(int descriptor, std::string_view text) {
    while (!text.empty()) {
        const ssize_t written = ::write(descriptor, text.data(), text.size());
        if (written < 0 && errno != EINTR)
            return false;
        text.remove_prefix(static_cast<std::size_t>(std::max<ssize_t>(0, written)));
    }
    return true;
}

} // namespace

std::string readFile(const std::filesystem::path& file, std::uintmax_t most) {
    // Without waiting: a pipe has nobody at its other end.
    const Descriptor descriptor(::open(file.c_str(), O_RDONLY | O_NONBLOCK | O_CLOEXEC));
    struct stat about {};
    if (!descriptor.isOpen() || ::fstat(descriptor.get(), &about) != 0)
        throw FileError({"{0} cannot be opened: {1}.", {file.string(), reason()}});
    if (!S_ISREG(about.st_mode))
        refuseKind(file, about.st_mode);
    if (static_cast<std::uintmax_t>(about.st_size) > most)
        throw FileError({"{0} has {1} MB; at most {2} MB are read.",
                         {file.string(), megabytes(static_cast<std::uintmax_t>(about.st_size)), megabytes(most)}});
    std::string text;
    char part[64 * 1024];
    while (true) {
        const ssize_t read = ::read(descriptor.get(), part, sizeof part);
        if (read < 0 && errno == EINTR)
            continue;
        if (read < 0)
            throw FileError({"{0} cannot be read: {1}.", {file.string(), reason()}});
        if (read == 0)
            break;
        text.append(part, static_cast<std::size_t>(read));
        if (text.size() > most) // it grew, or said nothing of its size
            throw FileError({"{0} has more than {1} MB, and no more are read.", {file.string(), megabytes(most)}});
    }
    if (text.empty())
        throw FileError({"{0} is empty.", {file.string()}});
    return text;
}

void writeFile(const std::filesystem::path& file, std::string_view text, Existing existing) {
    struct stat about {};
    const bool exists = ::lstat(file.c_str(), &about) == 0;
    if (exists && S_ISLNK(about.st_mode))
        throw FileError({"{0} is a link: nothing is written through links. Name the file itself.", {file.string()}});
    if (exists && !S_ISREG(about.st_mode))
        refuseKind(file, about.st_mode);
    if (exists && existing == Existing::refuse)
        throw FileError({"{0} is there already, and stays as it is.", {file.string()}});
    const auto fail = [&]() -> FileError {
        return FileError({"{0} cannot be written: {1}.", {file.string(), reason()}});
    };
    std::string aside = (file.parent_path() / ("." + file.filename().string() + ".XXXXXX")).string();
    Descriptor descriptor(::mkostemp(aside.data(), O_CLOEXEC));
    if (!descriptor.isOpen())
        throw fail();
    Aside guard(aside);
    const mode_t mask = ::umask(0);
    ::umask(mask);
    if (::fchmod(descriptor.get(), exists ? about.st_mode & 07777 : 0666 & ~mask) != 0 ||
        !writeAll(descriptor.get(), text) || ::fsync(descriptor.get()) != 0 || !descriptor.close())
        throw fail();
    // A file that came there in the meantime is not replaced unasked.
    const unsigned flags = existing == Existing::refuse ? RENAME_NOREPLACE : 0;
    if (::renameat2(AT_FDCWD, aside.c_str(), AT_FDCWD, file.c_str(), flags) != 0 &&
        (errno != EINVAL || ::rename(aside.c_str(), file.c_str()) != 0))
        throw fail();
    guard.keep();
}

} // namespace vestimen
