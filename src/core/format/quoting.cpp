// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/quoting.h"

namespace vestimen {

std::string csvText(const std::string& text) {
    std::string result = "\"";
    for (const char c : text)
        result += c == '"' ? std::string("\"\"") : std::string(1, c);
    return result + "\"";
}

std::string xmlText(const std::string& text) {
    std::string result;
    for (const char c : text) {
        if (c == '<')
            result += "&lt;";
        else if (c == '>')
            result += "&gt;";
        else if (c == '&')
            result += "&amp;";
        else if (c == '"')
            result += "&quot;";
        else
            result += c;
    }
    return result;
}

} // namespace vestimen
