// SPDX-License-Identifier: GPL-3.0-or-later
//
// What ends a flight, in the order in which it must come (docs/domain.md 8): the timer's warning, the timer, the alarms, power that is
// reduced, an empty pack. Voltages are judged under load.
#pragma once

#include <optional>
#include <vector>

namespace kh {

enum class FlightEnd { Warning, Timer, UsedCharge, Voltage, Reduction, Empty };

struct FlightEndIn {
    double capacityMah = 0.0;              ///< above 0
    double mahPerMin = 0.0;                ///< above 0
    double endVolts = 0.0;                 ///< of a cell under load with a fifth of the charge left
    std::optional<double> timerMin;        ///< above 0; none is set
    std::optional<double> usedMah;         ///< at which an alarm sounds
    std::optional<double> alarmVolts;      ///< of a cell
    std::optional<double> reductionVolts;  ///< of a cell; none: the power is never reduced
};
/// One of them, when it comes.
struct FlightEndPoint {
    FlightEnd what = FlightEnd::Empty;
    double minutes = 0.0;
    double usedMah = 0.0;
};

inline constexpr double kTimerWarnsS = 30.0;      ///< before the timer's end
inline constexpr double kReductionAfterS = 60.0;  ///< at least, from the alarm on: a minute is needed to land
inline constexpr double kReserveShare = 0.2;      ///< of the charge that a flight leaves

/// A cell's voltage under the usual load: at rest, less a sag that is the same all the time and brings it to `endVolts` with a fifth
/// left. @param usedShare  of the charge, 0 … 1
[[nodiscard]] double loadedVolts(double usedShare, double endVolts);
/// The share of the charge that is used when a cell first shows that voltage under load, 0 … 1.
[[nodiscard]] double usedShareAtLoaded(double volts, double endVolts);
/// Those that are set and the empty pack, in the order in which they must come, whether they do or not.
/// @throws InputError naming `capacityMah` or `mahPerMin`
[[nodiscard]] std::vector<FlightEndPoint> flightEnd(const FlightEndIn& in);

}  // namespace kh
