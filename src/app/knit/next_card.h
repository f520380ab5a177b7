// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QStringList>
#include <QWidget>

namespace vestimen::app {

/// The next thing to do in one sentence, when, and what comes after it. Its labels are placed by hand: a row changes
/// their words only, and must not lay out the whole screen. A click anywhere on it says that it is done.
class NextCard : public QWidget {
    Q_OBJECT

public:
    explicit NextCard(QWidget* parent = nullptr);
    void setWords(const QString& when, const QString& sentence, const QString& then);
    /// Sizes of the letters, 1 at the machine; more for the far side of the room.
    void setScale(double scale);

signals:
    /// It is done.
    void clicked();

protected:
    void mouseReleaseEvent(QMouseEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void layOut();

    QLabel* when_;
    QLabel* sentence_;
    QLabel* then_;
    double scale_ = 1.0;
};

/// The steps that come after it, a line each.
class ComingLines : public QWidget {
    Q_OBJECT

public:
    explicit ComingLines(QWidget* parent = nullptr);
    void setLines(const QStringList& lines);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QStringList lines_;
};

} // namespace vestimen::app
