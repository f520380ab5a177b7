// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/knit/knitting_state.h"
#include "sound/voice.h"

#include <QString>

#include <array>
#include <optional>

namespace vestimen::app {

/// What the knitter wants to hear; all of it off at first.
struct SoundSettings {
    bool speech = false;
    std::array<bool, allTones.size()> tones{}; ///< by Tone
    VoiceSource source;

    bool anyTone() const;
    bool operator==(const SoundSettings&) const = default;
};

/// One moment at the machine, as it is heard.
struct Announcement {
    std::optional<Tone> tone;
    QString words; ///< spoken; none for one plain row among many
};

/// After a step forward. `before`: where the piece was.
Announcement announcementAfter(const KnittingState& state, ProgramPlace before);
/// After one back.
Announcement announcementBack(const KnittingState& state);

/// Says and plays what the settings ask for. The module that can is loaded when it is first wanted; without it, without
/// an engine or without a loudspeaker everything is as before, and silent.
class Announcer {
public:
    void use(const SoundSettings& settings);
    const SoundSettings& settings() const { return settings_; }
    void announce(const Announcement& what);
    /// Plays one now, whatever the settings say; false where it cannot.
    bool tryTone(Tone tone);
    /// Why what is asked for cannot be heard; empty where it can.
    QString missing(bool speech, bool tones);

private:
    Voice* voice();

    SoundSettings settings_;
    std::unique_ptr<Voice> voice_;
    bool sought_ = false;
};

} // namespace vestimen::app
