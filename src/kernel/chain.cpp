// SPDX-License-Identifier: GPL-3.0-or-later
#include "kernel/chain.h"

#include "base/conventions.h"
#include "base/error.h"
#include "base/message.h"
#include "formula/rotor.h"
#include "model/helicopter/layouts.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>

namespace kh {

namespace {

double clampOne(double v) { return std::clamp(v, -1.0, 1.0); }

}  // namespace

const char* functionId(Function f) {
    static constexpr std::array names{KH_TR("aileron"), KH_TR("elevator"), KH_TR("collective"),
                                      KH_TR("rudder"),  KH_TR("throttle"), KH_TR("gain")};
    return names[indexOf(f)];
}

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

void ChainModel::flyModes(const DeckNumbers& deck, Instant& out) const {
    Known known(nested_);
    std::size_t beneath = hasHold_ && holdMode_ == 0 ? 1 : 0;
    for (std::size_t i = beneath + 1; i < modes_.size(); ++i)
        if (!(hasHold_ && i == holdMode_) && met(modes_[i].when, deck.places, known)) beneath = i;
    const CompiledMode& under = modes_[beneath];
    out.beneath = beneath;
    out.holdAsked = hasHold_ && met(modes_[holdMode_].when, deck.places, known);
    out.holdActs = out.holdAsked && under.holdActs;
    out.killActs = under.killActs && met(kill_, deck.places, known);
    out.cutActs = under.cutActs && (deck.cutLatched || met(cut_, deck.places, known));
    out.mode = out.holdActs ? holdMode_ : beneath;
    for (const BankSwitch& b : bankSwitches_)
        if (functionActive(b.function, deck.places)) out.bank = b.bank;
}

void ChainModel::runChannels(const DeckNumbers& deck, Instant& out) const {
    const CompiledMode& mode = modes_[out.mode];
    const std::array<double, 3> sticks{deck.sticks.aileron, deck.sticks.elevator, deck.sticks.rudder};
    for (std::size_t i = 0; i < 3; ++i) {
        out.ratedPct[i] = mode.rates[i].ratePct * withExpo(sticks[i], mode.rates[i].expoPct);
    }
    out.throttleCurvePct =
        std::clamp(modes_[out.beneath].throttle.atStick(deck.sticks.collective) + deck.throttleTrim * trimRangePct_, 0.0, 100.0);
    out.throttlePct = out.throttleCurvePct;
    if (out.holdActs) out.throttlePct = holdPct_;
    if (out.cutActs) out.throttlePct = std::min(out.throttlePct, cutPct_);
    if (out.killActs) out.throttlePct = killPct_;
    const double pitch = mode.pitch.atStick(deck.sticks.collective);

    std::array<double, kFunctions> values{
        out.ratedPct[0], out.ratedPct[1], pitch, out.ratedPct[2], channelPctFromThrottlePct(out.throttlePct), mode.gainPct};
    for (const GainStep& s : gainSteps_)
        if (functionActive(s.function, deck.places)) values[indexOf(Function::Gain)] = s.sentPct;
    for (std::size_t f = 0; f < kFunctions; ++f) values[f] += trimPct_[f];
    if (mixShare_ != 0.0) {
        const double a = values[0];
        const double e = values[1];
        const double c = values[2];
        const auto mixed = [&](std::size_t i) { return mixShare_ * (c - e * mixCos_[i] - a * mixSin_[i]); };
        values[1] = mixed(0);
        values[0] = mixed(1);
        values[2] = mixed(2);
    }
    for (std::size_t f = 0; f < kFunctions; ++f) {
        ChannelInstant& ch = out.channels[f];
        ch.value = values[f];
        const ChannelOutput sent = channelOutputUnchecked(values[f], channels_[f]);
        ch.pct = sent.pct;
        ch.pulseUs = sent.pulseUs;
        ch.readingPct = readingPctUnchecked(sent.pulseUs, reading_);
        ch.demand = clampOne(shareFromPct(ch.readingPct)) * direction_[f];
    }
}

ChainModel::PlateInstant ChainModel::plateAt(double collective, double aileron, double elevator) const {
    PlateInstant out;
    const double c = collective * (collective < 0.0 ? collectiveLow_ : collectiveHigh_) + collectiveTrim_;
    const double length2 = aileron * aileron + elevator * elevator;
    double gain = cyclicGain_;
    if (length2 > cyclicLimit_ * cyclicLimit_) gain *= cyclicLimit_ / std::sqrt(length2);
    std::array<double, kMaxBalls> heights{};
    for (std::size_t i = 0; i < servos_.size(); ++i) {
        out.servos[i].pulseUs = servos_[i].centreUs;
        out.servos[i].armDeg = servos_[i].squareErrorDeg;
    }
    for (std::size_t i = 0; i < ports_.size(); ++i) {
        const CompiledPort& p = ports_[i];
        const double d = p.onCollective * c + gain * (p.onElevator * elevator + p.onAileron * aileron);
        out.deflection[i] = d;
        if (p.servo >= servos_.size() || servos_[p.servo].dead) continue;
        const CompiledServo& s = servos_[p.servo];
        ServoInstant& servo = out.servos[p.servo];
        servo.pulseUs = centreUs_ + p.trimUs + p.direction * d * strokeUs_;
        servo.armDeg = s.squareErrorDeg + s.mount * servoAngleUncheckedDeg(servo.pulseUs, s.centreUs, s.degPerUs, s.rangeDeg);
    }
    for (std::size_t i = 0; i < servos_.size(); ++i) {
        const CompiledServo& s = servos_[i];
        out.servos[i].ballMm = ballHeightUncheckedMm(s.armMm, s.linkMm, radFromDeg(out.servos[i].armDeg));
        heights[i] = out.servos[i].ballMm;
    }
    const std::span<const double> used(heights.data(), servos_.size());
    out.plate = fitter_.fit(used);
    out.fightMm = fitter_.fightMm(used, out.plate);
    return out;
}

double ChainModel::bladeAt(const Plane& plane, double azimuthDeg) const {
    const double height = heightAt(plane, blade_.innerRadiusMm, azimuthDeg + blade_.leadDeg);
    return bladePitchUncheckedDeg(height, blade_.gripMm, blade_.side);
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

ChainModel::TailInstant ChainModel::tailAt(double rudder) const {
    TailInstant out;
    const double limit = shareFromPct(rudder < 0.0 ? tail_.limitLeftPct : tail_.limitRightPct);
    out.pulseUs = tail_.pulseUs + (tail_.reversed ? -1.0 : 1.0) * rudder * limit * tailStrokeUs_;
    const double tailCentre = tailFacts_.servo.pulseUs.value_or(tail_.pulseUs);
    const ServoProfile& tailServo = tailFacts_.servo;
    out.armDeg =
        (tailFacts_.risesWithPulse ? 1.0 : -1.0) * servoAngleUncheckedDeg(out.pulseUs, tailCentre, tailServo.degPerUs, tailServo.rangeDeg);
    const double ball = ballHeightUncheckedMm(tailFacts_.armMm, tailFacts_.linkMm, radFromDeg(out.armDeg));
    out.sliderMm = std::clamp(tailFacts_.crankRatio * (tailFacts_.crankTurnsOver ? -1.0 : 1.0) * ball, -tailFacts_.sliderLimitMm,
                              tailFacts_.sliderLimitMm);
    const double lever = tailFacts_.lever == LeverEdge::Trailing ? 1.0 : -1.0;
    out.pitchDeg = degFromRad(std::asin(clampOne((lever * out.sliderMm + tailNeutralMm_) / tailFacts_.gripMm)));
    return out;
}

Instant ChainModel::at(const DeckNumbers& deck) const {
    Instant out;
    flyModes(deck, out);
    runChannels(deck, out);
    const auto demand = [&](Function f) { return out.channels[indexOf(f)].demand; };

    const PlateInstant plate = plateAt(demand(Function::Collective), demand(Function::Aileron), demand(Function::Elevator));
    out.servoCount = servos_.size();
    out.servos = plate.servos;
    out.plate = plate.plate;
    out.fightMm = plate.fightMm;
    for (std::size_t i = 0; i < 4; ++i) {
        const double height =
            out.plate.heightMm - blade_.innerRadiusMm * (out.plate.forward * bladeCos_[i] + out.plate.right * bladeSin_[i]);
        out.bladeDeg[i] = bladePitchUncheckedDeg(height, blade_.gripMm, blade_.side);
    }

    const TailInstant tail = tailAt(demand(Function::Rudder));
    out.tailPulseUs = tail.pulseUs;
    out.tailArmDeg = tail.armDeg;
    out.sliderMm = tail.sliderMm;
    out.tailPitchDeg = tail.pitchDeg;

    out.motorPulseUs = out.channels[indexOf(Function::Throttle)].pulseUs;
    out.motorThrottlePct = motorPctAt(out.motorPulseUs);
    out.headSpeedKnown = headSpeedAt(out.motorThrottlePct, out.mode, out.headSpeedRpm);
    return out;
}

}  // namespace kh
