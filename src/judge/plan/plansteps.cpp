// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is counted of a plan's steps, and taken of them.
#include "judge/plan/plan.h"

#include "base/error.h"

#include <algorithm>

namespace kh {

std::size_t Plan::byHand() const {
    return static_cast<std::size_t>(std::count_if(steps.begin(), steps.end(), [](const PlanStep& s) { return s.byHand; }));
}

std::size_t Plan::firstByHand() const {
    return static_cast<std::size_t>(std::find_if(steps.begin(), steps.end(), [](const PlanStep& s) { return s.byHand; }) - steps.begin());
}

std::size_t Plan::typedNow() const {
    return static_cast<std::size_t>(
        std::count_if(steps.begin(), steps.end(), [](const PlanStep& s) { return !s.byHand && !s.provisional; }));
}

Setup withPlan(const Setup& setup, const Plan& plan, std::size_t steps, bool byHandToo, const std::string& at) {
    Setup out = setup;
    for (std::size_t i = 0; i < std::min(steps, plan.steps.size()); ++i) {
        const PlanStep& s = plan.steps[i];
        if ((s.byHand || s.provisional) && !byHandToo) continue;
        for (std::size_t k = 0; k < s.edits.size(); ++k)
            if (const auto field = readField(out, s.edits[k].path); !field || field->value != s.was[k])
                throw InputError(s.edits[k].path, "is another than the plan was made for: it must be worked out anew");
        out = withEdits(out, s.edits, s.byHand ? Standing::Entered : Standing::Computed, at);
    }
    return out;
}

}  // namespace kh
