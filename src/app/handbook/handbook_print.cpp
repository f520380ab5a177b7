// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handbook/handbook_print.h"

#include "app/knit/practice_view.h"
#include "app/theme/habit.h"
#include "app/theme/theme.h"

#include <QCoreApplication>
#include <QImage>
#include <QPageSize>
#include <QPdfWriter>
#include <QRegularExpression>
#include <QSaveFile>
#include <QTextBlock>
#include <QTextBlockFormat>
#include <QTextCursor>
#include <QTextDocument>
#include <QTextTable>
#include <QUrl>

namespace vestimen::app {
namespace {

class Words {
    Q_DECLARE_TR_FUNCTIONS(HandbookPrint)
};

constexpr QSize bedSize(480, 205);
constexpr int screenDots = 96; ///< to an inch
constexpr double sharp = 2.0;  ///< pixels of a picture to one of the page

QImage bedBefore(const Program& program, std::size_t operation) {
    VirtualBed bed(program);
    bed.advance({operation, 0});
    BedCanvas canvas;
    canvas.resize(bedSize);
    canvas.setView(bedView(bed, program, cardGauge, Theme::current().wool));
    QImage image(bedSize * sharp, QImage::Format_ARGB32_Premultiplied);
    image.setDevicePixelRatio(sharp);
    image.fill(Qt::transparent);
    canvas.render(&image, {}, {}, QWidget::DrawChildren);
    return image;
}

void addCard(QTextDocument& document, const PracticeCard& card) {
    QTextCursor cursor(&document);
    QTextCharFormat heading;
    heading.setFont(titleFont(26));
    QTextCharFormat plain;
    plain.setFont(textFont(14));
    QTextCharFormat strong;
    strong.setFont(textFont(14, QFont::Bold));
    QTextBlockFormat apart;
    apart.setBottomMargin(8);
    cursor.setBlockFormat(apart);
    // As plain text: what a card's file says is no markup.
    cursor.insertText(inHabit(card.title), heading);
    const auto line = [&](const QString& words, const QTextCharFormat& format) {
        cursor.insertBlock(apart);
        cursor.insertText(words, format);
    };
    line(inHabit(card.about), plain);
    if (card.isFault()) {
        line(Words::tr("What is seen: %1").arg(inHabit(card.sign)), plain);
        for (const std::string& cause : card.causes)
            line(QStringLiteral("– ") + inHabit(cause), plain);
    }
    for (const std::string& tool : card.tools)
        line(QStringLiteral("☐ ") + inHabit(tool), plain);
    int number = 0;
    for (const CardStep& step : stepsOf(card)) {
        cursor.insertBlock(apart);
        cursor.insertImage(bedBefore(card.program, step.from));
        line(Words::tr("%1. %2").arg(++number).arg(inHabit(step.text)), strong);
    }
    line(Words::tr("Right looks so: %1").arg(inHabit(card.look)), plain);
    if (!card.next.empty())
        line(Words::tr("Look at next: %1").arg(inHabit(card.next)), plain);
    if (!card.caution.empty())
        line(inHabit(card.caution), strong);
}

} // namespace

void setPage(QTextDocument& document, const HandbookPage& page, const Handbook& book) {
    const Theme& theme = Theme::current();
    document.setDefaultFont(textFont(16));
    document.setMarkdown(QStringLiteral("# ") + inHabit(page.title) + QStringLiteral("\n\n") +
                         (page.key == QLatin1String("words") ? page.text : inHabit(page.text)));
    static const QRegularExpression picture(QStringLiteral("!\\[[^\\]]+\\]\\((card:(\\w+))\\)"));
    for (auto each = picture.globalMatch(page.text); each.hasNext();) {
        const auto match = each.next();
        if (const HandbookPage* of = book.page(match.captured(2)); of && of->card)
            document.addResource(QTextDocument::ImageResource, QUrl(match.captured(1)),
                                 bedBefore(of->card->program, stepsOf(*of->card).back().from));
    }
    QTextCursor cursor(&document);
    for (QTextBlock block = document.begin(); block.isValid(); block = block.next()) {
        cursor.setPosition(block.position());
        QTextBlockFormat format = block.blockFormat();
        format.setLineHeight(128, QTextBlockFormat::ProportionalHeight);
        if (format.headingLevel() > 0) {
            cursor.select(QTextCursor::BlockUnderCursor);
            QTextCharFormat letters;
            letters.setFont(titleFont(format.headingLevel() == 1 ? 26 : 19));
            letters.setForeground(theme.ink);
            cursor.mergeCharFormat(letters);
            format.setTopMargin(format.headingLevel() == 1 ? 0 : 14);
        } else if (!block.textList() && !cursor.currentTable()) {
            format.setTopMargin(8);
        }
        cursor.setPosition(block.position());
        cursor.setBlockFormat(format);
        for (auto part = block.begin(); !part.atEnd(); ++part)
            if (const QTextFragment words = part.fragment(); words.charFormat().isAnchor()) {
                cursor.setPosition(words.position());
                cursor.setPosition(words.position() + words.length(), QTextCursor::KeepAnchor);
                QTextCharFormat link;
                link.setForeground(theme.woad);
                cursor.mergeCharFormat(link);
            }
    }
    for (QTextFrame* frame : document.rootFrame()->childFrames())
        if (auto* table = qobject_cast<QTextTable*>(frame)) {
            QTextTableFormat format = table->format();
            format.setBorder(0);
            format.setCellPadding(7);
            format.setTopMargin(6);
            format.setBottomMargin(14);
            table->setFormat(format);
        }
}

QString printPage(const QString& file, const HandbookPage& page, const Handbook& book) {
    QSaveFile out(file);
    if (!out.open(QIODevice::WriteOnly))
        return Words::tr("%1 cannot be written: %2.").arg(file, out.errorString());
    const Theme::Name shown = Theme::current().name;
    Theme::choose(Theme::Name::fleece); // paper is light
    {
        QPdfWriter writer(&out);
        writer.setPageSize(QPageSize(QPageSize::A4));
        writer.setResolution(screenDots); // letters and pictures are so many pixels high
        writer.setTitle(inHabit(page.title));
        QTextDocument document;
        page.card ? addCard(document, *page.card) : setPage(document, page, book);
        document.print(&writer);
    }
    Theme::choose(shown);
    if (!out.commit())
        return Words::tr("%1 cannot be written: %2.").arg(file, out.errorString());
    return {};
}

} // namespace vestimen::app
