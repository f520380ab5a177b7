// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reckoning/reckoning.h"

#include <QHash>
#include <QList>
#include <QStaticText>
#include <QVBoxLayout>
#include <QWidget>

namespace vestimen::app {

/// The paper slip at the right: a title, the working line by line, findings, and below them lasting controls.
class Slip : public QWidget {
    Q_OBJECT

public:
    explicit Slip(QWidget* parent = nullptr);

    void begin(const QString& title);
    void addLine(const QString& what, const QString& value);
    void addAnswer(const QString& what, const QString& value);
    void addRule();
    void addNote(const QString& text, Severity severity = Severity::note);
    void addReckoning(const Reckoning& reckoning, ReadingUnit unit);
    /// Shows what was added since `begin`.
    void end();

    /// Where controls go; they stay when the lines change.
    QVBoxLayout* controls() { return controls_; }
    /// All that it says as text, its controls' sentences last: for tests and for those who cannot see it.
    QString plainText() const;

    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    enum class Kind { line, answer, rule, note };
    struct Line {
        Kind kind = Kind::line;
        QString what;
        QString value;
        Severity severity = Severity::note;
    };

    /// Text laid out for a width. Most lines say the same after a digit as before it, and laying out is what costs.
    const QStaticText& laidOut(const QString& text, int pixels, int weight, int width) const;
    int lineHeight(const Line& line) const;
    int linesHeight() const;
    void place();

    QString title_;
    QList<Line> lines_;
    mutable QHash<QString, QStaticText> laidOut_;
    int shownHeight_ = 0;
    QVBoxLayout* layout_;
    QVBoxLayout* controls_;
};

} // namespace vestimen::app
