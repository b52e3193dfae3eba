// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/boxkind.h"

#include "judge/rowids.h"
#include "model/fieldpatterns.h"
#include "model/setup.h"

#include <vector>

namespace kh {

std::optional<Finding> boxOfOthers(const Setup& setup, bool words) {
    const AircraftClass& of = setup.machine.aircraft.of();
    const ControllerProfile& box = setup.controller.profile;
    if (of.flownBy == nullptr || of.flownBy(box)) return std::nullopt;
    Finding f{.id = "box-kind",
              .severity = Severity::Danger,
              .row = "boxes"_row,
              .box = Box::Controller,
              .subject = "controller.profile.id"_field};
    f.station = Station::Airframe;
    if (!words) return f;
    std::vector<Message> needs;
    for (const char* need : of.needsOfBox) needs.push_back(say(need));
    f.title = say(KH_TR("{b} is made for another kind of machine"), {{"b", box.name}});
    f.found = say(KH_TR("It has no place for: {list}."), {{"list", needs}});
    f.why = say(KH_TR("What stands here cannot be typed into it, and it would move something else."));
    f.todo = say(KH_TR("Choose the box that flies this machine (Choose the boxes and servos); nothing of the model is lost."));
    return f;
}

}  // namespace kh
