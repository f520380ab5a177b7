// SPDX-License-Identifier: GPL-3.0-or-later
// The order of the house: what may stand on what. An include goes to its own folder or to one that stands before it.
#include <QDir>
#include <QDirIterator>
#include <QFile>
#include <QRegularExpression>
#include <QSet>
#include <QTest>

#include <functional>
#include <map>
#include <set>

namespace {

/// From the ground up; those in one line do not know each other.
const QList<QStringList> order = {
    {"core/quantity"},
    {"core/reckoning"},
    {"core/machine", "core/yarn", "core/wearer", "core/drawing"},
    {"core/swatch"},
    {"core/shaping"},
    {"core/ground"},
    {"core/knitting"},
    {"core/bed"},
    {"core/record", "core/joining"},
    {"core/practice"},
    {"core/supplies"},
    {"core/plan"},
    {"core/article/cord", "core/article/cushion", "core/article/garment", "core/article/hat", "core/article/mitten",
     "core/article/own_shape", "core/article/scarf", "core/article/shawl", "core/article/sock"},
    {"core/article"},
    {"core/project"},
    {"core"},
    {"core/format", "core/finishing"},
    {"core/reckoner"},
    {"files"},
    {"workroom"},
    {"devices", "sound"},
    {"devices/stand_ins", "sound/stand_ins"},
    {"cli"},
    {"app/theme"},
    {"app/session"},
    {"app/canvas"},
    {"app/swatch", "app/measure", "app/draft", "app/knit", "app/join", "app/review", "app/shelf", "app/reckoner"},
    {"app/handbook"},
    {"app/window"},
    {"app"},
    {""},
};

int floorOf(const QString& folder) {
    for (int i = 0; i < order.size(); ++i)
        if (order[i].contains(folder))
            return i;
    return -1;
}

QString folderOf(const QString& file) {
    const qsizetype slash = file.lastIndexOf('/');
    return slash < 0 ? QString() : file.left(slash);
}

/// What each file of the sources includes: its own with the path from src, others in angle brackets.
std::map<QString, QStringList> includes() {
    std::map<QString, QStringList> all;
    const QDir src(QStringLiteral(VESTIMEN_SOURCE_DIR "/src"));
    static const QRegularExpression line(R"(^#include (?:"([^"]+)\"|(<[^>]+>)))", QRegularExpression::MultilineOption);
    QDirIterator files(src.path(), {"*.h", "*.cpp"}, QDir::Files, QDirIterator::Subdirectories);
    while (files.hasNext()) {
        QFile file(files.next());
        if (!file.open(QIODevice::ReadOnly))
            continue;
        QStringList& found = all[src.relativeFilePath(file.fileName())];
        for (auto each = line.globalMatch(QString::fromUtf8(file.readAll())); each.hasNext();) {
            const auto match = each.next();
            found << (match.captured(1).isEmpty() ? match.captured(2) : match.captured(1));
        }
    }
    return all;
}

} // namespace

class TestLayers : public QObject {
    Q_OBJECT

private slots:
    void includesGoDown();
    void thereIsNoCircle();
    void theCoreKnowsNoInterface();
    void kindsStayInTheirFolders();
};

void TestLayers::includesGoDown() {
    const auto all = includes();
    QVERIFY(all.size() > 300);
    for (const auto& [file, found] : all) {
        const int floor = floorOf(folderOf(file));
        QVERIFY2(floor >= 0, qPrintable(file + ": its folder has no place in the order of the house"));
        for (const QString& each : found) {
            if (!all.contains(each)) // another library's, or made by the build
                continue;
            const bool isDown = folderOf(each) == folderOf(file) || floorOf(folderOf(each)) < floor;
            QVERIFY2(isDown, qPrintable(file + " includes " + each + ", which does not stand below it"));
        }
    }
}

void TestLayers::thereIsNoCircle() {
    const auto all = includes();
    std::set<QString> done;
    QStringList way;
    const std::function<void(const QString&)> follow = [&](const QString& file) {
        QVERIFY2(!way.contains(file), qPrintable(way.join(" > ") + " > " + file));
        if (done.contains(file))
            return;
        way << file;
        if (const auto found = all.find(file); found != all.end())
            for (const QString& each : found->second)
                follow(each);
        way.removeLast();
        done.insert(file);
    };
    for (const auto& [file, found] : all)
        follow(file);
}

void TestLayers::theCoreKnowsNoInterface() {
    for (const auto& [file, found] : includes())
        if (file.startsWith("core/"))
            for (const QString& each : found)
                QVERIFY2(!each.startsWith("<Q"), qPrintable(file + " includes " + each));
}

/// What kinds of articles there are, and how each can go, is known in their own folders alone; but for the line that
/// names them all, files of versions that knew one only, and pictures of chosen samples.
void TestLayers::kindsStayInTheirFolders() {
    const QDir src(QStringLiteral(VESTIMEN_SOURCE_DIR "/src"));
    const QDir kinds(src.filePath("core/article"));
    static const QRegularExpression declared(R"(^(?:struct|enum class) (\w+) \{)", QRegularExpression::MultilineOption);
    QSet<QString> theirs;
    for (const QString& kind : kinds.entryList(QDir::Dirs | QDir::NoDotAndDotDot)) {
        QDirIterator headers(kinds.filePath(kind), {"*.h"}, QDir::Files);
        while (headers.hasNext()) {
            QFile file(headers.next());
            QVERIFY(file.open(QIODevice::ReadOnly));
            for (auto each = declared.globalMatch(QString::fromUtf8(file.readAll())); each.hasNext();)
                theirs << each.next().captured(1);
        }
    }
    QVERIFY(theirs.contains("Garment") && theirs.contains("Hat") && theirs.contains("NeckKind"));
    const QSet<QString> allowed = {"core/article/article.h", "core/format/project_json.cpp"};
    static const QRegularExpression comment(R"(//[^\n]*|"(?:[^"\\\n]|\\.)*\")");
    static const QRegularExpression word(R"(\b[A-Z]\w+\b)");
    QDirIterator files(src.path(), {"*.h", "*.cpp"}, QDir::Files, QDirIterator::Subdirectories);
    QStringList found;
    while (files.hasNext()) {
        QFile file(files.next());
        const QString name = src.relativeFilePath(file.fileName());
        if (allowed.contains(name) || QRegularExpression("^core/article/\\w+/").match(name).hasMatch())
            continue;
        QVERIFY(file.open(QIODevice::ReadOnly));
        QString text = QString::fromUtf8(file.readAll());
        text.remove(comment);
        for (auto each = word.globalMatch(text); each.hasNext();)
            if (const QString one = each.next().captured(); theirs.contains(one))
                found << name + ": " + one;
    }
    found.removeDuplicates();
    QCOMPARE(found, QStringList());
}

QTEST_APPLESS_MAIN(TestLayers)
#include "tst_layers.moc"
