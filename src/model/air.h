// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/derivation.h"
#include "model/machine.h"

namespace kh {

/// Of the air at the field, in kg/m³; the standard's at sea level unless temperature or height is given.
[[nodiscard]] double densityAt(const Air& air, Derivation* why = nullptr);

}  // namespace kh
