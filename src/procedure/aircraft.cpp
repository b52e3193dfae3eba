// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/aircraft.h"

#include "procedure/helicopter/helicopterentry.h"

#include <stdexcept>

namespace kh {

namespace {

std::vector<const AircraftEntry*>& brought() {
    static std::vector<const AircraftEntry*> all{&helicopterEntry()};
    return all;
}

}  // namespace

const AircraftEntry& aircraftEntry(const Setup& setup) {
    for (const AircraftEntry* e : brought())
        if (&e->of == &setup.machine.aircraft.of()) return *e;
    throw std::logic_error("nothing is brought for this class of aircraft");
}

void addAircraft(const AircraftEntry& added, const PlantClass& plant) {
    for (const AircraftEntry* e : brought())
        if (&e->of == &added.of) return;
    addAircraftClass(added.of);
    addPlantClass(plant);
    brought().push_back(&added);
}

}  // namespace kh
