// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/record/slow_motion.h"

#include <algorithm>

namespace vestimen {
namespace {

using namespace operation;

struct SlowMotion {
    const Operation& whole;
    const VirtualBed& bed;
    std::vector<Operation> steps = {};

    std::vector<Operation> result() {
        std::visit(*this, whole.action);
        if (steps.empty())
            return {whole};
        // The counter stands where it stood: the first of them says so.
        steps.front().row = whole.row;
        return std::move(steps);
    }

    void add(Action action) { steps.push_back({std::move(action), std::nullopt}); }

    template<class Spanned> void each(const Spanned& op) {
        const int step = op.from.slot() <= op.to.slot() ? 1 : -1;
        for (Needle needle = op.from;; needle = needle.shifted(step)) {
            Spanned one = op;
            one.from = one.to = needle;
            add(std::move(one));
            if (needle == op.to)
                return;
        }
    }

    void operator()(const Hold& op) { each(op); }
    void operator()(const Release& op) { each(op); }
    void operator()(const TakeOff& op) { each(op); }

    void operator()(const Reform& op) {
        for (int rung = 0; rung < op.rows.count(); ++rung)
            add(Reform{op.needle, Rows(1), op.as});
    }

    void operator()(const Increase& op) {
        const NeedleSpan span = bed.occupied();
        if (op.kind == Shaping::edge || span.empty() || op.count != 1)
            return;
        const Needle outer = span.end(op.side);
        for (int i = 0; i < op.inset; ++i) {
            const Needle from = outer.towards(opposite(op.side), i);
            add(Transfer{{{from, from.towards(op.side)}}});
        }
        const Needle bare = outer.towards(opposite(op.side), op.inset - 1);
        add(Hang{{{.kind = HangSource::Kind::bar}}, {{bare, bare.towards(opposite(op.side))}}});
    }

    void operator()(const Decrease& op) {
        const NeedleSpan span = bed.occupied();
        if (span.empty())
            return;
        const Side inward = opposite(op.side);
        if (op.kind == Shaping::edge) {
            for (int i = 0; i < op.count; ++i) {
                const Needle from = span.end(op.side).towards(inward, i);
                add(Transfer{{{from, from.towards(inward)}}});
            }
            return;
        }
        // The innermost first: it makes room for the next.
        for (int i = op.inset; i-- > 0;) {
            const Needle from = span.end(op.side).towards(inward, i);
            add(Transfer{{{from, from.towards(inward, op.count)}}});
        }
    }

    void operator()(const BindOff& op) {
        for (int i = 0; !op.all && i < op.count; ++i) {
            BindOff one = op;
            one.count = 1;
            if (op.at)
                one.at = op.at->towards(opposite(op.side), i);
            add(std::move(one));
        }
    }

    void operator()(const Transfer& op) {
        std::vector<std::pair<Needle, Needle>> left = op.moves;
        while (!left.empty()) {
            const auto free = std::ranges::find_if(left, [&](const auto& move) {
                return std::ranges::none_of(left, [&](const auto& other) { return other.first == move.second; });
            });
            if (free == left.end())
                return steps.clear(); // they change places
            add(Transfer{{*free}, op.stay});
            left.erase(free);
        }
    }

    void operator()(const Hang& op) {
        for (const Hung& hung : op.map)
            add(Hang{{op.source(hung)}, {{hung.needle, hung.of, hung.index}}});
    }

    template<class Whole> void operator()(const Whole&) {}
};

} // namespace

std::vector<Operation> inSlowMotion(const Operation& operation, const VirtualBed& before) {
    return SlowMotion{operation, before}.result();
}

} // namespace vestimen
