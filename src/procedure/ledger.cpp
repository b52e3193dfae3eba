// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/ledger.h"

#include <algorithm>

namespace kh {

std::vector<StationPage> ledger(const Setup& setup, const Evaluation& evaluation, const SwitchProof* proved, const StationSet& stations) {
    const RowBuilder b(setup, evaluation, proved);
    std::vector<StationPage> pages;
    for (const StationEntry& s : stations.entries()) {
        pages.push_back(s.rows(b));
        for (const Row& sub : pages.back().rows)  // a row shows the weakest of what opens from it
            for (Row& row : pages.back().rows)
                if (!sub.under.empty() && row.id == sub.under) {
                    if ((row.standing != Standing::Proved || sub.broken) && !sub.aside)
                        row.standing = std::min(row.standing, sub.standing);  // seen on the machine
                    row.opens = true;
                    row.broken = row.broken || sub.broken;
                    row.findings.insert(row.findings.end(), sub.findings.begin(), sub.findings.end());
                }
    }
    return pages;
}

}  // namespace kh
