// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/care.h"

#include <algorithm>
#include <array>

namespace vestimen {
namespace {

constexpr std::array checks{
    CareCheck{"clamps", CareTime::before, "Clamps tight; the table does not rock."},
    CareCheck{"rails", CareTime::before, "Rails wiped, no lint on them."},
    CareCheck{"needles", CareTime::before, "Needles straight and in line, every latch free."},
    CareCheck{.key = "brushes",
              .time = CareTime::before,
              .text = "Brushes and wheels under the carriage turn, and have no lint.",
              .needsCarriage = true},
    CareCheck{"sponge", CareTime::before, "The sponge or retaining bar holds the needles down."},
    CareCheck{.key = "beds",
              .time = CareTime::before,
              .text = "Both beds level and as far apart as at the swatch; racked to where the piece begins.",
              .needsTwoBeds = true},
    CareCheck{"weights", CareTime::before, "Comb and weights at hand, feet not under them."},
    CareCheck{"room", CareTime::before, "Room for the carriage and for elbows on both sides."},
    CareCheck{"cone", CareTime::yarn, "The cone stands upright and runs freely."},
    CareCheck{.key = "eye", .time = CareTime::yarn, .text = "Through the eye above it.", .needsMast = true},
    CareCheck{
        .key = "disc", .time = CareTime::yarn, .text = "Between the discs, with no lint there.", .needsMast = true},
    CareCheck{.key = "spring",
              .time = CareTime::yarn,
              .text = "Through the spring's end: it goes down when the yarn is drawn.",
              .needsMast = true},
    CareCheck{"feeder", CareTime::yarn, "In the feeder, and its gate is closed."},
    CareCheck{"off_weights", CareTime::after, "Weights off first, then the piece."},
    CareCheck{"wipe", CareTime::after, "Carriage and rails wiped, lint out of the brushes: lint is a fire load."},
    CareCheck{"cover", CareTime::after, "Needles back, the cover on."},
    CareCheck{"oil", CareTime::hours, "A little oil on rails and needle butts; wipe off what is too much.", 20},
    CareCheck{"press_sponge", CareTime::hours,
              "Press the sponge: it should come up again. A flat one lets needles drop stitches.", 100},
    CareCheck{"screws", CareTime::hours, "Screws of clamps and carriage. What is bent or electrical: ask a repairer.",
              200}};

} // namespace

std::vector<const CareCheck*> careOf(const Machine& machine) {
    std::vector<const CareCheck*> all;
    for (const CareCheck& each : checks)
        if ((!each.needsMast || machine.hasMast) && (!each.needsCarriage || !machine.needlesByHand) &&
            (!each.needsTwoBeds || machine.beds > 1))
            all.push_back(&each);
    return all;
}

std::vector<const CareCheck*> dueCare(const Machine& machine, CareTime time, std::span<const CareTick> ticks,
                                      const std::string& today, double hours) {
    std::vector<const CareCheck*> due;
    for (const CareCheck* each : careOf(machine)) {
        if (each->time != time)
            continue;
        const auto tick = std::ranges::find_if(ticks, [&](const CareTick& at) { return at.check == each->key; });
        const bool daily = time != CareTime::hours;
        const double since = hours - (tick == ticks.end() ? 0.0 : tick->atHours);
        // Hours that are fewer than at the tick are another workroom's: then it is asked once more.
        const bool isDue = daily ? tick == ticks.end() || tick->on != today : since >= each->everyHours || since < 0.0;
        if (isDue)
            due.push_back(each);
    }
    return due;
}

} // namespace vestimen
