// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/measure/measure_station.h"

#include "app/canvas/fields.h"
#include "app/theme/theme.h"
#include "core/quantity/parsing.h"

#include <QDate>
#include <QEvent>
#include <QHBoxLayout>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QPushButton>
#include <QStyle>
#include <QVBoxLayout>

#include <cmath>

namespace vestimen::app {
namespace {

/// The figure stands in a box of 200 × 420.
constexpr double figureWidth = 200;
constexpr double figureHeight = 420;

QPainterPath figurePath() {
    QPainterPath path;
    path.addEllipse(QPointF(100, 42), 25, 32);
    QPainterPath body(QPointF(90, 70));
    body.lineTo(90, 88);
    body.quadTo(88, 94, 60, 104);
    body.quadTo(44, 110, 40, 130);
    body.lineTo(22, 250);
    body.quadTo(20, 268, 26, 276);
    body.quadTo(34, 272, 36, 252);
    body.lineTo(60, 160);
    body.lineTo(66, 240);
    body.quadTo(58, 270, 58, 300);
    body.lineTo(66, 418);
    body.lineTo(92, 418);
    body.lineTo(100, 306);
    body.lineTo(108, 418);
    body.lineTo(134, 418);
    body.lineTo(142, 300);
    body.quadTo(142, 270, 134, 240);
    body.lineTo(140, 160);
    body.lineTo(164, 252);
    body.quadTo(166, 272, 174, 276);
    body.quadTo(180, 268, 178, 250);
    body.lineTo(160, 130);
    body.quadTo(156, 110, 140, 104);
    body.quadTo(112, 94, 110, 88);
    body.lineTo(110, 70);
    body.closeSubpath();
    return path.united(body);
}

QPainterPath measureLine(Measure measure) {
    const auto line = [](double x1, double y1, double x2, double y2) {
        QPainterPath path(QPointF(x1, y1));
        path.lineTo(x2, y2);
        return path;
    };
    const auto girth = [](double x1, double x2, double y) {
        QPainterPath path(QPointF(x1, y));
        path.quadTo((x1 + x2) / 2, y + 12, x2, y);
        return path;
    };
    switch (measure) {
    case Measure::headGirth:
        return girth(75, 125, 34);
    case Measure::neckWidth:
        return line(86, 92, 114, 92);
    case Measure::frontNeckDepth:
        return line(100, 92, 100, 116);
    case Measure::shoulderDrop:
        return line(150, 94, 150, 108);
    case Measure::chest:
        return girth(58, 142, 150);
    case Measure::armholeDepth:
        return line(154, 108, 154, 158);
    case Measure::bodyLength:
        return line(84, 94, 84, 272);
    case Measure::centreBackToWrist: {
        QPainterPath path(QPointF(100, 84));
        path.lineTo(46, 108);
        path.lineTo(28, 246);
        return path;
    }
    case Measure::upperArm:
        return girth(146, 167, 168);
    case Measure::wrist:
        return girth(162, 180, 244);
    }
    return {};
}

QString easeText(const Ease& ease) {
    const QString value = QString::fromStdString(number(ease.value, 1));
    return ease.kind == Ease::Kind::percent ? value + " %" : value + " mm";
}

} // namespace

FigureCanvas::FigureCanvas(QWidget* parent) : QWidget(parent) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    setAccessibleName(tr("A figure with the measure that is chosen"));
}

void FigureCanvas::show(Measure chosen, const Wearer& wearer) {
    chosen_ = chosen;
    wearer_ = wearer;
    update();
}

QTransform FigureCanvas::figureTransform() const {
    const double scale = std::min(width() / figureWidth, height() / figureHeight) * 0.96;
    QTransform transform;
    transform.translate((width() - figureWidth * scale) / 2, (height() - figureHeight * scale) / 2);
    transform.scale(scale, scale);
    return transform;
}

void FigureCanvas::paintEvent(QPaintEvent*) {
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setTransform(figureTransform());
    QPen ink(theme.ink, 1.4);
    painter.setPen(ink);
    painter.setBrush(theme.wool);
    painter.drawPath(figurePath());
    painter.setBrush(Qt::NoBrush);
    for (const MeasureInfo& each : measureInfos()) {
        const auto& taken = wearer_[each.measure];
        const bool chosen = each.measure == chosen_;
        painter.setPen(QPen(chosen ? theme.madder : theme.woad, chosen ? 3.4 : 1.4,
                            taken && !taken->borrowed ? Qt::SolidLine : Qt::DashLine, Qt::RoundCap));
        painter.drawPath(measureLine(each.measure));
    }
}

void FigureCanvas::mousePressEvent(QMouseEvent* event) {
    const QPointF at = figureTransform().inverted().map(event->position());
    double nearest = 14;
    std::optional<Measure> found;
    for (const MeasureInfo& each : measureInfos()) {
        const QPainterPath path = measureLine(each.measure);
        for (int i = 0; i <= 20; ++i) {
            const QPointF off = path.pointAtPercent(i / 20.0) - at;
            if (const double distance = std::hypot(off.x(), off.y()); distance < nearest) {
                nearest = distance;
                found = each.measure;
            }
        }
    }
    if (found)
        emit picked(*found);
}

MeasureStation::MeasureStation(Session& session, QWidget* parent)
    : Station(session, parent), figure_(new FigureCanvas(this)), slip_(new Slip(this)) {
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(24, 14, 16, 14);
    all->setSpacing(16);
    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    all->addLayout(left, 1);
    title_ = new QLabel(tr("Measures"), this);
    title_->setObjectName(QStringLiteral("title"));
    left->addWidget(title_);
    auto* who = new QHBoxLayout;
    auto* whoLabel = new QLabel(tr("wearer"), this);
    whoLabel->setObjectName(QStringLiteral("muted"));
    name_ = new QLineEdit(this);
    name_->setAccessibleName(tr("Name of the wearer"));
    name_->setMaximumWidth(220);
    who->addWidget(whoLabel);
    who->addWidget(name_);
    who->addStretch(1);
    left->addLayout(who);
    connect(name_, &QLineEdit::textEdited, this, [this](const QString& text) {
        Project next = this->session().project();
        next.wearer.name = text.toStdString();
        this->session().edit(tr("Wearer’s name"), std::move(next), true);
    });

    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(12);
    grid->setVerticalSpacing(13);
    const auto head = [&](int column, const QString& text) {
        auto* label = new QLabel(text, this);
        label->setObjectName(QStringLiteral("muted"));
        grid->addWidget(label, 0, column);
    };
    head(1, tr("body"));
    head(2, tr("ease"));
    head(3, tr("garment"));
    int row = 1;
    for (const MeasureInfo& each : measureInfos()) {
        const auto at = static_cast<std::size_t>(each.measure);
        grid->addWidget(new QLabel(coreText(each.label), this), row, 0);
        for (const bool isEase : {false, true}) {
            auto* edit = new QLineEdit(this);
            edit->setFixedWidth(isEase ? 88 : 104);
            edit->setAlignment(Qt::AlignRight);
            edit->setAccessibleName(isEase ? tr("%1, ease").arg(coreText(each.label)) : coreText(each.label));
            edit->setProperty("measure", static_cast<int>(each.measure));
            edit->installEventFilter(this);
            grid->addWidget(edit, row, isEase ? 2 : 1);
            (isEase ? eases_ : values_)[at] = edit;
            const Measure measure = each.measure;
            connect(edit, &QLineEdit::textEdited, this, [this, measure, isEase](const QString& text) {
                isEase ? typedEase(measure, text) : typedValue(measure, text);
            });
            connect(edit, &QLineEdit::editingFinished, this, [this] { refresh(); });
        }
        results_[at] = new QLabel(this);
        results_[at]->setMinimumWidth(120);
        grid->addWidget(results_[at], row++, 3);
    }
    grid->setColumnStretch(3, 1);
    left->addLayout(grid);
    problem_ = new QLabel(this);
    problem_->setObjectName(QStringLiteral("problem"));
    problem_->setWordWrap(true);
    left->addWidget(problem_);
    left->addStretch(1);
    all->addWidget(figure_, 1);
    all->addWidget(scrolled(slip_, this));
    connect(figure_, &FigureCanvas::picked, this, [this](Measure measure) {
        valueEdit(measure)->setFocus();
        valueEdit(measure)->selectAll();
    });
    auto* borrow = new QPushButton(tr("Borrow what is missing"), slip_);
    borrow->setToolTip(tr("Fills the gaps from the starter size nearest in chest. Borrowed values are marked."));
    slip_->controls()->addWidget(borrow);
    connect(borrow, &QPushButton::clicked, this, [this] {
        Project next = this->session().project();
        next.wearer = withBorrowedMeasures(next.wearer);
        this->session().edit(tr("Borrow measures"), std::move(next));
    });
}

bool MeasureStation::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::FocusIn)
        choose(static_cast<Measure>(watched->property("measure").toInt()));
    return Station::eventFilter(watched, event);
}

void MeasureStation::choose(Measure measure) {
    chosen_ = measure;
    figure_->show(chosen_, session().project().wearer);
    fillSlip();
}

void MeasureStation::typedValue(Measure measure, const QString& text) {
    QLineEdit* edit = valueEdit(measure);
    Project next = session().project();
    if (text.trimmed().isEmpty()) {
        next.wearer[measure].reset();
    } else {
        const auto length = parsed(text);
        const MeasureInfo& known = info(measure);
        QString wrong;
        if (!length)
            wrong = QString::fromStdString(length.problem);
        else if (*length < known.least || *length > known.most)
            wrong =
                tr("%1 of %2 cannot be: it lies between %3 and %4.")
                    .arg(coreText(known.label), this->text(*length), this->text(known.least), this->text(known.most));
        setWrong(edit, !wrong.isEmpty());
        problem_->setText(wrong);
        if (!wrong.isEmpty())
            return;
        next.wearer[measure] = MeasureValue{*length, false, QDate::currentDate().toString(Qt::ISODate).toStdString()};
    }
    setWrong(edit, false);
    problem_->clear();
    session().edit(tr("%1").arg(coreText(info(measure).label)), std::move(next), true);
}

void MeasureStation::typedEase(Measure measure, const QString& text) {
    QLineEdit* edit = easeEdit(measure);
    QString trimmed = text.trimmed();
    Ease ease;
    QString wrong;
    if (trimmed.endsWith('%')) {
        trimmed.chop(1);
        const auto percent = parseNumber(trimmed.toStdString());
        if (!percent || *percent < -50 || *percent > 200)
            wrong = tr("Ease in percent is a number from -50 to 200.");
        else
            ease = {Ease::Kind::percent, *percent};
    } else if (!trimmed.isEmpty()) {
        const auto length = parseLength(trimmed.toStdString(), LengthUnit::millimetre);
        if (!length || abs(*length) > Length::millimetres(1000))
            wrong = tr("Ease is a length such as 80, 8cm or -10mm, or a share such as 5 %.");
        else
            ease = {Ease::Kind::length, (*length).mm()};
    }
    setWrong(edit, !wrong.isEmpty());
    problem_->setText(wrong);
    if (!wrong.isEmpty())
        return;
    Project next = session().project();
    next.ease[static_cast<std::size_t>(measure)] = ease;
    session().edit(tr("%1, ease").arg(coreText(info(measure).label)), std::move(next), true);
}

void MeasureStation::refresh() {
    if (!session().hasProject())
        return;
    const Project& project = session().project();
    title_->setText(tr("Measures for %1").arg(QString::fromStdString(project.wearer.name)));
    if (!isBeingTyped(name_))
        name_->setText(QString::fromStdString(project.wearer.name));
    for (const MeasureInfo& each : measureInfos()) {
        const auto at = static_cast<std::size_t>(each.measure);
        const auto& taken = project.wearer[each.measure];
        if (!isBeingTyped(values_[at]) || !values_[at]->isModified()) {
            values_[at]->setText(taken ? text(taken->value) : QString());
            values_[at]->setPlaceholderText(tr("missing"));
            setWrong(values_[at], false);
        }
        if (!isBeingTyped(eases_[at]) || !eases_[at]->isModified()) {
            eases_[at]->setText(easeText(project.ease[at]));
            setWrong(eases_[at], false);
        }
        const auto made = withEase(project.wearer, project.ease, each.measure);
        QString result = made ? text(*made) : tr("missing");
        if (taken && taken->borrowed)
            result += tr(" · borrowed");
        results_[at]->setText(result);
        results_[at]->setObjectName(taken && taken->borrowed ? QStringLiteral("muted") : QString());
        results_[at]->style()->unpolish(results_[at]);
        results_[at]->style()->polish(results_[at]);
    }
    figure_->show(chosen_, project.wearer);
    fillSlip();
}

void MeasureStation::fillSlip() {
    const Project& project = session().project();
    const MeasureInfo& known = info(chosen_);
    slip_->begin(coreText(known.label));
    slip_->addNote(coreText(known.how));
    slip_->addRule();
    if (const auto& taken = project.wearer[chosen_]) {
        slip_->addLine(taken->borrowed ? tr("borrowed from a starter size")
                                       : tr("taken on %1").arg(QString::fromStdString(taken->date)),
                       text(taken->value));
        slip_->addLine(tr("ease"), easeText(project.ease[static_cast<std::size_t>(chosen_)]));
        if (const auto made = withEase(project.wearer, project.ease, chosen_))
            slip_->addAnswer(tr("in the garment"), text(*made));
    }
    const Worked& worked = session().worked();
    for (const Finding& finding : worked.findings)
        slip_->addNote(coreText(finding.text, session().unit()), finding.severity);
    slip_->end();
}

} // namespace vestimen::app
