// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a trace shows of a variable-pitch quadrotor: servos, blades, and what they do to the machine.
#pragma once

#include "kernel/rotors/plant.h"
#include "procedure/trace.h"

namespace kh {

struct RotorsTrace {
    std::array<std::string, kRotors> ports{};  ///< whose lead goes to each rotor; empty: none
    RotorsInstant now, asked;
    RotorsMoment moment, askedMoment;
    double rpm = 0.0;  ///< they are told at; 0: no speed is known, and no moment
};
/// An empty one where the trace is of another aircraft.
[[nodiscard]] const RotorsTrace& rotorsTrace(const Trace& trace);

[[nodiscard]] std::unique_ptr<MachineStages> rotorsStages(const Setup& setup, const ChainModel& model);

}  // namespace kh
