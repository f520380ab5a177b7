// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/edge_method_card.h"
#include "app/knit/ask_card.h"
#include "app/knit/bed_canvas.h"
#include "app/knit/hand_bar.h"
#include "app/knit/key_row.h"
#include "app/knit/knitting_state.h"
#include "app/knit/machine_head.h"
#include "app/knit/next_card.h"
#include "app/knit/rehearsal_bar.h"
#include "app/knit/row_facts.h"

#include <QLabel>
#include <QPushButton>

namespace vestimen::app {

/// What is seen at the machine: which row, what next, which needles, what comes, the bed. It shows, and asks nothing.
class MachineScreen : public QWidget {
    Q_OBJECT

public:
    explicit MachineScreen(QWidget* parent = nullptr);
    MachineHead* head() const { return head_; }
    NextCard* card() const { return card_; }
    BedCanvas* bed() const { return bed_; }
    AskCard* ask() const { return ask_; }
    KeyRow* keys() const { return keys_; }
    RehearsalBar* rehearsal() const { return rehearsal_; }
    HandBar* hand() const { return hand_; }
    bool settingChanges() const { return facts_->settingChanges(); }

    /// All but the bed.
    void show(const KnittingState& state);
    /// In place of the next step: the row is set by hand.
    void showByHand(int row, const QString& toDo);
    /// A line under the bed.
    void setRemark(const QString& remark);
    /// Large for the far side of the room, with less beside it.
    void setLarge(bool large);

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    void showNext(const KnittingState& state);
    void makeRoom(bool asked, bool roomy);
    void showEdge(const KnittingState& state);
    void placeEdge();
    void style();

    MachineHead* head_;
    RowFacts* facts_;
    NextCard* card_;
    NeedlePicture* needles_;
    ComingLines* coming_;
    AskCard* ask_;
    BedCanvas* bed_;
    EdgeMethodCard* edge_; ///< over the bed, while an edge is made
    QLabel* remark_;
    KeyRow* keys_;
    RehearsalBar* rehearsal_;
    HandBar* hand_;
    bool large_ = false;
};

} // namespace vestimen::app
