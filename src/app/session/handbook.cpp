// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/session/handbook.h"

#include "core/format/card_json.h"
#include "files/files.h"

#include <QCoreApplication>
#include <QDir>
#include <QFile>

#include <algorithm>

namespace vestimen::app {
namespace {

class Words {
    Q_DECLARE_TR_FUNCTIONS(Handbook)
};

constexpr std::uintmax_t largestCard = 1 << 20; ///< of a card; the largest of ours has six thousand

QString text(const std::string& of) {
    return QString::fromStdString(of);
}

/// "01-the-machine.md": a title line, then the text.
HandbookPage explanation(const QString& name, const QString& whole) {
    HandbookPage page;
    page.key = name.mid(3).chopped(3).replace(QLatin1Char('-'), QLatin1Char('_'));
    page.title = whole.section(QLatin1Char('\n'), 0, 0).mid(2);
    page.group = Words::tr("To read");
    page.text = whole.section(QLatin1Char('\n'), 1).trimmed();
    return page;
}

void addCard(Handbook& book, const QString& path) {
    const QString name = QDir(path).dirName();
    try {
        std::string body;
        if (path.startsWith(QLatin1Char(':'))) { // ships with the program
            QFile file(path);
            body = file.open(QIODevice::ReadOnly) ? file.readAll().toStdString() : std::string();
        } else {
            body = readFile(QFile::encodeName(path).toStdString(), largestCard);
        }
        PracticeCard card = cardFromJson(body);
        if (const auto problems = problemsOf(card); !problems.empty())
            return book.problems.append(Words::tr("%1: %2").arg(name, text(render(problems.front()))));
        if (book.page(text(card.key)))
            return book.problems.append(Words::tr("%1: there is a card “%2” already.").arg(name, text(card.key)));
        HandbookPage page{text(card.key), text(card.title), text(card.group), {}, std::nullopt};
        page.card = std::move(card);
        book.pages.push_back(std::move(page));
    } catch (const std::exception& error) {
        book.problems.append(Words::tr("%1: %2").arg(name, QString::fromUtf8(error.what())));
    }
}

} // namespace

QString HandbookPage::words() const {
    QStringList all{title, group, text};
    if (card) {
        for (const std::string* each : {&card->about, &card->look, &card->caution, &card->sign, &card->next})
            all << app::text(*each);
        for (const auto* several : {&card->tools, &card->causes})
            for (const std::string& each : *several)
                all << app::text(each);
        for (const CardStep& step : stepsOf(*card))
            all << app::text(step.text);
    }
    return all.join(QLatin1Char('\n'));
}

const HandbookPage* Handbook::page(const QString& key) const {
    const auto found = std::ranges::find(pages, key, &HandbookPage::key);
    return found == pages.end() ? nullptr : &*found;
}

Handbook loadHandbook(const QString& ownFolder) {
    Handbook book;
    const QDir texts(QStringLiteral(":/handbook"));
    for (const QString& name : texts.entryList({QStringLiteral("*.md")}, QDir::Files, QDir::Name)) {
        QFile file(texts.filePath(name));
        if (file.open(QIODevice::ReadOnly))
            book.pages.push_back(explanation(name, QString::fromUtf8(file.readAll())));
    }
    for (const QString& folder : {QStringLiteral(":/cards"), ownFolder})
        for (const QFileInfo& file : QDir(folder).entryInfoList({QStringLiteral("*.json")}, QDir::Files, QDir::Name))
            if (!folder.isEmpty())
                addCard(book, file.filePath());
    // Groups in the order in which the work comes to them; what is one's own comes last.
    static const QStringList groups{Words::tr("To read"), "Cast on",    "Waste yarn", "Increase", "Decrease",
                                    "Transfer",           "Short rows", "Columns",    "Cable",    "Hanging",
                                    "Bind off",           "Ends",       "Sewing up",  "Faults"};
    std::ranges::stable_sort(book.pages, {}, [](const HandbookPage& page) {
        const qsizetype at = groups.indexOf(page.group);
        return at < 0 ? groups.size() : at;
    });
    return book;
}

} // namespace vestimen::app
