// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/piece_view.h"

#include "app/draft/part_words.h"
#include "app/session/session.h"
#include "app/theme/theme.h"
#include "core/bed/outline_distance.h"
#include "core/piece_picture.h"

#include <QCoreApplication>

#include <algorithm>
#include <cmath>

namespace vestimen::app {
namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("Draft", text);
}

QString sideNames(PieceKind piece, Side machineSide, const Choices& choices) {
    const QString machine = machineSide == Side::left ? tr("machine left") : tr("machine right");
    const QString worn = coreText(wornEdge(piece, machineSide, choices));
    return worn.isEmpty() ? machine : machine + '\n' + worn;
}

QString weltName(WeltKind kind) {
    return traits(kind).layers > 0 ? coreText(traits(kind).name) : QString();
}

/// Puts handles, marks and labels onto the view of one piece.
class ViewBuilder {
public:
    ViewBuilder(RailView& view, const Worked& worked, const Project& project, PieceKind kind, ReadingUnit unit)
        : view_(view), worked_(worked), c_(*worked.counts), project_(project), kind_(kind), unit_(unit) {}

    void body() {
        const bool half = isHalf(kind_);
        const Choices& choices = worked_.choices;
        const WeltCounts& welt = c_.bodyWelt;
        const bool folded = traits(welt.kind).layers == 2;
        // The band of a straight welt; a curved one has no height of its own.
        const int weltRows = welt.visible.count();
        view_.weltRows = c_.hemRise > Rows(0) ? 0 : weltRows;
        view_.weltLabel = folded && !half
                              ? tr("%1 · %2 rows, folded in half").arg(weltName(welt.kind)).arg(welt.knitted.count())
                              : weltName(welt.kind);
        view_.markRow = (welt.visible + c_.hemRise + c_.toUnderarm).count();
        view_.widthLabel = state(c_.hem > c_.body ? Part::hemWidth : Part::width);
        const double top = c_.bodyLength().count();
        const double under = view_.markRow;
        add(Part::length, middle(), 0, true);
        add(Part::welt, middle() - (right() - left()) * 0.3, weltRows, true);
        if (c_.hemRise > Rows(0)) {
            const double flatEnd = at(c_.hem) - sign() * c_.hemSide.count();
            add(Part::hemFlat, flatEnd, 0, false);
        }
        const bool straight = choices.sides == SideKind::straight;
        if (!straight)
            addWide(Part::hemWidth, c_.hem,
                    c_.hemRise.count() + (c_.bodyWelt.gathered > Stitches(0) ? weltRows + 1.0 : weltRows / 2.0));
        if (choices.sides == SideKind::waisted)
            addWide(Part::waist, c_.waist, (welt.visible + c_.hemRise + c_.toWaist).count());
        addWide(Part::width, c_.body, straight ? (under + weltRows) / 2.0 : under - 8.0);
        add(Part::armhole, at(c_.body), under, true);
        if (c_.upper < c_.body && choices.body != BodyKind::raglan)
            addWide(Part::upperWidth, c_.upper, under + c_.armhole.count() * 0.7);
        if (c_.shoulderRows > Rows(0))
            add(Part::shoulder, at(c_.upper), under + c_.armhole.count(), true);
        const NeckCounts& neck = isBack(kind_) ? c_.backNeck : c_.frontNeck;
        addWide(Part::neckWidth, c_.neck, top);
        if (neck.depth > Rows(0))
            add(Part::neckDepth, half ? inner() + 2.0 * sign() : middle(), top - neck.depth.count(), true);
        if (neck.depth > Rows(0) && hasRoundNeck(kind_, choices))
            add(Part::neckFlat, half ? inner() + sign() * neck.centre.count() : middle() + neck.centre.count() / 2.0,
                top - neck.depth.count(), false);
        // A half has one armhole to mark.
        view_.markSpan = centred(c_.body);
        if (half) {
            const auto outer = static_cast<int>(std::lround(at(c_.body)));
            view_.markSpan = {Needle::atSlot(outer), Needle::atSlot(outer - 1)};
        }
    }

    void sleeve() {
        const bool down = worked_.choices.sleevesKnittedDown();
        const double length = c_.sleeveLength().count();
        const double cuff = c_.cuff.visible.count();
        // One that is knitted down hangs from its cuff.
        const auto add = [&](Part part, double x, double y, bool upright) {
            this->add(part, x, down ? length - y : y, upright);
        };
        view_.weltRows = down ? 0 : c_.cuff.visible.count();
        view_.weltLabel = weltName(c_.cuff.kind);
        view_.widthLabel = state(Part::sleeveTop);
        add(Part::length, middle(), 0, true);
        add(Part::welt, middle() - c_.wrist.count() * 0.3, cuff, true);
        // Beside a gathered cuff the sleeve begins above it.
        const double above = c_.cuff.gathered > Stitches(0) ? cuff + 1.0 : cuff / 2.0;
        add(Part::wrist, middle() + c_.wrist.count() / 2.0, above, false);
        add(Part::sleeveTop, right(), length - c_.capRows.count() - c_.sleeve.plainAfter.count() / 2.0, false);
        if (c_.capRows == Rows(0))
            return;
        if (worked_.choices.body == BodyKind::setIn)
            add(Part::cap, middle(), length, true);
        add(Part::capTop, middle() + c_.capTop.count() / 2.0, length, false);
        if (down)
            return;
        view_.markRow = (c_.sleeveLength() - c_.capRows).count();
        view_.markSpan = centred(c_.sleeveTop);
    }

    void trim(int stitches) {
        view_.widthLabel = tr("%1 stitches · folded to %2").arg(stitches).arg(state(Part::trimDepth));
        add(Part::trimDepth, middle(), trimRowsOf(c_, kind_).count(), true);
    }

private:
    double left() const { return view_.picture.firstSlot; }
    double right() const { return view_.picture.lastSlot + 1; }
    double middle() const { return (left() + right()) / 2.0; }
    double sign() const { return isHalf(kind_) && outerSide(kind_) == Side::left ? -1.0 : 1.0; }
    /// The edge of a half at the opening, or down the middle.
    double inner() const {
        const NeedleSpan hem = centred(c_.ofHalf(c_.half(kind_), c_.hem));
        return sign() > 0 ? hem.first.slot() : hem.last.slot() + 1;
    }
    /// The edge of the piece where the body would be so wide; on the right, but for a half that lies on the left.
    double at(Stitches wide) const {
        if (!isHalf(kind_))
            return middle() + wide.count() / 2.0;
        const Stitches of = c_.half(kind_);
        const Stitches half = wide == c_.neck ? c_.neckOfHalf(of) : c_.ofHalf(of, wide);
        return inner() + sign() * half.count();
    }
    QString state(Part part) const { return partState(worked_, project_, kind_, part, unit_); }
    void add(Part part, double x, double y, bool upright) {
        view_.handles.append({part, {x, y}, upright, partName(part, kind_), !upright && sign() < 0});
    }
    void addWide(Part part, Stitches wide, double y) { add(part, at(wide), y, false); }

    RailView& view_;
    const Worked& worked_;
    const GarmentCounts& c_;
    const Project& project_;
    PieceKind kind_;
    ReadingUnit unit_;
};

} // namespace

RailView railView(const Worked& worked, const Project& project, PieceKind kind, ReadingUnit unit) {
    RailView view;
    const WorkedPiece* piece = worked.piece(kind);
    if (!piece || !worked.counts || !worked.measured.gauge)
        return view;
    view.picture = pictureOf(piece->fabric, piece->program);
    view.outline = piece->outline;
    const Stitches seam(project.choices.seamStitches ? 1 : 0);
    if (const auto farthest = farthestFromIdeal(view.picture, piece->outline, *worked.measured.gauge, seam)) {
        view.farthest = {farthest->slot, farthest->row};
        view.farthestText = tr("%1 mm").arg(farthest->distance.mm(), 0, 'f', 1);
    }
    view.gauge = *worked.measured.gauge;
    view.needles = project.machine.needles.count();
    view.colour = fabricColour(QString::fromStdString(project.yarn.colour));
    view.leftNames = sideNames(kind, Side::left, worked.choices);
    view.rightNames = sideNames(kind, Side::right, worked.choices);
    ViewBuilder builder(view, worked, project, kind, unit);
    if (isTrim(kind))
        builder.trim(static_cast<int>(piece->fabric.passes.front().loopCount));
    else if (isSleeve(kind))
        builder.sleeve();
    else
        builder.body();
    return view;
}

QList<QRectF> litBlocks(const FabricPicture& picture, int firstPass, int lastPass) {
    QList<QRectF> lit;
    for (const FabricBlock& block : picture.blocks) {
        if (block.lastPass < firstPass || block.firstPass > lastPass)
            continue;
        // Rows of a block follow each other pass by pass.
        const double passes = block.lastPass - block.firstPass + 1;
        const double rows = block.to - block.from;
        const double from = std::max(0, firstPass - block.firstPass) / passes * rows;
        const double to = (std::min(lastPass, block.lastPass) - block.firstPass + 1) / passes * rows;
        lit.append({QPointF(block.firstSlot, block.from + from), QPointF(block.lastSlot + 1, block.from + to)});
    }
    return lit;
}

int passAt(const FabricPicture& picture, QPointF at) {
    for (const FabricBlock& block : picture.blocks)
        if (at.x() >= block.firstSlot && at.x() < block.lastSlot + 1 && at.y() >= block.from && at.y() < block.to) {
            const double share = (at.y() - block.from) / (block.to - block.from);
            return block.firstPass + static_cast<int>(share * (block.lastPass - block.firstPass + 1));
        }
    return -1;
}

} // namespace vestimen::app
