// SPDX-License-Identifier: GPL-3.0-or-later
#include "sound/sound_device.h"
#include "sound/voice.h"

#include <QObject>
#include <QTextToSpeech>

namespace vestimen {
namespace {

class SystemVoice : public Voice {
public:
    explicit SystemVoice(const VoiceSource& source)
        : device_(source.soundDevice.isEmpty() ? "default" : source.soundDevice.toStdString()) {
        if (source.speechEngine.isEmpty() ? !QTextToSpeech::availableEngines().isEmpty()
                                          : QTextToSpeech::availableEngines().contains(source.speechEngine))
            speech_ = std::make_unique<QTextToSpeech>(source.speechEngine);
    }

    bool canSpeak() const override { return speech_ && speech_->state() != QTextToSpeech::Error; }
    bool canPlay() const override { return device_.isOpen(); }

    void say(const QString& words) override {
        if (!canSpeak())
            return;
        speech_->stop();
        speech_->say(words);
    }

    void play(Tone tone) override { device_.play(samples(tone)); }

private:
    SoundDevice device_;
    std::unique_ptr<QTextToSpeech> speech_;
};

} // namespace

class VoiceModule : public QObject, public VoiceMaker {
    Q_OBJECT
    Q_PLUGIN_METADATA(IID "vestimen.VoiceMaker/1")
    Q_INTERFACES(vestimen::VoiceMaker)

public:
    std::unique_ptr<Voice> make(const VoiceSource& source) const override {
        return std::make_unique<SystemVoice>(source);
    }
};

} // namespace vestimen

#include "voice_module.moc"
