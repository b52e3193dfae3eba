// SPDX-License-Identifier: GPL-3.0-or-later
//
// What was seen of binding: eight stick directions at three collectives (DOMAIN 5.6).
#pragma once

#include "core/base/message.h"
#include "core/setup/reading.h"

#include <array>
#include <optional>
#include <span>
#include <string>
#include <vector>

namespace kh {

inline constexpr std::array<const char*, 3> kChartCollectives{"low", "mid", "high"};
inline constexpr std::array<const char*, 3> kChartOutcomes{"clear", "buzz", "binds"};
inline constexpr int kChartStepDeg = 45;
inline constexpr std::size_t kChartPlaces = 24;

/// One place of the chart, with the cyclic limits it was tried at.
struct BindingPlace {
    int directionDeg = 0;              ///< of the stick: 0 forward, 90 right
    std::size_t collective = 0;        ///< index in kChartCollectives
    std::optional<double> clearPct;    ///< highest limit seen clear
    std::optional<double> unclearPct;  ///< lowest limit seen buzzing or binding
    bool bound = false;                ///< at `unclearPct`: bound, not only buzzed
};

/// "45.high", as readings name a place after their outcome.
[[nodiscard]] std::string placeName(int directionDeg, std::size_t collective);
/// The places that were tried, from readings "clear.45.high", "buzz.…", "binds.…" (value: the limit in force, in %),
/// by direction, then by collective. Readings of other things are passed over.
/// @throws InputError naming a reading whose place or value cannot be
[[nodiscard]] std::vector<BindingPlace> bindingChart(std::span<const Reading> readings);

/// "clear to 70 %, binds at 76 %".
[[nodiscard]] Message placeText(const BindingPlace& place);

}  // namespace kh
