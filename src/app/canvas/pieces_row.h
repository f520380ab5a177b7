// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/fabric_picture.h"
#include "core/quantity/gauge.h"
#include "core/work.h"

#include <QColor>
#include <QPainter>

#include <vector>

namespace vestimen::app {

/// The finished pieces of a draft, small ones knitted onto them left out, and no more of those that are alike than a
/// few.
std::vector<FabricPicture> picturesOf(const Worked& worked);
/// Paints pieces side by side, to one scale, standing on the bottom of a room and in its middle.
void paintPieces(QPainter& painter, const QRectF& room, const std::vector<FabricPicture>& pictures,
                 const FabricGauge& gauge, const QColor& colour);

} // namespace vestimen::app
