// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <string_view>

namespace kh {

/// A number as a pilot types it: point or comma, + or −, spaces around it, its unit behind it or not.
/// @return nothing if it is not one finite number
[[nodiscard]] std::optional<double> typedNumber(std::string_view text, std::string_view unit = {});

}  // namespace kh
