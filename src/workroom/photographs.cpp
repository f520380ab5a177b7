// SPDX-License-Identifier: GPL-3.0-or-later
// Photographs lie as files in a folder beside the workroom.
#include "workroom/workroom.h"

#include <QCoreApplication>
#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QFileInfo>

namespace vestimen {
namespace {

constexpr qint64 largestPhotograph = 40LL * 1024 * 1024;

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
    const QFileInfo info(file_);
    return info.absolutePath() + '/' + info.completeBaseName() + QStringLiteral(".photographs");
}

QString Workroom::addPhotograph(const QString& file) {
    QFile picture(file);
    if (!picture.open(QIODevice::ReadOnly))
        throw WorkroomError(tr("%1 cannot be opened. Choose a picture that you may read.").arg(file));
    if (picture.size() > largestPhotograph)
        throw WorkroomError(tr("%1 has %2 MB; a photograph may have up to %3 MB. Save it smaller and try again.")
                                .arg(file)
                                .arg(picture.size() / (1024 * 1024))
                                .arg(largestPhotograph / (1024 * 1024)));
    const QByteArray bytes = picture.readAll();
    const QString ending = pictureEnding(bytes.left(32));
    if (ending.isEmpty())
        throw WorkroomError(tr("%1 is no PNG or JPEG picture. Save it as one of these and try again.").arg(file));
    // Named by its contents, so that the same picture is kept once.
    const QString name =
        QString::fromLatin1(QCryptographicHash::hash(bytes, QCryptographicHash::Sha1).toHex()) + '.' + ending;
    const QString kept = photographFolder() + '/' + name;
    if (QFile::exists(kept))
        return name;
    if (!QDir().mkpath(photographFolder()) || !QFile::copy(file, kept))
        throw WorkroomError(
            tr("The photograph could not be kept in %1: make room, or allow writing there.").arg(photographFolder()));
    return name;
}

} // namespace vestimen
