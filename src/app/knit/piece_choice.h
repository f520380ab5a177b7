// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/next_step.h"
#include "app/knit/pace_keeper.h"
#include "app/session/session.h"
#include "core/bed/fabric_picture.h"

#include <QBoxLayout>
#include <QGridLayout>
#include <QHash>
#include <QLabel>
#include <QPushButton>
#include <QWidget>

#include <functional>

namespace vestimen::app {

/// Which piece is on the machine: all hang in the order of knitting, with what is knitted of them, what they take and
/// what they hang from; to be begun, resumed, rehearsed or taken over from the draft.
class PieceChoice : public QWidget {
    Q_OBJECT

public:
    PieceChoice(Session& session, QWidget* parent);
    /// WorkroomError when the begun pieces cannot be read.
    void fill();

    NextStep* nextStep() const { return next_; }
    /// Opens the list of what is looked at before the first row; says how much of it is due.
    QPushButton* care() const { return care_; }

signals:
    void careWanted();
    void beginWanted(vestimen::PieceKey kind);
    void swatchWanted(); ///< to knit it
    void resumeWanted(qint64 piece);
    void rehearsalWanted(const vestimen::Program& program);
    void draftWanted(const vestimen::BegunPiece& piece, const vestimen::Program& drafted);

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    /// One that hangs there: its name, and the programs that it is drafted and was begun with.
    struct Hanging {
        QString title;
        std::optional<BegunPiece> already;
        const Program* drafted = nullptr;
        bool sound = false;
        std::function<void()> beginIt;
    };

    QWidget* tile(const Hanging& hanging, FabricPicture picture, double scale);
    /// What there is to know of one that was begun; `begin` is its first button, and `others` has room for more.
    QString begunWords(QWidget* tile, QPushButton* begin, QBoxLayout* others, const Hanging& hanging);
    QStringList freshWords(const Hanging& hanging) const;
    QString hangsFrom(const Program& program) const;
    FabricPicture shapeOf(const Hanging& hanging) const;
    void arrange();

    Session& session_;
    QGridLayout* grid_;
    QList<QWidget*> tiles_;
    NextStep* next_;
    QLabel* nothing_;
    QPushButton* care_;
    QHash<QString, double> hours_; ///< knitted on each machine: read once, since whole journals are read for it
    int columns_ = 0;
    PaceKeeper pace_;
};

} // namespace vestimen::app
