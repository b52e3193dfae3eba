// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a trace shows of a variable-pitch quadrotor: servos, blades, and what they do to the machine.
#pragma once

#include "kernel/rotors/plant.h"
#include "procedure/trace.h"

namespace kh {

/// One thing the four do together, beside what is asked of them.
struct RotorsPart {
    const char* name = "";
    const char* unit = "";
    int decimals = 0;
    double done = 0.0, asked = 0.0;
    bool off = false;  ///< done and asked differ by more than unlike limits make of it
};

struct RotorsTrace {
    std::array<std::string, kRotors> ports{};  ///< whose lead goes to each rotor; empty: none
    RotorsInstant now, asked;
    RotorsMoment moment, askedMoment;
    double rpm = 0.0;                      ///< they are told at; 0: no speed is known, and no moment
    std::vector<RotorsPart> parts;         ///< roll, pitch, yaw, lift
    std::array<bool, kRotors> bladeOff{};  ///< beside what is asked, by more than a gauge's line
    std::size_t telling = 0;               ///< the rotor that is furthest off, else the one that stands furthest
    double mostN = 0.0;                    ///< the largest thrust of one rotor, done or asked; the hover's at least
};
/// An empty one where the trace is of another aircraft.
[[nodiscard]] const RotorsTrace& rotorsTrace(const Trace& trace);

[[nodiscard]] std::unique_ptr<MachineStages> rotorsStages(const Setup& setup, const ChainModel& model);

}  // namespace kh
