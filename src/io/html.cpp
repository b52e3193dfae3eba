// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/html.h"

#include "base/plain.h"

#include <fmt/format.h>

namespace kh::io {

namespace {

constexpr const char* kStyle = R"(
@page { size: A4; margin: 15mm }
body { font: 11pt "B612", sans-serif; color: #000; max-width: 180mm; margin: 0 auto }
h1 { font-size: 18pt; margin: 0 } h2 { font-size: 14pt; border-bottom: 2px solid #000; margin: 6mm 0 2mm }
h3 { font-size: 11pt; margin: 3mm 0 1mm } section.part { break-after: page }
ul.plan { list-style: none; padding: 0 } ul.cautions { border: 2px solid #000; padding: 3mm 3mm 3mm 8mm }
table { width: 100%; border-collapse: collapse; break-inside: avoid } td { border-bottom: 1px solid #999; padding: 1mm; vertical-align: top }
td.tick { width: 6mm } td.tick::before { content: ""; display: inline-block; width: 3mm; height: 3mm; border: 1px solid #000 }
td.what { width: 42mm } td.machine { width: 45mm } td.standing { width: 20mm; color: #444 } td.pen { width: 25mm })";

std::string escaped(const std::string& text) {
    std::string out;
    for (const char c : plainText(text)) {
        if (c == '&') out += "&amp;";
        else if (c == '<') out += "&lt;";
        else if (c == '>') out += "&gt;";
        else if (c == '"') out += "&quot;";
        else out += c;
    }
    return out;
}

}  // namespace

std::string sheetHtml(const Sheet& sheet, const Speech& speech) {
    const auto words = [&](const Message& m) { return escaped(render(m, speech)); };
    const auto word = [&](const char* text) { return words(say(text)); };
    std::string out =
        fmt::format("<!DOCTYPE html>\n<html lang=\"en\"><head><meta charset=\"utf-8\"><title>{}</title><style>{}</style></head><body>\n",
                    escaped(sheet.model), kStyle);
    out += fmt::format("<h1>{}</h1><p>{}</p>\n<ul class=\"cautions\">", escaped(sheet.model),
                       words(say(KH_TR("Bench sheet, revision {r}"), {{"r", num(sheet.revision)}})));
    for (const Message& caution : sheet.cautions) out += fmt::format("<li>{}</li>", words(caution));
    out += "</ul>\n";
    if (!sheet.plan.empty()) {
        out += fmt::format("<h3>{}</h3><ul class=\"plan\">", words(say(KH_TR("Repair plan, in this order"))));
        for (const Message& step : sheet.plan) out += fmt::format("<li>{}</li>", words(step));
        out += "</ul>\n";
    }
    for (const SheetPart& part : sheet.parts) {
        out += fmt::format("<section class=\"part\"><h2>{}: {}</h2>\n", word(boxId(part.box)), escaped(part.name));
        for (const SheetSection& section : part.sections) {
            out += fmt::format("<h3>{}</h3><table>\n", escaped(section.title));
            for (const SheetRow& row : section.rows)
                out += fmt::format(
                    "<tr><td class=\"tick\"></td><td class=\"what\">{}</td><td>{}</td><td class=\"machine\">{}</td><td "
                    "class=\"standing\">{}</td><td class=\"pen\"></td></tr>\n",
                    words(row.what), words(row.value), words(row.machine), word(standingId(row.standing)));
            out += "</table>\n";
        }
        out += "</section>\n";
    }
    return out + "</body></html>\n";
}

}  // namespace kh::io
