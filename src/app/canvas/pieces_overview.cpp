// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/pieces_overview.h"

#include "app/canvas/knitting_paths.h"
#include "app/canvas/piece_marks.h"
#include "app/session/session.h"
#include "app/theme/theme.h"
#include "core/article/articles.h"
#include "core/bed/fabric_picture.h"

#include <QFontMetricsF>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>

namespace vestimen::app {
namespace {

constexpr double gap = 26.0;
constexpr double railRoom = 14.0;
constexpr double nameRoom = 44.0;
constexpr double faint = 0.35; ///< fabric that is only sketched
constexpr double disc = 10.0;  ///< under a thread's number

/// Under a piece: its name; its size is the line below.
QRectF nameLine(const QRectF& piece) {
    return {piece.center().x() - 85, piece.bottom() + 4, 170, 18};
}

/// The middle of an edge of a piece's outline, in mm; nothing where it has no such edge.
std::optional<OutlinePoint> middleOf(const Outline& outline, const std::string& name) {
    std::vector<OutlinePoint> points;
    for (const OutlineEdge& each : outline.edges)
        if (each.name == name)
            points.insert(points.end(), each.points.begin(), each.points.end());
    const auto step = [&](std::size_t i) {
        return std::hypot((points[i + 1].x - points[i].x).mm(), (points[i + 1].y - points[i].y).mm());
    };
    double length = 0.0;
    for (std::size_t i = 0; i + 1 < points.size(); ++i)
        length += step(i);
    double left = length / 2.0;
    for (std::size_t i = 0; i + 1 < points.size(); ++i) {
        if (const double here = step(i); here >= left && here > 0.0)
            return OutlinePoint{points[i].x + (points[i + 1].x - points[i].x) * (left / here),
                                points[i].y + (points[i + 1].y - points[i].y) * (left / here)};
        left -= step(i);
    }
    return std::nullopt;
}

} // namespace

PiecesOverview::PiecesOverview(QWidget* parent) : QWidget(parent) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("All pieces, to one scale"));
}

void PiecesOverview::show(const Worked& worked, const QColor& colour, ReadingUnit unit) {
    pieces_.clear();
    gauge_ = worked.measured.gauge.value_or(FabricGauge{});
    colour_ = colour;
    for (const WorkedPiece& piece : worked.pieces)
        pieces_.append({piece.key,
                        pieceName(worked.article, piece.key),
                        piece.ontoOthers,
                        pictureOf(piece.fabric, piece.program),
                        tr("%1 × %2").arg(QString::fromStdString(text(piece.width, unit)),
                                          QString::fromStdString(text(piece.length, unit))),
                        {},
                        piece.marks});
    threads_.clear();
    if (const Drawing* drawing = drawingOf(worked.article))
        for (const DrawnJoin& join : drawing->joins) {
            const auto end = [&](DrawnEdgeAt at) -> std::optional<std::pair<PieceKey, QPointF>> {
                if (at.piece >= worked.pieces.size())
                    return std::nullopt;
                const WorkedPiece& piece = worked.pieces[at.piece];
                const FabricPicture& picture = pieces_[static_cast<qsizetype>(at.piece)].picture;
                const auto middle = middleOf(piece.outline, drawing->pieces[at.piece].edges[at.edge].name);
                if (!middle)
                    return std::nullopt;
                return std::pair(piece.key, QPointF(middle->x / gauge_.stitches.unit() +
                                                        (picture.firstSlot + picture.lastSlot + 1) / 2.0,
                                                    middle->y / gauge_.rows.unit()));
            };
            const auto first = end(join.first);
            const auto second = end(join.second);
            if (first && second)
                threads_.append({{{first->first, {first->second}}}, {{second->first, {second->second}}}});
        }
    chosen_ = std::clamp(chosen_, 0, std::max(0, static_cast<int>(pieces_.size()) - 1));
    layOut();
    update();
}

void PiecesOverview::clear() {
    pieces_.clear();
    threads_.clear();
    update();
}

void PiecesOverview::setSketched(bool on) {
    sketched_ = on;
    update();
}

void PiecesOverview::setAsWorn(bool asWorn) {
    asWorn_ = asWorn;
    update();
}

QRectF PiecesOverview::place(PieceKey piece) const {
    for (const Hanging& each : pieces_)
        if (each.key == piece)
            return each.at;
    return {};
}

bool PiecesOverview::fits(double scale) {
    double x = gap;
    double y = railRoom;
    double deepest = 0.0;
    const Hanging* stacked = nullptr; // the piece that was placed last, and its column
    double stackLeft = 0.0;
    double stackWidth = 0.0;
    for (Hanging& each : pieces_) {
        const double wide = (each.picture.lastSlot - each.picture.firstSlot + 1) * gauge_.stitches.unit().mm() * scale;
        const double high = each.picture.rows * gauge_.rows.unit().mm() * scale;
        const double room = std::max(wide, 110.0);
        // Trims are flat: they hang one below the other, as far down as the row reaches.
        if (each.ontoOthers && stacked && stacked->ontoOthers) {
            const double below = stacked->at.bottom() + nameRoom + railRoom;
            if (below + high <= y + std::max(deepest, stacked->at.height()) && stackLeft + room <= width() - gap) {
                each.at = QRectF(stackLeft + (room - wide) / 2, below, wide, high);
                stackWidth = std::max(stackWidth, room);
                x = std::max(x, stackLeft + stackWidth + gap);
                stacked = &each;
                continue;
            }
        }
        if (x + room > width() - gap && x > gap) {
            x = gap;
            y += deepest + nameRoom + railRoom;
            deepest = 0.0;
        }
        each.at = QRectF(x + (room - wide) / 2, y, wide, high);
        stackLeft = x;
        stackWidth = room;
        stacked = &each;
        x += room + gap;
        deepest = std::max(deepest, high);
        if (x - gap > width())
            return false;
    }
    return y + deepest + nameRoom <= height();
}

void PiecesOverview::layOut() {
    // The largest scale at which all have room; the smallest is taken in any case.
    scale_ = 1.0;
    while (!fits(scale_) && scale_ > 0.05)
        scale_ *= 0.97;
    if (!inTheMiddle_)
        return;
    double lowest = 0.0;
    double rightmost = 0.0;
    for (const Hanging& each : pieces_) {
        lowest = std::max(lowest, each.at.bottom());
        rightmost = std::max(rightmost, each.at.right());
    }
    const QPointF by(std::max(0.0, (width() - gap - rightmost) / 2), std::max(0.0, (height() - nameRoom - lowest) / 2));
    for (Hanging& each : pieces_)
        each.at.translate(by);
}

void PiecesOverview::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    layOut();
}

void PiecesOverview::paintEvent(QPaintEvent*) {
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    for (qsizetype i = 0; i < pieces_.size(); ++i) {
        const Hanging& each = pieces_[i];
        const auto point = [&](double slot, double rows) { return this->point(each, slot, rows); };
        painter.setPen(QPen(theme.muted, 2));
        painter.drawLine(each.at.topLeft() - QPointF(8, 5), each.at.topRight() + QPointF(8, -5));
        KnittingPaths knitted(each.picture, colour_);
        for (const FabricBlock& block : each.picture.blocks)
            knitted.add(block.yarn,
                        QRectF(point(block.firstSlot, block.to), point(block.lastSlot + 1, block.from)).normalized());
        painter.setOpacity(sketched_ ? faint : 1.0);
        knitted.paint(painter, asWorn_);
        painter.setOpacity(1.0);
        painter.setPen(sketched_ ? QPen(theme.muted, 1.3, Qt::DashLine) : QPen(theme.ink, 1.4));
        for (const auto* lines : {&each.picture.outline, &each.picture.within})
            for (const OutlineLine& line : *lines)
                painter.drawLine(point(line.x1, line.y1), point(line.x2, line.y2));
        paintMarks(painter, each.marks, point, scale_);
        if (hasFocus() && i == chosen_) {
            painter.setPen(QPen(theme.woad, 2));
            painter.setBrush(Qt::NoBrush);
            painter.drawRoundedRect(each.at.adjusted(-12, -10, 12, nameRoom - 4), 8, 8);
        }
    }
    paintThreads(painter);
}

QPointF PiecesOverview::point(const Hanging& piece, double slot, double rows) const {
    const double x = (slot - piece.picture.firstSlot) * gauge_.stitches.unit().mm() * scale_;
    return {asWorn_ ? piece.at.right() - x : piece.at.left() + x,
            piece.at.bottom() - rows * gauge_.rows.unit().mm() * scale_};
}

std::optional<QPointF> PiecesOverview::middle(const QList<DrawnThread::Stroke>& strokes) const {
    qsizetype left = 0;
    for (const DrawnThread::Stroke& each : strokes)
        left += each.points.size();
    left /= 2;
    for (const DrawnThread::Stroke& each : strokes) {
        if (left < each.points.size()) {
            const auto piece = std::ranges::find(pieces_, each.piece, &Hanging::key);
            if (piece == pieces_.end())
                return std::nullopt;
            return point(*piece, each.points[left].x(), each.points[left].y());
        }
        left -= each.points.size();
    }
    return std::nullopt;
}

std::optional<PiecesOverview::Ends> PiecesOverview::ends(const DrawnThread& thread) const {
    const auto from = middle(thread.first);
    if (!from)
        return std::nullopt;
    const QPointF to = middle(thread.second).value_or(*from + QPointF(0, -24));
    // It hangs a little, as a thread does until it is drawn tight.
    const QPointF hanging = thread.done ? QPointF() : QPointF(0, 12 + 0.1 * QLineF(*from, to).length());
    return Ends{*from, to, hanging};
}

QList<QPointF> PiecesOverview::numbers() const {
    QList<QPointF> places;
    const auto isFree = [&](QPointF at) {
        const auto lies = [&](const Hanging& each) {
            return nameLine(each.at).adjusted(30 - disc, -disc, disc - 30, 17 + disc).contains(at);
        };
        return std::ranges::none_of(pieces_, lies) &&
               std::ranges::none_of(places, [&](QPointF other) { return QLineF(at, other).length() < 2 * disc; });
    };
    for (const DrawnThread& each : threads_) {
        const auto ends = this->ends(each);
        if (!ends) {
            places.append(QPointF());
            continue;
        }
        const auto along = [&](double part) {
            return ends->from + (ends->to - ends->from) * part + ends->hanging * (3 * part * (1 - part));
        };
        constexpr std::array parts = {0.5, 0.42, 0.58, 0.34, 0.66, 0.26, 0.74};
        const auto free = std::ranges::find_if(parts, [&](double at) { return isFree(along(at)); });
        places.append(along(free == parts.end() ? parts.front() : *free));
    }
    return places;
}

QPointF PiecesOverview::handle(qsizetype thread) const {
    return numbers()[thread];
}

void PiecesOverview::setThreads(QList<DrawnThread> threads) {
    threads_ = std::move(threads);
    update();
}

void PiecesOverview::pickThread(int thread) {
    picked_ = thread;
    update();
}

/// Over the threads, with some ground around them.
void PiecesOverview::paintNames(QPainter& painter) const {
    const Theme& theme = Theme::current();
    const auto write = [&](QRectF line, const QString& text, const QColor& colour) {
        const double wide = QFontMetricsF(painter.font()).horizontalAdvance(text) + 8;
        painter.fillRect(QRectF(line.center().x() - wide / 2, line.top() + 1, wide, line.height() - 2), theme.ground);
        painter.setPen(colour);
        painter.drawText(line, Qt::AlignCenter, text);
    };
    for (const Hanging& each : pieces_) {
        const QRectF line = nameLine(each.at);
        painter.setFont(textFont(13, QFont::Bold));
        write(line, each.name, theme.ink);
        painter.setFont(textFont(12));
        write(line.translated(0, 17), each.size, theme.muted);
    }
}

void PiecesOverview::paintThread(QPainter& painter, const DrawnThread& thread, bool picked) const {
    const auto ends = this->ends(thread);
    if (!ends)
        return;
    const Theme& theme = Theme::current();
    const QColor colour = picked ? theme.woad : thread.done ? theme.moss : theme.madder;
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(colour, picked ? 4.0 : 2.2, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    for (const auto* side : {&thread.first, &thread.second})
        for (const DrawnThread::Stroke& stroke : *side) {
            const auto piece = std::ranges::find(pieces_, stroke.piece, &Hanging::key);
            if (piece == pieces_.end())
                continue;
            QPolygonF line;
            for (const QPointF& at : stroke.points)
                line.append(point(*piece, at.x(), at.y()));
            painter.drawPolyline(line);
        }
    const QPointF along = ends->to - ends->from;
    QPainterPath hung(ends->from);
    hung.cubicTo(ends->from + along / 3 + ends->hanging, ends->from + along * 2 / 3 + ends->hanging, ends->to);
    painter.setPen(QPen(colour, picked ? 2.4 : 1.6, Qt::SolidLine, Qt::RoundCap));
    painter.drawPath(hung);
    painter.setBrush(colour);
    for (const QPointF& end : {ends->from, ends->to})
        painter.drawEllipse(end, 2.5, 2.5);
}

void PiecesOverview::paintNumber(QPainter& painter, const DrawnThread& thread, QPointF at, bool picked) const {
    if (at.isNull() || thread.number == 0)
        return;
    const Theme& theme = Theme::current();
    const QColor colour = picked ? theme.woad : thread.done ? theme.moss : theme.madder;
    painter.setPen(QPen(colour, picked ? 2.4 : 1.6));
    painter.setBrush(picked ? theme.woad : theme.paper);
    painter.drawEllipse(at, disc, disc);
    painter.setPen(picked ? theme.onWoad : thread.done ? theme.moss : theme.ink);
    painter.setFont(textFont(12, QFont::Bold));
    painter.drawText(QRectF(at.x() - disc, at.y() - disc, 2 * disc, 2 * disc), Qt::AlignCenter,
                     QString::number(thread.number));
}

void PiecesOverview::paintThreads(QPainter& painter) const {
    // The one that is picked lies over the others, and all numbers over the names.
    QList<qsizetype> order;
    for (qsizetype i = 0; i < threads_.size(); ++i)
        if (i != picked_)
            order.append(i);
    if (picked_ >= 0 && picked_ < threads_.size())
        order.append(picked_);
    for (const qsizetype i : order)
        paintThread(painter, threads_[i], i == picked_);
    paintNames(painter);
    const QList<QPointF> places = numbers();
    for (const qsizetype i : order)
        paintNumber(painter, threads_[i], places[i], i == picked_);
}

int PiecesOverview::threadAt(QPointF point) const {
    constexpr double reach = 12.0;
    const QList<QPointF> places = numbers();
    for (qsizetype i = 0; i < threads_.size(); ++i)
        if (threads_[i].number != 0 && QLineF(places[i], point).length() <= reach)
            return static_cast<int>(i);
    return -1;
}

int PiecesOverview::index(QPointF point) const {
    for (qsizetype i = 0; i < pieces_.size(); ++i)
        if (pieces_[i].at.adjusted(-10, -railRoom, 10, nameRoom).contains(point))
            return static_cast<int>(i);
    return -1;
}

void PiecesOverview::mousePressEvent(QMouseEvent* event) {
    if (const int thread = threadAt(event->position()); thread >= 0)
        return emit threadPicked(thread);
    if (const int i = index(event->position()); i >= 0) {
        chosen_ = i;
        emit opened(pieces_[i].key);
    }
}

void PiecesOverview::keyPressEvent(QKeyEvent* event) {
    const int count = static_cast<int>(pieces_.size());
    const int step = event->key() == Qt::Key_Right ? 1 : event->key() == Qt::Key_Left ? -1 : 0;
    if (step != 0 && count > 0) {
        chosen_ = (chosen_ + step + count) % count;
        update();
    } else if ((event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) && count > 0) {
        emit opened(pieces_[chosen_].key);
    } else {
        QWidget::keyPressEvent(event);
    }
}

} // namespace vestimen::app
