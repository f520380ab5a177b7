// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/garment_counts.h"

#include "core/article/garment/counter.h"

namespace vestimen {

CountedGarment countGarment(const GarmentBrief& project, const GarmentMeasures& measures, const FabricGauge& gauge) {
    CountedGarment result;
    Counter counter(project, gauge, result);
    GarmentCounts counts;
    counts.gauge = gauge;
    const bool body = countBody(counter, measures, counts);
    const bool necks = body && countNecks(counter, measures, counts);
    const bool arms = body && (!project.choices.hasSleeves() || countSleeve(counter, measures, counts));
    if (body && necks && arms && countTrims(counter, measures, counts))
        result.counts = counts;
    return result;
}

} // namespace vestimen
