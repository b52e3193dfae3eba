// SPDX-License-Identifier: GPL-3.0-or-later
//
// Changes of the transmitter that touch more than one field: copying, adding and removing modes, the bench state.
#pragma once

#include "model/access.h"
#include "model/setup.h"

namespace kh {

/// Curves, rates and gain of one mode for another; name, switch and target stay.
/// @throws InputError naming a mode that does not exist
[[nodiscard]] std::vector<Edit> copyMode(const Setup& setup, const std::string& from, const std::string& to);

/// A copy of a mode behind it in rank, without a switch yet. Its id is "idle3" …
/// @throws InputError naming `transmitter.modes` if the profile has no room
[[nodiscard]] Setup withModeAfter(const Setup& setup, const std::string& id);

/// @throws InputError if it is hold, the base mode, or unknown
[[nodiscard]] Setup withoutMode(const Setup& setup, const std::string& id);

/// What a transmitter must send while controller and mechanics are set up: travel 100, sub-trim 0, straight pitch
/// curves, no mixing, stick trims off. Edits only what differs. Hold is untouched.
[[nodiscard]] std::vector<Edit> benchState(const Setup& setup);

/// The field of the collective range that an end of the stick comes from: a reversed direction turns stick up into the low
/// demand.
[[nodiscard]] const char* rangeField(const ControllerSettings& controller, bool stickUp);

/// The mode of that id, or nullptr.
[[nodiscard]] const FlightMode* modeById(const TransmitterSettings& transmitter, const std::string& id);

/// Edits that make hold fly with the rates, expo and gain of the mode an autorotation begins in; none if it does.
[[nodiscard]] std::vector<Edit> holdMirrorEdits(const TransmitterSettings& transmitter);

/// Each function on the channel the controller expects it on. Edits only what differs; functions the controller does not
/// list keep their channel.
[[nodiscard]] std::vector<Edit> controllerOrder(const Setup& setup);

/// The controller's map as the channels of the transmitter stand; none if a number between has no function.
[[nodiscard]] std::vector<Edit> mapOfChannels(const Setup& setup);

/// Whether a channel that is listed as unused follows a switch that works a gain or what a controller takes: then it is what carries it.
[[nodiscard]] bool carriesFunction(const TransmitterSettings& transmitter, const SpareChannel& spare);
/// All unused channels inhibited: none follows a switch any more.
[[nodiscard]] std::vector<Edit> inhibitEdits(const TransmitterSettings& transmitter);
/// The unused channels as given; all others are inhibited. @throws InputError naming `transmitter.spares` if a channel is
/// used, does not exist, or follows a switch the transmitter has not
[[nodiscard]] Setup withSpares(const Setup& setup, const std::vector<SpareChannel>& spares);
/// What an unused channel can send beside the place of a switch.
inline constexpr const char* kSpareInhibited = ":inhibited";
inline constexpr const char* kSpareCentre = ":centre";
/// One unused channel sends something else, the others what they sent. @param sends  kSpareInhibited, kSpareCentre or a switch's id
/// @throws InputError as withSpares
[[nodiscard]] Setup withSpare(const Setup& setup, int number, const std::string& sends);
/// Channel numbers no function uses.
[[nodiscard]] std::vector<int> unusedChannels(const TransmitterSettings& transmitter);

/// A model's settings as a start for another machine: facts, readings and standings go, box settings stay as defaults.
[[nodiscard]] Setup asTemplate(const Setup& setup);

}  // namespace kh
