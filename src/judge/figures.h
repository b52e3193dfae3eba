// SPDX-License-Identifier: GPL-3.0-or-later
//
// The derived numbers of one Setup, each with its derivation. What several stations share stands here; a station's own
// stand in its folder and are reached by their type.
#pragma once

#include "judge/memory.h"
#include "kernel/chain.h"
#include "model/setup.h"

#include <any>
#include <array>
#include <map>
#include <optional>
#include <span>
#include <string>
#include <typeindex>
#include <vector>

namespace kh {

inline constexpr double kFreshVolts = 4.1;   ///< per cell, fresh pack under load
inline constexpr double kSymmetryDeg = 0.2;  ///< equal up and down is judged within

/// A number that may be unknown because an input is; `missing` then says which field.
struct Figure {
    bool known = false;
    double value = 0.0;
    const char* unit = "";
    int decimals = 0;
    bool sign = false;
    bool measured = false;                      ///< a reading at the machine puts it right: it reads, else the model computes
    std::optional<std::array<double, 2>> band;  ///< of an estimate: what its assumptions span, low to high
    std::string missing;
    Derivation why;
    KH_SPECIAL_MEMBERS(Figure);
};

/// What the motor may do: off, an idle that does not drive the rotor, or run.
enum class MotorState { Off, Idle, MayRun };

struct ModeFigures {
    std::string id, name;
    Figure throttlePct;  ///< highest of the curve
    Figure headRpm;      ///< at that throttle
    Figure tipSpeed;
    Figure pitchLow, pitchHigh, pitchMid;
    Figure hoverPitch;
    Figure hoverStick;  ///< where the mode's curve gives the hover pitch
    Figure gainRead;    ///< what the controller reads
    bool holdActs = true;
    Figure heldThrottlePct;                ///< sent with hold on and collective low
    Figure heldUs;                         ///< the pulse of it
    MotorState held = MotorState::MayRun;  ///< what the motor may do at that pulse
    std::size_t bank = 0;                  ///< the controller's bank, other switches at their power-on places
};

/// What changes from one mode to the next in rank; the last step leaves hold for the first mode.
struct ModeStep {
    std::string from, to;  ///< mode ids
    bool leavesHold = false;
    Figure hoverJumpDeg;  ///< blade pitch at the hover stick
    Figure speedChangePct;
    Figure lowJumpDeg;                            ///< blade pitch at low stick
    double throttleFrom = 0.0, throttleTo = 0.0;  ///< at low stick, %
    bool jumps = false;                           ///< beyond what is allowed at the hover
};
inline constexpr double kPitchJumpDeg = 0.5;  ///< allowed at the hover (docs/domain.md 4, P7)

/// Pulses at which the motor is surely off, and those the speed controller takes for a signal.
struct MotorLimits {
    double offUs = 0.0;
    bool rising = true;  ///< more throttle is a longer pulse
    double acceptsLowUs = 0.0, acceptsHighUs = 0.0;
    double learnedLowUs = 0.0;
    /// On the off side of the learned low point, if barely.
    [[nodiscard]] bool low(double us) const { return rising ? us <= learnedLowUs : us >= learnedLowUs; }
    [[nodiscard]] bool off(double us) const { return rising ? us <= offUs : us >= offUs; }
    [[nodiscard]] bool accepted(double us) const { return us >= acceptsLowUs && us <= acceptsHighUs; }
};

/// A round head speed and the throttle that gives it, inside the logged range.
struct SpeedMark {
    double rpm = 0.0;
    double throttlePct = 0.0;
};

struct ChannelFigures {
    std::string id;
    Figure lowReading, centreReading, highReading;
    Figure lowUs, centreUs, highUs;
    Figure failsafeUs;  ///< unknown while none is stored
    Figure limitLowUs, limitHighUs;
    double lowRatio = 1.0, highRatio = 1.0;  ///< the readings at the ends as multiples of what the profiles' scales say
};

/// Figures by their type, one value of each.
class OwnFigures {
public:
    /// An empty one where none were made: a chain that cannot be built, or a class of aircraft that has no such station.
    template <class T>
    [[nodiscard]] const T& of() const {
        static const T none{};
        const auto kept = kept_.find(typeid(T));
        return kept == kept_.end() ? none : *std::any_cast<T>(&kept->second);
    }
    template <class T>
    [[nodiscard]] T& made() {
        std::any& kept = kept_[typeid(T)];
        if (!kept.has_value()) kept = T{};
        return *std::any_cast<T>(&kept);
    }

private:
    std::map<std::type_index, std::any> kept_;
};

/// What several stations and the judgement itself read; what a class of aircraft has not stays unknown.
struct Figures {
    Figure collectiveHighDeg, collectiveLowDeg, midPitchDeg;
    Figure referenceDeg;  ///< blade at the controller's reference demand
    Figure tailTipSpeed;
    MotorLimits motor;
    Figure holdUs, motorOffUs;  ///< the pulse of hold, of a class without hold that of cut, and the highest that is surely off
    std::vector<ModeFigures> modes;
    std::vector<ModeStep> steps;
    std::vector<ChannelFigures> channels;
    // what bounds a mode's curves
    Figure motorOffPct;                            ///< throttle at and below which the motor is surely off
    Figure usablePitchHighPct, usablePitchLowPct;  ///< collective curve values beyond which the plate is out of its envelope
    std::vector<SpeedMark> speedMarks;             ///< none until two speeds were logged
    double loggedFromPct = 0.0, loggedToPct = 0.0;
    OwnFigures own;

    /// A station's (stations/<name>/<name>figures.h) or what only a class of aircraft has (judge/<class>/figures.h).
    template <class T>
    [[nodiscard]] const T& of() const {
        return own.of<T>();
    }
    /// Blade pitch of a collective curve value, for axes: straight between low, 0 and high collective.
    [[nodiscard]] double bladeDegAt(double pitchPct) const;
    [[nodiscard]] const ModeFigures* mode(const std::string& id) const;
    [[nodiscard]] const ChannelFigures* channel(const std::string& id) const;
};

/// How much of a judgement is made, and what is remembered from the one before.
struct Effort {
    bool words = true;              ///< false: no derivations, no sentences
    JudgeMemory* memory = nullptr;  ///< of an earlier judgement, or none
};

struct FigureBuilder;
/// What a station adds to the figures of a Setup. Makers run in the stations' order and may read what an earlier one made.
using FigureMaker = void (*)(const FigureBuilder&);

/// @param asked  the model of askedSetup, for ratios of done to asked
[[nodiscard]] Figures computeFigures(const Setup& setup, const ChainModel& model, const ChainModel& asked,
                                     std::span<const FigureMaker> makers, const Effort& effort = {});

/// What a value of a mode's curve comes to further down the chain.
struct CurveReadout {
    std::optional<double> pulseUs;  ///< of its channel
    double bladeDeg = 0.0;          ///< of a pitch value
    std::optional<double> headRpm;  ///< of a throttle value, where facts or a log give it
};
enum class CurveKind { Throttle, Pitch };
[[nodiscard]] CurveReadout curveReadout(const Setup& setup, const ChainModel& model, const Figures& figures, std::size_t mode,
                                        CurveKind kind, double valuePct);

}  // namespace kh
