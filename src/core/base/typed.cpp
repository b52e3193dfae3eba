// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/typed.h"

#include <algorithm>
#include <cmath>
#include <stdexcept>

namespace kh {

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
    try {
        std::size_t used = 0;
        const double value = std::stod(digits, &used);
        if (used == digits.size() && std::isfinite(value)) return value;
    } catch (const std::logic_error&) {  // not a number, or beyond every range
    }
    return std::nullopt;
}

}  // namespace kh
