// SPDX-License-Identifier: GPL-3.0-or-later
//
// Binding and range check of a camera quadrotor: propellers off, and what answers is the sign of its box.
#include "judge/rowids.h"
#include "model/carried.h"
#include "model/setup.h"
#include "procedure/camera/cameraentry.h"
#include "stations/kit/subset.h"
#include "stations/link/link.h"

#include <array>

namespace kh {

namespace {

Step lossStored(LossAnswer loss) {
    switch (loss) {
        case LossAnswer::NoPulses:
            return {"store", Box::Machine, say(KH_TR("Set the receiver to send no pulses without a signal, as its manual says.")),
                    say(KH_TR("Nothing is left stored in it."))};
        case LossAnswer::Values:
            return {"store", Box::Machine, say(KH_TR("Store what is sent without a signal: the values of Lost signal, in Modes.")),
                    say(KH_TR("The receiver confirms it as its manual says."))};
        case LossAnswer::KeepsLast: break;
    }
    return {"store",
            Box::Machine,
            say(KH_TR("This receiver keeps the last values: set it to send no pulses, as its manual says.")),
            say(KH_TR("The box hears that the signal is gone.")),
            {}};
}

std::vector<Step> bindingOfCamera(const Setup& setup, const Figures& figures) {
    std::vector<Step> steps = bindingSteps(setup, figures);
    Message match;
    for (Step& step : steps) {  // what their boxes' descriptions say of them stays
        if (step.name == "memory") match = step.seen;
        if (step.name == "wait") step.caution = say(KH_TR("If a motor twitches, pull the pack at once."));
    }
    return stepsWith(
        std::move(steps),
        {{"off", Box::Machine, say(KH_TR("Propellers off.")), say(KH_TR("None is left on a motor.")),
          say(KH_TR("A receiver that binds can send anything for a moment: the motors may start."))},
         {"memory",
          Box::Transmitter,
          say(KH_TR("Choose the memory of {m}; throttle low, cut on."), {{"m", setup.machine.name}}),
          std::move(match),
          {}},
         {"follows",
          Box::Transmitter,
          say(KH_TR("Move the aileron stick to the side; cut stays on.")),
          say(KH_TR("The aileron bar of the box's monitor follows, the throttle bar does not move.")),
          {}},
         lossStored(cameraOf(setup).loss),
         {"stale", Box::Bench,
          say(KH_TR("Binding makes what was seen before stale: every place and its sign again, then the lost signal."))},
         {"mode", Box::Transmitter, say(KH_TR("Before it is switched off: back to the mode it starts in, return home off, cut on.")),
          say(KH_TR("The box gives the sign of that mode.")),
          say(KH_TR("Disarm, pack out, then the transmitter off: an armed machine that loses its signal may take off."))}});
}

std::vector<Step> rangeOfCamera(const Setup& setup, const Figures& figures) {
    return stepsWith(
        stepsWithout(rangeSteps(setup, figures), {"running"}),
        {{"held", Box::Machine, say(KH_TR("At the field, propellers off: a helper holds the machine at the height of his chest.")),
          say(KH_TR("Antennas as they will fly.")), say(KH_TR("Cut on all the while."))},
         {"distance",
          Box::Transmitter,
          say(KH_TR("Walk away to the distance that the maker gives, moving the mode switch place by place; the helper turns the machine "
                    "all ways.")),
          say(KH_TR("Each place gives its sign without a pause, all the way; none of a lost signal.")),
          {}}});
}

}  // namespace

std::span<const BenchWork> cameraLinkGuides() {
    static constexpr std::array work{
        BenchWork{.id = "binding", .title = KH_TR("Binding"), .rows = "binding"_row, .steps = bindingOfCamera},
        BenchWork{.id = "range-check", .title = KH_TR("Range check"), .rows = "range-check"_row, .steps = rangeOfCamera}};
    return work;
}

}  // namespace kh
