// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/untilthen.h"

#include <nlohmann/json_fwd.hpp>

namespace kh::io {

/// "in the box", "changed", "never typed", "differs", "not known", "lent".
[[nodiscard]] const char* markWord(InBoxMark mark);
/// `{boxes:[{box, name, left, lines, pages:[{title, first, left, before, after, lines:[{path, name, state, had, wants, unit, at,
/// until}]}]}], all, together}`. @param left  only what is still to be typed
[[nodiscard]] nlohmann::ordered_json carryJson(const std::vector<CarryBox>& boxes, const UntilTyped& until, bool left);

}  // namespace kh::io
