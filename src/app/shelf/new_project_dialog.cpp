// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shelf/new_project_dialog.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/session/session.h"
#include "core/format/project_json.h"
#include "core/quantity/parsing.h"
#include "workroom/project_parts.h"

#include "core/article/garment/garment_measures.h"
#include <QCompleter>

#include <QDialogButtonBox>
#include <QFormLayout>
#include <QPushButton>
#include <QVBoxLayout>

namespace vestimen::app {
namespace {

/// Where the swatches from the shelf begin in the list.
constexpr int shelved = 2;

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

NewProjectDialog::NewProjectDialog(Workroom& workroom, QWidget* parent) : QDialog(parent), workroom_(workroom) {
    setWindowTitle(tr("New project"));
    setMinimumWidth(560);
    machines_ = readShelf<Machine>(workroom, Shelf::machines, machineFromJson);
    swatches_ = workroom.search(Shelf::swatches, {});
    yarns_ = readShelf<Yarn>(workroom, Shelf::yarns, yarnFromJson);
    wearers_ = workroom.search(Shelf::wearers, {});

    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(24, 20, 24, 18);
    auto* form = new QFormLayout;
    form->setVerticalSpacing(10);
    form->setHorizontalSpacing(16);
    const auto heading = [&](const QString& text) {
        auto* label = new Label(text, this);
        label->setObjectName(QStringLiteral("heading"));
        form->addRow(label);
    };
    heading(tr("1  The machine"));
    machine_ = new QComboBox(this);
    for (const auto& [id, each] : machines_)
        machine_->addItem(tr("%1, %2 needles").arg(QString::fromStdString(each.name)).arg(each.needles.count()));
    const auto standard = std::find_if(machines_.begin(), machines_.end(), [](const auto& shelved) {
        return shelved.value.needles == Stitches(200) && shelved.value.beds == 1;
    });
    machine_->setCurrentIndex(standard == machines_.end() ? 0 : static_cast<int>(standard - machines_.begin()));
    form->addRow(tr("Machine"), machine_);

    heading(tr("2  The gauge"));
    yarn_ = new QLineEdit(this);
    yarn_->setPlaceholderText(tr("a name of its own, or one from the shelf"));
    QStringList yarnNames;
    for (const auto& [id, each] : yarns_)
        yarnNames << QString::fromStdString(each.name);
    yarn_->setCompleter(new QCompleter(yarnNames, yarn_));
    form->addRow(tr("Yarn"), yarn_);
    swatch_ = new QComboBox(this);
    swatch_->addItem(tr("A gauge I know already (marked as unproven)"));
    swatch_->addItem(tr("A swatch that I knit and read first"));
    for (const ShelfItem& each : swatches_)
        swatch_->addItem(each.name);
    form->addRow(tr("From"), swatch_);
    stitches_ = new QLineEdit(this);
    stitches_->setPlaceholderText(tr("such as 28"));
    rows_ = new QLineEdit(this);
    rows_->setPlaceholderText(tr("such as 40"));
    form->addRow(tr("Stitches in 10 cm"), stitches_);
    form->addRow(tr("Rows in 10 cm"), rows_);
    connect(swatch_, &QComboBox::currentIndexChanged, this, [this](int index) {
        stitches_->setEnabled(index == 0);
        rows_->setEnabled(index == 0);
    });

    heading(tr("3  The wearer"));
    wearer_ = new QComboBox(this);
    wearer_->addItem(tr("Somebody new"));
    for (const ShelfItem& each : wearers_)
        wearer_->addItem(each.name);
    form->addRow(tr("Wearer"), wearer_);
    wearerName_ = new QLineEdit(this);
    form->addRow(tr("Name"), wearerName_);
    size_ = new QComboBox(this);
    for (const StarterSize& each : starterSizes())
        size_->addItem(tr("like %1 (borrowed until measured)").arg(QString::fromUtf8(each.name)));
    size_->setCurrentIndex(5);
    form->addRow(tr("Measures"), size_);
    connect(wearer_, &QComboBox::currentIndexChanged, this, [this](int index) {
        wearerName_->setEnabled(index == 0);
        size_->setEnabled(index == 0);
    });

    heading(tr("4  The article"));
    body_ = new QComboBox(this);
    body_->addItems(labels(allBodies));
    form->addRow(tr("Garment"), body_);
    closure_ = new QComboBox(this);
    closure_->addItems(labels(allClosures));
    form->addRow(tr("Front"), closure_);
    neck_ = new QComboBox(this);
    neck_->addItems(labels(allNecks));
    form->addRow(tr("Neckline"), neck_);
    name_ = new QLineEdit(tr("Pullover"), this);
    form->addRow(tr("Project name"), name_);
    layout->addLayout(form);
    problem_ = new Label(this);
    problem_->setObjectName(QStringLiteral("problem"));
    problem_->setWordWrap(true);
    layout->addWidget(problem_);
    auto* buttons = new QDialogButtonBox(this);
    buttons->addButton(tr("Cancel"), QDialogButtonBox::RejectRole);
    auto* make = new QPushButton(tr("Draft it"), this);
    make->setObjectName(QStringLiteral("primary"));
    make->setDefault(true);
    buttons->addButton(make, QDialogButtonBox::AcceptRole);
    connect(buttons, &QDialogButtonBox::accepted, this, &NewProjectDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    layout->addWidget(buttons);
    int at = 0;
    for (QWidget* widget : std::initializer_list<QWidget*>{machine_, yarn_, swatch_, stitches_, rows_, wearer_,
                                                           wearerName_, size_, body_, closure_, neck_, name_}) {
        widget->setAccessibleName(static_cast<QLabel*>(form->labelForField(widget))->text());
        widget->setObjectName(QStringLiteral("new_%1").arg(at++));
    }
}

bool NewProjectDialog::gaugeIsSound() {
    for (QLineEdit* edit : {stitches_, rows_}) {
        const auto value = parseNumber(edit->text().toStdString());
        const bool sound = value && *value >= 3.0 && *value <= 150.0;
        setWrong(edit, !sound);
        if (!sound) {
            problem_->setText(
                tr("A gauge is a number from 3 to 150 in 10 cm. Count a piece of the same yarn if you have "
                   "one, or choose a swatch."));
            edit->setFocus();
            return false;
        }
    }
    return true;
}

bool NewProjectDialog::readGauge(Project& project) {
    if (swatch_->currentIndex() >= shelved) {
        return take(project, Shelf::swatches, swatches_[swatch_->currentIndex() - shelved].id);
    }
    const bool known = swatch_->currentIndex() == 0;
    if (known && !gaugeIsSound())
        return false;
    Swatch& swatch = project.swatch;
    swatch = advisedSwatch(project.machine);
    swatch.yarn = project.yarn.name;
    swatch.strands = project.yarn.strands;
    swatch.name = yarn_->text().trimmed().isEmpty() ? tr("Swatch to be knitted").toStdString()
                                                    : yarn_->text().trimmed().toStdString();
    if (!known)
        return true;
    swatch.known = FabricGauge{Gauge::perTenCentimetres(*parseNumber(stitches_->text().toStdString())),
                               Gauge::perTenCentimetres(*parseNumber(rows_->text().toStdString()))};
    return true;
}

const Shelved<Yarn>* NewProjectDialog::shelvedYarn() const {
    const std::string name = yarn_->text().trimmed().toStdString();
    const auto found =
        std::find_if(yarns_.begin(), yarns_.end(), [&](const auto& each) { return each.value.name == name; });
    return found == yarns_.end() ? nullptr : &*found;
}

std::map<Shelf, qint64> NewProjectDialog::sources() const {
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
bool NewProjectDialog::take(Project& project, Shelf shelf, qint64 id) {
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

void NewProjectDialog::accept() {
    Project project;
    if (machine_->currentIndex() >= 0)
        project.machine = machines_[machine_->currentIndex()].value;
    if (name_->text().trimmed().isEmpty()) {
        problem_->setText(tr("Give the project a name."));
        name_->setFocus();
        return;
    }
    project.name = name_->text().trimmed().toStdString();
    project.yarn.name = yarn_->text().trimmed().toStdString();
    if (const auto* yarn = shelvedYarn())
        project.yarn = yarn->value;
    if (!readGauge(project))
        return;
    if (wearer_->currentIndex() > 0) {
        if (!take(project, Shelf::wearers, wearers_[wearer_->currentIndex() - 1].id))
            return;
    } else {
        project.wearer.name = wearerName_->text().trimmed().isEmpty() ? tr("somebody").toStdString()
                                                                      : wearerName_->text().trimmed().toStdString();
        const std::string name = project.wearer.name;
        project.wearer = borrowed(starterSizes()[static_cast<std::size_t>(size_->currentIndex())]);
        project.wearer.name = name;
    }
    Garment& garment = std::get<Garment>(project.article);
    garment.body = allBodies[static_cast<std::size_t>(body_->currentIndex())];
    garment.closure = allClosures[static_cast<std::size_t>(closure_->currentIndex())];
    chooseNeck(garment, project.ease, allNecks[static_cast<std::size_t>(neck_->currentIndex())]);
    if (const auto findings = contradictionsOf(project.article, project); !findings.empty()) {
        problem_->setText(coreText(findings.front().text));
        neck_->setFocus();
        return;
    }
    project_ = project;
    QDialog::accept();
}

} // namespace vestimen::app
