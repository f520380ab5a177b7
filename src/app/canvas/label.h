// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>

namespace vestimen::app {

/// A label that shows text as it is. What people type and what files say is never markup: a name could else draw
/// pictures, or read files.
class Label : public QLabel {
    Q_OBJECT

public:
    explicit Label(QWidget* parent = nullptr) : QLabel(parent) { setTextFormat(Qt::PlainText); }
    explicit Label(const QString& text, QWidget* parent = nullptr) : Label(parent) { setText(text); }
};

} // namespace vestimen::app
