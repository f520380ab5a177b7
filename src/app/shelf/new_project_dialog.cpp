// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shelf/new_project_dialog.h"

#include "app/canvas/fields.h"
#include "core/format/project_json.h"
#include "core/quantity/parsing.h"

#include <QDialogButtonBox>
#include <QFormLayout>
#include <QPushButton>
#include <QVBoxLayout>

namespace vestimen::app {
namespace {

/// Where the swatches from the shelf begin in the list.
constexpr int shelved = 2;

/// Items of a shelf that can be read; broken ones are passed over here and named on the workroom page.
template<class Value, class Read> QList<Value> readShelf(const Workroom& workroom, Shelf shelf, Read read) {
    QList<Value> values;
    for (const ShelfItem& item : workroom.items(shelf)) {
        try {
            values.append(read(item.body.toStdString()));
        } catch (const FormatError&) {
            continue;
        }
    }
    return values;
}

} // namespace

NewProjectDialog::NewProjectDialog(Workroom& workroom, QWidget* parent) : QDialog(parent) {
    setWindowTitle(tr("New project"));
    setMinimumWidth(560);
    machines_ = readShelf<Machine>(workroom, Shelf::machines, machineFromJson);
    swatches_ = readShelf<Swatch>(workroom, Shelf::swatches, swatchFromJson);
    wearers_ = readShelf<Wearer>(workroom, Shelf::wearers, wearerFromJson);

    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(24, 20, 24, 18);
    auto* form = new QFormLayout;
    form->setVerticalSpacing(10);
    form->setHorizontalSpacing(16);
    const auto heading = [&](const QString& text) {
        auto* label = new QLabel(text, this);
        label->setObjectName(QStringLiteral("heading"));
        form->addRow(label);
    };
    heading(tr("1  The machine"));
    machine_ = new QComboBox(this);
    for (const Machine& each : machines_)
        machine_->addItem(tr("%1, %2 needles").arg(QString::fromStdString(each.name)).arg(each.needles.count()));
    const auto standard = std::find_if(machines_.begin(), machines_.end(),
                                       [](const Machine& m) { return m.needles == Stitches(200) && m.beds == 1; });
    machine_->setCurrentIndex(standard == machines_.end() ? 0 : static_cast<int>(standard - machines_.begin()));
    form->addRow(tr("Machine"), machine_);

    heading(tr("2  The gauge"));
    yarn_ = new QLineEdit(this);
    yarn_->setPlaceholderText(tr("a name of its own"));
    form->addRow(tr("Yarn"), yarn_);
    swatch_ = new QComboBox(this);
    swatch_->addItem(tr("A gauge I know already (marked as unproven)"));
    swatch_->addItem(tr("A swatch that I knit and read first"));
    for (const Swatch& each : swatches_)
        swatch_->addItem(QString::fromStdString(each.name));
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
    for (const Wearer& each : wearers_)
        wearer_->addItem(QString::fromStdString(each.name));
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
    auto* article = new QLabel(tr("Drop-shoulder pullover, five pieces"), this);
    form->addRow(tr("Article"), article);
    name_ = new QLineEdit(tr("Pullover"), this);
    form->addRow(tr("Project name"), name_);
    layout->addLayout(form);
    problem_ = new QLabel(this);
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
                                                           wearerName_, size_, name_}) {
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
        project.swatch = swatches_[swatch_->currentIndex() - shelved];
        return true;
    }
    const bool known = swatch_->currentIndex() == 0;
    if (known && !gaugeIsSound())
        return false;
    const SwatchAdvice advice = swatchAdvice(project.machine);
    Swatch& swatch = project.swatch;
    swatch.name = yarn_->text().trimmed().isEmpty() ? tr("Swatch to be knitted").toStdString()
                                                    : yarn_->text().trimmed().toStdString();
    swatch.field = advice.field;
    swatch.fieldRows = advice.fieldRows;
    swatch.castOn = advice.castOn;
    swatch.rows = advice.fieldRows + advice.margin * 2 + Rows(4);
    const StitchSizeScale& sizes = project.machine.sizes;
    swatch.size = {(sizes.lowest + sizes.highest) * sizes.parts / 2};
    if (!known)
        return true;
    swatch.known = FabricGauge{Gauge::perTenCentimetres(*parseNumber(stitches_->text().toStdString())),
                               Gauge::perTenCentimetres(*parseNumber(rows_->text().toStdString()))};
    return true;
}

void NewProjectDialog::stock(Workroom& workroom) const {
    if (swatch_->currentIndex() < shelved)
        workroom.add(Shelf::swatches, QString::fromStdString(project_.swatch.name), toJson(project_.swatch));
    if (wearer_->currentIndex() == 0)
        workroom.add(Shelf::wearers, QString::fromStdString(project_.wearer.name), toJson(project_.wearer));
    if (!project_.yarn.name.empty())
        workroom.add(Shelf::yarns, QString::fromStdString(project_.yarn.name), toJson(project_.yarn));
}

void NewProjectDialog::accept() {
    Project project;
    if (machine_->currentIndex() >= 0)
        project.machine = machines_[machine_->currentIndex()];
    if (name_->text().trimmed().isEmpty()) {
        problem_->setText(tr("Give the project a name."));
        name_->setFocus();
        return;
    }
    project.name = name_->text().trimmed().toStdString();
    project.yarn.name = yarn_->text().trimmed().toStdString();
    if (!readGauge(project))
        return;
    if (wearer_->currentIndex() > 0) {
        project.wearer = wearers_[wearer_->currentIndex() - 1];
    } else {
        project.wearer.name = wearerName_->text().trimmed().isEmpty() ? tr("somebody").toStdString()
                                                                      : wearerName_->text().trimmed().toStdString();
        const StarterSize& size = starterSizes()[static_cast<std::size_t>(size_->currentIndex())];
        for (std::size_t i = 0; i < measureCount; ++i)
            project.wearer.measures[i] = MeasureValue{Length::millimetres(size.mm[i]), true, {}};
    }
    project_ = project;
    QDialog::accept();
}

} // namespace vestimen::app
