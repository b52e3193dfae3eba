// SPDX-License-Identifier: GPL-3.0-or-later
//
// The fields of a helicopter: facts.
#include "model/describe.h"
#include "model/helicopter/helicopter.h"

#include <array>

namespace kh {

namespace {

constexpr FlagWords kRises{KH_TR("yes"), KH_TR("no"), KH_TR("rises"), KH_TR("sinks")};  // with the pulse
constexpr std::array kTurning{Choice{KH_TR("clockwise")}, Choice{KH_TR("counter-clockwise")}};
constexpr std::array kLink{Choice{KH_TR("leading")}, Choice{KH_TR("trailing")}};
constexpr std::array kLinkKind{Choice{KH_TR("plain rod")}, Choice{KH_TR("left/right thread")}, Choice{KH_TR("moulded")}};
constexpr std::array kLinkEnds{Choice{KH_TR("either way")}, Choice{KH_TR("one way at one end")}, Choice{KH_TR("one way at both ends")}};
constexpr std::array kTailDrive{Choice{KH_TR("main rotor")}, Choice{KH_TR("own motor")}};
constexpr std::array kTopBlade{Choice{KH_TR("aft")}, Choice{KH_TR("forward")}};
constexpr std::array kTailSide{Choice{KH_TR("right")}, Choice{KH_TR("left")}};
constexpr std::array kLever{Choice{KH_TR("trailing")}, Choice{KH_TR("leading")}};

}  // namespace

void describe(FieldVisitor& v, PlateServo& s) {
    v.text("id", s.id, {KH_TR("role")});
    v.at(Station::Swash);
    v.number("azimuthDeg", s.azimuthDeg, kAzimuth, {KH_TR("ball azimuth"), KH_TR("azimuth")});
    v.maybe("ballRadiusMm", s.ballRadiusMm, {3, 120, "mm", 1}, {KH_TR("ball radius of its own"), KH_TR("ball radius")});
    v.at(Station::Airframe);
    v.number("armMm", s.armMm, {1, 60, "mm", 1}, {KH_TR("arm radius"), KH_TR("arm")});
    v.number("linkMm", s.linkMm, {5, 300, "mm", 1}, {KH_TR("link length"), KH_TR("link")});
    v.at(Station::Swash);
    v.flag("risesWithPulse", s.risesWithPulse, {KH_TR("mounting sense"), KH_TR("mounting")}, kRises);
    v.number("squareErrorDeg", s.squareErrorDeg, {-30, 30, "°", 1}, {KH_TR("arm angle at the neutral pulse"), KH_TR("arm off square")});
    v.group("servo", s.servo, KH_TR("servo"));
}

void describe(FieldVisitor& v, Rotor& r) {
    v.number("discM", r.discM, {0.1, 3, "m", 2}, {KH_TR("Main rotor disc"), KH_TR("disc")});
    v.number("bladeMm", r.bladeMm, {40, 1200, "mm"}, {KH_TR("Main blade length"), KH_TR("blade")});
    v.number("chordMm", r.chordMm, {5, 120, "mm", 1}, {KH_TR("Main blade chord"), KH_TR("chord")});
    v.number("blades", r.blades, {2, 6, "", 0, true}, {KH_TR("Number of main blades"), KH_TR("blades")});
    v.pick("turning", r.turning, kTurning, {KH_TR("Main rotor rotation"), KH_TR("rotation")});
    v.at(Station::Power);
    v.maybe("bladeMaxRpm", r.bladeMaxRpm, {100, 12000, "rpm"}, {KH_TR("Highest speed of the main blades"), KH_TR("blade limit")});
}

void describe(FieldVisitor& v, Head& h) {
    v.number("innerRadiusMm", h.innerRadiusMm, {2, 80, "mm", 1}, {KH_TR("Radius of the inner ring's balls"), KH_TR("ring")});
    v.number("gripMm", h.gripMm, {3, 80, "mm", 1}, {KH_TR("Blade grip lever"), KH_TR("grip")});
    v.number("leadDeg", h.leadDeg, {0, 180, "°", 1}, {KH_TR("Lead of the blade link"), KH_TR("lead")});
    v.pick("link", h.link, kLink, {KH_TR("Side of the blade link"), KH_TR("link side")});
    v.at(Station::Swash);
    v.number("phaseDeg", h.phaseDeg, {-90, 90, "°", 1}, {KH_TR("Phase angle of the head"), KH_TR("phase")});
    v.at(Station::Pitch);
    v.number("gripLimitDeg", h.gripLimitDeg, {3, 60, "°", 1}, {KH_TR("Widest angle of the blade grip"), KH_TR("grip limit")});
    v.maybe("wantedLowDeg", h.wantedLowDeg, {-25, 0, "°", 1}, {KH_TR("Collective wanted full down"), KH_TR("down"), KH_TR("as the style")});
    v.maybe("wantedHighDeg", h.wantedHighDeg, {0, 25, "°", 1}, {KH_TR("Collective wanted full up"), KH_TR("up"), KH_TR("as the style")});
    v.at(Station::Airframe);
    v.pick("linkKind", h.linkKind, kLinkKind, {KH_TR("Kind of the blade links"), KH_TR("link kind")});
    v.pick("linkEnds", h.linkEnds, kLinkEnds, {KH_TR("Ends of the blade links"), KH_TR("link ends")});
    v.maybe("threadMmPerTurn", h.threadMmPerTurn, {0.1, 2, "mm", 2}, {KH_TR("Thread of the blade links"), KH_TR("thread")});
}

void describe(FieldVisitor& v, PlateFacts& p) {
    v.number("ballRadiusMm", p.ballRadiusMm, {3, 120, "mm", 1}, {KH_TR("Ball radius of the plate"), KH_TR("balls")});
    v.maybe("kitLinkMm", p.kitLinkMm, {5, 300, "mm", 1}, {KH_TR("Servo links in the kit's manual"), KH_TR("kit"), KH_TR("not noted")});
    v.number("travelMm", p.travelMm, {0.5, 60, "mm", 1}, {KH_TR("Travel of the plate"), KH_TR("travel")});
    v.at(Station::Pitch);
    v.number("tiltLimitDeg", p.tiltLimitDeg, {2, 45, "°", 1}, {KH_TR("Widest tilt of the plate"), KH_TR("tilt limit")});
    v.at(Station::Swash);
    v.flag("mechanical", p.mechanical, {KH_TR("Mechanical mixing"), KH_TR("mechanical")});
}

void describe(FieldVisitor& v, TailFacts& t) {
    v.at(Station::Tail);
    v.pick("drive", t.drive, kTailDrive, {KH_TR("Drive of the tail rotor"), KH_TR("drive")});
    v.pick("topBlade", t.topBlade, kTopBlade, {KH_TR("Way of the upper tail blade"), KH_TR("upper blade")});
    v.number("armMm", t.armMm, {1, 60, "mm", 1}, {KH_TR("Tail servo arm"), KH_TR("arm")});
    v.number("linkMm", t.linkMm, {5, 1200, "mm", 1}, {KH_TR("Tail link length"), KH_TR("link")});
    v.at(Station::Airframe);
    v.maybe("kitLinkMm", t.kitLinkMm, {5, 1200, "mm", 1}, {KH_TR("Tail link in the kit's manual"), KH_TR("kit"), KH_TR("not noted")});
    v.at(Station::Tail);
    v.flag("risesWithPulse", t.risesWithPulse, {KH_TR("Tail servo mounting sense"), KH_TR("mounting")}, kRises);
    v.number("squareErrorDeg", t.squareErrorDeg, {-30, 30, "°", 1},
             {KH_TR("Tail arm angle at the neutral pulse"), KH_TR("arm off square")});
    v.number("crankRatio", t.crankRatio, {0.1, 5, "", 2}, {KH_TR("Tail crank ratio"), KH_TR("crank")});
    v.flag("crankTurnsOver", t.crankTurnsOver, {KH_TR("Tail crank turns the motion over"), KH_TR("crank")},
           {KH_TR("yes"), KH_TR("no"), KH_TR("crank turns over"), KH_TR("straight")});
    v.number("gripMm", t.gripMm, {2, 60, "mm", 1}, {KH_TR("Tail grip lever"), KH_TR("grip")});
    v.pick("lever", t.lever, kLever, {KH_TR("Side of the tail grip lever"), KH_TR("lever")});
    v.number("sliderLimitMm", t.sliderLimitMm, {0.5, 40, "mm", 1}, {KH_TR("Stop of the tail slider"), KH_TR("stop")});
    v.number("neutralPitchDeg", t.neutralPitchDeg, {-30, 30, "°", 1}, {KH_TR("Tail pitch at slider neutral"), KH_TR("neutral pitch")});
    v.at(Station::Airframe);
    v.pick("side", t.side, kTailSide, {KH_TR("Side of the boom the tail rotor is on"), KH_TR("side")});
    v.number("discM", t.discM, {0.03, 0.6, "m", 3}, {KH_TR("Tail rotor disc"), KH_TR("disc")});
    v.number("chordMm", t.chordMm, {3, 60, "mm", 1}, {KH_TR("Tail blade chord"), KH_TR("chord")});
    v.number("ratio", t.ratio, {1, 12, "", 2}, {KH_TR("Tail drive ratio"), KH_TR("ratio")});
    v.number("boomM", t.boomM, {0.1, 2, "m", 2}, {KH_TR("Mast to tail shaft"), KH_TR("boom")});
    v.at(Station::Tail);
    v.group("servo", t.servo, KH_TR("Tail servo"));
}

void describe(FieldVisitor& v, ServoArms& a) {
    v.numbers("holesMm", a.holesMm, {1, 60, "mm", 1}, {KH_TR("Holes of the servo arms"), KH_TR("holes")});
    v.flag("cross", a.cross, {KH_TR("Four-sided servo arms"), KH_TR("arms")},
           {KH_TR("yes"), KH_TR("no"), KH_TR("cross"), KH_TR("one side")});
}

void describe(FieldVisitor& v, Helicopter& h) {
    v.group("rotor", h.rotor);
    v.group("head", h.head);
    v.group("plate", h.plate);
    v.list("servos", h.servos, KH_TR("Plate servos"));
    v.group("arms", h.arms);
    v.group("tail", h.tail);
}

}  // namespace kh
