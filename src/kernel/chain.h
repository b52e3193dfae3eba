// SPDX-License-Identifier: GPL-3.0-or-later
//
// The numeric kernel of the chain: settings applied to the machine, at one instant.
#pragma once

#include "base/conventions.h"
#include "formula/channel.h"
#include "formula/curve.h"
#include "kernel/deck.h"
#include "kernel/plant.h"
#include "model/limits.h"

#include <algorithm>
#include <array>
#include <cstdint>
#include <memory>
#include <optional>
#include <vector>

namespace kh {

/// SwitchPlaces by the switch's index in the transmitter's profile.
using SwitchPlaces = std::array<std::int8_t, kMaxSwitches>;

/// The deck as the kernel takes it: no text, no allocation.
struct DeckNumbers {
    Sticks sticks;
    double throttleTrim = 0.0;
    bool cutLatched = false;
    SwitchPlaces places{};
};

struct ChannelInstant {
    double value = 0.0;  ///< before travel, %
    double pct = 0.0;    ///< channel output, %
    double pulseUs = 0.0;
    double readingPct = 0.0;
    double demand = 0.0;  ///< −1 … +1, signed by the controller's directions
};

/// Every stage at one instant.
struct Instant {
    std::size_t mode = 0;     ///< index of the flight mode that is flown (hold counts)
    std::size_t beneath = 0;  ///< the mode that would fly without hold
    bool holdAsked = false;   ///< the hold switch is on
    bool holdActs = false;
    bool killActs = false;
    bool cutActs = false;
    bool pupilFlies = false;                               ///< and the teacher's hold, kill and cut do nothing
    bool disarmed = false;                                 ///< the controller arms by a channel of its own, and is not
    std::size_t bank = 0;                                  ///< index of the controller's bank in force
    std::array<double, kMaxFunctions> ratedPct{};          ///< of functions with rates: after rate and expo, %
    double throttleCurvePct = 0.0;                         ///< the mode's curve and trim, before hold and stops
    double throttlePct = 0.0;                              ///< what goes to the channel, 0 … 100 or a negative hold
    std::array<ChannelInstant, kMaxFunctions> channels{};  ///< by function
    Outputs outputs{};                                     ///< of the machine, by its class's table
    double motorPulseUs = 0.0;
    double motorThrottlePct = 0.0;  ///< of the speed controller's learned range, 0 … 100
    bool headSpeedKnown = false;
    double headSpeedRpm = 0.0;
};

/// A Setup made ready: everything that does not depend on the deck is found once.
class ChainModel {
public:
    /// @throws InputError naming the field that makes the chain impossible
    explicit ChainModel(const Setup& setup);

    /// Puts a patch in, or takes it out again (kernel/variants.h).
    void toggle(const Patch& patch);
    [[nodiscard]] Instant at(const DeckNumbers& deck) const;
    [[nodiscard]] Instant at(const Deck& deck) const { return at(numbers(deck)); }
    /// Of that instant only what the switches say: modes, hold, kill, cut, arming, bank. For whoever tries many places.
    [[nodiscard]] Instant modesAt(const DeckNumbers& deck) const {
        Instant out;
        flyModes(deck, out);
        return out;
    }
    /// Whether a mode's own condition is met; of the one that needs none, always.
    [[nodiscard]] bool isAsked(std::size_t mode, const DeckNumbers& deck) const;
    [[nodiscard]] DeckNumbers numbers(const Deck& deck) const;

    /// The machine behind the controller. A class's own code knows more of its plant (kernel/<class>/plant.h).
    [[nodiscard]] const Plant& plant() const { return *plant_; }
    [[nodiscard]] const AircraftClass& aircraft() const { return *class_; }
    /// +1 or −1: what the controller makes of a function's reading.
    [[nodiscard]] double direction(Function f) const { return direction_[indexOf(f)]; }
    /// Where a pulse lies between the learned ends, 0 … 100.
    [[nodiscard]] double motorPctAt(double pulseUs) const {
        return std::clamp(pctFromShare((pulseUs - motorLowUs_) / (motorHighUs_ - motorLowUs_)), 0.0, 100.0);
    }
    /// What the speed controller makes of a throttle value: where its pulse lies between the learned ends, 0 … 100.
    [[nodiscard]] double motorPctOf(double throttlePct) const {
        if (!throttle_) return 0.0;
        return motorPctAt(channelOutputUnchecked(channelPctFromThrottlePct(throttlePct), channels_[indexOf(*throttle_)]).pulseUs);
    }
    /// Head speed in a mode from what the speed controller was given; known only where facts or a log give it.
    /// @param motorPct  of the learned range, 0 … 100
    [[nodiscard]] bool headSpeedAt(double motorPct, std::size_t mode, double& rpm) const;
    /// The mode that is flown where no switch asks for another. Beyond the list where there is none.
    [[nodiscard]] std::size_t baseMode() const { return hasHold_ && holdMode_ == 0 ? 1 : 0; }
    [[nodiscard]] double pitchCurveAt(std::size_t mode, double stick) const { return modes_[mode].pitch.atStick(stick); }
    [[nodiscard]] double throttleCurveAt(std::size_t mode, double stick) const { return modes_[mode].throttle.atStick(stick); }
    /// Functions conditions may name: modes in list order, "kill", "cut", then the others.
    [[nodiscard]] std::size_t functionCount() const { return functionIds_.size(); }
    [[nodiscard]] const std::string& functionName(std::size_t function) const { return functionIds_[function]; }
    [[nodiscard]] bool functionActive(std::size_t function, const SwitchPlaces& places) const {
        Known known(nested_);
        return met(functionConditions_[function], places, known);
    }
    /// Whether a function is on with the deck's switches; one there is not is off.
    [[nodiscard]] bool isOn(std::string_view function, const Deck& deck) const {
        const SwitchPlaces places = numbers(deck).places;
        for (std::size_t f = 0; f < functionCount(); ++f)
            if (functionName(f) == function) return functionActive(f, places);
        return false;
    }

    /// The function that arms the controller; nothing where it has none.
    [[nodiscard]] std::optional<std::size_t> armingFunction() const { return arming_ ? std::optional(arming_->function) : std::nullopt; }
    /// The function while which the pupil has the throttle and the teacher's hold, kill and cut do nothing; nothing where they win.
    [[nodiscard]] std::optional<std::size_t> pupilFunction() const { return pupil_; }
    /// Whether a controller that is not armed keeps the motor off: the throttle goes through it.
    [[nodiscard]] bool armingHoldsMotor() const { return arming_ && arming_->holdsMotor; }
    /// Whether the controller is not armed there.
    [[nodiscard]] bool disarmedAt(const SwitchPlaces& places) const {
        return arming_ && (functionActive(arming_->function, places) ? !arming_->on : !arming_->rest);
    }

private:
    static constexpr std::int8_t kNeverMet = -1;       ///< a switch the transmitter has not
    static constexpr std::int8_t kOtherFunction = -2;  ///< see CompiledTerm::function
    struct CompiledTerm {
        std::int8_t switchIndex = kNeverMet;  ///< in the transmitter's profile, or one of the two above
        std::int8_t place = 0;
        std::size_t function = 0;
    };
    using CompiledCondition = std::vector<std::vector<CompiledTerm>>;
    struct CompiledMode {
        CurveEvaluator throttle, pitch;
        std::array<AxisRates, kMaxFunctions> rates;
        CompiledCondition when;
        double gainPct = 0.0;
        double targetRpm = 0.0;  ///< 0: none
        bool holdActs = true, killActs = true, cutActs = true;
    };

    [[nodiscard]] CompiledCondition compile(const Setup& setup, const Condition& condition);
    /// What functions have been found to be at some places: each is looked into once, however many name it.
    class Known {
    public:
        explicit Known(bool nested) {
            if (nested) state_.fill(kUnknown);
        }
        enum State : std::int8_t { kUnknown, kOff, kOn };
        std::int8_t& operator[](std::size_t function) { return state_[function]; }

    private:
        std::array<std::int8_t, kMaxModes + kMaxSwitchFunctions + 2> state_;  // modes, kill, cut, functions
    };
    [[nodiscard]] bool met(const CompiledCondition& condition, const SwitchPlaces& places, Known& known) const;
    void compileModes(const Setup& setup);
    void compileCarried(const Setup& setup);
    void compileChannels(const Setup& setup);
    void compileHeadSpeed(const Setup& setup);
    void flyModes(const DeckNumbers& deck, Instant& out) const;
    void runChannels(const DeckNumbers& deck, Instant& out) const;

    std::vector<std::string> switchIds_;
    SwitchPlaces powerOn_{};
    std::vector<std::string> functionIds_;
    std::vector<CompiledCondition> functionConditions_;
    bool nested_ = false;  ///< whether a condition names another function
    std::vector<CompiledMode> modes_;
    struct BankSwitch {
        std::size_t bank = 0, function = 0;
    };
    struct GainStep {
        double sentPct = 0.0;
        std::size_t function = 0;
    };
    /// What a channel sends that is no stick's: at rest, and while a function is on; of several the first.
    struct PlacesSent {
        double restPct = 0.0;
        std::vector<GainStep> steps;
    };
    std::vector<BankSwitch> bankSwitches_;
    std::size_t restBank_ = 0;
    struct Arming {
        std::size_t function = 0;
        bool on = true, rest = false;  ///< whether the controller is armed while it is on, and while it is not
        bool holdsMotor = true;        ///< the throttle goes through the controller
    };
    std::optional<std::size_t> pupil_;
    std::optional<Arming> arming_;
    std::vector<GainStep> gainSteps_;
    std::array<PlacesSent, kMaxFunctions> places_{};
    std::size_t holdMode_ = 0;
    bool hasHold_ = false;
    double holdPct_ = 0.0, killPct_ = 0.0, cutPct_ = 0.0, trimRangePct_ = 0.0;
    CompiledCondition kill_, cut_;
    const AircraftClass* class_;
    std::optional<Function> throttle_;
    std::array<ChannelScale, kMaxFunctions> channels_{};
    std::array<double, kMaxFunctions> trimPct_{};
    std::array<double, kMaxFunctions> direction_{};
    std::array<ReadingScale, kMaxFunctions> reading_{};
    double demandLimit_ = 1.0;
    ExpoTable expo_;         ///< of the transmitter; empty: a cubic
    double mixShare_ = 0.0;  ///< 0: the transmitter does not mix
    std::array<double, 3> mixCos_{}, mixSin_{};
    std::unique_ptr<Plant> plant_;
    double motorLowUs_ = 1100.0, motorHighUs_ = 1900.0;
    bool headKnown_ = false;
    double headOffset_ = 0.0, headSlope_ = 0.0, headLimit_ = 0.0, governedFactor_ = 0.0;
};

/// Head speed at full throttle and a nominal pack, in rpm; 0 where Kv or teeth are not known, or of an engine.
[[nodiscard]] double nominalHeadRpm(const PowerTrain& power);

/// deckInMode (deck.h) on a model that is already built.
[[nodiscard]] std::optional<Deck> deckInMode(const ChainModel& model, const Setup& setup, std::string_view modeId, Deck base = {});

/// The same settings on a machine whose layout, directions and ratios equal them, with no mix left in the
/// transmitter and with hold, cut and kill acting in every mode: what the pilot asked for.
[[nodiscard]] Setup askedSetup(const Setup& setup);

}  // namespace kh
