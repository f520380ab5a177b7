// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/yarn_panel.h"

#include "app/canvas/fields.h"
#include "app/theme/theme.h"
#include "core/format/project_json.h"
#include "core/project_yarns.h"

#include <QHBoxLayout>
#include <QMenu>
#include <QPushButton>

#include <algorithm>
#include <array>
#include <cmath>

namespace vestimen::app {
namespace {

struct Dye {
    const char* name;
    const char* colour;
};
constexpr std::array dyes = {
    Dye{QT_TRANSLATE_NOOP("YarnPanel", "Undyed"), "#E4DAC4"}, Dye{QT_TRANSLATE_NOOP("YarnPanel", "Slate"), "#5E6B78"},
    Dye{QT_TRANSLATE_NOOP("YarnPanel", "Ink"), "#1F2A3A"},    Dye{QT_TRANSLATE_NOOP("YarnPanel", "Woad"), "#2F5F86"},
    Dye{QT_TRANSLATE_NOOP("YarnPanel", "Sea"), "#3F8E93"},    Dye{QT_TRANSLATE_NOOP("YarnPanel", "Moss"), "#6F7F3A"},
    Dye{QT_TRANSLATE_NOOP("YarnPanel", "Weld"), "#D8A62B"},   Dye{QT_TRANSLATE_NOOP("YarnPanel", "Rust"), "#B5602C"},
    Dye{QT_TRANSLATE_NOOP("YarnPanel", "Madder"), "#A8362E"}, Dye{QT_TRANSLATE_NOOP("YarnPanel", "Heather"), "#8A5F86"},
    Dye{QT_TRANSLATE_NOOP("YarnPanel", "Walnut"), "#5B4030"}};

constexpr int inRows = 0;
constexpr int inMillimetres = 1;

Yarn inAnotherColour(const Project& project) {
    Yarn yarn = project.yarn;
    // The first that no yarn of the project has.
    const auto isUsed = [&](const Dye& dye) {
        return std::ranges::any_of(project.moreYarns, [&](const Yarn& each) { return each.colour == dye.colour; }) ||
               project.yarn.colour == dye.colour;
    };
    const auto found = std::ranges::find_if_not(dyes, isUsed);
    const Dye& dye = found == dyes.end() ? dyes.front() : *found;
    yarn.colour = dye.colour;
    yarn.colourName = YarnPanel::tr(dye.name).toStdString();
    yarn.name = YarnPanel::tr("%1, %2")
                    .arg(QString::fromStdString(project.yarn.name), YarnPanel::tr(dye.name).toLower())
                    .toStdString();
    yarn.lot.clear();
    yarn.gramsOnHand = 0.0;
    return yarn;
}

} // namespace

YarnPanel::YarnPanel(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 8, 0, 0);
    layout->setSpacing(6);
    auto* yarns = new Label(tr("Yarns"), this);
    yarns->setObjectName(QStringLiteral("heading"));
    layout->addWidget(yarns);
    yarnRows_ = new QVBoxLayout;
    yarnRows_->setSpacing(4);
    layout->addLayout(yarnRows_);
    addYarn_ = new QPushButton(tr("Add a yarn"), this);
    addYarn_->setObjectName(QStringLiteral("small"));
    addYarn_->setMenu(new QMenu(addYarn_));
    connect(addYarn_->menu(), &QMenu::aboutToShow, this, &YarnPanel::offerYarns);
    layout->addWidget(addYarn_);
    ends_ = new QComboBox(this);
    for (const Option& each : endsOptions)
        ends_->addItem(coreText(each.label));
    ends_->setAccessibleName(tr("What becomes of the ends"));
    layout->addWidget(ends_);
    connect(ends_, &QComboBox::activated, this, [this](int ends) {
        change(tr("Ends"), [ends](Project& project) { project.ends = static_cast<Ends>(ends); });
    });
    endsLeft_ = new Label(this);
    endsLeft_->setObjectName(QStringLiteral("muted"));
    endsLeft_->setWordWrap(true);
    layout->addWidget(endsLeft_);
    weaving_ = new EdgeMethodCard(this);
    layout->addWidget(weaving_);
    buildWaste(layout);
    auto* stripes = new Label(tr("Stripes, from the lower edge up"), this);
    stripes->setObjectName(QStringLiteral("heading"));
    layout->addWidget(stripes);
    stripeRows_ = new QVBoxLayout;
    stripeRows_->setSpacing(4);
    layout->addLayout(stripeRows_);
    addStripe_ = new QPushButton(tr("Add a stripe"), this);
    addStripe_->setObjectName(QStringLiteral("small"));
    connect(addStripe_, &QPushButton::clicked, this, [this] {
        change(tr("A stripe"), [](Project& project) {
            // In the next yarn, as high as the one before it.
            Stripe next;
            if (!project.stripes.of.empty())
                next = {(project.stripes.of.back().yarn + 1) % project.yarns(), project.stripes.of.back().height};
            else
                next.height = Rows(6);
            project.stripes.of.push_back(next);
        });
    });
    layout->addWidget(addStripe_);
    unit_ = new QComboBox(this);
    unit_->addItems({tr("Heights in rows"), tr("Heights in mm")});
    unit_->setAccessibleName(tr("How heights are said"));
    layout->addWidget(unit_);
    connect(unit_, &QComboBox::activated, this, &YarnPanel::sayHeightsIn);
    repeated_ = new QCheckBox(tr("Repeated"), this);
    even_ = new QCheckBox(tr("Even rows: yarns change at one side"), this);
    layout->addWidget(repeated_);
    layout->addWidget(even_);
    connect(repeated_, &QCheckBox::clicked, this, [this](bool on) {
        change(tr("Stripes repeated"), [on](Project& project) { project.stripes.repeated = on; });
    });
    connect(even_, &QCheckBox::clicked, this, [this](bool on) {
        change(tr("Stripes of even rows"), [on](Project& project) { project.stripes.even = on; });
    });
    buildMixed(layout);
}

void YarnPanel::buildMixed(QVBoxLayout* layout) {
    mixed_ = new QCheckBox(tr("Heights by chance, between"), this);
    layout->addWidget(mixed_);
    connect(mixed_, &QCheckBox::clicked, this, [this](bool on) {
        change(tr("Stripes by chance"),
               [on](Project& project) { project.stripes.mixed = on ? std::optional(Stripes::Mixed()) : std::nullopt; });
    });
    bounds_ = new QWidget(this);
    auto* row = new QHBoxLayout(bounds_);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(6);
    const auto bound = [&](const QString& name, auto set) {
        auto* box = new QSpinBox(bounds_);
        box->setRange(1, 200);
        box->setAccessibleName(name);
        connect(box, &QSpinBox::valueChanged, this, [this, set](int value) {
            change(
                tr("Stripes by chance"),
                [set, value](Project& project) {
                    if (project.stripes.mixed)
                        set(*project.stripes.mixed, Rows(value));
                },
                true);
        });
        row->addWidget(box);
        return box;
    };
    least_ = bound(tr("Fewest rows of a stripe"), [](Stripes::Mixed& mixed, Rows rows) {
        mixed.least = rows;
        mixed.most = std::max(mixed.most, rows);
    });
    row->addWidget(new Label(tr("and"), bounds_));
    most_ = bound(tr("Most rows of a stripe"), [](Stripes::Mixed& mixed, Rows rows) {
        mixed.most = rows;
        mixed.least = std::min(mixed.least, rows);
    });
    row->addWidget(new Label(tr("rows"), bounds_), 1);
    auto* anew = new QPushButton(tr("Others"), bounds_);
    anew->setObjectName(QStringLiteral("small"));
    anew->setToolTip(tr("Other heights between the same bounds"));
    connect(anew, &QPushButton::clicked, this, [this] {
        change(tr("Other stripes"), [](Project& project) {
            if (project.stripes.mixed)
                ++project.stripes.mixed->seed;
        });
    });
    row->addWidget(anew);
    layout->addWidget(bounds_);
}

void YarnPanel::change(const QString& what, const std::function<void(Project&)>& how, bool typed) {
    if (filling_)
        return;
    Project next = session_.project();
    how(next);
    session_.edit(what, std::move(next), typed);
}

/// They stay as high as they are.
void YarnPanel::sayHeightsIn(int unit) {
    const auto gauge = session_.worked().measured.gauge;
    if (!gauge)
        return;
    change(tr("Heights of stripes"), [&](Project& project) {
        for (Stripe& stripe : project.stripes.of) {
            const Rows rows = stripeRows(stripe, gauge->rows, project.stripes.even);
            if (unit == inRows)
                stripe.height = rows;
            else
                stripe.height = Length::millimetres(std::max(1.0, std::round(gauge->height(rows).mm())));
        }
    });
}

/// Those of the shelf, and the main one in another colour.
void YarnPanel::offerYarns() {
    QMenu* menu = addYarn_->menu();
    menu->clear();
    const auto add = [this](const Yarn& yarn) {
        change(tr("A yarn"), [&](Project& project) { project.moreYarns.push_back(yarn); });
    };
    const Yarn another = inAnotherColour(session_.project());
    menu->addAction(yarnIcon(another), tr("The same in another colour"), this, [add, another] { add(another); });
    menu->addSeparator();
    try {
        for (const ShelfItem& item : session_.workroom().items(Shelf::yarns)) {
            const Yarn yarn = yarnFromJson(item.body.toStdString());
            menu->addAction(yarnIcon(yarn), QString(item.name).replace('&', QStringLiteral("&&")), this,
                            [add, yarn] { add(yarn); });
        }
    } catch (const std::exception&) {
        menu->addAction(tr("The shelf cannot be read"))->setEnabled(false);
    }
}

QMenu* YarnPanel::colourMenu(QWidget* parent,
                             const std::function<void(const QString& name, const char* colour)>& take) {
    auto* menu = new QMenu(parent);
    for (const Dye& dye : dyes) {
        Yarn yarn;
        yarn.colour = dye.colour;
        menu->addAction(yarnIcon(yarn), tr(dye.name), this, [take, dye] { take(tr(dye.name), dye.colour); });
    }
    return menu;
}

void YarnPanel::offerFromShelf(QMenu* menu, YarnNumber number) {
    menu->addSeparator();
    QAction* take = menu->addAction(tr("As on its shelf now"));
    const auto onShelf = [this, number]() -> std::optional<ShelfItem> {
        const Yarn& own = session_.project().yarnOf(number);
        for (const ShelfItem& item : session_.workroom().items(Shelf::yarns, true))
            if (item.name == QString::fromStdString(own.name))
                return item;
        return std::nullopt;
    };
    connect(menu, &QMenu::aboutToShow, this, [this, take, number, onShelf] {
        try {
            const auto item = onShelf();
            take->setVisible(item.has_value());
            if (!item)
                return;
            const bool differs = yarnFromJson(item->body.toStdString()) != session_.project().yarnOf(number);
            take->setText(item->retired ? tr("Put away on its shelf: the project keeps its own")
                          : differs     ? tr("As on its shelf now")
                                        : tr("As on its shelf already"));
            take->setEnabled(differs && !item->retired);
        } catch (const std::exception&) {
            take->setText(tr("The shelf cannot be read"));
            take->setEnabled(false);
        }
    });
    connect(take, &QAction::triggered, this, [this, number, onShelf] {
        try {
            if (const auto item = onShelf()) {
                const Yarn yarn = yarnFromJson(item->body.toStdString());
                change(tr("A yarn as on its shelf"), [&](Project& project) {
                    if (number < project.yarns())
                        project.moreYarns[static_cast<std::size_t>(number) - 1] = yarn;
                });
            }
        } catch (const std::exception&) {
            fill(); // it was there a moment ago: the menu says so when it is opened again
        }
    });
}

void YarnPanel::buildWaste(QVBoxLayout* layout) {
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    wasteColour_ = chipButton({}, tr("Colour of the waste yarn"), this);
    wasteColour_->setMenu(colourMenu(wasteColour_, [this](const QString&, const char* colour) {
        change(tr("Colour of the waste yarn"), [&](Project& project) { project.waste.colour = colour; });
    }));
    row->addWidget(wasteColour_);
    row->addWidget(new Label(tr("waste yarn"), this));
    cord_ = new QCheckBox(tr("and a ravel cord"), this);
    cord_->setToolTip(tr("One row between the waste yarn and the work: drawn out, it parts them."));
    connect(cord_, &QCheckBox::clicked, this,
            [this](bool on) { change(tr("Ravel cord"), [on](Project& project) { project.waste.cord = on; }); });
    row->addWidget(cord_, 1);
    layout->addLayout(row);
}

void YarnPanel::addYarnRow(YarnNumber number) {
    YarnRow row{new QWidget(this), nullptr, nullptr, nullptr, nullptr};
    auto* line = new QHBoxLayout(row.row);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(6);
    row.colour = chipButton({}, tr("Colour"), row.row);
    row.colour->setMenu(colourMenu(row.colour, [this, number](const QString& name, const char* colour) {
        change(tr("Colour of a yarn"), [&](Project& project) {
            Yarn& its = number == 0 ? project.yarn : project.moreYarns[static_cast<std::size_t>(number) - 1];
            its.colour = colour;
            its.colourName = name.toStdString();
        });
    }));
    if (number > 0)
        offerFromShelf(row.colour->menu(), number);
    row.name = new ElidedLabel(row.row);
    row.amount = new ElidedLabel(row.row);
    row.amount->setObjectName(QStringLiteral("muted"));
    row.away = chipButton(QStringLiteral("×"), tr("Take this yarn away"), row.row);
    QSizePolicy room = row.away->sizePolicy(); // the main one stays, and the columns with it
    room.setRetainSizeWhenHidden(true);
    row.away->setSizePolicy(room);
    row.away->setVisible(number > 0);
    connect(row.away, &QPushButton::clicked, this,
            [this, number] { change(tr("Without a yarn"), [number](Project& p) { removeYarn(p, number); }); });
    line->addWidget(row.colour);
    line->addWidget(row.name, 3);
    line->addWidget(row.amount, 2);
    line->addWidget(row.away);
    yarnRows_->addWidget(row.row);
    row.row->show();
    yarns_.push_back(row);
}

void YarnPanel::addStripeRow(std::size_t index) {
    StripeRow row{new QWidget(this), nullptr, nullptr, nullptr};
    auto* line = new QHBoxLayout(row.row);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(6);
    const QString name = tr("Stripe %1").arg(index + 1);
    row.yarn = new QComboBox(row.row);
    row.yarn->setAccessibleName(tr("%1, yarn").arg(name));
    row.yarn->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    row.height = new QSpinBox(row.row);
    row.height->setRange(1, 999);
    row.height->setFixedWidth(70);
    row.height->setAccessibleName(tr("%1, height").arg(name));
    auto* away = chipButton(QStringLiteral("×"), tr("Take this stripe away"), row.row);
    const auto set = [this, index](const std::function<void(Stripe&, const Project&)>& how, bool typed = false) {
        change(
            tr("Stripe %1").arg(index + 1),
            [&](Project& project) {
                if (index < project.stripes.of.size())
                    how(project.stripes.of[index], project);
            },
            typed);
    };
    connect(row.yarn, &QComboBox::activated, this,
            [set](int yarn) { set([yarn](Stripe& stripe, const Project&) { stripe.yarn = yarn; }); });
    connect(row.height, &QSpinBox::valueChanged, this, [set](int value) {
        set(
            [value](Stripe& stripe, const Project&) {
                if (std::holds_alternative<Rows>(stripe.height))
                    stripe.height = Rows(value);
                else
                    stripe.height = Length::millimetres(value);
            },
            true);
    });
    connect(away, &QPushButton::clicked, this, [this, index] {
        change(tr("Without a stripe"), [index](Project& project) {
            if (index < project.stripes.of.size())
                project.stripes.of.erase(project.stripes.of.begin() + static_cast<std::ptrdiff_t>(index));
        });
    });
    row.ends = chipButton({}, tr("%1, its ends").arg(name), row.row);
    auto* ends = new QMenu(row.ends);
    const auto offer = [&](const QString& label, std::optional<Ends> what) {
        ends->addAction(label, this,
                        [set, what] { set([what](Stripe& stripe, const Project&) { stripe.ends = what; }); });
    };
    offer(tr("As all others"), std::nullopt);
    for (const Ends each : allEnds)
        offer(coreText(endsOptions[static_cast<std::size_t>(each)].label), each);
    row.ends->setMenu(ends);
    line->addWidget(row.yarn, 1);
    line->addWidget(row.height);
    line->addWidget(row.ends);
    line->addWidget(away);
    stripeRows_->addWidget(row.row);
    row.row->show();
    stripes_.push_back(row);
}

void YarnPanel::fill() {
    filling_ = true;
    const Project& project = session_.project();
    fillYarns(project);
    fillStripes(project);
    filling_ = false;
}

/// What the pieces take of it, and whether that is there.
void YarnPanel::fillAmount(const YarnRow& row, const Yarn& yarn, YarnNumber number) {
    const Supplies& supplies = session_.worked().supplies;
    const auto its = std::ranges::find(supplies.yarns, number, &YarnSupplies::number);
    if (its == supplies.yarns.end()) {
        row.amount->setText(tr("not used"));
        row.amount->setToolTip({});
        return;
    }
    QStringList words = {tr("%1 stitches").arg(its->stitches)};
    if (its->metres)
        words << tr("%1 m").arg(std::lround(*its->metres));
    words << tr("%1 ends").arg(its->ends);
    const bool isShort = its->grams && yarn.gramsOnHand > 0.0 && yarn.gramsOnHand < *its->grams;
    if (isShort)
        words << tr("enough for %1 of %2 pieces, in the order of knitting")
                     .arg(its->piecesEnough)
                     .arg(session_.worked().pieces.size());
    if (its->ballsToBuy > 0)
        words
            << (yarn.lot.empty()
                    ? tr("to buy: %1 of %2 g, all of one lot").arg(its->ballsToBuy).arg(std::lround(yarn.gramsPerBall))
                    : tr("to buy: %1 of %2 g, of lot %3")
                          .arg(its->ballsToBuy)
                          .arg(std::lround(yarn.gramsPerBall))
                          .arg(QString::fromStdString(yarn.lot)));
    row.amount->setText(!its->grams ? words.front()
                        : isShort   ? tr("%1 of %2 g").arg(std::lround(yarn.gramsOnHand)).arg(std::lround(*its->grams))
                                    : tr("%1 g").arg(std::lround(*its->grams)));
    row.amount->setToolTip(words.join(QStringLiteral(", ")));
}

void YarnPanel::fillYarns(const Project& project) {
    shorten(yarns_, static_cast<std::size_t>(project.yarns()));
    while (yarns_.size() < static_cast<std::size_t>(project.yarns()))
        addYarnRow(static_cast<YarnNumber>(yarns_.size()));
    for (std::size_t i = 0; i < yarns_.size(); ++i) {
        const Yarn& yarn = project.yarnOf(static_cast<YarnNumber>(i));
        yarns_[i].colour->setIcon(yarnIcon(yarn));
        yarns_[i].name->setText(yarn.name.empty() ? tr("main yarn") : QString::fromStdString(yarn.name));
        yarns_[i].name->setToolTip(yarns_[i].name->text());
        fillAmount(yarns_[i], yarn, static_cast<YarnNumber>(i));
    }
    ends_->setCurrentIndex(static_cast<int>(project.ends));
    const Supplies& supplies = session_.worked().supplies;
    endsLeft_->setText(supplies.tucked > 0
                           ? tr("%1 ends to darn in, %2 are taken care of").arg(supplies.ends).arg(supplies.tucked)
                           : tr("%1 ends to darn in").arg(supplies.ends));
    QStringList byPiece;
    for (const PieceSupplies& each : supplies.pieces)
        byPiece << tr("%1: %2 to darn in, %3 woven or sewn in, %4 changes with the yarn carried up")
                       .arg(pieceName(project.article, PieceKey(each.piece)))
                       .arg(each.ends)
                       .arg(each.tucked)
                       .arg(each.hanging);
    endsLeft_->setToolTip(byPiece.join('\n'));
    const bool weaves =
        project.ends == Ends::whileKnitting ||
        std::ranges::any_of(project.stripes.of, [](const Stripe& each) { return each.ends == Ends::whileKnitting; });
    weaves ? weaving_->showWeaving() : weaving_->clear();
    addYarn_->setEnabled(project.yarns() < mostYarns);
    Yarn waste;
    waste.colour = project.waste.colour.empty() ? "#F2EBDD" : project.waste.colour;
    wasteColour_->setIcon(yarnIcon(waste));
    wasteColour_->setToolTip(project.waste.colour.empty() ? tr("Colour of the waste yarn: not said")
                                                          : tr("Colour of the waste yarn"));
    cord_->setChecked(project.waste.cord);
}

void YarnPanel::fillStripes(const Project& project) {
    const Stripes& stripes = project.stripes;
    shorten(stripes_, stripes.of.size());
    while (stripes_.size() < stripes.of.size())
        addStripeRow(stripes_.size());
    for (std::size_t i = 0; i < stripes_.size(); ++i) {
        StripeRow& row = stripes_[i];
        row.yarn->clear();
        for (YarnNumber number = 0; number < project.yarns(); ++number)
            row.yarn->addItem(yarnIcon(project.yarnOf(number)), QString::fromStdString(project.yarnOf(number).name));
        row.yarn->setCurrentIndex(std::min(stripes.of[i].yarn, project.yarns() - 1));
        const Rows* rows = std::get_if<Rows>(&stripes.of[i].height);
        row.height->setToolTip(rows ? tr("rows") : tr("mm"));
        if (!isBeingTyped(row.height))
            row.height->setValue(rows ? rows->count()
                                      : static_cast<int>(std::lround(std::get<Length>(stripes.of[i].height).mm())));
        row.height->setEnabled(!stripes.mixed);
        // Where they are as all others nothing needs to be said.
        const auto& ends = stripes.of[i].ends;
        row.ends->setText(!ends                          ? QStringLiteral("…")
                          : *ends == Ends::later         ? tr("darn")
                          : *ends == Ends::whileKnitting ? tr("weave")
                                                         : tr("seam"));
    }
    const bool any = !stripes.of.empty();
    for (QWidget* each : std::initializer_list<QWidget*>{repeated_, even_, mixed_})
        each->setVisible(any);
    bounds_->setVisible(any && stripes.mixed);
    unit_->setVisible(any && !stripes.mixed);
    unit_->setCurrentIndex(any && std::holds_alternative<Length>(stripes.of.front().height) ? inMillimetres : inRows);
    repeated_->setChecked(stripes.repeated);
    even_->setChecked(stripes.even);
    mixed_->setChecked(stripes.mixed.has_value());
    if (stripes.mixed) {
        least_->setValue(stripes.mixed->least.count());
        most_->setValue(stripes.mixed->most.count());
    }
    addStripe_->setEnabled(static_cast<int>(stripes.of.size()) < mostStripes);
}

} // namespace vestimen::app
