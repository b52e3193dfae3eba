// SPDX-License-Identifier: GPL-3.0-or-later
//
// One rotor in one state: what is read of it, which limit moves it, which way it goes.
#include "base/error.h"
#include "model/boxsettings.h"
#include "model/fieldpatterns.h"
#include "stations/kit/solverkit.h"
#include "stations/rotors/rotors.h"

#include <cmath>

namespace kh {

namespace {

constexpr double kMostReadDeg = 50.0;  ///< folded blades show twice the pitch
constexpr double kFoldedBack = 2.0;    ///< at neutral both blades are folded back along each other: the angle between them, on any gauge

}  // namespace

std::string rotorReading(RotorState state, std::size_t rotor) {
    const char* what = state == RotorState::Zero ? "neutral." : state == RotorState::Plus ? "plus." : "minus.";
    return std::string(what) + rotors::kIds[rotor];
}

double rotorReadDeg(const Setup& setup, RotorState state, const Reading& reading) {
    const double gauge = plausible(reading, kMostReadDeg, "°");
    return gauge / (state == RotorState::Zero ? kFoldedBack : gaugePerBlade(rotorsOf(setup).gauge));
}

std::optional<RotorLimit> limitOf(const Setup& setup, std::size_t rotor, RotorState state) {
    const std::size_t port = portOfRotor(setup, rotor);
    const RotorLimits* held = limitsOf(rotorsOf(setup), port);
    if (held == nullptr || state == RotorState::Zero) return std::nullopt;
    if (state == RotorState::Plus) return RotorLimit{port, elementPath("machine.limits.{}.plusUs"_field, held->id), held->plusUs};
    return RotorLimit{port, elementPath("machine.limits.{}.minusUs"_field, held->id), held->minusUs};
}

double aimOf(const Setup& setup, RotorState state) { return collectiveOf(state) * wantedPitchDeg(setup.machine); }

bool wrongWay(const RotorsFigures& figures, std::size_t rotor, RotorState state) {
    const double moved = figures.of(state, rotor).value - figures.of(RotorState::Zero, rotor).value;
    return moved * collectiveOf(state) <= 0.0;
}

bool rotorOutOfPlace(const Setup& setup, const RotorsFigures& figures) {
    const Rotors& r = rotorsOf(setup);
    for (std::size_t i = 0; i < kRotors; ++i)
        if (rotorOfPort(setup, i) != i || wrongWay(figures, i, RotorState::Plus) || wrongWay(figures, i, RotorState::Minus)) return true;
    return r.toldPair != r.pair;
}

std::optional<RotorsLimit> limitFor(const Setup& setup, const RotorLimit& limit, double readDeg, double wantedDeg, Derivation* why) {
    if (limit.us == 0.0 || readDeg * wantedDeg <= 0.0) return std::nullopt;
    const auto field = readField(setup, limit.path);
    if (!field) return std::nullopt;
    try {
        RotorsLimit to = rotorsLimit(std::abs(limit.us), readDeg, wantedDeg, limitStepUs(setup.controller.profile), why);
        to.setting = std::copysign(to.setting, limit.us);
        if (to.setting < field->info.min || to.setting > field->info.max || to.setting == limit.us) return std::nullopt;
        if (!heldNumber(setup, limit.path, to.setting).exact()) return std::nullopt;
        return to;
    } catch (const InputError&) {
        return std::nullopt;  // no limit brings the blade so far
    }
}

}  // namespace kh
