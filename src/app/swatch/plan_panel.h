// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/session.h"

#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>
#include <QWidget>

#include <functional>

namespace vestimen::app {

using ProjectChange = std::function<void(Project&)>;

/// What a swatch is planned with: machine, yarn, stitch size, fabric, field and margins.
class PlanPanel : public QWidget {
    Q_OBJECT

public:
    explicit PlanPanel(Session& session, QWidget* parent = nullptr);
    void fill();

    QComboBox* machine() const { return machine_; }
    QComboBox* yarn() const { return yarn_; }
    QComboBox* fabric() const { return fabric_; }
    QLineEdit* size() const { return size_; }
    QSpinBox* field() const { return field_; }
    QSpinBox* fieldRows() const { return fieldRows_; }
    QSpinBox* margin() const { return margin_; }
    QPushButton* another() const { return another_; }
    QPushButton* knit() const { return knit_; }

signals:
    void edited(const QString& what, const vestimen::app::ProjectChange& change);
    void printWanted();
    void knitWanted();

private:
    void fillShelf(QComboBox* list, Shelf shelf, const std::string& own);
    void chooseMachine(int index);
    QSpinBox* count(int most, const QString& name, const QString& what, void (*set)(Swatch&, int));

    Session& session_;
    QVBoxLayout* form_;
    QLineEdit* name_;
    QComboBox* machine_;
    QComboBox* yarn_;
    QSpinBox* strands_;
    QLineEdit* size_;
    QComboBox* fabric_;
    QLineEdit* pattern_;
    QSpinBox* castOn_;
    QSpinBox* field_;
    QSpinBox* fieldRows_;
    QSpinBox* margin_;
    QSpinBox* heights_;
    QSpinBox* weights_;
    QSpinBox* apart_;
    QPushButton* another_;
    QPushButton* knit_;
    bool filling_ = false;
};

} // namespace vestimen::app
