// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handbook/topics.h"

#include <array>

namespace vestimen::app {
namespace {

struct Topic {
    const char* word; ///< that the subject has in it
    const char* page;
};
// The first that fits.
constexpr std::array topics{Topic{"cast_on", "edges"},
                            Topic{"bind_off", "edges"},
                            Topic{"pocket", "pockets"},
                            Topic{"button", "bands_and_buttonholes"},
                            Topic{"band", "bands_and_buttonholes"},
                            Topic{"shaping", "shaping"},
                            Topic{"fashioned", "shaping"},
                            Topic{"wrap", "short_rows"},
                            Topic{"shoulder", "necklines"},
                            Topic{"neck", "necklines"},
                            Topic{"sleeve", "sleeves"},
                            Topic{"cap", "sleeves"},
                            Topic{"armhole", "sleeves"},
                            Topic{"welt", "welts"},
                            Topic{"cuff", "welts"},
                            Topic{"brim", "welts"},
                            Topic{"hem", "welts"},
                            Topic{"waste", "waste_yarn"},
                            Topic{"crown", "across_a_row"},
                            Topic{"repeat", "patterns"},
                            Topic{"yarn", "ends"},
                            Topic{"seam", "joining"},
                            Topic{"ease", "measures"},
                            Topic{"heel", "short_rows"},
                            Topic{"toe", "short_rows"}};

} // namespace

QString pageAbout(const QString& subject) {
    for (const Topic& topic : topics)
        if (subject.contains(QLatin1String(topic.word)))
            return QLatin1String(topic.page);
    return {};
}

} // namespace vestimen::app
