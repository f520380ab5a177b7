// SPDX-License-Identifier: GPL-3.0-or-later
// Photographs lie as files in a folder beside the workroom.
#include "workroom/workroom.h"

#include "files/files.h"

#include <QCoreApplication>
#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QFileInfo>

namespace vestimen {
namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("Workroom", text);
}

/// The ending that a picture's first bytes call for; empty when it is neither PNG nor JPEG.
QString pictureEnding(const QByteArray& bytes) {
    if (bytes.startsWith(QByteArray("\x89PNG\r\n\x1a\n", 8)) && bytes.mid(12, 4) == "IHDR")
        return QStringLiteral("png");
    return bytes.startsWith("\xff\xd8\xff") ? QStringLiteral("jpg") : QString();
}

} // namespace

QString Workroom::photographFolder() const {
    return photographFolderOf(file_);
}

QString Workroom::addPhotograph(const QString& file) {
    QByteArray bytes;
    try {
        bytes = QByteArray::fromStdString(readFile(QFile::encodeName(file).toStdString(), largestPhotograph));
    } catch (const FileError& error) {
        throw WorkroomError(
            QString::fromUtf8(error.what()) + ' ' +
            tr("Choose a picture of at most %1 MB that you may read.").arg(largestPhotograph / (1024 * 1024)));
    }
    const QString ending = pictureEnding(bytes.left(32));
    if (ending.isEmpty())
        throw WorkroomError(tr("%1 is no PNG or JPEG picture. Save it as one of these and try again.").arg(file));
    // Named by its contents, so that the same picture is kept once.
    const QString name =
        QString::fromLatin1(QCryptographicHash::hash(bytes, QCryptographicHash::Sha1).toHex()) + '.' + ending;
    const QString kept = photographFolder() + '/' + name;
    if (QFile::exists(kept))
        return name;
    QDir().mkpath(photographFolder());
    try {
        // Written aside and renamed: a name that stands for contents holds all of them.
        writeFile(QFile::encodeName(kept).toStdString(), bytes.toStdString(), Existing::replace);
    } catch (const FileError&) {
        throw WorkroomError(
            tr("The photograph could not be kept in %1: make room, or allow writing there.").arg(photographFolder()));
    }
    return name;
}

} // namespace vestimen
