// SPDX-License-Identifier: GPL-3.0-or-later
#include "kernel/rotors/plant.h"

#include "base/conventions.h"
#include "base/error.h"
#include "formula/linkage.h"
#include "model/air.h"
#include "model/fieldpatterns.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr std::size_t slot(rotors::Output output, std::size_t element = 0) { return static_cast<std::size_t>(output) + element; }
static_assert(slot(rotors::Output::Count) <= kMaxOutputs);

constexpr std::array kRotorOutputs{OutputEntry{"servo-pulse-1", KH_TR("servo pulse"), Box::Controller, "µs", 0, rotors::Collective},
                                   OutputEntry{"servo-pulse-2", KH_TR("servo pulse"), Box::Controller, "µs", 0, rotors::Collective},
                                   OutputEntry{"servo-pulse-3", KH_TR("servo pulse"), Box::Controller, "µs", 0, rotors::Collective},
                                   OutputEntry{"servo-pulse-4", KH_TR("servo pulse"), Box::Controller, "µs", 0, rotors::Collective},
                                   OutputEntry{"arm-angle-1", KH_TR("arm angle"), Box::Machine, "°", 1, rotors::Collective},
                                   OutputEntry{"arm-angle-2", KH_TR("arm angle"), Box::Machine, "°", 1, rotors::Collective},
                                   OutputEntry{"arm-angle-3", KH_TR("arm angle"), Box::Machine, "°", 1, rotors::Collective},
                                   OutputEntry{"arm-angle-4", KH_TR("arm angle"), Box::Machine, "°", 1, rotors::Collective},
                                   OutputEntry{"blade-1", KH_TR("blade"), Box::Machine, "°", 1, rotors::Collective},
                                   OutputEntry{"blade-2", KH_TR("blade"), Box::Machine, "°", 1, rotors::Collective},
                                   OutputEntry{"blade-3", KH_TR("blade"), Box::Machine, "°", 1, rotors::Collective},
                                   OutputEntry{"blade-4", KH_TR("blade"), Box::Machine, "°", 1, rotors::Collective}};
static_assert(kRotorOutputs.size() == slot(rotors::Output::Count));

FourRotors bladesOf(const Outputs& out) {
    FourRotors blades{};
    for (std::size_t i = 0; i < kRotors; ++i) blades[i] = out[slot(rotors::Output::Blade, i)];
    return blades;
}

}  // namespace

RotorsPlant::RotorsPlant(const Setup& setup)
    : mix_(mixOf(setup)), frame_(frameOf(setup.machine)), rotor_(rotorAt(setup.machine, 0.0, densityAt(setup.machine.air))) {
    const Rotors& r = rotorsOf(setup);
    const ControllerSettings& fc = setup.controller;
    if (r.rotors.size() != kRotors) throw InputError("machine.rotors"_field, "four rotors are needed");
    if (fc.ports.size() != kRotors) throw InputError("controller.ports"_field, "a port for each of four rotors is needed");
    (void)requirePositive("machine.armMm"_field, r.armMm);
    centreUs_ = fc.pulseUs;
    for (std::size_t i = 0; i < kRotors; ++i) {
        const RotorUnit* unit = rotorUnit(r, i);
        if (unit == nullptr) throw InputError("machine.rotors"_field, std::string("there is none at ") + rotors::kIds[i]);
        CompiledRotor& c = rotors_[i];
        c.mount = unit->risesWithPulse ? 1.0 : -1.0;
        c.side = unit->lever == LinkSide::Leading ? 1.0 : -1.0;
        c.degPerUs = unit->servo->degPerUs;
        c.rangeDeg = unit->servo->rangeDeg;
        c.centreUs = unit->servo->pulseUs.value_or(fc.pulseUs);
        c.armMm = requirePositive(elementPath("machine.rotors.{}.armMm"_field, unit->id), unit->armMm);
        c.linkMm = requirePositive(elementPath("machine.rotors.{}.linkMm"_field, unit->id), unit->linkMm);
        c.leverMm = requirePositive(elementPath("machine.rotors.{}.leverMm"_field, unit->id), unit->leverMm);
        c.squareErrorDeg = unit->squareErrorDeg;
        c.zeroErrorDeg = unit->zeroErrorDeg;
        CompiledPort& p = ports_[i];
        p.rotor = kh::rotorOfPort(setup, i);
        p.trimUs = fc.ports[i].trimUs;
        if (const RotorLimits* limits = limitsOf(r, i)) {
            p.plusUs = limits->plusUs;
            p.minusUs = limits->minusUs;
        }
    }
}

double RotorsPlant::armDeg(const CompiledRotor& r, double pulseUs) const {
    return r.mount * servoAngleUncheckedDeg(pulseUs, r.centreUs, r.degPerUs, r.rangeDeg) + r.squareErrorDeg;
}

double RotorsPlant::bladeDeg(std::size_t rotor, double offsetUs) const {
    const CompiledRotor& r = rotors_[rotor];
    const double z = ballHeightUncheckedMm(r.armMm, r.linkMm, radFromDeg(armDeg(r, centreUs_ + offsetUs)));
    return bladePitchUncheckedDeg(z, r.leverMm, r.side > 0.0 ? LinkSide::Leading : LinkSide::Trailing) + r.zeroErrorDeg;
}

RotorsInstant RotorsPlant::at(const RotorSticks& sticks) const {
    RotorsInstant out;
    const FourRotors demand = rotorsMixUnchecked(sticks, mix_);
    for (std::size_t i = 0; i < kRotors; ++i) {  // one that no lead goes to stays at its servo's own centre
        out.armDeg[i] = armDeg(rotors_[i], rotors_[i].centreUs);
        out.bladeDeg[i] = bladeDeg(i, rotors_[i].centreUs - centreUs_);
    }
    for (std::size_t i = 0; i < kRotors; ++i) {
        const CompiledPort& p = ports_[i];
        const double offset = p.trimUs + (demand[i] >= 0.0 ? demand[i] * p.plusUs : -demand[i] * p.minusUs);
        out.pulseUs[i] = centreUs_ + offset;
        if (p.rotor >= kRotors) continue;
        out.armDeg[p.rotor] = armDeg(rotors_[p.rotor], out.pulseUs[i]);
        out.bladeDeg[p.rotor] = bladeDeg(p.rotor, offset);
    }
    return out;
}

void RotorsPlant::run(std::span<const double> demand, Outputs& out) const {
    const auto of = [&](Function f) { return std::clamp(demand[indexOf(f)], -1.0, 1.0); };
    const RotorsInstant now = at({of(rotors::Collective), of(rotors::Aileron), of(rotors::Elevator), of(rotors::Rudder)});
    for (std::size_t i = 0; i < kRotors; ++i) {
        out[slot(rotors::Output::Pulse, i)] = now.pulseUs[i];
        out[slot(rotors::Output::Arm, i)] = now.armDeg[i];
        out[slot(rotors::Output::Blade, i)] = now.bladeDeg[i];
    }
}

std::span<const OutputEntry> RotorsPlant::outputs() const { return kRotorOutputs; }
double RotorsPlant::liftPitchDeg(const Outputs& out) const { return rotorsMean(bladesOf(out)); }
double RotorsPlant::gaugedPitchDeg(const Outputs& out) const { return rotorsMean(bladesOf(out)); }

double RotorsPlant::liftN(double pitchDeg, double rpm) const {
    if (rpm <= 0.0) return 0.0;
    HoverIn rotor = rotor_;
    rotor.rpm = rpm;
    return static_cast<double>(kRotors) * thrustForPitchN(pitchDeg, rotor);
}

double RotorsPlant::tipMs(double rpm) const { return kPi * rotor_.diameterM * rpm / 60.0; }

RotorsMoment RotorsPlant::momentAt(const FourRotors& bladeDeg, double rpm) const {
    if (rpm <= 0.0) return {};
    HoverIn rotor = rotor_;
    rotor.rpm = rpm;
    FourRotors held = bladeDeg;
    for (double& deg : held) deg = std::clamp(deg, -kMostRotorPitchDeg, kMostRotorPitchDeg);
    return rotorsMoment(held, rotor, frame_);
}

bool RotorsPlant::toggle(const Patch& patch) {
    if (patch.kind == rotors::LimitsTurned) {
        CompiledPort& p = ports_[patch.first];
        p.plusUs = -p.plusUs;
        p.minusUs = -p.minusUs;
    } else if (patch.kind == rotors::LeadsSwapped) {
        std::swap(ports_[patch.first].rotor, ports_[patch.second].rotor);
    } else if (patch.kind == rotors::UnitTurned) {
        rotors_[patch.first].mount = -rotors_[patch.first].mount;
    } else if (patch.kind == rotors::PairTurned) {
        mix_.pair = mix_.pair == ClockwisePair::FrontLeft ? ClockwisePair::FrontRight : ClockwisePair::FrontLeft;
    } else if (patch.kind == rotors::YawFollows) {
        mix_.yawFollows = !mix_.yawFollows;
    } else {
        return false;
    }
    return true;
}

void RotorsPlant::addPatches(std::vector<Patch>& to) const {
    for (std::size_t i = 0; i < kRotors; ++i) {
        to.push_back({rotors::LimitsTurned, i});
        to.push_back({rotors::UnitTurned, i});
        for (std::size_t k = i + 1; k < kRotors; ++k) to.push_back({rotors::LeadsSwapped, i, k});
    }
    to.push_back({rotors::PairTurned});
    to.push_back({rotors::YawFollows});
}

RotorsInstant rotorsAt(const Instant& instant) {
    RotorsInstant out;
    for (std::size_t i = 0; i < kRotors; ++i) {
        out.pulseUs[i] = instant.outputs[slot(rotors::Output::Pulse, i)];
        out.armDeg[i] = instant.outputs[slot(rotors::Output::Arm, i)];
        out.bladeDeg[i] = instant.outputs[slot(rotors::Output::Blade, i)];
    }
    return out;
}

const RotorsPlant& rotorsIn(const ChainModel& model) { return dynamic_cast<const RotorsPlant&>(model.plant()); }

const PlantClass& rotorsPlant() {
    static const PlantClass entry{rotorsClass(), [](const Setup& s) { return std::unique_ptr<Plant>(std::make_unique<RotorsPlant>(s)); },
                                  [](const Setup& setup, Setup& asked) {
                                      Rotors& r = rotorsOf(asked);
                                      const double wanted = wantedPitchDeg(setup.machine);
                                      r.pair = r.toldPair;
                                      r.limits.clear();
                                      asked.controller.profile.edit().yawFollows = true;
                                      for (std::size_t i = 0; i < kRotors && i < asked.controller.ports.size(); ++i) {
                                          asked.controller.ports[i].role = rotors::kIds[i];
                                          asked.controller.ports[i].trimUs = 0.0;
                                      }
                                      for (RotorUnit& unit : r.rotors) {
                                          unit.squareErrorDeg = unit.zeroErrorDeg = 0.0;
                                          unit.servo.edit().pulseUs = asked.controller.pulseUs;
                                          unit.risesWithPulse = unit.lever == LinkSide::Leading;  // the servo sits so that + lifts
                                          r.limits.push_back({unit.id, pulseForPitchUs(unit, wanted), pulseForPitchUs(unit, -wanted)});
                                      }
                                  }};
    return entry;
}

}  // namespace kh
