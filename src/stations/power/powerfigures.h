// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "formula/flightend.h"
#include "formula/spool.h"
#include "judge/figures.h"

namespace kh {

/// What a pinion would give.
struct PinionFigures {
    double teeth = 0.0;
    bool fitted = false;
    Figure ratio, freshRpm, endRpm;
    Figure openingPct;  ///< the fastest mode's target as a share of the end of the pack
};
inline constexpr double kOpeningWarnPct = 88.0;
inline constexpr double kLeastAlarmV = 3.3;  ///< of a cell under load: below it no alarm is set

/// The range a mode's head speed may have, in rpm, and what bounds it. Empty where low is above high.
struct SpeedRange {
    bool known = false;
    double low = 0.0, high = 0.0;
    Message lowBy, highBy;
    [[nodiscard]] bool empty() const { return known && low > high; }
    [[nodiscard]] bool holds(double rpm) const { return known && rpm >= low && rpm <= high; }
};
inline constexpr double kFastTipsMs = 170.0;      ///< of blades: above it drag and noise grow
inline constexpr double kUsualOpeningPct = 50.0;  ///< where the speed controller gives no limit of its own
/// Opening below which the speed controller runs hot.
[[nodiscard]] double leastOpeningPct(const Setup& setup);

/// What a flight mode's head speed, the wanted and the given, asks of pack, motor and blades.
struct ModePower {
    std::string id, name;
    Figure headroomPct;              ///< at the end of the pack
    Figure differencePct;            ///< head speed given beside the one wanted
    Figure electricalRpm;            ///< of the motor at the faster of the two
    SpeedRange range;                ///< chosen backwards
    Figure rangeRpm;                 ///< its middle, the range as its band
    Figure peakRpm;                  ///< the highest on the way, with what is passed
    std::optional<SpoolIn> spoolUp;  ///< from hold to speed and back after a practised autorotation; none without a speed
};

/// One of what ends a flight, and what is left from it to the next that is set.
struct EndFigures {
    FlightEnd what = FlightEnd::Empty;
    const char *name = "", *brief = "";  ///< the second in its table
    Figure minutes, usedMah;
    Figure leftS, leftMah;  ///< below 0: the next comes first; unknown of the last
};
/// What ends the flight, as far as it is set; nothing while capacity or consumption is not known, and of an engine.
[[nodiscard]] std::optional<FlightEndIn> flightEndOf(const Setup& setup);
/// The longest timer in half minutes that leaves a fifth of the charge and ends before the alarm on voltage sounds, unless that alarm is
/// what ends the flight; at least half a minute.
[[nodiscard]] double suitingTimerMin(const Setup& setup, const FlightEndIn& ends);

struct PowerFigures {
    Figure ratio, polePairs, availableRpm, availableEndRpm, ceilingRpm;
    Figure timerMin;                     ///< minutes that leave a fifth of the charge, by the logged or the planned consumption
    Figure enduranceMin;                 ///< the same by the hover's power: an estimate
    std::vector<EndFigures> ends;        ///< in the order in which they must come; none of an engine, and of a light judgement
    std::vector<PinionFigures> pinions;  ///< none while Kv or teeth are unknown
    std::vector<ModePower> modes;        ///< as Figures::modes
};

}  // namespace kh
