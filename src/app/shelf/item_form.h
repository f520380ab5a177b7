// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "workroom/workroom.h"

#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QWidget>

#include <functional>
#include <memory>
#include <vector>

namespace vestimen::app {

/// The page of one item of a shelf: its fields, each of which changes the item as it is typed. A field that cannot be
/// understood says why, and the item keeps its value.
class ItemForm : public QWidget {
    Q_OBJECT

public:
    /// The form of a shelf's items.
    static std::unique_ptr<ItemForm> make(Shelf shelf);

    /// FormatError when the body cannot be read.
    virtual void load(const std::string& body) = 0;
    virtual std::string body() const = 0;
    virtual QString name() const = 0;
    /// What follows from the item, in a few lines.
    virtual QStringList consequences() const { return {}; }
    /// The unit that lengths are shown in.
    void setUnit(ReadingUnit unit) { unit_ = unit; }
    /// Shows the item's values in all fields but the one that is being typed in.
    void fill();

signals:
    void edited();
    void wrong(const QString& sentence);

protected:
    using Read = std::function<std::string()>;
    /// Takes what was typed; returns what is wrong with it, or nothing.
    using Write = std::function<std::string(const std::string&)>;

    explicit ItemForm(QWidget* parent = nullptr);
    QLineEdit* addText(const QString& label, Read read, Write write);
    /// Text that may be anything.
    QLineEdit* addPlain(const QString& label, std::string& value);
    /// A number in a range; empty means 0 where that lies in it.
    QLineEdit* addNumber(const QString& label, std::function<double&()> value, double least, double most,
                         int decimals = 1);
    void addCheck(const QString& label, std::function<bool&()> value);
    QComboBox* addChoice(const QString& label, const QStringList& choices, std::function<int()> read,
                         std::function<void(int)> write);
    void addHeading(const QString& text);
    void changed();
    ReadingUnit unit() const { return unit_; }

private:
    void addField(const QString& label, QWidget* field);

    QGridLayout* grid_;
    std::vector<std::function<void()>> fills_;
    int row_ = 0;
    bool filling_ = false;
    ReadingUnit unit_ = ReadingUnit::centimetres;
};

} // namespace vestimen::app
