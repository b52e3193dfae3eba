// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/helicopter/helicopter.h"

#include "model/carried.h"
#include "model/fieldpatterns.h"
#include "model/fields.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/sizeclass.h"
#include "model/helicopter/tailcures.h"
#include "model/helicopter/tailways.h"
#include "model/names.h"

#include <stdexcept>
#include <utility>

namespace kh {

void describe(FieldVisitor& v, Helicopter& h);

namespace {

class Facts final : public FactsOf<Helicopter, Facts> {
public:
    const AircraftClass& of() const override { return helicopterClass(); }
    void describe(FieldVisitor& visitor) override { kh::describe(visitor, value); }
    void eachServo(const std::function<void(const ServoPlace&, Shared<ServoProfile>&)>& take) override {
        for (PlateServo& s : value.servos) take({KH_TR("plate"), KH_TR("Plate servos"), "machine.servos." + s.id + ".servo"}, s.servo);
        take({KH_TR("tail"), KH_TR("Tail servo"), "machine.tail.servo"}, value.tail.servo);
    }
    [[nodiscard]] std::optional<double> foldedBladeMm() const override { return value.rotor.bladeMm; }
    void makeTemplate() override {
        value.rotor.bladeMaxRpm.reset();
        for (PlateServo& s : value.servos) s.squareErrorDeg = 0.0;
        value.tail.squareErrorDeg = 0.0;
    }
};

constexpr std::array kOfAileron{"transmitter.channels.aileron", "transmitter.modes.{}.aileron", "transmitter.trims.aileronPct"_field,
                                "controller.directions.aileronReversed"_field};
constexpr std::array kOfElevator{"transmitter.channels.elevator", "transmitter.modes.{}.elevator", "transmitter.trims.elevatorPct"_field,
                                 "controller.directions.elevatorReversed"_field};
constexpr std::array kOfRudder{"transmitter.channels.rudder",
                               "transmitter.modes.{}.rudder",
                               "transmitter.trims.rudderPct"_field,
                               "controller.directions.rudderReversed"_field,
                               "controller.banks.{}.rudderDegS"_field,
                               "controller.tail",
                               "machine.tail"};
constexpr std::array kOfThrottle{"transmitter.channels.throttle",
                                 "transmitter.modes.{}.throttle"_field,
                                 "transmitter.throttleTrimRangePct"_field,
                                 "transmitter.schools.throttle"_field,
                                 "machine.wiring.throttleLead"_field,
                                 "controller.governor.minThrottlePct"_field,
                                 "transmitter.hold",
                                 "transmitter.kill",
                                 "transmitter.cut",
                                 "speedController"};
constexpr std::array kOfGain{"transmitter.channels.gain", "transmitter.modes.{}.tailGainPct"_field};

using enum FunctionSource;
constexpr std::array kFunctionTable{
    FunctionEntry{KH_TR("aileron"), KH_TR("Aileron"), Rated, &Sticks::aileron, &FlightMode::aileron, &StickTrims::aileronPct,
                  &DirectionSettings::aileronReversed, TurnAxis::Roll, false, kOfAileron},
    FunctionEntry{KH_TR("elevator"), KH_TR("Elevator"), Rated, &Sticks::elevator, &FlightMode::elevator, &StickTrims::elevatorPct,
                  &DirectionSettings::elevatorReversed, TurnAxis::Pitch, false, kOfElevator},
    FunctionEntry{KH_TR("collective"), KH_TR("Collective"), Pitch, &Sticks::collective, nullptr, nullptr,
                  &DirectionSettings::collectiveReversed},
    FunctionEntry{KH_TR("rudder"), KH_TR("Rudder"), Rated, &Sticks::rudder, &FlightMode::rudder, &StickTrims::rudderPct,
                  &DirectionSettings::rudderReversed, TurnAxis::Yaw, true, kOfRudder},
    FunctionEntry{KH_TR("throttle"), KH_TR("Throttle"), Throttle, &Sticks::collective, nullptr, nullptr, nullptr, std::nullopt, false,
                  kOfThrottle},
    FunctionEntry{KH_TR("gain"), KH_TR("Tail gain"), Gain, nullptr, nullptr, nullptr, nullptr, std::nullopt, false, kOfGain}};
constexpr std::array kNeedsOfBox{KH_TR("a swash plate and its servos"), KH_TR("a tail servo")};
constexpr std::array kGyros{KH_TR("roll gyro"), KH_TR("pitch gyro"), KH_TR("yaw gyro")};
constexpr std::array kMixed{heli::Elevator, heli::Aileron, heli::Collective};

struct ServoWord {
    const char* role;
    const char* title;
};
constexpr std::array kServoWords{ServoWord{"elevator", KH_TR("Elevator servo")}, ServoWord{"left", KH_TR("Left servo")},
                                 ServoWord{"right", KH_TR("Right servo")}, ServoWord{"fourth", KH_TR("Fourth servo")}};

const Helicopter* factsOf(const Machine& machine) {
    if (&machine.aircraft.of() != &helicopterClass()) return nullptr;
    return &static_cast<const Facts&>(machine.aircraft.facts()).value;
}

}  // namespace

const AircraftClass& helicopterClass() {
    static constexpr YawPath yaw{"tail-direction", yawGyroWay, tailCures, tailCureText, tailServoOver};
    static const AircraftClass entry{.id = "helicopter",
                                     .functions = kFunctionTable,
                                     .blank = [] { return std::unique_ptr<AircraftFacts>(std::make_unique<Facts>()); },
                                     .usual = heli::Collective,
                                     .mixed = kMixed,
                                     .gyros = kGyros,
                                     .yaw = &yaw,
                                     .supplyA = [](const Machine& m) { return sizeClassOf(m).supplyA; },
                                     .flownBy = movesPlate,
                                     .needsOfBox = kNeedsOfBox};
    return entry;
}

bool isHelicopter(const Setup& setup) { return &setup.machine.aircraft.of() == &helicopterClass(); }

const Helicopter& helicopter(const Machine& machine) {
    const Helicopter* facts = factsOf(machine);
    if (facts == nullptr) throw std::logic_error("a helicopter's facts were asked of another aircraft");
    return *facts;
}

Helicopter& helicopter(Machine& machine) { return const_cast<Helicopter&>(helicopter(std::as_const(machine))); }

Message servoTitle(std::string_view role) {
    for (const ServoWord& w : kServoWords)
        if (role == w.role) return say(w.title);
    return plainWords(role);
}

Message elementName(const PlateServo& servo) { return servoTitle(servo.id); }

const char* functionId(Function f) { return helicopterClass().tracedName(f); }

}  // namespace kh
