// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/knit/bed_canvas.h"
#include "app/knit/knitting_state.h"
#include "app/shell/station.h"

#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

#include <functional>

namespace vestimen::app {

/// The machine screen: which row, what next, which needles; driven by one key.
class KnitStation : public Station {
    Q_OBJECT

public:
    explicit KnitStation(Session& session, QWidget* parent = nullptr);
    void refresh() override;
    /// Goes straight to a begun piece.
    void resume(qint64 piece);
    /// The project's swatch, as it is planned now; goes on with one that is under way unless it shall be begun anew.
    void beginSwatch(bool anew = false);
    const KnittingState* state() const { return state_.get(); }
    /// "Back, row 46 of 212", or how many pieces there are.
    QString answer() const;

signals:
    void moved();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void buildChoice();
    void buildMachine();
    void fillChoice();
    void fillMachine();
    void begin(PieceKind piece);
    void addChoice(const QString& title, const std::optional<BegunPiece>& already, const Program* drafted, bool sound,
                   const std::function<void()>& beginIt);
    void step(bool forward);
    void addNote();
    void leave();

    QStackedWidget* pages_;
    QWidget* choice_;
    QWidget* choicePage_; ///< in which it scrolls
    QVBoxLayout* choiceRows_;
    QWidget* machine_;
    QLabel* piece_;
    QLabel* of_;
    QLabel* where_;
    QLabel* row_;
    QLabel* carriage_;
    QLabel* size_;
    QWidget* card_;
    QLabel* before_;
    QLabel* sentence_;
    QLabel* then_;
    NeedlePicture* needles_;
    QListWidget* coming_;
    BedCanvas* bed_;
    std::unique_ptr<KnittingState> state_;
};

} // namespace vestimen::app
