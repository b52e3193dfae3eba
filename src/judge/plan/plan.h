// SPDX-License-Identifier: GPL-3.0-or-later
//
// The repair plan: which changes, in which order, leave no danger and no warning (docs/domain.md 11, 14). A remedy is a
// promise: it was tried on a copy, and its finding was gone with nothing of the same or a higher severity new.
#pragma once

#include "judge/evaluation.h"

#include <functional>
#include <map>
#include <string>
#include <vector>

namespace kh {

/// A finding and what was tried for it on a copy.
struct Remedy {
    std::vector<Edit> edits;         ///< settings only; none: nothing in the boxes heals it alone
    std::vector<std::string> heals;  ///< ids of findings that go with it, its own first
    std::vector<Edit> byHand{};      ///< what was tried on a copy and heals it by work on the machine, where nothing typed does
    std::string causedBy{};          ///< id of the finding whose remedy heals this one; empty: its own
};

/// One change, or one swap; where two mistakes cancel, the changes that only help together.
struct PlanStep {
    std::string finding;             ///< id of the finding it answers
    std::vector<Edit> edits;         ///< by hand: what to write down afterwards
    std::vector<FieldValue> was;     ///< as many as edits
    bool byHand = false;             ///< edits are facts: done on the machine, then written down
    bool proposal = false;           ///< what stood there is lost: a value to start from
    bool provisional = false;        ///< rests on work by hand, or on an unsettled supply: worked out as if that were done as expected
    Box box = Box::Transmitter;      ///< of its first edit
    std::vector<std::string> heals;  ///< ids that are gone after it and were there before
    std::size_t dangers = 0, warnings = 0;  ///< left after it
};
struct Plan {
    std::vector<PlanStep> steps;
    std::vector<std::string> left;           ///< ids of dangers and warnings no change heals: facts to look up, choices of the pilot
    std::map<std::string, Remedy> remedies;  ///< by id, of every finding at the start
    std::size_t dangers = 0, warnings = 0;   ///< at the start
    std::size_t judgements = 0;              ///< spent
    bool complete = true;                    ///< false: cancelled, or the judgements ran out
    [[nodiscard]] std::size_t byHand() const;
    /// The first step that is done by hand, or how many there are.
    [[nodiscard]] std::size_t firstByHand() const;
    /// Steps that are typed and rest on none that is done by hand.
    [[nodiscard]] std::size_t typedNow() const;
};

/// Whether any edit is a fact, which no plan types.
[[nodiscard]] bool byHand(const std::vector<Edit>& edits);

/// At most so many light judgements a plan.
inline constexpr std::size_t kPlanJudgements = 400;

/// @param goOn  asked between judgements; false: stop and give what there is
[[nodiscard]] Plan makePlan(const Setup& setup, const RuleSet& rules, const std::function<bool()>& goOn = {});

/// The document after the first `steps` steps, standings *computed* for what is typed and *entered* for what was done by hand.
/// @param byHandToo  false: steps by hand are left out, and what rests on them
/// @throws InputError if the document is another than the plan was made for
[[nodiscard]] Setup withPlan(const Setup& setup, const Plan& plan, std::size_t steps, bool byHandToo, const std::string& at);

}  // namespace kh
