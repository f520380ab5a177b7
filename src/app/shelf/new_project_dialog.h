// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/project.h"
#include "workroom/workroom.h"

#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>

namespace vestimen::app {

/// From nothing to a first draft: machine, gauge or a known swatch, wearer, article.
class NewProjectDialog : public QDialog {
    Q_OBJECT

public:
    explicit NewProjectDialog(Workroom& workroom, QWidget* parent = nullptr);
    Project project() const { return project_; }
    /// Puts what was made here, and not taken from a shelf, onto its shelf.
    void stock(Workroom& workroom) const;

    void accept() override;

private:
    bool gaugeIsSound();
    bool readGauge(Project& project);

    QComboBox* machine_;
    QComboBox* swatch_;
    QLineEdit* stitches_;
    QLineEdit* rows_;
    QLineEdit* yarn_;
    QComboBox* wearer_;
    QLineEdit* wearerName_;
    QComboBox* size_;
    QLineEdit* name_;
    QLabel* problem_;
    QList<Machine> machines_;
    QList<Swatch> swatches_;
    QList<Wearer> wearers_;
    Project project_;
};

} // namespace vestimen::app
