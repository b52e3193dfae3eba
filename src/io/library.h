// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/boxes.h"

#include <filesystem>
#include <string>
#include <vector>

namespace kh::io {

/// All installed profiles. A file that cannot be read is named in `problems` and left out.
struct Library {
    std::vector<TransmitterProfile> transmitters;
    std::vector<ControllerProfile> controllers;
    std::vector<SpeedControllerProfile> speedControllers;
    std::vector<ServoProfile> servos;
    std::vector<ReceiverProfile> receivers;
    std::vector<std::string> problems;
};

/// Where data are looked up, in this order: `given` (--data), $KEELHAUL_DATA, $XDG_DATA_HOME/keelhaul (or
/// ~/.local/share/keelhaul), the install prefix of `program`, the source tree.
[[nodiscard]] std::vector<std::filesystem::path> dataFolders(const std::string& given, const std::filesystem::path& program);

/// Where the pilot's own data are kept: $XDG_DATA_HOME/keelhaul or ~/.local/share/keelhaul; empty without either.
[[nodiscard]] std::filesystem::path ownDataFolder();

/// The first existing `relative` in the data folders. @throws FileError if there is none
[[nodiscard]] std::filesystem::path findData(const std::vector<std::filesystem::path>& folders, const std::filesystem::path& relative);

/// Ids of plain boxes begin so: values most boxes have, for a pilot whose own is not described yet.
inline constexpr const char* kPlain = "plain-";

/// Profiles of all folders; of one id the highest version wins, of equal ones the first folder's. Plain ones stand first.
[[nodiscard]] Library loadLibrary(const std::vector<std::filesystem::path>& folders);

/// What a new model starts with: the plain boxes, or the first of each list where there are none.
/// @throws FileError for a list that is empty
[[nodiscard]] Boxes plainBoxes(const Library& library);

/// The Setup with every profile copy replaced by a newer installed version of the same id; equal to the
/// argument when there is none. The differences are told by differingPaths.
[[nodiscard]] Setup withNewerProfiles(Setup setup, const Library& library);

}  // namespace kh::io
