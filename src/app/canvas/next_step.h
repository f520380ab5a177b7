// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/gauge_fields.h"
#include "app/session/session.h"

#include <QLabel>
#include <QPushButton>

namespace vestimen::app {

/// What every station says that waits for a gauge or for measures: what is missing, that the rest is only sketched, and
/// the step that leads on. Seen while the session has a sketch and nothing else.
class NextStep : public QWidget {
    Q_OBJECT

public:
    NextStep(Session& session, QWidget* parent);
    void fill();

signals:
    void swatchWanted();
    void measuresWanted();

private:
    void take();

    Session& session_;
    QLabel* words_;
    QPushButton* read_;
    QPushButton* type_;
    QWidget* form_;
    GaugeFields* fields_;
    QLabel* problem_;
    QPushButton* measure_;
};

} // namespace vestimen::app
