// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/swatch/swatch_station.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/canvas/news_bar.h"
#include "app/session/text_files.h"
#include "app/swatch/judge_page.h"
#include "app/swatch/read_panel.h"
#include "app/swatch/swatch_print.h"
#include "app/swatch/treatment_bar.h"
#include "core/format/gauge_rule_svg.h"
#include "core/swatch_plan.h"

#include <QFileDialog>
#include <QHBoxLayout>
#include <QVBoxLayout>

namespace vestimen::app {
namespace {

const Length usualPiece = Length::millimetres(520);

QString tenth(const Gauge& gauge) {
    return QString::number(gauge.perTenCentimetres(), 'f', 1);
}

} // namespace

SwatchStation::SwatchStation(Session& session, QWidget* parent)
    : Station(session, parent), news_(new NewsBar(session, Shelf::swatches, this)), pages_(new QStackedWidget(this)),
      bench_(new QWidget(this)), canvas_(new SwatchCanvas(bench_)), treatments_(new TreatmentBar(bench_)),
      judge_(new JudgePage(session, this)), slip_(new Slip(this)) {
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(24, 14, 16, 14);
    all->setSpacing(16);
    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    all->addLayout(left, 1);
    auto* head = new QHBoxLayout;
    auto* names = new QVBoxLayout;
    names->setSpacing(0);
    title_ = new ElidedLabel(this);
    title_->setObjectName(QStringLiteral("title"));
    subtitle_ = new ElidedLabel(this);
    subtitle_->setObjectName(QStringLiteral("muted"));
    names->addWidget(title_);
    names->addWidget(subtitle_);
    head->addLayout(names, 1);
    modes_ = new QButtonGroup(this);
    for (const auto& [mode, name] :
         {std::pair{Mode::plan, tr("Plan it")}, {Mode::read, tr("Read it")}, {Mode::judge, tr("Judge it")}}) {
        auto* button = new QPushButton(name, this);
        button->setCheckable(true);
        modes_->addButton(button, static_cast<int>(mode));
        head->addWidget(button);
    }
    connect(modes_, &QButtonGroup::idClicked, this, [this](int id) { showMode(static_cast<Mode>(id)); });
    left->addLayout(head);
    left->addWidget(news_);
    for (const Shelf shelf : {Shelf::machines, Shelf::yarns}) {
        otherNews_.append(new NewsBar(session, shelf, this));
        left->addWidget(otherNews_.back());
    }
    problem_ = new Label(this);
    problem_->setObjectName(QStringLiteral("problem"));
    problem_->setWordWrap(true);
    problem_->hide();
    left->addWidget(problem_);
    auto* bench = new QVBoxLayout(bench_);
    bench->setContentsMargins(0, 0, 0, 0);
    bench->setSpacing(8);
    bench->addWidget(canvas_, 1);
    bench->addWidget(treatments_);
    pages_->addWidget(bench_);
    pages_->addWidget(judge_);
    left->addWidget(pages_, 1);

    plan_ = new PlanPanel(session, slip_);
    read_ = new ReadPanel(session, slip_);
    slip_->controls()->addWidget(plan_);
    slip_->controls()->addWidget(read_);
    all->addWidget(scrolled(slip_, this));

    connect(canvas_, &SwatchCanvas::typed, this, &SwatchStation::read);
    connect(plan_, &PlanPanel::edited, this, &SwatchStation::edit);
    connect(read_, &ReadPanel::edited, this, &SwatchStation::edit);
    connect(judge_, &JudgePage::edited, this, &SwatchStation::edit);
    connect(judge_, &JudgePage::said, this, &Station::said);
    connect(read_, &ReadPanel::pieceChanged, this, &SwatchStation::fillSlip);
    connect(plan_, &PlanPanel::knitWanted, this, &SwatchStation::knitWanted);
    connect(plan_, &PlanPanel::printWanted, this, [this] {
        const QString file = QFileDialog::getSaveFileName(this, tr("Print the plan"), tr("swatch.pdf"));
        if (!file.isEmpty())
            savePlan(file);
    });
    connect(read_, &ReadPanel::ruleWanted, this, [this](bool asPdf) {
        const QString file =
            QFileDialog::getSaveFileName(this, tr("Gauge rule"), asPdf ? tr("gauge-rule.pdf") : tr("gauge-rule.svg"));
        if (!file.isEmpty())
            saveRule(file, asPdf);
    });
    connect(treatments_, &TreatmentBar::chosen, this, [this](int index) {
        edit(tr("Treatment in use"), [index](Project& project) { project.swatch.treatmentInUse = index; });
        refresh();
    });
    connect(treatments_, &TreatmentBar::added, this, [this](TreatmentKind kind) {
        edit(tr("Treatment"), [kind](Project& project) {
            Treatment treatment;
            treatment.kind = kind;
            if (kind == TreatmentKind::rested)
                treatment.hours = 12.0; // overnight
            project.swatch.treatments.push_back(treatment);
            project.swatch.treatmentInUse = static_cast<int>(project.swatch.treatments.size()) - 1;
        });
    });
    connect(treatments_, &TreatmentBar::removed, this, [this](int index) {
        edit(tr("Remove a treatment"), [index](Project& project) {
            project.swatch.treatments.erase(project.swatch.treatments.begin() + index);
            project.swatch.treatmentInUse.reset();
        });
    });
}

QString SwatchStation::problem() const {
    return problem_->text();
}

void SwatchStation::showMode(Mode mode) {
    mode_ = mode;
    refresh();
}

void SwatchStation::edit(const QString& what, const ProjectChange& change) {
    Project next = session().project();
    change(next);
    session().edit(what, std::move(next), true);
}

void SwatchStation::read(bool isWidth, int index, const QString& text) {
    QLineEdit* edit = canvas_->edits(isWidth).value(index);
    Parsed<Reading> reading;
    if (!text.trimmed().isEmpty()) {
        reading = parseReading(text.trimmed().toStdString(),
                               session().unit() == ReadingUnit::inches ? LengthUnit::inch : LengthUnit::millimetre);
        setWrong(edit, !reading);
        problem_->setText(QString::fromStdString(reading.problem));
        problem_->setVisible(!reading);
        if (!reading)
            return;
    } else {
        setWrong(edit, false);
        problem_->clear();
        problem_->hide();
    }
    this->edit(tr("Reading"), [&](Project& project) {
        Swatch& swatch = project.swatch;
        if (swatch.treatments.empty())
            swatch.treatments.push_back({});
        Treatment& treatment = swatch.treatments[*treatmentIndexInUse(swatch)];
        auto& list = isWidth ? treatment.widths : treatment.heights;
        const auto at = static_cast<std::size_t>(index);
        if (!reading) {
            if (at < list.size())
                list.erase(list.begin() + index);
        } else if (at < list.size()) {
            list[at] = *reading;
        } else {
            list.push_back(*reading);
        }
    });
}

bool SwatchStation::saveRule(const QString& file, bool asPdf) {
    const Swatch& swatch = session().project().swatch;
    const RuleDrawing drawing =
        gaugeRule(swatch.field, swatch.fieldRows, session().worked().measured.gauge, swatch.name);
    const bool written = asPdf ? printGaugeRule(file, drawing) : writeText(file, gaugeRuleSvg(drawing)).isEmpty();
    emit said(written ? tr("The gauge rule is in %1. Measure its 100 mm line after printing.").arg(file)
                      : tr("%1 cannot be written: choose another place.").arg(file));
    return written;
}

bool SwatchStation::savePlan(const QString& file) {
    const SwatchPlan plan = planSwatch(session().project());
    const bool written = printSwatchPlan(file, session().project(), plan);
    emit said(written ? tr("The plan is in %1.").arg(file)
                      : tr("%1 cannot be written: choose another place.").arg(file));
    return written;
}

void SwatchStation::refresh() {
    if (!session().hasProject())
        return;
    const Project& project = session().project();
    const Swatch& swatch = project.swatch;
    if (shownProject_ != session().projectId()) {
        shownProject_ = session().projectId();
        // What comes next: a swatch that was never read is planned and knitted first.
        mode_ = swatch.treatments.empty() && !swatch.known ? Mode::plan : Mode::read;
    }
    modes_->button(static_cast<int>(mode_))->setChecked(true);
    news_->fill();
    for (NewsBar* each : otherNews_)
        each->fill();
    title_->setText(QString::fromStdString(swatch.name));
    QStringList second = {QString::fromStdString(project.machine.name), tr("strands: %1").arg(swatch.strands),
                          coreText(label(swatch.fabric)),
                          tr("size %1").arg(QString::fromStdString(project.machine.sizes.text(swatch.size)))};
    subtitle_->setText(second.join(QStringLiteral(" · ")));
    pages_->setCurrentWidget(mode_ == Mode::judge ? static_cast<QWidget*>(judge_) : bench_);
    treatments_->setVisible(mode_ == Mode::read);
    plan_->setVisible(mode_ == Mode::plan);
    read_->setVisible(mode_ == Mode::read);
    if (mode_ != Mode::read)
        problem_->hide();
    if (mode_ == Mode::judge) {
        judge_->fill();
    } else {
        canvas_->show(project, mode_ == Mode::plan ? SwatchCanvas::Mode::plan : SwatchCanvas::Mode::read,
                      session().unit());
        mode_ == Mode::plan ? plan_->fill() : read_->fill();
        if (mode_ == Mode::read)
            treatments_->show(swatch);
    }
    fillSlip();
}

void SwatchStation::fillSlip() {
    switch (mode_) {
    case Mode::plan:
        fillPlanSlip();
        break;
    case Mode::read:
        fillReadSlip();
        break;
    case Mode::judge:
        fillJudgeSlip();
        break;
    }
    slip_->end();
}

void SwatchStation::fillPlanSlip() {
    const SwatchPlan plan = planSwatch(session().project(), session().worked().widest.value_or(usualPiece));
    const Swatch& swatch = session().project().swatch;
    slip_->begin(tr("The swatch’s plan"));
    slip_->addLine(tr("rows, cast on to bind off"), QString::number(swatch.rows().count()));
    slip_->addLine(tr("markers on needles"), tr("%1 and %2")
                                                 .arg(QString::fromStdString(plan.layout.markerLeft.name()),
                                                      QString::fromStdString(plan.layout.markerRight.name())));
    for (const Finding& finding : plan.findings)
        slip_->addNote(coreText(finding.text, session().unit()), finding.severity);
    plan_->knit()->setEnabled(plan.program.has_value());
    plan_->knit()->setToolTip(plan.program ? tr("As a piece in the Knit station, row by row")
                                           : tr("The plan has something to mend first."));
}

void SwatchStation::fillReadSlip() {
    const Project& project = session().project();
    const MeasuredFabric& fabric = session().worked().measured;
    slip_->begin(tr("Gauge in use"));
    if (fabric.unproven && fabric.gauge) {
        slip_->addAnswer(tr("stitches in 10 cm"), tenth(fabric.gauge->stitches));
        slip_->addAnswer(tr("rows in 10 cm"), tenth(fabric.gauge->rows));
    } else {
        for (const bool stitches : {true, false}) {
            const MeasuredDirection& direction = stitches ? fabric.across : fabric.up;
            if (!direction.gauge)
                continue;
            const Reckoning reckoning = gaugeReckoning(
                direction, stitches ? project.swatch.field.count() : project.swatch.fieldRows.count(), stitches);
            for (const Step& step : reckoning.steps)
                slip_->addLine(coreText(step.what), coreText(step.value, ReadingUnit::millimetres));
            slip_->addAnswer(coreText(reckoning.title), tenth(*direction.gauge));
        }
        if (fabric.gauge) {
            slip_->addRule();
            slip_->addLine(
                tr("spread across, up"),
                tr("%1 %, %2 %").arg(fabric.across.spread * 100, 0, 'f', 1).arg(fabric.up.spread * 100, 0, 'f', 1));
        }
        if (const auto width = read_->pieceWidth(); width && fabric.across.gauge) {
            const auto doubt = uncertainty(fabric.across, *width);
            slip_->addLine(tr("%1 comes out").arg(read_->pieceName()),
                           doubt ? tr("± %1 mm").arg(doubt->mm(), 0, 'f', 0) : tr("one reading tells no doubt"));
            if (const auto length = read_->pieceLength(); length && fabric.up.interval)
                slip_->addLine(tr("and in its length of %1").arg(this->text(*length)),
                               tr("± %1 mm").arg(uncertainty(fabric.up, *length)->mm(), 0, 'f', 0));
        }
    }
    if (!fabric.gauge || fabric.unproven)
        slip_->addNote(tr("Type what you read onto the drawing: 142, 14.2cm, 5 1/2in, or 28.1/10cm by gauge rule."));
    if (const auto grams = gramsPerStitch(project.swatch))
        slip_->addLine(tr("yarn in a stitch"), tr("%1 mg").arg(*grams * 1000, 0, 'f', 2));
    for (const Finding& finding : swatchFindings(project.swatch))
        slip_->addNote(coreText(finding.text, ReadingUnit::millimetres), finding.severity);
}

void SwatchStation::fillJudgeSlip() {
    const Swatch& swatch = session().project().swatch;
    const MeasuredFabric& fabric = session().worked().measured;
    slip_->begin(tr("This swatch"));
    slip_->addLine(tr("yarn"), QString::fromStdString(swatch.yarn));
    slip_->addLine(tr("stitch size"), QString::fromStdString(swatch.sizes.text(swatch.size)));
    slip_->addLine(tr("fabric"), coreText(label(swatch.fabric)));
    slip_->addLine(tr("verdict"), coreText(label(swatch.verdict)));
    if (fabric.gauge) {
        slip_->addAnswer(tr("stitches in 10 cm"), tenth(fabric.gauge->stitches));
        slip_->addAnswer(tr("rows in 10 cm"), tenth(fabric.gauge->rows));
    }
    slip_->addRule();
    slip_->addNote(
        tr("Some yarns, such as chenille and slippery ribbon, want it much tighter than common sense says."));
    slip_->addNote(tr("Steam only what stands it: acrylic goes limp for good. Steam burns: mind hands and the maker’s "
                      "instructions."));
}

} // namespace vestimen::app
