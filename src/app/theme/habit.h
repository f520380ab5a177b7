// SPDX-License-Identifier: GPL-3.0-or-later
// Two habits of speech (craft 1): which words people read and hear. Files keep one.
#pragma once

#include <QString>
#include <QTranslator>

#include <string>

namespace vestimen::app {

enum class Habit { here, other };

/// A text in the words of the other habit: "Bind off 3" becomes "Cast off 3". Only words that cannot be taken for
/// something else: "right side" also is a place at the machine.
QString inOtherWords(const QString& text);

/// Chooses the words of every text that is translated from now on, and of inHabit().
void chooseHabit(Habit habit);
Habit chosenHabit();
/// For texts that come from files: cards, pages, reminders of a program.
QString inHabit(const QString& text);
QString inHabit(const std::string& text);

} // namespace vestimen::app
