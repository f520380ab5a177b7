// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/swatch/read_panel.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/swatch/treatment_bar.h"
#include "core/quantity/parsing.h"

#include <QDateTime>

namespace vestimen::app {
namespace {

constexpr double heaviestSwatch = 10000.0; // g
constexpr double longestRest = 1000.0;     // h
constexpr int lengthRole = Qt::UserRole + 1;

} // namespace

ReadPanel::ReadPanel(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* form = new QVBoxLayout(this);
    form->setContentsMargins(0, 0, 0, 0);
    form->setSpacing(7);
    piece_ = new QComboBox(this);
    piece_->setEditable(true);
    piece_->setInsertPolicy(QComboBox::NoInsert);
    piece_->setCompleter(nullptr);
    piece_->setToolTip(tr("The piece whose width the doubt is told at; any width can be typed"));
    addRow(form, tr("at the width of"), piece_, 160);
    connect(piece_, &QComboBox::editTextChanged, this, [this] {
        if (!filling_)
            emit pieceChanged();
    });
    article_ = new QComboBox(this);
    article_->addItem(tr("not decided"), -1);
    for (std::size_t kind = 0; kind < treatmentKindCount; ++kind)
        article_->addItem(coreText(label(static_cast<TreatmentKind>(kind))), static_cast<int>(kind));
    article_->setToolTip(tr("What the finished article will get: the swatch should get the same"));
    addRow(form, tr("article will be"), article_, 170);
    connect(article_, &QComboBox::activated, this, [this](int index) {
        const int kind = article_->itemData(index).toInt();
        emit edited(tr("Treatment of the article"), [kind](Project& project) {
            project.swatch.articleTreatment = kind < 0 ? std::nullopt : std::optional(static_cast<TreatmentKind>(kind));
        });
    });
    done_ = new QLineEdit(this);
    done_->setPlaceholderText(tr("what was done"));
    addRow(form, tr("own treatment"), done_);
    connect(done_, &QLineEdit::textEdited, this, [this](const QString& text) {
        changeTreatment(tr("Own treatment"), [text](Treatment& treatment) { treatment.note = text.toStdString(); });
    });
    hours_ = new QLineEdit(this);
    hours_->setPlaceholderText(tr("hours"));
    addRow(form, tr("rest, hours"), hours_);
    connect(hours_, &QLineEdit::textEdited, this, [this](const QString& text) {
        const auto hours = parseNumber(text.toStdString());
        const bool sound = text.isEmpty() || (hours && *hours >= 0.0 && *hours <= longestRest);
        setWrong(hours_, !sound);
        if (sound)
            changeTreatment(tr("Hours of rest"),
                            [value = text.isEmpty() ? 0.0 : *hours](Treatment& treatment) { treatment.hours = value; });
    });
    rest_ = new QPushButton(tr("The rest begins now"), this);
    form->addWidget(rest_);
    connect(rest_, &QPushButton::clicked, this, [this] {
        const QString now = QDateTime::currentDateTime().toString(QStringLiteral("yyyy-MM-ddTHH:mm"));
        changeTreatment(tr("Rest begins"), [now](Treatment& treatment) {
            treatment.began = now.toStdString();
            if (treatment.hours <= 0.0)
                treatment.hours = 12.0;
        });
    });
    ready_ = new Label(this);
    ready_->setObjectName(QStringLiteral("muted"));
    form->addWidget(ready_);
    grams_ = new QLineEdit(this);
    grams_->setPlaceholderText(tr("not weighed"));
    addRow(form, tr("whole swatch, g"), grams_);
    connect(grams_, &QLineEdit::textEdited, this, [this](const QString& text) {
        const auto grams = parseNumber(text.toStdString());
        const bool sound = text.isEmpty() || (grams && *grams >= 0.0 && *grams < heaviestSwatch);
        setWrong(grams_, !sound);
        if (sound)
            emit edited(tr("Swatch weight"),
                        [value = text.isEmpty() ? 0.0 : *grams](Project& project) { project.swatch.grams = value; });
    });
    scale_ = new ScalePanel(session.workroom(), this);
    form->addWidget(scale_);
    connect(scale_, &ScalePanel::taken, this, [this](double grams) {
        grams_->clearFocus();
        emit edited(tr("Swatch weight"), [grams](Project& project) { project.swatch.grams = grams; });
    });
    auto* rule = new QPushButton(tr("Print the gauge rule"), this);
    rule->setToolTip(tr("A strip for this field that reads stitches and rows in 10 cm, as PDF at true size"));
    connect(rule, &QPushButton::clicked, this, [this] { emit ruleWanted(true); });
    auto* drawn = new QPushButton(tr("Gauge rule as SVG"), this);
    connect(drawn, &QPushButton::clicked, this, [this] { emit ruleWanted(false); });
    form->addWidget(rule);
    form->addWidget(drawn);
}

void ReadPanel::changeTreatment(const QString& what, const std::function<void(Treatment&)>& change) {
    emit edited(what, [change](Project& project) {
        if (project.swatch.treatments.empty())
            project.swatch.treatments.push_back({});
        change(project.swatch.treatments[*treatmentIndexInUse(project.swatch)]);
    });
}

std::optional<Length> ReadPanel::pieceWidth() const {
    const QString typed = piece_->currentText();
    if (const int known = piece_->findText(typed); known >= 0)
        return Length::millimetres(piece_->itemData(known).toDouble());
    const auto length = parseLength(typed.toStdString(), LengthUnit::centimetre);
    return length && *length > Length() && *length < Length::millimetres(5000) ? length.value : std::nullopt;
}

std::optional<Length> ReadPanel::pieceLength() const {
    const int known = piece_->findText(piece_->currentText());
    return known < 0 ? std::nullopt
                     : std::optional(Length::millimetres(piece_->itemData(known, lengthRole).toDouble()));
}

QString ReadPanel::pieceName() const {
    return piece_->currentText();
}

/// The pieces of the draft, and the width that the knitter typed when it is none of theirs.
void ReadPanel::fillPieces() {
    const int before = piece_->findText(piece_->currentText());
    const QString own = before < 0 ? piece_->currentText() : QString();
    int count = 0;
    if (const Worked* drawn = session_.drawn())
        for (const WorkedPiece& each : drawn->pieces) {
            if (each.ontoOthers || std::ranges::any_of(drawn->pieces, [&](const WorkedPiece& other) {
                    return &other < &each && other.width == each.width && other.length == each.length &&
                           other.pair == each.key;
                }))
                continue; // alike
            const QString words =
                QStringLiteral("%1, %2").arg(vestimen::app::pieceName(drawn->article, each.key),
                                             QString::fromStdString(text(each.width, session_.unit())));
            if (count == piece_->count())
                piece_->addItem(words);
            else if (piece_->itemText(count) != words)
                piece_->setItemText(count, words);
            piece_->setItemData(count, each.length.mm(), lengthRole);
            piece_->setItemData(count++, each.width.mm());
        }
    while (piece_->count() > count)
        piece_->removeItem(piece_->count() - 1);
    if (!own.isEmpty() || count == 0)
        piece_->setEditText(own.isEmpty() ? QStringLiteral("52 cm") : own);
    else
        piece_->setCurrentIndex(std::clamp(before, 0, count - 1));
}

void ReadPanel::fill() {
    const Swatch& swatch = session_.project().swatch;
    filling_ = true;
    if (!isBeingTyped(piece_->lineEdit())) {
        fillPieces();
    }
    article_->setCurrentIndex(
        article_->findData(swatch.articleTreatment ? static_cast<int>(*swatch.articleTreatment) : -1));
    const Treatment* treatment = treatmentInUse(swatch);
    const bool rests = treatment && treatment->kind != TreatmentKind::offTheMachine;
    const bool own = treatment && treatment->kind == TreatmentKind::custom;
    for (QWidget* each : {static_cast<QWidget*>(hours_), static_cast<QWidget*>(rest_)})
        each->setEnabled(rests);
    done_->setEnabled(own);
    if (!isBeingTyped(done_))
        done_->setText(own ? QString::fromStdString(treatment->note) : QString());
    if (!isBeingTyped(hours_))
        hours_->setText(treatment && treatment->hours > 0.0 ? QString::fromStdString(number(treatment->hours, 1))
                                                            : QString());
    const QString words = treatment ? restText(*treatment, QDateTime::currentDateTime()) : QString();
    ready_->setText(words);
    ready_->setVisible(!words.isEmpty());
    if (!isBeingTyped(grams_))
        grams_->setText(swatch.grams > 0.0 ? QString::fromStdString(number(swatch.grams, 1)) : QString());
    filling_ = false;
}

} // namespace vestimen::app
