// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <span>
#include <vector>

namespace kh {

inline constexpr std::size_t kMaxBalls = 4;

/// A plane over the shaft: height and the two components of its tilt (sines).
struct Plane {
    double heightMm = 0.0;
    double forward = 0.0;  ///< A = sin(tilt)·cos(toward)
    double right = 0.0;    ///< B = sin(tilt)·sin(toward)
};

struct PlateFit {
    Plane plane;
    double tiltDeg = 0.0;
    double towardDeg = 0.0;  ///< 0 … 360, 0 when the tilt is below 1e-6°
    double fightMm = 0.0;    ///< largest |measured − fitted|: what the servos do against each other
};

/// Height of the plate's point at an azimuth and radius: h − R·(A·cosψ + B·sinψ).
[[nodiscard]] double heightAt(const Plane& plane, double radiusMm, double azimuthDeg);

/// The plane as tilt and direction. @throws InputError naming `heightsMm` if the sine exceeds 1
[[nodiscard]] PlateFit describePlane(const Plane& plane);

/// Least-squares plane through ball heights (normal equations of 5.2 in docs/maths.md).
/// @param azimuthsDeg, heightsMm  three balls or more, of equal count
/// @param radiiMm  one a ball, or one for all
/// @throws InputError naming `azimuthsDeg`, `heightsMm` or `radiusMm`
[[nodiscard]] PlateFit fitPlate(std::span<const double> azimuthsDeg, std::span<const double> heightsMm, std::span<const double> radiiMm);
[[nodiscard]] PlateFit fitPlate(std::span<const double> azimuthsDeg, std::span<const double> heightsMm, double radiusMm);

/// The fit for one arrangement of balls, found once; then only multiplications.
class PlateFitter {
public:
    PlateFitter() = default;
    /// @param radiiMm  one a ball, or one for all
    /// @throws InputError naming `azimuthsDeg` unless 3 … 4 balls fix a plane, or `radiusMm`
    PlateFitter(std::span<const double> azimuthsDeg, std::span<const double> radiiMm);
    PlateFitter(std::span<const double> azimuthsDeg, double radiusMm) : PlateFitter(azimuthsDeg, std::span(&radiusMm, 1)) {}
    /// Three levers that each work one thing, in the order elevator, aileron, collective: no least squares.
    [[nodiscard]] static PlateFitter mechanical(double radiusMm);
    [[nodiscard]] Plane fit(std::span<const double> heightsMm) const;
    /// Largest |height − fitted height| of the balls, in mm.
    [[nodiscard]] double fightMm(std::span<const double> heightsMm, const Plane& plane) const;

private:
    std::size_t balls_ = 0;
    bool independent_ = false;
    std::array<std::array<double, kMaxBalls>, 3> pseudoInverse_{};  ///< rows: height, forward, right
    std::array<double, kMaxBalls> radialForward_{};                 ///< −R·cosψ
    std::array<double, kMaxBalls> radialRight_{};                   ///< −R·sinψ
};

/// What a mixing for one layout does on a machine with another: the fitted plane per unit command.
struct LayoutMismatch {
    Plane elevator;
    Plane aileron;
    Plane collective;
};

/// @throws InputError naming `settingAzimuthsDeg` or `machineAzimuthsDeg`
[[nodiscard]] LayoutMismatch layoutMismatch(std::span<const double> settingAzimuthsDeg, std::span<const double> machineAzimuthsDeg);

struct MixInput {
    double collective = 0.0, aileron = 0.0, elevator = 0.0;  ///< each −1 … +1
    double collectiveGain = 1.0, cyclicGain = 1.0;           ///< either sign
    double phaseDeg = 0.0;                                   ///< + turns the tilt clockwise from above
};

/// δ = Gc·c − Gy·(e·cos(ψ−φ) + a·sin(ψ−φ)) per ball, + is up.
/// @throws InputError naming the command out of range, or `azimuthsDeg` if empty
[[nodiscard]] std::vector<double> mix(std::span<const double> azimuthsDeg, const MixInput& in);

}  // namespace kh
