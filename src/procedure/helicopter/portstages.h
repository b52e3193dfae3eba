// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a stick's trace and a gyro's share: how far each port's servo moved, and what a tilt of the plate is at the blade.
#pragma once

#include "kernel/helicopter/plant.h"
#include "procedure/trace.h"

#include <array>
#include <string>
#include <vector>

namespace kh {

/// From one position of the servos to another, by port.
struct ServoMove {
    std::vector<PortValue> pulse, arm;
    [[nodiscard]] double pulseUs() const;  ///< the largest, with its sign
    [[nodiscard]] double armDeg() const;
};

class PortStages {
public:
    struct Port {
        std::string id, role;
        std::size_t servo;  ///< of the machine; servoCount() if none
    };
    PortStages(const Setup& setup, const ChainModel& model);
    /// @param end  whose ports are asked: the model's or the one that is asked for
    [[nodiscard]] ServoMove moved(const HelicopterEnd& end, const std::array<ServoInstant, kMaxBalls>& to,
                                  const std::array<ServoInstant, kMaxBalls>& from) const;
    /// Blade angle a quarter turn on, of the sine of a tilt to one side.
    [[nodiscard]] double bladeDeg(double sine) const;
    [[nodiscard]] const std::vector<Port>& ports() const { return ports_; }
    [[nodiscard]] std::size_t servoCount() const { return servoCount_; }

private:
    std::vector<Port> ports_;
    std::size_t servoCount_ = 0;
    double gripMm_ = 22.0, innerRadiusMm_ = 16.0;
};

/// A tail with a motor of its own: how much faster it is asked to turn, % of all it can; more pushes a clockwise rotor's nose right.
[[nodiscard]] Stage tailMotorStage(Function f, double demand, double asked, double full, bool clockwise);

/// A tilt's component to one side, in degrees, of its sine.
[[nodiscard]] double tiltPartDeg(double sine);

}  // namespace kh
