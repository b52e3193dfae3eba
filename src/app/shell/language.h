// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <filesystem>
#include <vector>

namespace kh::app {

/// Installs the texts of the desktop's language: the program's own (translations/keelhaul_xx.qm in the data folders) and those of the
/// widgets. English needs none. @param language  as in "de", in place of the desktop's; empty: the desktop's
/// @return whether the program's own were found
bool installLanguage(const std::vector<std::filesystem::path>& data, const QString& language = {});

}  // namespace kh::app
