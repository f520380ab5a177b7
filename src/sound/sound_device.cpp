// SPDX-License-Identifier: GPL-3.0-or-later
#include "sound/sound_device.h"

#include "sound/tone.h"

#include <alsa/asoundlib.h>

namespace vestimen {
namespace {

/// It prints what fails, and a machine without sound is no failure.
void keepQuiet(const char*, int, const char*, int, const char*, ...) {}

} // namespace

void SoundDevice::Close::operator()(_snd_pcm* pcm) const {
    snd_pcm_close(pcm);
}

SoundDevice::SoundDevice(const std::string& name) {
    constexpr unsigned buffer = 500'000; // microseconds: the longest tone fits in
    snd_lib_error_set_handler(keepQuiet);
    snd_pcm_t* pcm = nullptr;
    if (snd_pcm_open(&pcm, name.c_str(), SND_PCM_STREAM_PLAYBACK, SND_PCM_NONBLOCK) < 0)
        return;
    pcm_.reset(pcm);
    if (snd_pcm_set_params(pcm, SND_PCM_FORMAT_S16, SND_PCM_ACCESS_RW_INTERLEAVED, 1, samplesPerSecond, 1, buffer) < 0)
        pcm_.reset();
}

void SoundDevice::play(const std::vector<std::int16_t>& samples) {
    if (!pcm_)
        return;
    snd_pcm_drop(pcm_.get());
    if (snd_pcm_prepare(pcm_.get()) < 0)
        return;
    snd_pcm_writei(pcm_.get(), samples.data(), samples.size());
    // It starts by itself only when its buffer is full.
    if (snd_pcm_state(pcm_.get()) == SND_PCM_STATE_PREPARED)
        snd_pcm_start(pcm_.get());
}

} // namespace vestimen
