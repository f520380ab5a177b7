// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAbstractButton>
#include <QList>
#include <QWidget>

namespace vestimen::app {

/// One knot of the thread: a station's name and its answer so far.
class Knot : public QAbstractButton {
    Q_OBJECT

public:
    Knot(const QString& name, bool isLast, QWidget* parent);

    /// `loose`: what it rests on changed since it was last looked at. `reached`: it has an answer.
    void setAnswer(const QString& answer, bool reached, bool loose);
    void setNarrow(bool narrow);
    bool isLoose() const { return loose_; }
    QString answer() const { return answer_; }
    QSize sizeHint() const override { return {176, 98}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QString answer_;
    bool isLast_;
    bool reached_ = false;
    bool loose_ = false;
    bool narrow_ = false;
};

/// The column at the left: the workroom, then a line of yarn with six knots in the order of the work.
class Thread : public QWidget {
    Q_OBJECT

public:
    explicit Thread(const QStringList& stations, QWidget* parent = nullptr);

    Knot* knot(int station) const { return knots_[station]; }
    /// -1: the workroom.
    void setCurrent(int station);
    /// Only the knots, without words.
    void setNarrow(bool narrow);

signals:
    void chosen(int station);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QAbstractButton* workroom_;
    QList<Knot*> knots_;
    bool narrow_ = false;
};

} // namespace vestimen::app
