// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/choice_fields.h"
#include "app/canvas/edge_method_card.h"
#include "app/session/session.h"
#include "core/article/articles.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QSlider>
#include <QSpinBox>
#include <QVBoxLayout>

#include <functional>
#include <optional>
#include <vector>

namespace vestimen::app {

/// The choices that belong to the part of the drawing that is picked, made from their list; its edge's lines and the
/// pin of its count.
class ChoicePanel : public QWidget {
    Q_OBJECT

public:
    explicit ChoicePanel(Session& session, QWidget* parent = nullptr);

    /// Shows what belongs to a place of the drawing, as it stands.
    void show(const Place& place);

private:
    void buildLines(QVBoxLayout* layout);
    void buildPin(QVBoxLayout* layout);
    void choose(const QString& what, const std::function<void(Project&)>& change);
    void fillLines(const Project& project);
    void fillPin();
    /// How the edge at the place is made, where that is chosen there.
    void fillEdge(const Project& project);
    /// How many lines the edges that the place governs are shaped in: of one, or of all.
    std::vector<const AnyChoice*> lineChoices(const Article& article) const;
    const Handle* handle() const;

    Session& session_;
    Place place_;
    ChoiceFields* fields_ = nullptr;
    EdgeMethodCard* edge_ = nullptr;
    QSlider* lines_ = nullptr;
    QLabel* linesLabel_ = nullptr;
    QSpinBox* pin_ = nullptr;
    QPushButton* pinButton_ = nullptr;
    bool filling_ = false;
};

} // namespace vestimen::app
