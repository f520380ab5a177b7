// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/finishing/left_to_do.h"

#include "core/article/articles.h"
#include "core/work.h"

#include <algorithm>

namespace vestimen {

std::vector<Chore> leftToDo(const Project& project, const Worked& worked) {
    std::vector<Chore> chores;
    std::ptrdiff_t buttons = 0;
    for (const WorkedPiece& piece : worked.pieces)
        buttons += std::ranges::count(piece.fabric.marks, std::string("button"), &FabricMark::as);
    for (const PieceSupplies& piece : worked.supplies.pieces)
        if (piece.ends > 0)
            chores.push_back({"ends/" + piece.piece,
                              {piece.ends == 1 ? "{0}: one end to darn in" : "{0}: {1} ends to darn in",
                               {render(labelOf(project.article, PieceKey(piece.piece))), piece.ends}}});
    if (buttons > 0)
        chores.push_back({"buttons",
                          {buttons == 1 ? "One button, sewn on at its mark" : "{0} buttons, each sewn on at its mark",
                           {static_cast<int>(buttons)}}});
    if (!worked.pieces.empty()) {
        chores.push_back({"blocking", {"Rest, treat as the swatch, block to measure", {}}});
        chores.push_back({"label", {"A label, with the yarn and how it is washed", {}}});
    }
    return chores;
}

} // namespace vestimen
