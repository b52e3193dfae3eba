// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/camera/camera.h"

#include "model/fieldpatterns.h"
#include "model/fields.h"
#include "model/names.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <stdexcept>
#include <utility>

namespace kh {

void describe(FieldVisitor& v, Camera& c);

namespace {

class CameraFacts final : public FactsOf<Camera, CameraFacts> {
public:
    const AircraftClass& of() const override { return cameraClass(); }
    void describe(FieldVisitor& visitor) override { kh::describe(visitor, value); }
    void eachServo(const std::function<void(const ServoPlace&, Shared<ServoProfile>&)>&) override {}
    void makeTemplate() override {
        for (HeldMode& m : value.modes) m.seen.clear();
    }
};

constexpr std::array kAileronOf{"transmitter.channels.aileron", "transmitter.modes.{}.aileron", "transmitter.trims.aileronPct"_field};
constexpr std::array kElevatorOf{"transmitter.channels.elevator", "transmitter.modes.{}.elevator", "transmitter.trims.elevatorPct"_field};
constexpr std::array kRudderOf{"transmitter.channels.rudder", "transmitter.modes.{}.rudder", "transmitter.trims.rudderPct"_field};
constexpr std::array kThrottleOf{"transmitter.channels.throttle", "transmitter.modes.{}.throttle"_field, "transmitter.cut",
                                 "transmitter.kill"};
constexpr std::array kFlightOf{"transmitter.functionChannels.flight"};
constexpr std::array kHomeOf{"transmitter.functionChannels.home"};

using enum FunctionSource;
constexpr std::array kCameraFunctions{
    FunctionEntry{KH_TR("aileron"), KH_TR("Aileron"), Rated, &Sticks::aileron, &FlightMode::aileron, &StickTrims::aileronPct,
                  &DirectionSettings::aileronReversed, TurnAxis::Roll, false, kAileronOf},
    FunctionEntry{KH_TR("elevator"), KH_TR("Elevator"), Rated, &Sticks::elevator, &FlightMode::elevator, &StickTrims::elevatorPct,
                  &DirectionSettings::elevatorReversed, TurnAxis::Pitch, false, kElevatorOf},
    FunctionEntry{KH_TR("rudder"), KH_TR("Rudder"), Rated, &Sticks::rudder, &FlightMode::rudder, &StickTrims::rudderPct,
                  &DirectionSettings::rudderReversed, TurnAxis::Yaw, false, kRudderOf},
    FunctionEntry{KH_TR("throttle"), KH_TR("Throttle"), Throttle, &Sticks::collective, nullptr, nullptr, nullptr, std::nullopt, false,
                  kThrottleOf},
    FunctionEntry{camera::kFlight, KH_TR("Flight mode"), Places, nullptr, nullptr, nullptr, nullptr, std::nullopt, false, kFlightOf},
    FunctionEntry{camera::kHome, KH_TR("Return home"), Places, nullptr, nullptr, nullptr, nullptr, std::nullopt, false, kHomeOf}};

/// What boxes ask that such a machine has no use for.
constexpr std::array kNotAskedOfIt{"rotor-turning",        "layout",           "layout-angles",   "phase",           "servo-direction",
                                   "servo-pulse",          "servo-rate",       "servo-trim",      "directions",      "reference",
                                   "cyclic-limit",         "collective-range", "collective-trim", "tail-pulse",      "tail-rate",
                                   "tail-servo-direction", "tail-direction",   "tail-limits",     "precompensation", "tail-gain",
                                   "gain-steps",           "head-gain",        "head-gains",      "governor",        "rotor-limits",
                                   "rotor-pair",           "rotor-gains",      "throttle-ends",   "control",         "brake",
                                   "soft-start",           "bail-out",         "cut-off",         "bank-rates",      "bank-expo",
                                   "pitch-curve",          "hold-throttle",    "power-on-guard",  "swash-mixing",    "trim-range"};
constexpr std::array kNeedsOfIt{KH_TR("modes that a channel reaches"), KH_TR("motors of its own, and where they stop")};
constexpr std::array kNotProved{"P5", "P6", "P7", "P8", "P10"};
constexpr std::array kProves{
    OwnProperty{"P11", KH_TR("Each place reaches its mode"),
                KH_TR("Each place lands inside the window it asks for, clear of its edges, and every window is reached.")},
    OwnProperty{"P12", KH_TR("Return home is off at first, and reached from every mode"),
                KH_TR("It is off at the power-on places, and its own switch reaches it whatever mode is flown.")},
    OwnProperty{"P13", KH_TR("Changing modes neither climbs nor drops"),
                KH_TR("The stick that hovers stands near the middle, or no mode takes the throttle directly.")},
    OwnProperty{"P14", KH_TR("No stick corner stops it in flight"), KH_TR("What arms or disarms by the sticks is not heard in the air.")}};

const Camera* cameraIn(const Machine& machine) {
    if (&machine.aircraft.of() != &cameraClass()) return nullptr;
    return &static_cast<const CameraFacts&>(machine.aircraft.facts()).value;
}

}  // namespace

const AircraftClass& cameraClass() {
    static const AircraftClass entry{.id = "camera-quadrotor",
                                     .functions = kCameraFunctions,
                                     .blank = [] { return std::unique_ptr<AircraftFacts>(std::make_unique<CameraFacts>()); },
                                     .modelType = "aeroplane",
                                     .usual = camera::Flight,
                                     .autorotates = false,
                                     .holds = false,
                                     .flownBy = fliesByModes,
                                     .needsOfBox = kNeedsOfIt,
                                     .notAsked = kNotAskedOfIt,
                                     .notProved = kNotProved,
                                     .proves = kProves};
    return entry;
}

bool isCamera(const Setup& setup) { return &setup.machine.aircraft.of() == &cameraClass(); }

const Camera& cameraOf(const Machine& machine) {
    const Camera* facts = cameraIn(machine);
    if (facts == nullptr) throw std::logic_error("a camera quadrotor's facts were asked of another aircraft");
    return *facts;
}

Camera& cameraOf(Machine& machine) { return const_cast<Camera&>(cameraOf(std::as_const(machine))); }

double fullTravelPct(const TransmitterProfile& transmitter, const ControllerProfile& box) {
    const double steps = std::max(1.0, std::round(1.0 / transmitter.travelStepPct));  // a whole number of them: 0.1 is none in binary
    const double full = 100.0 * box.usPerPct / transmitter.usPerPct;
    return std::min(transmitter.travelLimitPct, transmitter.travelStepPct >= 1.0
                                                    ? std::round(full / transmitter.travelStepPct) * transmitter.travelStepPct
                                                    : std::round(full * steps) / steps);
}

const HeldMode* heldMode(const Camera& c, std::string_view window) {
    const auto at = std::find_if(c.modes.begin(), c.modes.end(), [&](const HeldMode& m) { return m.id == window; });
    return at == c.modes.end() ? nullptr : &*at;
}

const FullStick& fullStick(const HeldMode& mode) {
    static constexpr FullStick speed{"speedMs", &HeldMode::speedMs, " m/s", 1}, lean{"leanDeg", &HeldMode::leanDeg, "°", 1},
        turn{"turnDegS", &HeldMode::turnDegS, " °/s", 0};
    return mode.position ? speed : mode.angle ? lean : turn;
}

Message heldTitle(std::string_view window) { return functionTitle({}, window); }
Message elementName(const HeldMode& mode) { return heldTitle(mode.id); }

std::vector<ModeWindow> windowsUs(const Setup& setup, std::string_view family) {
    std::vector<ModeWindow> out;
    const ControllerProfile& box = setup.controller.profile;
    for (const TakenWindow* w : windowsOf(box, family))
        out.push_back({w->id, box.centreUs + w->lowPct * box.usPerPct, box.centreUs + w->highPct * box.usPerPct});
    std::ranges::stable_sort(out, {}, &ModeWindow::lowUs);
    return out;
}

}  // namespace kh
