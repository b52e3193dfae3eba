// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/derivation.h"

namespace kh {

/// Density of dry air in kg/m³ at a temperature and a height above the sea, by the standard atmosphere's pressure (docs/domain.md 8).
/// @param celsius  −60 … 60. @param heightM  −500 … 9000
/// @throws InputError naming `temperatureC` or `heightM`
[[nodiscard]] double airDensity(double celsius, double heightM, Derivation* why = nullptr);

}  // namespace kh
