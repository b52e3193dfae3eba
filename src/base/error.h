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

/// A number outside what a field allows, so that it can be told in the writing of its box.
class RangeError : public InputError {
public:
    /// @param problem  as for InputError  @param whole  it lies within, but only whole numbers are allowed
    RangeError(std::string_view field, std::string_view problem, double value, double low, double high, bool whole)
        : InputError(field, problem), value_(value), low_(low), high_(high), whole_(whole) {}
    [[nodiscard]] double value() const noexcept { return value_; }
    [[nodiscard]] double low() const noexcept { return low_; }
    [[nodiscard]] double high() const noexcept { return high_; }
    [[nodiscard]] bool whole() const noexcept { return whole_; }

private:
    double value_, low_, high_;
    bool whole_;
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
