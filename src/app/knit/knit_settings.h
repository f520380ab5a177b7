// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/knit/announcer.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QSpinBox>
#include <QVBoxLayout>

namespace vestimen::app {

/// How the machine screen behaves; kept in the workroom.
struct KnitSettings {
    Confirm confirm = Confirm::always;
    QString counterPort;
    int doubleWithin = 400;  ///< ms
    int leastBetween = 120;  ///< ms
    int restAfter = 40 * 60; ///< seconds at the machine without a pause; 0 for never
    SoundSettings sound;
    WornSide shown = WornSide::purl; ///< of the fabric under the bed

    static KnitSettings read(const Workroom& workroom);
    void write(Workroom& workroom) const;
};

class KnitSettingsDialog : public QDialog {
    Q_OBJECT

public:
    /// `announcer`: lets the tones be heard before they are chosen.
    KnitSettingsDialog(const KnitSettings& settings, const QStringList& ports, Announcer& announcer, QWidget* parent);
    KnitSettings settings() const;
    QComboBox* confirm() const { return confirm_; }
    QComboBox* port() const { return port_; }
    QCheckBox* speech() const { return speech_; }
    QCheckBox* tone(Tone which) const { return tones_[static_cast<std::size_t>(which)]; }
    QString soundMissing() const { return missing_->text(); }

private:
    void addSounds(QVBoxLayout* layout);
    void sayWhatIsMissing();
    SoundSettings sound() const;

    KnitSettings before_;
    Announcer& announcer_;
    QComboBox* confirm_;
    QComboBox* port_;
    QSpinBox* doubleWithin_;
    QSpinBox* rest_;
    QCheckBox* speech_;
    std::array<QCheckBox*, allTones.size()> tones_;
    QLabel* missing_; ///< why something cannot be heard
};

} // namespace vestimen::app
