// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/edge_method_card.h"
#include "app/session/session.h"

#include <QCheckBox>
#include <QComboBox>
#include <QMenu>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>

#include <functional>

namespace vestimen::app {

class ElidedLabel;
class Label;

/// The yarns of a project, and the stripes that they make: added, taken away, coloured; heights in rows or by length.
class YarnPanel : public QWidget {
    Q_OBJECT

public:
    explicit YarnPanel(Session& session, QWidget* parent = nullptr);

    /// As the project is now.
    void fill();

private:
    struct YarnRow {
        QWidget* row;
        QPushButton* colour;
        ElidedLabel* name;
        ElidedLabel* amount;
        QPushButton* away;
    };
    struct StripeRow {
        QWidget* row;
        QComboBox* yarn;
        QSpinBox* height;
        QPushButton* ends;
    };

    /// `typed`: what follows under the same name is one step to undo.
    void change(const QString& what, const std::function<void(Project&)>& how, bool typed = false);
    void buildMixed(QVBoxLayout* layout);
    void buildWaste(QVBoxLayout* layout);
    /// Colours to take, each with what is done with it.
    QMenu* colourMenu(QWidget* parent, const std::function<void(const QString& name, const char* colour)>& take);
    void addYarnRow(YarnNumber number);
    /// What the shelf says now of one of the further yarns, to be taken; the main one has its own news.
    void offerFromShelf(QMenu* menu, YarnNumber number);
    void addStripeRow(std::size_t index);
    void fillYarns(const Project& project);
    void fillAmount(const YarnRow& row, const Yarn& yarn, YarnNumber number);
    void fillStripes(const Project& project);
    void offerYarns();
    void sayHeightsIn(int unit);

    Session& session_;
    QVBoxLayout* yarnRows_;
    QVBoxLayout* stripeRows_;
    std::vector<YarnRow> yarns_;
    std::vector<StripeRow> stripes_;
    QPushButton* addYarn_;
    QPushButton* addStripe_;
    QComboBox* ends_;
    Label* endsLeft_;
    EdgeMethodCard* weaving_;
    QPushButton* wasteColour_;
    QCheckBox* cord_;
    QComboBox* unit_; ///< rows, or mm
    QCheckBox* repeated_;
    QCheckBox* even_;
    QCheckBox* mixed_;
    QWidget* bounds_;
    QSpinBox* least_;
    QSpinBox* most_;
    bool filling_ = false;
};

} // namespace vestimen::app
