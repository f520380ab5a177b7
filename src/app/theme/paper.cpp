// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/theme/paper.h"

#include <QPageSize>

namespace vestimen::app::paper {

bool begin(QPainter& painter, QPdfWriter& writer, const QSizeF& millimetres) {
    writer.setResolution(resolution);
    writer.setPageSize(QPageSize(millimetres, QPageSize::Millimeter, {}, QPageSize::ExactMatch));
    writer.setPageMargins({});
    writer.setCreator(QStringLiteral("Vestimen"));
    return painter.begin(&writer);
}

} // namespace vestimen::app::paper
