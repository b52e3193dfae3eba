// SPDX-License-Identifier: GPL-3.0-or-later
//
// Documents, readings and profiles as no pilot writes them: damaged, and valid to the very edge.
#pragma once

#include "model/setup.h"

#include <random>
#include <string>
#include <vector>

namespace khtest {

using Dice = std::mt19937_64;

/// What mutants are made of: the demo documents, documents of every build, and what was found before (tests/fuzz/seeds).
[[nodiscard]] std::vector<std::string> seedDocuments();
[[nodiscard]] std::vector<std::string> seedReadings();
/// A profile's text and its kind: "transmitter", "controller", "speed-controller" or "servo".
struct SeedProfile {
    std::string kind, text;
};
[[nodiscard]] std::vector<SeedProfile> seedProfiles();

/// One to a few damages: bytes, or a node of the JSON replaced, doubled, taken out, or put where another stood.
[[nodiscard]] std::string damaged(const std::string& text, Dice& dice);

/// A sound setup with many of its fields at the edge of what they may be, elements of its lists left out or doubled, and readings
/// made up. Always accepted.
[[nodiscard]] kh::Setup extreme(const kh::Setup& sound, Dice& dice);

}  // namespace khtest
