// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/label.h"
#include "core/yarn/yarn.h"

#include <QIcon>

#include <functional>
#include <vector>

class QDialog;
class QLineEdit;
class QPushButton;
class QScrollArea;
class QVBoxLayout;

namespace vestimen::app {

class Slip;

/// A picture of a yarn's colour, for lists and buttons.
QIcon yarnIcon(const Yarn& yarn);

/// Marks a field as wrong, or right again; the style sheet frames it.
void setWrong(QLineEdit* edit, bool wrong);
/// Whether somebody is at work in the field, so that its text must be left alone; also while another window is active.
bool isBeingTyped(const QWidget* field);
/// A line of a form: the name at the left, the field at the right, which is told its name.
void addRow(QVBoxLayout* form, const QString& name, QWidget* field, int fieldWidth = 128);
/// A button as large as its sign, which is told what it does.
QPushButton* chipButton(const QString& sign, const QString& does, QWidget* parent);
/// Rows of a list beyond so many go; whoever sent the click is one of them.
template<class Row> void shorten(std::vector<Row>& rows, std::size_t most) {
    for (; rows.size() > most; rows.pop_back()) {
        rows.back().row->hide();
        rows.back().row->deleteLater();
    }
}
/// A dialog's column under its heading.
QVBoxLayout* dialogForm(QDialog* dialog, const QString& title);
/// OK and Cancel at its foot.
void addDialogButtons(QDialog* dialog, QVBoxLayout* layout);
/// A line of text that ends in dots where there is no room for it.
class ElidedLabel : public Label {
public:
    using Label::Label;
    QSize minimumSizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;
};

/// A window of that size, or as much of it as its screen has room for.
void resizeWithin(QWidget& window, QSize size);
/// A column that scrolls when it is higher than the window has room for.
QScrollArea* scrolledColumn(QWidget* column, QWidget* parent);
/// A slip that scrolls when its lines are more than the window has room for.
QScrollArea* scrolled(Slip* slip, QWidget* parent);

} // namespace vestimen::app
