// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/rowids.h"
#include "model/amounts.h"
#include "model/failsafe.h"
#include "model/fieldpatterns.h"
#include "stations/link/link.h"

#include <algorithm>
#include <array>

namespace kh {

namespace {

/// What decides the variant of the signal, at the receiver or at the controller.
std::string decidesVariant(const Setup& setup) {
    const std::string& there = setup.machine.receiver->variantBy;
    return there.empty() ? setup.controller.profile->variantBy : there;
}

/// Why nothing may follow though the lamp says that it is bound, the likeliest first.
std::vector<Message> noControl(const Setup& setup) {
    std::vector<Message> causes;
    const ControllerProfile& box = setup.controller.profile;
    if (setup.transmitter.modelMatch) causes.push_back(say(KH_TR("another model memory is chosen: model match is on")));
    if (!box.receiverKinds.empty()) causes.push_back(say(KH_TR("the controller is told of another kind of receiver")));
    if (!box.variants.empty()) causes.push_back(say(KH_TR("it is told of another variant of the signal")));
    causes.push_back(say(KH_TR("the lead sits in another port, or the other way round: {m}"), {{"m", asWord(box.plugMark)}}));
    causes.push_back(say(KH_TR("the channels come in another order than it takes them")));
    if (box.alsoDoes.end() != std::find(box.alsoDoes.begin(), box.alsoDoes.end(), "frozen-outputs"))
        causes.push_back(say(KH_TR("it is in its set-up state, which freezes outputs")));
    return causes;
}

}  // namespace

std::vector<Step> bindingSteps(const Setup& setup, const Figures& figures) {
    const ChannelFigures* throttle = figures.channel("throttle");
    const ReceiverProfile& receiver = setup.machine.receiver;
    const TransmitterProfile& radio = setup.transmitter.profile;
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
        {"variant",
         Box::Machine,
         decidesVariant(setup).empty()
             ? say(KH_TR("Look in both manuals whether a socket, a button or a page decides the variant of the signal."))
             : say(KH_TR("The variant of the signal is decided here: {what}."), {{"what", decidesVariant(setup)}}),
         setup.controller.receiver.variant.empty()
             ? Message{}
             : say(KH_TR("It is the one the controller is told: {v}."), {{"v", setup.controller.receiver.variant}}),
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
         radio.bindGesture.empty() ? say(KH_TR("Start binding, at the distance its manual names."))
                                   : say(KH_TR("Start binding, at the distance its manual names: {g}."), {{"g", radio.bindGesture}}),
         !radio.bindSign.empty()
             ? say(KH_TR("The transmitter shows \"{s}\", then the receiver's lamp stands: {lamp}."),
                   {{"s", radio.bindSign},
                    {"lamp", receiver.lampBound.empty() ? say(KH_TR("steady")) : say(KH_TR("{l}"), {{"l", receiver.lampBound}})}})
         : receiver.lampBound.empty() ? say(KH_TR("The receiver's lamp stands steady."))
                                      : say(KH_TR("The receiver's lamp shows that it hears: {lamp}."), {{"lamp", receiver.lampBound}}),
         {}},
        {"plug",
         Box::Machine,
         say(KH_TR("Take a binding plug out again, or leave the binding page, before the supply goes off.")),
         say(KH_TR("No plug is left in a socket: with it the receiver would bind anew at each start.")),
         {}},
        {"follows",
         Box::Transmitter,
         say(KH_TR("Move the cyclic stick to the side; hold stays on.")),
         say(KH_TR("The aileron bar of the controller's monitor follows, the throttle bar does not move.")),
         {}},
        {"no-control",
         Box::Controller,
         say(KH_TR("Only if the lamp is lit and nothing follows: try these causes in their order.")),
         say(KH_TR("{causes}."), {{"causes", noControl(setup)}}),
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

namespace {

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

}  // namespace

std::vector<Step> failsafeSteps(const Setup& setup, const Figures& figures) {
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

std::vector<Step> rangeSteps(const Setup& setup, const Figures&) {
    const bool engine = setup.machine.power.kind == PowerKind::Engine;
    return {{"held", Box::Machine,
             engine ? say(KH_TR("At the field, engine stopped: a helper holds the machine at the height of his chest."))
                    : say(KH_TR("At the field, motor locked: a helper holds the machine at the height of his chest.")),
             say(KH_TR("Antennas as they will fly, every lead fixed.")),
             say(KH_TR("Hold on all the while; blades folded or off, the helper out of their plane."))},
            {"power",
             Box::Transmitter,
             say(KH_TR("Switch the transmitter to its range-test power.")),
             say(KH_TR("It says so; it goes back by itself, or only by your hand: its manual tells.")),
             {}},
            {"distance",
             Box::Transmitter,
             say(KH_TR("Walk away to the distance that the maker gives, stirring a stick; the helper turns the machine all ways.")),
             say(KH_TR("Every servo follows without a pause, all the way; the throttle stays off.")),
             {}},
            {"running", Box::Machine,
             engine ? say(KH_TR("The same once more with the engine idling, the head held."))
                    : say(KH_TR("The same at the first power, strapped down.")),
             say(KH_TR("No shorter than with everything still.")), say(KH_TR("Nobody in the plane of the disc."))},
            {"back",
             Box::Transmitter,
             say(KH_TR("Back to full power.")),
             say(KH_TR("It says so. A machine flown at range-test power is lost on the other side of the field.")),
             {}}};
}

std::vector<Step> supplyAlarmSteps(const Setup& setup, const Figures&) {
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

namespace {

/// What is looked at before the first plug: every lead by name, polarity where nobody else has looked.
std::vector<Step> leadsLookedAt(const Setup& setup, const Figures&) {
    const Machine& m = setup.machine;
    std::vector<Message> home, parked;
    for (const Lead& l : m.wiring.leads) {
        const Message name = say(KH_TR("lead {n}"), {{"n", l.id}});
        if (l.homeMade) home.push_back(name);
        if (l.parked) parked.push_back(name);
    }
    std::vector<Step> steps{
        {"label", Box::Machine, say(KH_TR("Label every lead at both ends before one is pulled: from, to, what it carries.")),
         say(KH_TR("Each says where it goes back to.")), say(KH_TR("No pack is connected while a lead is pulled or plugged."))},
        {"plugs",
         Box::Machine,
         m.receiver->plugMark.empty()
             ? say(KH_TR("Look which way round a plug goes, at the controller: {a}; at the receiver look at its mark."),
                   {{"a", asWord(setup.controller.profile->plugMark)}})
             : say(KH_TR("Look which way round a plug goes, at the controller: {a}; at the receiver: {b}."),
                   {{"a", asWord(setup.controller.profile->plugMark)}, {"b", m.receiver->plugMark}}),
         say(KH_TR("Minus meets minus at both ends of every lead.")),
         {}}};
    if (!home.empty())
        steps.push_back({"home-made", Box::Machine,
                         say(KH_TR("Home-made, {list}: follow each wire from pin to pin with a meter."), {{"list", home}}),
                         say(KH_TR("Minus, plus and signal each arrive where they must.")),
                         say(KH_TR("One pair changed over and receiver, controller and servos are gone at the first plug."))});
    steps.push_back({"pack", Box::Machine,
                     say(KH_TR("Look at the connectors of pack and speed controller, home-made or bought: plus to plus.")),
                     say(KH_TR("Red meets red; no strand stands off.")),
                     say(KH_TR("A pack the wrong way round burns at once: keep a hand's breadth away."))});
    if (!parked.empty())
        steps.push_back({"parked",
                         Box::Machine,
                         say(KH_TR("Parked, {list}: insulate the end and tie it down."), {{"list", parked}}),
                         say(KH_TR("It can reach neither metal nor a socket.")),
                         {}});
    return steps;
}

}  // namespace

std::span<const BenchWork> linkGuides() {
    static constexpr std::array guides{
        BenchWork{.id = "binding", .title = KH_TR("Binding"), .rows = "binding"_row, .steps = bindingSteps},
        BenchWork{.id = "range-check", .title = KH_TR("Range check"), .rows = "range-check"_row, .steps = rangeSteps},
        BenchWork{.id = "failsafe-test", .title = KH_TR("Failsafe test"), .rows = "failsafe-test"_row, .steps = failsafeSteps},
        BenchWork{.id = "leads", .title = KH_TR("Leads before the first plug"), .rows = "throttle-lead"_row, .steps = leadsLookedAt},
        BenchWork{.id = "supply-alarm", .title = KH_TR("Supply alarm"), .rows = "supply-alarm"_row, .steps = supplyAlarmSteps}};
    return guides;
}

}  // namespace kh
