// SPDX-License-Identifier: GPL-3.0-or-later
// On its own, because the distribution's header is large.
#include "core/swatch/swatch.h"

#include <boost/math/distributions/students_t.hpp>

namespace vestimen {

double studentsT95(int degreesOfFreedom) {
    return boost::math::quantile(boost::math::students_t(degreesOfFreedom), 0.975);
}

} // namespace vestimen
