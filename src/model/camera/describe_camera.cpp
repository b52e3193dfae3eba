// SPDX-License-Identifier: GPL-3.0-or-later
//
// The fields of a camera quadrotor: facts of the machine and of its box's modes, and what its receiver is told of a lost signal.
#include "model/camera/camera.h"
#include "model/describe.h"
#include "model/topics.h"

#include <array>

namespace kh {

namespace {

constexpr std::array kKinds{Choice{"position", KH_TR("holds its place")}, Choice{"rates", KH_TR("flies by rates")}};
constexpr std::array kTurningPairs{Choice{"front-left", KH_TR("front left and back right")},
                                   Choice{"front-right", KH_TR("front right and back left")}};
constexpr std::array kGestures{Choice{"none", KH_TR("none, a switch arms")}, Choice{"ground", KH_TR("on the ground only")},
                               Choice{"always", KH_TR("heard in the air too")}};
constexpr std::array kLosses{Choice{"keeps-last", KH_TR("keeps the last values")}, Choice{"values", KH_TR("sends stored values")},
                             Choice{"no-pulses", KH_TR("sends no pulses")}};
constexpr FlagWords kHeld{KH_TR("yes"), KH_TR("no"), KH_TR("held"), KH_TR("not held")};

}  // namespace

void describe(FieldVisitor& v, HeldMode& m) {
    v.text("id", m.id, {KH_TR("mode")});
    v.flag("angle", m.angle, {KH_TR("holds its angle"), KH_TR("angle")}, kHeld);
    v.flag("height", m.height, {KH_TR("holds its height"), KH_TR("height")}, kHeld);
    v.flag("position", m.position, {KH_TR("holds its place"), KH_TR("place")}, kHeld);
    v.text("seen", m.seen, {KH_TR("sign that was seen or heard"), KH_TR("sign"), KH_TR("not seen yet")});
    v.maybe("leanDeg", m.leanDeg, {5, 89, "°", 0}, {KH_TR("lean that full stick asks for"), KH_TR("full stick"), KH_TR("not known")});
    v.maybe("speedMs", m.speedMs, {0.5, 50, "m/s", 1}, {KH_TR("speed that full stick asks for"), KH_TR("full stick"), KH_TR("not known")});
    v.maybe("turnDegS", m.turnDegS, {10, 2500, "°/s", 0},
            {KH_TR("rate of turn that full stick asks for"), KH_TR("full stick"), KH_TR("not known")});
}

void describe(FieldVisitor& v, Camera& c) {
    v.pick("kind", c.kind, kKinds, {KH_TR("Kind of quadrotor"), KH_TR("kind")});
    v.number("armMm", c.armMm, {20, 1500, "mm"}, {KH_TR("Arm, hub to motor"), KH_TR("arms")});
    v.number("propMm", c.propMm, {25, 900, "mm"}, {KH_TR("Propeller diameter"), KH_TR("propellers")});
    v.pick("pair", c.pair, kTurningPairs, {KH_TR("Pair that turns clockwise"), KH_TR("clockwise")});
    v.at(Station::Modes);
    v.number("hoverPct", c.hoverPct, {5, 95, "%"}, {KH_TR("Throttle that hovers without height hold"), KH_TR("hovers at")});
    v.maybe("returnHeightM", c.returnHeightM, {1, 500, "m"}, {KH_TR("Height it returns at"), KH_TR("returns at"), KH_TR("not known")});
    v.flag("homeStored", c.homeStored, {KH_TR("Stores its place before take-off"), KH_TR("place stored")});
    v.pick("gesture", c.gesture, kGestures, {KH_TR("Stick corner that arms"), KH_TR("gesture")});
    v.list("modes", c.modes, KH_TR("Modes of the box"));
    v.in(Box::Transmitter);
    v.facts(false);
    v.at(Station::Link);
    v.topic("failsafe"_topic);
    v.pick("loss", c.loss, kLosses, {KH_TR("What the receiver does without a signal"), KH_TR("lost signal")});
}

}  // namespace kh
