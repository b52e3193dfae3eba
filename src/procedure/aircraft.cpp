// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/aircraft.h"

#include "procedure/camera/cameraentry.h"
#include "procedure/helicopter/helicopterentry.h"
#include "procedure/rotors/rotorsentry.h"

#include <stdexcept>

namespace kh {

namespace {

ByAircraft<AircraftEntry>& brought() {
    static ByAircraft<AircraftEntry> all = [] {
        ByAircraft<AircraftEntry> shipped(helicopterEntry());
        shipped.add(rotorsEntry());
        shipped.add(cameraEntry());
        return shipped;
    }();
    return all;
}

}  // namespace

const AircraftEntry& aircraftEntry(const Setup& setup) {
    const AircraftEntry* entry = brought().find(setup.machine.aircraft.of());
    if (entry == nullptr) throw std::logic_error("nothing is brought for this class of aircraft");
    return *entry;
}

std::span<const AircraftEntry* const> aircraftEntries() { return brought().all(); }

void addAircraft(const AircraftEntry& added, const PlantClass& plant) {
    if (brought().find(added.of) != nullptr) return;
    addAircraftClass(added.of);
    addPlantClass(plant);
    brought().add(added);
}

}  // namespace kh
