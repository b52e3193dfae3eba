// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <string_view>

namespace kh {

/// The whole text as one finite number with a decimal point, whatever the desktop's locale.
/// @return nothing if it is anything else
[[nodiscard]] std::optional<double> wholeNumber(std::string_view text);

/// A number as a pilot types it: point or comma, + or −, spaces around it, its unit behind it or not.
/// @return nothing if it is not one finite number
[[nodiscard]] std::optional<double> typedNumber(std::string_view text, std::string_view unit = {});

/// A number as it is typed, to a millionth and no further than it has digits: "4", "0.25".
[[nodiscard]] std::string plainNumber(double value);

}  // namespace kh
