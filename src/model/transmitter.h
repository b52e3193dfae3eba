// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/shared.h"
#include "base/special.h"
#include "formula/channel.h"
#include "formula/curve.h"
#include "formula/gainscale.h"
#include "model/boxwriting.h"
#include "model/unknownfact.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace kh {

/// A switch as the transmitter has it. Places count from 1, from the front or top edge.
struct SwitchProfile {
    std::string id;  ///< its name on the case, for example "L1"
    int places = 2;
    bool momentary = false;
    std::string where{};               ///< it sits on the case; empty: not known
    std::vector<std::string> words{};  ///< what its places are called, the first at the front or top edge; none: by their numbers
    bool operator==(const SwitchProfile&) const = default;
};

struct TransmitterProfile {
    std::string id;
    int version = 1;
    std::string name;
    int channels = 10;
    std::vector<SwitchProfile> switches;
    double centreUs = 1500.0;
    double usPerPct = 4.0;
    double resolutionUs = 1.0;
    double travelStepPct = 1.0;
    double travelLimitPct = 150.0;
    double subTrimStepPct = 1.0;
    double outputLimitPct = 150.0;
    int curvePoints = 7;
    bool smoothCurves = true;
    GainScale gainScale = GainScale::Centre50;
    double holdLowPct = -20.0;
    double holdHighPct = 50.0;
    int flightModes = 5;
    bool modelMatch = true;
    ChannelLaws laws;                   ///< how it makes a channel of a value
    std::vector<double> curveCounts;    ///< points a curve may have; none: any up to the most
    std::vector<std::string> alsoDoes;  ///< what it does beside, by name (model/traits.h)
    ExpoTable expoTable;                ///< what its expo of 100 makes of a stick; empty: a cubic
    int logicalSwitches = 16;           ///< conditions of more than one switch it can hold
    bool fades = false;                 ///< a flight mode can be faded into
    int sticksCalibrated = 0;           ///< how often its own sticks were calibrated: a new count makes ends of every model stale
    std::string bindGesture, bindSign;  ///< how it is put into binding, and how it shows that it waits; empty: not known
    int format = kProfileFormat;        ///< of the file; `version` is its content's
    std::vector<BoxSetting> settings;
    std::vector<BoxExport> exports;
    std::vector<BoxScale> scales;
    std::vector<BoxWord> words;
    std::vector<MenuEntry> menu;
    std::vector<UnknownFact> unknown;  ///< what of the above is not known
    bool operator==(const TransmitterProfile&) const = default;
};

/// One channel by its function: aileron, elevator, collective, rudder, throttle, gain.
struct ChannelSettings {
    std::string id;
    int number = 1;
    double travelLowPct = 100.0;
    double travelHighPct = 100.0;
    double subTrimPct = 0.0;
    bool reversed = false;
    std::optional<double> limitPct;     ///< of this channel's output; absent: the transmitter's own
    std::optional<double> failsafePct;  ///< channel value the receiver holds when the signal is lost; absent: not stored
    KH_SPECIAL_MEMBERS(ChannelSettings);
    bool operator==(const ChannelSettings&) const = default;
};

/// How every class of aircraft that has them names these two.
inline constexpr const char* kThrottleChannel = "throttle";
inline constexpr const char* kCollectiveChannel = "collective";

/// The channel of functions that are no stick's: of the banks, of rescue, level, arming. It sends a value for each of them while it is
/// on (`SwitchFunction::valuePct`), and one of its own while none is.
struct FunctionChannel : ChannelSettings {
    double restPct = -100.0;
    bool operator==(const FunctionChannel&) const = default;
};

/// An unused channel that is not inhibited: it still sends something.
struct SpareChannel {
    std::string id;  ///< "ch9"
    int number = 9;
    std::string follows;  ///< the switch it follows; empty: none
    bool operator==(const SpareChannel&) const = default;
};

/// A switch at a place, or another function being active.
struct Term {
    std::string switchId;  ///< empty when `functionId` is meant
    int place = 1;
    std::string functionId;
    bool operator==(const Term&) const = default;
};
/// OR of ANDs; an empty condition is never met.
using Condition = std::vector<std::vector<Term>>;
/// A condition as a pilot types it: "L1 2 + R1 1 | L3 2"; + is and, | is or. A term may name another function.
[[nodiscard]] std::string conditionAsTyped(const Condition& condition);

/// A flight mode. Modes rank in list order: the last whose condition is met wins; the first is the base
/// mode and needs none. The mode with id "hold" is what hold flies with; its condition is the hold switch.
struct FlightMode {
    std::string id;
    std::string name;
    Condition when;
    bool flownInverted = false;
    bool benchOnly = false;              ///< for the bench: reached with hold or kill only, or its throttle keeps the motor off
    Curve throttle = flatCurve(0.0, 5);  ///< not used by hold
    Curve pitch = lineCurve(-100.0, 100.0, 5);
    AxisRates aileron, elevator, rudder;
    double tailGainPct = 0.0;  ///< sent, signed, in % of the gain channel
    /// Sent on the channels of roll's and pitch's gain (model/carried.h); absent: what the channel sends at rest.
    std::optional<double> rollGainPct, pitchGainPct;
    std::optional<double> targetRpm;  ///< what the pilot wants here
    double fadeS = 0.0;               ///< over which its values are taken when it is entered
    KH_SPECIAL_MEMBERS(FlightMode);
    bool operator==(const FlightMode&) const = default;
};

inline constexpr const char* kHoldMode = "hold";

/// One that is flown with a throttle of its own: neither hold nor for the bench.
[[nodiscard]] inline bool isFlown(const FlightMode& mode) { return mode.id != kHoldMode && !mode.benchOnly; }

struct HoldSettings {
    double throttlePct = -5.0;                       ///< may be negative: slightly below the throttle's end
    std::optional<std::vector<std::string>> actsIn;  ///< flight modes; absent: all
    std::string autorotationFrom;                    ///< the mode that precedes an autorotation
    bool powerOnGuard = true;                        ///< the transmitter refuses to start unless switches and collective are safe
    bool operator==(const HoldSettings&) const = default;
};

/// Kill or cut: a throttle value and when it acts.
struct ThrottleStop {
    Condition when;
    double throttlePct = -5.0;
    std::optional<std::vector<std::string>> actsIn;  ///< flight modes; absent: all
    bool operator==(const ThrottleStop&) const = default;
};

struct SwitchSettings {
    std::string id;
    int powerOnPlace = 1;
    int neutralPlace = 1;
    bool operator==(const SwitchSettings&) const = default;
};

/// A place the switch has: as declared, or its first where a document declares one beyond its places.
[[nodiscard]] inline int placeWithin(const SwitchProfile& profile, int place) { return place >= 1 && place <= profile.places ? place : 1; }

/// The function that takes the tail into rate mode, where the pilot has one on a switch of its own.
inline constexpr const char* kRateMode = "rate-mode";

/// Any other function a switch works: bank-2, gain-2, bail-out, rescue, timer, voice …
struct SwitchFunction {
    std::string id;
    Condition when;
    std::optional<double> sentPct;   ///< of a gain step: what is sent instead of the mode's gain
    std::optional<double> valuePct;  ///< what its channel sends while it is on
    bool operator==(const SwitchFunction&) const = default;
};

/// The function that hands the machine over to a pupil.
inline constexpr const char* kTrainer = "trainer";
enum class TrainerHands { Nothing, Cyclic, All };  ///< what the pupil gets: cyclic and rudder; with them collective and throttle
enum class TrainerMemory { Teacher, Pupil };       ///< whose rates, trims and curves make values of the pupil's sticks
enum class TrainerStops { NotTried, Win, Lose };   ///< what the teacher's hold and kill do while the pupil flies, as it was tried
struct TrainerLink {
    TrainerHands hands = TrainerHands::Nothing;
    TrainerMemory memory = TrainerMemory::Teacher;
    TrainerStops stops = TrainerStops::NotTried;
    bool operator==(const TrainerLink&) const = default;
};

enum class ModelType { Helicopter, Aeroplane };
/// A swash mix made in the transmitter. Off: one servo per function, the controller mixes.
enum class SwashMixing { Off, Mix120, Mix135, Mix140, Mix90 };

struct StickTrims {
    double aileronPct = 0.0, elevatorPct = 0.0, rudderPct = 0.0;
    bool live = false;  ///< the trim levers act
    bool operator==(const StickTrims&) const = default;
};

enum class ThrottleSchool { Flat, Classic };
enum class EntrySchool { Points, Line };
enum class PitchSchool { One, PerMode };
enum class AgilitySchool { Controller, Transmitter };
enum class GainSchool { PerMode, Steps, Fixed };
enum class HoldSchool { Cut, BailOut };
enum class HoldTailSchool { HeadingHold, Rate };
enum class HoldSwitchSchool { Own, ModeSwitch };
enum class MidStickSchool { Zero, Hover };
enum class RescueSchool { Momentary, Latched, None };
enum class OrderSchool { Controller, Learned };
enum class TailCheckSchool { TrailingEdges, Nose, Slider };                       ///< what the tail's direction is judged by
enum class TailLimitSchool { Bind, Buzz };                                        ///< where a limit is backed off from
enum class MotorLockSchool { LeadsOff, PinionOut, ByCurve };                      ///< what keeps the motor still on the bench
enum class BenchPowerSchool { MainPack, Apart };                                  ///< what feeds the boxes there
enum class TrackingSchool { LowerHigh, SplitDifference };                         ///< which blade is brought to the other
enum class PlateTrimSchool { Mechanical, Relearn, TrimFlight, AutomaticFlight };  ///< what levels the plate
enum class RateModeSchool { None, OwnSwitch };        ///< whether a switch of its own takes the tail into rate mode
enum class HeadGainSchool { PerMode, Switch, Knob };  ///< what moves a gain of roll or pitch that is sent
enum class EndSchool { Timer, UsedCharge, VoltageAlarm };

/// Which way of doing things the pilot chose; rules and proof judge by it.
struct Schools {
    ThrottleSchool throttle = ThrottleSchool::Flat;
    EntrySchool entry = EntrySchool::Points;
    PitchSchool pitch = PitchSchool::One;
    AgilitySchool agility = AgilitySchool::Controller;
    GainSchool tailGain = GainSchool::PerMode;
    HoldSchool hold = HoldSchool::Cut;
    HoldTailSchool holdTail = HoldTailSchool::HeadingHold;
    HoldSwitchSchool holdSwitch = HoldSwitchSchool::Own;
    MidStickSchool midStick = MidStickSchool::Zero;
    RescueSchool rescue = RescueSchool::Momentary;
    OrderSchool order = OrderSchool::Controller;
    EndSchool end = EndSchool::Timer;
    TailCheckSchool tailCheck = TailCheckSchool::TrailingEdges;
    TailLimitSchool tailLimits = TailLimitSchool::Bind;
    MotorLockSchool motorLock = MotorLockSchool::LeadsOff;
    BenchPowerSchool benchPower = BenchPowerSchool::MainPack;
    TrackingSchool tracking = TrackingSchool::LowerHigh;
    PlateTrimSchool plateTrim = PlateTrimSchool::Mechanical;
    RateModeSchool rateMode = RateModeSchool::None;
    HeadGainSchool headGain = HeadGainSchool::PerMode;
    bool operator==(const Schools&) const = default;
};

/// What makes the flight timer run: throttle or collective stick above a value, hold being off, a flight mode, a switch of its own.
enum class TimerFollows { Throttle, Stick, HoldOff, Mode, Switch };

/// What ends a flight, and what the transmitter says meanwhile.
struct Alarms {
    TimerFollows timerFollows = TimerFollows::Throttle;
    double timerStartPct = 20.0;         ///< the timer runs while what it follows is above this, throttle or stick, 0 … 100
    std::string timerMode;               ///< it runs in this flight mode and in those above it
    std::optional<double> usedMah;       ///< alarm on used charge
    std::optional<double> voltsPerCell;  ///< alarm on pack voltage
    std::optional<double> headRpm;       ///< alarm below this head speed
    std::optional<double> temperatureC;  ///< alarm on the temperature of motor, pack or speed controller
    bool voicePack = false;              ///< reads the pack out at power-up: a used pack is noticed
    bool operator==(const Alarms&) const = default;
};

/// What the transmitter's own monitor shows of a stick at its stops and let go, trims centred, rates 100; absent: not looked at.
struct OwnStick {
    std::optional<double> lowPct, centrePct, highPct;
    bool operator==(const OwnStick&) const = default;
};
struct OwnSticks {
    OwnStick aileron, elevator, collective, rudder;
    bool operator==(const OwnSticks&) const = default;
};

struct TransmitterSettings {
    Shared<TransmitterProfile> profile;
    std::string firmware, manual;  ///< versions, as the box and its manual say
    std::string manualAt;          ///< where the right manual lies
    OwnSticks sticks;
    ModelType modelType = ModelType::Helicopter;
    SwashMixing swashMixing = SwashMixing::Off;
    double swashMixPct = 60.0;  ///< share of each command a transmitter mix would use
    int stickMode = 2;
    bool collectiveReversed = false;
    StickTrims trims;
    double throttleTrimRangePct = 0.0;
    bool unusedInhibited = true;
    bool modelMatch = true;
    std::vector<ChannelSettings> channels;
    std::vector<FlightMode> modes;
    HoldSettings hold;
    ThrottleStop kill;
    ThrottleStop cut;
    std::vector<SwitchSettings> switches;
    std::vector<SwitchFunction> functions;
    std::vector<FunctionChannel> functionChannels;
    std::vector<SpareChannel> spares;  ///< unused channels that are not inhibited
    std::vector<std::string> shared;   ///< functions on two switches, and switches with two functions, by declared choice
    TrainerLink trainer;
    Schools schools;
    Alarms alarms;
    double timerMin = 0.0;  ///< 0: none set
    KH_SPECIAL_MEMBERS(TransmitterSettings);
    bool operator==(const TransmitterSettings&) const = default;
};

/// Where a switch stands when nothing is asked of it.
[[nodiscard]] int neutralPlaceOf(const TransmitterSettings& transmitter, const SwitchProfile& profile);
/// Where it stands when the transmitter is switched on.
[[nodiscard]] int powerOnPlaceOf(const TransmitterSettings& transmitter, const SwitchProfile& profile);

/// What a channel of a transmitter does to values: its settings on the profile's scale.
[[nodiscard]] inline ChannelScale channelScale(const TransmitterProfile& profile, const ChannelSettings& c) {
    return {c.travelLowPct,
            c.travelHighPct,
            c.subTrimPct,
            c.reversed,
            c.limitPct ? (*c.limitPct < profile.outputLimitPct ? *c.limitPct : profile.outputLimitPct) : profile.outputLimitPct,
            profile.centreUs,
            profile.usPerPct,
            profile.resolutionUs,
            profile.laws};
}

/// The channel of a function ("throttle"), or nullptr if the transmitter has none.
[[nodiscard]] inline const ChannelSettings* channelOf(const TransmitterSettings& transmitter, std::string_view function) {
    for (const ChannelSettings& c : transmitter.channels)
        if (c.id == function) return &c;
    return nullptr;
}

}  // namespace kh
