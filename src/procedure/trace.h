// SPDX-License-Identifier: GPL-3.0-or-later
//
// One instant with names, units and boxes: what the deck, the command line and the sheet show.
#pragma once

#include "base/derivation.h"
#include "kernel/chain.h"

#include <algorithm>
#include <any>
#include <memory>
#include <span>
#include <string>
#include <vector>

namespace kh {

enum class ChainState { SetUp, Flying };

struct PortValue {
    std::string port;
    double value = 0.0;
};

struct Stage {
    Function function{};
    const char* id = "";    ///< stage id of the contracts, for example "servo-pulse"
    const char* name = "";  ///< translatable caption
    Box box = Box::Transmitter;
    const char* unit = "";
    int decimals = 0;
    bool sign = false;
    bool known = true;   ///< false: an input is unknown, `value` is 0
    double value = 0.0;  ///< of single stages; of per-servo stages the largest by size
    double asked = 0.0;
    std::vector<PortValue> ports = {};
    Message note = {};   ///< the condition under the value: "100, expo 0"
    double level = 0.0;  ///< share of the asked chain's full range, ≥ 0
    double levelAsked = 0.0;
    [[nodiscard]] bool off() const;  ///< parts from what was asked by more than 1 %
};

struct Trace {
    std::string mode;  ///< id
    std::string modeName;
    ChainState state = ChainState::SetUp;
    std::vector<Stage> stages;  ///< of the functions that were wanted, in chain order
    const AircraftClass* aircraft = nullptr;
    double throttlePct = 0.0;
    bool headSpeedKnown = false;
    double headSpeedRpm = 0.0;
    Instant now, asked;
    std::array<Instant, kMaxFunctions> full{};  ///< the asked chain at full stick of each of them, same switches
    std::any ofClass;                           ///< what only its class of aircraft shows: procedure/<class>/trace.h

    /// The stages of one function.
    [[nodiscard]] std::vector<const Stage*> of(Function f) const;
};

/// Functions whose stages are wanted; none named: all. Who draws one function pays for one.
class WantedFunctions {
public:
    WantedFunctions() = default;
    WantedFunctions(std::span<const Function> only) : only_(only) {}  // a list is what is wanted
    [[nodiscard]] bool has(Function f) const { return only_.empty() || std::find(only_.begin(), only_.end(), f) != only_.end(); }

private:
    std::span<const Function> only_;
};

/// What a class of aircraft shows behind the controller's demand.
class MachineStages {
public:
    MachineStages() = default;
    MachineStages(const MachineStages&) = delete;
    MachineStages& operator=(const MachineStages&) = delete;
    virtual ~MachineStages() = default;
    /// The stages of a function behind its demand; of stick functions only.
    virtual void add(Trace& trace, Function f, const ChainModel& model, const ChainModel& asked) const = 0;
    /// The stages of its gyros, for a turn by hand; without one in the deck, for the hand test of each.
    virtual void addGyros(Trace&, const Deck&, const ChainModel&, const ChainModel&, const WantedFunctions&) const {}
    /// What is said of the machine as a whole.
    virtual void finish(Trace& trace, const ChainModel& model, const ChainModel& asked) const = 0;
};
/// The outputs of a class's plant as its table has them: what a class shows that has nothing of its own to say.
class OutputStages final : public MachineStages {
public:
    explicit OutputStages(const ChainModel& model) : table_(model.plant().outputs()) {}
    void add(Trace& trace, Function f, const ChainModel& model, const ChainModel& asked) const override;
    void finish(Trace&, const ChainModel&, const ChainModel&) const override {}

private:
    std::span<const OutputEntry> table_;
};

/// Of several ports the value that is largest by size.
[[nodiscard]] double largestOf(const std::vector<PortValue>& ports);
/// Value and asked value as shares of the full one.
void setLevels(Stage& stage, double full);

/// What turns decks into traces for one Setup: the chain and the asked chain, compiled once.
class Tracer {
public:
    /// @throws InputError as ChainModel
    explicit Tracer(const Setup& setup);
    [[nodiscard]] Trace at(const Deck& deck, ChainState state = ChainState::SetUp, const WantedFunctions& wanted = {}) const;
    [[nodiscard]] const ChainModel& model() const { return model_; }
    [[nodiscard]] const ChainModel& askedModel() const { return asked_; }

private:
    struct ModeText {
        std::string id, name;
    };
    void addStick(Trace& t, const Deck& deck, Function f) const;
    void addDriven(Trace& t, const Deck& deck, Function f) const;
    void addThrottle(Trace& t, Function f) const;
    void addGain(Trace& t, Function f) const;
    void addPlaces(Trace& t, const Deck& deck, Function f) const;
    void addChannelStages(Trace& t, Function f) const;

    ChainModel model_;
    ChainModel asked_;
    Shared<ControllerProfile> box_;  ///< whose monitor shows the readings
    std::vector<ModeText> modes_;
    std::vector<std::array<AxisRates, kMaxFunctions>> rates_;  ///< by mode and function
    /// How what the notes tell is written, by function.
    struct NoteScales {
        Amount number;
        ScaleRef travel, rate, expo;
    };
    std::array<NoteScales, kMaxFunctions> notes_{};
    std::array<ChannelScale, kMaxFunctions> scales_{};
    ChainModel full_;  ///< the asked chain with travel 100: what full range is
    std::vector<Bank> banks_;
    /// A place of a switch that works a function on a channel of its own.
    struct WorkedPlace {
        Function of{};
        std::string function, switchId;
        Message title;
        int place = 1;
    };
    std::vector<WorkedPlace> worked_;
    std::unique_ptr<MachineStages> machine_;
};

/// The text version for one deck. @throws InputError as ChainModel
[[nodiscard]] Trace trace(const Setup& setup, const Deck& deck, ChainState state = ChainState::SetUp);

}  // namespace kh
