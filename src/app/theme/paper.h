// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/theme/theme.h"

#include <QPainter>
#include <QPdfWriter>

namespace vestimen::app {

/// On paper the colours are those of the light theme, whatever the window wears.
class LightTheme {
public:
    LightTheme() : before_(Theme::current().name) { Theme::choose(Theme::Name::fleece); }
    ~LightTheme() { Theme::choose(before_); }
    LightTheme(const LightTheme&) = delete;
    LightTheme& operator=(const LightTheme&) = delete;

private:
    Theme::Name before_;
};

namespace paper {

inline constexpr int resolution = 1200; // dots per inch
inline constexpr double dotsPerMillimetre = resolution / 25.4;
inline constexpr QSizeF a4{210.0, 297.0};

/// Words in letters so many millimetres high, on a painter that counts in millimetres. Returns how high they are.
double write(QPainter& painter, const QRectF& room, double letters, int flags, const QString& words,
             bool asTitle = false);

/// Begins a page of that size in millimetres, without margins. False when the file cannot be written.
bool begin(QPainter& painter, QPdfWriter& writer, const QSizeF& millimetres);

} // namespace paper
} // namespace vestimen::app
