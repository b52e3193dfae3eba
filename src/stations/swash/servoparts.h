// SPDX-License-Identifier: GPL-3.0-or-later
//
// How the rules of the station name servos and ports.
#pragma once

#include "judge/rule.h"
#include "model/helicopter/helicopter.h"

#include <string>

namespace kh {

[[nodiscard]] inline std::string servoPath(const PlateServo& s, const char* key) { return "machine.servos." + s.id + "." + key; }
[[nodiscard]] inline std::string portPath(const PortSettings& p, const char* key) { return "controller.ports." + p.id + "." + key; }
[[nodiscard]] inline const PlateServo* servoOf(const AuditContext& c, const std::string& role) {
    for (const PlateServo& s : helicopter(c.setup).servos)
        if (s.id == role) return &s;
    return nullptr;
}

}  // namespace kh
