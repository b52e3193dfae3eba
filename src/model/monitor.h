// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a controller's monitor shows of a channel, and what a pilot reads there: the only way between its numbers and readings in %.
#pragma once

#include "base/message.h"
#include "model/setup.h"

#include <string>
#include <string_view>

namespace kh {

/// The scale its monitor shows a function's reading on.
[[nodiscard]] ScaleRef monitorScale(const ControllerProfile& profile, std::string_view function);
/// A reading as the monitor shows it: "1980 µs", "+512"; of lamps what they say, with the number behind it: "over (+104.2 %)".
[[nodiscard]] Message onMonitor(const ControllerProfile& profile, std::string_view function, double readingPct);
/// Without its unit, which stands beside it; of lamps the word alone.
[[nodiscard]] Message onMonitorBare(const ControllerProfile& profile, std::string_view function, double readingPct);
/// Of its numbers; none of lamps.
[[nodiscard]] std::string monitorUnit(const ControllerProfile& profile);
/// What was read there, in %. @throws InputError naming `function` for a monitor that shows no numbers
[[nodiscard]] double readOffMonitor(const ControllerProfile& profile, std::string_view function, double shown);
/// How far a reading can be off, for the monitor shows whole steps, in %.
[[nodiscard]] double monitorStepPct(const ControllerProfile& profile);
/// The same as its instrument notes it: "±0.1 %", "±1 µs".
[[nodiscard]] std::string monitorUncertainty(const ControllerProfile& profile);
/// "aileron" of the reading "aileron.high"; empty where no channel is read.
[[nodiscard]] std::string_view monitoredFunction(std::string_view reading);

}  // namespace kh
