// SPDX-License-Identifier: GPL-3.0-or-later
//
// What only a helicopter's trace and envelope hold, as JSON.
#pragma once

#include "kernel/helicopter/envelope.h"
#include "procedure/trace.h"

#include <nlohmann/json_fwd.hpp>
#include <span>

namespace kh::io {

/// `{limits:[{collective, azimuthDeg, tiltDeg, limitedBy}], round:[{collective, tiltDeg, limitedBy, azimuthDeg}]}`
[[nodiscard]] nlohmann::ordered_json envelopeJson(std::span<const ClearanceRose> roses);
/// Servos, plate, blade and tail behind what stands there; of another aircraft nothing: its stages say it all.
void addMachineJson(nlohmann::ordered_json& out, const Trace& trace);

}  // namespace kh::io
