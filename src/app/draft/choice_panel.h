// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/rail_canvas.h"
#include "app/session/session.h"

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QSlider>
#include <QSpinBox>
#include <QVBoxLayout>

#include <functional>
#include <vector>

namespace vestimen::app {

/// The choices that belong to the part of the drawing that is picked, its edge's shaping and the pin of its count.
class ChoicePanel : public QWidget {
    Q_OBJECT

public:
    explicit ChoicePanel(Session& session, QWidget* parent = nullptr);

    /// Shows what belongs to a part of a piece, as it stands.
    void show(PieceKind piece, Part part);

private:
    /// Where the panel is: what its controls look at to see whether they belong there, and what they change.
    struct Place {
        PieceKind piece = PieceKind::back;
        Part part = Part::none;
    };
    struct Control {
        QList<QWidget*> widgets;
        std::function<bool(const Choices&, const Place&)> belongs;
        std::function<void(const Project&, const Place&)> fill;
    };
    using Belongs = std::function<bool(const Choices&, const Place&)>;

    void buildShapes(QVBoxLayout* layout);
    void buildEdges(QVBoxLayout* layout);
    void buildPin(QVBoxLayout* layout);
    void addCombo(QVBoxLayout* layout, const QString& name, const QStringList& texts,
                  std::function<int(const Choices&, const Place&)> get,
                  std::function<void(Project&, const Place&, int)> set, Belongs belongs);
    void addLength(QVBoxLayout* layout, const QString& name, Length Choices::*choice, int least, int most,
                   Belongs belongs);
    void addCheck(QVBoxLayout* layout, const QString& name, std::function<bool&(Choices&, const Place&)> choice,
                  Belongs belongs);
    void offerOnlyWhatWorks(QComboBox* box, const std::function<void(Project&, const Place&, int)>& set);
    void choose(const QString& what, const std::function<void(Project&)>& change);
    void fillLines(const Project& project);
    void fillPin();
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
