// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/quantity/gauge.h"

#include <QLineEdit>
#include <QWidget>

#include <optional>

namespace vestimen::app {

/// A gauge that somebody knows: stitches and rows in 10 cm.
class GaugeFields : public QWidget {
    Q_OBJECT

public:
    /// `name`: of the fields, as "new" in "new_stitches" and "new_rows".
    GaugeFields(const QString& name, QWidget* parent);
    /// Nothing while it is not typed, or cannot be knitted.
    std::optional<FabricGauge> gauge() const;
    /// Marks what cannot be, and says in words what can; empty where all is sound.
    QString problem();
    void setFocusOnFirst() { stitches_->setFocus(); }

signals:
    void changed();
    void entered(); ///< with the return key

private:
    QLineEdit* stitches_;
    QLineEdit* rows_;
};

} // namespace vestimen::app
