// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/slip.h"
#include "app/join/step_pictures.h"
#include "app/knit/practice_view.h"
#include "app/session/handbook.h"
#include "app/session/station.h"

#include <QComboBox>
#include <QLineEdit>
#include <QListWidget>
#include <QStackedWidget>
#include <QTextBrowser>

namespace vestimen::app {

/// The handbook: what there is to read, and hand movements and faults as cards to watch and to practise.
class HandbookStation : public Station {
    Q_OBJECT

public:
    explicit HandbookStation(Session& session, QWidget* parent = nullptr);
    void refresh() override;

    /// Opens a page by its key; false where there is none.
    bool open(const QString& key);
    QString opened() const;
    const Handbook& handbook() const { return book_; }
    QLineEdit* search() const { return search_; }
    QListWidget* list() const { return list_; }
    PracticeView* practice() const { return practice_; }
    QComboBox* habit() const { return habit_; }
    QTextBrowser* reading() const { return reading_; }
    Slip* slip() const { return slip_; }
    /// The opened page as PDF; says where it lies, or that it cannot be written.
    bool print(const QString& file);

signals:
    /// Back to where F1 was pressed.
    void left();
    /// The words of the other habit of speech, or of this one.
    void habitWanted(bool other);

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void fillList();
    void showPage();
    void showCard(const HandbookPage& page);
    const HandbookPage* current() const;

    Handbook book_;
    QLineEdit* search_;
    QListWidget* list_;
    QComboBox* habit_;
    QStackedWidget* views_;
    QTextBrowser* reading_;
    PracticeView* practice_;
    StepPictures* sewing_;
    Slip* slip_;
    bool filling_ = false;
};

} // namespace vestimen::app
