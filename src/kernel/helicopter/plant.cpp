// SPDX-License-Identifier: GPL-3.0-or-later
#include "kernel/helicopter/plant.h"

#include "base/conventions.h"
#include "base/error.h"
#include "formula/root.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/head.h"
#include "model/helicopter/layouts.h"
#include "model/helicopter/tailways.h"

#include <algorithm>
#include <cmath>
#include <stdexcept>
#include <utility>

namespace kh {

namespace {

double withinOne(double v) { return std::clamp(v, -1.0, 1.0); }

constexpr std::size_t place(heli::Output output, std::size_t element = 0) { return static_cast<std::size_t>(output) + element; }
static_assert(place(heli::Output::Count) <= kMaxOutputs);

constexpr std::array kOutputTable{OutputEntry{"servo-pulse-1", KH_TR("servo pulse"), Box::Controller, "µs", 0, heli::Collective},
                                  OutputEntry{"servo-pulse-2", KH_TR("servo pulse"), Box::Controller, "µs", 0, heli::Collective},
                                  OutputEntry{"servo-pulse-3", KH_TR("servo pulse"), Box::Controller, "µs", 0, heli::Collective},
                                  OutputEntry{"servo-pulse-4", KH_TR("servo pulse"), Box::Controller, "µs", 0, heli::Collective},
                                  OutputEntry{"arm-angle-1", KH_TR("arm angle"), Box::Machine, "°", 1, heli::Collective},
                                  OutputEntry{"arm-angle-2", KH_TR("arm angle"), Box::Machine, "°", 1, heli::Collective},
                                  OutputEntry{"arm-angle-3", KH_TR("arm angle"), Box::Machine, "°", 1, heli::Collective},
                                  OutputEntry{"arm-angle-4", KH_TR("arm angle"), Box::Machine, "°", 1, heli::Collective},
                                  OutputEntry{"ball-1", KH_TR("ball height"), Box::Machine, "mm", 2, heli::Collective},
                                  OutputEntry{"ball-2", KH_TR("ball height"), Box::Machine, "mm", 2, heli::Collective},
                                  OutputEntry{"ball-3", KH_TR("ball height"), Box::Machine, "mm", 2, heli::Collective},
                                  OutputEntry{"ball-4", KH_TR("ball height"), Box::Machine, "mm", 2, heli::Collective},
                                  OutputEntry{"plate-height", KH_TR("plate height"), Box::Machine, "mm", 2, heli::Collective},
                                  OutputEntry{"plate-forward", KH_TR("plate forward"), Box::Machine, "", 3, heli::Elevator},
                                  OutputEntry{"plate-right", KH_TR("plate right"), Box::Machine, "", 3, heli::Aileron},
                                  OutputEntry{"fight", KH_TR("servos against each other"), Box::Machine, "mm", 2, heli::Collective},
                                  OutputEntry{"blade-0", KH_TR("blade"), Box::Machine, "°", 1, heli::Collective},
                                  OutputEntry{"blade-90", KH_TR("blade"), Box::Machine, "°", 1, heli::Collective},
                                  OutputEntry{"blade-180", KH_TR("blade"), Box::Machine, "°", 1, heli::Collective},
                                  OutputEntry{"blade-270", KH_TR("blade"), Box::Machine, "°", 1, heli::Collective},
                                  OutputEntry{"tail-pulse", KH_TR("servo pulse"), Box::Controller, "µs", 0, heli::Rudder},
                                  OutputEntry{"tail-arm", KH_TR("arm angle"), Box::Machine, "°", 1, heli::Rudder},
                                  OutputEntry{"slider", KH_TR("slider"), Box::Machine, "mm", 2, heli::Rudder},
                                  OutputEntry{"tail-pitch", KH_TR("tail pitch"), Box::Machine, "°", 1, heli::Rudder}};
static_assert(kOutputTable.size() == place(heli::Output::Count));

}  // namespace

HelicopterPlant::HelicopterPlant(const Setup& setup) {
    const Helicopter& h = helicopter(setup);
    const ControllerSettings& fc = setup.controller;
    compilePlate(setup);
    blade_ = bladeLinkage(setup.machine);
    bladePhaseDeg_ = h.head.phaseDeg;
    placeBlades();
    tail_ = fc.tail;
    tailFacts_ = h.tail;
    // built in, it pushes against the main rotor's torque
    tailNeutralMm_ = tailFacts_.gripMm * sinDeg(tailFacts_.neutralPitchDeg) * (h.rotor.turning == Turning::Clockwise ? 1.0 : -1.0);
    tailStrokeUs_ = strokeFor(fc.profile->tailStrokeUs, fc.tail.pulseUs);
    rotor_ = {setup.machine.massKg, h.rotor.discM, 0.0, h.rotor.chordMm, h.rotor.blades};
}

void HelicopterPlant::placeBlades() {
    for (std::size_t i = 0; i < 4; ++i) {
        bladeCos_[i] = cosDeg(90.0 * static_cast<double>(i) + blade_.leadDeg);
        bladeSin_[i] = sinDeg(90.0 * static_cast<double>(i) + blade_.leadDeg);
    }
}

void HelicopterPlant::compilePlate(const Setup& setup) {
    const ControllerSettings& fc = setup.controller;
    const Machine& machine = setup.machine;
    const std::vector<double> settings = settingAzimuths(fc);
    const Layout* layout = findLayout(fc.layout);
    const bool mechanicalMix = layout != nullptr && layout->mechanical;
    if (helicopter(machine).servos.size() < 3 || helicopter(machine).servos.size() > kMaxBalls)
        throw InputError("machine.servos"_field, "three or four plate servos are needed");
    for (const PlateServo& s : helicopter(machine).servos)
        servos_.push_back({.mount = s.risesWithPulse ? 1.0 : -1.0,
                           .centreUs = s.servo->pulseUs.value_or(fc.pulseUs),
                           .degPerUs = s.servo->degPerUs,
                           .rangeDeg = s.servo->rangeDeg,
                           .armMm = requirePositive(elementPath("machine.servos.{}.armMm"_field, s.id), s.armMm),
                           .linkMm = requirePositive(elementPath("machine.servos.{}.linkMm"_field, s.id), s.linkMm),
                           .squareErrorDeg = s.squareErrorDeg});
    fitter_ = plateFitter(machine);
    const std::vector<double> shares = settingRadii(fc);
    const double phase = fc.phaseDeg;
    for (std::size_t i = 0; i < settings.size() && i < fc.ports.size(); ++i) {
        CompiledPort port;
        port.cosPsi = shares[i] * cosDeg(settings[i] - phase);
        port.sinPsi = shares[i] * sinDeg(settings[i] - phase);
        port.onCollective = mechanicalMix ? (i == 2 ? 1.0 : 0.0) : 1.0;
        port.onElevator = mechanicalMix ? (i == 0 ? 1.0 : 0.0) : -port.cosPsi;
        port.onAileron = mechanicalMix ? (i == 1 ? 1.0 : 0.0) : -port.sinPsi;
        port.direction = fc.ports[i].reversed ? -1.0 : 1.0;
        port.trimUs = fc.ports[i].trimUs;
        const auto servo = std::find_if(helicopter(machine).servos.begin(), helicopter(machine).servos.end(),
                                        [&](const PlateServo& s) { return s.id == fc.ports[i].role; });
        port.servo = static_cast<std::size_t>(servo - helicopter(machine).servos.begin());
        ports_.push_back(port);
    }
    strokeUs_ = strokeFor(fc.profile->strokeUs, fc.pulseUs);
    centreUs_ = fc.pulseUs;
    collectiveHigh_ = shareFromPct(collectiveRangePct(fc, true));
    collectiveLow_ = shareFromPct(collectiveRangePct(fc, false));
    collectiveTrim_ = shareFromPct(fc.collectiveTrimPct);
    cyclicGain_ = shareFromPct(fc.referencePct);
    cyclicLimit_ = shareFromPct(fc.cyclicLimitPct);
}

PlateInstant HelicopterPlant::plateAt(double collective, double aileron, double elevator) const {
    PlateInstant out;
    const double c = collective * (collective < 0.0 ? collectiveLow_ : collectiveHigh_) + collectiveTrim_;
    const double length2 = aileron * aileron + elevator * elevator;
    double gain = cyclicGain_;
    if (length2 > cyclicLimit_ * cyclicLimit_) gain *= cyclicLimit_ / std::sqrt(length2);
    std::array<double, kMaxBalls> heights{};
    for (std::size_t i = 0; i < servos_.size(); ++i) {
        out.servos[i].pulseUs = servos_[i].centreUs;
        out.servos[i].armDeg = servos_[i].squareErrorDeg;
    }
    for (std::size_t i = 0; i < ports_.size(); ++i) {
        const CompiledPort& p = ports_[i];
        const double d = p.onCollective * c + gain * (p.onElevator * elevator + p.onAileron * aileron);
        out.deflection[i] = d;
        if (p.servo >= servos_.size() || servos_[p.servo].dead) continue;
        const CompiledServo& s = servos_[p.servo];
        ServoInstant& servo = out.servos[p.servo];
        servo.pulseUs = centreUs_ + p.trimUs + p.direction * d * strokeUs_;
        servo.armDeg = s.squareErrorDeg + s.mount * servoAngleUncheckedDeg(servo.pulseUs, s.centreUs, s.degPerUs, s.rangeDeg);
    }
    for (std::size_t i = 0; i < servos_.size(); ++i) {
        const CompiledServo& s = servos_[i];
        out.servos[i].ballMm = ballHeightUncheckedMm(s.armMm, s.linkMm, radFromDeg(out.servos[i].armDeg));
        heights[i] = out.servos[i].ballMm;
    }
    const std::span<const double> used(heights.data(), servos_.size());
    out.plate = fitter_.fit(used);
    out.fightMm = fitter_.fightMm(used, out.plate);
    return out;
}

double HelicopterPlant::bladeAt(const Plane& plane, double azimuthDeg) const {
    const double height = heightAt(plane, blade_.innerRadiusMm, azimuthDeg + blade_.leadDeg);
    return bladePitchUncheckedDeg(height, blade_.gripMm, blade_.side);
}

TailInstant HelicopterPlant::tailAt(double rudder) const {
    TailInstant out;
    const double limit = shareFromPct(rudder < 0.0 ? tail_.limitLeftPct : tail_.limitRightPct);
    out.pulseUs = tail_.pulseUs + tail_.trimUs + (tail_.reversed ? -1.0 : 1.0) * rudder * limit * tailStrokeUs_;
    const double tailCentre = tailFacts_.servo->pulseUs.value_or(tail_.pulseUs);
    const ServoProfile& tailServo = tailFacts_.servo;
    out.armDeg = tailFacts_.squareErrorDeg + (tailFacts_.risesWithPulse ? 1.0 : -1.0) *
                                                 servoAngleUncheckedDeg(out.pulseUs, tailCentre, tailServo.degPerUs, tailServo.rangeDeg);
    const double ball = ballHeightUncheckedMm(tailFacts_.armMm, tailFacts_.linkMm, radFromDeg(out.armDeg));
    out.sliderMm = std::clamp(tailFacts_.crankRatio * (tailFacts_.crankTurnsOver ? -1.0 : 1.0) * ball, -tailFacts_.sliderLimitMm,
                              tailFacts_.sliderLimitMm);
    const double lever = tailFacts_.lever == LeverEdge::Trailing ? 1.0 : -1.0;
    out.pitchDeg = degFromRad(std::asin(withinOne((lever * out.sliderMm + tailNeutralMm_) / tailFacts_.gripMm)));
    return out;
}

void HelicopterPlant::run(std::span<const double> demand, Outputs& out) const {
    const PlateInstant plate = plateAt(demand[indexOf(heli::Collective)], demand[indexOf(heli::Aileron)], demand[indexOf(heli::Elevator)]);
    for (std::size_t i = 0; i < servos_.size(); ++i) {
        out[place(heli::Output::ServoPulse, i)] = plate.servos[i].pulseUs;
        out[place(heli::Output::ServoArm, i)] = plate.servos[i].armDeg;
        out[place(heli::Output::ServoBall, i)] = plate.servos[i].ballMm;
    }
    out[place(heli::Output::PlateHeight)] = plate.plate.heightMm;
    out[place(heli::Output::PlateForward)] = plate.plate.forward;
    out[place(heli::Output::PlateRight)] = plate.plate.right;
    out[place(heli::Output::Fight)] = plate.fightMm;
    for (std::size_t i = 0; i < 4; ++i) {
        const double height =
            plate.plate.heightMm - blade_.innerRadiusMm * (plate.plate.forward * bladeCos_[i] + plate.plate.right * bladeSin_[i]);
        out[place(heli::Output::Blade, i)] = bladePitchUncheckedDeg(height, blade_.gripMm, blade_.side);
    }
    const TailInstant tail = tailAt(demand[indexOf(heli::Rudder)]);
    out[place(heli::Output::TailPulse)] = tail.pulseUs;
    out[place(heli::Output::TailArm)] = tail.armDeg;
    out[place(heli::Output::Slider)] = tail.sliderMm;
    out[place(heli::Output::TailPitch)] = tail.pitchDeg;
}

HelicopterInstant helicopterAt(const Instant& instant) {
    const Outputs& o = instant.outputs;
    HelicopterInstant out;
    for (std::size_t i = 0; i < kMaxBalls; ++i)
        out.servos[i] = {o[place(heli::Output::ServoPulse, i)], o[place(heli::Output::ServoArm, i)], o[place(heli::Output::ServoBall, i)]};
    out.plate = {o[place(heli::Output::PlateHeight)], o[place(heli::Output::PlateForward)], o[place(heli::Output::PlateRight)]};
    out.fightMm = o[place(heli::Output::Fight)];
    for (std::size_t i = 0; i < 4; ++i) out.bladeDeg[i] = o[place(heli::Output::Blade, i)];
    out.tailPulseUs = o[place(heli::Output::TailPulse)];
    out.tailArmDeg = o[place(heli::Output::TailArm)];
    out.sliderMm = o[place(heli::Output::Slider)];
    out.tailPitchDeg = o[place(heli::Output::TailPitch)];
    return out;
}

std::span<const OutputEntry> HelicopterPlant::outputs() const { return kOutputTable; }

double HelicopterPlant::liftPitchDeg(const Outputs& out) const { return bladeAt({out[place(heli::Output::PlateHeight)], 0, 0}, 180.0); }

double HelicopterPlant::gaugedPitchDeg(const Outputs& out) const { return out[place(heli::Output::Blade, 2)]; }

double HelicopterPlant::liftN(double pitchDeg, double rpm) const {
    HoverIn rotor = rotor_;
    rotor.rpm = rpm;
    return rpm <= 0.0 ? 0.0 : std::max(0.0, thrustForPitchN(pitchDeg, rotor));
}

double HelicopterPlant::tipMs(double rpm) const { return rotor_.diameterM > 0.0 ? kPi * rotor_.diameterM * rpm / 60.0 : -1.0; }

bool HelicopterPlant::toggle(const Patch& patch) {
    const PatchKind kind = patch.kind;
    if (kind == heli::PortReversed) {
        ports_[patch.first].direction = -ports_[patch.first].direction;
    } else if (kind == heli::PortsSwapped) {
        std::swap(ports_[patch.first].servo, ports_[patch.second].servo);
    } else if (kind == heli::ServoTurned) {
        servos_[patch.first].mount = -servos_[patch.first].mount;
    } else if (kind == heli::ServoDead) {
        servos_[patch.first].dead = !servos_[patch.first].dead;
    } else if (kind == heli::CollectiveTurned) {
        collectiveHigh_ = -collectiveHigh_;
        collectiveLow_ = -collectiveLow_;
    } else if (kind == heli::LinkSideTurned) {  // its lead turns over with it, the head's phase stays
        blade_.side = blade_.side == LinkSide::Leading ? LinkSide::Trailing : LinkSide::Leading;
        blade_.leadDeg = 2.0 * bladePhaseDeg_ - blade_.leadDeg;
        placeBlades();
    } else if (kind == heli::TailReversed) {
        tail_.reversed = !tail_.reversed;
    } else if (kind == heli::TailServoTurned) {
        tailFacts_.risesWithPulse = !tailFacts_.risesWithPulse;
    } else {
        return false;
    }
    return true;
}

void HelicopterPlant::addPatches(std::vector<Patch>& to) const {
    for (std::size_t p = 0; p < portCount(); ++p) {
        to.push_back({heli::PortReversed, p});
        for (std::size_t q = p + 1; q < portCount(); ++q) to.push_back({heli::PortsSwapped, p, q});
    }
    for (std::size_t s = 0; s < servoCount(); ++s) {
        to.push_back({heli::ServoTurned, s});
        to.push_back({heli::ServoDead, s});
    }
    for (const PatchKind kind : {heli::CollectiveTurned, heli::LinkSideTurned, heli::TailReversed, heli::TailServoTurned})
        to.push_back({kind});
}

namespace {

const HelicopterPlant& plantIn(const ChainModel& model) {
    if (&model.aircraft() != &helicopterClass()) throw std::logic_error("a helicopter's plant was asked of another aircraft");
    return static_cast<const HelicopterPlant&>(model.plant());
}

}  // namespace

HelicopterEnd::HelicopterEnd(const ChainModel& model) : model_(model), plant_(plantIn(model)) {}

namespace {

/// Layout, directions and ratios of the machine as the settings have them.
void fitHelicopter(const Setup& setup, Setup& asked) {
    const std::vector<double> azimuths = settingAzimuths(setup.controller);
    const Layout* layout = findLayout(setup.controller.layout);
    helicopter(asked).plate.mechanical = layout != nullptr && layout->mechanical;
    const std::vector<double> radii = settingRadii(setup.controller);
    const auto roles = layoutRoles();
    if (helicopter(asked).servos.size() != azimuths.size() && !helicopter(asked).servos.empty())
        helicopter(asked).servos.resize(azimuths.size(), helicopter(asked).servos.front());
    for (std::size_t i = 0; i < helicopter(asked).servos.size(); ++i) {
        helicopter(asked).servos[i].id = roles[i];
        helicopter(asked).servos[i].azimuthDeg = azimuths[i];
        helicopter(asked).servos[i].ballRadiusMm = helicopter(setup).plate.ballRadiusMm * radii[i];
        if (i >= asked.controller.ports.size()) continue;
        asked.controller.ports[i].role = roles[i];
        helicopter(asked).servos[i].risesWithPulse = !asked.controller.ports[i].reversed;
    }
    helicopter(asked).head.phaseDeg = setup.controller.phaseDeg;
    // asked of the tail is what its edges must do: to the side of the stick, whatever servo and direction make of it
    asked.controller.directions.rudderReversed = false;
    if (tailServoWay(setup) < 0.0) asked.controller.tail.reversed = !setup.controller.tail.reversed;
}

}  // namespace

const PlantClass& helicopterPlant() {
    static const PlantClass entry{helicopterClass(),
                                  [](const Setup& setup) { return std::unique_ptr<Plant>(std::make_unique<HelicopterPlant>(setup)); },
                                  fitHelicopter};
    return entry;
}

}  // namespace kh
