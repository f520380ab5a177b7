// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/rail_canvas.h"
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
    /// One field, or one line of them, for all choices of the same label: of whichever of them belongs where the panel
    /// is.
    struct Control {
        QList<QWidget*> widgets;
        std::vector<const AnyChoice*> choices;
        std::function<void(const AnyChoice&, const Project&)> fill;
    };

    /// Fields for the choices of another kind of article.
    void build(const Article& article);
    std::function<void(const AnyChoice&, const Project&)> addField(std::size_t control);
    QComboBox* addCombo(const OneOf& one, std::size_t control);
    QCheckBox* addBox(std::size_t control);
    void addNumber(QSpinBox* box, std::size_t control, double unit);
    void buildLines(QVBoxLayout* layout);
    void buildPin(QVBoxLayout* layout);
    void offerOnlyWhatWorks(QComboBox* box, const AnyChoice& choice);
    /// The choice of a control that belongs where the panel is; null where none does.
    const AnyChoice* current(std::size_t control) const;
    void choose(const QString& what, const std::function<void(Project&)>& change);
    void choose(const AnyChoice& choice, double value);
    void fillLines(const Project& project);
    void fillPin();
    /// How many lines the edges that the place governs are shaped in: of one, or of all.
    std::vector<const AnyChoice*> lineChoices(const Article& article) const;
    const Handle* handle() const;

    Session& session_;
    Place place_;
    std::optional<std::size_t> kind_; ///< of article, that the fields are for
    std::vector<Control> controls_;
    QWidget* fields_ = nullptr;
    QSlider* lines_ = nullptr;
    QLabel* linesLabel_ = nullptr;
    QSpinBox* pin_ = nullptr;
    QPushButton* pinButton_ = nullptr;
    bool filling_ = false;
};

} // namespace vestimen::app
