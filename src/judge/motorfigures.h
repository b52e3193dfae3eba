// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/figurebuilder.h"

namespace kh {

/// What hold sends, and the pulses at which the motor is surely off: of every class with a throttle.
void motorFigures(const FigureBuilder& builder);

/// What hold sends in a mode, and what the motor may do at that: of every class with a throttle.
void heldFigures(const FigureBuilder& builder, std::size_t mode, ModeFigures& of);

/// Whether hold keeps the speed controller armed at an idle to bail out from: then only kill is surely off.
[[nodiscard]] bool holdIsArmed(const Setup& setup);
/// What is known of such an idle (docs/domain.md 8): judged by where the motor was measured to start, else by what was logged.
enum class ArmedHold { Stops, PastStart, LoggedTurning, TooMuch, Refused, NotMeasured };
/// Nothing says that it drives the rotor.
[[nodiscard]] constexpr bool stays(ArmedHold hold) { return hold == ArmedHold::Stops || hold == ArmedHold::NotMeasured; }
[[nodiscard]] ArmedHold armedHold(const Setup& setup, const MotorLimits& limits, double pulseUs, double throttlePct);
/// An idle the motor stops at: 3 % of the range below the measured start, else what a bail-out begins with; below all that was logged.
[[nodiscard]] double armedHoldPct(const Setup& setup);

/// What the motor may do where throttle and pulse reach from the lower to the higher value: an engine idles below its clutch, a motor
/// in the bail-out school at hold's own value, unless that drives the rotor.
[[nodiscard]] MotorState motorState(const Setup& setup, const MotorLimits& limits, double lowUs, double highUs, double highPct);

}  // namespace kh
