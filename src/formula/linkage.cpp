// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/linkage.h"

#include "base/conventions.h"
#include "base/error.h"

#include <cmath>

namespace kh {

double ballHeightMm(double armMm, double linkMm, double angleDeg) {
    requirePositive("armMm", armMm);
    requirePositive("linkMm", linkMm);
    requireFinite("angleDeg", angleDeg);
    const double sideways = armMm * (1.0 - cosDeg(angleDeg));
    if (sideways > linkMm) throw InputError("linkMm", "the link is too short for this arm angle");
    return ballHeightUncheckedMm(armMm, linkMm, radFromDeg(angleDeg));
}

double armAngleDeg(double armMm, double linkMm, double travelMm) {
    requirePositive("armMm", armMm);
    requirePositive("linkMm", linkMm);
    requireFinite("travelMm", travelMm);
    const std::optional<double> angle = armAngleUncheckedDeg(armMm, linkMm, travelMm);
    if (!angle) throw InputError("travelMm", "the arm cannot bring the ball to this height");
    return *angle;
}

double armRadiusMm(double linkMm, double travelMm, double armAngleDeg) {
    requirePositive("linkMm", linkMm);
    requireFinite("travelMm", travelMm);
    requireFinite("armAngleDeg", armAngleDeg);
    // (z + L − r·S)² = L² − r²·C², with S = sin γ, C = 1 − cos γ
    const double s = sinDeg(armAngleDeg);
    const double c = 1.0 - cosDeg(armAngleDeg);
    const double a = s * s + c * c;
    const double b = s * (travelMm + linkMm);
    const double square = b * b - a * travelMm * (travelMm + 2.0 * linkMm);
    if (travelMm * armAngleDeg <= 0.0 || std::abs(armAngleDeg) >= 90.0 || square < 0.0)
        throw InputError("armAngleDeg", "no arm moves the ball that far at this angle");
    return (b - std::copysign(std::sqrt(square), travelMm)) / a;
}

double bladePitchDeg(const Plane& plane, const BladeLinkage& linkage, double bladeAzimuthDeg, Derivation* why) {
    requireFinite("heightMm", plane.heightMm);
    requirePositive("innerRadiusMm", linkage.innerRadiusMm);
    requirePositive("gripMm", linkage.gripMm);
    requireFinite("bladeAzimuthDeg", bladeAzimuthDeg);
    requireFinite("leadDeg", linkage.leadDeg);
    const double height = heightAt(plane, linkage.innerRadiusMm, bladeAzimuthDeg + linkage.leadDeg);
    if (std::abs(height) > linkage.gripMm) throw InputError("gripMm", "the grip lever is shorter than the height asked for");
    const double pitch = bladePitchUncheckedDeg(height, linkage.gripMm, linkage.side);
    if (wants(why)) {
        why->line(KH_TR("link ball height z = h − Ri·(A·cos ψ + B·sin ψ) = {z} mm"), {{"z", signedNum(height, 2)}});
        why->line(
            linkage.side == LinkSide::Leading ? KH_TR("θ = asin(z / g) = asin({z} / {g})") : KH_TR("θ = −asin(z / g) = −asin({z} / {g})"),
            {{"z", signedNum(height, 2)}, {"g", num(linkage.gripMm, 1)}});
    }
    return pitch;
}

double referenceTiltDeg(double referenceDeg, double innerRadiusMm, double gripMm, Derivation* why) {
    requireFinite("referenceDeg", referenceDeg);
    requirePositive("innerRadiusMm", innerRadiusMm);
    requirePositive("gripMm", gripMm);
    const double sine = gripMm * sinDeg(referenceDeg) / innerRadiusMm;
    if (std::abs(sine) > 1.0) throw InputError("innerRadiusMm", "the inner ring is too small for this angle");
    const double tilt = degFromRad(std::asin(sine));
    if (wants(why))
        why->line(KH_TR("τ = asin(g · sin θ / Ri) = asin({g} · sin {t}° / {r}) = {tau}°"),
                  {{"g", num(gripMm, 1)}, {"t", num(referenceDeg, 1)}, {"r", num(innerRadiusMm, 1)}, {"tau", num(tilt, 2)}});
    return tilt;
}

double tipGapMm(double bladeMm, double pitchDeg) {
    requirePositive("bladeMm", bladeMm);
    requireFinite("pitchDeg", pitchDeg);
    return 2.0 * bladeMm * sinDeg(pitchDeg);
}

TipGapPitch pitchFromTipGap(double bladeMm, double gapMm, double gapErrorMm) {
    requirePositive("bladeMm", bladeMm);
    requireFinite("gapMm", gapMm);
    requireNotNegative("gapErrorMm", gapErrorMm);
    if (std::abs(gapMm) >= 2.0 * bladeMm) throw InputError("gapMm", "the gap must be smaller than two blade lengths");
    const double theta = std::asin(gapMm / (2.0 * bladeMm));
    return {degFromRad(theta), degFromRad(gapErrorMm / (2.0 * bladeMm * std::cos(theta)))};
}

}  // namespace kh
