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
}

void KnittingPaths::add(YarnIndex yarn, const QRectF& at) {
    const QColor& colour = colours_[yarn < colours_.size() ? yarn : 0];
    auto found = std::ranges::find(paths_, colour, &std::pair<QColor, QPainterPath>::first);
    if (found == paths_.end()) {
        paths_.emplace_back(colour, QPainterPath());
        found = paths_.end() - 1;
        found->second.setFillRule(Qt::WindingFill);
    }
    found->second.addRect(at);
}

void KnittingPaths::paint(const std::function<void(const QPainterPath&, const QColor&)>& each) const {
    for (const auto& [colour, path] : paths_)
        each(path, colour);
}

void KnittingPaths::paint(QPainter& painter, bool knitSide) const {
    paint([&](const QPainterPath& path, const QColor& colour) { paintKnitting(painter, path, colour, knitSide); });
}

QRectF KnittingPaths::bounds() const {
    QRectF all;
    for (const auto& [colour, path] : paths_)
        all |= path.boundingRect();
    return all;
}

} // namespace vestimen::app
