// SPDX-License-Identifier: GPL-3.0-or-later
// How a choice is made in a station, as hands do it.
#pragma once

#include <QCheckBox>
#include <QComboBox>
#include <QSpinBox>
#include <QTest>

namespace vestimen::test {

/// Of what is shown there now.
inline void pickInList(QWidget* station, const char* option) {
    for (QComboBox* box : station->findChildren<QComboBox*>())
        if (const int at = box->findText(option); box->isVisible() && at >= 0) {
            box->setCurrentIndex(at);
            emit box->activated(at);
            return;
        }
    QFAIL(option);
}

inline void tickBox(QWidget* station, const char* text) {
    for (QCheckBox* box : station->findChildren<QCheckBox*>())
        if (box->isVisible() && box->text() == text) {
            QTest::mouseClick(box, Qt::LeftButton, {}, QPoint(8, box->height() / 2));
            return;
        }
    QFAIL(text);
}

inline void setNumber(QWidget* station, const char* name, int number) {
    for (QSpinBox* box : station->findChildren<QSpinBox*>())
        if (box->isVisible() && box->accessibleName() == name) {
            box->setFocus();
            box->selectAll();
            QTest::keyClicks(box, QString::number(number));
            QTest::keyClick(box, Qt::Key_Return);
            return;
        }
    QFAIL(name);
}

} // namespace vestimen::test
