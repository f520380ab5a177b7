// SPDX-License-Identifier: GPL-3.0-or-later
// Short names by which parts of a draft are known: in files, in programs and between the parts of the core.
#pragma once

#include <array>
#include <compare>
#include <cstddef>
#include <string>
#include <string_view>

namespace vestimen {

/// A short text, held within: no allocation, and as quick to compare as its bytes. `Of` keeps names of different things
/// apart. An empty name names nothing.
template<class Of> class Name {
public:
    static constexpr std::size_t most = 31;

    constexpr Name() = default;
    /// From a literal; one that is too long does not compile.
    template<std::size_t size> consteval Name(const char (&literal)[size]) {
        static_assert(size <= most + 1);
        for (std::size_t i = 0; i + 1 < size; ++i)
            text_[i] = literal[i];
    }
    /// From what somebody wrote; a text that is too long for a name names nothing.
    constexpr explicit Name(std::string_view text) {
        if (text.size() <= most)
            for (std::size_t i = 0; i < text.size(); ++i)
                text_[i] = text[i];
    }

    constexpr bool empty() const { return text_[0] == '\0'; }
    constexpr std::string_view view() const { return text_.data(); }
    std::string text() const { return text_.data(); }

    friend constexpr auto operator<=>(const Name&, const Name&) = default;
    friend constexpr bool operator==(const Name&, const Name&) = default;

private:
    std::array<char, most + 1> text_{};
};

/// A piece of an article.
using PieceKey = Name<struct OfPieces>;
/// A count that is worked out, and can often be pinned.
using CountKey = Name<struct OfCounts>;
/// A part of the drawing that can be picked, and often dragged.
using HandleKey = Name<struct OfHandles>;

/// As text, in files and programs.
template<class Of> std::string key(const Name<Of>& name) {
    return name.text();
}

} // namespace vestimen
