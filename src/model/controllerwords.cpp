// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/controllerwords.h"

#include <algorithm>

namespace kh {

std::optional<Mounting> mountingOf(std::string_view word) {
    const auto at = std::find_if(kMountingChoices.begin(), kMountingChoices.end(), [&](const Choice& c) { return word == c.id; });
    if (at == kMountingChoices.end()) return std::nullopt;
    return allMountings()[static_cast<std::size_t>(at - kMountingChoices.begin())];
}

const char* mountingWord(const Mounting& mounting) {
    const auto& all = allMountings();
    const auto at = std::find(all.begin(), all.end(), mounting);
    return at == all.end() ? "" : kMountingChoices[static_cast<std::size_t>(at - all.begin())].id;
}

}  // namespace kh
