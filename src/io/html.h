// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/sheet.h"

#include <string>

namespace kh::io {

/// The sheet as one HTML page without scripts or outside files; prints on A4, a page for each box.
[[nodiscard]] std::string sheetHtml(const Sheet& sheet, const SheetDrawings& drawings = {}, const Speech& speech = english());

}  // namespace kh::io
