// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/join/join_station.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/canvas/rail_canvas.h"
#include "app/session/newest_begun.h"
#include "app/theme/theme.h"
#include "core/bed/virtual_bed.h"
#include "core/format/program_json.h"
#include "core/joining/edge_places.h"

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QPainter>
#include <QPainterPath>

#include <algorithm>

namespace vestimen::app {
namespace {

QString unitText(JoinUnit unit, int count) {
    return unit == JoinUnit::rows ? JoinStation::tr("%1 rows").arg(count) : JoinStation::tr("%1 stitches").arg(count);
}

QString sourceText(const Article& article, const HangSource& source, int index) {
    const QString piece = pieceName(article, PieceKey(source.piece));
    const QString name = QString::fromStdString(source.name).replace('_', ' ');
    switch (source.kind) {
    case HangSource::Kind::edge:
        return JoinStation::tr("%1, %2, row %3").arg(piece, name).arg(index);
    case HangSource::Kind::bound:
        return JoinStation::tr("%1, %2, bound stitch %3").arg(piece, name).arg(index);
    case HangSource::Kind::castOn:
        return JoinStation::tr("%1, %2, cast-on loop %3").arg(piece, name).arg(index);
    case HangSource::Kind::row:
        return JoinStation::tr("%1, row %2, stitch %3").arg(piece, name).arg(index);
    case HangSource::Kind::kept:
    case HangSource::Kind::first:
    case HangSource::Kind::bar:
        break;
    }
    return JoinStation::tr("%1, %2, open stitch %3").arg(piece, name).arg(index);
}

const QString handSetting = QStringLiteral("join_hand");

/// The side at which an end hangs when both edges are on the needles; nothing where they are not hung.
std::optional<Side> hangsAt(const Join& join) {
    if (!join.hang || !join.end)
        return std::nullopt;
    for (const JoinEdge* edge : {&join.first, &join.second}) {
        // The stitch beside which it comes out is the outermost of its piece.
        int most = 0;
        for (const JoinOpening& each : edge->hung)
            if (each.piece == join.end->piece)
                most = std::max(most, each.index);
        const int wanted = join.end->at == Side::left ? 1 : most;
        for (std::size_t i = 0; i < edge->hung.size(); ++i)
            if (edge->hung[i].piece == join.end->piece && edge->hung[i].index == wanted)
                return 2 * i < edge->hung.size() ? Side::left : Side::right;
    }
    return std::nullopt;
}

} // namespace

JoinPicture::JoinPicture(QWidget* parent) : QWidget(parent) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setFixedHeight(232);
    setAccessibleName(tr("The two edges of the join"));
}

void JoinPicture::show(const Join* join) {
    join_ = join ? std::optional(*join) : std::nullopt;
    hand_ = -1;
    update();
}

void JoinPicture::setHand(int at) {
    hand_ = at;
    update();
}

void JoinPicture::paintEvent(QPaintEvent*) {
    if (!join_)
        return;
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    paintCard(painter, rect());
    const double left = 28;
    const double full = width() - 2 * left;
    const double longest = std::max({1.0, join_->first.length.mm(), join_->second.length.mm()});
    const auto edge = [&](const JoinEdge& each, double y, bool above) {
        const double wide = full * each.length.mm() / longest;
        const double x = left + (full - wide) / 2;
        QPainterPath shape;
        shape.addRect(QRectF(x, above ? y - 44 : y, wide, 44));
        paintKnitting(painter, shape, theme.wool, true);
        painter.setPen(QPen(theme.ink, 2));
        painter.drawLine(QPointF(x, y), QPointF(x + wide, y));
        const int marks = std::min(each.count, 240);
        painter.setPen(QPen(theme.ink, 1));
        for (int i = 0; i < marks; ++i) {
            const double at = x + wide * (i + 0.5) / std::max(1, marks);
            painter.drawLine(QPointF(at, y), QPointF(at, y + (above ? -5 : 5)));
        }
        painter.setFont(textFont(13));
        painter.setPen(theme.ink);
        painter.drawText(QRectF(left, above ? y - 70 : y + 48, full, 22), Qt::AlignCenter,
                         coreText(each.what) + QStringLiteral(" · ") + unitText(each.unit, each.count));
        return QPointF(x, wide);
    };
    const double y1 = 84;
    const double y2 = 148;
    const QPointF top = edge(join_->first, y1, true);
    const QPointF bottom = edge(join_->second, y2, false);
    if (!join_->hang) {
        // A seam: bars taken from each side by turns.
        painter.setPen(QPen(theme.madder, 1.6));
        QPainterPath thread(QPointF(left + 6, y1));
        for (int i = 1; i <= 40; ++i)
            thread.lineTo(left + 6 + (full - 12) * i / 40.0, i % 2 != 0 ? y2 : y1);
        painter.setBrush(Qt::NoBrush);
        painter.drawPath(thread);
        return;
    }
    // As hands do it: ends, middle, middles. The first ones are drawn strong and numbered.
    const auto order = join_->hang->halving();
    const auto between = [&](const HangPair& pair) {
        const auto x = [](QPointF drawn, int place, int of) {
            return drawn.x() + drawn.y() * (place - 0.5) / std::max(1, of);
        };
        return QLineF(x(top, pair.first, join_->first.count), y1, x(bottom, pair.second, join_->second.count), y2);
    };
    if (hand_ >= 0 && hand_ < static_cast<int>(order.size())) {
        const QLineF line = between(order[static_cast<std::size_t>(hand_)]);
        painter.setPen(QPen(theme.woad, 4.5, Qt::SolidLine, Qt::RoundCap));
        painter.drawPolyline(QPolygonF({line.p1() - QPointF(0, 10), line.p1(), line.p2(), line.p2() + QPointF(0, 10)}));
    }
    painter.setFont(textFont(11, QFont::Bold));
    for (std::size_t i = order.size(); i-- > 0;) {
        if (i >= 33)
            continue;
        const QLineF line = between(order[i]);
        const bool strong = i < 9;
        painter.setPen(QPen(strong ? theme.madder : theme.muted, strong ? 2.0 : 0.8));
        painter.drawLine(line);
        if (!strong)
            continue;
        const QPointF middle = line.center();
        painter.setBrush(theme.paper);
        painter.drawEllipse(middle, 9, 9);
        painter.setPen(theme.ink);
        painter.drawText(QRectF(middle.x() - 9, middle.y() - 9, 18, 18), Qt::AlignCenter, QString::number(i + 1));
    }
}

HangCard::HangCard(QWidget* parent) : QWidget(parent) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setFixedHeight(84);
    setAccessibleName(tr("The needle that is next"));
}

void HangCard::show(int at, int of, const QString& needle, const QString& takes) {
    count_ = tr("%1 of %2 · Space: next · Backspace: back").arg(at + 1).arg(of);
    needle_ = needle;
    takes_ = takes;
    setAccessibleDescription(text());
    update();
}

void HangCard::paintEvent(QPaintEvent*) {
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    paintCard(painter, rect());
    constexpr int needleRoom = 118;
    painter.setPen(theme.woad);
    painter.setFont(textFont(40, QFont::Bold));
    painter.drawText(QRect(14, 0, needleRoom, height()), Qt::AlignVCenter, needle_);
    painter.setPen(theme.ink);
    painter.setFont(textFont(18));
    painter.drawText(QRect(needleRoom + 22, 6, width() - needleRoom - 34, height() - 30),
                     Qt::AlignVCenter | Qt::TextWordWrap, takes_);
    painter.setPen(theme.muted);
    painter.setFont(textFont(12));
    painter.drawText(QRect(needleRoom + 22, height() - 24, width() - needleRoom - 34, 18), Qt::AlignVCenter, count_);
}

JoinStation::JoinStation(Session& session, QWidget* parent)
    : Station(session, parent), list_(new QListWidget(this)), laidOut_(new PiecesOverview(this)),
      picture_(new JoinPicture(this)), table_(new QTableWidget(this)), slip_(new Slip(this)) {
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(24, 14, 16, 14);
    all->setSpacing(16);
    auto* left = new QVBoxLayout;
    auto* title = new Label(tr("Making up"), this);
    title->setObjectName(QStringLiteral("title"));
    left->addWidget(title);
    auto* hint = new Label(tr("In this order. Tick what is done."), this);
    hint->setObjectName(QStringLiteral("muted"));
    left->addWidget(hint);
    list_->setFixedWidth(258);
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    list_->setAccessibleName(tr("Joins"));
    list_->setTextElideMode(Qt::ElideRight);
    left->addWidget(list_, 1);
    hand_ = new QComboBox(this);
    hand_->addItems({tr("I work right-handed"), tr("I work left-handed")});
    hand_->setAccessibleName(tr("The hand that works"));
    hand_->setCurrentIndex(session.workroom().setting(handSetting) == QLatin1String("left") ? 1 : 0);
    connect(hand_, &QComboBox::activated, this, [this, &session](int hand) {
        try {
            session.workroom().setSetting(handSetting, hand != 0 ? QStringLiteral("left") : QString());
        } catch (const WorkroomError& error) {
            emit said(error.message());
        }
        showJoin();
    });
    left->addWidget(hand_);
    all->addLayout(left);
    auto* column = new QVBoxLayout;
    column->setSpacing(10);
    auto* head = new QHBoxLayout;
    whole_ = new QPushButton(tr("Laid out"), this);
    whole_->setToolTip(tr("All pieces, and each join as a thread from edge to edge"));
    one_ = new QPushButton(tr("This join"), this);
    one_->setToolTip(tr("Both edges of the join that is picked, and what hangs where"));
    auto* views = new QButtonGroup(this);
    for (QPushButton* button : {whole_, one_}) {
        button->setCheckable(true);
        views->addButton(button);
        head->addWidget(button);
    }
    head->addStretch(1);
    column->addLayout(head);
    views_ = new QStackedWidget(this);
    laidOut_->setAccessibleName(tr("The pieces, and the joins between them"));
    views_->addWidget(laidOut_);
    auto* page = new QWidget(this);
    auto* middle = new QVBoxLayout(page);
    middle->setContentsMargins(0, 0, 0, 0);
    middle->setSpacing(10);
    middle->addWidget(picture_);
    card_ = new HangCard(page);
    middle->addWidget(card_);
    views_->addWidget(page);
    column->addWidget(views_, 1);
    connect(whole_, &QPushButton::toggled, this, [this](bool on) { views_->setCurrentIndex(on ? 0 : 1); });
    connect(laidOut_, &PiecesOverview::threadPicked, this, [this](int thread) { list_->setCurrentRow(thread); });
    connect(list_, &QListWidget::itemActivated, this, [this] { showLaidOut(false); });
    one_->setChecked(true);
    views_->setCurrentIndex(1);
    tableTitle_ = new Label(this);
    tableTitle_->setObjectName(QStringLiteral("heading"));
    middle->addWidget(tableTitle_);
    table_->setColumnCount(3);
    table_->setHorizontalHeaderLabels({tr("order"), tr("needle"), tr("takes")});
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setMinimumSectionSize(26);
    table_->verticalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents); // long names take two lines
    table_->horizontalHeader()->setStretchLastSection(true);
    table_->horizontalHeader()->setHighlightSections(false);
    table_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft);
    table_->setColumnWidth(0, 56);
    table_->setColumnWidth(1, 72);
    table_->setShowGrid(false);
    table_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setAccessibleName(tr("Hang map in halving order"));
    table_->setSelectionMode(QAbstractItemView::SingleSelection);
    table_->installEventFilter(this);
    connect(table_, &QTableWidget::currentCellChanged, this, [this](int row) { showNeedle(row); });
    middle->addWidget(table_, 1);
    all->addLayout(column, 1);
    all->addWidget(scrolled(slip_, this));
    connect(list_, &QListWidget::currentRowChanged, this, [this] { showJoin(); });
    connect(list_, &QListWidget::itemChanged, this, [this](QListWidgetItem* item) {
        if (!filling_)
            setDone(list_->row(item), item->checkState() == Qt::Checked);
    });
}

const std::vector<Join>& JoinStation::joins() const {
    static const std::vector<Join> none;
    const Worked* drawn = session().drawn();
    return !begun_.empty() ? joins_ : drawn ? drawn->joins : none;
}

void JoinStation::count(const Worked& drawn) {
    begun_.clear();
    joins_.clear();
    QList<BegunPiece> pieces;
    try {
        pieces = session().workroom().pieces(session().projectId());
    } catch (const WorkroomError& error) {
        emit said(error.message());
    }
    // In the order of knitting, so that what hangs from a piece hangs from it as it was begun.
    Siblings fabrics;
    std::map<std::string, Fabric> knitted;
    for (const WorkedPiece& each : drawn.pieces) {
        const std::string& name = each.program.piece;
        fabrics[name] = &each.fabric;
        const auto begun = newestBegun(pieces, name);
        if (!begun || !begun->problem.isEmpty() || begun->program == each.program)
            continue;
        begun_.emplace(name, begun->program);
        fabrics[name] = &knitted.emplace(name, knit(begun->program, &fabrics)).first->second;
    }
    if (begun_.empty() || !drawn.measured.gauge)
        return;
    joins_ = joined(drawn.plannedJoins, fabrics, *drawn.measured.gauge);
}

/// What is left for it, where that hangs, and what hands make of it.
void JoinStation::showTail(const Join& join) {
    if (join.tail <= Length())
        return;
    const Worked* drawn = session().drawn();
    if (!join.end) {
        slip_->addLine(tr("yarn to cut"), text(join.tail));
        slip_->addNote(tr("No end hangs where it begins: cut a length, and leave a hand of it to weave in."));
        return;
    }
    slip_->addLine(tr("tail to leave"), text(join.tail));
    const QString piece = pieceName(drawn->article, join.end->piece);
    const QString side = join.end->at == Side::left ? tr("left") : tr("right");
    slip_->addNote(tr("It hangs at the %1 of the %2, purl side facing you, at row %3.")
                       .arg(side, piece.toLower())
                       .arg(join.end->row));
    if (const auto own = begun_.find(join.end->piece.text()); own != begun_.end()) {
        Length wanted;
        for (const Join& each : joins())
            if (each.end && each.end->piece == join.end->piece && each.end->operation == join.end->operation)
                wanted += each.tail;
        const operation::Tail* tail = tailOf(own->second.operations[join.end->operation]);
        if (tail && tail->length < wanted)
            slip_->addNote(tail->length > Length()
                               ? tr("This piece was begun with %1 for it, which is too short: begin a new length when "
                                    "a hand of it is left.")
                                     .arg(text(tail->length))
                               : tr("This piece was begun without an end for it: cut a length."),
                           Severity::warning);
    }
    if (const auto at = hangsAt(join)) {
        const bool leftHanded = hand_->currentIndex() == 1;
        if (*at == (leftHanded ? Side::left : Side::right)) {
            slip_->addNote(leftHanded ? tr("On the needles it hangs at your left, where a left hand begins.")
                                      : tr("On the needles it hangs at your right, where a right hand begins."));
        } else {
            // Who goes first is turned over with the other.
            const bool isOnTop = *at != join.end->at;
            const QString whereItHangs = leftHanded ? tr("right") : tr("left");
            const QString wanted = leftHanded ? tr("left") : tr("right");
            slip_->addNote((isOnTop
                                ? tr("So it would hang at your %1. Hang the %2 first, purl side facing you, then the "
                                     "other edge knit side facing you: then it is at your %3, where your hand begins.")
                                : tr("So it would hang at your %1. Hang the other edge first, purl side facing you, "
                                     "then the %2 knit side facing you: then it is at your %3, where your hand "
                                     "begins."))
                               .arg(whereItHangs, piece.toLower(), wanted));
        }
    }
}

/// Hands may know better: it is ticked all the same.
void JoinStation::sayWhatComesBefore(const Join& join, const std::vector<std::string>& done) {
    const auto& all = session().drawn()->plannedJoins;
    const auto planned = std::ranges::find(all, join.key, &PlannedJoin::key);
    if (planned == all.end())
        return;
    QStringList open;
    for (const std::string& each : planned->after)
        if (const auto before = std::ranges::find(joins(), each, &Join::key);
            before != joins().end() && std::ranges::count(done, each) == 0)
            open.append(coreText(before->title));
    if (!open.isEmpty())
        emit said(tr("%1 rests on what is not ticked yet: %2. Do that first, or tick it as well.")
                      .arg(coreText(join.title), open.join(tr(", "))));
}

void JoinStation::setDone(int row, bool done) {
    const Worked* drawn = session().drawn();
    if (!drawn || row < 0 || row >= static_cast<int>(joins().size()))
        return;
    const Join& join = joins()[static_cast<std::size_t>(row)];
    Project next = session().project();
    std::erase(next.joined, join.key);
    if (done) {
        next.joined.push_back(join.key);
        sayWhatComesBefore(join, next.joined);
    }
    session().edit(done ? tr("Joined: %1").arg(coreText(join.title)) : tr("Not joined: %1").arg(coreText(join.title)),
                   std::move(next));
}

bool JoinStation::eventFilter(QObject* watched, QEvent* event) {
    if (watched != table_ || event->type() != QEvent::KeyPress)
        return Station::eventFilter(watched, event);
    const int key = static_cast<QKeyEvent*>(event)->key();
    if (key != Qt::Key_Space && key != Qt::Key_Backspace)
        return false;
    const int next = table_->currentRow() + (key == Qt::Key_Space ? 1 : -1);
    if (next >= 0 && next < table_->rowCount())
        table_->setCurrentCell(next, 0);
    return true;
}

void JoinStation::showNeedle(int at) {
    card_->setVisible(at >= 0);
    picture_->setHand(at);
    if (at < 0)
        return;
    const auto text = [&](int column) {
        const QTableWidgetItem* item = table_->item(at, column);
        return item ? item->text() : QString();
    };
    card_->show(at, table_->rowCount(), text(1), text(2));
}

void JoinStation::showLaidOut(bool on) {
    (on ? whole_ : one_)->setChecked(true);
}

bool JoinStation::isLaidOut() const {
    return views_->currentIndex() == 0;
}

namespace {

/// The edges of other pieces that a piece is hung from, as its program has them.
QList<DrawnThread::Stroke> whereItHangs(const Program& program, const Worked& drawn,
                                        const std::map<PieceKey, FabricPicture>& pictures) {
    QList<DrawnThread::Stroke> all;
    for (const Operation& op : program.operations) {
        const auto* hang = std::get_if<operation::Hang>(&op.action);
        if (!hang)
            continue;
        const HangSource* before = nullptr;
        std::vector<PicturePoint> places;
        for (const Hung& hung : hang->map) {
            const HangSource& source = hang->source(hung);
            const auto of = source.kind == HangSource::Kind::edge     ? std::optional(Along::Of::edge)
                            : source.kind == HangSource::Kind::kept   ? std::optional(Along::Of::kept)
                            : source.kind == HangSource::Kind::bound  ? std::optional(Along::Of::bound)
                            : source.kind == HangSource::Kind::castOn ? std::optional(Along::Of::castOn)
                                                                      : std::nullopt;
            const WorkedPiece* piece = of ? drawn.piece(PieceKey(source.piece)) : nullptr;
            if (!piece)
                continue;
            if (before != &source) {
                places = placesOf({piece->key, source.name, *of}, piece->fabric, pictures.at(piece->key));
                all.append({piece->key, {}});
                before = &source;
            }
            if (hung.index >= 1 && hung.index <= static_cast<int>(places.size())) {
                const PicturePoint& at = places[static_cast<std::size_t>(hung.index) - 1];
                all.back().points.append({at.slot, at.row});
            }
        }
    }
    return all;
}

} // namespace

void JoinStation::layOut(const Worked& drawn) {
    const Project& project = session().project();
    laidOut_->show(drawn, fabricColour(QString::fromStdString(project.yarn.colour)), session().unit());
    std::map<PieceKey, FabricPicture> pictures;
    for (const WorkedPiece& each : drawn.pieces)
        pictures.emplace(each.key, pictureOf(each.fabric, each.program));
    const auto strokes = [&](const Line& line) {
        QList<DrawnThread::Stroke> all;
        for (const Along& each : line) {
            const WorkedPiece* piece = drawn.piece(each.piece);
            if (!piece)
                continue;
            DrawnThread::Stroke stroke{each.piece, {}};
            for (const PicturePoint& at : placesOf(each, piece->fabric, pictures.at(each.piece)))
                stroke.points.append({at.slot, at.row});
            if (!stroke.points.isEmpty())
                all.append(std::move(stroke));
        }
        return all;
    };
    QList<DrawnThread> threads;
    for (int i = 0; i < static_cast<int>(joins().size()); ++i) {
        const Join& join = joins()[static_cast<std::size_t>(i)];
        DrawnThread thread;
        thread.number = i + 1;
        thread.done = std::ranges::count(project.joined, join.key) > 0;
        thread.picked = i == list_->currentRow();
        const auto planned = std::ranges::find(drawn.plannedJoins, join.key, &PlannedJoin::key);
        if (planned != drawn.plannedJoins.end()) {
            thread.first = strokes(planned->first.line);
            thread.second = strokes(planned->second.line);
        }
        if (const WorkedPiece* made = join.trim ? drawn.piece(*join.trim) : nullptr) {
            thread.first = strokes({{made->key, "", Along::Of::firstRow}});
            thread.second = whereItHangs(made->program, drawn, pictures);
        }
        threads.append(std::move(thread));
    }
    laidOut_->setThreads(std::move(threads));
}

void JoinStation::refresh() {
    if (!session().hasProject())
        return;
    const Worked* drawn = session().drawn();
    filling_ = true;
    const int row = std::max(0, list_->currentRow());
    const auto& done = session().project().joined;
    if (drawn) {
        count(*drawn);
        while (list_->count() > static_cast<int>(joins().size()))
            delete list_->takeItem(list_->count() - 1);
        for (int i = 0; i < static_cast<int>(joins().size()); ++i) {
            const Join& join = joins()[static_cast<std::size_t>(i)];
            if (i >= list_->count())
                list_->addItem(QString());
            QListWidgetItem* item = list_->item(i);
            item->setText(tr("%1. %2").arg(i + 1).arg(coreText(join.title)));
            item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
            item->setCheckState(std::find(done.begin(), done.end(), join.key) != done.end() ? Qt::Checked
                                                                                            : Qt::Unchecked);
        }
    } else {
        list_->clear();
    }
    filling_ = false;
    if (list_->count() > 0 && list_->currentRow() < 0)
        list_->setCurrentRow(std::min(row, list_->count() - 1));
    showJoin();
}

std::vector<std::pair<QString, QString>> JoinStation::hangLines(const Join& join) const {
    std::vector<std::pair<QString, QString>> lines;
    const Worked* drawn = session().drawn();
    const WorkedPiece* trim = drawn && join.trim ? drawn->piece(*join.trim) : nullptr;
    if (trim) {
        for (const Operation& op : trim->program.operations)
            if (const auto* hung = std::get_if<operation::Hang>(&op.action)) {
                for (const int i : halvingOrder(static_cast<int>(hung->map.size()))) {
                    const Hung& one = hung->map[static_cast<std::size_t>(i)];
                    lines.emplace_back(QString::fromStdString(one.needle.name()),
                                       sourceText(drawn->article, hung->source(one), one.index));
                }
                break;
            }
        return lines;
    }
    if (!drawn || !join.hang)
        return lines;
    const auto named = [drawn](const JoinEdge& edge, int place) {
        const JoinOpening& opening = edge.hung[static_cast<std::size_t>(place) - 1];
        const QString piece = pieceName(drawn->article, opening.piece);
        return edge.unit == JoinUnit::stitches ? tr("%1, stitch %2").arg(piece).arg(opening.index)
                                               : tr("%1, row %2").arg(piece).arg(opening.index);
    };
    const NeedleSpan span = centred(Stitches(join.first.count));
    for (const auto& [needle, opening] : join.hang->halving())
        lines.emplace_back(QString::fromStdString(span.first.shifted(needle - 1).name()),
                           tr("%1 · %2").arg(named(join.first, needle), named(join.second, opening)));
    return lines;
}

void JoinStation::showJoin() {
    const Worked* drawn = session().drawn();
    const int row = list_->currentRow();
    if (!drawn || row < 0 || row >= static_cast<int>(joins().size())) {
        picture_->show(nullptr);
        laidOut_->clear();
        table_->setRowCount(0);
        tableTitle_->clear();
        slip_->begin(tr("Making up"));
        slip_->addNote(tr("There is nothing to join yet: the draft needs a gauge and measures first."));
        slip_->end();
        return;
    }
    const Join& join = joins()[static_cast<std::size_t>(row)];
    layOut(*drawn);
    picture_->show(&join);
    const auto lines = hangLines(join);
    const int before = table_->currentRow();
    table_->setVisible(!lines.empty());
    table_->horizontalHeaderItem(2)->setText(
        join.hang && join.second.unit == JoinUnit::rows ? tr("takes; rows count from the marker up") : tr("takes"));
    tableTitle_->setText(lines.empty() ? tr("Sewn from end to end; nothing is hung.")
                                       : tr("Hang map: ends first, then the middle, then the middles"));
    table_->setRowCount(static_cast<int>(lines.size()));
    for (int i = 0; i < static_cast<int>(lines.size()); ++i) {
        const auto& [needle, takes] = lines[static_cast<std::size_t>(i)];
        table_->setItem(i, 0, new QTableWidgetItem(QString::number(i + 1)));
        table_->setItem(i, 1, new QTableWidgetItem(needle));
        table_->setItem(i, 2, new QTableWidgetItem(takes));
    }
    // Something else may have changed while hands are at it.
    const int at = join.key == shown_ ? std::clamp(before, 0, static_cast<int>(lines.size()) - 1) : 0;
    shown_ = join.key;
    table_->setCurrentCell(lines.empty() ? -1 : at, 0);
    showNeedle(lines.empty() ? -1 : at);
    const ReadingUnit unit = session().unit();
    slip_->begin(coreText(join.title));
    slip_->addNote(coreText(label(join.method)));
    slip_->addRule();
    slip_->addLine(coreText(join.first.what), text(join.first.length));
    slip_->addLine(coreText(join.second.what), text(join.second.length));
    slip_->addAnswer(join.eased < 0 ? tr("stretched by") : tr("eased in by"),
                     tr("%1 %").arg(std::abs(join.eased) * 100, 0, 'f', 1));
    if (join.hang && join.second.unit == JoinUnit::rows)
        slip_->addLine(tr("needles to rows"),
                       tr("%1 of %2").arg(join.hang->fractionNeedles).arg(join.hang->fractionRows));
    slip_->addRule();
    slip_->addNote(coreText(join.facing, unit));
    slip_->addNote(coreText(join.tailSide, unit));
    showTail(join);
    if (*join.check.text != '\0')
        slip_->addNote(coreText(join.check, unit), Severity::warning);
    for (const Finding& finding : join.findings)
        slip_->addNote(coreText(finding.text, unit), finding.severity);
    slip_->end();
}

} // namespace vestimen::app
