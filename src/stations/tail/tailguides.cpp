// SPDX-License-Identifier: GPL-3.0-or-later
//
// The tail in steps: blades and drive first, then the directions in their order, precompensation, heading hold by what it does.
#include "judge/rowids.h"
#include "model/helicopter/helicopter.h"
#include "model/names.h"
#include "model/traits.h"
#include "stations/tail/tail.h"
#include "stations/tail/tailwords.h"

#include <array>

namespace kh {

namespace {

std::vector<Step> edgesGuide(const Setup& setup, const Figures&) {
    if (!tailBladesTurn(setup)) {
        return {
            {"tail-motor", Box::Machine, say(KH_TR("Main and tail blades off, main motor's leads off and insulated; the machine held.")),
             say(KH_TR("Only the tail motor is connected.")),
             say(KH_TR("The one powered test with a motor connected: fingers and clothes clear of the tail."))},
            {"way",
             Box::Machine,
             say(KH_TR("Hold off, throttle just above its start for a moment.")),
             say(KH_TR("The tail motor turns the way the kit's manual shows.")),
             {}},
            {"edge",
             Box::Machine,
             say(KH_TR("Hold on, tail motor unplugged; look at its blade.")),
             say(KH_TR("The leading edge, the thick one, goes first.")),
             {}}};
    }
    return {{"edges", Box::Machine, say(KH_TR("Motor leads off. Look at both tail blades.")),
             say(KH_TR("The leading edge, the thick one, goes first in the direction of travel.")),
             say(KH_TR("Turn the rotors by hand only, fingers off gears and belt."))},
            {"drive",
             Box::Machine,
             say(helicopter(setup).rotor.turning == Turning::Clockwise
                     ? KH_TR("Turn the main rotor by hand as in flight, clockwise from above.")
                     : KH_TR("Turn the main rotor by hand as in flight, counter-clockwise from above.")),
             say(helicopter(setup).tail.topBlade == TopBlade::Aft
                     ? KH_TR("The upper tail blade goes aft, as the kit's manual shows; a belt twisted the wrong way runs it forward.")
                     : KH_TR("The upper tail blade goes forward, as the kit's manual shows; a belt twisted the wrong way runs it aft.")),
             {}},
            {"slider",
             Box::Machine,
             say(KH_TR("Pop the link off the slider and move it by hand from end to end.")),
             say(KH_TR("It moves by its own weight, without play. Friction and slop are never cured by gain.")),
             {}}};
}

std::vector<Step> directionGuide(const Setup& setup, const Figures&) {
    return {
        {"look",
         Box::Bench,
         edgesSeen(setup) ? say(KH_TR("Leading edges and drive were seen: the directions can be proved."))
                          : say(KH_TR("Look at leading edges and drive first: until then nothing here proves anything.")),
         {},
         say(KH_TR("Motor leads off, tail blades clear of the bench: grips and slider pinch."))},
        {"transmitter",
         Box::Transmitter,
         say(KH_TR("First the transmitter: rudder stick left.")),
         say(KH_TR("The controller's monitor shows rudder with the sign of its manual; if not, reverse the channel, never the servo.")),
         {}},
        {"controller",
         Box::Controller,
         boxDoes(setup, Box::Controller, "frozen-outputs")
             ? say(KH_TR("Then the controller's own rudder direction: rudder stick left. In its set-up state this box freezes outputs: a "
                         "tail that stands still there is no fault; leave that state first."))
             : say(KH_TR("Then the controller's own rudder direction, in its set-up state: rudder stick left.")),
         say(KH_TR("{s}."), {{"s", noseLeftSign(setup)}}),
         {}},
        {"gyro",
         Box::Controller,
         setup.controller.profile->oneTailDirection
             ? say(KH_TR("Last the gyro; stick and gyro have one direction in this box. Leave the menu, save, restart; turn the nose "
                         "right by hand."))
             : say(KH_TR("Last the gyro. Leave the menu, save, restart; turn the nose right by hand.")),
         say(KH_TR("{s}, in the first half second."), {{"s", noseLeftSign(setup)}}),
         {}}};
}

std::vector<Step> precompensationGuide(const Setup& setup, const Figures&) {
    return {
        {"up", Box::Controller, say(KH_TR("On the bench, rate mode: collective from zero up, rudder untouched.")),
         helicopter(setup).rotor.turning == Turning::Clockwise ? noseRightSign(setup) : noseLeftSign(setup),
         say(KH_TR("Motor leads off, tail blades clear of the bench."))},
        {"down", Box::Controller, say(KH_TR("Collective from zero down.")), say(KH_TR("To the same side: torque grows both ways.")), {}},
        {"flight",
         Box::Controller,
         say(KH_TR("In flight: raise it only while the kick gets smaller; land to change it.")),
         say(KH_TR("If a higher value makes the kick worse, reverse it. A sagging head speed kicks too: mend that first.")),
         {}}};
}

std::vector<Step> holdGuide(const Setup& setup, const Figures& figures) {
    std::vector<Step> steps;
    steps.push_back({"state",
                     Box::Machine,
                     say(KH_TR("Controller in its flying state, motor leads off.")),
                     {},
                     say(KH_TR("Tail blades clear of the bench: the tail walks to its end and back."))});
    for (const FlightMode& m : setup.transmitter.modes) {
        const ModeFigures* f = figures.mode(m.id);
        if (f == nullptr || !f->gainRead.known) continue;
        const bool holds = f->gainRead.value > 0.0;
        steps.push_back(
            {m.id,
             Box::Transmitter,
             say(KH_TR("{m}, reads {g} %: tap the rudder stick and let go."), {{"m", m.name}, {"g", signedNum(f->gainRead.value)}}),
             say(holds ? KH_TR("The tail stays where it went: heading hold.") : KH_TR("The tail returns: rate mode.")),
             {}});
    }
    return steps;
}

}  // namespace

std::span<const BenchWork> tailGuides() {
    static constexpr std::array entries{
        BenchWork{.id = "tail-edges", .title = KH_TR("Tail blades and drive"), .rows = "tail-edges"_row, .steps = edgesGuide},
        BenchWork{.id = "tail-direction", .title = KH_TR("Stick to tail"), .rows = "tail-direction"_row, .steps = directionGuide},
        BenchWork{.id = "precompensation", .title = KH_TR("Precompensation"), .rows = "precompensation"_row, .steps = precompensationGuide},
        BenchWork{.id = "heading-hold", .title = KH_TR("Heading hold"), .rows = "heading-hold"_row, .steps = holdGuide}};
    return entries;
}

}  // namespace kh
