// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/choice_panel.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/draft/draft_edits.h"
#include "core/garment/garment_measures.h"
#include "core/shaping/lines_in_words.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QStandardItemModel>

#include <algorithm>
#include <cmath>
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

bool isWhole(Part part, PieceKind piece) {
    return part == Part::none && !isTrim(piece);
}
bool isBody(PieceKind piece) {
    return !isTrim(piece) && !isSleeve(piece);
}
bool isNeck(Part part) {
    return part == Part::neckDepth || part == Part::neckWidth;
}

} // namespace

ChoicePanel::ChoicePanel(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(6);
    buildShapes(layout);
    buildEdges(layout);
    buildPin(layout);
}

void ChoicePanel::buildShapes(QVBoxLayout* layout) {
    const auto wholeOr = [](bool bodyOnly, QList<Part> parts) -> Belongs {
        return [bodyOnly, parts](const Choices&, const Place& at) {
            return (isWhole(at.part, at.piece) && (!bodyOnly || isBody(at.piece))) || parts.contains(at.part);
        };
    };
    addCombo(
        layout, tr("Armholes and sleeves"), labels(allBodies),
        [](const Choices& c, const Place&) { return static_cast<int>(c.body); },
        [](Project& project, const Place&, int index) {
            project.choices.body = allBodies[static_cast<std::size_t>(index)];
        },
        wholeOr(false, {Part::armhole, Part::upperWidth, Part::cap}));
    addCombo(
        layout, tr("Front"), labels(allClosures),
        [](const Choices& c, const Place&) { return static_cast<int>(c.closure); },
        [](Project& project, const Place&, int index) {
            project.choices.closure = allClosures[static_cast<std::size_t>(index)];
        },
        [](const Choices&, const Place& at) {
            return (isWhole(at.part, at.piece) && isBody(at.piece)) || isBand(at.piece);
        });
    addCheck(
        layout, tr("Back and closed front in two panels"), [](Choices& c, const Place&) -> bool& { return c.panels; },
        [](const Choices&, const Place& at) { return isWhole(at.part, at.piece) && isBody(at.piece); });
    addCombo(
        layout, tr("Neckline"), labels(allNecks),
        [](const Choices& c, const Place&) { return static_cast<int>(c.neck); },
        [](Project& project, const Place&, int index) {
            chooseNeck(project, allNecks[static_cast<std::size_t>(index)]);
        },
        wholeOr(true, {Part::neckDepth, Part::neckWidth}));
    addCombo(
        layout, tr("How the neck is worked"), labels(allNeckSchools),
        [](const Choices& c, const Place&) { return static_cast<int>(c.neckSchool); },
        [](Project& project, const Place&, int index) {
            project.choices.neckSchool = allNeckSchools[static_cast<std::size_t>(index)];
        },
        [](const Choices& c, const Place& at) { return isNeck(at.part) && c.neck != NeckKind::boat; });
    addCheck(
        layout, tr("Shape the back of the neck too"), [](Choices& c, const Place&) -> bool& { return c.backNeck; },
        [](const Choices& c, const Place& at) {
            return isNeck(at.part) && c.neck != NeckKind::boat && c.body != BodyKind::strapped;
        });
    addCheck(
        layout, tr("Neck trim in two parts"), [](Choices& c, const Place&) -> bool& { return c.neckTrimInTwo; },
        [](const Choices&, const Place& at) { return isNeck(at.part) || isNeckTrim(at.piece); });
    addCombo(
        layout, tr("Sides"), labels(allSides), [](const Choices& c, const Place&) { return static_cast<int>(c.sides); },
        [](Project& project, const Place&, int index) {
            project.choices.sides = allSides[static_cast<std::size_t>(index)];
        },
        wholeOr(true, {Part::width, Part::hemWidth, Part::waist}));
    addCombo(
        layout, tr("Shoulders"), labels(allShoulders),
        [](const Choices& c, const Place&) { return static_cast<int>(c.shoulder); },
        [](Project& project, const Place&, int index) {
            project.choices.shoulder = allShoulders[static_cast<std::size_t>(index)];
        },
        [](const Choices& c, const Place& at) {
            return c.hasShoulders() && ((isWhole(at.part, at.piece) && isBody(at.piece)) || at.part == Part::shoulder ||
                                        at.part == Part::neckDepth);
        });
    addCombo(
        layout, tr("Kind of welt"), labels(allWelts),
        [](const Choices& c, const Place& at) {
            return static_cast<int>((isSleeve(at.piece) ? c.cuff : c.bodyWelt).kind);
        },
        [](Project& project, const Place& at, int index) {
            (isSleeve(at.piece) ? project.choices.cuff : project.choices.bodyWelt).kind =
                allWelts[static_cast<std::size_t>(index)];
        },
        [](const Choices&, const Place& at) { return at.part == Part::welt; });
    const auto weltAt = [](Choices& c, const Place& at) -> Welt& { return isSleeve(at.piece) ? c.cuff : c.bodyWelt; };
    const Belongs gathers = [](const Choices& c, const Place& at) {
        return at.part == Part::welt && (isSleeve(at.piece) ? c.cuff : c.bodyWelt).kind != WeltKind::rolled;
    };
    auto* gatherLabel = new Label(tr("Gathered into its edge by"), this);
    gatherLabel->setObjectName(QStringLiteral("muted"));
    auto* gather = new QSpinBox(this);
    gather->setRange(0, static_cast<int>(std::lround(mostGather * 100.0)));
    gather->setSingleStep(5);
    gather->setSuffix(tr(" %"));
    gather->setAccessibleName(gatherLabel->text());
    layout->addWidget(gatherLabel);
    layout->addWidget(gather);
    connect(gather, &QSpinBox::valueChanged, this, [this, weltAt](int value) {
        choose(tr("Gathering of the edge"),
               [&](Project& project) { weltAt(project.choices, place_).gather = value / 100.0; });
    });
    controls_.push_back({{gatherLabel, gather}, gathers, [gather, weltAt](const Project& project, const Place& at) {
                             Choices copy = project.choices;
                             if (!isBeingTyped(gather))
                                 gather->setValue(static_cast<int>(std::lround(weltAt(copy, at).gather * 100.0)));
                         }});
    addCombo(
        layout, tr("How the edge is gathered"), labels(allAcrossWays),
        [](const Choices& c, const Place&) { return static_cast<int>(c.acrossWay); },
        [](Project& project, const Place&, int index) {
            project.choices.acrossWay = allAcrossWays[static_cast<std::size_t>(index)];
        },
        [weltAt, gathers](const Choices& c, const Place& at) {
            Choices copy = c;
            return gathers(c, at) && weltAt(copy, at).gather > 0.0;
        });
    const Belongs hem = [](const Choices&, const Place& at) {
        return isBody(at.piece) && (at.part == Part::welt || at.part == Part::length);
    };
    addCombo(
        layout, tr("Lower edge"), labels(allHemLines),
        [](const Choices& c, const Place&) { return static_cast<int>(c.hemLine); },
        [](Project& project, const Place&, int index) {
            project.choices.hemLine = allHemLines[static_cast<std::size_t>(index)];
        },
        hem);
    addLength(layout, tr("Higher at the sides by"), &Choices::hemRise, 15, 200,
              [hem](const Choices& c, const Place& at) { return hem(c, at) && c.hemLine == HemLine::curved; });
    addCheck(
        layout, tr("Knit the welts down afterwards"),
        [](Choices& c, const Place&) -> bool& { return c.weltAfterwards; },
        [](const Choices&, const Place& at) { return at.part == Part::welt; });
    const Belongs sleeve = [](const Choices&, const Place& at) {
        return isSleeve(at.piece) && (at.part == Part::none || at.part == Part::length || at.part == Part::wrist);
    };
    addCombo(
        layout, tr("Sleeve"), {tr("Tapered sleeve"), tr("Straight sleeve")},
        [](const Choices& c, const Place&) { return static_cast<int>(c.sleeveLine); },
        [](Project& project, const Place&, int index) { project.choices.sleeveLine = static_cast<SleeveLine>(index); },
        sleeve);
    addCombo(
        layout, tr("Sleeve’s length"), {tr("Down to the wrist"), tr("Short")},
        [](const Choices& c, const Place&) { return static_cast<int>(c.sleeveReach); },
        [](Project& project, const Place&, int index) {
            project.choices.sleeveReach = static_cast<SleeveReach>(index);
        },
        sleeve);
    addCombo(
        layout, tr("Which way the sleeve is knitted"), labels(allSleeveSchools),
        [](const Choices& c, const Place&) { return static_cast<int>(c.sleeveSchool); },
        [](Project& project, const Place&, int index) {
            project.choices.sleeveSchool = allSleeveSchools[static_cast<std::size_t>(index)];
        },
        [](const Choices&, const Place& at) {
            return isSleeve(at.piece) && (at.part == Part::none || at.part == Part::sleeveTop || at.part == Part::cap);
        });
    addLength(layout, tr("From the underarm to its edge"), &Choices::shortSleeve, 40, 500,
              [sleeve](const Choices& c, const Place& at) {
                  return sleeve(c, at) && c.sleeveReach == SleeveReach::shortened;
              });
    const Belongs armhole = [](const Choices& c, const Place& at) {
        return c.body != BodyKind::dropShoulder && (at.part == Part::armhole || at.part == Part::upperWidth);
    };
    addLength(layout, tr("Off at each underarm"), &Choices::underarm, 5, 80, armhole);
    addLength(layout, tr("Less than cross-back, each side"), &Choices::narrower, 0, 60,
              [](const Choices& c, const Place& at) { return !c.hasSleeves() && at.part == Part::upperWidth; });
    addLength(layout, tr("Width of a strap"), &Choices::strap, 15, 150, [](const Choices& c, const Place& at) {
        return c.body == BodyKind::strapped && (at.part == Part::neckWidth || at.part == Part::upperWidth);
    });
    addLength(layout, tr("Depth of the neck between the straps, back"), &Choices::strapBack, 10, 300,
              [](const Choices& c, const Place& at) {
                  return c.body == BodyKind::strapped && isBack(at.piece) && isNeck(at.part);
              });
    addLength(layout, tr("Cap longer than its armhole by"), &Choices::capEase, 0, 25,
              [](const Choices& c, const Place& at) { return c.body == BodyKind::setIn && at.part == Part::cap; });
    const Belongs band = [](const Choices&, const Place& at) { return isBand(at.piece); };
    auto* buttonsLabel = new Label(tr("Buttons"), this);
    buttonsLabel->setObjectName(QStringLiteral("muted"));
    auto* buttons = new QSpinBox(this);
    buttons->setRange(0, 30);
    buttons->setAccessibleName(buttonsLabel->text());
    layout->addWidget(buttonsLabel);
    layout->addWidget(buttons);
    connect(buttons, &QSpinBox::valueChanged, this, [this](int value) {
        choose(tr("Buttons"), [value](Project& project) { project.choices.buttons = value; });
    });
    controls_.push_back({{buttonsLabel, buttons}, band, [buttons](const Project& project, const Place&) {
                             if (!isBeingTyped(buttons))
                                 buttons->setValue(project.choices.buttons);
                         }});
    addLength(layout, tr("A button is across"), &Choices::button, 5, 60, band);
    addCombo(
        layout, tr("Buttonholes"), {tr("Buttonholes on the wearer’s left"), tr("Buttonholes on the wearer’s right")},
        [](const Choices& c, const Place&) { return static_cast<int>(c.buttonholes); },
        [](Project& project, const Place&, int index) {
            project.choices.buttonholes = index == 0 ? Side::left : Side::right;
        },
        band);
    addCheck(
        layout, tr("Wrap the turns"), [](Choices& c, const Place&) -> bool& { return c.wrapTurns; },
        [](const Choices&, const Place& at) { return at.part == Part::shoulder || at.part == Part::neckDepth; });
    addCheck(
        layout, tr("One stitch more for each seam"), [](Choices& c, const Place&) -> bool& { return c.seamStitches; },
        [](const Choices&, const Place& at) {
            return at.part == Part::width || at.part == Part::sleeveTop || at.part == Part::wrist;
        });
}

void ChoicePanel::buildEdges(QVBoxLayout* layout) {
    const Belongs shaped = [](const Choices& c, const Place& at) { return edgeOf(at.part, at.piece, c).has_value(); };
    const auto edge = [](Choices& c, const Place& at) -> EdgeShaping& {
        return c.edge(edgeOf(at.part, at.piece, c).value_or(ShapedEdge::sides));
    };
    addCheck(
        layout, tr("On every second row only"),
        [edge](Choices& c, const Place& at) -> bool& { return edge(c, at).everySecondRow; }, shaped);
    addCheck(
        layout, tr("The outer stitches move together"),
        [edge](Choices& c, const Place& at) -> bool& { return edge(c, at).fashioned; }, shaped);
    auto* insetLabel = new Label(tr("Stitches that move"), this);
    insetLabel->setObjectName(QStringLiteral("muted"));
    auto* inset = new QSpinBox(this);
    inset->setRange(1, 7);
    inset->setAccessibleName(insetLabel->text());
    layout->addWidget(insetLabel);
    layout->addWidget(inset);
    connect(inset, &QSpinBox::valueChanged, this, [this, edge](int value) {
        choose(tr("Stitches that move"), [&](Project& project) { edge(project.choices, place_).inset = value; });
    });
    controls_.push_back({{insetLabel, inset},
                         [shaped, edge](const Choices& c, const Place& at) {
                             Choices copy = c;
                             return shaped(c, at) && edge(copy, at).fashioned;
                         },
                         [inset, edge](const Project& project, const Place& at) {
                             Choices copy = project.choices;
                             if (!isBeingTyped(inset))
                                 inset->setValue(edge(copy, at).inset);
                         }});
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
    controls_.push_back(
        {{lines_, linesLabel_},
         [shaped](const Choices& c, const Place& at) { return shaped(c, at) || isWhole(at.part, at.piece); },
         [this](const Project& project, const Place&) { fillLines(project); }});
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

void ChoicePanel::addCombo(QVBoxLayout* layout, const QString& name, const QStringList& texts,
                           std::function<int(const Choices&, const Place&)> get,
                           std::function<void(Project&, const Place&, int)> set, Belongs belongs) {
    auto* box = new QComboBox(this);
    box->addItems(texts);
    box->setAccessibleName(name);
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    layout->addWidget(box);
    connect(box, &QComboBox::activated, this,
            [this, name, set](int index) { choose(name, [&](Project& project) { set(project, place_, index); }); });
    controls_.push_back({{box}, std::move(belongs), [this, box, get, set](const Project& project, const Place& at) {
                             box->setCurrentIndex(get(project.choices, at));
                             offerOnlyWhatWorks(box, set);
                         }});
}

/// What makes no sense with the other choices is grey, and says why.
void ChoicePanel::offerOnlyWhatWorks(QComboBox* box, const std::function<void(Project&, const Place&, int)>& set) {
    auto* model = qobject_cast<QStandardItemModel*>(box->model());
    for (int i = 0; model && i < box->count(); ++i) {
        Project with = session_.project();
        set(with, place_, i);
        const auto findings = choiceFindings(with);
        const bool works = findings.empty() || i == box->currentIndex();
        model->item(i)->setEnabled(works);
        model->item(i)->setToolTip(works ? QString() : coreText(findings.front().text));
    }
}

void ChoicePanel::addLength(QVBoxLayout* layout, const QString& name, Length Choices::*choice, int least, int most,
                            Belongs belongs) {
    auto* label = new Label(name, this);
    label->setObjectName(QStringLiteral("muted"));
    auto* box = new LengthBox(session_, this);
    box->setRange(least, most);
    box->setAccessibleName(name);
    layout->addWidget(label);
    layout->addWidget(box);
    connect(box, &QSpinBox::valueChanged, this, [this, name, choice](int value) {
        choose(name, [&](Project& project) { project.choices.*choice = Length::millimetres(value); });
    });
    controls_.push_back({{label, box}, std::move(belongs), [box, choice](const Project& project, const Place&) {
                             if (!isBeingTyped(box))
                                 box->showMillimetres(static_cast<int>(std::lround((project.choices.*choice).mm())));
                         }});
}

void ChoicePanel::addCheck(QVBoxLayout* layout, const QString& name,
                           std::function<bool&(Choices&, const Place&)> choice, Belongs belongs) {
    auto* box = new QCheckBox(name, this);
    layout->addWidget(box);
    connect(box, &QCheckBox::clicked, this, [this, name, choice](bool on) {
        choose(name, [&](Project& project) { choice(project.choices, place_) = on; });
    });
    controls_.push_back({{box}, std::move(belongs), [box, choice](const Project& project, const Place& at) {
                             Project with = project;
                             bool& on = choice(with.choices, at);
                             box->setChecked(on);
                             on = !on;
                             const auto findings = choiceFindings(with);
                             const bool works = findings.empty() || box->isChecked();
                             box->setEnabled(works);
                             box->setToolTip(works ? QString() : coreText(findings.front().text));
                         }});
}

void ChoicePanel::show(PieceKind piece, Part part) {
    filling_ = true;
    place_ = {piece, part};
    const Project& project = session_.project();
    for (const Control& control : controls_) {
        const bool belongs = control.belongs(project.choices, place_);
        for (QWidget* widget : control.widgets)
            widget->setVisible(belongs);
        if (belongs)
            control.fill(project, place_);
    }
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
    return quantities.isEmpty() ? Quantity::bodyStitches : quantities.front();
}

void ChoicePanel::fillPin() {
    const auto& workings = session_.worked().workings;
    const Quantity quantity = mainQuantity();
    const auto working = workings.find(quantity);
    const bool canPin = place_.part != Part::none && place_.part != Part::trimDepth && working != workings.end();
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
