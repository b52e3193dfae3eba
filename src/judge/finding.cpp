// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/finding.h"

#include <array>

namespace kh {

const char* severityId(Severity severity) {
    switch (severity) {
        case Severity::Danger: return KH_TR("danger");
        case Severity::Warning: return KH_TR("warning");
        case Severity::Note: return KH_TR("note");
    }
    return "";
}

Function tracedFunction(const Finding& finding) {
    if (finding.witness) {
        const PartialDeck& to = finding.witness->to;
        if (to.rudder.value_or(0.0) != 0.0) return Function::Rudder;
        if (to.aileron.value_or(0.0) != 0.0) return Function::Aileron;
        if (to.elevator.value_or(0.0) != 0.0) return Function::Elevator;
    }
    struct Word {
        const char* part;
        Function function;
    };
    static constexpr std::array words{
        Word{"tailGainPct", Function::Gain},         Word{"channels.gain", Function::Gain},  Word{"hrottle", Function::Throttle},
        Word{".hold.", Function::Throttle},          Word{".kill.", Function::Throttle},     Word{".cut.", Function::Throttle},
        Word{"speedController", Function::Throttle}, Word{"udder", Function::Rudder},        Word{".tail.", Function::Rudder},
        Word{"aileron", Function::Aileron},          Word{"elevatorPct", Function::Elevator}};
    for (const Word& w : words)
        if (finding.subject.find(w.part) != std::string::npos) return w.function;
    return Function::Collective;
}

}  // namespace kh
