// SPDX-License-Identifier: GPL-3.0-or-later
//
// One instant with names, units and boxes: what the deck, the command line and the sheet show.
#pragma once

#include "base/derivation.h"
#include "kernel/chain.h"

#include <string>
#include <vector>

namespace kh {

enum class ChainState { SetUp, Flying };

struct PortValue {
    std::string port;
    double value = 0.0;
};

struct Stage {
    Function function = Function::Aileron;
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

struct ServoTrace {
    std::string port;
    std::string role;
    double pulseUs = 0.0, armDeg = 0.0, ballMm = 0.0;
};

enum class EdgeSide { Left, Right, Still };

struct Trace {
    std::string mode;  ///< id
    std::string modeName;
    ChainState state = ChainState::SetUp;
    std::vector<Stage> stages;  ///< all functions, in chain order
    std::vector<ServoTrace> servos;
    double heightMm = 0.0, tiltDeg = 0.0, towardDeg = 0.0, fightMm = 0.0;
    std::array<double, 4> bladeDeg{};
    double tailPulseUs = 0.0, sliderMm = 0.0, tailPitchDeg = 0.0;
    EdgeSide trailingEdge = EdgeSide::Still;
    double throttlePct = 0.0;
    bool headSpeedKnown = false;
    double headSpeedRpm = 0.0;
    Instant now, asked;
    std::array<Instant, kFunctions> full{};  ///< the asked chain at full stick of each function, same switches

    /// The stages of one function.
    [[nodiscard]] std::vector<const Stage*> of(Function f) const;
};

/// What turns decks into traces for one Setup: the chain and the asked chain, compiled once.
class Tracer {
public:
    /// @throws InputError as ChainModel
    explicit Tracer(const Setup& setup);
    [[nodiscard]] Trace at(const Deck& deck, ChainState state = ChainState::SetUp) const;
    [[nodiscard]] const ChainModel& model() const { return model_; }
    [[nodiscard]] const ChainModel& askedModel() const { return asked_; }

private:
    struct ModeText {
        std::string id, name;
    };
    struct PortText {
        std::string id, role;
    };
    void addCyclic(Trace& t, const Deck& deck, Function f) const;
    void addRudder(Trace& t) const;
    void addThrottle(Trace& t) const;
    void addGain(Trace& t) const;
    void addChannelStages(Trace& t, Function f) const;

    ChainModel model_;
    ChainModel asked_;
    std::vector<ModeText> modes_;
    std::vector<PortText> ports_;
    std::vector<AxisRates> rates_;  ///< three a mode
    std::vector<int> channelNumbers_;
    std::array<ChannelScale, kFunctions> scales_{};
    ChainModel full_;  ///< the asked chain with travel 100: what full range is
    std::vector<Bank> banks_;
    LeverEdge lever_ = LeverEdge::Trailing;
    double discM_ = 0.0;
    double gripMm_ = 22.0, innerRadiusMm_ = 16.0;
    std::vector<std::size_t> portServo_;
};

/// The text version for one deck. @throws InputError as ChainModel
[[nodiscard]] Trace trace(const Setup& setup, const Deck& deck, ChainState state = ChainState::SetUp);

/// Where the trailing edges of the tail blades go for a slider position. @param sliderMm + right from behind
[[nodiscard]] EdgeSide trailingEdge(double sliderMm, LeverEdge lever);
/// "left", "right", "still".
[[nodiscard]] const char* edgeId(EdgeSide side);

}  // namespace kh
