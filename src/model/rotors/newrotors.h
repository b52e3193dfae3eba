// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/boxes.h"
#include "model/rotors/rotors.h"

namespace kh {

/// What a pilot knows of a variable-pitch quadrotor on day one.
struct NewRotorsAnswers {
    std::string name = "New model";
    FlyingStyle style = FlyingStyle::Sport;
    ClockwisePair pair = ClockwisePair::FrontLeft;
    double armMm = 220.0;
    double bladeMm = 105.0;
    Boxes boxes;  ///< its plate servo is that of the rotors
};

/// Such a model in these boxes: curves, travels and check points as docs/domain.md 15.1 begins with, limits that bring each blade to
/// the wanted pitch by its geometry. Every value stands at *default*, but what was answered otherwise than its default is *entered*.
/// @param at  when it was answered, ISO 8601
/// @throws InputError naming the field of a box that cannot do it: a controller without four ports or without a mix of rotors
[[nodiscard]] Setup newRotorsModel(const NewRotorsAnswers& answers, const std::string& at = {});

}  // namespace kh
