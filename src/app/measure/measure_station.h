// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/question_bar.h"
#include "app/canvas/slip.h"
#include "app/measure/figure_canvas.h"
#include "app/session/station.h"

#include <QButtonGroup>
#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>

namespace vestimen::app {

class HistoryLine;
class NewsBar;

/// The measures that the garment needs, in the order in which a tape goes round a person; ease; result.
class MeasureStation : public Station {
    Q_OBJECT

public:
    explicit MeasureStation(Session& session, QWidget* parent = nullptr);
    void refresh() override;
    QLineEdit* valueEdit(Measure measure) const { return rows_[static_cast<std::size_t>(measure)].value; }
    QLineEdit* easeEdit(Measure measure) const {
        const QComboBox* ease = rows_[static_cast<std::size_t>(measure)].ease;
        return ease ? ease->lineEdit() : nullptr;
    }
    QString result(Measure measure) const { return rows_[static_cast<std::size_t>(measure)].result->text(); }
    FigureCanvas* figure() const { return figure_; }
    Slip* slip() const { return slip_; }
    NewsBar* news() const { return news_; }
    QCheckBox* all() const { return all_; }
    QLineEdit* takenBy() const { return by_; }
    QLineEdit* date() const { return date_; }
    QString problem() const { return problem_->text(); }
    /// Measuring a garment that fits, laid flat, instead of the body.
    void measureGarment(bool garment);
    void fit(Fit fit);

    /// By the file's ending, .csv or .json. A sentence is said when it cannot be.
    /// False where the file cannot be read; else what would change is asked about.
    bool importMeasures(const QString& file);
    QuestionBar* question() const { return question_; }
    bool exportMeasures(const QString& file);

signals:
    void wearerWanted();

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void askToImport(const Wearer& read);
    struct Row {
        QLabel* name = nullptr;
        QLineEdit* value = nullptr;
        QComboBox* ease = nullptr;
        QLabel* result = nullptr;
    };

    QWidget* buildHead();
    void buildControls();
    void buildRow(Measure measure);
    void fillRow(Measure measure);
    void typedValue(Measure measure, const QString& text);
    void typedEase(Measure measure, const QString& text);
    void typedDate(const QString& text);
    void choose(Measure measure);
    void fillFigure();
    void fillSlip();
    bool onGarment(Measure measure) const;
    FigureKind kind() const;

    QLabel* title_;
    NewsBar* news_;
    QLineEdit* name_;
    QComboBox* stature_;
    QLineEdit* by_;
    QButtonGroup* school_;
    QGridLayout* grid_;
    std::array<Row, measureCount> rows_{};
    QCheckBox* all_;
    QuestionBar* question_;
    QLabel* problem_;
    FigureCanvas* figure_;
    QButtonGroup* views_;
    Slip* slip_;
    HistoryLine* history_;
    QLineEdit* date_; ///< of the chosen measure
    bool garment_ = false;
    Measure chosen_ = Measure::chest;
};

} // namespace vestimen::app
