// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace kh {

/// How well a value is founded, weakest first.
enum class Standing { Default, Entered, Computed, Measured, Proved };

/// A stored value's standing. `at` is ISO 8601 UTC, empty when not known.
struct StandingRecord {
    Standing standing = Standing::Default;
    std::string at;
    std::string instrument;
    std::string uncertainty;  ///< with its unit, for example "±0.1°"
    int change = 0;           ///< count of the document at which it was written; what came later is decided by it, never by `at`
    bool operator==(const StandingRecord&) const = default;
};

/// The box a value is typed into. `Bench` is the pilot's own tools and readings.
enum class Box { Transmitter, Controller, SpeedController, Machine, Bench };

/// The words of the contracts: "transmitter", "controller", "speed-controller", "machine", "bench".
[[nodiscard]] const char* boxId(Box box);
/// What a pilot calls it.
[[nodiscard]] const char* boxName(Box box);
/// "default", "entered", "computed", "measured", "proved".
[[nodiscard]] const char* standingId(Standing standing);

}  // namespace kh
