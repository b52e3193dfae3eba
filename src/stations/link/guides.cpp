// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/rowids.h"
#include "model/amounts.h"
#include "model/failsafe.h"
#include "model/fieldpatterns.h"
#include "stations/link/link.h"

#include <array>

namespace kh {

namespace {

std::vector<Step> binding(const Setup& setup, const Figures& figures) {
    const ChannelFigures* throttle = figures.channel("throttle");
    const ReceiverProfile& receiver = setup.machine.receiver;
    const FailsafeIn in = failsafeIn(setup);
    const bool failsafe = throttle != nullptr && throttle->failsafeUs.known;
    return {
        {"off", Box::Machine, say(KH_TR("Unplug the motor leads, insulate each, take main and tail blades off.")),
         say(KH_TR("No lead can reach its socket.")),
         say(KH_TR("A receiver that binds can send anything for a moment: the rotor must not be able to start."))},
        {"antennas", Box::Machine, say(KH_TR("Lay the antennas 90° apart, their tips 30 mm clear of carbon and metal.")), {}, {}},
        {"memory",
         Box::Transmitter,
         say(KH_TR("Choose the memory of {m}; hold on, collective low."), {{"m", setup.machine.name}}),
         setup.transmitter.modelMatch ? say(KH_TR("Model match is on: the receiver will answer to this memory only."))
                                      : say(KH_TR("Model match is off: any memory will move this machine.")),
         {}},
        {"wait", Box::Machine,
         receiver.bindGesture.empty()
             ? say(KH_TR("Put the receiver into binding as its maker's manual says, then supply it."))
             : say(KH_TR("Put {r} into binding: {gesture}."), {{"r", receiver.name}, {"gesture", receiver.bindGesture}}),
         receiver.lampWaits.empty() ? say(KH_TR("Its lamp shows that it waits."))
                                    : say(KH_TR("Its lamp shows that it waits: {lamp}."), {{"lamp", receiver.lampWaits}}),
         say(KH_TR("If a servo runs to its end and hums, pull the supply at once."))},
        {"bind",
         Box::Transmitter,
         say(KH_TR("Start binding, at the distance its manual names.")),
         receiver.lampBound.empty() ? say(KH_TR("The receiver's lamp stands steady."))
                                    : say(KH_TR("The receiver's lamp shows that it hears: {lamp}."), {{"lamp", receiver.lampBound}}),
         {}},
        {"follows",
         Box::Transmitter,
         say(KH_TR("Move the cyclic stick to the side; hold stays on.")),
         say(KH_TR("The aileron bar of the controller's monitor follows, the throttle bar does not move.")),
         {}},
        {"store",
         in == FailsafeIn::Controller    ? Box::Controller
         : in == FailsafeIn::Transmitter ? Box::Transmitter
                                         : Box::Machine,
         in == FailsafeIn::Controller ? say(KH_TR("Store the failsafe in the controller as its manual says, hold on."))
         : in == FailsafeIn::Receiver ? say(KH_TR("Store the failsafe in the receiver as its manual says, hold on."))
         : in == FailsafeIn::Nowhere  ? say(KH_TR("This receiver stores no failsafe: see in the test what it does without a signal."))
         : failsafe ? say(KH_TR("Store the failsafe: throttle at {u} µs, hold's value or below."), {{"u", num(throttle->failsafeUs.value)}})
                    : say(KH_TR("Store a failsafe for the throttle: hold's value or below. None is entered here yet.")),
         say(KH_TR("The receiver confirms it as its manual says.")),
         {}},
        {"again",
         Box::Machine,
         say(KH_TR("Supply off, transmitter off; transmitter on, supply on.")),
         say(KH_TR("The link comes back by itself within a few seconds.")),
         {}},
        {"stale", Box::Bench, say(KH_TR("Binding makes an earlier failsafe test stale: test it again, the next rows.")), {}, {}},
    };
}

/// What must hold the motor where hold is off, by the school.
Message lockedFor(const Setup& setup) {
    const Schools& schools = setup.transmitter.schools;
    if (schools.benchPower == BenchPowerSchool::Apart)
        return say(KH_TR("The receiver pack alone feeds the boxes, the main pack never connected; main and tail blades off."));
    switch (schools.motorLock) {
        case MotorLockSchool::PinionOut: return say(KH_TR("The pinion out of mesh; main and tail blades off; the rotor locked."));
        case MotorLockSchool::ByCurve:
            return say(
                KH_TR("Here no curve can hold the motor, the throttle must be open: motor leads off or the pinion out of mesh for this "
                      "test; main and tail blades off; the rotor locked."));
        case MotorLockSchool::LeadsOff: break;
    }
    return say(KH_TR("Motor leads off, or the pinion out of mesh; main and tail blades off; the rotor locked."));
}

std::vector<Step> failsafeTest(const Setup& setup, const Figures& figures) {
    const bool engine = setup.machine.power.kind == PowerKind::Engine;
    return {
        {"off",
         Box::Machine,
         engine ? say(KH_TR("Engine stopped, igniter off, fuel line clamped; main and tail blades off.")) : lockedFor(setup),
         {},
         say(KH_TR("This is the one test with hold off: a motor that can turn, would. Nobody in the plane of the disc."))},
        {"throttle",
         Box::Transmitter,
         say(KH_TR("Hold off, Idle-up on, collective stick up.")),
         say(KH_TR("The throttle stands above 50 % on the monitor. With hold on the test would pass whatever was stored.")),
         {}},
        {"silence",
         Box::Transmitter,
         say(KH_TR("Switch the transmitter off and count to two.")),
         figures.motorOffUs.known
             ? say(KH_TR("The motor's pulse is {w} within 2 s, and stays so."),
                   {{"w", std::vector<Message>{say(figures.motor.rising ? KH_TR("{u} µs or below") : KH_TR("{u} µs or above"),
                                                   {{"u", num(figures.motorOffUs.value)}})}}})
             : say(KH_TR("The throttle falls to motor-off within 2 s, and stays so.")),
         {}},
        {"back", Box::Transmitter, say(KH_TR("Hold on, then switch the transmitter on again.")),
         say(KH_TR("The link is back and the throttle stays low.")),
         say(KH_TR("With hold off the motor would start the moment the link is back."))},
        {"when",
         Box::Bench,
         say(KH_TR("Test again after any change of throttle reverse, travel or sub-trim, of the receiver, or after binding.")),
         {},
         {}},
    };
}

std::vector<Step> supplyAlarmTest(const Setup& setup, const Figures&) {
    const Supply& s = setup.machine.supply;
    const auto volts = [&](double v) { return amount(setup, "machine.supply.volts"_field, v); };
    const bool buffer = setup.machine.wiring.buffer;
    return {
        {"set", Box::Transmitter,
         s.alarmVolts ? say(KH_TR("Set the alarm on the receiver supply to {v}, in transmitter or buzzer."), {{"v", volts(*s.alarmVolts)}})
                      : say(KH_TR("Set an alarm on the receiver supply, in transmitter or buzzer; none is entered here yet.")),
         say(KH_TR("It is silent with the supply on and the sticks stirred.")), say(KH_TR("Leads off, hold on: servos move."))},
        {"pull", Box::Machine,
         buffer ? say(KH_TR("Pull the pack; the buffer feeds on."))
                : say(KH_TR("Feed the receiver from a supply that is turned down slowly.")),
         say(KH_TR("The alarm sounds while everything still answers.")),
         say(KH_TR("Nothing may fall: hold the plate's arms clear of fingers, and stop before the receiver restarts."))},
        {"full", Box::Machine, say(KH_TR("Pack in again; let a buffer fill as its maker says.")), say(KH_TR("The alarm is silent.")), {}}};
}

}  // namespace

std::span<const BenchWork> linkGuides() {
    static constexpr std::array guides{
        BenchWork{.id = "binding", .title = KH_TR("Binding"), .rows = "binding"_row, .steps = binding},
        BenchWork{.id = "failsafe-test", .title = KH_TR("Failsafe test"), .rows = "failsafe-test"_row, .steps = failsafeTest},
        BenchWork{.id = "supply-alarm", .title = KH_TR("Supply alarm"), .rows = "supply-alarm"_row, .steps = supplyAlarmTest}};
    return guides;
}

}  // namespace kh
