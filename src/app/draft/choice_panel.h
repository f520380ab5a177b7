// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/rail_canvas.h"
#include "app/session/session.h"
#include "core/garment/garment_choices.h"

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QSlider>
#include <QSpinBox>
#include <QVBoxLayout>

#include <functional>
#include <vector>

namespace vestimen::app {

/// The choices that belong to the part of the drawing that is picked, made from their list; its edge's lines and the
/// pin of its count.
class ChoicePanel : public QWidget {
    Q_OBJECT

public:
    explicit ChoicePanel(Session& session, QWidget* parent = nullptr);

    /// Shows what belongs to a part of a piece, as it stands.
    void show(PieceKind piece, Part part);

private:
    /// One field, or one line of them, for all choices of the same label: of whichever of them belongs where the panel
    /// is.
    struct Control {
        QList<QWidget*> widgets;
        std::vector<const GarmentChoice*> choices;
        std::function<void(const GarmentChoice&, const Project&)> fill;
    };

    void build(QVBoxLayout* layout);
    std::function<void(const GarmentChoice&, const Project&)> addField(QVBoxLayout* layout, std::size_t control);
    QComboBox* addCombo(const OneOf& one, std::size_t control);
    void addNumber(QVBoxLayout* layout, QSpinBox* box, std::size_t control,
                   const std::function<void(const GarmentChoice&, Choices&, int)>& set);
    void buildLines(QVBoxLayout* layout);
    void buildPin(QVBoxLayout* layout);
    void offerOnlyWhatWorks(QComboBox* box, const OneOf& one);
    /// The choice of a control that belongs where the panel is; null where none does.
    const GarmentChoice* current(std::size_t control) const;
    void choose(const QString& what, const std::function<void(Project&)>& change);
    void fillLines(const Project& project);
    void fillPin();
    bool linesBelong() const;
    Quantity mainQuantity() const;

    Session& session_;
    Place place_;
    std::vector<Control> controls_;
    QSlider* lines_ = nullptr;
    QLabel* linesLabel_ = nullptr;
    QSpinBox* pin_ = nullptr;
    QPushButton* pinButton_ = nullptr;
    bool filling_ = false;
};

} // namespace vestimen::app
