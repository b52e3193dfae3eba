// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/evaluation.h"
#include "judge/openends.h"
#include "judge/switches/switchproof.h"
#include "procedure/move.h"
#include "procedure/plantext.h"
#include "procedure/tobeset.h"
#include "procedure/trace.h"
#include "procedure/whatfollows.h"

#include <nlohmann/json_fwd.hpp>

namespace kh::io {

/// The JSON shapes of the command line.
[[nodiscard]] nlohmann::ordered_json traceJson(const Trace& trace);
/// @param plan  of the same document; its remedies and causes go with the findings
[[nodiscard]] nlohmann::ordered_json auditJson(const Setup& setup, const Evaluation& evaluation, const Plan& plan);
[[nodiscard]] nlohmann::ordered_json planJson(const Setup& setup, const Plan& plan, const std::vector<StepText>& texts,
                                              const std::vector<ToBeSet>& seen = {});
/// What an edit leads to with what is ticked, and what goes with it.
[[nodiscard]] nlohmann::ordered_json whatFollowsJson(const Setup& setup, const WhatFollows& follows);
[[nodiscard]] nlohmann::ordered_json moveJson(const Setup& before, const Move& move);
[[nodiscard]] nlohmann::ordered_json decisionsJson(const Setup& setup, const std::vector<Decision>& decisions);
[[nodiscard]] nlohmann::ordered_json proofJson(const SwitchProof& proof);
[[nodiscard]] nlohmann::json witnessJson(const Witness& witness);
/// @throws InputError naming the key; unknown keys and switches are refused by name
[[nodiscard]] Witness parseWitness(const nlohmann::json& value);

}  // namespace kh::io
