// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/radio/channel.h"
#include "core/radio/curve.h"
#include "core/radio/gainscale.h"

#include <optional>
#include <string>
#include <vector>

namespace kh {

/// A switch as the transmitter has it. Places count from 1, from the front or top edge.
struct SwitchProfile {
    std::string id;  ///< its name on the case, for example "L1"
    int places = 2;
    bool momentary = false;
    bool operator==(const SwitchProfile&) const = default;
};

/// One entry of a box's own menu, in that box's own order; `holds` lists the sheet topics typed there.
struct MenuEntry {
    std::string id;  ///< topic: what the sheet prints there
    std::string title;
    bool operator==(const MenuEntry&) const = default;
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
    std::vector<MenuEntry> menu;
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
    bool operator==(const ChannelSettings&) const = default;
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

/// A flight mode. Modes rank in list order: the last whose condition is met wins; the first is the base
/// mode and needs none. The mode with id "hold" is what hold flies with; its condition is the hold switch.
struct FlightMode {
    std::string id;
    std::string name;
    Condition when;
    bool flownInverted = false;
    Curve throttle = flatCurve(0.0, 5);  ///< not used by hold
    Curve pitch = lineCurve(-100.0, 100.0, 5);
    AxisRates aileron, elevator, rudder;
    double tailGainPct = 0.0;         ///< sent, signed, in % of the gain channel
    std::optional<double> targetRpm;  ///< what the pilot wants here
    bool operator==(const FlightMode&) const = default;
};

inline constexpr const char* kHoldMode = "hold";

struct HoldSettings {
    double throttlePct = -5.0;                       ///< may be negative: slightly below the throttle's end
    std::optional<std::vector<std::string>> actsIn;  ///< flight modes; absent: all
    std::string autorotationFrom;                    ///< the mode that precedes an autorotation
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

/// Any other function a switch works: bank-2, rescue, timer …
struct SwitchFunction {
    std::string id;
    Condition when;
    bool operator==(const SwitchFunction&) const = default;
};

enum class ModelType { Helicopter, Aeroplane };
/// A swash mix made in the transmitter. Off: one servo per function, the controller mixes.
enum class SwashMixing { Off, Mix120, Mix135, Mix140, Mix90 };

struct StickTrims {
    double aileronPct = 0.0, elevatorPct = 0.0, rudderPct = 0.0;
    bool live = false;  ///< the trim levers act
    bool operator==(const StickTrims&) const = default;
};

struct TransmitterSettings {
    TransmitterProfile profile;
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
    double timerMin = 0.0;  ///< 0: none set
    bool operator==(const TransmitterSettings&) const = default;
};

}  // namespace kh
