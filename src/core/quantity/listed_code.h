// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <string_view>

namespace vestimen {

/// One of a list of words, for code that looks for it and for those who read our JSON. A word that is not in the list
/// does not compile.
template<const auto& list> class ListedCode {
public:
    /// None.
    constexpr ListedCode() = default;
    // Implicit: it is written as what it says.
    consteval ListedCode(const char* code) : index_(indexOf(code)) {}

    constexpr const char* text() const { return index_ < 0 ? "" : list[static_cast<std::size_t>(index_)]; }
    constexpr bool operator==(const ListedCode&) const = default;

private:
    static consteval std::int16_t indexOf(std::string_view code) {
        for (std::size_t i = 0; i < list.size(); ++i)
            if (list[i] == code)
                return static_cast<std::int16_t>(i);
        throw "a code that is not in the list";
    }

    std::int16_t index_ = -1;
};

} // namespace vestimen
