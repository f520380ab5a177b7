// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/measure/measure_station.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/canvas/news_bar.h"
#include "app/canvas/question_bar.h"
#include "app/measure/history_line.h"
#include "app/session/text_files.h"
#include "core/article/articles.h"
#include "core/format/measures_csv.h"
#include "core/format/project_json.h"

#include <QDate>
#include <QEvent>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QPushButton>
#include <QScrollArea>
#include <QStyle>
#include <QVBoxLayout>

namespace vestimen::app {
namespace {

constexpr int mostNamed = 6; ///< changes of an import

/// Ease is a few millimetres; who reads inches has it in inches.
QString easeText(const Ease& ease, ReadingUnit unit) {
    if (ease.kind != Ease::Kind::length || unit != ReadingUnit::inches)
        return QString::fromStdString(text(ease));
    return MeasureStation::tr("%1 in").arg(QString::number(Length::millimetres(ease.value).inches(), 'g', 4));
}

/// A bare number is of the unit that is shown.
QString withEaseUnit(const QString& text, ReadingUnit unit) {
    bool isNumber = false;
    QString(text).replace(',', '.').toDouble(&isNumber);
    return isNumber && unit == ReadingUnit::inches ? text + QStringLiteral(" in") : text;
}

const QString takenByKey = QStringLiteral("taken_by");

void restyle(QWidget* widget, const QString& name) {
    if (widget->objectName() == name)
        return;
    widget->setObjectName(name);
    widget->style()->unpolish(widget);
    widget->style()->polish(widget);
}

} // namespace

MeasureStation::MeasureStation(Session& session, QWidget* parent)
    : Station(session, parent), news_(new NewsBar(session, Shelf::wearers, this)), grid_(new QGridLayout),
      figure_(new FigureCanvas(this)), slip_(new Slip(this)) {
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(24, 14, 16, 14);
    all->setSpacing(16);
    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    all->addLayout(left, 1);
    left->addWidget(buildHead());
    left->addWidget(news_);

    auto* middle = new QHBoxLayout;
    middle->setSpacing(8);
    left->addLayout(middle, 1);
    auto* list = new QWidget(this);
    auto* listLayout = new QVBoxLayout(list);
    listLayout->setContentsMargins(0, 0, 6, 0);
    grid_->setHorizontalSpacing(10);
    grid_->setVerticalSpacing(9);
    const auto head = [&](int column, const QString& text) {
        auto* label = new Label(text, list);
        label->setObjectName(QStringLiteral("muted"));
        grid_->addWidget(label, 0, column);
    };
    head(1, tr("measure"));
    head(2, tr("ease"));
    head(3, tr("garment"));
    grid_->setColumnStretch(3, 1);
    listLayout->addLayout(grid_);
    all_ = new QCheckBox(tr("Show all measures, also for socks, mittens and hats"), list);
    listLayout->addWidget(all_);
    listLayout->addStretch(1);
    auto* scroll = new QScrollArea(this);
    scroll->setWidget(list);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setMinimumWidth(424);
    scroll->setFocusPolicy(Qt::NoFocus);
    middle->addWidget(scroll, 2);
    for (const Measure each : garmentNeeds({}))
        buildRow(each);
    connect(all_, &QCheckBox::toggled, this, &MeasureStation::refresh);

    // The sides and close-ups are turned to in the figure's corner.
    auto* corner = new QHBoxLayout(figure_);
    corner->setContentsMargins(0, 0, 0, 0);
    corner->addStretch(1);
    auto* viewColumn = new QVBoxLayout;
    viewColumn->setSpacing(4);
    corner->addLayout(viewColumn);
    views_ = new QButtonGroup(this);
    for (const auto& [view, name] : {std::pair{FigureView::front, tr("front")},
                                     {FigureView::back, tr("back")},
                                     {FigureView::head, tr("head")},
                                     {FigureView::hand, tr("hand")},
                                     {FigureView::foot, tr("foot")}}) {
        auto* button = new QPushButton(name, this);
        button->setObjectName(QStringLiteral("small"));
        button->setCheckable(true);
        views_->addButton(button, static_cast<int>(view));
        viewColumn->addWidget(button);
    }
    viewColumn->addStretch(1);
    middle->addWidget(figure_, 1);
    connect(views_, &QButtonGroup::idClicked, this, [this](int view) { figure_->turn(static_cast<FigureView>(view)); });

    question_ = new QuestionBar(this);
    left->addWidget(question_);
    problem_ = new Label(this);
    problem_->setObjectName(QStringLiteral("problem"));
    problem_->setWordWrap(true);
    left->addWidget(problem_);
    all->addWidget(scrolled(slip_, this));
    buildControls();
    connect(figure_, &FigureCanvas::picked, this, [this](Measure measure) {
        if (!valueEdit(measure))
            all_->setChecked(true); // builds its row
        valueEdit(measure)->setFocus();
        valueEdit(measure)->selectAll();
    });
}

QWidget* MeasureStation::buildHead() {
    auto* head = new QWidget(this);
    auto* lines = new QVBoxLayout(head);
    lines->setContentsMargins(0, 0, 0, 0);
    lines->setSpacing(6);
    auto* first = new QHBoxLayout;
    title_ = new ElidedLabel(tr("Measures"), head);
    title_->setObjectName(QStringLiteral("title"));
    first->addWidget(title_, 1);
    school_ = new QButtonGroup(this);
    for (const bool garment : {false, true}) {
        auto* button = new QPushButton(garment ? tr("On a garment that fits") : tr("On the body"), head);
        button->setToolTip(garment ? tr("Lay it flat and smooth; widths are doubled, and no ease is added")
                                   : tr("With a tape round the body; ease is added"));
        button->setCheckable(true);
        school_->addButton(button, garment ? 1 : 0);
        first->addWidget(button);
    }
    connect(school_, &QButtonGroup::idClicked, this, [this](int id) { measureGarment(id == 1); });
    lines->addLayout(first);
    auto* second = new QHBoxLayout;
    const auto words = [&](const QString& text) {
        auto* label = new Label(text, head);
        label->setObjectName(QStringLiteral("muted"));
        second->addWidget(label);
    };
    words(tr("wearer"));
    name_ = new QLineEdit(head);
    name_->setAccessibleName(tr("Name of the wearer"));
    name_->setFixedWidth(140);
    second->addWidget(name_);
    stature_ = new QComboBox(head);
    stature_->addItems({tr("adult"), tr("child")});
    stature_->setAccessibleName(tr("Figure"));
    second->addWidget(stature_);
    second->addStretch(1);
    words(tr("fit"));
    for (const Fit each : {Fit::close, Fit::easy, Fit::roomy}) {
        auto* button = new QPushButton(coreText(label(each)), head);
        button->setToolTip(tr("This fit for every measure that has room"));
        second->addWidget(button);
        connect(button, &QPushButton::clicked, this, [this, each] { fit(each); });
    }
    lines->addLayout(second);
    connect(name_, &QLineEdit::textEdited, this, [this](const QString& text) {
        Project next = this->session().project();
        next.wearer.name = text.toStdString();
        this->session().edit(tr("Wearer’s name"), std::move(next), true);
    });
    connect(stature_, &QComboBox::activated, this, [this](int index) {
        Project next = this->session().project();
        next.wearer.isChild = index == 1;
        this->session().edit(tr("Figure"), std::move(next));
    });
    return head;
}

void MeasureStation::buildControls() {
    history_ = new HistoryLine(slip_);
    slip_->controls()->addWidget(history_);
    date_ = new QLineEdit(slip_);
    date_->setToolTip(tr("The day on which this measure was taken, as 2026-11-25"));
    addRow(slip_->controls(), tr("taken on"), date_);
    connect(date_, &QLineEdit::textEdited, this, &MeasureStation::typedDate);
    by_ = new QLineEdit(session().workroom().setting(takenByKey), slip_);
    by_->setToolTip(tr("Who takes the measures now; noted with each new one"));
    addRow(slip_->controls(), tr("measures taken by"), by_);
    connect(by_, &QLineEdit::editingFinished, this, [this] {
        try {
            session().workroom().setSetting(takenByKey, by_->text().trimmed());
        } catch (const WorkroomError& error) {
            emit said(error.message());
        }
    });
    const auto button = [&](const QString& text, const QString& tip, auto action) {
        auto* made = new QPushButton(text, slip_);
        made->setToolTip(tip);
        slip_->controls()->addWidget(made);
        connect(made, &QPushButton::clicked, this, action);
    };
    button(tr("Borrow what is missing"),
           tr("Fills the gaps from the starter size nearest in chest. Borrowed values are marked."), [this] {
               Project next = session().project();
               next.wearer = withBorrowedMeasures(next.wearer);
               session().edit(tr("Borrow measures"), std::move(next));
           });
    button(tr("Another wearer …"), tr("Choose from the shelf of wearers"), [this] { emit wearerWanted(); });
    button(tr("Import measures …"), tr("From a CSV table or a JSON file"), [this] {
        const QString file =
            QFileDialog::getOpenFileName(this, tr("Import measures"), {}, tr("Measures (*.csv *.json)"));
        if (!file.isEmpty())
            importMeasures(file);
    });
    button(tr("Export measures …"), tr("As a CSV table or a JSON file"), [this] {
        const QString file = QFileDialog::getSaveFileName(this, tr("Export measures"), tr("measures.csv"),
                                                          tr("Measures (*.csv *.json)"));
        if (!file.isEmpty())
            exportMeasures(file);
    });
}

void MeasureStation::buildRow(Measure measure) {
    Row& row = rows_[static_cast<std::size_t>(measure)];
    if (row.value)
        return;
    const QString name = coreText(info(measure).label);
    row.name = new Label(name, this);
    row.value = new QLineEdit(this);
    row.value->setFixedWidth(96);
    row.value->setAlignment(Qt::AlignRight);
    row.value->setAccessibleName(name);
    row.ease = new QComboBox(this);
    row.ease->setEditable(true);
    row.ease->setInsertPolicy(QComboBox::NoInsert);
    row.ease->setCompleter(nullptr); // it would write ahead of the hand
    for (const Fit each : {Fit::close, Fit::easy, Fit::roomy})
        row.ease->addItem(coreText(label(each)));
    row.ease->setFixedWidth(92);
    row.ease->setAccessibleName(tr("%1, ease").arg(name));
    row.ease->lineEdit()->setAccessibleName(row.ease->accessibleName());
    row.ease->setFocusPolicy(Qt::StrongFocus);
    row.result = new ElidedLabel(this);
    // Rows lie in the order of the tape, whenever they are built.
    const int at = static_cast<int>(measure) + 1;
    grid_->addWidget(row.name, at, 0);
    grid_->addWidget(row.value, at, 1);
    grid_->addWidget(row.ease, at, 2);
    grid_->addWidget(row.result, at, 3);
    for (QWidget* field : {static_cast<QWidget*>(row.value), static_cast<QWidget*>(row.ease)}) {
        field->setProperty("measure", static_cast<int>(measure));
        field->installEventFilter(this);
    }
    connect(row.value, &QLineEdit::textEdited, this,
            [this, measure](const QString& text) { typedValue(measure, text); });
    connect(row.value, &QLineEdit::editingFinished, this, [this] { refresh(); });
    connect(row.ease->lineEdit(), &QLineEdit::textEdited, this,
            [this, measure](const QString& text) { typedEase(measure, text); });
    connect(row.ease, &QComboBox::activated, this, [this, measure](int index) {
        rows_[static_cast<std::size_t>(measure)].ease->lineEdit()->setModified(false);
        typedEase(measure, QString::fromLatin1(label(static_cast<Fit>(index))));
    });
    connect(row.ease->lineEdit(), &QLineEdit::editingFinished, this, [this] { refresh(); });
    // Tab goes down the values and the eases as they are read.
    QWidget* before = nullptr;
    for (Row& each : rows_) {
        if (!each.value)
            continue;
        if (before)
            setTabOrder(before, each.value);
        setTabOrder(each.value, each.ease);
        before = each.ease;
    }
}

bool MeasureStation::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::FocusIn)
        choose(static_cast<Measure>(watched->property("measure").toInt()));
    return Station::eventFilter(watched, event);
}

bool MeasureStation::onGarment(Measure measure) const {
    return garment_ && info(measure).onGarment > 0;
}

FigureKind MeasureStation::kind() const {
    return garment_ ? FigureKind::garment : session().project().wearer.isChild ? FigureKind::child : FigureKind::adult;
}

void MeasureStation::measureGarment(bool garment) {
    garment_ = garment;
    refresh();
}

void MeasureStation::fit(Fit fit) {
    Project next = session().project();
    next.ease = fitted(fit);
    for (const MeasureInfo& each : measureInfos())
        if (const auto& taken = next.wearer[each.measure]; taken && taken->onGarment)
            next.ease[static_cast<std::size_t>(each.measure)] = Ease{};
    session().edit(tr("Fit"), std::move(next));
}

void MeasureStation::choose(Measure measure) {
    chosen_ = measure;
    fillFigure();
    fillSlip();
}

void MeasureStation::typedValue(Measure measure, const QString& text) {
    QLineEdit* edit = valueEdit(measure);
    Project next = session().project();
    if (text.trimmed().isEmpty()) {
        next.wearer[measure].reset();
    } else {
        const auto parsed = parseMeasure(measure, text.trimmed().toStdString(), bareUnit(session().unit()), garment_);
        setWrong(edit, !parsed);
        problem_->setText(QString::fromStdString(parsed.problem));
        if (!parsed)
            return;
        MeasureValue value = *parsed;
        value.date = QDate::currentDate().toString(Qt::ISODate).toStdString();
        value.by = by_->text().trimmed().toStdString();
        // A garment has its room in it; a body gets it.
        Ease& room = next.ease[static_cast<std::size_t>(measure)];
        const bool wasGarment = next.wearer[measure] && next.wearer[measure]->onGarment;
        if (value.onGarment && !wasGarment)
            room = Ease{};
        else if (!value.onGarment && wasGarment && room == Ease{})
            room = easyFit()[static_cast<std::size_t>(measure)];
        next.wearer.take(measure, value);
    }
    setWrong(edit, false);
    problem_->clear();
    session().edit(tr("%1").arg(coreText(info(measure).label)), std::move(next), true);
}

void MeasureStation::typedEase(Measure measure, const QString& text) {
    const auto ease = parseEase(withEaseUnit(text.trimmed(), session().unit()).toStdString());
    setWrong(easeEdit(measure), !ease);
    problem_->setText(QString::fromStdString(ease.problem));
    if (!ease)
        return;
    Project next = session().project();
    next.ease[static_cast<std::size_t>(measure)] = *ease;
    session().edit(tr("%1, ease").arg(coreText(info(measure).label)), std::move(next), true);
}

void MeasureStation::typedDate(const QString& text) {
    const QDate day = QDate::fromString(text.trimmed(), Qt::ISODate);
    const bool sound = day.isValid() && day <= QDate::currentDate();
    setWrong(date_, !sound);
    problem_->setText(sound ? QString() : tr("A day is written like 2026-11-25, and is not one to come."));
    Project next = session().project();
    auto& taken = next.wearer[chosen_];
    if (!sound || !taken)
        return;
    taken->date = day.toString(Qt::ISODate).toStdString();
    session().edit(tr("%1, day").arg(coreText(info(chosen_).label)), std::move(next), true);
}

bool MeasureStation::importMeasures(const QString& file) {
    QString problem;
    const auto text = readText(file, problem);
    if (!text) {
        emit said(problem);
        return false;
    }
    Wearer read;
    try {
        const Wearer& present = session().project().wearer;
        read = file.endsWith(QLatin1String(".csv"), Qt::CaseInsensitive) ? measuresFromCsv(*text, present)
                                                                         : wearerFromJson(*text);
    } catch (const FormatError& error) {
        emit said(tr("%1 was not imported: %2").arg(file, QString::fromUtf8(error.what())));
        return false;
    }
    askToImport(read);
    return true;
}

/// What would change is said before it does.
void MeasureStation::askToImport(const Wearer& read) {
    const Wearer& present = session().project().wearer;
    if (withMeasures(present, read) == present)
        return question_->ask(tr("The file has nothing that is not here already."), {{tr("Good"), [] {}}});
    QStringList changes;
    for (const MeasureInfo& each : measureInfos()) {
        const auto& is = present[each.measure];
        const auto& comes = read[each.measure];
        if (comes && !is)
            changes << tr("%1 %2").arg(coreText(each.label), this->text(comes->value));
        else if (comes && !(comes->value == is->value))
            changes << tr("%1 %2 → %3").arg(coreText(each.label), this->text(is->value), this->text(comes->value));
    }
    const int more = static_cast<int>(changes.size()) - mostNamed;
    QString what = changes.isEmpty() ? tr("Days, notes and earlier values change; no measure does.")
                                     : changes.mid(0, mostNamed).join(tr(" · "));
    if (more > 0)
        what += tr(" · and %1 more").arg(more);
    question_->ask(what, {{tr("Import"),
                           [this, read] {
                               Project next = session().project();
                               next.wearer = withMeasures(next.wearer, read);
                               session().edit(tr("Import measures"), std::move(next));
                           }},
                          {tr("Leave them"), [] {}}});
}

bool MeasureStation::exportMeasures(const QString& file) {
    const Wearer& wearer = session().project().wearer;
    const std::string text =
        file.endsWith(QLatin1String(".csv"), Qt::CaseInsensitive) ? measuresCsv(wearer) : toJson(wearer);
    const QString problem = writeText(file, text);
    emit said(problem.isEmpty() ? tr("The measures are in %1.").arg(file) : problem);
    return problem.isEmpty();
}

void MeasureStation::fillRow(Measure measure) {
    const Project& project = session().project();
    const Row& row = rows_[static_cast<std::size_t>(measure)];
    const auto& taken = project.wearer[measure];
    const ReadingUnit unit = session().unit();
    const bool shown = std::ranges::count(needsOf(project.article), measure) > 0 || all_->isChecked();
    for (QWidget* each : {static_cast<QWidget*>(row.name), static_cast<QWidget*>(row.value),
                          static_cast<QWidget*>(row.ease), static_cast<QWidget*>(row.result)})
        each->setVisible(shown);
    const MeasureInfo& known = info(measure);
    row.name->setText(onGarment(measure) && known.onGarment == 2 ? tr("%1, flat").arg(coreText(known.label))
                                                                 : coreText(known.label));
    // A value that was taken the other way is told, not shown as if it had been taken this way.
    const bool otherWay = taken && taken->onGarment != onGarment(measure);
    const QString words = taken ? QString::fromStdString(vestimen::text(measure, *taken, unit)) : QString();
    row.value->setPlaceholderText(taken ? words : tr("missing"));
    if (!isBeingTyped(row.value) || !row.value->isModified()) {
        row.value->setText(otherWay ? QString() : words);
        setWrong(row.value, false);
    }
    QLineEdit* ease = row.ease->lineEdit();
    if (!isBeingTyped(ease) || !ease->isModified()) {
        ease->setText(easeText(project.ease[static_cast<std::size_t>(measure)], session().unit()));
        setWrong(ease, false);
    }
    const auto made = withEase(project.wearer, project.ease, measure);
    QString result = made ? text(*made) : tr("missing");
    if (taken && taken->borrowed)
        result += tr(" · borrowed");
    else if (taken && taken->onGarment)
        result += tr(" · garment");
    else if (otherWay)
        result += tr(" · body");
    row.result->setText(result);
    restyle(row.result, taken && taken->borrowed ? QStringLiteral("muted") : QString());
    restyle(row.value, taken && taken->borrowed ? QStringLiteral("borrowed") : QString());
}

void MeasureStation::refresh() {
    if (!session().hasProject())
        return;
    const Project& project = session().project();
    news_->fill();
    title_->setText(tr("Measures for %1").arg(QString::fromStdString(project.wearer.name)));
    if (!isBeingTyped(name_))
        name_->setText(QString::fromStdString(project.wearer.name));
    stature_->setCurrentIndex(project.wearer.isChild ? 1 : 0);
    school_->button(garment_ ? 1 : 0)->setChecked(true);
    if (all_->isChecked())
        for (const MeasureInfo& each : measureInfos())
            buildRow(each.measure);
    for (const Measure each : needsOf(project.article))
        buildRow(each);
    for (const MeasureInfo& each : measureInfos())
        if (rows_[static_cast<std::size_t>(each.measure)].value)
            fillRow(each.measure);
    fillFigure();
    fillSlip();
}

void MeasureStation::fillFigure() {
    const Project& project = session().project();
    const Length room = easeLength(project.wearer, project.ease, chosen_);
    const QString words = (room > Length() ? QStringLiteral("+") : QString()) + text(room);
    figure_->show(chosen_, kind(), project.wearer, project.ease, needsOf(project.article), words);
    views_->button(static_cast<int>(figure_->view()))->setChecked(true);
}

void MeasureStation::fillSlip() {
    const Project& project = session().project();
    const MeasureInfo& known = info(chosen_);
    slip_->begin(coreText(known.label));
    slip_->addNote(coreText(known.how));
    if (onGarment(chosen_))
        slip_->addNote(known.onGarment == 2 ? tr("On the garment: across, as it lies flat; it is doubled.")
                                            : tr("On the garment: as it lies flat."));
    slip_->addRule();
    const auto& taken = project.wearer[chosen_];
    if (taken) {
        QString how = taken->borrowed    ? tr("borrowed from a starter size")
                      : taken->onGarment ? tr("on a garment")
                                         : tr("on the body");
        if (!taken->by.empty())
            how += tr(", by %1").arg(QString::fromStdString(taken->by));
        slip_->addLine(how, text(taken->value));
        if (!taken->typed.empty())
            slip_->addLine(tr("as it was written"), QString::fromStdString(taken->typed));
        const Ease& ease = project.ease[static_cast<std::size_t>(chosen_)];
        slip_->addLine(ease.kind == Ease::Kind::length ? tr("ease")
                                                       : tr("ease, %1").arg(easeText(ease, session().unit())),
                       text(easeLength(project.wearer, project.ease, chosen_)));
        if (const auto made = withEase(project.wearer, project.ease, chosen_))
            slip_->addAnswer(tr("in the garment"), text(*made));
    } else {
        slip_->addLine(tr("not taken yet"), {});
    }
    date_->setEnabled(taken && !taken->borrowed);
    if (!isBeingTyped(date_)) {
        date_->setText(taken ? QString::fromStdString(taken->date) : QString());
        setWrong(date_, false);
    }
    const auto& earlier = project.wearer.before(chosen_);
    history_->show(earlier, taken, session().unit());
    for (const Finding& finding : session().worked().findings)
        slip_->addNote(coreText(finding.text, session().unit()), finding.severity);
    slip_->end();
}

} // namespace vestimen::app
