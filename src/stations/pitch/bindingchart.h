// SPDX-License-Identifier: GPL-3.0-or-later
//
// What was seen of binding: eight stick directions at three collectives (docs/domain.md 5.6).
#pragma once

#include "base/message.h"
#include "model/reading.h"
#include "model/setup.h"

#include <array>
#include <optional>
#include <span>
#include <string>
#include <vector>

namespace kh {

inline constexpr std::array<const char*, 3> kChartCollectives{KH_TR("low"), KH_TR("mid"), KH_TR("high")};
inline constexpr std::array<const char*, 3> kChartOutcomes{KH_TR("clear"), KH_TR("buzz"), KH_TR("binds")};
inline constexpr int kChartStepDeg = 45;
inline constexpr std::size_t kChartPlaces = 24;
/// As a direction: the head turned by hand through whole turns, the stick held at its end. Buzz: it touches at some places; binds: all
/// round.
inline constexpr int kHeadTurned = 360;
inline constexpr const char* kHeadTurnedName = "turn";

/// One place of the chart, with the cyclic limits it was tried at.
struct BindingPlace {
    int directionDeg = 0;              ///< of the stick: 0 forward, 90 right; kHeadTurned
    std::size_t collective = 0;        ///< index in kChartCollectives
    std::optional<double> clearPct;    ///< highest limit seen clear
    std::optional<double> unclearPct;  ///< lowest limit seen buzzing or binding
    bool bound = false;                ///< at `unclearPct`: bound, not only buzzed
};

/// How the outcomes of a place read: of a head that is turned where it touches.
inline constexpr std::array<const char*, 3> kTurnOutcomes{KH_TR("free"), KH_TR("touches at places"), KH_TR("touches all round")};
/// "45.high", as readings name a place after their outcome; "turn.high" of a turned head.
[[nodiscard]] std::string placeName(int directionDeg, std::size_t collective);
/// The places that were tried, from readings "clear.45.high", "buzz.…", "binds.…" (value: the limit in force, in %),
/// by direction, then by collective. Readings of other things are passed over.
/// @throws InputError naming a reading whose place or value cannot be
[[nodiscard]] std::vector<BindingPlace> bindingChart(std::span<const Reading> readings);

/// The eight stick directions, 0 forward, then clockwise.
inline constexpr std::array<const char*, 8> kChartDirections{KH_TR("forward"),    KH_TR("forward right"), KH_TR("right"),
                                                             KH_TR("back right"), KH_TR("back"),          KH_TR("back left"),
                                                             KH_TR("left"),       KH_TR("forward left")};
/// "stick back right, collective high".
[[nodiscard]] Message placeTitle(int directionDeg, std::size_t collective);
/// "clear 70 %, binds 76 %".
[[nodiscard]] Message placeText(const Setup& setup, const BindingPlace& place);

}  // namespace kh
