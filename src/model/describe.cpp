// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/fields.h"

#include <array>

namespace kh {

namespace {

constexpr std::array kTurning{Choice{"clockwise"}, Choice{"counter-clockwise"}};
constexpr std::array kLink{Choice{"leading"}, Choice{"trailing"}};
constexpr std::array kLinkKind{Choice{"plain rod"}, Choice{"left/right thread"}, Choice{"moulded"}};
constexpr std::array kLinkEnds{Choice{"either way"}, Choice{"one way at one end"}, Choice{"one way at both ends"}};
constexpr std::array kReceiver{Choice{"one lead"}, Choice{"a lead each"}, Choice{"remote receivers"}};
constexpr std::array kThrottleLead{Choice{"controller"}, Choice{"receiver"}};
constexpr std::array kLever{Choice{"trailing"}, Choice{"leading"}};
constexpr std::array kPower{Choice{"electric"}, Choice{"engine"}};
constexpr std::array kModelType{Choice{"helicopter"}, Choice{"aeroplane"}};
constexpr std::array kSwashMixing{Choice{"off"}, Choice{"120"}, Choice{"135"}, Choice{"140"}, Choice{"90"}};
constexpr std::array kGainScale{Choice{"signed"}, Choice{"centre-50"}, Choice{"mode-percent"}, Choice{"travel"}};
constexpr std::array kControl{Choice{"governor"}, Choice{"direct"}};
constexpr std::array kThrottleSchool{Choice{"flat"}, Choice{"classic"}};
constexpr std::array kEntrySchool{Choice{"points"}, Choice{"line"}};
constexpr std::array kPitchSchool{Choice{"one"}, Choice{"per mode"}};
constexpr std::array kAgilitySchool{Choice{"controller"}, Choice{"transmitter"}};
constexpr std::array kGainSchool{Choice{"per mode"}, Choice{"steps"}, Choice{"fixed"}};
constexpr std::array kHoldSchool{Choice{"cut"}, Choice{"bail-out"}};
constexpr std::array kHoldSwitchSchool{Choice{"own"}, Choice{"mode switch"}};
constexpr std::array kMidStickSchool{Choice{"zero"}, Choice{"hover"}};
constexpr std::array kRescueSchool{Choice{"momentary"}, Choice{"latched"}, Choice{"none"}};
constexpr std::array kOrderSchool{Choice{"controller"}, Choice{"learned"}};
constexpr std::array kEndSchool{Choice{"timer"}, Choice{"used charge"}, Choice{"voltage alarm"}};
constexpr std::array kCutOff{Choice{"reduce"}, Choice{"hard"}};

constexpr NumberSpec kPctTravel{0, 200, "%", 1};
constexpr NumberSpec kAzimuth{0, 360, "°", 1};
constexpr NumberSpec kServoPulse{500, 2000, "µs"};
constexpr NumberSpec kServoRate{30, 1000, "Hz"};
constexpr NumberSpec kTeeth{1, 400};

void describe(FieldVisitor& v, MenuEntry& m) {
    v.text("id", m.id);
    v.text("title", m.title);
}

void describe(FieldVisitor& v, SwitchProfile& s) {
    v.text("id", s.id);
    v.whole("places", s.places, {2, 3});
    v.flag("momentary", s.momentary);
}

void describe(FieldVisitor& v, PlateServo& s) {
    v.text("id", s.id);
    v.number("azimuthDeg", s.azimuthDeg, kAzimuth);
    v.maybe("ballRadiusMm", s.ballRadiusMm, {3, 120, "mm", 1});
    v.number("armMm", s.armMm, {1, 60, "mm", 1});
    v.number("linkMm", s.linkMm, {5, 300, "mm", 1});
    v.flag("risesWithPulse", s.risesWithPulse);
    v.number("squareErrorDeg", s.squareErrorDeg, {-30, 30, "°", 1});
    v.group("servo", s.servo);
}

void describe(FieldVisitor& v, Rotor& r) {
    v.number("discM", r.discM, {0.1, 3, "m", 2});
    v.number("bladeMm", r.bladeMm, {40, 1200, "mm"});
    v.number("chordMm", r.chordMm, {5, 120, "mm", 1});
    v.number("blades", r.blades, {2, 6});
    v.pick("turning", r.turning, kTurning);
    v.maybe("bladeMaxRpm", r.bladeMaxRpm, {100, 12000, "rpm"});
}

void describe(FieldVisitor& v, Head& h) {
    v.number("innerRadiusMm", h.innerRadiusMm, {2, 80, "mm", 1});
    v.number("gripMm", h.gripMm, {3, 80, "mm", 1});
    v.number("leadDeg", h.leadDeg, {-180, 180, "°", 1});
    v.pick("link", h.link, kLink);
    v.number("phaseDeg", h.phaseDeg, {-90, 90, "°", 1});
    v.number("gripLimitDeg", h.gripLimitDeg, {3, 60, "°", 1});
    v.pick("linkKind", h.linkKind, kLinkKind);
    v.pick("linkEnds", h.linkEnds, kLinkEnds);
    v.maybe("threadMmPerTurn", h.threadMmPerTurn, {0.1, 2, "mm", 2});
}

void describe(FieldVisitor& v, PlateFacts& p) {
    v.number("ballRadiusMm", p.ballRadiusMm, {3, 120, "mm", 1});
    v.number("travelMm", p.travelMm, {0.5, 60, "mm", 1});
    v.number("tiltLimitDeg", p.tiltLimitDeg, {2, 45, "°", 1});
    v.flag("mechanical", p.mechanical);
}

void describe(FieldVisitor& v, TailFacts& t) {
    v.number("armMm", t.armMm, {1, 60, "mm", 1});
    v.number("linkMm", t.linkMm, {5, 1200, "mm", 1});
    v.flag("risesWithPulse", t.risesWithPulse);
    v.number("crankRatio", t.crankRatio, {0.1, 5, "", 2});
    v.flag("crankTurnsOver", t.crankTurnsOver);
    v.number("gripMm", t.gripMm, {2, 60, "mm", 1});
    v.pick("lever", t.lever, kLever);
    v.number("sliderLimitMm", t.sliderLimitMm, {0.5, 40, "mm", 1});
    v.number("neutralPitchDeg", t.neutralPitchDeg, {-30, 30, "°", 1});
    v.number("discM", t.discM, {0.03, 0.6, "m", 3});
    v.number("chordMm", t.chordMm, {3, 60, "mm", 1});
    v.number("ratio", t.ratio, {1, 12, "", 2});
    v.number("boomM", t.boomM, {0.1, 2, "m", 2});
    v.group("servo", t.servo);
}

void describe(FieldVisitor& v, PowerTrain& p) {
    v.pick("kind", p.kind, kPower);
    v.text("motor", p.motor);
    v.maybe("kv", p.kv, {50, 20000, "rpm/V"});
    v.maybe("poles", p.poles, {2, 60});
    v.maybe("mainTeeth", p.mainTeeth, kTeeth);
    v.maybe("pinionTeeth", p.pinionTeeth, kTeeth);
    v.number("secondStage", p.secondStage, {0.1, 20, "", 2});
    v.number("cells", p.cells, {1, 20});
    v.maybe("capacityMah", p.capacityMah, {50, 20000, "mAh"});
    v.number("fullVoltsPerCell", p.fullVoltsPerCell, {4.0, 4.5, "V", 2});
    v.number("efficiency", p.efficiency, {0.5, 1, "", 2});
    v.maybe("clutchPct", p.clutchPct, {1, 100, "%"});
    v.maybe("loggedMahPerMin", p.loggedMahPerMin, {1, 5000, "mAh/min"});
    v.maybe("plannedMahPerMin", p.plannedMahPerMin, {1, 5000, "mAh/min"});
}

void describe(FieldVisitor& v, Wiring& w) {
    v.pick("receiver", w.receiver, kReceiver);
    v.pick("throttleLead", w.throttleLead, kThrottleLead);
    v.number("supplyLeads", w.supplyLeads, {1, 4});
    v.flag("buffer", w.buffer);
}

void describe(FieldVisitor& v, ServoArms& a) {
    v.numbers("holesMm", a.holesMm, {1, 60, "mm", 1});
    v.flag("cross", a.cross);
}

void describe(FieldVisitor& v, Supply& s) {
    v.maybe("volts", s.volts, {3, 14, "V", 1});
    v.maybe("continuousA", s.continuousA, {0.1, 100, "A", 1});
    v.maybe("peakA", s.peakA, {0.1, 200, "A", 1});
}

void describe(FieldVisitor& v, Machine& m) {
    v.text("name", m.name);
    v.text("sizeClass", m.sizeClass);
    v.text("style", m.style);
    v.number("massKg", m.massKg, {0.05, 30, "kg", 2});
    v.text("mounting", m.mounting);
    v.group("rotor", m.rotor);
    v.group("head", m.head);
    v.group("plate", m.plate);
    v.list("servos", m.servos);
    v.group("arms", m.arms);
    v.group("tail", m.tail);
    v.group("power", m.power);
    v.group("supply", m.supply);
    v.group("wiring", m.wiring);
}

void describe(FieldVisitor& v, ChannelSettings& c) {
    v.text("id", c.id);
    v.whole("number", c.number, {1, 32});
    v.number("travelLowPct", c.travelLowPct, kPctTravel);
    v.number("travelHighPct", c.travelHighPct, kPctTravel);
    v.number("subTrimPct", c.subTrimPct, {-120, 120, "%", 1});
    v.flag("reversed", c.reversed);
    v.maybe("limitPct", c.limitPct, {10, 200, "%"});
    v.maybe("failsafePct", c.failsafePct, {-200, 200, "%"});
}

void describe(FieldVisitor& v, SpareChannel& c) {
    v.text("id", c.id);
    v.whole("number", c.number, {1, 32});
    v.text("follows", c.follows);
}

void describe(FieldVisitor& v, Schools& s) {
    v.pick("throttle", s.throttle, kThrottleSchool);
    v.pick("entry", s.entry, kEntrySchool);
    v.pick("pitch", s.pitch, kPitchSchool);
    v.pick("agility", s.agility, kAgilitySchool);
    v.pick("tailGain", s.tailGain, kGainSchool);
    v.pick("hold", s.hold, kHoldSchool);
    v.pick("holdSwitch", s.holdSwitch, kHoldSwitchSchool);
    v.pick("midStick", s.midStick, kMidStickSchool);
    v.pick("rescue", s.rescue, kRescueSchool);
    v.pick("order", s.order, kOrderSchool);
    v.pick("end", s.end, kEndSchool);
}

void describe(FieldVisitor& v, Alarms& a) {
    v.number("timerStartPct", a.timerStartPct, {0, 100, "%"});
    v.maybe("usedMah", a.usedMah, {10, 20000, "mAh"});
    v.maybe("voltsPerCell", a.voltsPerCell, {2.5, 4.5, "V", 2});
    v.maybe("headRpm", a.headRpm, {100, 8000, "rpm"});
    v.flag("voicePack", a.voicePack);
}

void describe(FieldVisitor& v, AxisRates& r) {
    v.number("ratePct", r.ratePct, {0, 125, "%"});
    v.number("expoPct", r.expoPct, {-50, 100, "%"});
}

void describe(FieldVisitor& v, FlightMode& m) {
    v.text("id", m.id);
    v.text("name", m.name);
    v.condition("when", m.when);
    v.flag("flownInverted", m.flownInverted);
    if (m.id != kHoldMode) v.curve("throttle", m.throttle, {0, 100});
    v.curve("pitch", m.pitch, {-100, 100});
    v.group("aileron", m.aileron);
    v.group("elevator", m.elevator);
    v.group("rudder", m.rudder);
    v.number("tailGainPct", m.tailGainPct, {-100, 100, "%"});
    v.maybe("targetRpm", m.targetRpm, {100, 8000, "rpm"});
}

void describe(FieldVisitor& v, HoldSettings& h) {
    v.number("throttlePct", h.throttlePct, {-50, 100, "%", 1});
    v.maybeNames("actsIn", h.actsIn);
    v.text("autorotationFrom", h.autorotationFrom);
    v.flag("powerOnGuard", h.powerOnGuard);
}

void describe(FieldVisitor& v, ThrottleStop& s) {
    v.condition("when", s.when);
    v.number("throttlePct", s.throttlePct, {-50, 100, "%", 1});
    v.maybeNames("actsIn", s.actsIn);
}

void describe(FieldVisitor& v, StickTrims& t) {
    v.number("aileronPct", t.aileronPct, {-50, 50, "%", 1});
    v.number("elevatorPct", t.elevatorPct, {-50, 50, "%", 1});
    v.number("rudderPct", t.rudderPct, {-50, 50, "%", 1});
    v.flag("live", t.live);
}

void describe(FieldVisitor& v, SwitchSettings& s) {
    v.text("id", s.id);
    v.whole("powerOnPlace", s.powerOnPlace, {1, 3});
    v.whole("neutralPlace", s.neutralPlace, {1, 3});
}

void describe(FieldVisitor& v, SwitchFunction& f) {
    v.text("id", f.id);
    v.condition("when", f.when);
    v.maybe("sentPct", f.sentPct, {-100, 100, "%"});
}

void describe(FieldVisitor& v, TransmitterSettings& t) {
    v.group("profile", t.profile);
    v.pick("modelType", t.modelType, kModelType);
    v.pick("swashMixing", t.swashMixing, kSwashMixing);
    v.number("swashMixPct", t.swashMixPct, {-100, 100, "%"});
    v.whole("stickMode", t.stickMode, {1, 4});
    v.flag("collectiveReversed", t.collectiveReversed);
    v.group("trims", t.trims);
    v.number("throttleTrimRangePct", t.throttleTrimRangePct, {0, 30, "%"});
    v.flag("unusedInhibited", t.unusedInhibited);
    v.flag("modelMatch", t.modelMatch);
    v.list("channels", t.channels);
    v.list("modes", t.modes);
    v.group("hold", t.hold);
    v.group("kill", t.kill);
    v.group("cut", t.cut);
    v.list("switches", t.switches);
    v.list("functions", t.functions);
    v.list("spares", t.spares);
    v.names("shared", t.shared);
    v.group("schools", t.schools);
    v.group("alarms", t.alarms);
    v.number("timerMin", t.timerMin, {0, 120, "min", 1});
}

void describe(FieldVisitor& v, PortSettings& p) {
    v.text("id", p.id);
    v.text("role", p.role);
    v.flag("reversed", p.reversed);
    v.number("trimUs", p.trimUs, {-300, 300, "µs"});
}

void describe(FieldVisitor& v, DirectionSettings& d) {
    v.flag("aileronReversed", d.aileronReversed);
    v.flag("elevatorReversed", d.elevatorReversed);
    v.flag("collectiveReversed", d.collectiveReversed);
    v.flag("rudderReversed", d.rudderReversed);
}

void describe(FieldVisitor& v, ControllerTail& t) {
    v.number("pulseUs", t.pulseUs, kServoPulse);
    v.number("rateHz", t.rateHz, kServoRate);
    v.flag("reversed", t.reversed);
    v.number("limitLeftPct", t.limitLeftPct, {0, 200, "%"});
    v.number("limitRightPct", t.limitRightPct, {0, 200, "%"});
    v.number("precompensationPct", t.precompensationPct, {-100, 100, "%"});
}

void describe(FieldVisitor& v, GovernorSettings& g) {
    v.text("kind", g.kind);
    v.number("ratio", g.ratio, {1, 50, "", 2});
    v.number("poleCount", g.poleCount, {1, 60});
    v.number("runUpS", g.runUpS, {0, 60, "s", 1});
    v.number("minThrottlePct", g.minThrottlePct, {0, 100, "%"});
}

void describe(FieldVisitor& v, Bank& b) {
    v.text("id", b.id);
    v.number("rollPitchDegS", b.rollPitchDegS, {20, 1200, "°/s"});
    v.number("rudderDegS", b.rudderDegS, {20, 1500, "°/s"});
    v.number("expoPct", b.expoPct, {-50, 100, "%"});
    v.number("headGainPct", b.headGainPct, {0, 200, "%"});
}

void describe(FieldVisitor& v, ControllerSettings& c) {
    v.group("profile", c.profile);
    v.text("firmware", c.firmware);
    v.text("manual", c.manual);
    v.text("mounting", c.mounting);
    v.text("layout", c.layout);
    v.numbers("customAzimuthsDeg", c.customAzimuthsDeg, kAzimuth);
    v.numbers("customRadiiPct", c.customRadiiPct, {20, 300, "%", 1});
    v.number("phaseDeg", c.phaseDeg, {-90, 90, "°", 1});
    v.number("pulseUs", c.pulseUs, kServoPulse);
    v.number("rateHz", c.rateHz, kServoRate);
    v.list("ports", c.ports);
    v.group("directions", c.directions);
    v.number("collectiveHighPct", c.collectiveHighPct, {-150, 150, "%", 1});
    v.number("collectiveLowPct", c.collectiveLowPct, {-150, 150, "%", 1});
    v.number("collectiveTrimPct", c.collectiveTrimPct, {-50, 50, "%", 1});
    v.number("referencePct", c.referencePct, {-150, 150, "%", 1});
    v.number("cyclicLimitPct", c.cyclicLimitPct, {0, 150, "%"});
    v.group("tail", c.tail);
    v.group("governor", c.governor);
    v.list("banks", c.banks);
}

void describe(FieldVisitor& v, CalibrationPoint& p) {
    v.text("id", p.id);
    v.number("throttlePct", p.throttlePct, {0, 100, "%", 1});
    v.number("headRpm", p.headRpm, {0, 8000, "rpm"});
}

void describe(FieldVisitor& v, SpeedControllerSettings& s) {
    v.group("profile", s.profile);
    v.pick("control", s.control, kControl);
    v.number("lowUs", s.lowUs, {600, 2400, "µs"});
    v.number("highUs", s.highUs, {600, 2400, "µs"});
    v.number("softStartS", s.softStartS, {0, 60, "s", 1});
    v.flag("brake", s.brake);
    v.pick("cutOff", s.cutOff, kCutOff);
    v.number("cutOffVoltsPerCell", s.cutOffVoltsPerCell, {2.5, 4, "V", 2});
    v.list("calibration", s.calibration);
}

}  // namespace

void describe(FieldVisitor& v, ServoProfile& p) {
    v.text("id", p.id);
    v.whole("version", p.version, {1, 1e6});
    v.text("name", p.name);
    v.maybe("pulseUs", p.pulseUs, kServoPulse);
    v.maybe("maxHz", p.maxHz, kServoRate);
    v.number("degPerUs", p.degPerUs, {0.01, 1, "°/µs", 3});
    v.number("deadBandUs", p.deadBandUs, {0, 50, "µs", 1});
    v.number("rangeDeg", p.rangeDeg, {10, 180, "°"});
    v.number("splineTeeth", p.splineTeeth, {8, 60, "teeth"});
    v.maybe("maxVolts", p.maxVolts, {3, 14, "V", 1});
}

void describe(FieldVisitor& v, TransmitterProfile& p) {
    v.text("id", p.id);
    v.whole("version", p.version, {1, 1e6});
    v.text("name", p.name);
    v.whole("channels", p.channels, {4, 32});
    v.list("switches", p.switches);
    v.number("centreUs", p.centreUs, {500, 2500, "µs"});
    v.number("usPerPct", p.usPerPct, {0.5, 10, "µs/%", 2});
    v.number("resolutionUs", p.resolutionUs, {0.05, 20, "µs", 2});
    v.number("travelStepPct", p.travelStepPct, {0.01, 10, "%", 2});
    v.number("travelLimitPct", p.travelLimitPct, {50, 200, "%"});
    v.number("subTrimStepPct", p.subTrimStepPct, {0.01, 10, "%", 2});
    v.number("outputLimitPct", p.outputLimitPct, {100, 200, "%"});
    v.whole("curvePoints", p.curvePoints, {2, 64});
    v.flag("smoothCurves", p.smoothCurves);
    v.pick("gainScale", p.gainScale, kGainScale);
    v.number("holdLowPct", p.holdLowPct, {-50, 0, "%"});
    v.number("holdHighPct", p.holdHighPct, {0, 100, "%"});
    v.whole("flightModes", p.flightModes, {2, 10});
    v.flag("modelMatch", p.modelMatch);
    v.list("menu", p.menu);
}

void describe(FieldVisitor& v, ControllerProfile& p) {
    v.text("id", p.id);
    v.whole("version", p.version, {1, 1e6});
    v.text("name", p.name);
    v.number("centreUs", p.centreUs, {500, 2500, "µs"});
    v.number("usPerPct", p.usPerPct, {0.5, 10, "µs/%", 2});
    v.number("deadBandPct", p.deadBandPct, {0, 20, "%", 1});
    v.number("monitorStopPct", p.monitorStopPct, {100, 200, "%"});
    v.flag("punishesOvershoot", p.punishesOvershoot);
    v.number("referenceDeg", p.referenceDeg, {1, 15, "°", 1});
    v.number("referenceDemandPct", p.referenceDemandPct, {10, 100, "%"});
    v.names("layouts", p.layouts);
    v.numbers("pulsesUs", p.pulsesUs, kServoPulse);
    v.numbers("ratesHz", p.ratesHz, kServoRate);
    v.number("strokeUs", p.strokeUs, {50, 1000, "µs"});
    v.number("usableStrokeUs", p.usableStrokeUs, {50, 1000, "µs"});
    v.number("trimStepUs", p.trimStepUs, {0.1, 20, "µs", 1});
    v.number("trimSafeUs", p.trimSafeUs, {1, 400, "µs"});
    v.number("tailStrokeUs", p.tailStrokeUs, {50, 1000, "µs"});
    v.number("tailWindowLowPct", p.tailWindowLowPct, {0, 200, "%"});
    v.number("tailWindowHighPct", p.tailWindowHighPct, {0, 200, "%"});
    v.names("mountings", p.mountings);
    v.names("governors", p.governors);
    v.whole("banks", p.banks, {1, 8});
    v.flag("asksPolePairs", p.asksPolePairs);
    v.pick("gainScale", p.gainScale, kGainScale);
    v.names("ports", p.ports);
    v.names("channelOrder", p.channelOrder);
    v.text("plugMark", p.plugMark);
    v.list("menu", p.menu);
}

void describe(FieldVisitor& v, SpeedControllerProfile& p) {
    v.text("id", p.id);
    v.whole("version", p.version, {1, 1e6});
    v.text("name", p.name);
    v.flag("governs", p.governs);
    v.number("acceptsLowUs", p.acceptsLowUs, {500, 2500, "µs"});
    v.number("acceptsHighUs", p.acceptsHighUs, {500, 2500, "µs"});
    v.number("maxCells", p.maxCells, {1, 20});
    v.list("menu", p.menu);
}

void describe(FieldVisitor& v, Reading& r) {
    v.text("id", r.id);
    v.text("what", r.what);
    v.number("value", r.value, {-10000, 10000});
    v.text("unit", r.unit);
    v.text("at", r.at);
    v.text("instrument", r.instrument);
    v.text("uncertainty", r.uncertainty);
    v.names("under", r.under);
}

void describe(FieldVisitor& v, Setup& s) {
    v.whole("revision", s.revision, {0, 1e9});
    v.group("machine", s.machine);
    v.group("transmitter", s.transmitter);
    v.group("controller", s.controller);
    v.group("speedController", s.speedController);
    v.list("readings", s.readings);
}

template <class T>
void FieldVisitor::group(const char* key, T& value) {
    if (!beginGroup(key)) return;
    describe(*this, value);
    endGroup();
}

template <class T>
void FieldVisitor::list(const char* key, std::vector<T>& values) {
    if (const std::size_t size = beginList(key, values.size()); size != values.size()) values.resize(size);
    for (std::size_t i = 0; i < values.size(); ++i) {
        if (!beginItem(i, values[i].id)) continue;
        describe(*this, values[i]);
        endItem();
    }
    endList();
}

}  // namespace kh
