// SPDX-License-Identifier: GPL-3.0-or-later
//
// The fields of the transmitter.
#include "model/describe.h"
#include "model/topics.h"

#include <array>

namespace kh {

namespace {

constexpr std::array kModelType{Choice{KH_TR("helicopter")}, Choice{KH_TR("aeroplane")}};
constexpr std::array kSwashMixing{Choice{KH_TR("off")}, Choice{KH_TR("120")}, Choice{KH_TR("135")}, Choice{KH_TR("140")},
                                  Choice{KH_TR("90")}};
constexpr std::array kThrottleSchool{Choice{KH_TR("flat")}, Choice{KH_TR("classic")}};
constexpr std::array kEntrySchool{Choice{KH_TR("points")}, Choice{KH_TR("line")}};
constexpr std::array kPitchSchool{Choice{KH_TR("one")}, Choice{KH_TR("per mode")}};
constexpr std::array kAgilitySchool{Choice{KH_TR("controller")}, Choice{KH_TR("transmitter")}};
constexpr std::array kGainSchool{Choice{KH_TR("per mode")}, Choice{KH_TR("steps")}, Choice{KH_TR("fixed")}};
constexpr std::array kHoldSchool{Choice{KH_TR("cut")}, Choice{KH_TR("bail-out")}};
constexpr std::array kHoldTailSchool{Choice{KH_TR("heading hold")}, Choice{KH_TR("rate mode")}};
constexpr std::array kHoldSwitchSchool{Choice{KH_TR("own")}, Choice{KH_TR("mode switch")}};
constexpr std::array kMidStickSchool{Choice{KH_TR("zero")}, Choice{KH_TR("hover")}};
constexpr std::array kRescueSchool{Choice{KH_TR("momentary")}, Choice{KH_TR("latched")}, Choice{KH_TR("none")}};
constexpr std::array kOrderSchool{Choice{KH_TR("controller")}, Choice{KH_TR("learned")}};
constexpr std::array kTailCheckSchool{Choice{KH_TR("trailing edges")}, Choice{KH_TR("nose")}, Choice{KH_TR("slider")}};
constexpr std::array kTailLimitSchool{Choice{KH_TR("bind")}, Choice{KH_TR("buzz")}};
constexpr std::array kEndSchool{Choice{KH_TR("timer")}, Choice{KH_TR("used charge")}, Choice{KH_TR("voltage alarm")}};
constexpr std::array kMotorLockSchool{Choice{KH_TR("leads off")}, Choice{KH_TR("pinion out of mesh")}, Choice{KH_TR("by curve")}};
constexpr std::array kBenchPowerSchool{Choice{KH_TR("main pack")}, Choice{KH_TR("receiver pack alone")}};
constexpr std::array kTrackingSchool{Choice{KH_TR("lower the high blade")}, Choice{KH_TR("split the difference")}};
constexpr std::array kPlateTrimSchool{Choice{KH_TR("mechanical first")}, Choice{KH_TR("sub-trim, then learn the centre")},
                                      Choice{KH_TR("trim flight")}, Choice{KH_TR("automatic trim flight")}};
constexpr std::array kRateModeSchool{Choice{KH_TR("none")}, Choice{KH_TR("a switch of its own")}};
constexpr std::array kTrainerHands{Choice{KH_TR("nothing")}, Choice{KH_TR("cyclic and rudder")}, Choice{KH_TR("everything")}};
constexpr std::array kTrainerMemory{Choice{KH_TR("the teacher's")}, Choice{KH_TR("the pupil's")}};
constexpr std::array kTrainerStops{Choice{KH_TR("not tried")}, Choice{KH_TR("win")}, Choice{KH_TR("do nothing")}};
constexpr std::array kHeadGainSchool{Choice{KH_TR("per mode")}, Choice{KH_TR("switch")}, Choice{KH_TR("knob")}};
constexpr std::array kTimerFollows{Choice{KH_TR("throttle")}, Choice{KH_TR("collective stick")}, Choice{KH_TR("hold being off")},
                                   Choice{KH_TR("flight mode")}, Choice{KH_TR("a switch")}};
constexpr NumberSpec kPctTravel{0, 200, "%", 1};

/// Why a name of an element is no setting of its own.
constexpr const char* kNamesTheRow = KH_TR("it names the line the rest of it stands in");
constexpr const char* kJudgedBy = KH_TR("it is what the settings are judged by, typed into no box");

bool hasThrottle(const FlightMode& mode) { return mode.id != kHoldMode; }

}  // namespace

void describe(FieldVisitor& v, ChannelSettings& c) {
    v.untyped(kNamesTheRow);
    v.text("id", c.id, {KH_TR("function")});
    v.topic("channel-number"_topic);
    v.whole("number", c.number, {1, 32}, {KH_TR("channel number"), KH_TR("ch")});
    v.at(Station::Link);
    v.topic("travel"_topic);
    v.number("travelLowPct", c.travelLowPct, kPctTravel, {KH_TR("travel low")});
    v.number("travelHighPct", c.travelHighPct, kPctTravel, {KH_TR("travel high")});
    v.topic("sub-trim"_topic);
    v.number("subTrimPct", c.subTrimPct, {-120, 120, "%", 1}, {KH_TR("sub-trim"), KH_TR("sub")});
    v.at(Station::Swash);
    v.topic("reverse"_topic);
    v.flag("reversed", c.reversed, {KH_TR("channel direction"), KH_TR("direction")}, kReversed);
    v.at(Station::Link);
    v.topic("output-limit"_topic);
    v.maybe("limitPct", c.limitPct, {10, 200, "%"}, {KH_TR("output limit"), KH_TR("limit"), KH_TR("own")});
    v.topic("failsafe"_topic);
    v.maybe("failsafePct", c.failsafePct, {-200, 200, "%"}, {KH_TR("failsafe"), nullptr, KH_TR("kept")});
}

void describe(FieldVisitor& v, FunctionChannel& c) {
    describe(v, static_cast<ChannelSettings&>(c));
    v.at(Station::Radio);
    v.topic("function-values"_topic);
    v.number("restPct", c.restPct, {-100, 100, "%"}, {KH_TR("sent while none is on"), KH_TR("at rest")});
}

void describe(FieldVisitor& v, SpareChannel& c) {
    v.untyped(kNamesTheRow);
    v.text("id", c.id, {KH_TR("name")});
    v.topic("spare-channels"_topic);
    v.whole("number", c.number, {1, 32}, {KH_TR("channel number"), KH_TR("ch")});
    v.text("follows", c.follows, {KH_TR("follows the switch"), KH_TR("follows"), KH_TR("nothing")});
}

void describe(FieldVisitor& v, Schools& s) {
    v.untyped(kJudgedBy);
    v.at(Station::Modes);
    v.pick("throttle", s.throttle, kThrottleSchool, {KH_TR("School: throttle in the take-off mode"), KH_TR("throttle")});
    v.pick("entry", s.entry, kEntrySchool, {KH_TR("School: curve entry"), KH_TR("curve entry")});
    v.pick("pitch", s.pitch, kPitchSchool, {KH_TR("School: pitch curve"), KH_TR("pitch curve")});
    v.pick("agility", s.agility, kAgilitySchool, {KH_TR("School: agility"), KH_TR("agility")});
    v.at(Station::Radio);
    v.pick("tailGain", s.tailGain, kGainSchool, {KH_TR("School: tail gain"), KH_TR("tail gain")});
    v.pick("hold", s.hold, kHoldSchool, {KH_TR("School: hold"), KH_TR("hold")});
    v.pick("holdTail", s.holdTail, kHoldTailSchool, {KH_TR("School: tail in Hold"), KH_TR("tail in Hold")});
    v.pick("holdSwitch", s.holdSwitch, kHoldSwitchSchool, {KH_TR("School: hold switch"), KH_TR("hold switch")});
    v.at(Station::Modes);
    v.pick("midStick", s.midStick, kMidStickSchool, {KH_TR("School: mid stick"), KH_TR("mid stick")});
    v.at(Station::Radio);
    v.pick("rescue", s.rescue, kRescueSchool, {KH_TR("School: rescue"), KH_TR("rescue")});
    v.pick("order", s.order, kOrderSchool, {KH_TR("School: channel order"), KH_TR("channel order")});
    v.at(Station::Power);
    v.pick("end", s.end, kEndSchool, {KH_TR("School: end of flight"), KH_TR("end of flight")});
    v.at(Station::Radio);
    v.pick("rateMode", s.rateMode, kRateModeSchool, {KH_TR("School: rate mode by choice"), KH_TR("rate mode")});
    v.at(Station::Modes);
    v.pick("headGain", s.headGain, kHeadGainSchool, {KH_TR("School: what moves a gain of roll or pitch that is sent"), KH_TR("moved by")});
    v.at(Station::Tail);
    v.pick("tailCheck", s.tailCheck, kTailCheckSchool,
           {KH_TR("School: how the way from stick to tail is looked at"), KH_TR("stick to tail")});
    v.pick("tailLimits", s.tailLimits, kTailLimitSchool, {KH_TR("School: tail limits"), KH_TR("tail limits")});
    v.at(Station::Link);
    v.pick("motorLock", s.motorLock, kMotorLockSchool, {KH_TR("School: motor lock on the bench"), KH_TR("motor lock")});
    v.pick("benchPower", s.benchPower, kBenchPowerSchool, {KH_TR("School: power on the bench"), KH_TR("bench power")});
    v.at(Station::Pitch);
    v.pick("tracking", s.tracking, kTrackingSchool, {KH_TR("School: tracking"), KH_TR("tracking")});
    v.at(Station::Swash);
    v.pick("plateTrim", s.plateTrim, kPlateTrimSchool, {KH_TR("School: plate trim"), KH_TR("plate trim")});
}

void describe(FieldVisitor& v, TrainerLink& t) {
    v.at(Station::Radio);
    v.topic("trainer"_topic);
    v.pick("hands", t.hands, kTrainerHands, {KH_TR("Trainer link hands over"), KH_TR("hands over")});
    v.pick("memory", t.memory, kTrainerMemory, {KH_TR("Whose memory sends while the pupil flies"), KH_TR("memory")});
    v.facts(true);
    v.untyped(KH_TR("it is what was seen"));
    v.pick("stops", t.stops, kTrainerStops, {KH_TR("Teacher's hold and kill while the pupil flies"), KH_TR("hold and kill")});
    v.facts(false);
}

void describe(FieldVisitor& v, Alarms& a) {
    v.at(Station::Power);
    v.topic("timer"_topic);
    v.pick("timerFollows", a.timerFollows, kTimerFollows, {KH_TR("What the timer follows"), KH_TR("follows")});
    v.number("timerStartPct", a.timerStartPct, {0, 100, "%"}, {KH_TR("Throttle or stick above which the timer runs"), KH_TR("above")});
    v.text("timerMode", a.timerMode, {KH_TR("Flight mode from which on the timer runs"), KH_TR("from"), KH_TR("none")});
    v.topic("alarms"_topic);
    v.maybe("usedMah", a.usedMah, {10, 20000, "mAh"}, {KH_TR("Alarm on used charge"), KH_TR("used charge")});
    v.maybe("voltsPerCell", a.voltsPerCell, {2.5, 4.5, "V", 2}, {KH_TR("Alarm on cell voltage"), KH_TR("cell voltage")});
    v.maybe("headRpm", a.headRpm, {100, 8000, "rpm"}, {KH_TR("Alarm on head speed"), KH_TR("head speed")});
    v.maybe("temperatureC", a.temperatureC, {20, 150, "°C"}, {KH_TR("Alarm on temperature"), KH_TR("temperature")});
    v.flag("voicePack", a.voicePack, {KH_TR("Pack read out at power-up"), KH_TR("voice")},
           {KH_TR("yes"), KH_TR("no"), KH_TR("at power-up"), KH_TR("not read")});
}

void describe(FieldVisitor& v, AxisRates& r) {
    v.topic("rate"_topic);
    v.number("ratePct", r.ratePct, {0, 125, "%"}, {KH_TR("rate")});
    v.topic("expo"_topic);
    v.number("expoPct", r.expoPct, {-50, 100, "%"}, {KH_TR("expo")});
}

void describe(FieldVisitor& v, FlightMode& m) {
    v.untyped(kNamesTheRow);
    v.text("id", m.id, {KH_TR("id")});
    v.text("name", m.name, {KH_TR("name")});
    v.topic("mode-switches"_topic);
    v.condition("when", m.when, {KH_TR("switch"), nullptr, KH_TR("when no other is on")});
    v.at(Station::Modes);
    v.untyped(kJudgedBy);
    v.flag("flownInverted", m.flownInverted, {KH_TR("flown inverted")}, {KH_TR("yes"), KH_TR("no"), KH_TR("inverted"), KH_TR("upright")});
    v.flag("benchOnly", m.benchOnly, {KH_TR("for the bench only")}, {KH_TR("yes"), KH_TR("no"), KH_TR("bench"), KH_TR("flight")});
    v.at(Station::Modes);
    v.topic("throttle-curve"_topic);
    if (v.applies<hasThrottle>(m)) v.curve("throttle", m.throttle, {0, 100}, {KH_TR("throttle curve"), KH_TR("throttle")});
    v.topic("pitch-curve"_topic);
    v.curve("pitch", m.pitch, {-100, 100}, {KH_TR("pitch curve"), KH_TR("pitch")});
    v.group("aileron", m.aileron, KH_TR("aileron"));
    v.group("elevator", m.elevator, KH_TR("elevator"));
    v.group("rudder", m.rudder, KH_TR("rudder"));
    v.topic("tail-gain"_topic);
    v.number("tailGainPct", m.tailGainPct, {-100, 100, "%"}, {KH_TR("tail gain")});
    v.topic("head-gains"_topic);
    v.maybe("rollGainPct", m.rollGainPct, {-100, 100, "%"}, {KH_TR("head gain sent"), KH_TR("roll"), KH_TR("at rest")});
    v.maybe("pitchGainPct", m.pitchGainPct, {-100, 100, "%"}, {KH_TR("pitch gain sent"), KH_TR("pitch"), KH_TR("at rest")});
    v.topic("mode-fade"_topic);
    v.number("fadeS", m.fadeS, {0, 30, "s", 1}, {KH_TR("fade into the mode"), KH_TR("fade")});
    v.untyped(kJudgedBy);
    v.maybe("targetRpm", m.targetRpm, {100, 8000, "rpm"}, {KH_TR("wanted head speed"), KH_TR("head speed")});
}

void describe(FieldVisitor& v, HoldSettings& h) {
    v.at(Station::Modes);
    v.topic("hold-throttle"_topic);
    v.number("throttlePct", h.throttlePct, {-50, 100, "%", 1}, {KH_TR("throttle")});
    v.topic("acts-in"_topic);
    v.maybeNames("actsIn", h.actsIn, {KH_TR("modes it acts in"), KH_TR("acts in"), KH_TR("all modes")});
    v.at(Station::Radio);
    v.untyped(kJudgedBy);
    v.text("autorotationFrom", h.autorotationFrom, {KH_TR("mode an autorotation begins in"), KH_TR("autorotation from")});
    v.topic("power-on-guard"_topic);
    v.flag("powerOnGuard", h.powerOnGuard, {KH_TR("power-on guard")}, kOnOff);
}

void describe(FieldVisitor& v, ThrottleStop& s) {
    v.topic("stop-switches"_topic);
    v.condition("when", s.when, {KH_TR("switch")});
    v.topic("stop-throttle"_topic);
    v.number("throttlePct", s.throttlePct, {-50, 100, "%", 1}, {KH_TR("throttle")});
    v.at(Station::Modes);
    v.topic("acts-in"_topic);
    v.maybeNames("actsIn", s.actsIn, {KH_TR("modes it acts in"), KH_TR("acts in"), KH_TR("all modes")});
}

void describe(FieldVisitor& v, StickTrims& t) {
    v.topic("stick-trims"_topic);
    v.number("aileronPct", t.aileronPct, {-50, 50, "%", 1}, {KH_TR("Aileron stick trim"), KH_TR("aileron")});
    v.number("elevatorPct", t.elevatorPct, {-50, 50, "%", 1}, {KH_TR("Elevator stick trim"), KH_TR("elevator")});
    v.number("rudderPct", t.rudderPct, {-50, 50, "%", 1}, {KH_TR("Rudder stick trim"), KH_TR("rudder")});
    v.flag("live", t.live, {KH_TR("Stick trims"), KH_TR("trims")}, {KH_TR("on"), KH_TR("off"), KH_TR("live"), KH_TR("off")});
}

void describe(FieldVisitor& v, OwnStick& s) {
    constexpr NumberSpec kShown{-200, 200, "%", 1};
    v.maybe("lowPct", s.lowPct, kShown, {KH_TR("at its low stop"), KH_TR("low"), KH_TR("not read")});
    v.maybe("centrePct", s.centrePct, kShown, {KH_TR("let go"), KH_TR("centre"), KH_TR("not read")});
    v.maybe("highPct", s.highPct, kShown, {KH_TR("at its high stop"), KH_TR("high"), KH_TR("not read")});
}

void describe(FieldVisitor& v, OwnSticks& s) {
    v.group("aileron", s.aileron, KH_TR("aileron stick"));
    v.group("elevator", s.elevator, KH_TR("elevator stick"));
    v.group("collective", s.collective, KH_TR("collective stick"));
    v.group("rudder", s.rudder, KH_TR("rudder stick"));
}

void describe(FieldVisitor& v, SwitchSettings& s) {
    v.untyped(kNamesTheRow);
    v.text("id", s.id, {KH_TR("name")});
    v.untyped(KH_TR("it is where the pilot leaves the switch"));
    v.whole("powerOnPlace", s.powerOnPlace, {1, 3}, {KH_TR("power-on place"), KH_TR("power-on")});
    v.whole("neutralPlace", s.neutralPlace, {1, 3}, {KH_TR("neutral place"), KH_TR("neutral")});
}

void describe(FieldVisitor& v, SwitchFunction& f) {
    v.untyped(kNamesTheRow);
    v.text("id", f.id, {KH_TR("function")});
    v.topic("switch-functions"_topic);
    v.condition("when", f.when, {KH_TR("switch")});
    v.topic("gain-steps"_topic);
    v.maybe("sentPct", f.sentPct, {-100, 100, "%"}, {KH_TR("gain sent"), KH_TR("sent")});
    v.topic("function-values"_topic);
    v.maybe("valuePct", f.valuePct, {-100, 100, "%"}, {KH_TR("sent on its channel"), KH_TR("sends")});
}

void describe(FieldVisitor& v, TransmitterSettings& t) {
    v.at(Station::Radio);
    v.group("profile", t.profile, KH_TR("Transmitter profile"));
    v.at(Station::Link);
    v.facts(true);
    v.untyped(KH_TR("it is read off the box, not typed into it"));
    v.text("firmware", t.firmware, {KH_TR("Firmware of the transmitter"), KH_TR("firmware"), KH_TR("not read")});
    v.text("manual", t.manual, {KH_TR("Version of the transmitter's manual"), KH_TR("manual"), KH_TR("not read")});
    v.text("manualAt", t.manualAt, {KH_TR("Where the transmitter's manual lies"), KH_TR("lies"), KH_TR("not noted")});
    v.facts(false);
    v.at(Station::Radio);
    v.topic("model-type"_topic);
    v.pick("modelType", t.modelType, kModelType, {KH_TR("Model type"), KH_TR("type")});
    v.at(Station::Swash);
    v.topic("swash-mixing"_topic);
    v.pick("swashMixing", t.swashMixing, kSwashMixing, {KH_TR("Swash mixing in the transmitter"), KH_TR("swash mixing")});
    v.number("swashMixPct", t.swashMixPct, {-100, 100, "%"}, {KH_TR("Share of the transmitter's swash mix"), KH_TR("share")});
    v.at(Station::Radio);
    v.facts(true);  // how the pilot flies
    v.topic("stick-mode"_topic);
    v.whole("stickMode", t.stickMode, {1, 4}, {KH_TR("Stick mode")});
    v.flag("collectiveReversed", t.collectiveReversed, {KH_TR("Sense of the collective stick"), KH_TR("collective stick")},
           {KH_TR("reversed"), KH_TR("normal"), KH_TR("collective reversed"), KH_TR("up climbs")});
    v.untyped(KH_TR("it is read off its own monitor"));
    v.group("sticks", t.sticks);
    v.facts(false);
    v.group("trims", t.trims);
    v.topic("trim-range"_topic);
    v.number("throttleTrimRangePct", t.throttleTrimRangePct, {0, 30, "%"}, {KH_TR("Range of the throttle trim"), KH_TR("trim range")});
    v.topic("unused-channels"_topic);
    v.flag("unusedInhibited", t.unusedInhibited, {KH_TR("Unused channels"), KH_TR("unused")}, {KH_TR("inhibited"), KH_TR("not inhibited")});
    v.topic("model-match"_topic);
    v.flag("modelMatch", t.modelMatch, {KH_TR("Model match")}, {KH_TR("on"), KH_TR("off"), KH_TR("match"), KH_TR("no match")});
    v.list("channels", t.channels, KH_TR("Channels"));
    v.list("modes", t.modes, KH_TR("Flight modes"));
    v.group("hold", t.hold, KH_TR("Hold"));
    v.group("kill", t.kill, KH_TR("Kill"));
    v.group("cut", t.cut, KH_TR("Cut"));
    v.list("switches", t.switches, KH_TR("Switches"));
    v.list("functions", t.functions, KH_TR("Switch functions"));
    v.list("functionChannels", t.functionChannels, KH_TR("Function channels"));
    v.list("spares", t.spares, KH_TR("Spare channels"));
    v.untyped(kJudgedBy);
    v.names("shared", t.shared, {KH_TR("Functions shared by choice"), KH_TR("shared")});
    v.group("trainer", t.trainer);
    v.group("schools", t.schools);
    v.group("alarms", t.alarms);
    v.at(Station::Power);
    v.topic("timer"_topic);
    v.number("timerMin", t.timerMin, {0, 120, "min", 1}, {KH_TR("Flight timer"), KH_TR("timer")});
}

}  // namespace kh
