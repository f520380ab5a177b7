// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/piece_writer.h"

#include "core/knitting/across_program.h"
#include "core/knitting/piece_parts.h"
#include "core/knitting/program_writer.h"
#include "core/knitting/welt.h"

#include <fmt/format.h>

#include <algorithm>
#include <optional>
#include <utility>

namespace vestimen {
namespace {

/// Of the yarns that an article adds.
constexpr YarnIndex firstMore = yarns::ravel + 1;

class PieceWriter {
public:
    PieceWriter(const Ground& ground, const Knitting& knitting, const std::string& piece)
        : knitting_(knitting), writer_(ground, piece, worn(PieceKey(piece))), span_(centred(knitting.stitches)) {
        writer_.wantOpenTurns(knitting.openTurns);
        for (const ProgramYarn& each : knitting.yarns)
            writer_.addYarn(each);
    }

    Program write() {
        seenFrom_ = knitting_.hung ? beginHung(*knitting_.hung)
                                   : writeWelt(writer_, span_, knitting_.welt, knitting_.wasteRows);
        for (const Stage& stage : knitting_.stages) {
            knitTo(stage.at);
            closeSeam();
            std::visit([this](const auto& each) { perform(each); }, stage.act);
        }
        return writer_.take();
    }

private:
    Stitches width() const { return Stitches(span_.size()); }

    int beginHung(const BegunHung& begun) {
        writer_.section(begun.section);
        for (const act::Say& each : begun.before)
            perform(each);
        writer_.add(begun.hang);
        for (const act::Say& each : begun.after)
            perform(each);
        writer_.add(operation::JoinYarn{yarns::main, writer_.carriage()});
        writer_.counterTo(0);
        return writer_.passes() + 1;
    }

    // ---- rows

    /// The row, after `row_`, before which something else begins: an edge's event, or another surface.
    Rows boundary(Rows target) const {
        Rows next = target;
        const auto consider = [&](Rows row) {
            if (row > row_)
                next = std::min(next, row);
        };
        for (const Edge& edge : knitting_.edges)
            for (const Due& due : edge.due)
                consider(due.row);
        for (const Patch& patch : knitting_.surface) {
            consider(patch.from);
            consider(patch.to);
        }
        if (knitting_.sides.to)
            consider(*knitting_.sides.to);
        if (!waiting_.empty())
            consider(row_ + Rows(1));
        return next;
    }

    void knitTo(Rows target) {
        while (row_ < target) {
            shape();
            const Rows next = boundary(target);
            const Patch* patch = nullptr;
            for (const Patch& each : knitting_.surface)
                if (each.from <= row_ && row_ < each.to)
                    patch = &each;
            useYarn(patch && patch->yarn != yarns::main ? static_cast<YarnIndex>(firstMore + patch->yarn - 1)
                                                        : yarns::main);
            const StitchSize size = writer_.size(patch ? patch->looser : 0);
            const bool plain = yarn_ == yarns::main && !(patch && patch->alone);
            plain ? writer_.knitPlain(next - row_, width(), size) : writer_.knit(next - row_, width(), size, yarn_);
            row_ = next;
            closeSeam();
        }
        shape();
    }

    void useYarn(YarnIndex yarn) {
        if (yarn == yarn_)
            return;
        writer_.changeYarn(yarn_, yarn);
        yarn_ = yarn;
    }

    /// What is due after so many rows.
    void shape() {
        if (shaped_ == row_.count())
            return;
        shaped_ = row_.count();
        for (const auto& [side, increase] : std::exchange(waiting_, {}))
            widen(side, increase);
        for (const Edge& edge : knitting_.edges)
            for (const Due& due : edge.due)
                if (due.row == row_)
                    move(edge, due.by.count());
    }

    void move(const Edge& edge, int by) {
        const auto* moved = std::get_if<Moved>(&edge.way);
        if (!moved || by == 0)
            return;
        for (const Side side : {Side::left, Side::right}) {
            if ((edge.at == Edge::At::left && side == Side::right) ||
                (edge.at == Edge::At::right && side == Side::left))
                continue;
            const int count = std::abs(by);
            if (by < 0) {
                writer_.add(moveIn(side, count, moved->how, roomAtEachSide(width(), count, count)));
                (side == Side::left ? span_.first : span_.last) =
                    side == Side::left ? span_.first.shifted(count) : span_.last.shifted(-count);
            } else {
                const operation::Increase increase{
                    side, count, moved->how.fashioned ? operation::Shaping::fashioned : operation::Shaping::edge,
                    moved->how.inset};
                if (moved->how.fashioned || side == writer_.carriage())
                    widen(side, increase);
                else
                    waiting_.emplace_back(side, increase);
            }
        }
    }

    void widen(Side side, const operation::Increase& increase) {
        writer_.add(increase);
        (side == Side::left ? span_.first : span_.last) =
            side == Side::left ? span_.first.shifted(-increase.count) : span_.last.shifted(increase.count);
    }

    void closeSeam() {
        if (knitting_.sides.to && row_ >= *knitting_.sides.to)
            seam(writer_.passes());
    }

    void seam(int lastPass) {
        if (std::exchange(seamClosed_, true))
            return;
        writer_.edge(knitting_.sides.left, Side::left, seenFrom_, lastPass);
        writer_.edge(knitting_.sides.right, Side::right, seenFrom_, lastPass);
    }

    // ---- stages

    void perform(const act::Say& say) { writer_.say(say.code, say.text); }
    void perform(const act::Section& section) { writer_.section(section.name); }
    void perform(const act::Mark& mark) { writer_.markSides(mark.name); }

    void perform(const act::Thin& thin) {
        span_ = writeThinned(writer_, span_, thin.every, thin.from, thin.way, knitting_.wasteRows, thin.first);
        writer_.add(operation::Say{fmt::format("{} needles must hold a loop now.", span_.size()), "across_left"});
    }

    void perform(const act::Fewer& fewer) {
        if (fewer.change > Stitches(0))
            span_ = writeAcross(writer_, span_, -fewer.change, fewer.way, knitting_.wasteRows);
    }

    void perform(const act::Holes& holes) {
        operation::Transfer transfer;
        for (const NeedleSpan& hole : holes.holes) {
            transfer.moves.emplace_back(hole.first, hole.first.shifted(-1));
            transfer.stay.push_back(hole.first);
            if (hole.size() > 1) {
                transfer.moves.emplace_back(hole.last, hole.last.shifted(1));
                transfer.stay.push_back(hole.last);
            }
        }
        writer_.add(std::move(transfer));
    }

    void perform(const act::HangFirstRow&) {
        const HangSource firstRow{.kind = HangSource::Kind::first};
        operation::Hang again{.sources = {firstRow}, .allOf = {firstRow}};
        if (knitting_.hung)
            for (const Hung& hung : knitting_.hung->hang.map)
                again.put(hung.needle, hung.needle);
        writer_.add(std::move(again));
    }

    void perform(const act::BindOff& end) {
        writer_.add(
            operation::BindOff{.method = "chain_round_the_needles",
                               .all = true,
                               .tail = end.tail > Length() ? writer_.leave(end.tail, end.tailFor) : operation::Tail()});
    }

    void perform(const act::EndWelt& end) {
        useYarn(yarns::main);
        const int seenTo = writeWeltDown(writer_, span_, end.welt, knitting_.wasteRows);
        seam(seenTo);
    }

    void perform(const act::DrawUp& draw) {
        writer_.section("draw up");
        writer_.say("draw_up", "Thread the tail through every loop, twice, and take them off. Pull with care: a soft "
                               "yarn breaks.");
        writer_.add(operation::BreakYarn{
            yarn_, writer_.leave(tailToLeave(TailFor::backstitch, knitting_.gauge.width(width())), "drawing up")});
        writer_.add(operation::TakeOff{span_.first, span_.last, operation::Onto::holder, draw.as});
    }

    void perform(const act::Branches& branches) {
        writer_.holdLever(true);
        std::vector<const Branch*> order;
        for (const Branch& each : branches.each)
            order.push_back(&each);
        if (writer_.carriage() == Side::right)
            std::ranges::reverse(order);
        bool first = true;
        for (const Branch* each : order) {
            const NeedleSpan own = fromEdge(span_, Side::left, each->skip.count(), each->count.count());
            if (std::exchange(first, false)) {
                hold(writer_, {span_.first, own.first.shifted(-1)});
                hold(writer_, {own.last.shifted(1), span_.last});
            } else {
                release(writer_, own);
                writer_.add(operation::JoinYarn{yarn_, writer_.carriage()});
            }
            write(*each, own);
        }
        writer_.holdLever(false);
        for (std::size_t i = 0; i < branches.each.size(); ++i) {
            const Branch& each = branches.each[i];
            const NeedleSpan own = fromEdge(span_, Side::left, each.skip.count(), each.count.count());
            const int left = (own.size() + 1) / 2;
            const std::string name = fmt::format("{}_{}", branches.as, i + 1);
            writer_.add(
                operation::TakeOff{own.first, own.first.shifted(left - 1), operation::Onto::holder, name + "_left"});
            writer_.add(
                operation::TakeOff{own.first.shifted(left), own.last, operation::Onto::holder, name + "_right"});
        }
    }

    /// Its rows, with what is held of it on the way.
    void write(const Branch& branch, NeedleSpan working) {
        std::optional<int> left; // held so far; nothing before its first turn
        std::optional<int> right;
        for (int row = 0; row < branch.rows.count(); ++row) {
            const Side far = opposite(writer_.carriage());
            std::optional<Needle> toWrap;
            for (const Edge& edge : branch.edges) {
                const auto* held = std::get_if<Held>(&edge.way);
                if (!held || (edge.at == Edge::At::left) != (far == Side::left))
                    continue;
                std::optional<int>& done = far == Side::left ? left : right;
                int due = -done.value_or(0);
                for (const Due& each : edge.due)
                    due += each.row.count() <= row ? each.by.count() : 0;
                const bool firstTurn = !done;
                done = done.value_or(0) + due;
                if (due > 0)
                    hold(writer_, fromEdge(working, far, 0, due));
                (far == Side::left ? working.first : working.last) =
                    far == Side::left ? working.first.shifted(due) : working.last.shifted(-due);
                // The first turn may be at a needle of what waits beside it.
                const Needle beside = far == Side::left ? working.first.shifted(-1) : working.last.shifted(1);
                if (held->wrapped && (due > 0 || firstTurn) && span_.first <= beside && beside <= span_.last)
                    toWrap = beside;
            }
            writer_.knit(Rows(1), Stitches(working.size()), writer_.size(), yarn_);
            if (toWrap)
                writer_.add(operation::Wrap{*toWrap});
        }
        hold(writer_, working);
        writer_.add(operation::BreakYarn{yarn_, writer_.leave(branch.tail, branch.tailFor)});
    }

    const Knitting& knitting_;
    ProgramWriter writer_;
    NeedleSpan span_;
    Rows row_;
    YarnIndex yarn_ = yarns::main;
    int seenFrom_ = 1;
    int shaped_ = -1;
    bool seamClosed_ = false;
    std::vector<std::pair<Side, operation::Increase>> waiting_; ///< for the carriage to come to their side
};

} // namespace

Program writePiece(const Ground& ground, const Knitting& knitting, const std::string& piece) {
    return PieceWriter(ground, knitting, piece).write();
}

} // namespace vestimen
