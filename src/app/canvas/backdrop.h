// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/theme/theme.h"

#include <QPainter>
#include <QPixmap>
#include <QWidget>

#include <optional>

namespace vestimen::app {

/// What lies behind a drawing's changing parts, painted once for as long as `Key` says that it shows the same, and the
/// widget has its size and the window its theme.
template<class Key> class Backdrop {
public:
    template<class Paint> const QPixmap& painted(const QWidget& widget, const Key& key, Paint paint) {
        const double ratio = widget.devicePixelRatioF();
        const QSize pixels = (QSizeF(widget.size()) * ratio).toSize();
        if (picture_.size() == pixels && theme_ == Theme::current().name && key_ == key)
            return picture_;
        picture_ = QPixmap(pixels);
        picture_.setDevicePixelRatio(ratio);
        picture_.fill(Qt::transparent);
        QPainter painter(&picture_);
        painter.setRenderHint(QPainter::Antialiasing);
        paint(painter);
        theme_ = Theme::current().name;
        key_ = key;
        return picture_;
    }

private:
    QPixmap picture_;
    std::optional<Key> key_;
    std::optional<Theme::Name> theme_;
};

} // namespace vestimen::app
