// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <memory>
#include <string>
#include <vector>

struct _snd_pcm;

namespace vestimen {

/// A loudspeaker by way of ALSA, which every sound server of a Linux desktop answers to.
class SoundDevice {
public:
    explicit SoundDevice(const std::string& name);

    bool isOpen() const { return pcm_ != nullptr; }
    /// Plays samples as of samples(Tone), instead of what is still playing; does not wait. What the device does not
    /// take is dropped: a tone that comes late is worth nothing.
    void play(const std::vector<std::int16_t>& samples);

private:
    struct Close {
        void operator()(_snd_pcm* pcm) const;
    };
    std::unique_ptr<_snd_pcm, Close> pcm_;
};

} // namespace vestimen
