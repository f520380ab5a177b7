// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/piece_choice.h"

#include "app/canvas/label.h"
#include "app/knit/care_dialog.h"
#include "app/knit/knit_words.h"
#include "app/knit/piece_picture.h"
#include "app/session/newest_begun.h"
#include "app/session/sketch.h"
#include "app/theme/theme.h"
#include "core/bed/fabric_picture.h"
#include "core/bed/virtual_bed.h"
#include "core/knitting/swatch_program.h"
#include "core/record/corrections.h"
#include "core/swatch_plan.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>
#include <utility>

namespace vestimen::app {
namespace {

constexpr int tileWidth = 250;
constexpr double pictureWidth = 205.0;
constexpr double pictureHeight = 180.0;

} // namespace

PieceChoice::PieceChoice(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 14);
    auto* title = new Label(tr("Which piece is on the machine?"), this);
    title->setObjectName(QStringLiteral("title"));
    auto* head = new QHBoxLayout;
    head->addWidget(title, 1);
    care_ = new QPushButton(this);
    connect(care_, &QPushButton::clicked, this, &PieceChoice::careWanted);
    head->addWidget(care_);
    layout->addLayout(head);
    auto* hint = new Label(
        tr("A begun piece keeps its program as it is, whatever happens to the draft. Look before you reach: latch "
           "needles pierce. Rest hands and back every 30 to 45 minutes."),
        this);
    hint->setObjectName(QStringLiteral("muted"));
    hint->setWordWrap(true);
    layout->addWidget(hint);
    next_ = new NextStep(session, this);
    next_->setMaximumWidth(560);
    layout->addWidget(next_);
    grid_ = new QGridLayout;
    grid_->setSpacing(14);
    layout->addSpacing(8);
    layout->addLayout(grid_);
    nothing_ = new Label(tr("There is no piece yet: the Draft station says what is to be mended first."), this);
    layout->addWidget(nothing_);
    layout->addStretch(1);
}

void PieceChoice::fill() {
    const Machine& machine = session_.project().machine;
    const QString name = QString::fromStdString(machine.name);
    if (!hours_.contains(name))
        hours_.insert(name, CareRecord(session_.workroom()).hours(name));
    care_->setText(careWords(session_.workroom(), machine, QDate::currentDate(), hours_.value(name)));
    QList<Hanging> hanging;
    const auto offer = [&](const Hanging& one) {
        if (one.already || one.drafted)
            hanging << one;
    };
    next_->fill();
    const Worked* drawn = session_.shown();
    const auto pieces = session_.workroom().pieces(session_.projectId());
    pace_.read(session_.workroom(), pieces);
    const SwatchPlan plan = planSwatch(session_.project());
    const auto offerSwatch = [&] {
        offer({tr("Swatch"), newestBegun(pieces, swatchPiece), plan.program ? &*plan.program : nullptr,
               plan.program.has_value(), [this] { emit swatchWanted(); }});
    };
    // It comes first until there is a gauge that was measured.
    const MeasuredFabric& fabric = session_.worked().measured;
    const bool swatchFirst = !fabric.gauge || fabric.unproven;
    if (swatchFirst)
        offerSwatch();
    std::vector<PieceKey> keys;
    for (const PieceName& each : namesOf(session_.project().article))
        keys.push_back(each.key);
    // What was begun stays, though the article has no such piece now.
    for (const BegunPiece& each : pieces)
        if (const PieceKey key(each.name.toStdString());
            each.name.toStdString() != swatchPiece && !key.empty() && std::ranges::count(keys, key) == 0)
            keys.push_back(key);
    for (const PieceKey key : keys) {
        const WorkedPiece* drafted = drawn ? drawn->piece(key) : nullptr;
        offer({vestimen::app::pieceName(session_.project().article, key), newestBegun(pieces, vestimen::key(key)),
               drafted ? &drafted->program : nullptr, session_.worked().sound(),
               [this, key] { emit beginWanted(key); }});
    }
    if (!swatchFirst)
        offerSwatch();

    for (QWidget* each : std::exchange(tiles_, {})) {
        each->hide();
        each->deleteLater();
    }
    // One scale for all, at which the tallest and the widest have room.
    QList<FabricPicture> pictures;
    QSizeF largest(1.0, 1.0);
    const FabricGauge gauge = fabric.gauge.value_or(starterGauge());
    for (const Hanging& each : hanging) {
        pictures << shapeOf(each);
        largest = largest.expandedTo(PiecePicture::sizeOf(pictures.back(), gauge));
    }
    const double scale = std::min(pictureHeight / largest.height(), pictureWidth / largest.width());
    for (qsizetype i = 0; i < hanging.size(); ++i)
        tiles_ << tile(hanging[i], pictures[i], scale);
    nothing_->setVisible(tiles_.isEmpty());
    columns_ = 0;
    arrange();
}

/// As it was begun; a piece that hangs from others needs theirs to be drawn.
FabricPicture PieceChoice::shapeOf(const Hanging& hanging) const {
    const bool isBegun = hanging.already && hanging.already->problem.isEmpty();
    const Program* program = isBegun ? &hanging.already->program : hanging.drafted;
    if (!program)
        return {};
    Siblings siblings;
    if (const Worked* drawn = session_.shown())
        for (const WorkedPiece& each : drawn->pieces) {
            if (each.program == *program)
                return pictureOf(each.fabric, each.program); // it is knitted already
            if (each.program.piece != program->piece)
                siblings[each.program.piece] = &each.fabric;
        }
    return pictureOf(knit(*program, &siblings), *program);
}

/// "hangs from: back, front", or nothing.
QString PieceChoice::hangsFrom(const Program& program) const {
    QStringList names;
    for (const Operation& each : program.operations)
        if (const auto* hang = std::get_if<operation::Hang>(&each.action))
            for (const HangSource& source : hang->sources)
                if (!source.piece.empty()) {
                    const QString name =
                        vestimen::app::pieceName(session_.project().article, PieceKey(source.piece)).toLower();
                    if (!names.contains(name))
                        names << name;
                }
    return names.isEmpty() ? QString() : tr("hangs from: %1").arg(names.join(QStringLiteral(", ")));
}

QStringList PieceChoice::freshWords(const Hanging& hanging) const {
    QStringList facts = {rowsText(passCount(*hanging.drafted)), tr("not begun")};
    if (const QString time = pace_.left(*hanging.drafted, {}); !time.isEmpty())
        facts << time;
    return facts;
}

QString PieceChoice::begunWords(QWidget* tile, QPushButton* begin, QBoxLayout* others, const Hanging& hanging) {
    const BegunPiece& already = *hanging.already;
    const Program* drafted = hanging.drafted;
    if (!already.problem.isEmpty()) {
        begin->setText(tr("Begin again"));
        begin->setEnabled(drafted != nullptr);
        connect(begin, &QPushButton::clicked, this, hanging.beginIt);
        return already.problem;
    }
    const bool finished = already.place.operation >= already.program.operations.size();
    const bool movedOn = drafted && !(*drafted == already.program);
    VirtualBed at(already.program);
    at.advance(already.place);
    const bool onWaste = finished && std::ranges::any_of(already.program.operations, [](const Operation& each) {
                             const auto* off = std::get_if<operation::TakeOff>(&each.action);
                             return off && off->onto == operation::Onto::waste;
                         });
    QString text = !finished ? tr("on the machine, row %1").arg(at.counter())
                   : onWaste ? tr("off the machine, on waste yarn")
                             : tr("done");
    if (const QString time = pace_.left(already.program, already.place); !finished && !time.isEmpty())
        text += tr(" · %1 to go").arg(time);
    begin->setText(finished ? tr("Look") : tr("Resume"));
    if (!finished)
        begin->setObjectName(QStringLiteral("primary"));
    connect(begin, &QPushButton::clicked, this, [this, id = already.id] { emit resumeWanted(id); });
    if (drafted && (finished || movedOn)) {
        auto* again = new QPushButton(tr("Begin again"), tile);
        again->setToolTip(
            tr("Starts this piece anew from the draft as it is now. What was knitted stays in the journal."));
        connect(again, &QPushButton::clicked, this, hanging.beginIt);
        others->addWidget(again);
    }
    if (!movedOn)
        return text;
    text += tr(" · the draft has moved on since it was begun");
    if (finished)
        return text;
    const ProgramPlace shared = sharedUntil(already.program, already.place, *drafted).begun;
    VirtualBed until(already.program);
    until.advance(shared);
    text +=
        shared == already.place ? tr(", and can be taken over from here") : tr(", from row %1 on").arg(until.counter());
    auto* adopt = new QPushButton(tr("Take the draft over"), tile);
    connect(adopt, &QPushButton::clicked, this,
            [this, piece = already, program = *drafted] { emit draftWanted(piece, program); });
    tile->layout()->addWidget(adopt);
    return text;
}

QWidget* PieceChoice::tile(const Hanging& hanging, FabricPicture shape, double scale) {
    auto* tile = new QWidget(this);
    tile->setObjectName(QStringLiteral("card"));
    tile->setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(tile);
    column->setContentsMargins(14, 8, 14, 12);
    column->setSpacing(6);
    const FabricGauge gauge = session_.worked().measured.gauge.value_or(starterGauge());
    const auto& already = hanging.already;
    auto* name = new Label(hanging.title, tile);
    name->setObjectName(QStringLiteral("heading"));
    column->addWidget(name);
    auto* image = new PiecePicture(tile);
    image->setFixedHeight(static_cast<int>(std::ceil(PiecePicture::sizeOf(shape, gauge).height() * scale)) + 18);
    const int passes = already && already->problem.isEmpty() ? passesBefore(already->program, already->place) : 0;
    image->show(std::move(shape), passes, gauge, fabricColour(QString::fromStdString(session_.project().yarn.colour)),
                scale);
    column->addWidget(image);
    column->addStretch(1);
    auto* words = new Label(tile);
    words->setWordWrap(true);
    words->setObjectName(already && !already->problem.isEmpty() ? QStringLiteral("problem") : QStringLiteral("muted"));
    column->addWidget(words);
    auto* begin = new QPushButton(tile);
    column->addWidget(begin);
    auto* others = new QHBoxLayout;
    others->setSpacing(6);
    QStringList lines;
    if (already) {
        lines << begunWords(tile, begin, others, hanging);
    } else {
        lines << freshWords(hanging).join(QStringLiteral(" · "));
        begin->setText(tr("Begin"));
        begin->setEnabled(hanging.sound);
        if (!hanging.sound)
            begin->setToolTip(session_.sketch() ? tr("It is only sketched: a gauge and measures come first.")
                                                : tr("The draft has something to mend first."));
        connect(begin, &QPushButton::clicked, this, hanging.beginIt);
    }
    if (hanging.drafted) {
        for (const PieceSupplies& each : session_.worked().supplies.pieces)
            if (each.piece == hanging.drafted->piece && each.grams)
                lines << tr("about %1 g of yarn").arg(std::lround(*each.grams));
        if (const QString after = hangsFrom(*hanging.drafted); !after.isEmpty())
            lines << after;
        if (hanging.sound) {
            auto* rehearsal = new QPushButton(tr("Rehearse"), tile);
            rehearsal->setToolTip(tr("Goes through the piece without yarn; nothing of it is kept."));
            connect(rehearsal, &QPushButton::clicked, this,
                    [this, program = *hanging.drafted] { emit rehearsalWanted(program); });
            others->addWidget(rehearsal);
        }
    }
    column->addLayout(others);
    words->setText(lines.join('\n'));
    tile->show();
    return tile;
}

void PieceChoice::arrange() {
    const int columns = std::max(1, (width() + grid_->spacing()) / (tileWidth + grid_->spacing()));
    if (columns == columns_)
        return;
    for (int column = 0; column < std::max(columns, columns_); ++column)
        grid_->setColumnStretch(column, column < columns ? 1 : 0);
    columns_ = columns;
    for (QWidget* each : tiles_)
        grid_->removeWidget(each);
    for (int i = 0; i < tiles_.size(); ++i)
        grid_->addWidget(tiles_[i], i / columns, i % columns);
}

void PieceChoice::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    arrange();
}

} // namespace vestimen::app
