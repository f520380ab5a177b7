// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/swatch/swatch_station.h"

#include "app/canvas/fields.h"
#include "app/canvas/rail_canvas.h"
#include "app/theme/theme.h"
#include "core/quantity/parsing.h"

#include <QHBoxLayout>
#include <QMenu>
#include <QPainter>
#include <QPainterPath>
#include <QPushButton>
#include <QVBoxLayout>

#include <cmath>
#include <functional>

namespace vestimen::app {
namespace {

constexpr int editWidth = 84;
constexpr int editHeight = 34;
constexpr double railTop = 20;
constexpr double swatchTop = 46;
constexpr double labelRoom = 150;

} // namespace

Parsed<Reading> parseReading(const std::string& text) {
    if (text.find('/') != std::string::npos && text.find("in") == std::string::npos) {
        const auto slash = text.rfind('/');
        const auto counted = parseNumber(text.substr(0, slash));
        std::string rest = text.substr(slash + 1);
        rest.erase(0, rest.find_first_not_of(' '));
        if (!rest.empty() && std::isalpha(static_cast<unsigned char>(rest[0])) != 0)
            rest = "1" + rest;
        const auto within = parseLength(rest);
        if (!counted || !within || *counted <= 0.0 || *within <= Length())
            return {std::nullopt,
                    "\"" + text + "\" is no reading; write 142, 14.2cm, or a count in a length, like 28.1/10cm"};
        if (std::abs((*within).mm() - 100.0) < 1e-9)
            return {Reading(RuleReading{*counted}), {}};
        return {Reading(CountReading{*counted, *within}), {}};
    }
    const auto length = parseLength(text, LengthUnit::millimetre);
    if (!length)
        return {std::nullopt, length.problem};
    if (*length <= Length() || *length > Length::millimetres(3000))
        return {std::nullopt, "A reading is more than 0 and at most 3 m"};
    return {Reading(TapeReading{*length}), {}};
}

QString readingText(const Reading& reading) {
    struct Visitor {
        QString operator()(const TapeReading& tape) const { return QString::number(tape.length.mm(), 'f', 1); }
        QString operator()(const RuleReading& rule) const {
            return QString::fromStdString(number(rule.perTenCentimetres, 2)) + "/10cm";
        }
        QString operator()(const CountReading& count) const {
            return QString::fromStdString(number(count.counted, 2) + "/" + number(count.within.mm(), 1)) + "mm";
        }
    };
    return std::visit(Visitor{}, reading);
}

SwatchCanvas::SwatchCanvas(QWidget* parent) : QWidget(parent) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
}

void SwatchCanvas::show(const Project& project) {
    project_ = project;
    measured_ = measured(project.swatch);
    static const std::vector<Reading> none;
    const Treatment* treatment = treatmentInUse(project.swatch);
    matchEdits(widths_, treatment ? treatment->widths : none, true);
    matchEdits(heights_, treatment ? treatment->heights : none, false);
    for (int i = 0; i + 1 < widths_.size() + heights_.size(); ++i) {
        const auto at = [&](int n) { return n < widths_.size() ? widths_[n] : heights_[n - widths_.size()]; };
        setTabOrder(at(i), at(i + 1));
    }
    placeEdits();
    update();
}

void SwatchCanvas::matchEdits(QList<QLineEdit*>& edits, const std::vector<Reading>& readings, bool widths) {
    // One field more than there are readings, for the next one.
    const auto wanted = static_cast<qsizetype>(readings.size()) + 1;
    while (edits.size() > wanted) {
        edits.back()->hide();
        edits.takeLast()->deleteLater();
    }
    while (edits.size() < wanted) {
        auto* edit = new QLineEdit(this);
        edit->setAlignment(Qt::AlignCenter);
        edit->setFont(textFont(15, QFont::Bold));
        edit->resize(editWidth, editHeight);
        const int index = static_cast<int>(edits.size());
        edit->setAccessibleName(widths ? tr("Width, reading %1").arg(index + 1)
                                       : tr("Height, reading %1").arg(index + 1));
        connect(edit, &QLineEdit::textEdited, this,
                [this, widths, index](const QString& text) { emit typed(widths, index, text); });
        edit->show();
        edits.append(edit);
    }
    for (qsizetype i = 0; i < edits.size(); ++i) {
        if (isBeingTyped(edits[i]))
            continue;
        const bool taken = i + 1 < wanted;
        edits[i]->setText(taken ? readingText(readings[static_cast<std::size_t>(i)]) : QString());
        edits[i]->setPlaceholderText(taken ? QString() : widths ? tr("width") : tr("height"));
        setWrong(edits[i], false);
    }
}

QRectF SwatchCanvas::swatchRect() const {
    const double high = height() - swatchTop - 8;
    const double stitches = std::max(1, project_.swatch.castOn.count());
    const double rows = std::max(1, project_.swatch.rows.count());
    const FabricGauge gauge = measured_.gauge.value_or(FabricGauge{});
    const double ratio = std::clamp(stitches * gauge.stitches.unit().mm() / (rows * gauge.rows.unit().mm()), 0.5, 1.6);
    const double wide = std::min(high * ratio, width() - labelRoom - 30);
    return {std::max(10.0, (width() - labelRoom - wide) / 2), swatchTop, wide, high};
}

QRectF SwatchCanvas::fieldRect() const {
    const QRectF all = swatchRect();
    const double stitches = std::max(1, project_.swatch.castOn.count());
    const double rows = std::max(1, project_.swatch.rows.count());
    const double wide = all.width() * std::min(0.9, project_.swatch.field.count() / stitches);
    const double high = all.height() * std::clamp(project_.swatch.fieldRows.count() / rows, 0.3, 0.8);
    return {all.center().x() - wide / 2, all.center().y() - high / 2, wide, high};
}

QPointF SwatchCanvas::lineAt(bool width, int index, int count) const {
    const QRectF field = fieldRect();
    const double share = (index + 0.5) / std::max(1, count);
    // Widths are read in the upper part, heights have their numbers in the lower one, so that none lie on another.
    if (width)
        return {field.center().x(), field.top() + field.height() * (0.04 + 0.66 * share)};
    return {field.left() + field.width() * share, field.bottom() - field.height() * 0.14};
}

void SwatchCanvas::placeEdits() {
    const double room = fieldRect().width() / std::max(1, static_cast<int>(heights_.size())) - 6;
    for (const bool isWidth : {true, false}) {
        auto& list = isWidth ? widths_ : heights_;
        for (int i = 0; i < list.size(); ++i) {
            list[i]->resize(isWidth ? editWidth : static_cast<int>(std::clamp(room, 46.0, double(editWidth))),
                            editHeight);
            const QPointF at = lineAt(isWidth, i, static_cast<int>(list.size()));
            list[i]->move((at - QPointF(list[i]->width() / 2.0, editHeight / 2.0)).toPoint());
        }
    }
}

void SwatchCanvas::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    placeEdits();
}

void SwatchCanvas::paintEvent(QPaintEvent*) {
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF all = swatchRect();
    const QRectF field = fieldRect();
    const int stitches = std::max(1, project_.swatch.castOn.count());
    const double stitch = all.width() / stitches;
    const int half = stitches / 2;
    paintNeedleRail(painter, all.left(), railTop, stitch, -half, stitches - half - 1, false);

    QPainterPath shape;
    shape.addRect(all);
    paintKnitting(painter, shape, fabricColour(QString::fromStdString(project_.yarn.colour)), false);
    painter.setPen(QPen(theme.ink, 1.4));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(all);
    painter.fillRect(QRectF(all.left() + 1, field.top() - 10, all.width() - 2, 8), theme.moss);
    painter.fillRect(QRectF(all.left() + 1, field.bottom() + 2, all.width() - 2, 8), theme.moss);

    const auto line = [&](bool isWidth, int index, int count, bool odd, bool taken) {
        const QPointF at = lineAt(isWidth, index, count);
        painter.setPen(QPen(odd     ? theme.madder
                            : taken ? theme.woad
                                    : theme.muted,
                            taken ? 1.8 : 1.2, taken ? Qt::SolidLine : Qt::DotLine));
        if (isWidth)
            painter.drawLine(QPointF(field.left(), at.y()), QPointF(field.right(), at.y()));
        else
            painter.drawLine(QPointF(at.x(), field.top()), QPointF(at.x(), field.bottom()));
        if (!isWidth)
            return;
        painter.setPen(QPen(theme.moss, 3, Qt::SolidLine, Qt::RoundCap));
        for (const double x : {field.left(), field.right()}) {
            QPainterPath tuft(QPointF(x - 3, at.y() - 8));
            tuft.cubicTo(x + 6, at.y() - 4, x - 6, at.y() + 4, x + 3, at.y() + 8);
            painter.drawPath(tuft);
        }
    };
    for (const bool isWidth : {true, false}) {
        const auto& list = isWidth ? widths_ : heights_;
        const auto& direction = isWidth ? measured_.across : measured_.up;
        for (int i = 0; i < list.size(); ++i)
            line(isWidth, i, static_cast<int>(list.size()), direction.odd == i, i + 1 < list.size());
    }

    // The stitch size in the fabric itself: an eyelet for each whole number, a gap, one for each part.
    const StitchSizeScale& sizes = project_.machine.sizes;
    const int whole = project_.swatch.size.steps / std::max(1, sizes.parts);
    const int parts = project_.swatch.size.steps % std::max(1, sizes.parts);
    painter.setPen(QPen(theme.ink, 1.2));
    painter.setBrush(theme.paper);
    const double holesY = (field.bottom() + 10 + all.bottom()) / 2;
    double x = field.left() + 10;
    for (int i = 0; i < whole + parts; ++i) {
        if (i == whole)
            x += 16;
        painter.drawEllipse(QPointF(x, holesY), 4, 4);
        x += 15;
    }
    painter.setFont(textFont(12));
    painter.setPen(theme.ink);
    painter.drawText(QRectF(x + 4, holesY - 10, all.right() - x - 8, 20), Qt::AlignVCenter,
                     tr("size %1").arg(QString::fromStdString(sizes.text(project_.swatch.size))));

    painter.setPen(theme.muted);
    const double right = all.right() + 14;
    const auto label = [&](double y, const QString& text, bool bold) {
        painter.setFont(textFont(13, bold ? QFont::Bold : QFont::Normal));
        painter.setPen(bold ? theme.ink : theme.muted);
        painter.drawText(QRectF(right, y - 20, labelRoom, 40), Qt::AlignVCenter | Qt::TextWordWrap, text);
    };
    const int margins = std::max(0, project_.swatch.rows.count() - project_.swatch.fieldRows.count() - 4) / 2;
    label((all.top() + field.top()) / 2, tr("margin, %1 rows").arg(margins), false);
    label(field.center().y(),
          tr("field, %1 stitches × %2 rows").arg(project_.swatch.field.count()).arg(project_.swatch.fieldRows.count()),
          true);
    label(holesY, tr("margin, %1 rows").arg(margins), false);
}

SwatchStation::SwatchStation(Session& session, QWidget* parent)
    : Station(session, parent), canvas_(new SwatchCanvas(this)), slip_(new Slip(this)) {
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(24, 14, 16, 14);
    all->setSpacing(16);
    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    all->addLayout(left, 1);
    title_ = new QLabel(this);
    title_->setObjectName(QStringLiteral("title"));
    subtitle_ = new QLabel(this);
    subtitle_->setObjectName(QStringLiteral("muted"));
    problem_ = new QLabel(this);
    problem_->setObjectName(QStringLiteral("problem"));
    problem_->setWordWrap(true);
    problem_->hide();
    left->addWidget(title_);
    left->addWidget(subtitle_);
    left->addWidget(problem_);
    left->addWidget(canvas_, 1);
    treatments_ = new QHBoxLayout;
    treatments_->setSpacing(8);
    left->addLayout(treatments_);
    all->addWidget(scrolled(slip_, this));
    buildControls();
    connect(canvas_, &SwatchCanvas::typed, this, &SwatchStation::read);
}

void SwatchStation::buildControls() {
    QVBoxLayout* controls = slip_->controls();
    const auto row = [&](const QString& name, QWidget* widget) {
        auto* line = new QHBoxLayout;
        auto* words = new QLabel(name, slip_);
        words->setObjectName(QStringLiteral("muted"));
        widget->setAccessibleName(name);
        widget->setFixedWidth(110);
        line->addWidget(words, 1);
        line->addWidget(widget);
        controls->addLayout(line);
    };
    size_ = new QLineEdit(slip_);
    row(tr("stitch size"), size_);
    field_ = new QSpinBox(slip_);
    field_->setRange(1, 400);
    row(tr("field, stitches"), field_);
    fieldRows_ = new QSpinBox(slip_);
    fieldRows_->setRange(1, 600);
    row(tr("field, rows"), fieldRows_);
    grams_ = new QLineEdit(slip_);
    grams_->setPlaceholderText(tr("not weighed"));
    row(tr("whole swatch, g"), grams_);
    connect(size_, &QLineEdit::textEdited, this, [this](const QString& text) {
        const auto size = session().project().machine.sizes.parse(text.toStdString());
        setWrong(size_, !size);
        if (size)
            change(tr("Stitch size"), [&](Swatch& swatch) { swatch.size = *size; });
    });
    connect(field_, &QSpinBox::valueChanged, this, [this](int value) {
        change(tr("Swatch field"), [&](Swatch& swatch) {
            swatch.castOn += Stitches(value) - swatch.field;
            swatch.field = Stitches(value);
        });
    });
    connect(fieldRows_, &QSpinBox::valueChanged, this, [this](int value) {
        change(tr("Swatch field"), [&](Swatch& swatch) {
            swatch.rows += Rows(value) - swatch.fieldRows;
            swatch.fieldRows = Rows(value);
        });
    });
    connect(grams_, &QLineEdit::textEdited, this, [this](const QString& text) {
        const auto grams = parseNumber(text.toStdString());
        const bool sound = text.isEmpty() || (grams && *grams >= 0.0 && *grams < 10000.0);
        setWrong(grams_, !sound);
        if (sound)
            change(tr("Swatch weight"), [&](Swatch& swatch) { swatch.grams = text.isEmpty() ? 0.0 : *grams; });
    });
}

void SwatchStation::change(const QString& what, const std::function<void(Swatch&)>& change) {
    if (filling_)
        return;
    Project next = session().project();
    change(next.swatch);
    session().edit(what, std::move(next), true);
}

void SwatchStation::read(bool isWidth, int index, const QString& text) {
    QLineEdit* edit = canvas_->edits(isWidth).value(index);
    Parsed<Reading> reading;
    if (!text.trimmed().isEmpty()) {
        reading = parseReading(text.trimmed().toStdString());
        setWrong(edit, !reading);
        problem_->setText(QString::fromStdString(reading.problem));
        problem_->setVisible(!reading);
        if (!reading)
            return;
    } else {
        setWrong(edit, false);
        problem_->hide();
    }
    change(tr("Reading"), [&](Swatch& swatch) {
        if (swatch.treatments.empty())
            swatch.treatments.push_back({});
        auto at = swatch.treatments.size() - 1;
        if (swatch.treatmentInUse && *swatch.treatmentInUse < static_cast<int>(swatch.treatments.size()))
            at = static_cast<std::size_t>(std::max(0, *swatch.treatmentInUse));
        auto& list = isWidth ? swatch.treatments[at].widths : swatch.treatments[at].heights;
        const auto place = static_cast<std::size_t>(index);
        if (!reading) {
            if (place < list.size())
                list.erase(list.begin() + index);
        } else if (place < list.size()) {
            list[place] = *reading;
        } else {
            list.push_back(*reading);
        }
    });
}

void SwatchStation::refresh() {
    if (!session().hasProject())
        return;
    filling_ = true;
    const Project& project = session().project();
    const Swatch& swatch = project.swatch;
    title_->setText(swatch.name.empty() ? tr("Swatch") : QString::fromStdString(swatch.name));
    subtitle_->setText(tr("%1 · strands: %2 · plain · type what you read onto the drawing: 142, 14.2cm or 28.1/10cm")
                           .arg(QString::fromStdString(project.machine.name))
                           .arg(project.yarn.strands));
    canvas_->show(project);
    if (!isBeingTyped(size_))
        size_->setText(QString::fromStdString(project.machine.sizes.text(swatch.size)));
    field_->setValue(swatch.field.count());
    fieldRows_->setValue(swatch.fieldRows.count());
    if (!isBeingTyped(grams_))
        grams_->setText(swatch.grams > 0.0 ? QString::fromStdString(number(swatch.grams, 1)) : QString());
    filling_ = false;
    fillTreatments();
    fillSlip();
}

void SwatchStation::fillTreatments() {
    while (QLayoutItem* item = treatments_->takeAt(0)) {
        if (item->widget())
            item->widget()->deleteLater();
        delete item;
    }
    const Swatch& swatch = session().project().swatch;
    const Treatment* inUse = treatmentInUse(swatch);
    for (std::size_t i = 0; i < swatch.treatments.size(); ++i) {
        const Treatment& treatment = swatch.treatments[i];
        const MeasuredFabric fabric = measured(treatment, swatch.field, swatch.fieldRows);
        QString text = coreText(label(treatment.kind));
        if (treatment.hours > 0.0)
            text += tr(", %1 h").arg(treatment.hours);
        text += '\n';
        text += fabric.gauge ? tr("%1 × %2")
                                   .arg(fabric.gauge->stitches.perTenCentimetres(), 0, 'f', 1)
                                   .arg(fabric.gauge->rows.perTenCentimetres(), 0, 'f', 1)
                             : tr("not read yet");
        auto* chip = new QPushButton(text, this);
        chip->setCheckable(true);
        chip->setChecked(inUse == &treatment);
        chip->setMinimumHeight(50);
        connect(chip, &QPushButton::clicked, this, [this, i] {
            change(tr("Treatment in use"), [&](Swatch& next) { next.treatmentInUse = static_cast<int>(i); });
            refresh();
        });
        treatments_->addWidget(chip);
    }
    auto* add = new QPushButton(tr("Treated again …"), this);
    add->setMinimumHeight(50);
    auto* menu = new QMenu(add);
    for (const TreatmentKind kind : {TreatmentKind::offTheMachine, TreatmentKind::pulled, TreatmentKind::rested,
                                     TreatmentKind::washed, TreatmentKind::steamed, TreatmentKind::blocked})
        menu->addAction(coreText(label(kind)), this, [this, kind] {
            change(tr("Treatment"), [&](Swatch& next) {
                Treatment treatment;
                treatment.kind = kind;
                next.treatments.push_back(treatment);
                next.treatmentInUse = static_cast<int>(next.treatments.size()) - 1;
            });
        });
    add->setMenu(menu);
    treatments_->addWidget(add);
    treatments_->addStretch(1);
}

void SwatchStation::fillSlip() {
    const Project& project = session().project();
    const MeasuredFabric& fabric = session().worked().measured;
    slip_->begin(tr("Gauge in use"));
    if (fabric.unproven && fabric.gauge) {
        slip_->addAnswer(tr("stitches in 10 cm"), QString::number(fabric.gauge->stitches.perTenCentimetres(), 'f', 1));
        slip_->addAnswer(tr("rows in 10 cm"), QString::number(fabric.gauge->rows.perTenCentimetres(), 'f', 1));
    } else {
        for (const bool stitches : {true, false}) {
            const MeasuredDirection& direction = stitches ? fabric.across : fabric.up;
            if (!direction.gauge)
                continue;
            const Reckoning reckoning = gaugeReckoning(
                direction, stitches ? project.swatch.field.count() : project.swatch.fieldRows.count(), stitches);
            for (const Step& step : reckoning.steps)
                slip_->addLine(coreText(step.what), coreText(step.value, ReadingUnit::millimetres));
            slip_->addAnswer(coreText(reckoning.title), QString::number(direction.gauge->perTenCentimetres(), 'f', 1));
        }
        if (fabric.gauge) {
            slip_->addRule();
            slip_->addLine(
                tr("spread across, up"),
                tr("%1 %, %2 %").arg(fabric.across.spread * 100, 0, 'f', 1).arg(fabric.up.spread * 100, 0, 'f', 1));
            const auto& measures = session().worked().measures;
            if (fabric.across.interval && measures)
                slip_->addLine(tr("a back of %1 comes out").arg(text(measures->width)),
                               tr("± %1 mm").arg(measures->width.mm() * *fabric.across.interval, 0, 'f', 0));
        }
    }
    for (const Finding& finding : swatchFindings(project.swatch))
        slip_->addNote(coreText(finding.text, ReadingUnit::millimetres), finding.severity);
    slip_->end();
}

} // namespace vestimen::app
