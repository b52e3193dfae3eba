// SPDX-License-Identifier: GPL-3.0-or-later
//
// Stations that are a variable-pitch quadrotor's own: airframe, rotors, power.
#pragma once

#include "stations/kit/station.h"
#include "stations/rotors/rotorsfigures.h"

namespace kh {

[[nodiscard]] const StationEntry& rotorsAirframeStation();
[[nodiscard]] const StationEntry& rotorsStation();
[[nodiscard]] const StationEntry& rotorsSensorsStation();
[[nodiscard]] const StationEntry& rotorsPowerStation();

// what the entries list
[[nodiscard]] StationPage rotorsAirframeRows(const RowBuilder& b);
[[nodiscard]] StationPage rotorsRows(const RowBuilder& b);
[[nodiscard]] StationPage rotorsSensorsRows(const RowBuilder& b);
[[nodiscard]] StationPage rotorsPowerRows(const RowBuilder& b);
[[nodiscard]] std::span<const Rule> rotorLeadRules();
[[nodiscard]] std::span<const Rule> rotorLimitRules();
[[nodiscard]] std::span<const Rule> rotorSenseRules();
[[nodiscard]] std::span<const Rule> rotorCheckRules();
[[nodiscard]] std::span<const BenchWork> rotorSensorGuides();
[[nodiscard]] std::span<const Rule> rotorPowerRules();
/// Of its modes; those shared with other classes stand beside them (procedure/rotors).
[[nodiscard]] std::span<const Rule> rotorModeRules();
[[nodiscard]] std::span<const BenchWork> rotorSolvers();
[[nodiscard]] std::span<const BenchWork> rotorGuides();

/// What is judged of rotors that are not alike, ° of one blade (docs/domain.md 15.1).
inline constexpr double kAlikeNoteDeg = 0.5, kAlikeWarningDeg = 1.0, kAlikeDangerDeg = 2.0;
[[nodiscard]] constexpr Severity alikeSeverity(double apartDeg) {
    return apartDeg > kAlikeDangerDeg ? Severity::Danger : apartDeg > kAlikeWarningDeg ? Severity::Warning : Severity::Note;
}
/// One tooth of a servo's shaft, °.
[[nodiscard]] inline double toothDeg(const ServoProfile& servo) { return 360.0 / servo.splineTeeth; }
/// What a gauge reads of a rotor in a state: "plus.front-left".
[[nodiscard]] std::string rotorReading(RotorState state, std::size_t rotor);
/// Such a reading as the pitch of one blade, °. @throws InputError naming the reading if it is none
[[nodiscard]] double rotorReadDeg(const Setup& setup, RotorState state, const Reading& reading);

/// One limit of one rotor as it stands: of the port that drives it.
struct RotorLimit {
    std::size_t port = 0;
    std::string path;
    double us = 0.0;
};
/// @param state  not the neutral. @return nothing where no port drives it, or the box holds no limit for that
[[nodiscard]] std::optional<RotorLimit> limitOf(const Setup& setup, std::size_t rotor, RotorState state);
/// What is wanted there, ° of one blade.
[[nodiscard]] double aimOf(const Setup& setup, RotorState state);
/// Whether a lead, a servo's way or the told pair is wrong: what the sticks then do follows from that.
[[nodiscard]] bool rotorOutOfPlace(const Setup& setup, const RotorsFigures& figures);
/// Whether a rotor's blade goes the wrong way at a limit.
[[nodiscard]] bool wrongWay(const RotorsFigures& figures, std::size_t rotor, RotorState state);
/// The limit that brings a rotor from where it stands to a pitch, on the box's grid, in µs with its sign, and where the blade then stands.
/// @return nothing where the blade goes the other way, no limit does, or it is the one that is set
[[nodiscard]] std::optional<RotorsLimit> limitFor(const Setup& setup, const RotorLimit& limit, double readDeg, double wantedDeg,
                                                  Derivation* why = nullptr);

}  // namespace kh
