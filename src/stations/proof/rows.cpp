// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/kit/rowbuilder.h"
#include "stations/proof/proof.h"

#include <array>

namespace kh {

StationPage proofRows(const RowBuilder& b) {
    // the ten properties, then one row each for danger, warning and note
    StationPage proof{Station::Proof, {}};
    for (const PropertyEntry& p : switchProperties()) {
        Row r;
        r.id = p.id;
        r.title = say(p.title);
        if (b.proved() != nullptr)
            for (const PropertyResult& result : b.proved()->properties)
                if (result.id == p.id) {
                    r.standing = result.holds ? Standing::Proved : Standing::Computed;
                    r.broken = !result.holds && result.finding.severity == Severity::Danger;
                }
        proof.rows.push_back(std::move(r));
    }
    const std::array<Severity, 3> severities{Severity::Danger, Severity::Warning, Severity::Note};
    for (const Severity s : severities) {
        Row r;
        r.id = std::string("proof-") + severityId(s);
        r.title = s == Severity::Danger ? say(KH_TR("Dangers")) : s == Severity::Warning ? say(KH_TR("Warnings")) : say(KH_TR("Notes"));
        r.standing = Standing::Computed;
        r.broken = s == Severity::Danger && b.evaluation().count(s) > 0;
        proof.rows.push_back(std::move(r));
    }
    return proof;
}

}  // namespace kh
