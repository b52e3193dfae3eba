// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "io/document.h"
#include "io/report.h"
#include "model/inboxes.h"
#include "procedure/aircraft.h"
#include "procedure/ladder.h"
#include "procedure/plantext.h"
#include "procedure/registry.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace kh::cli {

int runAudit(const std::string& file, bool asJson, bool inBoxes) {
    io::Document document = io::loadDocument(file);
    if (inBoxes) document.setup = asInBoxes(document.setup);
    const Evaluation evaluation = evaluate(document.setup);
    const Plan plan = makePlan(document.setup, stationsOf(document.setup).rules());
    if (asJson) {
        print(io::auditJson(document.setup, evaluation, plan));
    } else {
        for (const Finding& f : evaluation.findings)
            std::cout << fmt::format("{:8} {:2}  {}\n             {}\n             {}\n", severityId(f.severity),
                                     stationsOf(document.setup).number(f.station), render(f.title), render(f.found),
                                     render(remedyText(document.setup, evaluation.findings, f, &plan)));
        for (const PutAside& a : evaluation.accepted)
            std::cout << fmt::format("accepted     {}\n             {}\n", render(asideTitle(document.setup, a)), a.record.reason);
        for (const Message& note : document.notes) std::cout << "note         " << render(note) << '\n';
        if (const Ladder ladder = ladderOf(document.setup, evaluation); !ladder.rungs.empty()) {
            const std::size_t now = ladder.reached();
            std::cout << fmt::format("now          {}: nothing known stands against it\n", render(ladder.rungs[now].title));
            if (now + 1 < ladder.rungs.size())
                for (const Obstacle& o : ladder.rungs[now + 1].obstacles)
                    std::cout << fmt::format("not yet      {}: {}\n", render(ladder.rungs[now + 1].title), render(o.title));
        }
        if (const auto tables = aircraftEntry(document.setup).tables; tables != nullptr)
            for (const FigureTable& table : tables(document.setup, evaluation.figures)) {
                std::cout << fmt::format("{}\n", render(table.title));
                for (const FigureTable::Line& line : table.lines) {
                    std::cout << fmt::format("             {:14}", render(line.name));
                    for (const auto& [key, word] : line.words) std::cout << fmt::format(" {}", render(word));
                    for (const auto& [key, figure] : line.figures)
                        std::cout << fmt::format(
                            "  {:>9}", figure.known ? render(say("{v} {u}", {{"v", Number{figure.value, figure.decimals, figure.sign}},
                                                                             {"u", std::string(figure.unit)}}))
                                                    : "–");
                    std::cout << '\n';
                }
            }
        std::cout << fmt::format("{} danger, {} warning, {} note\n", evaluation.count(Severity::Danger),
                                 evaluation.count(Severity::Warning), evaluation.count(Severity::Note));
    }
    return evaluation.count(Severity::Danger) > 0 ? Danger : Fine;
}

}  // namespace kh::cli
