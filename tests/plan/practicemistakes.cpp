// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/helicopter/helicopter.h"
#include "plan/mistakekit.h"

namespace khtest {

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
    };
}

}  // namespace khtest
