// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/swatch/plan_panel.h"
#include "app/swatch/size_plot.h"

#include <QLabel>
#include <QListWidget>
#include <QPlainTextEdit>
#include <QPushButton>

#include <map>

namespace vestimen::app {

/// What the knitter thinks of the fabric, its photographs, and the yarn's other swatches beside it.
class JudgePage : public QWidget {
    Q_OBJECT

public:
    explicit JudgePage(Session& session, QWidget* parent = nullptr);
    void fill();
    /// Keeps a picture with the swatch. False, with a sentence said, when it cannot be.
    bool addPhotograph(const QString& file);

    QPushButton* verdict(FabricVerdict verdict) const { return verdicts_[static_cast<std::size_t>(verdict)]; }
    QPlainTextEdit* notes() const { return notes_; }
    QListWidget* photographs() const { return photographs_; }
    QListWidget* others() const { return others_; }
    QLineEdit* wanted() const { return wanted_; }
    QString answer() const { return answer_->text(); }

signals:
    void edited(const QString& what, const vestimen::app::ProjectChange& change);
    void said(const QString& text);

private:
    void fillPhotographs();
    void fillOthers();
    void readOff();
    void choosePhotograph();

    Session& session_;
    std::array<QPushButton*, fabricVerdictCount> verdicts_{};
    QPlainTextEdit* notes_;
    QListWidget* photographs_;
    QListWidget* others_;
    SizePlot* plot_;
    QLineEdit* wanted_;
    QLabel* answer_;
    std::vector<SizeGauge> points_;
    std::map<QString, QIcon> icons_; ///< photographs by name, read once
    bool filling_ = false;
};

} // namespace vestimen::app
