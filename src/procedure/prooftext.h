// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/finding.h"
#include "judge/switches/switchproof.h"

namespace kh {

/// One fault, one wording: where the audit has a finding for what refutes a property, the property speaks in its words. The
/// witness stays the proof's own.
[[nodiscard]] SwitchProof inAuditsWords(SwitchProof proof, const std::vector<Finding>& findings);

/// Whether a row of positions that fails keeps the motor off in another proof: the one after a step of the plan.
[[nodiscard]] bool turnsOff(const PositionRow& row, const SwitchProof& after);

}  // namespace kh
