// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/swatch/swatch_print.h"

#include "app/session/session.h"
#include "app/swatch/swatch_canvas.h"
#include "app/theme/paper.h"
#include "core/knitting/wording.h"

#include <QFileInfo>

namespace vestimen::app {
namespace {

constexpr QSizeF a4Across(297.0, 210.0);

/// All steps with a box to tick, in two columns; in smaller type when they would not fit.
void printSteps(QPainter& painter, const std::vector<ProgramStep>& all, const QRectF& area) {
    constexpr double box = 9;
    constexpr double textAt = 50;
    const double column = area.width() / 2 - 8;
    painter.setPen(QPen(Theme::current().ink, 1));
    painter.setBrush(Qt::NoBrush);
    for (int size = 13; size >= 8; --size) {
        painter.setFont(textFont(size));
        std::vector<double> heights;
        double sum = 0;
        for (const ProgramStep& step : all) {
            const QRectF room(0, 0, column - textAt, 1000);
            heights.push_back(painter.boundingRect(room, Qt::TextWordWrap, coreText(step.text)).height() + 5);
            sum += heights.back();
        }
        if (sum / 2 + 30 > area.height() && size > 8)
            continue;
        double y = area.top();
        double x = area.left();
        for (std::size_t i = 0; i < all.size(); ++i) {
            if (x == area.left() && y - area.top() > sum / 2) {
                x += area.width() / 2 + 8;
                y = area.top();
            }
            painter.drawRect(QRectF(x, y + 4, box, box));
            painter.drawText(QRectF(x + 16, y, textAt - 18, 20), Qt::AlignLeft, QString::number(all[i].row));
            painter.drawText(QRectF(x + textAt, y, column - textAt, heights[i]), Qt::TextWordWrap,
                             coreText(all[i].text));
            y += heights[i];
        }
        return;
    }
}

} // namespace

bool printGaugeRule(const QString& file, const RuleDrawing& drawing) {
    QPdfWriter writer(file);
    writer.setTitle(SwatchCanvas::tr("Gauge rule"));
    QPainter painter;
    if (!paper::begin(painter, writer, a4Across.expandedTo({drawing.width, drawing.height})))
        return false;
    painter.scale(paper::dotsPerMillimetre, paper::dotsPerMillimetre);
    for (const RuleDrawing::Line& line : drawing.lines) {
        painter.setPen(QPen(Qt::black, line.width, Qt::SolidLine, Qt::FlatCap));
        painter.drawLine(QLineF(line.x1, line.y1, line.x2, line.y2));
    }
    for (const RuleDrawing::Words& words : drawing.words) {
        QFont font = textFont(100); // drawn large and scaled down, since a font has whole pixels
        const double scale = words.size / 100.0;
        const QString text = QString::fromStdString(words.text);
        const double wide = QFontMetricsF(font).horizontalAdvance(text) * scale;
        painter.save();
        painter.translate(words.centred ? words.x - wide / 2 : words.x, words.y);
        painter.scale(scale, scale);
        painter.setFont(font);
        painter.setPen(Qt::black);
        painter.drawText(QPointF(0, 0), text);
        painter.restore();
    }
    painter.end();
    return QFileInfo(file).size() > 0;
}

bool printSwatchPlan(const QString& file, const Project& project, const SwatchPlan& plan) {
    const LightTheme light;
    QPdfWriter writer(file);
    writer.setTitle(QString::fromStdString(project.swatch.name));
    QPainter painter;
    if (!paper::begin(painter, writer, paper::a4))
        return false;
    // The screen's drawing, with four of its pixels to a millimetre.
    constexpr double pixels = 4.0;
    painter.scale(paper::dotsPerMillimetre / pixels, paper::dotsPerMillimetre / pixels);
    constexpr double margin = 15 * pixels;
    constexpr double wide = 180 * pixels;
    painter.setPen(Theme::current().ink);
    painter.setFont(titleFont(26));
    painter.drawText(QRectF(margin, margin, wide, 40), Qt::AlignLeft | Qt::AlignVCenter,
                     QString::fromStdString(project.swatch.name));
    painter.setFont(textFont(14));
    const StitchSizeScale& sizes = project.machine.sizes;
    painter.drawText(
        QRectF(margin, margin + 40, wide, 24), Qt::AlignLeft | Qt::AlignVCenter,
        SwatchCanvas::tr("%1 · %2 · strands: %3 · %4 · size %5")
            .arg(QString::fromStdString(project.machine.name), QString::fromStdString(project.yarn.name))
            .arg(project.swatch.strands)
            .arg(coreText(label(project.swatch.fabric)), QString::fromStdString(sizes.text(project.swatch.size))));
    SwatchCanvas::paintPlan(painter, {margin, margin + 70, wide, 480}, project);
    if (plan.program)
        printSteps(painter, steps(*plan.program), {margin, margin + 580, wide, 282 * pixels - margin - 580});
    painter.end();
    return QFileInfo(file).size() > 0;
}

} // namespace vestimen::app
