// SPDX-License-Identifier: GPL-3.0-or-later
//
// The plants of the classes that ship.
#include "kernel/helicopter/plant.h"
#include "kernel/plant.h"

#include <stdexcept>

namespace kh {

namespace {

std::vector<const PlantClass*>& plants() {
    static std::vector<const PlantClass*> all{&helicopterPlant()};
    return all;
}

}  // namespace

const PlantClass& plantOf(const AircraftClass& aircraft) {
    for (const PlantClass* p : plants())
        if (&p->of == &aircraft) return *p;
    throw std::logic_error("a class of aircraft without a plant");
}

void addPlantClass(const PlantClass& added) {
    for (const PlantClass* p : plants())
        if (&p->of == &added.of) return;
    plants().push_back(&added);
}

}  // namespace kh
