// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/rail_canvas.h"
#include "app/canvas/slip.h"
#include "app/shell/station.h"

#include <QButtonGroup>
#include <QCheckBox>
#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QSlider>
#include <QSpinBox>

#include <functional>

namespace vestimen::app {

/// The garment worked on the drawing: pieces on the rail, parts dragged, the slip with the working and the choices
/// that belong to the part.
class DraftStation : public Station {
    Q_OBJECT

public:
    explicit DraftStation(Session& session, QWidget* parent = nullptr);

    void refresh() override;
    RailCanvas* canvas() const { return canvas_; }
    Slip* slip() const { return slip_; }
    PieceKind piece() const { return piece_; }
    void showPiece(PieceKind piece);

private:
    void buildHead(QVBoxLayout* layout);
    void buildControls();
    void fillSlip();
    void fillControls();
    void move(Part part, int steps, bool keep);
    void choose(const QString& what, const std::function<void(Project&)>& change);
    Quantity mainQuantity() const;

    RailCanvas* canvas_;
    Slip* slip_;
    QLabel* title_;
    QLabel* subtitle_;
    QButtonGroup* tabs_;
    QPushButton* hangs_;
    QPushButton* worn_;
    QPushButton* undo_;
    QPushButton* redo_;
    QComboBox* weltKind_;
    QComboBox* bodyKind_;
    QComboBox* neckKind_;
    QComboBox* sideKind_;
    QComboBox* shoulderKind_;
    QSpinBox* underarm_;
    QSpinBox* narrower_;
    QSpinBox* capEase_;
    QList<std::pair<QSpinBox*, QLabel*>> lengths_;
    QCheckBox* wrap_;
    QCheckBox* seams_;
    QCheckBox* everySecond_;
    QSpinBox* inset_;
    QLabel* insetLabel_;
    QSlider* lines_;
    QLabel* linesLabel_;
    QSpinBox* pin_;
    QPushButton* pinButton_;
    PieceKind piece_ = PieceKind::front;
    std::optional<Project> dragBase_;
    bool filling_ = false;
};

} // namespace vestimen::app
