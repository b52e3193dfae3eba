// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/carried.h"
#include "model/controllerwords.h"
#include "model/helicopter/helicopter.h"
#include "plan/mistakekit.h"

namespace khtest {

namespace {

/// Whether a gain of roll or pitch is sent, mode by mode.
bool sent(const kh::Setup& s, const char* family) {
    return kh::carrierOf(s.transmitter, family) != nullptr && kh::takesFamily(s.controller.profile, family) &&
           s.transmitter.schools.headGain == kh::HeadGainSchool::PerMode;
}

}  // namespace

std::vector<Mistake> practiceMistakes() {
    return {
        {"a timer that never starts", Returns::Nothing,
         [](const In& in) -> Edits {
             if (in.s.transmitter.timerMin <= 0.0) return {};
             if (coin(in.dice))
                 return Edits{{"transmitter.alarms.timerFollows", std::string("throttle")}, {"transmitter.alarms.timerStartPct", 100.0}};
             return Edits{{"transmitter.alarms.timerFollows", std::string(coin(in.dice) ? "a switch" : "flight mode")}};
         }},
        {"a timer that stops at low stick", Returns::Nothing,
         [](const In& in) -> Edits {
             if (in.s.transmitter.timerMin <= 0.0 || !governs(in.s) || in.s.transmitter.schools.throttle == ThrottleSchool::Classic)
                 return {};
             return Edits{{"transmitter.alarms.timerFollows", std::string("collective stick")},
                          {"transmitter.alarms.timerStartPct", between(in.dice, 10, 60)}};
         }},
        {"an alarm on the supply that comes too late, or always", Returns::Band,
         [](const In& in) -> Edits {
             const auto volts = in.s.machine.supply.volts;
             if (!volts || *volts < 6.0 || in.s.machine.supply.bufferVolts) return {};
             return Edits{{"machine.supply.alarmVolts", coin(in.dice) ? 4.0 : *volts}};
         }},
        {"two supplies joined", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"machine.wiring.second", std::string("joined")}};
         }},
        {"no rpm lead to a governing controller", Returns::Nothing,
         [](const In& in) -> Edits {
             return in.s.controller.governor.kind == GovernorKind::Internal ? Edits{{"machine.wiring.rpmLead", false}} : Edits{};
         }},
        {"a mode for the bench that can be flown", Returns::Band,
         [](const In& in) -> Edits {
             if (in.s.transmitter.modes.size() < 3) return {};
             return Edits{{flown(in.s, in.dice, "benchOnly"), true}};
         }},
        {"the tail servo's trim beyond what is safe", Returns::Band,
         [](const In& in) -> Edits {
             if (!tailBladesTurn(in.s)) return {};
             return Edits{{"controller.tail.trimUs",
                           (coin(in.dice) ? 1.0 : -1.0) * (in.s.controller.profile->trimSafeUs + between(in.dice, 10, 60))}};
         }},
        {"a gain of roll or pitch on the rate side", Returns::Band,
         [](const In& in) -> Edits {
             const char* family = coin(in.dice) ? "roll-gain" : "pitch-gain";
             if (!sent(in.s, family)) return {};
             return Edits{
                 {flown(in.s, in.dice, std::string(family) == "roll-gain" ? "rollGainPct" : "pitchGainPct"), -between(in.dice, 20, 80)}};
         }},
        {"the channel of a gain turned round", Returns::Nothing,
         [](const In& in) -> Edits {
             if (!sent(in.s, "roll-gain")) return {};
             return Edits{{"transmitter.functionChannels.roll-gain.reversed", !carrierOf(in.s.transmitter, "roll-gain")->reversed}};
         }},
        {"a gain of roll that hardly holds", Returns::Band,
         [](const In& in) -> Edits {
             if (!sent(in.s, "roll-gain")) return {};
             return Edits{{flown(in.s, in.dice, "rollGainPct"), between(in.dice, 5, 10)}};
         }},
        {"another kind of receiver told", Returns::Nothing,
         [](const In& in) -> Edits {
             for (const std::string& kind : in.s.controller.profile->receiverKinds)
                 if (kind != receiverKindWord(in.s.machine.wiring.receiver)) return Edits{{"controller.receiver.kind", kind}};
             return {};
         }},
        {"a governor that is passed through", Returns::Nothing,
         [](const In& in) -> Edits {
             if (!in.s.controller.profile->passesThrottle || in.s.controller.governor.kind != GovernorKind::Internal) return {};
             return Edits{{"controller.governor.direct", true}};
         }},
        {"pitch apart from roll, hardly held", Returns::Band,
         [](const In& in) -> Edits {
             if (!in.s.controller.profile->axesApart || in.s.controller.banks.empty()) return {};
             return Edits{{"controller.banks." + in.s.controller.banks.front().id + ".pitchGainPct", between(in.dice, 1, 12)}};
         }},
    };
}

}  // namespace khtest
