// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/prooftext.h"

#include <algorithm>

namespace kh {

SwitchProof inAuditsWords(SwitchProof proof, const std::vector<Finding>& findings) {
    for (PropertyResult& p : proof.properties) {
        if (p.holds) continue;
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

}  // namespace kh
