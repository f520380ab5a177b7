// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/session/text_files.h"

#include "app/session/session.h"
#include "files/files.h"

#include <QFile>

namespace vestimen::app {

std::optional<std::string> readText(const QString& file, QString& problem) {
    try {
        return readFile(QFile::encodeName(file).toStdString());
    } catch (const FileError& error) {
        problem = coreText(error.phrase());
        return std::nullopt;
    }
}

QString writeText(const QString& file, const std::string& text) {
    try {
        writeFile(QFile::encodeName(file).toStdString(), text, Existing::replace);
        return {};
    } catch (const FileError& error) {
        return coreText(error.phrase());
    }
}

} // namespace vestimen::app
