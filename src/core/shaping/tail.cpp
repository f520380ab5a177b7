// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shaping/tail.h"

#include <cmath>

namespace vestimen {

Length tail(TailFor way, Length along) {
    switch (way) {
    case TailFor::mattress:
        return along * 1.5 + Length::millimetres(150);
    case TailFor::graft:
        return along * 3.5;
    case TailFor::backstitch:
        return along * 3.0;
    case TailFor::whip:
        return along * 2.5 + Length::millimetres(150);
    case TailFor::slipStitch:
    case TailFor::latch:
        break;
    }
    return along * 4.0;
}

Length wholeCentimetres(Length length) {
    return Length::centimetres(std::ceil(length.cm() - 1e-9));
}

Length tailToLeave(TailFor way, Length along) {
    return wholeCentimetres(tail(way, along));
}

} // namespace vestimen
