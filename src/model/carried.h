// SPDX-License-Identifier: GPL-3.0-or-later
//
// Functions that reach the controller on a channel of their own: what is sent at each, what the controller reads, and what it makes of it.
#pragma once

#include "model/access.h"
#include "model/setup.h"

#include <array>
#include <string>
#include <string_view>
#include <vector>

namespace kh {

/// Functions that a controller may take from a channel, by their family: "bank-2" is of "bank", others are a family of their own.
inline constexpr std::array kCarriedFamilies{"bank",      "rescue",    "level",      "arming", "setup",
                                             "head-gain", "roll-gain", "pitch-gain", "flight", "home"};
/// Of them those that carry a gain: for roll and pitch together, for roll, for pitch. Their window is the side that holds.
inline constexpr std::array kHeadGainFamilies{"head-gain", "roll-gain", "pitch-gain"};
inline constexpr const char* kPitchGain = "pitch-gain";
[[nodiscard]] bool carriesGain(std::string_view family);
inline constexpr const char* kArming = "arming";
/// The modes of a box that flies by modes: "flight-level" of "flight".
inline constexpr const char* kBoxModes = "flight";

/// @return "bank" of "bank-2", "rescue" of "rescue"; empty for a function that no controller takes
[[nodiscard]] std::string_view familyOf(std::string_view function);
/// The channel a function is on, or nullptr.
[[nodiscard]] const FunctionChannel* carrierOf(const TransmitterSettings& transmitter, std::string_view function);
/// What the controller takes of a family; empty: it takes none.
[[nodiscard]] std::vector<const TakenWindow*> windowsOf(const ControllerProfile& profile, std::string_view family);
[[nodiscard]] bool takesFamily(const ControllerProfile& profile, std::string_view family);

/// Whether a box is flown by modes that a channel reaches, with the motors behind it: it moves no servo.
[[nodiscard]] inline bool fliesByModes(const ControllerProfile& profile) { return takesFamily(profile, kBoxModes); }
/// Whether a box moves a swash plate: it neither mixes four rotors nor flies by modes alone.
[[nodiscard]] inline bool movesPlate(const ControllerProfile& profile) { return !mixesRotors(profile) && !fliesByModes(profile); }

/// One place of a function channel: what is on, what is sent, what is read, and what the controller then does.
struct CarriedPlace {
    std::string function;  ///< that is on; empty: none of the family
    double valuePct = 0.0;
    double pulseUs = 0.0;
    double readingPct = 0.0;
    std::string wanted;  ///< the window it should be in; empty: none
    std::string lands;   ///< the window it is in; empty: none
    [[nodiscard]] bool right() const { return wanted == lands; }
};
/// Every place of a channel, at rest first.
[[nodiscard]] std::vector<CarriedPlace> carriedPlaces(const Setup& setup, const FunctionChannel& channel);

/// A gain of roll or pitch as it is sent in one mode.
struct SentGain {
    std::string mode;
    std::string path;  ///< of the field it stands in: the mode's own, or the channel's value at rest
    double valuePct = 0.0;
    double pulseUs = 0.0;
    double readingPct = 0.0;  ///< +: the side that holds
    bool holds = false;       ///< it is read within the window of that side
};
/// In every mode, hold with them. @param channel  of one of kHeadGainFamilies; of another: none
[[nodiscard]] std::vector<SentGain> sentGains(const Setup& setup, const FunctionChannel& channel);
/// Where a mode's own gain on that channel stands: its field of pitch, else of roll.
[[nodiscard]] std::string modeGainPath(std::string_view family, std::string_view mode);

/// The mode's own gain on that channel; nullptr for a channel that carries none.
[[nodiscard]] std::optional<double>* modeGain(std::string_view family, FlightMode& mode);
[[nodiscard]] const std::optional<double>* modeGain(std::string_view family, const FlightMode& mode);

/// Values with which every place of a channel that is not heard as it is meant would be, by the channel as it stands; none where all are.
[[nodiscard]] std::vector<Edit> heardValues(const Setup& setup, const FunctionChannel& channel);

/// The document with a function, a channel and a value for everything its controller takes and the transmitter does not send yet, on
/// channels that are free, each value in the middle of its window. A function that is new gets no switch, which is the pilot's choice, but
/// arming: without one the motor never runs.
[[nodiscard]] Setup withTakenFunctions(const Setup& setup);
/// The document with the functions that the schools chosen ask for and that are not there yet, on no switch: rate mode, a second step of a
/// gain of roll or pitch.
[[nodiscard]] Setup withSchoolFunctions(const Setup& setup);
/// The middle of a window, as far as a channel reaches; and a reading that is in none of them.
[[nodiscard]] double windowMiddle(const TakenWindow& window);
[[nodiscard]] double readingOutside(const std::vector<const TakenWindow*>& windows);
/// The value that a channel must send to be read as `readingPct`, clamped to what can be sent, in %.
[[nodiscard]] double valueReading(const Setup& setup, const FunctionChannel& channel, double readingPct);

/// Whether level mode is in use: it has a switch, and the controller hears it.
[[nodiscard]] bool levelHeard(const Setup& setup);
/// Whether the box brings the machine to what it takes for level, by rescue or in level mode.
[[nodiscard]] inline bool levelsInUse(const Setup& setup) { return setup.controller.rescueInUse || levelHeard(setup); }

}  // namespace kh
