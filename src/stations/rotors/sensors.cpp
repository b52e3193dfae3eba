// SPDX-License-Identifier: GPL-3.0-or-later
//
// How the controller sits in a quadrotor, and the three turns by hand.
#include "model/fieldpatterns.h"
#include "stations/rotors/rotors.h"

#include <array>

namespace kh {

namespace {

std::vector<Step> handTurns(const Setup&, const Figures&) {
    return {{"roll", Box::Machine, say(KH_TR("By hand: roll the machine right.")), say(KH_TR("The right pair rises.")),
             say(KH_TR("Motor lead off, blades folded."))},
            {"pitch", Box::Machine, say(KH_TR("By hand: nose down.")), say(KH_TR("The front pair rises."))},
            {"yaw", Box::Machine, say(KH_TR("By hand: turn the nose right, collective +20 % or more.")),
             say(KH_TR("The pair that yaws it left rises: the clockwise one. Below zero a sound box answers the other way round."))}};
}

}  // namespace

StationPage rotorsSensorsRows(const RowBuilder& b) {
    StationPage page{Station::Sensors, {}};
    const auto turn = [&](const char* id, const char* title, const char* must) {
        return b.row(id, say(title), {}, {}, {{RowBuilder::text(say(must))}});
    };
    page.rows = {
        b.row("mounting", say(KH_TR("Mounting")), {}, {{b.word("controller.mounting"_field, b.setup().controller.profile->mountings)}},
              {{b.field("machine.mounting"_field)}}),
        turn("roll-sense", KH_TR("Rolled right"), KH_TR("right pair rises")),
        turn("pitch-sense", KH_TR("Nose down"), KH_TR("front pair rises")),
        turn("yaw-sense", KH_TR("Turned right"), KH_TR("clockwise pair rises")),
        b.row("fixing", say(KH_TR("Fixing")), {}, {}, {{b.field("machine.fixing"_field), b.field("machine.squareErrorDeg"_field)}}),
    };
    return page;
}

std::span<const BenchWork> rotorSensorGuides() {
    static constexpr std::array work{BenchWork{
        .id = "rotor-hand-turns", .title = KH_TR("Turned by hand"), .rows = "roll-sense pitch-sense yaw-sense", .steps = handTurns}};
    return work;
}

}  // namespace kh
