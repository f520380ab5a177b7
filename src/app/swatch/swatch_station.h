// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/slip.h"
#include "app/session/station.h"
#include "app/swatch/plan_panel.h"
#include "app/swatch/swatch_canvas.h"

#include <QButtonGroup>
#include <QLabel>
#include <QScrollArea>
#include <QStackedWidget>

namespace vestimen::app {

class JudgePage;
class NewsBar;
class ReadPanel;
class TreatmentBar;

/// From yarn on the table to a gauge that can be trusted: plan the swatch, read it, judge it.
class SwatchStation : public Station {
    Q_OBJECT

public:
    enum class Mode { plan, read, judge };

    explicit SwatchStation(Session& session, QWidget* parent = nullptr);
    void refresh() override;
    void showMode(Mode mode);

    SwatchCanvas* canvas() const { return canvas_; }
    Slip* slip() const { return slip_; }
    PlanPanel* plan() const { return plan_; }
    ReadPanel* reading() const { return read_; }
    JudgePage* judge() const { return judge_; }
    NewsBar* news() const { return news_; }
    QString problem() const;

    /// Writes the gauge rule of this field; a sentence is said when it cannot be.
    bool saveRule(const QString& file, bool asPdf);
    bool savePlan(const QString& file);

signals:
    void knitWanted();

private:
    void read(bool isWidth, int index, const QString& text);
    void edit(const QString& what, const ProjectChange& change);
    void fillSlip();
    void fillPlanSlip();
    void fillReadSlip();
    void fillJudgeSlip();

    Mode mode_ = Mode::read;
    QLabel* title_;
    QLabel* subtitle_;
    QButtonGroup* modes_;
    NewsBar* news_;
    QList<NewsBar*> otherNews_; ///< of the machine and the yarn
    QLabel* problem_;
    QStackedWidget* pages_;
    QWidget* bench_;
    SwatchCanvas* canvas_;
    TreatmentBar* treatments_;
    JudgePage* judge_;
    Slip* slip_;
    PlanPanel* plan_;
    ReadPanel* read_;
    qint64 shownProject_ = 0;
};

} // namespace vestimen::app
