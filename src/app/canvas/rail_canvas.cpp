// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/rail_canvas.h"

#include "app/canvas/knitting_paths.h"
#include "app/canvas/piece_marks.h"
#include "app/theme/theme.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainterPath>

#include <cmath>

namespace vestimen::app {
namespace {

constexpr double namesHeight = 20;
constexpr double railHeight = 20;
constexpr double sideRoom = 26;
constexpr double scaleRoom = 62;
constexpr double footRoom = 44;
constexpr double faint = 0.35; ///< fabric that is only sketched
constexpr double fade = 22;    ///< of a rail that goes on
constexpr double grip = 9;

/// Needles at each side of the middle that a piece needs with some room beside it, to whole tens.
int needlesFor(const FabricPicture& picture) {
    const int farthest = std::max(-picture.firstSlot, picture.lastSlot + 1);
    return (farthest + 5 + 9) / 10 * 10;
}

} // namespace

void paintNeedleRail(QPainter& painter, double left, double top, double stitch, int first, int last, bool mirrored) {
    const Theme& theme = Theme::current();
    const double width = (last - first + 1) * stitch;
    painter.save();
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.rail);
    painter.drawRoundedRect(QRectF(left - 10, top, width + 20, railHeight), 3, 3);
    painter.setBrush(theme.railDark);
    painter.drawRect(QRectF(left - 10, top, width + 20, 5));
    painter.setPen(QPen(theme.ink, std::max(0.8, std::min(2.0, stitch * 0.35))));
    const auto x = [&](int slot) { return left + (mirrored ? last - slot + 0.5 : slot - first + 0.5) * stitch; };
    for (int slot = first; slot <= last; ++slot)
        painter.drawLine(QPointF(x(slot), top + 9), QPointF(x(slot), top + railHeight));
    painter.setFont(textFont(11));
    painter.setPen(theme.muted);
    // Every tenth needle has its name, or every twentieth where they would touch.
    const int every = stitch * 10 > 30 ? 10 : 20;
    for (int slot = first; slot <= last; ++slot) {
        const Needle needle = Needle::atSlot(slot);
        if (needle.number() % every != 0)
            continue;
        painter.drawText(QRectF(x(slot) - 30, top - namesHeight, 60, namesHeight - 3),
                         Qt::AlignHCenter | Qt::AlignBottom, QString::fromStdString(needle.name()));
    }
    if (first <= 0 && last >= 0) {
        const double middle = mirrored ? left + (last + 1) * stitch : left - first * stitch;
        painter.setPen(QPen(theme.madder, 1.5));
        painter.drawLine(QPointF(middle, top - 3), QPointF(middle, top + railHeight));
    }
    painter.restore();
}

void paintKnitting(QPainter& painter, const QPainterPath& shape, const QColor& colour, bool knitSide) {
    painter.save();
    painter.setPen(Qt::NoPen);
    constexpr int tile = 10;
    // In the device's own pixels and opaque: a texture that is blended or turned costs ten times as much.
    const double ratio = painter.device()->devicePixelRatio();
    QPixmap pattern(QSizeF(tile * ratio, tile * ratio).toSize());
    pattern.setDevicePixelRatio(ratio);
    pattern.fill(colour);
    QPainter stitches(&pattern);
    stitches.setRenderHint(QPainter::Antialiasing);
    stitches.setPen(QPen(Theme::current().name == Theme::Name::peat ? colour.lighter(128) : colour.darker(118), 1.0));
    if (knitSide) {
        stitches.drawLine(QPointF(1, 2), QPointF(5, 7));
        stitches.drawLine(QPointF(9, 2), QPointF(5, 7));
    } else {
        QPainterPath bump(QPointF(0, 5));
        bump.quadTo(2.5, 2, 5, 5);
        bump.quadTo(7.5, 8, 10, 5);
        stitches.drawPath(bump);
    }
    stitches.end();
    painter.setBrush(QBrush(pattern));
    painter.drawPath(shape);
    painter.restore();
}

RailCanvas::RailCanvas(QWidget* parent) : QWidget(parent) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    setAccessibleName(tr("The piece on the needle rail"));
}

void RailCanvas::setView(RailView view) {
    view_ = std::move(view);
    if (dragging_.empty() && !handle(picked_))
        picked_ = HandleKey();
    layOut();
    update();
}

void RailCanvas::clear() {
    setView({});
}

void RailCanvas::setAsWorn(bool asWorn) {
    asWorn_ = asWorn;
    update();
}

void RailCanvas::pick(HandleKey part) {
    if (picked_ == part)
        return;
    picked_ = part;
    update();
    emit partPicked(part);
}

void RailCanvas::setLit(const QList<QRectF>& lit) {
    lit_ = lit;
    update();
}

void RailCanvas::setBubble(const QString& text) {
    bubble_ = text;
    update();
}

void RailCanvas::setWholeBed(bool whole) {
    wholeBed_ = whole;
    layOut();
    update();
}

bool RailCanvas::needsAPart() const {
    return view_.wanted <= view_.needles && needlesFor(view_.picture) * 2 < view_.needles * 3 / 4;
}

void RailCanvas::layOut() {
    half_ = needsAPart() && !wholeBed_ ? needlesFor(view_.picture) : view_.needles / 2;
    const double stitchWidth = view_.gauge.stitches.unit().mm();
    const double rowHeight = view_.gauge.rows.unit().mm();
    const double wide = width() - 2 * sideRoom - scaleRoom;
    const double high = height() - namesHeight - railHeight - footRoom;
    const double pixels = std::min(wide / (std::max(2 * half_, view_.wanted) * stitchWidth),
                                   high / (std::max({1, view_.picture.rows, view_.otherRows}) * rowHeight));
    stitch_ = std::max(0.1, pixels * stitchWidth);
    row_ = std::max(0.05, pixels * rowHeight);
    middle_ = sideRoom + wide / 2;
    // A taller state that it is compared with reaches above it, and still hangs from the rail.
    top_ = namesHeight + railHeight + std::max(0, view_.otherRows - view_.picture.rows) * row_;
}

QPointF RailCanvas::position(double stitches, double rows) const {
    return {middle_ + (asWorn_ ? -stitches : stitches) * stitch_, top_ + (view_.picture.rows - rows) * row_};
}

QPointF RailCanvas::place(QPointF pixels) const {
    const double stitches = (pixels.x() - middle_) / stitch_;
    return {asWorn_ ? -stitches : stitches, view_.picture.rows - (pixels.y() - top_) / row_};
}

const RailHandle* RailCanvas::handle(HandleKey part) const {
    for (const RailHandle& each : view_.handles)
        if (each.part == part)
            return &each;
    return nullptr;
}

std::optional<QPointF> RailCanvas::handlePosition(HandleKey part) const {
    const RailHandle* found = handle(part);
    return found ? std::optional(position(found->at.x(), found->at.y())) : std::nullopt;
}

const RailHandle* RailCanvas::handleAt(QPointF point) const {
    const RailHandle* nearest = nullptr;
    double best = 2.0 * grip;
    for (const RailHandle& each : view_.handles) {
        const QPointF off = position(each.at.x(), each.at.y()) - point;
        if (const double distance = std::hypot(off.x(), off.y()); distance < best) {
            best = distance;
            nearest = &each;
        }
    }
    return nearest;
}

void RailCanvas::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    layOut();
}

void RailCanvas::paintRail(QPainter& painter) const {
    paintNeedleRail(painter, middle_ - half_ * stitch_, namesHeight, stitch_, -half_, half_ - 1, asWorn_);
    if (2 * half_ >= view_.needles)
        return;
    // The bed goes on at both ends: it fades.
    const Theme& theme = Theme::current();
    for (const bool right : {false, true}) {
        const double end = middle_ + (right ? half_ : -half_) * stitch_;
        const double beyond = end + (right ? fade : -fade);
        QLinearGradient gradient(end, 0, beyond, 0);
        gradient.setColorAt(0, theme.rail);
        gradient.setColorAt(1, theme.ground);
        painter.fillRect(QRectF(QPointF(end, namesHeight), QPointF(beyond, namesHeight + railHeight)).normalized(),
                         gradient);
    }
}

/// Where the piece would run out over the ends of the bed.
void RailCanvas::paintWanted(QPainter& painter) const {
    if (view_.wanted <= view_.needles)
        return;
    const Theme& theme = Theme::current();
    const double bed = view_.needles / 2.0 * stitch_;
    const double over = view_.wanted / 2.0 * stitch_ - bed;
    painter.setPen(QPen(theme.madder, 1.6));
    painter.setBrush(QBrush(theme.madder, Qt::BDiagPattern));
    for (const double x : {middle_ - bed - over, middle_ + bed})
        painter.drawRect(QRectF(x, namesHeight + 2, over, railHeight + 2));
    painter.setFont(textFont(13, QFont::Bold));
    QRectF words = painter.fontMetrics().boundingRect(view_.wantedLabel);
    words.adjust(-12, -6, 12, 6);
    words.moveCenter({middle_, top_ + 40});
    painter.setBrush(theme.paper);
    painter.drawRoundedRect(words, 7, 7);
    painter.drawText(words, Qt::AlignCenter, view_.wantedLabel);
}

void RailCanvas::paintFabric(QPainter& painter) const {
    const Theme& theme = Theme::current();
    const auto rectangle = [&](const FabricBlock& block) {
        return QRectF(position(block.firstSlot, block.to), position(block.lastSlot + 1, block.from)).normalized();
    };
    KnittingPaths body(view_.picture, view_.colour);
    KnittingPaths welt(view_.picture, view_.colour);
    for (const FabricBlock& block : view_.picture.blocks) {
        if (block.from < view_.weltRows) {
            FabricBlock below = block;
            below.to = std::min(block.to, view_.weltRows);
            welt.add(block.yarn, rectangle(below));
        }
        if (block.to > view_.weltRows) {
            FabricBlock above = block;
            above.from = std::max(block.from, view_.weltRows);
            body.add(block.yarn, rectangle(above));
        }
    }
    painter.setOpacity(view_.sketched ? faint : 1.0);
    body.paint(painter, asWorn_);
    painter.setPen(Qt::NoPen);
    welt.paint([&](const QPainterPath& path, const QColor& colour) {
        painter.setBrush(theme.name == Theme::Name::peat ? colour.lighter(115) : colour.darker(108));
        painter.drawPath(path);
    });
    painter.setOpacity(1.0);

    for (const QRectF& each : lit_) {
        const QRectF band =
            QRectF(position(each.left(), each.bottom()), position(each.right(), each.top())).normalized();
        QColor light = theme.woad;
        light.setAlphaF(0.45F);
        painter.fillRect(band.height() < 3.0 ? band.adjusted(0, -1.5, 0, 1.5) : band, light);
    }

    // Buttonholes, and what else is left open on purpose.
    painter.setPen(QPen(theme.ink, 1.0));
    painter.setBrush(theme.ground);
    const double hole = std::clamp(0.45 * stitch_, 1.2, 3.5);
    for (const Eyelet& each : view_.picture.eyelets)
        painter.drawEllipse(position(each.slot + 0.5, each.row + 0.5), hole, hole);

    QPainterPath ideal;
    for (const OutlineEdge& edge : view_.outline.edges)
        for (std::size_t i = 0; i < edge.points.size(); ++i) {
            const double x = edge.points[i].x / view_.gauge.stitches.unit();
            const double y = edge.points[i].y / view_.gauge.rows.unit();
            // An odd stitch stands on the right of the middle.
            const double shift = (view_.picture.firstSlot + view_.picture.lastSlot + 1) / 2.0;
            const QPointF point = position(x + shift, y);
            i == 0 ? ideal.moveTo(point) : ideal.lineTo(point);
        }
    painter.setPen(view_.sketched ? QPen(theme.muted, 1.4, Qt::DashLine) : QPen(theme.ink, 1.6));
    for (const auto* lines : {&view_.picture.outline, &view_.picture.within})
        for (const OutlineLine& line : *lines)
            painter.drawLine(position(line.x1, line.y1), position(line.x2, line.y2));
    if (view_.weltRows > 0) {
        const QRectF band = welt.bounds();
        painter.drawLine(band.topLeft(), band.topRight());
    }
    painter.setPen(QPen(theme.madder, 1.2, Qt::DashLine));
    painter.setBrush(Qt::NoBrush);
    if (!view_.sketched)
        painter.drawPath(ideal);

    if (!view_.farthestText.isEmpty()) {
        const QPointF at = position(view_.farthest.x(), view_.farthest.y());
        painter.setPen(QPen(theme.madder, 1.2));
        painter.drawEllipse(at, 7, 7);
        painter.setFont(textFont(12));
        const bool leftwards = at.x() < middle_;
        const bool close = at.y() < top_ + 20; // to the rail
        const QRectF words(leftwards ? at.x() - 82 : at.x() + 12, at.y() + (close ? 8 : -25), 70, 18);
        painter.drawText(words, (leftwards ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter, view_.farthestText);
    }
    paintMarks(
        painter, view_.marks, [this](double stitches, double rows) { return position(stitches, rows); },
        stitch_ / view_.gauge.stitches.unit().mm());
    if (view_.markRow > 0) {
        painter.setPen(QPen(theme.moss, 3, Qt::SolidLine, Qt::RoundCap));
        for (const int slot : {view_.markSpan.first.slot(), view_.markSpan.last.slot() + 1}) {
            const QPointF at = position(slot, view_.markRow);
            QPainterPath tuft(at + QPointF(-5, -7));
            tuft.cubicTo(at + QPointF(6, -4), at + QPointF(-6, 4), at + QPointF(5, 7));
            painter.drawPath(tuft);
        }
    }
}

void RailCanvas::paintOther(QPainter& painter) const {
    if (view_.other.empty())
        return;
    const Theme& theme = Theme::current();
    painter.setPen(QPen(theme.woad, 2, Qt::DotLine));
    // Both hang from the same lower edge.
    for (const OutlineLine& line : view_.other)
        painter.drawLine(position(line.x1, line.y1), position(line.x2, line.y2));
    painter.setFont(textFont(12));
    painter.drawText(QRectF(8, height() - 22, width() - 16, 18), Qt::AlignLeft | Qt::AlignVCenter, view_.otherLabel);
}

void RailCanvas::paintScale(QPainter& painter) const {
    const Theme& theme = Theme::current();
    const double x = std::min(width() - scaleRoom + 8.0, middle_ + half_ * stitch_ + 28.0);
    painter.setPen(QPen(theme.muted, 1));
    painter.drawLine(QPointF(x, position(0, view_.picture.rows).y()), QPointF(x, position(0, 0).y()));
    painter.setFont(textFont(11));
    int every = 10;
    while (every * row_ < 26)
        every *= 2;
    for (int row = 0; row <= view_.picture.rows; row += every) {
        const double y = position(0, row).y();
        painter.drawLine(QPointF(x, y), QPointF(x + 7, y));
        painter.drawText(QRectF(x + 11, y - 8, 48, 16), Qt::AlignLeft | Qt::AlignVCenter, QString::number(row));
    }
}

void RailCanvas::paintLabels(QPainter& painter) const {
    const Theme& theme = Theme::current();
    painter.setFont(textFont(12));
    painter.setPen(theme.muted);
    // At the ends of the rail; where that is a short one, farther out, so that they stand apart.
    const double bed = std::max(half_ * stitch_, std::min(300.0, (width() - scaleRoom) / 2.0 - 8.0));
    QRectF left(std::max(4.0, middle_ - bed - 4), top_ + 8, 130, 40);
    QRectF right(std::min(width() - scaleRoom - 130.0, middle_ + bed - 126), top_ + 8, 130, 40);
    QString leftNames = asWorn_ ? view_.rightNames : view_.leftNames;
    QString rightNames = asWorn_ ? view_.leftNames : view_.rightNames;
    const double foot = position(0, 0).y();
    const double end = position(view_.picture.firstSlot, 0).x();
    const double otherEnd = position(view_.picture.lastSlot + 1, 0).x();
    const auto wide = [&](const QString& names) {
        return painter.fontMetrics().boundingRect(QRect(0, 0, 200, 60), Qt::AlignLeft, names).width() + 16.0;
    };
    if (left.left() + wide(leftNames) > std::min(end, otherEnd) ||
        right.right() - wide(rightNames) < std::max(end, otherEnd)) {
        // Beside the piece there is no room: below it, in one line.
        const double line = std::min(foot + 36, height() - 17.0);
        left = {left.left(), line, 190, 16};
        right = {right.right() - 190, line, 190, 16};
        leftNames.replace('\n', QStringLiteral(", "));
        rightNames.replace('\n', QStringLiteral(", "));
    }
    painter.drawText(left, Qt::AlignLeft, leftNames);
    painter.drawText(right, Qt::AlignRight, rightNames);
    if (view_.weltRows * row_ > 16 && !view_.weltLabel.isEmpty()) {
        painter.setPen(theme.ink);
        painter.drawText(QRectF(position(asWorn_ ? view_.picture.lastSlot + 1 : view_.picture.firstSlot, 0).x(),
                                foot - view_.weltRows * row_,
                                (view_.picture.lastSlot - view_.picture.firstSlot + 1) * stitch_,
                                view_.weltRows * row_),
                         Qt::AlignCenter, view_.weltLabel);
    }
    painter.setFont(textFont(14, QFont::Bold));
    painter.setPen(theme.ink);
    const double x1 = position(view_.picture.firstSlot, 0).x();
    const double x2 = position(view_.picture.lastSlot + 1, 0).x();
    const QRectF text(std::min(x1, x2) - 120, foot + 14, std::abs(x2 - x1) + 240, 22);
    painter.drawText(text, Qt::AlignCenter, view_.widthLabel);
    const double words = painter.fontMetrics().horizontalAdvance(view_.widthLabel) / 2.0 + 10;
    painter.setPen(QPen(theme.ink, 1));
    if (std::abs(x2 - x1) / 2 > words + 10) {
        const double centre = (x1 + x2) / 2;
        painter.drawLine(QPointF(std::min(x1, x2), foot + 25), QPointF(centre - words, foot + 25));
        painter.drawLine(QPointF(centre + words, foot + 25), QPointF(std::max(x1, x2), foot + 25));
    }
}

void RailCanvas::paintHandles(QPainter& painter) const {
    const Theme& theme = Theme::current();
    for (const RailHandle& each : view_.handles) {
        const QPointF at = position(each.at.x(), each.at.y());
        const bool chosen = each.part == picked_;
        painter.setPen(QPen(theme.madder, 2.4));
        painter.setBrush(chosen ? theme.madder : theme.paper);
        painter.drawEllipse(at, grip - 2.5, grip - 2.5);
        // Which way it moves.
        painter.setPen(QPen(chosen ? theme.paper : theme.madder, 1.6));
        const QPointF along = each.upright ? QPointF(0, 3) : QPointF(3, 0);
        painter.drawLine(at - along, at + along);
        if (chosen && hasFocus()) {
            painter.setBrush(Qt::NoBrush);
            painter.setPen(QPen(theme.woad, 2));
            painter.drawEllipse(at, grip + 3, grip + 3);
        }
    }
    const RailHandle* chosen = handle(picked_);
    if (!chosen || bubble_.isEmpty())
        return;
    const QPointF at = position(chosen->at.x(), chosen->at.y());
    painter.setFont(textFont(13, QFont::Bold));
    const QRectF bounds = painter.fontMetrics().boundingRect(QRect(0, 0, 260, 200), Qt::AlignLeft, bubble_);
    QRectF box(at.x() + 18, at.y() + 14, bounds.width() + 24, bounds.height() + 16);
    if (box.right() > width() - 4)
        box.moveRight(at.x() - 18);
    if (box.bottom() > height() - 4)
        box.moveBottom(at.y() - 14);
    painter.setPen(QPen(theme.madder, 1.4));
    painter.setBrush(theme.paper);
    painter.drawRoundedRect(box, 7, 7);
    painter.setPen(theme.ink);
    painter.drawText(box.adjusted(12, 8, -8, -6), Qt::AlignLeft, bubble_);
}

void RailCanvas::paintEvent(QPaintEvent*) {
    if (view_.picture.blocks.empty())
        return;
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    paintRail(painter);
    paintFabric(painter);
    paintOther(painter);
    paintWanted(painter);
    paintScale(painter);
    paintLabels(painter);
    paintHandles(painter);
}

void RailCanvas::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton)
        return;
    const RailHandle* found = handleAt(event->position());
    // Picking shows the view anew, handles and all.
    const HandleKey part = found ? found->part : HandleKey();
    pick(part);
    if (part.empty()) {
        emit fabricPressed(place(event->position()));
        return;
    }
    dragging_ = part;
    dragFrom_ = event->position();
    dragStitch_ = stitch_;
    dragRow_ = row_;
    dragSteps_ = 0;
    emit dragBegan(dragging_);
}

void RailCanvas::mouseMoveEvent(QMouseEvent* event) {
    if (dragging_.empty()) {
        const RailHandle* under = handleAt(event->position());
        setCursor(!under ? Qt::ArrowCursor : under->upright ? Qt::SizeVerCursor : Qt::SizeHorCursor);
        return;
    }
    const RailHandle* held = handle(dragging_);
    if (!held)
        return;
    const QPointF way = event->position() - dragFrom_;
    // Outward is away from the middle of the garment.
    const double outward = held->leftward != asWorn_ ? -way.x() : way.x();
    const int steps = static_cast<int>(std::lround(held->upright ? -way.y() / dragRow_ : outward / dragStitch_));
    if (steps == dragSteps_)
        return;
    dragSteps_ = steps;
    emit draggedBy(dragging_, steps);
}

void RailCanvas::mouseReleaseEvent(QMouseEvent*) {
    if (dragging_.empty())
        return;
    const HandleKey part = dragging_;
    dragging_ = HandleKey();
    emit dragEnded(part, true);
}

void RailCanvas::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape && !dragging_.empty()) {
        const HandleKey part = dragging_;
        dragging_ = HandleKey();
        emit dragEnded(part, false);
        return;
    }
    const RailHandle* held = handle(picked_);
    if (held) {
        const int up = event->key() == Qt::Key_Up ? 1 : event->key() == Qt::Key_Down ? -1 : 0;
        const int right = event->key() == Qt::Key_Right ? 1 : event->key() == Qt::Key_Left ? -1 : 0;
        const int steps = held->upright ? up : (held->leftward != asWorn_ ? -right : right);
        if (steps != 0) {
            emit nudged(picked_, steps);
            return;
        }
    }
    QWidget::keyPressEvent(event);
}

/// Tab goes through the parts before it leaves the canvas.
bool RailCanvas::focusNextPrevChild(bool next) {
    const auto count = view_.handles.size();
    qsizetype at = -1;
    for (qsizetype i = 0; i < count; ++i)
        if (view_.handles[i].part == picked_)
            at = i;
    const qsizetype to = next ? at + 1 : (at < 0 ? count - 1 : at - 1);
    if (to < 0 || to >= count)
        return QWidget::focusNextPrevChild(next);
    pick(view_.handles[to].part);
    return true;
}

} // namespace vestimen::app
