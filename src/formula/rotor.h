// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/derivation.h"

namespace kh {

struct GearTrain {
    double mainTeeth = 0.0;
    double pinionTeeth = 0.0;
    double secondStage = 1.0;  ///< ratio of a second stage, 1 if there is none
};

/// Motor turns per head turn: main/pinion · second stage. @throws InputError naming the teeth or stage
[[nodiscard]] double gearRatio(const GearTrain& gears, Derivation* why = nullptr);

struct MotorSpeeds {
    double ratio = 0.0;
    double polePairs = 0.0;
    double motorRpm = 0.0;
    double electricalRpm = 0.0;
};
/// @param poles  magnet poles, an even whole number
/// @throws InputError naming `poles`, `headSpeedRpm` or a tooth count
[[nodiscard]] MotorSpeeds motorSpeeds(const GearTrain& gears, double poles, double headSpeedRpm);

inline constexpr double kNominalVolts = 3.7;  ///< of a cell

struct HeadSpeedIn {
    double kv = 0.0;  ///< rpm/V
    double cells = 0.0;
    double voltsPerCell = kNominalVolts;  ///< 3.7 nominal, 3.5 or 3.3 at the end of the pack
    double efficiency = 0.92;             ///< loaded speed factor, 0 … 1
    double ratio = 0.0;
    double targetRpm = 0.0;
};
struct HeadSpeedOut {
    double availableRpm = 0.0;
    double throttlePct = 0.0;  ///< what the target takes of what is available, not clamped
    double headroomPct = 0.0;  ///< 100 − throttlePct
};
/// Kv·V·η/ratio. @throws InputError naming the field
[[nodiscard]] HeadSpeedOut headSpeed(const HeadSpeedIn& in, Derivation* why = nullptr);

/// π·D·n/60 in m/s. @throws InputError naming `diameterM` or `rpm`
[[nodiscard]] double tipSpeed(double diameterM, double rpm, Derivation* why = nullptr);

struct HoverIn {
    double massKg = 0.0;
    double diameterM = 0.0;
    double rpm = 0.0;
    double chordMm = 0.0;
    double blades = 2.0;
    double densityKgM3 = 1.225;
    double inducedFactor = 1.15;  ///< κ
    double profileDrag = 0.011;   ///< Cd0; 0.016 on micro rotors
};
struct HoverOut {
    double thrustCoefficient = 0.0;
    double solidity = 0.0;
    double pitchDeg = 0.0;
    double powerW = 0.0;
    double torqueNm = 0.0;
    double figureOfMerit = 0.0;  ///< a result, near 0.2 at model head speeds
};
/// Share of the disc that is blade: N · chord / (π R).
[[nodiscard]] double solidity(const HoverIn& rotor);
/// C_T/σ of a thrust (N): how hard its blades work. @throws InputError as hover
[[nodiscard]] double bladeLoading(double thrustN, const HoverIn& rotor);
/// The thrust in N at which they work so hard.
[[nodiscard]] double thrustAtLoadingN(double loading, const HoverIn& rotor);

/// Hover by momentum and blade-element theory, untwisted blade (Leishman, Principles of Helicopter
/// Aerodynamics, ch. 2 and 3). @throws InputError naming the field
[[nodiscard]] HoverOut hover(const HoverIn& in, Derivation* why = nullptr);

/// Blade angle of any rotor that gives a thrust (N) at a speed: the same formula, used for the tail.
[[nodiscard]] double pitchForThrustDeg(double thrustN, const HoverIn& rotor, Derivation* why = nullptr);

/// The same inverted: thrust in N of a blade angle, with its sign.
/// @throws InputError as pitchForThrustDeg
[[nodiscard]] double thrustForPitchN(double pitchDeg, const HoverIn& rotor);

/// One rotor at a blade angle.
struct RotorAtPitch {
    double thrustN = 0.0;   ///< odd in the angle
    double powerW = 0.0;    ///< never negative
    double torqueNm = 0.0;  ///< never negative
};
inline constexpr double kMostRotorPitchDeg = 25.0;  ///< beyond it the formula says nothing; stall is not modelled
/// Thrust, power and torque by the formulas of `hover` (docs/domain.md 6). @param rotor  its mass is not used
/// @throws InputError naming `pitchDeg` outside ±25, or as hover
[[nodiscard]] RotorAtPitch rotorAtPitch(double pitchDeg, const HoverIn& rotor);

struct TailHover {
    double thrustN = 0.0;
    double pitchDeg = 0.0;
};
/// What the tail must give against the main rotor's torque: thrust = torque / distance from mast to tail shaft.
/// @param torqueNm, boomM  above 0
/// @param tail  the tail rotor; its mass is not used
/// @throws InputError naming the field
[[nodiscard]] TailHover tailHover(double torqueNm, double boomM, const HoverIn& tail, Derivation* why = nullptr);

struct BatteryState {
    double voltsPerCell = 0.0;
    double chargePct = 0.0;  ///< at rest, 15 … 30 °C
    bool used = false;       ///< 0.10 V per cell below full charge
};
/// Open-circuit charge of a lithium-polymer pack.
/// @param fullVoltsPerCell  of a full charge, a fact of the pack; the table is for 4.20
/// @throws InputError naming `packVolts` or `cells`
[[nodiscard]] BatteryState batteryState(double packVolts, double cells, double fullVoltsPerCell = 4.20);

/// The same table read the other way: of a cell at rest. @param chargePct  0 … 100; what lies outside counts as the end
[[nodiscard]] double restVolts(double chargePct);

/// Minutes that leave `reservePct`, from one logged flight. @throws InputError naming the field
[[nodiscard]] double timerMinutes(double capacityMah, double usedMah, double minutes, double reservePct);

struct Endurance {
    double currentA = 0.0;
    double minutes = 0.0;
};
/// Current and minutes from the power of flight; an estimate until a log has the consumption.
/// @param efficiency  of motor and speed controller, 0 … 1
/// @throws InputError naming the field
[[nodiscard]] Endurance endurance(double powerW, double volts, double efficiency, double capacityMah, double reservePct,
                                  Derivation* why = nullptr);

}  // namespace kh
