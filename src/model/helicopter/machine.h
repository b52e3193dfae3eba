// SPDX-License-Identifier: GPL-3.0-or-later
//
// The machine as built: facts, never settings. What is not known is absent.
#pragma once

#include "formula/linkage.h"

#include <optional>
#include <string>
#include <vector>

namespace kh {

/// A servo's data sheet. Unknown pulse class or rate stay absent: then nothing that could harm is proposed.
struct ServoProfile {
    std::string id;
    int version = 1;
    std::string name;
    std::optional<double> pulseUs;  ///< centre of its pulse class: 1520 wide, 960 or 760 narrow
    std::optional<double> maxHz;    ///< highest frame rate it survives
    double degPerUs = 0.1;
    double deadBandUs = 2.0;
    double rangeDeg = 60.0;     ///< mechanical range to either side
    double splineTeeth = 25.0;  ///< of the output shaft
    std::optional<double> maxVolts;
    std::optional<double> minVolts;  ///< the least it works with
    bool operator==(const ServoProfile&) const = default;
};

/// One plate servo by its role (elevator, left, right, fourth), not by its place in a list.
struct PlateServo {
    std::string id;                      ///< role
    double azimuthDeg = 0.0;             ///< of its ball on the outer ring
    std::optional<double> ballRadiusMm;  ///< where it is not the plate's
    double armMm = 14.0;
    double linkMm = 40.0;
    bool risesWithPulse = true;   ///< mounting: the ball rises when the pulse grows
    double squareErrorDeg = 0.0;  ///< arm angle at the neutral pulse
    ServoProfile servo;
    bool operator==(const PlateServo&) const = default;
};

enum class Turning { Clockwise, CounterClockwise };  ///< main rotor, seen from above
enum class LeverEdge { Trailing, Leading };          ///< which side of the tail blade the grip lever is on
enum class PowerKind { Electric, Engine };

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
    LinkKind linkKind = LinkKind::PlainRod;
    LinkEnds linkEnds = LinkEnds::EitherWay;
    std::optional<double> threadMmPerTurn;  ///< of one thread; absent: moulded, fixed links
    bool operator==(const Head&) const = default;
};

struct PlateFacts {
    double ballRadiusMm = 28.0;
    double travelMm = 8.0;  ///< up and down from neutral
    double tiltLimitDeg = 16.0;
    bool mechanical = false;  ///< one servo each for elevator, aileron, collective; no electronic mixing
    bool operator==(const PlateFacts&) const = default;
};

struct TailFacts {
    double armMm = 8.0;
    double linkMm = 60.0;
    bool risesWithPulse = true;  ///< the servo's ball moves its + way when the pulse grows
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
    ServoProfile servo;
    bool operator==(const TailFacts&) const = default;
};

struct PowerTrain {
    PowerKind kind = PowerKind::Electric;
    std::string motor;
    std::optional<double> kv;  ///< rpm/V
    std::optional<double> poles;
    std::optional<double> mainTeeth;
    std::optional<double> pinionTeeth;
    double secondStage = 1.0;
    double cells = 6.0;
    std::optional<double> capacityMah;
    double fullVoltsPerCell = 4.20;
    double efficiency = 0.92;                ///< loaded speed factor
    std::optional<double> clutchPct;         ///< engine: throttle at which the clutch takes hold
    std::optional<double> loggedMahPerMin;   ///< from the flight log
    std::optional<double> plannedMahPerMin;  ///< the pilot's or the maker's, until a flight was logged
    bool operator==(const PowerTrain&) const = default;
};

/// Receiver supply. Unknown stays absent.
struct Supply {
    std::optional<double> volts;
    std::optional<double> continuousA;
    std::optional<double> peakA;
    std::optional<double> receiverMaxVolts;
    bool operator==(const Supply&) const = default;
};

/// How the signal comes aboard: all channels on one lead, a lead a channel, or remote receivers plugged into the box.
enum class ReceiverKind { OneLead, LeadEach, Remotes };
enum class ThrottleLead { Controller, Receiver };  ///< where the speed controller's lead is plugged in

/// The servo arms in the box. Unknown holes stay empty: then no hole is named.
struct ServoArms {
    std::vector<double> holesMm;  ///< from the shaft
    bool cross = true;            ///< four sides: turned by 90° another tooth position can be had
    bool operator==(const ServoArms&) const = default;
};

/// Wiring between receiver, controller and supply.
struct Wiring {
    ReceiverKind receiver = ReceiverKind::OneLead;
    ThrottleLead throttleLead = ThrottleLead::Controller;
    double supplyLeads = 1.0;
    bool buffer = false;  ///< a buffer that bridges a dip of the supply
    bool operator==(const Wiring&) const = default;
};

enum class FlyingStyle { Training, Sport, Aerobatic, Scale };

struct Machine {
    std::string name = "New model";
    std::string sizeClass = "470";
    FlyingStyle style = FlyingStyle::Sport;
    double massKg = 2.2;
    std::string mounting = "flat, plugs aft";  ///< how the controller really sits
    Rotor rotor;
    Head head;
    PlateFacts plate;
    std::vector<PlateServo> servos;
    ServoArms arms;
    TailFacts tail;
    PowerTrain power;
    Supply supply;
    Wiring wiring;
    bool operator==(const Machine&) const = default;
};

/// Radius of a servo's ball on the plate.
[[nodiscard]] inline double ballRadiusMm(const Machine& machine, const PlateServo& servo) {
    return servo.ballRadiusMm.value_or(machine.plate.ballRadiusMm);
}

}  // namespace kh
