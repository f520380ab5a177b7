// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/knitting_paths.h"

#include "app/canvas/rail_canvas.h"
#include "app/theme/theme.h"

#include <algorithm>

namespace vestimen::app {

KnittingPaths::KnittingPaths(const FabricPicture& picture, const QColor& main) {
    for (const std::string& colour : picture.colours)
        colours_.push_back(colour.empty() ? main : fabricColour(QString::fromStdString(colour)));
    if (colours_.empty())
        colours_.push_back(main);
    // The further yarns are painted last: what is knitted of them may lie over the work, as a thumb over its palm.
    for (const QColor& colour : colours_)
        if (std::ranges::find(paths_, colour, &std::pair<QColor, QPainterPath>::first) == paths_.end()) {
            paths_.emplace_back(colour, QPainterPath());
            paths_.back().second.setFillRule(Qt::WindingFill);
        }
}

void KnittingPaths::add(YarnIndex yarn, const QRectF& at) {
    const QColor& colour = colours_[yarn < colours_.size() ? yarn : 0];
    std::ranges::find(paths_, colour, &std::pair<QColor, QPainterPath>::first)->second.addRect(at);
}

void KnittingPaths::paint(const std::function<void(const QPainterPath&, const QColor&)>& each) const {
    for (const auto& [colour, path] : paths_)
        if (!path.isEmpty())
            each(path, colour);
}

void KnittingPaths::paint(QPainter& painter, bool knitSide) const {
    paint([&](const QPainterPath& path, const QColor& colour) { paintKnitting(painter, path, colour, knitSide); });
}

QRectF KnittingPaths::bounds() const {
    QRectF all;
    for (const auto& [colour, path] : paths_)
        if (!path.isEmpty())
            all |= path.boundingRect();
    return all;
}

} // namespace vestimen::app
