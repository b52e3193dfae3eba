// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/sheet.h"

#include <string>

namespace kh::io {

/// The sheet as one HTML page without scripts or outside files; prints on A4, one part a page.
[[nodiscard]] std::string sheetHtml(const Sheet& sheet, const Speech& speech = english());

}  // namespace kh::io
