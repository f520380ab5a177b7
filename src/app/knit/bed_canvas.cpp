// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/bed_canvas.h"

#include "app/canvas/rail_canvas.h"
#include "app/theme/theme.h"

#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include <cmath>

namespace vestimen::app {
namespace {

constexpr double railTop = 34;
constexpr double sideRoom = 24;
constexpr int needlesAround = 3; ///< neighbours shown beside those that change
constexpr int mostInGroup = 11;

bool same(const NeedleState& a, const NeedleState& b) {
    return a.position == b.position && a.loops == b.loops && a.first == b.first;
}

} // namespace

BedView bedView(const VirtualBed& bed, const Program& program, const FabricGauge& gauge, const QColor& mainColour) {
    BedView view;
    const int half = program.machine.needles / 2;
    view.firstSlot = -half;
    for (int i = 0; i < program.machine.needles; ++i)
        view.needles.push_back(bed.needle(Needle::atSlot(i - half)));
    if (!bed.occupied(Bed::second).empty()) {
        for (int i = 0; i < program.machine.needles; ++i)
            view.second.push_back(bed.needle(Needle::atSlot(i - half, Bed::second)));
        view.secondBy = bed.rack() + (program.machine.halfPitch ? 0.5 : 0.0);
    }
    view.rungs = bed.openRungs();
    view.split = bed.splitStitches();
    view.carriage = bed.carriage();
    view.finished = bed.place().operation >= program.operations.size();
    // Once the welt is closed it is folded away behind the piece.
    bool closed = false;
    for (std::size_t i = 0; i < bed.place().operation; ++i)
        closed = closed || std::holds_alternative<operation::Hang>(program.operations[i].action);
    view.picture = picture(bed.fabric(), program, closed ? firstSeenPass(program) : 1, closed);
    for (const ProgramYarn& yarn : program.yarns) {
        const Theme& theme = Theme::current();
        view.yarns.append(!yarn.colour.empty()          ? fabricColour(QString::fromStdString(yarn.colour))
                          : yarn.role == YarnRole::main ? mainColour
                          : yarn.role == YarnRole::ravel
                              ? theme.weld
                              : theme.moss.lighter(theme.name == Theme::Name::peat ? 80 : 170));
    }
    view.gauge = gauge;
    return view;
}

BedCanvas::BedCanvas(QWidget* parent) : QWidget(parent) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    setAccessibleName(tr("The needle bed and the fabric under it"));
}

void BedCanvas::setView(BedView view) {
    view_ = std::move(view);
    update();
}

double BedCanvas::Strip::x(double index) const {
    return sideRoom + (index - first) * stitch;
}

BedCanvas::Strip BedCanvas::strip() const {
    const int count = static_cast<int>(view_.needles.size());
    // Zoomed to where the work is, with some bed on both sides.
    Strip shown{0, count - 1, 1.0};
    const auto busy = [&](int i) {
        const auto at = static_cast<std::size_t>(i);
        return view_.needles[at].loops > 0 || (at < view_.second.size() && view_.second[at].loops > 0);
    };
    while (shown.first < count / 2 - 20 && !busy(shown.first))
        ++shown.first;
    while (shown.last > count / 2 + 20 && !busy(shown.last))
        --shown.last;
    shown.first = std::max(0, std::min(shown.first, count - 1 - shown.last) - (view_.hand ? 6 : 16));
    shown.last = count - 1 - shown.first;
    shown.stitch = (width() - 2 * sideRoom) / (shown.last - shown.first + 1);
    return shown;
}

double BedCanvas::room() const {
    if (view_.hand)
        return markAt() + 34; // for the needle that is chosen
    return view_.second.empty() ? 26 : 88;
}

/// It faces the main bed: its needles point up, into the gaps.
void BedCanvas::paintSecond(QPainter& painter, const Strip& shown) const {
    const Theme& theme = Theme::current();
    constexpr double rail = railTop + 46;
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.rail);
    const double by = view_.secondBy * shown.stitch;
    painter.drawRoundedRect(QRectF(sideRoom - 8 + by, rail, width() - 2 * sideRoom + 16, 20), 3, 3);
    painter.setBrush(theme.railDark);
    painter.drawRect(QRectF(sideRoom - 8 + by, rail + 15, width() - 2 * sideRoom + 16, 5));
    const double thick = std::clamp(shown.stitch * 0.4, 1.0, 3.0);
    for (int i = shown.first; i <= shown.last; ++i) {
        const NeedleState& needle = view_.second[static_cast<std::size_t>(i)];
        const double at = shown.x(i + 0.5 + view_.secondBy);
        const bool isOut = needle.position == Position::out;
        const bool isHeld = needle.position == Position::hold;
        painter.setPen(QPen(isOut ? theme.muted : isHeld ? theme.heather : theme.ink, isOut ? 1.0 : thick));
        painter.drawLine(QPointF(at, rail + 12), QPointF(at, rail + (isOut ? 9 : isHeld ? -16 : -4)));
    }
    painter.setPen(theme.muted);
    painter.setFont(textFont(12));
    painter.drawText(QRectF(sideRoom, rail + 22, width() - 2 * sideRoom, 16), Qt::AlignRight,
                     view_.secondBy >= 1.0 || view_.secondBy < 0.0
                         ? tr("second bed, racked by %1").arg(std::floor(view_.secondBy))
                         : tr("second bed"));
}

/// Bars across a column that ran down, from the newest row; the loop that waits below them.
void BedCanvas::paintRungs(QPainter& painter, const Strip& shown, double top, double row) const {
    const Theme& theme = Theme::current();
    for (const auto& [needle, rungs] : view_.rungs) {
        if (needle.bed() == Bed::second || rungs == 0)
            continue;
        const double left = shown.x(needle.slot() - view_.firstSlot);
        const double deep = rungs * row;
        painter.fillRect(QRectF(left, top, shown.stitch, deep), theme.ground);
        painter.setPen(QPen(theme.madder, std::clamp(row * 0.18, 1.0, 2.2)));
        for (int rung = 0; rung < rungs; ++rung) {
            const double y = top + (rung + 0.5) * row;
            painter.drawLine(QPointF(left, y), QPointF(left + shown.stitch, y));
        }
        painter.setBrush(Qt::NoBrush);
        painter.drawArc(QRectF(left + shown.stitch * 0.15, top + deep - row * 0.4, shown.stitch * 0.7, row * 1.4), 0,
                        180 * 16);
    }
}

/// A thin loop, and beside it the half of the yarn that the hook missed; on a wide piece larger than its neighbours, so
/// that it is seen from where one stands.
void BedCanvas::paintSplit(QPainter& painter, const Strip& shown, double top, double row) const {
    const Theme& theme = Theme::current();
    painter.setBrush(Qt::NoBrush);
    for (const auto& [needle, rows] : view_.split) {
        if (needle.bed() == Bed::second)
            continue;
        const double wide = std::max(shown.stitch, 24.0);
        const double high = std::max(row, 18.0);
        QRectF cell(0, 0, wide, high);
        cell.moveCenter({shown.x(needle.slot() - view_.firstSlot + 0.5), top + (rows - 0.5) * row});
        cell.moveTop(std::max(cell.top(), top));
        painter.fillRect(cell, theme.ground);
        painter.setPen(QPen(theme.madder, 1.6));
        QPainterPath loop(cell.bottomLeft() + QPointF(wide * 0.3, 0));
        loop.cubicTo(cell.topLeft() + QPointF(wide * 0.1, -high * 0.2),
                     cell.topLeft() + QPointF(wide * 0.7, -high * 0.2), cell.bottomLeft() + QPointF(wide * 0.5, 0));
        painter.drawPath(loop);
        QPainterPath missed(cell.bottomLeft());
        missed.quadTo(cell.center() + QPointF(0, high * 0.35), cell.topRight() + QPointF(0, high * 0.6));
        painter.drawPath(missed);
    }
}

QPointF BedCanvas::place(Needle needle) const {
    return {strip().x(needle.slot() - view_.firstSlot + 0.5), railTop + 20};
}

std::optional<Needle> BedCanvas::needleAt(const QPointF& point) const {
    if (!view_.hand || point.y() < railTop - 20 || point.y() > railTop + 60)
        return std::nullopt;
    const Strip shown = strip();
    const int index = shown.first + static_cast<int>(std::floor((point.x() - sideRoom) / shown.stitch));
    if (index < shown.first || index > shown.last)
        return std::nullopt;
    return Needle::atSlot(index + view_.firstSlot);
}

void BedCanvas::mousePressEvent(QMouseEvent* event) {
    pressed_ = event->button() == Qt::LeftButton ? needleAt(event->position()) : std::nullopt;
    pressedWith_ = event->modifiers();
    if (!pressed_)
        event->ignore(); // it counts as done
}

void BedCanvas::mouseReleaseEvent(QMouseEvent* event) {
    const auto from = std::exchange(pressed_, std::nullopt);
    const auto to = needleAt(event->position());
    if (!from || !to)
        return event->ignore();
    if (*from == *to)
        emit pressed(*from, pressedWith_.testFlag(Qt::ShiftModifier));
    else
        emit dragged(*from, *to);
}

void BedCanvas::paintHand(QPainter& painter, const Strip& shown) const {
    const Theme& theme = Theme::current();
    const double radius = std::clamp(shown.stitch * 0.36, 1.6, 5.0);
    for (int i = shown.first; i <= shown.last; ++i) {
        const NeedleState& needle = view_.needles[static_cast<std::size_t>(i)];
        const double tip = needle.position == Position::hold ? 36 : needle.position == Position::work ? 24 : 12;
        painter.setPen(Qt::NoPen);
        painter.setBrush(needle.loops > 1 ? theme.madder : theme.ink);
        // Stitches that lie together on one needle stand above each other.
        for (int loop = 0; loop < std::min<int>(needle.loops, 3); ++loop)
            painter.drawEllipse(QPointF(shown.x(i + 0.5), railTop + tip - loop * radius * 1.6), radius, radius);
    }
    const auto under = [&](Needle needle, double y) { return QPointF(place(needle).x(), railTop + y); };
    painter.setPen(QPen(theme.madder, 1.8));
    painter.setBrush(Qt::NoBrush);
    for (const Needle needle : view_.hand->wrong)
        painter.drawEllipse(under(needle, 24), radius + 3, radius + 3);
    const QPointF chosen = under(view_.hand->chosen, markAt());
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.woad);
    if (view_.hand->other) {
        const QPointF other = under(*view_.hand->other, markAt());
        painter.drawRect(QRectF(chosen + QPointF(0, 8), other + QPointF(0, 11)).normalized());
        painter.drawEllipse(other + QPointF(0, 9), 4, 4);
    }
    painter.drawPolygon(QPolygonF({chosen, chosen + QPointF(-7, 11), chosen + QPointF(7, 11)}));
    painter.setPen(theme.woad);
    painter.setFont(textFont(14, QFont::Bold));
    painter.drawText(QRectF(chosen.x() - 40, chosen.y() + 11, 80, 18), Qt::AlignCenter,
                     QString::fromStdString(view_.hand->chosen.name()));
}

void BedCanvas::paintEvent(QPaintEvent*) {
    if (view_.needles.empty())
        return;
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Strip shown = strip();
    const auto [first, last, stitch] = shown;
    const double left = sideRoom;
    const auto x = [&](double slot) { return shown.x(slot - view_.firstSlot); };

    // The fabric hangs from the rail, newest row at the top.
    const double row = stitch * (view_.gauge.rows.unit() / view_.gauge.stitches.unit());
    const double top = railTop + room();
    const auto y = [&](double rows) { return top + (view_.picture.rows - rows) * row; };
    painter.save();
    painter.setClipRect(QRectF(0, top, width(), height() - top));
    painter.setRenderHint(QPainter::Antialiasing, false); // upright edges need none, and it is dear
    for (qsizetype yarn = 0; yarn < view_.yarns.size(); ++yarn) {
        QPainterPath shape;
        shape.setFillRule(Qt::WindingFill);
        for (const FabricBlock& block : view_.picture.blocks)
            if (block.yarn == yarn && y(block.to) < height())
                shape.addRect(
                    QRectF(QPointF(x(block.firstSlot), y(block.to)), QPointF(x(block.lastSlot + 1), y(block.from))));
        if (!shape.isEmpty())
            paintKnitting(painter, shape, view_.yarns[yarn], view_.shown == WornSide::knit);
    }
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(theme.ink, 1.0));
    painter.setBrush(theme.ground);
    const double hole = std::clamp(0.45 * stitch, 1.2, 3.5);
    for (const Eyelet& each : view_.picture.eyelets)
        painter.drawEllipse(QPointF(x(each.slot + 0.5), y(each.row + 0.5)), hole, hole);
    painter.setPen(QPen(theme.ink, 1.6));
    for (const auto* lines : {&view_.picture.outline, &view_.picture.within})
        for (const OutlineLine& line : *lines)
            painter.drawLine(QPointF(x(line.x1), y(line.y1)), QPointF(x(line.x2), y(line.y2)));
    paintRungs(painter, shown, top, row);
    paintSplit(painter, shown, top, row);
    painter.restore();
    painter.setFont(textFont(12));
    painter.setPen(theme.muted);
    painter.drawText(QRectF(width() - 290, height() - 22, 280, 18), Qt::AlignRight,
                     view_.shown == WornSide::knit ? tr("knit side, seen through from behind")
                                                   : tr("purl side, as it hangs"));

    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.rail);
    painter.drawRoundedRect(QRectF(left - 8, railTop, width() - 2 * sideRoom + 16, 24), 3, 3);
    painter.setBrush(theme.railDark);
    painter.drawRect(QRectF(left - 8, railTop, width() - 2 * sideRoom + 16, 5));
    for (int i = first; i <= last; ++i) {
        const NeedleState& needle = view_.needles[static_cast<std::size_t>(i)];
        const double at = left + (i - first + 0.5) * stitch;
        const double thick = std::max(1.0, std::min(3.0, stitch * 0.4));
        if (needle.position == Position::out) {
            painter.setPen(QPen(theme.muted, 1));
            painter.drawLine(QPointF(at, railTop + 9), QPointF(at, railTop + 12));
        } else if (needle.position == Position::hold) {
            // Held needles stand far out, towards the knitter.
            painter.setPen(QPen(theme.heather, thick + 0.6));
            painter.drawLine(QPointF(at, railTop + 9), QPointF(at, railTop + 36));
        } else {
            painter.setPen(QPen(theme.ink, thick));
            painter.drawLine(QPointF(at, railTop + 9), QPointF(at, railTop + 24));
        }
    }
    painter.setPen(theme.muted);
    painter.setFont(textFont(12));
    for (int i = first; i <= last; ++i) {
        const Needle needle = Needle::atSlot(i + view_.firstSlot);
        if (needle.number() % 10 == 0)
            painter.drawText(QRectF(left + (i - first + 0.5) * stitch - 30, railTop - 20, 60, 16), Qt::AlignCenter,
                             QString::fromStdString(needle.name()));
    }
    if (!view_.second.empty())
        paintSecond(painter, shown);
    if (view_.hand)
        paintHand(painter, shown);
    painter.setPen(QPen(theme.madder, 1.6));
    painter.drawLine(QPointF(x(0), railTop - 3), QPointF(x(0), railTop + 24));
    if (view_.finished)
        return;
    const bool onLeft = view_.carriage == Side::left;
    const QRectF carriage(onLeft ? 4 : width() - 114.0, railTop - 30, 110, 32);
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.woad);
    painter.drawRoundedRect(carriage, 6, 6);
    painter.setPen(theme.onWoad);
    painter.setFont(textFont(14, QFont::Bold));
    painter.drawText(carriage, Qt::AlignCenter, onLeft ? tr("next ▶") : tr("◀ next"));
}

NeedlePicture::NeedlePicture(QWidget* parent) : QWidget(parent) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setMinimumHeight(118);
    setAccessibleName(tr("The needles concerned, before and after"));
}

void NeedlePicture::clear(const QString& why) {
    groups_.clear();
    why_ = why;
    update();
}

void NeedlePicture::setStates(const VirtualBed& before, const VirtualBed& after, const QString& when) {
    groups_.clear();
    when_ = when;
    add(before, after, Bed::second, 1);
    const bool onSecond = !groups_.empty();
    add(before, after, Bed::main, onSecond ? 1 : 2);
    if (groups_.empty())
        return clear(tr("the needles stay as they are"));
    if (onSecond && groups_.size() > 1)
        std::swap(groups_[0], groups_[1]);
    update();
}

void NeedlePicture::add(const VirtualBed& before, const VirtualBed& after, Bed bed, std::size_t most) {
    std::vector<int> changed;
    int half = 0;
    while (before.onBed(Needle::atSlot(half)))
        ++half;
    if (before.onBed(Needle::atSlot(0, bed)))
        for (int slot = -half; slot < half; ++slot)
            if (!same(before.needle(Needle::atSlot(slot, bed)), after.needle(Needle::atSlot(slot, bed))))
                changed.push_back(slot);
    if (changed.empty())
        return;
    // Two ends of the bed, or one stretch.
    std::vector<std::pair<int, int>> stretches = {{changed.front(), changed.front()}};
    for (const int slot : changed) {
        if (slot > stretches.back().second + 2 * needlesAround + 2 && stretches.size() < most)
            stretches.emplace_back(slot, slot);
        stretches.back().second = slot;
    }
    const bool manyOnOne = stretches.size() == 1 && stretches[0].second - stretches[0].first > 2 * mostInGroup;
    if (manyOnOne && most == 1)
        stretches = {{stretches[0].first, stretches[0].first + 2 * mostInGroup - needlesAround - 1}};
    else if (manyOnOne)
        stretches = {{stretches[0].first, stretches[0].first + mostInGroup - needlesAround - 1},
                     {stretches[0].second - mostInGroup + needlesAround + 1, stretches[0].second}};
    for (const auto& [first, last] : stretches) {
        std::vector<Shown> group;
        for (int slot = first - needlesAround; slot <= last + needlesAround; ++slot) {
            const Needle at = Needle::atSlot(slot, bed);
            if (!before.onBed(at))
                continue;
            const NeedleState& a = before.needle(at);
            const NeedleState& b = after.needle(at);
            group.push_back({at, a.position, b.position, a.loops, b.loops, !same(a, b)});
        }
        groups_.push_back(std::move(group));
    }
}

void NeedlePicture::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    paintOn(painter);
}

void NeedlePicture::paintOn(QPainter& painter) const {
    const Theme& theme = Theme::current();
    painter.setRenderHint(QPainter::Antialiasing);
    paintCard(painter, rect());
    if (groups_.empty()) {
        painter.setPen(theme.muted);
        painter.setFont(textFont(15));
        painter.drawText(rect(), Qt::AlignCenter, why_);
        return;
    }
    const double scale = height() / 118.0;
    painter.scale(scale, scale);
    const double room = width() / scale;
    const double wide = (room - 20.0) / static_cast<double>(groups_.size());
    painter.setFont(textFont(13, QFont::Bold));
    painter.setPen(theme.madder);
    painter.drawText(QRectF(0, 6, room - 12, 20), Qt::AlignRight | Qt::AlignTop, when_);
    double left = 10;
    for (const auto& group : groups_) {
        const double step = std::min(34.0, (wide - 70) / static_cast<double>(group.size()));
        const double radius = std::min(7.0, step * 0.36);
        painter.setFont(textFont(12));
        painter.setPen(theme.muted);
        painter.drawText(QRectF(left, 4, wide, 18), Qt::AlignVCenter,
                         QString::fromStdString(group.front().needle.name() + " … " + group.back().needle.name()));
        for (const bool isAfter : {false, true}) {
            const double y = isAfter ? 84 : 40;
            painter.setPen(theme.muted);
            painter.drawText(QRectF(left, y - 8, 52, 16), Qt::AlignVCenter, isAfter ? tr("after") : tr("before"));
            double x = left + 58;
            for (const Shown& each : group) {
                const Position position = isAfter ? each.positionAfter : each.positionBefore;
                const int loops = isAfter ? each.loopsAfter : each.loopsBefore;
                const double tip = position == Position::hold ? y + 8 : position == Position::work ? y : y - 12;
                const QColor colour = position == Position::hold ? theme.heather : theme.ink;
                painter.setPen(QPen(colour, 2));
                painter.drawLine(QPointF(x, y - 16), QPointF(x, tip));
                painter.setPen(QPen(isAfter && each.changed ? theme.madder : theme.moss, 2.4));
                painter.setBrush(Qt::NoBrush);
                if (loops == 0 && each.changed) {
                    painter.setPen(QPen(theme.line, 1.6, Qt::DotLine));
                    painter.drawEllipse(QPointF(x, y + 8), radius, radius);
                }
                for (int loop = 0; loop < std::min(3, loops); ++loop)
                    painter.drawEllipse(QPointF(x, tip + 6 + loop * 4), radius, radius);
                x += step;
            }
        }
        left += wide;
    }
}

} // namespace vestimen::app
