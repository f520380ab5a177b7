// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/knit/knit_settings.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QSpinBox>
#include <QVBoxLayout>
#include <QWidget>

namespace vestimen::app {

/// The settings of the machine screen as fields: up and down go from one to the next, left and right change it.
class KnitSettingsForm : public QWidget {
    Q_OBJECT

public:
    /// `announcer`: lets the tones be heard before they are chosen.
    KnitSettingsForm(const KnitSettings& settings, const QStringList& ports, Announcer& announcer);
    KnitSettings settings() const;
    QComboBox* confirm() const { return confirm_; }
    QComboBox* port() const { return port_; }
    QCheckBox* speech() const { return speech_; }
    QCheckBox* tone(Tone which) const { return tones_[static_cast<std::size_t>(which)]; }
    QString soundMissing() const { return missing_->text(); }

protected:
    bool eventFilter(QObject* field, QEvent* event) override;

private:
    QWidget* behaviour();
    QWidget* sounds();
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
