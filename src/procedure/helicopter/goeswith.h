// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/goeswith.h"

namespace kh {

/// Another head speed: gain of the mode and of the hold that flies like it, the hover's place on the stick, the timer.
[[nodiscard]] std::vector<GoesWith> helicopterGoesWith(const Setup& setup, const Figures& figures, const std::vector<Edit>& edits);
/// The nearest head speed inside the range that minutes, pack, blades, hover and the step between modes leave.
/// As AircraftEntry::whatSuits: the timer on its rows, else the nearest head speed of the mode's range.
[[nodiscard]] Suiting helicopterSuits(const Setup& setup, const Figures& figures, std::string_view keelRow, std::size_t mode);

}  // namespace kh
