// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/choice_panel.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/draft/part_words.h"
#include "core/garment/garment_measures.h"
#include "core/shaping/lines_in_words.h"

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
    build(layout);
    buildLines(layout);
    buildPin(layout);
}

void ChoicePanel::build(QVBoxLayout* layout) {
    for (const GarmentChoice& choice : garmentChoices()) {
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
    for (std::size_t control = 0; control < controls_.size(); ++control)
        controls_[control].fill = addField(layout, control);
}

std::function<void(const GarmentChoice&, const Project&)> ChoicePanel::addField(QVBoxLayout* layout,
                                                                                std::size_t control) {
    const GarmentChoice& choice = *controls_[control].choices.front();
    const QString name = coreText(choice.label);
    if (const auto* one = std::get_if<OneOf>(&choice.kind)) {
        QComboBox* box = addCombo(*one, control);
        box->setAccessibleName(name);
        layout->addWidget(box);
        return [this, box](const GarmentChoice& now, const Project& project) {
            const OneOf& ways = std::get<OneOf>(now.kind);
            box->setCurrentIndex(ways.get(project.choices));
            offerOnlyWhatWorks(box, ways);
        };
    }
    if (std::holds_alternative<YesOrNo>(choice.kind)) {
        auto* box = new QCheckBox(name, this);
        layout->addWidget(box);
        controls_[control].widgets = {box};
        connect(box, &QCheckBox::clicked, this, [this, control](bool on) {
            if (const GarmentChoice* now = current(control))
                choose(coreText(now->label),
                       [&](Project& project) { std::get<YesOrNo>(now->kind).of(project.choices) = on; });
        });
        return [box](const GarmentChoice& now, const Project& project) {
            Project with = project;
            bool& on = std::get<YesOrNo>(now.kind).of(with.choices);
            box->setChecked(on);
            on = !on;
            const auto findings = choiceFindings(with);
            const bool works = findings.empty() || box->isChecked();
            box->setEnabled(works);
            box->setToolTip(works ? QString() : coreText(findings.front().text));
        };
    }
    if (std::holds_alternative<ALength>(choice.kind)) {
        auto* box = new LengthBox(session_, this);
        addNumber(layout, box, control, [](const GarmentChoice& now, Choices& choices, int value) {
            std::get<ALength>(now.kind).of(choices) = Length::millimetres(value);
        });
        return [box](const GarmentChoice& now, const Project& project) {
            const ALength& length = std::get<ALength>(now.kind);
            Choices copy = project.choices;
            const int value = static_cast<int>(std::lround(length.of(copy).mm()));
            if (isBeingTyped(box))
                return;
            // What a file brought may lie beyond what is offered: it is shown as it is.
            box->setRange(std::min(length.offered.least, value), std::max(length.offered.most, value));
            box->showMillimetres(value);
        };
    }
    auto* box = new QSpinBox(this);
    if (const auto* share = std::get_if<AShare>(&choice.kind)) {
        box->setRange(static_cast<int>(std::lround(share->least * 100.0)),
                      static_cast<int>(std::lround(share->most * 100.0)));
        box->setSingleStep(5);
        box->setSuffix(tr(" %"));
        addNumber(layout, box, control, [](const GarmentChoice& now, Choices& choices, int value) {
            std::get<AShare>(now.kind).of(choices) = value / 100.0;
        });
        return [box](const GarmentChoice& now, const Project& project) {
            Choices copy = project.choices;
            if (!isBeingTyped(box))
                box->setValue(static_cast<int>(std::lround(std::get<AShare>(now.kind).of(copy) * 100.0)));
        };
    }
    addNumber(layout, box, control, [](const GarmentChoice& now, Choices& choices, int value) {
        std::get<ANumber>(now.kind).set(choices, value);
    });
    return [box](const GarmentChoice& now, const Project& project) {
        const ANumber& number = std::get<ANumber>(now.kind);
        const int value = number.get(project.choices);
        if (isBeingTyped(box))
            return;
        box->setRange(std::min(number.offered.least, value), std::max(number.offered.most, value));
        box->setValue(value);
    };
}

QComboBox* ChoicePanel::addCombo(const OneOf& one, std::size_t control) {
    auto* box = new QComboBox(this);
    for (const Option& option : one.options)
        box->addItem(coreText(option.label));
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    controls_[control].widgets = {box};
    connect(box, &QComboBox::activated, this, [this, control](int index) {
        if (const GarmentChoice* now = current(control))
            choose(coreText(now->label),
                   [&](Project& project) { vestimen::choose(std::get<OneOf>(now->kind), project, index); });
    });
    return box;
}

void ChoicePanel::addNumber(QVBoxLayout* layout, QSpinBox* box, std::size_t control,
                            const std::function<void(const GarmentChoice&, Choices&, int)>& set) {
    const QString name = coreText(controls_[control].choices.front()->label);
    auto* label = new Label(name, this);
    label->setObjectName(QStringLiteral("muted"));
    box->setAccessibleName(name);
    layout->addWidget(label);
    layout->addWidget(box);
    controls_[control].widgets = {label, box};
    connect(box, &QSpinBox::valueChanged, this, [this, control, set](int value) {
        if (const GarmentChoice* now = current(control))
            choose(coreText(now->label), [&](Project& project) { set(*now, project.choices, value); });
    });
}

const GarmentChoice* ChoicePanel::current(std::size_t control) const {
    for (const GarmentChoice* each : controls_[control].choices)
        if (each->belongs(session_.project().choices, place_))
            return each;
    return nullptr;
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
            if (const auto one = edgeOf(place_.part, place_.piece, project.choices))
                project.choices.edge(*one).lines = value;
            else
                for (EdgeShaping& each : project.choices.edges)
                    each.lines = value;
        });
    });
}

bool ChoicePanel::linesBelong() const {
    const bool isWhole = place_.part == Part::none && !isTrim(place_.piece);
    return isWhole || edgeOf(place_.part, place_.piece, session_.project().choices);
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
        const Quantity quantity = mainQuantity();
        const bool pinned = session_.project().pins.count(quantity) > 0;
        choose(pinned ? tr("Let the count go") : tr("Pin a count"), [&](Project& project) {
            if (pinned)
                project.pins.erase(quantity);
            else
                project.pins[quantity] = pin_->value();
        });
    });
}

/// What makes no sense with the other choices is grey, and says why.
void ChoicePanel::offerOnlyWhatWorks(QComboBox* box, const OneOf& one) {
    auto* model = qobject_cast<QStandardItemModel*>(box->model());
    for (int i = 0; model && i < box->count(); ++i) {
        Project with = session_.project();
        vestimen::choose(one, with, i);
        const auto findings = choiceFindings(with);
        const bool works = findings.empty() || i == box->currentIndex();
        model->item(i)->setEnabled(works);
        model->item(i)->setToolTip(works ? QString() : coreText(findings.front().text));
    }
}

void ChoicePanel::show(PieceKind piece, Part part) {
    filling_ = true;
    place_ = {piece, part};
    const Project& project = session_.project();
    for (std::size_t i = 0; i < controls_.size(); ++i) {
        const GarmentChoice* now = current(i);
        for (QWidget* widget : controls_[i].widgets)
            widget->setVisible(now != nullptr);
        if (now)
            controls_[i].fill(*now, project);
    }
    lines_->setVisible(linesBelong());
    linesLabel_->setVisible(linesBelong());
    if (linesBelong())
        fillLines(project);
    fillPin();
    filling_ = false;
}

/// The slider stands where the list is now, and the list stands below it in words.
void ChoicePanel::fillLines(const Project& project) {
    const Worked* drawn = session_.drawn();
    const auto edge = edgeOf(place_.part, place_.piece, project.choices);
    if (!drawn || !drawn->counts || !drawn->measured.gauge) {
        linesLabel_->clear();
        return;
    }
    if (!edge) {
        const auto& edges = project.choices.edges;
        const int most = std::ranges::max_element(edges, {}, &EdgeShaping::lines)->lines;
        lines_->setValue(std::max(1, most));
        linesLabel_->setText(most == 0 ? tr("Every edge: the fewest lines that keep close to it")
                                       : tr("Every edge: fewest lines … truest line"));
        return;
    }
    const EdgeSchedule schedule = edgeSchedule(*drawn->counts, *edge);
    const int chosen = project.choices.edge(*edge).lines;
    lines_->setValue(chosen > 0 ? chosen : static_cast<int>(schedule.lines.size()));
    QStringList words = {tr("fewest lines … truest line: now %1").arg(schedule.lines.size())};
    for (const ScheduleLine& line : schedule.lines)
        words << tr("%1, %2 ×").arg(coreText(line.what)).arg(line.times);
    words << tr("at most %1 off")
                 .arg(coreText(Operand(drawn->measured.gauge->stitches.unit() * schedule.deviation),
                               ReadingUnit::millimetres));
    linesLabel_->setText(words.join('\n'));
}

Quantity ChoicePanel::mainQuantity() const {
    const auto quantities = quantitiesOf(place_.part, place_.piece, session_.project().choices);
    return quantities.empty() ? Quantity::bodyStitches : quantities.front();
}

void ChoicePanel::fillPin() {
    const auto& workings = session_.worked().workings;
    const Quantity quantity = mainQuantity();
    const auto working = workings.find(quantity);
    const bool canPin = place_.part != Part::none && place_.part != Part::trimDepth && place_.part != Part::neckFlat &&
                        working != workings.end();
    pin_->setVisible(canPin);
    pinButton_->setVisible(canPin);
    if (!canPin)
        return;
    const bool pinned = session_.project().pins.count(quantity) > 0;
    if (const int* value = std::get_if<int>(&working->second.result); value && !isBeingTyped(pin_))
        pin_->setValue(*value);
    pinButton_->setText(pinned ? tr("Let the count go") : tr("Pin this count"));
}

void ChoicePanel::choose(const QString& what, const std::function<void(Project&)>& change) {
    if (filling_)
        return;
    Project next = session_.project();
    change(next);
    session_.edit(what, std::move(next), true);
}

} // namespace vestimen::app
