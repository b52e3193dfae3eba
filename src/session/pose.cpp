// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/pose.h"

#include "base/error.h"
#include "session/workspace.h"

#include <utility>

namespace kh::session {

namespace {

constexpr std::uint64_t kProvedAtOnce = 20000;  ///< combinations; a blink

}  // namespace

Pose::Pose(Workspace& workspace) : in_(workspace) {}

int Pose::finding() const { return in_.entryOf(posed_); }

const Setup& Pose::drawnSetup() const { return afterDrawn_ ? after_->setup : in_.setup(); }

const Evaluation& Pose::drawnEvaluation() const { return afterDrawn_ ? after_->evaluation : in_.evaluation(); }

const SwitchProof* Pose::drawnProof() const {
    if (afterDrawn_) return after_->proof ? &*after_->proof : nullptr;
    const SwitchProof* proof = in_.now().proof.get();
    return proof->properties.empty() ? nullptr : proof;
}

const Tracer* Pose::drawnTracer() const { return afterDrawn_ ? &after_->tracer : in_.tracer(); }

const Tracer* Pose::otherTracer() const {
    if (!after_) return nullptr;
    return afterDrawn_ ? in_.tracer() : &after_->tracer;
}

void Pose::toggle() {
    if (on()) {
        if (after_ && !afterDrawn_) {
            afterDrawn_ = true;
            in_.lookAtDeck();
            emit changed();
            return;
        }
        release();
        return;
    }
    const int index = in_.selectedFinding();
    if (index < 0) return;
    const ProofEntry& entry = in_.entries()[static_cast<std::size_t>(index)];
    const Finding f = entry.finding;
    if (!f.witness) {
        in_.goToField(f.subject);
        return;
    }
    before_ = in_.deck();
    posed_ = entry.key();
    const PartialDeck& to = f.witness->to;
    switches_ = to.switches;
    Deck deck = in_.deck();
    if (to.switches.empty() && f.station != Station::Modes) deck.sticks = {0.0, 0.0, 0.0, 0.0};
    makeAfter();
    in_.look(posed(deck, to), tracedFunction(in_.setup().machine.aircraft.of(), f));
    emit changed();
}

void Pose::release() {
    if (!on()) return;
    const Deck deck = before_;
    forget();
    in_.look(deck, in_.tracedFunction());
    emit changed();
}

void Pose::stepChanged() {
    if (!on() || !after_) return;
    const bool drawn = afterDrawn_;
    makeAfter();
    afterDrawn_ = drawn && after_.has_value();
    in_.lookAtDeck();
}

void Pose::makeAfter() {
    forgetAfter();
    const Repair& repair = in_.repair();
    if (!repair.shown() || !repair.fresh() || repair.plan().steps.empty()) return;
    try {
        Setup then = withPlan(in_.setup(), repair.plan(), static_cast<std::size_t>(repair.step()) + 1, true, nowStamp());
        Tracer tracer(then);
        Evaluation evaluation = evaluate(then, in_.stations());
        std::optional<SwitchProof> proof;
        if (const SwitchProof* now = drawnProof(); now != nullptr && now->walked <= kProvedAtOnce)
            proof = prove(then, in_.stations().rules(), {});
        after_.emplace(After{std::move(then), std::move(evaluation), std::move(tracer), std::move(proof)});
    } catch (const InputError&) {  // then only the state before it is drawn
    }
}

void Pose::forgetAfter() {
    after_.reset();
    afterDrawn_ = false;
}

void Pose::forget() {
    posed_.clear();
    switches_.clear();
    forgetAfter();
}

}  // namespace kh::session
