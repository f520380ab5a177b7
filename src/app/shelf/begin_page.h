// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/choice_fields.h"
#include "app/canvas/gauge_fields.h"
#include "app/canvas/pieces_overview.h"
#include "core/work.h"
#include "workroom/workroom.h"

#include <QAbstractButton>
#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

#include <map>
#include <optional>
#include <vector>

namespace vestimen::app {

/// A value and the shelf item that it is.
template<class Value> struct Shelved {
    qint64 id = 0;
    Value value;
};

/// A kind of article as a silhouette of its pieces, to be picked.
class ArticleTile : public QAbstractButton {
    Q_OBJECT

public:
    ArticleTile(const QString& name, QWidget* parent);
    void show(const Worked& worked, const QColor& colour);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::vector<FabricPicture> pictures_;
    FabricGauge gauge_;
    QColor colour_;
    QString second_;
};

/// From nothing to a first draft: articles as silhouettes with the knitter's own gauge; what the chosen one asks for,
/// and its pieces, drawn as the choices change; machine, gauge and wearer beside them.
class BeginPage : public QDialog {
    Q_OBJECT

public:
    explicit BeginPage(Workroom& workroom, ReadingUnit unit = ReadingUnit::centimetres, QWidget* parent = nullptr);
    Project project() const { return project_; }
    /// The shelf items that parts of it were taken from.
    std::map<Shelf, qint64> sources() const;
    const QList<ArticleTile*>& tiles() const { return tiles_; }
    const PiecesOverview* pieces() const { return pieces_; }
    QString facts() const { return facts_->text(); }

    void accept() override;

private:
    QWidget* buildForm();
    QWidget* buildArticles();
    bool gaugeIsSound();
    bool take(Project& project, Shelf shelf, qint64 id);
    const Shelved<Yarn>* shelvedYarn() const;
    void chooseArticle(int index);
    /// All that is said so far.
    Project said();
    void readGauge(Project& project);
    void readWearer(Project& project);
    /// Draws tiles and pieces anew.
    void redraw();
    void say(const Project& project, const Worked& worked);

    Workroom& workroom_;
    ReadingUnit unit_;
    QComboBox* machine_;
    QComboBox* swatch_;
    GaugeFields* gauge_;
    QLineEdit* yarn_;
    QComboBox* wearer_;
    QLineEdit* wearerName_;
    QComboBox* size_;
    QLineEdit* name_;
    QList<ArticleTile*> tiles_;
    PiecesOverview* pieces_;
    ChoiceFields* fields_;
    QLabel* facts_;
    QLabel* gaugeNote_;
    QLabel* problem_;
    QList<Shelved<Machine>> machines_;
    QList<ShelfItem> swatches_;
    QList<ShelfItem> wearers_;
    QList<Shelved<Yarn>> yarns_;
    std::vector<Article> articles_; ///< one of each kind, with what was chosen of it
    std::size_t chosen_ = 0;
    std::vector<EaseTable> eases_; ///< and the ease that goes with it
    Project project_;
};

} // namespace vestimen::app
