// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/rotor.h"

#include "base/conventions.h"
#include "base/error.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kLiftSlope = 5.7;  ///< per rad

constexpr double kUsedVolts = 0.10;  ///< a cell, below full charge
struct BatteryRow {
    double volts;
    double chargePct;
};
constexpr std::array<BatteryRow, 12> kOpenCircuit{{{4.20, 100},
                                                   {4.11, 90},
                                                   {4.02, 80},
                                                   {3.95, 70},
                                                   {3.87, 60},
                                                   {3.84, 50},
                                                   {3.80, 40},
                                                   {3.77, 30},
                                                   {3.73, 20},
                                                   {3.69, 10},
                                                   {3.61, 5},
                                                   {3.27, 0}}};

void requireRotor(const HoverIn& in) {
    requirePositive("diameterM", in.diameterM);
    requirePositive("rpm", in.rpm);
    requirePositive("chordMm", in.chordMm);
    requireCount("blades", in.blades);
    requirePositive("densityKgM3", in.densityKgM3);
}

double discArea(const HoverIn& in) { return kPi * in.diameterM * in.diameterM / 4.0; }
double bladeTipSpeed(const HoverIn& in) { return in.rpm * kPi / 30.0 * in.diameterM / 2.0; }
double thrustCoefficient(double thrustN, const HoverIn& in) {
    const double v = bladeTipSpeed(in);
    return thrustN / (in.densityKgM3 * discArea(in) * v * v);
}

}  // namespace

double solidity(const HoverIn& rotor) { return rotor.blades * rotor.chordMm / 1000.0 / (kPi * rotor.diameterM / 2.0); }

double bladeLoading(double thrustN, const HoverIn& rotor) {
    requireRotor(rotor);
    return thrustCoefficient(thrustN, rotor) / solidity(rotor);
}

double thrustAtLoadingN(double loading, const HoverIn& rotor) {
    requireRotor(rotor);
    const double v = bladeTipSpeed(rotor);
    return loading * solidity(rotor) * rotor.densityKgM3 * discArea(rotor) * v * v;
}

double gearRatio(const GearTrain& gears, Derivation* why) {
    requireCount("mainTeeth", gears.mainTeeth);
    requireCount("pinionTeeth", gears.pinionTeeth);
    requirePositive("secondStage", gears.secondStage);
    const double ratio = gears.mainTeeth / gears.pinionTeeth * gears.secondStage;
    if (wants(why))
        why->line(KH_TR("ratio = main / pinion · second stage = {m} / {p} · {s} = {r}"),
                  {{"m", num(gears.mainTeeth)}, {"p", num(gears.pinionTeeth)}, {"s", num(gears.secondStage, 2)}, {"r", num(ratio, 2)}});
    return ratio;
}

MotorSpeeds motorSpeeds(const GearTrain& gears, double poles, double headSpeedRpm) {
    requireCount("poles", poles);
    if (std::fmod(poles, 2.0) != 0.0)
        throw InputError("poles", fmt::format("{} is not allowed; magnet poles come in pairs, so it must be even", poles));
    requireNotNegative("headSpeedRpm", headSpeedRpm);
    const double ratio = gearRatio(gears);
    return {ratio, poles / 2.0, headSpeedRpm * ratio, headSpeedRpm * ratio * poles / 2.0};
}

HeadSpeedOut headSpeed(const HeadSpeedIn& in, Derivation* why) {
    requirePositive("kv", in.kv);
    requireCount("cells", in.cells);
    requirePositive("voltsPerCell", in.voltsPerCell);
    requirePositive("efficiency", in.efficiency);
    requireWithin("efficiency", in.efficiency, 0.0, 1.0);
    requirePositive("ratio", in.ratio);
    requireNotNegative("targetRpm", in.targetRpm);
    const double available = in.kv * in.cells * in.voltsPerCell * in.efficiency / in.ratio;
    const double throttle = pctFromShare(in.targetRpm / available);
    if (wants(why))
        why->line(KH_TR("available = Kv · V · η / ratio = {kv} · {c} · {v} V · {e} / {r} = {n} rpm"), {{"kv", num(in.kv)},
                                                                                                       {"c", num(in.cells)},
                                                                                                       {"v", num(in.voltsPerCell, 2)},
                                                                                                       {"e", num(in.efficiency, 2)},
                                                                                                       {"r", num(in.ratio, 2)},
                                                                                                       {"n", num(available)}});
    return {available, throttle, 100.0 - throttle};
}

double tipSpeed(double diameterM, double rpm, Derivation* why) {
    requirePositive("diameterM", diameterM);
    requireNotNegative("rpm", rpm);
    const double v = kPi * diameterM * rpm / 60.0;
    if (wants(why))
        why->line(KH_TR("v = π · D · n / 60 = π · {d} m · {n} rpm / 60 = {v} m/s"),
                  {{"d", num(diameterM, 2)}, {"n", num(rpm)}, {"v", num(v)}});
    return v;
}

double pitchForThrustDeg(double thrustN, const HoverIn& rotor, Derivation* why) {
    requireRotor(rotor);
    const double ct = thrustCoefficient(thrustN, rotor);
    const double s = solidity(rotor);
    const double theta = degFromRad(6.0 * ct / (s * kLiftSlope) + 1.5 * std::sqrt(ct / 2.0));
    if (wants(why)) {
        why->line(KH_TR("C_T = T / (density · A · (ΩR)²) = {t} N / ({rho} · {a} m² · ({v} m/s)²) = {ct}"),
                  {{"t", num(thrustN, 1)},
                   {"rho", num(rotor.densityKgM3, 3)},
                   {"a", num(discArea(rotor), 3)},
                   {"v", num(bladeTipSpeed(rotor), 1)},
                   {"ct", num(ct, 5)}});
        why->line(KH_TR("σ = N · chord / (π R) = {n} · {c} mm / (π · {r} mm) = {s}"),
                  {{"n", num(rotor.blades)}, {"c", num(rotor.chordMm, 1)}, {"r", num(rotor.diameterM * 500.0)}, {"s", num(s, 4)}});
        why->line(KH_TR("θ = 6 C_T / (σ a) + 1.5 √(C_T / 2) = {th}°"), {{"th", num(theta, 2)}});
    }
    return theta;
}

double thrustForPitchN(double pitchDeg, const HoverIn& rotor) {
    requireRotor(rotor);
    requireFinite("pitchDeg", pitchDeg);
    const double k = 6.0 / (solidity(rotor) * kLiftSlope), b = 1.5 / std::sqrt(2.0);
    const double root = (std::sqrt(b * b + 4.0 * k * radFromDeg(std::abs(pitchDeg))) - b) / (2.0 * k);
    const double v = bladeTipSpeed(rotor);
    return std::copysign(root * root * rotor.densityKgM3 * discArea(rotor) * v * v, pitchDeg);
}

namespace {

void requireLosses(const HoverIn& in) {
    requirePositive("profileDrag", in.profileDrag);
    requireFinite("inducedFactor", in.inducedFactor);
    if (in.inducedFactor < 1.0) throw InputError("inducedFactor", fmt::format("{} is not allowed; it must be 1 or more", in.inducedFactor));
}
double idealPowerW(double thrustN, const HoverIn& in) { return std::pow(thrustN, 1.5) / std::sqrt(2.0 * in.densityKgM3 * discArea(in)); }
/// Of a thrust, which is not negative: what the air takes up and what the blades' drag does.
double rotorPowerW(double thrustN, const HoverIn& in) {
    const double v = bladeTipSpeed(in);
    return in.inducedFactor * idealPowerW(thrustN, in) + in.densityKgM3 * discArea(in) * v * v * v * solidity(in) * in.profileDrag / 8.0;
}
double turnsRadS(const HoverIn& in) { return in.rpm * kPi / 30.0; }

}  // namespace

RotorAtPitch rotorAtPitch(double pitchDeg, const HoverIn& rotor) {
    requireFinite("pitchDeg", pitchDeg);
    requireWithin("pitchDeg", pitchDeg, -kMostRotorPitchDeg, kMostRotorPitchDeg);
    requireRotor(rotor);
    requireLosses(rotor);
    RotorAtPitch out;
    out.thrustN = thrustForPitchN(pitchDeg, rotor);
    out.powerW = rotorPowerW(std::abs(out.thrustN), rotor);
    out.torqueNm = out.powerW / turnsRadS(rotor);
    return out;
}

HoverOut hover(const HoverIn& in, Derivation* why) {
    requirePositive("massKg", in.massKg);
    requireRotor(in);
    requireLosses(in);
    const double thrust = in.massKg * kGravity;
    HoverOut out;
    out.thrustCoefficient = thrustCoefficient(thrust, in);
    out.solidity = solidity(in);
    out.pitchDeg = pitchForThrustDeg(thrust, in, why);
    out.powerW = rotorPowerW(thrust, in);
    out.torqueNm = out.powerW / turnsRadS(in);
    out.figureOfMerit = idealPowerW(thrust, in) / out.powerW;
    return out;
}

TailHover tailHover(double torqueNm, double boomM, const HoverIn& tail, Derivation* why) {
    requirePositive("torqueNm", torqueNm);
    requirePositive("boomM", boomM);
    TailHover out;
    out.thrustN = torqueNm / boomM;
    if (wants(why))
        why->line(KH_TR("thrust = torque / distance = {q} N·m / {b} m = {t} N"),
                  {{"q", num(torqueNm, 2)}, {"b", num(boomM, 2)}, {"t", num(out.thrustN, 1)}});
    out.pitchDeg = pitchForThrustDeg(out.thrustN, tail, why);
    return out;
}

BatteryState batteryState(double packVolts, double cells, double fullVoltsPerCell) {
    requirePositive("packVolts", packVolts);
    requireCount("cells", cells);
    requirePositive("fullVoltsPerCell", fullVoltsPerCell);
    BatteryState state;
    state.voltsPerCell = packVolts / cells;
    state.used = state.voltsPerCell < fullVoltsPerCell - kUsedVolts - 1e-9;
    const double v = state.voltsPerCell;
    if (v >= kOpenCircuit.front().volts) {
        state.chargePct = 100.0;
    } else if (v > kOpenCircuit.back().volts) {
        const auto below = std::find_if(kOpenCircuit.begin(), kOpenCircuit.end(), [v](const BatteryRow& row) { return row.volts <= v; });
        const BatteryRow& low = *below;
        const BatteryRow& high = *(below - 1);
        state.chargePct = low.chargePct + (v - low.volts) / (high.volts - low.volts) * (high.chargePct - low.chargePct);
    }
    return state;
}

double restVolts(double chargePct) {
    const double pct = std::clamp(chargePct, 0.0, 100.0);
    const auto low =
        std::find_if(kOpenCircuit.begin() + 1, kOpenCircuit.end() - 1, [pct](const BatteryRow& row) { return row.chargePct <= pct; });
    const BatteryRow& high = *(low - 1);
    return low->volts + (pct - low->chargePct) / (high.chargePct - low->chargePct) * (high.volts - low->volts);
}

namespace {

void requireReserve(double reservePct) {
    requireNotNegative("reservePct", reservePct);
    if (reservePct >= 100.0) throw InputError("reservePct", fmt::format("{} is not allowed; it must be below 100", reservePct));
}

}  // namespace

double timerMinutes(double capacityMah, double usedMah, double minutes, double reservePct) {
    requirePositive("capacityMah", capacityMah);
    requirePositive("usedMah", usedMah);
    requirePositive("minutes", minutes);
    requireReserve(reservePct);
    return minutes * capacityMah * (1.0 - shareFromPct(reservePct)) / usedMah;
}

Endurance endurance(double powerW, double volts, double efficiency, double capacityMah, double reservePct, Derivation* why) {
    requirePositive("powerW", powerW);
    requirePositive("volts", volts);
    requirePositive("efficiency", efficiency);
    requireWithin("efficiency", efficiency, 0.0, 1.0);
    requirePositive("capacityMah", capacityMah);
    requireReserve(reservePct);
    Endurance out;
    out.currentA = powerW / (efficiency * volts);
    out.minutes = capacityMah / 1000.0 * 60.0 * (1.0 - shareFromPct(reservePct)) / out.currentA;
    if (wants(why)) {
        why->line(KH_TR("current = P / (η · V) = {p} W / ({e} · {v} V) = {a} A"),
                  {{"p", num(powerW)}, {"e", num(efficiency, 2)}, {"v", num(volts, 1)}, {"a", num(out.currentA, 1)}});
        why->line(KH_TR("minutes = {c} mAh · (1 − {r} %) / current = {m}"),
                  {{"c", num(capacityMah)}, {"r", num(reservePct)}, {"m", num(out.minutes, 1)}});
    }
    return out;
}

}  // namespace kh
