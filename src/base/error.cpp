// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/error.h"

#include <fmt/format.h>
#include <cmath>

namespace kh {

InputError::InputError(std::string_view field, std::string_view problem)
    : std::runtime_error(fmt::format("{}: {}", field, problem)), field_(field), problem_(problem) {}

double requireFinite(std::string_view field, double value) {
    if (!std::isfinite(value)) throw InputError(field, "must be a finite number");
    return value;
}

double requirePositive(std::string_view field, double value) {
    requireFinite(field, value);
    if (value <= 0.0) throw InputError(field, fmt::format("{} is not allowed; it must be above 0", value));
    return value;
}

double requireNotNegative(std::string_view field, double value) {
    requireFinite(field, value);
    if (value < 0.0) throw InputError(field, fmt::format("{} is not allowed; it must be 0 or more", value));
    return value;
}

double requireWithin(std::string_view field, double value, double low, double high) {
    requireFinite(field, value);
    if (value < low || value > high) throw InputError(field, fmt::format("{} is outside {} … {}", value, low, high));
    return value;
}

double requireCount(std::string_view field, double value) {
    requirePositive(field, value);
    if (value != std::floor(value)) throw InputError(field, fmt::format("{} is not allowed; it must be a whole number above 0", value));
    return value;
}

}  // namespace kh
