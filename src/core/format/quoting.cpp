// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/quoting.h"

#include <string_view>

namespace vestimen {

namespace {

bool couldBeFormula(std::string_view text) {
    return !text.empty() && std::string_view("=+-@\t\r\n").find(text.front()) != std::string_view::npos;
}

} // namespace

std::string csvText(const std::string& text) {
    std::string result = couldBeFormula(text) ? "\"'" : "\"";
    for (const char c : text)
        if (c == '"')
            result += "\"\"";
        else
            result += c == '\n' || c == '\r' ? ' ' : c;
    return result + "\"";
}

std::string fromCsvText(const std::string& field) {
    const bool isGuarded =
        field.size() > 1 && field.front() == '\'' && couldBeFormula(std::string_view(field).substr(1));
    return isGuarded ? field.substr(1) : field;
}

} // namespace vestimen
