// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/measure/figure_paths.h"

#include <QTransform>

namespace vestimen::app {
namespace {

QPainterPath line(double x1, double y1, double x2, double y2) {
    QPainterPath path(QPointF(x1, y1));
    path.lineTo(x2, y2);
    return path;
}

QPainterPath girth(double x1, double x2, double y, double sag = 12) {
    QPainterPath path(QPointF(x1, y));
    path.quadTo((x1 + x2) / 2, y + sag, x2, y);
    return path;
}

QPainterPath body() {
    QPainterPath path(QPointF(90, 70));
    path.lineTo(90, 88);
    path.quadTo(88, 94, 60, 104);
    path.quadTo(44, 110, 40, 130);
    path.lineTo(22, 250);
    path.quadTo(20, 268, 26, 276);
    path.quadTo(34, 272, 36, 252);
    path.lineTo(60, 160);
    path.lineTo(64, 205);
    path.quadTo(58, 240, 58, 300);
    path.lineTo(68, 402);
    path.quadTo(50, 412, 54, 418);
    path.lineTo(92, 418);
    path.lineTo(92, 402);
    path.lineTo(100, 306);
    path.lineTo(108, 402);
    path.lineTo(108, 418);
    path.lineTo(146, 418);
    path.quadTo(150, 412, 132, 402);
    path.lineTo(142, 300);
    path.quadTo(142, 240, 136, 205);
    path.lineTo(140, 160);
    path.lineTo(164, 252);
    path.quadTo(166, 272, 174, 276);
    path.quadTo(180, 268, 178, 250);
    path.lineTo(160, 130);
    path.quadTo(156, 110, 140, 104);
    path.quadTo(112, 94, 110, 88);
    path.lineTo(110, 70);
    path.closeSubpath();
    return path;
}

/// A child is narrower and shorter below its head, which is nearly as large.
QTransform childBody() {
    return QTransform::fromTranslate(100, 96).scale(0.84, 0.8).translate(-100, -74);
}

QPainterPath person(FigureKind kind) {
    QPainterPath head;
    if (kind == FigureKind::child) {
        head.addEllipse(QPointF(100, 62), 27, 33);
        return head.united(childBody().map(body()));
    }
    head.addEllipse(QPointF(100, 42), 25, 32);
    return head.united(body());
}

QPainterPath headCloseUp() {
    QPainterPath neck;
    neck.addRoundedRect(QRectF(74, 250, 52, 90), 10, 10);
    QPainterPath shoulders(QPointF(20, 380));
    shoulders.quadTo(24, 330, 80, 318);
    shoulders.lineTo(120, 318);
    shoulders.quadTo(176, 330, 180, 380);
    shoulders.closeSubpath();
    QPainterPath face;
    face.addEllipse(QPointF(100, 180), 66, 92);
    QPainterPath ears;
    ears.addEllipse(QPointF(33, 188), 9, 18);
    ears.addEllipse(QPointF(167, 188), 9, 18);
    return face.united(ears).united(neck).united(shoulders);
}

QPainterPath handCloseUp() {
    QPainterPath hand;
    hand.addRoundedRect(QRectF(58, 196, 84, 116), 22, 22);
    const struct { double x, top; } fingers[] = {{58, 128}, {79, 98}, {100, 88}, {121, 104}};
    for (const auto& [x, top] : fingers) {
        QPainterPath finger;
        finger.addRoundedRect(QRectF(x, top, 20, 132), 10, 10);
        hand = hand.united(finger);
    }
    QPainterPath thumb;
    thumb.addRoundedRect(QRectF(-11, -100, 22, 110), 11, 11);
    hand = hand.united(QTransform::fromTranslate(138, 282).rotate(34).map(thumb));
    QPainterPath arm;
    arm.addRoundedRect(QRectF(70, 296, 60, 120), 8, 8);
    return hand.united(arm);
}

QPainterPath footCloseUp() {
    QPainterPath path(QPointF(50, 6));
    path.quadTo(40, 110, 60, 230);
    path.lineTo(64, 310);
    path.quadTo(46, 350, 56, 378);
    path.lineTo(184, 380);
    path.quadTo(198, 372, 186, 358);
    path.quadTo(140, 340, 108, 300);
    path.lineTo(110, 230);
    path.quadTo(126, 110, 118, 6);
    path.closeSubpath();
    return path;
}

QPainterPath garment() {
    QPainterPath path(QPointF(82, 92));
    path.lineTo(52, 104);
    path.lineTo(12, 272);
    path.lineTo(34, 280);
    path.lineTo(58, 176);
    path.lineTo(56, 322);
    path.lineTo(144, 322);
    path.lineTo(142, 176);
    path.lineTo(166, 280);
    path.lineTo(188, 272);
    path.lineTo(148, 104);
    path.lineTo(118, 92);
    path.quadTo(100, 126, 82, 92);
    path.closeSubpath();
    return path;
}

QPainterPath onGarment(Measure measure) {
    switch (measure) {
    case Measure::neckWidth:
        return line(82, 90, 118, 90);
    case Measure::backNeckDepth:
        return line(92, 92, 92, 98);
    case Measure::frontNeckDepth:
        return line(100, 92, 100, 109);
    case Measure::shoulderLength:
        return line(118, 92, 148, 104);
    case Measure::shoulderDrop:
        return line(154, 92, 154, 104);
    case Measure::crossBack:
        return line(54, 122, 146, 122);
    case Measure::chest:
        return line(58, 180, 142, 180);
    case Measure::armholeDepth:
        return line(148, 104, 142, 176);
    case Measure::waist:
        return line(57, 236, 143, 236);
    case Measure::backNeckToWaist:
        return line(100, 96, 100, 236);
    case Measure::hip:
        return line(56, 312, 144, 312);
    case Measure::bodyLength:
        return line(82, 92, 82, 322);
    case Measure::centreBackToWrist: {
        QPainterPath path(QPointF(100, 96));
        path.lineTo(52, 104);
        path.lineTo(12, 272);
        return path;
    }
    case Measure::sleeveLength:
        return line(142, 178, 166, 280);
    case Measure::upperArm:
        return line(143, 172, 164, 168);
    case Measure::wrist:
        return line(166, 280, 188, 272);
    default:
        return {};
    }
}

QPainterPath onBody(Measure measure) {
    switch (measure) {
    case Measure::neckWidth:
        return line(86, 92, 114, 92);
    case Measure::backNeckDepth:
        return line(108, 84, 108, 92);
    case Measure::frontNeckDepth:
        return line(100, 92, 100, 116);
    case Measure::shoulderLength:
        return line(112, 92, 146, 106);
    case Measure::shoulderDrop:
        return line(152, 92, 152, 107);
    case Measure::crossBack:
        return line(52, 112, 148, 112);
    case Measure::chest:
        return girth(59, 141, 150);
    case Measure::armholeDepth:
        return line(150, 108, 146, 160);
    case Measure::waist:
        return girth(64, 136, 204);
    case Measure::backNeckToWaist:
        return line(100, 88, 100, 206);
    case Measure::hip:
        return girth(58, 142, 252);
    case Measure::bodyLength:
        return line(84, 94, 84, 268);
    case Measure::centreBackToWrist: {
        QPainterPath path(QPointF(100, 88));
        path.lineTo(46, 108);
        path.lineTo(28, 246);
        return path;
    }
    case Measure::sleeveLength:
        return line(58, 160, 36, 248);
    case Measure::upperArm:
        return girth(147, 168, 168);
    default:
        return {};
    }
}

QPainterPath inCloseUp(Measure measure) {
    switch (measure) {
    case Measure::headGirth:
        return girth(34, 166, 150, 22);
    case Measure::headHeight:
        return line(100, 168, 100, 88);
    case Measure::wrist:
        return girth(70, 130, 322);
    case Measure::palmGirth:
        return girth(58, 142, 226);
    case Measure::handLength:
        return line(110, 318, 110, 88);
    case Measure::wristToThumb:
        return line(150, 318, 150, 262);
    case Measure::thumbGirth:
        return line(152, 226, 178, 240);
    case Measure::thumbLength:
        return line(150, 268, 192, 204);
    case Measure::legLength:
        return line(28, 20, 28, 380);
    case Measure::ankleGirth:
        return girth(64, 108, 296, 8);
    case Measure::heelHeight:
        return line(78, 322, 78, 379);
    case Measure::footGirth:
        return line(146, 338, 134, 380);
    case Measure::footLength:
        return line(52, 394, 192, 394);
    default:
        return {};
    }
}

} // namespace

QPainterPath figurePath(FigureKind kind, FigureView view) {
    if (view == FigureView::head)
        return headCloseUp();
    if (view == FigureView::hand)
        return handCloseUp();
    if (view == FigureView::foot)
        return footCloseUp();
    return kind == FigureKind::garment ? garment() : person(kind);
}

QPainterPath figureDetails(FigureKind kind, FigureView view) {
    QPainterPath path;
    if (view == FigureView::head) {
        path.addPath(line(74, 176, 90, 176)); // brows and mouth: the tape lies above the ears
        path.addPath(line(110, 176, 126, 176));
        path.addPath(girth(84, 116, 226, 8));
    } else if (view == FigureView::hand || view == FigureView::foot) {
        return path;
    } else if (kind == FigureKind::garment) {
        path.addPath(line(56, 306, 144, 306)); // hem and cuffs
        path.addPath(line(16, 256, 38, 264));
        path.addPath(line(162, 264, 184, 256));
        path.addPath(line(52, 104, 58, 176));
        path.addPath(line(148, 104, 142, 176));
    } else if (view == FigureView::back) {
        const QPainterPath spine = line(100, 92, 100, 240);
        path.addPath(kind == FigureKind::child ? childBody().map(spine) : spine);
    }
    return path;
}

QPainterPath measureLine(FigureKind kind, Measure measure) {
    const FigureView view = info(measure).view;
    if (kind == FigureKind::garment && info(measure).onGarment > 0)
        return onGarment(measure);
    if (view != FigureView::front && view != FigureView::back)
        return inCloseUp(measure);
    const QPainterPath path = onBody(measure);
    return kind == FigureKind::child ? childBody().map(path) : path;
}

double millimetresPerUnit(FigureKind kind, FigureView view) {
    switch (view) {
    case FigureView::head:
        return 1.2;
    case FigureView::hand:
        return 0.85;
    case FigureView::foot:
        return 1.2;
    default:
        return kind == FigureKind::child ? 3.0 : 4.2;
    }
}

bool isGirth(Measure measure) {
    switch (measure) {
    case Measure::headGirth:
    case Measure::chest:
    case Measure::waist:
    case Measure::hip:
    case Measure::upperArm:
    case Measure::wrist:
    case Measure::palmGirth:
    case Measure::thumbGirth:
    case Measure::ankleGirth:
    case Measure::footGirth:
        return true;
    default:
        return false;
    }
}

} // namespace vestimen::app
