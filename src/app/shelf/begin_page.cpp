// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shelf/begin_page.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/canvas/pieces_row.h"
#include "app/session/hand.h"
#include "app/session/session.h"
#include "app/session/sketch.h"
#include "app/shelf/techniques.h"
#include "app/theme/theme.h"
#include "core/format/project_json.h"
#include "core/quantity/parsing.h"
#include "core/record/pace.h"
#include "workroom/project_parts.h"

#include <QButtonGroup>
#include <QCompleter>
#include <QHBoxLayout>
#include <QPainter>
#include <QScrollArea>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace vestimen::app {
namespace {

/// Where the swatches from the shelf begin in the list.
constexpr int shelved = 2;
constexpr double eveningSeconds = 2.0 * 3600.0;

/// Items of a shelf that can be read; broken ones are passed over here and named on the workroom page.
template<class Value, class Read> QList<Shelved<Value>> readShelf(const Workroom& workroom, Shelf shelf, Read read) {
    QList<Shelved<Value>> values;
    for (const ShelfItem& item : workroom.items(shelf)) {
        try {
            values.append({item.id, read(item.body.toStdString())});
        } catch (const FormatError&) {
            continue;
        }
    }
    return values;
}

} // namespace

constexpr int kindsInARow = 5;

ArticleTile::ArticleTile(const QString& name, QWidget* parent) : QAbstractButton(parent) {
    setText(name);
    setAccessibleName(name);
    setCheckable(true);
    setFocusPolicy(Qt::StrongFocus);
    setFixedHeight(112);
    setMinimumWidth(112);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void ArticleTile::show(const Worked& worked, const QColor& colour) {
    pictures_ = picturesOf(worked);
    gauge_ = worked.measured.gauge.value_or(starterGauge());
    colour_ = colour;
    second_ =
        worked.pieces.size() == 1 ? BeginPage::tr("1 piece") : BeginPage::tr("%1 pieces").arg(worked.pieces.size());
    if (worked.pieces.empty())
        second_ = BeginPage::tr("something to mend");
    update();
}

void ArticleTile::paintEvent(QPaintEvent*) {
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(isChecked() || underMouse() ? theme.woad : theme.line, isChecked() ? 2.0 : 1.0));
    painter.setBrush(isChecked() ? theme.paper : theme.ground);
    painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 9, 9);
    paintPieces(painter, QRectF(20, 11, width() - 40, height() - 64), pictures_, gauge_, colour_);
    painter.setPen(theme.ink);
    // Names of all kinds have their room, in a narrow window a smaller one.
    const int margin = width() < 150 ? 7 : 14;
    for (int size = 16; size >= 10; --size) {
        painter.setFont(titleFont(size));
        if (painter.fontMetrics().horizontalAdvance(text()) <= width() - 2 * margin - 3)
            break;
    }
    painter.drawText(QRectF(margin, height() - 50, width() - 2 * margin, 24), Qt::AlignVCenter,
                     painter.fontMetrics().elidedText(text(), Qt::ElideRight, width() - 2 * margin));
    painter.setPen(theme.muted);
    painter.setFont(textFont(12));
    painter.drawText(QRectF(margin, height() - 28, width() - 2 * margin, 18), Qt::AlignVCenter, second_);
    if (hasFocus()) {
        painter.setPen(QPen(theme.woad, 1, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(QRectF(rect()).adjusted(5, 5, -5, -5), 6, 6);
    }
}

BeginPage::BeginPage(Workroom& workroom, ReadingUnit unit, QWidget* parent)
    : QDialog(parent), workroom_(workroom), unit_(unit), articles_(allArticles()) {
    for (const Article& each : articles_)
        useUsualEase(each, eases_.emplace_back(easyFit()));
    setWindowTitle(tr("New project"));
    resizeWithin(*this, {1160, 740});
    machines_ = readShelf<Machine>(workroom, Shelf::machines, machineFromJson);
    swatches_ = workroom.search(Shelf::swatches, {});
    yarns_ = readShelf<Yarn>(workroom, Shelf::yarns, yarnFromJson);
    wearers_ = workroom.search(Shelf::wearers, {});

    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(24, 18, 24, 18);
    all->setSpacing(12);
    auto* columns = new QHBoxLayout;
    columns->setSpacing(22);
    // What is said beside the drawing grows with the article: it is scrolled, and never makes the window higher.
    auto* form = scrolledColumn(buildForm(), this);
    form->setFixedWidth(296);
    columns->addWidget(form);
    columns->addWidget(buildArticles(), 1);
    all->addLayout(columns, 1);
    problem_ = new Label(this);
    problem_->setObjectName(QStringLiteral("problem"));
    problem_->setWordWrap(true);
    auto* foot = new QHBoxLayout;
    foot->setSpacing(10);
    foot->addWidget(problem_, 1);
    auto* cancel = new QPushButton(tr("Cancel"), this);
    cancel->setAutoDefault(false);
    connect(cancel, &QPushButton::clicked, this, &QDialog::reject);
    foot->addWidget(cancel);
    auto* make = new QPushButton(tr("Draft it"), this);
    make->setObjectName(QStringLiteral("primary"));
    make->setDefault(true);
    connect(make, &QPushButton::clicked, this, &BeginPage::accept);
    foot->addWidget(make);
    all->addLayout(foot);
    chooseArticle(0);
    tiles_.front()->setFocus();
}

QWidget* BeginPage::buildForm() {
    auto* form = new QWidget(this);
    auto* column = new QVBoxLayout(form);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    const auto heading = [&](const QString& text) {
        auto* label = new Label(text, form);
        label->setObjectName(QStringLiteral("heading"));
        column->addSpacing(8);
        column->addWidget(label);
    };
    const auto add = [&](const QString& name, QWidget* field, const char* objectName) {
        auto* label = new Label(name, form);
        label->setObjectName(QStringLiteral("muted"));
        field->setAccessibleName(name);
        field->setObjectName(QString::fromLatin1(objectName));
        column->addWidget(label);
        column->addWidget(field);
    };
    auto* title = new Label(tr("A new project"), form);
    title->setObjectName(QStringLiteral("title"));
    column->addWidget(title);
    name_ = new QLineEdit(form);
    add(tr("Its name"), name_, "new_name");

    heading(tr("Machine and gauge"));
    machine_ = new QComboBox(form);
    for (const auto& [id, each] : machines_)
        machine_->addItem(tr("%1, %2 needles").arg(QString::fromStdString(each.name)).arg(each.needles.count()));
    const auto standard = std::find_if(machines_.begin(), machines_.end(), [](const auto& one) {
        return one.value.needles == Stitches(200) && one.value.beds == 1;
    });
    machine_->setCurrentIndex(standard == machines_.end() ? 0 : static_cast<int>(standard - machines_.begin()));
    machine_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    add(tr("Machine"), machine_, "new_machine");
    yarn_ = new QLineEdit(form);
    yarn_->setPlaceholderText(tr("a name of its own, or one from the shelf"));
    QStringList yarnNames;
    for (const auto& [id, each] : yarns_)
        yarnNames << QString::fromStdString(each.name);
    yarn_->setCompleter(new QCompleter(yarnNames, yarn_));
    add(tr("Yarn"), yarn_, "new_yarn");
    swatch_ = new QComboBox(form);
    swatch_->addItem(tr("A gauge I know, not yet proven"));
    swatch_->addItem(tr("A swatch that I knit and read first"));
    for (const ShelfItem& each : swatches_)
        swatch_->addItem(each.name);
    swatch_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    add(tr("The gauge is from"), swatch_, "new_swatch");
    gauge_ = new GaugeFields(QStringLiteral("new"), form);
    column->addWidget(gauge_);

    heading(tr("Wearer"));
    wearer_ = new QComboBox(form);
    wearer_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    wearer_->addItem(tr("Somebody new"));
    for (const ShelfItem& each : wearers_)
        wearer_->addItem(each.name);
    add(tr("For"), wearer_, "new_wearer");
    wearerName_ = new QLineEdit(form);
    wearerName_->setPlaceholderText(tr("a name"));
    add(tr("Name"), wearerName_, "new_wearer_name");
    size_ = new QComboBox(form);
    for (const StarterSize& each : starterSizes())
        size_->addItem(tr("%1, until measured").arg(QString::fromUtf8(each.name)));
    size_->setCurrentIndex(5);
    size_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    add(tr("Measures"), size_, "new_size");
    column->addStretch(1);

    connect(swatch_, &QComboBox::currentIndexChanged, this, [this](int index) { gauge_->setEnabled(index == 0); });
    connect(wearer_, &QComboBox::currentIndexChanged, this, [this](int index) {
        wearerName_->setEnabled(index == 0);
        size_->setEnabled(index == 0);
    });
    for (QComboBox* each : {machine_, swatch_, wearer_, size_})
        connect(each, &QComboBox::currentIndexChanged, this, &BeginPage::redraw);
    connect(gauge_, &GaugeFields::changed, this, &BeginPage::redraw);
    connect(yarn_, &QLineEdit::textChanged, this, &BeginPage::redraw);
    return form;
}

QWidget* BeginPage::buildArticles() {
    auto* articles = new QWidget(this);
    auto* column = new QVBoxLayout(articles);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(10);
    auto* kinds = new QGridLayout;
    kinds->setSpacing(10);
    auto* group = new QButtonGroup(this);
    for (const Article& each : articles_) {
        auto* tile = new ArticleTile(coreText(labelOf(each)), articles);
        group->addButton(tile, static_cast<int>(tiles_.size()));
        const int place = static_cast<int>(tiles_.size());
        tiles_ << tile;
        kinds->addWidget(tile, place / kindsInARow, place % kindsInARow);
    }
    // Clicked, or come to by an arrow key.
    connect(group, &QButtonGroup::idToggled, this, [this](int id, bool on) {
        if (on && static_cast<std::size_t>(id) != chosen_)
            chooseArticle(id);
    });
    column->addLayout(kinds);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(14);
    auto* drawing = new QVBoxLayout;
    drawing->setSpacing(6);
    pieces_ = new PiecesOverview(articles);
    pieces_->setFocusPolicy(Qt::NoFocus);
    pieces_->setMinimumWidth(300); // beside the other columns on a small screen
    pieces_->setInTheMiddle(true);
    drawing->addWidget(pieces_, 1);
    gaugeNote_ = new Label(articles);
    gaugeNote_->setObjectName(QStringLiteral("muted"));
    gaugeNote_->setWordWrap(true);
    gaugeNote_->setMinimumWidth(120);
    drawing->addWidget(gaugeNote_);
    middle->addLayout(drawing, 1);
    auto* side = new QWidget(articles);
    auto* words = new QVBoxLayout(side);
    words->setContentsMargins(0, 0, 0, 0);
    words->setSpacing(10);
    fields_ = new ChoiceFields(side, true);
    words->addWidget(fields_);
    facts_ = new Label(side);
    facts_->setWordWrap(true);
    facts_->setAccessibleName(tr("What it asks for"));
    words->addWidget(facts_);
    words->addStretch(1);
    QScrollArea* sideways = scrolledColumn(side, articles);
    sideways->setFixedWidth(264);
    middle->addWidget(sideways);
    column->addLayout(middle, 1);
    connect(fields_, &ChoiceFields::chosen, this, [this](const AnyChoice& choice, double value) {
        const QString usual = coreText(usualName(articles_[chosen_]));
        choice.choose(articles_[chosen_], eases_[chosen_], value);
        if (name_->text() == usual)
            name_->setText(coreText(usualName(articles_[chosen_])));
        redraw();
    });
    return articles;
}

void BeginPage::chooseArticle(int index) {
    const QString before = coreText(usualName(articles_[chosen_]));
    chosen_ = static_cast<std::size_t>(index);
    tiles_[index]->setChecked(true);
    // A name of the knitter's own stays.
    if (name_->text().isEmpty() || name_->text() == before)
        name_->setText(coreText(usualName(articles_[chosen_])));
    redraw();
}

void BeginPage::readGauge(Project& project) {
    if (swatch_->currentIndex() >= shelved) {
        take(project, Shelf::swatches, swatches_[swatch_->currentIndex() - shelved].id);
        return;
    }
    Swatch& swatch = project.swatch;
    swatch = advisedSwatch(project.machine);
    swatch.yarn = project.yarn.name;
    swatch.strands = project.yarn.strands;
    swatch.name = yarn_->text().trimmed().isEmpty() ? tr("Swatch to be knitted").toStdString()
                                                    : yarn_->text().trimmed().toStdString();
    if (swatch_->currentIndex() == 0)
        swatch.known = gauge_->gauge();
}

void BeginPage::readWearer(Project& project) {
    if (wearer_->currentIndex() > 0) {
        take(project, Shelf::wearers, wearers_[wearer_->currentIndex() - 1].id);
        return;
    }
    const QString name = wearerName_->text().trimmed();
    project.wearer = borrowed(starterSizes()[static_cast<std::size_t>(size_->currentIndex())]);
    project.wearer.name = name.isEmpty() ? tr("somebody").toStdString() : name.toStdString();
}

Project BeginPage::said() {
    Project project;
    if (machine_->currentIndex() >= 0)
        project.machine = machines_[machine_->currentIndex()].value;
    project.name = name_->text().trimmed().toStdString();
    project.yarn.name = yarn_->text().trimmed().toStdString();
    if (const auto* yarn = shelvedYarn())
        project.yarn = yarn->value;
    readGauge(project);
    readWearer(project);
    project.article = articles_[chosen_];
    project.ease = eases_[chosen_];
    project.hand = usualHand(workroom_);
    return project;
}

void BeginPage::redraw() {
    problem_->clear();
    Project project = said();
    const bool isOwn = measured(project.swatch).gauge.has_value();
    project = sketchOf(std::move(project));
    const QColor colour = fabricColour(QString::fromStdString(project.yarn.colour));
    for (std::size_t i = 0; i < articles_.size(); ++i) {
        Project other = project;
        other.article = articles_[i];
        other.ease = eases_[i];
        const Worked worked = work(other);
        tiles_[static_cast<qsizetype>(i)]->show(worked, colour);
        if (i != chosen_)
            continue;
        worked.pieces.empty() ? pieces_->clear() : pieces_->show(worked, colour, unit_);
        say(project, worked);
    }
    gaugeNote_->setText(isOwn
                            ? tr("drawn with your gauge")
                            : tr("drawn with a starter gauge, 28 stitches and 40 rows to 10 cm, until yours is known"));
    fields_->show(project, unit_, [&](const AnyChoice& each) {
        // Whole pieces are drawn here, and all of an article's beginning belongs to them.
        return each.atTheBeginning && each.belongs(project.article, {namesOf(project.article).front().key, {}});
    });
}

void BeginPage::say(const Project& project, const Worked& worked) {
    QStringList lines;
    QStringList measures;
    for (const Measure each : needsOf(project.article))
        measures << coreText(info(each).label).toLower();
    lines << (measures.isEmpty() ? tr("Asks for no measures.") : tr("Asks for %1.").arg(measures.join(", ")));
    if (worked.sound()) {
        lines << tr("Techniques: %1.").arg(techniquesOf(worked).join(", "));
        int rows = 0;
        double seconds = 0.0;
        for (const WorkedPiece& each : worked.pieces) {
            rows += passCount(each.program);
            seconds += secondsLeft(each.program, {}, usualPace);
        }
        QStringList amounts = {tr("%1 rows").arg(rows)};
        if (worked.supplies.grams)
            amounts << tr("about %1 g").arg(std::lround(*worked.supplies.grams));
        const int evenings = std::max(1, static_cast<int>(std::lround(seconds / eveningSeconds)));
        amounts << (evenings == 1 ? tr("an evening at the machine")
                                  : tr("about %1 evenings at the machine").arg(evenings));
        lines << amounts.join(QStringLiteral(" · "));
    }
    facts_->setText(lines.join(QStringLiteral("\n")));
    for (const Finding& each : worked.findings)
        if (each.severity == Severity::error) {
            problem_->setText(coreText(each.text, unit_));
            break;
        }
}

bool BeginPage::gaugeIsSound() {
    const QString problem = gauge_->problem();
    if (!problem.isEmpty())
        problem_->setText(problem);
    return problem.isEmpty();
}

const Shelved<Yarn>* BeginPage::shelvedYarn() const {
    const std::string name = yarn_->text().trimmed().toStdString();
    const auto found =
        std::find_if(yarns_.begin(), yarns_.end(), [&](const auto& each) { return each.value.name == name; });
    return found == yarns_.end() ? nullptr : &*found;
}

std::map<Shelf, qint64> BeginPage::sources() const {
    std::map<Shelf, qint64> sources;
    if (machine_->currentIndex() >= 0)
        sources[Shelf::machines] = machines_[machine_->currentIndex()].id;
    if (swatch_->currentIndex() >= shelved)
        sources[Shelf::swatches] = swatches_[swatch_->currentIndex() - shelved].id;
    if (const auto* yarn = shelvedYarn())
        sources[Shelf::yarns] = yarn->id;
    if (wearer_->currentIndex() > 0)
        sources[Shelf::wearers] = wearers_[wearer_->currentIndex() - 1].id;
    return sources;
}

/// The whole item is read only when it is wanted: a shelf may hold thousands.
bool BeginPage::take(Project& project, Shelf shelf, qint64 id) {
    try {
        if (const auto item = workroom_.item(shelf, id)) {
            setPart(project, shelf, item->body.toStdString());
            return true;
        }
        problem_->setText(tr("That item is no longer on its shelf."));
    } catch (const FormatError& error) {
        problem_->setText(tr("It cannot be read: %1").arg(QString::fromUtf8(error.what())));
    } catch (const WorkroomError& error) {
        problem_->setText(error.message());
    }
    return false;
}

void BeginPage::accept() {
    if (name_->text().trimmed().isEmpty()) {
        problem_->setText(tr("Give the project a name."));
        name_->setFocus();
        return;
    }
    if (swatch_->currentIndex() == 0 && !gaugeIsSound())
        return;
    problem_->clear();
    const Project project = said();
    if (!problem_->text().isEmpty())
        return; // something from the shelf could not be read
    if (const auto findings = contradictionsOf(project.article, project); !findings.empty()) {
        problem_->setText(coreText(findings.front().text, unit_));
        return;
    }
    project_ = project;
    QDialog::accept();
}

} // namespace vestimen::app
