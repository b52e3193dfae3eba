// SPDX-License-Identifier: GPL-3.0-or-later
//
// Leads beside those the wiring names: one more, one less.
#pragma once

#include "model/setup.h"

#include <string>
#include <string_view>

namespace kh {

/// With one more lead, its ends not said yet. @throws InputError naming `machine.wiring.leads` if there are kMaxLeads
[[nodiscard]] Setup withLead(const Setup& setup);
/// Without the lead of that name. @throws InputError naming `machine.wiring.leads` if there is none
[[nodiscard]] Setup withoutLead(const Setup& setup, std::string_view id);

}  // namespace kh
