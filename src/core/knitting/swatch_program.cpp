// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/swatch_program.h"

#include "core/knitting/program_writer.h"
#include "core/swatch/swatch_layout.h"

#include <algorithm>

namespace vestimen {
namespace {

constexpr int looseRow = 3; ///< whole numbers looser before the bind-off

class SwatchWriter {
public:
    explicit SwatchWriter(const Ground& project)
        : project_(project), layout_(layOut(project.swatch)), writer_(project, swatchPiece, swatchPiece),
          contrast_(writer_.addYarn({"C", "contrast yarn", YarnRole::contrast})) {
        if (project.swatch.fabric == FabricKind::twoBedRib) {
            // The second bed's needles stand in the gaps of the main bed's; the outermost are the main bed's.
            second_ = {Needle::atSlot(layout_.all.first.slot() + 1, Bed::second),
                       Needle::atSlot(lastWorking().slot() - 1, Bed::second)};
        }
        const int main = (layout_.all.size() + layout_.every - 1) / layout_.every;
        width_ = Stitches(second_.empty() ? main : 2 * main - 1);
    }

    Program write() {
        castOn();
        writer_.section("lower margin");
        knitMargin();
        contrast("lower contrast");
        writer_.section("field");
        writer_.counterTo(0);
        if (project_.swatch.fabric == FabricKind::patterned)
            writer_.say("pattern", "Work the pattern from here to the next contrast rows, as the piece will have it.");
        knitField();
        contrast("upper contrast");
        writer_.section("upper margin");
        writer_.knitPlain(Rows(layout_.upperMargin.size() - 1), width_, writer_.size());
        bindOff();
        return writer_.take();
    }

private:
    Needle lastWorking() const {
        return layout_.all.first.shifted((layout_.all.size() - 1) / layout_.every * layout_.every);
    }

    void castOn() {
        writer_.section("cast on");
        writer_.castOn({layout_.all.first, lastWorking()}, layout_.every, yarns::main);
        if (!second_.empty())
            writer_.castOn(second_, 2, yarns::main);
        writer_.hangWeights(layout_.all);
        writer_.counterTo(0);
    }

    void knitMargin() {
        int done = 0;
        for (const EyeletRow& row : layout_.eyelets) {
            writer_.knitPlain(Rows(row.beforeRow - 1 - done), width_, writer_.size());
            done = row.beforeRow - 1;
            writer_.say("eyelets", "The eyelets tell the stitch size later. The bare needles stay in work.");
            operation::Transfer transfer;
            for (const Needle needle : row.needles) {
                transfer.moves.emplace_back(needle, needle.shifted(layout_.every));
                transfer.stay.push_back(needle);
            }
            writer_.add(std::move(transfer));
        }
        writer_.knitPlain(Rows(layout_.lowerMargin.size() - done), width_, writer_.size());
    }

    void contrast(const char* name) {
        writer_.section(name);
        writer_.changeYarn(yarns::main, contrast_);
        writer_.knit(Rows(Swatch::contrastRows), width_, writer_.size(), contrast_);
        writer_.changeYarn(contrast_, yarns::main);
    }

    void knitField() {
        int done = layout_.fieldRows.first - 1;
        for (std::size_t i = 0; i < layout_.markerRows.size(); ++i) {
            writer_.knitPlain(Rows(layout_.markerRows[i] - done), width_, writer_.size());
            done = layout_.markerRows[i];
            const std::string name = "width " + std::to_string(i + 1);
            writer_.add(operation::Mark{layout_.markerLeft, name});
            writer_.add(operation::Mark{layout_.markerRight, name});
        }
        writer_.knitPlain(Rows(layout_.fieldRows.last - done), width_, writer_.size());
    }

    void bindOff() {
        writer_.section("bind off");
        Stitches width = width_;
        if (!second_.empty()) {
            writer_.say("to_one_bed", "All loops of the second bed onto the main bed.");
            operation::Transfer transfer;
            for (Needle needle = second_.first; needle <= second_.last; needle = needle.shifted(2))
                transfer.moves.emplace_back(needle, Needle::atSlot(needle.slot()));
            writer_.add(std::move(transfer));
        }
        writer_.say("loose_row", "One loose row, so that the bind-off does not pull.");
        writer_.knit(Rows(1), width, writer_.size(looseRow));
        if (project_.swatch.fabric == FabricKind::mockRib)
            writer_.say("gaps", "Bind off over the gaps: the loops in between are chained as well.");
        writer_.add(operation::BindOff{.side = writer_.carriage(), .count = width.count(), .all = true});
    }

    const Ground& project_;
    SwatchLayout layout_;
    ProgramWriter writer_;
    YarnIndex contrast_;
    NeedleSpan second_{Needle::atSlot(0, Bed::second), Needle::atSlot(-1, Bed::second)};
    Stitches width_;
};

} // namespace

Program writeSwatch(const Ground& project) {
    return SwatchWriter(project).write();
}

} // namespace vestimen
