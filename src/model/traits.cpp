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
constexpr std::array kTrimRows{"stick-trims", "throttle-trim"};
constexpr std::array kRankRows{"mode-switch", "hold-switch"};
constexpr std::array kBankRows{"bank-switch", "bank-expo", "head-gain"};
constexpr std::array kGainRows{"tail-gain", "tail-gain-read"};
constexpr std::array kCurveRows{"throttle-curve", "pitch-curve"};
constexpr std::array kRateRows{"agility-roll", "bank-expo"};
constexpr std::array kLimitRows{"cyclic-limit", "reference-throw", "collective-range"};
constexpr std::array kGovernorRows{"governor", "throttle-curve", "head-speed-mode"};
constexpr std::array kPoleRows{"poles", "governor"};
constexpr std::array kServoRows{"servo-directions", "servo-pulse", "servo-rate"};
constexpr std::array kPageRows{"mode-switch", "throttle-curve", "servo-directions"};
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
    Trait{"trims-per-mode", Box::Transmitter, KH_TR("every flight mode has trims of its own"),
          KH_TR("what stands for the trims here is that of one mode"), kTrimRows},
    Trait{"modes-by-number", Box::Transmitter, KH_TR("of two modes asked for, the lower number flies"),
          KH_TR("where two conditions are met at once another mode may fly than here"), kRankRows},
    Trait{"stays-on-old-switch", Box::Transmitter, KH_TR("a function that is moved stays on its old switch too"),
          KH_TR("after a move take it off the old switch, and see that the old place does nothing"), kButtonRows},
    Trait{"overrides-after-reversing", Box::Transmitter, KH_TR("hold and cut act after the channel's direction"),
          KH_TR("on a reversed throttle channel they send the other side"), kStopRows},
    Trait{"gain-picks-bank", Box::Transmitter, KH_TR("the gain channel picks a bank too"),
          KH_TR("its sign or its range changes more than the gain"), kGainRows},
    Trait{"shared-curves", Box::Transmitter, KH_TR("curves are shared between modes by number"),
          KH_TR("a point typed in one mode may change another"), kCurveRows},
    Trait{"banks-by-mode", Box::Controller, KH_TR("the flight mode picks the bank"), KH_TR("no switch of its own works the bank"),
          kBankRows},
    Trait{"style-rates", Box::Controller, KH_TR("turn rates are style numbers"), KH_TR("°/s are then what its table makes of them"),
          kRateRows},
    Trait{"combined-limit", Box::Controller, KH_TR("one limit for collective and cyclic together"),
          KH_TR("at full collective there is less cyclic than here, or the other way round"), kLimitRows},
    Trait{"throttle-by-itself", Box::Controller, KH_TR("its governor makes the throttle itself"),
          KH_TR("the curve's value is no share of power there, and it has an off of its own"), kGovernorRows},
    Trait{"poles-in-telemetry", Box::Controller, KH_TR("the pole count is asked for a third time, in the telemetry"),
          KH_TR("a display that is off by the poles looks like a wrong head speed"), kPoleRows},
    Trait{"dead-until-chosen", Box::Controller, KH_TR("outputs are dead until a servo type is chosen"),
          KH_TR("a servo that stands still there is no fault; choose its type first"), kServoRows},
    Trait{"asks-teeth", Box::Controller, KH_TR("its governor asks for teeth, not for a ratio"),
          KH_TR("the ratio that stands here is what it makes of the teeth that are typed"), kGovernorRows},
    Trait{"common-servo-settings", Box::Controller, KH_TR("plate servos have centre and direction in common"),
          KH_TR("a trim or a direction of one of them cannot be typed alone"), kServoRows},
    Trait{"held-press", Box::Controller, KH_TR("its pages ask for a press of a given length, or a place of a switch"),
          KH_TR("a press that is too short or too long does something else: its manual says which"), kFrozenRows},
    Trait{"lamp-values", Box::Controller, KH_TR("values are lamp colours, by firmware"),
          KH_TR("the word that stands here is to be looked up for its firmware"), kFrozenRows},
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
    Trait{"frozen-pages", Box::Transmitter, KH_TR("outputs stand still while some of its pages are open"),
          KH_TR("stand in a safe place first, hold on and the rotor still, and leave the page before you look at the machine"), kPageRows},
    Trait{"frozen-pages", Box::Controller, KH_TR("outputs stand still while some of its pages are open"),
          KH_TR("stand in a safe place first, hold on and the rotor still, and leave the page before you look at the machine"), kPageRows},
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

bool boxDoes(const Setup& setup, Box box, std::string_view id) {
    const std::vector<const Trait*> all = traitsOf(setup);
    return std::any_of(all.begin(), all.end(), [&](const Trait* t) { return t->box == box && id == t->id; });
}

}  // namespace kh
