// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/aircraft.h"

#include "model/camera/camera.h"
#include "model/helicopter/helicopter.h"
#include "model/rotors/rotors.h"

#include <algorithm>
#include <stdexcept>
#include <string_view>
#include <vector>

namespace kh {

namespace {

std::vector<const AircraftClass*>& classes() {
    static std::vector<const AircraftClass*> all{&helicopterClass(), &rotorsClass(), &cameraClass()};
    return all;
}

}  // namespace

std::optional<Function> AircraftClass::first(FunctionSource source) const {
    for (std::size_t i = 0; i < functions.size(); ++i)
        if (functions[i].source == source) return static_cast<Function>(i);
    return std::nullopt;
}

std::optional<Function> AircraftClass::find(std::string_view function) const {
    for (std::size_t i = 0; i < functions.size(); ++i)
        if (function == functions[i].id) return static_cast<Function>(i);
    return std::nullopt;
}

std::span<const AircraftClass* const> aircraftClasses() { return classes(); }

const AircraftClass* aircraftClass(std::string_view id) {
    const auto at = std::find_if(classes().begin(), classes().end(), [&](const AircraftClass* c) { return id == c->id; });
    return at == classes().end() ? nullptr : *at;
}

void addAircraftClass(const AircraftClass& added) {
    if (added.functions.empty() || added.functions.size() > kMaxFunctions)
        throw std::logic_error("a class of aircraft has from one function to as many as the kernel holds");
    for (const FunctionEntry& f : added.functions) {  // the boxes know these two channels by name
        const bool named = std::string_view(f.id) == (f.source == FunctionSource::Throttle ? "throttle" : "collective");
        if ((f.source == FunctionSource::Throttle || f.source == FunctionSource::Pitch) && !named)
            throw std::logic_error("the functions of throttle and pitch stand on the channels throttle and collective");
    }
    if (aircraftClass(added.id) == nullptr) classes().push_back(&added);
}

std::vector<FittedServo> fittedServos(const Machine& machine) {
    std::vector<FittedServo> out;
    Aircraft copy = machine.aircraft;
    copy.facts().eachServo([&](const ServoPlace& place, Shared<ServoProfile>& servo) { out.push_back({place, servo}); });
    return out;
}

Aircraft::Aircraft() : facts_(classes().front()->blank()) {}

}  // namespace kh
