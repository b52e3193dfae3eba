// SPDX-License-Identifier: GPL-3.0-or-later
//
// What boxes may turn out to be: the judgement at the ends of every fact that is not known (docs/domain.md 14). Nominal values are taken
// meanwhile; a danger that only an end has is open: one severity lower, its remedy is the question that decides it.
#pragma once

#include "judge/evaluation.h"
#include "judge/scaleread.h"
#include "model/questions.h"

#include <string>
#include <vector>

namespace kh {

/// What a document would be with some open facts at certain values.
using Ends = std::vector<Edit>;

/// The ends that are judged: each fact alone at each of its ends, then rows of ends of all facts together, so chosen that any three facts
/// meet at all their ends. 2n + 2^ceil(log2 n)+1 for n facts that are numbers.
[[nodiscard]] std::vector<Ends> endsOf(const std::vector<OpenFact>& facts);
[[nodiscard]] Setup atEnds(const Setup& setup, const Ends& ends);

/// Findings that only the ends have, each with the fewest facts it rests on; none where everything is known.
/// @param nominal  as it is taken meanwhile: its findings, and the figures that hold what was read
[[nodiscard]] std::vector<Finding> openFindings(const Setup& setup, const RuleSet& rules, const Evaluation& nominal, JudgeMemory& memory);

/// What finding out one fact would decide: findings of danger and warning that come or go at one of its ends.
struct Decision {
    OpenFact fact;
    struct End {
        FieldValue value;
        std::vector<std::string> come, go;  ///< ids
        std::vector<Message> titles{};      ///< of those that come, in words
    };
    std::vector<End> ends;
    [[nodiscard]] bool decides() const;
};
[[nodiscard]] std::vector<Decision> decisions(const Setup& setup, const RuleSet& rules);

}  // namespace kh
