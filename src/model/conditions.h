// SPDX-License-Identifier: GPL-3.0-or-later
//
// Conditions by the function they belong to, and which switches they depend on.
#pragma once

#include "model/transmitter.h"

#include <cstdint>
#include <map>
#include <optional>
#include <set>
#include <string>

namespace kh {

/// Conditions name functions there are, places their switches have, and neither themselves nor each other in a circle.
/// @throws InputError naming the condition at fault
void requireConditions(const TransmitterSettings& transmitter);

/// Places by switch.
using PlacesNamed = std::map<std::string, std::set<int>>;

/// Collects the places that conditions name; each function is looked into once.
class PlaceCollector {
public:
    explicit PlaceCollector(const TransmitterSettings& tx) : tx_(tx) {}
    /// @throws InputError if conditions refer to each other in a circle
    void add(const Condition& condition);
    PlacesNamed named;

private:
    void addFunction(const std::string& id);
    const TransmitterSettings& tx_;
    std::map<std::string, bool> open_;  ///< functions looked into; true while their own are
};

/// Every switch a condition depends on, through other functions too.
/// @throws InputError if conditions refer to each other in a circle
[[nodiscard]] std::set<std::string> switchesOf(const TransmitterSettings& transmitter, const Condition& condition);

/// The same for whoever asks often: each function is looked into once.
class SwitchSets {
public:
    explicit SwitchSets(const TransmitterSettings& tx) : tx_(tx) {}
    /// Bits by the switches' places in the profile. @throws InputError as switchesOf
    [[nodiscard]] std::uint64_t of(const Condition& condition);
    [[nodiscard]] std::uint64_t of(const std::vector<Term>& branch);

private:
    [[nodiscard]] std::uint64_t ofFunction(const std::string& id);
    const TransmitterSettings& tx_;
    std::map<std::string, std::optional<std::uint64_t>> functions_;  ///< nothing while it is looked into
};

/// Switches that only bar a function: latching ones that stand, wherever they do, beside one that springs back and sets it off.
[[nodiscard]] std::set<std::string> barsOf(const TransmitterSettings& transmitter, const Condition& condition);
/// The switches that work it: all it names but those that only bar.
[[nodiscard]] std::set<std::string> workedBy(const TransmitterSettings& transmitter, const Condition& condition);

/// The condition of a function by its id: a mode, "kill", "cut" or another; nullptr if there is none.
[[nodiscard]] const Condition* conditionOf(const TransmitterSettings& transmitter, const std::string& function);
/// Its field path.
[[nodiscard]] std::string conditionPath(const TransmitterSettings& transmitter, const std::string& function);

}  // namespace kh
