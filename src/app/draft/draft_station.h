// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/next_step.h"
#include "app/canvas/pieces_overview.h"
#include "app/canvas/rail_canvas.h"
#include "app/canvas/slip.h"
#include "app/canvas/way_buttons.h"
#include "app/draft/choice_panel.h"
#include "app/draft/row_list.h"
#include "app/draft/shape_panel.h"
#include "app/draft/yarn_panel.h"
#include "app/session/station.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QStackedWidget>
#include <QTabBar>

#include <optional>
#include <set>

namespace vestimen::app {

/// The garment worked on the drawing: pieces on the rail, parts dragged, the slip with the working and the choices
/// that belong to the part; rows in words beside it, and an earlier state over it.
class DraftStation : public Station {
    Q_OBJECT

public:
    explicit DraftStation(Session& session, QWidget* parent = nullptr);

    void refresh() override;
    RailCanvas* canvas() const { return canvas_; }
    PiecesOverview* overview() const { return overview_; }
    Slip* slip() const { return slip_; }
    RowList* rowList() const { return rowList_; }
    QTabBar* tabs() const { return tabs_; }
    QComboBox* compare() const { return compare_; }
    ShapePanel* shapePanel() const { return shape_; }
    PieceKey piece() const { return piece_; }
    QPushButton* wholeBed() const { return wholeBed_; }
    void showPiece(PieceKey piece);
    /// All pieces side by side.
    void showAll();
    void showRowList(bool on) { rows_->setChecked(on); }

private:
    void buildHead(QVBoxLayout* layout);
    void buildTabs(QVBoxLayout* layout);
    void buildCompare();
    void connectCanvas();
    void fillTabs();
    void fillCompare();
    void markWanted(RailView& view) const;
    void fillSlip();
    void fillWhole(const Worked& drawn);
    /// Of the piece or of all, beside those of the state that it is compared with.
    void fillEnds(const Worked& drawn);
    void fillRows();
    /// Findings that something can be done about, each with its buttons; the others are told in the slip's lines.
    void fillWays();
    void fillShape();
    void move(HandleKey part, int steps, bool keep);
    bool isWhole() const;
    /// The piece that is shown, or what stands for it, and one of its handles, as they are worked out there.
    const WorkedPiece* pieceIn(const Worked* worked) const;
    const Handle* handleIn(const Worked* worked, HandleKey part) const;
    QString nameOf(HandleKey part) const;
    QString stateNow(HandleKey part) const;
    void light(int line);

    RailCanvas* canvas_;
    PiecesOverview* overview_;
    QStackedWidget* stage_;
    Slip* slip_;
    ChoicePanel* panel_;
    ShapePanel* shape_;
    YarnPanel* yarns_;
    NextStep* next_;
    WayButtons* ways_;
    RowList* rowList_;
    QLabel* title_;
    QLabel* subtitle_;
    QTabBar* tabs_;
    QComboBox* compare_;
    QPushButton* hangs_;
    QPushButton* worn_;
    QPushButton* rows_;
    QPushButton* wholeBed_;
    QPushButton* undo_;
    QPushButton* redo_;
    PieceKey piece_{"front"};
    bool all_ = false;
    bool filling_ = false;
    std::set<std::size_t> toldWithWays_; ///< findings that stand with their buttons, not in the slip's lines
    std::optional<Project> dragBase_;
    std::optional<Handle> held_;  ///< as it was when the drag began
    std::optional<Worked> other_; ///< the earlier state that is compared with
    int otherFromOldest_ = 0;     ///< its place among the earlier states, counted from the oldest
};

} // namespace vestimen::app
