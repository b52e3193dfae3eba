// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/prooftext.h"

#include <algorithm>

namespace kh {

SwitchProof inAuditsWords(SwitchProof proof, const std::vector<Finding>& findings) {
    for (PropertyResult& p : proof.properties) {
        if (p.holds || !p.whole) continue;
        const auto same = std::find_if(findings.begin(), findings.end(),
                                       [&](const Finding& f) { return f.property == p.id && f.subject == p.finding.subject; });
        if (same == findings.end()) continue;
        p.finding.severity = same->severity;
        p.finding.found = same->found;
        p.finding.why = same->why;
        p.finding.todo = same->todo;
        p.finding.box = same->box;
        p.finding.fix = same->fix;
    }
    return proof;
}

bool turnsOff(const PositionRow& row, const SwitchProof& after) {
    return row.motor == PositionRow::Motor::Fails && std::any_of(after.positions.begin(), after.positions.end(), [&](const PositionRow& r) {
               return r.mode == row.mode && r.hold == row.hold && r.kill == row.kill && r.cut == row.cut && r.disarmed == row.disarmed &&
                      r.motor == PositionRow::Motor::Off;
           });
}

}  // namespace kh
