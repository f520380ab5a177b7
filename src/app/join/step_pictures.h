// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/joining/join_ways.h"

#include <QWidget>

#include <optional>

namespace vestimen::app {

/// The steps of a join beside each other: a small drawing each, and what is done.
class StepPictures : public QWidget {
    Q_OBJECT

public:
    explicit StepPictures(QWidget* parent = nullptr);
    void show(std::optional<JoinMethod> method);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    double columnWidth() const;
    /// As high as the words of its steps need in their columns.
    void fit();

    std::span<const JoinStep> steps_;
};

} // namespace vestimen::app
