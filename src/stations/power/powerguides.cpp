// SPDX-License-Identifier: GPL-3.0-or-later
//
// Power in steps: the ends, first power (a motor's without blades, an engine's never), the rpm signal, the first governed run, an
// engine's linkage.
#include "formula/governor.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "model/amounts.h"
#include "model/helicopter/helicopter.h"
#include "stations/power/power.h"

#include <array>

namespace kh {

namespace {

bool hasEngine(const Setup& setup) { return setup.machine.power.kind == PowerKind::Engine; }

Message guard(const Setup& setup) {
    return hasEngine(setup) ? say(KH_TR("Engine stopped, igniter off, fuel line clamped; main and tail blades off."))
                            : say(KH_TR("Main and tail blades off, each; nobody in the plane of the disc."));
}

std::vector<Step> engineLinkage(const Setup& setup, const Figures&) {
    if (!hasEngine(setup)) return {};
    return {{"half", Box::Machine, say(KH_TR("Throttle at half: look at arm and barrel.")),
             say(KH_TR("The arm stands square, the barrel is half open.")), guard(setup)},
            {"open",
             Box::Transmitter,
             say(KH_TR("Throttle to {t}."), {{"t", amount(setup, throttlePath(setup.transmitter), 100.0)}}),
             say(KH_TR("The barrel is fully open, the servo is silent.")),
             {}},
            {"cut", Box::Transmitter, say(KH_TR("Cut, then kill.")), say(KH_TR("The barrel is closed, the servo is silent.")), {}},
            {"hold", Box::Transmitter, say(KH_TR("Hold.")), say(KH_TR("The barrel is just open: an idle well below the clutch.")), {}}};
}

std::vector<Step> learnEnds(const Setup& setup, const Figures& figures) {
    if (hasEngine(setup)) return engineLinkage(setup, figures);
    const SpeedControllerProfile& box = setup.speedController.profile;
    const bool tones = box.signalsBy == EndSignal::MotorTones;
    const bool highFirst = box.learnsFirst == FirstEnd::High;
    const auto end = [&](bool high) {
        return Step{high ? "up" : "down",
                    Box::Transmitter,
                    high ? say(KH_TR("Throttle fully up, hold off, straight curve of {a} … {b}."),
                               {{"a", bare(amount(setup, throttlePath(setup.transmitter), 0.0))},
                                {"b", amount(setup, throttlePath(setup.transmitter), 100.0)}})
                         : say(KH_TR("Throttle fully down.")),
                    tones ? say(KH_TR("The motor's windings sound the tones of its manual: learned."))
                          : say(KH_TR("Its lamp confirms as its manual says: learned.")),
                    {}};
    };
    std::vector<Step> steps;
    steps.push_back({"safe", Box::Machine,
                     tones ? say(KH_TR("Main and tail blades off, pinion out of mesh; the motor stays connected: it sounds the tones."))
                           : say(KH_TR("Main and tail blades off, motor leads off and insulated: a lamp confirms.")),
                     say(KH_TR("Nothing that the motor turns can turn the rotor.")),
                     say(KH_TR("The one step at full throttle with a pack: keep clear of the pinion, nobody in the plane of the disc."))});
    const bool governed = setup.controller.governor.kind == GovernorKind::Internal;
    const bool passes = governed && setup.controller.profile->passesThrottle;
    if (passes)
        steps.push_back(
            {"direct", Box::Controller,
             say(KH_TR("Let the throttle through in {box}: governor passed through."), {{"box", setup.controller.profile->name}}),
             say(KH_TR("Its monitor shows the throttle from 0 to 100 as the stick goes.")),
             say(KH_TR("Bare throttle from here on: nothing limits the speed but your hand."))});
    const bool apart = passes && setup.machine.wiring.throttleLead == ThrottleLead::Controller;
    if (apart)
        steps.push_back({"fed", Box::Machine,
                         say(KH_TR("If the speed controller feeds the boxes: first park its supply wire, insulated; then feed receiver and "
                                   "controller from a receiver pack of their own.")),
                         say(KH_TR("Everything stays awake while the speed controller is switched off and on.")),
                         say(KH_TR("Never two supplies joined: the wire is parked before the second pack goes in."))});
    steps.push_back(end(highFirst));
    steps.back().todo = say(highFirst ? KH_TR("Transmitter on, throttle fully up, hold off, a straight curve; then plug the pack in.")
                                      : KH_TR("Transmitter on, throttle fully down, hold off, a straight curve; then plug the pack in."));
    steps.push_back(end(!highFirst));
    if (!box.notLearned.empty())
        steps.back().seen = say(KH_TR("{seen} If it shows \"{sign}\", nothing was learned: begin again."),
                                {{"seen", steps.back().seen}, {"sign", box.notLearned}});
    const ChannelFigures* throttle = figures.channel("throttle");
    steps.push_back({"written",
                     Box::SpeedController,
                     throttle != nullptr && throttle->lowUs.known
                         ? say(KH_TR("Write down what was learned: {a} and {b} µs are sent."),
                               {{"a", num(throttle->lowUs.value)}, {"b", num(throttle->highUs.value)}})
                         : say(KH_TR("Write down what was learned.")),
                     {},
                     {}});
    if (passes)
        steps.push_back(
            {"governed",
             Box::Controller,
             say(KH_TR("Set the throttle in {box} back to governed, before anything else."), {{"box", setup.controller.profile->name}}),
             say(KH_TR("Its page says so again.")),
             {}});
    steps.push_back({"back",
                     Box::Transmitter,
                     apart ? say(KH_TR("Curve back, hold on; a receiver pack out again before the supply wire goes back."))
                           : say(KH_TR("Curve back, hold on.")),
                     figures.holdUs.known && figures.motorOffUs.known
                         ? say(KH_TR("Hold sends {h} µs, {w} µs is surely off: the motor stays still."),
                               {{"h", num(figures.holdUs.value)}, {"w", num(figures.motorOffUs.value)}})
                         : say(KH_TR("The motor stays still, 20 µs or more on the off side of the low point.")),
                     {}});
    return steps;
}

/// An engine's: unloaded it overspeeds, so its blades are on.
std::vector<Step> firstEngineRun() {
    return {
        {"blades", Box::Machine,
         say(KH_TR("After throttle ends and idle were set by hand: main and tail blades on, outdoors, on level ground; an engine is never "
                   "run without blades.")),
         say(KH_TR("The blades are folded out, every bolt is tight.")),
         say(KH_TR("Nobody in the plane of the disc; everyone else 30 m behind you."))},
        {"start", Box::Machine, say(KH_TR("Start in Normal with hold on, the head held; mixture as the engine's maker says.")),
         say(KH_TR("It idles, hot and cold, and the rotor does not creep: idle 15 % and at least 500 engine rpm below the clutch.")),
         say(KH_TR("A clutch that takes hold turns the rotor with full force: hold the head until you stand clear."))},
        {"clutch",
         Box::Transmitter,
         say(KH_TR("Stand clear. Hold off, open slowly to just above the clutch; then back to idle.")),
         say(KH_TR("The clutch takes the head along, and lets go of it at idle.")),
         {}},
        {"head",
         Box::Machine,
         say(KH_TR("Look at head and tail shaft.")),
         say(KH_TR("Both are driven, the way the kit's manual shows.")),
         {}},
        {"cut", Box::Transmitter, say(KH_TR("Cut.")), say(KH_TR("The engine stops, the rotor runs down.")), {}},
        {"kill",
         Box::Transmitter,
         say(KH_TR("Start again as before, and stop it by kill.")),
         say(KH_TR("The engine stops just as well, in every place of the mode switch.")),
         {}},
        {"lowest",
         Box::Transmitter,
         say(KH_TR("Start again as before; the lowest head speed first.")),
         say(KH_TR("It holds its speed on the ground, blades track, nothing shakes.")),
         {}}};
}

std::vector<Step> firstPower(const Setup& setup, const Figures&) {
    if (hasEngine(setup)) return firstEngineRun();
    return {{"strapped", Box::Machine,
             say(KH_TR("After the bench, outdoors: main and tail blades off, pinion in mesh, the machine strapped "
                       "down by skids or frame.")),
             say(KH_TR("It cannot move.")), say(KH_TR("Grips without blades still hit: nobody in the plane of the disc."))},
            {"plug-in", Box::Transmitter, say(KH_TR("Transmitter on, hold on, collective low; then plug the pack in, and wait.")),
             setup.speedController.profile->armsS
                 ? say(KH_TR("Nothing turns until everything has started; {box} is ready after {s}."),
                       {{"box", setup.speedController.profile->name},
                        {"s", amount(setup, "speedController.profile.armsS"_field, *setup.speedController.profile->armsS)}})
                 : say(KH_TR("Nothing turns until everything has started.")),
             say(KH_TR("The speed controller may be live before the controller: stay clear."))},
            {"no-learning", Box::Controller, say(KH_TR("The governor does not learn: leave it off or at its lowest.")), {}, {}},
            {"low", Box::Transmitter, say(KH_TR("Hold off, low throttle for 5 s.")), {}, {}},
            {"head",
             Box::Machine,
             say(KH_TR("Look at the head.")),
             say(KH_TR("It is driven, the right way. Gear turns and head does not: the motor runs backwards, swap two of its leads.")),
             {}},
            {"tail", Box::Machine, say(KH_TR("Look at the tail shaft.")), say(KH_TR("It turns the way the kit's manual shows.")), {}},
            {"hold-stops",
             Box::Transmitter,
             say(KH_TR("While it turns: hold on, in each flight mode after the other.")),
             say(KH_TR("It stops each time, and stays still as the collective stick goes up and down.")),
             {}},
            {"kill-stops",
             Box::Transmitter,
             say(KH_TR("Hold off, let it turn: kill. Then hold on, and kill back.")),
             say(KH_TR("It stops as surely.")),
             {}},
            {"failsafe-stops", Box::Transmitter, say(KH_TR("Hold off, let it turn: switch the transmitter off.")),
             say(KH_TR("It stops within two seconds and stays still.")),
             say(KH_TR("Hold on before the transmitter is switched on again: the motor would start the moment the link is back."))},
            {"rest", Box::Transmitter, say(KH_TR("Hold on, transmitter on, pack out.")), say(KH_TR("Everything has come to rest.")), {}}};
}

std::vector<Step> firstGoverned(const Setup& setup, const Figures&) {
    const auto& limit = helicopter(setup).rotor.bladeMaxRpm;
    return {{"limit",
             Box::Machine,
             limit ? say(hasEngine(setup) ? KH_TR("Blades on, outdoors; ask for at most {r}, 0.45 of the blades' {l}.")
                                          : KH_TR("Main and tail blades off; ask for at most {r}, 0.45 of the blades' {l}, in any case."),
                         {{"r", amount(setup, "machine.rotor.bladeMaxRpm"_field, firstGovernedRpm(*limit))},
                          {"l", amount(setup, "machine.rotor.bladeMaxRpm"_field, *limit)}})
             : hasEngine(setup) ? say(KH_TR("The blades' limit is not known, and an engine is never run without blades: look it up first."))
                                : say(KH_TR("Main and tail blades off; their limit is not known: they go on only once it is.")),
             {},
             say(KH_TR("Poles typed for pairs ask for twice the speed: nobody near the disc, hold under the finger."))},
            {"speed",
             Box::Transmitter,
             say(KH_TR("Hold off; let it come to speed.")),
             say(KH_TR("An instrument that uses none of these numbers shows the speed asked. Twice or half of it: poles and pairs.")),
             {}},
            {"stop", Box::Transmitter, say(KH_TR("Hold on, and let it stop; bail out on the ground before it is tried at 30 m.")), {}, {}}};
}

std::vector<Step> signalGuide(const Setup& setup, const Figures&) {
    return {
        {"page", Box::Controller, say(KH_TR("Governor off. Open the page of the monitor that shows the head speed.")), {}, {}},
        {"turn", Box::Machine,
         hasEngine(setup) ? say(KH_TR("At the first run, blades on: hold off, just above the clutch."))
                          : say(KH_TR("At first power, main and tail blades off: hold off, low throttle.")),
         say(KH_TR("A speed shows that follows the motor, and 0 when it stands still. Behind a one-way bearing turning the head by hand "
                   "shows nothing: that is no fault.")),
         say(KH_TR("Grips without blades still hit: nobody in the plane of the disc."))}};
}

}  // namespace

std::span<const BenchWork> powerGuides() {
    static constexpr std::array entries{
        BenchWork{.id = "throttle-ends", .title = KH_TR("Throttle ends"), .rows = "throttle-ends"_row, .steps = learnEnds},
        BenchWork{.id = "first-power", .title = KH_TR("First power"), .rows = "first-power"_row, .steps = firstPower},
        BenchWork{.id = "first-governed", .title = KH_TR("First governed run"), .rows = "first-governed"_row, .steps = firstGoverned},
        BenchWork{.id = "governor-signal", .title = KH_TR("Rpm signal"), .rows = "governor-signal"_row, .steps = signalGuide},
        BenchWork{.id = "engine-linkage", .title = KH_TR("Engine linkage"), .rows = "engine-linkage"_row, .steps = engineLinkage}};
    return entries;
}

}  // namespace kh
