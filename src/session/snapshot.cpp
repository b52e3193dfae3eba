// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/snapshot.h"

#include "base/error.h"
#include "procedure/aircraft.h"

#include <algorithm>
#include <set>

namespace kh::session {

Snapshot::Snapshot()
    : setup(std::make_shared<const Setup>()),
      evaluation(std::make_shared<const Evaluation>()),
      pages(std::make_shared<const std::vector<StationPage>>()),
      toBeSet(std::make_shared<const std::vector<ToBeSet>>()),
      entries(std::make_shared<const std::vector<ProofEntry>>()),
      ladder(std::make_shared<const Ladder>()),
      proof(std::make_shared<const SwitchProof>()),
      plan(std::make_shared<const WordedPlan>()) {}

Snapshot Snapshot::of(std::shared_ptr<const Setup> next, const StationSet& stations, JudgeMemory& memory) const {
    Snapshot out = *this;
    out.setup = std::move(next);
    out.proofFresh = out.planFresh = false;
    // a proof speaks of modes by their place in the list: of other modes it says nothing
    const auto sameId = [](const FlightMode& a, const FlightMode& b) { return a.id == b.id; };
    const auto& was = setup->transmitter.modes;
    const auto& is = out.setup->transmitter.modes;
    if (!std::equal(was.begin(), was.end(), is.begin(), is.end(), sameId)) out.proof = std::make_shared<const SwitchProof>();
    out.evaluation = std::make_shared<const Evaluation>(evaluate(*out.setup, stations, &memory));
    try {
        out.tracer = std::make_shared<const Tracer>(*out.setup);
    } catch (const InputError&) {  // the evaluation's finding says why
        out.tracer.reset();
    }
    out.list(stations);
    return out;
}

Snapshot Snapshot::saved(std::shared_ptr<const Setup> same) const {
    Snapshot out = *this;
    out.setup = std::move(same);
    return out;
}

Snapshot Snapshot::proving(const StationSet& stations) const {
    Snapshot out = *this;
    out.proofFresh = false;
    out.list(stations);
    return out;
}

Snapshot Snapshot::with(std::shared_ptr<const SwitchProof> arrived, const StationSet& stations) const {
    Snapshot out = *this;
    out.proof = std::move(arrived);
    out.proofFresh = true;
    out.list(stations);
    return out;
}

Snapshot Snapshot::with(std::shared_ptr<const WordedPlan> arrived) const {
    Snapshot out = *this;
    out.plan = std::move(arrived);
    out.planFresh = true;
    return out;
}

void Snapshot::list(const StationSet& stations) {
    const bool proves = proofFresh && proof->whole();
    pages = std::make_shared<const std::vector<StationPage>>(ledger(*setup, *evaluation, proves ? proof.get() : nullptr, stations));
    toBeSet = std::make_shared<const std::vector<ToBeSet>>(stillToBeSet(*setup, *pages));
    std::vector<ProofEntry> lines;
    std::set<std::string> said;
    for (const Finding& f : evaluation->findings) {
        lines.push_back({f, f.property, false});
        said.insert(f.property);
    }
    for (const bool passed : {false, true})
        for (const PropertyResult& p : proof->properties)
            if (p.holds == passed && (passed || said.count(p.id) == 0)) lines.push_back({p.finding, p.id, passed});
    for (const PutAside& a : evaluation->accepted) {
        ProofEntry line;
        line.passed = true;
        line.accepted = a;
        if (a.finding) line.finding = *a.finding;
        line.finding.title = asideTitle(*setup, a);
        line.finding.subject = a.record.subject;
        lines.push_back(std::move(line));
    }
    entries = std::make_shared<const std::vector<ProofEntry>>(std::move(lines));
    ladder = std::make_shared<const Ladder>();
    const LadderPlan* rungs = aircraftEntry(*setup).ladder;
    if (rungs == nullptr) return;
    std::vector<const Finding*> open;
    for (const ProofEntry& e : *entries)
        if (!e.passed) open.push_back(&e.finding);
    ladder = std::make_shared<const Ladder>(ladderOf(*setup, *rungs, open, *toBeSet));
}

}  // namespace kh::session
