// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/benchwork.h"

namespace kh {

/// What the angle a reference step threw, in °, tells of the machine before anything is set: that the plate stood at its stop, or that it
/// is another than these lengths give. The latter stands first among the remarks (docs/domain.md 14).
void throwTells(const Setup& setup, double thrownDeg, Solved& out);

}  // namespace kh
