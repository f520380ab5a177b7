// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/join/join_threads.h"

#include "core/joining/edge_places.h"

#include <algorithm>

namespace vestimen::app {
namespace {

/// The edges of other pieces that a piece is hung from, as its program has them.
QList<DrawnThread::Stroke> whereItHangs(const Program& program, const Worked& drawn,
                                        const std::map<PieceKey, FabricPicture>& pictures) {
    QList<DrawnThread::Stroke> all;
    for (const Operation& op : program.operations) {
        const auto* hang = std::get_if<operation::Hang>(&op.action);
        if (!hang)
            continue;
        const HangSource* before = nullptr;
        std::vector<PicturePoint> places;
        for (const Hung& hung : hang->map) {
            const HangSource& source = hang->source(hung);
            const auto of = source.kind == HangSource::Kind::edge     ? std::optional(Along::Of::edge)
                            : source.kind == HangSource::Kind::kept   ? std::optional(Along::Of::kept)
                            : source.kind == HangSource::Kind::bound  ? std::optional(Along::Of::bound)
                            : source.kind == HangSource::Kind::castOn ? std::optional(Along::Of::castOn)
                                                                      : std::nullopt;
            const WorkedPiece* piece = of ? drawn.piece(PieceKey(source.piece)) : nullptr;
            if (!piece)
                continue;
            if (before != &source) {
                places = placesOf({piece->key, source.name, *of}, piece->fabric, pictures.at(piece->key));
                all.append({piece->key, {}});
                before = &source;
            }
            if (hung.index >= 1 && hung.index <= static_cast<int>(places.size())) {
                const PicturePoint& at = places[static_cast<std::size_t>(hung.index) - 1];
                all.back().points.append({at.slot, at.row});
            }
        }
    }
    return all;
}

} // namespace

QList<DrawnThread> threadsOf(const Worked& drawn, const std::vector<Join>& joins,
                             const std::vector<std::string>& done) {
    std::map<PieceKey, FabricPicture> pictures;
    for (const WorkedPiece& each : drawn.pieces)
        pictures.emplace(each.key, pictureOf(each.fabric, each.program));
    const auto strokes = [&](const Line& line) {
        QList<DrawnThread::Stroke> all;
        for (const Along& each : line) {
            const WorkedPiece* piece = drawn.piece(each.piece);
            if (!piece)
                continue;
            DrawnThread::Stroke stroke{each.piece, {}};
            for (const PicturePoint& at : placesOf(each, piece->fabric, pictures.at(each.piece)))
                stroke.points.append({at.slot, at.row});
            if (!stroke.points.isEmpty())
                all.append(std::move(stroke));
        }
        return all;
    };
    QList<DrawnThread> threads;
    for (int i = 0; i < static_cast<int>(joins.size()); ++i) {
        const Join& join = joins[static_cast<std::size_t>(i)];
        DrawnThread thread;
        thread.number = i + 1;
        thread.done = std::ranges::count(done, join.key) > 0;
        const auto planned = std::ranges::find(drawn.plannedJoins, join.key, &PlannedJoin::key);
        if (planned != drawn.plannedJoins.end()) {
            thread.first = strokes(planned->first.line);
            thread.second = strokes(planned->second.line);
        }
        if (const WorkedPiece* made = join.trim ? drawn.piece(*join.trim) : nullptr) {
            thread.first = strokes({{made->key, "", Along::Of::firstRow}});
            thread.second = whereItHangs(made->program, drawn, pictures);
        }
        threads.append(std::move(thread));
    }
    return threads;
}

} // namespace vestimen::app
