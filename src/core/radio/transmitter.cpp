// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/radio/transmitter.h"

#include <fmt/format.h>

namespace kh {

std::string conditionAsTyped(const Condition& condition) {
    std::string out;
    for (const auto& all : condition) {
        if (!out.empty()) out += " | ";
        for (std::size_t i = 0; i < all.size(); ++i) {
            if (i > 0) out += " + ";
            out += all[i].switchId.empty() ? all[i].functionId : fmt::format("{} {}", all[i].switchId, all[i].place);
        }
    }
    return out;
}

}  // namespace kh
