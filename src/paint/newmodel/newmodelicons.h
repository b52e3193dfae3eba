// SPDX-License-Identifier: GPL-3.0-or-later
//
// The small drawings a new model is chosen by.
#pragma once

#include "model/helicopter/layouts.h"
#include "model/setup.h"

#include <QPainter>

namespace kh::paint {

/// The machine from above, to scale: body, boom, skids, tail rotor, main blades. @param pixels  a metre
void drawMachineFromAbove(QPainter& p, QPointF shaft, double pixels, const Machine& machine);
/// Which way the rotor turns, as an arc with its arrow. @param radius  in px
void drawTurning(QPainter& p, QPointF shaft, double radius, Turning turning);
/// The plate with its balls, nose up.
void drawPlateLayout(QPainter& p, QPointF centre, double radius, const Layout& layout);
/// A grip from above and the ball ahead of its blade or behind it; the arrow is the way the blade goes.
void drawBladeLink(QPainter& p, QRectF area, LinkSide link, Turning turning);

}  // namespace kh::paint
