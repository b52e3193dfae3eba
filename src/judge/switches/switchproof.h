// SPDX-License-Identifier: GPL-3.0-or-later
//
// The switch proof: ten properties and those a class of machine asks besides, each established over every combination or refuted with one.
#pragma once

#include "judge/finding.h"
#include "judge/rule.h"
#include "judge/switches/switchspace.h"

namespace kh {

/// One property's verdict. The finding tells what was established, or the counterexample and the remedy.
struct PropertyResult {
    std::string id;  ///< "P1" … "P10", then the class's own
    bool holds = true;
    bool whole = true;          ///< false: there was more to try than a proof tries; then it does not hold, though nothing refutes it
    std::uint64_t covered = 0;  ///< states (switches × latch × stick × trim, or fields) that were judged
    Finding finding;
};

/// What the combinations that ask for the same come to, for the grid of all positions.
struct PositionRow {
    enum class Motor { Off, MayRun, Fails };
    std::size_t mode = 0;  ///< index of the flight mode beneath
    bool hold = false, kill = false, cut = false, disarmed = false;
    std::uint64_t states = 0;
    Motor motor = Motor::MayRun;
};

struct SwitchProof {
    std::uint64_t combinations = 0;  ///< of all places of all switches, and of the cut latch where there is one
    std::uint64_t walked = 0;        ///< after joining places no condition tells apart and leaving out switches that do not matter
    std::uint64_t untried = 0;       ///< what was too many to walk; not 0: see `whole`
    std::vector<std::string> free;   ///< switches no function names
    std::vector<PropertyResult> properties;
    std::vector<PositionRow> positions;
    bool cancelled = false;
    [[nodiscard]] std::size_t failures() const;
    /// Whether all was tried that had to be: only then does anything stand as proved.
    [[nodiscard]] bool whole() const;
};

struct PropertyEntry {
    const char* id;
    const char* title;
};
/// The ten, in order.
[[nodiscard]] std::span<const PropertyEntry> switchProperties();
/// What is asked of a machine: of the ten those its class has use for, then its own.
[[nodiscard]] std::vector<PropertyEntry> propertiesOf(const Setup& setup);

/// Exact: every combination is judged, itself or by one that no condition can tell from it. Where they are too many, a million are
/// tried, and a property that nothing refutes says that it is open.
/// @param rules     figures, and the rules that name a property: what one of them finds refutes it, in its words
/// @param progress  asked now and then; false ends the proof, `cancelled` then says so
/// @throws InputError as ChainModel
[[nodiscard]] SwitchProof prove(const Setup& setup, const RuleSet& rules, const ProofProgress& progress);

}  // namespace kh
