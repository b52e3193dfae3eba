// SPDX-License-Identifier: GPL-3.0-or-later
//
// Profiles of boxes and servos as files of their own.
#pragma once

#include "io/document.h"
#include "model/anybox.h"

namespace kh::io {

using AnyProfile = AnyBox;

/// @throws InputError naming the path: for what is no profile of that kind, and for one that contradicts itself
[[nodiscard]] TransmitterProfile parseTransmitterProfile(const std::string& text);
[[nodiscard]] ControllerProfile parseControllerProfile(const std::string& text);
[[nodiscard]] SpeedControllerProfile parseSpeedControllerProfile(const std::string& text);
[[nodiscard]] ServoProfile parseServoProfile(const std::string& text);
[[nodiscard]] ReceiverProfile parseReceiverProfile(const std::string& text);

/// A profile of whatever kind its keys are of.
/// @throws InputError as above; its field is "line 12, travelLimitPct" where the text has that line
[[nodiscard]] AnyProfile parseAnyProfile(const std::string& text);
/// A profile that may contradict itself: of a description that is under way. @param kind  as kindTitle says
[[nodiscard]] AnyProfile parseHalfProfile(const std::string& text, std::string_view kind);
[[nodiscard]] std::string writeProfile(const AnyProfile& profile);

/// The line a path of a text stands in, from 1: lists by id or index. 0 if the text has no such place.
[[nodiscard]] int lineOf(const std::string& text, const std::string& path);

/// The file a profile of that id has in a data folder. @throws InputError for an id that is no file name
[[nodiscard]] std::filesystem::path profileFile(const std::filesystem::path& folder, const AnyProfile& profile);
/// Writes a profile into a data folder under its id, where `loadLibrary` then finds it.
/// @throws FileError, InputError for an id that is no file name
void saveProfile(const std::filesystem::path& folder, const AnyProfile& profile);

}  // namespace kh::io
