// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/piece_print.h"

#include "app/knit/bed_canvas.h"
#include "app/session/session.h"
#include "app/theme/paper.h"
#include "core/record/places.h"

#include <QFileInfo>

namespace vestimen::app {
namespace {

// The screen's drawing, with four of its pixels to a millimetre.
constexpr double pixels = 4.0;
constexpr double margin = 12 * pixels;
constexpr double gap = 8 * pixels;
constexpr double box = 11;
constexpr int boxesInLine = 20;
constexpr double pictureHeight = 96;
const QSizeF page = paper::a4 * pixels;

class Strip {
public:
    Strip(QPainter& painter, QPdfWriter& writer, QString title) : painter_(painter), writer_(writer), title_(title) {
        beginPage();
    }

    /// Room in the column, or at the top of the next one.
    void need(double height) {
        if (y_ + height <= page.height() - margin)
            return;
        if (column_ == 0) {
            column_ = 1;
            y_ = top_;
            return;
        }
        writer_.newPage();
        beginPage();
    }

    void rows(const ProgramStep& step, int count, Side carriage) {
        if (count == 1) {
            need(20);
            painter_.drawRect(QRectF(x(), y_ + 4, box, box));
            painter_.setFont(textFont(11));
            painter_.drawText(QRectF(x() + box + 8, y_, width(), 18), Qt::AlignLeft | Qt::AlignVCenter,
                              KnitPaper::tr("row %1 %2").arg(step.row + 1).arg(arrow(carriage)));
            y_ += 20;
            return;
        }
        const int lines = (count + boxesInLine - 1) / boxesInLine;
        need(20 + lines * (box + 6));
        words(KnitPaper::tr("rows %1 to %2, the first %3").arg(step.row + 1).arg(step.row + count).arg(arrow(carriage)),
              11);
        for (int i = 0; i < count; ++i) {
            const int inLine = i % boxesInLine;
            if (i > 0 && inLine == 0)
                y_ += box + 6;
            // In fives, as counted.
            painter_.drawRect(QRectF(x() + inLine * (box + 4) + inLine / 5 * 6, y_, box, box));
        }
        y_ += box + 9;
    }

    void byHand(const QString& text, NeedlePicture* picture) {
        painter_.setFont(textFont(13, QFont::Bold));
        const QRectF room(x() + box + 8, y_, width() - box - 8, 400);
        const double high = painter_.boundingRect(room, Qt::TextWordWrap, text).height();
        need(high + 8 + (picture ? pictureHeight : 0));
        painter_.drawRect(QRectF(x(), y_ + 3, box, box));
        painter_.setFont(textFont(13, QFont::Bold));
        painter_.drawText(QRectF(x() + box + 8, y_, width() - box - 8, high + 2), Qt::TextWordWrap, text);
        y_ += high + 4;
        if (picture) {
            picture->resize(static_cast<int>(width()), static_cast<int>(pictureHeight - 8));
            painter_.save();
            painter_.translate(x(), y_);
            picture->paintOn(painter_);
            painter_.restore();
            y_ += pictureHeight - 4;
        }
    }

    void section(const QString& name) {
        need(60);
        y_ += 6;
        painter_.setFont(titleFont(17));
        painter_.drawText(QRectF(x(), y_, width(), 24), Qt::AlignLeft | Qt::AlignVCenter, name);
        y_ += 28;
    }

private:
    struct KnitPaper {
        static QString tr(const char* text) { return QCoreApplication::translate("PiecePrint", text); }
    };

    static QString arrow(Side carriage) { return carriage == Side::right ? QStringLiteral("←") : QStringLiteral("→"); }
    double width() const { return (page.width() - 2 * margin - gap) / 2; }
    double x() const { return margin + column_ * (width() + gap); }

    void words(const QString& text, int size) {
        painter_.setFont(textFont(size));
        painter_.drawText(QRectF(x(), y_, width(), 18), Qt::AlignLeft | Qt::AlignVCenter, text);
        y_ += 20;
    }

    void beginPage() {
        column_ = 0;
        y_ = margin;
        painter_.setPen(QPen(Theme::current().ink, 1));
        painter_.setBrush(Qt::NoBrush);
        painter_.setFont(titleFont(20));
        painter_.drawText(QRectF(margin, y_, page.width() - 2 * margin, 28), Qt::AlignLeft | Qt::AlignVCenter, title_);
        painter_.setFont(textFont(11));
        painter_.drawText(QRectF(margin, y_, page.width() - 2 * margin, 28), Qt::AlignRight | Qt::AlignVCenter,
                          KnitPaper::tr("page %1").arg(++number_));
        y_ += 40;
        top_ = y_;
    }

    QPainter& painter_;
    QPdfWriter& writer_;
    QString title_;
    double y_ = 0;
    double top_ = 0;
    int column_ = 0;
    int number_ = 0;
};

} // namespace

bool printPiece(const QString& file, const QString& title, const Program& program, const Siblings& siblings) {
    const LightTheme light;
    QPdfWriter writer(file);
    writer.setTitle(title);
    QPainter painter;
    if (!paper::begin(painter, writer, paper::a4))
        return false;
    painter.scale(paper::dotsPerMillimetre / pixels, paper::dotsPerMillimetre / pixels);
    Strip strip(painter, writer, title);
    VirtualBed before(program, &siblings);
    VirtualBed after(program, &siblings);
    NeedlePicture picture;
    picture.setMinimumSize(0, 0); // smaller than on the screen
    std::string part;
    for (const ProgramStep& step : listedSteps(program)) {
        if (const std::string here = section(program, step.from.operation); here != part) {
            part = here;
            strip.section(coreText(part.c_str()));
        }
        before.advance(step.from);
        if (step.isRows) {
            if (step.rowAfter - step.row != step.rows.count()) // one way
                strip.byHand(coreText(step.text), nullptr);
            strip.rows(step, step.rows.count(), before.carriage());
            continue;
        }
        // A wrap is one needle, which the words name.
        const bool shapes = isShaping(program, step) &&
                            !std::holds_alternative<operation::Wrap>(program.operations[step.from.operation].action);
        if (shapes) {
            after.advance(step.to);
            picture.setStates(before, after);
        }
        strip.byHand(coreText(step.text), shapes && !picture.isEmpty() ? &picture : nullptr);
    }
    painter.end();
    return QFileInfo(file).size() > 0;
}

} // namespace vestimen::app
