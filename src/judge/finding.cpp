// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/finding.h"

#include "model/fieldpatterns.h"

#include <algorithm>
#include <array>
#include <string_view>

namespace kh {

const char* severityId(Severity severity) {
    switch (severity) {
        case Severity::Danger: return KH_TR("danger");
        case Severity::Warning: return KH_TR("warning");
        case Severity::Note: return KH_TR("note");
    }
    return "";
}

namespace {

/// Which function's trace shows a field; of everything below the path.
struct Belongs {
    const char* path;  ///< {} stands for an element
    Function function;
};
constexpr std::array kBelongs{
    Belongs{"transmitter.channels.gain", Function::Gain},
    Belongs{"transmitter.modes.{}.tailGainPct"_field, Function::Gain},
    Belongs{"transmitter.channels.throttle", Function::Throttle},
    Belongs{"transmitter.modes.{}.throttle"_field, Function::Throttle},
    Belongs{"transmitter.throttleTrimRangePct"_field, Function::Throttle},
    Belongs{"transmitter.schools.throttle"_field, Function::Throttle},
    Belongs{"machine.wiring.throttleLead"_field, Function::Throttle},
    Belongs{"controller.governor.minThrottlePct"_field, Function::Throttle},
    Belongs{"transmitter.hold", Function::Throttle},
    Belongs{"transmitter.kill", Function::Throttle},
    Belongs{"transmitter.cut", Function::Throttle},
    Belongs{"speedController", Function::Throttle},
    Belongs{"transmitter.channels.rudder", Function::Rudder},
    Belongs{"transmitter.modes.{}.rudder", Function::Rudder},
    Belongs{"transmitter.trims.rudderPct"_field, Function::Rudder},
    Belongs{"controller.directions.rudderReversed"_field, Function::Rudder},
    Belongs{"controller.banks.{}.rudderDegS"_field, Function::Rudder},
    Belongs{"controller.tail", Function::Rudder},
    Belongs{"machine.tail", Function::Rudder},
    Belongs{"transmitter.channels.aileron", Function::Aileron},
    Belongs{"transmitter.modes.{}.aileron", Function::Aileron},
    Belongs{"transmitter.trims.aileronPct"_field, Function::Aileron},
    Belongs{"controller.directions.aileronReversed"_field, Function::Aileron},
    Belongs{"transmitter.channels.elevator", Function::Elevator},
    Belongs{"transmitter.modes.{}.elevator", Function::Elevator},
    Belongs{"transmitter.trims.elevatorPct"_field, Function::Elevator},
    Belongs{"controller.directions.elevatorReversed"_field, Function::Elevator},
};

/// Whether a path is the given one or lies below it.
bool leadsInto(std::string_view path, std::string_view above) {
    const auto steps = static_cast<std::size_t>(std::count(above.begin(), above.end(), '.')) + 1;
    std::size_t end = 0;
    for (std::size_t i = 0; i < steps; ++i) {
        end = path.find('.', end == 0 ? 0 : end + 1);
        if (end == std::string_view::npos) return i + 1 == steps && followsPattern(path, above);
    }
    return followsPattern(path.substr(0, end), above);
}

}  // namespace

Function tracedFunction(const Finding& finding) {
    if (finding.witness) {
        const PartialDeck& to = finding.witness->to;
        if (to.rudder.value_or(0.0) != 0.0) return Function::Rudder;
        if (to.aileron.value_or(0.0) != 0.0) return Function::Aileron;
        if (to.elevator.value_or(0.0) != 0.0) return Function::Elevator;
    }
    for (const Belongs& b : kBelongs)
        if (leadsInto(finding.subject, b.path)) return b.function;
    return Function::Collective;
}

}  // namespace kh
