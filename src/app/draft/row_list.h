// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/knitting/wording.h"

#include <QListWidget>

#include <utility>
#include <vector>

namespace vestimen::app {

/// A piece's rows in words. Its lines and the drawing's rows point at each other.
class RowList : public QListWidget {
    Q_OBJECT

public:
    explicit RowList(QWidget* parent = nullptr);

    void show(const Program& program);
    /// The passes of a line, from 0, both ends included; of something done by hand, the one that follows it.
    std::pair<int, int> passes(int line) const { return passes_.at(static_cast<std::size_t>(line)); }
    /// Makes the line that knits a pass the current one.
    void point(int pass);

signals:
    void pointedAt(int line);

private:
    Program shown_;
    std::vector<std::pair<int, int>> passes_;
    std::vector<bool> isRows_;
};

} // namespace vestimen::app
