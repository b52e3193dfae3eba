// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/switches/switchproof.h"
#include "procedure/registry.h"
#include "procedure/trace.h"

#include <QObject>
#include <map>
#include <optional>
#include <string>

namespace kh::session {

class Workspace;

/// A finding held up: the deck where it shows, and with a step of the plan the document before and after it.
class Pose : public QObject {
    Q_OBJECT
public:
    explicit Pose(Workspace& workspace);
    /// Whether a finding is posed, even where an edit has healed it since.
    [[nodiscard]] bool on() const { return !posed_.empty(); }
    /// The finding that is posed now as an index into Workspace::entries(), or −1: nothing is posed, or what was is no finding any more.
    [[nodiscard]] int finding() const;
    [[nodiscard]] const std::map<std::string, int>& switches() const { return switches_; }
    /// Poses the selected finding, or releases what is posed; without a witness goes to its subject.
    void toggle();
    void release();

    /// Whether what is drawn is the document as the plan's step leaves it.
    [[nodiscard]] bool after() const { return afterDrawn_; }
    /// The document that is drawn: the pilot's, or posed after a step the one after it.
    [[nodiscard]] const Setup& drawnSetup() const;
    [[nodiscard]] const Evaluation& drawnEvaluation() const;
    /// nullptr while there is no result of what is drawn.
    [[nodiscard]] const SwitchProof* drawnProof() const;
    /// nullptr while the chain is impossible
    [[nodiscard]] const Tracer* drawnTracer() const;
    /// Of the other state, before or after the plan's step; nullptr unless a step is posed.
    [[nodiscard]] const Tracer* otherTracer() const;
    /// What the switches come to after the step that is posed as it is before it; nullptr where that is not known.
    [[nodiscard]] const SwitchProof* proofAfterStep() const { return after_ && !afterDrawn_ && after_->proof ? &*after_->proof : nullptr; }

    /// The plan is at another step: the pose stays, what it is held against is that step.
    void stepChanged();
    /// The document is another one: what was worked out from the one before goes.
    void forgetAfter();
    /// Another model: nothing is posed, and the deck is not put back.
    void forget();

signals:
    void changed();

private:
    /// Works out the document after the plan's step, for a pose that is drawn before and after it; nothing where there is none.
    void makeAfter();

    Workspace& in_;
    std::string posed_;  ///< the key of what is posed; its place in the list changes with every edit
    std::map<std::string, int> switches_;
    Deck before_;
    /// A document as a step of the plan leaves it.
    struct After {
        Setup setup;
        Evaluation evaluation;
        Tracer tracer;
        std::optional<SwitchProof> proof;  ///< where it is found in no time
    };
    std::optional<After> after_;
    bool afterDrawn_ = false;  ///< only with after_
};

}  // namespace kh::session
