// SPDX-License-Identifier: GPL-3.0-or-later
//
// The fields of the controller and the speed controller.
#include "model/controllerwords.h"
#include "model/describe.h"
#include "model/topics.h"

#include <array>

namespace kh {

namespace {

constexpr std::array kToldTurning{Choice{KH_TR("not asked")}, Choice{KH_TR("clockwise")}, Choice{KH_TR("counter-clockwise")}};
constexpr std::array kGovernor{Choice{KH_TR("off")}, Choice{KH_TR("internal")}};
constexpr std::array kControl{Choice{KH_TR("governor")}, Choice{KH_TR("direct")}};
constexpr std::array kCutOff{Choice{KH_TR("reduce")}, Choice{KH_TR("hard")}};

}  // namespace

void describe(FieldVisitor& v, PortSettings& p) {
    v.untyped(KH_TR("it names the line the rest of it stands in"));
    v.text("id", p.id, {KH_TR("name")});
    v.untyped(KH_TR("it is which lead is plugged in, done by hand"));
    v.facts(true);  // which lead is in which port
    v.text("role", p.role, {KH_TR("servo plugged in"), KH_TR("servo")});
    v.facts(false);
    v.topic("servo-direction"_topic);
    v.flag("reversed", p.reversed, {KH_TR("servo direction"), KH_TR("direction")}, kReversed);
    v.topic("servo-trim"_topic);
    v.number("trimUs", p.trimUs, {-300, 300, "µs"}, {KH_TR("sub-trim"), KH_TR("trim")});
}

void describe(FieldVisitor& v, DirectionSettings& d) {
    v.at(Station::Swash);
    v.topic("directions"_topic);
    v.flag("aileronReversed", d.aileronReversed, {KH_TR("Aileron direction in the controller"), KH_TR("aileron")}, kReversed);
    v.flag("elevatorReversed", d.elevatorReversed, {KH_TR("Elevator direction in the controller"), KH_TR("elevator")}, kReversed);
    v.flag("collectiveReversed", d.collectiveReversed, {KH_TR("Collective direction in the controller"), KH_TR("collective")}, kReversed);
    v.at(Station::Tail);
    v.topic("tail-direction"_topic);
    v.flag("rudderReversed", d.rudderReversed, {KH_TR("Rudder direction in the controller"), KH_TR("rudder")}, kReversed);
}

void describe(FieldVisitor& v, ControllerTail& t) {
    v.at(Station::Tail);
    v.topic("tail-pulse"_topic);
    v.number("pulseUs", t.pulseUs, kServoPulse, {KH_TR("Tail servo pulse sent"), KH_TR("tail pulse")});
    v.topic("tail-rate"_topic);
    v.number("rateHz", t.rateHz, kServoRate, {KH_TR("Tail servo rate sent"), KH_TR("tail rate")});
    v.topic("tail-servo-direction"_topic);
    v.flag("reversed", t.reversed, {KH_TR("Tail servo direction"), KH_TR("direction")},
           {KH_TR("reversed"), KH_TR("normal"), KH_TR("servo rev"), KH_TR("servo norm")});
    v.topic("servo-trim"_topic);
    v.number("trimUs", t.trimUs, {-300, 300, "µs"}, {KH_TR("Trim of the tail servo"), KH_TR("trim")});
    v.topic("tail-limits"_topic);
    v.number("limitLeftPct", t.limitLeftPct, {0, 200, "%"}, {KH_TR("Tail limit left"), KH_TR("left")});
    v.number("limitRightPct", t.limitRightPct, {0, 200, "%"}, {KH_TR("Tail limit right"), KH_TR("right")});
    v.topic("precompensation"_topic);
    v.number("precompensationPct", t.precompensationPct, {-100, 100, "%"},
             {KH_TR("Precompensation of the tail"), KH_TR("precompensation")});
}

void describe(FieldVisitor& v, GyroSettings& g) {
    v.at(Station::Sensors);
    v.topic("gyro-senses"_topic);
    constexpr FlagWords kSense{KH_TR("reversed"), KH_TR("normal"), KH_TR("gyro reversed"), KH_TR("gyro normal")};
    v.flag("rollReversed", g.rollReversed, {KH_TR("Roll gyro"), KH_TR("gyro")}, kSense);
    v.flag("pitchReversed", g.pitchReversed, {KH_TR("Pitch gyro"), KH_TR("gyro")}, kSense);
    v.flag("yawReversed", g.yawReversed, {KH_TR("Yaw gyro"), KH_TR("gyro")}, kSense);
}

void describe(FieldVisitor& v, GovernorSettings& g) {
    v.at(Station::Power);
    v.topic("governor"_topic);
    v.pick("kind", g.kind, kGovernor, {KH_TR("Governor")});
    v.topic("governor-gear"_topic);
    v.number("ratio", g.ratio, {1, 50, "", 2}, {KH_TR("Gear ratio in the governor"), KH_TR("ratio")});
    v.number("poleCount", g.poleCount, {1, 60, "", 0, true}, {KH_TR("Pole count in the governor"), KH_TR("poles")});
    v.topic("governor-run"_topic);
    v.number("runUpS", g.runUpS, {0, 60, "s", 1}, {KH_TR("Run-up of the governor"), KH_TR("run-up")});
    v.number("minThrottlePct", g.minThrottlePct, {0, 100, "%"}, {KH_TR("Lowest throttle of the governor"), KH_TR("lowest throttle")});
    v.number("bailOutS", g.bailOutS, {0, 30, "s", 1}, {KH_TR("Bail-out of the governor"), KH_TR("bail-out")});
    v.topic("governor"_topic);
    v.flag("direct", g.direct, {KH_TR("Throttle through the governor"), KH_TR("throttle")},
           {KH_TR("passed through"), KH_TR("governed"), KH_TR("passed through"), KH_TR("governed")});
}

void describe(FieldVisitor& v, Bank& b) {
    v.at(Station::Modes);
    v.untyped(KH_TR("it names the line the rest of it stands in"));
    v.text("id", b.id, {KH_TR("name")});
    v.topic("bank-rates"_topic);
    v.number("rollPitchDegS", b.rollPitchDegS, {20, 1200, "°/s"}, {KH_TR("roll and pitch rate"), KH_TR("cyclic")});
    v.maybe("pitchDegS", b.pitchDegS, {20, 1200, "°/s"}, {KH_TR("pitch rate"), KH_TR("pitch"), KH_TR("as roll")});
    v.number("rudderDegS", b.rudderDegS, {20, 1500, "°/s"}, {KH_TR("rudder rate"), KH_TR("rudder")});
    v.topic("bank-expo"_topic);
    v.number("expoPct", b.expoPct, {-50, 100, "%"}, {KH_TR("expo")});
    v.maybe("pitchExpoPct", b.pitchExpoPct, {-50, 100, "%"}, {KH_TR("expo of pitch"), KH_TR("pitch"), KH_TR("as roll")});
    v.topic("head-gain"_topic);
    v.number("headGainPct", b.headGainPct, {0, 200, "%"}, {KH_TR("head gain")});
    v.maybe("pitchGainPct", b.pitchGainPct, {0, 200, "%"}, {KH_TR("head gain of pitch"), KH_TR("pitch"), KH_TR("as roll")});
}

void describe(FieldVisitor& v, ReceiverSettings& r) {
    v.text("kind", r.kind, {KH_TR("Kind of receiver in the controller"), KH_TR("kind"), KH_TR("as it comes")});
    v.text("variant", r.variant, {KH_TR("Variant of the signal in the controller"), KH_TR("variant"), KH_TR("as it comes")});
    v.at(Station::Radio);
    v.names("map", r.map, {KH_TR("Channel map in the controller"), KH_TR("map"), KH_TR("its own order")});
}

void describe(FieldVisitor& v, ControllerSettings& c) {
    v.at(Station::Link);
    v.group("profile", c.profile, KH_TR("Controller profile"));
    v.facts(true);
    v.untyped(KH_TR("it is read off the box, not typed into it"));
    v.text("firmware", c.firmware, {KH_TR("Firmware of the controller"), KH_TR("firmware"), KH_TR("not read")});
    v.text("manual", c.manual, {KH_TR("Version of the controller's manual"), KH_TR("manual"), KH_TR("not read")});
    v.text("manualAt", c.manualAt, {KH_TR("Where the controller's manual lies"), KH_TR("lies"), KH_TR("not noted")});
    v.text("program", c.program, {KH_TR("Version of the program that sets the controller"), KH_TR("program"), KH_TR("none")});
    v.facts(false);
    v.topic("channel-order"_topic);
    v.group("receiver", c.receiver);
    v.at(Station::Sensors);
    v.topic("mounting"_topic);
    v.word<kMountingChoices>("mounting", c.mounting, {KH_TR("Mounting set in the controller"), KH_TR("mounting")});
    v.group("gyro", c.gyro);
    v.topic("rescue"_topic);
    v.flag("rescueInUse", c.rescueInUse, {KH_TR("Rescue in the controller"), KH_TR("rescue")}, {KH_TR("in use"), KH_TR("blocked")});
    v.topic("rotor-turning"_topic);
    v.pick("rotorTurning", c.rotorTurning, kToldTurning, {KH_TR("Main rotor rotation in the controller"), KH_TR("rotation")});
    v.at(Station::Swash);
    v.topic("layout"_topic);
    v.word<kLayoutChoices>("layout", c.layout, {KH_TR("Swash layout in the controller"), KH_TR("layout")});
    v.topic("layout-angles"_topic);
    v.numbers("customAzimuthsDeg", c.customAzimuthsDeg, kAzimuth, {KH_TR("Azimuths of the custom layout"), KH_TR("azimuths")});
    v.numbers("customRadiiPct", c.customRadiiPct, {20, 300, "%", 1}, {KH_TR("Radii of the custom layout"), KH_TR("radii")});
    v.topic("phase"_topic);
    v.number("phaseDeg", c.phaseDeg, {-90, 90, "°", 1}, {KH_TR("Phase angle in the controller"), KH_TR("phase")});
    v.topic("servo-pulse"_topic);
    v.number("pulseUs", c.pulseUs, kServoPulse, {KH_TR("Servo pulse sent"), KH_TR("pulse")});
    v.topic("servo-rate"_topic);
    v.number("rateHz", c.rateHz, kServoRate, {KH_TR("Servo rate sent"), KH_TR("rate")});
    v.list("ports", c.ports, KH_TR("Ports"));
    v.group("directions", c.directions);
    v.at(Station::Pitch);
    v.topic("collective-range"_topic);
    v.number("collectiveHighPct", c.collectiveHighPct, {-150, 150, "%", 1, false, true}, {KH_TR("Collective range up"), KH_TR("up")});
    v.number("collectiveLowPct", c.collectiveLowPct, {-150, 150, "%", 1, false, true}, {KH_TR("Collective range down"), KH_TR("down")});
    v.topic("collective-trim"_topic);
    v.number("collectiveTrimPct", c.collectiveTrimPct, {-50, 50, "%", 1}, {KH_TR("Collective trim"), KH_TR("trim")});
    v.topic("reference"_topic);
    v.number("referencePct", c.referencePct, {-150, 150, "%", 1, false, true}, {KH_TR("Reference throw")});
    v.topic("cyclic-limit"_topic);
    v.number("cyclicLimitPct", c.cyclicLimitPct, {0, 150, "%"}, {KH_TR("Cyclic limit")});
    v.group("tail", c.tail);
    v.group("governor", c.governor);
    v.list("banks", c.banks, KH_TR("Banks"));
}

void describe(FieldVisitor& v, CalibrationPoint& p) {
    v.text("id", p.id, {KH_TR("name")});
    v.number("throttlePct", p.throttlePct, {0, 100, "%", 1}, {KH_TR("throttle")});
    v.number("headRpm", p.headRpm, {0, 8000, "rpm"}, {KH_TR("head speed")});
}

void describe(FieldVisitor& v, SpeedControllerSettings& s) {
    v.at(Station::Power);
    v.group("profile", s.profile, KH_TR("Speed controller profile"));
    v.at(Station::Link);
    v.facts(true);
    v.untyped(KH_TR("it is read off the box, not typed into it"));
    v.text("firmware", s.firmware, {KH_TR("Firmware of the speed controller"), KH_TR("firmware"), KH_TR("not read")});
    v.text("manual", s.manual, {KH_TR("Version of the speed controller's manual"), KH_TR("manual"), KH_TR("not read")});
    v.text("manualAt", s.manualAt, {KH_TR("Where the speed controller's manual lies"), KH_TR("lies"), KH_TR("not noted")});
    v.facts(false);
    v.at(Station::Power);
    v.topic("control"_topic);
    v.pick("control", s.control, kControl, {KH_TR("Kind of speed control"), KH_TR("control")});
    v.facts(true);  // learned with the throttle
    v.topic("throttle-ends"_topic);
    v.number("lowUs", s.lowUs, {600, 2400, "µs"}, {KH_TR("Learned low point"), KH_TR("low")});
    v.number("highUs", s.highUs, {600, 2400, "µs"}, {KH_TR("Learned high point"), KH_TR("high")});
    v.untyped(KH_TR("it is read with the pinion out, not typed"));
    v.maybe("startUs", s.startUs, {600, 2400, "µs"}, {KH_TR("Pulse at which the motor starts"), KH_TR("starts at")});
    v.facts(false);
    v.topic("soft-start"_topic);
    v.number("softStartS", s.softStartS, {0, 60, "s", 1}, {KH_TR("Soft start")});
    v.topic("bail-out"_topic);
    v.maybe("bailOutS", s.bailOutS, {0, 30, "s", 1}, {KH_TR("Bail-out of the speed controller"), KH_TR("bail-out")});
    v.maybe("bailOutWithinS", s.bailOutWithinS, {1, 120, "s"}, {KH_TR("Time in which a bail-out is quick"), KH_TR("within")});
    v.topic("brake"_topic);
    v.flag("brake", s.brake, {KH_TR("Motor brake"), KH_TR("brake")}, {KH_TR("on"), KH_TR("off"), KH_TR("brake on"), KH_TR("brake off")});
    v.topic("cut-off"_topic);
    v.pick("cutOff", s.cutOff, kCutOff, {KH_TR("Battery cut-off"), KH_TR("cut-off")});
    v.number("cutOffVoltsPerCell", s.cutOffVoltsPerCell, {2.5, 4, "V", 2}, {KH_TR("Cut-off voltage of a cell"), KH_TR("cut-off")});
    v.facts(true);
    v.untyped(KH_TR("it is what was logged"));
    v.list("calibration", s.calibration, KH_TR("Logged head speeds"));
}

}  // namespace kh
