// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/choice_fields.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/session/session.h"

#include <QLineEdit>
#include <QStandardItemModel>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>
#include <string_view>
#include <utility>

namespace vestimen::app {
namespace {

/// A length in whole millimetres, shown and typed in inches where those are chosen.
class LengthBox : public QSpinBox {
public:
    LengthBox(const ReadingUnit& unit, QWidget* parent) : QSpinBox(parent), unit_(unit) {}

    void showMillimetres(int value) {
        const bool inches = inInches();
        setSingleStep(inches ? 3 : 1); // an eighth of an inch
        setValue(value);
        if (std::exchange(wasInches_, inches) != inches)
            lineEdit()->setText(textFromValue(value));
    }

protected:
    QString textFromValue(int value) const override {
        if (!inInches())
            return ChoiceFields::tr("%1 mm").arg(value);
        return ChoiceFields::tr("%1 in").arg(QString::number(Length::millimetres(value).inches(), 'f', 2));
    }
    int valueFromText(const QString& text) const override {
        const auto length = parseLength(text.toStdString(), inInches() ? LengthUnit::inch : LengthUnit::millimetre);
        return length ? static_cast<int>(std::lround((*length).mm())) : value();
    }
    QValidator::State validate(QString& text, int&) const override {
        const auto length = parseLength(text.toStdString(), inInches() ? LengthUnit::inch : LengthUnit::millimetre);
        const bool fits = length && valueFromText(text) >= minimum() && valueFromText(text) <= maximum();
        return fits ? QValidator::Acceptable : QValidator::Intermediate;
    }

private:
    bool inInches() const { return unit_ == ReadingUnit::inches; }

    const ReadingUnit& unit_;
    bool wasInches_ = false;
};

/// Of one that goes over several lines, all are seen: a layout that is short of room takes them for one.
class FieldName : public Label {
public:
    FieldName(const QString& name, QWidget* parent) : Label(name, parent) {
        setWordWrap(true);
        setObjectName(QStringLiteral("muted"));
    }

protected:
    void resizeEvent(QResizeEvent* event) override {
        Label::resizeEvent(event);
        setMinimumHeight(heightForWidth(width()));
    }
};

} // namespace

ChoiceFields::ChoiceFields(QWidget* parent, bool labelled)
    : QWidget(parent), fields_(new QWidget(this)), labelled_(labelled) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(fields_);
}

void ChoiceFields::build(const Article& article) {
    kind_ = article.index();
    controls_.clear();
    auto* fields = new QWidget(this);
    layout()->replaceWidget(fields_, fields);
    fields_->hide();
    fields_->deleteLater();
    fields_ = fields;
    auto* column = new QVBoxLayout(fields_);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    for (const AnyChoice& choice : choicesOf(article)) {
        if (!choice.belongs)
            continue;
        const auto like = std::ranges::find_if(controls_, [&](const Control& control) {
            return std::string_view(control.choices.front()->label) == choice.label;
        });
        if (like != controls_.end())
            like->choices.push_back(&choice);
        else
            controls_.push_back({{}, {&choice}, nullptr, {}});
    }
    for (std::size_t control = 0; control < controls_.size(); ++control) {
        controls_[control].fill = addField(control);
        for (QWidget* each : controls_[control].widgets) {
            each->setProperty(subjectProperty, QString::fromStdString(controls_[control].choices.front()->path()));
            column->addWidget(each);
        }
    }
    fields_->show();
}

std::function<void(const AnyChoice&, const Project&)> ChoiceFields::addField(std::size_t control) {
    const ChoiceForm& form = controls_[control].choices.front()->form;
    if (const auto* one = std::get_if<OneOf>(&form)) {
        QComboBox* box = addCombo(*one, control);
        return [this, box](const AnyChoice& now, const Project& project) {
            box->setCurrentIndex(static_cast<int>(now.get(project.article)));
            offerOnlyWhatWorks(box, now, project);
        };
    }
    if (std::holds_alternative<YesOrNo>(form)) {
        QCheckBox* box = addBox(control);
        return [box](const AnyChoice& now, const Project& project) {
            const bool on = now.get(project.article) != 0.0;
            box->setChecked(on);
            Project with = project;
            now.choose(with.article, with.ease, on ? 0.0 : 1.0);
            const auto findings = contradictionsOf(with.article, with);
            const bool works = findings.empty() || on;
            box->setEnabled(works);
            box->setToolTip(works ? QString() : coreText(findings.front().text));
        };
    }
    if (std::holds_alternative<ALength>(form)) {
        auto* box = new LengthBox(unit_, fields_);
        addNumber(box, control, 1.0);
        return [box](const AnyChoice& now, const Project& project) {
            if (isBeingTyped(box))
                return;
            const Range& offered = std::get<ALength>(now.form).offered;
            const int value = static_cast<int>(std::lround(now.get(project.article)));
            // What a file brought may lie beyond what is offered: it is shown as it is.
            box->setRange(std::min(offered.least, value), std::max(offered.most, value));
            box->showMillimetres(value);
        };
    }
    if (std::holds_alternative<AYarn>(form)) {
        QComboBox* box = addCombo(OneOf{}, control);
        return [this, box, control](const AnyChoice& now, const Project& project) {
            box->clear();
            for (YarnNumber number = 0; number < project.yarns(); ++number)
                box->addItem(
                    yarnIcon(project.yarnOf(number)),
                    tr("%1: %2").arg(coreText(now.label), QString::fromStdString(project.yarnOf(number).name)));
            box->setCurrentIndex(std::min(static_cast<int>(now.get(project.article)), project.yarns() - 1));
            for (QWidget* widget : controls_[control].widgets)
                widget->setVisible(project.yarns() > 1); // else there is nothing to choose
        };
    }
    auto* box = new QSpinBox(fields_);
    if (const auto* share = std::get_if<AShare>(&form)) {
        box->setRange(static_cast<int>(std::lround(share->least * 100.0)),
                      static_cast<int>(std::lround(share->most * 100.0)));
        box->setSingleStep(5);
        box->setSuffix(tr(" %"));
        addNumber(box, control, 0.01);
        return [box](const AnyChoice& now, const Project& project) {
            if (!isBeingTyped(box))
                box->setValue(static_cast<int>(std::lround(now.get(project.article) * 100.0)));
        };
    }
    addNumber(box, control, 1.0);
    return [box](const AnyChoice& now, const Project& project) {
        if (isBeingTyped(box))
            return;
        const Range& offered = std::get<ANumber>(now.form).offered;
        const int value = static_cast<int>(now.get(project.article));
        box->setRange(std::min(offered.least, value), std::max(offered.most, value));
        box->setValue(value);
    };
}

QComboBox* ChoiceFields::addCombo(const OneOf& one, std::size_t control) {
    auto* box = new QComboBox(fields_);
    box->setAccessibleName(coreText(controls_[control].choices.front()->label));
    for (const Option& option : one.options)
        box->addItem(coreText(option.label));
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    controls_[control].widgets = {box};
    if (labelled_) {
        auto* label = new Label(box->accessibleName(), fields_);
        label->setObjectName(QStringLiteral("muted"));
        controls_[control].widgets.prepend(label);
    }
    connect(box, &QComboBox::activated, this, [this, control](int index) { tell(control, index); });
    return box;
}

QCheckBox* ChoiceFields::addBox(std::size_t control) {
    auto* box = new QCheckBox(coreText(controls_[control].choices.front()->label), fields_);
    controls_[control].widgets = {box};
    connect(box, &QCheckBox::clicked, this, [this, control](bool on) { tell(control, on ? 1.0 : 0.0); });
    return box;
}

/// `unit`: what one of the box's stands for in the choice.
void ChoiceFields::addNumber(QSpinBox* box, std::size_t control, double unit) {
    const QString name = coreText(controls_[control].choices.front()->label);
    auto* label = new FieldName(name, fields_);
    box->setAccessibleName(name);
    controls_[control].widgets = {label, box};
    connect(box, &QSpinBox::valueChanged, this,
            [this, control, unit](int value) { tell(control, unit == 1.0 ? value : value / std::round(1.0 / unit)); });
}

/// What makes no sense with the other choices is grey, and says why.
void ChoiceFields::offerOnlyWhatWorks(QComboBox* box, const AnyChoice& choice, const Project& project) {
    auto* model = qobject_cast<QStandardItemModel*>(box->model());
    for (int i = 0; model && i < box->count(); ++i) {
        Project with = project;
        choice.choose(with.article, with.ease, i);
        const auto findings = contradictionsOf(with.article, with);
        const auto& needs = std::get<OneOf>(choice.form).options[static_cast<std::size_t>(i)].needs;
        const bool hasTool = !needs || project.machine.has(*needs);
        const bool works = (findings.empty() && hasTool) || i == box->currentIndex();
        model->item(i)->setEnabled(works);
        model->item(i)->setToolTip(works              ? QString()
                                   : findings.empty() ? tr("It is not among the tools of this machine.")
                                                      : coreText(findings.front().text));
    }
}

void ChoiceFields::tell(std::size_t control, double value) {
    if (!filling_ && controls_[control].now)
        emit chosen(*controls_[control].now, value);
}

void ChoiceFields::show(const Project& project, ReadingUnit unit,
                        const std::function<bool(const AnyChoice&)>& belongs) {
    filling_ = true;
    unit_ = unit;
    if (kind_ != project.article.index())
        build(project.article);
    for (Control& control : controls_) {
        const auto now = std::ranges::find_if(control.choices, [&](const AnyChoice* each) { return belongs(*each); });
        control.now = now == control.choices.end() ? nullptr : *now;
        for (QWidget* widget : control.widgets)
            widget->setVisible(control.now != nullptr);
        if (control.now)
            control.fill(*control.now, project);
    }
    filling_ = false;
}

} // namespace vestimen::app
