// SPDX-License-Identifier: GPL-3.0-or-later
// Stands in for a speech engine: instead of speaking, it appends what it is to say to the file that VESTIMEN_SPOKEN
// names, a line each.
#include <QFile>
#include <QLocale>
#include <QTextToSpeechEngine>
#include <QTextToSpeechPlugin>

namespace vestimen {

class WrittenSpeech : public QTextToSpeechEngine {
    Q_OBJECT

public:
    using QTextToSpeechEngine::QTextToSpeechEngine;

    void say(const QString& text) override {
        QFile file(qEnvironmentVariable("VESTIMEN_SPOKEN"));
        if (file.open(QIODevice::Append))
            file.write(text.toUtf8() + '\n');
    }
    void stop(QTextToSpeech::BoundaryHint) override {}
    void pause(QTextToSpeech::BoundaryHint) override {}
    void resume() override {}

    QList<QLocale> availableLocales() const override { return {QLocale()}; }
    QList<QVoice> availableVoices() const override { return {voice()}; }
    double rate() const override { return 0; }
    bool setRate(double) override { return true; }
    double pitch() const override { return 0; }
    bool setPitch(double) override { return true; }
    double volume() const override { return 1; }
    bool setVolume(double) override { return true; }
    QLocale locale() const override { return QLocale(); }
    bool setLocale(const QLocale&) override { return true; }
    QVoice voice() const override {
        return createVoice(QStringLiteral("writer"), QLocale(), QVoice::Unknown, QVoice::Other, {});
    }
    bool setVoice(const QVoice&) override { return true; }
    QTextToSpeech::State state() const override { return QTextToSpeech::Ready; }
    QTextToSpeech::ErrorReason errorReason() const override { return QTextToSpeech::ErrorReason::NoError; }
    QString errorString() const override { return {}; }
};

class WrittenSpeechPlugin : public QObject, public QTextToSpeechPlugin {
    Q_OBJECT
    Q_PLUGIN_METADATA(IID "org.qt-project.qt.speech.tts.plugin/6.0" FILE "speech.json")
    Q_INTERFACES(QTextToSpeechPlugin)

public:
    QTextToSpeechEngine* createTextToSpeechEngine(const QVariantMap&, QObject* parent, QString*) const override {
        return new WrittenSpeech(parent);
    }
};

} // namespace vestimen

#include "vestimen_speech.moc"
