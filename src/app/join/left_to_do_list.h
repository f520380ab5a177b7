// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/project.h"

#include <QListWidget>

namespace vestimen {
struct Worked;
}

namespace vestimen::app {

/// What comes after the joins, each with its box.
class LeftToDoList : public QListWidget {
    Q_OBJECT

public:
    explicit LeftToDoList(QWidget* parent = nullptr);
    void show(const Project& project, const Worked& drawn);

signals:
    /// By its key, and how it is called.
    void ticked(const QString& key, const QString& what, bool done);

private:
    bool filling_ = false;
};

/// On which day something was ticked, for people; empty where it is not.
QString tickedOn(const Project& project, const std::string& what);
/// With today's date.
void setTicked(Project& project, const std::string& what, bool done);

} // namespace vestimen::app
