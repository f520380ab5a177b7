// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/next_step.h"
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
    /// Null where there is no such piece.
    QLineEdit* edit(PieceKey piece, bool width) const { return rowOf(piece).made[width ? 0 : 1]; }
    QLabel* difference(PieceKey piece, bool width) const { return rowOf(piece).difference[width ? 0 : 1]; }

private:
    struct Row {
        QLabel* drafted[2] = {};
        QLineEdit* made[2] = {};
        QLabel* difference[2] = {};
        QLineEdit* note = nullptr;
    };
    Row rowOf(PieceKey piece) const {
        const auto found = rows_.find(piece);
        return found == rows_.end() ? Row() : found->second;
    }
    void typed(PieceKey piece, bool width, const QString& text);
    void noted(PieceKey piece, const QString& text);
    void change(PieceKey piece, const std::function<void(MadePiece&)>& change, const QString& what);
    void addCard(PieceKey piece, const QString& name);
    void fillSlip();

    std::map<PieceKey, Row> rows_;
    std::vector<PieceKey> shown_; ///< pieces that have a card, in order
    QVBoxLayout* cards_;
    QLabel* problem_;
    Slip* slip_;
    NextStep* next_ = nullptr;
};

} // namespace vestimen::app
