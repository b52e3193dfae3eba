// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/setup.h"

#include <array>
#include <vector>

namespace kh {

/// What stops the plate from tilting further.
enum class Limit { None, ServoStroke, ArmAngle, PlateTravel, PlateTilt, GripAngle };
[[nodiscard]] const char* limitId(Limit limit);

struct EnvelopePoint {
    double azimuthDeg = 0.0;
    double tiltDeg = 0.0;
    Limit limitedBy = Limit::None;
};
inline constexpr std::size_t kRosePoints = 72;

/// The largest tilt toward each of 72 azimuths at one collective demand.
struct ClearanceRose {
    double collective = 0.0;  ///< demand, −1 … +1
    double heightMm = 0.0;
    std::array<EnvelopePoint, kRosePoints> points{};
    EnvelopePoint round;  ///< the smallest of them: what is free in every direction
};

/// What stops a level plate at that height; None if it stands freely.
[[nodiscard]] Limit levelLimit(const Setup& setup, double heightMm);

/// Inverse kinematics per ball against servo stroke, arm angle, plate travel, tilt and grip angle; bisection on
/// the tilt. @throws InputError as the linkage functions when the plate cannot even be level there
[[nodiscard]] ClearanceRose clearanceRose(const Setup& setup, double collective, double heightMm);

/// Roses that were found before, by everything they depend on: an edit that touches no geometry finds none anew.
class RoseMemory {
public:
    [[nodiscard]] const ClearanceRose& at(const Setup& setup, double collective, double heightMm);
    [[nodiscard]] std::size_t found() const { return found_; }  ///< how many were not remembered

private:
    struct Kept {
        std::vector<double> key;
        ClearanceRose rose;
    };
    static constexpr std::size_t kMost = 16;
    std::vector<Kept> kept_;
    std::size_t next_ = 0, found_ = 0;
};

}  // namespace kh
