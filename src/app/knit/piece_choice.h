// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/knit/pace_keeper.h"
#include "app/session/session.h"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>
#include <QWidget>

#include <functional>

namespace vestimen::app {

/// The newest begun piece of that name, if there is one.
std::optional<BegunPiece> newestBegun(const QList<BegunPiece>& pieces, const std::string& name);

/// Which piece is on the machine: all that can be begun, resumed, rehearsed or taken over from the draft.
class PieceChoice : public QWidget {
    Q_OBJECT

public:
    PieceChoice(Session& session, QWidget* parent);
    /// WorkroomError when the begun pieces cannot be read.
    void fill();

signals:
    void beginWanted(vestimen::PieceKind kind);
    void swatchWanted();
    void resumeWanted(qint64 piece);
    void rehearsalWanted(const vestimen::Program& program);
    void draftWanted(const vestimen::BegunPiece& piece, const vestimen::Program& drafted);

private:
    void add(const QString& title, const std::optional<BegunPiece>& already, const Program* drafted, bool sound,
             const std::function<void()>& beginIt);
    void addBegun(QWidget* row, QLabel* words, QPushButton* button, const BegunPiece& already, const Program* drafted,
                  const std::function<void()>& beginIt);

    Session& session_;
    QVBoxLayout* rows_;
    PaceKeeper pace_;
};

} // namespace vestimen::app
