// SPDX-License-Identifier: GPL-3.0-or-later
//
// A box read back, from a file: CSV or lines of a text export, a setting and what stands there on each; or JSON.
#pragma once

#include "procedure/readback.h"

#include <string>

namespace kh::io {

/// Lines `setting;value` (or with a tab, a comma or =), where a setting is called by its path or its name; `#` begins a note, of which
/// `# box: controller`, `# profile: bosun 4` and `# at: 2026-11-20` are understood. Or JSON: {box, profile?, version?, at?, values: {…}}.
/// @throws InputError naming the line
[[nodiscard]] ReadBack parseReadBack(const std::string& text);

}  // namespace kh::io
