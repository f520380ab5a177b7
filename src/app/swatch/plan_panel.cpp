// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/swatch/plan_panel.h"

#include "app/canvas/fields.h"
#include "core/swatch/swatch_layout.h"

#include <QSignalBlocker>

namespace vestimen::app {

PlanPanel::PlanPanel(Session& session, QWidget* parent)
    : QWidget(parent), session_(session), form_(new QVBoxLayout(this)) {
    form_->setContentsMargins(0, 0, 0, 0);
    form_->setSpacing(7);
    const auto line = [&](const QString& name, const QString& what, void (*set)(Project&, const QString&)) {
        auto* edit = new QLineEdit(this);
        addRow(form_, name, edit, 172);
        connect(edit, &QLineEdit::textEdited, this, [this, what, set](const QString& text) {
            emit edited(what, [text, set](Project& project) { set(project, text.trimmed()); });
        });
        return edit;
    };
    name_ = line(tr("name"), tr("Swatch’s name"),
                 [](Project& project, const QString& text) { project.swatch.name = text.toStdString(); });
    machine_ = new QComboBox(this);
    addRow(form_, tr("machine"), machine_, 172);
    connect(machine_, &QComboBox::activated, this, &PlanPanel::chooseMachine);
    yarn_ = new QComboBox(this);
    addRow(form_, tr("yarn"), yarn_, 172);
    connect(yarn_, &QComboBox::activated, this, [this](int index) {
        if (const qint64 id = yarn_->itemData(index).toLongLong())
            session_.useFromShelf(Shelf::yarns, id, [](Project& project) {
                project.swatch.yarn = project.yarn.name;
                project.swatch.strands = project.yarn.strands;
            });
    });
    strands_ = new QSpinBox(this);
    strands_->setRange(1, 20);
    addRow(form_, tr("strands"), strands_);
    connect(strands_, &QSpinBox::valueChanged, this, [this](int value) {
        if (!filling_)
            emit edited(tr("Strands"),
                        [value](Project& project) { project.swatch.strands = project.yarn.strands = value; });
    });
    size_ = new QLineEdit(this);
    addRow(form_, tr("stitch size"), size_);
    connect(size_, &QLineEdit::textEdited, this, [this](const QString& text) {
        const auto size = session_.project().machine.sizes.parse(text.toStdString());
        setWrong(size_, !size);
        if (size)
            emit edited(tr("Stitch size"), [size](Project& project) { project.swatch.size = *size; });
    });
    fabric_ = new QComboBox(this);
    addRow(form_, tr("fabric"), fabric_);
    connect(fabric_, &QComboBox::activated, this, [this](int index) {
        const auto fabric = static_cast<FabricKind>(fabric_->itemData(index).toInt());
        emit edited(tr("Fabric"), [fabric](Project& project) { project.swatch.fabric = fabric; });
    });
    pattern_ = line(tr("pattern"), tr("Pattern"),
                    [](Project& project, const QString& text) { project.swatch.pattern = text.toStdString(); });
    castOn_ = count(600, tr("cast on"), tr("Cast on"), [](Swatch& swatch, int n) { swatch.castOn = Stitches(n); });
    field_ = count(400, tr("field, stitches"), tr("Swatch field"), [](Swatch& swatch, int n) {
        swatch.castOn += Stitches(n) - swatch.field; // the room beside it stays
        swatch.field = Stitches(n);
    });
    fieldRows_ =
        count(600, tr("field, rows"), tr("Swatch field"), [](Swatch& swatch, int n) { swatch.fieldRows = Rows(n); });
    margin_ = count(200, tr("margins, rows"), tr("Margins"), [](Swatch& swatch, int n) { swatch.margin = Rows(n); });
    heights_ = count(12, tr("width marks"), tr("Width marks"), [](Swatch& swatch, int n) { swatch.markerHeights = n; });
    weights_ = count(50, tr("weights"), tr("Weights"), [](Swatch& swatch, int n) { swatch.weights = n; });
    weights_->setToolTip(tr("How many hung at the swatch. The pieces repeat it."));
    weights_->setSpecialValueText(tr("not said"));
    apart_ = count(200, tr("needles apart"), tr("Weights"),
                   [](Swatch& swatch, int n) { swatch.weightsApart = Stitches(n); });
    apart_->setToolTip(tr("From one weight to the next. The pieces hang as many as that makes."));
    apart_->setSpecialValueText(tr("not said"));

    const auto button = [&](const QString& text, const QString& tip) {
        auto* made = new QPushButton(text, this);
        made->setToolTip(tip);
        form_->addWidget(made);
        return made;
    };
    knit_ = button(tr("Knit this swatch"), tr("As a piece in the Knit station, row by row"));
    knit_->setObjectName(QStringLiteral("primary"));
    connect(knit_, &QPushButton::clicked, this, &PlanPanel::knitWanted);
    connect(button(tr("Print the plan"), tr("Drawing and rows on one page, as PDF")), &QPushButton::clicked, this,
            &PlanPanel::printWanted);
    connect(button(tr("As the machine advises"), tr("Field and margins that suit this machine")), &QPushButton::clicked,
            this, [this] {
                emit edited(tr("Advised field"), [](Project& project) {
                    const Swatch advised = advisedSwatch(project.machine);
                    project.swatch.castOn = advised.castOn;
                    project.swatch.field = advised.field;
                    project.swatch.fieldRows = advised.fieldRows;
                    project.swatch.margin = advised.margin;
                });
            });
    another_ = button(tr("Plan another swatch"),
                      tr("A new one of the same yarn, such as at another stitch size. This one stays on the shelf."));
    connect(another_, &QPushButton::clicked, this, [this] {
        Swatch next = session_.project().swatch;
        next.treatments.clear();
        next.treatmentInUse.reset();
        next.known.reset();
        next.grams = 0.0;
        next.verdict = FabricVerdict::none;
        next.notes.clear();
        next.photographs.clear();
        next.name = tr("%1, another").arg(QString::fromStdString(next.yarn)).toStdString();
        session_.useNew(next);
    });
}

QSpinBox* PlanPanel::count(int most, const QString& name, const QString& what, void (*set)(Swatch&, int)) {
    auto* spin = new QSpinBox(this);
    spin->setRange(0, most);
    addRow(form_, name, spin);
    connect(spin, &QSpinBox::valueChanged, this, [this, what, set](int value) {
        if (!filling_)
            emit edited(what, [value, set](Project& project) { set(project.swatch, value); });
    });
    return spin;
}

void PlanPanel::chooseMachine(int index) {
    const qint64 id = machine_->itemData(index).toLongLong();
    if (id == 0)
        return;
    session_.useFromShelf(Shelf::machines, id, [](Project& project) {
        Swatch& swatch = project.swatch;
        const Swatch advised = advisedSwatch(project.machine);
        swatch.machine = advised.machine;
        if (!(swatch.sizes == advised.sizes)) {
            swatch.sizes = advised.sizes;
            swatch.size = advised.size;
        }
        swatch.castOn = advised.castOn;
        swatch.field = advised.field;
        swatch.fieldRows = advised.fieldRows;
        swatch.margin = advised.margin;
        if (!canKnit(project.machine, swatch.fabric))
            swatch.fabric = FabricKind::plain;
    });
}

void PlanPanel::fillShelf(QComboBox* list, Shelf shelf, const std::string& own) {
    const QSignalBlocker quiet(list);
    list->clear();
    const QString name = QString::fromStdString(own);
    for (const ShelfItem& item : session_.workroom().search(shelf, {}))
        list->addItem(item.name, item.id);
    int at = list->findText(name);
    if (at < 0) {
        list->insertItem(0, name.isEmpty() ? tr("none chosen") : name, qint64(0));
        at = 0;
    }
    list->setCurrentIndex(at);
    list->setToolTip(list->currentText());
}

void PlanPanel::fill() {
    const Project& project = session_.project();
    const Swatch& swatch = project.swatch;
    filling_ = true;
    fillShelf(machine_, Shelf::machines, project.machine.name);
    fillShelf(yarn_, Shelf::yarns, project.yarn.name);
    if (!isBeingTyped(name_))
        name_->setText(QString::fromStdString(swatch.name));
    strands_->setValue(swatch.strands);
    if (!isBeingTyped(size_)) {
        size_->setText(QString::fromStdString(project.machine.sizes.text(swatch.size)));
        setWrong(size_, false);
    }
    fabric_->clear();
    for (std::size_t kind = 0; kind < fabricKindCount; ++kind)
        // What this machine cannot knit is not offered.
        if (canKnit(project.machine, static_cast<FabricKind>(kind)))
            fabric_->addItem(coreText(label(static_cast<FabricKind>(kind))), static_cast<int>(kind));
    fabric_->setCurrentIndex(fabric_->findData(static_cast<int>(swatch.fabric)));
    pattern_->setEnabled(swatch.fabric == FabricKind::patterned);
    if (!isBeingTyped(pattern_))
        pattern_->setText(QString::fromStdString(swatch.pattern));
    castOn_->setValue(swatch.castOn.count());
    field_->setValue(swatch.field.count());
    fieldRows_->setValue(swatch.fieldRows.count());
    margin_->setValue(swatch.margin.count());
    heights_->setValue(swatch.markerHeights);
    weights_->setValue(swatch.weights);
    apart_->setValue(swatch.weightsApart.count());
    filling_ = false;
}

} // namespace vestimen::app
