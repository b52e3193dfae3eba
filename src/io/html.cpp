// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/html.h"

#include "base/plain.h"

#include <fmt/format.h>

namespace kh::io {

namespace {

constexpr const char* kStyle = R"(
@page { size: A4; margin: 14mm }
body { font: 9.5pt "Keelhaul B612", "B612", sans-serif; color: #000; max-width: 182mm; margin: 0 auto }
h1 { font-size: 17pt; margin: 0 } h2 { font-size: 13pt; margin: 6mm 0 2mm } section.box { break-before: page }
section.transmitter h2 { color: #6d4a86 } section.controller h2 { color: #0b6e74 }
h3 { font-size: 11pt; margin: 3mm 0 1mm } div.figures { display: flex } svg { max-width: 100% }
ul.plan { list-style: none; padding: 0 } ul.cautions { border: 1px solid #000; padding: 2mm 2mm 2mm 8mm; font-weight: bold }
table { width: 100%; border-collapse: collapse; margin-top: 2mm; break-inside: avoid }
td, th { border-bottom: 1px solid #bbb; padding: 0.6mm 2mm 0.6mm 0; vertical-align: top; text-align: left }
th { font-weight: normal; font-size: 8pt; border-bottom-color: #000 } th.title { font-weight: bold; font-size: 10pt; width: 20% }
td.typed { font-weight: bold } tr.changed td { background: #eee } tr.changed td:first-child::before { content: "\25B8 " } td.standing { font-size: 8pt; width: 10% } td.pen { width: 14% })";

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

std::string sheetHtml(const Sheet& sheet, const SheetDrawings& drawings, const Speech& speech) {
    const auto words = [&](const Message& m) { return escaped(render(m, speech)); };
    const auto word = [&](const char* text) { return words(say(text)); };
    std::string out =
        fmt::format("<!DOCTYPE html>\n<html lang=\"en\"><head><meta charset=\"utf-8\"><title>{}</title><style>{}{}</style></head><body>\n",
                    escaped(sheet.model), drawings.faces, kStyle);
    out += fmt::format("<h1>{}</h1><p>{}</p>\n<ul class=\"cautions\">", escaped(sheet.model), words(sheet.lead));
    for (const Message& caution : sheet.cautions) out += fmt::format("<li>{}</li>", words(caution));
    out += "</ul>\n";
    if (!sheet.plan.empty()) {
        out += fmt::format("<h3>{}</h3><ul class=\"plan\">", words(say(KH_TR("Repair plan, in this order"))));
        for (const Message& step : sheet.plan) out += fmt::format("<li>{}</li>", words(step));
        out += "</ul>\n";
    }
    if (!sheet.accepted.empty()) {
        out += fmt::format("<h3>{}</h3><ul class=\"plan\">", words(say(KH_TR("Accepted by the pilot"))));
        for (const Message& one : sheet.accepted) out += fmt::format("<li>{}</li>", words(one));
        out += "</ul>\n";
    }
    for (std::size_t i = 0; i < sheet.parts.size(); ++i) {
        const SheetPart& part = sheet.parts[i];
        const bool ownPage = i > 0 && part.box != Box::Machine;
        out += fmt::format("<section{}><h2>{}: {}</h2>\n",
                           ownPage ? fmt::format(" class=\"box {}\"", boxId(part.box)) : fmt::format(" class=\"{}\"", boxId(part.box)),
                           word(boxName(part.box)), escaped(part.name));
        std::string drawn;
        for (const SheetFigure figure : part.figures)
            if (const auto svg = drawings.svg.find(figure); svg != drawings.svg.end()) drawn += svg->second;
        if (!drawn.empty()) out += fmt::format("<div class=\"figures\">{}</div>\n", drawn);
        for (const SheetSection& section : part.sections) {
            if (section.rows.empty()) continue;
            out += fmt::format("<table><tr><th class=\"title\">{}</th>", words(section.title));
            if (section.columns.empty())
                out += fmt::format("<th>{}</th><th>{}</th>", word(KH_TR("as typed")), word(KH_TR("at the machine")));
            for (const Message& column : section.columns) out += fmt::format("<th>{}</th>", words(column));
            out += fmt::format("<th>{}</th><th>{}</th></tr>\n", word(KH_TR("standing")), word(KH_TR("as read back")));
            for (const SheetRow& row : section.rows) {
                out += fmt::format("<tr{}><td>{}</td>", row.changed ? " class=\"changed\"" : "", words(row.what));
                if (section.columns.empty())
                    out += fmt::format("<td class=\"typed\">{}</td><td>{}</td>", words(row.value), words(row.machine));
                for (const Message& one : row.cells) out += fmt::format("<td class=\"typed\">{}</td>", words(one));
                out += fmt::format("<td class=\"standing\">{}</td><td class=\"pen\"></td></tr>\n", words(sheetStanding(row.standing)));
            }
            out += "</table>\n";
        }
        out += "</section>\n";
    }
    return out + "</body></html>\n";
}

}  // namespace kh::io
