// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/reading.h"

#include <fmt/format.h>
#include <charconv>

namespace kh {

std::optional<std::string> underText(const Reading& reading, std::string_view field) {
    for (const std::string& entry : reading.under)
        if (entry.size() > field.size() + 1 && std::string_view(entry).starts_with(field) && entry[field.size()] == '=')
            return entry.substr(field.size() + 1);
    return std::nullopt;
}

std::optional<double> underValue(const Reading& reading, std::string_view field) {
    const std::optional<std::string> text = underText(reading, field);
    if (!text) return std::nullopt;
    double value = 0.0;
    const char* end = text->data() + text->size();
    const auto [stop, problem] = std::from_chars(text->data(), end, value);
    if (problem != std::errc() || stop != end) return std::nullopt;
    return value;
}

std::string underText(std::string_view field, double value) { return fmt::format("{}={}", field, value); }

}  // namespace kh
