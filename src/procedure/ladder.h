// SPDX-License-Identifier: GPL-3.0-or-later
//
// What may be done with a machine, rung by rung, and what stands in the way of each: findings of the audit and the switch proof, and
// what is still to be set or seen. It never says that anything is safe, only that nothing known stands against it.
#pragma once

#include "judge/evaluation.h"
#include "procedure/tobeset.h"

#include <span>
#include <string>
#include <vector>

namespace kh {

/// One thing that stands in the way: a danger or warning, or an entry of what is still to be set or seen.
struct Obstacle {
    std::string finding;  ///< its id; empty: it is still to be set or seen
    std::string field;    ///< where it is settled; empty: at the row
    std::string row;
    Station station = Station::Airframe;
    Severity severity = Severity::Note;  ///< of a finding
    bool seen = false;                   ///< of what is still to be: it is seen on the machine
    Box box = Box::Machine;
    Message title;
    Message what;  ///< of a finding what was found; else what is left to enter, or how it is seen
};

struct Rung {
    std::string id;  ///< "look", "pack", "motor", "spool", "hover", "mode.idle1", "inverted", "autorotation"
    Message title, brief;
    Message doing;    ///< what is done there
    Message caution;  ///< what moves, who is near; may be empty
    std::vector<Obstacle> obstacles = {};
    /// Findings of a severity in its way.
    [[nodiscard]] std::size_t count(Severity severity) const;
    /// What is still to be set or seen.
    [[nodiscard]] std::size_t left() const;
};

/// From the lowest rung up; the first is looking and typing, which nothing stands against.
struct Ladder {
    std::vector<Rung> rungs;
    /// The highest rung that nothing known stands against, nor against any below it. 0 where there is none.
    [[nodiscard]] std::size_t reached() const;
    /// What stands in the way of a rung on the rungs below it.
    [[nodiscard]] std::size_t below(std::size_t rung) const;
    [[nodiscard]] std::size_t obstacles() const;
};

/// What a class of aircraft says of its ladder.
struct LadderPlan {
    std::vector<Rung> (*rungs)(const Setup& setup);
    /// The rung a danger or warning stands in the way of.
    std::string (*ofFinding)(const Setup& setup, const Finding& finding);
    /// The rung that what is still to be set or seen at a row stands in the way of.
    std::string (*ofRow)(const Setup& setup, std::string_view row);
};

/// @param findings  of the audit, and the switch proof's own where there is one; notes stand in nobody's way
[[nodiscard]] Ladder ladderOf(const Setup& setup, const LadderPlan& plan, std::span<const Finding* const> findings,
                              const std::vector<ToBeSet>& left);
/// The same of a document that was judged, without a proof of its switches; no rungs where its class says nothing of it.
[[nodiscard]] Ladder ladderOf(const Setup& setup, const Evaluation& evaluation);

}  // namespace kh
