// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/special.h"
#include "formula/channel.h"
#include "model/aircraft.h"
#include "model/transmitter.h"

#include <algorithm>
#include <array>
#include <string>
#include <vector>

namespace kh {

/// Ranges of its own that a controller has for the collective: one a side, one for both, or none: then the transmitter's travel is it.
enum class CollectiveRanges { Two, One, None };

/// A window in which a box asks its reading of a channel to lie in a certain state of sticks and switches.
struct CheckWindow {
    std::string id;  ///< of kCheckStates
    double lowPct = 0.0;
    double highPct = 0.0;
    bool operator==(const CheckWindow&) const = default;
};
/// Where a box that holds the speed controllers stops its motors.
inline constexpr const char* kStopState = "throttle-stop";
/// Collective low, high and flat idle pitch; throttle of hold, of low stick, of full, of motors stopped.
inline constexpr std::array kCheckStates{"collective-low", "collective-high", "collective-idle", "throttle-hold",
                                         "throttle-idle",  "throttle-full",   kStopState};

/// Where a controller hears a function on its channel: readings within, by the function's id ("bank-2", "rescue", "arming").
struct TakenWindow {
    std::string id;
    double lowPct = -100.0, highPct = 100.0;
    bool operator==(const TakenWindow&) const = default;
};

/// What its monitor shows of a channel: shown = perPct · reading + zero, the sign turned for some.
struct Monitor {
    std::string unit = "%";
    double perPct = 1.0;
    double zero = 0.0;
    int decimals = 1;
    double step = 0.0;                ///< as it shows; 0: none that matters
    std::vector<std::string> turned;  ///< functions it shows with the other sign
    bool lamps = false;               ///< it has no numbers: short, full, over
    bool operator==(const Monitor&) const = default;
};

struct ControllerProfile {
    std::string id;
    int version = 1;
    std::string name;
    double centreUs = 1500.0;  ///< what its monitor calls 0 %
    double usPerPct = 4.0;
    double deadBandPct = 0.5;
    double monitorStopPct = 150.0;  ///< the most its monitor can show
    bool punishesOvershoot = true;  ///< readings beyond ±100 are not wanted
    double demandLimitPct = 100.0;  ///< a reading beyond it gives no more
    bool learnsCentre = false;      ///< takes what cyclic and rudder send at power-up, sticks at rest, for their 0
    CollectiveRanges collectiveRanges = CollectiveRanges::Two;
    double referenceDeg = 6.0;         ///< cyclic angle it wants to learn
    double referenceDemandPct = 60.0;  ///< at this demand
    std::vector<std::string> layouts;
    std::vector<double> pulsesUs;  ///< servo pulse centres it can send
    std::vector<double> ratesHz;   ///< servo frame rates it can send
    double strokeUs = 400.0;       ///< servo pulse of a deflection of 1
    double usableStrokeUs = 400.0;
    double trimStepUs = 1.0;
    double trimSafeUs = 60.0;     ///< sub-trim beyond this can run out of pulse range
    double tailStrokeUs = 400.0;  ///< tail pulse at 100 % limit on a wide servo; narrow ones get half
    double tailWindowLowPct = 85.0;
    double tailWindowHighPct = 115.0;
    std::optional<double> gainStartPct;      ///< its maker's tail gain to start from
    bool scalesGain = false;                 ///< scales the tail gain by head speed itself: one gain for all modes
    std::vector<std::string> mountings;      ///< it can be told of
    bool gyroSenses = true;                  ///< each gyro's sense is a setting
    std::vector<std::string> levelling;      ///< what it does by its accelerometer: "rescue", "level"
    std::vector<std::string> learns;         ///< at power-up: "gyro zero", "stick centres", "trims"
    bool oneTailDirection = false;           ///< one tail direction serves stick and gyro
    bool separateSensor = false;             ///< its gyros sit in a case of their own, on a lead
    bool axesApart = false;                  ///< a bank has roll and pitch apart
    bool passesThrottle = false;             ///< of a governor: the throttle can be passed through, for learning the ends
    std::vector<std::string> receiverKinds;  ///< it can be told of: "one lead", "a lead each", "remote receivers"; none: it does not ask
    std::vector<std::string> variants;       ///< of the signal, in its own words; none: it does not ask
    std::string variantBy;                   ///< what decides the variant: a socket, a button, a page; empty: not known
    std::vector<std::string> governors;      ///< "off", "internal"
    int banks = 1;
    std::optional<double> maxVolts;  ///< the supply it bears
    bool asksPolePairs = true;       ///< else it asks for magnet poles
    GainScale gainScale = GainScale::ModePercent;
    std::vector<std::string> ports;  ///< port names for the plate servos, in order
    std::vector<std::string> channelOrder;
    std::vector<std::string> alsoDoes;                    ///< what it does beside, by name (model/traits.h)
    std::string startSign;                                ///< of a good start: jumps counted, lamp, tone, seconds; empty: not known
    std::string plugMark = "check the mark on the case";  ///< which way round a plug goes
    std::optional<double> aileronReachPct, elevatorReachPct, rudderReachPct;  ///< of a mix of rotors: the way from neutral to limit
    bool yawFollows = true;                                                   ///< such a box turns yaw over below zero collective
    std::vector<CheckWindow> checks;                                          ///< windows of readings it asks certain states to lie in
    std::vector<TakenWindow> takes;                                           ///< functions that come to it on channels of their own
    Monitor monitor;
    bool ownFailsafe = false;  ///< without a signal it does what was stored in it, whatever the receiver sends
    int format = kProfileFormat;
    std::vector<BoxSetting> settings;
    std::vector<BoxExport> exports;
    std::vector<BoxScale> scales;
    std::vector<BoxWord> words;
    std::vector<MenuEntry> menu;
    std::vector<UnknownFact> unknown;
    bool operator==(const ControllerProfile&) const = default;
};

/// One plate port. Which role's lead is plugged in is a fact; direction and trim are settings.
struct PortSettings {
    std::string id;    ///< port name, for example "1"
    std::string role;  ///< the plate servo it drives
    bool reversed = false;
    double trimUs = 0.0;
    bool operator==(const PortSettings&) const = default;
};

struct DirectionSettings {
    bool aileronReversed = false;
    bool elevatorReversed = false;
    bool collectiveReversed = false;
    bool rudderReversed = false;
    bool operator==(const DirectionSettings&) const = default;
};

/// Gyro senses turned over.
struct GyroSettings {
    bool rollReversed = false;
    bool pitchReversed = false;
    bool yawReversed = false;
    bool operator==(const GyroSettings&) const = default;
};

struct ControllerTail {
    double pulseUs = 1520.0;
    double rateHz = 333.0;
    bool reversed = false;
    double limitLeftPct = 100.0;
    double limitRightPct = 100.0;
    double precompensationPct = 0.0;
    double trimUs = 0.0;  ///< of the servo's centre
    bool operator==(const ControllerTail&) const = default;
};

/// Whether the controller governs the head speed.
enum class GovernorKind { Off, Internal };

struct GovernorSettings {
    GovernorKind kind = GovernorKind::Off;
    double ratio = 10.0;
    double poleCount = 5.0;  ///< pole pairs or poles, as the profile asks
    double runUpS = 8.0;
    double minThrottlePct = 50.0;
    double bailOutS = 2.0;  ///< from idle back to speed after a practised autorotation
    bool direct = false;    ///< the throttle is passed through: for learning the ends only
    bool operator==(const GovernorSettings&) const = default;
};

struct Bank {
    std::string id;  ///< "1", "2" …
    double rollPitchDegS = 250.0;
    double rudderDegS = 450.0;
    double expoPct = 0.0;
    double headGainPct = 50.0;
    std::optional<double> pitchDegS, pitchExpoPct, pitchGainPct;  ///< where roll and pitch are apart; absent: as roll's
    bool operator==(const Bank&) const = default;
};

/// What a box was told of the main rotor's rotation; some do not ask.
/// Where nothing else is known: an idle to bail out from, and the way back to speed (docs/domain.md 8).
inline constexpr double kUsualArmedPct = 10.0, kUsualBailOutS = 2.0;

enum class ToldTurning { NotAsked, Clockwise, CounterClockwise };

/// What the box was told of its receiver. Empty: as it comes, or not asked.
struct ReceiverSettings {
    std::string kind;              ///< one of the profile's receiverKinds
    std::string variant;           ///< one of its variants
    std::vector<std::string> map;  ///< functions in the order of the channels it takes them from; empty: the profile's order
    bool operator==(const ReceiverSettings&) const = default;
};

struct ControllerSettings {
    Shared<ControllerProfile> profile;
    std::string firmware;
    std::string manual;
    std::string manualAt;  ///< where the right manual lies
    std::string program;   ///< version of the program that sets it; empty: none, or not read
    ReceiverSettings receiver;
    std::string mounting = "label up, plugs aft";
    GyroSettings gyro;
    bool rescueInUse = false;
    ToldTurning rotorTurning = ToldTurning::NotAsked;  ///< which way the box thinks the main rotor turns
    std::string layout = "three at 120°, elevator aft";
    std::vector<double> customAzimuthsDeg;
    std::vector<double> customRadiiPct;  ///< of the balls in a custom layout, 100 the ring's; empty: all equal
    double phaseDeg = 0.0;
    double pulseUs = 1520.0;
    double rateHz = 50.0;
    std::vector<PortSettings> ports;
    DirectionSettings directions;
    double collectiveHighPct = 60.0;
    double collectiveLowPct = 60.0;
    double collectiveTrimPct = 0.0;
    double referencePct = 60.0;
    double cyclicLimitPct = 100.0;
    ControllerTail tail;
    GovernorSettings governor;
    std::vector<Bank> banks;
    KH_SPECIAL_MEMBERS(ControllerSettings);
    bool operator==(const ControllerSettings&) const = default;
};

enum class EndSignal { MotorTones, Lamp };  ///< tones are made by the motor's own windings
enum class FirstEnd { High, Low };

struct SpeedControllerProfile {
    std::string id;
    int version = 1;
    std::string name;
    bool governs = true;
    double acceptsLowUs = 900.0;  ///< pulses outside are read as no signal
    double acceptsHighUs = 2100.0;
    double maxCells = 6.0;
    std::optional<double> maxElectricalRpm;       ///< electrical turns a minute it can follow
    std::optional<double> leastOpeningPct;        ///< below it runs hot
    EndSignal signalsBy = EndSignal::MotorTones;  ///< how it confirms a learned end
    FirstEnd learnsFirst = FirstEnd::High;
    std::vector<std::string> alsoDoes;
    std::optional<double> bailOutPct;  ///< the throttle it wants to be held armed with for a bail-out
    std::optional<double> armsS;       ///< so long it takes from power to being ready
    std::string notLearned;            ///< its sign for ends that were not learned
    int format = kProfileFormat;
    std::vector<BoxSetting> settings;
    std::vector<BoxExport> exports;
    std::vector<BoxScale> scales;
    std::vector<BoxWord> words;
    std::vector<MenuEntry> menu;
    std::vector<UnknownFact> unknown;
    bool operator==(const SpeedControllerProfile&) const = default;
};

enum class SpeedControl { Governor, Direct };
enum class CutOff { Reduce, Hard };

/// A logged pair: throttle as typed and the head speed that was measured there.
struct CalibrationPoint {
    std::string id;
    double throttlePct = 0.0;
    double headRpm = 0.0;
    bool operator==(const CalibrationPoint&) const = default;
};

struct SpeedControllerSettings {
    Shared<SpeedControllerProfile> profile;
    std::string firmware, manual;  ///< versions, as the box and its manual say
    std::string manualAt;          ///< where the right manual lies
    SpeedControl control = SpeedControl::Governor;
    double lowUs = 1100.0;          ///< learned: motor off
    double highUs = 1900.0;         ///< learned: full
    std::optional<double> startUs;  ///< measured with the pinion out: the shortest pulse at which the motor turns
    double softStartS = 10.0;
    std::optional<double> bailOutS;        ///< back to speed after a practised autorotation; absent: soft start again
    std::optional<double> bailOutWithinS;  ///< for so long after the throttle closed; then soft start again
    bool brake = false;
    CutOff cutOff = CutOff::Reduce;
    double cutOffVoltsPerCell = 3.2;
    std::vector<CalibrationPoint> calibration;
    KH_SPECIAL_MEMBERS(SpeedControllerSettings);
    bool operator==(const SpeedControllerSettings&) const = default;
};

/// What a bank has for one axis: pitch has its own where the box has roll and pitch apart; rudder shares roll's expo.
struct BankAxis {
    double fullDegS = 0.0;
    double expoPct = 0.0;
    double gainPct = 0.0;  ///< of roll and pitch
};
[[nodiscard]] inline BankAxis bankAxis(const ControllerProfile& profile, const Bank& bank, TurnAxis axis) {
    const bool own = profile.axesApart && axis == TurnAxis::Pitch;
    return {axis == TurnAxis::Yaw ? bank.rudderDegS
            : own                 ? bank.pitchDegS.value_or(bank.rollPitchDegS)
                                  : bank.rollPitchDegS,
            own ? bank.pitchExpoPct.value_or(bank.expoPct) : bank.expoPct,
            own ? bank.pitchGainPct.value_or(bank.headGainPct) : bank.headGainPct};
}
/// Keys of the fields those stand in: of pitch its own where the box has them apart and it was typed.
struct BankKeys {
    const char *rate, *expo, *gain;
};
[[nodiscard]] inline BankKeys bankKeys(const ControllerProfile& profile, const Bank& bank, TurnAxis axis) {
    const bool own = profile.axesApart && axis == TurnAxis::Pitch;
    return {axis == TurnAxis::Yaw   ? "rudderDegS"
            : own && bank.pitchDegS ? "pitchDegS"
                                    : "rollPitchDegS",
            own && bank.pitchExpoPct ? "pitchExpoPct" : "expoPct", own && bank.pitchGainPct ? "pitchGainPct" : "headGainPct"};
}

/// Whether it is a box for four rotors, and so for no swash plate.
[[nodiscard]] inline bool mixesRotors(const ControllerProfile& profile) { return profile.aileronReachPct.has_value(); }

/// What the controller makes of a demand (−1 … +1) in the flying state, in °/s: its expo, then its rate.
[[nodiscard]] inline double turnRateDegS(const BankAxis& axis, double demand) { return axis.fullDegS * withExpo(demand, axis.expoPct); }

/// The highest frame rate the controller can send that a servo of `maxHz` survives, with half a pulse's time between two; 50 Hz
/// where it has none. One rule for plate and tail.
[[nodiscard]] inline double allowedRateHz(const ControllerProfile& profile, double maxHz, double pulseUs) {
    double best = 50.0;
    for (const double hz : profile.ratesHz)
        if (hz <= maxHz && 1e6 / hz > pulseUs * 1.5 && hz > best) best = hz;
    return best;
}

/// The functions in the order of the channels the controller takes them from: as it was told, else its own.
[[nodiscard]] inline const std::vector<std::string>& channelMap(const ControllerSettings& settings) {
    return settings.receiver.map.empty() ? settings.profile->channelOrder : settings.receiver.map;
}

/// How the controller's monitor reads pulses that no learned centre is taken from.
[[nodiscard]] inline ReadingScale readingScale(const ControllerProfile& profile) {
    return {profile.centreUs, profile.usPerPct, profile.deadBandPct};
}

/// What it makes of a reading: −1 … +1, beyond where a reading past 100 gives more.
[[nodiscard]] inline double demandOf(const ControllerProfile& profile, double readingPct) {
    const double most = profile.demandLimitPct / 100.0;
    return std::clamp(readingPct / 100.0, -most, most);
}

/// The collective range in force on a side: its own, the one for both, or the whole where the transmitter's travel is the range.
[[nodiscard]] inline double collectiveRangePct(const ControllerSettings& settings, bool high) {
    switch (settings.profile->collectiveRanges) {
        case CollectiveRanges::Two: return high ? settings.collectiveHighPct : settings.collectiveLowPct;
        case CollectiveRanges::One: return settings.collectiveHighPct;
        case CollectiveRanges::None: break;
    }
    return 100.0;
}

}  // namespace kh
