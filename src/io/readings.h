// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/benchwork.h"

#include <nlohmann/json_fwd.hpp>
#include <span>
#include <vector>

namespace kh::io {

/// The published schema of a readings file.
[[nodiscard]] nlohmann::json readingsSchema();
/// `{readings:[{id, value, unit, at?, instrument?, uncertainty?, under:{field: value}}]}`
/// @throws InputError naming the path, the value and what is allowed
[[nodiscard]] std::vector<Reading> parseReadings(const nlohmann::json& file);
/// `{answers:[{field, box, value, expect, residue, why}], remarks:[…]}`
[[nodiscard]] nlohmann::ordered_json solvedJson(const Setup& setup, const Solved& solved);

}  // namespace kh::io
