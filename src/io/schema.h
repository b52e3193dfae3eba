// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <nlohmann/json_fwd.hpp>

namespace kh::io {

/// Checks `value` against a schema made by this program.
/// @throws InputError naming the path, the value found there and what the schema allows
void requireSchema(const nlohmann::json& value, const nlohmann::json& schema);

}  // namespace kh::io
