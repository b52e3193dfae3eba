// SPDX-License-Identifier: GPL-3.0-or-later
//
// The fields of a variable-pitch quadrotor: facts of the machine, and what its controller is told of its rotors.
#include "model/describe.h"
#include "model/rotors/rotors.h"
#include "model/topics.h"

#include <array>

namespace kh {

namespace {

constexpr FlagWords kBallRises{KH_TR("yes"), KH_TR("no"), KH_TR("rises"), KH_TR("sinks")};  // with the pulse
constexpr std::array kPairs{Choice{"front-left", KH_TR("front left and back right")},
                            Choice{"front-right", KH_TR("front right and back left")}};
constexpr std::array kGauges{Choice{"blade", KH_TR("one blade")}, Choice{"folded", KH_TR("between folded blades")}};
constexpr std::array kLevers{Choice{KH_TR("leading")}, Choice{KH_TR("trailing")}};
constexpr NumberSpec kLimitUs{-600, 600, "µs"};

}  // namespace

void describe(FieldVisitor& v, RotorUnit& r) {
    v.text("id", r.id, {KH_TR("place")});
    v.number("armMm", r.armMm, {1, 60, "mm", 1}, {KH_TR("arm radius"), KH_TR("arm")});
    v.number("linkMm", r.linkMm, {5, 300, "mm", 1}, {KH_TR("push rod length"), KH_TR("rod")});
    v.number("leverMm", r.leverMm, {2, 60, "mm", 1}, {KH_TR("blade lever"), KH_TR("lever")});
    v.pick("lever", r.lever, kLevers, {KH_TR("side of the blade lever"), KH_TR("side")});
    v.at(Station::Rotors);
    v.flag("risesWithPulse", r.risesWithPulse, {KH_TR("mounting sense"), KH_TR("mounting")}, kBallRises);
    v.number("squareErrorDeg", r.squareErrorDeg, {-30, 30, "°", 1}, {KH_TR("arm off square to its rod"), KH_TR("off square")});
    v.number("zeroErrorDeg", r.zeroErrorDeg, {-15, 15, "°", 1}, {KH_TR("pitch with the arm square"), KH_TR("pitch there")});
    v.group("servo", r.servo, KH_TR("servo"));
}

void describe(FieldVisitor& v, RotorLimits& l) {
    v.untyped(KH_TR("it names the line the rest of it stands in"));
    v.text("id", l.id, {KH_TR("place")});
    v.topic("rotor-limits"_topic);
    v.number("plusUs", l.plusUs, kLimitUs, {KH_TR("+ limit"), KH_TR("+")});
    v.number("minusUs", l.minusUs, kLimitUs, {KH_TR("− limit"), KH_TR("−")});
}

void describe(FieldVisitor& v, Rotors& r) {
    v.number("armMm", r.armMm, {20, 1000, "mm"}, {KH_TR("Arm, hub to rotor shaft"), KH_TR("arms")});
    v.number("armAngleDeg", r.armAngleDeg, {10, 80, "°"}, {KH_TR("Angle of the front arms to the nose"), KH_TR("at")});
    v.pick("pair", r.pair, kPairs, {KH_TR("Pair that turns clockwise"), KH_TR("clockwise")});
    v.number("discM", r.discM, {0.05, 2, "m", 3}, {KH_TR("Rotor disc"), KH_TR("disc")});
    v.number("bladeMm", r.bladeMm, {20, 800, "mm"}, {KH_TR("Blade length"), KH_TR("blade")});
    v.number("chordMm", r.chordMm, {4, 120, "mm", 1}, {KH_TR("Blade chord"), KH_TR("chord")});
    v.number("blades", r.blades, {2, 6, "", 0, true}, {KH_TR("Blades of a rotor"), KH_TR("blades")});
    v.at(Station::Power);
    v.maybe("bladeMaxRpm", r.bladeMaxRpm, {100, 20000, "rpm"}, {KH_TR("Highest speed of the blades"), KH_TR("blade limit")});
    v.at(Station::Rotors);
    v.pick("gauge", r.gauge, kGauges, {KH_TR("What the pitch gauge shows"), KH_TR("gauge")});
    v.maybe("wantedDeg", r.wantedDeg, {1, 50, "°", 1}, {KH_TR("Blade pitch wanted at the limits"), KH_TR("wanted"), KH_TR("12° a blade")});
    v.at(Station::Airframe);
    v.list("rotors", r.rotors, KH_TR("Rotors"));
    v.in(Box::Controller);
    v.facts(false);
    v.at(Station::Rotors);
    v.topic("rotor-pair"_topic);
    v.pick("toldPair", r.toldPair, kPairs, {KH_TR("Clockwise pair in the controller"), KH_TR("clockwise")});
    v.list("limits", r.limits, KH_TR("Limits"));
    v.topic("rotor-gains"_topic);
    v.flag("gainsInside", r.gainsInside, {KH_TR("Where the gains stand"), KH_TR("gains")},
           {KH_TR("inside the box"), KH_TR("on a channel")});
}

}  // namespace kh
