// SPDX-License-Identifier: GPL-3.0-or-later
//
// Pens and parts the technical drawings share; private to paint.
#pragma once

#include <QPainter>
#include <QPainterPath>
#include <QString>

namespace kh::paint {

/// A line of the machine, in px: 1.0, 1.6 or 2.4.
[[nodiscard]] QPen machinePen(double widthPx);
/// Neutral position, drawn behind the moving one.
[[nodiscard]] QPen ghostPen();
/// As set, where it is drawn beside as built.
[[nodiscard]] QPen setPen();
void centreLine(QPainter& p, QPointF a, QPointF b);
/// A port's number as it is printed on the controller.
void portBadge(QPainter& p, QPointF centre, const QString& port, double sizePx = 20);
/// From what is asked to what is done.
void arrowRight(QPainter& p, QPointF from, double lengthPx, const QColor& colour);
/// A dimension line with its ticks, `offset` beside the stretch it measures.
void dimension(QPainter& p, QPointF a, QPointF b, QPointF offset, const QString& text);
/// A symmetric blade section, its nose at 0, the trailing edge at `chord`. @param thickness  share of the chord
[[nodiscard]] QPainterPath bladeSection(double chord, double thickness);
/// "r 14.0 mm".
[[nodiscard]] QString millimetres(const char* name, double mm);

}  // namespace kh::paint
