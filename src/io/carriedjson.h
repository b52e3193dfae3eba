// SPDX-License-Identifier: GPL-3.0-or-later
//
// What stands in the boxes, as documents hold it: under "carried", by field path.
#pragma once

#include "base/message.h"
#include "model/setup.h"

#include <nlohmann/json.hpp>
#include <vector>

namespace kh::io {

/// "typed", "seen", "read", "lent", "unknown".
[[nodiscard]] const char* inBoxWord(InBoxBy by);
[[nodiscard]] nlohmann::json carriedSchema();
[[nodiscard]] nlohmann::ordered_json carriedJson(const InBoxes& carried);
/// Of a document that passed its schema. What is no value of its field, or of a field that is not, is taken as not known.
/// @param notes  what there is to tell of that
[[nodiscard]] InBoxes carriedFrom(const nlohmann::json& carried, const Setup& setup, std::vector<Message>& notes);

}  // namespace kh::io
