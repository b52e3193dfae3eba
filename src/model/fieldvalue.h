// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "formula/curve.h"
#include "model/transmitter.h"

#include <string>
#include <variant>
#include <vector>

namespace kh {

/// monostate: a field that may be unknown, and is.
using FieldValue = std::variant<std::monostate, double, bool, std::string, std::vector<double>, std::vector<std::string>, Curve, Condition>;

}  // namespace kh
