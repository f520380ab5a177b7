// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/ground/ground.h"
#include "core/knitting/program.h"

namespace vestimen {

/// The yarns of every program that is written here, by index.
namespace yarns {
inline constexpr YarnIndex main = 0;
inline constexpr YarnIndex waste = 1;
inline constexpr YarnIndex ravel = 2;
} // namespace yarns

/// Writes a program operation by operation and keeps what the next one depends on: carriage, counter, passes.
class ProgramWriter {
public:
    /// `carriage`: where it stands before the first row.
    ProgramWriter(const Ground& ground, std::string piece, std::string worn, Side carriage = Side::right);

    /// With what is done before it is lifted off.
    Program take();
    Side carriage() const { return carriage_; }
    int passes() const { return passes_; }
    int counter() const { return counter_; }

    void add(Action action) { program_.operations.push_back({std::move(action), std::nullopt}); }
    /// Eyelets at the turns are decoration.
    void wantOpenTurns(bool open) { program_.openTurnsWanted = open; }
    YarnIndex addYarn(ProgramYarn yarn);
    const std::string& nameOf(YarnIndex yarn) const { return program_.yarns[yarn].name; }
    /// What is knitted with where nothing else is said; joined where it is cast on, hung or changed to.
    YarnIndex work() const { return work_; }
    void workWith(YarnIndex yarn) { work_ = yarn; }
    /// Begins a part of the piece; on a machine without a mast, with a reminder to take the slack out.
    void section(const char* name);
    /// Comb and weights onto the first rows, or what takes their place.
    void hangWeights(NeedleSpan span);
    /// They hang already, on the cord that it was cast on with.
    void weightsHang() { weightsHang_ = hasWeights_; }
    bool hasRavelCord() const { return ravelCord_; }
    void say(RemarkCode code, std::string text) { add(operation::Say{std::move(text), code.text()}); }

    /// Loops or openings onto needles, and the look along them.
    void hang(operation::Hang hang);
    void castOn(NeedleSpan span, int every, YarnIndex yarn, CastOnMethod method = CastOnMethod::closedLoop);
    /// Rows over `width` needles, with the shaping's width beside them. The counter is written down, so that it is
    /// checked.
    void knit(Rows rows, Stitches width, StitchSize size) { knit(rows, width, size, work_); }
    void knit(Rows rows, Stitches width, StitchSize size, YarnIndex yarn);
    void knit(operation::Knit rows, Stitches width);
    /// Plain rows in the work's yarn, with a reminder for the edge weights every 25.
    void knitPlain(Rows rows, Stitches width, StitchSize size, int secondLooser = 0);
    /// Back without knitting, the yarn behind the stitches.
    void slip();
    void changeYarn(std::optional<YarnIndex> from, YarnIndex to, operation::Tail tail = {});
    void counterTo(int row);
    /// Across without knitting, when it is not there already.
    void moveCarriage(Side to, operation::Crossing how = operation::Crossing::freePass);
    /// Sets the hold lever, when it is not so already.
    void holdLever(bool on);
    /// Off the needles: waste yarn over the given width, then each span under its own name.
    void offOnWaste(Rows wasteRows, Stitches width, std::optional<YarnIndex> joined,
                    const std::vector<std::pair<std::string, NeedleSpan>>& spans);
    /// A tail where the yarn is now: at the carriage.
    operation::Tail leave(Length length, std::string use) const { return {length, std::move(use), carriage_}; }
    void edge(const char* name, Side side, int firstPass, int lastPass);
    void markSides(const char* name);

    StitchSize size(int looser = 0) const;
    StitchSize looser(StitchSize size, int looser) const { return program_.machine.sizes.looser(size, looser); }
    /// By which lengths of yarn are told.
    void measureBy(const FabricGauge& gauge) { gauge_ = gauge; }
    Length width(Stitches stitches) const { return gauge_.width(stitches); }

private:
    /// That it was cast on with; the main one where it was hung.
    YarnIndex firstYarn() const;
    Program program_;
    YarnIndex work_ = yarns::main;
    StitchSize mainSize_;
    FabricGauge gauge_;
    bool hasMast_;
    bool hasWeights_;
    bool weightsHang_ = false; ///< something hangs that has to be moved up, and comes off before the piece does
    Stitches weightsApart_;    ///< as at the swatch; 0 where nobody said
    bool ravelCord_;
    Side carriage_ = Side::right;
    int passes_ = 0;
    int counter_ = 0;
    int sinceWeights_ = 0;
    bool leverOn_ = false;
};

} // namespace vestimen
