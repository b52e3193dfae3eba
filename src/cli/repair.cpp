// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/error.h"
#include "cli/commands.h"
#include "io/document.h"
#include "io/report.h"
#include "judge/plan/plan.h"
#include "model/changes.h"
#include "model/inboxes.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "procedure/tobeset.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace kh::cli {

int runRepair(const RepairOptions& o) {
    io::Document document = io::loadDocument(o.file);
    if (o.inBoxes) document.setup = asInBoxes(document.setup);
    const RuleSet& rules = stationsOf(document.setup).rules();
    Plan plan = makePlan(document.setup, rules);
    const std::size_t all = plan.steps.size();
    if (o.step && (*o.step < 0 || static_cast<std::size_t>(*o.step) > all))
        throw InputError("--step", fmt::format("{} is outside 0 … {}", *o.step, all));
    const std::size_t upTo = o.step ? static_cast<std::size_t>(*o.step) : all;
    const std::vector<StepText> texts = planTexts(document.setup, plan, rules);
    if (!o.out.empty()) {
        const Setup after = withPlan(document.setup, plan, upTo, o.handsDone, stampNow());
        writeAll(o.out, io::writeDocument(noted(document.setup, after), document.unknown));
        if (o.out == kStandard) return plan.left.empty() ? Fine : Danger;  // the document alone
    }
    const std::vector<ToBeSet> seen = stillToSee(document.setup, ledger(document.setup, judge(document.setup, rules)));
    if (o.json) {
        print(io::planJson(document.setup, plan, texts, seen));
    } else if (all == 0 && plan.left.empty()) {
        std::cout << "nothing to repair: no danger, no warning\n";
    } else {
        for (std::size_t i = 0; i < upTo; ++i) {
            const PlanStep& s = plan.steps[i];
            std::cout << fmt::format("{:2}  {}: {} -> {}{}\n      {}\n", i + 1, render(texts[i].title), render(texts[i].was),
                                     render(texts[i].is),
                                     s.byHand     ? "  (by hand)"
                                     : s.proposal ? "  (a proposal)"
                                                  : "",
                                     render(texts[i].todo));
            for (const HealedText& h : texts[i].heals) std::cout << fmt::format("      {:7} {}\n", severityId(h.severity), render(h.title));
        }
        for (const std::string& id : plan.left) std::cout << "left  " << id << '\n';
        for (const ToBeSet& s : seen) std::cout << fmt::format("see   {}: {}\n", render(s.title), render(s.what));
    }
    return plan.left.empty() ? Fine : Danger;
}

}  // namespace kh::cli
