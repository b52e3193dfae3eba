// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/switches/switchproof.h"
#include "procedure/ladder.h"
#include "procedure/ledger.h"
#include "procedure/plantext.h"
#include "procedure/registry.h"
#include "procedure/tobeset.h"
#include "procedure/trace.h"

#include <memory>
#include <vector>

namespace kh::session {

/// A line of the Proof page: a finding of the audit, a property that fails, one that holds, or a finding that was accepted.
struct ProofEntry {
    Finding finding;
    std::string property;  ///< "P1" …, empty for findings the switch proof knows nothing of
    bool passed = false;
    std::optional<PutAside> accepted{};  ///< of one that was accepted, which counts as passed
    /// What it is known by while the list around it changes.
    [[nodiscard]] std::string key() const { return (accepted ? accepted->record.id : property) + "|" + finding.id; }
};

/// One document and all that is said of it. None of it changes once it is made: the next document, a proof or a plan that arrives
/// make another one, which shares what stayed the same. Whoever holds one may read it as long as they like.
struct Snapshot {
    std::shared_ptr<const Setup> setup;
    std::shared_ptr<const Evaluation> evaluation;
    std::shared_ptr<const Tracer> tracer;                    ///< nullptr while the chain is impossible
    std::shared_ptr<const std::vector<StationPage>> pages;   ///< every row there is, those that are closed too
    std::shared_ptr<const std::vector<ToBeSet>> toBeSet;     ///< what the model still lacks, in the order of the work
    std::shared_ptr<const std::vector<ProofEntry>> entries;  ///< the evaluation's findings in their order, then the proof's own lines
    std::shared_ptr<const Ladder> ladder;                    ///< what may be done; no rungs where the class says nothing of it
    std::shared_ptr<const SwitchProof> proof;                ///< the last finished one; never nullptr
    std::shared_ptr<const WordedPlan> plan;                  ///< the last finished one; never nullptr
    bool proofFresh = false;                                 ///< the proof is of this document
    bool planFresh = false;

    /// Nothing is said of an empty document.
    Snapshot();
    /// Of the next document; its proof and its plan are those before, and stale.
    [[nodiscard]] Snapshot of(std::shared_ptr<const Setup> next, const StationSet& stations, JudgeMemory& memory) const;
    /// The switches are being tried again: the proof is stale.
    [[nodiscard]] Snapshot proving(const StationSet& stations) const;
    /// Of the same document, saved once more.
    [[nodiscard]] Snapshot saved(std::shared_ptr<const Setup> same) const;
    [[nodiscard]] Snapshot with(std::shared_ptr<const SwitchProof> arrived, const StationSet& stations) const;
    [[nodiscard]] Snapshot with(std::shared_ptr<const WordedPlan> arrived) const;

private:
    void list(const StationSet& stations);
};

}  // namespace kh::session
