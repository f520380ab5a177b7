// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/reading.h"

namespace vestimen {

std::string printable(const std::string& text) {
    std::string shown;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const auto byte = static_cast<unsigned char>(text[i]);
        // U+0080 to U+009F are commands as well, in two bytes.
        const bool isC1 = byte == 0xc2 && i + 1 < text.size() && static_cast<unsigned char>(text[i + 1]) < 0xa0;
        if (isC1)
            ++i;
        shown += isC1 || (byte < 0x20 && byte != '\n' && byte != '\t') || byte == 0x7f ? '?' : text[i];
    }
    return shown;
}

void print(const Finding& finding) {
    std::string place;
    if (!finding.piece.empty())
        place = finding.piece + (finding.row >= 0 ? fmt::format(", row {}", finding.row) : "") + ": ";
    fmt::print("{} {}: {}{}\n", name(finding.severity), finding.code.text(), printable(place),
               printable(render(finding.text)));
}

} // namespace vestimen
