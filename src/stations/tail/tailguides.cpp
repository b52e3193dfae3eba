// SPDX-License-Identifier: GPL-3.0-or-later
//
// The tail in steps: blades and drive first, then the directions in their order, precompensation, heading hold by what it does.
#include "judge/rowids.h"
#include "model/helicopter/helicopter.h"
#include "model/names.h"
#include "stations/tail/tail.h"
#include "stations/tail/tailwords.h"

#include <array>

namespace kh {

namespace {

Guide edgesGuide(const Setup& setup, const Figures&) {
    Guide g{"tail-edges"_row, say(KH_TR("Tail blades and drive")), {}};
    if (!tailBladesTurn(setup)) {
        g.steps = {{Box::Machine, say(KH_TR("Main and tail blades off, main motor's leads off and insulated; the machine held.")),
                    say(KH_TR("Only the tail motor is connected.")),
                    say(KH_TR("The one powered test with a motor connected: fingers and clothes clear of the tail."))},
                   {Box::Machine,
                    say(KH_TR("Hold off, throttle just above its start for a moment.")),
                    say(KH_TR("The tail motor turns the way the kit's manual shows.")),
                    {}},
                   {Box::Machine,
                    say(KH_TR("Hold on, tail motor unplugged; look at its blade.")),
                    say(KH_TR("The leading edge, the thick one, goes first.")),
                    {}}};
        return g;
    }
    g.steps = {{Box::Machine, say(KH_TR("Motor leads off. Look at both tail blades.")),
                say(KH_TR("The leading edge, the thick one, goes first in the direction of travel.")),
                say(KH_TR("Turn the rotors by hand only, fingers off gears and belt."))},
               {Box::Machine,
                say(helicopter(setup).rotor.turning == Turning::Clockwise
                        ? KH_TR("Turn the main rotor by hand as in flight, clockwise from above.")
                        : KH_TR("Turn the main rotor by hand as in flight, counter-clockwise from above.")),
                say(helicopter(setup).tail.topBlade == TopBlade::Aft
                        ? KH_TR("The upper tail blade goes aft, as the kit's manual shows; a belt twisted the wrong way runs it forward.")
                        : KH_TR("The upper tail blade goes forward, as the kit's manual shows; a belt twisted the wrong way runs it aft.")),
                {}},
               {Box::Machine,
                say(KH_TR("Pop the link off the slider and move it by hand from end to end.")),
                say(KH_TR("It moves by its own weight, without play. Friction and slop are never cured by gain.")),
                {}}};
    return g;
}

Guide directionGuide(const Setup& setup, const Figures&) {
    return {
        "tail-direction"_row,
        say(KH_TR("Tail direction")),
        {{Box::Bench,
          edgesSeen(setup) ? say(KH_TR("Leading edges and drive were seen: the directions can be proved."))
                           : say(KH_TR("Look at leading edges and drive first: until then nothing here proves anything.")),
          {},
          say(KH_TR("Motor leads off, tail blades clear of the bench: grips and slider pinch."))},
         {Box::Transmitter,
          say(KH_TR("First the transmitter: rudder stick left.")),
          say(KH_TR("The controller's monitor shows rudder with the sign of its manual; if not, reverse the channel, never the servo.")),
          {}},
         {Box::Controller,
          say(KH_TR("Then the controller's own tail direction, in its set-up state: rudder stick left.")),
          say(KH_TR("{s}."), {{"s", noseLeftSign(setup)}}),
          {}},
         {Box::Controller,
          setup.controller.profile->oneTailDirection
              ? say(KH_TR("Last the gyro; stick and gyro have one direction in this box. Leave the menu, save, restart; turn the nose "
                          "right by hand."))
              : say(KH_TR("Last the gyro. Leave the menu, save, restart; turn the nose right by hand.")),
          say(KH_TR("{s}, in the first half second."), {{"s", noseLeftSign(setup)}}),
          {}}}};
}

Guide precompensationGuide(const Setup& setup, const Figures&) {
    return {"precompensation"_row,
            say(KH_TR("Precompensation")),
            {{Box::Controller, say(KH_TR("On the bench, rate mode: collective from zero up, rudder untouched.")),
              helicopter(setup).rotor.turning == Turning::Clockwise ? noseRightSign(setup) : noseLeftSign(setup),
              say(KH_TR("Motor leads off, tail blades clear of the bench."))},
             {Box::Controller, say(KH_TR("Collective from zero down.")), say(KH_TR("To the same side: torque grows both ways.")), {}},
             {Box::Controller,
              say(KH_TR("In flight: raise it only while the kick gets smaller; land to change it.")),
              say(KH_TR("If a higher value makes the kick worse, reverse it. A sagging head speed kicks too: mend that first.")),
              {}}}};
}

Guide holdGuide(const Setup& setup, const Figures& figures) {
    Guide g{"heading-hold"_row, say(KH_TR("Heading hold")), {}};
    g.steps.push_back({Box::Machine,
                       say(KH_TR("Controller in its flying state, motor leads off.")),
                       {},
                       say(KH_TR("Tail blades clear of the bench: the tail walks to its end and back."))});
    for (const FlightMode& m : setup.transmitter.modes) {
        const ModeFigures* f = figures.mode(m.id);
        if (f == nullptr || !f->gainRead.known) continue;
        const bool holds = f->gainRead.value > 0.0;
        g.steps.push_back(
            {Box::Transmitter,
             say(KH_TR("{m}, reads {g} %: tap the rudder stick and let go."), {{"m", m.name}, {"g", signedNum(f->gainRead.value)}}),
             say(holds ? KH_TR("The tail stays where it went: heading hold.") : KH_TR("The tail returns: rate mode.")),
             {}});
    }
    return g;
}

}  // namespace

std::span<const GuideEntry> tailGuides() {
    static constexpr std::array entries{GuideEntry{"tail-edges"_row, edgesGuide}, GuideEntry{"tail-direction"_row, directionGuide},
                                        GuideEntry{"precompensation"_row, precompensationGuide}, GuideEntry{"heading-hold"_row, holdGuide}};
    return entries;
}

}  // namespace kh
