// SPDX-License-Identifier: GPL-3.0-or-later
//
// What stands in the boxes, as documents hold it: under "carried", by field path.
#pragma once

#include "model/setup.h"

#include <nlohmann/json.hpp>

namespace kh::io {

/// "typed", "seen", "read", "lent", "unknown".
[[nodiscard]] const char* inBoxWord(InBoxBy by);
[[nodiscard]] nlohmann::json carriedSchema();
[[nodiscard]] nlohmann::ordered_json carriedJson(const InBoxes& carried);
/// Of a document that passed its schema. @throws InputError naming the field whose value is of another kind
[[nodiscard]] InBoxes carriedFrom(const nlohmann::json& carried, const Setup& setup);

}  // namespace kh::io
