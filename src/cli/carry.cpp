// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/error.h"
#include "cli/commands.h"
#include "io/carryreport.h"
#include "io/document.h"
#include "io/html.h"
#include "io/readbackfile.h"
#include "model/names.h"
#include "paint/pdf.h"
#include "procedure/readback.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "procedure/untilthen.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace kh::cli {

namespace {

Box boxOf(const std::string& word) {
    for (const Box box : {Box::Transmitter, Box::Controller, Box::SpeedController})
        if (word == boxId(box)) return box;
    throw InputError("--reset", fmt::format("\"{}\" is no box; there are transmitter, controller and speed-controller", word));
}

void write(const CarryOptions& o, const io::Document& document, InBoxes carried) {
    Setup after = document.setup;
    after.carried = std::move(carried);
    after.change += 1;
    writeAll(o.out.empty() ? o.file : o.out, io::writeDocument(after, document.unknown));
}

void printText(const Setup& setup, const std::vector<CarryBox>& boxes, const UntilTyped& until, bool left) {
    for (const CarryBox& b : boxes) {
        std::cout << fmt::format("{}: {} of {} to type\n", b.name, b.left(), b.lines());
        for (std::size_t i = 0; i < b.pages.size(); ++i) {
            const CarryPage& p = b.pages[i];
            if (left && p.left() == 0) continue;
            std::cout << fmt::format("  {:2} {}  {}\n", i + 1, p.title,
                                     p.left() == 0 ? "all in the box" : fmt::format("{} to type", p.left()));
            if (p.left() == 0) continue;
            for (const Message& act : p.before) std::cout << fmt::format("      before   {}\n", render(act));
            for (const CarryLine& l : p.lines) {
                if (!l.left()) continue;
                std::cout << fmt::format("      {:11} {}: {}{}{}{}\n", io::markWord(l.mark), render(l.name),
                                         l.had.empty() ? "" : l.had + " -> ", l.wants, l.unit.empty() ? "" : " ", l.unit);
                const auto then = until.of.find(l.path);
                if (then != until.of.end() && then->second.known)
                    std::cout << fmt::format("                  until then, {}: {}\n", severityId(then->second.severity),
                                             render(then->second.text.front()));
            }
            for (const Message& act : p.after) std::cout << fmt::format("      after    {}\n", render(act));
        }
    }
    for (const HalfTyped& group : until.together) {
        std::string pages;
        for (const auto& [box, page] : group.pages) pages += (pages.empty() ? "" : ", ") + boxName(setup, box) + " " + page;
        std::cout << fmt::format("together, pack out: {}; half typed: {}\n", pages, render(group.harm));
    }
    if (until.all.known)
        std::cout << fmt::format("with all as it stands, {}: {}\n", severityId(until.all.severity), render(until.all.text.front()));
}

}  // namespace

int runCarry(const CarryOptions& o, int argc, char** argv) {
    const io::Document document = io::loadDocument(o.file);
    const Setup& setup = document.setup;
    const std::vector<CarryBox> boxes = carry(setup);
    if (!o.reset.empty()) {
        const InBoxes carried = withUnknown(setup, boxOf(o.reset), stampNow());
        for (const Message& row : staleBy(setup, carried)) std::cout << fmt::format("stale  {}\n", render(row));
        write(o, document, carried);
        return Fine;
    }
    if (!o.page.empty()) {
        if (!o.stands) throw InputError("--page", "say that it stands so: --stands");
        write(o, document, withStanding(setup, pathsOf(pageCalled(boxes, o.page)), InBoxBy::Typed, stampNow()));
        return Fine;
    }
    if (!o.read.empty()) {
        const InBoxes carried = takenBack(setup, io::parseReadBack(readAll(o.read)), stampNow());
        Setup after = setup;
        after.carried = carried;
        const std::vector<CarryBox> now = carry(after);
        const UntilTyped until = untilTyped(after, now, stationsOf(after));
        for (const CarryBox& b : now)
            for (const CarryPage& p : b.pages)
                for (const CarryLine& l : p.lines)
                    if (l.mark == InBoxMark::Differs)
                        std::cout << fmt::format("{:8} {}: {} stands there, {} is wanted\n         {}\n",
                                                 severityId(until.of.at(l.path).severity), render(l.name), l.had, l.wants,
                                                 render(until.of.at(l.path).text.front()));
        write(o, document, carried);
        return Fine;
    }
    if (o.out.ends_with(".pdf") || o.out.ends_with(".html")) {
        const Evaluation evaluation = evaluate(setup);
        const Sheet whole = benchSheet(setup, evaluation, wordedPlan(setup, stationsOf(setup).rules()));
        const Sheet sheet = o.left ? onlyLeft(whole, boxes) : whole;
        const paint::Offscreen offscreen(argc, argv);
        const paint::SheetDrawn drawn{setup, evaluation};
        if (o.out.ends_with(".pdf")) writeAll(o.out, paint::sheetPdf(sheet, drawn, english()));
        else writeAll(o.out, io::sheetHtml(sheet, paint::sheetFigures(sheet, drawn)));
        return Fine;
    }
    if (!o.out.empty()) throw InputError("o", "the file must end in .html or .pdf");
    const UntilTyped until = untilTyped(setup, boxes, stationsOf(setup));
    if (o.json) print(io::carryJson(boxes, until, o.left));
    else printText(setup, boxes, until, o.left);
    return leftToType(boxes) == 0 ? Fine : Danger;
}

}  // namespace kh::cli
