// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "workroom/exchange.h"

#include <QDialog>

class QLabel;
class QListWidget;
class QPushButton;

namespace vestimen::app {

/// The workroom's safe copies: what each holds, putting one back, and everything as files, out and in.
class SafeCopiesDialog : public QDialog {
    Q_OBJECT

public:
    explicit SafeCopiesDialog(Workroom& workroom, QWidget* parent = nullptr);

    /// The copy that shall take the workroom's place; nothing where none was chosen.
    const std::optional<SafeCopy>& chosen() const { return chosen_; }
    /// Whether something was added to the workroom.
    bool hasImported() const { return hasImported_; }
    void exportInto(const QString& folder);
    void importFrom(const QString& folder);

private:
    void showCopy();
    void restore();
    void report(const Exchanged& done, const QString& what);

    Workroom& workroom_;
    QList<SafeCopy> copies_;
    QListWidget* list_;
    QLabel* contents_;
    QLabel* message_;
    QPushButton* restore_;
    std::optional<SafeCopy> chosen_;
    bool isSure_ = false; ///< asked once
    bool hasImported_ = false;
};

} // namespace vestimen::app
