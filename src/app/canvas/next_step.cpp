// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/next_step.h"

#include "app/canvas/label.h"
#include "app/session/sketch.h"

#include <QVBoxLayout>

namespace vestimen::app {

NextStep::NextStep(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 6);
    column->setSpacing(8);
    words_ = new Label(this);
    words_->setWordWrap(true);
    column->addWidget(words_);
    read_ = new QPushButton(tr("Read the swatch"), this);
    read_->setObjectName(QStringLiteral("primary"));
    connect(read_, &QPushButton::clicked, this, &NextStep::swatchWanted);
    type_ = new QPushButton(tr("Type a gauge you know"), this);
    type_->setCheckable(true);
    measure_ = new QPushButton(tr("Take the measures"), this);
    measure_->setObjectName(QStringLiteral("primary"));
    connect(measure_, &QPushButton::clicked, this, &NextStep::measuresWanted);
    for (QPushButton* each : {read_, type_, measure_})
        column->addWidget(each);
    form_ = new QWidget(this);
    auto* fields = new QVBoxLayout(form_);
    fields->setContentsMargins(0, 0, 0, 0);
    fields->setSpacing(6);
    fields_ = new GaugeFields(QStringLiteral("known"), form_);
    fields->addWidget(fields_);
    problem_ = new Label(form_);
    problem_->setObjectName(QStringLiteral("problem"));
    problem_->setWordWrap(true);
    problem_->hide();
    fields->addWidget(problem_);
    auto* use = new QPushButton(tr("Draft with this gauge"), form_);
    connect(use, &QPushButton::clicked, this, &NextStep::take);
    connect(fields_, &GaugeFields::entered, this, &NextStep::take);
    fields->addWidget(use);
    form_->hide();
    column->addWidget(form_);
    connect(type_, &QPushButton::toggled, this, [this](bool on) {
        form_->setVisible(on);
        if (on)
            fields_->setFocusOnFirst();
    });
    hide();
}

void NextStep::fill() {
    const bool isSketch = session_.sketch() != nullptr;
    setVisible(isSketch);
    if (!isSketch)
        return;
    const bool noGauge = !session_.worked().measured.gauge;
    const FabricGauge starter = starterGauge();
    words_->setText(
        noGauge ? tr("There is no gauge yet. What you see is sketched with a starter’s, %1 stitches and %2 rows "
                     "to 10 cm: nothing of it can be knitted or exported.")
                      .arg(starter.stitches.perTenCentimetres())
                      .arg(starter.rows.perTenCentimetres())
                : tr("Measures are missing. What you see is sketched with those of a near size: nothing of it "
                     "can be knitted or exported."));
    read_->setVisible(noGauge);
    type_->setVisible(noGauge);
    form_->setVisible(noGauge && type_->isChecked());
    measure_->setVisible(!noGauge);
}

void NextStep::take() {
    const QString problem = fields_->problem();
    problem_->setText(problem);
    problem_->setVisible(!problem.isEmpty());
    if (!problem.isEmpty())
        return;
    type_->setChecked(false);
    Project next = session_.project();
    next.swatch.known = fields_->gauge();
    session_.edit(tr("A gauge that is known"), std::move(next));
}

} // namespace vestimen::app
