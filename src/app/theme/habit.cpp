// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/theme/habit.h"

#include <QCoreApplication>
#include <QRegularExpression>

#include <array>
#include <memory>

namespace vestimen::app {
namespace {

struct Pair {
    const char* here;
    const char* other;
};

/// The longer first.
constexpr std::array pairs{Pair{"binding off", "casting off"},
                           Pair{"bound off", "cast off"},
                           Pair{"binds off", "casts off"},
                           Pair{"bind offs", "cast offs"},
                           Pair{"bind-offs", "cast-offs"},
                           Pair{"bind-off", "cast-off"},
                           Pair{"bind off", "cast off"},
                           Pair{"gauge swatch", "tension swatch"},
                           Pair{"gauges", "tensions"},
                           Pair{"gauge", "tension"},
                           Pair{"stitch sizes", "dial settings"},
                           Pair{"stitch size", "dial setting"},
                           Pair{"waste yarn", "scrap yarn"},
                           Pair{"ravel cord", "draw thread"},
                           Pair{"short rows", "partial rows"},
                           Pair{"short row", "partial row"},
                           Pair{"welts", "lower bands"},
                           Pair{"welt", "lower band"},
                           Pair{"second bed", "ribber"},
                           Pair{"stockinette", "stocking stitch"},
                           Pair{"grafted", "sewn invisibly"},
                           Pair{"grafting", "invisible sewing"},
                           Pair{"mattress stitch", "invisible side seam"},
                           Pair{"knit sides", "right sides"},
                           Pair{"knit side", "right side"},
                           Pair{"purl sides", "wrong sides"},
                           Pair{"purl side", "wrong side"},
                           Pair{"held needles", "parked needles"}};

const QRegularExpression& allWords() {
    static const QRegularExpression words = [] {
        QStringList all;
        for (const Pair& pair : pairs)
            all << QRegularExpression::escape(QLatin1String(pair.here));
        return QRegularExpression(QStringLiteral("(?<!mid-)\\b(%1)\\b").arg(all.join(QLatin1Char('|'))),
                                  QRegularExpression::CaseInsensitiveOption);
    }();
    return words;
}

class OtherWords : public QTranslator {
public:
    using QTranslator::QTranslator;
    bool isEmpty() const override { return false; }
    /// Nothing where no word is another: the text is then taken as it is.
    QString translate(const char*, const char* source, const char*, int) const override {
        const QString text = QString::fromUtf8(source);
        const QString said = inOtherWords(text);
        return said == text ? QString() : said;
    }
};

std::unique_ptr<OtherWords>& translator() {
    static std::unique_ptr<OtherWords> installed;
    return installed;
}

} // namespace

QString inOtherWords(const QString& text) {
    QString said;
    qsizetype done = 0;
    for (auto each = allWords().globalMatch(text); each.hasNext();) {
        const auto match = each.next();
        said += text.mid(done, match.capturedStart() - done);
        const QString word = match.captured();
        for (const Pair& pair : pairs)
            if (word.compare(QLatin1String(pair.here), Qt::CaseInsensitive) == 0) {
                QString other = QLatin1String(pair.other);
                if (word[0].isUpper())
                    other[0] = other[0].toUpper();
                said += other;
                break;
            }
        done = match.capturedEnd();
    }
    return said + text.mid(done);
}

void chooseHabit(Habit habit) {
    if (habit == chosenHabit())
        return;
    if (habit == Habit::here) {
        QCoreApplication::removeTranslator(translator().get());
        translator().reset();
        return;
    }
    translator() = std::make_unique<OtherWords>();
    QCoreApplication::installTranslator(translator().get());
}

Habit chosenHabit() {
    return translator() ? Habit::other : Habit::here;
}

QString inHabit(const QString& text) {
    return chosenHabit() == Habit::other ? inOtherWords(text) : text;
}

QString inHabit(const std::string& text) {
    return inHabit(QString::fromStdString(text));
}

} // namespace vestimen::app
