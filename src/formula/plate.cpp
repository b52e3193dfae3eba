// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/plate.h"

#include "base/conventions.h"
#include "base/error.h"

#include <Eigen/Dense>
#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

Eigen::MatrixX3d designMatrix(std::span<const double> azimuthsDeg, std::span<const double> radiiMm) {
    Eigen::MatrixX3d m(static_cast<Eigen::Index>(azimuthsDeg.size()), 3);
    for (std::size_t i = 0; i < azimuthsDeg.size(); ++i) {
        const double radius = radiiMm[std::min(i, radiiMm.size() - 1)];
        m.row(static_cast<Eigen::Index>(i)) << 1.0, -radius * cosDeg(azimuthsDeg[i]), -radius * sinDeg(azimuthsDeg[i]);
    }
    return m;
}

/// The design matrix taken apart. @param field  the one to blame if the balls fix no plane
Eigen::ColPivHouseholderQR<Eigen::MatrixX3d> decompose(const char* field, std::span<const double> azimuthsDeg,
                                                       std::span<const double> radiiMm) {
    if (azimuthsDeg.size() < 3) throw InputError(field, "three balls or more are needed");
    for (const double a : azimuthsDeg) requireFinite(field, a);
    if (radiiMm.size() != 1 && radiiMm.size() != azimuthsDeg.size())
        throw InputError("radiusMm", "one radius a ball is needed, or one for all");
    for (const double r : radiiMm) requirePositive("radiusMm", r);
    Eigen::ColPivHouseholderQR<Eigen::MatrixX3d> qr;
    qr.setThreshold(1e-9);
    qr.compute(designMatrix(azimuthsDeg, radiiMm));
    if (qr.rank() < 3) throw InputError(field, "these balls fix no plane: three different directions are needed");
    return qr;
}

}  // namespace

double heightAt(const Plane& plane, double radiusMm, double azimuthDeg) {
    return plane.heightMm - radiusMm * (plane.forward * cosDeg(azimuthDeg) + plane.right * sinDeg(azimuthDeg));
}

PlateFit describePlane(const Plane& plane) {
    const double sine = std::hypot(plane.forward, plane.right);
    if (sine > 1.0) throw InputError("heightsMm", "no plate of this radius reaches these heights");
    PlateFit fit;
    fit.plane = plane;
    fit.tiltDeg = degFromRad(std::asin(sine));
    if (fit.tiltDeg >= 1e-6) {
        fit.towardDeg = wrapAzimuthDeg(degFromRad(std::atan2(plane.right, plane.forward)));
        if (360.0 - fit.towardDeg < 1e-6) fit.towardDeg = 0.0;
    }
    return fit;
}

PlateFit fitPlate(std::span<const double> azimuthsDeg, std::span<const double> heightsMm, double radiusMm) {
    return fitPlate(azimuthsDeg, heightsMm, std::span(&radiusMm, 1));
}

PlateFit fitPlate(std::span<const double> azimuthsDeg, std::span<const double> heightsMm, std::span<const double> radiiMm) {
    if (heightsMm.size() != azimuthsDeg.size()) throw InputError("heightsMm", "one height for each azimuth is needed");
    for (const double h : heightsMm) requireFinite("heightsMm", h);
    const auto qr = decompose("azimuthsDeg", azimuthsDeg, radiiMm);
    const Eigen::Map<const Eigen::VectorXd> heights(heightsMm.data(), static_cast<Eigen::Index>(heightsMm.size()));
    const Eigen::Vector3d x = qr.solve(heights);
    PlateFit fit = describePlane({x[0], x[1], x[2]});
    const Eigen::VectorXd residual = heights - designMatrix(azimuthsDeg, radiiMm) * x;
    fit.fightMm = residual.cwiseAbs().maxCoeff();
    if (fit.fightMm < 1e-12 * std::max(1.0, heights.cwiseAbs().maxCoeff())) fit.fightMm = 0.0;
    return fit;
}

PlateFitter::PlateFitter(std::span<const double> azimuthsDeg, std::span<const double> radiiMm) : balls_(azimuthsDeg.size()) {
    if (balls_ > kMaxBalls) throw InputError("azimuthsDeg", "at most four balls");
    const auto qr = decompose("azimuthsDeg", azimuthsDeg, radiiMm);
    const auto n = static_cast<Eigen::Index>(balls_);
    const Eigen::MatrixXd inverse = qr.solve(Eigen::MatrixXd::Identity(n, n));
    for (std::size_t i = 0; i < balls_; ++i) {
        for (std::size_t row = 0; row < 3; ++row)
            pseudoInverse_[row][i] = inverse(static_cast<Eigen::Index>(row), static_cast<Eigen::Index>(i));
        const double radius = radiiMm[std::min(i, radiiMm.size() - 1)];
        radialForward_[i] = -radius * cosDeg(azimuthsDeg[i]);
        radialRight_[i] = -radius * sinDeg(azimuthsDeg[i]);
    }
}

PlateFitter PlateFitter::mechanical(double radiusMm) {
    requirePositive("radiusMm", radiusMm);
    PlateFitter fitter;
    fitter.balls_ = 3;
    fitter.pseudoInverse_[1][0] = 1.0 / radiusMm;
    fitter.pseudoInverse_[2][1] = 1.0 / radiusMm;
    fitter.pseudoInverse_[0][2] = 1.0;
    fitter.radialForward_[0] = radiusMm;
    fitter.radialRight_[1] = radiusMm;
    fitter.independent_ = true;
    return fitter;
}

Plane PlateFitter::fit(std::span<const double> heightsMm) const {
    Plane plane;
    for (std::size_t i = 0; i < balls_; ++i) {
        plane.heightMm += pseudoInverse_[0][i] * heightsMm[i];
        plane.forward += pseudoInverse_[1][i] * heightsMm[i];
        plane.right += pseudoInverse_[2][i] * heightsMm[i];
    }
    return plane;
}

double PlateFitter::fightMm(std::span<const double> heightsMm, const Plane& plane) const {
    double fight = 0.0;
    if (independent_) return fight;
    for (std::size_t i = 0; i < balls_; ++i) {
        const double fitted = plane.heightMm + radialForward_[i] * plane.forward + radialRight_[i] * plane.right;
        fight = std::max(fight, std::abs(heightsMm[i] - fitted));
    }
    return fight;
}

std::vector<double> mix(std::span<const double> azimuthsDeg, const MixInput& in) {
    if (azimuthsDeg.empty()) throw InputError("azimuthsDeg", "one ball or more is needed");
    for (const double a : azimuthsDeg) requireFinite("azimuthsDeg", a);
    requireWithin("collective", in.collective, -1.0, 1.0);
    requireWithin("aileron", in.aileron, -1.0, 1.0);
    requireWithin("elevator", in.elevator, -1.0, 1.0);
    requireFinite("collectiveGain", in.collectiveGain);
    requireFinite("cyclicGain", in.cyclicGain);
    requireFinite("phaseDeg", in.phaseDeg);
    std::vector<double> servo;
    servo.reserve(azimuthsDeg.size());
    for (const double psi : azimuthsDeg)
        servo.push_back(in.collectiveGain * in.collective -
                        in.cyclicGain * (in.elevator * cosDeg(psi - in.phaseDeg) + in.aileron * sinDeg(psi - in.phaseDeg)));
    return servo;
}

LayoutMismatch layoutMismatch(std::span<const double> settingAzimuthsDeg, std::span<const double> machineAzimuthsDeg) {
    if (settingAzimuthsDeg.size() != machineAzimuthsDeg.size())
        throw InputError("machineAzimuthsDeg", "as many balls as in settingAzimuthsDeg are needed");
    const auto qr = decompose("machineAzimuthsDeg", machineAzimuthsDeg, std::array{1.0});
    const auto unit = [&](const MixInput& command) {
        const std::vector<double> heights = mix(settingAzimuthsDeg, command);
        const Eigen::Vector3d x = qr.solve(Eigen::Map<const Eigen::VectorXd>(heights.data(), static_cast<Eigen::Index>(heights.size())));
        return Plane{x[0], x[1], x[2]};
    };
    for (const double a : settingAzimuthsDeg) requireFinite("settingAzimuthsDeg", a);
    return {unit({.elevator = 1.0}), unit({.aileron = 1.0}), unit({.collective = 1.0})};
}

}  // namespace kh
