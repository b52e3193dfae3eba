// SPDX-License-Identifier: GPL-3.0-or-later
//
// Words a controller knows for what it is told of the machine.
#pragma once

#include "formula/mounting.h"
#include "model/fields.h"
#include "model/machine.h"

#include <array>
#include <optional>
#include <string_view>

namespace kh {

inline constexpr const char* kCustomLayout = "custom";

/// Every layout there is a word for.
inline constexpr std::array kLayoutChoices{Choice{KH_TR("three at 120°, elevator aft")},
                                           Choice{KH_TR("three at 135°, elevator aft")},
                                           Choice{KH_TR("three at 140°, elevator aft")},
                                           Choice{KH_TR("three at 90°, elevator aft")},
                                           Choice{KH_TR("three at 120°, elevator forward")},
                                           Choice{KH_TR("three at 135°, elevator forward")},
                                           Choice{KH_TR("three at 140°, elevator forward")},
                                           Choice{KH_TR("four at 90°")},
                                           Choice{KH_TR("four at 45°")},
                                           Choice{KH_TR("mechanical")},
                                           Choice{kCustomLayout}};
/// Every way a controller can sit: where its label looks and where its plugs do, in the order of allMountings().
inline constexpr std::array kMountingChoices{
    Choice{KH_TR("label up, plugs left")},      Choice{KH_TR("label up, plugs right")},      Choice{KH_TR("label up, plugs forward")},
    Choice{KH_TR("label up, plugs aft")},       Choice{KH_TR("label down, plugs left")},     Choice{KH_TR("label down, plugs right")},
    Choice{KH_TR("label down, plugs forward")}, Choice{KH_TR("label down, plugs aft")},      Choice{KH_TR("label left, plugs up")},
    Choice{KH_TR("label left, plugs down")},    Choice{KH_TR("label left, plugs forward")},  Choice{KH_TR("label left, plugs aft")},
    Choice{KH_TR("label right, plugs up")},     Choice{KH_TR("label right, plugs down")},    Choice{KH_TR("label right, plugs forward")},
    Choice{KH_TR("label right, plugs aft")},    Choice{KH_TR("label forward, plugs up")},    Choice{KH_TR("label forward, plugs down")},
    Choice{KH_TR("label forward, plugs left")}, Choice{KH_TR("label forward, plugs right")}, Choice{KH_TR("label aft, plugs up")},
    Choice{KH_TR("label aft, plugs down")},     Choice{KH_TR("label aft, plugs left")},      Choice{KH_TR("label aft, plugs right")}};

/// Every kind of receiver, in the order of ReceiverKind.
inline constexpr std::array kReceiverKindChoices{Choice{KH_TR("one lead")}, Choice{KH_TR("a lead each")},
                                                 Choice{KH_TR("remote receivers")}};
[[nodiscard]] inline const char* receiverKindWord(ReceiverKind kind) { return kReceiverKindChoices.at(static_cast<std::size_t>(kind)).id; }

/// @return nothing if there is no such word
[[nodiscard]] std::optional<Mounting> mountingOf(std::string_view word);
[[nodiscard]] const char* mountingWord(const Mounting& mounting);

}  // namespace kh
