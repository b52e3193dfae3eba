// SPDX-License-Identifier: GPL-3.0-or-later
//
// Private to the drawings of Modes: numbers and texts that end at a place.
#pragma once

#include "judge/figures.h"
#include "paint/look/theme.h"
#include "text/words.h"

namespace kh::paint {

inline QString figureText(const Figure& f, bool unit = true) {
    if (!f.known) return QStringLiteral("–");
    const QString number = words(say("{v}", {{"v", Number{f.value, f.decimals, f.sign}}}));
    return unit && *f.unit != 0 ? number + QStringLiteral(" ") + words(f.unit) : number;
}

inline void right(QPainter& p, double x, double y, const QString& text, const QFont& font, const QColor& colour) {
    drawText(p, {x - textWidth(text, font), y}, text, font, colour);
}

}  // namespace kh::paint
