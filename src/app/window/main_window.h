// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/session.h"
#include "app/window/thread.h"

#include <QLabel>
#include <QMainWindow>
#include <QPointer>
#include <QStackedWidget>
#include <QTimer>

#include <array>

class QVBoxLayout;

namespace vestimen::app {

class DraftStation;
class HandbookStation;
class JoinStation;
class KnitStation;
class MeasureStation;
class ReckonerDrawer;
class ReviewStation;
class ShelvesPage;
class Station;
class SwatchStation;
class WorkroomPage;

/// The thread at the left, and the station that its chosen knot stands for.
class MainWindow : public QMainWindow {
    Q_OBJECT

public:
    explicit MainWindow(Workroom& workroom, QWidget* parent = nullptr);
    ~MainWindow() override;

    enum StationIndex { workroomPage = -1, swatch, measure, draft, knit, join, review, shelvesPage, handbookPage };
    void showStation(int station);
    int currentStation() const { return current_; }

    Session& session() { return session_; }
    // Each is built when it is first wanted, so that the window opens at once.
    WorkroomPage* workroomStation();
    ShelvesPage* shelvesStation();
    SwatchStation* swatchStation();
    MeasureStation* measureStation();
    DraftStation* draftStation();
    KnitStation* knitStation();
    JoinStation* joinStation();
    ReviewStation* reviewStation();
    HandbookStation* handbookStation();
    /// F1: the page about what is at hand, and again to where it was pressed.
    void openHandbook();
    /// At a page, by its key.
    void openHandbook(const QString& key);
    ReckonerDrawer* reckoner();
    bool isReckonerOpen() const;
    Thread* thread() const { return thread_; }
    /// The drawer of quick sums at the foot.
    void openReckoner(bool open);
    QString message() const { return message_->text(); }

    void chooseTheme(bool dark);
    /// The words of the other habit of speech: every station is built anew.
    void chooseWords(bool other);
    /// The project as JSON, or its draft as SVG, DXF or CSV, by the file's ending.
    void exportTo(const QString& file);

signals:
    /// This copy shall take the workroom's place, once the window is closed.
    void restoreWanted(const SafeCopy& copy);

protected:
    void changeEvent(QEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void buildShortcuts();
    template<class Kind> Kind* built(int station);
    Station* station(int station);
    void openProject(qint64 id, int station);
    void showShelf(Shelf shelf);
    void undo(bool again);
    void newProject();
    void showSafeCopies();
    void keepSafe();
    void importProject();
    void exportProject();
    void say(const QString& text);
    void fillThread();
    void makeRoom();
    void leaveHandbook();
    /// The page about the field that has the keyboard, or about the station.
    QString helpAtHand();
    void restore();
    /// What draft and all after it rest on, to see whether it changed since a station was looked at.
    Project inputs() const;

    Session session_;
    Thread* thread_;
    QStackedWidget* stack_;
    QWidget* tools_;
    QVBoxLayout* rightColumn_; ///< the stations, the reckoner and the foot
    ReckonerDrawer* reckoner_ = nullptr;
    QPointer<QWidget> beforeReckoner_; ///< that had the keyboard
    QLabel* message_;
    QTimer messageTime_;
    std::array<Station*, 9> stations_{}; ///< the workroom first, shelves and handbook last; null until built
    int beforeHandbook_ = workroomPage;
    QPointer<QWidget> atHand_; ///< that had the keyboard there
    std::array<Project, 6> lookedAt_;
    int current_ = workroomPage;
};

} // namespace vestimen::app
