// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/slip.h"
#include "app/session/station.h"

#include <QLabel>
#include <QLineEdit>

#include <functional>

#include <map>

namespace vestimen::app {

/// The made pieces against the draft: differences, what they mean as gauge, and the yarn that the whole takes.
class ReviewStation : public Station {
    Q_OBJECT

public:
    explicit ReviewStation(Session& session, QWidget* parent = nullptr);
    void refresh() override;
    QLineEdit* edit(PieceKind piece, bool width) { return rows_.at(piece).made[width ? 0 : 1]; }
    QLabel* difference(PieceKind piece, bool width) { return rows_.at(piece).difference[width ? 0 : 1]; }

private:
    struct Row {
        QLabel* drafted[2];
        QLineEdit* made[2];
        QLabel* difference[2];
        QLineEdit* note;
    };
    void typed(PieceKind piece, bool width, const QString& text);
    void noted(PieceKind piece, const QString& text);
    void change(PieceKind piece, const std::function<void(MadePiece&)>& change, const QString& what);
    void fillSlip();

    std::map<PieceKind, Row> rows_;
    QLabel* problem_;
    Slip* slip_;
};

} // namespace vestimen::app
