// SPDX-License-Identifier: GPL-3.0-or-later
//
// The derived numbers of one Setup, each with its derivation: rules, ledger and sheet all read them here.
#pragma once

#include "formula/spool.h"
#include "judge/memory.h"
#include "kernel/chain.h"
#include "model/setup.h"

#include <any>
#include <array>
#include <optional>
#include <span>
#include <string>
#include <vector>

namespace kh {

inline constexpr double kNominalVolts = 3.7;  ///< per cell
inline constexpr double kFreshVolts = 4.1;    ///< per cell, fresh pack under load
inline constexpr double kSymmetryDeg = 0.2;   ///< equal up and down is judged within

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
};

/// How fast a stick turns the machine in a mode, in the flying state: rate and expo of both boxes together.
struct AxisFigures {
    std::string id;               ///< aileron, elevator, rudder
    Figure fullDegS;              ///< at full stick
    Figure flipS;                 ///< one whole turn at full stick
    Figure centreSlopePct;        ///< of the straight line to full stick
    std::vector<double> degS;     ///< at kAxisSamples sticks from 0 to 1
    std::vector<double> sentPct;  ///< by the transmitter, at the same sticks
};
inline constexpr std::size_t kAxisSamples = 21;

/// One gain as a box of some scale writes it, whole numbers.
struct GainForm {
    GainScale scale = GainScale::Signed;
    Message text;
    double standsFor = 0.0;    ///< what that whole number means, signed
    bool crossesZero = false;  ///< its rounding loses heading hold or rate mode
};

struct ModeFigures {
    std::string id, name;
    Figure throttlePct;  ///< highest of the curve
    Figure headRpm;      ///< at that throttle
    Figure tipSpeed;
    Figure pitchLow, pitchHigh, pitchMid;
    Figure hoverPitch;
    Figure hoverStick;                ///< where the mode's curve gives the hover pitch
    Figure gainRead;                  ///< what the controller reads
    std::vector<GainForm> gainForms;  ///< of what it reads, in every scale
    std::vector<AxisFigures> axes;    ///< aileron, elevator, rudder
    Figure headroomPct;               ///< at the end of the pack
    Figure differencePct;             ///< head speed given beside the one wanted
    Figure electricalRpm;             ///< of the motor at the faster of the two
    Figure peakRpm;                   ///< the highest on the way, with what is passed
    Figure tailHoverDeg;              ///< tail pitch that holds the hover in this mode
    Figure gainScaledPct;             ///< tail gain of the first mode scaled to this head speed
    std::optional<SpoolIn> spoolUp;   ///< from hold to speed and back after a practised autorotation; none without a speed
    bool holdActs = true;
    Figure heldThrottlePct;  ///< sent with hold on and collective low
    Figure heldUs;           ///< the pulse of it
    bool heldOff = false;    ///< that pulse is surely motor-off
    std::size_t bank = 0;    ///< the controller's bank, other switches at their power-on places
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

/// What a pinion would give.
struct PinionFigures {
    double teeth = 0.0;
    bool fitted = false;
    Figure ratio, freshRpm, endRpm;
    Figure openingPct;  ///< the fastest mode's target as a share of the end of the pack
};
inline constexpr double kOpeningWarnPct = 88.0;

/// What one stick does to the blades, in °.
struct BladeMotion {
    double rightDeg = 0.0, forwardDeg = 0.0;  ///< cyclic, by where the plate goes
    double collectiveDeg = 0.0;
};

/// One stick at its end, as asked of the layout and as the machine does it: parted, they are a coupled motion.
struct CoupledMotion {
    Function moved{};
    BladeMotion asked, done;
    bool parted = false;
};

/// A place of the binding chart as tilt of the plate: where it was free, and where it was heard.
struct BindingMark {
    std::size_t collective = 0;  ///< low, mid, high
    double towardDeg = 0.0;
    std::optional<double> clearTiltDeg, unclearTiltDeg;
};

/// Stroke use an arm is chosen for (docs/domain.md 5.5).
inline constexpr double kGoodUsePct = 80.0;

struct ChannelFigures {
    std::string id;
    Figure lowReading, centreReading, highReading;
    Figure lowUs, centreUs, highUs;
    Figure failsafeUs;  ///< unknown while none is stored
    Figure limitLowUs, limitHighUs;
    double lowRatio = 1.0, highRatio = 1.0;  ///< the readings at the ends as multiples of what the profiles' scales say
};

/// Every figure a station may write and read; what a class of aircraft has not stays unknown.
struct Figures {
    Figure ratio, polePairs, availableRpm, availableEndRpm, ceilingRpm;
    Figure collectiveHighDeg, collectiveLowDeg, midPitchDeg;
    Figure referenceDeg;   ///< blade at the controller's reference demand
    Figure cyclicDeg;      ///< blade at full cyclic, plate at mid height
    Figure cyclicTiltDeg;  ///< plate tilt at full cyclic, plate at mid height
    Figure strokeUsePct;
    Figure goodArmMm;           ///< arm radius that brings the stroke use to kGoodUsePct
    Figure holeMm, holeUsePct;  ///< the hole nearest to that, and the stroke use there; unknown while no holes are given
    Figure pitchStepDeg;        ///< of the servo's dead band
    Figure usPerTenthDeg;       ///< servo pulse that moves the blade by 0.1°
    Figure squareDiffDeg;       ///< blade up less blade down at equal stroke: what arms that are not square cost
    Figure neutralTiltDeg;      ///< plate at neutral
    Figure fightMm;
    Figure tiltAtFullCollectiveDeg;      ///< round limit of the envelope at full collective
    Figure cyclicLeftDeg;                ///< the same at the blade
    Figure tipGapMm;                     ///< between the tips of blades folded side by side, at full collective
    std::vector<CoupledMotion> coupled;  ///< aileron, elevator, collective
    std::vector<BindingMark> binding;    ///< the observed chart, readings older than the last work by hand left out
    Figure rollRatio, pitchRatio;        ///< done / asked of the layout
    Figure sliderLeftMm, sliderRightMm;
    Figure tailPitchLeftDeg, tailPitchRightDeg, tailNeutralDeg, tailTipSpeed;
    MotorLimits motor;
    Figure holdUs, motorOffUs;                     ///< the pulse of hold, and the highest that is surely off
    Figure motorOffPct;                            ///< throttle at and below which the motor is surely off
    Figure usablePitchHighPct, usablePitchLowPct;  ///< collective curve values beyond which the plate is out of its envelope
    Figure enduranceMin;                           ///< the same by the hover's power: an estimate
    Figure tailArmMm;                              ///< tail servo arm that brings the mean of the limits to 100 %
    Figure tailFrameUs, tailLongestUs;             ///< frame period of the tail servo, and the longest pulse sent to it
    Figure timerMin;                               ///< minutes that leave a fifth of the charge, by the logged or the planned consumption
    Figure turnDeg;                                ///< blade pitch a turn of the blade link
    std::vector<ModeFigures> modes;
    std::vector<ChannelFigures> channels;
    std::vector<ModeStep> steps;
    std::vector<SpeedMark> speedMarks;  ///< none until two speeds were logged
    double loggedFromPct = 0.0, loggedToPct = 0.0;
    std::vector<PinionFigures> pinions;  ///< none while Kv or teeth are unknown
    std::any ofClass;                    ///< what only its class of aircraft has: judge/<class>/figures.h

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
