// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <nlohmann/json_fwd.hpp>
#include <string>
#include <vector>

namespace kh::io {

/// Answers one reference calculation by name; `in` and the result are the objects of the vector contract.
/// @throws InputError naming the key at fault, or `calc` for an unknown name
[[nodiscard]] nlohmann::json calculate(const std::string& name, const nlohmann::json& in);

/// A batch file with every case answered: `out` as computed, or `error` with the reason.
/// @throws InputError if the file has no `calc` and `cases`
[[nodiscard]] nlohmann::json calculateBatch(const nlohmann::json& file);

/// The names `calculate` knows, sorted.
[[nodiscard]] std::vector<std::string> calculationNames();

}  // namespace kh::io
