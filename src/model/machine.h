// SPDX-License-Identifier: GPL-3.0-or-later
//
// The machine as built: facts, never settings. What is not known is absent. Here stands what every aircraft has; facts of one
// class of aircraft are its own (model/aircraft.h).
#pragma once

#include "base/shared.h"
#include "base/special.h"
#include "model/aircraft.h"
#include "model/receiver.h"

#include <algorithm>
#include <cmath>
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
    std::optional<double> minVolts;                  ///< the least it works with
    std::string source;                              ///< of pulse and rate: its case, a sheet, a seller's page; empty: not noted
    std::string otherSource;                         ///< a second one
    std::optional<double> otherPulseUs, otherMaxHz;  ///< what that says
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
    std::optional<double> mostPowerW;        ///< what the drive gives at most
    std::optional<double> loggedMahPerMin;   ///< from the flight log
    std::optional<double> plannedMahPerMin;  ///< the pilot's or the maker's, until a flight was logged
    bool operator==(const PowerTrain&) const = default;
};

/// Two sources that say different things leave nothing that is sure.
inline constexpr double kSourcesApartUs = 30.0, kSourcesApartHz = 5.0;
[[nodiscard]] inline bool pulseContradicted(const ServoProfile& s) {
    return s.pulseUs && s.otherPulseUs && std::abs(*s.pulseUs - *s.otherPulseUs) > kSourcesApartUs;
}
[[nodiscard]] inline bool rateContradicted(const ServoProfile& s) {
    return s.maxHz && s.otherMaxHz && std::abs(*s.maxHz - *s.otherMaxHz) > kSourcesApartHz;
}
/// Pulse class and highest rate as far as they are sure: what is contradicted is not known.
[[nodiscard]] inline std::optional<double> surePulseUs(const ServoProfile& s) { return pulseContradicted(s) ? std::nullopt : s.pulseUs; }
[[nodiscard]] inline std::optional<double> sureMaxHz(const ServoProfile& s) { return rateContradicted(s) ? std::nullopt : s.maxHz; }

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

/// What a lead carries.
enum class LeadCarries { Signal, Supply, Both, Speed };

/// A lead beside those that the rest of the wiring names: between two boxes, or parked.
struct Lead {
    std::string id;
    std::string from, to;  ///< boxes in the pilot's words: "receiver", "speed controller"
    LeadCarries carries = LeadCarries::Signal;
    bool parked = false;    ///< one end in no socket, insulated
    bool homeMade = false;  ///< polarity is looked at before the first plug
    bool operator==(const Lead&) const = default;
};

/// Wiring between receiver, controller and supply.
struct Wiring {
    ReceiverKind receiver = ReceiverKind::OneLead;
    ThrottleLead throttleLead = ThrottleLead::Controller;
    double supplyLeads = 1.0;
    SecondSupply second = SecondSupply::None;
    bool rpmLead = true;      ///< one that brings the motor's or the engine's speed to the controller
    bool buffer = false;      ///< a buffer that bridges a dip of the supply
    std::vector<Lead> leads;  ///< the others
    bool operator==(const Wiring&) const = default;
};

/// Whether a lead brings the motor's or the engine's speed to the controller.
[[nodiscard]] inline bool bringsSpeed(const Wiring& w) {
    return w.rpmLead ||
           std::any_of(w.leads.begin(), w.leads.end(), [](const Lead& l) { return l.carries == LeadCarries::Speed && !l.parked; });
}

enum class FlyingStyle { Training, Sport, Aerobatic, Scale };

/// How the controller is held in the machine.
enum class Fixing { Tape, Hard, Foam };

/// The air at the field.
struct Air {
    std::optional<double> temperatureC;
    std::optional<double> heightM;  ///< above the sea
    double sideWindMs = 8.0;        ///< from the unfavourable side, that the tail is to hold
    bool operator==(const Air&) const = default;
};

struct Machine {
    std::string name = "New model";
    std::string sizeClass = "470";
    FlyingStyle style = FlyingStyle::Sport;
    double massKg = 2.2;
    std::string mounting = "label up, plugs aft";  ///< how the controller really sits
    Fixing fixing = Fixing::Tape;
    double squareErrorDeg = 0.0;  ///< how far its axes are off the machine's
    bool sensorLeadFree = true;   ///< the lead of a separate sensor pulls nowhere at it
    bool sensorFlat = true;       ///< it sits on a flat face, all of its pad
    Aircraft aircraft;            ///< facts of its class
    PowerTrain power;
    Air air;
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
