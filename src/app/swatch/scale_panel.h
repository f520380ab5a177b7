// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "devices/yarn_scale.h"
#include "workroom/workroom.h"

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QWidget>

namespace vestimen::app {

/// The yarn scale: its port, what it shows, and a button that takes the weight over.
class ScalePanel : public QWidget {
    Q_OBJECT

public:
    explicit ScalePanel(Workroom& workroom, QWidget* parent = nullptr);
    YarnScale& scale() { return scale_; }
    QComboBox* port() const { return port_; }
    QPushButton* take() const { return take_; }
    QString words() const { return words_->text(); }

signals:
    void taken(double grams);

private:
    void connectTo();
    void show();

    Workroom& workroom_;
    YarnScale scale_;
    QComboBox* port_;
    QLabel* words_;
    QPushButton* take_;
};

} // namespace vestimen::app
