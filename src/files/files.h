// SPDX-License-Identifier: GPL-3.0-or-later
// Reading and writing whole files. What comes from outside is looked at before it is read; what is written is written
// aside and renamed, so that a reader finds the old contents or the new ones, and nothing in between.
#pragma once

#include "core/reckoning/phrase.h"

#include <cstdint>
#include <filesystem>
#include <stdexcept>
#include <string>
#include <string_view>

namespace vestimen {

/// A file that cannot be read or written. The sentence names the file and what would be right.
class FileError : public std::runtime_error {
public:
    explicit FileError(Phrase phrase) : std::runtime_error(render(phrase)), phrase_(std::move(phrase)) {}
    const Phrase& phrase() const { return phrase_; }

private:
    Phrase phrase_;
};

/// No project, program or list of measures comes near it.
inline constexpr std::uintmax_t mostBytes = 16u * 1024 * 1024;

/// All bytes of a regular file with something in it, `most` at most. Throws FileError.
std::string readFile(const std::filesystem::path& file, std::uintmax_t most = mostBytes);

enum class Existing { refuse, replace };

/// Writes all of a file or nothing, in a folder that is there. Links, folders and devices are refused. Throws
/// FileError.
void writeFile(const std::filesystem::path& file, std::string_view text, Existing existing);

} // namespace vestimen
