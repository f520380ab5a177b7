// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/knit/care_record.h"

#include <QCheckBox>
#include <QDialog>

namespace vestimen::app {

/// The yarn's way from the cone to the feeder, its points numbered; those that were looked at are filled.
class YarnWay : public QWidget {
    Q_OBJECT

public:
    explicit YarnWay(QWidget* parent = nullptr);
    void show(QStringList points, QList<bool> looked);
    QSize sizeHint() const override { return {250, 300}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QStringList points_; ///< keys of the checks
    QList<bool> looked_;
};

/// Before the first row, after the last, and what is due by hours: ticked, with its day.
class CareDialog : public QDialog {
    Q_OBJECT

public:
    CareDialog(Workroom& workroom, const Machine& machine, QDate today, QWidget* parent = nullptr);
    QList<QCheckBox*> boxes() const { return boxes_; }
    QCheckBox* box(const QString& check) const;

signals:
    void said(const QString& text);

private:
    void fill();
    void showWay();

    CareRecord record_;
    Machine machine_;
    QDate today_;
    double hours_;
    QList<QCheckBox*> boxes_;
    YarnWay* way_;
};

/// What the button says that opens it; quiet when all was done.
QString careWords(Workroom& workroom, const Machine& machine, QDate today, double hours);

} // namespace vestimen::app
