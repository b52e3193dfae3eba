// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <filesystem>
#include <vector>

namespace kh::app {

/// The demo models as the pilot's own copies in a folder: what is there already, with whatever was saved in it, stays.
/// @return the one to open  @throws io::FileError
[[nodiscard]] QString demoModels(const QString& folder, const std::vector<std::filesystem::path>& data);

}  // namespace kh::app
