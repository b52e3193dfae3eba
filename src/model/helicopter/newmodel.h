// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/boxes.h"
#include "model/helicopter/helicopter.h"

namespace kh {

/// What a pilot knows of a model on day one.
struct NewModelAnswers {
    std::string name = "New model";
    FlyingStyle style = FlyingStyle::Sport;
    std::string sizeClass = "470";  ///< an id of sizeClasses()
    Turning turning = Turning::Clockwise;
    std::string layout = "three at 120°, elevator aft";  ///< an id of layouts()
    LinkSide link = LinkSide::Leading;
    Boxes boxes;
    ThrottleSchool throttle = ThrottleSchool::Flat;
    HoldSchool hold = HoldSchool::Cut;
};

/// A model of a size class in these boxes: geometry scaled from the 470 by blade length, travels and sub-trims that make the
/// controller read ±100, blade angles and gains to start from; the boxes are told what was answered of layout, rotor and links.
/// Every value stands at *default*, but what was answered of the machine and the schools otherwise than its default is *entered*.
/// @param at  when it was answered, ISO 8601
/// @throws InputError naming `sizeClass` or `layout` if it is not known, or the field of a box that cannot do what was answered
[[nodiscard]] Setup newModel(const NewModelAnswers& answers, const std::string& at = {});

}  // namespace kh
