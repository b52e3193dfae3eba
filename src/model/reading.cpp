// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/reading.h"

#include <fmt/format.h>
#include <charconv>

namespace kh {

std::optional<double> underValue(const Reading& reading, std::string_view field) {
    for (const std::string& entry : reading.under) {
        if (entry.size() <= field.size() + 1 || !std::string_view(entry).starts_with(field) || entry[field.size()] != '=') continue;
        double value = 0.0;
        const char* from = entry.data() + field.size() + 1;
        const char* end = entry.data() + entry.size();
        if (const auto [stop, problem] = std::from_chars(from, end, value); problem == std::errc() && stop == end) return value;
    }
    return std::nullopt;
}

std::string underText(std::string_view field, double value) { return fmt::format("{}={}", field, value); }

}  // namespace kh
