// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/conventions.h"
#include "base/derivation.h"
#include "formula/plate.h"

#include <cmath>
#include <optional>

namespace kh {

// Each formula stands once. The unchecked form is the kernel's: no text, no exception; the checked one asks it.

/// z(γ) = r·sinγ − L + √(L² − (r(1−cosγ))²), of a link too short for the arm's sideways travel as if it just reached.
[[nodiscard]] inline double ballHeightUncheckedMm(double armMm, double linkMm, double armAngleRad) {
    const double sideways = armMm * (1.0 - std::cos(armAngleRad));
    const double square = linkMm * linkMm - sideways * sideways;
    return armMm * std::sin(armAngleRad) - linkMm + std::sqrt(square > 0.0 ? square : 0.0);
}
/// The inverse: γ = atan2(B, r) − acos(K / (2r√(r²+B²))), B = L+z, K = 2r²+B²−L². @return nothing if it is out of reach
[[nodiscard]] inline std::optional<double> armAngleUncheckedDeg(double armMm, double linkMm, double travelMm) {
    const double b = linkMm + travelMm;
    const double k = 2.0 * armMm * armMm + b * b - linkMm * linkMm;
    const double cosine = k / (2.0 * armMm * std::sqrt(armMm * armMm + b * b));
    if (!(std::abs(cosine) <= 1.0)) return std::nullopt;
    return degFromRad(std::atan2(b, armMm) - std::acos(cosine));
}
enum class LinkSide { Leading, Trailing };
/// Blade pitch for the height of its link's ball: θ = ±asin(z/g), held at what the lever can reach.
[[nodiscard]] inline double bladePitchUncheckedDeg(double ballHeightMm, double gripMm, LinkSide side) {
    const double sine = ballHeightMm / gripMm;
    return degFromRad(std::asin(sine < -1.0 ? -1.0 : sine > 1.0 ? 1.0 : sine)) * (side == LinkSide::Leading ? 1.0 : -1.0);
}
/// Arm angle of a servo at a pulse, over its angle at its own centre: held at its mechanical range.
[[nodiscard]] inline double servoAngleUncheckedDeg(double pulseUs, double centreUs, double degPerUs, double rangeDeg) {
    const double angle = (pulseUs - centreUs) * degPerUs;
    return angle < -rangeDeg ? -rangeDeg : angle > rangeDeg ? rangeDeg : angle;
}
inline constexpr double kNarrowPulseUs = 1200.0;  ///< centres below are of narrow servos
/// Stroke for a servo of that pulse class: narrow ones take half of what the box sends wide ones.
[[nodiscard]] constexpr double strokeFor(double wideStrokeUs, double pulseUs) {
    return pulseUs < kNarrowPulseUs ? wideStrokeUs * 0.5 : wideStrokeUs;
}

/// Ball height over its neutral for a servo arm angle, link on the arm's side of the ball's vertical path:
/// z(γ) = r·sinγ − L + √(L² − (r(1−cosγ))²). Crank and slider, any kinematics textbook.
/// @throws InputError naming `armMm`, `linkMm` (also when the link cannot span the arm's sideways travel)
[[nodiscard]] double ballHeightMm(double armMm, double linkMm, double armAngleDeg);

/// The arm angle for a ball height, inverse of the above: with B = L+z, K = 2r²+B²−L²,
/// γ = atan2(B, r) − acos(K / (2r√(r²+B²))).
/// @throws InputError naming `travelMm` when the height is out of reach
[[nodiscard]] double armAngleDeg(double armMm, double linkMm, double travelMm);

/// The arm on which `armAngleDeg` moves the ball by `travelMm`, both up or both down; solved from the above for r.
/// @throws InputError naming `armAngleDeg` when no arm does
[[nodiscard]] double armRadiusMm(double linkMm, double travelMm, double armAngleDeg);

/// Blade grip and inner ring.
struct BladeLinkage {
    double innerRadiusMm = 16.0;
    double gripMm = 22.0;   ///< ball to feathering axis
    double leadDeg = 90.0;  ///< link azimuth − blade azimuth
    LinkSide side = LinkSide::Leading;
};

/// θ = ±asin((h − Ri(A·cosψ_l + B·sinψ_l))/g), ψ_l = blade azimuth + lead.
/// @throws InputError naming `innerRadiusMm` or `gripMm`
[[nodiscard]] double bladePitchDeg(const Plane& plane, const BladeLinkage& linkage, double bladeAzimuthDeg, Derivation* why = nullptr);

/// Plate tilt that gives a cyclic blade angle: τ = asin(g·sinθ/Ri). @throws InputError
[[nodiscard]] double referenceTiltDeg(double referenceDeg, double innerRadiusMm, double gripMm, Derivation* why = nullptr);

/// Gap between the tips of two blades folded side by side at the same pitch: 2L·sinθ. @throws InputError
[[nodiscard]] double tipGapMm(double bladeMm, double pitchDeg);

inline constexpr double kRulerMm = 0.5;  ///< what a ruler tells apart between the tips
struct TipGapPitch {
    double pitchDeg = 0.0;
    double errorDeg = 0.0;  ///< dGap/(2L·cosθ)
};
/// @throws InputError naming `gapMm` if the gap is 2L or more
[[nodiscard]] TipGapPitch pitchFromTipGap(double bladeMm, double gapMm, double gapErrorMm);

}  // namespace kh
