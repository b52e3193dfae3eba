// SPDX-License-Identifier: GPL-3.0-or-later
//
// Windows a box holds a channel to: a check point that a curve must meet (docs/domain.md 15.1), and the modes that places of a switch
// reach (15.2).
#pragma once

#include "base/derivation.h"

#include <optional>
#include <span>
#include <string>
#include <vector>

namespace kh {

struct CheckPointIn {
    double curvePct = 0.0;  ///< the channel value sent, −100 … 100
    double travelPct = 100.0;
    double transmitterUsPerPct = 4.0;
    double controllerUsPerPct = 4.0;
    double lowPct = 0.0, highPct = 0.0;  ///< the window of the reading
    double stepPct = 1.0;                ///< of the curve
};
struct CheckPoint {
    double readingPct = 0.0;
    bool met = false;
    double curvePct = 0.0;   ///< the value of the grid nearest to the window's middle, within −100 … 100
    bool reachable = false;  ///< whether that value reads inside
};
/// @throws InputError naming the field
[[nodiscard]] CheckPoint checkPoint(const CheckPointIn& in, Derivation* why = nullptr);

struct ModeWindow {
    std::string mode;
    double lowUs = 0.0, highUs = 0.0;
};
/// The window a pulse lands in; nullptr: in none, or in two at an edge they share. Edges belong to their window.
[[nodiscard]] const ModeWindow* windowAt(std::span<const ModeWindow> windows, double us);

struct ModePlace {
    std::optional<std::string> mode;  ///< nothing: none, or two at a shared edge
    std::optional<double> marginUs;   ///< to the window's nearest inner edge, to both where it has no inner one; never below 0
    bool clear = false;
};
struct ModePlaces {
    std::vector<ModePlace> places;
    bool sound = false;  ///< each window is reached by exactly one place, and every place is clear
};
/// @param windows  in any order; edges may touch. @param placesUs  the pulse of each place. @param clearUs  0 or more
/// @throws InputError naming `windows`, `placesUs` or `clearUs`
[[nodiscard]] ModePlaces modePlaces(std::vector<ModeWindow> windows, const std::vector<double>& placesUs, double clearUs);

}  // namespace kh
