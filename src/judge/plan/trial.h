// SPDX-License-Identifier: GPL-3.0-or-later
//
// Candidates tried on copies. Private to judge/plan.
#pragma once

#include "judge/plan/plan.h"

#include <functional>
#include <optional>

namespace kh {

/// A document and what a light judgement found in it.
struct Judged {
    Setup setup;
    LightJudgement judgement;
};

/// How much is left, a danger outweighing any number of warnings.
[[nodiscard]] std::size_t weight(const LightJudgement& judgement);
/// Dangers and warnings by id: no two findings share one (tests/judge/test_plan.cpp).
using Troubles = std::map<std::string, const Fact*>;
[[nodiscard]] Troubles troublesOf(const LightJudgement& judgement);
/// A plan is bench-safe: no step may harm a servo or leave the motor less surely off than it was.
[[nodiscard]] bool benchSafe(const Troubles& before, const Troubles& after);
[[nodiscard]] inline bool isTrouble(const Fact& fact) { return fact.severity != Severity::Note; }
/// A fact's candidates, its own first.
[[nodiscard]] std::vector<std::vector<Edit>> candidatesOf(const Fact& fact);
/// The edits of both, the later value where they meet; none that changes nothing in `setup`.
[[nodiscard]] std::vector<Edit> joined(const Setup& setup, const std::vector<Edit>& first, const std::vector<Edit>& second);

class Trials {
public:
    Trials(const RuleSet& rules, const std::function<bool()>& goOn) : judge_(rules), goOn_(goOn) {}
    /// @return nothing if the edits are refused, or no judgement is left
    [[nodiscard]] std::optional<Judged> after(const Setup& setup, const std::vector<Edit>& edits);
    [[nodiscard]] std::size_t spent() const { return spent_; }
    /// How many judgements may have been spent from now on.
    void allow(std::size_t judgements) { allowed_ = judgements; }
    /// Whether a trial was refused since: cancelled, or none was left.
    [[nodiscard]] bool stopped() const { return stopped_; }
    /// Of those that were tried, each edit once: what a shorter plan is looked for in.
    [[nodiscard]] const std::vector<Edit>& pool() const { return pool_; }

    struct Healed {
        std::vector<Edit> edits;
        Judged to;
        std::optional<Work> completed{};  ///< the latest work among the findings it had to answer beside its own
    };
    /// The candidate, completed by what it takes to leave nothing of the same or a higher severity new: so two mistakes that
    /// cancel come out together. @return nothing if it does not heal the finding
    [[nodiscard]] std::optional<Healed> healing(const Judged& from, const std::string& id, const std::vector<Edit>& candidate, int depth) {
        completing_ = 0;
        return healed(from, id, candidate, depth);
    }

private:
    [[nodiscard]] std::optional<Healed> healed(const Judged& from, const std::string& id, const std::vector<Edit>& candidate, int depth);
    LightJudge judge_;
    const std::function<bool()>& goOn_;
    std::size_t spent_ = 0, allowed_ = kPlanJudgements;
    std::size_t completing_ = 0;  ///< judgements spent on the candidate that is being completed
    bool stopped_ = false;
    std::vector<Edit> pool_;
};

}  // namespace kh
