// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shelf/safe_copies_dialog.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "workroom/exchange.h"

#include <QDir>
#include <QFileDialog>
#include <QGuiApplication>
#include <QHBoxLayout>
#include <QListWidget>
#include <QLocale>
#include <QPushButton>
#include <QVBoxLayout>

namespace vestimen::app {
namespace {

constexpr int mostNamed = 8;

QString titleOf(const SafeCopy& copy) {
    const QLocale locale;
    const QString what =
        copy.day.isValid() ? locale.toString(copy.day, QLocale::LongFormat) : QString(copy.title).replace('-', ' ');
    return SafeCopiesDialog::tr("%1 · %2").arg(what, locale.formattedDataSize(copy.bytes, 0));
}

} // namespace

SafeCopiesDialog::SafeCopiesDialog(Workroom& workroom, QWidget* parent)
    : QDialog(parent), workroom_(workroom), copies_(safeCopies(workroom.file())) {
    setWindowTitle(tr("Safe copies"));
    resizeWithin(*this, {720, 470});
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(24, 18, 24, 18);
    layout->setSpacing(12);
    auto* title = new Label(tr("Safe copies"), this);
    title->setObjectName(QStringLiteral("title"));
    layout->addWidget(title);
    auto* hint =
        new Label(tr("One is made each day, and one before a newer Vestimen changes the workroom. They lie in %1.")
                      .arg(QFileInfo(workroom.file()).absolutePath()),
                  this);
    hint->setObjectName(QStringLiteral("muted"));
    hint->setWordWrap(true);
    layout->addWidget(hint);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(16);
    list_ = new QListWidget(this);
    list_->setAccessibleName(tr("Safe copies"));
    for (const SafeCopy& copy : copies_)
        list_->addItem(titleOf(copy));
    middle->addWidget(list_, 1);
    contents_ = new Label(this);
    contents_->setWordWrap(true);
    contents_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    contents_->setAccessibleName(tr("What the copy holds"));
    middle->addWidget(contents_, 1);
    layout->addLayout(middle, 1);
    message_ = new Label(this);
    message_->setObjectName(QStringLiteral("problem"));
    message_->setWordWrap(true);
    message_->setText(workroom.copyProblem());
    layout->addWidget(message_);
    auto* foot = new QHBoxLayout;
    const auto button = [&](const QString& text, auto slot) {
        auto* made = new QPushButton(text, this);
        made->setAutoDefault(false);
        connect(made, &QPushButton::clicked, this, slot);
        foot->addWidget(made);
        return made;
    };
    button(tr("Export all …"), [this] {
        const QString folder = QFileDialog::getExistingDirectory(this, tr("Export everything into a folder"));
        if (!folder.isEmpty())
            exportInto(folder);
    });
    button(tr("Import all …"), [this] {
        const QString folder = QFileDialog::getExistingDirectory(this, tr("Import everything from a folder"));
        if (!folder.isEmpty())
            importFrom(folder);
    });
    foot->addStretch(1);
    restore_ = button(tr("Put this copy back"), [this] { restore(); });
    auto* close = button(tr("Close"), [this] { reject(); });
    close->setObjectName(QStringLiteral("primary"));
    close->setDefault(true);
    layout->addLayout(foot);
    connect(list_, &QListWidget::currentRowChanged, this, [this] { showCopy(); });
    if (list_->count() > 0)
        list_->setCurrentRow(0);
    else
        showCopy();
    list_->setFocus();
}

void SafeCopiesDialog::showCopy() {
    isSure_ = false;
    restore_->setText(tr("Put this copy back"));
    const int row = list_->currentRow();
    if (row < 0) {
        restore_->setEnabled(false);
        contents_->setText(tr("No copy has been made yet: the first is made at the next start, or tomorrow."));
        return;
    }
    const SafeCopy& copy = copies_[row];
    const QString problem = problemOfCopy(copy.file);
    restore_->setEnabled(problem.isEmpty());
    if (!problem.isEmpty())
        return contents_->setText(problem);
    const CopyContents contents = contentsOfCopy(copy.file);
    QStringList lines = {tr("Written %1").arg(QLocale().toString(copy.written, QLocale::ShortFormat)),
                         tr("%1 projects · pieces begun: %2").arg(contents.projects.size()).arg(contents.begun),
                         QString()};
    lines << contents.projects.mid(0, mostNamed);
    if (contents.projects.size() > mostNamed)
        lines << tr("and %1 more").arg(contents.projects.size() - mostNamed);
    contents_->setText(lines.join('\n'));
}

void SafeCopiesDialog::restore() {
    if (!isSure_) {
        isSure_ = true;
        message_->setText(tr("The workroom will be as it was in this copy. What it is now stays beside it, with "
                             "“replaced” in its name."));
        restore_->setText(tr("Yes, put it back"));
        return;
    }
    chosen_ = copies_[list_->currentRow()];
    accept();
}

void SafeCopiesDialog::report(const Exchanged& done, const QString& what) {
    QStringList lines = {what};
    lines << done.problems.mid(0, 4);
    if (done.problems.size() > 4)
        lines << tr("and %1 more that were left out").arg(done.problems.size() - 4);
    message_->setText(lines.join('\n'));
}

void SafeCopiesDialog::exportInto(const QString& folder) {
    // A folder of its own, so that nothing mixes with what is there.
    const QString into = folder + QStringLiteral("/vestimen-") +
                         QDateTime::currentDateTime().toString(QStringLiteral("yyyy-MM-dd-hhmmss"));
    QGuiApplication::setOverrideCursor(Qt::WaitCursor);
    const Exchanged done = exportAll(workroom_.database(), workroom_.photographFolder(), into);
    QGuiApplication::restoreOverrideCursor();
    report(done, tr("%1 files are in %2.").arg(done.files).arg(into));
}

void SafeCopiesDialog::importFrom(const QString& folder) {
    QGuiApplication::setOverrideCursor(Qt::WaitCursor);
    const Exchanged done = importAll(workroom_, folder);
    QGuiApplication::restoreOverrideCursor();
    hasImported_ = hasImported_ || done.files > 0;
    report(done, tr("%1 files were read.").arg(done.files));
}

} // namespace vestimen::app
