// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/aircraft.h"

namespace kh {

[[nodiscard]] const AircraftEntry& rotorsEntry();
[[nodiscard]] const StationSet& rotorsStations();
/// What is done at the link, worded for one motor that turns four rotors.
[[nodiscard]] std::span<const BenchWork> rotorLinkGuides();

}  // namespace kh
