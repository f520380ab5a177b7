// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shelf/item_form.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "core/quantity/parsing.h"

namespace vestimen::app {

ItemForm::ItemForm(QWidget* parent) : QWidget(parent), grid_(new QGridLayout(this)) {
    grid_->setContentsMargins(0, 0, 8, 0);
    grid_->setHorizontalSpacing(14);
    grid_->setVerticalSpacing(8);
    grid_->setColumnStretch(1, 1);
}

void ItemForm::fill() {
    filling_ = true;
    for (const auto& each : fills_)
        each();
    filling_ = false;
}

void ItemForm::changed() {
    if (!filling_)
        emit edited();
}

void ItemForm::addField(const QString& label, QWidget* field) {
    auto* words = new Label(label, this);
    words->setObjectName(QStringLiteral("muted"));
    field->setAccessibleName(label);
    field->setMaximumWidth(420);
    grid_->addWidget(words, row_, 0);
    grid_->addWidget(field, row_++, 1);
    grid_->setRowStretch(row_ - 1, 0);
}

void ItemForm::addHeading(const QString& text) {
    auto* label = new Label(text, this);
    label->setObjectName(QStringLiteral("heading"));
    grid_->addWidget(label, row_++, 0, 1, 2);
}

QLineEdit* ItemForm::addText(const QString& label, Read read, Write write) {
    auto* edit = new QLineEdit(this);
    addField(label, edit);
    connect(edit, &QLineEdit::textEdited, this, [this, edit, write](const QString& text) {
        const std::string problem = write(text.trimmed().toStdString());
        setWrong(edit, !problem.empty());
        emit wrong(QString::fromStdString(problem));
        if (problem.empty())
            changed();
    });
    fills_.push_back([edit, read] {
        if (isBeingTyped(edit))
            return;
        edit->setText(QString::fromStdString(read()));
        setWrong(edit, false);
    });
    return edit;
}

QLineEdit* ItemForm::addPlain(const QString& label, std::string& value) {
    return addText(
        label, [&value] { return value; },
        [&value](const std::string& typed) {
            value = typed;
            return std::string();
        });
}

QLineEdit* ItemForm::addNumber(const QString& label, std::function<double&()> value, double least, double most,
                               int decimals) {
    return addText(
        label, [value, decimals] { return value() == 0.0 ? std::string() : number(value(), decimals); },
        [value, least, most, label](const std::string& typed) {
            const auto parsed = typed.empty() ? Parsed<double>{0.0, {}} : parseNumber(typed);
            if (!parsed)
                return parsed.problem;
            if (*parsed < least || *parsed > most)
                return tr("%1 is a number from %2 to %3.").arg(label).arg(least).arg(most).toStdString();
            value() = *parsed;
            return std::string();
        });
}

void ItemForm::addCheck(const QString& label, std::function<bool&()> value) {
    auto* check = new QCheckBox(label, this);
    grid_->addWidget(check, row_++, 1);
    connect(check, &QCheckBox::toggled, this, [this, value](bool on) {
        if (filling_)
            return;
        value() = on;
        changed();
    });
    fills_.push_back([check, value] { check->setChecked(value()); });
}

QComboBox* ItemForm::addChoice(const QString& label, const QStringList& choices, std::function<int()> read,
                               std::function<void(int)> write) {
    auto* list = new QComboBox(this);
    list->addItems(choices);
    addField(label, list);
    connect(list, &QComboBox::activated, this, [this, write](int index) {
        write(index);
        changed();
    });
    fills_.push_back([list, read] { list->setCurrentIndex(read()); });
    return list;
}

} // namespace vestimen::app
