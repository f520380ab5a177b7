// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/knit_settings_form.h"

#include "app/canvas/label.h"

#include <QFormLayout>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLineEdit>
#include <QPushButton>

namespace vestimen::app {
namespace {

QString toneText(Tone tone) {
    switch (tone) {
    case Tone::row:
        return KnitSettingsForm::tr("every row");
    case Tone::comesNext:
        return KnitSettingsForm::tr("the last row before something");
    case Tone::doNow:
        return KnitSettingsForm::tr("something to do now");
    case Tone::wrongSide:
        return KnitSettingsForm::tr("the carriage on the wrong side");
    case Tone::finished:
        return KnitSettingsForm::tr("the piece finished");
    }
    return {};
}

} // namespace

KnitSettingsForm::KnitSettingsForm(const KnitSettings& settings, const QStringList& ports, Announcer& announcer)
    : before_(settings), announcer_(announcer), confirm_(new QComboBox(this)), port_(new QComboBox(this)),
      doubleWithin_(new QSpinBox(this)), rest_(new QSpinBox(this)), speech_(new QCheckBox(this)),
      missing_(new Label(this)) {
    port_->addItems(ports);
    auto* columns = new QHBoxLayout(this);
    columns->setContentsMargins(0, 0, 0, 0);
    columns->setSpacing(36);
    columns->addWidget(behaviour(), 1);
    columns->addWidget(sounds());
    for (QWidget* each : std::initializer_list<QWidget*>{confirm_, port_, doubleWithin_, rest_, speech_})
        each->installEventFilter(this);
    for (QCheckBox* each : tones_)
        each->installEventFilter(this);
    sayWhatIsMissing();
}

QWidget* KnitSettingsForm::behaviour() {
    auto* side = new QWidget(this);
    auto* form = new QFormLayout(side);
    form->setContentsMargins(0, 0, 0, 0);
    form->setVerticalSpacing(8);
    const auto add = [form, side](const QString& name, QWidget* field) {
        field->setAccessibleName(name);
        form->addRow(new Label(name, side), field);
    };
    confirm_->addItems({tr("all done by hand"), tr("only shaping"), tr("nothing")});
    confirm_->setItemData(2, tr("A row takes what is before it along."), Qt::ToolTipRole);
    confirm_->setCurrentIndex(static_cast<int>(before_.confirm));
    add(tr("to be ticked off"), confirm_);
    port_->setEditable(true);
    port_->setCurrentText(before_.counterPort);
    port_->lineEdit()->setPlaceholderText(tr("none"));
    add(tr("row counter at"), port_);
    doubleWithin_->setRange(0, 2000);
    doubleWithin_->setSingleStep(50);
    doubleWithin_->setSuffix(tr(" ms"));
    doubleWithin_->setValue(before_.doubleWithin);
    add(tr("one pass, if twice within"), doubleWithin_);
    rest_->setRange(0, 180);
    rest_->setSingleStep(5);
    rest_->setSuffix(tr(" min"));
    rest_->setSpecialValueText(tr("never"));
    rest_->setValue(before_.restAfter / 60);
    add(tr("remind of hands and back after"), rest_);
    return side;
}

QWidget* KnitSettingsForm::sounds() {
    auto* side = new QWidget(this);
    auto* grid = new QGridLayout(side);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setVerticalSpacing(4);
    speech_->setText(tr("say what comes next"));
    speech_->setChecked(before_.sound.speech);
    connect(speech_, &QCheckBox::toggled, this, &KnitSettingsForm::sayWhatIsMissing);
    grid->addWidget(speech_, 0, 0, 1, 2);
    int row = 1;
    for (const Tone tone : allTones) {
        const auto at = static_cast<std::size_t>(tone);
        tones_[at] = new QCheckBox(tr("tone: %1").arg(toneText(tone)), side);
        tones_[at]->setChecked(before_.sound.tones[at]);
        connect(tones_[at], &QCheckBox::toggled, this, &KnitSettingsForm::sayWhatIsMissing);
        auto* hear = new QPushButton(tr("hear it"), side);
        hear->setObjectName(QStringLiteral("small"));
        hear->setAccessibleName(tr("hear it: %1").arg(toneText(tone)));
        connect(hear, &QPushButton::clicked, this, [this, tone] {
            if (!announcer_.tryTone(tone))
                missing_->setText(announcer_.missing(false, true));
        });
        grid->addWidget(tones_[at], row, 0);
        grid->addWidget(hear, row, 1);
        ++row;
    }
    missing_->setObjectName(QStringLiteral("muted"));
    missing_->setWordWrap(true);
    grid->addWidget(missing_, row, 0, 1, 2);
    return side;
}

void KnitSettingsForm::sayWhatIsMissing() {
    const SoundSettings wanted = sound();
    missing_->setText(announcer_.missing(wanted.speech, wanted.anyTone()));
    missing_->setVisible(!missing_->text().isEmpty());
}

SoundSettings KnitSettingsForm::sound() const {
    SoundSettings wanted = before_.sound;
    wanted.speech = speech_->isChecked();
    for (std::size_t i = 0; i < tones_.size(); ++i)
        wanted.tones[i] = tones_[i]->isChecked();
    return wanted;
}

KnitSettings KnitSettingsForm::settings() const {
    KnitSettings settings = before_;
    settings.confirm = static_cast<Confirm>(confirm_->currentIndex());
    settings.counterPort = port_->currentText().trimmed();
    settings.doubleWithin = doubleWithin_->value();
    if (rest_->value() != before_.restAfter / 60)
        settings.restAfter = rest_->value() * 60;
    settings.sound = sound();
    return settings;
}

bool KnitSettingsForm::eventFilter(QObject* field, QEvent* event) {
    if (event->type() != QEvent::KeyPress)
        return QWidget::eventFilter(field, event);
    const int key = static_cast<QKeyEvent*>(event)->key();
    if (key == Qt::Key_Up || key == Qt::Key_Down) {
        focusNextPrevChild(key == Qt::Key_Down);
        return true;
    }
    if (key != Qt::Key_Left && key != Qt::Key_Right)
        return QWidget::eventFilter(field, event);
    const int by = key == Qt::Key_Right ? 1 : -1;
    if (auto* spin = qobject_cast<QSpinBox*>(field))
        spin->stepBy(by);
    else if (auto* box = qobject_cast<QComboBox*>(field); box && !box->isEditable())
        box->setCurrentIndex(std::clamp(box->currentIndex() + by, 0, box->count() - 1));
    else if (auto* check = qobject_cast<QCheckBox*>(field))
        check->toggle();
    else
        return QWidget::eventFilter(field, event); // the cursor, in what is typed
    return true;
}

} // namespace vestimen::app
