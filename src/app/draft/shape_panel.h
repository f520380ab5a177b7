// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/session.h"
#include "core/drawing/drawing.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>

#include <functional>
#include <optional>

namespace vestimen::app {

class Label;

/// What somebody draws of a shape of their own, in numbers and names: pieces, widths at heights, edges, and which edge
/// is joined to which. Outlines are read from files.
class ShapePanel : public QWidget {
    Q_OBJECT

public:
    explicit ShapePanel(Session& session, QWidget* parent = nullptr);

    /// All pieces and their joins, or one of them.
    void show(std::optional<std::size_t> piece);
    /// The pieces of a file beside those that are there. What is wrong with it is said.
    void readOutline(const QString& file);

signals:
    void said(const QString& text);
    /// A piece was added, or taken away.
    void piecesChanged();

private:
    struct HeightRow {
        QWidget* row;
        QSpinBox* height;
        QSpinBox* left;
        QSpinBox* right;
        QCheckBox* curved;
        QPushButton* away;
    };
    struct EdgeRow {
        QWidget* row;
        QLineEdit* name;
        Label* length;
        QPushButton* away;
    };
    struct JoinRow {
        QWidget* row;
        QComboBox* first;
        QComboBox* second;
    };

    /// `typed`: what follows under the same name is one step to undo.
    void change(const QString& what, const std::function<void(Drawing&)>& how, bool typed = false);
    void buildPiece();
    void buildAll();
    void addHeightRow(std::size_t index);
    void addEdgeRow(std::size_t index);
    void addJoinRow(std::size_t index);
    void fillPiece(const DrawnPiece& piece);
    void fillAll(const Drawing& drawing);
    /// Corners at which an edge can begin anew.
    void offerCorners();

    Session& session_;
    std::size_t piece_ = 0;
    QWidget* one_;
    QWidget* all_;
    QLineEdit* name_;
    QWidget* heights_;
    QVBoxLayout* heightRows_;
    QVBoxLayout* edgeRows_;
    QVBoxLayout* joinRows_;
    QPushButton* addHeight_;
    QPushButton* addEdge_;
    QPushButton* takePiece_;
    QPushButton* addJoin_;
    std::vector<HeightRow> heightsShown_;
    std::vector<EdgeRow> edgesShown_;
    std::vector<JoinRow> joinsShown_;
    bool filling_ = false;
};

} // namespace vestimen::app
