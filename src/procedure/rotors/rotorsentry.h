// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/aircraft.h"

namespace kh {

[[nodiscard]] const AircraftEntry& rotorsEntry();
[[nodiscard]] const StationSet& rotorsStations();

}  // namespace kh
