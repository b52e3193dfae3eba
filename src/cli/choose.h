// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/error.h"

#include <fmt/format.h>
#include <fmt/ranges.h>
#include <string>
#include <vector>

namespace kh::cli {

/// The profile of an id. @throws InputError naming the option and the ids there are
template <class P>
const P& chosen(const std::vector<P>& list, const std::string& id, const char* option) {
    std::vector<std::string> known;
    for (const P& p : list) {
        if (p.id == id) return p;
        known.push_back(p.id);
    }
    throw InputError(option, fmt::format("{} is not known; known are {}", id, fmt::join(known, ", ")));
}

}  // namespace kh::cli
