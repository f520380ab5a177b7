// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/knit_settings.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "workroom/workroom.h"

#include <QGridLayout>
#include <QLineEdit>
#include <QPushButton>

namespace vestimen::app {
namespace {

const char* toneKey(Tone tone) {
    static constexpr std::array names{"row", "comes_next", "do_now", "wrong_side", "finished"};
    static_assert(names.size() == allTones.size());
    return names[static_cast<std::size_t>(tone)];
}

QString toneText(Tone tone) {
    switch (tone) {
    case Tone::row:
        return KnitSettingsDialog::tr("every row");
    case Tone::comesNext:
        return KnitSettingsDialog::tr("the last row before something");
    case Tone::doNow:
        return KnitSettingsDialog::tr("something to do now");
    case Tone::wrongSide:
        return KnitSettingsDialog::tr("the carriage on the wrong side");
    case Tone::finished:
        return KnitSettingsDialog::tr("the piece finished");
    }
    return {};
}

} // namespace

KnitSettings KnitSettings::read(const Workroom& workroom) {
    KnitSettings settings;
    const QString confirm = workroom.setting(QStringLiteral("knit_confirm"));
    settings.confirm = confirm == QLatin1String("never")     ? Confirm::never
                       : confirm == QLatin1String("shaping") ? Confirm::shaping
                                                             : Confirm::always;
    settings.counterPort = workroom.setting(QStringLiteral("counter_port"));
    const auto number = [&](const char* key, int usual, int most = 5000) {
        bool sound = false;
        const int value = workroom.setting(QLatin1String(key)).toInt(&sound);
        return sound && value >= 0 && value <= most ? value : usual;
    };
    settings.doubleWithin = number("counter_double_ms", settings.doubleWithin);
    settings.leastBetween = number("counter_least_ms", settings.leastBetween);
    settings.restAfter = number("knit_rest_s", settings.restAfter, 24 * 3600);
    if (workroom.setting(QStringLiteral("knit_side")) == QLatin1String("knit"))
        settings.shown = WornSide::knit;
    settings.sound.speech = workroom.setting(QStringLiteral("knit_speech")) == QLatin1String("on");
    const QStringList tones = workroom.setting(QStringLiteral("knit_tones")).split(QLatin1Char(' '));
    for (const Tone tone : allTones)
        settings.sound.tones[static_cast<std::size_t>(tone)] = tones.contains(QLatin1String(toneKey(tone)));
    settings.sound.source = {workroom.setting(QStringLiteral("speech_engine")),
                             workroom.setting(QStringLiteral("sound_device"))};
    return settings;
}

void KnitSettings::write(Workroom& workroom) const {
    static constexpr const char* names[] = {"always", "shaping", "never"};
    workroom.together([&] {
        workroom.setSetting(QStringLiteral("knit_confirm"), QLatin1String(names[static_cast<int>(confirm)]));
        workroom.setSetting(QStringLiteral("counter_port"), counterPort);
        workroom.setSetting(QStringLiteral("counter_double_ms"), QString::number(doubleWithin));
        workroom.setSetting(QStringLiteral("counter_least_ms"), QString::number(leastBetween));
        workroom.setSetting(QStringLiteral("knit_rest_s"), QString::number(restAfter));
        workroom.setSetting(QStringLiteral("knit_side"),
                            shown == WornSide::knit ? QStringLiteral("knit") : QStringLiteral("purl"));
        workroom.setSetting(QStringLiteral("knit_speech"), sound.speech ? QStringLiteral("on") : QString());
        QStringList tones;
        for (const Tone tone : allTones)
            if (sound.tones[static_cast<std::size_t>(tone)])
                tones << QLatin1String(toneKey(tone));
        workroom.setSetting(QStringLiteral("knit_tones"), tones.join(QLatin1Char(' ')));
        workroom.setSetting(QStringLiteral("speech_engine"), sound.source.speechEngine);
        workroom.setSetting(QStringLiteral("sound_device"), sound.source.soundDevice);
    });
}

KnitSettingsDialog::KnitSettingsDialog(const KnitSettings& settings, const QStringList& ports, Announcer& announcer,
                                       QWidget* parent)
    : QDialog(parent), before_(settings), announcer_(announcer) {
    auto* layout = dialogForm(this, tr("At the machine"));
    confirm_ = new QComboBox(this);
    confirm_->addItems({tr("everything that is done by hand"), tr("only what shapes the piece"),
                        tr("nothing: a row takes what is before it along")});
    confirm_->setCurrentIndex(static_cast<int>(settings.confirm));
    addRow(layout, tr("to be ticked off"), confirm_, 330);
    port_ = new QComboBox(this);
    port_->setEditable(true);
    port_->addItems(ports);
    port_->setCurrentText(settings.counterPort);
    port_->lineEdit()->setPlaceholderText(tr("none"));
    addRow(layout, tr("row counter at"), port_, 330);
    doubleWithin_ = new QSpinBox(this);
    doubleWithin_->setRange(0, 2000);
    doubleWithin_->setSuffix(tr(" ms"));
    doubleWithin_->setValue(settings.doubleWithin);
    addRow(layout, tr("one pass, if triggered twice within"), doubleWithin_);
    rest_ = new QSpinBox(this);
    rest_->setRange(0, 180);
    rest_->setSuffix(tr(" min"));
    rest_->setSpecialValueText(tr("never"));
    rest_->setValue(settings.restAfter / 60);
    addRow(layout, tr("remind of hands and back after"), rest_);
    addSounds(layout);
    addDialogButtons(this, layout);
}

void KnitSettingsDialog::addSounds(QVBoxLayout* layout) {
    speech_ = new QCheckBox(tr("say what comes next"), this);
    speech_->setChecked(before_.sound.speech);
    layout->addWidget(speech_);
    auto* heading = new Label(tr("a tone for"), this);
    heading->setObjectName(QStringLiteral("muted"));
    layout->addWidget(heading);
    auto* grid = new QGridLayout;
    grid->setColumnStretch(0, 1);
    for (const Tone tone : allTones) {
        const auto at = static_cast<std::size_t>(tone);
        tones_[at] = new QCheckBox(toneText(tone), this);
        tones_[at]->setChecked(before_.sound.tones[at]);
        auto* hear = new QPushButton(tr("hear it"), this);
        hear->setAccessibleName(tr("hear it: %1").arg(toneText(tone)));
        connect(hear, &QPushButton::clicked, this, [this, tone] {
            if (!announcer_.tryTone(tone))
                missing_->setText(announcer_.missing(false, true));
        });
        connect(tones_[at], &QCheckBox::toggled, this, &KnitSettingsDialog::sayWhatIsMissing);
        grid->addWidget(tones_[at], static_cast<int>(at), 0);
        grid->addWidget(hear, static_cast<int>(at), 1);
    }
    connect(speech_, &QCheckBox::toggled, this, &KnitSettingsDialog::sayWhatIsMissing);
    layout->addLayout(grid);
    missing_ = new Label(this);
    missing_->setObjectName(QStringLiteral("muted"));
    missing_->setWordWrap(true);
    layout->addWidget(missing_);
    sayWhatIsMissing();
}

void KnitSettingsDialog::sayWhatIsMissing() {
    const SoundSettings wanted = sound();
    missing_->setText(announcer_.missing(wanted.speech, wanted.anyTone()));
    missing_->setVisible(!missing_->text().isEmpty());
}

SoundSettings KnitSettingsDialog::sound() const {
    SoundSettings wanted = before_.sound;
    wanted.speech = speech_->isChecked();
    for (std::size_t i = 0; i < tones_.size(); ++i)
        wanted.tones[i] = tones_[i]->isChecked();
    return wanted;
}

KnitSettings KnitSettingsDialog::settings() const {
    KnitSettings settings = before_;
    settings.confirm = static_cast<Confirm>(confirm_->currentIndex());
    settings.counterPort = port_->currentText().trimmed();
    settings.doubleWithin = doubleWithin_->value();
    if (rest_->value() != before_.restAfter / 60)
        settings.restAfter = rest_->value() * 60;
    settings.sound = sound();
    return settings;
}

} // namespace vestimen::app
