// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <stdexcept>
#include <string>
#include <string_view>

namespace kh {

/// Input that cannot be worked with. The text names the field, the value and what is allowed.
class InputError : public std::runtime_error {
public:
    /// @param field    key or path of the field at fault
    /// @param problem  what was found and what is allowed, without the field's name
    InputError(std::string_view field, std::string_view problem);
    [[nodiscard]] const std::string& field() const noexcept { return field_; }
    /// The text without the field's name.
    [[nodiscard]] const std::string& problem() const noexcept { return problem_; }

private:
    std::string field_, problem_;
};

/// @throws InputError if `value` is not finite
double requireFinite(std::string_view field, double value);
/// @throws InputError unless `value` > 0 and finite
double requirePositive(std::string_view field, double value);
/// @throws InputError unless `value` >= 0 and finite
double requireNotNegative(std::string_view field, double value);
/// @throws InputError unless low <= `value` <= high
double requireWithin(std::string_view field, double value, double low, double high);
/// @throws InputError unless `value` is a whole number > 0
double requireCount(std::string_view field, double value);

}  // namespace kh
