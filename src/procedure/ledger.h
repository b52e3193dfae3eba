// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/registry.h"

namespace kh {

/// Every station's page: at most 13 rows in fixed order; their number never depends on findings.
/// @param proved  a finished switch proof of this very setup, or nullptr while there is none
[[nodiscard]] std::vector<StationPage> ledger(const Setup& setup, const Evaluation& evaluation, const SwitchProof* proved,
                                              const StationSet& stations);
[[nodiscard]] inline std::vector<StationPage> ledger(const Setup& setup, const Evaluation& evaluation,
                                                     const SwitchProof* proved = nullptr) {
    return ledger(setup, evaluation, proved, stationsOf(setup));
}

}  // namespace kh
