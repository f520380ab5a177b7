// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/handle.h"

#include <QPainter>

#include <functional>

namespace vestimen::app {

/// Draws pockets and buttons of a piece: what lies behind it dashed, a mouth in a strong line, buttons as large as they
/// are. `at` says where stitches and rows lie; `perMm`: pixels to a millimetre.
void paintMarks(QPainter& painter, const PieceMarks& marks, const std::function<QPointF(double, double)>& at,
                double perMm);

} // namespace vestimen::app
