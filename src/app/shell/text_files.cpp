// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/text_files.h"

#include <QCoreApplication>
#include <QFile>
#include <QSaveFile>

namespace vestimen::app {

std::optional<std::string> readText(const QString& file, QString& problem) {
    QFile stream(file);
    if (stream.open(QIODevice::ReadOnly))
        return stream.readAll().toStdString();
    problem = QCoreApplication::translate("Files", "%1 cannot be opened.").arg(file);
    return std::nullopt;
}

QString writeText(const QString& file, const std::string& text) {
    QSaveFile stream(file);
    if (stream.open(QIODevice::WriteOnly) &&
        stream.write(text.data(), static_cast<qint64>(text.size())) == static_cast<qint64>(text.size()) &&
        stream.commit())
        return {};
    return QCoreApplication::translate("Files", "%1 cannot be written: %2").arg(file, stream.errorString());
}

} // namespace vestimen::app
