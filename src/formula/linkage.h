// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/derivation.h"
#include "formula/plate.h"

namespace kh {

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

enum class LinkSide { Leading, Trailing };

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
