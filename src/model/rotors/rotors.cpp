// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/rotors/rotors.h"

#include "base/conventions.h"
#include "model/fieldpatterns.h"
#include "model/fields.h"
#include "model/names.h"

#include <algorithm>
#include <stdexcept>
#include <utility>

namespace kh {

void describe(FieldVisitor& v, Rotors& r);

namespace {

constexpr double kSportPitchDeg = 12.0, kSmallDrag = 0.016, kInduced = 1.15;

class RotorsFacts final : public FactsOf<Rotors, RotorsFacts> {
public:
    const AircraftClass& of() const override { return rotorsClass(); }
    void describe(FieldVisitor& visitor) override { kh::describe(visitor, value); }
    void eachServo(const std::function<void(const ServoPlace&, Shared<ServoProfile>&)>& take) override {
        for (RotorUnit& r : value.rotors) take({KH_TR("rotors"), KH_TR("Rotor servos"), "machine.rotors." + r.id + ".servo"}, r.servo);
    }
    [[nodiscard]] std::optional<double> foldedBladeMm() const override { return value.bladeMm; }
    void makeTemplate() override {
        value.bladeMaxRpm.reset();
        for (RotorUnit& r : value.rotors) r.squareErrorDeg = r.zeroErrorDeg = 0.0;
    }
};

constexpr std::array kRotorNeeds{KH_TR("four rotors, each with its limits"), KH_TR("which pair turns clockwise"), KH_TR("check points")};
constexpr std::array kRotorGyros{KH_TR("roll gyro"), KH_TR("pitch gyro"), KH_TR("yaw gyro")};
constexpr std::array kAileronFields{"transmitter.channels.aileron", "transmitter.modes.{}.aileron", "transmitter.trims.aileronPct"_field};
constexpr std::array kElevatorFields{"transmitter.channels.elevator", "transmitter.modes.{}.elevator",
                                     "transmitter.trims.elevatorPct"_field};
constexpr std::array kRudderFields{"transmitter.channels.rudder", "transmitter.modes.{}.rudder", "transmitter.trims.rudderPct"_field};
constexpr std::array kThrottleFields{"transmitter.channels.throttle",
                                     "transmitter.modes.{}.throttle"_field,
                                     "transmitter.hold",
                                     "transmitter.kill",
                                     "transmitter.cut",
                                     "speedController"};

using enum FunctionSource;
constexpr std::array kRotorFunctions{FunctionEntry{KH_TR("aileron"), KH_TR("Aileron"), Rated, &Sticks::aileron, &FlightMode::aileron,
                                                   &StickTrims::aileronPct, nullptr, TurnAxis::Roll, false, kAileronFields},
                                     FunctionEntry{KH_TR("elevator"), KH_TR("Elevator"), Rated, &Sticks::elevator, &FlightMode::elevator,
                                                   &StickTrims::elevatorPct, nullptr, TurnAxis::Pitch, false, kElevatorFields},
                                     FunctionEntry{KH_TR("collective"), KH_TR("Collective"), Pitch, &Sticks::collective},
                                     FunctionEntry{KH_TR("rudder"), KH_TR("Rudder"), Rated, &Sticks::rudder, &FlightMode::rudder,
                                                   &StickTrims::rudderPct, nullptr, TurnAxis::Yaw, false, kRudderFields},
                                     FunctionEntry{KH_TR("throttle"), KH_TR("Throttle"), Throttle, &Sticks::collective, nullptr, nullptr,
                                                   nullptr, std::nullopt, false, kThrottleFields}};
constexpr std::array kMixedRotors{rotors::Elevator, rotors::Aileron, rotors::Collective};
/// What boxes ask that such a machine has no use for.
constexpr std::array kNotAsked{"rotor-turning",
                               "layout",
                               "layout-angles",
                               "phase",
                               "servo-direction",
                               "directions",
                               "reference",
                               "cyclic-limit",
                               "collective-range",
                               "collective-trim",
                               "tail-pulse",
                               "tail-rate",
                               "tail-servo-direction",
                               "tail-direction",
                               "tail-limits",
                               "precompensation",
                               "tail-gain",
                               "gain-steps",
                               "head-gain",
                               "head-gains"};

constexpr std::array kSupplyA{3.0, 5.0};  // four small servos that all move at once

constexpr std::array<const char*, kRotors> kRotorTitles{KH_TR("front left"), KH_TR("back left"), KH_TR("back right"), KH_TR("front right")};

/// The one of a list that stands at a place.
template <class T>
const T* atPlace(const std::vector<T>& list, std::size_t place) {
    if (place >= kRotors) return nullptr;
    const auto at = std::find_if(list.begin(), list.end(), [&](const T& one) { return one.id == rotors::kIds[place]; });
    return at == list.end() ? nullptr : &*at;
}

const Rotors* rotorsIn(const Machine& machine) {
    if (&machine.aircraft.of() != &rotorsClass()) return nullptr;
    return &static_cast<const RotorsFacts&>(machine.aircraft.facts()).value;
}

}  // namespace

const AircraftClass& rotorsClass() {
    static const AircraftClass entry{.id = "variable-pitch-quadrotor",
                                     .functions = kRotorFunctions,
                                     .blank = [] { return std::unique_ptr<AircraftFacts>(std::make_unique<RotorsFacts>()); },
                                     .usual = rotors::Collective,
                                     .mixed = kMixedRotors,
                                     .gyros = kRotorGyros,
                                     .governedFromStick = 0.0,
                                     .autorotates = false,
                                     .supplyA = [](const Machine&) { return kSupplyA; },
                                     .flownBy = mixesRotors,
                                     .needsOfBox = kRotorNeeds,
                                     .notAsked = kNotAsked};
    return entry;
}

bool isRotors(const Setup& setup) { return &setup.machine.aircraft.of() == &rotorsClass(); }

const Rotors& rotorsOf(const Machine& machine) {
    const Rotors* facts = rotorsIn(machine);
    if (facts == nullptr) throw std::logic_error("a quadrotor's facts were asked of another aircraft");
    return *facts;
}

Rotors& rotorsOf(Machine& machine) { return const_cast<Rotors&>(rotorsOf(std::as_const(machine))); }

Message rotorTitle(std::string_view id) {
    for (std::size_t i = 0; i < kRotors; ++i)
        if (id == rotors::kIds[i]) return say(kRotorTitles[i]);
    return plainWords(id);
}

Message elementName(const RotorUnit& rotor) { return say(KH_TR("Rotor {r}"), {{"r", rotorTitle(rotor.id)}}); }
Message elementName(const RotorLimits& limits) { return say(KH_TR("Rotor {r}"), {{"r", rotorTitle(limits.id)}}); }

double wantedPitchDeg(const Machine& machine) {
    const Rotors& r = rotorsOf(machine);
    return r.wantedDeg ? *r.wantedDeg / gaugePerBlade(r.gauge) : kSportPitchDeg;
}

const RotorUnit* rotorUnit(const Rotors& r, std::size_t rotor) { return atPlace(r.rotors, rotor); }
const RotorLimits* limitsOf(const Rotors& r, std::size_t port) { return atPlace(r.limits, port); }

std::size_t rotorOfPort(const Setup& setup, std::size_t port) {
    if (port >= setup.controller.ports.size()) return kRotors;
    const std::string& role = setup.controller.ports[port].role;
    for (std::size_t i = 0; i < kRotors; ++i)
        if (role == rotors::kIds[i]) return i;
    return kRotors;
}

std::size_t portOfRotor(const Setup& setup, std::size_t rotor) {
    for (std::size_t p = 0; p < kRotors; ++p)
        if (rotorOfPort(setup, p) == rotor) return p;
    return kRotors;
}

double pulseForPitchUs(const RotorUnit& u, double pitchDeg) {
    const double side = u.lever == LinkSide::Leading ? 1.0 : -1.0;
    const double arm = armAngleUncheckedDeg(u.armMm, u.linkMm, u.leverMm * sinDeg(pitchDeg) * side).value_or(0.0);
    return arm / u.servo->degPerUs * (u.risesWithPulse ? 1.0 : -1.0);
}

double limitStepUs(const ControllerProfile& box) {
    for (const BoxScale& scale : box.scales)
        if (scale.id == "rotor-limits" && scale.perUnit != 0.0 && scale.step > 0.0) return std::abs(scale.step / scale.perUnit);
    return 1.0;
}

RotorMix mixOf(const Setup& setup) {
    const ControllerProfile& box = setup.controller.profile;
    RotorMix mix;
    mix.aileronReachPct = box.aileronReachPct.value_or(mix.aileronReachPct);
    mix.elevatorReachPct = box.elevatorReachPct.value_or(mix.elevatorReachPct);
    mix.rudderReachPct = box.rudderReachPct.value_or(mix.rudderReachPct);
    mix.pair = rotorsOf(setup).toldPair;
    mix.yawFollows = box.yawFollows;
    return mix;
}

RotorFrame frameOf(const Machine& machine) {
    const Rotors& r = rotorsOf(machine);
    return {r.armMm, r.armAngleDeg, r.pair};
}

HoverIn rotorAt(const Machine& machine, double rpm, double densityKgM3) {
    const Rotors& r = rotorsOf(machine);
    return {machine.massKg / static_cast<double>(kRotors), r.discM, rpm, r.chordMm, r.blades, densityKgM3, kInduced, kSmallDrag};
}

}  // namespace kh
