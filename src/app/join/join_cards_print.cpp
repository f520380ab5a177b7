// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/join/join_cards_print.h"

#include "app/session/session.h"
#include "app/theme/paper.h"

#include <QFileInfo>

#include <algorithm>
#include <array>
#include <cmath>

namespace vestimen::app {
namespace {

// All in millimetres of paper.
constexpr double margin = 15.0;
constexpr double width = 180.0;
constexpr double lineHeight = 4.6;
constexpr double letters = 3.3;
constexpr int columns = 3;

struct Words {
    static QString tr(const char* text) { return QCoreApplication::translate("JoinCards", text); }
};

class Cards {
public:
    Cards(QPainter& painter, QPdfWriter& writer, QString project, ReadingUnit unit)
        : painter_(painter), writer_(writer), project_(std::move(project)), unit_(unit) {
        head();
    }

    void add(int number, const JoinCard& card) {
        const Join& join = card.join;
        need(62);
        painter_.setPen(QPen(Theme::current().muted, 0.2));
        painter_.drawLine(QPointF(margin, y_), QPointF(margin + width, y_));
        y_ += 3;
        line(Words::tr("%1  %2").arg(number).arg(coreText(join.title)), 5.0, true);
        line(coreText(label(join.method)));
        edges(join);
        for (const Phrase* phrase : {&join.facing, &join.tailSide})
            if (*phrase->text != 0)
                paragraph(coreText(*phrase, unit_));
        if (join.tail > Length())
            paragraph(join.end ? Words::tr("Tail to leave: %1.").arg(length(join.tail))
                               : Words::tr("Yarn to cut: %1.").arg(length(join.tail)));
        if (*join.check.text != 0)
            paragraph(QStringLiteral("☐ ") + coreText(join.check, unit_));
        for (const Finding& finding : join.findings)
            paragraph(coreText(finding.text, unit_));
        hangs(card);
        y_ += 5;
    }

private:
    QString length(Length length) const { return QString::fromStdString(text(length, unit_)); }

    void head() {
        y_ = margin;
        write(QRectF(margin, y_, width, 8), 6.0, Qt::AlignLeft, Words::tr("Making up · %1").arg(project_), true);
        write(QRectF(margin, y_, width, 8), letters, Qt::AlignRight, Words::tr("page %1").arg(++page_));
        y_ += 11;
    }
    void need(double height) {
        if (y_ + height <= paper::a4.height() - margin)
            return;
        writer_.newPage();
        head();
    }
    double write(const QRectF& room, double size, int flags, const QString& words, bool bold = false) {
        return paper::write(painter_, room, size, flags, words, bold);
    }
    void line(const QString& words, double size = letters, bool bold = false) {
        write(QRectF(margin, y_, width, size * 1.5), size, Qt::AlignLeft, words, bold);
        y_ += size * 1.45;
    }
    void paragraph(const QString& words) {
        need(12);
        y_ += write(QRectF(margin, y_, width, 60), letters, Qt::AlignLeft | Qt::TextWordWrap, words) + 0.8;
    }

    /// Both edges as lines, one below the other, to one round scale; halves and quarters marked.
    void edges(const Join& join) {
        const double longest = std::max(join.first.length.mm(), join.second.length.mm());
        double scale = 1.0;
        for (const double parts : {1.0, 2.0, 2.5, 4.0, 5.0, 8.0, 10.0, 20.0}) {
            scale = 1.0 / parts;
            if (longest * scale <= width - 20)
                break;
        }
        for (const JoinEdge* edge : {&join.first, &join.second}) {
            line(Words::tr("%1 · %2").arg(coreText(edge->what, unit_), length(edge->length)));
            const double long_ = edge->length.mm() * scale;
            painter_.setPen(QPen(Theme::current().madder, 0.5));
            painter_.drawLine(QPointF(margin, y_ + 2), QPointF(margin + long_, y_ + 2));
            painter_.setPen(QPen(Theme::current().madder, 0.3));
            for (const double at : {0.0, 0.25, 0.5, 0.75, 1.0})
                painter_.drawLine(QPointF(margin + at * long_, y_ + 0.7), QPointF(margin + at * long_, y_ + 3.3));
            y_ += 5;
        }
        const double percent = std::abs(join.eased) * 100.0;
        line(Words::tr("Drawn 1 : %1. %2 %3 %.")
                 .arg(QLocale().toString(1.0 / scale),
                      join.eased < 0 ? Words::tr("Stretched by") : Words::tr("Eased in by"))
                 .arg(percent, 0, 'f', 1));
    }

    void hangs(const JoinCard& card) {
        if (card.hangs.empty())
            return;
        need(3 * lineHeight);
        line(Words::tr("Needle and what it takes, ends first, then the middles:"));
        const auto count = card.hangs.size();
        const std::size_t rows = (count + columns - 1) / columns;
        const double wide = width / columns;
        // Column by column, as far as the page goes.
        for (std::size_t done = 0; done < rows;) {
            need(2 * lineHeight);
            const auto fit = static_cast<std::size_t>((paper::a4.height() - margin - y_) / lineHeight);
            const std::size_t now = std::min(rows - done, std::max<std::size_t>(1, fit));
            for (std::size_t column = 0; column < columns; ++column)
                for (std::size_t row = 0; row < now; ++row) {
                    const std::size_t i = column * rows + done + row;
                    if (i >= count || done + row >= rows)
                        continue;
                    const auto& [needle, takes] = card.hangs[i];
                    write(QRectF(margin + static_cast<double>(column) * wide,
                                 y_ + static_cast<double>(row) * lineHeight, wide - 2, lineHeight),
                          2.6, Qt::AlignLeft | Qt::AlignVCenter,
                          Words::tr("☐ %1. %2: %3").arg(i + 1).arg(needle, takes));
                }
            y_ += static_cast<double>(now) * lineHeight;
            done += now;
        }
    }

    QPainter& painter_;
    QPdfWriter& writer_;
    QString project_;
    ReadingUnit unit_;
    double y_ = 0.0;
    int page_ = 0;
};

} // namespace

bool printJoinCards(const QString& file, const QString& project, const QList<JoinCard>& cards, ReadingUnit unit) {
    const LightTheme light;
    QPdfWriter writer(file);
    writer.setTitle(project);
    QPainter painter;
    if (!paper::begin(painter, writer, paper::a4))
        return false;
    painter.scale(paper::dotsPerMillimetre, paper::dotsPerMillimetre);
    Cards all(painter, writer, project, unit);
    for (qsizetype i = 0; i < cards.size(); ++i)
        all.add(static_cast<int>(i) + 1, cards[i]);
    painter.end();
    return QFileInfo(file).size() > 0;
}

} // namespace vestimen::app
