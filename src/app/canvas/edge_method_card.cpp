// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/edge_method_card.h"

#include "app/session/session.h"
#include "app/theme/theme.h"
#include "core/ground/weave.h"

#include <QPainter>

#include <algorithm>
#include <cctype>
#include <cmath>
#include <string_view>

namespace vestimen::app {
namespace {

constexpr int edge = 12;
constexpr int gap = 8;
constexpr QSizeF pictureSize(96, 50);

} // namespace

void paintHandStep(QPainter& painter, const QRectF& area, const char* picture) {
    const Theme& theme = Theme::current();
    const std::string_view glyphs(picture);
    const double step = area.width() / static_cast<double>(std::max<std::size_t>(1, glyphs.size()));
    const double unit = area.height() / 50.0;
    const double radius = std::min(step * 0.34, 7.0 * unit);
    const auto at = [&](double y) { return area.top() + y * unit; };
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.rail);
    painter.drawRoundedRect(QRectF(area.left(), at(2), area.width(), 9 * unit), 2, 2);
    // Cords and waste yarn lie across all that they hold.
    const auto across = [&](char glyph, double y, const QColor& colour, double thick) {
        for (std::size_t i = 0; i < glyphs.size(); ++i)
            if (glyphs[i] == glyph) {
                painter.setPen(QPen(colour, thick * unit, Qt::SolidLine, Qt::FlatCap));
                painter.drawLine(QPointF(area.left() + step * static_cast<double>(i), at(y)),
                                 QPointF(area.left() + step * static_cast<double>(i + 1), at(y)));
            }
    };
    across('_', 26, theme.weld, 6);
    for (std::size_t i = 0; i < glyphs.size(); ++i) {
        const char glyph = static_cast<char>(std::tolower(static_cast<unsigned char>(glyphs[i])));
        const bool isHand = glyph != glyphs[i];
        const double x = area.left() + step * (static_cast<double>(i) + 0.5);
        const QColor yarn = isHand ? theme.madder : theme.moss;
        const bool isOff = glyph == 'x' || glyph == 't';
        painter.setPen(QPen(isOff ? theme.line : theme.ink, 2.0 * unit));
        painter.drawLine(QPointF(x, at(4)), QPointF(x, at(24)));
        painter.setPen(QPen(yarn, 2.2 * unit));
        painter.setBrush(Qt::NoBrush);
        const auto loop = [&](double y, double tall = 1.0) {
            painter.drawEllipse(QPointF(x, at(y)), radius, radius * tall);
        };
        const auto link = [&](double y) { painter.drawEllipse(QPointF(x, at(y)), step * 0.52, 3.2 * unit); };
        switch (glyph) {
        case 'o':
            loop(30);
            break;
        case '2':
            loop(30);
            loop(36);
            break;
        case 'w':
            loop(19, 0.55);
            painter.drawLine(QPointF(x + radius, at(19)), QPointF(x + step * 0.7, at(28)));
            break;
        case 'h':
            loop(32);
            link(19);
            break;
        case 'c':
            link(20);
            break;
        case 'k':
            loop(36, 1.7);
            break;
        case 'x':
            link(33);
            break;
        case 's':
        case 't':
            loop(glyph == 's' ? 30 : 36);
            painter.setPen(QPen(isHand ? theme.madder : theme.woad, 1.8 * unit));
            painter.drawLine(QPointF(x - step * 0.5, at(glyph == 's' ? 36 : 40)),
                             QPointF(x + step * 0.5, at(glyph == 's' ? 26 : 34)));
            break;
        case 'v':
        case 'u': {
            loop(32);
            painter.setPen(QPen(theme.madder, 2.2 * unit));
            // Over a shaft it lies in front of it; under it, it is hidden behind.
            const double middle = 20;
            const double top = glyph == 'v' ? 15 : 24;
            const auto line = [&](double x1, double y1, double x2, double y2) {
                painter.drawLine(QPointF(x + x1 * step, at(y1)), QPointF(x + x2 * step, at(y2)));
            };
            line(-0.5, middle, -0.25, top);
            line(0.25, top, 0.5, middle);
            if (glyph == 'v')
                line(-0.25, top, 0.25, top);
            break;
        }
        case 'r':
        case '_':
            loop(glyph == 'r' ? 30 : 38);
            break;
        default:
            break;
        }
        if (isHand) {
            painter.setPen(Qt::NoPen);
            painter.setBrush(theme.madder);
            painter.drawPolygon(
                QPolygonF({QPointF(x, at(42)), QPointF(x - 4 * unit, at(49)), QPointF(x + 4 * unit, at(49))}));
        }
    }
    across('r', 26, theme.weld, 2.6);
}

EdgeMethodCard::EdgeMethodCard(QWidget* parent) : QWidget(parent) {
    QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    policy.setHeightForWidth(true);
    setSizePolicy(policy);
    hide();
}

void EdgeMethodCard::showSteps(const QString& title, const QString& facts, std::span<const HandStep> steps) {
    title_ = title;
    facts_ = facts;
    steps_.clear();
    QStringList words = {facts_};
    for (const HandStep& each : steps)
        if (*each.text) {
            steps_.push_back(each);
            words << coreText(each.text);
        }
    setAccessibleName(title_);
    setAccessibleDescription(words.join('\n'));
    setVisible(true);
    updateGeometry();
    update();
}

template<class Traits> void EdgeMethodCard::fill(const Traits& traits, const QString& match) {
    QString facts =
        tr("Stretch: %1; %2. %3").arg(coreText(label(traits.stretch)), coreText(traits.width), coreText(traits.uses));
    if (traits.tail > 0.0)
        facts += ' ' + tr("Takes %1 widths of yarn, broken before.").arg(traits.tail, 0, 'g', 2);
    if (!match.isEmpty())
        facts += ' ' + match;
    showSteps(coreText(traits.option.label), facts, traits.steps);
}

void EdgeMethodCard::showWeaving() {
    showSteps(tr("Ends woven in"), tr("Over the outer needles of the next row, while it is knitted."), weaveSteps);
}

void EdgeMethodCard::show(CastOnMethod method) {
    const CastOnTraits& its = traits(method);
    fill(its, its.match ? tr("Alike at the other end: %1.").arg(coreText(traits(*its.match).by)) : QString());
}

void EdgeMethodCard::show(BindOffMethod method) {
    const BindOffTraits& its = traits(method);
    fill(its, its.match ? tr("Alike at the other end: %1.").arg(coreText(traits(*its.match).by)) : QString());
}

void EdgeMethodCard::clear() {
    title_.clear();
    steps_.clear();
    hide();
}

void EdgeMethodCard::setScale(double scale) {
    scale_ = scale;
    updateGeometry();
    update();
}

int EdgeMethodCard::layOut(QPainter* painter, int width) const {
    const Theme& theme = Theme::current();
    const auto sized = [this](double pixels) { return static_cast<int>(std::lround(pixels * scale_)); };
    int y = edge;
    const auto words = [&](int x, int room, const QFont& font, const QColor& colour, const QString& text) {
        const QRect area(x, y, room, 10000);
        const int height = QFontMetrics(font).boundingRect(area, Qt::TextWordWrap, text).height();
        if (painter) {
            painter->setFont(font);
            painter->setPen(colour);
            painter->drawText(area, Qt::TextWordWrap, text);
        }
        return height;
    };
    y += words(edge, width - 2 * edge, textFont(sized(14), QFont::Bold), theme.ink, title_) + 2;
    y += words(edge, width - 2 * edge, textFont(sized(13)), theme.muted, facts_) + gap;
    const QSizeF size = pictureSize * scale_;
    // Beside each other where there is room.
    const int columns = width >= sized(520) ? 2 : 1;
    const int wide = (width - 2 * edge - (columns - 1) * 2 * gap) / columns;
    for (std::size_t i = 0; i < steps_.size();) {
        int tallest = static_cast<int>(size.height());
        for (int column = 0; column < columns && i < steps_.size(); ++column, ++i) {
            const int x = edge + column * (wide + 2 * gap);
            if (painter)
                paintHandStep(*painter, QRectF(QPointF(x, y), size), steps_[i].picture);
            const int left = x + static_cast<int>(size.width()) + 12;
            tallest = std::max(tallest, words(left, x + wide - left, textFont(sized(13)), theme.ink,
                                              tr("%1  %2").arg(i + 1).arg(coreText(steps_[i].text))));
        }
        y += tallest + gap;
    }
    return y - gap + edge;
}

int EdgeMethodCard::heightForWidth(int width) const {
    return isEmpty() ? 0 : layOut(nullptr, width);
}

QSize EdgeMethodCard::sizeHint() const {
    const int wide = std::max(240, width());
    return {wide, heightForWidth(wide)};
}

void EdgeMethodCard::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    paintCard(painter, rect());
    layOut(&painter, width());
}

} // namespace vestimen::app
