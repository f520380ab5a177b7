// SPDX-License-Identifier: GPL-3.0-or-later
// A line of fields for a question at the machine, each with its name before it.
#pragma once

#include "app/canvas/label.h"

#include <QHBoxLayout>
#include <QWidget>

namespace vestimen::app {

inline QWidget* lineOfFields() {
    auto* form = new QWidget;
    auto* line = new QHBoxLayout(form);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(12);
    return form;
}

template<class Field> Field* addField(QWidget* form, const QString& name, int width = 0) {
    auto* field = new Field(form);
    field->setAccessibleName(name);
    form->layout()->addWidget(new Label(name, form));
    form->layout()->addWidget(field);
    if (width > 0)
        field->setFixedWidth(width);
    return field;
}

inline void endLine(QWidget* form) {
    static_cast<QHBoxLayout*>(form->layout())->addStretch(1);
}

} // namespace vestimen::app
