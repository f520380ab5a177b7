// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/knit/knitting_state.h"

#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSpinBox>

namespace vestimen::app {

/// "My counter says …": sets the row right by hand, with the reason.
class CounterDialog : public QDialog {
    Q_OBJECT

public:
    CounterDialog(const KnittingState& state, QWidget* parent);
    QSpinBox* row() const { return row_; }
    QLineEdit* why() const { return why_; }

private:
    QSpinBox* row_;
    QLineEdit* why_;
};

/// "I made a mistake": what it was, and what can be done about it now.
class MistakeDialog : public QDialog {
    Q_OBJECT

public:
    enum class Mistake { tooMany, tooFew, droppedStitch, notPutBack, wrongRows };
    enum class Remedy { none, unravel, carry, remember };

    MistakeDialog(const KnittingState& state, QWidget* parent);
    QComboBox* mistake() const { return mistake_; }
    QComboBox* side() const { return side_; }
    QSpinBox* rows() const { return rows_; }
    QPushButton* unravelButton() const { return unravel_; }
    QPushButton* carryButton() const { return carry_; }
    QPushButton* rememberButton() const { return remember_; }
    QString words() const { return words_->text(); }

    /// What was chosen, after it was accepted.
    Remedy remedy() const { return remedy_; }
    int rowsToUnravel() const;
    const std::optional<Correction>& correction() const { return correction_; }
    /// In one line, for the journal.
    QString summary() const;

private:
    void work();
    QPushButton* addRemedy(const QString& text, Remedy remedy);

    const KnittingState& state_;
    QComboBox* mistake_;
    QComboBox* side_;
    QSpinBox* rows_;
    QLabel* words_;
    QPushButton* unravel_;
    QPushButton* carry_;
    QPushButton* remember_;
    std::optional<Correction> correction_;
    int rowsBack_ = 0;
    Remedy remedy_ = Remedy::none;
};

} // namespace vestimen::app
