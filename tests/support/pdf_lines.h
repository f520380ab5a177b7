// SPDX-License-Identifier: GPL-3.0-or-later
// What a PDF draws, for measuring it.
#pragma once

#include <QByteArray>
#include <QLineF>
#include <QList>
#include <QTransform>

namespace vestimen::test {

/// What a PDF's content streams draw, unpacked, each for itself.
inline QList<QByteArray> unpackedPages(const QByteArray& pdf) {
    QList<QByteArray> all;
    for (qsizetype at = pdf.indexOf("stream\n"); at >= 0; at = pdf.indexOf("stream\n", at)) {
        at += 7;
        const qsizetype end = pdf.indexOf("endstream", at);
        if (end < 0)
            break;
        QByteArray packed = pdf.mid(at, end - at);
        // qUncompress wants the unpacked size first; it grows what is too small.
        packed.prepend(QByteArray("\x00\x04\x00\x00", 4));
        const QByteArray plain = qUncompress(packed);
        if (plain.contains(" l\n"))
            all.append(plain);
        at = end + 9; // beyond this "endstream"
    }
    return all;
}

/// Upright lines of a page in points, from the transforms in force and the paths drawn under them.
inline QList<QLineF> linesOf(const QByteArray& content) {
    QList<QLineF> lines;
    QTransform now;
    QList<QTransform> saved;
    QList<double> numbers;
    QPointF from;
    for (const QByteArray& token : content.simplified().split(' ')) {
        bool isNumber = false;
        const double number = token.toDouble(&isNumber);
        if (isNumber) {
            numbers << number;
            continue;
        }
        const auto n = numbers.size();
        if (token == "q") {
            saved << now;
        } else if (token == "Q" && !saved.isEmpty()) {
            now = saved.takeLast();
        } else if (token == "cm" && n >= 6) {
            now = QTransform(numbers[n - 6], numbers[n - 5], numbers[n - 4], numbers[n - 3], numbers[n - 2],
                             numbers[n - 1]) *
                  now;
        } else if (token == "m" && n >= 2) {
            from = now.map(QPointF(numbers[n - 2], numbers[n - 1]));
        } else if (token == "l" && n >= 2) {
            const QPointF to = now.map(QPointF(numbers[n - 2], numbers[n - 1]));
            lines << QLineF(from, to);
            from = to;
        }
        numbers.clear();
    }
    return lines;
}

/// Of all pages.
inline QList<QLineF> linesOfPdf(const QByteArray& pdf) {
    QList<QLineF> lines;
    for (const QByteArray& page : unpackedPages(pdf))
        lines += linesOf(page);
    return lines;
}

/// In points, which a PDF counts in.
inline constexpr double millimetre = 72.0 / 25.4;

} // namespace vestimen::test
