// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/shape_panel.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/session/text_files.h"
#include "core/article/articles.h"
#include "core/drawing/contour.h"
#include "core/drawing/starts.h"
#include "core/format/outline_file.h"

#include <QFileDialog>
#include <QHBoxLayout>
#include <QMenu>

#include <algorithm>
#include <cmath>

namespace vestimen::app {
namespace {

constexpr int farthest = 5000;
constexpr int numberWidth = 58;

QHBoxLayout* lineOf(QWidget* row) {
    auto* line = new QHBoxLayout(row);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(4);
    return line;
}

QPushButton* smallButton(const QString& text, QWidget* parent) {
    auto* button = new QPushButton(text, parent);
    button->setObjectName(QStringLiteral("small"));
    return button;
}

Label* heading(const QString& text, QWidget* parent) {
    auto* label = new Label(text, parent);
    label->setObjectName(QStringLiteral("heading"));
    return label;
}

QVBoxLayout* columnOf(QWidget* widget) {
    auto* column = new QVBoxLayout(widget);
    column->setContentsMargins(0, 8, 0, 0);
    column->setSpacing(6);
    return column;
}

QVBoxLayout* rowsIn(QVBoxLayout* column) {
    auto* rows = new QVBoxLayout;
    rows->setSpacing(4);
    column->addLayout(rows);
    return rows;
}

void setUnlessTyped(QSpinBox* box, Length value) {
    if (!isBeingTyped(box))
        box->setValue(static_cast<int>(std::lround(value.mm())));
}
void setUnlessTyped(QLineEdit* edit, const std::string& text) {
    if (!edit->hasFocus())
        edit->setText(QString::fromStdString(text));
}

QString nameOf(const Drawing& drawing, DrawnEdgeAt at) {
    const DrawnPiece& piece = drawing.pieces[at.piece];
    return ShapePanel::tr("%1, %2").arg(QString::fromStdString(piece.name),
                                        QString::fromStdString(piece.edges[at.edge].name));
}

/// A name that none of them has.
template<class Named> std::string freshName(const std::vector<Named>& all, const QString& pattern) {
    for (int i = static_cast<int>(all.size()) + 1;; ++i) {
        const std::string name = pattern.arg(i).toStdString();
        if (std::ranges::find(all, name, &Named::name) == all.end())
            return name;
    }
}

DrawnEdgeAt edgeAt(const QComboBox* box) {
    const QPoint at = box->currentData().toPoint();
    return {static_cast<std::size_t>(at.x()), static_cast<std::size_t>(at.y())};
}

} // namespace

ShapePanel::ShapePanel(Session& session, QWidget* parent)
    : QWidget(parent), session_(session), one_(new QWidget(this)), all_(new QWidget(this)) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(one_);
    layout->addWidget(all_);
    buildPiece();
    buildAll();
}

void ShapePanel::buildPiece() {
    auto* column = columnOf(one_);
    name_ = new QLineEdit(one_);
    name_->setMaxLength(60);
    name_->setAccessibleName(tr("Name of the piece"));
    column->addWidget(name_);
    connect(name_, &QLineEdit::editingFinished, this, [this] {
        const std::string name = name_->text().trimmed().toStdString();
        if (!name.empty())
            change(tr("Name of a piece"), [&](Drawing& drawing) { drawing.pieces[piece_].name = name; });
    });
    heights_ = new QWidget(one_);
    auto* heights = columnOf(heights_);
    heights->addWidget(heading(tr("Widths at heights, in mm"), heights_));
    auto* captions = new QWidget(heights_);
    auto* line = lineOf(captions);
    for (const QString& each : {tr("high"), tr("left"), tr("right"), tr("round")}) {
        auto* caption = new Label(each, captions);
        caption->setObjectName(QStringLiteral("muted"));
        caption->setFixedWidth(numberWidth);
        line->addWidget(caption);
    }
    line->addStretch(1);
    heights->addWidget(captions);
    heightRows_ = rowsIn(heights);
    addHeight_ = smallButton(tr("Add a height above"), heights_);
    connect(addHeight_, &QPushButton::clicked, this, [this] {
        change(tr("A height"), [&](Drawing& drawing) {
            DrawnPiece& piece = drawing.pieces[piece_];
            if (auto* form = std::get_if<ByHeights>(&piece.form))
                addHeight(piece, form->at.size() - 1);
        });
    });
    heights->addWidget(addHeight_);
    column->addWidget(heights_);
    column->addWidget(heading(tr("Edges"), one_));
    auto* round = new Label(tr("From the lower right corner up and round"), one_);
    round->setObjectName(QStringLiteral("muted"));
    round->setWordWrap(true);
    column->addWidget(round);
    edgeRows_ = rowsIn(column);
    addEdge_ = smallButton(tr("Part an edge at a corner"), one_);
    addEdge_->setMenu(new QMenu(addEdge_));
    connect(addEdge_->menu(), &QMenu::aboutToShow, this, &ShapePanel::offerCorners);
    column->addWidget(addEdge_);
    takePiece_ = smallButton(tr("Take this piece away"), one_);
    connect(takePiece_, &QPushButton::clicked, this, [this] {
        change(tr("Without a piece"), [&](Drawing& drawing) { takePiece(drawing, piece_); });
        emit piecesChanged();
    });
    column->addWidget(takePiece_);
}

void ShapePanel::buildAll() {
    auto* column = columnOf(all_);
    column->addWidget(heading(tr("Pieces"), all_));
    auto* start = smallButton(tr("Begin with another drawing"), all_);
    start->setMenu(new QMenu(start));
    for (const DrawingStart& each : drawingStarts())
        start->menu()->addAction(coreText(each.label), this, [this, each] {
            change(coreText(each.label), [&](Drawing& drawing) { drawing = each.make(); });
            emit piecesChanged();
        });
    column->addWidget(start);
    auto* add = smallButton(tr("Add a piece by heights"), all_);
    connect(add, &QPushButton::clicked, this, [this] {
        change(tr("A piece"), [](Drawing& drawing) {
            if (drawing.pieces.size() >= mostDrawnPieces)
                return;
            const auto side = [](double height) {
                return WidthAt{Length::millimetres(height), Length::millimetres(-60), Length::millimetres(60), false};
            };
            drawing.pieces.push_back(
                {freshName(drawing.pieces, tr("Piece %1")), ByHeights{{side(0), side(120)}}, usualEdges(2)});
        });
        emit piecesChanged();
    });
    column->addWidget(add);
    auto* read = smallButton(tr("Read an outline …"), all_);
    read->setToolTip(tr("Closed outlines of an SVG or DXF drawing, each a piece at its true size"));
    connect(read, &QPushButton::clicked, this, [this] {
        const QString file =
            QFileDialog::getOpenFileName(this, tr("Read an outline"), {}, tr("Outlines (*.svg *.dxf)"));
        if (!file.isEmpty())
            readOutline(file);
    });
    column->addWidget(read);
    column->addWidget(heading(tr("Joins, from edge to edge"), all_));
    joinRows_ = rowsIn(column);
    addJoin_ = smallButton(tr("Join two edges"), all_);
    connect(addJoin_, &QPushButton::clicked, this, [this] {
        change(tr("A join"), [](Drawing& drawing) {
            // The first two that are in none.
            std::vector<DrawnEdgeAt> free;
            for (std::size_t p = 0; p < drawing.pieces.size(); ++p)
                for (std::size_t e = 0; e < drawing.pieces[p].edges.size(); ++e)
                    if (const DrawnEdgeAt at{p, e}; std::ranges::none_of(drawing.joins, [&](const DrawnJoin& each) {
                            return each.first == at || each.second == at;
                        }))
                        free.push_back(at);
            if (free.size() < 2 || drawing.joins.size() >= mostDrawnJoins)
                return;
            const auto other =
                std::ranges::find_if(free, [&](const DrawnEdgeAt& each) { return each.piece != free.front().piece; });
            drawing.joins.push_back({free.front(), other == free.end() ? free[1] : *other});
        });
    });
    column->addWidget(addJoin_);
}

void ShapePanel::readOutline(const QString& file) {
    QString problem;
    const auto text = readText(file, problem);
    if (!text)
        return emit said(problem);
    try {
        OutlineFile read = outlinesFrom(*text);
        const std::size_t room = mostDrawnPieces - drawingOf(session_.project().article)->pieces.size();
        if (read.pieces.size() > room)
            return emit said(tr("There are %1 outlines in it, and room for %2 more: take pieces away first.")
                                 .arg(read.pieces.size())
                                 .arg(room));
        const std::size_t added = read.pieces.size();
        change(tr("An outline"), [&](Drawing& drawing) {
            for (DrawnPiece& each : read.pieces) {
                each.name = freshName(drawing.pieces, tr("Piece %1"));
                drawing.pieces.push_back(std::move(each));
            }
        });
        QString told = tr("%n piece(s) read, at their true size.", nullptr, static_cast<int>(added));
        if (read.open > 0)
            told += ' ' + tr("%n line(s) that close nothing were left out.", nullptr, read.open);
        emit said(told);
        emit piecesChanged();
    } catch (const std::exception& error) {
        emit said(QString::fromUtf8(error.what()));
    }
}

void ShapePanel::change(const QString& what, const std::function<void(Drawing&)>& how, bool typed) {
    if (filling_)
        return;
    Project next = session_.project();
    Drawing* drawing = drawingOf(next.article);
    if (!drawing || piece_ >= drawing->pieces.size())
        return;
    how(*drawing);
    session_.edit(what, std::move(next), typed);
}

void ShapePanel::addHeightRow(std::size_t index) {
    HeightRow row{new QWidget(heights_), nullptr, nullptr, nullptr, nullptr, nullptr};
    auto* line = lineOf(row.row);
    const auto number = [&](const QString& name, Length WidthAt::*what) {
        auto* box = new QSpinBox(row.row);
        box->setRange(-farthest, farthest);
        box->setButtonSymbols(QAbstractSpinBox::NoButtons);
        box->setFixedWidth(numberWidth);
        box->setAccessibleName(tr("Height %1, %2").arg(index + 1).arg(name));
        connect(box, &QSpinBox::valueChanged, this, [this, index, what](int value) {
            change(
                tr("Height %1").arg(index + 1),
                [&](Drawing& drawing) {
                    auto* form = std::get_if<ByHeights>(&drawing.pieces[piece_].form);
                    if (form && index < form->at.size())
                        form->at[index].*what = Length::millimetres(value);
                },
                true);
        });
        line->addWidget(box);
        return box;
    };
    row.height = number(tr("how high"), &WidthAt::height);
    row.left = number(tr("left edge"), &WidthAt::left);
    row.right = number(tr("right edge"), &WidthAt::right);
    row.curved = new QCheckBox(row.row);
    row.curved->setAccessibleName(tr("Height %1, round up to the next").arg(index + 1));
    row.curved->setToolTip(tr("Round up to the next height; else straight"));
    connect(row.curved, &QCheckBox::clicked, this, [this, index](bool on) {
        change(tr("Height %1").arg(index + 1), [&](Drawing& drawing) {
            auto* form = std::get_if<ByHeights>(&drawing.pieces[piece_].form);
            if (form && index < form->at.size())
                form->at[index].curved = on;
        });
    });
    line->addWidget(row.curved);
    line->addStretch(1);
    row.away = chipButton(QStringLiteral("×"), tr("Take this height away"), row.row);
    connect(row.away, &QPushButton::clicked, this, [this, index] {
        change(tr("Without a height"), [&](Drawing& drawing) {
            if (std::holds_alternative<ByHeights>(drawing.pieces[piece_].form))
                takeHeight(drawing.pieces[piece_], index);
        });
    });
    line->addWidget(row.away);
    heightRows_->addWidget(row.row);
    row.row->show();
    heightsShown_.push_back(row);
}

void ShapePanel::addEdgeRow(std::size_t index) {
    EdgeRow row{new QWidget(one_), nullptr, nullptr, nullptr};
    auto* line = lineOf(row.row);
    row.name = new QLineEdit(row.row);
    row.name->setMaxLength(60);
    row.name->setAccessibleName(tr("Edge %1, name").arg(index + 1));
    connect(row.name, &QLineEdit::editingFinished, this, [this, index, edit = row.name] {
        const std::string name = edit->text().trimmed().toStdString();
        if (!name.empty())
            change(tr("Name of an edge"), [&](Drawing& drawing) {
                if (index < drawing.pieces[piece_].edges.size())
                    drawing.pieces[piece_].edges[index].name = name;
            });
    });
    line->addWidget(row.name, 1);
    row.length = new Label(row.row);
    row.length->setObjectName(QStringLiteral("muted"));
    line->addWidget(row.length);
    row.away = chipButton(QStringLiteral("×"), tr("Let it go on from the edge before it"), row.row);
    connect(row.away, &QPushButton::clicked, this, [this, index] {
        change(tr("Without an edge"), [&](Drawing& drawing) { takeEdge(drawing, {piece_, index}); });
    });
    line->addWidget(row.away);
    edgeRows_->addWidget(row.row);
    row.row->show();
    edgesShown_.push_back(row);
}

void ShapePanel::addJoinRow(std::size_t index) {
    JoinRow row{new QWidget(all_), nullptr, nullptr};
    auto* line = lineOf(row.row);
    auto* edges = new QVBoxLayout;
    edges->setSpacing(2);
    line->addLayout(edges, 1);
    const auto edge = [&](const QString& name, DrawnEdgeAt DrawnJoin::*which) {
        auto* box = new QComboBox(row.row);
        box->setAccessibleName(tr("Join %1, %2").arg(index + 1).arg(name));
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        connect(box, &QComboBox::activated, this, [this, index, which, box] {
            change(tr("Join %1").arg(index + 1), [&](Drawing& drawing) {
                if (index >= drawing.joins.size())
                    return;
                DrawnJoin next = drawing.joins[index];
                next.*which = edgeAt(box);
                if (next.first != next.second)
                    drawing.joins[index] = next;
            });
        });
        edges->addWidget(box);
        return box;
    };
    row.first = edge(tr("first edge"), &DrawnJoin::first);
    row.second = edge(tr("second edge"), &DrawnJoin::second);
    auto* away = chipButton(QStringLiteral("×"), tr("Take this join away"), row.row);
    connect(away, &QPushButton::clicked, this, [this, index] {
        change(tr("Without a join"), [&](Drawing& drawing) {
            if (index < drawing.joins.size())
                drawing.joins.erase(drawing.joins.begin() + static_cast<std::ptrdiff_t>(index));
        });
    });
    line->addWidget(away);
    joinRows_->addWidget(row.row);
    row.row->show();
    joinsShown_.push_back(row);
}

void ShapePanel::offerCorners() {
    QMenu* menu = addEdge_->menu();
    menu->clear();
    const Drawing* drawing = drawingOf(session_.project().article);
    if (!drawing || piece_ >= drawing->pieces.size())
        return;
    const DrawnPiece& piece = drawing->pieces[piece_];
    const auto offer = [&](std::size_t corner, const QString& words) {
        if (std::ranges::count(piece.edges, corner, &DrawnEdge::from) > 0)
            return;
        menu->addAction(words, this, [this, corner] {
            change(tr("An edge"), [&](Drawing& all) {
                addEdge(all, piece_, corner, freshName(all.pieces[piece_].edges, tr("edge %1")));
            });
        });
    };
    if (const auto* heights = std::get_if<ByHeights>(&piece.form)) {
        const std::size_t count = heights->at.size();
        for (std::size_t i = 0; i < count; ++i) {
            const QString high = QString::number(std::lround(heights->at[i].height.mm()));
            offer(i, tr("at the right, %1 mm high").arg(high));
            offer(2 * count - 1 - i, tr("at the left, %1 mm high").arg(high));
        }
    } else {
        // Of a tracing, where it goes farthest: its own corners have edges already.
        const auto& loops = std::get<Traced>(piece.form).loops;
        const DrawnLoop& loop = loops.front();
        const auto place = [&](auto found) { return static_cast<std::size_t>(found - loop.begin()); };
        offer(place(std::ranges::max_element(loop, {}, &DrawnPoint::x)), tr("at its rightmost point"));
        offer(place(std::ranges::max_element(loop, {}, &DrawnPoint::y)), tr("at its highest point"));
        offer(place(std::ranges::min_element(loop, {}, &DrawnPoint::x)), tr("at its leftmost point"));
        offer(place(std::ranges::min_element(loop, {}, &DrawnPoint::y)), tr("at its lowest point"));
    }
    if (menu->isEmpty())
        menu->addAction(tr("An edge begins at every corner already"))->setEnabled(false);
}

void ShapePanel::fillPiece(const DrawnPiece& piece) {
    setUnlessTyped(name_, piece.name);
    const auto* heights = std::get_if<ByHeights>(&piece.form);
    heights_->setVisible(heights != nullptr);
    const std::size_t count = heights ? heights->at.size() : 0;
    shorten(heightsShown_, count);
    while (heightsShown_.size() < count)
        addHeightRow(heightsShown_.size());
    for (std::size_t i = 0; i < count; ++i) {
        // The highest stands first, as it does on the drawing.
        const HeightRow& row = heightsShown_[i];
        heightRows_->removeWidget(row.row);
        heightRows_->insertWidget(0, row.row);
        setUnlessTyped(row.height, heights->at[i].height);
        setUnlessTyped(row.left, heights->at[i].left);
        setUnlessTyped(row.right, heights->at[i].right);
        row.curved->setChecked(heights->at[i].curved);
        row.curved->setEnabled(i + 1 < count);
        row.away->setEnabled(count > 2);
    }
    addHeight_->setEnabled(count < mostHeights);
    shorten(edgesShown_, piece.edges.size());
    while (edgesShown_.size() < piece.edges.size())
        addEdgeRow(edgesShown_.size());
    const bool drawn = !problemOf(piece);
    const Contour contour = drawn ? contourOf(piece) : Contour();
    for (std::size_t i = 0; i < piece.edges.size(); ++i) {
        setUnlessTyped(edgesShown_[i].name, piece.edges[i].name);
        edgesShown_[i].length->setText(drawn ? QString::fromStdString(text(lengthOf(contour, i), session_.unit()))
                                             : QString());
        edgesShown_[i].away->setEnabled(piece.edges.size() > 1);
    }
    addEdge_->setEnabled(piece.edges.size() < mostDrawnEdges);
}

void ShapePanel::fillAll(const Drawing& drawing) {
    shorten(joinsShown_, drawing.joins.size());
    while (joinsShown_.size() < drawing.joins.size())
        addJoinRow(joinsShown_.size());
    for (std::size_t i = 0; i < drawing.joins.size(); ++i)
        for (const auto& [box, at] : {std::pair(joinsShown_[i].first, drawing.joins[i].first),
                                      std::pair(joinsShown_[i].second, drawing.joins[i].second)}) {
            box->clear();
            for (std::size_t p = 0; p < drawing.pieces.size(); ++p)
                for (std::size_t e = 0; e < drawing.pieces[p].edges.size(); ++e)
                    box->addItem(nameOf(drawing, {p, e}), QPoint(static_cast<int>(p), static_cast<int>(e)));
            box->setCurrentIndex(box->findData(QPoint(static_cast<int>(at.piece), static_cast<int>(at.edge))));
            box->setToolTip(box->currentText());
        }
}

void ShapePanel::show(std::optional<std::size_t> piece) {
    const Drawing* drawing = drawingOf(session_.project().article);
    setVisible(drawing != nullptr);
    if (!drawing)
        return;
    filling_ = true;
    one_->setVisible(piece.has_value());
    all_->setVisible(!piece);
    piece_ = std::min(piece.value_or(0), drawing->pieces.size() - 1);
    takePiece_->setEnabled(drawing->pieces.size() > 1);
    if (piece)
        fillPiece(drawing->pieces[piece_]);
    else
        fillAll(*drawing);
    filling_ = false;
}

} // namespace vestimen::app
