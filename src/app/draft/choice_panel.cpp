// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/choice_panel.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"

#include <QHBoxLayout>

#include <algorithm>
#include <cmath>
#include <string_view>

namespace vestimen::app {
namespace {

constexpr int mostLines = 9;

} // namespace

ChoicePanel::ChoicePanel(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(6);
    fields_ = new ChoiceFields(this);
    layout->addWidget(fields_);
    edge_ = new EdgeMethodCard(this);
    layout->addWidget(edge_);
    connect(fields_, &ChoiceFields::chosen, this, [this](const AnyChoice& choice, double value) {
        choose(coreText(choice.label), [&](Project& project) { choice.choose(project.article, project.ease, value); });
    });
    buildLines(layout);
    buildPin(layout);
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

void ChoicePanel::show(const Place& place) {
    filling_ = true;
    place_ = place;
    const Project& project = session_.project();
    fields_->show(project, session_.unit(),
                  [&](const AnyChoice& each) { return each.belongs(project.article, place_); });
    fillLines(project);
    fillPin();
    fillEdge(project);
    filling_ = false;
}

void ChoicePanel::fillEdge(const Project& project) {
    edge_->clear();
    for (const AnyChoice& each : choicesOf(project.article)) {
        const auto* one = std::get_if<OneOf>(&each.form);
        if (!one || place_.part.empty() || !each.belongs || !each.belongs(project.article, place_))
            continue;
        const int value = static_cast<int>(each.get(project.article));
        if (one->options.data() == castOnOptions.data())
            edge_->show(static_cast<CastOnMethod>(value));
        else if (one->options.data() == bindOffOptions.data())
            edge_->show(static_cast<BindOffMethod>(value));
    }
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

void ChoicePanel::choose(const QString& what, const std::function<void(Project&)>& change) {
    if (filling_)
        return;
    Project next = session_.project();
    change(next);
    session_.edit(what, std::move(next), true);
}

} // namespace vestimen::app
