// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/station.h"

#include <QGridLayout>
#include <QVBoxLayout>

class QComboBox;

namespace vestimen::app {

/// The first page: what is on the machine, the projects with their pieces drawn, swatches and wearers.
class WorkroomPage : public Station {
    Q_OBJECT

public:
    explicit WorkroomPage(Session& session, QWidget* parent = nullptr);
    void refresh() override;

signals:
    void projectChosen(qint64 project);
    void pieceChosen(qint64 project, qint64 piece);
    void newProjectWanted();
    void safeCopiesWanted();
    void shelfWanted(Shelf shelf);

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    QWidget* problemCard(const QString& text);
    void fillMachine(QVBoxLayout* layout);
    void fillProjects(QVBoxLayout* layout);
    void fillShelves(QVBoxLayout* layout);
    void addLines(QVBoxLayout* layout);
    void addTiles(QVBoxLayout* layout);
    /// In as many columns as there is room for.
    void placeTiles();
    static int columnsFor(int wide);

    QVBoxLayout* content_;
    QWidget* tools_;
    QComboBox* form_;
    QList<ShelfItem> shown_;
    QString sought_;
    bool byName_ = false;
    bool asLines_ = false;
    bool isChosen_ = false;       ///< tiles or lines, by hand
    QGridLayout* grid_ = nullptr; ///< of the tiles; none where there are lines
    QList<QWidget*> tiles_;
    int columns_ = 0; ///< in which the tiles stand
};

} // namespace vestimen::app
