// SPDX-License-Identifier: GPL-3.0-or-later
// Colours and type. Two themes: Fleece, light, and Peat, dark.
#pragma once

#include <QColor>
#include <QFont>
#include <QRect>
#include <QString>

class QPainter;

namespace vestimen::app {

struct Theme {
    enum class Name { fleece, peat };
    Name name = Name::fleece;
    QColor ground;  ///< window
    QColor paper;   ///< thread column, cards, slip
    QColor ink;     ///< text, outlines, needles
    QColor muted;   ///< second text
    QColor line;    ///< borders
    QColor woad;    ///< numbers that answer, the carriage, what is chosen
    QColor onWoad;  ///< text on woad
    QColor madder;  ///< the thread, what to do now, what is astray
    QColor weld;    ///< a question
    QColor moss;    ///< contrast yarn, settled
    QColor heather; ///< held needles
    QColor wool;    ///< fabric, when the yarn's own colour is not known
    QColor rail;
    QColor railDark;

    static const Theme& current();
    static void choose(Name name);
    static const Theme& of(Name name);
};

/// Registers the fonts that ship with the application; once, before any widget.
void loadFonts();
/// Text and figures; sizes are in pixels at 100 %.
QFont textFont(int pixels, int weight = QFont::Normal);
/// Titles.
QFont titleFont(int pixels);
/// The style sheet of the whole application in the current theme.
QString applicationStyleSheet();

/// The paper with a border that small pictures lie on.
void paintCard(QPainter& painter, const QRect& area);

/// A yarn's colour made fit for large areas of the current theme.
QColor fabricColour(const QString& yarnColour);

} // namespace vestimen::app
