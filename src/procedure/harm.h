// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/finding.h"

namespace kh {

/// What would destroy a servo if these settings were entered (docs/domain.md 5.7): a frame rate above what it survives or while that
/// is unknown, a pulse of the wrong class, a pulse that does not fit in its frame. Facts are never refused, only settings.
/// @param after  the document with the edits in place
/// @return the finding that says what it would do and what to set instead, or nothing
[[nodiscard]] std::optional<Finding> harmfulSetting(const Setup& after, const std::vector<Edit>& edits);

}  // namespace kh
