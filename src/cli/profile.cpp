// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/profile.h"
#include "cli/commands.h"

#include <fmt/format.h>

namespace kh::cli {

int runProfileCheck(const std::string& file) {
    const io::AnyProfile profile = io::parseAnyProfile(readAll(file));
    std::cout << fmt::format("{} \"{}\" ({}) can be used.\n", io::kindName(profile), io::nameOf(profile), io::idOf(profile));
    return Fine;
}

}  // namespace kh::cli
