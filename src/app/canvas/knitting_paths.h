// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/fabric_picture.h"

#include <QColor>
#include <QPainter>
#include <QPainterPath>

#include <functional>
#include <utility>
#include <vector>

namespace vestimen::app {

/// Knitting as it is drawn, collected by the colour of its yarn.
class KnittingPaths {
public:
    /// `main`: the colour of what has none of its own.
    KnittingPaths(const FabricPicture& picture, const QColor& main);

    void add(YarnIndex yarn, const QRectF& at);
    /// Each colour with a function that takes painter, path and colour.
    void paint(const std::function<void(const QPainterPath&, const QColor&)>& each) const;
    /// With the look of knitting.
    void paint(QPainter& painter, bool knitSide) const;
    QRectF bounds() const;

private:
    std::vector<QColor> colours_; ///< by yarn
    std::vector<std::pair<QColor, QPainterPath>> paths_;
};

} // namespace vestimen::app
