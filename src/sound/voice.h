// SPDX-License-Identifier: GPL-3.0-or-later
// What the machine screen is heard with. Loaded when it is first wanted and never needed: docs/devices.md.
#pragma once

#include "sound/tone.h"

#include <QString>
#include <QtPlugin>

#include <memory>

namespace vestimen {

/// Speech and tones of one machine.
class Voice {
public:
    virtual ~Voice() = default;

    virtual bool canSpeak() const = 0;
    virtual bool canPlay() const = 0;
    /// Says it at once; what is still being said is broken off. Returns without waiting.
    virtual void say(const QString& words) = 0;
    /// Plays it at once; what is still playing is broken off. Returns without waiting.
    virtual void play(Tone tone) = 0;
};

/// Where the voice comes from. Both empty: what the system has.
struct VoiceSource {
    QString speechEngine; ///< of Qt TextToSpeech, as "speechd"
    QString soundDevice;  ///< of ALSA, as "default"
    bool operator==(const VoiceSource&) const = default;
};

/// The module's root.
class VoiceMaker {
public:
    virtual ~VoiceMaker() = default;
    virtual std::unique_ptr<Voice> make(const VoiceSource& source) const = 0;
};

} // namespace vestimen

Q_DECLARE_INTERFACE(vestimen::VoiceMaker, "vestimen.VoiceMaker/1")
