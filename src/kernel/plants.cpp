// SPDX-License-Identifier: GPL-3.0-or-later
//
// The plants of the classes that ship.
#include "kernel/camera/plant.h"
#include "kernel/helicopter/plant.h"
#include "kernel/plant.h"
#include "kernel/rotors/plant.h"

#include <stdexcept>

namespace kh {

namespace {

ByAircraft<PlantClass>& plants() {
    static ByAircraft<PlantClass> all = [] {
        ByAircraft<PlantClass> shipped(helicopterPlant());
        shipped.add(rotorsPlant());
        shipped.add(cameraPlant());
        return shipped;
    }();
    return all;
}

}  // namespace

const PlantClass& plantOf(const AircraftClass& aircraft) {
    const PlantClass* plant = plants().find(aircraft);
    if (plant == nullptr) throw std::logic_error("a class of aircraft without a plant");
    return *plant;
}

void addPlantClass(const PlantClass& added) { plants().add(added); }

}  // namespace kh
