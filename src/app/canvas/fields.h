// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

class QLineEdit;
class QScrollArea;
class QWidget;

namespace vestimen::app {

class Slip;

/// Marks a field as wrong, or right again; the style sheet frames it.
void setWrong(QLineEdit* edit, bool wrong);
/// Whether somebody is at work in the field, so that its text must be left alone; also while another window is active.
bool isBeingTyped(const QWidget* field);
/// A slip that scrolls when its lines are more than the window has room for.
QScrollArea* scrolled(Slip* slip, QWidget* parent);

} // namespace vestimen::app
