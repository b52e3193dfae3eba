// SPDX-License-Identifier: GPL-3.0-or-later
//
// The variable-pitch quadrotor as built, and what its controller holds for its four rotors (docs/domain.md 15.1): one motor, four pitch
// servos on an X frame.
#pragma once

#include "formula/linkage.h"
#include "formula/rotors.h"
#include "model/setup.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace kh {

namespace rotors {

inline constexpr Function Aileron{0}, Elevator{1}, Collective{2}, Rudder{3}, Throttle{4};

/// Where rotors stand, in the order of formula/rotors.h: what ports name as their role.
inline constexpr std::array<const char*, kRotors> kIds{"front-left", "back-left", "back-right", "front-right"};

}  // namespace rotors

/// In which the maker's gauge counts: the pitch of one blade, or the angle between the two folded back, which is twice that.
enum class GaugeScale { Blade, Folded };

/// One rotor with its servo, by where it stands.
struct RotorUnit {
    std::string id;
    double armMm = 10.0;
    double linkMm = 40.0;                ///< push rod between arm and slider
    double leverMm = 14.0;               ///< of the blade grip
    LinkSide lever = LinkSide::Leading;  ///< ahead of the blade: it lifts as its ball rises
    bool risesWithPulse = true;          ///< mounting: the ball rises when the pulse grows
    double squareErrorDeg = 0.0;         ///< of the arm to its push rod at the neutral pulse
    double zeroErrorDeg = 0.0;           ///< blade pitch with the arm square: the push rod's length
    Shared<ServoProfile> servo;
    bool operator==(const RotorUnit&) const = default;
};

/// What the box holds for one place, the output of that number: how far its pulse goes from neutral at each limit, signed; its direction
/// is that sign.
struct RotorLimits {
    std::string id;  ///< place, of rotors::kIds
    double plusUs = 200.0;
    double minusUs = -200.0;
    bool operator==(const RotorLimits&) const = default;
};

/// Facts of a variable-pitch quadrotor, and its controller's settings for them.
struct Rotors {
    double armMm = 220.0;  ///< hub to each rotor shaft
    double armAngleDeg = 45.0;
    ClockwisePair pair = ClockwisePair::FrontLeft;
    double discM = 0.25;
    double bladeMm = 105.0;
    double chordMm = 20.0;
    double blades = 2.0;
    std::optional<double> bladeMaxRpm;
    GaugeScale gauge = GaugeScale::Blade;
    std::optional<double> wantedDeg;  ///< the maker's at both limits, as the gauge counts it; absent: what the style asks for
    std::vector<RotorUnit> rotors;
    // in the controller
    ClockwisePair toldPair = ClockwisePair::FrontLeft;
    std::vector<RotorLimits> limits;
    bool gainsInside = true;  ///< gains stand inside the box; else a channel has taken them over
    bool operator==(const Rotors&) const = default;
};

[[nodiscard]] const AircraftClass& rotorsClass();
[[nodiscard]] bool isRotors(const Setup& setup);
/// @throws std::logic_error if it is another aircraft: only what belongs to this class asks
[[nodiscard]] const Rotors& rotorsOf(const Machine& machine);
[[nodiscard]] Rotors& rotorsOf(Machine& machine);
[[nodiscard]] inline const Rotors& rotorsOf(const Setup& setup) { return rotorsOf(setup.machine); }
[[nodiscard]] inline Rotors& rotorsOf(Setup& setup) { return rotorsOf(setup.machine); }

/// "front left".
[[nodiscard]] Message rotorTitle(std::string_view id);
[[nodiscard]] Message elementName(const RotorUnit& rotor);
[[nodiscard]] Message elementName(const RotorLimits& limits);

/// What is wanted at both limits, ° of one blade.
[[nodiscard]] double wantedPitchDeg(const Machine& machine);
/// How many degrees of the maker's gauge are one of a blade.
[[nodiscard]] constexpr double gaugePerBlade(GaugeScale gauge) { return gauge == GaugeScale::Folded ? 2.0 : 1.0; }
/// The pitch of one blade, as the maker's gauge counts it.
[[nodiscard]] inline double onGauge(const Rotors& r, double bladeDeg) { return gaugePerBlade(r.gauge) * bladeDeg; }

/// The rotor at a place; nullptr where a document has none.
[[nodiscard]] const RotorUnit* rotorUnit(const Rotors& r, std::size_t rotor);
/// What the box holds for the output of a port, by its number; nullptr where it holds nothing.
[[nodiscard]] const RotorLimits* limitsOf(const Rotors& r, std::size_t port);
/// Which rotor a port's lead goes to: an index, kRotors if to none.
[[nodiscard]] std::size_t rotorOfPort(const Setup& setup, std::size_t port);
/// The port whose lead goes to a rotor: an index, kRotors if none does.
[[nodiscard]] std::size_t portOfRotor(const Setup& setup, std::size_t rotor);
/// The pulse beside neutral at which a rotor's blade stands at a pitch, its arm square at neutral, µs; its sign is the way of its servo.
[[nodiscard]] double pulseForPitchUs(const RotorUnit& unit, double pitchDeg);

/// The step of the box's limits, µs.
[[nodiscard]] double limitStepUs(const ControllerProfile& box);

/// How the box mixes, as it was told.
[[nodiscard]] RotorMix mixOf(const Setup& setup);
/// The frame as built.
[[nodiscard]] RotorFrame frameOf(const Machine& machine);
/// One rotor at a speed, for its formulas. @param densityKgM3  of the air at the field
[[nodiscard]] HoverIn rotorAt(const Machine& machine, double rpm, double densityKgM3);

}  // namespace kh
