// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/joining/joins.h"

#include <QWidget>

#include <optional>

namespace vestimen::app {

/// Two edges, one over the other, with the lines that hands follow between them.
class JoinPicture : public QWidget {
    Q_OBJECT

public:
    explicit JoinPicture(QWidget* parent = nullptr);
    void show(const Join* join);
    /// The pair that hands are at, in the order in which they work; none before they begin.
    void setHand(int at);
    QSize minimumSizeHint() const override { return {240, 200}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void paintGraft(QPainter& painter, double left, double wide, double above, double below) const;

    std::optional<Join> join_;
    int hand_ = -1;
};

/// One needle of a hang map, to be read from the machine: which it is, and what goes onto it.
class HangCard : public QWidget {
    Q_OBJECT

public:
    explicit HangCard(QWidget* parent = nullptr);
    void show(int at, int of, const QString& needle, const QString& takes);
    QString text() const { return needle_ + QStringLiteral(" · ") + takes_; }
    QSize minimumSizeHint() const override { return {240, 84}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QString count_;
    QString needle_;
    QString takes_;
};

} // namespace vestimen::app
