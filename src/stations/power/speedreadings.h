// SPDX-License-Identifier: GPL-3.0-or-later
//
// Head speeds that were read, beside what is computed without them.
#pragma once

#include "judge/speedchecks.h"
#include "model/setup.h"

#include <optional>
#include <string>

namespace kh {

/// What a head speed above the blades' limit is brought down to, of that limit.
inline constexpr double kBladeAim = 0.95;

/// "speed.idle1": what a mode's head speed is called as a reading.
[[nodiscard]] std::string speedReading(const FlightMode& mode);
/// The newest head speed that was read in a mode, in rpm; nothing if its curve or the gearing was changed since.
/// The newest of what was read, if it is positive and still speaks of the machine: taken under the settings its row notes.
[[nodiscard]] std::optional<double> readInForce(const Setup& setup, const char* what);
[[nodiscard]] std::optional<double> speedReadInForce(const Setup& setup, const FlightMode& mode);
/// The throttle of a flat curve, in %; nothing if it is not flat.
[[nodiscard]] std::optional<double> flatThrottle(const FlightMode& mode);
/// What gearing, motor and pack give at a mode's flat throttle, without any log, in rpm; nothing where that is not known.
[[nodiscard]] std::optional<double> computedRpm(const Setup& setup, const FlightMode& mode);

}  // namespace kh
