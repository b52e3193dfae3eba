// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace kh::session {

/// The view of what may be done: the session knows it, since a finding chosen there can be posed.
inline constexpr const char* kNotYetView = "not-yet";

}  // namespace kh::session
