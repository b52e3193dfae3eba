// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a trace shows of a helicopter: servos, plate and blades, tail.
#pragma once

#include "kernel/helicopter/plant.h"
#include "procedure/helicopter/portstages.h"
#include "procedure/trace.h"

namespace kh {

struct ServoTrace {
    std::string port;
    std::string role;
    double pulseUs = 0.0, armDeg = 0.0, ballMm = 0.0;
};

enum class EdgeSide { Left, Right, Still };

struct HelicopterTrace {
    std::vector<ServoTrace> servos;
    double heightMm = 0.0, tiltDeg = 0.0, towardDeg = 0.0, fightMm = 0.0;
    std::array<double, 4> bladeDeg{};
    double tailPulseUs = 0.0, sliderMm = 0.0, tailPitchDeg = 0.0;
    EdgeSide trailingEdge = EdgeSide::Still;
    std::optional<double> tailPushN;  ///< on the nose's side +, right; by the pitch formula at the head speed now, unknown without one
    EdgeSide nose = EdgeSide::Still;  ///< where it is turned, by the tail's pitch beside its neutral
};
/// An empty one where the trace is of another aircraft.
[[nodiscard]] const HelicopterTrace& helicopterTrace(const Trace& trace);

[[nodiscard]] std::unique_ptr<MachineStages> helicopterStages(const Setup& setup, const ChainModel& model);

/// Where the trailing edges of the tail blades go for a slider position. @param sliderMm + right from behind
[[nodiscard]] EdgeSide trailingEdge(double sliderMm, LeverEdge lever);
/// "left", "right", "still".
[[nodiscard]] const char* edgeId(EdgeSide side);

}  // namespace kh
