// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/swatch/swatch.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QScrollArea>

namespace vestimen::app {

/// What was done to the swatch, one chip after another, each with its gauge and how much it changed the fabric.
class TreatmentBar : public QScrollArea {
    Q_OBJECT

public:
    explicit TreatmentBar(QWidget* parent = nullptr);
    void show(const Swatch& swatch);

signals:
    void chosen(int index);
    void added(vestimen::TreatmentKind kind);
    void removed(int index);

private:
    void matchChips(int count);

    QHBoxLayout* layout_;
    QList<QPushButton*> chips_;
    QPushButton* add_;
};

/// "−2.1 %", "+0.4 %".
QString percentText(double share);
/// When a rest is over, and whether it is; empty where no rest was begun.
QString restText(const Treatment& treatment, const QDateTime& now);

} // namespace vestimen::app
