// SPDX-License-Identifier: GPL-3.0-or-later
//
// Reading in, number to enter out. Each answer carries its derivation.
#pragma once

#include "base/derivation.h"
#include "formula/channel.h"

#include <optional>
#include <vector>

namespace kh {

enum class Overshoot { Forbid, Allow };

/// A transmitter's grid of travel: step and upper limit, both in %.
struct TravelGrid {
    double stepPct = 1.0;
    double limitPct = 150.0;
    Overshoot overshoot = Overshoot::Forbid;
};

struct EndpointAnswer {
    double travelPct = 0.0;   ///< to enter; the limit when out of reach
    double reachedPct = 0.0;  ///< what it will then read, always positive
    bool reachable = true;
    Derivation why;
};
/// Travel that makes the controller read full deflection: T' = T·100/|u|.
/// @param travelPct   the transmitter's travel when it was read, > 0
/// @param readingPct  what the controller's monitor shows at the stick's end (sign ignored here)
/// @throws InputError naming `travelPct`, `readingPct` (0), `stepPct` or `limitPct`
[[nodiscard]] EndpointAnswer endpointFor(double travelPct, double readingPct, const TravelGrid& grid);

struct SubTrimAnswer {
    double changePct = 0.0;
    Derivation why;
};
/// Change of sub-trim that brings a centre reading to 0, channel not reversed (reversed: change the sign).
/// @throws InputError naming a scale or the step
[[nodiscard]] SubTrimAnswer subTrimFor(double readingPct, double controllerUsPerPct, double transmitterUsPerPct, double stepPct);

struct PitchReading {
    double setting = 0.0;
    double measuredDeg = 0.0;
};
struct PitchSettingAnswer {
    double setting = 0.0;  ///< neither rounded nor clamped
    Derivation why;
};
/// Next setting from one reading (proportion of sines) or, with `previous`, two (secant on sines).
/// @throws InputError naming `setting`, `measuredDeg` or `previous`
[[nodiscard]] PitchSettingAnswer pitchSettingFor(const PitchReading& now, double targetDeg,
                                                 const std::optional<PitchReading>& previous = std::nullopt);

struct LinkTurnsAnswer {
    double perTurnDeg = 0.0;
    double turns = 0.0;         ///< + lengthens and raises pitch
    double remainderDeg = 0.0;  ///< measured − wanted as it will be
    Derivation why;
};
/// Turns of a blade link. @param errorDeg measured − wanted
/// @throws InputError naming `leadMmPerTurn`, `gripMm` or `stepTurns`
[[nodiscard]] LinkTurnsAnswer linkTurnsFor(double leadMmPerTurn, double gripMm, double errorDeg, double stepTurns);

/// Tail servo arm that brings its limit to 100 %: arm·limit/100. @throws InputError
[[nodiscard]] double tailArmFor(double armMm, double limitPct);

/// Gain at another head speed: gain·(from/to)². The bare formula. @throws InputError
[[nodiscard]] double gainScaled(double gain, double fromRpm, double toRpm);

/// A start for another head speed: as gainScaled to a faster one, raised by at most from/to to a slower one, at most ±100
/// (docs/domain.md 6). @throws InputError as gainScaled
[[nodiscard]] double gainCarried(double gain, double fromRpm, double toRpm);

struct GainSentAnswer {
    double sentPct = 0.0;   ///< to enter on the transmitter's step, signed
    double readsPct = 0.0;  ///< what the controller will then read
    bool reachable = true;  ///< false: the channel's travel ends before it
    Derivation why;
};
/// Gain to send so that the controller's reading is the wanted one: the channel and the reading, inverted.
/// @param wantedPct  signed, −100 … +100, + heading hold
/// @throws InputError naming `wantedPct`, `stepPct` or the channel's travel
[[nodiscard]] GainSentAnswer gainToSend(double wantedPct, const ChannelScale& channel, const ReadingScale& reading, double stepPct);

struct GainSearchAnswer {
    bool done = false;
    double gain = 0.0;  ///< the value to set when done, else the next one to try
};
/// Highest clean and lowest oscillating gain: midpoint until they are within 2.
/// @throws InputError naming `clean` or `oscillating`
[[nodiscard]] GainSearchAnswer gainSearch(const std::vector<double>& clean, const std::vector<double>& oscillating);

}  // namespace kh
