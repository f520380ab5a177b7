// SPDX-License-Identifier: GPL-3.0-or-later
// The drawn figures of the Measure station, and the line of each measure on them. All stand in a box of 200 × 420.
#pragma once

#include "core/wearer/measure.h"

#include <QPainterPath>

namespace vestimen::app {

inline constexpr double figureWidth = 200;
inline constexpr double figureHeight = 420;

/// What is drawn: a person, or a garment laid flat.
enum class FigureKind { adult, child, garment };

QPainterPath figurePath(FigureKind kind, FigureView view);
/// Lines inside the outline, such as a face's or a garment's edges.
QPainterPath figureDetails(FigureKind kind, FigureView view);
/// Where a measure is taken; empty where it cannot be taken on this figure.
QPainterPath measureLine(FigureKind kind, Measure measure);
/// Millimetres for one unit of the box, about, so that ease is drawn as the gap it is.
double millimetresPerUnit(FigureKind kind, FigureView view);
/// A girth runs round; half of it is seen.
bool isGirth(Measure measure);

} // namespace vestimen::app
