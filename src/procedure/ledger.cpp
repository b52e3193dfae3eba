// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/ledger.h"

namespace kh {

std::vector<StationPage> ledger(const Setup& setup, const Evaluation& evaluation, const SwitchProof* proved, const StationSet& stations) {
    const RowBuilder b(setup, evaluation, proved);
    std::vector<StationPage> pages;
    for (const StationEntry& s : stations.entries()) pages.push_back(s.rows(b));
    return pages;
}

}  // namespace kh
