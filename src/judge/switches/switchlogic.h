// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the properties of the switch proof are judged on; private to proof.
#pragma once

#include "judge/modechecks.h"
#include "judge/switches/switchproof.h"

#include <map>
#include <optional>

namespace kh {

/// What the switches ask for in one combination, as far as the throttle and the modes go.
struct LogicKey {
    std::uint8_t beneath = 0;  ///< index of the flight mode under hold
    bool holdAsked = false, kill = false, cut = false;
    bool disarmed = false;  ///< the controller is not armed
    bool pupil = false;     ///< a pupil has the throttle, and the teacher's stops do nothing
    /// Something keeps the motor off.
    [[nodiscard]] bool stopped() const { return holdAsked || kill || cut || disarmed; }
    auto operator<=>(const LogicKey&) const = default;
};

/// Every combination of the switches that modes, hold, kill and cut depend on, sorted by what it asks for.
class SwitchLogic {
public:
    SwitchLogic(const Setup& setup, const ChainModel& model, const ProofProgress& progress);

    struct Seen {
        std::uint64_t first = 0;  ///< a combination, and whether the cut is latched in it
        bool latched = false;
        std::uint64_t states = 0;  ///< how many real combinations ask for this
    };
    /// Two modes that a neighbouring place of one switch changes between, hold and stops off.
    struct Change {
        std::uint64_t from = 0, to = 0;
    };

    std::vector<LogicKey> keys;  ///< every key that occurs
    std::map<LogicKey, Seen> seen;
    std::map<std::pair<std::uint8_t, std::uint8_t>, Change> changes;  ///< by the modes' indices
    SwitchSpace throttle;                                             ///< of modes, hold, kill, cut
    SwitchSpace everything;                                           ///< its axes only: every switch a function names
    std::uint64_t combinations = 0;
    std::uint64_t walked = 0;   ///< class combinations that were tried, times the latch
    std::uint64_t untried = 0;  ///< class combinations that were too many to try
    std::vector<std::string> free;
    bool cancelled = false;

    /// A combination of `throttle` whose key fits, unlatched ones first.
    template <class Fits>
    [[nodiscard]] std::optional<Seen> where(Fits fits) const {
        for (const auto& [key, s] : seen)
            if (fits(key)) return s;
        return std::nullopt;
    }
    /// Whether a switch at one place does anything else than at another, in any combination of the rest; nothing where that
    /// takes more tries than a proof makes.
    [[nodiscard]] std::optional<bool> changesAnything(std::size_t switchIndex, int place, int other) const;

private:
    [[nodiscard]] LogicKey keyAt(const SwitchPlaces& places, bool latched) const;
    void walk(const ProofProgress& progress);
    const Setup& setup_;
    const ChainModel& model_;
    std::vector<std::size_t> modeFunctions_;
    std::optional<std::size_t> hold_;
    std::size_t kill_ = 0, cut_ = 0;
    bool latch_ = false;
    mutable std::uint64_t tries_ = 0;                                        ///< of functions beside modes, hold, kill and cut
    std::map<std::size_t, std::vector<std::vector<std::uint8_t>>> differs_;  ///< by switch: class against class, in mode logic
};

/// What a judge is given.
struct ProofContext {
    const Setup& setup;
    const ChainModel& model;
    const SwitchLogic& logic;
    const Figures& figures;
    const std::vector<FlightMode>& modes;

    /// Marks the property as refuted; title and id stay.
    void refute(PropertyResult& r, Finding finding) const;
    [[nodiscard]] std::optional<std::size_t> function(const std::string& id) const;
    /// The whole state of a combination, so that `trace` shows it.
    [[nodiscard]] PartialDeck deckAt(const SwitchLogic::Seen& seen, PartialDeck sticks = {}) const;
    /// Whether the throttle channel, turned round, would send this throttle on the motor-off side.
    [[nodiscard]] bool motorOffIfReversed(double throttlePct) const;
    [[nodiscard]] DeckNumbers numbersAt(const SwitchLogic::Seen& seen, double collective, double trim) const;
};

/// The stick and trim at which this combination drives a motor it should hold off; counts what it tried in `r`.
struct MotorRun {
    double stick = 0.0, trim = 0.0;
    Instant now;
};
[[nodiscard]] std::optional<MotorRun> motorRuns(const ProofContext& c, const LogicKey& key, const SwitchLogic::Seen& seen,
                                                PropertyResult& r);

void judgeMotorOff(const ProofContext& c, PropertyResult& r);
void judgeInverted(const ProofContext& c, PropertyResult& r);
void judgeLeavingHold(const ProofContext& c, PropertyResult& r);
void judgeModeChange(const ProofContext& c, PropertyResult& r);
void judgeGoverned(const ProofContext& c, PropertyResult& r);

}  // namespace kh
