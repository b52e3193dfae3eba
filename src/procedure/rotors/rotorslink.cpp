// SPDX-License-Identifier: GPL-3.0-or-later
//
// Binding and the failsafe test of a variable-pitch quadrotor: one motor turns four rotors.
#include "judge/rowids.h"
#include "model/setup.h"
#include "procedure/rotors/rotorsentry.h"
#include "stations/kit/subset.h"
#include "stations/link/link.h"

#include <algorithm>
#include <vector>

namespace kh {

namespace {

Message lockedRotors(const Setup& setup) {
    return setup.transmitter.schools.benchPower == BenchPowerSchool::Apart
               ? say(KH_TR("The receiver pack alone feeds the boxes, the main pack never connected; all blades off."))
               : say(KH_TR("Motor leads off, or the pinion out of mesh; all blades off."));
}

std::vector<Step> bindingOfRotors(const Setup& setup, const Figures& figures) {
    return stepsWith(bindingSteps(setup, figures),
                     {{"off", Box::Machine, say(KH_TR("Unplug the motor leads, insulate each, take all blades off.")),
                       say(KH_TR("No lead can reach its socket.")),
                       say(KH_TR("A receiver that binds can send anything for a moment: four rotors must not be able to start."))}});
}

std::vector<Step> failsafeOfRotors(const Setup& setup, const Figures& figures) {
    return stepsWith(failsafeSteps(setup, figures),
                     {{"off",
                       Box::Machine,
                       lockedRotors(setup),
                       {},
                       say(KH_TR("This is the one test with hold off: a motor that can turn, would. Nobody in the plane of a disc."))},
                      {"throttle",
                       Box::Transmitter,
                       say(KH_TR("Hold off, a mode in which the motor runs, collective stick up.")),
                       say(KH_TR("The throttle stands above 50 % on the monitor. With hold on the test would pass whatever was stored.")),
                       {}}});
}

std::vector<Step> supplyAlarmOfRotors(const Setup& setup, const Figures& figures) {
    std::vector<Step> steps = supplyAlarmSteps(setup, figures);
    for (Step& s : steps)
        if (s.name == "pull") s.caution = say(KH_TR("Blades folded, fingers clear of the levers, and stop before the receiver restarts."));
    return steps;
}

}  // namespace

std::span<const BenchWork> rotorLinkGuides() {
    static const std::vector<BenchWork> work = [] {
        std::vector<BenchWork> all(linkGuides().begin(), linkGuides().end());
        for (BenchWork& w : all) {
            if (std::string_view(w.id) == "binding") w.steps = bindingOfRotors;
            if (std::string_view(w.id) == "failsafe-test") w.steps = failsafeOfRotors;
            if (std::string_view(w.id) == "supply-alarm") w.steps = supplyAlarmOfRotors;
        }
        return all;
    }();
    return work;
}

}  // namespace kh
