// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/knit_settings.h"

#include "workroom/workroom.h"

namespace vestimen::app {
namespace {

const char* toneKey(Tone tone) {
    static constexpr std::array names{"row", "comes_next", "do_now", "wrong_side", "finished"};
    static_assert(names.size() == allTones.size());
    return names[static_cast<std::size_t>(tone)];
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

} // namespace vestimen::app
