// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a profile must not say of itself: values that are each in range and together cannot be true of any box.
#pragma once

#include "model/setup.h"

namespace kh {

/// @throws InputError naming the field of the profile, what stands there and what it contradicts
void requireConsistent(const TransmitterProfile& profile);
void requireConsistent(const ControllerProfile& profile);
void requireConsistent(const SpeedControllerProfile& profile);
void requireConsistent(const ServoProfile& profile);
void requireConsistent(const ReceiverProfile& profile);

}  // namespace kh
