// SPDX-License-Identifier: GPL-3.0-or-later
// What is heard at the machine: the tones as sound, the module that plays and speaks, and when the screen does.
#include "app/knit_fixture.h"

#include "app/knit/knit_settings_form.h"

#include <QSet>

#include <cmath>
#include <cstring>
#include <numbers>

using namespace vestimen;
using namespace vestimen::app;
using namespace vestimen::test;

namespace {

/// How much of a frequency there is from one moment to another, in milliseconds.
double loudness(const std::vector<std::int16_t>& samples, double hertz, int from, int to) {
    double sine = 0.0;
    double cosine = 0.0;
    const int begin = from * samplesPerSecond / 1000;
    const int end = to * samplesPerSecond / 1000;
    for (int i = begin; i < end; ++i) {
        const double phase = 2.0 * std::numbers::pi * hertz * i / samplesPerSecond;
        sine += samples[static_cast<std::size_t>(i)] * std::sin(phase);
        cosine += samples[static_cast<std::size_t>(i)] * std::cos(phase);
    }
    return std::hypot(sine, cosine) / (end - begin);
}

/// How often the wave changes its sign: twice in each of its periods.
int zeroCrossings(const std::vector<std::int16_t>& samples, std::size_t from, std::size_t to) {
    int crossings = 0;
    for (std::size_t i = from + 1; i < to; ++i)
        crossings += (samples[i] < 0) != (samples[i - 1] < 0) ? 1 : 0;
    return crossings;
}

} // namespace

class TestSound : public QObject {
    Q_OBJECT

private slots:
    void initTestCase();
    void tonesAreShortAndDistinct();
    void tonesRiseOrFall();
    void aDeviceIsPlayed();
    void nothingThereIsNoHarm();
    void whatIsSaidAndPlayed();
    void allOffIsSilent();
    void settingsOfferSounds();

private:
    QStringList spoken() const;
    QTemporaryDir folder_;
};

void TestSound::initTestCase() {
    QVERIFY(folder_.isValid());
    QCoreApplication::addLibraryPath(QCoreApplication::applicationDirPath() + "/stand-ins");
    qputenv("VESTIMEN_SPOKEN", folder_.filePath("spoken").toUtf8());
}

QStringList TestSound::spoken() const {
    QFile file(folder_.filePath("spoken"));
    return file.open(QIODevice::ReadOnly) ? QString::fromUtf8(file.readAll()).split('\n', Qt::SkipEmptyParts)
                                          : QStringList();
}

void TestSound::tonesAreShortAndDistinct() {
    QSet<QByteArray> all;
    for (const Tone tone : allTones) {
        const std::vector<std::int16_t> heard = samples(tone);
        QVERIFY(heard.size() > samplesPerSecond / 25);
        QVERIFY2(heard.size() < samplesPerSecond / 2, "longer than a quick row");
        QVERIFY(std::abs(heard.front()) < 50 && std::abs(heard.back()) < 400); // no click
        const auto [low, high] = std::ranges::minmax(heard);
        QVERIFY(high > 8000 && high < 32767 && low < -8000 && low > -32768);
        all.insert(QByteArray(reinterpret_cast<const char*>(heard.data()), static_cast<qsizetype>(heard.size()) * 2));
    }
    QCOMPARE(all.size(), static_cast<qsizetype>(allTones.size()));
}

void TestSound::tonesRiseOrFall() {
    const auto pitch = [](Tone tone, int from, int to) { // hertz, by counting
        const auto at = [](int ms) { return static_cast<std::size_t>(ms * samplesPerSecond / 1000); };
        return zeroCrossings(samples(tone), at(from), at(to)) * 500.0 / (to - from);
    };
    QVERIFY(std::abs(pitch(Tone::row, 5, 55) - 660) < 30);
    QVERIFY(std::abs(pitch(Tone::comesNext, 10, 80) - pitch(Tone::comesNext, 150, 220)) < 20);
    QVERIFY(pitch(Tone::doNow, 10, 80) + 100 < pitch(Tone::doNow, 120, 190));
    QVERIFY(pitch(Tone::doNow, 120, 190) + 100 < pitch(Tone::doNow, 230, 360));
    QVERIFY(pitch(Tone::wrongSide, 20, 170) > pitch(Tone::wrongSide, 230, 440) + 100);
    QVERIFY(pitch(Tone::finished, 10, 70) + 400 < pitch(Tone::finished, 260, 460));
    // By another way than counting: the note is there, and its neighbour is not.
    QVERIFY(loudness(samples(Tone::row), 660, 5, 55) > 5 * loudness(samples(Tone::row), 1000, 5, 55));
}

void TestSound::aDeviceIsPlayed() {
    const QString file = folder_.filePath("played.raw");
    Announcer announcer;
    SoundSettings settings;
    settings.source.soundDevice = QString("tee:null,'%1',raw").arg(file);
    announcer.use(settings);
    QVERIFY(announcer.tryTone(Tone::doNow));
    QVERIFY(announcer.missing(false, true).isEmpty());
    announcer.use({}); // closes it
    QFile played(file);
    QVERIFY(played.open(QIODevice::ReadOnly));
    const QByteArray bytes = played.readAll();
    const std::vector<std::int16_t> wanted = samples(Tone::doNow);
    QVERIFY(bytes.size() >= static_cast<qsizetype>(wanted.size()) * 2);
    QVERIFY(std::memcmp(bytes.constData(), wanted.data(), wanted.size() * 2) == 0);
}

void TestSound::nothingThereIsNoHarm() {
    Announcer announcer;
    SoundSettings settings;
    settings.speech = true;
    settings.tones.fill(true);
    settings.source = {"nobody", "nowhere"};
    announcer.use(settings);
    for (const Tone tone : allTones) {
        QVERIFY(!announcer.tryTone(tone));
        announcer.announce({tone, "Row 10."});
    }
    QVERIFY(announcer.missing(true, false).contains("no speech engine"));
    QVERIFY(announcer.missing(false, true).contains("no loudspeaker"));
    QVERIFY(announcer.missing(false, false).isEmpty());
}

void TestSound::whatIsSaidAndPlayed() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::leftSleeve);
    KnitSettings settings;
    settings.sound.speech = true;
    settings.sound.source = {"vestimen-stand-in", "null"};
    knit->useSettings(settings);
    QFile::remove(folder_.filePath("spoken"));
    QSet<Tone> heard;
    int asked = 0;
    while (!knit->state()->finished()) {
        const ProgramPlace before = knit->state()->place();
        QTest::keyClick(knit, Qt::Key_Space);
        const Announcement said = announcementAfter(*knit->state(), before);
        QVERIFY(said.tone);
        heard.insert(*said.tone);
        const ProgramStep* next = knit->state()->next();
        // Each of them means what it says.
        QCOMPARE(*said.tone == Tone::finished, next == nullptr);
        QCOMPARE(*said.tone == Tone::doNow, next && !next->isRows);
        if (*said.tone == Tone::comesNext)
            QVERIFY(next->isRows && knit->state()->rowsAhead() == 1);
        if (*said.tone == Tone::doNow) {
            ++asked;
            QCOMPARE(spoken().back(), said.words);
            QVERIFY(said.words.startsWith("Before row ") && !said.words.contains(QChar(0x2026)));
        }
    }
    QCOMPARE(heard, (QSet<Tone>{Tone::row, Tone::comesNext, Tone::doNow, Tone::finished}));
    QVERIFY(asked > 20);
    QVERIFY(spoken().back().contains("is finished"));
    QVERIFY(spoken().contains("Row 100."));
    QVERIFY(!spoken().contains("Row 101."));
    const qsizetype lines = spoken().size();
    QTest::keyClick(knit, Qt::Key_Space); // nothing follows, and nothing is said
    QCOMPARE(spoken().size(), lines);
    QTest::keyClick(knit, Qt::Key_Backspace);
    QVERIFY(spoken().back().startsWith("Back to row "));
    // What the row counter asks is heard as well.
    knitUntil(knit, [](const KnittingState& state) { return state.finished(); });
    knit = beginPiece(fixture, pieces::back);
    knit->useSettings(settings);
    const auto stands =
        knit->state()->bed().carriage() == Side::left ? CounterReading::To::left : CounterReading::To::right;
    emit knit->counter()->heard({1, 1000, stands});
    QVERIFY(spoken().back().contains("where it already stands"));
}

void TestSound::allOffIsSilent() {
    WindowFixture fixture;
    QFile::remove(folder_.filePath("spoken"));
    KnitStation* knit = beginPiece(fixture, pieces::leftSleeve);
    QVERIFY(!knit->settings().sound.speech && !knit->settings().sound.anyTone());
    for (int i = 0; i < 40; ++i)
        QTest::keyClick(knit, Qt::Key_Space);
    QVERIFY(spoken().isEmpty());
}

void TestSound::settingsOfferSounds() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::back);
    KnitSettings settings;
    settings.sound.source = {"vestimen-stand-in", "nowhere"};
    knit->useSettings(settings);
    QTest::keyClick(knit, Qt::Key_S);
    auto* form = qobject_cast<KnitSettingsForm*>(knit->question()->form());
    QVERIFY(form);
    QVERIFY(form->soundMissing().isEmpty());
    QTest::mouseClick(form->speech(), Qt::LeftButton, {}, {8, form->speech()->height() / 2});
    QVERIFY(form->speech()->isChecked());
    QVERIFY(form->soundMissing().isEmpty());
    QTest::keyClick(form->tone(Tone::doNow), Qt::Key_Right);
    QTest::keyClick(form->tone(Tone::wrongSide), Qt::Key_Space);
    QVERIFY(form->soundMissing().contains("no loudspeaker"));
    QTest::keyClick(form->tone(Tone::doNow), Qt::Key_Return);
    const KnitSettings kept = KnitSettings::read(fixture.workroom());
    QVERIFY(kept.sound.speech);
    for (const Tone tone : allTones)
        QCOMPARE(kept.sound.tones[static_cast<std::size_t>(tone)], tone == Tone::doNow || tone == Tone::wrongSide);
    QCOMPARE(kept.sound, knit->settings().sound);
}

QTEST_MAIN(TestSound)
#include "tst_sound.moc"
