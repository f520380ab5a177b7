// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/knit_words.h"

#include "app/session/session.h"

#include <QCoreApplication>

#include <algorithm>
#include <cmath>

namespace vestimen::app {
namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("KnitWords", text);
}

} // namespace

QString rowsText(int rows) {
    return rows == 1 ? tr("1 row") : tr("%1 rows").arg(rows);
}

QString remarkText(const JournalRecord& record) {
    switch (record.kind) {
    case JournalRecord::Kind::unravelled:
        return tr("last: %1 unravelled").arg(rowsText(record.text.toInt()));
    case JournalRecord::Kind::set:
        return record.text.isEmpty() ? tr("last: the row was set by hand")
                                     : tr("last: the row was set by hand, %1").arg(record.text);
    case JournalRecord::Kind::adjusted:
        return tr("last: carried on with a change, %1").arg(record.text);
    case JournalRecord::Kind::mark:
        return tr("last: a mark, %1").arg(record.text);
    case JournalRecord::Kind::note:
    case JournalRecord::Kind::done:
    case JournalRecord::Kind::back:
    case JournalRecord::Kind::pause:
        break;
    }
    return tr("last: %1").arg(record.text);
}

QString heldText(const VirtualBed& bed, const ProgramMachine& machine) {
    const int half = machine.needles / 2;
    QStringList spans;
    for (int slot = -half; slot < half; ++slot) {
        const auto held = [&](int at) {
            const Needle needle = Needle::atSlot(at);
            return bed.onBed(needle) && bed.needle(needle).position == Position::hold;
        };
        if (!held(slot))
            continue;
        const int first = slot;
        while (held(slot + 1))
            ++slot;
        const QString from = QString::fromStdString(Needle::atSlot(first).name());
        const QString to = QString::fromStdString(Needle::atSlot(slot).name());
        spans << (first == slot ? from : QStringLiteral("%1 … %2").arg(from, to));
    }
    return spans.isEmpty() ? QString() : tr("on hold: %1").arg(spans.join(QStringLiteral(", ")));
}

QString durationText(double seconds) {
    // No finer than anybody could tell.
    const double minutes = seconds / 60.0;
    const int step = minutes < 10 ? 1 : minutes < 90 ? 5 : 10;
    const int about = std::max(1, static_cast<int>(std::lround(minutes / step)) * step);
    if (about < 60)
        return tr("about %1 min").arg(about);
    return about % 60 == 0 ? tr("about %1 h").arg(about / 60) : tr("about %1 h %2 min").arg(about / 60).arg(about % 60);
}

QString sideText(Side side) {
    return side == Side::left ? tr("carriage left") : tr("carriage right");
}

} // namespace vestimen::app
