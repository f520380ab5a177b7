// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/swatch/plan_panel.h"
#include "app/swatch/scale_panel.h"

#include <QLabel>

namespace vestimen::app {

/// What goes with the readings: the piece that errors are told at, the treatment's hours, the weight.
class ReadPanel : public QWidget {
    Q_OBJECT

public:
    explicit ReadPanel(Session& session, QWidget* parent = nullptr);
    void fill();
    /// The width that the interval is told at, and its name; nothing while there is none.
    std::optional<Length> pieceWidth() const;
    QString pieceName() const;
    /// The length of a piece that was chosen by name.
    std::optional<Length> pieceLength() const;

    QComboBox* piece() const { return piece_; }
    QComboBox* article() const { return article_; }
    QLineEdit* hours() const { return hours_; }
    QPushButton* rest() const { return rest_; }
    QLineEdit* grams() const { return grams_; }
    ScalePanel* scale() const { return scale_; }

signals:
    void edited(const QString& what, const vestimen::app::ProjectChange& change);
    void pieceChanged();
    void ruleWanted(bool asPdf);

private:
    void fillPieces();
    void changeTreatment(const QString& what, const std::function<void(Treatment&)>& change);

    Session& session_;
    QComboBox* piece_;
    QComboBox* article_;
    QLineEdit* hours_;
    QPushButton* rest_;
    QLabel* ready_;
    QLineEdit* done_;
    QLineEdit* grams_;
    ScalePanel* scale_;
    bool filling_ = false;
};

} // namespace vestimen::app
