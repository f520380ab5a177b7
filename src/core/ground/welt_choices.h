// SPDX-License-Identifier: GPL-3.0-or-later
// The choices of how a welt is made that begins a piece, stated once for all articles that have one.
#pragma once

#include "core/ground/welt_options.h"

#include <vector>

namespace vestimen {

/// Of the welt to which `steps` lead in an article `Of`; `at`: where on the drawing it belongs.
template<class Of, bool (*at)(const Of&, const Place&), auto... steps> class WeltChoices {
public:
    /// Where it has a depth.
    static bool isDeep(const Of& of, const Place& place) { return at(of, place) && welt(of).hasDepth(); }

    /// `within`: its object in files.
    static void add(std::vector<Choice<Of>>& all, const char* within) {
        all.push_back({{within, "cast_on"},
                       "How its edge is cast on",
                       Fields<Of, steps..., &Welt::making, &WeltMaking::castOn>::oneOf(),
                       beginsWithItsEdge});
        all.push_back({{within, "looser"},
                       "Looser than is usual for it, in whole numbers",
                       Fields<Of, steps..., &Welt::making, &WeltMaking::looser>::aNumber({-mostLooser, mostLooser},
                                                                                         {-mostLooser, mostLooser}),
                       isDeep});
        all.push_back({{within, "loose_fold_row"},
                       "The row of the fold is looser",
                       Fields<Of, steps..., &Welt::making, &WeltMaking::foldRow>::yesOrNo(),
                       isFolded});
        all.push_back({{within, "inner_half_tighter"},
                       "Its inner half is tighter",
                       Fields<Of, steps..., &Welt::making, &WeltMaking::innerTighter>::yesOrNo(),
                       isHemmed});
        addOnTwoBeds(all, within);
    }

    static void addOnTwoBeds(std::vector<Choice<Of>>& all, const char* within) {
        const auto onTwoBeds = [&](const char* key, const char* label, Field<Of> field) {
            all.push_back({{within, key}, label, std::move(field), isOnTwoBeds});
        };
        onTwoBeds("edge_rounds", "Rounds after it is cast on",
                  Fields<Of, steps..., &Welt::making, &WeltMaking::rounds>::aNumber({0, mostRounds}, {0, mostRounds}));
        onTwoBeds("linking_rounds", "Rounds before it goes on one bed",
                  Fields<Of, steps..., &Welt::making, &WeltMaking::linking>::aNumber({0, mostRounds}, {0, mostRounds}));
        onTwoBeds("second_bed_looser", "Second bed looser than the main one, in whole numbers",
                  Fields<Of, steps..., &Welt::making, &WeltMaking::secondLooser>::aNumber({-mostLooser, mostLooser},
                                                                                          {-mostLooser, mostLooser}));
        onTwoBeds("racked_every", "The second bed is racked after so many rows; 0: it stays",
                  Fields<Of, steps..., &Welt::making, &WeltMaking::racked>::aNumber({0, 20}, {0, 10}));
        all.push_back(
            {{within, "racked_over"},
             "Needles to one side, and as many back",
             Fields<Of, steps..., &Welt::making, &WeltMaking::rackedOver>::aNumber({1, mostRacked}, {1, mostRacked}),
             isRacked});
    }

private:
    static const Welt& welt(const Of& of) { return Path<steps...>::of(of); }
    static bool beginsWithItsEdge(const Of& of, const Place& place) {
        const WeltTraits& kind = traits(welt(of).kind);
        return at(of, place) && !kind.beginsOpen && !kind.onTwoBeds;
    }
    static bool isOnTwoBeds(const Of& of, const Place& place) {
        return at(of, place) && traits(welt(of).kind).onTwoBeds.has_value();
    }
    static bool isRacked(const Of& of, const Place& place) {
        return isOnTwoBeds(of, place) && welt(of).making.racked > 0;
    }
    static bool isFolded(const Of& of, const Place& place) {
        return at(of, place) && traits(welt(of).kind).layers == 2;
    }
    static bool isHemmed(const Of& of, const Place& place) {
        return at(of, place) && traits(welt(of).kind).closedByARow;
    }
};

} // namespace vestimen
