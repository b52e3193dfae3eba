// SPDX-License-Identifier: GPL-3.0-or-later
//
// The fields of the machine: facts.
#include "model/describe.h"
#include "model/helicopter/layouts.h"

#include <array>

namespace kh {

namespace {

constexpr std::array kStyle{Choice{"training"}, Choice{"sport"}, Choice{"aerobatic"}, Choice{"scale"}};
constexpr std::array kTurning{Choice{"clockwise"}, Choice{"counter-clockwise"}};
constexpr std::array kLink{Choice{"leading"}, Choice{"trailing"}};
constexpr std::array kLinkKind{Choice{"plain rod"}, Choice{"left/right thread"}, Choice{"moulded"}};
constexpr std::array kLinkEnds{Choice{"either way"}, Choice{"one way at one end"}, Choice{"one way at both ends"}};
constexpr std::array kReceiver{Choice{"one lead"}, Choice{"a lead each"}, Choice{"remote receivers"}};
constexpr std::array kThrottleLead{Choice{"controller"}, Choice{"receiver"}};
constexpr std::array kLever{Choice{"trailing"}, Choice{"leading"}};
constexpr std::array kPower{Choice{"electric"}, Choice{"engine"}};
constexpr NumberSpec kTeeth{1, 400, "", 0, true};

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
    v.flag("risesWithPulse", s.risesWithPulse, {KH_TR("mounting sense"), KH_TR("mounting")});
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
    v.at(Station::Airframe);
    v.pick("linkKind", h.linkKind, kLinkKind, {KH_TR("Kind of the blade links"), KH_TR("link kind")});
    v.pick("linkEnds", h.linkEnds, kLinkEnds, {KH_TR("Ends of the blade links"), KH_TR("link ends")});
    v.maybe("threadMmPerTurn", h.threadMmPerTurn, {0.1, 2, "mm", 2}, {KH_TR("Thread of the blade links"), KH_TR("thread")});
}

void describe(FieldVisitor& v, PlateFacts& p) {
    v.number("ballRadiusMm", p.ballRadiusMm, {3, 120, "mm", 1}, {KH_TR("Ball radius of the plate"), KH_TR("balls")});
    v.number("travelMm", p.travelMm, {0.5, 60, "mm", 1}, {KH_TR("Travel of the plate"), KH_TR("travel")});
    v.at(Station::Pitch);
    v.number("tiltLimitDeg", p.tiltLimitDeg, {2, 45, "°", 1}, {KH_TR("Widest tilt of the plate"), KH_TR("tilt limit")});
    v.at(Station::Swash);
    v.flag("mechanical", p.mechanical, {KH_TR("Mechanical mixing"), KH_TR("mechanical")});
}

void describe(FieldVisitor& v, TailFacts& t) {
    v.at(Station::Tail);
    v.number("armMm", t.armMm, {1, 60, "mm", 1}, {KH_TR("Tail servo arm"), KH_TR("arm")});
    v.number("linkMm", t.linkMm, {5, 1200, "mm", 1}, {KH_TR("Tail link length"), KH_TR("link")});
    v.flag("risesWithPulse", t.risesWithPulse, {KH_TR("Tail servo mounting sense"), KH_TR("mounting")});
    v.number("crankRatio", t.crankRatio, {0.1, 5, "", 2}, {KH_TR("Tail crank ratio"), KH_TR("crank")});
    v.flag("crankTurnsOver", t.crankTurnsOver, {KH_TR("Tail crank turns the motion over"), KH_TR("crank")});
    v.number("gripMm", t.gripMm, {2, 60, "mm", 1}, {KH_TR("Tail grip lever"), KH_TR("grip")});
    v.pick("lever", t.lever, kLever, {KH_TR("Side of the tail grip lever"), KH_TR("lever")});
    v.number("sliderLimitMm", t.sliderLimitMm, {0.5, 40, "mm", 1}, {KH_TR("Stop of the tail slider"), KH_TR("stop")});
    v.number("neutralPitchDeg", t.neutralPitchDeg, {-30, 30, "°", 1}, {KH_TR("Tail pitch at slider neutral"), KH_TR("neutral pitch")});
    v.at(Station::Airframe);
    v.number("discM", t.discM, {0.03, 0.6, "m", 3}, {KH_TR("Tail rotor disc"), KH_TR("disc")});
    v.number("chordMm", t.chordMm, {3, 60, "mm", 1}, {KH_TR("Tail blade chord"), KH_TR("chord")});
    v.number("ratio", t.ratio, {1, 12, "", 2}, {KH_TR("Tail drive ratio"), KH_TR("ratio")});
    v.number("boomM", t.boomM, {0.1, 2, "m", 2}, {KH_TR("Mast to tail shaft"), KH_TR("boom")});
    v.at(Station::Tail);
    v.group("servo", t.servo, KH_TR("Tail servo"));
}

void describe(FieldVisitor& v, PowerTrain& p) {
    v.pick("kind", p.kind, kPower, {KH_TR("Power"), KH_TR("power")});
    v.text("motor", p.motor, {KH_TR("Motor")});
    v.maybe("kv", p.kv, {50, 20000, "rpm/V"}, {KH_TR("Motor Kv"), KH_TR("Kv")});
    v.maybe("poles", p.poles, {2, 60, "", 0, true}, {KH_TR("Magnet poles of the motor"), KH_TR("poles")});
    v.maybe("mainTeeth", p.mainTeeth, kTeeth, {KH_TR("Main gear teeth"), KH_TR("main")});
    v.maybe("pinionTeeth", p.pinionTeeth, kTeeth, {KH_TR("Pinion teeth"), KH_TR("pinion")});
    v.at(Station::Power);
    v.number("secondStage", p.secondStage, {0.1, 20, "", 2}, {KH_TR("Ratio of a second stage"), KH_TR("second stage")});
    v.at(Station::Airframe);
    v.number("cells", p.cells, {1, 20, "", 0, true}, {KH_TR("Cells of the pack"), KH_TR("cells")});
    v.maybe("capacityMah", p.capacityMah, {50, 20000, "mAh"}, {KH_TR("Pack capacity"), KH_TR("capacity")});
    v.at(Station::Power);
    v.number("fullVoltsPerCell", p.fullVoltsPerCell, {4.0, 4.5, "V", 2}, {KH_TR("Full voltage of a cell"), KH_TR("full")});
    v.number("efficiency", p.efficiency, {0.5, 1, "", 2}, {KH_TR("Loaded speed factor"), KH_TR("speed factor")});
    v.maybe("clutchPct", p.clutchPct, {1, 100, "%"}, {KH_TR("Throttle at which the clutch engages"), KH_TR("clutch")});
    v.maybe("loggedMahPerMin", p.loggedMahPerMin, {1, 5000, "mAh/min"}, {KH_TR("Logged consumption"), KH_TR("logged")});
    v.maybe("plannedMahPerMin", p.plannedMahPerMin, {1, 5000, "mAh/min"}, {KH_TR("Planned consumption"), KH_TR("planned")});
}

void describe(FieldVisitor& v, Wiring& w) {
    v.at(Station::Link);
    v.pick("receiver", w.receiver, kReceiver, {KH_TR("Receiver")});
    v.pick("throttleLead", w.throttleLead, kThrottleLead, {KH_TR("Throttle lead")});
    v.number("supplyLeads", w.supplyLeads, {1, 4}, {KH_TR("Supply leads")});
    v.flag("buffer", w.buffer, {KH_TR("Supply buffer"), KH_TR("buffer")});
}

void describe(FieldVisitor& v, ServoArms& a) {
    v.numbers("holesMm", a.holesMm, {1, 60, "mm", 1}, {KH_TR("Holes of the servo arms"), KH_TR("holes")});
    v.flag("cross", a.cross, {KH_TR("Four-sided servo arms"), KH_TR("arms")});
}

void describe(FieldVisitor& v, Supply& s) {
    v.at(Station::Link);
    v.maybe("volts", s.volts, {3, 14, "V", 1}, {KH_TR("Voltage of the receiver supply"), KH_TR("supply")});
    v.maybe("continuousA", s.continuousA, {0.1, 100, "A", 1}, {KH_TR("Continuous current of the receiver supply"), KH_TR("continuous")});
    v.maybe("peakA", s.peakA, {0.1, 200, "A", 1}, {KH_TR("Peak current of the receiver supply"), KH_TR("peak")});
    v.maybe("receiverMaxVolts", s.receiverMaxVolts, {3, 14, "V", 1}, {KH_TR("Highest voltage of the receiver"), KH_TR("receiver")});
}

void describe(FieldVisitor& v, Machine& m) {
    v.text("name", m.name, {KH_TR("Model name"), KH_TR("name")});
    v.text("sizeClass", m.sizeClass, {KH_TR("Size class"), KH_TR("class")});
    v.pick("style", m.style, kStyle, {KH_TR("Flying style"), KH_TR("style")});
    v.number("massKg", m.massKg, {0.05, 30, "kg", 2}, {KH_TR("Flying mass"), KH_TR("mass")});
    v.at(Station::Swash);
    v.word<kMountingChoices>("mounting", m.mounting, {KH_TR("Mounting of the controller in the machine"), KH_TR("mounting")});
    v.at(Station::Airframe);
    v.group("rotor", m.rotor);
    v.group("head", m.head);
    v.group("plate", m.plate);
    v.list("servos", m.servos, KH_TR("Plate servos"));
    v.group("arms", m.arms);
    v.group("tail", m.tail);
    v.group("power", m.power);
    v.group("supply", m.supply);
    v.group("wiring", m.wiring);
}

}  // namespace kh
