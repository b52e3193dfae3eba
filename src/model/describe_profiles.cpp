// SPDX-License-Identifier: GPL-3.0-or-later
//
// The fields of profiles.
#include "model/describe.h"

#include <array>

namespace kh {

namespace {

constexpr std::array kGainScale{Choice{KH_TR("signed")}, Choice{KH_TR("centre-50")}, Choice{KH_TR("mode-percent")},
                                Choice{KH_TR("travel")}};

constexpr std::array kTravelSide{Choice{"before-reversing", KH_TR("side before reversing")},
                                 Choice{"after-reversing", KH_TR("side after reversing")}};
constexpr std::array kSubTrimLaw{Choice{"moves", KH_TR("moves the whole channel")}, Choice{"bends", KH_TR("moves the centre, ends stay")}};
constexpr std::array kLimitLaw{Choice{"clips", KH_TR("cuts")}, Choice{"scales", KH_TR("draws the side in")}};
constexpr std::array kCollectiveRanges{Choice{"two", KH_TR("one a side")}, Choice{"one", KH_TR("one for both sides")},
                                       Choice{"none", KH_TR("none: the transmitter's travel is the range")}};
constexpr std::array kPageOrder{Choice{KH_TR("element")}, Choice{KH_TR("topic")}};
constexpr std::array kSetAt{Choice{"menu", KH_TR("own menu")},
                            Choice{"program", KH_TR("program")},
                            Choice{"other-box", KH_TR("the other box")},
                            Choice{"telemetry-page", KH_TR("telemetry page")},
                            Choice{"sticks", KH_TR("sticks and button")},
                            Choice{"file", KH_TR("file")}};
constexpr std::array kSetHow{Choice{"value", KH_TR("typed")}, Choice{"by-eye", KH_TR("adjusted by eye, no number is shown")},
                             Choice{"gesture", KH_TR("learned by a gesture")}, Choice{"binding", KH_TR("stored at binding")}};
constexpr std::array kSetActs{Choice{"at-once", KH_TR("at once")}, Choice{"saved", KH_TR("when it is saved")},
                              Choice{"power-cycled", KH_TR("after switching off and on")}};
constexpr NumberSpec kAsShown{-100000, 100000, "", 3, false, true};
constexpr std::array kReceiverFailsafe{Choice{"from-transmitter", KH_TR("as typed")}, Choice{"stored-here", KH_TR("stored in it")},
                                       Choice{"holds-last", KH_TR("holds the last")}, Choice{"no-signal", KH_TR("nothing")}};
constexpr std::array kEndSignal{Choice{KH_TR("motor tones")}, Choice{KH_TR("lamp")}};
constexpr std::array kFirstEnd{Choice{KH_TR("high")}, Choice{KH_TR("low")}};

}  // namespace

void describe(FieldVisitor& v, MenuEntry& m) {
    v.text("id", m.id, {KH_TR("menu page")});
    v.text("title", m.title, {KH_TR("title of the page"), KH_TR("title")});
    v.text("under", m.under, {KH_TR("page it is reached from"), KH_TR("under")});
    v.text("firmware", m.firmware, {KH_TR("firmware that has this page"), KH_TR("firmware")});
    v.names("topics", m.topics, {KH_TR("what is typed on the page"), KH_TR("topics")});
    v.pick("order", m.order, kPageOrder, {KH_TR("order on the page"), KH_TR("order")});
}

void describe(FieldVisitor& v, BoxSetting& s) {
    v.text("id", s.id, {KH_TR("topic")});
    v.pick("at", s.at, kSetAt, {KH_TR("where it is set"), KH_TR("set at")});
    v.pick("how", s.how, kSetHow, {KH_TR("how it is set"), KH_TR("how")});
    v.pick("acts", s.acts, kSetActs, {KH_TR("when it acts"), KH_TR("acts")});
    v.maybe("low", s.low, kAsShown, {KH_TR("the least it takes"), KH_TR("least")});
    v.maybe("high", s.high, kAsShown, {KH_TR("the most it takes"), KH_TR("most")});
    v.maybe("factory", s.factory, kAsShown, {KH_TR("as it comes"), KH_TR("factory")});
    v.text("with", s.with, {KH_TR("what the same knob sets too"), KH_TR("with")});
}

void describe(FieldVisitor& v, TakenWindow& w) {
    v.text("id", w.id, {KH_TR("function")});
    v.number("lowPct", w.lowPct, {-200, 200, "%"}, {KH_TR("lowest reading"), KH_TR("from")});
    v.number("highPct", w.highPct, {-200, 200, "%"}, {KH_TR("highest reading"), KH_TR("to")});
}

void describe(FieldVisitor& v, CheckWindow& w) {
    v.text("id", w.id, {KH_TR("check point")});
    v.number("lowPct", w.lowPct, {-200, 200, "%"}, {KH_TR("lowest reading that passes"), KH_TR("from")});
    v.number("highPct", w.highPct, {-200, 200, "%"}, {KH_TR("highest reading that passes"), KH_TR("to")});
}

void describe(FieldVisitor& v, Monitor& m) {
    v.text("unit", m.unit, {KH_TR("unit of the monitor"), KH_TR("unit")});
    v.number("perPct", m.perPct, {0.01, 100, "", 4, false, true}, {KH_TR("what the monitor shows for a percent"), KH_TR("a percent")});
    v.number("zero", m.zero, {-10000, 10000, "", 1, false, true}, {KH_TR("what the monitor shows at the centre"), KH_TR("centre")});
    v.whole("decimals", m.decimals, {0, 3}, {KH_TR("decimals of the monitor"), KH_TR("decimals")});
    v.number("step", m.step, {0, 1000, "", 3}, {KH_TR("step of the monitor"), KH_TR("step")});
    v.names("turned", m.turned, {KH_TR("functions it shows with the other sign"), KH_TR("turned")});
    v.flag("lamps", m.lamps, {KH_TR("monitor"), KH_TR("shows")}, {KH_TR("lamps"), KH_TR("numbers"), KH_TR("lamps only"), KH_TR("numbers")});
}

void describe(FieldVisitor& v, BoxScale& s) {
    v.text("id", s.id, {KH_TR("topic")});
    v.text("unit", s.unit, {KH_TR("unit")});
    v.number("perUnit", s.perUnit, {-1000, 1000, "", 4}, {KH_TR("shown for one of the program's own")});
    v.number("offset", s.offset, {-10000, 10000, "", 2}, {KH_TR("shown for none")});
    v.whole("decimals", s.decimals, {0, 3}, {KH_TR("decimals")});
    v.number("step", s.step, {0, 1000, "", 3}, {KH_TR("step")});
}

void describe(FieldVisitor& v, BoxWord& w) {
    v.text("id", w.id, {KH_TR("word of the program")});
    v.text("says", w.says, {KH_TR("word of the box")});
}

void describe(FieldVisitor& v, BoxExport& e) {
    v.text("id", e.id, {KH_TR("line of its text export")});
    v.text("key", e.key, {KH_TR("key in its text export"), KH_TR("key")});
    v.text("setting", e.setting, {KH_TR("setting it stands for"), KH_TR("setting")});
}

namespace {

template <class P>
void describeWriting(FieldVisitor& v, P& p, Box box) {
    v.whole("format", p.format, {1, kProfileFormat}, {KH_TR("format of the file"), KH_TR("format")});
    v.list("settings", p.settings, KH_TR("Settings"));
    v.list("scales", p.scales, KH_TR("Scales"));
    v.list("words", p.words, KH_TR("Words"));
    v.list("menu", p.menu, KH_TR("Menu"));
    v.listIfAny("exports", p.exports, KH_TR("Text export"));
    v.unknowns("unknown", p.unknown, box);
}

}  // namespace

void describe(FieldVisitor& v, SwitchProfile& s) {
    v.text("id", s.id, {KH_TR("name on the case"), KH_TR("name")});
    v.whole("places", s.places, {2, 3}, {KH_TR("places")});
    v.flag("momentary", s.momentary, {KH_TR("momentary")});
    v.text("where", s.where, {KH_TR("where it sits"), KH_TR("where"), KH_TR("not known")});
    v.names("words", s.words, {KH_TR("words for its places"), KH_TR("places are called")});
}

void describe(FieldVisitor& v, ServoProfile& p) {
    v.text("id", p.id, {KH_TR("id")});
    v.whole("version", p.version, {1, 1e6}, {KH_TR("data sheet version"), KH_TR("version")});
    v.text("name", p.name, {KH_TR("name")});
    v.maybe("pulseUs", p.pulseUs, kServoPulse, {KH_TR("pulse class"), KH_TR("pulse")});
    v.maybe("maxHz", p.maxHz, kServoRate, {KH_TR("highest frame rate"), KH_TR("rate")});
    v.number("degPerUs", p.degPerUs, {0.01, 1, "°/µs", 3}, {KH_TR("travel a µs"), KH_TR("travel")});
    v.number("deadBandUs", p.deadBandUs, {0, 50, "µs", 1}, {KH_TR("dead band")});
    v.number("rangeDeg", p.rangeDeg, {10, 180, "°"}, {KH_TR("mechanical range"), KH_TR("range")});
    v.number("splineTeeth", p.splineTeeth, {8, 60, "teeth", 0, true}, {KH_TR("teeth of the shaft"), KH_TR("teeth")});
    v.text("source", p.source, {KH_TR("source of pulse and rate"), KH_TR("source"), KH_TR("not noted")});
    v.text("otherSource", p.otherSource, {KH_TR("second source of pulse and rate"), KH_TR("second source"), KH_TR("none")});
    v.maybe("otherPulseUs", p.otherPulseUs, kServoPulse,
            {KH_TR("pulse class by the second source"), KH_TR("pulse there"), KH_TR("nothing")});
    v.maybe("otherMaxHz", p.otherMaxHz, kServoRate,
            {KH_TR("highest frame rate by the second source"), KH_TR("rate there"), KH_TR("nothing")});
    v.at(Station::Link);  // what the receiver supply is judged by
    v.maybe("maxVolts", p.maxVolts, {3, 14, "V", 1}, {KH_TR("highest voltage"), KH_TR("volts")});
    v.maybe("minVolts", p.minVolts, {3, 14, "V", 1}, {KH_TR("lowest voltage"), KH_TR("from")});
}

void describe(FieldVisitor& v, ReceiverProfile& p) {
    v.text("id", p.id, {KH_TR("id")});
    v.whole("version", p.version, {1, 1e6}, {KH_TR("data sheet version"), KH_TR("version")});
    v.text("name", p.name, {KH_TR("name")});
    v.at(Station::Link);
    v.whole("outputs", p.outputs, {1, 32}, {KH_TR("outputs"), KH_TR("outputs")});
    v.pick("failsafe", p.failsafe, kReceiverFailsafe, {KH_TR("what it does when the signal is lost"), KH_TR("signal lost")});
    v.text("plugMark", p.plugMark, {KH_TR("which way round a plug goes"), KH_TR("plugs"), KH_TR("not known")});
    v.text("bindGesture", p.bindGesture, {KH_TR("how it is bound"), KH_TR("bound by"), KH_TR("not known")});
    v.text("lampBound", p.lampBound, {KH_TR("its lamp when it hears the transmitter"), KH_TR("lamp, bound"), KH_TR("not known")});
    v.text("lampWaits", p.lampWaits, {KH_TR("its lamp while it waits to be bound"), KH_TR("lamp, waiting"), KH_TR("not known")});
    v.text("protocol", p.protocol, {KH_TR("signal it sends"), KH_TR("signal"), KH_TR("not known")});
    v.text("variantBy", p.variantBy, {KH_TR("what decides the variant of its signal"), KH_TR("variant by"), KH_TR("not known")});
}

void describe(FieldVisitor& v, TransmitterProfile& p) {
    v.facts(true);
    v.text("id", p.id, {KH_TR("id")});
    v.whole("version", p.version, {1, 1e6}, {KH_TR("profile version"), KH_TR("version")});
    v.text("name", p.name, {KH_TR("name")});
    v.whole("channels", p.channels, {4, 32}, {KH_TR("channels")});
    v.list("switches", p.switches, KH_TR("Switches"));
    v.number("centreUs", p.centreUs, {500, 2500, "µs"}, {KH_TR("centre pulse"), KH_TR("centre")});
    v.number("usPerPct", p.usPerPct, {0.5, 10, "µs/%", 2}, {KH_TR("pulse a percent"), KH_TR("scale")});
    v.number("resolutionUs", p.resolutionUs, {0.05, 20, "µs", 2}, {KH_TR("pulse resolution"), KH_TR("resolution")});
    v.number("travelStepPct", p.travelStepPct, {0.01, 10, "%", 2}, {KH_TR("step of the travel"), KH_TR("travel step")});
    v.number("travelLimitPct", p.travelLimitPct, {50, 200, "%"}, {KH_TR("highest travel"), KH_TR("travel limit")});
    v.number("subTrimStepPct", p.subTrimStepPct, {0.01, 10, "%", 2}, {KH_TR("step of the sub-trim"), KH_TR("sub-trim step")});
    v.number("outputLimitPct", p.outputLimitPct, {100, 200, "%"}, {KH_TR("output limit")});
    v.whole("curvePoints", p.curvePoints, {2, 64}, {KH_TR("points a curve"), KH_TR("points")});
    v.flag("smoothCurves", p.smoothCurves, {KH_TR("smooth curves")});
    v.pick("gainScale", p.gainScale, kGainScale, {KH_TR("scale of the gain"), KH_TR("gain scale")});
    v.number("holdLowPct", p.holdLowPct, {-50, 0, "%"}, {KH_TR("lowest hold value"), KH_TR("hold low")});
    v.number("holdHighPct", p.holdHighPct, {0, 100, "%"}, {KH_TR("highest hold value"), KH_TR("hold high")});
    v.whole("flightModes", p.flightModes, {2, 10}, {KH_TR("flight modes")});
    v.flag("modelMatch", p.modelMatch, {KH_TR("model match")});
    v.pick("travelSide", p.laws.side, kTravelSide, {KH_TR("side a travel is judged by"), KH_TR("travel's side")});
    v.pick("subTrimLaw", p.laws.subTrim, kSubTrimLaw, {KH_TR("what a sub-trim does"), KH_TR("sub-trim does")});
    v.flag("reverseTurnsTrim", p.laws.reverseTurnsTrim, {KH_TR("reversing turns the sub-trim over"), KH_TR("reversing turns it")});
    v.pick("limitLaw", p.laws.limit, kLimitLaw, {KH_TR("what an output limit does"), KH_TR("limit does")});
    v.numbers("curveCounts", p.curveCounts, {2, 64, "", 0, true}, {KH_TR("points a curve may have"), KH_TR("counts")});
    v.names("alsoDoes", p.alsoDoes, {KH_TR("what it also does, described only"), KH_TR("also does")});
    v.whole("logicalSwitches", p.logicalSwitches, {0, 256},
            {KH_TR("conditions of more than one switch it holds"), KH_TR("logical switches")});
    v.flag("fades", p.fades, {KH_TR("fades into a flight mode"), KH_TR("fades")});
    v.whole("sticksCalibrated", p.sticksCalibrated, {0, 1e6}, {KH_TR("times its own sticks were calibrated"), KH_TR("calibrated")});
    v.text("bindGesture", p.bindGesture, {KH_TR("how it is put into binding"), KH_TR("bound by"), KH_TR("not known")});
    v.text("bindSign", p.bindSign, {KH_TR("how it shows that it binds"), KH_TR("shows"), KH_TR("not known")});
    v.numbers("expoTable", p.expoTable, {0, 1, "", 3}, {KH_TR("bend of an expo of 100"), KH_TR("expo's bend")});
    describeWriting(v, p, Box::Transmitter);
}

void describe(FieldVisitor& v, ControllerProfile& p) {
    v.facts(true);
    v.text("id", p.id, {KH_TR("id")});
    v.whole("version", p.version, {1, 1e6}, {KH_TR("profile version"), KH_TR("version")});
    v.text("name", p.name, {KH_TR("name")});
    v.number("centreUs", p.centreUs, {500, 2500, "µs"}, {KH_TR("centre pulse"), KH_TR("centre")});
    v.number("usPerPct", p.usPerPct, {0.5, 10, "µs/%", 2}, {KH_TR("pulse a percent"), KH_TR("scale")});
    v.number("deadBandPct", p.deadBandPct, {0, 20, "%", 1}, {KH_TR("dead band")});
    v.number("monitorStopPct", p.monitorStopPct, {100, 200, "%"}, {KH_TR("most its monitor shows"), KH_TR("monitor stop")});
    v.flag("punishesOvershoot", p.punishesOvershoot, {KH_TR("readings beyond 100"), KH_TR("overshoot")});
    v.number("demandLimitPct", p.demandLimitPct, {100, 200, "%"},
             {KH_TR("reading beyond which it does no more"), KH_TR("does more up to")});
    v.flag("learnsCentre", p.learnsCentre, {KH_TR("learns its centre at power-up"), KH_TR("learns its centre")});
    v.at(Station::Pitch);
    v.number("referenceDeg", p.referenceDeg, {1, 15, "°", 1}, {KH_TR("reference angle"), KH_TR("wants")});
    v.number("referenceDemandPct", p.referenceDemandPct, {10, 100, "%"}, {KH_TR("demand of the reference"), KH_TR("reference demand")});
    v.pick("collectiveRanges", p.collectiveRanges, kCollectiveRanges, {KH_TR("ranges it has for the collective"), KH_TR("ranges")});
    v.at(Station::Swash);
    v.names("layouts", p.layouts, {KH_TR("layouts it has"), KH_TR("layouts")});
    v.numbers("pulsesUs", p.pulsesUs, kServoPulse, {KH_TR("pulses it can send"), KH_TR("pulses")});
    v.numbers("ratesHz", p.ratesHz, kServoRate, {KH_TR("frame rates it can send"), KH_TR("rates")});
    v.number("strokeUs", p.strokeUs, {50, 1000, "µs"}, {KH_TR("stroke of a full demand"), KH_TR("stroke")});
    v.number("usableStrokeUs", p.usableStrokeUs, {50, 1000, "µs"}, {KH_TR("usable stroke")});
    v.number("trimStepUs", p.trimStepUs, {0.1, 20, "µs", 1}, {KH_TR("step of the sub-trim"), KH_TR("trim step")});
    v.number("trimSafeUs", p.trimSafeUs, {1, 400, "µs"}, {KH_TR("safe sub-trim")});
    v.at(Station::Tail);
    v.number("tailStrokeUs", p.tailStrokeUs, {50, 1000, "µs"}, {KH_TR("stroke of the tail"), KH_TR("tail stroke")});
    v.number("tailWindowLowPct", p.tailWindowLowPct, {0, 200, "%"}, {KH_TR("lower edge of the tail window"), KH_TR("tail window low")});
    v.number("tailWindowHighPct", p.tailWindowHighPct, {0, 200, "%"}, {KH_TR("upper edge of the tail window"), KH_TR("tail window high")});
    v.maybe("gainStartPct", p.gainStartPct, {1, 100, "%"}, {KH_TR("tail gain its maker starts from"), KH_TR("starts at")});
    v.flag("scalesGain", p.scalesGain, {KH_TR("scales the tail gain by head speed"), KH_TR("scales the gain")},
           {KH_TR("yes"), KH_TR("no"), KH_TR("scales it"), KH_TR("as it is sent")});
    v.at(Station::Sensors);
    v.names("mountings", p.mountings, {KH_TR("mountings it knows"), KH_TR("mountings")});
    v.flag("gyroSenses", p.gyroSenses, {KH_TR("gyro senses as settings"), KH_TR("gyro senses")});
    v.names("levelling", p.levelling, {KH_TR("what it does by its accelerometer"), KH_TR("levelling")});
    v.names("learns", p.learns, {KH_TR("what it learns at power-up"), KH_TR("learns")});
    v.flag("oneTailDirection", p.oneTailDirection, {KH_TR("one tail direction for stick and gyro"), KH_TR("one tail direction")});
    v.flag("separateSensor", p.separateSensor, {KH_TR("gyros in a case of their own"), KH_TR("separate sensor")});
    v.text("startSign", p.startSign, {KH_TR("sign of a good start"), KH_TR("good start")});
    v.at(Station::Power);
    v.names("governors", p.governors, {KH_TR("governors it has"), KH_TR("governors")});
    v.flag("passesThrottle", p.passesThrottle, {KH_TR("can pass the throttle through"), KH_TR("passes the throttle")});
    v.whole("banks", p.banks, {1, 8}, {KH_TR("banks")});
    v.flag("axesApart", p.axesApart, {KH_TR("roll and pitch apart in a bank"), KH_TR("axes apart")});
    v.flag("asksPolePairs", p.asksPolePairs, {KH_TR("asks for pole pairs"), KH_TR("pole pairs")});
    v.pick("gainScale", p.gainScale, kGainScale, {KH_TR("scale of the gain"), KH_TR("gain scale")});
    v.names("ports", p.ports, {KH_TR("ports")});
    v.names("channelOrder", p.channelOrder, {KH_TR("channel order")});
    v.names("alsoDoes", p.alsoDoes, {KH_TR("what it also does, described only"), KH_TR("also does")});
    v.text("plugMark", p.plugMark, {KH_TR("which way round a plug goes"), KH_TR("plugs")});
    v.at(Station::Link);
    v.maybe("aileronReachPct", p.aileronReachPct, {0, 100, "%"}, {KH_TR("how far aileron moves a rotor"), KH_TR("aileron"), KH_TR("no rotors")});
    v.maybe("elevatorReachPct", p.elevatorReachPct, {0, 100, "%"},
            {KH_TR("how far elevator moves a rotor"), KH_TR("elevator"), KH_TR("no rotors")});
    v.maybe("rudderReachPct", p.rudderReachPct, {0, 100, "%"}, {KH_TR("how far rudder moves a rotor"), KH_TR("rudder"), KH_TR("no rotors")});
    v.flag("yawFollows", p.yawFollows, {KH_TR("turns yaw over below zero collective"), KH_TR("yaw follows")});
    v.listIfAny("checks", p.checks, KH_TR("Check points"));
    v.list("takes", p.takes, KH_TR("Functions on channels of their own"));
    v.group("monitor", p.monitor);
    v.names("receiverKinds", p.receiverKinds, {KH_TR("kinds of receiver it is told of"), KH_TR("receiver kinds")});
    v.names("variants", p.variants, {KH_TR("variants of the signal it is told of"), KH_TR("variants")});
    v.text("variantBy", p.variantBy, {KH_TR("what decides the variant of the signal"), KH_TR("variant by"), KH_TR("not known")});
    v.flag("ownFailsafe", p.ownFailsafe, {KH_TR("failsafe of its own"), KH_TR("own failsafe")});
    v.maybe("maxVolts", p.maxVolts, {3, 14, "V", 1}, {KH_TR("highest supply voltage"), KH_TR("supply")});
    describeWriting(v, p, Box::Controller);
}

void describe(FieldVisitor& v, SpeedControllerProfile& p) {
    v.facts(true);
    v.text("id", p.id, {KH_TR("id")});
    v.whole("version", p.version, {1, 1e6}, {KH_TR("profile version"), KH_TR("version")});
    v.text("name", p.name, {KH_TR("name")});
    v.flag("governs", p.governs, {KH_TR("governs")});
    v.number("acceptsLowUs", p.acceptsLowUs, {500, 2500, "µs"}, {KH_TR("shortest pulse accepted"), KH_TR("accepts from")});
    v.number("acceptsHighUs", p.acceptsHighUs, {500, 2500, "µs"}, {KH_TR("longest pulse accepted"), KH_TR("accepts to")});
    v.number("maxCells", p.maxCells, {1, 20, "", 0, true}, {KH_TR("most cells"), KH_TR("cells")});
    v.maybe("maxElectricalRpm", p.maxElectricalRpm, {10000, 1000000, "rpm"}, {KH_TR("most electrical turns"), KH_TR("electrical")});
    v.maybe("leastOpeningPct", p.leastOpeningPct, {1, 99, "%"}, {KH_TR("least opening"), KH_TR("opening from")});
    v.pick("signalsBy", p.signalsBy, kEndSignal, {KH_TR("how it confirms an end"), KH_TR("confirms by")});
    v.pick("learnsFirst", p.learnsFirst, kFirstEnd, {KH_TR("the end it learns first"), KH_TR("learns first")});
    v.names("alsoDoes", p.alsoDoes, {KH_TR("what it also does, described only"), KH_TR("also does")});
    v.maybe("bailOutPct", p.bailOutPct, {0, 40, "%"}, {KH_TR("throttle it is held armed with"), KH_TR("armed at")});
    v.maybe("armsS", p.armsS, {0, 60, "s", 1}, {KH_TR("time from power to ready"), KH_TR("ready after")});
    v.text("notLearned", p.notLearned, {KH_TR("sign of ends that were not learned"), KH_TR("not learned")});
    describeWriting(v, p, Box::SpeedController);
}

}  // namespace kh
