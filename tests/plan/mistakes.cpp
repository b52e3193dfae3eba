// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/gyro.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/tailways.h"
#include "plan/mistakekit.h"

namespace khtest {

std::vector<Mistake> boxMistakes() {
    return {
        // signs
        {"channel reversed", Returns::Motion,
         [](const In& in) -> Edits { return turned(in.s, channel(stickChannel(in.dice), "reversed")); }}  // namespace khtest
        ,
        {"throttle channel reversed", Returns::Motion, [](const In& in) -> Edits { return turned(in.s, channel("throttle", "reversed")); }},
        {"gain channel reversed", Returns::Motion, [](const In& in) -> Edits { return turned(in.s, channel("gain", "reversed")); }},
        {"two channels reversed", Returns::Motion,
         [](const In& in) -> Edits {
             return Edits{{channel("aileron", "reversed"), !channelOf(in.s.transmitter, "aileron")->reversed},
                          {channel("rudder", "reversed"), !channelOf(in.s.transmitter, "rudder")->reversed}};
         }},
        {"aileron reversed in the controller", Returns::Motion,
         [](const In& in) -> Edits { return turned(in.s, "controller.directions.aileronReversed"); }},
        {"elevator reversed in the controller", Returns::Motion,
         [](const In& in) -> Edits { return turned(in.s, "controller.directions.elevatorReversed"); }},
        {"collective reversed in the controller", Returns::Motion,
         [](const In& in) -> Edits { return turned(in.s, "controller.directions.collectiveReversed"); }},
        {"rudder reversed in the controller", Returns::Motion,
         [](const In& in) -> Edits { return turned(in.s, "controller.directions.rudderReversed"); }},
        {"tail servo reversed", Returns::Motion, [](const In& in) -> Edits { return turned(in.s, "controller.tail.reversed"); }},
        {"tail reversed twice", Returns::Motion,
         [](const In& in) -> Edits {
             return Edits{{"controller.tail.reversed", !in.s.controller.tail.reversed},
                          {channel("rudder", "reversed"), !channelOf(in.s.transmitter, "rudder")->reversed}};
         }},
        {"tail servo undone by the rudder direction", Returns::Motion,
         [](const In& in) -> Edits {
             if (in.s.controller.profile->oneTailDirection || !tailBladesTurn(in.s)) return {};
             return Edits{{"controller.tail.reversed", !in.s.controller.tail.reversed},
                          {"controller.directions.rudderReversed", !in.s.controller.directions.rudderReversed}};
         }},
        {"yaw gyro reversed", Returns::Nothing,
         [](const In& in) -> Edits {
             const ControllerProfile& box = in.s.controller.profile;
             return box.gyroSenses && !box.oneTailDirection ? turned(in.s, "controller.gyro.yawReversed") : Edits{};
         }},
        {"rescue in use, the mounting told wrong", Returns::Nothing,
         [](const In& in) -> Edits {
             const auto& known = in.s.controller.profile->mountings;
             if (!levels(in.s.controller.profile) || known.size() < 2) return {};
             const std::string& other = known[in.dice() % known.size()];
             return other == in.s.controller.mounting ? Edits{} : Edits{{"controller.rescueInUse", true}, {"controller.mounting", other}};
         }},
        {"rescue in use, a gyro reversed", Returns::Nothing,
         [](const In& in) -> Edits {
             const ControllerProfile& box = in.s.controller.profile;
             if (!levels(box) || !box.gyroSenses) return {};
             Edits out = turned(in.s, coin(in.dice) ? "controller.gyro.rollReversed" : "controller.gyro.pitchReversed");
             out.push_back({"controller.rescueInUse", true});
             return out;
         }},
        {"precompensation with the torque", Returns::Nothing,
         [](const In& in) -> Edits {
             Setup tried = in.s;
             tried.controller.tail.precompensationPct = 20.0;
             return Edits{{"controller.tail.precompensationPct", precompensationWay(tried) > 0.0 ? -20.0 : 20.0}};
         }},
        {"a tail limit low", Returns::Band,
         [](const In& in) -> Edits {
             return tailBladesTurn(in.s)
                        ? scaled(in.s, coin(in.dice) ? "controller.tail.limitLeftPct" : "controller.tail.limitRightPct", 0.8)
                        : Edits{};
         }},
        {"a port reversed", Returns::Motion,
         [](const In& in) -> Edits {
             const auto& ports = in.s.controller.ports;
             return turned(
                 in.s, "controller.ports." + ports[in.dice() % std::min(ports.size(), helicopter(in.s).servos.size())].id + ".reversed");
         }},
        {"all ports reversed", Returns::Motion,
         [](const In& in) -> Edits {
             Edits out;
             for (std::size_t i = 0; i < helicopter(in.s).servos.size(); ++i)
                 out.push_back({"controller.ports." + in.s.controller.ports[i].id + ".reversed", !in.s.controller.ports[i].reversed});
             return out;
         }},
        {"range turned over", Returns::Motion,
         [](const In& in) -> Edits {
             return Edits{{"controller.collectiveHighPct", -in.s.controller.collectiveHighPct},
                          {"controller.collectiveLowPct", -in.s.controller.collectiveLowPct}};
         }},
        {"reference throw negative", Returns::Motion,
         [](const In& in) -> Edits {
             return Edits{{"controller.referencePct", -in.s.controller.referencePct}};
         }},
        {"gain on the rate side", Returns::Band,
         [](const In& in) -> Edits { return scaled(in.s, flown(in.s, in.dice, "tailGainPct"), -1.0); }},
        // channels
        {"travel short", Returns::Motion,
         [](const In& in) -> Edits {
             return scaled(in.s, channel(stickChannel(in.dice), coin(in.dice) ? "travelLowPct" : "travelHighPct"), 0.7);
         }},
        {"travel long", Returns::Motion,
         [](const In& in) -> Edits {
             return scaled(in.s, channel(stickChannel(in.dice), coin(in.dice) ? "travelLowPct" : "travelHighPct"), 1.25);
         }},
        {"travel zero", Returns::Motion,
         [](const In& in) -> Edits {
             return Edits{{channel(stickChannel(in.dice), "travelHighPct"), 0.0}};
         }},
        {"sub-trim", Returns::Motion,
         [](const In& in) -> Edits {
             return Edits{{channel(stickChannel(in.dice), "subTrimPct"), between(in.dice, 6, 20) * (coin(in.dice) ? 1 : -1)}};
         }},
        {"limit low", Returns::Motion,
         [](const In& in) -> Edits {
             return Edits{{channel(stickChannel(in.dice), "limitPct"), 60.0}};
         }},
        {"throttle limit", Returns::Motion,
         [](const In& in) -> Edits {
             return electric(in.s) ? Edits{{channel("throttle", "limitPct"), 80.0}} : Edits{};
         }},
        {"throttle travel low", Returns::Motion,
         [](const In&) -> Edits {
             return Edits{{channel("throttle", "travelLowPct"), 70.0}};
         }},
        {"throttle sub-trim", Returns::Motion,
         [](const In&) -> Edits {
             return Edits{{channel("throttle", "subTrimPct"), 30.0}};
         }},
        {"channels swapped", Returns::Motion,
         [](const In& in) -> Edits {
             return Edits{{channel("aileron", "number"), static_cast<double>(channelOf(in.s.transmitter, "elevator")->number)},
                          {channel("elevator", "number"), static_cast<double>(channelOf(in.s.transmitter, "aileron")->number)}};
         }},
        {"throttle and collective swapped", Returns::Motion,
         [](const In& in) -> Edits {
             return Edits{{channel("throttle", "number"), static_cast<double>(channelOf(in.s.transmitter, "collective")->number)},
                          {channel("collective", "number"), static_cast<double>(channelOf(in.s.transmitter, "throttle")->number)}};
         }},
        {"two functions on a channel", Returns::Motion,
         [](const In& in) -> Edits {
             return Edits{{channel("gain", "number"), static_cast<double>(channelOf(in.s.transmitter, "rudder")->number)}};
         }},
        {"failsafe missing", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{channel("throttle", "failsafePct"), std::monostate{}}};
         }},
        {"failsafe drives", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{channel("throttle", "failsafePct"), 20.0}};
         }},
        {"mixed twice", Returns::Motion,
         [](const In& in) -> Edits {
             return Edits{{"transmitter.swashMixing", std::string(coin(in.dice) ? "120" : "140")}};
         }},
        {"aeroplane memory", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"transmitter.modelType", std::string("aeroplane")}};
         }},
        {"rudder trim", Returns::Motion,
         [](const In&) -> Edits {
             return Edits{{"transmitter.trims.live", true}, {"transmitter.trims.rudderPct", 6.0}};
         }},
        {"trims live", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"transmitter.trims.live", true}};
         }},
        {"unused channels live", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"transmitter.unusedInhibited", false}};
         }},
        // plate
        {"layout", Returns::Motion,
         [](const In& in) -> Edits {
             const std::string other =
                 in.s.controller.layout == "three at 140°, elevator aft" ? "three at 120°, elevator aft" : "three at 140°, elevator aft";
             return helicopter(in.s).servos.size() == 3 ? Edits{{"controller.layout", other}} : Edits{};
         }},
        {"layout forward", Returns::Motion,
         [](const In& in) -> Edits {
             return helicopter(in.s).servos.size() == 3 ? Edits{{"controller.layout", std::string("three at 120°, elevator forward")}}
                                                        : Edits{};
         }},
        {"phase", Returns::Motion,
         [](const In& in) -> Edits {
             return Edits{{"controller.phaseDeg", in.s.controller.phaseDeg + 12.0}};
         }},
        {"sub-trim of a port", Returns::Nothing,
         [](const In& in) -> Edits { return port(in.s, in.dice, "trimUs", coin(in.dice) ? 90.0 : -90.0); }},
        {"leads in the wrong ports", Returns::Motion,
         [](const In& in) -> Edits {
             const auto& p = in.s.controller.ports;
             return Edits{{"controller.ports." + p[0].id + ".role", p[1].role}, {"controller.ports." + p[1].id + ".role", p[0].role}};
         }},
        {"mounting", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"controller.mounting", std::string("label down, plugs forward")}};
         }},
        {"narrow pulse on wide servos", Returns::Motion,
         [](const In&) -> Edits {
             return Edits{{"controller.pulseUs", 760.0}};
         }},
        {"frame rate", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"controller.rateHz", 560.0}};
         }},
        {"tail rate", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"controller.tail.rateHz", 900.0}};
         }},
        {"wide pulse on the tail", Returns::Motion,
         [](const In& in) -> Edits {
             return in.s.controller.tail.pulseUs < 1000.0 ? Edits{{"controller.tail.pulseUs", 1520.0}}
                                                          : Edits{{"controller.tail.pulseUs", 760.0}};
         }},
        {"tail limit left", Returns::Band,
         [](const In&) -> Edits {
             return Edits{{"controller.tail.limitLeftPct", 55.0}};
         }},
        {"tail limits high", Returns::Band,
         [](const In&) -> Edits {
             return Edits{{"controller.tail.limitLeftPct", 150.0}, {"controller.tail.limitRightPct", 150.0}};
         }},
        {"precompensation", Returns::Band,
         [](const In& in) -> Edits {
             return Edits{{"controller.tail.precompensationPct", coin(in.dice) ? 60.0 : -60.0}};
         }},
        {"reference throw large", Returns::Motion, [](const In& in) -> Edits { return scaled(in.s, "controller.referencePct", 1.35); }},
        {"reference throw small", Returns::Motion, [](const In& in) -> Edits { return scaled(in.s, "controller.referencePct", 0.6); }},
        {"collective range uneven", Returns::Band,
         [](const In& in) -> Edits {
             return in.s.machine.style == FlyingStyle::Scale || in.s.controller.profile->collectiveRanges != CollectiveRanges::Two
                        ? Edits{}
                        : scaled(in.s, "controller.collectiveLowPct", 0.75);
         }},
        {"collective range large", Returns::Band,
         [](const In& in) -> Edits {
             if (in.s.controller.profile->collectiveRanges == CollectiveRanges::None) return {};
             return Edits{{"controller.collectiveHighPct", in.s.controller.collectiveHighPct * 1.5},
                          {"controller.collectiveLowPct", in.s.controller.collectiveLowPct * 1.5}};
         }},
        {"collective range small", Returns::Band,
         [](const In& in) -> Edits {
             if (in.s.controller.profile->collectiveRanges == CollectiveRanges::None) return {};
             return Edits{{"controller.collectiveHighPct", in.s.controller.collectiveHighPct * 0.5},
                          {"controller.collectiveLowPct", in.s.controller.collectiveLowPct * 0.5}};
         }},
        {"collective trim", Returns::Motion,
         [](const In& in) -> Edits {
             return Edits{{"controller.collectiveTrimPct", coin(in.dice) ? 12.0 : -12.0}};
         }},
        {"cyclic limit", Returns::Band, [](const In&) -> Edits {
             return Edits{{"controller.cyclicLimitPct", 150.0}};
         }}};
}

const std::vector<Mistake>& mistakes() {
    static const std::vector<Mistake> all = [] {
        std::vector<Mistake> both = boxMistakes();
        for (const Mistake& m : flightMistakes()) both.push_back(m);
        for (const Mistake& m : carriedMistakes()) both.push_back(m);
        for (const Mistake& m : practiceMistakes()) both.push_back(m);
        return both;
    }();
    return all;
}

}  // namespace khtest
