// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/motorfigures.h"

#include "base/conventions.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kMotorOffMarginUs = 20.0;   ///< hold must lie this far on the off side of the learned low point
constexpr double kMostUnmeasuredPct = 20.0;  ///< more drives the rotor whatever speed controller it is
constexpr double kBelowStartPct = 3.0;       ///< from where it stops to the idle
constexpr double kSameThrottlePct = 0.05;
constexpr double kStartMarginUs = 5.0;  ///< or this far on the off side of where the motor was seen to start

/// What keeps the motor off in a flight: hold, and of a class that has none cut.
struct KeptOff {
    explicit KeptOff(const Setup& setup)
        : hold(setup.machine.aircraft.of().holds),
          pct(hold ? setup.transmitter.hold.throttlePct : setup.transmitter.cut.throttlePct),
          field(hold ? "transmitter.hold.throttlePct"_field : "transmitter.cut.throttlePct"_field),
          actsField(hold ? "transmitter.hold.actsIn"_field : "transmitter.cut.actsIn"_field),
          in(hold ? setup.transmitter.hold.actsIn : setup.transmitter.cut.actsIn),
          worked(hold || !setup.transmitter.cut.when.empty()) {}
    [[nodiscard]] bool actsIn(const std::string& mode) const {
        return worked && (!in || std::find(in->begin(), in->end(), mode) != in->end());
    }
    bool hold;
    double pct;
    std::string field, actsField;
    const std::optional<std::vector<std::string>>& in;
    bool worked;  ///< a switch asks for it
};

}  // namespace

bool holdIsArmed(const Setup& setup) {
    return setup.transmitter.schools.hold == HoldSchool::BailOut && setup.machine.power.kind == PowerKind::Electric;
}

ArmedHold armedHold(const Setup& setup, const MotorLimits& limits, double pulseUs, double throttlePct) {
    if (!limits.accepted(pulseUs)) return ArmedHold::Refused;
    const SpeedControllerSettings& esc = setup.speedController;
    if (esc.startUs) return (limits.rising ? pulseUs < *esc.startUs : pulseUs > *esc.startUs) ? ArmedHold::Stops : ArmedHold::PastStart;
    const bool turned = std::any_of(esc.calibration.begin(), esc.calibration.end(), [&](const CalibrationPoint& p) {
        return p.headRpm > 0.0 && p.throttlePct <= throttlePct + kSameThrottlePct;
    });
    if (turned) return ArmedHold::LoggedTurning;
    return throttlePct > kMostUnmeasuredPct ? ArmedHold::TooMuch : ArmedHold::NotMeasured;
}

double armedHoldPct(const Setup& setup) {
    const SpeedControllerSettings& esc = setup.speedController;
    double most = esc.profile->bailOutPct.value_or(kUsualArmedPct);
    if (esc.startUs) {
        const double below = 100.0 * (*esc.startUs - esc.lowUs) / (esc.highUs - esc.lowUs) - kBelowStartPct;
        most = esc.profile->bailOutPct ? std::min(most, below) : below;
    }
    for (const CalibrationPoint& p : esc.calibration)
        if (p.headRpm > 0.0 && !esc.startUs) most = std::min(most, p.throttlePct - kBelowStartPct);
    return std::floor(most * 2.0) / 2.0;
}

MotorState motorState(const Setup& setup, const MotorLimits& m, double lowUs, double highUs, double highPct) {
    if (m.off(lowUs) && m.off(highUs) && m.accepted(lowUs) && m.accepted(highUs)) return MotorState::Off;
    const PowerTrain& power = setup.machine.power;
    if (power.kind == PowerKind::Engine) return highPct < power.clutchPct.value_or(0.0) ? MotorState::Idle : MotorState::MayRun;
    if (!holdIsArmed(setup) || highPct > setup.transmitter.hold.throttlePct) return MotorState::MayRun;
    return stays(armedHold(setup, m, m.rising ? highUs : lowUs, highPct)) ? MotorState::Idle : MotorState::MayRun;
}

void motorFigures(const FigureBuilder& b) {
    const Setup& setup = b.setup;
    Figures& out = b.out;
    const TransmitterSettings& tx = setup.transmitter;
    const ChannelSettings* throttle = channelOf(tx, kThrottleChannel);
    const ChannelScale scale = channelScale(tx.profile, throttle == nullptr ? ChannelSettings{} : *throttle);
    const KeptOff stop(setup);
    out.holdUs = b.make(stop.hold ? KH_TR("pulse while hold is on") : KH_TR("pulse while cut is on"), {"µs", 0},
                        {stop.field, "transmitter.channels.throttle.travelLowPct"_field, "transmitter.channels.throttle.subTrimPct"_field,
                         "transmitter.channels.throttle.reversed"_field, "transmitter.profile.usPerPct"_field},
                        [&](Derivation& why) {
                            const double v = channelPctFromThrottlePct(stop.pct);
                            why.line(KH_TR("channel = 2 · T − 100 = 2 · {t} − 100 = {v} %"),
                                     {{"t", amount(setup, stop.field, stop.pct)}, {"v", signedNum(v, 1)}});
                            return channelOutput(v, scale, &why).pulseUs;
                        });
    const SpeedControllerSettings& esc = setup.speedController;
    out.motorOffUs =
        b.make(KH_TR("motor surely off up to"), {"µs", 0},
               {"speedController.lowUs"_field, "speedController.highUs"_field, "speedController.startUs"_field}, [&](Derivation& why) {
                   const double towardOff = esc.highUs > esc.lowUs ? -1.0 : 1.0;
                   if (esc.startUs) {
                       why.line(KH_TR("5 µs on the off side of where the motor starts, {s}, measured with the pinion out"),
                                {{"s", amount(setup, "speedController.startUs"_field, *esc.startUs)}});
                       return *esc.startUs + towardOff * kStartMarginUs;
                   }
                   why.line(KH_TR("20 µs on the off side of the learned low point {l}"),
                            {{"l", amount(setup, "speedController.lowUs"_field, esc.lowUs)}});
                   return esc.lowUs + towardOff * kMotorOffMarginUs;
               });
    out.motor = {out.motorOffUs.value, esc.highUs > esc.lowUs, esc.profile->acceptsLowUs, esc.profile->acceptsHighUs, esc.lowUs};
}

void heldFigures(const FigureBuilder& b, std::size_t mode, ModeFigures& f) {
    const Setup& setup = b.setup;
    const TransmitterSettings& tx = setup.transmitter;
    const FlightMode& m = tx.modes[mode];
    if (m.id == kHoldMode) return;
    const KeptOff stop(setup);
    f.holdActs = stop.actsIn(m.id);
    const std::string from = f.holdActs ? stop.field : elementPath("transmitter.modes.{}.throttle"_field, m.id);
    f.heldThrottlePct = b.make(stop.hold ? KH_TR("throttle with hold on, collective low") : KH_TR("throttle with cut on, throttle low"),
                               {"%", 1}, {from, stop.actsField}, [&](Derivation& why) {
                                   why.line(stop.hold    ? f.holdActs ? KH_TR("hold acts in this mode: its own value")
                                                                      : KH_TR("hold does not act here: the curve's low end")
                                               : f.holdActs ? KH_TR("cut acts here: its own value")
                                                         : KH_TR("cut does not act here: the curve's low end"));
                                   return f.holdActs ? stop.pct : b.model.throttleCurveAt(mode, -1.0);
                               });
    const ChannelSettings* throttle = channelOf(tx, kThrottleChannel);
    const ChannelScale scale = channelScale(tx.profile, throttle == nullptr ? ChannelSettings{} : *throttle);
    f.heldUs =
        b.make(stop.hold ? KH_TR("pulse with hold on") : KH_TR("pulse with cut on"), {"µs", 0},
               {from, "transmitter.channels.throttle.travelLowPct"_field, "transmitter.profile.usPerPct"_field},
               [&](Derivation& why) { return channelOutput(channelPctFromThrottlePct(f.heldThrottlePct.value), scale, &why).pulseUs; });
    if (f.heldUs.known) f.held = motorState(setup, b.out.motor, f.heldUs.value, f.heldUs.value, f.heldThrottlePct.value);
}

}  // namespace kh
