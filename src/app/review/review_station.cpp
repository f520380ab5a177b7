// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/review/review_station.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/theme/theme.h"

#include <QGridLayout>
#include <QHBoxLayout>

#include <algorithm>
#include <cmath>
#include <functional>

namespace vestimen::app {
namespace {

const MadePiece* madeOf(const Project& project, PieceKey kind) {
    const auto found = std::find_if(project.made.begin(), project.made.end(),
                                    [&](const MadePiece& made) { return made.piece == key(kind); });
    return found == project.made.end() ? nullptr : &*found;
}

} // namespace

ReviewStation::ReviewStation(Session& session, QWidget* parent) : Station(session, parent), slip_(new Slip(this)) {
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(24, 14, 16, 14);
    all->setSpacing(16);
    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    auto* title = new Label(tr("As it was made"), this);
    title->setObjectName(QStringLiteral("title"));
    left->addWidget(title);
    auto* hint = new Label(tr("Measure each piece laid flat, rested and treated as the swatch was, seams left out. The "
                              "draft stays as it is; the difference shows what the knitting did."),
                           this);
    hint->setObjectName(QStringLiteral("muted"));
    hint->setWordWrap(true);
    left->addWidget(hint);
    problem_ = new Label(this);
    problem_->setObjectName(QStringLiteral("problem"));
    left->addWidget(problem_);
    auto* cards = new QWidget(this);
    auto* column = new QVBoxLayout(cards);
    column->setContentsMargins(0, 0, 6, 0);
    column->setSpacing(8);
    cards_ = column;
    column->addStretch(1);
    left->addWidget(scrolledColumn(cards, this), 1);
    all->addLayout(left, 1);
    all->addWidget(scrolled(slip_, this));
    next_ = new NextStep(session, slip_);
    connect(next_, &NextStep::swatchWanted, this, &Station::swatchWanted);
    connect(next_, &NextStep::measuresWanted, this, &Station::measuresWanted);
    slip_->controls()->addWidget(next_);
}

void ReviewStation::addCard(PieceKey piece, const QString& name) {
    auto* card = new QWidget(cards_->parentWidget());
    card->setObjectName(QStringLiteral("card"));
    card->setAttribute(Qt::WA_StyledBackground);
    auto* grid = new QGridLayout(card);
    grid->setContentsMargins(16, 8, 16, 8);
    grid->setHorizontalSpacing(14);
    grid->setVerticalSpacing(4);
    auto* heading = new Label(name, card);
    heading->setObjectName(QStringLiteral("heading"));
    heading->setFixedWidth(138);
    heading->setWordWrap(true);
    grid->addWidget(heading, 0, 0);
    Row row{};
    for (int i = 0; i < 2; ++i) {
        auto* what = new Label(i == 0 ? tr("width") : tr("length"), card);
        what->setObjectName(QStringLiteral("muted"));
        what->setFixedWidth(48);
        row.drafted[i] = new Label(card);
        row.drafted[i]->setMinimumWidth(112);
        row.made[i] = new QLineEdit(card);
        row.made[i]->setFixedWidth(108);
        row.made[i]->setAlignment(Qt::AlignRight);
        row.made[i]->setPlaceholderText(tr("made"));
        row.made[i]->setAccessibleName(i == 0 ? tr("%1, made width").arg(name) : tr("%1, made length").arg(name));
        row.difference[i] = new Label(card);
        row.difference[i]->setMinimumWidth(190);
        grid->addWidget(what, i, 1);
        grid->addWidget(row.drafted[i], i, 2);
        grid->addWidget(row.made[i], i, 3);
        grid->addWidget(row.difference[i], i, 4);
        connect(row.made[i], &QLineEdit::textEdited, this,
                [this, piece, i](const QString& text) { typed(piece, i == 0, text); });
        connect(row.made[i], &QLineEdit::editingFinished, this, [this] { refresh(); });
    }
    row.note = new QLineEdit(card);
    row.note->setPlaceholderText(tr("fit: too long, too wide, …"));
    row.note->setAccessibleName(tr("%1, note").arg(name));
    grid->addWidget(row.note, 1, 0);
    connect(row.note, &QLineEdit::textEdited, this, [this, piece](const QString& text) { noted(piece, text); });
    grid->setColumnStretch(4, 1);
    rows_[piece] = row;
    cards_->insertWidget(cards_->count() - 1, card); // above the room that is left
    card->show();
}

void ReviewStation::change(PieceKey piece, const std::function<void(MadePiece&)>& change, const QString& what) {
    Project next = session().project();
    auto found = std::find_if(next.made.begin(), next.made.end(),
                              [&](const MadePiece& made) { return made.piece == key(piece); });
    if (found == next.made.end()) {
        next.made.push_back({key(piece), {}, {}, {}});
        found = std::prev(next.made.end());
    }
    change(*found);
    if (!found->width && !found->length && found->note.empty())
        next.made.erase(found);
    session().edit(what, std::move(next), true);
}

void ReviewStation::typed(PieceKey piece, bool width, const QString& text) {
    QLineEdit* field = edit(piece, width);
    std::optional<Length> value;
    if (!text.trimmed().isEmpty()) {
        const auto length = parsed(text);
        const bool sound = length && *length > Length() && *length < Length::millimetres(5000);
        setWrong(field, !sound);
        problem_->setText(sound    ? QString()
                          : length ? tr("A piece measures more than 0 and less than 5 m.")
                                   : QString::fromStdString(length.problem));
        if (!sound)
            return;
        value = *length;
    } else {
        setWrong(field, false);
        problem_->clear();
    }
    change(
        piece, [&](MadePiece& made) { (width ? made.width : made.length) = value; }, tr("Made measure"));
}

void ReviewStation::noted(PieceKey piece, const QString& text) {
    change(
        piece, [&](MadePiece& made) { made.note = text.toStdString(); }, tr("Fit note"));
}

void ReviewStation::refresh() {
    if (!session().hasProject())
        return;
    const Worked* drawn = session().shown();
    const bool isSketch = session().sketch() != nullptr;
    const std::vector<PieceName> names = namesOf(session().project().article);
    if (!std::ranges::equal(names, shown_, {}, &PieceName::key)) {
        for (const auto& [key, row] : rows_) {
            row.note->parentWidget()->hide();
            row.note->parentWidget()->deleteLater();
        }
        rows_.clear();
        shown_.clear();
        for (const PieceName& each : names) {
            shown_.push_back(each.key);
            addCard(each.key, coreText(each.label));
        }
    }
    for (auto& [kind, row] : rows_) {
        const WorkedPiece* piece = drawn ? drawn->piece(kind) : nullptr;
        const MadePiece* made = madeOf(session().project(), kind);
        if (!isBeingTyped(row.note)) {
            row.note->setText(made ? QString::fromStdString(made->note) : QString());
            row.note->setCursorPosition(0); // of a long one its beginning is seen
            row.note->setToolTip(row.note->text());
        }
        for (int i = 0; i < 2; ++i) {
            const std::optional<Length> drafted =
                piece ? std::optional(i == 0 ? piece->width : piece->length) : std::nullopt;
            const std::optional<Length> real = !made ? std::nullopt : i == 0 ? made->width : made->length;
            row.drafted[i]->setText(!drafted   ? QString()
                                    : isSketch ? tr("sketch %1").arg(text(*drafted))
                                               : tr("draft %1").arg(text(*drafted)));
            if (!isBeingTyped(row.made[i]) || !row.made[i]->isModified()) {
                row.made[i]->setText(real ? text(*real) : QString());
                setWrong(row.made[i], false);
            }
            QString words;
            if (drafted && real && !isSketch) {
                const double off = (*real - *drafted).mm();
                words = tr("%1%2 mm, %1%3 %")
                            .arg(off < 0 ? QStringLiteral("−") : QStringLiteral("+"))
                            .arg(std::abs(off), 0, 'f', 0)
                            .arg(std::abs(off) / drafted->mm() * 100, 0, 'f', 1);
                const bool far = std::abs(off) / drafted->mm() > 0.03;
                if (far)
                    words += i == 0 ? (off > 0 ? tr(" · too wide") : tr(" · too narrow"))
                                    : (off > 0 ? tr(" · too long") : tr(" · too short"));
                row.difference[i]->setStyleSheet(QStringLiteral("color: %1; font-weight: %2;")
                                                     .arg((far ? Theme::current().madder : Theme::current().ink).name(),
                                                          far ? QStringLiteral("700") : QStringLiteral("400")));
            }
            row.difference[i]->setText(words);
        }
    }
    fillSlip();
}

void ReviewStation::fillSlip() {
    const Worked* drawn = session().drawn();
    slip_->begin(tr("What it says"));
    next_->fill();
    if (!drawn || !drawn->measured.gauge) {
        if (!session().sketch())
            slip_->addNote(tr("There is no draft yet to compare with."));
        slip_->end();
        return;
    }
    const FabricGauge& gauge = *drawn->measured.gauge;
    bool any = false;
    for (const PieceKey kind : shown_) {
        const MadePiece* made = madeOf(session().project(), kind);
        const WorkedPiece* piece = drawn->piece(kind);
        if (!made || !piece || (!made->width && !made->length))
            continue;
        any = true;
        slip_->addLine(pieceName(drawn->article, kind), tr("gauge as knitted"));
        if (made->width)
            slip_->addAnswer(
                tr("stitches in 10 cm"),
                QString::number(gauge.stitches.perTenCentimetres() * (piece->width / *made->width), 'f', 1));
        if (made->length)
            slip_->addAnswer(tr("rows in 10 cm"),
                             QString::number(gauge.rows.perTenCentimetres() * (piece->length / *made->length), 'f', 1));
    }
    if (!any)
        slip_->addNote(tr("Type what a piece measures, and its own gauge stands here beside the swatch’s."));
    slip_->addLine(tr("swatch"), tr("%1 × %2")
                                     .arg(gauge.stitches.perTenCentimetres(), 0, 'f', 1)
                                     .arg(gauge.rows.perTenCentimetres(), 0, 'f', 1));
    slip_->addRule();
    const Supplies& supplies = drawn->supplies;
    for (const Step& step : supplies.weight.steps)
        slip_->addLine(coreText(step.what), coreText(step.value));
    if (supplies.grams)
        slip_->addAnswer(tr("yarn with some to spare"), tr("%1 g").arg(*supplies.grams, 0, 'f', 0));
    for (const YarnSupplies& each : supplies.yarns)
        if (supplies.yarns.size() > 1 && each.grams)
            slip_->addLine(QString::fromStdString(session().project().yarnOf(each.number).name),
                           tr("%1 g").arg(*each.grams, 0, 'f', 0));
    for (const YarnSupplies& each : supplies.yarns)
        if (each.ballsToBuy > 0)
            slip_->addLine(tr("to buy of %1").arg(QString::fromStdString(session().project().yarnOf(each.number).name)),
                           tr("%1 × %2 g")
                               .arg(each.ballsToBuy)
                               .arg(session().project().yarnOf(each.number).gramsPerBall, 0, 'f', 0));
    slip_->addLine(tr("ends to darn in"), QString::number(supplies.ends));
    if (supplies.hanging > 0)
        slip_->addLine(tr("changes without an end"), QString::number(supplies.hanging));
    if (supplies.tucked > 0)
        slip_->addLine(tr("woven in, or in the seams"), QString::number(supplies.tucked));
    slip_->addLine(tr("tails for the seams"), text(supplies.tails));
    for (const Finding& finding : supplies.findings)
        slip_->addNote(coreText(finding.text), finding.severity);
    slip_->addNote(
        tr("Steam burns, and acrylic goes limp under it for good. For children: no cords at the neck, buttons "
           "sewn to hold; local product-safety rules decide when anything is sold or given."));
    slip_->end();
}

} // namespace vestimen::app
