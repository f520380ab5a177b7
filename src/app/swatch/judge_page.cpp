// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/swatch/judge_page.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "core/format/project_json.h"
#include "core/quantity/parsing.h"

#include <QDesktopServices>
#include <QFileDialog>
#include <QGridLayout>
#include <QImageReader>
#include <QUrl>

namespace vestimen::app {
namespace {

constexpr QSize thumbnail(96, 72);

QLabel* heading(const QString& text, QWidget* parent) {
    auto* label = new Label(text, parent);
    label->setObjectName(QStringLiteral("heading"));
    return label;
}

} // namespace

JudgePage::JudgePage(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 6, 0, 0);
    all->setSpacing(22);
    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    all->addLayout(left, 4);
    left->addWidget(heading(tr("How is the fabric?"), this));
    auto* chips = new QGridLayout;
    chips->setSpacing(8);
    for (const FabricVerdict each :
         {FabricVerdict::tooThin, FabricVerdict::good, FabricVerdict::stiff, FabricVerdict::uneven}) {
        auto* chip = new QPushButton(coreText(label(each)), this);
        chip->setCheckable(true);
        chip->setMinimumHeight(38);
        verdicts_[static_cast<std::size_t>(each)] = chip;
        const int place = static_cast<int>(each) - 1;
        chips->addWidget(chip, place / 2, place % 2);
        connect(chip, &QPushButton::clicked, this, [this, each](bool checked) {
            emit edited(tr("Verdict on the fabric"), [each, checked](Project& project) {
                project.swatch.verdict = checked ? each : FabricVerdict::none;
            });
        });
    }
    verdicts_[0] = nullptr;
    left->addLayout(chips);
    left->addWidget(heading(tr("Notes"), this));
    notes_ = new QPlainTextEdit(this);
    notes_->setAccessibleName(tr("Notes on the swatch"));
    notes_->setPlaceholderText(tr("how it feels, how it took the wash, what to try next"));
    notes_->setTabChangesFocus(true);
    notes_->setMinimumHeight(90);
    left->addWidget(notes_, 2);
    connect(notes_, &QPlainTextEdit::textChanged, this, [this] {
        if (!filling_)
            emit edited(tr("Notes on the swatch"), [text = notes_->toPlainText().toStdString()](Project& project) {
                project.swatch.notes = text;
            });
    });
    auto* pictureLine = new QHBoxLayout;
    pictureLine->addWidget(heading(tr("Photographs"), this), 1);
    auto* add = new QPushButton(tr("Add …"), this);
    add->setAccessibleName(tr("Add a photograph"));
    auto* remove = new QPushButton(tr("Take away"), this);
    remove->setToolTip(tr("Takes the chosen photograph off this swatch; the file stays in the workroom's folder"));
    pictureLine->addWidget(add);
    pictureLine->addWidget(remove);
    left->addLayout(pictureLine);
    photographs_ = new QListWidget(this);
    photographs_->setAccessibleName(tr("Photographs of the swatch"));
    photographs_->setViewMode(QListView::IconMode);
    photographs_->setIconSize(thumbnail);
    photographs_->setResizeMode(QListView::Adjust);
    photographs_->setMovement(QListView::Static);
    photographs_->setMinimumHeight(100);
    left->addWidget(photographs_, 1);
    connect(add, &QPushButton::clicked, this, &JudgePage::choosePhotograph);
    connect(photographs_, &QListWidget::itemActivated, this, [this](const QListWidgetItem* item) {
        QDesktopServices::openUrl(
            QUrl::fromLocalFile(session_.workroom().photographFolder() + '/' + item->data(Qt::UserRole).toString()));
    });
    connect(remove, &QPushButton::clicked, this, [this] {
        const QListWidgetItem* item = photographs_->currentItem();
        if (!item)
            return;
        const std::string name = item->data(Qt::UserRole).toString().toStdString();
        emit edited(tr("Take a photograph away"),
                    [name](Project& project) { std::erase(project.swatch.photographs, name); });
    });

    auto* right = new QVBoxLayout;
    right->setSpacing(8);
    all->addLayout(right, 5);
    right->addWidget(heading(tr("This yarn at other stitch sizes"), this));
    plot_ = new SizePlot(this);
    right->addWidget(plot_, 3);
    auto* wantedLine = new QHBoxLayout;
    auto* words = new Label(tr("wanted stitches in 10 cm"), this);
    words->setObjectName(QStringLiteral("muted"));
    wanted_ = new QLineEdit(this);
    wanted_->setFixedWidth(90);
    wanted_->setAccessibleName(words->text());
    answer_ = new Label(this);
    answer_->setWordWrap(true);
    wantedLine->addWidget(words);
    wantedLine->addWidget(wanted_);
    wantedLine->addStretch(1);
    right->addLayout(wantedLine);
    right->addWidget(answer_);
    connect(wanted_, &QLineEdit::textEdited, this, &JudgePage::readOff);
    others_ = new QListWidget(this);
    others_->setAccessibleName(tr("Swatches of this yarn"));
    others_->setToolTip(tr("Enter or double-click: use this swatch in the project"));
    others_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    others_->setTextElideMode(Qt::ElideRight);
    right->addWidget(others_, 2);
    auto* useIt = new QPushButton(tr("Use the chosen one in this project"), this);
    right->addWidget(useIt);
    connect(useIt, &QPushButton::clicked, this, [this] {
        if (QListWidgetItem* item = others_->currentItem())
            emit others_->itemActivated(item);
    });
    connect(others_, &QListWidget::itemActivated, this, [this](const QListWidgetItem* item) {
        if (const qint64 id = item->data(Qt::UserRole).toLongLong())
            session_.useFromShelf(Shelf::swatches, id);
    });
}

void JudgePage::choosePhotograph() {
    const QString file =
        QFileDialog::getOpenFileName(this, tr("Add a photograph"), {}, tr("Pictures (*.png *.jpg *.jpeg)"));
    if (!file.isEmpty())
        addPhotograph(file);
}

bool JudgePage::addPhotograph(const QString& file) {
    try {
        const QString name = session_.workroom().addPhotograph(file);
        // The first bytes were right; now the whole must be a picture.
        QImageReader reader(session_.workroom().photographFolder() + '/' + name);
        reader.setScaledSize(thumbnail);
        const QImage small = reader.read();
        if (small.isNull()) {
            QFile::remove(session_.workroom().photographFolder() + '/' + name);
            emit said(tr("%1 is damaged and shows no picture. Save it again and try once more.").arg(file));
            return false;
        }
        icons_[name] = QIcon(QPixmap::fromImage(small));
        emit edited(tr("Add a photograph"), [name = name.toStdString()](Project& project) {
            auto& all = project.swatch.photographs;
            if (std::find(all.begin(), all.end(), name) == all.end())
                all.push_back(name);
        });
        return true;
    } catch (const WorkroomError& error) {
        emit said(error.message());
        return false;
    }
}

void JudgePage::fillPhotographs() {
    photographs_->clear();
    for (const std::string& each : session_.project().swatch.photographs) {
        const QString name = QString::fromStdString(each);
        QIcon& icon = icons_[name];
        if (icon.isNull()) {
            QImageReader reader(session_.workroom().photographFolder() + '/' + name);
            reader.setAutoTransform(true);
            if (const QSize size = reader.size(); size.isValid())
                reader.setScaledSize(size.scaled(thumbnail, Qt::KeepAspectRatio));
            icon = QIcon(QPixmap::fromImage(reader.read()));
        }
        auto* item = new QListWidgetItem(icon, icon.isNull() ? tr("missing") : QString(), photographs_);
        item->setData(Qt::UserRole, name);
        item->setData(Qt::AccessibleTextRole, tr("Photograph %1").arg(photographs_->count()));
    }
}

void JudgePage::fillOthers() {
    const Swatch& own = session_.project().swatch;
    const auto source = session_.workroom().source(session_.projectId(), Shelf::swatches);
    std::vector<std::pair<Swatch, qint64>> found{{own, 0}};
    if (!own.yarn.empty())
        for (const ShelfItem& each : session_.workroom().search(Shelf::swatches, QString::fromStdString(own.yarn))) {
            if (source && each.id == source->item)
                continue;
            try {
                const auto item = session_.workroom().item(Shelf::swatches, each.id);
                const Swatch swatch = swatchFromJson(item->body.toStdString());
                if (swatch.yarn == own.yarn)
                    found.emplace_back(swatch, each.id);
            } catch (const FormatError&) {
                continue; // its page says what is wrong with it
            }
        }
    std::ranges::stable_sort(found, {}, [](const auto& each) { return each.first.size; });
    others_->clear();
    std::vector<Swatch> swatches;
    for (const auto& [swatch, id] : found) {
        swatches.push_back(swatch);
        const MeasuredFabric fabric = measured(swatch);
        QString words = tr("size %1").arg(QString::fromStdString(swatch.sizes.text(swatch.size)));
        words += fabric.gauge ? tr(" · %1 × %2")
                                    .arg(fabric.gauge->stitches.perTenCentimetres(), 0, 'f', 1)
                                    .arg(fabric.gauge->rows.perTenCentimetres(), 0, 'f', 1)
                              : tr(" · not read yet");
        if (swatch.verdict != FabricVerdict::none)
            words += QStringLiteral(" · ") + coreText(label(swatch.verdict));
        words += QStringLiteral(" · ") + (id == 0 ? tr("this one") : QString::fromStdString(swatch.name));
        auto* item = new QListWidgetItem(words, others_);
        item->setData(Qt::UserRole, id);
    }
    points_ = sizeGauges(swatches, own);
}

void JudgePage::readOff() {
    std::optional<ReadOff> found;
    std::optional<Gauge> wanted;
    const StitchSizeScale& sizes = session_.project().swatch.sizes;
    const QString typed = wanted_->text().trimmed();
    setWrong(wanted_, false);
    if (typed.isEmpty()) {
        answer_->clear();
    } else if (const auto value = parseNumber(typed.toStdString()); !value || *value < 3.0 || *value > 150.0) {
        setWrong(wanted_, true);
        answer_->setText(tr("A gauge is a number from 3 to 150 in 10 cm."));
    } else {
        wanted = Gauge::perTenCentimetres(*value);
        found = sizeFor(points_, *wanted);
        if (!found)
            answer_->setText(points_.size() < 2
                                 ? tr("Two swatches of this yarn at different sizes are needed to read between them.")
                                 : tr("Outside what was knitted: a swatch there would tell."));
        else if (found->interpolated)
            answer_->setText(tr("size %1, about %2 (interpolated)")
                                 .arg(QString::fromStdString(sizes.text(found->size)))
                                 .arg(found->gauge.perTenCentimetres(), 0, 'f', 1));
        else
            answer_->setText(tr("size %1, measured %2")
                                 .arg(QString::fromStdString(sizes.text(found->size)))
                                 .arg(found->gauge.perTenCentimetres(), 0, 'f', 1));
    }
    plot_->show(points_, sizes, found, wanted);
}

void JudgePage::fill() {
    const Swatch& swatch = session_.project().swatch;
    filling_ = true;
    for (std::size_t i = 1; i < fabricVerdictCount; ++i)
        verdicts_[i]->setChecked(swatch.verdict == static_cast<FabricVerdict>(i));
    const QString notes = QString::fromStdString(swatch.notes);
    if (notes_->toPlainText() != notes)
        notes_->setPlainText(notes);
    try {
        fillPhotographs();
        fillOthers();
    } catch (const WorkroomError& error) {
        emit said(error.message());
    }
    readOff();
    filling_ = false;
}

} // namespace vestimen::app
