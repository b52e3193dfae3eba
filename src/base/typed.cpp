// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/typed.h"

#include <fmt/format.h>
#include <algorithm>
#include <charconv>
#include <cmath>

namespace kh {

std::optional<double> wholeNumber(std::string_view text) {
    double value = 0.0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (error != std::errc{} || end != text.data() + text.size() || !std::isfinite(value)) return std::nullopt;
    return value;
}

std::optional<double> typedNumber(std::string_view text, std::string_view unit) {
    std::string digits(text);
    const auto trim = [&digits] {
        while (!digits.empty() && digits.back() == ' ') digits.pop_back();
        while (!digits.empty() && digits.front() == ' ') digits.erase(digits.begin());
    };
    trim();
    constexpr std::string_view minus = "−";
    if (std::string_view(digits).starts_with(minus)) digits.replace(0, minus.size(), "-");
    std::replace(digits.begin(), digits.end(), ',', '.');
    if (!digits.empty() && digits.front() == '+') digits.erase(digits.begin());
    if (!unit.empty() && digits.size() > unit.size() && digits.ends_with(unit)) digits.resize(digits.size() - unit.size());
    trim();
    return wholeNumber(digits);
}

std::string plainNumber(double value) { return fmt::format("{}", std::round(value * 1e6) / 1e6); }

}  // namespace kh
