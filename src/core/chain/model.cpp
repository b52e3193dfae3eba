// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/chain/model.h"

#include "core/base/conventions.h"
#include "core/base/error.h"
#include "core/power/rotor.h"
#include "core/setup/layouts.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr int kMaxConditionDepth = 16;
constexpr double kNarrowPulseUs = 1200.0;  ///< centres below are narrow: half the stroke

double clampOne(double v) { return std::clamp(v, -1.0, 1.0); }

std::vector<double> transmitterMixAzimuths(SwashMixing mixing) {
    switch (mixing) {
        case SwashMixing::Mix120: return {180, 300, 60};
        case SwashMixing::Mix135: return {180, 315, 45};
        case SwashMixing::Mix140: return {180, 320, 40};
        case SwashMixing::Mix90: return {180, 270, 90};
        case SwashMixing::Off: break;
    }
    return {};
}

bool actsIn(const std::optional<std::vector<std::string>>& modes, const std::string& mode) {
    return !modes || std::find(modes->begin(), modes->end(), mode) != modes->end();
}

}  // namespace

const char* functionId(Function f) {
    static constexpr std::array names{"aileron", "elevator", "collective", "rudder", "throttle", "gain"};
    return names[indexOf(f)];
}

ChainModel::ChainModel(const Setup& setup) {
    const TransmitterSettings& tx = setup.transmitter;
    const ControllerSettings& fc = setup.controller;
    compileModes(setup);

    for (std::size_t f = 0; f < kFunctions; ++f) {
        const ChannelSettings* ch = channelOf(tx, functionId(static_cast<Function>(f)));
        (void)requirePositive("transmitter.profile.outputLimitPct", tx.profile.outputLimitPct);
        (void)requirePositive("transmitter.profile.resolutionUs", tx.profile.resolutionUs);
        channels_[f] = channelScale(tx.profile, ch == nullptr ? ChannelSettings{} : *ch);
    }
    (void)requirePositive("controller.profile.usPerPct", fc.profile.usPerPct);
    reading_ = readingScale(fc.profile);
    if (tx.trims.live) {
        trimPct_[indexOf(Function::Aileron)] = tx.trims.aileronPct;
        trimPct_[indexOf(Function::Elevator)] = tx.trims.elevatorPct;
        trimPct_[indexOf(Function::Rudder)] = tx.trims.rudderPct;
    }
    direction_.fill(1.0);
    const auto sign = [](bool reversed) { return reversed ? -1.0 : 1.0; };
    direction_[indexOf(Function::Aileron)] = sign(fc.directions.aileronReversed);
    direction_[indexOf(Function::Elevator)] = sign(fc.directions.elevatorReversed);
    direction_[indexOf(Function::Collective)] = sign(fc.directions.collectiveReversed);
    direction_[indexOf(Function::Rudder)] = sign(fc.directions.rudderReversed);
    if (const auto azimuths = transmitterMixAzimuths(tx.swashMixing); !azimuths.empty()) {
        mixShare_ = shareFromPct(tx.swashMixPct);
        for (std::size_t i = 0; i < 3; ++i) {
            mixCos_[i] = cosDeg(azimuths[i]);
            mixSin_[i] = sinDeg(azimuths[i]);
        }
    }

    compilePlate(setup);
    blade_ = {setup.machine.head.innerRadiusMm, setup.machine.head.gripMm, setup.machine.head.leadDeg, setup.machine.head.link};
    for (std::size_t i = 0; i < 4; ++i) {
        bladeCos_[i] = cosDeg(90.0 * static_cast<double>(i) + blade_.leadDeg);
        bladeSin_[i] = sinDeg(90.0 * static_cast<double>(i) + blade_.leadDeg);
    }
    tail_ = fc.tail;
    tailFacts_ = setup.machine.tail;
    tailFacts_.servo.name.clear();
    tailStrokeUs_ = fc.profile.tailStrokeUs * (fc.tail.pulseUs < kNarrowPulseUs ? 0.5 : 1.0);
    motorLowUs_ = setup.speedController.lowUs;
    motorHighUs_ = setup.speedController.highUs;
    if (motorLowUs_ == motorHighUs_) throw InputError("speedController.highUs", "must differ from the learned low point");
    compileHeadSpeed(setup);
}

ChainModel::CompiledCondition ChainModel::compile(const Setup& setup, const Condition& condition) const {
    CompiledCondition out;
    for (const std::vector<Term>& all : condition) {
        std::vector<CompiledTerm> terms;
        for (const Term& term : all) {
            CompiledTerm compiled;
            compiled.place = static_cast<std::int8_t>(term.place);
            const auto& switches = setup.transmitter.profile.switches;
            if (term.switchId.empty()) {
                const auto f = std::find(functionIds_.begin(), functionIds_.end(), term.functionId);
                if (f == functionIds_.end())
                    throw InputError("transmitter.functions", fmt::format("{} is not a function", term.functionId));
                compiled.switchIndex = -2;
                compiled.function = static_cast<std::size_t>(f - functionIds_.begin());
            } else {
                const auto s =
                    std::find_if(switches.begin(), switches.end(), [&](const SwitchProfile& p) { return p.id == term.switchId; });
                compiled.switchIndex = s == switches.end() ? std::int8_t{-1} : static_cast<std::int8_t>(s - switches.begin());
            }
            terms.push_back(compiled);
        }
        out.push_back(std::move(terms));
    }
    return out;
}

bool ChainModel::met(const CompiledCondition& condition, const SwitchPlaces& places, int depth) const {
    if (depth > kMaxConditionDepth) throw InputError("transmitter.functions", "conditions refer to each other in a circle");
    for (const auto& all : condition) {
        bool every = !all.empty();
        for (const CompiledTerm& t : all) {
            const bool one = t.switchIndex == -2   ? met(functionConditions_[t.function], places, depth + 1)
                             : t.switchIndex == -1 ? false
                                                   : places[static_cast<std::size_t>(t.switchIndex)] == t.place;
            every = every && one;
        }
        if (every) return true;
    }
    return false;
}

void ChainModel::compileModes(const Setup& setup) {
    const TransmitterSettings& tx = setup.transmitter;
    if (tx.profile.switches.size() > kMaxSwitches)
        throw InputError("transmitter.profile.switches", fmt::format("at most {}", kMaxSwitches));
    if (tx.modes.empty()) throw InputError("transmitter.modes", "one flight mode or more is needed");
    powerOn_.fill(1);
    for (const SwitchProfile& s : tx.profile.switches) {
        const auto settings = std::find_if(tx.switches.begin(), tx.switches.end(), [&](const SwitchSettings& x) { return x.id == s.id; });
        if (settings != tx.switches.end()) powerOn_[switchIds_.size()] = static_cast<std::int8_t>(settings->powerOnPlace);
        switchIds_.push_back(s.id);
    }
    // functions that conditions may name
    for (const FlightMode& m : tx.modes) functionIds_.push_back(m.id);
    functionIds_.insert(functionIds_.end(), {"kill", "cut"});
    for (const SwitchFunction& f : tx.functions) functionIds_.push_back(f.id);
    for (const FlightMode& m : tx.modes) functionConditions_.push_back(compile(setup, m.when));
    kill_ = compile(setup, tx.kill.when);
    cut_ = compile(setup, tx.cut.when);
    functionConditions_.push_back(kill_);
    functionConditions_.push_back(cut_);
    for (const SwitchFunction& f : tx.functions) functionConditions_.push_back(compile(setup, f.when));
    for (const CompiledCondition& c : functionConditions_) (void)met(c, powerOn_);  // refuses circles now

    for (std::size_t i = 0; i < tx.functions.size(); ++i) {
        const SwitchFunction& f = tx.functions[i];
        const std::size_t function = functionIds_.size() - tx.functions.size() + i;
        const auto& banks = setup.controller.banks;
        const auto bank = std::find_if(banks.begin(), banks.end(), [&](const Bank& b) { return f.id == "bank-" + b.id; });
        if (bank != banks.end()) bankSwitches_.push_back({static_cast<std::size_t>(bank - banks.begin()), function});
        if (f.sentPct) gainSteps_.push_back({*f.sentPct, function});
    }
    holdPct_ = tx.hold.throttlePct;
    killPct_ = tx.kill.throttlePct;
    cutPct_ = tx.cut.throttlePct;
    trimRangePct_ = tx.throttleTrimRangePct;
    for (std::size_t i = 0; i < tx.modes.size(); ++i) {
        const FlightMode& m = tx.modes[i];
        CompiledMode mode;
        try {
            mode.throttle = CurveEvaluator(m.throttle);
            mode.pitch = CurveEvaluator(m.pitch);
        } catch (const InputError& e) {
            throw InputError("transmitter.modes." + m.id, e.what());
        }
        mode.rates = {m.aileron, m.elevator, m.rudder};
        mode.when = functionConditions_[i];
        mode.gainPct = m.tailGainPct;
        mode.targetRpm = m.targetRpm.value_or(0.0);
        mode.holdActs = actsIn(tx.hold.actsIn, m.id);
        mode.killActs = actsIn(tx.kill.actsIn, m.id);
        mode.cutActs = actsIn(tx.cut.actsIn, m.id);
        if (m.id == kHoldMode) {
            hasHold_ = true;
            holdMode_ = i;
        }
        modes_.push_back(std::move(mode));
    }
    if (hasHold_ && modes_.size() == 1) throw InputError("transmitter.modes", "a flight mode beside hold is needed");
}

void ChainModel::compilePlate(const Setup& setup) {
    const ControllerSettings& fc = setup.controller;
    const Machine& machine = setup.machine;
    const std::vector<double> settings = settingAzimuths(fc);
    const Layout* layout = findLayout(fc.layout);
    const bool mechanicalMix = layout != nullptr && layout->mechanical;
    if (machine.servos.size() < 3 || machine.servos.size() > kMaxBalls)
        throw InputError("machine.servos", "three or four plate servos are needed");
    std::vector<double> built;
    for (const PlateServo& s : machine.servos) {
        built.push_back(s.azimuthDeg);
        servos_.push_back({.mount = s.risesWithPulse ? 1.0 : -1.0,
                           .centreUs = s.servo.pulseUs.value_or(fc.pulseUs),
                           .degPerUs = s.servo.degPerUs,
                           .rangeDeg = s.servo.rangeDeg,
                           .armMm = requirePositive("machine.servos." + s.id + ".armMm", s.armMm),
                           .linkMm = requirePositive("machine.servos." + s.id + ".linkMm", s.linkMm),
                           .squareErrorDeg = s.squareErrorDeg});
    }
    fitter_ =
        machine.plate.mechanical ? PlateFitter::mechanical(machine.plate.ballRadiusMm) : PlateFitter(built, machine.plate.ballRadiusMm);
    const double phase = fc.phaseDeg;
    for (std::size_t i = 0; i < settings.size() && i < fc.ports.size(); ++i) {
        CompiledPort port;
        port.cosPsi = cosDeg(settings[i] - phase);
        port.sinPsi = sinDeg(settings[i] - phase);
        port.onCollective = mechanicalMix ? (i == 2 ? 1.0 : 0.0) : 1.0;
        port.onElevator = mechanicalMix ? (i == 0 ? 1.0 : 0.0) : -port.cosPsi;
        port.onAileron = mechanicalMix ? (i == 1 ? 1.0 : 0.0) : -port.sinPsi;
        port.direction = fc.ports[i].reversed ? -1.0 : 1.0;
        port.trimUs = fc.ports[i].trimUs;
        const auto servo =
            std::find_if(machine.servos.begin(), machine.servos.end(), [&](const PlateServo& s) { return s.id == fc.ports[i].role; });
        port.servo = static_cast<std::size_t>(servo - machine.servos.begin());
        ports_.push_back(port);
    }
    strokeUs_ = fc.profile.strokeUs * (fc.pulseUs < kNarrowPulseUs ? 0.5 : 1.0);
    centreUs_ = fc.pulseUs;
    collectiveHigh_ = shareFromPct(fc.collectiveHighPct);
    collectiveLow_ = shareFromPct(fc.collectiveLowPct);
    collectiveTrim_ = shareFromPct(fc.collectiveTrimPct);
    cyclicGain_ = shareFromPct(fc.referencePct);
    cyclicLimit_ = shareFromPct(fc.cyclicLimitPct);
}

void ChainModel::compileHeadSpeed(const Setup& setup) {
    const PowerTrain& power = setup.machine.power;
    const auto& log = setup.speedController.calibration;
    double available = 0.0;
    double ratio = 0.0;
    if (power.mainTeeth && power.pinionTeeth) ratio = gearRatio({*power.mainTeeth, *power.pinionTeeth, power.secondStage});
    if (power.kv && ratio > 0.0 && power.kind == PowerKind::Electric)
        available = headSpeed({*power.kv, power.cells, 3.7, power.efficiency, ratio, 0.0}).availableRpm;
    headLimit_ = available;
    if (log.size() >= 2) {
        double sx = 0, sy = 0, sxx = 0, sxy = 0;
        const auto n = static_cast<double>(log.size());
        for (const CalibrationPoint& p : log) {
            sx += p.throttlePct;
            sy += p.headRpm;
            sxx += p.throttlePct * p.throttlePct;
            sxy += p.throttlePct * p.headRpm;
        }
        const double spread = n * sxx - sx * sx;
        if (spread > 1e-9) {
            headSlope_ = (n * sxy - sx * sy) / spread;
            headOffset_ = (sy - headSlope_ * sx) / n;
            headKnown_ = true;
        }
    } else if (available > 0.0) {
        headSlope_ = available / 100.0;
        headKnown_ = true;
    }
    const GovernorSettings& governor = setup.controller.governor;
    if (governor.kind == "internal" && ratio > 0.0 && power.poles) {
        const double entered = setup.controller.profile.asksPolePairs ? governor.poleCount : governor.poleCount / 2.0;
        governedFactor_ = entered * governor.ratio / (*power.poles / 2.0 * ratio);
    }
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
    std::size_t beneath = hasHold_ && holdMode_ == 0 ? 1 : 0;
    for (std::size_t i = beneath + 1; i < modes_.size(); ++i)
        if (!(hasHold_ && i == holdMode_) && met(modes_[i].when, deck.places)) beneath = i;
    const CompiledMode& under = modes_[beneath];
    out.beneath = beneath;
    out.holdAsked = hasHold_ && met(modes_[holdMode_].when, deck.places);
    out.holdActs = out.holdAsked && under.holdActs;
    out.killActs = under.killActs && met(kill_, deck.places);
    out.cutActs = under.cutActs && (deck.cutLatched || met(cut_, deck.places));
    out.mode = out.holdActs ? holdMode_ : beneath;
    for (const BankSwitch& b : bankSwitches_)
        if (functionActive(b.function, deck.places)) out.bank = b.bank;
}

void ChainModel::runChannels(const DeckNumbers& deck, Instant& out) const {
    const CompiledMode& mode = modes_[out.mode];
    const std::array<double, 3> sticks{deck.sticks.aileron, deck.sticks.elevator, deck.sticks.rudder};
    for (std::size_t i = 0; i < 3; ++i) {
        const double x = sticks[i];
        const double k = mode.rates[i].expoPct / 100.0;
        out.ratedPct[i] = mode.rates[i].ratePct * ((1.0 - k) * x + k * x * x * x);
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
        if (p.servo >= servos_.size()) continue;
        const CompiledServo& s = servos_[p.servo];
        ServoInstant& servo = out.servos[p.servo];
        servo.pulseUs = centreUs_ + p.trimUs + p.direction * d * strokeUs_;
        servo.armDeg = s.squareErrorDeg + s.mount * std::clamp((servo.pulseUs - s.centreUs) * s.degPerUs, -s.rangeDeg, s.rangeDeg);
    }
    for (std::size_t i = 0; i < servos_.size(); ++i) {
        const CompiledServo& s = servos_[i];
        const double angle = radFromDeg(out.servos[i].armDeg);
        const double sideways = s.armMm * (1.0 - std::cos(angle));
        const double root = std::max(0.0, s.linkMm * s.linkMm - sideways * sideways);
        out.servos[i].ballMm = s.armMm * std::sin(angle) - s.linkMm + std::sqrt(root);
        heights[i] = out.servos[i].ballMm;
    }
    const std::span<const double> used(heights.data(), servos_.size());
    out.plate = fitter_.fit(used);
    out.fightMm = fitter_.fightMm(used, out.plate);
    return out;
}

double ChainModel::bladeAt(const Plane& plane, double azimuthDeg) const {
    const double height = heightAt(plane, blade_.innerRadiusMm, azimuthDeg + blade_.leadDeg);
    return degFromRad(std::asin(clampOne(height / blade_.gripMm))) * (blade_.side == LinkSide::Leading ? 1.0 : -1.0);
}

bool ChainModel::headSpeedAt(double throttlePct, std::size_t mode, double& rpm) const {
    rpm = 0.0;
    if (throttlePct <= 0.0) return true;
    if (governedFactor_ > 0.0 && modes_[mode].targetRpm > 0.0) {
        rpm = modes_[mode].targetRpm * governedFactor_;
    } else if (headKnown_) {
        rpm = std::max(0.0, headOffset_ + headSlope_ * throttlePct);
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
    const auto demand = [&](Function f) { return out.channels[indexOf(f)].demand; };

    const PlateInstant plate = plateAt(demand(Function::Collective), demand(Function::Aileron), demand(Function::Elevator));
    out.servoCount = servos_.size();
    out.servos = plate.servos;
    out.plate = plate.plate;
    out.fightMm = plate.fightMm;
    const double side = blade_.side == LinkSide::Leading ? 1.0 : -1.0;
    for (std::size_t i = 0; i < 4; ++i) {
        const double height =
            out.plate.heightMm - blade_.innerRadiusMm * (out.plate.forward * bladeCos_[i] + out.plate.right * bladeSin_[i]);
        out.bladeDeg[i] = side * degFromRad(std::asin(clampOne(height / blade_.gripMm)));
    }

    const double rudder = demand(Function::Rudder);
    const double limit = shareFromPct(rudder < 0.0 ? tail_.limitLeftPct : tail_.limitRightPct);
    out.tailPulseUs = tail_.pulseUs + (tail_.reversed ? -1.0 : 1.0) * rudder * limit * tailStrokeUs_;
    const double tailCentre = tailFacts_.servo.pulseUs.value_or(tail_.pulseUs);
    out.tailArmDeg = (tailFacts_.risesWithPulse ? 1.0 : -1.0) * std::clamp((out.tailPulseUs - tailCentre) * tailFacts_.servo.degPerUs,
                                                                           -tailFacts_.servo.rangeDeg, tailFacts_.servo.rangeDeg);
    const double tailAngle = radFromDeg(out.tailArmDeg);
    const double sideways = tailFacts_.armMm * (1.0 - std::cos(tailAngle));
    const double ball = tailFacts_.armMm * std::sin(tailAngle) - tailFacts_.linkMm +
                        std::sqrt(std::max(0.0, tailFacts_.linkMm * tailFacts_.linkMm - sideways * sideways));
    out.sliderMm = std::clamp(tailFacts_.crankRatio * (tailFacts_.crankTurnsOver ? -1.0 : 1.0) * ball, -tailFacts_.sliderLimitMm,
                              tailFacts_.sliderLimitMm);
    out.tailPitchDeg = degFromRad(std::asin(clampOne(out.sliderMm / tailFacts_.gripMm)));

    out.motorPulseUs = out.channels[indexOf(Function::Throttle)].pulseUs;
    out.motorThrottlePct = std::clamp(pctFromShare((out.motorPulseUs - motorLowUs_) / (motorHighUs_ - motorLowUs_)), 0.0, 100.0);
    out.headSpeedKnown = headSpeedAt(out.motorThrottlePct, out.mode, out.headSpeedRpm);
    return out;
}

Setup askedSetup(const Setup& setup) {
    Setup asked = setup;
    asked.transmitter.swashMixing = SwashMixing::Off;
    asked.transmitter.hold.actsIn.reset();
    asked.transmitter.kill.actsIn.reset();
    asked.transmitter.cut.actsIn.reset();
    const std::vector<double> azimuths = settingAzimuths(setup.controller);
    const Layout* layout = findLayout(setup.controller.layout);
    asked.machine.plate.mechanical = layout != nullptr && layout->mechanical;
    const auto roles = layoutRoles();
    if (asked.machine.servos.size() != azimuths.size() && !asked.machine.servos.empty())
        asked.machine.servos.resize(azimuths.size(), asked.machine.servos.front());
    for (std::size_t i = 0; i < asked.machine.servos.size(); ++i) {
        asked.machine.servos[i].id = roles[i];
        asked.machine.servos[i].azimuthDeg = azimuths[i];
        if (i >= asked.controller.ports.size()) continue;
        asked.controller.ports[i].role = roles[i];
        asked.machine.servos[i].risesWithPulse = !asked.controller.ports[i].reversed;
    }
    asked.machine.head.phaseDeg = setup.controller.phaseDeg;
    if (setup.controller.governor.kind == "internal" && asked.machine.power.poles && asked.machine.power.mainTeeth &&
        asked.machine.power.pinionTeeth) {
        asked.machine.power.poles = setup.controller.governor.poleCount * (setup.controller.profile.asksPolePairs ? 2.0 : 1.0);
        asked.machine.power.secondStage =
            setup.controller.governor.ratio * *asked.machine.power.pinionTeeth / *asked.machine.power.mainTeeth;
    }
    return asked;
}

Deck posed(Deck deck, const PartialDeck& part) {
    const auto put = [](double& to, const std::optional<double>& from) {
        if (from) to = *from;
    };
    put(deck.sticks.collective, part.collective);
    put(deck.sticks.aileron, part.aileron);
    put(deck.sticks.elevator, part.elevator);
    put(deck.sticks.rudder, part.rudder);
    put(deck.throttleTrim, part.throttleTrim);
    for (const auto& [id, place] : part.switches) deck.switches[id] = place;
    if (part.cutLatched) deck.cutLatched = *part.cutLatched;
    return deck;
}

int placeOf(const TransmitterSettings& transmitter, const Deck& deck, std::string_view switchId) {
    const auto set = deck.switches.find(std::string(switchId));
    if (set != deck.switches.end()) return set->second;
    for (const SwitchSettings& s : transmitter.switches)
        if (s.id == switchId) return s.powerOnPlace;
    return 1;
}

std::optional<Deck> deckInMode(const Setup& setup, std::string_view modeId, Deck base) {
    return deckInMode(ChainModel(setup), setup, modeId, std::move(base));
}

std::optional<Deck> deckInMode(const ChainModel& model, const Setup& setup, std::string_view modeId, Deck base) {
    const auto& modes = setup.transmitter.modes;
    const auto isThere = [&](const Deck& deck) {
        const Instant now = model.at(deck);
        return modes[now.mode].id == modeId && !now.killActs && !now.cutActs;
    };
    if (isThere(base)) return base;
    // the switches that mode conditions name, tried in every combination: few, so exhaustive is fine
    std::vector<const SwitchProfile*> named;
    for (const SwitchProfile& s : setup.transmitter.profile.switches)
        for (const FlightMode& m : modes) {
            const bool uses = std::any_of(m.when.begin(), m.when.end(), [&](const std::vector<Term>& all) {
                return std::any_of(all.begin(), all.end(), [&](const Term& t) { return t.switchId == s.id; });
            });
            if (uses && (named.empty() || named.back() != &s)) named.push_back(&s);
        }
    if (named.size() > 8) named.resize(8);
    std::size_t combinations = 1;
    for (const SwitchProfile* s : named) combinations *= static_cast<std::size_t>(s->places);
    for (std::size_t n = 0; n < combinations; ++n) {
        Deck deck = base;
        std::size_t rest = n;
        for (const SwitchProfile* s : named) {
            deck.switches[s->id] = static_cast<int>(rest % static_cast<std::size_t>(s->places)) + 1;
            rest /= static_cast<std::size_t>(s->places);
        }
        if (isThere(deck)) return deck;
    }
    return std::nullopt;
}

}  // namespace kh
