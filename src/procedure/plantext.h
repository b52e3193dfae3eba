// SPDX-License-Identifier: GPL-3.0-or-later
//
// A plan in words: what each step changes, from what to what, what goes with it, and what is said to do about a finding.
#pragma once

#include "judge/plan/plan.h"

#include <functional>
#include <vector>

namespace kh {

struct HealedText {
    std::string id;
    Severity severity = Severity::Warning;
    Message title;
};
struct StepText {
    Message title;    ///< the field, or what is swapped
    Message was, is;  ///< of its first edit
    Message todo;     ///< in the second person
    Message found;    ///< with numbers, in the state before the step
    std::vector<HealedText> heals;
};
/// One text a step. @param setup  the document the plan was made for
[[nodiscard]] std::vector<StepText> planTexts(const Setup& setup, const Plan& plan, const RuleSet& rules);

/// A plan with its words.
struct WordedPlan {
    Plan plan;
    std::vector<StepText> texts;
};
[[nodiscard]] WordedPlan wordedPlan(const Setup& setup, const RuleSet& rules, const std::function<bool()>& goOn = {});

/// What to do about a finding. A sentence with numbers is shown only for a change that was tried and heals: the rule's own, or
/// in words made from the edits where another candidate was better. A consequence says what it goes with.
/// @param all   every finding of the same evaluation
/// @param plan  of the same document; nullptr while it is being worked out
[[nodiscard]] Message remedyText(const Setup& setup, const std::vector<Finding>& all, const Finding& finding, const Plan* plan);

}  // namespace kh
