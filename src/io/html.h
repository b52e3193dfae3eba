// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/sheet.h"

#include <map>
#include <string>

namespace kh::io {

/// The sheet as one HTML page without scripts or outside files; prints on A4, a page for each box.
/// @param figures  each as SVG that may stand within the page
[[nodiscard]] std::string sheetHtml(const Sheet& sheet, const std::map<SheetFigure, std::string>& figures = {},
                                    const Speech& speech = english());

}  // namespace kh::io
