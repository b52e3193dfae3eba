// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "formula/mounting.h"
#include "model/setup.h"

#include <map>
#include <optional>
#include <string>
#include <string_view>

namespace kh {

/// What the pilot's hands do at this instant. Switches that are not named stand at their power-on place.
struct Deck {
    Sticks sticks;
    double throttleTrim = 0.0;            ///< −1 … +1 of the trim's range
    std::map<std::string, int> switches;  ///< place by switch name
    bool cutLatched = false;
    TurnRates rates;
    bool operator==(const Deck&) const = default;
};

/// A state in which a finding can be seen; what is absent may be anything.
struct PartialDeck {
    std::optional<double> collective, aileron, elevator, rudder, throttleTrim;
    std::map<std::string, int> switches;
    std::optional<bool> cutLatched;
    std::optional<TurnRates> rates;
    bool operator==(const PartialDeck&) const = default;
};
struct Witness {
    std::optional<PartialDeck> from;
    PartialDeck to;
    bool operator==(const Witness&) const = default;
};

/// The deck with the witness's parts put in.
[[nodiscard]] Deck posed(Deck deck, const PartialDeck& part);

/// The place a switch stands at: as the deck says, else its power-on place, else 1.
[[nodiscard]] int placeOf(const TransmitterSettings& transmitter, const Deck& deck, std::string_view switchId);

/// Switches at power-on places, except that the named mode is active ("hold" for hold), and armed where the controller arms.
/// @return nothing if no combination of the switches the conditions name gives that mode
[[nodiscard]] std::optional<Deck> deckInMode(const Setup& setup, std::string_view modeId, Deck base = {});

}  // namespace kh
