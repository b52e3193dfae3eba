// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/rule.h"
#include "judge/throttlestates.h"
#include "model/switchroles.h"

#include <memory>
#include <optional>

namespace kh {

/// A finding the pilot accepted, and whether it is passed over.
struct PutAside {
    AcceptedFinding record;
    std::optional<Finding> finding;  ///< passed over; none: it is not found any more, or is told again
    bool again = false;              ///< told again: it says other numbers, or became a danger
};

/// What stands for it in a list: the finding's title; of one that is told again, or not found any more, that.
[[nodiscard]] Message asideTitle(const Setup& setup, const PutAside& aside);

/// Whether a finding may be put aside: no danger, and nothing that the switch proof judges.
[[nodiscard]] bool mayAccept(const Finding& finding);
/// The document with that finding put aside, in place of what was accepted of it before.
/// @param finding  one that may be, with its words. @param at  ISO 8601
[[nodiscard]] Setup accepting(const Setup& setup, const Finding& finding, std::string reason, std::string at);
/// The same document, where those that are passed over now stay so whatever their numbers become, and no others are: what variants of
/// it are judged by.
[[nodiscard]] Setup holdingAccepted(const Setup& setup, const RuleSet& rules);

/// Everything that follows from a Setup without a deck.
struct Evaluation {
    bool simulated = false;          ///< false: the chain cannot be built; one finding says why
    std::vector<Finding> findings;   ///< dangers first, then warnings, then notes; within, by station
    std::vector<PutAside> accepted;  ///< of each of the document's accepted findings, what it stands for now; counted by nobody
    Figures figures;
    std::vector<SwitchRole> switches;   ///< in the profile's order
    std::vector<ThrottleState> states;  ///< hold and its family
    [[nodiscard]] std::size_t count(Severity severity) const;
    [[nodiscard]] std::size_t count(Severity severity, Station station) const;
};

/// Pure: depends on its arguments alone, never waits, never throws for a Setup that was loaded.
[[nodiscard]] Evaluation judge(const Setup& setup, const RuleSet& rules, const Effort& effort = {});

/// What a rule found, without words.
struct Fact {
    std::string id;
    Station station = Station::Radio;
    Work work = Work::Curves;
    Severity severity = Severity::Note;
    Box box = Box::Transmitter;
    std::string row, subject, property;
    std::vector<Edit> fix;                ///< its own candidate, where it has one
    std::vector<std::vector<Edit>> also;  ///< its others
    bool proposal = false, whole = false;
    bool operator==(const Fact&) const = default;
};
struct LightJudgement {
    bool simulated = false;
    std::vector<Fact> facts;  ///< as the findings of the full judgement, in their order
    [[nodiscard]] std::size_t count(Severity severity) const;
};
/// Judges many variants of a document: facts only, and what is slow to find only where it changed.
class LightJudge {
public:
    explicit LightJudge(const RuleSet& rules) : rules_(rules) {}
    [[nodiscard]] LightJudgement at(const Setup& setup);
    [[nodiscard]] JudgeMemory& memory() { return memory_; }

private:
    const RuleSet& rules_;
    JudgeMemory memory_;
};

}  // namespace kh
