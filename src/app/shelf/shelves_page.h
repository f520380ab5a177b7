// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/station.h"
#include "app/shelf/item_form.h"

#include <QButtonGroup>
#include <QListWidget>
#include <QPushButton>
#include <QScrollArea>

#include <vector>

namespace vestimen::app {

/// The shelves of yarns, machines, swatches and wearers: found by words, each item with its page.
class ShelvesPage : public Station {
    Q_OBJECT

public:
    explicit ShelvesPage(Session& session, QWidget* parent = nullptr);
    void refresh() override;
    void showShelf(Shelf shelf);
    void showItem(qint64 id);
    /// Takes the last change of the item that is shown back.
    void undo();

    QLineEdit* search() const { return search_; }
    QListWidget* list() const { return list_; }
    ItemForm* form() const { return form_.get(); }
    QPushButton* button(const QString& name) const { return findChild<QPushButton*>(name); }
    QString problem() const { return problem_->text(); }
    qint64 item() const { return item_; }

    bool importItem(const QString& file);
    bool exportItem(const QString& file);

signals:
    void usedInProject(Shelf shelf);

protected:
    void hideEvent(QHideEvent* event) override;

private:
    void buildList(QVBoxLayout* column);
    void buildPage(QVBoxLayout* column);
    void fillList();
    void fillPage();
    void save();
    void make();
    void copy();
    void retire();
    void use();
    qint64 add(const QString& name, const std::string& body);
    /// Carries something out, and says what the workroom could not do.
    template<class Action> bool tried(Action action);

    Shelf shelf_ = Shelf::yarns;
    qint64 item_ = 0;
    QButtonGroup* shelves_;
    QLineEdit* search_;
    QCheckBox* retiredToo_;
    QListWidget* list_;
    QLabel* more_;
    QLabel* title_;
    QLabel* used_;
    QLabel* problem_;
    QScrollArea* scroll_;
    QLabel* consequences_;
    QPushButton* retire_ = nullptr;
    QPushButton* use_ = nullptr;
    QPushButton* undo_ = nullptr;
    QPushButton* copy_ = nullptr;
    QPushButton* export_ = nullptr;
    std::unique_ptr<ItemForm> form_;
    std::vector<std::string> before_; ///< the item's earlier bodies, since it was opened
};

} // namespace vestimen::app
