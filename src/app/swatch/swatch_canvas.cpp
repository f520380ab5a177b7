// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/swatch/swatch_canvas.h"

#include "app/canvas/fields.h"
#include "app/canvas/rail_canvas.h"
#include "app/session/session.h"
#include "app/theme/theme.h"

#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include <cmath>

namespace vestimen::app {
namespace {

constexpr int editWidth = 84;
constexpr int editHeight = 32;
constexpr int manyReadings = 5; ///< from here on fields stand in two columns or rows
constexpr double railTop = 20;
constexpr double swatchTop = 46;
constexpr double labelRoom = 176;
constexpr double rulerRoom = 34;
constexpr double readWidth = 0.95; ///< of the height, while readings are entered

/// Where the swatch's needles and rows lie in an area. To scale, or with most of the height given to the field.
class Frame {
public:
    Frame(const QRectF& area, const Project& project, bool toScale) : layout(layOut(project.swatch)) {
        const Swatch& swatch = project.swatch;
        const MeasuredFabric fabric = measured(swatch);
        const FabricGauge gauge = fabric.gauge.value_or(FabricGauge{});
        rows_ = std::max(1, swatch.rows().count());
        const double high = area.height() - swatchTop - 8;
        const double ratio = std::clamp(
            swatch.castOn.count() * gauge.stitches.unit().mm() / (rows_ * gauge.rows.unit().mm()), 0.35, 1.8);
        const double wide = std::min(high * (toScale ? ratio : readWidth), area.width() - labelRoom - rulerRoom - 10);
        const double tall = toScale ? std::min(high, wide / ratio) : high;
        rect = {area.left() + rulerRoom + std::max(0.0, (area.width() - labelRoom - rulerRoom - wide) / 2),
                area.top() + swatchTop, wide, tall};
        stitch = wide / std::max(1, layout.all.size());
        const double margin = toScale ? layout.lowerMargin.size() / double(rows_) : 0.15;
        const double band = toScale ? Swatch::contrastRows / double(rows_) : 0.03;
        marks_ = {0.0, margin, margin + band, 1.0 - margin - band, 1.0 - margin, 1.0};
    }

    double x(double slot) const { return rect.left() + (slot - layout.all.first.slot()) * stitch; }
    /// The upper edge of so many rows from cast on.
    double y(double row) const {
        const std::array<double, 6> ends = {0.0,
                                            double(layout.lowerMargin.last),
                                            double(layout.lowerContrast.last),
                                            double(layout.fieldRows.last),
                                            double(layout.upperContrast.last),
                                            double(rows_)};
        for (std::size_t i = 1; i < ends.size(); ++i)
            if (row <= ends[i] || i + 1 == ends.size()) {
                const double span = std::max(1.0, ends[i] - ends[i - 1]);
                const double share = marks_[i - 1] + (marks_[i] - marks_[i - 1]) * (row - ends[i - 1]) / span;
                return rect.bottom() - share * rect.height();
            }
        return rect.top();
    }
    QRectF band(RowSpan span) const {
        return {rect.left(), y(span.last), rect.width(), y(span.first - 1) - y(span.last)};
    }
    QRectF field() const {
        const QRectF rows = band(layout.fieldRows);
        return {x(layout.field.first.slot()), rows.top(), layout.field.size() * stitch, rows.height()};
    }

    SwatchLayout layout;
    QRectF rect;
    double stitch = 1.0;

private:
    int rows_ = 1;
    std::array<double, 6> marks_{};
};

Frame frameOf(const QWidget& widget, const Project& project, SwatchCanvas::Mode mode) {
    return {QRectF(widget.rect()), project, mode == SwatchCanvas::Mode::plan};
}

void paintTuft(QPainter& painter, const QPointF& at) {
    QPainterPath tuft(at + QPointF(-3, -8));
    tuft.cubicTo(at + QPointF(6, -4), at + QPointF(-6, 4), at + QPointF(3, 8));
    painter.drawPath(tuft);
}

void paintSwatch(QPainter& painter, const Frame& frame, const Project& project, bool rowRuler) {
    const Theme& theme = Theme::current();
    const Swatch& swatch = project.swatch;
    const SwatchLayout& layout = frame.layout;
    paintNeedleRail(painter, frame.rect.left(), frame.rect.top() - swatchTop + railTop, frame.stitch,
                    layout.all.first.slot(), layout.all.last.slot(), false);
    QPainterPath shape;
    shape.addRect(frame.rect);
    paintKnitting(painter, shape, fabricColour(QString::fromStdString(project.yarn.colour)), false);
    if (layout.every > 1) { // the needles out of work leave their ladders, or the other bed's stitches
        painter.setPen(QPen(theme.ink, 0.6));
        painter.setOpacity(0.35);
        for (int slot = layout.all.first.slot() + 1; slot < layout.all.last.slot(); slot += layout.every)
            painter.drawLine(QPointF(frame.x(slot + 0.5), frame.rect.top()),
                             QPointF(frame.x(slot + 0.5), frame.rect.bottom()));
        painter.setOpacity(1.0);
    }
    painter.setPen(QPen(theme.ink, 1.4));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(frame.rect);
    for (const RowSpan band : {layout.lowerContrast, layout.upperContrast})
        painter.fillRect(frame.band(band).adjusted(1, 0, -1, 0), theme.moss);

    // The stitch size in the fabric itself.
    painter.setPen(QPen(theme.ink, 1.2));
    painter.setBrush(theme.paper);
    double lastEyelet = frame.rect.left();
    double eyeletY = frame.band(layout.lowerMargin).center().y();
    for (const EyeletRow& row : layout.eyelets)
        for (const Needle needle : row.needles) {
            const QPointF at(frame.x(needle.slot() + 0.5), frame.y(row.beforeRow - 0.5));
            painter.drawEllipse(at, 3.6, 3.6);
            lastEyelet = std::max(lastEyelet, at.x());
            eyeletY = at.y();
        }
    // The needles beside the field, where contrast yarn is hooked in.
    for (const Needle marker : {layout.markerLeft, layout.markerRight}) {
        const double x = frame.x(marker.slot() + 0.5);
        painter.setPen(QPen(theme.moss, 2.4));
        painter.drawLine(QPointF(x, frame.rect.top() - 6), QPointF(x, frame.rect.top() + 6));
        painter.setPen(QPen(theme.moss, 1, Qt::DotLine));
        painter.drawLine(QPointF(x, frame.rect.top() + 6), QPointF(x, frame.field().bottom()));
        painter.setPen(theme.moss);
        painter.setFont(textFont(12, QFont::Bold));
        const bool left = marker == layout.markerLeft;
        painter.drawText(QRectF(left ? x - 44 : x + 4, frame.rect.top() + 1, 40, 18),
                         Qt::AlignVCenter | (left ? Qt::AlignRight : Qt::AlignLeft),
                         QString::fromStdString(marker.name()));
    }

    const double right = frame.rect.right() + 12;
    const auto label = [&](double y, const QString& text, bool strong) {
        painter.setFont(textFont(13, strong ? QFont::Bold : QFont::Normal));
        painter.setPen(strong ? theme.ink : theme.muted);
        painter.drawText(QRectF(right, y - 26, labelRoom - 16, 52), Qt::AlignVCenter | Qt::TextWordWrap, text);
    };
    label(frame.band(layout.upperMargin).center().y(), SwatchCanvas::tr("margin, %1 rows").arg(swatch.margin.count()),
          false);
    label(frame.field().center().y(),
          SwatchCanvas::tr("field, %1 stitches × %2 rows").arg(swatch.field.count()).arg(swatch.fieldRows.count()),
          true);
    label(std::min(frame.rect.bottom() - 14, eyeletY + 10),
          SwatchCanvas::tr("margin, %1 rows; %2").arg(swatch.margin.count()).arg(coreText(eyeletSentence(swatch))),
          false);
    if (!rowRuler)
        return;
    painter.setFont(textFont(12));
    for (const int row : {0, layout.lowerMargin.last, layout.lowerContrast.last, layout.fieldRows.last,
                          layout.upperContrast.last, layout.upperMargin.last}) {
        const bool crowded = row == layout.lowerContrast.last || row == layout.upperContrast.last;
        painter.setPen(theme.line);
        painter.drawLine(QPointF(frame.rect.left() - 8, frame.y(row)), QPointF(frame.rect.left(), frame.y(row)));
        if (crowded)
            continue;
        painter.setPen(theme.muted);
        painter.drawText(QRectF(frame.rect.left() - rulerRoom - 4, frame.y(row) - 9, rulerRoom - 6, 18),
                         Qt::AlignRight | Qt::AlignVCenter, QString::number(row));
    }
    painter.setPen(QPen(theme.moss, 3, Qt::SolidLine, Qt::RoundCap));
    painter.setBrush(Qt::NoBrush);
    for (const int row : layout.markerRows)
        for (const Needle marker : {layout.markerLeft, layout.markerRight})
            paintTuft(painter, {frame.x(marker.slot() + 0.5), frame.y(row)});
}

} // namespace

SwatchCanvas::SwatchCanvas(QWidget* parent) : QWidget(parent) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    setAccessibleName(tr("The swatch on the rail"));
}

void SwatchCanvas::show(const Project& project, Mode mode, ReadingUnit unit) {
    project_ = project;
    mode_ = mode;
    unit_ = unit;
    measured_ = measured(project.swatch);
    static const std::vector<Reading> none;
    const Treatment* treatment = treatmentInUse(project.swatch);
    matchEdits(widths_, treatment ? treatment->widths : none, true);
    matchEdits(heights_, treatment ? treatment->heights : none, false);
    for (int i = 0; i + 1 < widths_.size() + heights_.size(); ++i) {
        const auto at = [&](int n) { return n < widths_.size() ? widths_[n] : heights_[n - widths_.size()]; };
        setTabOrder(at(i), at(i + 1));
    }
    placeEdits();
    update();
}

void SwatchCanvas::matchEdits(QList<QLineEdit*>& edits, const std::vector<Reading>& readings, bool widths) {
    // One field more than there are readings, for the next one.
    const auto wanted = static_cast<qsizetype>(readings.size()) + 1;
    while (edits.size() > wanted) {
        edits.back()->hide();
        edits.takeLast()->deleteLater();
    }
    while (edits.size() < wanted) {
        auto* edit = new QLineEdit(this);
        edit->setAlignment(Qt::AlignCenter);
        edit->setObjectName(QStringLiteral("reading"));
        const int index = static_cast<int>(edits.size());
        edit->setAccessibleName(widths ? tr("Width, reading %1").arg(index + 1)
                                       : tr("Height, reading %1").arg(index + 1));
        connect(edit, &QLineEdit::textEdited, this,
                [this, widths, index](const QString& text) { emit typed(widths, index, text); });
        edits.append(edit);
    }
    for (qsizetype i = 0; i < edits.size(); ++i) {
        edits[i]->setVisible(mode_ == Mode::read);
        if (isBeingTyped(edits[i]))
            continue;
        const bool taken = i + 1 < wanted;
        edits[i]->setText(taken ? QString::fromStdString(text(readings[static_cast<std::size_t>(i)], unit_))
                                : QString());
        edits[i]->setPlaceholderText(taken ? QString() : widths ? tr("width") : tr("height"));
        setWrong(edits[i], false);
    }
}

QPointF SwatchCanvas::lineAt(bool width, int index, int count) const {
    const QRectF field = frameOf(*this, project_, mode_).field();
    const double share = (index + 0.5) / std::max(1, count);
    const bool crowded = count > manyReadings;
    // Widths are read in the upper part, heights have their numbers in the lower one, so that none lie on another.
    if (width)
        return {field.center().x() + (!crowded         ? 0.0
                                      : index % 2 == 0 ? -0.25 * field.width()
                                                       : 0.25 * field.width()),
                field.top() + field.height() * (0.04 + 0.64 * share)};
    return {field.left() + field.width() * share,
            field.bottom() - field.height() * (crowded && index % 2 == 0 ? 0.21 : 0.1)};
}

void SwatchCanvas::placeEdits() {
    const double room =
        frameOf(*this, project_, mode_).field().width() / std::max(1.0, static_cast<double>(heights_.size())) - 6;
    for (const bool isWidth : {true, false}) {
        auto& list = isWidth ? widths_ : heights_;
        const int count = static_cast<int>(list.size());
        const double wide = isWidth                ? editWidth
                            : count > manyReadings ? std::clamp(2 * room, 50.0, double(editWidth))
                                                   : std::clamp(room, 50.0, double(editWidth));
        for (int i = 0; i < count; ++i) {
            list[i]->resize(static_cast<int>(wide), editHeight);
            const QPointF at = lineAt(isWidth, i, count);
            list[i]->move((at - QPointF(list[i]->width() / 2.0, editHeight / 2.0)).toPoint());
        }
    }
}

void SwatchCanvas::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    placeEdits();
}

/// A line is picked as well as its field.
void SwatchCanvas::mousePressEvent(QMouseEvent* event) {
    if (mode_ != Mode::read)
        return;
    QLineEdit* nearest = nullptr;
    double distance = 14;
    for (const bool isWidth : {true, false}) {
        const auto& list = isWidth ? widths_ : heights_;
        for (int i = 0; i < list.size(); ++i) {
            const QPointF off = event->position() - lineAt(isWidth, i, static_cast<int>(list.size()));
            if (const double away = std::abs(isWidth ? off.y() : off.x()); away < distance) {
                distance = away;
                nearest = list[i];
            }
        }
    }
    if (!nearest || !frameOf(*this, project_, mode_).field().contains(event->position()))
        return;
    nearest->setFocus(Qt::MouseFocusReason);
    nearest->selectAll();
}

void SwatchCanvas::paintReadings(QPainter& painter) const {
    const Theme& theme = Theme::current();
    const QRectF field = frameOf(*this, project_, mode_).field();
    for (const bool isWidth : {true, false}) {
        const auto& list = isWidth ? widths_ : heights_;
        const auto& direction = isWidth ? measured_.across : measured_.up;
        for (int i = 0; i < list.size(); ++i) {
            const bool taken = i + 1 < list.size();
            const bool odd = direction.odd == i;
            const QPointF at = lineAt(isWidth, i, static_cast<int>(list.size()));
            painter.setPen(QPen(odd     ? theme.madder
                                : taken ? theme.woad
                                        : theme.muted,
                                odd     ? 2.6
                                : taken ? 1.8
                                        : 1.2,
                                taken ? Qt::SolidLine : Qt::DotLine));
            if (!isWidth) {
                painter.drawLine(QPointF(at.x(), field.top()), QPointF(at.x(), field.bottom()));
                continue;
            }
            painter.drawLine(QPointF(field.left(), at.y()), QPointF(field.right(), at.y()));
            painter.setPen(QPen(theme.moss, 3, Qt::SolidLine, Qt::RoundCap));
            for (const double x : {field.left(), field.right()})
                paintTuft(painter, {x, at.y()});
        }
        if (!direction.odd || *direction.odd >= list.size())
            continue;
        // Not by colour alone: the odd one is named beside its line.
        const QPointF at = lineAt(isWidth, *direction.odd, static_cast<int>(list.size()));
        painter.setFont(textFont(12, QFont::Bold));
        painter.setPen(theme.madder);
        const QPointF below = at + QPointF(isWidth ? editWidth / 2.0 + 8 : 6, isWidth ? 14 : -editHeight / 2.0 - 8);
        painter.drawText(below, direction.oddByTen ? tr("point slipped?") : tr("read again"));
    }
}

void SwatchCanvas::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    Project shown; // what the drawing depends on, and nothing else
    shown.swatch = project_.swatch;
    shown.swatch.notes.clear();
    shown.swatch.grams = 0.0;
    if (mode_ == Mode::read) // not to scale, so that the gauge changes nothing
        shown.swatch.treatments.clear();
    shown.yarn.colour = project_.yarn.colour;
    painter.drawPixmap(0, 0, backdrop_.painted(*this, {mode_, shown}, [&](QPainter& behind) {
        paintSwatch(behind, frameOf(*this, project_, mode_), project_, mode_ == Mode::plan);
    }));
    if (mode_ == Mode::read)
        paintReadings(painter);
}

void SwatchCanvas::paintPlan(QPainter& painter, const QRectF& area, const Project& project) {
    const Frame frame(area, project, true);
    paintSwatch(painter, frame, project, true);
}

} // namespace vestimen::app
