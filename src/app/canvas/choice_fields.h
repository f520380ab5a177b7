// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/article/articles.h"
#include "core/project/project.h"

#include <QCheckBox>
#include <QComboBox>
#include <QSpinBox>
#include <QWidget>

#include <functional>
#include <optional>
#include <vector>

namespace vestimen::app {

/// The property under which a field names what it is for, such as "shoulder": F1 opens the page about that.
inline constexpr const char* subjectProperty = "subject";

/// Fields for choices of an article, made from their list: whatever it is, and whoever shows them.
class ChoiceFields : public QWidget {
    Q_OBJECT

public:
    /// `labelled`: every field has its name above it; else lists of options speak for themselves.
    explicit ChoiceFields(QWidget* parent = nullptr, bool labelled = false);

    /// Shows those choices that `belongs` takes, as they stand in a project. Of several with one label at most one may
    /// be taken; they share a field.
    void show(const Project& project, ReadingUnit unit, const std::function<bool(const AnyChoice&)>& belongs);

signals:
    void chosen(const vestimen::AnyChoice& choice, double value);

private:
    struct Control {
        QList<QWidget*> widgets;
        std::vector<const AnyChoice*> choices;
        const AnyChoice* now = nullptr; ///< the one that is shown
        std::function<void(const AnyChoice&, const Project&)> fill;
    };

    /// Fields for the choices of another kind of article.
    void build(const Article& article);
    std::function<void(const AnyChoice&, const Project&)> addField(std::size_t control);
    QComboBox* addCombo(const OneOf& one, std::size_t control);
    QCheckBox* addBox(std::size_t control);
    void addNumber(QSpinBox* box, std::size_t control, double unit);
    void offerOnlyWhatWorks(QComboBox* box, const AnyChoice& choice, const Project& project);
    void tell(std::size_t control, double value);

    std::optional<std::size_t> kind_; ///< of article, that the fields are for
    std::vector<Control> controls_;
    QWidget* fields_;
    bool labelled_;
    ReadingUnit unit_ = ReadingUnit::centimetres;
    bool filling_ = false;
};

} // namespace vestimen::app
