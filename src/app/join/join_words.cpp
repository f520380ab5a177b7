// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/join/join_words.h"

#include "app/session/session.h"

#include <QCoreApplication>

#include <algorithm>

namespace vestimen::app {
namespace {

struct JoinWords {
    static QString tr(const char* text) { return QCoreApplication::translate("JoinWords", text); }
};

QString sourceText(const Article& article, const HangSource& source, int index) {
    const QString piece = pieceName(article, PieceKey(source.piece));
    const QString name = QString::fromStdString(source.name).replace('_', ' ');
    switch (source.kind) {
    case HangSource::Kind::edge:
        return JoinWords::tr("%1, %2, row %3").arg(piece, name).arg(index);
    case HangSource::Kind::bound:
        return JoinWords::tr("%1, %2, bound stitch %3").arg(piece, name).arg(index);
    case HangSource::Kind::castOn:
        return JoinWords::tr("%1, %2, cast-on loop %3").arg(piece, name).arg(index);
    case HangSource::Kind::row:
        return JoinWords::tr("%1, row %2, stitch %3").arg(piece, name).arg(index);
    case HangSource::Kind::kept:
    case HangSource::Kind::first:
    case HangSource::Kind::bar:
        break;
    }
    return JoinWords::tr("%1, %2, open stitch %3").arg(piece, name).arg(index);
}

} // namespace

std::vector<std::pair<QString, QString>> hangLines(const Worked* drawn, const Join& join) {
    std::vector<std::pair<QString, QString>> lines;
    const WorkedPiece* trim = drawn && join.trim ? drawn->piece(*join.trim) : nullptr;
    if (trim) {
        for (const Operation& op : trim->program.operations)
            if (const auto* hung = std::get_if<operation::Hang>(&op.action)) {
                for (const int i : halvingOrder(static_cast<int>(hung->map.size()))) {
                    const Hung& one = hung->map[static_cast<std::size_t>(i)];
                    lines.emplace_back(QString::fromStdString(one.needle.name()),
                                       sourceText(drawn->article, hung->source(one), one.index));
                }
                break;
            }
        return lines;
    }
    if (!drawn || !join.hang)
        return lines;
    const auto named = [drawn](const JoinEdge& edge, int place) {
        const JoinOpening& opening = edge.hung[static_cast<std::size_t>(place) - 1];
        const QString piece = pieceName(drawn->article, opening.piece);
        return edge.unit == JoinUnit::stitches ? JoinWords::tr("%1, stitch %2").arg(piece).arg(opening.index)
                                               : JoinWords::tr("%1, row %2").arg(piece).arg(opening.index);
    };
    const NeedleSpan span = centred(Stitches(join.first.count));
    for (const auto& [needle, opening] : join.hang->halving())
        lines.emplace_back(QString::fromStdString(span.first.shifted(needle - 1).name()),
                           JoinWords::tr("%1 · %2").arg(named(join.first, needle), named(join.second, opening)));
    return lines;
}

} // namespace vestimen::app
