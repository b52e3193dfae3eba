// SPDX-License-Identifier: GPL-3.0-or-later
//
// The helicopter as built: what no other class of aircraft has.
#pragma once

#include "formula/linkage.h"
#include "model/setup.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace kh {

/// One plate servo by its role (elevator, left, right, fourth), not by its place in a list.
struct PlateServo {
    std::string id;                      ///< role
    double azimuthDeg = 0.0;             ///< of its ball on the outer ring
    std::optional<double> ballRadiusMm;  ///< where it is not the plate's
    double armMm = 14.0;
    double linkMm = 40.0;
    bool risesWithPulse = true;   ///< mounting: the ball rises when the pulse grows
    double squareErrorDeg = 0.0;  ///< arm angle at the neutral pulse
    Shared<ServoProfile> servo;
    bool operator==(const PlateServo&) const = default;
};

enum class Turning { Clockwise, CounterClockwise };  ///< main rotor, seen from above
enum class LeverEdge { Trailing, Leading };          ///< which side of the tail blade the grip lever is on

struct Rotor {
    double discM = 1.05;
    double bladeMm = 470.0;
    double chordMm = 43.0;
    double blades = 2.0;
    Turning turning = Turning::Clockwise;
    std::optional<double> bladeMaxRpm;  ///< the blade maker's limit
    bool operator==(const Rotor&) const = default;
};

/// How a link is made: by pliers at its ends, by turning the rod between two opposite threads, or not at all.
enum class LinkKind { PlainRod, LeftRight, Moulded };

/// Whether a ball link goes onto its ball either way round: one that does not is turned by whole turns only.
enum class LinkEnds { EitherWay, OneWayAtOne, OneWayAtBoth };

struct Head {
    double innerRadiusMm = 16.0;
    double gripMm = 22.0;
    double leadDeg = 90.0;  ///< its size: the sign follows from rotation and link side (model/helicopter/head.h)
    LinkSide link = LinkSide::Leading;
    double phaseDeg = 0.0;
    double gripLimitDeg = 22.0;
    std::optional<double> wantedLowDeg, wantedHighDeg;  ///< collective ends the pilot wants; absent: what the style asks for
    LinkKind linkKind = LinkKind::PlainRod;
    LinkEnds linkEnds = LinkEnds::EitherWay;
    std::optional<double> threadMmPerTurn;  ///< of one thread; absent: moulded, fixed links
    bool operator==(const Head&) const = default;
};

struct PlateFacts {
    double ballRadiusMm = 28.0;
    std::optional<double> kitLinkMm;  ///< length of the servo links in the kit's manual
    double travelMm = 8.0;            ///< up and down from neutral
    double tiltLimitDeg = 16.0;
    bool mechanical = false;  ///< one servo each for elevator, aileron, collective; no electronic mixing
    bool operator==(const PlateFacts&) const = default;
};

/// What moves the nose: blades driven from the main rotor and turned by a slider, or a motor of its own.
enum class TailDrive { Shaft, OwnMotor };

enum class TopBlade { Aft, Forward };  ///< where the upper tail blade goes as the rotor turns in flight sense
enum class TailSide { Right, Left };   ///< of the boom, seen from behind

struct TailFacts {
    TailDrive drive = TailDrive::Shaft;
    TopBlade topBlade = TopBlade::Aft;
    TailSide side = TailSide::Right;
    double armMm = 8.0;
    double linkMm = 60.0;
    std::optional<double> kitLinkMm;  ///< in the kit's manual
    bool risesWithPulse = true;       ///< the servo's ball moves its + way when the pulse grows
    double squareErrorDeg = 0.0;      ///< arm angle at the neutral pulse
    double crankRatio = 1.0;
    bool crankTurnsOver = false;  ///< the slider moves against the ball
    double gripMm = 12.0;
    LeverEdge lever = LeverEdge::Trailing;
    double sliderLimitMm = 7.0;
    double neutralPitchDeg = 4.0;  ///< built into the slider's mid travel, + pushes right
    double discM = 0.2;
    double chordMm = 16.0;
    double ratio = 4.6;   ///< tail turns per head turn
    double boomM = 0.63;  ///< mast to tail shaft
    Shared<ServoProfile> servo;
    bool operator==(const TailFacts&) const = default;
};

/// The servo arms in the box. Unknown holes stay empty: then no hole is named.
struct ServoArms {
    std::vector<double> holesMm;  ///< from the shaft
    bool cross = true;            ///< four sides: turned by 90° another tooth position can be had
    bool operator==(const ServoArms&) const = default;
};

/// Facts of a helicopter.
struct Helicopter {
    Rotor rotor;
    Head head;
    PlateFacts plate;
    std::vector<PlateServo> servos;
    ServoArms arms;
    TailFacts tail;
    bool operator==(const Helicopter&) const = default;
};

/// The class: its functions, its facts, what they are called.
[[nodiscard]] const AircraftClass& helicopterClass();
[[nodiscard]] bool isHelicopter(const Setup& setup);

/// @throws std::logic_error if it is none: only what belongs to helicopters asks
[[nodiscard]] const Helicopter& helicopter(const Machine& machine);
[[nodiscard]] Helicopter& helicopter(Machine& machine);
[[nodiscard]] inline const Helicopter& helicopter(const Setup& setup) { return helicopter(setup.machine); }
[[nodiscard]] inline Helicopter& helicopter(Setup& setup) { return helicopter(setup.machine); }

/// Whether the tail's blades are turned by a slider; else it has a motor of its own and only its speed changes.
[[nodiscard]] inline bool tailBladesTurn(const Setup& setup) { return helicopter(setup).tail.drive == TailDrive::Shaft; }

/// A plate servo by its role: "Elevator servo", "Left servo".
[[nodiscard]] Message servoTitle(std::string_view role);
[[nodiscard]] Message elementName(const PlateServo& servo);

/// Radius of a servo's ball on the plate.
[[nodiscard]] inline double ballRadiusMm(const Machine& machine, const PlateServo& servo) {
    return servo.ballRadiusMm.value_or(helicopter(machine).plate.ballRadiusMm);
}

}  // namespace kh
