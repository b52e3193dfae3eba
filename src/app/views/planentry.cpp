// SPDX-License-Identifier: GPL-3.0-or-later
//
// The plan as a view: what its keel counts, what F1 explains, its entry.
#include "app/shell/panels.h"
#include "app/views/planview.h"
#include "procedure/registry.h"
#include "stations/proof/proof.h"
#include "text/words.h"

#include <algorithm>

namespace kh::app {

std::vector<KeelRib> PlanView::ribs() const {
    const Plan& plan = workspace().repair().plan();
    const auto rib = [](const char* id, const QString& title) {
        KeelRib r;
        r.id = QString::fromLatin1(id);
        r.title = r.brief = r.name = title;
        return r;
    };
    KeelRib steps = rib("steps", tr("steps"));
    steps.findings = {plan.dangers, plan.warnings, 0};
    steps.current = true;
    for (std::size_t i = 0; i < plan.steps.size(); ++i) {
        const PlanStep& s = plan.steps[i];
        steps.frames.push_back({QStringLiteral("frame-step-%1").arg(i + 1), words(workspace().repair().texts()[i].title),
                                s.byHand ? tr("by hand") : tr("typed"), s.byHand ? Standing::Measured : Standing::Entered, false,
                                static_cast<int>(i) == workspace().repair().step()});
    }
    KeelRib left = rib("left", tr("left to you"));
    for (const std::string& id : plan.left)
        for (const session::ProofEntry& e : workspace().entries())
            if (!e.passed && e.finding.id == id) {
                const bool danger = e.finding.severity == Severity::Danger;
                left.frames.push_back({QStringLiteral("frame-left-") + QString::fromStdString(id), words(e.finding.title),
                                       words(severityId(e.finding.severity)), Standing::Computed, danger});
            }
    KeelRib seen = rib("seen", tr("to be seen"));
    for (const ToBeSet& s : workspace().toBeSet())
        if (s.fields.empty())
            seen.frames.push_back({QStringLiteral("frame-see-") + QString::fromStdString(s.row), words(s.title), tr("not seen yet")});
    std::vector<KeelRib> ribs{std::move(steps)};
    for (KeelRib* more : {&left, &seen})
        if (!more->frames.empty()) ribs.push_back(std::move(*more));
    return ribs;
}

void PlanView::go(std::size_t rib, std::size_t frame) {
    const QString id = ribs()[rib].id;
    const auto kind = id == QStringLiteral("steps")  ? PlanRow::Kind::Step
                      : id == QStringLiteral("left") ? PlanRow::Kind::Left
                                                     : PlanRow::Kind::Seen;
    for (std::size_t i = 0; i < rows_.size(); ++i) {
        if (rows_[i].kind != kind || frame-- > 0) continue;
        list()->setCurrentIndex(model().index(static_cast<int>(i)));
        return;
    }
}

bool PlanView::explain(WhyPanel& panel) { return panel.showFinding(workspace()); }

namespace {

std::vector<PanelSpec> planPanels(const PanelContext& c) {
    std::vector<PanelSpec> panels = proofStation().panels(c);
    panels.back() = {DrawingId::Staircase, panels.back().area, KH_TR("Left after each step"), true};
    return panels;
}

}  // namespace

const ViewEntry& planViewEntry() {
    static const ViewEntry entry{
        .id = session::kPlanView,
        .title = KH_TR("Plan"),
        .make = [](const ViewHost& host, const ViewEntry& of) -> std::unique_ptr<ViewPage> { return std::make_unique<PlanView>(host, of); },
        .keys = {"plan-take", "take-typed", "pose", "page-go", "why", "undo", "view-back"},
        .panels = planPanels,
        .pageWidth = 648.0,
        .deck = true,
        .shots = {{"plan", "dunlin-380", "hold-acts.idle2", "normal", {0.4, 0.0, 0.0, 0.0}, "throttle", false, true}}};
    return entry;
}

}  // namespace kh::app
