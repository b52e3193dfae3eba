// SPDX-License-Identifier: GPL-3.0-or-later
//
// The plan in the window: which step is looked at, and what taking one does.
#include "base/error.h"
#include "session/workspace.h"
#include "text/words.h"

#include <algorithm>

namespace kh::app {

namespace {

constexpr std::uint64_t kProvedAtOnce = 20000;  ///< combinations; a blink

}  // namespace

void Workspace::selectStep(int index) {
    const auto& steps = plan().steps;
    if (steps.empty()) return;
    step_ = std::clamp(index, 0, static_cast<int>(steps.size()) - 1);
    // what is posed with it is the finding it answers, where that is there now
    const std::string& id = steps[static_cast<std::size_t>(step_)].finding;
    const auto entry =
        std::find_if(entries().begin(), entries().end(), [&](const ProofEntry& e) { return !e.passed && e.finding.id == id; });
    if (!posing() && entry != entries().end()) finding_ = static_cast<int>(entry - entries().begin());
    if (posing() && after_) {  // the pose stays; what it is held against is the step that is looked at
        const bool drawn = afterDrawn_;
        makeAfter();
        afterDrawn_ = drawn && after_.has_value();
        traceNow();
    }
    emit selectionChanged();
}

const SwitchProof* Workspace::drawnProof() const {
    if (afterDrawn_) return after_->proof ? &*after_->proof : nullptr;
    return now_.proof->properties.empty() ? nullptr : now_.proof.get();
}

void Workspace::makeAfter() {
    forgetAfter();
    if (!planShown() || !planFresh() || plan().steps.empty()) return;
    try {
        Setup then = withPlan(setup(), plan(), static_cast<std::size_t>(step_) + 1, true, nowStamp());
        Tracer tracer(then);
        Evaluation evaluation = evaluate(then, stations());
        std::optional<SwitchProof> proof;
        if (!now_.proof->properties.empty() && now_.proof->walked <= kProvedAtOnce) proof = kh::prove(then, stations().rules().figures, {});
        after_.emplace(After{std::move(then), std::move(evaluation), std::move(tracer), std::move(proof)});
    } catch (const InputError&) {  // then only the state before it is drawn
    }
}

void Workspace::forgetAfter() {
    after_.reset();
    afterDrawn_ = false;
    otherTrace_.reset();
}

const Remedy* Workspace::remedyOf(const Finding& finding) const {
    if (!planFresh()) return nullptr;
    const auto r = plan().remedies.find(finding.id);
    return r == plan().remedies.end() ? nullptr : &r->second;
}

bool Workspace::planReady() {
    if (!planFresh()) emit told(tr("The plan is being worked out; a moment."));
    return planFresh();
}

void Workspace::applyRemedy(const Finding& finding) {
    if (!planReady()) return;
    const Remedy* r = remedyOf(finding);
    const bool proofs = r == nullptr && !finding.fix.empty() && noWorse(finding.fix);  // the plan knows nothing of the switch proof's own
    if (!proofs && (r == nullptr || r->edits.empty())) {
        emit told(words(remedyText(finding)));
        return;
    }
    const QString name = words(remedyText(finding));
    const std::vector<Edit> edits = proofs ? finding.fix : r->edits;
    release();
    document_.edit(name, edits, Standing::Computed);
}

bool Workspace::noWorse(const std::vector<Edit>& edits) const {
    LightJudge judge(stations().rules());
    const LightJudgement after = judge.at(withEdits(setup(), edits, Standing::Computed, {}));
    return after.count(Severity::Danger) <= evaluation().count(Severity::Danger) &&
           after.count(Severity::Warning) <= evaluation().count(Severity::Warning);
}

void Workspace::writeDown(const std::vector<Edit>& read) {
    if (!planReady() || plan().steps.empty()) return;
    const QString name = words(planTexts().front().title);
    release();
    document_.edit(tr("%1, done by hand").arg(name), read, Standing::Entered);
}

void Workspace::takeStep() {
    if (!planReady()) return;
    const auto& steps = plan().steps;
    if (steps.empty()) return;
    if (step_ != 0) {
        selectStep(0);
        emit told(tr("Steps are taken in their order: the first is next."));
        return;
    }
    const PlanStep& s = steps.front();
    if (s.byHand) return;  // done and read first: writeDown
    const QString name = words(planTexts().front().title);
    release();
    document_.edit(name, s.edits, Standing::Computed);
}

void Workspace::takeTypedSteps() {
    if (!planReady()) return;
    const std::size_t n = plan().typedFirst();
    if (n == 0) {
        emit told(plan().steps.empty() ? tr("There is nothing to take: no danger, no warning.")
                                       : tr("The next step is done by hand: take it by itself."));
        return;
    }
    release();
    document_.replace(n == 1 ? tr("Step 1 of the plan") : tr("Steps 1 to %1 of the plan").arg(n),
                      withPlan(setup(), plan(), n, false, nowStamp()));
}

}  // namespace kh::app
