// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/next_step.h"
#include "app/canvas/pieces_overview.h"
#include "app/canvas/slip.h"
#include "app/canvas/way_buttons.h"
#include "app/join/blocking_print.h"
#include "app/join/join_picture.h"
#include "app/join/left_to_do_list.h"
#include "app/join/step_pictures.h"
#include "app/session/station.h"

#include <QComboBox>
#include <QLabel>
#include <QListWidget>
#include <QMenu>
#include <QPushButton>
#include <QSpinBox>
#include <QStackedWidget>
#include <QTableWidget>

#include <map>
#include <set>
#include <vector>

namespace vestimen::app {

/// The making up, join by join: edges, easing, hang map in halving order, tail, facing, and the check before any waste
/// yarn comes out.
class JoinStation : public Station {
    Q_OBJECT

public:
    explicit JoinStation(Session& session, QWidget* parent = nullptr);
    void refresh() override;
    QString helpKey() const override;
    QListWidget* list() const { return list_; }
    QTableWidget* hangTable() const { return table_; }
    QComboBox* way() const { return way_; }
    /// Minutes that the picked join took; shown once it is ticked.
    QSpinBox* took() const { return took_; }
    QString timeLeft() const { return timeLeft_->text(); }
    LeftToDoList* leftToDo() const { return chores_; }
    QPushButton* earlier() const { return earlier_; }
    QPushButton* later() const { return later_; }
    QPushButton* asPlanned() const { return asPlanned_; }
    Slip* slip() const { return slip_; }
    PiecesOverview* laidOut() const { return laidOut_; }
    HangCard* hangCard() const { return card_; }
    /// As PDF; says where it lies, or that it cannot be written.
    bool printCards(const QString& file);
    bool printBlockingSheet(const QString& file, BlockingScale scale);
    /// The garment laid out, or what the picked join hangs and sews.
    void showLaidOut(bool on);
    bool isLaidOut() const;

signals:
    void draftWanted();

protected:
    /// Space goes on to the next needle of the map, Backspace back.
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    /// The joins of what is drafted; where pieces were begun by other programs, of these.
    void count(const Worked& drawn);
    void showSketch(const Worked& sketch);
    void fillForgotten();
    void showJoin();
    /// What goes on each needle. Where hands are in the map of the same join, they stay.
    void fillMap(const Join& join);
    void showTail(const Join& join);
    const std::vector<Join>& joins() const;
    void setDone(int row, bool done);
    /// The picked join by so many places, where what it rests on, or what rests on it, allows.
    void move(int by);
    void fillWay(const Join& join);
    void chooseWay(int index);
    void fillWays(const std::vector<Finding>& findings);
    QString unfinished(const Join& join) const;
    void setTook(int minutes);
    void setChoreDone(const QString& key, const QString& what, bool done);
    void sayWhatComesBefore(const Join& join, const std::vector<std::string>& done);
    void showNeedle(int at);
    bool saidOf(const QString& file, bool written);

    QListWidget* list_;
    QPushButton* earlier_ = nullptr;
    QPushButton* later_ = nullptr;
    QPushButton* asPlanned_ = nullptr;
    LeftToDoList* chores_ = nullptr;
    QPushButton* forgottenButton_ = nullptr;
    QMenu* forgotten_ = nullptr;
    StepPictures* steps_ = nullptr;
    QComboBox* way_ = nullptr;
    QSpinBox* took_ = nullptr;
    NextStep* next_ = nullptr;
    WayButtons* ways_ = nullptr;
    PiecesOverview* laidOut_;
    QPushButton* whole_ = nullptr;
    QPushButton* one_ = nullptr;
    QStackedWidget* views_ = nullptr;
    JoinPicture* picture_;
    HangCard* card_ = nullptr;
    QTableWidget* table_;
    QLabel* tableTitle_;
    QLabel* timeLeft_ = nullptr;
    Slip* slip_;
    QComboBox* hand_;
    /// As pieces were begun, by name: what differs from the draft.
    std::map<std::string, Program> begun_;
    std::set<std::string> finished_; ///< pieces that are off the machine
    std::vector<Join> joins_;        ///< where there is such a piece
    std::string shown_;              ///< the join whose map is shown
    bool filling_ = false;
};

} // namespace vestimen::app
