// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/choice_panel.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QStandardItemModel>

#include <algorithm>
#include <cmath>
#include <string_view>
#include <utility>

namespace vestimen::app {
namespace {

/// A length in whole millimetres, shown and typed in inches where those are chosen.
class LengthBox : public QSpinBox {
public:
    LengthBox(const Session& session, QWidget* parent) : QSpinBox(parent), session_(session) {}

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
            return ChoicePanel::tr("%1 mm").arg(value);
        return ChoicePanel::tr("%1 in").arg(QString::number(Length::millimetres(value).inches(), 'f', 2));
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
    bool inInches() const { return session_.unit() == ReadingUnit::inches; }

    const Session& session_;
    bool wasInches_ = false;
};

constexpr int mostLines = 9;

} // namespace

ChoicePanel::ChoicePanel(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(6);
    fields_ = new QWidget(this);
    layout->addWidget(fields_);
    buildLines(layout);
    buildPin(layout);
}

void ChoicePanel::build(const Article& article) {
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
            controls_.push_back({{}, {&choice}, {}});
    }
    for (std::size_t control = 0; control < controls_.size(); ++control) {
        controls_[control].fill = addField(control);
        for (QWidget* each : controls_[control].widgets)
            column->addWidget(each);
    }
    fields_->show();
}

std::function<void(const AnyChoice&, const Project&)> ChoicePanel::addField(std::size_t control) {
    const ChoiceForm& form = controls_[control].choices.front()->form;
    if (const auto* one = std::get_if<OneOf>(&form)) {
        QComboBox* box = addCombo(*one, control);
        return [this, box](const AnyChoice& now, const Project& project) {
            box->setCurrentIndex(static_cast<int>(now.get(project.article)));
            offerOnlyWhatWorks(box, now);
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
        auto* box = new LengthBox(session_, fields_);
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

QComboBox* ChoicePanel::addCombo(const OneOf& one, std::size_t control) {
    auto* box = new QComboBox(fields_);
    box->setAccessibleName(coreText(controls_[control].choices.front()->label));
    for (const Option& option : one.options)
        box->addItem(coreText(option.label));
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    controls_[control].widgets = {box};
    connect(box, &QComboBox::activated, this, [this, control](int index) {
        if (const AnyChoice* now = current(control))
            choose(*now, index);
    });
    return box;
}

QCheckBox* ChoicePanel::addBox(std::size_t control) {
    auto* box = new QCheckBox(coreText(controls_[control].choices.front()->label), fields_);
    controls_[control].widgets = {box};
    connect(box, &QCheckBox::clicked, this, [this, control](bool on) {
        if (const AnyChoice* now = current(control))
            choose(*now, on ? 1.0 : 0.0);
    });
    return box;
}

/// `unit`: what one of the box's stands for in the choice.
void ChoicePanel::addNumber(QSpinBox* box, std::size_t control, double unit) {
    const QString name = coreText(controls_[control].choices.front()->label);
    auto* label = new Label(name, fields_);
    label->setObjectName(QStringLiteral("muted"));
    box->setAccessibleName(name);
    controls_[control].widgets = {label, box};
    connect(box, &QSpinBox::valueChanged, this, [this, control, unit](int value) {
        if (const AnyChoice* now = current(control))
            choose(*now, unit == 1.0 ? value : value / std::round(1.0 / unit));
    });
}

const AnyChoice* ChoicePanel::current(std::size_t control) const {
    for (const AnyChoice* each : controls_[control].choices)
        if (each->belongs(session_.project().article, place_))
            return each;
    return nullptr;
}

const Handle* ChoicePanel::handle() const {
    const Worked* drawn = session_.drawn();
    const WorkedPiece* piece = drawn ? drawn->piece(place_.piece) : nullptr;
    return piece && !place_.part.empty() ? piece->handle(place_.part) : nullptr;
}

std::vector<const AnyChoice*> ChoicePanel::lineChoices(const Article& article) const {
    const Worked* drawn = session_.drawn();
    const WorkedPiece* piece = drawn ? drawn->piece(place_.piece) : nullptr;
    if (!piece || piece->ontoOthers || drawn->article.index() != article.index())
        return {};
    const Handle* at = handle();
    if (!place_.part.empty() && (!at || !at->shaping))
        return {};
    std::vector<const AnyChoice*> choices;
    for (const AnyChoice& each : choicesOf(article))
        if (std::string_view(each.key.key) == "lines" && (!at || std::string_view(each.key.within) == at->shaping))
            choices.push_back(&each);
    return choices;
}

void ChoicePanel::buildLines(QVBoxLayout* layout) {
    lines_ = new QSlider(Qt::Horizontal, this);
    lines_->setRange(1, mostLines);
    lines_->setPageStep(1);
    lines_->setAccessibleName(tr("Fewest lines to truest line"));
    linesLabel_ = new Label(this);
    linesLabel_->setObjectName(QStringLiteral("muted"));
    linesLabel_->setWordWrap(true);
    layout->addWidget(lines_);
    layout->addWidget(linesLabel_);
    connect(lines_, &QSlider::valueChanged, this, [this](int value) {
        choose(tr("Lines of the shaping"), [&](Project& project) {
            for (const AnyChoice* each : lineChoices(project.article))
                each->set(project.article, value);
        });
    });
}

void ChoicePanel::buildPin(QVBoxLayout* layout) {
    auto* row = new QHBoxLayout;
    pin_ = new QSpinBox(this);
    pin_->setRange(1, 2000);
    pin_->setAccessibleName(tr("Count to pin"));
    pinButton_ = new QPushButton(this);
    row->addWidget(pin_);
    row->addWidget(pinButton_, 1);
    layout->addLayout(row);
    connect(pinButton_, &QPushButton::clicked, this, [this] {
        const Handle* at = handle();
        if (!at || at->counts.empty())
            return;
        const CountKey count = at->counts.front();
        const bool pinned = session_.project().pins.count(count) > 0;
        choose(pinned ? tr("Let the count go") : tr("Pin a count"), [&](Project& project) {
            if (pinned)
                project.pins.erase(count);
            else
                project.pins[count] = pin_->value();
        });
    });
}

/// What makes no sense with the other choices is grey, and says why.
void ChoicePanel::offerOnlyWhatWorks(QComboBox* box, const AnyChoice& choice) {
    auto* model = qobject_cast<QStandardItemModel*>(box->model());
    for (int i = 0; model && i < box->count(); ++i) {
        Project with = session_.project();
        choice.choose(with.article, with.ease, i);
        const auto findings = contradictionsOf(with.article, with);
        const bool works = findings.empty() || i == box->currentIndex();
        model->item(i)->setEnabled(works);
        model->item(i)->setToolTip(works ? QString() : coreText(findings.front().text));
    }
}

void ChoicePanel::show(const Place& place) {
    filling_ = true;
    place_ = place;
    const Project& project = session_.project();
    if (kind_ != project.article.index())
        build(project.article);
    for (std::size_t i = 0; i < controls_.size(); ++i) {
        const AnyChoice* now = current(i);
        for (QWidget* widget : controls_[i].widgets)
            widget->setVisible(now != nullptr);
        if (now)
            controls_[i].fill(*now, project);
    }
    fillLines(project);
    fillPin();
    filling_ = false;
}

/// The slider stands where the list is now, and the list stands below it in words.
void ChoicePanel::fillLines(const Project& project) {
    const auto choices = lineChoices(project.article);
    lines_->setVisible(!choices.empty());
    linesLabel_->setVisible(!choices.empty());
    const Worked* drawn = session_.drawn();
    if (choices.empty() || !drawn || !drawn->measured.gauge)
        return;
    double chosen = 0.0;
    for (const AnyChoice* each : choices)
        chosen = std::max(chosen, each->get(project.article));
    const Handle* at = handle();
    if (!at) {
        lines_->setValue(std::max(1, static_cast<int>(chosen)));
        linesLabel_->setText(chosen == 0.0 ? tr("Every edge: the fewest lines that keep close to it")
                                           : tr("Every edge: fewest lines … truest line"));
        return;
    }
    const EdgeSchedule& schedule = at->schedule;
    lines_->setValue(chosen > 0.0 ? static_cast<int>(chosen) : static_cast<int>(schedule.lines.size()));
    QStringList words = {tr("fewest lines … truest line: now %1").arg(schedule.lines.size())};
    for (const ScheduleLine& line : schedule.lines)
        words << tr("%1, %2 ×").arg(coreText(line.what)).arg(line.times);
    words << tr("at most %1 off")
                 .arg(coreText(Operand(drawn->measured.gauge->stitches.unit() * schedule.deviation),
                               ReadingUnit::millimetres));
    linesLabel_->setText(words.join('\n'));
}

void ChoicePanel::fillPin() {
    const auto& workings = session_.worked().workings;
    const Handle* at = handle();
    const auto working = at && at->canPin && !at->counts.empty() ? workings.find(at->counts.front()) : workings.end();
    const bool canPin = working != workings.end();
    pin_->setVisible(canPin);
    pinButton_->setVisible(canPin);
    if (!canPin)
        return;
    const bool pinned = session_.project().pins.count(at->counts.front()) > 0;
    if (const int* value = std::get_if<int>(&working->second.result); value && !isBeingTyped(pin_))
        pin_->setValue(*value);
    pinButton_->setText(pinned ? tr("Let the count go") : tr("Pin this count"));
}

void ChoicePanel::choose(const AnyChoice& choice, double value) {
    choose(coreText(choice.label), [&](Project& project) { choice.choose(project.article, project.ease, value); });
}

void ChoicePanel::choose(const QString& what, const std::function<void(Project&)>& change) {
    if (filling_)
        return;
    Project next = session_.project();
    change(next);
    session_.edit(what, std::move(next), true);
}

} // namespace vestimen::app
