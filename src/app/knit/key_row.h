// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QKeyEvent>
#include <QList>
#include <QPushButton>
#include <QWidget>

#include <functional>

namespace vestimen::app {

/// What can be done at the machine, each with its key: the keys that work are the ones that are shown.
class KeyRow : public QWidget {
    Q_OBJECT

public:
    explicit KeyRow(QWidget* parent = nullptr);
    /// The first key stands on the button; the others do the same.
    QPushButton* add(const QList<Qt::Key>& keys, const QString& name, const QString& what,
                     const std::function<void()>& action);
    /// One that has its button elsewhere.
    void addKey(Qt::Key key, const std::function<void()>& action);
    /// Does what a key stands for; false where it stands for nothing.
    bool takeKey(const QKeyEvent& event) const;
    /// With what the keys do beside their names, or the names alone.
    void setRoomy(bool roomy);

private:
    struct Entry {
        QList<Qt::Key> keys;
        std::function<void()> action;
        QPushButton* button = nullptr;
        QString name;
    };
    QList<Entry> entries_;
};

} // namespace vestimen::app
