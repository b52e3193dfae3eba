// SPDX-License-Identifier: GPL-3.0-or-later
//
// Ten made-up boxes of different build. Transmitters: mixer lines, helicopter pages, a small one with fixed points and no hold below 0,
// one with an expo of its own, one that writes µs. Controllers: set by sticks and lamps, by an own screen, by a program, on a telemetry
// page, by text parameters.
#pragma once

#include "model/controller.h"
#include "model/transmitter.h"

#include <string>
#include <vector>

namespace khtest {

[[nodiscard]] const std::vector<kh::TransmitterProfile>& fiveTransmitters();
[[nodiscard]] const std::vector<kh::ControllerProfile>& fiveControllers();
/// One of them. @throws std::out_of_range
[[nodiscard]] const kh::TransmitterProfile& transmitter(const std::string& id);
[[nodiscard]] const kh::ControllerProfile& controller(const std::string& id);

}  // namespace khtest
