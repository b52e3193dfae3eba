// SPDX-License-Identifier: GPL-3.0-or-later
#include "kernel/chain.h"

#include "base/conventions.h"
#include "base/error.h"
#include "formula/rotor.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>

namespace kh {

bool ChainModel::met(const CompiledCondition& condition, const SwitchPlaces& places, Known& known) const {
    const auto function = [&](std::size_t f) {
        if (known[f] == Known::kUnknown) known[f] = met(functionConditions_[f], places, known) ? Known::kOn : Known::kOff;
        return known[f] == Known::kOn;
    };
    for (const auto& all : condition) {
        bool every = !all.empty();
        for (const CompiledTerm& t : all) {
            if (!every) break;
            every = t.switchIndex == kOtherFunction ? function(t.function)
                    : t.switchIndex == kNeverMet    ? false
                                                    : places[static_cast<std::size_t>(t.switchIndex)] == t.place;
        }
        if (every) return true;
    }
    return false;
}

DeckNumbers ChainModel::numbers(const Deck& deck) const {
    DeckNumbers out{deck.sticks, deck.throttleTrim, deck.cutLatched, powerOn_};
    for (const auto& [id, place] : deck.switches) {
        const auto at = std::find(switchIds_.begin(), switchIds_.end(), id);
        if (at != switchIds_.end()) out.places[static_cast<std::size_t>(at - switchIds_.begin())] = static_cast<std::int8_t>(place);
    }
    return out;
}

bool ChainModel::isAsked(std::size_t mode, const DeckNumbers& deck) const {
    Known known(nested_);
    return mode == baseMode() || met(modes_[mode].when, deck.places, known);
}

void ChainModel::flyModes(const DeckNumbers& deck, Instant& out) const {
    Known known(nested_);
    std::size_t beneath = baseMode();
    for (std::size_t i = beneath + 1; i < modes_.size(); ++i)
        if (!(hasHold_ && i == holdMode_) && met(modes_[i].when, deck.places, known)) beneath = i;
    const CompiledMode& under = modes_[beneath];
    out.beneath = beneath;
    out.holdAsked = hasHold_ && met(modes_[holdMode_].when, deck.places, known);
    out.holdActs = out.holdAsked && under.holdActs;
    out.killActs = under.killActs && met(kill_, deck.places, known);
    out.cutActs = under.cutActs && (deck.cutLatched || met(cut_, deck.places, known));
    out.pupilFlies = pupil_ && met(functionConditions_[*pupil_], deck.places, known);
    if (out.pupilFlies) out.holdActs = out.killActs = out.cutActs = false;
    out.mode = out.holdActs ? holdMode_ : beneath;
    out.disarmed = disarmedAt(deck.places);
    out.bank = restBank_;
    for (const BankSwitch& b : bankSwitches_)
        if (functionActive(b.function, deck.places)) out.bank = b.bank;
}

void ChainModel::runChannels(const DeckNumbers& deck, Instant& out) const {
    const CompiledMode& mode = modes_[out.mode];
    out.throttleCurvePct =
        std::clamp(modes_[out.beneath].throttle.atStick(deck.sticks.collective) + deck.throttleTrim * trimRangePct_, 0.0, 100.0);
    out.throttlePct = out.throttleCurvePct;
    if (out.holdActs) out.throttlePct = holdPct_;
    if (out.cutActs) out.throttlePct = std::min(out.throttlePct, cutPct_);
    if (out.killActs) out.throttlePct = killPct_;

    std::array<double, kMaxFunctions> values{};
    const std::size_t count = class_->functionCount();
    for (std::size_t f = 0; f < count; ++f) {
        const FunctionEntry& entry = class_->functions[f];
        switch (entry.source) {
            case FunctionSource::Rated:
                values[f] = out.ratedPct[f] = mode.rates[f].ratePct * withExpo(deck.sticks.*entry.stick, mode.rates[f].expoPct, expo_);
                break;
            case FunctionSource::Pitch: values[f] = mode.pitch.atStick(deck.sticks.*entry.stick); break;
            case FunctionSource::Throttle: values[f] = channelPctFromThrottlePct(out.throttlePct); break;
            case FunctionSource::Gain:
                values[f] = mode.gainPct;
                for (const GainStep& s : gainSteps_)
                    if (functionActive(s.function, deck.places)) values[f] = s.sentPct;
                break;
            case FunctionSource::Places: {
                values[f] = places_[f].restPct;
                const auto on = std::find_if(places_[f].steps.begin(), places_[f].steps.end(),
                                             [&](const GainStep& s) { return functionActive(s.function, deck.places); });
                if (on != places_[f].steps.end()) values[f] = on->sentPct;
                break;
            }
        }
        values[f] += trimPct_[f];
    }
    if (mixShare_ != 0.0) {
        std::array<double, 3> plain{};
        for (std::size_t i = 0; i < 3; ++i) plain[i] = values[indexOf(class_->mixed[i])];
        const auto& [elevator, aileron, collective] = plain;
        for (std::size_t i = 0; i < 3; ++i)
            values[indexOf(class_->mixed[i])] = mixShare_ * (collective - elevator * mixCos_[i] - aileron * mixSin_[i]);
    }
    for (std::size_t f = 0; f < count; ++f) {
        ChannelInstant& ch = out.channels[f];
        ch.value = values[f];
        const ChannelOutput sent = channelOutputUnchecked(values[f], channels_[f]);
        ch.pct = sent.pct;
        ch.pulseUs = sent.pulseUs;
        ch.readingPct = readingPctUnchecked(sent.pulseUs, reading_[f]);
        ch.demand = std::clamp(shareFromPct(ch.readingPct), -demandLimit_, demandLimit_) * direction_[f];
    }
}

bool ChainModel::headSpeedAt(double motorPct, std::size_t mode, double& rpm) const {
    rpm = 0.0;
    if (motorPct <= 0.0) return true;
    if (governedFactor_ > 0.0 && modes_[mode].targetRpm > 0.0) {
        rpm = modes_[mode].targetRpm * governedFactor_;
    } else if (headKnown_) {
        rpm = std::max(0.0, headOffset_ + headSlope_ * motorPct);
    } else {
        return false;
    }
    if (headLimit_ > 0.0) rpm = std::min(rpm, headLimit_);
    return true;
}

Instant ChainModel::at(const DeckNumbers& deck) const {
    Instant out;
    flyModes(deck, out);
    runChannels(deck, out);
    std::array<double, kMaxFunctions> demand{};
    for (std::size_t f = 0; f < class_->functionCount(); ++f) demand[f] = out.channels[f].demand;
    plant_->run(demand, out.outputs);
    if (!throttle_) return out;
    out.motorPulseUs = out.channels[indexOf(*throttle_)].pulseUs;
    if (out.disarmed && arming_->holdsMotor) out.motorPulseUs = motorLowUs_;  // whatever is sent to it
    out.motorThrottlePct = motorPctAt(out.motorPulseUs);
    out.headSpeedKnown = headSpeedAt(out.motorThrottlePct, out.mode, out.headSpeedRpm);
    return out;
}

}  // namespace kh
