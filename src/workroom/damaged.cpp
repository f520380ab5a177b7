// SPDX-License-Identifier: GPL-3.0-or-later
// The header's fields are those of SQLite's own description of its file format, section 1.3.
#include "workroom/damaged.h"

#include "files/files.h"

#include <QFile>

#include <algorithm>
#include <array>

namespace vestimen {
namespace {

constexpr qsizetype headerBytes = 100;
/// A workroom holds text; its photographs lie beside it.
constexpr std::uintmax_t mostOfAWorkroom = 512u * 1024 * 1024;

quint32 number(const QByteArray& bytes, qsizetype at, int size) {
    quint32 value = 0;
    for (int i = 0; i < size; ++i)
        value = value << 8 | static_cast<quint8>(bytes[at + i]);
    return value;
}

void put(QByteArray& bytes, qsizetype at, int size, quint32 value) {
    for (int i = size; i-- > 0; value >>= 8)
        bytes[at + i] = static_cast<char>(value & 0xff);
}

qsizetype pageSize(const QByteArray& bytes) {
    const quint32 said = number(bytes, 16, 2);
    const qsizetype size = said == 1 ? 65536 : static_cast<qsizetype>(said);
    const bool isOne = size >= 512 && size <= 65536 && (size & (size - 1)) == 0;
    return isOne ? size : 4096; // as Vestimen makes them
}

} // namespace

bool hasSoundHeader(const QString& file) {
    QFile read(file);
    if (!read.open(QIODevice::ReadOnly))
        return false;
    const QByteArray begin = read.read(headerBytes);
    constexpr std::array<char, 4> fractions{0, 64, 32, 32};
    return begin.size() == headerBytes && begin.startsWith(QByteArray("SQLite format 3\0", 16)) && begin[18] >= 1 &&
           begin[18] <= 2 && begin[19] >= 1 && begin[19] <= 2 &&
           std::equal(fractions.begin(), fractions.end(), begin.begin() + 20) && number(begin, 44, 4) <= 4 &&
           number(begin, 56, 4) <= 3;
}

QByteArray madeReadable(const QString& file) {
    QByteArray bytes = QByteArray::fromStdString(readFile(QFile::encodeName(file).toStdString(), mostOfAWorkroom));
    if (bytes.size() < headerBytes)
        bytes.append(headerBytes - bytes.size(), '\0');
    const qsizetype page = pageSize(bytes);
    std::copy_n("SQLite format 3\0", 16, bytes.begin());
    put(bytes, 16, 2, page == 65536 ? 1 : static_cast<quint32>(page));
    bytes[18] = 1; // no log beside it: the copy is read alone
    bytes[19] = 1;
    bytes[20] = 0;
    bytes[21] = 64;
    bytes[22] = 32;
    bytes[23] = 32;
    if (const quint32 schema = number(bytes, 44, 4); schema < 1 || schema > 4)
        put(bytes, 44, 4, 4);
    if (const quint32 encoding = number(bytes, 56, 4); encoding < 1 || encoding > 3)
        put(bytes, 56, 4, 1);
    const auto there = static_cast<quint32>((bytes.size() + page - 1) / page);
    const quint32 said = number(bytes, 28, 4);
    // A count that cannot be is none.
    const quint32 pages = said >= there && said < there * 64 + 64 ? said : there;
    bytes.append(static_cast<qsizetype>(pages) * page - bytes.size(), '\0');
    put(bytes, 28, 4, pages);
    put(bytes, 92, 4, number(bytes, 24, 4)); // the count is of this change
    // The list of free pages may lie in what was cut off.
    put(bytes, 32, 4, 0);
    put(bytes, 36, 4, 0);
    return bytes;
}

} // namespace vestimen
