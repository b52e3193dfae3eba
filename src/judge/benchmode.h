// SPDX-License-Identifier: GPL-3.0-or-later
//
// Modes that are the bench's: what audit and switch proof judge alike of them.
#pragma once

#include "judge/figures.h"
#include "judge/finding.h"

#include <optional>

namespace kh {

/// Where a mode's throttle is no motor-off.
struct MotorDriven {
    double stick = 0.0, trim = 0.0, pulseUs = 0.0, throttlePct = 0.0;
};
/// Whether the motor is driven anywhere on the stick. @param deck  one that flies the mode
[[nodiscard]] std::optional<MotorDriven> drivenIn(const ChainModel& model, const MotorLimits& motor, const Deck& deck,
                                                  const FlightMode& mode);
/// What audit and proof say of a bench mode that is reached without hold or kill and drives the motor.
[[nodiscard]] Finding benchModeRuns(const Setup& setup, const FlightMode& mode, const MotorDriven& driven, PartialDeck state);
/// Whether a mode is declared as the bench's, or can be flown only with hold on: it is the bench's, and nothing of a flight is asked of it.
[[nodiscard]] bool benchOnly(const TransmitterSettings& transmitter, const FlightMode& mode);

}  // namespace kh
