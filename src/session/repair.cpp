// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/repair.h"

#include "session/workspace.h"
#include "text/words.h"

#include <algorithm>

namespace kh::session {

Repair::Repair(Workspace& workspace) : in_(workspace) {}

const Plan& Repair::plan() const { return in_.now().plan->plan; }

const std::vector<StepText>& Repair::texts() const { return in_.now().plan->texts; }

bool Repair::fresh() const { return in_.now().planFresh; }

WordedPlan Repair::now() const { return fresh() ? *in_.now().plan : wordedPlan(in_.setup(), in_.stations().rules()); }

bool Repair::shown() const { return in_.view() == kPlanView; }

void Repair::keepWithin() { step_ = std::clamp(step_, 0, std::max(0, static_cast<int>(plan().steps.size()) - 1)); }

void Repair::select(int step) {
    const auto& steps = plan().steps;
    if (steps.empty()) return;
    step_ = step;
    keepWithin();
    // what is posed with it is the finding it answers, where that is there now
    const std::string& id = steps[static_cast<std::size_t>(step_)].finding;
    const auto& entries = in_.entries();
    const auto entry = std::find_if(entries.begin(), entries.end(), [&](const ProofEntry& e) { return !e.passed && e.finding.id == id; });
    in_.pose().stepChanged();
    if (!in_.pose().on() && entry != entries.end()) in_.selectFinding(static_cast<int>(entry - entries.begin()));
    else emit in_.selectionChanged();
}

const Remedy* Repair::remedyOf(const Finding& finding) const {
    if (!fresh()) return nullptr;
    const auto r = plan().remedies.find(finding.id);
    return r == plan().remedies.end() ? nullptr : &r->second;
}

std::size_t Repair::stepFor(const std::string& finding) const {
    if (!fresh()) return 0;
    for (std::size_t i = 0; i < plan().steps.size(); ++i) {
        const auto& heals = plan().steps[i].heals;
        if (std::find(heals.begin(), heals.end(), finding) != heals.end()) return i + 1;
    }
    return 0;
}

Message Repair::remedyText(const Finding& finding) const {
    return kh::remedyText(in_.setup(), in_.evaluation().findings, finding, fresh() ? &plan() : nullptr);
}

bool Repair::ready() {
    if (!fresh()) emit told(tr("The plan is being worked out; a moment."));
    return fresh();
}

void Repair::apply(const Finding& finding) {
    if (!ready()) return;
    const Remedy* r = remedyOf(finding);
    const bool proofs = r == nullptr && !finding.fix.empty() && noWorse(finding.fix);  // the plan knows nothing of the switch proof's own
    if (!proofs && (r == nullptr || r->edits.empty())) {
        emit told(words(remedyText(finding)));
        return;
    }
    const QString name = words(remedyText(finding));
    const std::vector<Edit> edits = proofs ? finding.fix : r->edits;
    in_.pose().release();
    in_.document().edit(name, edits, Standing::Computed);
}

bool Repair::noWorse(const std::vector<Edit>& edits) const {
    LightJudge judge(in_.stations().rules());
    const LightJudgement after = judge.at(withEdits(holdingAccepted(in_.setup(), in_.stations().rules()), edits, Standing::Computed, {}));
    const Evaluation& before = in_.evaluation();
    return after.count(Severity::Danger) <= before.count(Severity::Danger) &&
           after.count(Severity::Warning) <= before.count(Severity::Warning);
}

void Repair::writeDown(const std::vector<Edit>& read) {
    if (!ready() || plan().steps.empty()) return;
    const QString name = words(texts().front().title);
    in_.pose().release();
    in_.document().edit(tr("%1, done by hand").arg(name), read, Standing::Entered);
}

void Repair::takeStep() {
    if (!ready()) return;
    const auto& steps = plan().steps;
    if (steps.empty()) return;
    if (step_ != 0) {
        select(0);
        emit told(tr("Steps are taken in their order: the first is next."));
        return;
    }
    const PlanStep s = steps.front();
    if (s.byHand) return;  // done and read first: writeDown
    const QString name = words(texts().front().title);
    in_.pose().release();
    in_.document().edit(name, s.edits, Standing::Computed);
}

void Repair::takeTypedSteps() {
    if (!ready()) return;
    const std::size_t n = plan().typedNow();
    if (n == 0) {
        emit told(plan().steps.empty() ? tr("There is nothing to take: no danger, no warning.")
                                       : tr("What is left is done by hand, or rests on that: take it by itself."));
        return;
    }
    in_.pose().release();
    in_.document().replace(n == 1 ? tr("A step of the plan") : tr("%1 steps of the plan").arg(n),
                           withPlan(in_.setup(), plan(), plan().steps.size(), false, nowStamp()));
}

}  // namespace kh::session
