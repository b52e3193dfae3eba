// SPDX-License-Identifier: GPL-3.0-or-later
//
// The figures of the printed sheet, black on white, in units of the design.
#pragma once

#include "paint/pdf.h"

#include <QPainter>
#include <QSizeF>

namespace kh::paint {

/// How large a figure is drawn; the throttle and the pitch of a sheet stand beside each other.
[[nodiscard]] QSizeF sheetFigureSize(SheetFigure figure);
void paintSheetFigure(QPainter& p, QRectF area, SheetFigure figure, const SheetDrawn& drawn);

}  // namespace kh::paint
