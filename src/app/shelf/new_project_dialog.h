// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/project.h"
#include "workroom/workroom.h"

#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>

#include <map>

namespace vestimen::app {

/// A value and the shelf item that it is.
template<class Value> struct Shelved {
    qint64 id = 0;
    Value value;
};

/// From nothing to a first draft: machine, gauge or a known swatch, wearer, shape.
class NewProjectDialog : public QDialog {
    Q_OBJECT

public:
    explicit NewProjectDialog(Workroom& workroom, QWidget* parent = nullptr);
    Project project() const { return project_; }
    /// The shelf items that parts of it were taken from.
    std::map<Shelf, qint64> sources() const;

    void accept() override;

private:
    bool gaugeIsSound();
    bool take(Project& project, Shelf shelf, qint64 id);
    const Shelved<Yarn>* shelvedYarn() const;
    bool readGauge(Project& project);

    Workroom& workroom_;
    QComboBox* machine_;
    QComboBox* swatch_;
    QLineEdit* stitches_;
    QLineEdit* rows_;
    QLineEdit* yarn_;
    QComboBox* wearer_;
    QLineEdit* wearerName_;
    QComboBox* size_;
    QComboBox* body_;
    QComboBox* closure_ = nullptr;
    QComboBox* neck_;
    QLineEdit* name_;
    QLabel* problem_;
    QList<Shelved<Machine>> machines_;
    QList<ShelfItem> swatches_;
    QList<ShelfItem> wearers_;
    QList<Shelved<Yarn>> yarns_;
    Project project_;
};

} // namespace vestimen::app
