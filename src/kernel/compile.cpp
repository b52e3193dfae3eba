// SPDX-License-Identifier: GPL-3.0-or-later
//
// A Setup made ready for the kernel: everything that does not depend on the deck, found once.
#include "base/conventions.h"
#include "base/error.h"
#include "formula/line.h"
#include "formula/rotor.h"
#include "kernel/chain.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/fieldpatterns.h"

#include <fmt/format.h>
#include <algorithm>

namespace kh {

namespace {

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

ChainModel::ChainModel(const Setup& setup) : class_(&setup.machine.aircraft.of()), throttle_(class_->first(FunctionSource::Throttle)) {
    compileModes(setup);
    compileChannels(setup);
    plant_ = plantOf(*class_).make(setup);
    motorLowUs_ = setup.speedController.lowUs;
    motorHighUs_ = setup.speedController.highUs;
    if (motorLowUs_ == motorHighUs_) throw InputError("speedController.highUs"_field, "must differ from the learned low point");
    compileHeadSpeed(setup);
}

void ChainModel::compileChannels(const Setup& setup) {
    const TransmitterSettings& tx = setup.transmitter;
    const ControllerSettings& fc = setup.controller;
    (void)requirePositive("transmitter.profile.outputLimitPct"_field, tx.profile->outputLimitPct);
    (void)requirePositive("transmitter.profile.resolutionUs"_field, tx.profile->resolutionUs);
    (void)requirePositive("controller.profile.usPerPct"_field, fc.profile->usPerPct);
    demandLimit_ = shareFromPct(fc.profile->demandLimitPct);
    expo_ = tx.profile->expoTable;
    for (std::size_t f = 0; f < class_->functionCount(); ++f) {
        const FunctionEntry& entry = class_->functions[f];
        const ChannelSettings* ch = entry.source == FunctionSource::Places ? carrierOf(tx, entry.id) : channelOf(tx, entry.id);
        channels_[f] = channelScale(tx.profile, ch == nullptr ? ChannelSettings{} : *ch);
        reading_[f] = ch == nullptr ? readingScale(fc.profile) : readingScale(setup, *ch);
        trimPct_[f] = tx.trims.live && entry.trimPct != nullptr ? tx.trims.*entry.trimPct : 0.0;
        direction_[f] = entry.reversed != nullptr && fc.directions.*entry.reversed ? -1.0 : 1.0;
    }
    if (const auto azimuths = transmitterMixAzimuths(tx.swashMixing); !azimuths.empty() && class_->mixed.size() == azimuths.size()) {
        mixShare_ = shareFromPct(tx.swashMixPct);
        for (std::size_t i = 0; i < azimuths.size(); ++i) {
            mixCos_[i] = cosDeg(azimuths[i]);
            mixSin_[i] = sinDeg(azimuths[i]);
        }
    }
}

ChainModel::CompiledCondition ChainModel::compile(const Setup& setup, const Condition& condition) {
    CompiledCondition out;
    for (const std::vector<Term>& all : condition) {
        std::vector<CompiledTerm> terms;
        for (const Term& term : all) {
            CompiledTerm compiled;
            compiled.place = static_cast<std::int8_t>(term.place);
            const auto& switches = setup.transmitter.profile->switches;
            if (term.switchId.empty()) {
                const auto f = std::find(functionIds_.begin(), functionIds_.end(), term.functionId);
                compiled.switchIndex = kOtherFunction;
                nested_ = true;
                compiled.function = static_cast<std::size_t>(f - functionIds_.begin());
            } else {
                const auto s =
                    std::find_if(switches.begin(), switches.end(), [&](const SwitchProfile& p) { return p.id == term.switchId; });
                compiled.switchIndex = s == switches.end() ? kNeverMet : static_cast<std::int8_t>(s - switches.begin());
            }
            terms.push_back(compiled);
        }
        out.push_back(std::move(terms));
    }
    return out;
}

void ChainModel::compileModes(const Setup& setup) {
    const TransmitterSettings& tx = setup.transmitter;
    if (tx.profile->switches.size() > kMaxSwitches)
        throw InputError("transmitter.profile.switches"_field, fmt::format("at most {}", kMaxSwitches));
    requireConditions(tx);
    if (tx.modes.size() > kMaxModes) throw InputError("transmitter.modes"_field, fmt::format("at most {}", kMaxModes));
    if (tx.functions.size() > kMaxSwitchFunctions)
        throw InputError("transmitter.functions"_field, fmt::format("at most {}", kMaxSwitchFunctions));
    if (tx.modes.empty()) throw InputError("transmitter.modes"_field, "one flight mode or more is needed");
    powerOn_.fill(1);
    for (const SwitchProfile& s : tx.profile->switches) {
        powerOn_[switchIds_.size()] = static_cast<std::int8_t>(powerOnPlaceOf(tx, s));
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

    for (std::size_t i = 0; i < tx.functions.size(); ++i) {
        const SwitchFunction& f = tx.functions[i];
        const std::size_t function = functionIds_.size() - tx.functions.size() + i;
        if (f.sentPct) gainSteps_.push_back({*f.sentPct, function});
        if (f.id == kTrainer && tx.trainer.hands == TrainerHands::All && tx.trainer.stops == TrainerStops::Lose) pupil_ = function;
    }
    for (std::size_t f = 0; f < class_->functionCount(); ++f) {
        if (class_->functions[f].source != FunctionSource::Places) continue;
        const FunctionChannel* carrier = carrierOf(tx, class_->functions[f].id);
        if (carrier == nullptr) continue;
        places_[f].restPct = carrier->restPct;
        for (std::size_t i = 0; i < tx.functions.size(); ++i)
            if (familyOf(tx.functions[i].id) == carrier->id)
                places_[f].steps.push_back(
                    {tx.functions[i].valuePct.value_or(carrier->restPct), functionIds_.size() - tx.functions.size() + i});
    }
    compileCarried(setup);
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
        for (std::size_t f = 0; f < class_->functionCount(); ++f)
            if (class_->functions[f].rates != nullptr) mode.rates[f] = m.*class_->functions[f].rates;
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
    if (hasHold_ && modes_.size() == 1) throw InputError("transmitter.modes"_field, "a flight mode beside hold is needed");
}

/// What comes to the controller on channels of their own: which bank is flown at each place, and where it is armed. A reading in no
/// window leaves the bank as it is at rest.
void ChainModel::compileCarried(const Setup& setup) {
    const TransmitterSettings& tx = setup.transmitter;
    const auto& banks = setup.controller.banks;
    const auto functionAt = [&](const std::string& id) {
        return static_cast<std::size_t>(std::find(functionIds_.begin(), functionIds_.end(), id) - functionIds_.begin());
    };
    const auto bankOf = [&](const std::string& function) -> std::optional<std::size_t> {
        const auto bank = std::find_if(banks.begin(), banks.end(), [&](const Bank& b) { return function == "bank-" + b.id; });
        return bank == banks.end() ? std::nullopt : std::optional(static_cast<std::size_t>(bank - banks.begin()));
    };
    const FunctionChannel* carrier = carrierOf(tx, "bank");
    if (carrier == nullptr || !takesFamily(setup.controller.profile, "bank")) {
        for (const SwitchFunction& f : tx.functions)
            if (const auto bank = bankOf(f.id)) bankSwitches_.push_back({*bank, functionAt(f.id)});
    } else {
        for (const CarriedPlace& p : carriedPlaces(setup, *carrier)) {
            const auto bank = bankOf(p.lands);
            if (p.function.empty()) restBank_ = bank.value_or(0);
            else bankSwitches_.push_back({bank.value_or(restBank_), functionAt(p.function)});
        }
    }
    carrier = carrierOf(tx, kArming);
    if (carrier == nullptr || !takesFamily(setup.controller.profile, kArming)) return;
    Arming arming;
    bool has = false;
    for (const CarriedPlace& p : carriedPlaces(setup, *carrier)) {
        (p.function.empty() ? arming.rest : arming.on) = !p.lands.empty();
        if (p.function.empty()) continue;
        arming.function = functionAt(p.function);
        has = true;
    }
    if (!has) return;
    arming.holdsMotor = setup.machine.wiring.throttleLead == ThrottleLead::Controller;
    arming_ = arming;
}

double nominalHeadRpm(const PowerTrain& power) {
    if (power.kind != PowerKind::Electric || !power.kv || !power.mainTeeth || !power.pinionTeeth) return 0.0;
    const double ratio = gearRatio({*power.mainTeeth, *power.pinionTeeth, secondStageRatio(power)});
    return ratio > 0.0 ? headSpeed({*power.kv, power.cells, kNominalVolts, power.efficiency, ratio, 0.0}).availableRpm : 0.0;
}

void ChainModel::compileHeadSpeed(const Setup& setup) {
    const PowerTrain& power = setup.machine.power;
    const auto& log = setup.speedController.calibration;
    const double available = nominalHeadRpm(power);
    double ratio = 0.0;
    if (power.mainTeeth && power.pinionTeeth) ratio = gearRatio({*power.mainTeeth, *power.pinionTeeth, secondStageRatio(power)});
    headLimit_ = available;
    if (log.size() >= 2) {
        std::vector<double> throttle, speed;
        for (const CalibrationPoint& p : log) {
            throttle.push_back(p.throttlePct);
            speed.push_back(p.headRpm);
            if (available > 0.0) headLimit_ = std::max(headLimit_, p.headRpm);  // measured beats computed
        }
        if (const auto line = fitLine(throttle, speed)) {
            headSlope_ = line->slope;
            headOffset_ = line->offset;
            headKnown_ = true;
        }
    } else if (available > 0.0) {
        headSlope_ = available / 100.0;
        headKnown_ = true;
    }
    const GovernorSettings& governor = setup.controller.governor;
    if (governor.kind == GovernorKind::Internal && ratio > 0.0 && power.poles) {
        const double entered = setup.controller.profile->asksPolePairs ? governor.poleCount : governor.poleCount / 2.0;
        governedFactor_ = entered * governor.ratio / (*power.poles / 2.0 * ratio);
    }
}

}  // namespace kh
