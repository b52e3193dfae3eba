// SPDX-License-Identifier: GPL-3.0-or-later
//
// "I change one thing": what moves, which findings come and go, and what should change with it, before anything is taken. Nothing here
// changes a document.
#pragma once

#include "procedure/registry.h"
#include "procedure/tobeset.h"

#include <string>
#include <vector>

namespace kh {

/// A figure that stands on a page and is another one afterwards.
struct MovedFigure {
    std::string id;  ///< row, cell and place on its page: "8/speeds-idle1/2/0"
    Station station = Station::Airframe;
    Message name;
    std::string unit;
    std::optional<double> now, then;  ///< nothing: not known
    Message nowText, thenText;        ///< as they are written: an estimate with its band
};

/// What an edit leads to.
struct Outcome {
    std::vector<MovedFigure> figures;
    std::vector<Finding> come;   ///< new, or worse than before
    std::vector<Finding> go;     ///< gone, or milder than before
    std::vector<ToBeSet> again;  ///< what was seen on the machine and must be seen once more
    std::size_t stay = 0;        ///< dangers and warnings that are there before and after
    [[nodiscard]] std::size_t coming(Severity severity) const;
};

/// What should change with it, tried on a copy: its finding goes and nothing as bad comes, or it keeps what was level level.
struct Companion {
    std::string id;  ///< finding it answers, or "kept.…"
    Message title;   ///< of its first field, with how many more
    Message why;
    Box box = Box::Transmitter;
    std::vector<Edit> edits;
    std::vector<FieldValue> was;  ///< as many
    bool ticked = false;  ///< taken unless the pilot says otherwise: what was level, or a rule's own scaling; not a choice or an estimate
};

struct WhatFollows {
    std::vector<Edit> edits;
    std::vector<FieldValue> was;
    std::vector<Companion> with;
    Outcome alone;  ///< of the edits by themselves
    Outcome then;   ///< with what is ticked
};

/// At most so many light judgements for what goes with an edit.
inline constexpr std::size_t kFollowJudgements = 120;

/// @param edits  settings: no facts, each field once
/// @throws InputError naming the field: there is none, it is a fact, it stands twice, it is out of its range, or it would destroy a servo
void requireWhatIf(const Setup& setup, const std::vector<Edit>& edits);
/// What is another in a document than in `setup`, for figures and findings. @param before  the judgement of `setup`
[[nodiscard]] Outcome outcomeOf(const Setup& setup, const Evaluation& before, const Setup& after, const StationSet& stations);
/// The edits, then those of the ticked companions.
[[nodiscard]] std::vector<Edit> withTicked(const WhatFollows& follows);
/// @param before  the judgement of `setup`
/// @throws InputError as requireWhatIf
[[nodiscard]] WhatFollows whatFollows(const Setup& setup, const Evaluation& before, std::vector<Edit> edits, const StationSet& stations);
/// `then` anew, after a tick was set or taken away.
[[nodiscard]] WhatFollows ticked(const Setup& setup, const Evaluation& before, WhatFollows follows, std::size_t companion, bool on,
                                 const StationSet& stations);

}  // namespace kh
