// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/plantext.h"
#include "model/amounts.h"

#include "base/error.h"
#include "model/names.h"

#include <algorithm>

namespace kh {

namespace {

const Finding* findingOf(const std::vector<Finding>& all, const std::string& id) {
    const auto f = std::find_if(all.begin(), all.end(), [&](const Finding& x) { return x.id == id; });
    return f == all.end() ? nullptr : &*f;
}

/// Whether these are the rule's own edits, apart from what stands already.
bool isOwn(const Setup& setup, const Finding& finding, const std::vector<Edit>& edits) {
    const auto stands = [&](const Edit& e) {
        const auto now = readField(setup, e.path);
        return now && now->value == e.value;
    };
    const auto has = [](const std::vector<Edit>& in, const Edit& e) { return std::find(in.begin(), in.end(), e) != in.end(); };
    return !finding.fix.empty() && std::all_of(edits.begin(), edits.end(), [&](const Edit& e) { return has(finding.fix, e); }) &&
           std::all_of(finding.fix.begin(), finding.fix.end(), [&](const Edit& e) { return has(edits, e) || stands(e); });
}

/// "Rudder: channel direction to normal in the transmitter, Motor Kv to 510 rpm/V"
std::vector<Message> changes(const Setup& setup, const std::vector<Edit>& edits) {
    std::vector<Message> parts;
    parts.reserve(edits.size());
    for (const Edit& e : edits) {
        const Message title = fieldTitle(setup, e.path);
        const FieldHome home = fieldHome(e.path);
        const char* box = boxName(home.box);
        // "Rudder direction in the controller" says its box itself, and a fact stands in none
        const bool named = home.fact || render(title).find(box) != std::string::npos;
        parts.push_back(say(named ? KH_TR("{field} to {value}") : KH_TR("{field} to {value} in the {box}"),
                            {{"field", title}, {"value", show(setup, e.path, e.value)}, {"box", say(box)}}));
    }
    return parts;
}

/// What a candidate asks for: the rule's sentence for its own, else words made from the edits.
Message doneText(const Setup& setup, const Finding* finding, const std::vector<Edit>& edits, const char* made = KH_TR("Set {list}.")) {
    return finding != nullptr && isOwn(setup, *finding, edits) ? finding->todo : say(made, {{"list", changes(setup, edits)}});
}
constexpr const char* kAtTheMachine = KH_TR("At the machine: {list}.");

bool offersAny(const Finding& f) {
    return !f.fix.empty() || std::any_of(f.also.begin(), f.also.end(), [](const std::vector<Edit>& edits) { return !edits.empty(); });
}

}  // namespace

Message remedyText(const Setup& setup, const std::vector<Finding>& all, const Finding& finding, const Plan* plan) {
    if (!offersAny(finding)) return finding.todo;  // looked up, or chosen
    if (plan == nullptr) return say(KH_TR("What heals it is being worked out."));
    const auto r = plan->remedies.find(finding.id);
    if (r == plan->remedies.end()) return finding.todo;  // the switch proof's own
    if (!r->second.edits.empty()) return doneText(setup, &finding, r->second.edits);
    if (!r->second.byHand.empty()) return doneText(setup, &finding, r->second.byHand, kAtTheMachine);
    if (const Finding* cause = findingOf(all, r->second.causedBy))
        return say(KH_TR("Goes with another: {cause}."), {{"cause", cause->title}});
    const bool planned = std::any_of(plan->steps.begin(), plan->steps.end(), [&](const PlanStep& s) {
        return std::find(s.heals.begin(), s.heals.end(), finding.id) != s.heals.end();
    });
    return planned ? say(KH_TR("Nothing heals it alone; the plan says what comes first."))
                   : say(KH_TR("No change that was tried heals it: settle the others first, then look again."));
}

std::vector<StepText> planTexts(const Setup& setup, const Plan& plan, const RuleSet& rules) {
    std::vector<StepText> out;
    Setup at = holdingAccepted(setup, rules);
    for (const PlanStep& s : plan.steps) {
        const Evaluation before = judge(at, rules);
        StepText text;
        for (const std::string& id : s.heals)
            if (const Finding* f = findingOf(before.findings, id)) text.heals.push_back({id, f->severity, f->title});
        const Finding* answered = findingOf(before.findings, s.finding);
        text.todo = s.byHand ? doneText(at, answered, s.edits, kAtTheMachine) : doneText(at, answered, s.edits);
        if (answered != nullptr) text.found = answered->found;
        const Edit& first = s.edits.front();
        const Message name = fieldTitle(at, first.path);
        text.title = s.edits.size() == 1
                         ? name
                         : say(KH_TR("{field} and {n} more"), {{"field", name}, {"n", num(static_cast<double>(s.edits.size() - 1))}});
        text.was = show(at, first.path, s.was.front());
        text.is = show(at, first.path, first.value);
        out.push_back(std::move(text));
        at = withEdits(at, s.edits, Standing::Computed, {});
    }
    return out;
}

WordedPlan wordedPlan(const Setup& setup, const RuleSet& rules, const std::function<bool()>& goOn) {
    WordedPlan out{makePlan(setup, rules, goOn), {}};
    out.texts = planTexts(setup, out.plan, rules);
    return out;
}

}  // namespace kh
