// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/join/blocking_print.h"

#include "app/theme/paper.h"
#include "core/article/articles.h"
#include "core/finishing/blocking.h"

#include <QFileInfo>

#include <algorithm>
#include <cmath>

namespace vestimen::app {
namespace {

// All in millimetres of paper.
constexpr double margin = 15.0;
constexpr double headRoom = 52.0; // of a page with a whole piece
constexpr double footRoom = 16.0;
constexpr double tileHead = 12.0; // of a page with a part of it
constexpr double pinSize = 0.9;
const Length pinsApart = Length::millimetres(60);

struct Bounds {
    double left = 0.0, right = 0.0, top = 0.0;
};

Bounds boundsOf(const std::vector<Pin>& pins) {
    Bounds bounds;
    for (const Pin& pin : pins) {
        bounds.left = std::min(bounds.left, pin.x.mm());
        bounds.right = std::max(bounds.right, pin.x.mm());
        bounds.top = std::max(bounds.top, pin.y.mm());
    }
    return bounds;
}

struct Words {
    static QString tr(const char* text) { return QCoreApplication::translate("BlockingSheet", text); }
};

QString inCentimetres(double millimetres) {
    return QLocale().toString(millimetres / 10.0, 'f', 1);
}

class Sheet {
public:
    Sheet(QPainter& painter, QPdfWriter& writer, const Worked& worked, const Project& project)
        : painter_(painter), writer_(writer), worked_(worked), project_(project) {}

    void onePage(const WorkedPiece& piece) {
        begin();
        const Outline outline = blockedOutline(piece);
        const std::vector<Pin> pins = pinsOf(outline, pinsApart);
        const Bounds bounds = boundsOf(pins);
        const double wide = paper::a4.width() - 2 * margin - 24;
        const double high = paper::a4.height() - headRoom - footRoom - margin;
        // A round scale, which a ruler reads.
        double scale = 1.0;
        for (const double parts : {1.0, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0, 6.0, 8.0, 10.0, 12.0, 15.0, 20.0}) {
            scale = 1.0 / parts;
            if ((bounds.right - bounds.left) * scale <= wide && bounds.top * scale <= high)
                break;
        }
        head(piece, Words::tr("drawn 1 : %1").arg(QLocale().toString(1.0 / scale)));
        const QPointF origin(paper::a4.width() / 2 - (bounds.left + bounds.right) / 2 * scale,
                             headRoom + (high + bounds.top * scale) / 2);
        draw(outline, pins, [&](double x, double y) { return origin + QPointF(x, -y) * scale; });
        foot(scale);
    }

    void fullSize(const WorkedPiece& piece) {
        const Outline outline = blockedOutline(piece);
        const std::vector<Pin> pins = pinsOf(outline, pinsApart);
        const Bounds bounds = boundsOf(pins);
        const double wide = paper::a4.width() - 2 * margin;
        const double high = paper::a4.height() - 2 * margin - tileHead;
        const int across = std::max(1, static_cast<int>(std::ceil((bounds.right - bounds.left) / wide)));
        const int up = std::max(1, static_cast<int>(std::ceil(bounds.top / high)));
        for (int row = up; row-- > 0;) // as they are laid, from above
            for (int column = 0; column < across; ++column) {
                begin();
                const double left = bounds.left + column * wide;
                const double lower = row * high;
                const QRectF tile(margin, margin + tileHead, wide, high);
                painter_.save();
                painter_.setClipRect(tile.adjusted(-1, -1, 1, 1));
                draw(outline, pins,
                     [&](double x, double y) { return QPointF(tile.left() + x - left, tile.bottom() - (y - lower)); });
                painter_.restore();
                pen(0.15, Theme::current().muted, Qt::DashLine);
                painter_.drawRect(tile);
                text(QRectF(margin, margin, wide, 6), 4.0, Qt::AlignLeft,
                     Words::tr("%1 · %2, from left %3 of %4, from below %5 of %6")
                         .arg(QString::fromStdString(project_.name), pieceName(worked_.article, piece.key))
                         .arg(column + 1)
                         .arg(across)
                         .arg(row + 1)
                         .arg(up));
                text(QRectF(margin, margin + 5.5, wide, 5), 3.2, Qt::AlignLeft,
                     Words::tr("Full size: print without scaling, and lay the pages dashed line to dashed line."));
            }
    }

private:
    void begin() {
        if (std::exchange(any_, true))
            writer_.newPage();
    }
    void pen(double width, const QColor& colour, Qt::PenStyle style = Qt::SolidLine) {
        painter_.setPen(QPen(colour, width, style, Qt::RoundCap, Qt::RoundJoin));
        painter_.setBrush(Qt::NoBrush);
    }
    void text(const QRectF& room, double size, int flags, const QString& words, bool bold = false) {
        paper::write(painter_, room, size, flags, words, bold);
    }

    void head(const WorkedPiece& piece, const QString& scale) {
        const double wide = paper::a4.width() - 2 * margin;
        text(QRectF(margin, margin, wide, 9), 6.5, Qt::AlignLeft, pieceName(worked_.article, piece.key), true);
        text(QRectF(margin, margin, wide, 9), 3.6, Qt::AlignRight,
             Words::tr("%1 · blocking sheet · %2").arg(QString::fromStdString(project_.name), scale));
        const Treatment* treated = treatmentInUse(project_.swatch);
        QString words = Words::tr("Finished %1 × %2 cm, measured flat.")
                            .arg(inCentimetres(piece.width.mm()), inCentimetres(piece.length.mm()));
        if (treated)
            words +=
                ' ' + Words::tr("The swatch was %1: treat the piece the same.").arg(coreText(label(treated->kind)));
        QStringList cares;
        for (const ProgramYarn& yarn : piece.program.yarns)
            if (const auto number = numberOf(yarn)) {
                const Yarn& its = project_.yarnOf(*number);
                const QString care =
                    QStringLiteral("%1: %2").arg(QString::fromStdString(yarn.name), coreText(careOf(its.fibre)));
                if (!cares.contains(care) && yarn.id.size() == 1)
                    cares.append(care);
            }
        words += '\n' + cares.join('\n');
        if (piece.ontoOthers)
            words += '\n' + Words::tr("It is knitted on: block it with the edge that it hangs on, to that edge’s "
                                      "measured line.");
        words += '\n' + Words::tr("A pin at each dot. Beside corners: cm from the middle | cm above the lower edge.");
        words += '\n' + Words::tr("Rest it first. Keep fingers and face from steam, never leave an iron standing, and "
                                  "follow the label of the yarn.");
        text(QRectF(margin, margin + 10, wide, headRoom - margin - 10), 3.3, Qt::AlignLeft | Qt::TextWordWrap, words);
    }

    /// A line to check the print by.
    void foot(double scale) {
        const double y = paper::a4.height() - margin;
        pen(0.3, Theme::current().ink);
        const double length = 200.0 * scale;
        painter_.drawLine(QPointF(margin, y), QPointF(margin + length, y));
        for (const double x : {margin, margin + length})
            painter_.drawLine(QPointF(x, y - 2), QPointF(x, y + 2));
        text(QRectF(margin + length + 4, y - 3, 100, 6), 3.3, Qt::AlignLeft | Qt::AlignVCenter,
             Words::tr("20 cm of the piece: measure it after printing."));
    }

    template<class At> void draw(const Outline& outline, const std::vector<Pin>& pins, At at) {
        pen(0.4, Theme::current().ink);
        QPolygonF line;
        for (const OutlineEdge& edge : outline.edges)
            for (const OutlinePoint& point : edge.points)
                line.append(at(point.x.mm(), point.y.mm()));
        painter_.drawPolygon(line);
        for (const Pin& pin : pins) {
            const QPointF there = at(pin.x.mm(), pin.y.mm());
            pen(0.25, Theme::current().madder);
            painter_.setBrush(pin.isCorner ? QBrush(Theme::current().madder) : QBrush(Theme::current().paper));
            painter_.drawEllipse(there, pinSize, pinSize);
            if (!pin.isCorner)
                continue;
            const bool left = pin.x < Length();
            const QRectF room(left ? there.x() - 24 : there.x() + 2, there.y() - 2.5, 22, 5);
            text(room, 2.8, (left ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter,
                 Words::tr("%1 | %2").arg(inCentimetres(std::abs(pin.x.mm())), inCentimetres(pin.y.mm())));
        }
    }

    QPainter& painter_;
    QPdfWriter& writer_;
    const Worked& worked_;
    const Project& project_;
    bool any_ = false;
};

} // namespace

bool printBlocking(const QString& file, const Worked& worked, const Project& project, BlockingScale scale) {
    const LightTheme light;
    QPdfWriter writer(file);
    writer.setTitle(QString::fromStdString(project.name));
    QPainter painter;
    if (!paper::begin(painter, writer, paper::a4))
        return false;
    painter.scale(paper::dotsPerMillimetre, paper::dotsPerMillimetre);
    Sheet sheet(painter, writer, worked, project);
    for (const WorkedPiece& piece : worked.pieces)
        scale == BlockingScale::onePage ? sheet.onePage(piece) : sheet.fullSize(piece);
    painter.end();
    return QFileInfo(file).size() > 0;
}

} // namespace vestimen::app
