// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "base/error.h"
#include "io/document.h"
#include "io/html.h"
#include "paint/pdf.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace kh::cli {

int runSheet(const std::string& file, const std::string& out, int argc, char** argv) {
    const Setup setup = io::loadDocument(file).setup;
    const Evaluation evaluation = evaluate(setup);
    const Sheet sheet = benchSheet(setup, evaluation, wordedPlan(setup, stationsOf(setup).rules()));
    const paint::Offscreen offscreen(argc, argv);
    const paint::SheetDrawn drawn{setup, evaluation};
    if (out.ends_with(".pdf")) writeAll(out, paint::sheetPdf(sheet, drawn, english()));
    else if (out == kStandard || out.ends_with(".html")) writeAll(out, io::sheetHtml(sheet, paint::sheetFigures(sheet, drawn)));
    else throw InputError("o", "the file must end in .html or .pdf");
    return Fine;
}

}  // namespace kh::cli
