// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/setup.h"

#include <QPainter>

namespace kh::paint {

/// The ring from above: each ball with its port, whose lead is plugged in, its sense in the box and at the machine.
void paintSheetPlate(QPainter& p, QRectF area, const Setup& setup);

}  // namespace kh::paint
