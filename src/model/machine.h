// SPDX-License-Identifier: GPL-3.0-or-later
//
// The machine as built: facts, never settings. What is not known is absent. Here stands what every aircraft has; facts of one
// class of aircraft are its own (model/aircraft.h).
#pragma once

#include "base/shared.h"
#include "base/special.h"
#include "model/aircraft.h"
#include "model/receiver.h"

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

enum class PowerKind { Electric, Engine };

struct PowerTrain {
    PowerKind kind = PowerKind::Electric;
    std::string motor;
    std::optional<double> kv;  ///< rpm/V
    std::optional<double> poles;
    std::optional<double> mainTeeth;
    std::optional<double> pinionTeeth;
    double secondStage = 1.0;               ///< its ratio, 1 if there is none; its own teeth, where both are known, count before it
    std::optional<double> secondMainTeeth;  ///< of a second stage
    std::optional<double> secondPinionTeeth;
    double cells = 6.0;
    std::optional<double> capacityMah;
    double fullVoltsPerCell = 4.20;
    double efficiency = 0.92;                ///< loaded speed factor
    std::optional<double> clutchPct;         ///< engine: throttle at which the clutch takes hold
    std::optional<double> loggedMahPerMin;   ///< from the flight log
    std::optional<double> plannedMahPerMin;  ///< the pilot's or the maker's, until a flight was logged
    bool operator==(const PowerTrain&) const = default;
};

/// Ratio of the second stage: by its teeth where both are known.
[[nodiscard]] inline double secondStageRatio(const PowerTrain& p) {
    return p.secondMainTeeth && p.secondPinionTeeth ? *p.secondMainTeeth / *p.secondPinionTeeth : p.secondStage;
}

/// Receiver supply. Unknown stays absent.
struct Supply {
    std::optional<double> volts;
    std::optional<double> continuousA;
    std::optional<double> peakA;
    std::optional<double> receiverMaxVolts;
    std::optional<double> alarmVolts;   ///< below it the transmitter, or a buzzer, warns
    std::optional<double> bufferVolts;  ///< at which a buffer takes over from a failed supply
    bool operator==(const Supply&) const = default;
};

/// How the signal comes aboard: all channels on one lead, a lead a channel, or remote receivers plugged into the box.
enum class ReceiverKind { OneLead, LeadEach, Remotes };
enum class ThrottleLead { Controller, Receiver };  ///< where the speed controller's lead is plugged in

/// A lead that brings a second supply: none, parked, or joined with the first, which both makers must allow.
enum class SecondSupply { None, Parked, Joined, JoinedAllowed };

/// Wiring between receiver, controller and supply.
struct Wiring {
    ReceiverKind receiver = ReceiverKind::OneLead;
    ThrottleLead throttleLead = ThrottleLead::Controller;
    double supplyLeads = 1.0;
    SecondSupply second = SecondSupply::None;
    bool rpmLead = true;  ///< one that brings the motor's or the engine's speed to the controller
    bool buffer = false;  ///< a buffer that bridges a dip of the supply
    bool operator==(const Wiring&) const = default;
};

enum class FlyingStyle { Training, Sport, Aerobatic, Scale };

/// How the controller is held in the machine.
enum class Fixing { Tape, Hard, Foam };

struct Machine {
    std::string name = "New model";
    std::string sizeClass = "470";
    FlyingStyle style = FlyingStyle::Sport;
    double massKg = 2.2;
    std::string mounting = "label up, plugs aft";  ///< how the controller really sits
    Fixing fixing = Fixing::Tape;
    double squareErrorDeg = 0.0;  ///< how far its axes are off the machine's
    Aircraft aircraft;            ///< facts of its class
    PowerTrain power;
    Supply supply;
    Wiring wiring;
    Shared<ReceiverProfile> receiver;
    KH_SPECIAL_MEMBERS(Machine);
    bool operator==(const Machine&) const = default;
};

/// A servo aboard, and where.
struct FittedServo {
    ServoPlace place;
    Shared<ServoProfile> servo;
};
[[nodiscard]] std::vector<FittedServo> fittedServos(const Machine& machine);

}  // namespace kh
