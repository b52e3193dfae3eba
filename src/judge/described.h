// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/finding.h"

namespace kh {

/// What boxes do beside and is not computed (model/traits.h): a note on every row that rests on it, and a word in every finding there.
void tellDescribed(const Setup& setup, bool words, std::vector<Finding>& findings);

}  // namespace kh
