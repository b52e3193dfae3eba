// SPDX-License-Identifier: GPL-3.0-or-later
//
// Private to the station.
#pragma once

#include "judge/rule.h"

#include <vector>

namespace kh {

/// A function that must be off when the transmitter is switched on.
struct OffAtStart {
    const char* id;  ///< of the finding
    const char* function;
    const char* row;
    const char *title, *why, *todo;
};
/// Told where it is on.
void tellOnAtStart(const AuditContext& c, const OffAtStart& of, std::vector<Finding>& out);

}  // namespace kh
