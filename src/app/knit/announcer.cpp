// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/announcer.h"

#include "app/knit/knit_words.h"
#include "app/session/session.h"

#include <QCoreApplication>
#include <QPluginLoader>

#include <algorithm>

namespace vestimen::app {
namespace {

/// A plain row is named so often, for the ear to keep up with the number on the screen.
constexpr int namedEvery = 10;

QString tr(const char* text) {
    return QCoreApplication::translate("Announcer", text);
}

/// As it is read aloud.
QString spoken(QString text) {
    return text.replace(QStringLiteral("…"), tr("to"));
}

/// The module beside the program, or where it is installed.
VoiceMaker* loadMaker() {
    const QString here = QCoreApplication::applicationDirPath();
    for (const QString& folder : {here, here + QStringLiteral("/../lib/vestimen")}) {
        QPluginLoader loader(folder + QStringLiteral("/vestimen_voice"));
        if (auto* maker = qobject_cast<VoiceMaker*>(loader.instance()))
            return maker;
    }
    return nullptr;
}

} // namespace

bool SoundSettings::anyTone() const {
    return std::ranges::find(tones, true) != tones.end();
}

Announcement announcementAfter(const KnittingState& state, ProgramPlace before) {
    const ProgramStep* next = state.next();
    if (!next)
        return {Tone::finished, tr("%1 is finished.").arg(pieceName(state.program()))};
    const int row = state.bed().counter();
    if (!next->isRows)
        return {Tone::doNow, spoken(tr("Before row %1: %2").arg(row + 1).arg(coreText(next->text)))};
    const int ahead = state.rowsAhead();
    const ProgramStep* after = stepAt(state.steps(), next->to);
    if (ahead == 1 && after)
        return {Tone::comesNext, spoken(tr("One row, then: %1").arg(coreText(after->text)))};
    const ProgramStep* done = stepAt(state.steps(), before);
    if (done && !done->isRows)
        return {Tone::row, tr("Knit %1.").arg(rowsText(ahead))};
    return {Tone::row, row % namedEvery == 0 ? tr("Row %1.").arg(row) : QString()};
}

Announcement announcementBack(const KnittingState& state) {
    return {std::nullopt, tr("Back to row %1.").arg(state.bed().counter())};
}

void Announcer::use(const SoundSettings& settings) {
    if (settings.source != settings_.source) {
        voice_.reset();
        sought_ = false;
    }
    settings_ = settings;
}

Voice* Announcer::voice() {
    if (!sought_) {
        sought_ = true;
        if (const VoiceMaker* maker = loadMaker())
            voice_ = maker->make(settings_.source);
    }
    return voice_.get();
}

void Announcer::announce(const Announcement& what) {
    const bool plays = what.tone && settings_.tones[static_cast<std::size_t>(*what.tone)];
    const bool speaks = settings_.speech && !what.words.isEmpty();
    if (!(plays || speaks) || !voice())
        return;
    if (plays)
        voice()->play(*what.tone);
    if (speaks)
        voice()->say(what.words);
}

bool Announcer::tryTone(Tone tone) {
    if (!voice() || !voice()->canPlay())
        return false;
    voice()->play(tone);
    return true;
}

QString Announcer::missing(bool speech, bool tones) {
    if (!speech && !tones)
        return {};
    if (!voice())
        return tr("No sound: the module vestimen_voice is not where it was installed.");
    QStringList all;
    if (speech && !voice()->canSpeak())
        all << tr("There is no speech engine here: the package qt6-speech-speechd-plugin brings one.");
    if (tones && !voice()->canPlay())
        all << tr("There is no loudspeaker here.");
    return all.join(QLatin1Char(' '));
}

} // namespace vestimen::app
