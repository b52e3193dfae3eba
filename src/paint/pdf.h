// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/sheet.h"
#include "text/words.h"

#include <map>
#include <memory>
#include <string>

class QPagedPaintDevice;

namespace kh::paint {

/// What the figures of a sheet are drawn of: the document the sheet is of.
struct SheetDrawn {
    const Setup& setup;
    const Evaluation& evaluation;
};

/// Paints the sheet on a printer or PDF writer, A4, readable in black and white; each box begins a page, the machine stands
/// beneath the speed controller. @return false if the device does not take it
[[nodiscard]] bool printSheetOn(QPagedPaintDevice& device, const Sheet& sheet, const SheetDrawn& drawn,
                                const Speech& speech = desktopSpeech());
/// The same as a PDF. Needs a running QGuiApplication.
[[nodiscard]] std::string sheetPdf(const Sheet& sheet, const SheetDrawn& drawn, const Speech& speech = desktopSpeech());
/// One figure as SVG. Needs a running QGuiApplication.
[[nodiscard]] std::string sheetFigureSvg(SheetFigure figure, const SheetDrawn& drawn);
/// All the sheet's figures, by which.
[[nodiscard]] SheetDrawings sheetFigures(const Sheet& sheet, const SheetDrawn& drawn);

/// From a program without windows: an offscreen QGuiApplication that runs while this lives, in English.
class Offscreen {
public:
    Offscreen(int argc, char** argv);
    ~Offscreen();

private:
    struct Running;
    std::unique_ptr<Running> running_;
};

/// Loads the shipped typeface from the resources; harmless when called again.
void loadFonts();

}  // namespace kh::paint
