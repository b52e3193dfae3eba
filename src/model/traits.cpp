// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/traits.h"

#include "base/message.h"

#include <algorithm>
#include <array>

namespace kh {

namespace {

constexpr std::array kChannelRows{"channel-aileron", "channel-elevator", "channel-collective",
                                  "channel-rudder",  "channel-throttle", "channel-gain"};
constexpr std::array kStopRows{"hold", "hold-switch", "kill-switch", "cut-switch"};
constexpr std::array kLineRows{"throttle-ends", "start-pulse", "hold", "failsafe", "channel-throttle"};
constexpr std::array kThrottleRows{"throttle-curve", "head-speed-mode", "wanted-speed"};
constexpr std::array kKnobRows{"tail-gain", "head-gain", "bank-expo", "rates"};
constexpr std::array kSharedRows{"throttle-curve", "pitch-curve", "rates", "tail-gain"};
constexpr std::array kReceiverRows{"failsafe", "failsafe-test", "binding", "receiver"};
constexpr std::array kButtonRows{"mode-switch", "bank-switch", "gain-switch"};
constexpr std::array kLinkageRows{"collective-range", "reference-throw", "resolution"};
constexpr std::array kTrainerRows{"hold-switch", "kill-switch", "mode-switch"};
constexpr std::array kFrozenRows{"servo-directions", "cyclic-sense", "collective-sense", "tail-direction"};

constexpr std::array kTraits{
    Trait{"one-system", Box::Transmitter, KH_TR("transmitter and controller are one system"),
          KH_TR("no pulse passes between them: travels and readings of channels say nothing, and who overwrites whom when they connect is "
                "to be looked up"),
          kChannelRows},
    Trait{"one-system", Box::Controller, KH_TR("transmitter and controller are one system"),
          KH_TR("no pulse passes between them: travels and readings of channels say nothing, and who overwrites whom when they connect is "
                "to be looked up"),
          kChannelRows},
    Trait{"stick-conditions", Box::Transmitter, KH_TR("hold or cut engages only below a stick place"),
          KH_TR("the switch alone neither engages nor lets go everywhere on the stick"), kStopRows},
    Trait{"shared-values", Box::Transmitter, KH_TR("one variable stands behind several cells"),
          KH_TR("a value typed in one mode may change another"), kSharedRows},
    Trait{"button-banks", Box::Transmitter, KH_TR("a bank of buttons in place of switches"),
          KH_TR("more places than a switch has are not tried"), kButtonRows},
    Trait{"trainer", Box::Transmitter, KH_TR("a trainer link can be on"), KH_TR("whose hold and kill count while it is on is not tried"),
          kTrainerRows},
    Trait{"two-receivers", Box::Controller, KH_TR("two receivers, each with its failsafe"),
          KH_TR("only one failsafe is judged: test the other too"), kReceiverRows},
    Trait{"knob", Box::Transmitter, KH_TR("a knob carries a setting of the controller"),
          KH_TR("what stands in the box is then what the knob says"), kKnobRows},
    Trait{"linkage-correction", Box::Controller, KH_TR("it corrects the linkage by its own reckoning"),
          KH_TR("blade angles between the ends follow its reckoning, not the arms'"), kLinkageRows},
    Trait{"rpm-throttle", Box::Controller, KH_TR("throttle is typed as rpm"), KH_TR("a throttle in % is then no share of power"),
          kThrottleRows},
    Trait{"frozen-outputs", Box::Controller, KH_TR("its set-up state freezes outputs"),
          KH_TR("a servo that stands still there is no fault; move it outside that state"), kFrozenRows},
    Trait{"digital-throttle", Box::SpeedController, KH_TR("a digital throttle line"),
          KH_TR("there are no pulses and no ends to learn: motor-off is a command, to be seen at the motor"), kLineRows},
    Trait{"rpm-throttle", Box::SpeedController, KH_TR("throttle is typed as rpm, or picks a band"),
          KH_TR("a throttle in % is then no share of power"), kThrottleRows}};

}  // namespace

std::span<const Trait> traits() { return kTraits; }

const Trait* traitOf(Box box, std::string_view id) {
    const auto found = std::find_if(kTraits.begin(), kTraits.end(), [&](const Trait& t) { return t.box == box && id == t.id; });
    return found == kTraits.end() ? nullptr : found;
}

std::vector<const Trait*> traitsOf(const Setup& setup) {
    std::vector<const Trait*> out;
    const auto add = [&](Box box, const std::vector<std::string>& does) {
        for (const std::string& id : does)
            if (const Trait* t = traitOf(box, id)) out.push_back(t);
    };
    add(Box::Transmitter, setup.transmitter.profile->alsoDoes);
    add(Box::Controller, setup.controller.profile->alsoDoes);
    add(Box::SpeedController, setup.speedController.profile->alsoDoes);
    return out;
}

}  // namespace kh
