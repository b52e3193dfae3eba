// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/sheet.h"

#include <string>

class QPagedPaintDevice;

namespace kh::paint {

/// Paints the sheet on a printer or PDF writer, A4, black on white, one part a page.
/// @return false if the device does not take it
[[nodiscard]] bool printSheetOn(QPagedPaintDevice& device, const Sheet& sheet, const Speech& speech = english());
/// The sheet as A4 PDF, black on white, one part a page. Needs a running QGuiApplication.
[[nodiscard]] std::string sheetPdf(const Sheet& sheet, const Speech& speech = english());
/// The same from a program without windows: starts an offscreen QGuiApplication for the call.
[[nodiscard]] std::string sheetPdf(const Sheet& sheet, int argc, char** argv);

/// Loads the shipped typeface from the resources; harmless when called again.
void loadFonts();

}  // namespace kh::paint
