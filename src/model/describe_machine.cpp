// SPDX-License-Identifier: GPL-3.0-or-later
//
// The fields every machine has: facts.
#include "model/controllerwords.h"
#include "model/describe.h"

#include <array>

namespace kh {

namespace {

constexpr std::array kStyle{Choice{KH_TR("training")}, Choice{KH_TR("sport")}, Choice{KH_TR("aerobatic")}, Choice{KH_TR("scale")}};
constexpr std::array kFixing{Choice{KH_TR("thin tape")}, Choice{KH_TR("hard")}, Choice{KH_TR("soft foam")}};
constexpr std::array kThrottleLead{Choice{KH_TR("controller")}, Choice{KH_TR("receiver")}};
constexpr std::array kPower{Choice{KH_TR("electric")}, Choice{KH_TR("engine")}};
constexpr std::array kSecondSupply{Choice{KH_TR("none")}, Choice{KH_TR("parked")}, Choice{KH_TR("joined")},
                                   Choice{KH_TR("joined, both makers allow it")}};
constexpr std::array kCarries{Choice{KH_TR("signal")}, Choice{KH_TR("supply")}, Choice{"both", KH_TR("signal and supply")},
                              Choice{"speed", KH_TR("speed signal")}};
constexpr NumberSpec kTeeth{1, 400, "", 0, true};

}  // namespace

void describe(FieldVisitor& v, PowerTrain& p) {
    v.pick("kind", p.kind, kPower, {KH_TR("Power"), KH_TR("power")});
    v.text("motor", p.motor, {KH_TR("Motor")});
    v.maybe("kv", p.kv, {50, 20000, "rpm/V"}, {KH_TR("Motor Kv"), KH_TR("Kv")});
    v.maybe("poles", p.poles, {2, 60, "", 0, true}, {KH_TR("Magnet poles of the motor"), KH_TR("poles")});
    v.maybe("mainTeeth", p.mainTeeth, kTeeth, {KH_TR("Main gear teeth"), KH_TR("main")});
    v.maybe("pinionTeeth", p.pinionTeeth, kTeeth, {KH_TR("Pinion teeth"), KH_TR("pinion")});
    v.at(Station::Power);
    v.number("secondStage", p.secondStage, {0.1, 20, "", 2}, {KH_TR("Ratio of a second stage"), KH_TR("second stage")});
    v.maybe("secondMainTeeth", p.secondMainTeeth, kTeeth, {KH_TR("Second stage: teeth of its wheel"), KH_TR("wheel")});
    v.maybe("secondPinionTeeth", p.secondPinionTeeth, kTeeth, {KH_TR("Second stage: teeth of its pinion"), KH_TR("pinion")});
    v.at(Station::Airframe);
    v.number("cells", p.cells, {1, 20, "", 0, true}, {KH_TR("Cells of the pack"), KH_TR("cells")});
    v.maybe("capacityMah", p.capacityMah, {50, 20000, "mAh"}, {KH_TR("Pack capacity"), KH_TR("capacity")});
    v.maybe("mostPowerW", p.mostPowerW, {20, 20000, "W"}, {KH_TR("Most power of the drive"), KH_TR("most"), KH_TR("not known")});
    v.at(Station::Power);
    v.number("fullVoltsPerCell", p.fullVoltsPerCell, {4.0, 4.5, "V", 2}, {KH_TR("Full voltage of a cell"), KH_TR("full")});
    v.number("efficiency", p.efficiency, {0.5, 1, "", 2}, {KH_TR("Loaded speed factor"), KH_TR("speed factor")});
    v.maybe("clutchPct", p.clutchPct, {1, 100, "%"}, {KH_TR("Throttle at which the clutch engages"), KH_TR("clutch")});
    v.maybe("loggedMahPerMin", p.loggedMahPerMin, {1, 5000, "mAh/min"}, {KH_TR("Logged consumption"), KH_TR("logged")});
    v.maybe("plannedMahPerMin", p.plannedMahPerMin, {1, 5000, "mAh/min"}, {KH_TR("Planned consumption"), KH_TR("planned")});
}

void describe(FieldVisitor& v, Lead& l) {
    v.at(Station::Link);
    v.text("id", l.id, {KH_TR("name")});
    v.text("from", l.from, {KH_TR("from"), nullptr, KH_TR("not said")});
    v.text("to", l.to, {KH_TR("to"), nullptr, KH_TR("not said")});
    v.pick("carries", l.carries, kCarries, {KH_TR("carries")});
    v.flag("parked", l.parked, {KH_TR("parked")}, {KH_TR("yes"), KH_TR("no"), KH_TR("parked"), KH_TR("plugged in")});
    v.flag("homeMade", l.homeMade, {KH_TR("home-made")}, {KH_TR("yes"), KH_TR("no"), KH_TR("home-made"), KH_TR("its maker's")});
}

void describe(FieldVisitor& v, Wiring& w) {
    v.at(Station::Link);
    v.pick("receiver", w.receiver, kReceiverKindChoices, {KH_TR("Receiver")});
    v.pick("throttleLead", w.throttleLead, kThrottleLead, {KH_TR("Throttle lead")});
    v.number("supplyLeads", w.supplyLeads, {1, 4}, {KH_TR("Supply leads")});
    v.pick("second", w.second, kSecondSupply, {KH_TR("Lead of a second supply"), KH_TR("second supply")});
    v.at(Station::Power);
    v.flag("rpmLead", w.rpmLead, {KH_TR("Rpm lead to the controller"), KH_TR("rpm lead")},
           {KH_TR("yes"), KH_TR("no"), KH_TR("rpm lead"), KH_TR("no rpm lead")});
    v.at(Station::Link);
    v.flag("buffer", w.buffer, {KH_TR("Supply buffer"), KH_TR("buffer")}, {KH_TR("yes"), KH_TR("no"), KH_TR("buffer"), KH_TR("no buffer")});
    v.list("leads", w.leads, KH_TR("Other leads"));
}

void describe(FieldVisitor& v, Supply& s) {
    v.at(Station::Link);
    v.maybe("volts", s.volts, {3, 14, "V", 1}, {KH_TR("Voltage of the receiver supply"), KH_TR("supply")});
    v.maybe("continuousA", s.continuousA, {0.1, 100, "A", 1}, {KH_TR("Continuous current of the receiver supply"), KH_TR("continuous")});
    v.maybe("peakA", s.peakA, {0.1, 200, "A", 1}, {KH_TR("Peak current of the receiver supply"), KH_TR("peak")});
    v.maybe("receiverMaxVolts", s.receiverMaxVolts, {3, 14, "V", 1}, {KH_TR("Highest voltage of the receiver"), KH_TR("receiver")});
    v.maybe("alarmVolts", s.alarmVolts, {3, 14, "V", 1}, {KH_TR("Alarm on the receiver supply"), KH_TR("alarm"), KH_TR("none")});
    v.maybe("bufferVolts", s.bufferVolts, {3, 14, "V", 1}, {KH_TR("Voltage at which the buffer takes over"), KH_TR("buffer at")});
}

void describe(FieldVisitor& v, Air& a) {
    v.at(Station::Airframe);
    v.maybe("temperatureC", a.temperatureC, {-30, 50, "°C"}, {KH_TR("Temperature at the field"), KH_TR("air"), KH_TR("15 °C, sea level")});
    v.maybe("heightM", a.heightM, {-400, 5000, "m"}, {KH_TR("Height of the field above the sea"), KH_TR("height"), KH_TR("sea level")});
    v.at(Station::Tail);
    v.number("sideWindMs", a.sideWindMs, {0, 20, "m/s", 1}, {KH_TR("Side wind the tail is to hold"), KH_TR("side wind")});
    v.at(Station::Airframe);
}

void describe(FieldVisitor& v, Machine& m) {
    v.text("name", m.name, {KH_TR("Model name"), KH_TR("name")});
    v.text("sizeClass", m.sizeClass, {KH_TR("Size class"), KH_TR("class")});
    v.pick("style", m.style, kStyle, {KH_TR("Flying style"), KH_TR("style")});
    v.number("massKg", m.massKg, {0.05, 30, "kg", 2}, {KH_TR("Flying mass"), KH_TR("mass")});
    v.at(Station::Sensors);
    v.word<kMountingChoices>("mounting", m.mounting, {KH_TR("Mounting of the controller in the machine"), KH_TR("mounting")});
    v.pick("fixing", m.fixing, kFixing, {KH_TR("Fixing of the controller"), KH_TR("fixing")});
    v.number("squareErrorDeg", m.squareErrorDeg, {0, 15, "°", 1}, {KH_TR("Controller out of square"), KH_TR("square within")});
    v.flag("sensorLeadFree", m.sensorLeadFree, {KH_TR("Lead of the sensor"), KH_TR("lead")},
           {KH_TR("free"), KH_TR("pulls"), KH_TR("lead free"), KH_TR("lead pulls")});
    v.flag("sensorFlat", m.sensorFlat, {KH_TR("Face the sensor sits on"), KH_TR("face")},
           {KH_TR("flat"), KH_TR("uneven"), KH_TR("flat face"), KH_TR("uneven face")});
    v.at(Station::Airframe);
    v.aircraft(m.aircraft);
    v.group("power", m.power);
    v.group("air", m.air);
    v.group("supply", m.supply);
    v.group("wiring", m.wiring);
    v.at(Station::Link);
    v.group("receiver", m.receiver, KH_TR("Receiver's data sheet"));
}

}  // namespace kh
